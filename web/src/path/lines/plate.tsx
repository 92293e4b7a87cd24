import { memo } from "react";
import type { Severity } from "../../api/client";
import type { Selection } from "../../frame/workbench";
import { onPress, SeverityGlyph, WORST } from "./glyphs";
import { PLATE } from "./place";
import { fitted } from "./text";

interface Props {
  id: string;
  /** Its name and model, whole. */
  name: string;
  model: string;
  first: string;
  second: string;
  strong: boolean;
  /** Why it can't take what is being connected. */
  reason: string | undefined;
  /** Its ports that take what is being connected, with spaces between: each can be pressed. */
  ports: string | undefined;
  x: number;
  y: number;
  width: number;
  worst: Severity | undefined;
  /** What it hangs on, and until when. */
  power: string | undefined;
  dimmed: boolean;
  selected: boolean;
  press: (selection: Selection, port?: string) => void;
}

/** A device on its line; drawn again only where what it shows has changed. */
export const DevicePlate = memo(function DevicePlate({
  id,
  name,
  model,
  first,
  second,
  strong,
  reason,
  ports,
  x,
  y,
  width,
  worst,
  power,
  dimmed,
  selected,
  press,
}: Props) {
  const onSelect = () => press({ kind: "device", id });
  return (
    <g
      id={`device-${id}`}
      transform={`translate(${x} ${y - PLATE / 2})`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${name}, ${model}${worst ? `, ${worst}` : ""}${power ? `, ${power}` : ""}`}
      opacity={dimmed ? 0.6 : 1}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={onPress(onSelect)}
    >
      <title>{[`${name}: ${model}`, reason, power].filter(Boolean).join("; ")}</title>
      <rect width={width} height={PLATE} fill="var(--raised)" stroke={selected ? "var(--accent)" : "none"} strokeWidth={2} />
      <line x1={0} x2={width} y1={0} y2={0} stroke={worst ? WORST[worst] : "var(--ink)"} strokeWidth={worst ? 3 : 1.5} />
      {power && <path d={`M7 ${PLATE}h10`} stroke="var(--power)" strokeWidth={3} />}
      {worst && <SeverityGlyph severity={worst} x={width - 13} y={5} />}
      <text x={7} y={14} className="fill-ink text-body font-semibold">
        {fitted(first, width - (worst ? 22 : 10), true)}
      </text>
      {ports !== undefined ? (
        <text x={7} y={27} className="fill-accent text-small">
          {ports.split(" ").map((port, number) => (
            // The plate is the button for the keyboard; a pointer can be more exact.

            <tspan
              key={port}
              dx={number ? 6 : 0}
              data-port={`${id}.${port}`}
              textDecoration="underline"
              onClick={(event) => {
                event.stopPropagation();
                press({ kind: "device", id }, `${id}.${port}`);
              }}
            >
              {port}
            </tspan>
          ))}
        </text>
      ) : (
        <text x={7} y={27} className={strong && !reason ? "fill-ink text-body font-semibold" : "fill-dim text-small"}>
          {fitted(reason ?? second, width - 10, strong && !reason)}
        </text>
      )}
    </g>
  );
});
