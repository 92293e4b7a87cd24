import { useRef, useState, type DragEvent } from "react";
import { sentenceOf, type ComparedPair, type LtcAnswer } from "../api/client";
import { compareTimecode, newHead, readTimecode } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { FileButton } from "../ui/file-button";
import { Button } from "../ui/button";
import { Choice } from "../ui/field";
import { Runs } from "./runs";

interface Read {
  name: string;
  file: File;
  answer: LtcAnswer;
}

/** Recordings with timecode: read, then each against each. */
export function Recordings() {
  const [read, setRead] = useState<Read[]>([]);
  const [pairs, setPairs] = useState<ComparedPair[]>([]);
  const [share, setShare] = useState<{ name: string; share: number }>();
  const [problem, setProblem] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  async function compare(all: Read[]) {
    setPairs(all.length > 1 ? await compareTimecode(all.map(({ name, answer }) => ({ name, runs: answer.runs }))) : []);
  }
  async function take(files: File[]) {
    stop.current?.abort();
    const mine = new AbortController();
    stop.current = mine;
    setProblem(undefined);
    let all = read;
    try {
      for (const file of files) {
        setShare({ name: file.name, share: 0 });
        const answer = await readTimecode(file, (part) => setShare({ name: file.name, share: part }), mine.signal);
        all = [...all, { name: file.name, file, answer }];
        setRead(all);
      }
      await compare(all);
    } catch (error) {
      if (stop.current === mine) setProblem(sentenceOf(error));
    } finally {
      if (stop.current === mine) setShare(undefined);
    }
  }
  const drop = (event: DragEvent) => {
    event.preventDefault();
    event.stopPropagation();
    void take([...event.dataTransfer.files]);
  };
  const remove = (at: number) => {
    const left = read.filter((_, number) => number !== at);
    setRead(left);
    void compare(left).catch((error: unknown) => setProblem(sentenceOf(error)));
  };
  return (
    <section aria-label="Recordings with timecode" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <h4 className="mt-2 font-semibold">Read and compare</h4>
      <p className="mt-1 flex flex-wrap items-center gap-3">
        <FileButton multiple accept=".wav,.bwf,.w64,.rf64,audio/wav" take={(files) => void take(files)}>
          Read recordings
        </FileButton>
        <span className="text-small text-dim">or drop WAVs here, of any length: the channel with timecode is found, at any speed, forwards or backwards</span>
      </p>
      {share && (
        <p className="mt-2 flex items-center gap-3">
          <progress value={share.share} max={1} aria-label={`Read of ${share.name}`} /> {share.name}, {Math.floor(share.share * 100)} %
          <Button onClick={() => stop.current?.abort()}>Cancel</Button>
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
      {read.map((one, at) => (
        <Recording key={`${at} ${one.name}`} read={one} remove={() => remove(at)} fail={setProblem} />
      ))}
      {pairs.length > 0 && <Compared read={read} pairs={pairs} />}
    </section>
  );
}

function Recording({ read, remove, fail }: { read: Read; remove: () => void; fail: (sentence: string) => void }) {
  const { recording } = read.answer;
  const { against, notes } = recording;
  async function save(samples: number) {
    try {
      const copy = await newHead(read.file, samples);
      const link = document.createElement("a");
      link.href = URL.createObjectURL(copy);
      link.download = read.name.replace(/(\.[^.]*)?$/, " corrected$1");
      link.click();
      URL.revokeObjectURL(link.href);
    } catch (error) {
      fail(sentenceOf(error));
    }
  }
  return (
    <section aria-label={read.name} className="mt-3 border-t border-rule pt-1">
      <h5 className="flex flex-wrap items-center gap-x-3">
        <span className="font-semibold">{read.name}</span>
        <span className="text-small text-dim">
          {recording.sample_rate} Hz, {recording.bits} bits, {recording.seconds.toFixed(1)} s
          {recording.channel == null ? "" : `, timecode on channel ${recording.channel}`}
        </span>
        {recording.cut_short && <span className="text-caution">cut off before its end</span>}
        <button type="button" className="ml-auto underline decoration-dotted underline-offset-3" onClick={remove}>
          Take away
        </button>
      </h5>
      {recording.channel == null ? <p className="text-caution">There is no timecode in it.</p> : <Runs recording={recording} />}
      {against && (
        <p className={against.agrees ? "text-dim" : "text-caution"}>
          Its own time says {against.file} where the timecode says {against.ltc}: {against.off_frames} frames, {against.off_ms} ms.{" "}
          {!against.agrees && (
            <button type="button" className="underline decoration-dotted underline-offset-3" onClick={() => void save(against.samples_from_midnight)}>
              Save a corrected copy
            </button>
          )}
        </p>
      )}
      {!against && recording.runs.length > 0 && notes.time_reference == null && <p className="text-small text-dim">The file says no time of its own.</p>}
    </section>
  );
}

function Compared({ read, pairs }: { read: Read[]; pairs: ComparedPair[] }) {
  const { build, workspace } = useFloor();
  const { attempt } = useEdits();
  const clocks = workspace.report.time.clocks;
  const [clock, setClock] = useState(clocks[0]?.device ?? "");
  const worst = Math.max(...pairs.map((pair) => Math.abs(pair.offset_end_ms ?? 0)), ...pairs.map((pair) => Math.abs(pair.offset_start_ms ?? 0)), 1);
  const use = (ppm: number, from: string) => {
    const change = { measured: { ppm: `${ppm.toFixed(3)} ppm`, from: from.slice(0, 120) } };
    attempt([{ do: "set-clock", build: build.id, device: clock, change }], "Clock measured");
  };
  return (
    <section aria-label="Compared" className="mt-4 overflow-x-auto">
      <h5 className="flex flex-wrap items-end gap-3 font-semibold">
        Each against each
        {clocks.length > 0 && (
          <span className="w-48 font-normal">
            <Choice label="A drift is that of" value={clock} onChoose={setClock} options={clocks.map((one) => ({ value: one.device, label: one.name }))} />
          </span>
        )}
      </h5>
      <table className="mt-1 w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            <th className="font-normal">Later than</th>
            <th className="font-normal">Recording</th>
            <th className="pl-3 text-right font-normal">At the start</th>
            <th className="pl-3 text-right font-normal">At the end</th>
            <th className="pl-3 text-right font-normal">Drift</th>
            <th className="w-32 pl-3 font-normal">Start to end</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {pairs.map((pair) => {
            const names = `${read[pair.other]?.name ?? ""} against ${read[pair.one]?.name ?? ""}`;
            if (pair.offset_start_ms == null || pair.offset_end_ms == null)
              return (
                <tr key={`${pair.one} ${pair.other}`} className="border-t border-rule">
                  <td>{read[pair.one]?.name}</td>
                  <td>{read[pair.other]?.name}</td>
                  <td colSpan={5} className="pl-3 text-caution">
                    no label in common
                  </td>
                </tr>
              );
            const drift = pair.drift_ppm;
            return (
              <tr key={`${pair.one} ${pair.other}`} className="border-t border-rule">
                <td>{read[pair.one]?.name}</td>
                <td>{read[pair.other]?.name}</td>
                <td className="pl-3 text-right">
                  {pair.offset_start_ms.toFixed(2)} ms, {pair.offset_start_frames?.toFixed(2)} frames
                </td>
                <td className="pl-3 text-right">
                  {pair.offset_end_ms.toFixed(2)} ms, {pair.offset_end_frames?.toFixed(2)} frames
                </td>
                <td className="pl-3 text-right">{drift == null ? "too short" : `${drift.toFixed(2)} ppm`}</td>
                <td className="pl-3">
                  <svg
                    viewBox="0 0 100 24"
                    preserveAspectRatio="none"
                    className="h-6 w-full bg-sunk"
                    role="img"
                    aria-label={`${names}: from ${pair.offset_start_ms} to ${pair.offset_end_ms} ms`}
                  >
                    <line x1="0" x2="100" y1="12" y2="12" stroke="var(--rule)" vectorEffect="non-scaling-stroke" />
                    <line
                      x1="0"
                      x2="100"
                      y1={12 - (pair.offset_start_ms / worst) * 10}
                      y2={12 - (pair.offset_end_ms / worst) * 10}
                      stroke="var(--timecode)"
                      strokeWidth="2"
                      vectorEffect="non-scaling-stroke"
                    />
                  </svg>
                </td>
                <td className="pl-3">
                  {pair.clock_ppm != null && clock && (
                    <button type="button" className="underline decoration-dotted underline-offset-3" onClick={() => use(pair.clock_ppm ?? 0, names)}>
                      Use as measured
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="text-small text-dim">
        Later: the same label comes so much later in the second recording. A drift above zero: its recorder’s clock is fast, or what it recorded is slow.
      </p>
    </section>
  );
}
