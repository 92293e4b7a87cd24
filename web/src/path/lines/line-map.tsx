import { memo, useCallback, useDeferredValue, useEffect, useEffectEvent, useMemo, useRef, useState, type CSSProperties } from "react";
import type { Build, Command, InputReport, LineGroup, LineRow, Placement, Report } from "../../api/client";
import { useAttention, useEdits, useFloor, useSelection, type Selection, type useWorkbench } from "../../frame/workbench";
import { BoardRow } from "./board-row";
import { Cable } from "./cable";
import { DragHandles } from "./drag";
import { useLineFacts } from "./line-facts";
import { Overview } from "./overview";
import { PLATE, timedPlace, TITLE, type Placed } from "./place";
import { DevicePlate } from "./plate";
import { STEP, useSight } from "./sight";
import { plateWords } from "./text";

/** The board beside the lines: as wide as this at least, and with columns of its own from there on. */
const NARROW_BOARD = 186;
const WIDE_BOARD = 440;
const WIDE = 1_000;
const COLUMNS = 430;

/** Up to so many plates everything is drawn; beyond, what is in sight. */
const ALL_DRAWN = 60;
/** From so many on, placing them takes longer than the rest of the page. */
const MANY = 1_500;

/** From here on a plate shows a long name on one line, with the model under it. */
const ROOMY = 1_150;

/** How large it is drawn: a share of its size, or as much as fits. */
export type Zoom = number | "fit";

/** The lines, and at the end of each its destination's row of the board: one thing that scrolls together. */
export function LineMap({ inputs, zoom, whole = false }: { inputs: InputReport[] | undefined; zoom: Zoom; whole?: boolean }) {
  const { build, workspace, reference } = useFloor();
  const { select, connecting, connect, preview } = useAttention();
  const { edit, settle } = useEdits();
  const selection = useSelection();
  const floor = useMemo(() => ({ build, report: workspace.report }), [build, workspace.report]);
  // A very large map is drawn in pieces after the rest of the page, so that the page is never held up for long.
  const behind = useDeferredValue(floor);
  const count = plates(workspace.report.lines);
  const { build: drawn, report } = count > MANY ? behind : floor;
  const hands = { select, connecting, connect, edit, settle, preview };
  return (
    <Drawing
      {...hands}
      build={drawn}
      report={report}
      reference={reference}
      selection={selection}
      inputs={inputs}
      zoom={zoom}
      partly={count > ALL_DRAWN && !whole}
    />
  );
}

/** How many plates stand on the lines. */
function plates(groups: LineGroup[]): number {
  let count = 0;
  for (const { rows } of groups) {
    for (const { through, end, branches } of rows) {
      count += through.length + (end ? 1 : 0) + branches.reduce((sum, branch) => sum + branch.stops.length, 0);
    }
  }
  return count;
}

type DrawingProps = Pick<ReturnType<typeof useWorkbench>, "build" | "reference" | "select" | "connecting" | "connect" | "edit" | "settle" | "preview"> & {
  report: Report;
  selection: Selection | undefined;
  inputs: InputReport[] | undefined;
  zoom: Zoom;
  /** Whether only what is in sight is drawn. */
  partly: boolean;
};

