import { useState } from "react";
import { sentenceOf, type Rolls, type ScheduleEntry } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, PlainField, Tick, TypedField } from "../ui/field";
import { hundredths, whole } from "../ui/typed";

const KINDS: { value: Rolls["kind"]; label: string }[] = [
  { value: "continuous", label: "Rolls from end to end" },
  { value: "ratio", label: "Screen time × ratio" },
  { value: "rolling", label: "Rolls so long in all" },
  { value: "nothing", label: "A break" },
];

const rollsOf = (kind: Rolls["kind"], length: string): Rolls => {
  if (kind === "ratio") return { kind, screen: "1 min", centiratio: 1000, cameras: 1 };
  if (kind === "rolling") return { kind, length };
  return { kind };
};

/** What is shot in the day, in the order of the clock. */
export function Schedule() {
  const { build } = useFloor();
  const { edit } = useEdits();
  const entries = [...(build.schedule ?? [])].sort((one, other) => one.start.localeCompare(other.start));
  return (
    <section aria-label="Schedule">
      <h3 className="font-semibold">Schedule</h3>
      {entries.length === 0 && <p className="text-small text-dim">What is shot, when, and how much of it rolls.</p>}
      {entries.map((entry) => (
        <Entry key={entry.id} entry={entry} />
      ))}
      <NewEntry
        add={(name, start, length) =>
          edit(({ builds }) => {
            const taken = new Set(builds.find((other) => other.id === build.id)?.schedule?.map((entry) => entry.id));
            let number = taken.size + 1;
            while (taken.has(`part-${number}`)) number += 1;
            return [{ do: "put-schedule-entry", build: build.id, entry: { id: `part-${number}`, name, start, length, rolls: { kind: "continuous" } } }];
          })
        }
      />
    </section>
  );
}

function Entry({ entry }: { entry: ScheduleEntry }) {
  const { build, reference } = useFloor();
  const { edit, attempt } = useEdits();
  const put = (change: (now: ScheduleEntry) => Partial<ScheduleEntry>) =>
    edit(({ builds }) => {
      const schedule = builds.find((other) => other.id === build.id)?.schedule ?? [];
      const now = schedule.find((other) => other.id === entry.id) ?? entry;
      return [{ do: "set-schedule-entry", build: build.id, entry: entry.id, change: change(now) }];
    });
  /** Changes how much rolls, where it still rolls in that way. */
  const putRolls = <K extends Rolls["kind"]>(kind: K, change: Partial<Extract<Rolls, { kind: K }>>) =>
    put((now) => (now.rolls.kind === kind ? { rolls: { ...now.rolls, ...change } } : {}));
  const [refusal, setRefusal] = useState<string>();
  // A choice has no field of its own for a refusal: it stands under the part.
  const choose = (change: Partial<ScheduleEntry>) => {
    put(() => change).then(
      () => setRefusal(undefined),
      (error: unknown) => setRefusal(sentenceOf(error)),
    );
  };
  const { rolls } = entry;
  const records = new Set(reference.catalogue.devices.filter((device) => device.records).map((device) => device.id));
  const recorders = build.placements.filter((placement) => records.has(placement.device) && placement.settings?.recording);
  const chosen = entry.recorders ?? [];
  const rolling = (recorder: string) => chosen.length === 0 || chosen.includes(recorder);
  const toggle = (recorder: string) => {
    const next = recorders.map((one) => one.id).filter((one) => (one === recorder ? !rolling(one) : rolling(one)));
    if (next.length === 0) setRefusal("A part of the day rolls in one recorder at least; make it a break where nothing rolls.");
    else choose({ recorders: next.length === recorders.length ? [] : next });
  };
  return (
    <fieldset aria-label={entry.name} className="mt-2 border-t border-rule pt-2">
      <div className="grid grid-cols-[1fr_4.5rem_5.5rem] gap-2">
        <TypedField label="Part of the day" value={entry.name} send={(name) => put(() => ({ name: name.trim() }))} />
        <TypedField label="From" value={entry.start} send={(start) => put(() => ({ start }))} />
        <TypedField label="For" value={entry.length} send={(length) => put(() => ({ length }))} />
      </div>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <Choice
          label="How much rolls"
          value={rolls.kind}
          options={KINDS}
          onChoose={(kind) => choose({ rolls: rollsOf(kind as Rolls["kind"], entry.length) })}
        />
        {rolls.kind === "rolling" && <TypedField label="In all" value={rolls.length} send={(length) => putRolls("rolling", { length })} />}
        {rolls.kind === "ratio" && (
          <>
            <TypedField label="On screen" value={rolls.screen} send={(screen) => putRolls("ratio", { screen })} />
            <TypedField
              label="Ratio, to 1"
              value={String(rolls.centiratio / 100)}
              send={async (typed) => putRolls("ratio", { centiratio: hundredths(typed, "Ratio") })}
            />
            <TypedField
              label="Cameras that share it"
              value={String(rolls.cameras)}
              send={async (typed) => putRolls("ratio", { cameras: whole(typed, "cameras") })}
            />
          </>
        )}
      </div>
      {rolls.kind !== "nothing" && recorders.length > 1 && (
        <div className="mt-1 flex flex-wrap gap-x-3 text-small">
          {recorders.map((recorder) => (
            <Tick key={recorder.id} label={recorder.name} checked={rolling(recorder.id)} onChange={() => toggle(recorder.id)} />
          ))}
        </div>
      )}
      {refusal && (
        <p role="alert" className="mt-0.5 text-small text-stop">
          {refusal}
        </p>
      )}
      <button
        type="button"
        className="min-h-6 text-small text-dim underline decoration-dotted underline-offset-3 hover:text-ink"
        onClick={() => attempt([{ do: "remove-schedule-entry", build: build.id, entry: entry.id }])}
      >
        Take {entry.name} out
      </button>
    </fieldset>
  );
}

function NewEntry({ add }: { add: (name: string, start: string, length: string) => Promise<unknown> }) {
  const [typed, setTyped] = useState({ name: "", start: "", length: "" });
  const [refusal, setRefusal] = useState<string>();
  const field = (label: string, name: keyof typeof typed, example: string) => (
    <PlainField label={label} example={example} value={typed[name]} onChange={(text) => setTyped((old) => ({ ...old, [name]: text }))} />
  );
  return (
    <form
      aria-label="New part of the day"
      className="mt-3 border-t border-rule pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        add(typed.name.trim(), typed.start, typed.length).then(
          () => {
            // Quick hands may already be at the next part: what they typed stays.
            setTyped((now) => (now === typed ? { name: "", start: "", length: "" } : now));
            setRefusal(undefined);
          },
          (error: unknown) => setRefusal(sentenceOf(error)),
        );
      }}
    >
      <div className="grid grid-cols-[1fr_4.5rem_5.5rem] gap-2">
        {field("New part", "name", "Scene 12")}
        {field("From", "start", "08:30")}
        {field("For", "length", "1h20")}
      </div>
      {refusal && (
        <p role="alert" className="mt-0.5 text-small text-stop">
          {refusal}
        </p>
      )}
      <Button type="submit" className="mt-1.5">
        Add to the day
      </Button>
    </form>
  );
}
