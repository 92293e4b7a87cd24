import { Main, Page, Side } from "../ui/page";
import { useState } from "react";
import { FindingsAt } from "../findings/findings";
import { useChosen } from "../frame/chosen";
import { usePaper } from "../frame/paper";
import { useEdits, useFloor } from "../frame/workbench";
import { useHouseRules } from "../needs/rules";
import { Button } from "../ui/button";
import { PowerDay } from "./day";
import { PowerUnit } from "./power-unit";
import { PowerSheet } from "./power-sheet";
import { SourceCard } from "./source-card";
import { round } from "./words";
import { SupplyTree } from "./supply-tree";

/** The Power view: what feeds what and how much of each joint that is, each battery's day, what to carry. */
export function PowerView() {
  const { build, workspace } = useFloor();
  const [chosen, choose] = useChosen("power");
  const [paper, print] = usePaper();
  const { power, findings } = workspace.report;
  const worst = power.nodes.find((node) => node.worst === "stop") ?? power.nodes.find((node) => node.worst === "caution") ?? power.nodes[0];
  const node = power.nodes.find((other) => other.device === chosen) ?? worst;
  if (paper) return <PowerSheet power={power} />;
  const cables = new Set(
    build.connections.filter((cable) => node && [cable.from, cable.to].some((end) => end.startsWith(`${node.device}.`))).map((cable) => cable.id),
  );
  const here = findings.filter(
    (finding) =>
      finding.area === "power" && node && (finding.at.device === node.device || (finding.at.connection != null && cables.has(finding.at.connection))),
  );
  const source = power.sources.find((other) => node && other.devices.includes(node.device));
  return (
    <Page>
      <Main>
        <div className="my-3 flex flex-wrap items-center gap-3">
          <h2 className="mr-auto text-large font-semibold">Power</h2>
          <Temperature />
          <PowerUnit />
          {power.sources.length > 0 && <Button onClick={print}>Print charging rota</Button>}
        </div>
        {power.nodes.length === 0 ? (
          <p className="my-3 max-w-prose text-dim">
            No power stands on the floor. Add a battery, a plate or an adapter in Path and connect it as any cable: volts, watts and amperes at each joint, how
            long it lasts, and what goes dark with it then stand here. What would be destroyed is said before anything else.
          </p>
        ) : (
          <>
            <SupplyTree power={power} chosen={node?.device} choose={choose} />
            <PowerDay power={power} chosen={node?.device} choose={choose} />
            <Mains />
            <Carry />
          </>
        )}
        <p className="mt-3 max-w-prose text-small text-dim">
          Figures are typical. Local codes, the maker’s instructions and whoever is licensed for the mains have the last word.
        </p>
      </Main>
      {node && (
        <Side label="Supply of a device">
          <SourceCard key={node.device} node={node} source={source}>
            <FindingsAt findings={here} />
          </SourceCard>
        </Side>
      )}
    </Page>
  );
}

/** The temperature that batteries are computed for: dragged, and sent when it is let go. */
function Temperature() {
  const { workspace } = useFloor();
  const { settle } = useEdits();
  const { set } = useHouseRules();
  const { celsius, cold_percent } = workspace.report.power;
  const [dragged, setDragged] = useState<number>();
  const send = () => {
    if (dragged != null && dragged !== celsius) settle(set({ air_celsius: dragged }));
    setDragged(undefined);
  };
  return (
    <label className="flex items-center gap-2">
      <span className="text-small text-dim">Temperature</span>
      <input
        type="range"
        min={-30}
        max={45}
        value={dragged ?? celsius}
        onChange={(event) => setDragged(Number(event.target.value))}
        onPointerUp={send}
        onKeyUp={send}
        onBlur={send}
        className="w-36 accent-[var(--power)]"
      />
      <span className="w-28 text-small">
        {dragged ?? celsius} °C{cold_percent < 100 && dragged == null && `, ${cold_percent} % left`}
      </span>
    </label>
  );
}

/** Wall sockets: what hangs on them against what their breaker holds, what goes with them, what bridges that. */
function Mains() {
  const { workspace } = useFloor();
  const { mains } = workspace.report.power;
  if (mains.length === 0) return null;
  return (
    <section aria-label="Mains" className="border-t border-rule py-3">
      <h3 className="font-semibold">
        Mains <span className="pl-2 text-small font-normal text-dim">all sockets of one place behind one breaker: a guide, local codes win</span>
      </h3>
      <ul>
        {mains.map((wall) => (
          <li key={wall.device} className="border-t border-rule py-1">
            <span className="font-semibold">{wall.name}</span>{" "}
            <span className={wall.watts > wall.limit_watts ? "text-stop" : wall.peak_watts > wall.limit_watts ? "text-caution" : ""}>
              {round(wall.watts)} of {round(wall.limit_watts)} W
            </span>{" "}
            <span className="text-small text-dim">
              ({wall.breaker}), {round(wall.peak_watts)} W at the peak
            </span>
            <p className="text-small text-dim">
              Without it: {wall.without.join(" ")}
              {wall.bridged.length > 0 && ` Goes on: ${wall.bridged.join("; ")}.`}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is packed: batteries by kind, and what a carrier says of them. */
function Carry() {
  const { workspace } = useFloor();
  const { batteries } = workspace.report.power;
  if (batteries.length === 0) return null;
  return (
    <section aria-label="To carry" className="border-t border-rule py-3">
      <h3 className="font-semibold">
        To carry <span className="pl-2 text-small font-normal text-dim">one more of each than the day uses</span>
      </h3>
      <ul>
        {batteries.map((needed) => (
          <li key={needed.item} className="flex flex-wrap gap-x-3 border-t border-rule py-0.5">
            <span className="w-8 text-right font-semibold">{needed.count}</span>
            <span>{needed.name}</span>
            <span className={needed.owned < needed.count ? "text-caution" : "text-dim"}>the kit has {needed.owned}</span>
            {needed.carriage != null && <span className="text-small text-dim">{needed.carriage}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
