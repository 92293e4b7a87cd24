/** Rows of a chart of time, drawn with elements of the page, so that they take the theme, print, and can be read
 *  out. */
import { createContext, useContext, type ReactNode } from "react";

const HOUR = 3600;
interface Axis {
  /** Where a time stands, in percent of the axis; what is beyond stands at its end. */
  at: (seconds: number) => number;
  from: number;
  end: number;
  ticks: number[];
}

export const AxisContext = createContext<Axis>({ at: () => 0, from: 0, end: 0, ticks: [] });

/** The axis for who drags along it: the time under a pointer that is over one of its tracks. */
export function useAxis() {
  const { from, end } = useContext(AxisContext);
  return {
    secondsAt: (event: { clientX: number; currentTarget: Element }) => {
      const box = event.currentTarget.closest("[data-track]")?.getBoundingClientRect();
      return box && box.width > 0 ? from + ((event.clientX - box.left) / box.width) * (end - from) : from;
    },
  };
}

/** A row of the chart: its marks over the lines of the ticks. */
export function Track({ tall = false, children }: { tall?: boolean; children: ReactNode }) {
  const { at, ticks } = useContext(AxisContext);
  return (
    <span data-track className={`relative block bg-sunk ${tall ? "h-6" : "h-4"}`}>
      {ticks.map((tick) => (
        <span key={tick} aria-hidden className="absolute inset-y-0 w-px bg-rule" style={{ left: `${at(tick)}%` }} />
      ))}
      {children}
    </span>
  );
}

/** A stretch of time. */
export function Stretch({ from, to, says, className, children }: { from: number; to: number; says?: string; className: string; children?: ReactNode }) {
  const { at } = useContext(AxisContext);
  return (
    <span
      role={says ? "img" : undefined}
      aria-hidden={says ? undefined : true}
      aria-label={says}
      title={says}
      className={`absolute ${className}`}
      style={{ left: `${at(from)}%`, width: `max(1px, ${at(to) - at(from)}%)` }}
    >
      {children}
    </span>
  );
}

/** A moment. */
export function Moment({ when, says, className }: { when: number; says?: string; className: string }) {
  const { at } = useContext(AxisContext);
  return (
    <span
      role={says ? "img" : undefined}
      aria-hidden={says ? undefined : true}
      aria-label={says}
      title={says}
      className={`absolute ${className}`}
      style={{ left: `${at(when)}%` }}
    />
  );
}

/** What goes on past the end of the axis says so. */
export function Beyond({ seconds }: { seconds: number }) {
  const { end } = useContext(AxisContext);
  if (seconds <= end) return null;
  return (
    <span aria-hidden className="absolute inset-y-0 right-0 flex items-center bg-sunk pl-0.5 text-small font-semibold">
      » on
    </span>
  );
}

/** The times under, or over, the rows: *1 h*, or a time of day. */
export function Ticks({ label }: { label: (seconds: number) => string }) {
  const { at, ticks } = useContext(AxisContext);
  return (
    <span aria-hidden className="relative block h-4 text-small text-dim">
      {ticks.map((tick) => {
        const place = at(tick);
        return (
          <span
            key={tick}
            className={`absolute whitespace-nowrap ${place < 3 ? "" : place > 97 ? "-translate-x-full" : "-translate-x-1/2"}`}
            style={{ left: `${place}%` }}
          >
            {label(tick)}
          </span>
        );
      })}
    </span>
  );
}

/** A length of time as it stands under an axis. */
export const lengthLabel = (seconds: number) =>
  seconds === 0
    ? "0"
    : seconds % HOUR === 0
      ? `${seconds / HOUR} h`
      : seconds < HOUR
        ? `${seconds / 60} min`
        : `${Math.floor(seconds / HOUR)} h ${(seconds % HOUR) / 60}`;

/** A time of day as it stands under an axis. */
export const clockLabel = (seconds: number) =>
  `${String(Math.floor(seconds / HOUR) % 24).padStart(2, "0")}:${String(Math.floor((seconds % HOUR) / 60)).padStart(2, "0")}`;
