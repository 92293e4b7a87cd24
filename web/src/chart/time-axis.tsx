/** One scale of time for all rows of a view; its arithmetic is d3-scale's. */
import { scaleLinear } from "d3-scale";
import { useMemo, type ReactNode } from "react";
import { AxisContext } from "./track";

const HOUR = 3600;
/** Steps between ticks that people read off a clock, in seconds. */
const STEPS = [300, 600, 900, 1800, HOUR, 2 * HOUR, 3 * HOUR, 6 * HOUR, 12 * HOUR, 24 * HOUR, 48 * HOUR, 168 * HOUR];
/** So many ticks at most: more run into each other on a narrow axis. */
const MOST = 10;

/** The axis of everything inside, from one time to another, in seconds. */
export function TimeAxis({ from = 0, to, children }: { from?: number; to: number; children: ReactNode }) {
  const axis = useMemo(() => {
    const end = Math.max(to, from + 1);
    const step = STEPS.find((step) => (end - from) / step <= MOST) ?? Math.ceil((end - from) / MOST / (24 * HOUR)) * 24 * HOUR;
    const first = Math.ceil(from / step) * step;
    const ticks = Array.from({ length: Math.max(0, Math.floor((end - first) / step) + 1) }, (_, tick) => first + tick * step);
    return { at: scaleLinear([from, end], [0, 100]).clamp(true), from, end, ticks };
  }, [from, to]);
  return <AxisContext.Provider value={axis}>{children}</AxisContext.Provider>;
}
