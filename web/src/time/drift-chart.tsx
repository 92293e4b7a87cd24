import { useState } from "react";
import type { ClockReport, TimeReport } from "../api/client";
import { TimeAxis } from "../chart/time-axis";
import { clockLabel, Moment, Stretch, Ticks, Track } from "../chart/track";
import { frames } from "./words";

/** Tall enough for two tolerances, in parts of the track's height. */
const HEADROOM = 2;
/** Times to jam that are listed unasked. */
const FIRST = 6;

/** How far each jammed clock may be from the one that set it, over the day: a fan that closes at every jam. */
export function DriftChart({ time, chosen }: { time: TimeReport; chosen: string | undefined }) {
  const [all, setAll] = useState(false);
  const jammed = time.clocks.filter((clock) => clock.way === "jammed");
  const row = "grid grid-cols-[11rem_1fr] items-center gap-2 text-small max-md:grid-cols-1 max-md:gap-0";
  return (
    <section aria-label="Drift over the day" className="mt-5">
      <h3 className="font-semibold">Drift over the day</h3>
      <p className="text-small text-dim">
        {jammed.length === 0
          ? "Everything is fed all day, or nothing leads: nothing runs apart from what set it."
          : `Between the dotted lines nobody sees it: half a frame either way.${time.planned ? "" : " No day is planned: these are usual hours, without breaks."}`}
      </p>
      {jammed.length > 0 && (
        <TimeAxis from={time.begins} to={time.ends}>
          <div className="mt-1 space-y-1">
            {jammed.map((clock) => (
              <div key={clock.device} className={row}>
                <span className={clock.device === chosen ? "font-semibold" : ""}>{clock.name}</span>
                <Fan clock={clock} time={time} />
              </div>
            ))}
            <div aria-hidden className={row}>
              <span className="text-dim">a notch is a jam, a bar a break</span>
              <Ticks label={clockLabel} />
            </div>
          </div>
        </TimeAxis>
      )}
      {time.jams.length > 0 && (
        <ul className="mt-2" aria-label="When to jam">
          {time.jams.slice(0, all ? undefined : FIRST).map((jam) => (
            <li key={jam.at} className="flex flex-wrap gap-x-3 border-t border-rule py-0.5">
              <span className="w-24 font-semibold">{jam.label}</span>
              <span className="min-w-0">jam {jam.names.join(", ")}</span>
              <span className={jam.in_break == null ? "text-caution" : "text-dim"}>
                {jam.in_break == null ? "in a take: no break comes before it" : `in the break: ${jam.in_break}`}
              </span>
            </li>
          ))}
          {!all && time.jams.length > FIRST && (
            <li className="border-t border-rule py-0.5">
              <button type="button" className="underline decoration-dotted underline-offset-3" onClick={() => setAll(true)}>
                {time.jams.length - FIRST} more
              </button>
            </li>
          )}
        </ul>
      )}
    </section>
  );
}

function Fan({ clock, time }: { clock: ClockReport; time: TimeReport }) {
  const length = Math.max(1, time.ends - time.begins);
  const x = (seconds: number) => ((seconds - time.begins) / length) * 1000;
  const y = (drift: number) => 50 - (Math.max(-HEADROOM, Math.min(HEADROOM, drift / time.tolerance_frames)) / HEADROOM) * 50;
  const says = `${clock.name}: up to ${frames(clock.most_frames)} off, jammed again ${Math.max(0, clock.drift.length - 1)} times`;
  return (
    <div className="relative">
      <Track tall>
        {time.breaks.map((pause) => (
          <Stretch key={pause.starts} from={pause.starts} to={pause.ends} says={`${pause.name}, ${clockLabel(pause.starts)}`} className="inset-y-0 bg-raised" />
        ))}
        <svg viewBox="0 0 1000 100" preserveAspectRatio="none" className="absolute inset-0 h-full w-full" role="img" aria-label={says}>
          {clock.drift.map((piece) => {
            const wide = piece.frames > time.tolerance_frames + 0.005;
            const points = `${x(piece.starts)},50 ${x(piece.ends)},${y(piece.frames)} ${x(piece.ends)},${y(-piece.frames)}`;
            return <polygon key={piece.starts} points={points} fill={wide ? "var(--caution)" : "var(--timecode)"} fillOpacity="0.55" />;
          })}
          {[1, -1].map((way) => (
            <line
              key={way}
              x1="0"
              x2="1000"
              y1={y(way * time.tolerance_frames)}
              y2={y(way * time.tolerance_frames)}
              stroke="var(--ink)"
              strokeDasharray="2 5"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
        {clock.drift.slice(1).map((piece) => (
          <Moment key={piece.starts} when={piece.starts} says={`jam at ${clockLabel(piece.starts)}`} className="inset-y-0 w-0.5 bg-ink" />
        ))}
      </Track>
    </div>
  );
}
