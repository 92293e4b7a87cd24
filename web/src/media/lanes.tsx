import type { DayAnswer, LaneStretch } from "../api/client";
import { clockLabel, Moment, Stretch, Ticks, TimeAxis, Track } from "../chart/time-axis";

const LOOK: Record<LaneStretch["state"], { name: string; className: string }> = {
  shooting: { name: "shooting", className: "bg-ink" },
  waiting: { name: "on its way or waiting", className: "border-y border-dim" },
  copying: { name: "copying", className: "lane-copying" },
  verifying: { name: "being verified", className: "bg-dim/45" },
  returning: { name: "safe, on its way back", className: "border-b-2 border-ok" },
};

/** Each card’s day on one time axis. */
export function Lanes({ day }: { day: DayAnswer }) {
  const [from = 0, to = 1] = day.axis;
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
      <TimeAxis from={from} to={to}>
        <ul className="mt-2 space-y-1">
          {day.lanes.map((lane) => (
            <li key={lane.card} className="grid grid-cols-[11rem_1fr] items-center gap-2 text-small">
              <span className="truncate" title={lane.card}>
                {lane.card}
              </span>
              <Track>
                {lane.stretches.map((stretch) => (
                  <Stretch
                    key={`${stretch.state} ${stretch.from}`}
                    from={stretch.from}
                    to={stretch.to}
                    says={stretch.says}
                    className={`inset-y-0.5 ${LOOK[stretch.state].className}`}
                  />
                ))}
                <Moment when={day.wrap_seconds} className="-inset-y-0.5 w-0.5 bg-caution" />
              </Track>
            </li>
          ))}
          <li aria-hidden className="grid grid-cols-[11rem_1fr] gap-2 text-small text-dim">
            <span>the upright line is wrap</span>
            <Ticks label={clockLabel} />
          </li>
        </ul>
      </TimeAxis>
    </section>
  );
}
