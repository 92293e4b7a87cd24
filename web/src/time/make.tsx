import { useEffect, useRef, useState } from "react";
import { Problem, sentenceOf } from "../api/client";
import { timecodeAddress } from "../api/queries";
import { useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, PlainField } from "../ui/field";
import { LEAD, play } from "./play";
import { sinceMidnight } from "./since-midnight";

const RATES = [16_000, 44_100, 48_000, 88_200, 96_000, 192_000];

/** Timecode as a file, or played out of this machine. */
export function Make() {
  const { workspace } = useFloor();
  const [rate, setRate] = useState(workspace.report.timecode);
  const [start, setStart] = useState("10:00:00:00");
  const [length, setLength] = useState("1 min");
  const [sampleRate, setSampleRate] = useState("48000");
  const [bits, setBits] = useState("24");
  const [level, setLevel] = useState("-12");
  const [userBits, setUserBits] = useState("");
  const [date, setDate] = useState("");
  const [problem, setProblem] = useState<string>();
  const [playing, setPlaying] = useState(false);
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  const isNow = start.trim().toLowerCase() === "now";
  const address = (more: Record<string, string>) =>
    timecodeAddress({
      rate,
      ...(isNow ? { clock: String(sinceMidnight()) } : {}),
      start,
      length,
      sample_rate: sampleRate,
      bits,
      level: `${level} dB`,
      ...(userBits.trim() ? { user_bits: userBits.trim() } : {}),
      ...(date.trim() ? { date: date.trim() } : {}),
      ...more,
    });
  async function fetched(more: Record<string, string>) {
    const response = await fetch(address(more)).catch(() => {
      throw new Problem(0, "The server doesn’t answer.");
    });
    if (!response.ok) throw new Problem(response.status, ((await response.json()) as { detail?: string }).detail ?? "It can’t be made.");
    return response;
  }
  async function save() {
    setProblem(undefined);
    try {
      // Looked at first: what can't be made is said here, and what can goes to a file as it is made.
      await fetched({ check: "true" });
      const link = document.createElement("a");
      link.href = address({});
      link.download = `timecode ${start.replaceAll(/[:;]/g, ".")} ${rate}.wav`;
      link.click();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  }
  async function listen() {
    setProblem(undefined);
    const mine = new AbortController();
    stop.current = mine;
    const context = new AudioContext({ sampleRate: Number(sampleRate) });
    try {
      setPlaying(true);
      const begun = context.currentTime;
      const { body } = await fetched({ bits: "32f", ...(isNow ? { clock: String(sinceMidnight() + LEAD) } : {}) });
      if (body) await play(body, context, begun, mine.signal);
    } catch (error) {
      if (!mine.signal.aborted) setProblem(sentenceOf(error));
    } finally {
      void context.close();
      setPlaying(false);
    }
  }
  return (
    <section aria-label="Make timecode">
      <h4 className="mt-2 font-semibold">Make</h4>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <div className="w-28">
          <PlainField label="Counts" example="29.97 drop" value={rate} onChange={setRate} />
        </div>
        <div className="w-28">
          <PlainField label="From, or now" example="10:00:00:00" value={start} onChange={setStart} />
        </div>
        <div className="w-20">
          <PlainField label="Length" example="5 min" value={length} onChange={setLength} />
        </div>
        <div className="w-28">
          <Choice
            label="Samples a second"
            value={sampleRate}
            onChoose={setSampleRate}
            options={RATES.map((one) => ({ value: String(one), label: `${one}` }))}
          />
        </div>
        <div className="w-20">
          <Choice label="Bits" value={bits} onChoose={setBits} options={["16", "24", "32f"].map((one) => ({ value: one, label: one }))} />
        </div>
        <div className="w-20">
          <PlainField label="dBFS, peak" example="-12" value={level} onChange={setLevel} />
        </div>
        <div className="w-28">
          <PlainField label="User bits" example="00000000" value={userBits} onChange={setUserBits} />
        </div>
        <div className="w-28">
          <PlainField label="Or a date in them" example="2031-05-04" value={date} onChange={setDate} />
        </div>
        <Button onClick={() => void save()}>Save as WAV</Button>
        <Button onClick={playing ? () => stop.current?.abort() : () => void listen()}>{playing ? "Stop playing" : "Play it"}</Button>
      </div>
      <p className="mt-1 text-small text-dim">
        This machine’s clock is 20 to 50 ppm off: a master for a rehearsal, not for a day. Timecode is loud and harsh: take headphones off first.
      </p>
      {problem && (
        <p role="alert" className="mt-1 text-stop">
          {problem}
        </p>
      )}
    </section>
  );
}
