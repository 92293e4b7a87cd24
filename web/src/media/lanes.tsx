import type { DayAnswer, LaneStretch } from "../api/client";

const LOOK: Record<LaneStretch["state"], { name: string; className: string }> = {
  shooting: { name: "shooting", className: "bg-ink" },
  waiting: { name: "on its way or waiting", className: "border-y border-dim" },
  copying: { name: "copying", className: "lane-copying" },
  verifying: { name: "being verified", className: "bg-dim/45" },
  returning: { name: "safe, on its way back", className: "border-b-2 border-ok" },
};

const HOUR = 3600;

const clock = (seconds: number) => `${String(Math.floor(seconds / HOUR) % 24).padStart(2, "0")}:00`;

/** Each card’s day on one time axis. */
export function Lanes({ day }: { day: DayAnswer }) {
  const [from = 0, to = 1] = day.axis;
  const span = Math.max(1, to - from);
  const left = (seconds: number) => `${((seconds - from) / span) * 100}%`;
  const step = [1, 2, 3, 6, 12, 24].find((hours) => span / HOUR / hours <= 12) ?? 48;
  const first = Math.ceil(from / HOUR / step) * step;
  const ticks = Array.from({ length: Math.max(0, Math.floor((to / HOUR - first) / step) + 1) }, (_, tick) => (first + tick * step) * HOUR);
  return (
    <section aria-label="Cards on the time axis" className="mt-4">
      <h3 className="flex flex-wrap items-center gap-x-4 font-semibold">
        Each card’s day
        {Object.values(LOOK).map((look) => (
          <span key={look.name} className="flex items-center gap-1.5 text-small font-normal text-dim">
            <span className={`inline-block h-3 w-6 ${look.className}`} />
            {look.name}
          </span>
        ))}
      </h3>
      <ul className="mt-2 space-y-1">
        {day.lanes.map((lane) => (
          <li key={lane.card} className="grid grid-cols-[11rem_1fr] items-center gap-2 text-small">
            <span className="truncate" title={lane.card}>
              {lane.card}
            </span>
            <span className="relative h-4 bg-sunk">
              {ticks.map((tick) => (
                <span key={tick} className="absolute inset-y-0 w-px bg-rule" style={{ left: left(tick) }} />
              ))}
              {lane.stretches.map((stretch) => (
                <span
                  key={`${stretch.state} ${stretch.from}`}
                  role="img"
                  aria-label={stretch.says}
                  title={stretch.says}
                  className={`absolute inset-y-0.5 ${LOOK[stretch.state].className}`}
                  style={{ left: left(stretch.from), width: `max(1px, ${((stretch.to - stretch.from) / span) * 100}%)` }}
                />
              ))}
              <span className="absolute -inset-y-0.5 w-0.5 bg-caution" style={{ left: left(day.wrap_seconds) }} />
            </span>
          </li>
        ))}
        <li aria-hidden className="grid grid-cols-[11rem_1fr] gap-2 text-small text-dim">
          <span>the upright line is wrap</span>
          <span className="relative h-4">
            {ticks.map((tick) => (
              <span key={tick} className="absolute -translate-x-1/2" style={{ left: left(tick) }}>
                {clock(tick)}
              </span>
            ))}
          </span>
        </li>
      </ul>
    </section>
  );
}
