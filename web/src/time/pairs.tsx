import type { TimeReport } from "../api/client";
import { Disclosure } from "../ui/disclosure";
import { frames } from "./words";

/** Every two clocks, as far as they run apart. */
export function Pairs({ time }: { time: TimeReport }) {
  const name = (device: string) => time.clocks.find((clock) => clock.device === device)?.name ?? device;
  const apart = time.pairs.filter((pair) => pair.after != null);
  const together = time.pairs.length - apart.length;
  return (
    <Disclosure
      label="Every pair"
      className="mt-5"
      heading={
        <>
          Every pair: {apart.length} run apart{together > 0 && `, ${together} run on one clock`}
        </>
      }
    >
      <table className="mt-1 w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            <th className="font-normal">Pair</th>
            <th className="pl-3 text-right font-normal">Apart</th>
            <th className="pl-3 text-right font-normal">An hour</th>
            <th className="pl-3 text-right font-normal">The day, never jammed</th>
            <th className="pl-3 text-right font-normal">Half a frame after</th>
            <th className="w-40 pl-3 font-normal">Over the day</th>
          </tr>
        </thead>
        <tbody>
          {apart.map((pair) => (
            <tr key={`${pair.one} ${pair.other}`} className="border-t border-rule">
              <td>
                {name(pair.one)} and {name(pair.other)}
              </td>
              <td className="pl-3 text-right">
                {pair.measured ? "" : "up to "}
                {pair.ppm} <span className="text-small text-dim">{pair.measured ? "measured" : "makers’"}</span>
              </td>
              <td className="pl-3 text-right">{frames(pair.an_hour)}</td>
              <td className="pl-3 text-right">{frames(pair.a_day)}</td>
              <td className="pl-3 text-right">{pair.after}</td>
              <td className="pl-3">
                <PairFan
                  frames={pair.a_day}
                  tolerance={time.tolerance_frames}
                  says={`${name(pair.one)} and ${name(pair.other)}: up to ${frames(pair.a_day)} apart at the end of the day`}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Disclosure>
  );
}

/** How a pair opens over the day, never jammed, against the tolerance: what is beyond twice that is cut. */
function PairFan({ frames: most, tolerance, says }: { frames: number; tolerance: number; says: string }) {
  const whole = 2 * tolerance;
  const y = (drift: number) => 12 - (drift / whole) * 12;
  // Where the fan leaves the picture, in parts of the day.
  const reach = Math.min(1, whole / Math.max(most, Number.EPSILON));
  const end = Math.min(most, whole);
  const sides = `0,12 ${100 * reach},${y(end)}${reach < 1 ? ` 100,0 100,24` : ""} ${100 * reach},${y(-end)}`;
  return (
    <svg viewBox="0 0 100 24" preserveAspectRatio="none" className="h-6 w-full bg-sunk" role="img" aria-label={says}>
      <title>{says}</title>
      <polygon points={sides} fill={most > tolerance ? "var(--caution)" : "var(--timecode)"} fillOpacity="0.55" />
      {[tolerance, -tolerance].map((line) => (
        <line key={line} x1="0" x2="100" y1={y(line)} y2={y(line)} stroke="var(--ink)" strokeDasharray="2 5" vectorEffect="non-scaling-stroke" />
      ))}
    </svg>
  );
}
