import { memo, useLayoutEffect, useRef, useState, type PointerEvent } from "react";
import type { PartReport, RigReport, Seat } from "../api/client";
import { SIGNALS } from "../ui/mark";

type View = "side" | "front" | "top";
const NUMBER: Record<View, 0 | 1 | 2> = { side: 0, front: 1, top: 2 };

/** Points on paper, as an attribute. */
const points = (outline: number[][]) => outline.map(([right, down]) => `${right},${down}`).join(" ");

interface Frame {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** What all parts of a rig fill on one drawing, with room around for what is written. */
function frame(rig: RigReport, view: View, room: number): Frame {
  const boxes = rig.parts.flatMap((part) => part.boxes.flatMap((box) => box[view]));
  const all = [...boxes, ...rig.cables.flatMap((cable) => along(cable.way.map((point) => point[NUMBER[view]] ?? [0, 0])))];
  const rights = all.map(([right]) => right ?? 0);
  const downs = all.map(([, down]) => down ?? 0);
  if (all.length === 0) return { left: -100, top: -100, width: 200, height: 200 };
  const [left, top] = [Math.min(...rights) - room, Math.min(...downs) - room];
  return { left, top, width: Math.max(...rights) + room - left, height: Math.max(...downs) + room - top };
}

/** Millimetres in a pixel, as a drawing stands on the screen now: what is written is as large as elsewhere. */
function useScale(width: number, height: number) {
  const svg = useRef<SVGSVGElement>(null);
  const [scale, setScale] = useState(1);
  useLayoutEffect(() => {
    const drawn = svg.current;
    if (!drawn) return;
    const measure = () => {
      const box = drawn.getBoundingClientRect();
      if (box.width > 0 && box.height > 0) setScale(Math.max(width / box.width, height / box.height));
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(drawn);
    return () => watch.disconnect();
  }, [width, height]);
  return [svg, scale] as const;
}

interface Props {
  /** How high it may be, as a class. */
  high: string;
  rig: RigReport;
  view: View;
  title: string;
  chosen: string | undefined;
  choose: (part: string) => void;
  /** A part that is dragged along its rail, by so many millimetres from where it was. */
  drag?: (part: PartReport, by: number) => void;
  drop?: () => void;
  labels?: boolean;
  hold: string | undefined;
  /** Where a part that is to be mounted fits, and what mounts it there. */
  seats?: Seat[];
  mount?: (seat: Seat) => void;
}

/** An elevation to scale: what is nearer covers what is behind, edges behind are dashed. */
export function Drawing({ high, rig, view, title, chosen, choose, drag, drop, labels = false, hold, seats = [], mount }: Props) {
  const number = NUMBER[view];
  const { left, top, width, height } = frame(rig, view, labels ? 46 : 24);
  const boxes = rig.parts
    .flatMap((part) => part.boxes.map((box, at) => ({ key: `${part.id} ${at}`, part, outline: box[view], depth: box.depth[number] ?? 0 })))
    .sort((one, other) => other.depth - one.depth);
  const [svg, scale] = useScale(width, height);
  const held = rig.holds.find((one) => one.by === hold);
  const [centre, grip] = [rig.centre[number] ?? [0, 0], held?.at[number]];
  return (
    <figure className="isolate m-0 min-w-0">
      <figcaption className="text-small font-semibold text-dim">{title}</figcaption>
      <svg
        viewBox={`${left} ${top} ${width} ${height}`}
        ref={svg}
        className={`block h-auto w-full ${high}`}
        role="group"
        aria-label={`${title} of ${rig.name}`}
      >
        {boxes.map(({ key, part, outline }) => (
          <Solid key={key} part={part} outline={outline} chosen={part.id === chosen} number={number} scale={scale} drag={drag} drop={drop} choose={choose} />
        ))}
        <g aria-hidden pointerEvents="none">
          {boxes.map(({ key, outline, part }) => (
            <HiddenEdges key={key} outline={outline} stroke={stroke(part, part.id === chosen)} />
          ))}
          {rig.cables.map((cable) => (
            <path
              key={cable.connection}
              d={curve(cable.way.map((point) => point[number] ?? [0, 0]))}
              fill="none"
              stroke={SIGNALS[cable.signal].stroke}
              strokeWidth="1.6"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {rig.covered.map((space, key) => (
            <polygon
              key={key}
              points={points(space.outlines[view])}
              fill="none"
              stroke="var(--caution)"
              strokeWidth="1.4"
              strokeDasharray="4 3"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {labels && <CoveredBy rig={rig} view={view} scale={scale} />}
          {grip && <Plumb from={grip} centre={centre} />}
          {rig.feet.map((foot, key) => {
            const [right = 0, down = 0] = foot[number] ?? [];
            return view === "top" ? (
              <circle key={key} cx={right} cy={down} r="3" fill="var(--dim)" />
            ) : (
              <path key={key} d={`M${right} ${down}l-5 8h10z`} fill="none" stroke="var(--dim)" vectorEffect="non-scaling-stroke" />
            );
          })}
          <Centre at={centre} foot={view === "top" ? undefined : top + height} />
          {labels && <Names rig={rig} view={view} scale={scale} />}
          {labels && <Length boxes={boxes.map((box) => box.outline)} at={top + height - 14} scale={scale} />}
        </g>
        {seats.map((seat) => (
          <Lit key={seat.onto} seat={seat} number={number} scale={scale} mount={mount} />
        ))}
      </svg>
    </figure>
  );
}

function stroke(part: PartReport, chosen: boolean) {
  if (chosen) return "var(--accent)";
  if (part.worst === "stop") return "var(--stop)";
  if (part.worst === "caution") return "var(--caution)";
  return "var(--ink)";
}

/** The curve of a cable, which leaves both sockets straight: its ends, and what draws it from one to the other. */
function bends(way: number[][]) {
  const [a = [0, 0], b = [0, 0], c = [0, 0], d = [0, 0]] = way;
  const far = (from: number[], to: number[]) => [from[0]! + (to[0]! - from[0]!) * 3, from[1]! + (to[1]! - from[1]!) * 3];
  return [a, far(a, b), far(d, c), d] as const;
}

function curve(way: number[][]) {
  const [a, out, back, d] = bends(way);
  return `M${a.join(" ")}C${out.join(" ")} ${back.join(" ")} ${d.join(" ")}`;
}

/** Points along that curve, as far out as it goes. */
function along(way: number[][]) {
  const [a, out, back, d] = bends(way);
  return [0.2, 0.35, 0.5, 0.65, 0.8].map((at) => {
    const left = 1 - at;
    const share = [left ** 3, 3 * left * left * at, 3 * left * at * at, at ** 3];
    return [0, 1].map((axis) => [a, out, back, d].reduce((sum, point, number) => sum + (point[axis] ?? 0) * (share[number] ?? 0), 0));
  });
}

/** What of a box something covers, dashed. */
const HiddenEdges = memo(function HiddenEdges({ outline, stroke }: { outline: number[][]; stroke: string }) {
  return (
    <polygon points={points(outline)} fill="none" stroke={stroke} strokeWidth="0.8" strokeDasharray="2 4" opacity="0.55" vectorEffect="non-scaling-stroke" />
  );
});

interface SolidProps {
  part: PartReport;
  outline: number[][];
  chosen: boolean;
  number: 0 | 1 | 2;
  scale: number;
  drag: Props["drag"];
  drop: Props["drop"];
  choose: (part: string) => void;
}

/** A box of a part, which can be chosen, and dragged along its rail. */
const Solid = memo(function Solid({ part, outline, chosen, number, scale, drag, drop, choose }: SolidProps) {
  const start = useRef<{ x: number; y: number; scale: number } | undefined>(undefined);
  const [dragging, setDragging] = useState(false);
  const way = part.slide?.ways[number];
  const slides = drag && way && Math.hypot(way[0] ?? 0, way[1] ?? 0) > 0.5;
  const down = (event: PointerEvent<SVGGElement>) => {
    choose(part.id);
    if (!slides) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { x: event.clientX, y: event.clientY, scale };
    setDragging(true);
  };
  const move = (event: PointerEvent<SVGGElement>) => {
    const from = start.current;
    if (!from || !way) return;
    const [right, below] = [(event.clientX - from.x) * from.scale, (event.clientY - from.y) * from.scale];
    drag?.(part, Math.round(right * (way[0] ?? 0) + below * (way[1] ?? 0)));
  };
  const up = () => {
    if (!start.current) return;
    start.current = undefined;
    setDragging(false);
    drop?.();
  };
  return (
    <g
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
      style={{ cursor: slides ? (dragging ? "grabbing" : "grab") : "pointer", touchAction: slides ? "none" : undefined }}
    >
      <polygon
        points={points(outline)}
        fill={chosen ? "var(--raised)" : "var(--ground)"}
        stroke={stroke(part, chosen)}
        strokeWidth={chosen ? 2.2 : 1.2}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
});

/** A fastening that takes the part that is to be mounted: lit, and mounted on at a click. */
function Lit({ seat, number, scale, mount }: { seat: Seat; number: 0 | 1 | 2; scale: number; mount: Props["mount"] }) {
  const at = seat.at?.[number];
  if (!at) return null;
  const [right = 0, down = 0] = at;
  const half = 6 * scale;
  return (
    <g className="cursor-pointer" aria-hidden onClick={() => mount?.(seat)}>
      <title>{seat.says}</title>
      <circle cx={right} cy={down} r={half * 2} fill="transparent" />
      <path
        d={`M${right - half} ${down}L${right} ${down - half}L${right + half} ${down}L${right} ${down + half}z`}
        fill="var(--accent)"
        stroke="var(--ground)"
        strokeWidth="1.5"
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}

/** How much of each covered space is covered: never one over another. */
function CoveredBy({ rig, view, scale }: { rig: RigReport; view: View; scale: number }) {
  const size = 12 * scale;
  const taken: { left: number; down: number; wide: number }[] = [];
  return (
    <g fontSize={size} fill="var(--caution)">
      {rig.covered.map((space, key) => {
        const outline = space.outlines[view];
        const left = Math.min(...outline.map(([right]) => right ?? 0)) + 3;
        const wide = space.text.length * size * 0.56;
        let down = Math.min(...outline.map(([, below]) => below ?? 0)) - 4;
        const meets = () => taken.find((one) => left < one.left + one.wide && one.left < left + wide && Math.abs(one.down - down) < size * 1.15);
        for (let other = meets(); other; other = meets()) down = other.down - size * 1.2;
        taken.push({ left, down, wide });
        return (
          <text key={key} x={left} y={down} paintOrder="stroke" stroke="var(--ground)" strokeWidth={size / 4}>
            {space.text}
          </text>
        );
      })}
    </g>
  );
}

/** The centre of mass with its plumb line. */
function Centre({ at, foot }: { at: number[]; foot: number | undefined }) {
  const [right = 0, down = 0] = at;
  return (
    <g stroke="var(--accent)" strokeWidth="1.4" fill="none">
      {foot !== undefined && <path d={`M${right} ${down}V${foot - 24}`} strokeDasharray="5 4" vectorEffect="non-scaling-stroke" />}
      <circle cx={right} cy={down} r="8" fill="var(--ground)" vectorEffect="non-scaling-stroke" />
      <path d={`M${right - 12} ${down}h24M${right} ${down - 12}v24`} vectorEffect="non-scaling-stroke" />
    </g>
  );
}

/** From the grip to the centre. */
function Plumb({ from, centre }: { from: number[]; centre: number[] }) {
  const [right = 0, down = 0] = from;
  return (
    <g stroke="var(--accent)" fill="none">
      <path d={`M${right} ${down}L${centre[0] ?? 0} ${centre[1] ?? 0}`} strokeDasharray="1 4" vectorEffect="non-scaling-stroke" />
      <circle cx={right} cy={down} r="4" fill="var(--accent)" stroke="none" />
    </g>
  );
}

/** Names of parts that are large enough, or have room beside them: never one over another. */
function Names({ rig, view, scale }: { rig: RigReport; view: View; scale: number }) {
  const size = 12 * scale;
  const taken: { left: number; top: number; right: number; bottom: number }[] = [];
  const spans = rig.parts.flatMap((part) => {
    const all = part.boxes.flatMap((box) => box[view]);
    if (all.length === 0) return [];
    const rights = all.map(([right]) => right ?? 0);
    const downs = all.map(([, down]) => down ?? 0);
    return [{ part, left: Math.min(...rights), right: Math.max(...rights), top: Math.min(...downs), bottom: Math.max(...downs) }];
  });
  const area = (span: (typeof spans)[number]) => (span.right - span.left) * (span.bottom - span.top);
  return (
    <g fontSize={size} fill="var(--ink)">
      {[...spans]
        .sort((one, other) => area(other) - area(one))
        .map(({ part, left, right, top, bottom }) => {
          const wide = part.name.length * size * 0.56;
          if (right - left < wide + 6 || bottom - top < size * 1.5) return null;
          const lines = Math.floor((bottom - top) / (size * 1.3));
          for (let line = 0; line < lines; line += 1) {
            const box = { left: left + 4, top: top + line * size * 1.3 + 2, right: left + 4 + wide, bottom: top + (line + 1) * size * 1.3 + 2 };
            const meets = taken.some((other) => box.left < other.right && other.left < box.right && box.top < other.bottom && other.top < box.bottom);
            if (meets) continue;
            taken.push(box);
            return (
              <text key={part.id} x={box.left} y={box.top + size} paintOrder="stroke" stroke="var(--ground)" strokeWidth={size / 4}>
                {part.name}
              </text>
            );
          }
          return null;
        })}
    </g>
  );
}

/** How long it is in all. */
function Length({ boxes, at, scale }: { boxes: number[][][]; at: number; scale: number }) {
  const rights = boxes.flatMap((box) => box.map(([right]) => right ?? 0));
  if (rights.length === 0) return null;
  const [from, to] = [Math.min(...rights), Math.max(...rights)];
  return (
    <g stroke="var(--dim)" fill="none">
      <path d={`M${from} ${at - 5}v10M${from} ${at}H${to}M${to} ${at - 5}v10`} vectorEffect="non-scaling-stroke" />
      <text
        x={(from + to) / 2}
        y={at - 5}
        textAnchor="middle"
        fontSize={12 * scale}
        fill="var(--dim)"
        stroke="var(--ground)"
        strokeWidth={3 * scale}
        paintOrder="stroke"
      >
        {Math.round(to - from)} mm
      </text>
    </g>
  );
}
