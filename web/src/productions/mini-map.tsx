import type { Glance } from "../api/client";

const WORST = { stop: "var(--stop)", caution: "var(--caution)", note: "var(--dim)" };
const STEP = 13;
const HIGH = 6;
/** As high as its place in the card. */
const HIGHEST = 128;

/** The line map of a build in small: a row a line, a dot a device, its worst finding as its colour. */
export function MiniMap({ glance }: { glance: Glance }) {
  const { rows, more } = glance;
  if (rows.length === 0) return <p className="text-small text-dim">Nothing on the floor yet</p>;
  const longest = Math.max(...rows.map((row) => row.after + row.stops + (row.ends ? 1 : 0)));
  const width = (longest + 1) * STEP + 8;
  const lines = rows.map((row, number) => {
    const gap = rows.slice(0, number + 1).filter((other) => other.begins).length - 1;
    return { ...row, y: 4 + number * HIGH + gap * 4 };
  });
  const height = (lines.at(-1)?.y ?? 0) + 5;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: Math.min(width * 2.2, 264), height: Math.min(height * 2.2, HIGHEST) }}
      preserveAspectRatio="xMinYMin meet"
      role="img"
      aria-label={`${rows.length + more} lines; ${glance.devices} devices in all`}
    >
      {lines.map((row, number) => {
        const from = 4 + row.after * STEP;
        const to = 4 + (row.after + row.stops + (row.ends ? 1 : 0)) * STEP;
        const colour = row.worst ? WORST[row.worst] : "var(--picture)";
        // The line that it leaves: the nearest above that reaches as far.
        const parent = lines.slice(0, number).findLast((other) => other.after < row.after && row.after <= other.after + other.stops + (other.ends ? 1 : 0));
        const above = parent?.y ?? row.y;
        return (
          <g key={number}>
            {row.after > 0 && <path d={`M${from} ${above}V${row.y}`} stroke="var(--rule)" strokeWidth={1} />}
            {to > from && <path d={`M${from} ${row.y}H${to}`} stroke={colour} strokeWidth={1.6} />}
            {row.begins && <rect x={1.5} y={row.y - 2} width={5} height={4} fill="var(--ink)" />}
            {Array.from({ length: row.stops }, (_, stop) => (
              <circle key={stop} cx={from + (stop + 1) * STEP} cy={row.y} r={1.7} fill="var(--ink)" />
            ))}
            {row.ends && <rect x={to - 1} y={row.y - 2.2} width={4.4} height={4.4} fill={row.worst === "stop" ? colour : "var(--ink)"} />}
          </g>
        );
      })}
    </svg>
  );
}
