import { useState } from "react";
import type { PowerNode, PowerSetting } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { PlainField, TypedField } from "../ui/field";
import { Figure } from "../ui/figure";
import { Runs } from "./runs";
import { round } from "./words";

/** What a load draws: as its entry says, as a meter said, or as runs of a good battery tell. */
export function LoadSettings({ node, setting }: { node: PowerNode; setting: PowerSetting }) {
  const { build, workspace } = useFloor();
  const { edit, attempt } = useEdits();
  const [holds, setHolds] = useState("");
  const [lasted, setLasted] = useState("");
  const [beside, setBeside] = useState("");
  const set = (change: Record<string, unknown>) => [{ do: "set-power" as const, build: build.id, device: node.device, change }];
  const draws = setting.draws ?? [];
  const air = workspace.report.power.celsius;
  const measured = node.measured_watts;
  return (
    <>
      <div className="mt-3 grid grid-cols-2 items-end gap-2 border-t border-rule pt-2">
        <TypedField
          label="Draws, by a meter"
          value={setting.watts ?? ""}
          placeholder={`${round(node.watts)} W`}
          send={(typed) => edit(set({ watts: typed.trim() || null }))}
        />
        {measured && (
          <p className="pb-1.5 text-small">
            <Figure working={node.working} label="What it draws">
              {measured[0] === measured[1]
                ? `Measured: ${round(measured[0])} W`
                : `Its runs tell ${round(measured[0])} to ${round(measured[1])} W: the higher is used`}
            </Figure>
          </p>
        )}
      </div>
      <form
        aria-label="A run on a good battery"
        className="mt-2 border-t border-rule pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          attempt(set({ draws: [...draws, { holds, lasted, celsius: air, ...(beside.trim() && { beside }) }] }), "Run logged");
          setLasted("");
        }}
      >
        <p className="text-small text-dim">Measured on a battery that is known good, from full to empty, at {air} °C:</p>
        <div className="mt-1 grid grid-cols-3 gap-2">
          <PlainField label="It holds" example="98 Wh" value={holds} onChange={setHolds} />
          <PlainField label="Lasted" example="3 h 10" value={lasted} onChange={setLasted} />
          <PlainField label="Beside it" example="0 W" value={beside} onChange={setBeside} />
        </div>
        <div className="mt-2">
          <Button type="submit">Log this run</Button>
        </div>
      </form>
      <Runs
        said={draws.map((draw) => `${draw.lasted} on ${draw.holds}, ${draw.celsius} °C${draw.beside ? `, ${draw.beside} beside it` : ""}`)}
        remove={(number) => attempt(set({ draws: draws.filter((_, other) => other !== number) }))}
      />
    </>
  );
}
