import { useState, type ReactNode } from "react";
import type { PowerNode, PowerSetting, PowerSource } from "../api/client";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";
import { PlainField, TypedField } from "../ui/field";
import { round, volts } from "./words";

/** What is known of a battery or a device on the supply, and what is set for it. */
export function SourceCard({ node, source, children }: { node: PowerNode; source: PowerSource | undefined; children: ReactNode }) {
  const { build } = useWorkbench();
  const placement = build.placements.find((other) => other.id === node.device);
  const { joint } = node;
  return (
    <section aria-labelledby="source" className="px-3 py-3">
      <h2 id="source" className="font-semibold">
        {node.name}
      </h2>
      {source && (
        <p className="text-small text-dim">
          {source.item}: {round(source.watt_hours)} Wh can be used, {source.runtime} at {round(source.watts)} W, {round(source.peak_watts)} W at the peak.
        </p>
      )}
      {joint && (
        <p className="text-small text-dim">
          {joint.at}: {volts(joint.volts_min, joint.volts_max)}, {joint.amps} A, {round(joint.watts)} W
          {joint.limit_watts != null && ` of ${round(joint.limit_watts)} W`}.
        </p>
      )}
      <div className="-mx-3 mt-2">{children}</div>
      {node.kind === "battery" && placement && <Battery device={node.device} setting={placement.settings?.power ?? {}} source={source} />}
      {source && (
        <ul aria-label="Without it" className="mt-3 space-y-1 border-t border-rule pt-2 text-small">
          {source.without.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
          {source.reserve != null && <li>What takes over lasts {source.reserve}.</li>}
          {source.carriage != null && <li className="text-caution">Hand luggage: {source.carriage}.</li>}
        </ul>
      )}
    </section>
  );
}

/** A battery's number, health and charge, and the runs that were measured of it. */
function Battery({ device, setting, source }: { device: string; setting: PowerSetting; source: PowerSource | undefined }) {
  const { build, edit, attempt } = useWorkbench();
  const [watts, setWatts] = useState(source && source.watts > 0 ? `${round(source.watts)} W` : "");
  const [lasted, setLasted] = useState("");
  const set = (change: Record<string, unknown>) => [{ do: "set-power" as const, build: build.id, device, change }];
  const runs = setting.runs ?? [];
  const health = source?.health_percent;
  const air = useAir();
  return (
    <>
      <div className="mt-3 grid grid-cols-2 gap-2 border-t border-rule pt-2">
        <TypedField label="Number on it" value={setting.number ?? ""} placeholder="B3" send={(typed) => edit(set({ number: typed.trim() || null }))} />
        <TypedField label="Health" value={setting.health ?? ""} placeholder="as measured" send={(typed) => edit(set({ health: typed.trim() || null }))} />
        <TypedField
          label="Full in the morning"
          value={setting.charge ?? ""}
          placeholder="100 %"
          send={(typed) => edit(set({ charge: typed.trim() || null }))}
        />
      </div>
      {health && (
        <p className="mt-2 text-small">
          {health[0] === health[1]
            ? `Health ${round(health[0])} %.`
            : `Its runs tell ${round(health[0])} to ${round(health[1])} %: the lower is reckoned with.`}
        </p>
      )}
      <form
        aria-label="A measured run"
        className="mt-2 border-t border-rule pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          attempt(set({ runs: [...runs, { watts, lasted, celsius: air }] }), "Run logged");
          setLasted("");
        }}
      >
        <p className="text-small text-dim">Measured, from full to empty, at {air} °C:</p>
        <div className="mt-1 grid grid-cols-2 gap-2">
          <PlainField label="Drawn" example="35 W" value={watts} onChange={setWatts} />
          <PlainField label="Lasted" example="1 h 45 min" value={lasted} onChange={setLasted} />
        </div>
        <div className="mt-2">
          <Button type="submit">Log this run</Button>
        </div>
      </form>
      {runs.length > 0 && (
        <ul aria-label="Measured runs" className="mt-2 text-small">
          {runs.map((run, number) => (
            <li key={number} className="flex justify-between gap-2 border-t border-rule py-0.5">
              <span>
                {run.lasted} at {run.watts}, {run.celsius} °C
              </span>
              <button
                type="button"
                className="underline decoration-dotted underline-offset-3"
                onClick={() => attempt(set({ runs: runs.filter((_, other) => other !== number) }))}
              >
                Remove<span className="sr-only"> this run</span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function useAir() {
  const { workspace } = useWorkbench();
  return workspace.report.power.celsius;
}
