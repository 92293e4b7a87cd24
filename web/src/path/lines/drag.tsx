import { useEffect, useEffectEvent, useRef, useState, type PointerEvent } from "react";
import { planJoin } from "../../api/queries";
import { useAttention, useEdits, useFloor } from "../../frame/workbench";
import { PLATE, type Placed, type Plate } from "./place";

/** Further than this, a press is a drag. */
const SLACK = 6;

interface Drag {
  from: string;
  /** Whether it began at the side where the device takes: then the other end is what feeds it. */
  backwards: boolean;
  x: number;
  y: number;
  /** The plate under the pointer. */
  over: string | undefined;
}

/** Handles at the ends of the selected plate: dragged onto another plate, the two are joined where there is one
 *  sensible way; pressed, they ask at which port. */
export function DragHandles({ placed, device, zoom }: { placed: Placed; device: string; zoom: number }) {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const { connect, select } = useAttention();
  const [drag, setDrag] = useState<Drag>();
  const layer = useRef<SVGGElement>(null);
  const plate = placed.plates.get(device);
  const free = (direction: "in" | "out") =>
    workspace.report.ports.find((port) => port.direction === direction && !port.connected && port.at.startsWith(`${device}.`))?.at;
  const name = (handle: string) => build.placements.find((placement) => placement.id === handle)?.name ?? handle;

  const cancel = useEffectEvent((event: KeyboardEvent) => {
    if (event.key === "Escape") setDrag(undefined);
  });
  const dragging = drag !== undefined;
  useEffect(() => {
    if (!dragging) return;
    const listen = (event: KeyboardEvent) => cancel(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [dragging]);

  if (!plate) return null;
  const at = (event: PointerEvent) => {
    const box = layer.current?.ownerSVGElement?.getBoundingClientRect();
    return { x: (event.clientX - (box?.left ?? 0)) / zoom, y: (event.clientY - (box?.top ?? 0)) / zoom };
  };
  const under = ({ x, y }: { x: number; y: number }) =>
    [...placed.plates].find(([other, found]) => other !== device && x >= found.x && x <= found.x + found.width && Math.abs(y - found.y) <= PLATE / 2)?.[0];

  const handle = (backwards: boolean) => {
    const port = free(backwards ? "in" : "out");
    if (port === undefined) return null;
    const x = backwards ? plate.x : plate.x + plate.width;
    return (
      <circle
        cx={x}
        cy={plate.y}
        r={6}
        role="button"
        aria-label={backwards ? `What feeds ${name(device)}?` : `Connect ${name(device)}`}
        tabIndex={-1}
        className="cursor-crosshair touch-none fill-accent stroke-ground"
        strokeWidth={2}
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrag({ from: device, backwards, ...at(event), over: undefined });
        }}
        onPointerMove={(event) => {
          if (!drag) return;
          const now = at(event);
          setDrag({ ...drag, ...now, over: under(now) });
        }}
        onPointerUp={(event) => {
          if (!drag) return;
          setDrag(undefined);
          const now = at(event);
          const over = under(now);
          if (Math.hypot(now.x - x, now.y - plate.y) < SLACK) {
            connect(port);
          } else if (over !== undefined) {
            const [from, to] = backwards ? [over, device] : [device, over];
            attempt(() => planJoin(id, build.id, from, to), `${name(from)} to ${name(to)}`);
            select({ kind: "device", id: to });
          }
        }}
        onPointerCancel={() => setDrag(undefined)}
      />
    );
  };
  const target = drag?.over === undefined ? undefined : placed.plates.get(drag.over);
  return (
    <g ref={layer}>
      {drag && <Rubber from={{ x: drag.backwards ? plate.x : plate.x + plate.width, y: plate.y }} to={drag} />}
      {target && <Aim plate={target} />}
      {handle(true)}
      {handle(false)}
    </g>
  );
}

function Rubber({ from, to }: { from: { x: number; y: number }; to: { x: number; y: number } }) {
  return <path d={`M${from.x} ${from.y}L${to.x} ${to.y}`} stroke="var(--accent)" strokeWidth={2} strokeDasharray="6 5" fill="none" pointerEvents="none" />;
}

function Aim({ plate }: { plate: Plate }) {
  return (
    <rect
      x={plate.x - 3}
      y={plate.y - PLATE / 2 - 3}
      width={plate.width + 6}
      height={PLATE + 6}
      fill="none"
      stroke="var(--accent)"
      strokeWidth={2}
      pointerEvents="none"
    />
  );
}