/** The map of one floor, drawn again only where something of it has changed. */
const Drawing = memo(function Drawing({
  build,
  report,
  reference,
  selection,
  inputs,
  zoom: wanted,
  partly,
  select,
  connecting,
  connect,
  edit,
  settle,
  preview,
}: DrawingProps) {
  const frame = useRef<HTMLDivElement>(null);
  const { width, height, top, typeIsThere } = useSight(frame);
  const { placements, models, arrivals, recordings, worst, hangsOn, cables, units, faults, air, lined, lit } = useLineFacts(
    build,
    report,
    reference,
    selection,
  );

  const [border, setBorder] = useState<number>();
  const roomy = width >= ROOMY;
  const modelOf = useCallback(
    (device: string) => {
      const model = models.get(placements.get(device)?.device ?? "");
      return model?.split(" ").slice(0, 2).join(" ") ?? placements.get(device)?.device ?? "";
    },
    [placements, models],
  );
  const wordsOf = useCallback(
    (placement: Placement) => plateWords(placement, modelOf(placement.id), worst.get(placement.id) !== undefined, roomy),
    [modelOf, worst, roomy],
  );
  const troubled = report.arrivals
    .filter((row) => row.standing !== "ok")
    .map((row) => row.device)
    .join(" ");
  const placed = useMemo(() => {
    const says = new Set(troubled.split(" "));
    const room = border ?? width - (width >= WIDE ? WIDE_BOARD : NARROW_BOARD);
    return timedPlace({
      cables: lined,
      lines: report.lines,
      wordsNeed: (device) => {
        const placement = placements.get(device);
        return placement ? wordsOf(placement).room : 0;
      },
      says: (row: LineRow) => row.end != null && says.has(row.end.device),
      isAir: (cable) => air.has(cable),
      room,
    });
    // Widths are measured anew when the type is there.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [lined, report.lines, placements, wordsOf, air, troubled, width, border, typeIsThere]);

  // Of a large floor only what is in sight, and a little around it, is drawn.
  const zoom = wanted === "fit" ? fitting(placed, width, height) : wanted;
  const [from, to] = partly ? [(top - STEP) / zoom, (top + height + 2 * STEP) / zoom] : [-Infinity, Infinity];
  const drawn = (low: number, high: number) => high >= from && low <= to;

  // What is selected from elsewhere is brought into sight.
  const shown = selection && `${selection.kind}-${selection.id}`;
  const ready = width > 0;
  const bringIntoSight = useEffectEvent((id: string) => {
    const there = document.getElementById(id);
    if (there) return there.scrollIntoView({ block: "nearest", inline: "nearest" });
    // It isn't drawn, so far off it is.
    const y = selection?.kind === "device" ? placed.plates.get(selection.id)?.y : placed.lines.get(selection?.id ?? "")?.high;
    if (y !== undefined) frame.current?.parentElement?.scrollTo({ top: y * zoom - height / 2 });
  });
  useEffect(() => {
    if (!ready || !shown) return;
    bringIntoSight(shown);
  }, [ready, shown]);

  const facing = report.ports.find((port) => port.at === connecting)?.direction;
  // While a port waits, a lit device takes it at the port that was pressed, or at the one that fits best;
  // else the device is selected.
  const press = useCallback(
    (next: Selection, port?: string) => {
      const best =
        next.kind === "device" ? inputs?.find((input) => (port ?? input.at) === input.at && input.at.startsWith(`${next.id}.`) && input.fits) : undefined;
      if (!best || connecting === undefined) return select(next);
      const [from, to] = facing === "in" ? [best.at, connecting] : [connecting, best.at];
      const done = edit([{ do: "connect", build: build.id, from, to }]).then(() => {
        connect(undefined);
        select(next);
      });
      // Where it fails, the port still waits.
      settle(done);
    },
    [inputs, connecting, facing, select, edit, settle, build.id, connect],
  );

  const source = connecting?.split(".")[0];
  const wide = width - placed.width >= COLUMNS;
  return (
    <div ref={frame} className="min-w-0" data-line-map>
      <div className="sticky top-0 z-10 flex border-b border-rule bg-ground text-small text-dim" style={{ minWidth: placed.width + NARROW_BOARD }} aria-hidden>
        <span style={{ width: placed.end }} />
        <span style={{ width: placed.width - placed.end }} className="py-1">
          Destination
        </span>
        <span className="flex-1 py-1 pl-2.5">Arrives</span>
        {wide && <span className="w-[90px] py-1">Delay</span>}
        {wide && <span className="w-[108px] py-1">Records</span>}
        {wide && <span className="w-[56px] py-1">Verdict</span>}
      </div>
      <div data-drawn className="relative" style={{ height: placed.height, minWidth: placed.width + NARROW_BOARD, zoom, ...onPaper(placed) }}>
        <Groups placed={placed} nameOf={(id) => placements.get(id)?.name ?? id} unitOf={(id) => units.get(placements.get(id)?.unit ?? "")} />
        <div role="table" aria-label="Arrivals" className="absolute inset-y-0 right-0" style={{ left: placed.width }}>
          {placed.groups.flatMap(({ group, rows }) => {
            const sourceUnit = placements.get(group.source ?? "")?.unit;
            return rows.map(({ key, row, top, height, middle, device }) =>
              device === undefined || !drawn(top, top + height) ? null : (
                <BoardRow
                  key={key}
                  id={device}
                  name={placements.get(device)?.name ?? device}
                  unit={placements.get(device)?.unit === sourceUnit ? undefined : units.get(placements.get(device)?.unit ?? "")}
                  top={top}
                  height={height}
                  middle={middle}
                  arrival={arrivals.get(device)}
                  recording={recordings.get(device)}
                  worst={worst.get(device)}
                  own={row.own}
                  wide={wide}
                  selected={selection?.kind === "device" && selection.id === device}
                />
              ),
            );
          })}
        </div>
        <svg
          width={placed.width}
          height={placed.height}
          role="group"
          aria-label="Path map"
          className="absolute top-0 left-0 block select-none"
          onClick={(event) => {
            if (event.target === event.currentTarget) select(undefined);
          }}
        >
          {build.connections.map((cable) => {
            const line = placed.lines.get(cable.id);
            const measured = cables.get(cable.id);
            if (!line || !measured || !drawn(line.low, line.high)) return null;
            return (
              <Cable
                key={cable.id}
                path={line.points.map(({ x, y }) => `${x} ${y}`).join(" ")}
                label={line.label}
                report={measured}
                from={cable.from}
                to={cable.to}
                fault={faults.get(cable.id)}
                air={measured.air ? cable.length : undefined}
                dimmed={connecting !== undefined || (lit !== undefined && !lit.cables.has(cable.id))}
                selected={selection?.kind === "cable" && selection.id === cable.id}
                press={press}
              />
            );
          })}
          {placed.groups.flatMap(({ rows }) =>
            rows
              .filter(({ own, top, height }) => own.length > 0 && drawn(top, top + height))
              .map(({ key, own, device }) => (
                <Own key={key} points={own} dimmed={connecting !== undefined || (lit !== undefined && !lit.devices.has(device ?? ""))} />
              )),
          )}
          {preview && <Ghosts commands={preview.commands} build={build} placed={placed} />}
          {build.placements.map((placement) => {
            const plate = placed.plates.get(placement.id);
            if (!plate || !drawn(plate.y, plate.y)) return null;
            const { first, second, strong } = wordsOf(placement);
            const asked = inputs?.filter((input) => input.at.startsWith(`${placement.id}.`));
            const fits = asked?.some((input) => input.fits) ?? false;
            const waits = connecting !== undefined && placement.id !== source && inputs !== undefined;
            return (
              <DevicePlate
                key={placement.id}
                id={placement.id}
                name={placement.name}
                model={modelOf(placement.id)}
                first={first}
                second={second}
                strong={strong}
                reason={waits && !fits ? asked?.[0]?.reason : undefined}
                ports={
                  waits && fits
                    ? asked
                        ?.filter((input) => input.fits)
                        .map((input) => input.at.split(".")[1] ?? "")
                        .join(" ")
                    : undefined
                }
                x={plate.x}
                y={plate.y}
                width={plate.width}
                worst={worst.get(placement.id)}
                power={hangsOn.get(placement.id)}
                dimmed={waits ? !fits : connecting === undefined && lit !== undefined && !lit.devices.has(placement.id)}
                selected={selection?.kind === "device" && selection.id === placement.id}
                press={press}
              />
            );
          })}
          {selection?.kind === "device" && connecting === undefined && <DragHandles key={selection.id} placed={placed} device={selection.id} zoom={zoom} />}
        </svg>
        <Border
          at={placed.width}
          height={placed.height}
          zoom={zoom}
          onMove={(to) => setBorder(to === undefined ? undefined : Math.max(300, Math.min(width - NARROW_BOARD, to)))}
        />
      </div>
      <Overview placed={placed} zoom={zoom} frame={frame} />
    </div>
  );
});

/** The border between lines and board: dragged, or moved with the arrows; twice pressed, it goes back. */
function Border({ at, height, zoom, onMove }: { at: number; height: number; zoom: number; onMove: (to: number | undefined) => void }) {
  const begun = useRef<number>(undefined);
  return (
    // A separator that moves is a control, whatever the list of roles says.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label="Border between lines and board"
      aria-valuenow={Math.round(at)}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      data-not-saved
      className="absolute top-0 w-2 -translate-x-1 cursor-col-resize touch-none hover:bg-rule print:hidden"
      style={{ left: at, height }}
      onPointerDown={(event) => {
        begun.current = event.clientX / zoom - at;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (begun.current !== undefined) onMove(event.clientX / zoom - begun.current);
      }}
      onPointerUp={() => {
        begun.current = undefined;
      }}
      onDoubleClick={() => onMove(undefined)}
      onKeyDown={(event) => {
        if (event.key !== "ArrowLeft" && event.key !== "ArrowRight") return;
        event.preventDefault();
        event.stopPropagation();
        onMove(at + (event.key === "ArrowRight" ? 24 : -24));
      }}
    />
  );
}

/** What is left of a landscape sheet within its margins and under a line of title, in CSS pixels. */
const SHEETS = { "--on-a4": [1_040, 660], "--on-a3": [1_500, 985] } as const;
/** Smaller than this, print can't be read: the floor goes on over the next sheet. */
const LEAST_ON_PAPER = 0.5;

/** How much it is drawn smaller or larger on each sheet, so that it stands on one. */
function onPaper(placed: Placed): CSSProperties {
  const scales = Object.entries(SHEETS).map(([name, [width, height]]) => {
    const scale = Math.min(1.5, width / (placed.width + WIDE_BOARD), height / placed.height);
    return [name, String(Math.max(LEAST_ON_PAPER, scale))];
  });
  return Object.fromEntries(scales) as CSSProperties;
}

/** As large as fits its place; never larger than its size. */
function fitting(placed: Placed, width: number, height: number): number {
  const HEAD = 28;
  return Math.min(1, (height - HEAD) / placed.height, width / (placed.width + NARROW_BOARD));
}

/** A camera's own recording leaves its plate and needs no wire. */
function Own({ points, dimmed }: { points: { x: number; y: number }[]; dimmed: boolean }) {
  const last = points[points.length - 1];
  if (!last) return null;
  return (
    <g aria-hidden opacity={dimmed ? 0.6 : 1}>
      <path d={points.map(({ x, y }, at) => `${at ? "L" : "M"}${x} ${y}`).join("")} fill="none" stroke="var(--picture)" strokeWidth={2} opacity={0.8} />
      <circle cx={last.x} cy={last.y} r={3} fill="var(--picture)" />
      <text x={last.x + 8} y={last.y + 4} className="fill-dim text-small">
        own card
      </text>
    </g>
  );
}

/** What a previewed fix would change, before it is applied: cables that it touches or runs, devices that it
 *  sets otherwise. */
function Ghosts({ commands, build, placed }: { commands: Command[]; build: Build; placed: Placed }) {
  const port = (at: string) => placed.plates.get(at.split(".")[0] ?? "");
  const drawn = commands.flatMap((command, number) => {
    const key = `${command.do}-${number}`;
    if (command.do === "connect") {
      const [from, to] = [port(command.from), port(command.to)];
      if (!from || !to) return [];
      const start = from.x + from.width;
      return [<path key={key} d={`M${start} ${from.y}C${start + 40} ${from.y} ${to.x - 40} ${to.y} ${to.x} ${to.y}`} />];
    }
    const cable = "connection" in command && typeof command.connection === "string" ? command.connection : undefined;
    const line = cable === undefined ? undefined : placed.lines.get(cable);
    if (line) return [<path key={key} d={line.points.map(({ x, y }, at) => `${at ? "L" : "M"}${x} ${y}`).join("")} />];
    const named =
      "device" in command && typeof command.device === "string" ? command.device : "at" in command && typeof command.at === "string" ? command.at : "";
    const plate = build.placements.some((placement) => placement.id === named.split(".")[0]) ? port(named) : undefined;
    return plate ? [<rect key={key} x={plate.x - 4} y={plate.y - PLATE / 2 - 4} width={plate.width + 8} height={PLATE + 8} />] : [];
  });
  return (
    <g aria-hidden data-ghosts={drawn.length} fill="none" stroke="var(--accent)" strokeWidth={2} strokeDasharray="6 5">
      {drawn}
    </g>
  );
}

const LOOSE = "Not connected";

const titleOf = (group: LineGroup, nameOf: (id: string) => string) => (group.source == null ? LOOSE : nameOf(group.source));

function Groups({ placed, nameOf, unitOf }: { placed: Placed; nameOf: (id: string) => string; unitOf: (id: string) => string | undefined }) {
  return placed.groups.map(({ group, top }) => {
    const unit = group.source == null ? undefined : unitOf(group.source);
    const name = titleOf(group, nameOf);
    return (
      <div key={group.source ?? "loose"} style={{ top, height: TITLE }} className="absolute inset-x-0 border-t border-rule pt-1" data-group={group.source}>
        <h2 className="inline text-small font-semibold text-accent" style={{ paddingLeft: placed.first }}>
          {name}
        </h2>
        {unit && unit !== name && <span className="ml-2 text-small text-dim">{unit}</span>}
      </div>
    );
  });
}
