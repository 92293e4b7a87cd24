import { useRef, useState, type DragEvent } from "react";
import { sentenceOf, type TrackSheet, type WavAnswer } from "../api/client";
import { readWav, toneAddress } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Disclosure } from "../ui/disclosure";
import { FileButton } from "../ui/file-button";
import { Choice, PlainField } from "../ui/field";
import { setSound } from "./gain";
import { decibels } from "./scale";

/** Tones to line up with, and recordings read against the plan. */
export function Bench({ sheets }: { sheets: TrackSheet[] }) {
  return (
    <Disclosure label="Sound bench" heading="Bench: tones, and recordings against the plan">
      <div className="grid gap-6 pl-4 lg:grid-cols-[15rem_1fr]">
        <Tones />
        <Recordings sheets={sheets} />
      </div>
    </Disclosure>
  );
}

function Tones() {
  const [level, setLevel] = useState("-20");
  const [hertz, setHertz] = useState("1000");
  const [seconds, setSeconds] = useState("30");
  return (
    <div>
      <p className="mt-2 text-small text-dim">A file to send into a chain. Begin soft: loud headphones and loudspeakers harm ears.</p>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <PlainField label="dBFS (RMS)" example="-20" value={level} onChange={setLevel} />
        <PlainField label="Hz, or empty" example="pink" value={hertz} onChange={setHertz} />
        <PlainField label="Seconds" example="30" value={seconds} onChange={setSeconds} />
      </div>
      <a className="mt-1 inline-block underline decoration-dotted underline-offset-3" href={toneAddress(level, hertz.trim(), seconds)} download>
        {hertz.trim() ? `Save the tone of ${hertz.trim()} Hz` : "Save pink noise"}
      </a>
    </div>
  );
}

function Recordings({ sheets }: { sheets: TrackSheet[] }) {
  const { id, build } = useFloor();
  const [recorder, setRecorder] = useState(sheets[0]?.recorder ?? "");
  const [tone, setTone] = useState("");
  const [share, setShare] = useState<number>();
  const [problem, setProblem] = useState<string>();
  const [found, setFound] = useState<{ name: string; answer: WavAnswer; recorder: string }>();
  const stop = useRef<AbortController>(undefined);
  async function read(file: File) {
    stop.current?.abort();
    const mine = new AbortController();
    stop.current = mine;
    setProblem(undefined);
    setFound(undefined);
    setShare(0);
    const plan = recorder ? { production: id, build: build.id, recorder, ...(tone.trim() ? { tone: tone.trim() } : {}) } : {};
    try {
      const answer = await readWav(file, plan, setShare, mine.signal);
      setFound({ name: file.name, answer, recorder });
    } catch (error) {
      if (stop.current === mine) setProblem(sentenceOf(error));
    } finally {
      if (stop.current === mine) setShare(undefined);
    }
  }
  const drop = (event: DragEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const [file] = event.dataTransfer.files;
    if (file) void read(file);
  };
  return (
    <div onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="w-44">
          <Choice
            label="Recorded by"
            value={recorder}
            onChoose={setRecorder}
            options={[...sheets.map((sheet) => ({ value: sheet.recorder, label: sheet.name })), { value: "", label: "Not compared" }]}
          />
        </div>
        <div className="w-40">
          <PlainField label="A tone was sent at" example="-20 dB; empty: speech" value={tone} onChange={setTone} />
        </div>
        <FileButton accept=".wav,.bwf,.w64,.rf64,audio/wav" take={([file]) => file && void read(file)}>
          Read a recording
        </FileButton>
        <span className="text-small text-dim">or drop a WAV here: RF64 and BW64 too, of any length</span>
      </div>
      {share !== undefined && (
        <p className="mt-2 flex items-center gap-3">
          <progress value={share} max={1} aria-label="Read so far" /> {Math.floor(share * 100)} %<Button onClick={() => stop.current?.abort()}>Cancel</Button>
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem}
        </p>
      )}
      {found && <Levels {...found} />}
    </div>
  );
}

function Levels({ name, answer, recorder }: { name: string; answer: WavAnswer; recorder: string }) {
  const { build, workspace } = useFloor();
  const { attempt } = useEdits();
  const { recording, compared } = answer;
  const use = (channel: number) => {
    const row = compared[channel];
    const levels = recording.channels[channel];
    const input = row?.input?.[0];
    if (!levels || input == null) return undefined;
    const at = `${recorder}.${input}`;
    const stages = workspace.report.sound.chains.flatMap((chain) => chain.stages);
    const gain = stages.find((stage) => stage.at === at && stage.kind === "input")?.gain;
    if (!gain) return undefined;
    const measured = {
      level: `${levels.rms_dbfs} dB`,
      noise: levels.noise_floor_dbfs < levels.rms_dbfs - 6 ? `${levels.noise_floor_dbfs} dB` : null,
      gain: gain.now,
      from: `${name.slice(0, 60)}, channel ${channel + 1}`,
    };
    // The gain that it was measured with is kept: it is one that somebody set.
    return () => attempt([setSound(build.id, at, { gain: gain.now, measured })], `Level of ${at} measured`);
  };
  return (
    <div className="mt-2 overflow-x-auto" tabIndex={0} role="region" aria-label="What the recording holds" data-scrolls>
      <p>
        {name}: {recording.sample_rate} Hz, {recording.bits} bits{recording.float && " floating point"}, {Math.round(recording.seconds)} s
        {recording.cut_short && <span className="text-caution">, cut off before its end</span>}
      </p>
      <table className="w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            <th className="font-normal">Channel</th>
            {["Peak", "True peak", "RMS", "LUFS", "Noise", "DC", "Clipped", "Dropouts"].map((head) => (
              <th key={head} className="pl-2 text-right font-normal">
                {head}
              </th>
            ))}
            <th className="pl-4 font-normal">Against the plan</th>
          </tr>
        </thead>
        <tbody>
          {recording.channels.map((channel, number) => {
            const act = use(number);
            return (
              <tr key={number} className="border-t border-rule align-top">
                <td>
                  {number + 1} <span className="text-dim">{compared[number]?.track}</span>
                </td>
                {[channel.peak_dbfs, channel.true_peak_dbfs, channel.rms_dbfs].map((figure, at) => (
                  <td key={at} className="pl-2 text-right">
                    {decibels(figure)}
                  </td>
                ))}
                <td className="pl-2 text-right">{channel.lufs == null ? "none" : decibels(channel.lufs)}</td>
                <td className="pl-2 text-right">{decibels(channel.noise_floor_dbfs)}</td>
                <td className="pl-2 text-right">{decibels(channel.dc, 5)}</td>
                <td className={`pl-2 text-right ${channel.clipped_runs ? "text-stop" : ""}`}>{channel.clipped_runs}</td>
                <td className={`pl-2 text-right ${channel.dropouts ? "text-caution" : ""}`}>{channel.dropouts}</td>
                <td className="pl-4">
                  {compared[number]?.says}{" "}
                  {act && (
                    <button type="button" className="underline decoration-dotted underline-offset-3" onClick={act}>
                      Use as measured
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {recording.pairs.map((pair) => (
        <p key={`${pair.one} ${pair.other}`} className={pair.polarity ? "text-caution" : "text-dim"}>
          Channels {pair.one} and {pair.other} are the same{pair.polarity && ", one of them upside down"} (correlation {decibels(pair.correlation, 3)}).
        </p>
      ))}
    </div>
  );
}
