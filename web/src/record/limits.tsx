import type { RecordingReport } from "../api/client";
import { Beyond, Stretch, Track } from "../chart/track";
import { useFloor } from "../frame/workbench";

/** The length of the one time axis of all recorders of pictures, in seconds. */
export const longest = (recordings: RecordingReport[]) => Math.max(1, ...recordings.filter((row) => row.format).map((row) => row.axis_seconds));

/** The same bars, small, with the shortest named: a row of the arrivals board has room for no more. */
export function LimitStrip({ device }: { device: string }) {
  const { recordings } = useFloor().workspace.report;
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

/** What ends a recording, each on the axis of all recorders; the shortest first. */
export function LimitBars({ row }: { row: RecordingReport }) {
  return (
    <ul className="mt-2 space-y-1" aria-label={`What ends ${row.name}`}>
      {row.limits.map((limit, number) => (
        <li key={limit.name} className="grid grid-cols-[6.5rem_1fr_5.5rem] items-center gap-2 text-small">
          <span className={number === 0 ? "font-semibold" : "text-dim"}>{limit.name}</span>
          <Track>
            {limit.until && (
              <Stretch
                from={limit.seconds}
                to={limit.until.seconds}
                says={`up to ${limit.until.label} where the picture is easy`}
                className="lane-copying inset-y-0.5"
              />
            )}
            <Stretch from={0} to={limit.seconds} className={`inset-y-0.5 ${number === 0 ? "bg-dim" : "bg-dim/50"}`} />
            <Beyond seconds={limit.seconds} />
          </Track>
          <span className="text-right">
            {limit.label}
            {limit.until && <span className="block text-dim">to {limit.until.label}</span>}
          </span>
        </li>
      ))}
      {(row.need || row.change_at) && (
        <li className="text-small text-dim">
          {[row.need && `must last ${row.need.label}`, row.change_at && `swap level after ${row.change_at.label}`, row.without_limit]
            .filter(Boolean)
            .join("; ")}
        </li>
      )}
    </ul>
  );
}
