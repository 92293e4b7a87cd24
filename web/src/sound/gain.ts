import type { Command, SoundReport, SoundSetting } from "../api/client";
import { useNewest } from "../api/newest";
import { trySound } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";

/** Sets something for sound at a port. */
export function useSetSound() {
  const { build } = useFloor();
  const { attempt } = useEdits();
  return (at: string, change: Partial<SoundSetting>, title?: string) => attempt([setSound(build.id, at, change)], title);
}

export const setSound = (build: string, at: string, change: Partial<SoundSetting>): Command => ({ do: "set-sound", build, at, change });

/** A gain while it is moved: what it would do is asked of the core; let go, it is one edit. */
export function useTriedGain(at: string, setTried: (sound: SoundReport | undefined) => void) {
  const { id, build } = useFloor();
  const { edit, settle } = useEdits();
  const command = (gain: number) => setSound(build.id, at, { gain: `${gain} dB` });
  const newest = useNewest((gain: number) => trySound(id, build.id, [command(gain)]), setTried);
  return {
    move: newest.ask,
    letGo: (gain: number) => {
      newest.stop();
      const made = edit([command(gain)]).finally(() => setTried(undefined));
      settle(made);
      return made;
    },
    cancel: () => {
      newest.stop();
      setTried(undefined);
    },
  };
}
