import { memo } from "react";
import type { ConnectionReport } from "../../api/client";
import type { Selection } from "../../frame/workbench";
import { SIGNALS } from "../../ui/mark";
import { onPress, SeverityGlyph } from "./glyphs";
import { textWidth } from "./text";

interface Props {
  /** Its points, `x y` after `x y`. */
  path: string;
  label: { x: number; y: number; room: number };
  report: ConnectionReport;
  from: string;
  to: string;
  /** What is wrong with it, in a few words. */
  fault: string | undefined;
  /** Over the air: as far as this. */
  air: string | undefined;
  dimmed: boolean;
  selected: boolean;
  press: (selection: Selection) => void;
}

/** A cable: each kind of signal has its own stroke, and what flows is written on it. What doesn't do its
 *  work is broken where it fails, and hollow from there on. Drawn again only where what it shows has
 *  changed. */
export const Cable = memo(function Cable({ path, label, report, from, to, fault, air, dimmed, selected, press }: Props) {
  const onSelect = () => press({ kind: "cable", id: report.id });
  const points = pointsOf(path);
  const [kind = "picture"] = report.signals;
  const dead = report.label === "nothing";
  const broken = report.worst === "stop";
  const [what = "", ...rest] = report.label.split(" · ");
  const load = report.load;
  const second = air !== undefined ? `${load?.needs ?? ""}` : load?.rate_label ? `${load.needs} ${load.percent} %` : kind === "picture" ? "" : rest.join(" ");
  const letters = report.signals.map((signal) => SIGNALS[signal].letter).join("");
  const room = label.room - (report.worst && !broken ? 14 : 0);
  const first = air ?? (dead ? "" : what);
  const whole = [
    first && air === undefined && textWidth(first, false) + textWidth(letters, true) + 4 <= room ? first : "",
    textWidth(second, false) <= room ? second : "",
  ];
  const stroke = SIGNALS[kind].stroke;
  const name = `${from} to ${to}`;
  return (
    <g
      id={`cable-${report.id}`}
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`Cable ${name}: ${report.label}${report.worst ? `, ${report.worst}` : ""}`}
      opacity={dimmed ? 0.6 : 1}
      className="cursor-pointer"
      onClick={onSelect}
      onKeyDown={onPress(onSelect)}
    >
      <title>{`${name}: ${report.label}`}</title>
      <path d={drawn(points)} fill="none" stroke="transparent" strokeWidth={12} />
      {selected && <path d={drawn(points)} fill="none" stroke="var(--accent)" strokeWidth={9} opacity={0.35} />}
      {air !== undefined ? (
        <Air points={points} stroke={stroke} hollow={dead} far={air} margin={load?.needs ?? ""} />
      ) : broken ? (
        <Broken points={points} kind={kind} />
      ) : (
        <Stroke points={points} kind={kind} hollow={dead} />
      )}
      {report.worst && !broken && <SeverityGlyph severity={report.worst} x={label.x} y={label.y - 15} />}
      <text x={label.x + (report.worst && !broken ? 14 : 0)} y={label.y - 6} className="fill-ink text-small">
        {whole[0]}
        {whole[0] && " "}
        {room > 16 &&
          air === undefined &&
          report.signals.map((signal) => (
            <tspan key={signal} fill={SIGNALS[signal].stroke} className="font-semibold">
              {SIGNALS[signal].letter}
            </tspan>
          ))}
      </text>
      <text x={label.x} y={label.y + 15} className="fill-dim text-small">
        {!broken && air === undefined && whole[1]}
      </text>
      {broken && fault && textWidth(fault, false) <= label.room && (
        <text x={label.x} y={label.y + 17} className="fill-stop text-small">
          {fault}
        </text>
      )}
    </g>
  );
});

type At = [number, number];
type Points = At[];

function pointsOf(path: string): Points {
  const numbers = path.split(" ").map(Number);
  return numbers.flatMap((x, at) => (at % 2 ? [] : [[x, numbers[at + 1] ?? 0] as [number, number]]));
}

