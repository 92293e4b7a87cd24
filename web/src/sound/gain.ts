import { useRef } from "react";
import type { Command, SoundReport, SoundSetting } from "../api/client";
import { trySound } from "../api/queries";
import { useWorkbench } from "../frame/workbench";

/** Sets something for sound at a port. */
export function useSetSound() {
  const { build, attempt } = useWorkbench();
  return (at: string, change: Partial<SoundSetting>, title?: string) => attempt([setSound(build.id, at, change)], title);
}

export const setSound = (build: string, at: string, change: Partial<SoundSetting>): Command => ({ do: "set-sound", build, at, change });

/** A gain while it is moved: what it would do is asked of the core, one question at a time, the newest last;
 *  let go, it is one edit. */
export function useTriedGain(at: string, setTried: (sound: SoundReport | undefined) => void) {
  const { id, build, edit, settle } = useWorkbench();
  const wanted = useRef<number>(undefined);
  const asking = useRef(false);
  const command = (gain: number) => setSound(build.id, at, { gain: `${gain} dB` });
  async function ask() {
    if (asking.current) return;
    asking.current = true;
    try {
      while (wanted.current !== undefined) {
        const gain = wanted.current;
        const sound = await trySound(id, build.id, [command(gain)]);
        // Let go meanwhile, it shows what is.
        if (wanted.current !== undefined) setTried(sound);
        if (wanted.current === gain) break;
      }
    } catch {
      // What can't be tried isn't shown; letting go says why.
      setTried(undefined);
    } finally {
      asking.current = false;
    }
  }
  return {
    move: (gain: number) => {
      wanted.current = gain;
      void ask();
    },
    letGo: (gain: number) => {
      wanted.current = undefined;
      const made = edit([command(gain)]).finally(() => setTried(undefined));
      settle(made);
      return made;
    },
    cancel: () => {
      wanted.current = undefined;
      setTried(undefined);
    },
  };
}
