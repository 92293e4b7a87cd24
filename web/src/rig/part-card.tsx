import { useState } from "react";
import type { Joint, PartReport, RigReport } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";

interface Props {
  part: PartReport;
  rig: RigReport;
  /** Looks at its joint set otherwise, and keeps what is looked at. */
  look: (joint: Joint) => void;
  keep: () => void;
}

/** A part: what it is, what it sits on, how it is set there. */
export function PartCard({ part, rig, look, keep }: Props) {
  const { build } = useFloor();
  const { edit, attempt } = useEdits();
  const onto = rig.parts.find((other) => other.id === part.onto);
  const joint = part.joint ?? undefined;
  const bears = rig.joints.find((one) => one.part === part.id);
  const put = (change: Partial<Joint>) => (joint ? [{ do: "put-joint" as const, build: build.id, joint: { ...joint, ...change } }] : []);
  const whole = (typed: string, what: string) => {
    const figure = Number(
      typed
        .trim()
        .replace("−", "-")
        .replace(/\s*(mm|°)$/, ""),
    );
    if (!Number.isInteger(figure)) throw new Error(`“${typed}” isn’t ${what}: write a whole number`);
    return figure;
  };
  return (
    <section aria-labelledby="part" className="px-3 py-3">
      <h2 id="part" className="font-semibold">
        {part.name}
      </h2>
      <p className="text-small text-dim">
        {part.item}
        {part.grams != null && `, ${part.grams} g`}
      </p>
      {onto && (
        <p className="mt-1 text-small">
          On {onto.name}: {part.by}
        </p>
      )}
      {bears && (
        <p className={`text-small ${bears.moment_nm > bears.guide_nm && !bears.supported ? "text-caution" : "text-dim"}`}>
          bears {bears.moment_nm} of {bears.guide_nm} N·m{bears.supported && ", supported"}
          {bears.turns && ", can turn"}
        </p>
      )}
      {joint && (
        <div className="mt-2 grid grid-cols-3 items-end gap-2">
          {part.slide && (
            <TypedField label="Along, mm" value={String(joint.slide ?? 0)} send={async (typed) => edit(put({ slide: whole(typed, "a length") }))} />
          )}
          {part.turns && <TypedField label="Turned, °" value={String(joint.turn ?? 0)} send={async (typed) => edit(put({ turn: whole(typed, "an angle") }))} />}
          {part.tilts && <TypedField label="Tilted, °" value={String(joint.tilt ?? 0)} send={async (typed) => edit(put({ tilt: whole(typed, "an angle") }))} />}
        </div>
      )}
      {joint && part.slide && <Rail name={part.name} slide={part.slide} look={(slide) => look({ ...joint, slide })} keep={keep} />}
      {joint && (
        <div className="mt-3">
          <Button onClick={() => attempt([{ do: "remove-joint", build: build.id, part: joint.part }], `${part.name} taken off`)}>Take off</Button>
        </div>
      )}
    </section>
  );
}

interface RailProps {
  name: string;
  slide: NonNullable<PartReport["slide"]>;
  look: (slide: number) => void;
  keep: () => void;
}

/** Where a part stands along its rail, dragged: the handle is ahead of what follows from it. */
function Rail({ name, slide, look, keep }: RailProps) {
  const [held, setHeld] = useState<number>();
  const letGo = () => {
    setHeld(undefined);
    keep();
  };
  return (
    <label className="mt-2 block text-small text-dim">
      Slide {name}, {slide.from} to {slide.to} mm
      <input
        type="range"
        min={slide.from}
        max={slide.to}
        value={held ?? slide.at}
        className="block w-full accent-[var(--accent)]"
        onChange={(event) => {
          const next = Number(event.target.value);
          setHeld(next);
          look(next);
        }}
        onPointerUp={letGo}
        onKeyUp={letGo}
        onBlur={letGo}
      />
    </label>
  );
}