/** A line with its corners rounded. */
function drawn(points: Points): string {
  const ROUND = 6;
  return points
    .map(([x, y], at) => {
      const [before, after] = [points[at - 1], points[at + 1]];
      if (!before) return `M${x} ${y}`;
      if (!after) return `L${x} ${y}`;
      const towards = ([toX, toY]: [number, number]) => {
        const far = Math.hypot(toX - x, toY - y);
        const step = Math.min(ROUND, far / 2) / (far || 1);
        return `${x + (toX - x) * step} ${y + (toY - y) * step}`;
      };
      return `L${towards(before)}Q${x} ${y} ${towards(after)}`;
    })
    .join("");
}

/** The stroke of a kind: picture thick and solid, sound two thin lines, timecode dots, data dashes; hollow
 *  where nothing runs. */
function Stroke({ points, kind, hollow }: { points: Points; kind: keyof typeof SIGNALS; hollow: boolean }) {
  const d = drawn(points);
  const { stroke } = SIGNALS[kind];
  if (hollow) return <path d={d} fill="none" stroke={stroke} strokeWidth={2} strokeDasharray="3 4" opacity={0.75} />;
  if (kind === "timecode") return <path d={d} fill="none" stroke={stroke} strokeWidth={3} strokeDasharray="0.1 6" strokeLinecap="round" />;
  if (kind === "data") return <path d={d} fill="none" stroke={stroke} strokeWidth={3} strokeDasharray="12 5" />;
  return (
    <>
      <path d={d} fill="none" stroke={stroke} strokeWidth={4} strokeLinejoin="round" />
      {kind === "sound" && <path d={d} fill="none" stroke="var(--ground)" strokeWidth={1.6} strokeLinejoin="round" />}
    </>
  );
}

/** Whole up to where it fails, hollow after it, with the mark at the break: on its longest stretch. */
function Broken({ points, kind }: { points: Points; kind: keyof typeof SIGNALS }) {
  const long = (at: number) => {
    const [from, to] = [points[at], points[at + 1]];
    return from && to ? Math.hypot(to[0] - from[0], to[1] - from[1]) : 0;
  };
  const longest = points.reduce((best, _, at) => (long(at) > long(best) ? at : best), 0);
  const from: At = points[longest] ?? [0, 0];
  const to: At = points[longest + 1] ?? from;
  const length = Math.max(1, long(longest));
  const [right, down] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const middle = length * (length > 120 ? 0.6 : 0.5);
  const at = (along: number): [number, number] => [from[0] + right * along, from[1] + down * along];
  const [x, y] = at(middle);
  const before: Points = [...points.slice(0, longest + 1), at(middle - 5)];
  const after: Points = [at(middle + 6), ...points.slice(longest + 1)];
  return (
    <>
      <Stroke points={before} kind={kind} hollow={false} />
      <Stroke points={after} kind={kind} hollow />
      <path
        d="M-5 -9l5 18M1 -9l5 18"
        transform={`translate(${x} ${y}) rotate(${(Math.atan2(down, right) * 180) / Math.PI})`}
        stroke="var(--stop)"
        strokeWidth={3}
        fill="none"
      />
    </>
  );
}

/** Radio is no cable: a gap, with waves at both ends, the distance and what is left of the signal. */
function Air({ points, stroke, hollow, far, margin }: { points: Points; stroke: string; hollow: boolean; far: string; margin: string }) {
  const first = points[0] ?? [0, 0];
  const last = points[points.length - 1] ?? first;
  const before = points[points.length - 2] ?? first;
  const wave = (x: number, y: number, way: 1 | -1) =>
    [0, 5, 10].map((step) => <path key={step} d={`M${x + step * way} ${y - 6}q${4 * way} 6 0 12`} fill="none" stroke={stroke} strokeWidth={2} />);
  const level = before[1] === last[1];
  const middle = (Math.max(before[0], last[0] - 90) + last[0]) / 2;
  return (
    <g opacity={hollow ? 0.5 : 1}>
      {points.length > 2 && <path d={drawn(points)} fill="none" stroke={stroke} strokeWidth={1.5} strokeDasharray="1.5 5" />}
      {points.length < 5 && wave(first[0] + 4, first[1], 1)}
      {wave(last[0] - 4, last[1], -1)}
      {level && last[0] - before[0] > 40 && (
        <>
          <text x={middle} y={last[1] - 6} textAnchor="middle" className="fill-ink text-small">
            {far}
          </text>
          <text x={middle} y={last[1] + 15} textAnchor="middle" className="fill-dim text-small">
            {margin}
          </text>
        </>
      )}
    </g>
  );
}
