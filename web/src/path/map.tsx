import { memo, useCallback, useEffect, useMemo, type KeyboardEvent } from "react";
import type { ConnectionReport, InputReport, Placement } from "../api/client";
import { useSelection, useWorkbench, type Selection } from "../frame/workbench";
import { SIGNALS } from "../ui/mark";
import { DEVICE_WIDTH, HEADER, inputY, outputY, rowsOf, useLayout, type Layout, type Point, type Rows } from "./layout";
import { lightUp } from "./trace";

/** The map shrinks to its place down to this scale; below it, it scrolls. */
const SMALLEST = 0.88;

/** Keeps words legible where a line runs behind them. */
const HALO = { paintOrder: "stroke", stroke: "var(--ground)", strokeWidth: 3 } as const;

const shorten = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** The path map: it lays itself out; people say what is connected, not where boxes go. */
export function PathMap({ inputs }: { inputs: InputReport[] | undefined }) {
  const { build, workspace, reference, select, connecting, connect, edit, settle } = useWorkbench();
  const selection = useSelection();
  const { report } = workspace;
  const layout = useLayout(build, report);
  const source = connecting?.split(".")[0];
  const shown = selection && `${selection.kind}-${selection.id}`;

  // What is selected from elsewhere is brought into sight.
  const ready = layout !== undefined;
  useEffect(() => {
    if (ready && shown) document.getElementById(shown)?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [ready, shown]);

  const rows = useMemo(() => rowsOf(report), [report]);
  const worst = useMemo(() => new Map(report.devices.map((device) => [device.id, device.worst])), [report]);
  const models = useMemo(() => new Map(reference.catalogue.devices.map((device) => [device.id, device.name])), [reference]);
  const cables = useMemo(() => new Map(report.connections.map((cable) => [cable.id, cable])), [report]);
  const lit = useMemo(() => lightUp(build, report, selection), [build, report, selection]);

  // While an output waits, a lit device takes it at the input that fits best; else it is selected.
  const press = useCallback(
    (next: Selection) => {
      const best = next.kind === "device" ? inputs?.find((input) => input.at.startsWith(`${next.id}.`) && input.fits) : undefined;
      if (!best || connecting === undefined) return select(next);
      const done = edit([{ do: "connect", build: build.id, from: connecting, to: best.at }]).then(() => {
        connect(undefined);
        select(next);
      });
      // Where it fails, the output still waits.
      settle(done);
    },
    [inputs, connecting, select, edit, settle, build.id, connect],
  );

  if (!layout)
    return (
      <p role="status" className="animate-[appear_0.2s_step-end_both] p-4 text-dim">
        Laying out the map…
      </p>
    );
  const byDevice = (id: string) => inputs?.filter((input) => input.at.startsWith(`${id}.`)) ?? [];

  return (
    <svg
      style={{ width: "100%", minWidth: layout.width * SMALLEST, maxWidth: layout.width }}
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role="group"
      aria-label="Path map"
      className="block select-none"
      onClick={(event) => {
        if (event.target === event.currentTarget) select(undefined);
      }}
    >
      {layout.bands.map((band) => (
        <line key={band.id} x1={0} x2={layout.width} y1={band.top} y2={band.top} stroke="var(--rule)" />
      ))}
      {build.connections.map((cable) => {
        const line = layout.cables.get(cable.id);
        const measured = cables.get(cable.id);
        if (!line || !measured) return null;
        const dimmed = connecting !== undefined || (lit !== undefined && !lit.cables.has(cable.id));
        return (
          <Cable
            key={cable.id}
            line={line}
            report={measured}
            from={cable.from}
            to={cable.to}
            dimmed={dimmed}
            selected={selection?.kind === "cable" && selection.id === cable.id}
            press={press}
          />
        );
      })}
      {layout.bands.map((band) => (
        <text key={band.id} aria-hidden x={18} y={band.top + 13} className="fill-dim text-small" style={HALO}>
          {band.name}
        </text>
      ))}
      {build.placements.map((placement) => {
        const inputs = byDevice(placement.id);
        const fits = inputs.some((input) => input.fits);
        const dimmed =
          connecting === undefined ? lit !== undefined && !lit.devices.has(placement.id) : placement.id !== source && inputs !== undefined && !fits;
        return (
          <DevicePlate
            key={placement.id}
            placement={placement}
            model={models.get(placement.device) ?? placement.device}
            reason={connecting !== undefined && !fits ? inputs[0]?.reason : undefined}
            rows={rows.get(placement.id)}
            place={layout.devices.get(placement.id)}
            worst={worst.get(placement.id) ?? undefined}
            dimmed={dimmed}
            selected={selection?.kind === "device" && selection.id === placement.id}
            press={press}
          />
        );
      })}
    </svg>
  );
}

const onPress = (act: () => void) => (event: KeyboardEvent) => {
  if (event.key === "Enter" || event.key === " ") {
    event.preventDefault();
    act();
  }
};

const WORST = { stop: "var(--stop)", caution: "var(--caution)", note: "var(--note)" };

interface PlateProps {
  placement: Placement;
  model: string;
  reason?: string;
  rows?: Rows;
  place?: Layout["devices"] extends Map<string, infer Place> ? Place : never;
  worst?: keyof typeof WORST;
  dimmed: boolean;
  selected: boolean;
  press: (selection: Selection) => void;
}

/** A device; drawn again only where what it shows has changed. */
const DevicePlate = memo(function DevicePlate({ placement, model, reason, rows, place, worst, dimmed, selected, press }: PlateProps) {
  if (!place) return null;
  const onSelect = () => press({ kind: "device", id: placement.id });
  const port = (at: string) => at.split(".")[1] ?? at;
  return (
    <g
      id={`device-${placement.id}`}
      transform={`translate(${place.x} ${place.y})`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${placement.name}, ${model}${worst ? `, ${worst}` : ""}`}
      opacity={dimmed ? 0.35 : 1}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={onPress(onSelect)}
    >
      <title>{`${placement.name}: ${model}${reason ? `: ${reason}` : ""}`}</title>
      <rect width={DEVICE_WIDTH} height={place.height} fill="var(--raised)" stroke={selected ? "var(--accent)" : "none"} strokeWidth={2} />
      <line x1={0} x2={DEVICE_WIDTH} y1={0} y2={0} stroke={worst ? WORST[worst] : "var(--ink)"} strokeWidth={worst ? 3 : 1.5} />
      {worst && <SeverityGlyph severity={worst} x={DEVICE_WIDTH - 14} y={7} />}
      <text x={6} y={16} className="fill-ink text-body font-semibold">
        {shorten(placement.name, worst ? 14 : 16)}
      </text>
      <text x={6} y={29} className="fill-dim text-small">
        {reason ? shorten(reason, 19) : model.split(" ").slice(0, 2).join(" ")}
      </text>
      {rows?.inputs.map((at, row) => (
        <text key={at} x={7} y={inputY(row) + 4} className="fill-dim text-small">
          {port(at)}
        </text>
      ))}
      {rows?.outputs.map((at, row) => (
        <text key={at} x={DEVICE_WIDTH - 7} y={outputY(row) + 4} textAnchor="end" className="fill-dim text-small">
          {port(at)}
        </text>
      ))}
      {rows && <line x1={6} x2={DEVICE_WIDTH - 6} y1={HEADER - 2} y2={HEADER - 2} stroke="var(--rule)" />}
    </g>
  );
});

const GLYPHS = { stop: "M1 1h8v8h-8z", caution: "M5 .5 9.7 9.2H.3z", note: "M5 1a4 4 0 1 0 0 8 4 4 0 0 0 0-8z" };

function SeverityGlyph({ severity, x, y }: { severity: keyof typeof WORST; x: number; y: number }) {
  return <path d={GLYPHS[severity]} transform={`translate(${x} ${y})`} fill={WORST[severity]} />;
}

interface CableProps {
  line: Point[];
  report: ConnectionReport;
  from: string;
  to: string;
  dimmed: boolean;
  selected: boolean;
  press: (selection: Selection) => void;
}

/** A cable: each kind of signal has its own stroke, and what flows is written along it. Drawn again
 *  only where what it shows has changed. */
const Cable = memo(function Cable({ line, report, from, to, dimmed, selected, press }: CableProps) {
  const name = `${from} to ${to}`;
  const onSelect = () => press({ kind: "cable", id: report.id });
  const [first = { x: 0, y: 0 }, second = first] = line;
  const last = line[line.length - 1] ?? first;
  const path = line.map((point, number) => `${number ? "L" : "M"}${point.x} ${point.y}`).join("");
  const [kind = "picture"] = report.signals;
  const { stroke } = SIGNALS[kind];
  const [what = "", ...rest] = report.label.split(" · ");
  const air = report.load?.rate_label === "" && report.load.loss_db != null;
  // At the left edge there is no room for it.
  const load = air
    ? last.x < 60
      ? ""
      : `${report.load?.needs}`
    : report.load?.rate_label
      ? `${report.load.needs} ${report.load.percent} %`
      : kind === "picture"
        ? ""
        : rest.join(" ");
  const dead = report.label === "nothing";
  const forward = second.x >= first.x;
  const at = { x: first.x + (forward ? 6 : -6), y: first.y };
  const anchor = forward ? "start" : "end";
  return (
    <g
      id={`cable-${report.id}`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Cable ${name}: ${report.label}${report.worst ? `, ${report.worst}` : ""}`}
      opacity={dimmed ? 0.22 : dead ? 0.6 : 1}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={onPress(onSelect)}
    >
      <title>{`${name}: ${report.label}`}</title>
      <path d={path} fill="none" stroke="transparent" strokeWidth={12} />
      {selected && <path d={path} fill="none" stroke="var(--accent)" strokeWidth={8} opacity={0.35} />}
      {kind === "timecode" || kind === "data" ? (
        <path
          d={path}
          fill="none"
          stroke={stroke}
          strokeWidth={3}
          strokeDasharray={kind === "data" ? "12 5" : "0.1 6"}
          strokeLinecap={kind === "data" ? "butt" : "round"}
        />
      ) : (
        <path d={path} fill="none" stroke={stroke} strokeWidth={kind === "sound" ? 4 : 3} strokeLinejoin="round" />
      )}
      {kind === "sound" && <path d={path} fill="none" stroke="var(--ground)" strokeWidth={1.6} />}
      {report.worst && <SeverityGlyph severity={report.worst} x={forward ? at.x : at.x - 10} y={at.y - 14} />}
      <text x={at.x + (report.worst ? (forward ? 14 : -14) : 0)} y={at.y - 5} textAnchor={anchor} className="fill-ink text-small" style={HALO}>
        {what}{" "}
        {report.signals.map((signal) => (
          <tspan key={signal} fill={SIGNALS[signal].stroke} className="font-semibold">
            {SIGNALS[signal].letter}
          </tspan>
        ))}
      </text>
      {/* Several receivers listen to one antenna: what is left on each way stands at its own end. */}
      <text x={air ? last.x - 6 : at.x} y={(air ? last.y : at.y) + 13} textAnchor={air ? "end" : anchor} className="fill-dim text-small" style={HALO}>
        {load}
      </text>
    </g>
  );
});
