import { useState, type ReactNode } from "react";
import type { ChainReport, SoundReport, SoundSource, StageReport } from "../api/client";
import { useSchools } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, Tick, TypedField } from "../ui/field";
import { useSetSound, useTriedGain } from "./gain";
import { decibels } from "./scale";

const SOURCES: Record<SoundSource, string> = {
  whisper: "A whisper",
  "quiet-talk": "Quiet talk",
  talk: "Talk",
  "loud-talk": "Loud talk",
  shout: "A shout",
  song: "Song",
  crowd: "A crowd",
  street: "Traffic",
  workshop: "A workshop",
  foundry: "A foundry",
};

const isSource = (value: string): value is SoundSource => value in SOURCES;

/** What is set along a chain: where the microphone is, each stage's gain and switches, the two schools. */
export function ChainControls({
  chain,
  setTried,
  children,
}: {
  chain: ChainReport;
  setTried: (sound: SoundReport | undefined) => void;
  /** What is found on its way: between what it is and what can be set. */
  children: ReactNode;
}) {
  const { build } = useFloor();
  const { edit, attempt } = useEdits();
  const { position } = chain;
  const settable = chain.stages.filter((stage) => stage.gain != null || stage.levels.length > 1 || stage.phantom != null || stage.tuned != null);
  const place = (source: SoundSource, distance: string) => ({
    do: "set-position" as const,
    build: build.id,
    device: chain.source,
    position: { source, distance },
  });
  return (
    <section aria-labelledby="chain" className="px-3 py-3">
      <h2 id="chain" className="font-semibold">
        {chain.source_name}
      </h2>
      <p className="text-small text-dim">
        {decibels(chain.dbfs)} dBFS on average, peaks {decibels(chain.peak_dbfs)}.{" "}
        {chain.headroom_db != null && chain.clips_first != null && (
          <>
            {chain.headroom_db < 0 ? "Clips first: " : `${decibels(chain.headroom_db)} dB to `}
            {chain.clips_first}.{" "}
          </>
        )}
        {decibels(chain.gear_snr_db, 0)} dB above the gear, {decibels(chain.snr_db, 0)} dB above gear and room. {decibels(chain.delay_us / 1000)} ms late.
      </p>
      {position && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Choice
            label="Hears"
            value={position.source}
            onChoose={(source) => isSource(source) && attempt([place(source, position.distance)])}
            options={Object.entries(SOURCES).map(([value, label]) => ({ value, label }))}
          />
          <TypedField
            label={position.set ? "From" : "From, assumed"}
            value={position.distance}
            placeholder="50 cm"
            send={(typed) => edit([place(position.source, typed)])}
          />
        </div>
      )}
      <div className="-mx-3 mt-3">{children}</div>
      {settable.map((stage) => (
        <StageControls key={`${stage.at} ${stage.kind}`} stage={stage} setTried={setTried} />
      ))}
      <p className="mt-3 border-t border-rule pt-1.5 text-small text-dim">Cover or tape cables where people walk.</p>
      <Schools chain={chain} />
    </section>
  );
}

/** Megahertz, as they are typed. */
function kilohertz(typed: string): number | null {
  const text = typed.trim().replace(/\s*MHz$/i, "");
  if (text === "") return null;
  const mhz = Number(text);
  if (!Number.isFinite(mhz) || mhz <= 0) throw new Error("write it in megahertz, like 510.5");
  return Math.round(mhz * 1000);
}

