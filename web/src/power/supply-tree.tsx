import type { Finding, PowerNode, PowerReport } from "../api/client";
import { useFloor } from "../frame/workbench";
import { SeverityMark } from "../ui/mark";
import { isTree, round, trees, volts } from "./words";

/** What feeds what, unit by unit: a source, and under it all that hangs on it. */
export function SupplyTree({ power, chosen, choose }: { power: PowerReport; chosen: string | undefined; choose: (device: string) => void }) {
  const { build, workspace } = useFloor();
  const all = trees(power);
  const unitOf = (device: string) => build.placements.find((placement) => placement.id === device)?.unit;
  const alone = all.filter((tree) => !isTree(tree)).flat();
  const destroyed = new Set(
    workspace.report.findings.filter((finding: Finding) => finding.code === "P-101" || finding.code === "P-102").map((finding) => finding.at.connection),
  );
  return (
    <section aria-label="Supply">
      {build.units.map((unit) => {
        const mine = all.filter((tree) => isTree(tree) && unitOf(tree[0]?.device ?? "") === unit.id);
        if (mine.length === 0) return null;
        const draws = mine.reduce((sum, tree) => sum + (tree[0]?.with_behind ?? 0), 0);
        return (
          <section key={unit.id} aria-label={unit.name} className="border-t border-rule py-2">
            <h3 className="font-semibold">
              {unit.name} <span className="pl-2 text-small font-normal text-dim">draws {round(draws)} W</span>
            </h3>
            {mine.map((tree) => (
              <ul key={tree[0]?.device} className="mt-1">
                {tree.map((node, number) => (
                  <Row
                    key={node.device}
                    node={node}
                    last={!tree.slice(number + 1).some((other) => other.depth === node.depth)}
                    burns={node.joint != null && destroyed.has(node.joint.connection)}
                    chosen={node.device === chosen}
                    choose={choose}
                  />
                ))}
              </ul>
            ))}
          </section>
        );
      })}
      <Alone title="On what is built in" nodes={alone.filter((node) => node.own_battery)} choose={choose} />
      <Alone title="On nothing" nodes={alone.filter((node) => !node.own_battery)} choose={choose} />
    </section>
  );
}

/** Devices that hang on no supply. */
function Alone({ title, nodes, choose }: { title: string; nodes: PowerNode[]; choose: (device: string) => void }) {
  if (nodes.length === 0) return null;
  return (
    <p className="border-t border-rule py-2 text-small text-dim">
      {title}:{" "}
      {nodes.map((node, number) => (
        <span key={node.device}>
          {number > 0 && ", "}
          {node.worst && <SeverityMark severity={node.worst} word={false} />}{" "}
          <button type="button" className="text-ink hover:underline" onClick={() => choose(node.device)}>
            {node.name}
          </button>
        </span>
      ))}
      .
    </p>
  );
}

interface RowProps {
  node: PowerNode;
  last: boolean;
  burns: boolean;
  chosen: boolean;
  choose: (device: string) => void;
}

function Row({ node, last, burns, chosen, choose }: RowProps) {
  const { joint } = node;
  return (
    <li
      className={`grid grid-cols-[minmax(0,1fr)_7.5rem_11rem_minmax(0,13rem)] items-center gap-x-3 py-0.5 max-md:grid-cols-[minmax(0,1fr)_auto] ${chosen ? "bg-raised" : ""}`}
    >
      <button
        type="button"
        aria-pressed={chosen}
        className="flex min-w-0 items-center gap-1.5 text-left hover:underline"
        style={{ paddingLeft: `${Math.min(node.depth, 6) * 1.4}rem` }}
        onClick={() => choose(node.device)}
      >
        {node.depth > 0 && <Lead last={last} burns={burns} />}
        {node.worst && <SeverityMark severity={node.worst} word={false} />}
        <span className={`min-w-0 truncate ${node.depth === 0 ? "font-semibold" : ""}`}>{node.name}</span>
        <span className="shrink-0 text-small text-dim">{[node.watts > 0 && `${round(node.watts)} W`, spare(node)].filter(Boolean).join(", ")}</span>
      </button>
      <span className={`text-right whitespace-nowrap max-md:text-small ${burns ? "text-stop" : ""}`}>
        {joint ? volts(joint.volts_min, joint.volts_max) : ""}
      </span>
      {joint ? <Load joint={joint} /> : <span aria-hidden className="max-md:hidden" />}
      <span className={`text-small max-md:col-span-2 ${burns ? "font-semibold text-stop" : "text-dim"}`}>{burns ? "don’t plug it in" : node.until}</span>
    </li>
  );
}

/** Outlets that nothing hangs on. */
const spare = (node: PowerNode) => (node.spare_outlets > 0 ? `${node.spare_outlets} ${node.spare_outlets === 1 ? "outlet" : "outlets"} free` : "");

/** The elbow of a lead: two strokes as of a pair of wires, parted where it must not be plugged in. */
function Lead({ last, burns }: { last: boolean; burns: boolean }) {
  return (
    <svg viewBox="0 0 20 24" className="h-6 w-5 shrink-0" aria-hidden>
      <path d={last ? "M4 0v12h6" : "M4 0v24M4 12h6"} stroke={burns ? "var(--stop)" : "var(--power)"} strokeWidth="2" fill="none" />
      {burns ? <path d="M11 7l4 10M15 7l4 10" stroke="var(--stop)" strokeWidth="2" /> : <path d="M10 12h9" stroke="var(--power)" strokeWidth="4" />}
    </svg>
  );
}

/** What goes through a joint against what it is made for: a bar, with a tick at its peak. */
function Load({ joint }: { joint: NonNullable<PowerNode["joint"]> }) {
  const limit = joint.limit_watts;
  const share = (watts: number) => (limit ? Math.min(100, (watts / limit) * 100) : 0);
  const over = limit != null && joint.watts > limit;
  const peaks = limit != null && joint.peak_watts > limit;
  const says = `${round(joint.watts)} W, ${joint.amps} A${limit == null ? "" : ` of ${round(limit)} W`}, at the peak ${round(joint.peak_watts)} W`;
  return (
    <span className="flex items-center gap-2 text-small max-md:hidden" title={says} role="img" aria-label={says}>
      <span aria-hidden className="relative h-2 w-14 shrink-0 bg-sunk">
        <span className="absolute inset-y-0 left-0" style={{ width: `${share(joint.watts)}%`, background: over ? "var(--stop)" : "var(--power)" }} />
        {limit != null && (
          <span
            className="absolute -inset-y-0.5 w-0.5"
            style={{ left: `calc(${share(joint.peak_watts)}% - 2px)`, background: peaks ? "var(--caution)" : "var(--ink)" }}
          />
        )}
      </span>
      <span aria-hidden className={`whitespace-nowrap ${over ? "text-stop" : peaks ? "text-caution" : "text-dim"}`}>
        {round(joint.watts)}
        {limit != null && ` of ${round(limit)}`} W
      </span>
    </span>
  );
}
