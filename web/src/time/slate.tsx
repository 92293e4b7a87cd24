import { useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { sentenceOf, type LabelsAnswer } from "../api/client";
import { labelsFrom } from "../api/queries";
import { sinceMidnight } from "./since-midnight";

const RATES = ["23.98", "24", "25", "29.97 drop", "29.97 non-drop", "30"];

/** A picture for a camera: running timecode, and a flash with a beep, full screen on any telephone. */
export function SlatePage() {
  const [search, setSearch] = useSearchParams();
  const rate = search.get("rate") ?? "25";
  const [set, setSet] = useState(sinceMidnight);
  const label = useLabel(rate, set);
  const [flash, setFlash] = useState(false);
  const [kept, setKept] = useState<string>();
  const sound = useRef<AudioContext>(undefined);
  function clap() {
    const context = (sound.current ??= new AudioContext());
    const tone = context.createOscillator();
    tone.frequency.value = 1000;
    tone.connect(context.destination);
    tone.start();
    tone.stop(context.currentTime + 0.08);
    setFlash(true);
    setKept(label.text);
    setTimeout(() => setFlash(false), 80);
  }
  return (
    <main className={`flex min-h-dvh flex-col items-center justify-center gap-6 p-4 text-center ${flash ? "bg-ink text-ground" : "bg-ground text-ink"}`}>
      <h1 className="sr-only">Slate</h1>
      <p className="text-[min(15vw,12rem)] leading-none font-semibold tabular-nums" aria-label="Timecode">
        {label.text ?? "··:··:··:··"}
      </p>
      {label.problem && (
        <p role="alert" className="text-stop">
          {label.problem}
        </p>
      )}
      <p className="min-h-6">{kept && `Clap at ${kept}`}</p>
      <div className="flex flex-wrap items-center justify-center gap-3">
        <button type="button" className="min-h-11 border border-rule bg-raised px-6 py-2 text-large text-ink" onClick={clap}>
          Flash and beep
        </button>
        <label className="flex min-h-11 items-center gap-2">
          Counts
          <select
            className="min-h-11 border border-rule bg-sunk px-2 text-ink"
            value={RATES.includes(rate) ? rate : ""}
            onChange={(event) => {
              setSet(sinceMidnight());
              setSearch({ rate: event.target.value }, { replace: true });
            }}
          >
            {!RATES.includes(rate) && <option value="">{rate}</option>}
            {RATES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <button type="button" className="min-h-11 border border-rule bg-raised px-4 text-ink" onClick={() => void document.documentElement.requestFullscreen()}>
          Full screen
        </button>
      </div>
      <p className="flex flex-wrap items-center justify-center gap-3">
        <span>Set at {clockOf(set)} by this device’s clock, running at its rate since.</span>
        <button type="button" className="min-h-11 border border-rule bg-raised px-4 text-ink" onClick={() => setSet(sinceMidnight())}>
          Set again
        </button>
      </p>
      <p className="max-w-prose text-small text-dim">
        This device’s time of day, to check picture against sound: film it, and look for the frame of the flash against the beep. Its clock isn’t a master’s.
      </p>
    </main>
  );
}

/** As a clock shows seconds since midnight. */
const clockOf = (seconds: number) => [seconds / 3600, (seconds / 60) % 60, seconds % 60].map((part) => String(Math.floor(part)).padStart(2, "0")).join(":");

/** The label now, out of those that the core gave for the next seconds. */
function useLabel(rate: string, set: number): { text: string | undefined; problem: string | undefined } {
  const [text, setText] = useState<string>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    let given: LabelsAnswer | undefined;
    let asking = false;
    let frame = 0;
    let gone = false;
    const show = () => {
      const now = sinceMidnight();
      const number = given ? Math.floor((now - given.from) / given.frame) : -1;
      const label = given?.labels[number];
      if (label) setText(label);
      if ((!label || (given && number > given.labels.length / 2)) && !asking) {
        asking = true;
        labelsFrom(rate, now, set)
          .then(
            (answer) => {
              if (gone) return;
              given = answer;
              setProblem(undefined);
            },
            (error: unknown) => {
              if (!gone) setProblem(sentenceOf(error));
            },
          )
          .finally(() => setTimeout(() => (asking = false), 1000));
      }
      frame = requestAnimationFrame(show);
    };
    frame = requestAnimationFrame(show);
    return () => {
      gone = true;
      cancelAnimationFrame(frame);
    };
  }, [rate, set]);
  return { text, problem };
}
