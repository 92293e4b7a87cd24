import type { Connection } from "../api/client";
import { useWorking } from "../api/queries";
import { FindingsAt } from "../findings/findings";
import { useAttention, useEdits, useFloor } from "../frame/workbench";
import { focusMap } from "./focus";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";
import { Figure } from "../ui/figure";
import { SignalLetters } from "../ui/mark";

/** What is chosen for a cable, and how full it is. */
export function CableInspector({ cable: id }: { cable: string }) {
  const { build, workspace, reference } = useFloor();
  const { edit, attempt, settle } = useEdits();
  const { select } = useAttention();
  const cable = build.connections.find((connection) => connection.id === id);
  const measured = workspace.report.connections.find((connection) => connection.id === id);
  const working = useWorking(workspace.id, build.id, workspace.revision, { connection: id }).data;
  if (!cable || !measured) return null;
  const { load } = measured;
  const air = reference.catalogue.cables.find((other) => other.id === cable.cable)?.ends.includes("air") ?? false;
  const set = (change: { cable?: string; length?: string }) => edit([{ do: "set-cable", build: build.id, connection: id, ...change }]);
  const findings = workspace.report.findings.filter((finding) => finding.at.connection === id);
  return (
    <section aria-label="Cable">
      <div className="space-y-3 p-3">
        <h2 className="font-semibold">
          {cable.from} &gt; {cable.to}
        </h2>
        <p className="flex items-center gap-2">
          <SignalLetters signals={measured.signals} /> {measured.label}
        </p>
        <Choice
          label="Cable"
          value={cable.cable}
          onChoose={(next) => settle(set({ cable: next }))}
          options={reference.catalogue.cables.filter((cable) => air === cable.ends.includes("air")).map((cable) => ({ value: cable.id, label: cable.name }))}
        />
        <TypedField label={air ? "Distance" : "Length"} value={cable.length} hint="35 m or 115 ft" send={(typed) => set({ length: typed })} />
        {air ? (
          <Choice
            label="Between the antennas"
            value={cable.surroundings ?? "open"}
            onChoose={(next) => {
              const surroundings = SURROUNDINGS.find(({ value }) => value === next)?.value;
              if (surroundings) attempt([{ do: "set-surroundings", build: build.id, connection: id, surroundings }]);
            }}
            options={SURROUNDINGS}
          />
        ) : (
          <Adapters cable={cable} />
        )}
        {load && (
          <dl className="grid grid-cols-[6.5rem_1fr] gap-y-1">
            {load.rate_label && (
              <>
                <dt className="text-dim">Wire rate</dt>
                <dd>
                  <Figure working={working} label="Wire rate">
                    {load.rate_label}
                  </Figure>
                </dd>
              </>
            )}
            <dt className="text-dim">{air ? "Margin" : "Needs"}</dt>
            <dd>
              <Figure working={air ? working : null} label="Margin">
                {load.needs}
              </Figure>
            </dd>
            {load.rate_label && (
              <>
                <dt className="text-dim">Ports and cable</dt>
                <dd>
                  <Figure working={working} label="How full">
                    {load.limit}, {load.percent} % full
                  </Figure>
                </dd>
              </>
            )}
            {load.loss_db != null && (
              <>
                <dt className="text-dim">Loss</dt>
                <dd>
                  <Figure working={working} label="Loss">
                    {load.loss_db} dB
                  </Figure>
                </dd>
              </>
            )}
            {load.reach && (
              <>
                <dt className="text-dim">Reach</dt>
                <dd>
                  <Figure working={working} label="Reach">
                    {load.reach}
                  </Figure>
                </dd>
              </>
            )}
          </dl>
        )}
        {measured.care.length > 0 && (
          <ul aria-label="Take care" className="list-inside list-['–_'] text-small text-dim">
            {measured.care.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        )}
        <Button
          onClick={() => {
            focusMap();
            attempt([{ do: "disconnect", build: build.id, connection: id }]);
            select(undefined);
          }}
        >
          Take this cable out
        </Button>
      </div>
      <FindingsAt findings={findings} />
    </section>
  );
}

const SURROUNDINGS = [
  { value: "open" as const, label: "Open air, in sight" },
  { value: "crowd" as const, label: "A crowd" },
  { value: "walls" as const, label: "Walls" },
  { value: "metal" as const, label: "Metal all around" },
];

/** What is on a cable: adapters, barrels, elbows, clamps. */
function Adapters({ cable }: { cable: Connection }) {
  const { build, reference } = useFloor();
  const { attempt } = useEdits();
  const on = cable.adapters ?? [];
  const { adapters } = reference.catalogue;
  const wires = reference.catalogue.cables.find((other) => other.id === cable.cable)?.ends ?? [];
  const fitting = adapters.filter((adapter) => wires.includes(adapter.takes));
  // Of what is on it now: another window may have put something on as well.
  const set = (next: (on: string[]) => string[]) =>
    attempt(({ builds }) => {
      const connections = builds.find((other) => other.id === build.id)?.connections ?? [];
      const now = connections.find((other) => other.id === cable.id)?.adapters ?? [];
      return [{ do: "set-adapters", build: build.id, connection: cable.id, adapters: next(now) }];
    });
  if (fitting.length === 0) return null;
  return (
    <div>
      {on.length > 0 && (
        <ul aria-label="On this cable">
          {on.map((id, number) => (
            <li key={number} className="flex items-center justify-between border-t border-rule py-0.5">
              {adapters.find((adapter) => adapter.id === id)?.name ?? id}
              <button
                type="button"
                className="text-small text-dim hover:text-ink"
                onClick={() => set((now) => now.filter((other, at) => at !== number || other !== id))}
              >
                Take off
              </button>
            </li>
          ))}
        </ul>
      )}
      <Choice
        label="Put on it"
        value=""
        onChoose={(id) => id && set((now) => [...now, id])}
        options={[{ value: "", label: "Adapter, barrel, elbow, clamp…" }, ...fitting.map((adapter) => ({ value: adapter.id, label: adapter.name }))]}
      />
    </div>
  );
}