function StageControls({ stage, setTried }: { stage: StageReport; setTried: (sound: SoundReport | undefined) => void }) {
  const set = useSetSound();
  const { build } = useFloor();
  const { edit } = useEdits();
  const { gain } = stage;
  return (
    <fieldset className="mt-3 border-t border-rule pt-1.5">
      <legend className="sr-only">
        {stage.name} of {stage.device}
      </legend>
      <p aria-hidden className="font-semibold">
        {stage.device} <span className="font-normal text-dim">{stage.name}</span>
      </p>
      {gain && (
        <div className="grid grid-cols-[1fr_6rem] items-end gap-2">
          <GainSlider stage={stage} setTried={setTried} />
          <TypedField
            label={gain.set ? "Gain" : "Gain, planned"}
            value={gain.now}
            placeholder="40 dB"
            send={(typed) => edit([{ do: "set-sound", build: build.id, at: stage.at, change: { gain: typed.trim() || null } }])}
          />
        </div>
      )}
      <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1">
        {stage.levels.length > 1 && (
          <div className="w-24">
            <Choice
              label="Level"
              value={stage.level ?? ""}
              onChoose={(level) => (level === "mic" || level === "line" || level === "instrument") && set(stage.at, { level, gain: null })}
              options={stage.levels.map((level) => ({ value: level, label: level }))}
            />
          </div>
        )}
        {stage.phantom != null && <Tick label="48 V" checked={stage.phantom} onChange={(phantom) => set(stage.at, { phantom })} />}
        {stage.limiter != null && <Tick label="Limiter" checked={stage.limiter} onChange={(limiter) => set(stage.at, { limiter })} />}
        {stage.pad != null && <Tick label="Pad" checked={stage.pad} onChange={(pad) => set(stage.at, { pad })} />}
        {stage.auto_gain != null && <Tick label="Gain by itself" checked={stage.auto_gain} onChange={(auto_gain) => set(stage.at, { auto_gain })} />}
      </div>
      {stage.tuned && (
        <TypedField
          label={`Tuned to, ${stage.tuned.from_mhz} to ${stage.tuned.to_mhz} MHz`}
          value={stage.tuned.mhz == null ? "" : String(stage.tuned.mhz)}
          placeholder="510.5"
          hint="Which frequencies may be used is local law."
          send={async (typed) => edit([{ do: "set-sound", build: build.id, at: stage.at, change: { frequency_khz: kilohertz(typed) } }])}
        />
      )}
      {stage.phantom && <p className="text-small text-dim">Plug in first, then switch 48 V on; off before it is unplugged.</p>}
      {stage.measured && (
        <p className="text-small text-dim">
          Measured from {stage.measured}.{" "}
          <button type="button" className="underline decoration-dotted underline-offset-3 hover:text-ink" onClick={() => set(stage.at, { measured: null })}>
            Use the computed level
          </button>
        </p>
      )}
    </fieldset>
  );
}

function GainSlider({ stage, setTried }: { stage: StageReport; setTried: (sound: SoundReport | undefined) => void }) {
  const drag = useTriedGain(stage.at, setTried);
  // Where the slider is held, until what it asked for is so.
  const [held, setHeld] = useState<number>();
  const { gain } = stage;
  if (!gain) return null;
  const steps = [...new Set([0, ...gain.steps_db])].sort((one, other) => one - other);
  const stepped = gain.steps_db.length > 0;
  const now = stepped ? Math.max(0, steps.indexOf(gain.now_db)) : gain.now_db;
  const asGain = (place: number) => (stepped ? (steps[place] ?? 0) : place);
  const letGo = () => {
    if (held === undefined) return;
    const made = drag.letGo(asGain(held));
    void made.catch(() => undefined).then(() => setHeld((still) => (still === held ? undefined : still)));
  };
  return (
    <input
      type="range"
      aria-label={`Gain of ${stage.name} of ${stage.device}`}
      aria-valuetext={gain.now}
      min={stepped ? 0 : gain.least_db}
      max={stepped ? steps.length - 1 : gain.most_db}
      step={1}
      value={held ?? now}
      className="w-full accent-(--accent)"
      onChange={(event) => {
        const place = Number(event.target.value);
        setHeld(place);
        drag.move(asGain(place));
      }}
      onPointerUp={letGo}
      onBlur={letGo}
      onKeyDown={(event) => event.stopPropagation()}
      onKeyUp={letGo}
    />
  );
}

/** Hot source or preamplifier: which is quieter here, and what each clips at. */
function Schools({ chain }: { chain: ChainReport }) {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const [asked, setAsked] = useState(false);
  const schools = useSchools(id, build.id, workspace.revision, { chain: chain.id });
  const found = schools.data;
  if (!found) return null;
  return (
    <section aria-label="Two ways to set the gains" className="mt-3 border-t border-rule pt-1.5">
      <h3>
        <button type="button" aria-expanded={asked} className="font-semibold hover:underline" onClick={() => setAsked(!asked)}>
          Two ways to set the gains
        </button>
      </h3>
      <p className="text-small text-dim">{found.says}</p>
      {asked &&
        found.schools.map((school) => (
          <div key={school.name} className="mt-2 border-l-2 border-rule pl-2">
            <p className="font-semibold">
              {school.name[0]?.toUpperCase()}
              {school.name.slice(1)} {school.house && <span className="font-normal text-dim">(the house rule)</span>}
            </p>
            <ul className="text-small">
              {school.gains.map((gain) => (
                <li key={gain.at} className="flex justify-between gap-2">
                  <span className="min-w-0 truncate">{gain.name}</span>
                  <span className="whitespace-nowrap">{gain.gain}</span>
                </li>
              ))}
            </ul>
            <p className="text-small text-dim">
              {decibels(school.dbfs)} dBFS, {decibels(school.gear_snr_db, 0)} dB above the gear, {decibels(school.snr_db, 0)} dB with the room
              {school.headroom_db != null && `; ${decibels(school.headroom_db)} dB to where ${school.clips_first ?? "it"} clips`}.
            </p>
            <Button className="mt-1" onClick={() => attempt(school.commands, `Gains: ${school.name}`)}>
              Use this
            </Button>
          </div>
        ))}
    </section>
  );
}
