import { useState } from "react";
import type { PowerSetting, PowerSource } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { PlainField, TypedField } from "../ui/field";
import { Runs } from "./runs";
import { round } from "./words";

/** A battery's number, health and charge, and the runs that were measured of it. */
export function BatterySettings({ device, setting, source }: { device: string; setting: PowerSetting; source: PowerSource | undefined }) {
  const { build, workspace } = useFloor();
  const { edit, attempt } = useEdits();
  const [watts, setWatts] = useState(source && source.watts > 0 ? `${round(source.watts)} W` : "");
  const [lasted, setLasted] = useState("");
  const set = (change: Record<string, unknown>) => [{ do: "set-power" as const, build: build.id, device, change }];
  const runs = setting.runs ?? [];
  const health = source?.health_percent;
  const air = workspace.report.power.celsius;
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
          {health[0] === health[1] ? `Health ${round(health[0])} %.` : `Its runs tell ${round(health[0])} to ${round(health[1])} %: the lower is used.`}
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
      <Runs
        said={runs.map((run) => `${run.lasted} at ${run.watts}, ${run.celsius} °C`)}
        remove={(number) => attempt(set({ runs: runs.filter((_, other) => other !== number) }))}
      />
    </>
  );
}
