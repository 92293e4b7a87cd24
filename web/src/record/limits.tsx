import type { RecordingReport } from "../api/client";
import { useWorkbench } from "../frame/workbench";

/** The length of the one time axis of all recorders of pictures, in seconds. */
export const longest = (recordings: RecordingReport[]) => Math.max(1, ...recordings.filter((row) => row.format).map((row) => row.axis_seconds));

/** The same bars, small, with the shortest named: a row of the arrivals board has room for no more. */
export function LimitStrip({ device }: { device: string }) {
  const { recordings } = useWorkbench().workspace.report;
  const row = recordings.find((recording) => recording.device === device);
  if (!row?.lasts) return null;
  const axis = longest(recordings);
  return (
    <span className="flex items-center gap-2 text-small text-dim">
      <span className="relative block w-24 space-y-0.5" role="img" aria-label={row.limits.map((limit) => `${limit.name} after ${limit.label}`).join(", ")}>
        {row.limits.map((limit, number) => (
          <span
            key={limit.name}
            className={`block h-0.5 ${number === 0 ? "bg-ink" : "bg-dim/60"}`}
            style={{ width: `${Math.min(100, (limit.seconds / axis) * 100)}%` }}
          />
        ))}
      </span>
      {row.lasts.name}
    </span>
  );
}

/** What ends a recording, as bars on one time axis for all recorders; the shortest first. */
export function LimitBars({ row, axis }: { row: RecordingReport; axis: number }) {
  const percent = (seconds: number) => Math.min(100, (seconds / axis) * 100);
  return (
    <ul className="mt-2 space-y-1" aria-label={`What ends ${row.name}`}>
      {row.limits.map((limit, number) => (
        <li key={limit.name} className="grid grid-cols-[5.5rem_1fr_5.5rem] items-center gap-2 text-small">
          <span className={number === 0 ? "font-semibold" : "text-dim"}>{limit.name}</span>
          <span className="relative h-3 bg-sunk">
            {limit.until && (
              <span
                role="img"
                aria-label={`up to ${limit.until.label} where the picture is easy`}
                className="lane-copying absolute inset-y-0"
                style={{ left: `${percent(limit.seconds)}%`, width: `${percent(limit.until.seconds) - percent(limit.seconds)}%` }}
              />
            )}
            <span className={`absolute inset-y-0 left-0 ${number === 0 ? "bg-ink" : "bg-dim/50"}`} style={{ width: `${percent(limit.seconds)}%` }} />
            {row.need && (
              <span
                className="absolute -inset-y-0.5 w-0.5 bg-caution"
                style={{ left: `${percent(row.need.seconds)}%` }}
                role="img"
                aria-label={`must last ${row.need.label}`}
              />
            )}
          </span>
          <span className="text-right">
            {limit.label}
            {limit.until && <span className="block text-dim">to {limit.until.label}</span>}
          </span>
        </li>
      ))}
      {(row.need || row.change_at) && (
        <li className="text-small text-dim">
          {[row.need && `must last ${row.need.label}`, row.change_at && `swap level after ${row.change_at.label}`].filter(Boolean).join("; ")}
        </li>
      )}
    </ul>
  );
}
