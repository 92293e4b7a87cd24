import type { ReactNode } from "react";
import type { PowerNode, PowerSource } from "../api/client";
import { useFloor } from "../frame/workbench";
import { Figure } from "../ui/figure";
import { BatterySettings } from "./battery-settings";
import { LoadSettings } from "./load-settings";
import { round, volts } from "./words";

/** What is known of a battery or a device on the supply, and what is set for it. */
export function SourceCard({ node, source, children }: { node: PowerNode; source: PowerSource | undefined; children: ReactNode }) {
  const { build } = useFloor();
  const placement = build.placements.find((other) => other.id === node.device);
  const { joint } = node;
  return (
    <section aria-labelledby="source" className="px-3 py-3">
      <h2 id="source" className="font-semibold">
        {node.name}
      </h2>
      {source && (
        <p className="text-small text-dim">
          {source.item}: {round(source.watt_hours)} Wh can be used
          {source.runtime_seconds == null ? (
            `; ${source.runtime}.`
          ) : (
            <>
              ,{" "}
              <Figure working={source.working} label="Runtime">
                {source.runtime}
              </Figure>{" "}
              at {round(source.watts)} W, {round(source.peak_watts)} W at the peak.
            </>
          )}
        </p>
      )}
      {node.own_filled && <p className="text-small text-dim">{node.own_filled}</p>}
      {source?.filled && <p className="text-small text-dim">{source.filled}</p>}
      {source?.takes_over && <p className="text-small text-dim">{source.takes_over}</p>}
      {joint && (
        <p className="text-small text-dim">
          {joint.at}: {volts(joint.volts_min, joint.volts_max)}, {joint.amps} A, {round(joint.watts)} W
          {joint.limit_watts != null && ` of ${round(joint.limit_watts)} W`}.
        </p>
      )}
      <div className="-mx-3 mt-2">{children}</div>
      {node.kind === "battery" && placement && <BatterySettings device={node.device} setting={placement.settings?.power ?? {}} source={source} />}
      {node.kind !== "battery" && node.watts > 0 && placement && <LoadSettings node={node} setting={placement.settings?.power ?? {}} />}
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
