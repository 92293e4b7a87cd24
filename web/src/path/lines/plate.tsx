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
  x: number;
  y: number;
  width: number;
  worst: Severity | undefined;
  dimmed: boolean;
  selected: boolean;
  press: (selection: Selection) => void;
}

/** A device on its line; drawn again only where what it shows has changed. */
export const DevicePlate = memo(function DevicePlate({ id, name, model, first, second, strong, reason, x, y, width, worst, dimmed, selected, press }: Props) {
  const onSelect = () => press({ kind: "device", id });
  return (
    <g
      id={`device-${id}`}
      transform={`translate(${x} ${y - PLATE / 2})`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${name}, ${model}${worst ? `, ${worst}` : ""}`}
      opacity={dimmed ? 0.45 : 1}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={onPress(onSelect)}
    >
      <title>{`${name}: ${model}${reason ? `: ${reason}` : ""}`}</title>
      <rect width={width} height={PLATE} fill="var(--raised)" stroke={selected ? "var(--accent)" : "none"} strokeWidth={2} />
      <line x1={0} x2={width} y1={0} y2={0} stroke={worst ? WORST[worst] : "var(--ink)"} strokeWidth={worst ? 3 : 1.5} />
      {worst && <SeverityGlyph severity={worst} x={width - 13} y={5} />}
      <text x={7} y={14} className="fill-ink text-body font-semibold">
        {fitted(first, width - (worst ? 22 : 10), true)}
      </text>
      <text x={7} y={27} className={strong && !reason ? "fill-ink text-body font-semibold" : "fill-dim text-small"}>
        {fitted(reason ?? second, width - 10, strong && !reason)}
      </text>
    </g>
  );
});
