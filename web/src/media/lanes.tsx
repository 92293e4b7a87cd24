import { useEffect, useState, type PointerEvent } from "react";
import type { DayAnswer, LaneStretch } from "../api/client";
import { TimeAxis } from "../chart/time-axis";
import { clockLabel, Moment, Stretch, Ticks, Track, useAxis } from "../chart/track";
import { useEdits, useFloor } from "../frame/workbench";

const LOOK: Record<LaneStretch["state"], { name: string; className: string }> = {
  shooting: { name: "shooting", className: "bg-dim" },
  waiting: { name: "on its way or waiting", className: "border-y border-dim" },
  copying: { name: "copying", className: "lane-copying" },
  verifying: { name: "being verified", className: "bg-dim/45" },
  returning: { name: "safe, on its way back", className: "border-b-2 border-ok" },
};

/** The times that are typed and dragged are whole steps of so many seconds. */
const STEP = 300;
const DAY = 86_400;

interface OnCard extends LaneStretch {
  card: string;
}

/** The day on one axis: its parts on top, then each recorder with its cards one after the other, and below it
 *  what becomes of each card. */
export function Lanes({ day }: { day: DayAnswer }) {
  const { build, workspace } = useFloor();
  const [from = 0, to = 1] = day.axis;
  const now = useNow(from, to);
  const all: OnCard[] = day.lanes.flatMap((lane) => lane.stretches.map((stretch) => ({ ...stretch, card: lane.card })));
  const order = build.placements.map((placement) => placement.id).filter((id) => all.some((stretch) => stretch.recorder === id));
  const nameOf = (id: string) => workspace.report.recordings.find((row) => row.device === id)?.name ?? id;
  const lines = (
    <>
      <Moment when={day.wrap_seconds} says={`wrap at ${clockLabel(day.wrap_seconds)}`} className="-inset-y-0.5 w-0.5 bg-caution" />
      {now !== undefined && <Moment when={now} says="now" className="-inset-y-0.5 w-0.5 bg-accent" />}
    </>
  );
  const row = "grid grid-cols-[11rem_1fr] items-center gap-2 text-small max-md:grid-cols-1 max-md:gap-0";
  return (
    <section aria-label="Cards on the time axis" className="mt-4">
      <h3 className="flex flex-wrap items-center gap-x-4 font-semibold">
        Each recorder’s cards
        {Object.values(LOOK).map((look) => (
          <span key={look.name} className="flex items-center gap-1.5 text-small font-normal text-dim">
            <span className={`inline-block h-3 w-6 ${look.className}`} />
            {look.name}
          </span>
        ))}
      </h3>
      <TimeAxis from={Math.min(from, ...day.parts.map((part) => part.from))} to={to}>
        <div className="mt-2 space-y-1">
          <div className={row}>
            <span className="text-dim">Schedule: drag to move</span>
            <Parts day={day} />
          </div>
          {order.map((recorder) => {
            const mine = all.filter((stretch) => stretch.recorder === recorder);
            const shooting = mine.filter((stretch) => stretch.state === "shooting");
            const cards = [...new Set(mine.map((stretch) => stretch.card))];
            return (
              <section key={recorder} aria-label={`Cards of ${nameOf(recorder)}`} className="border-t border-rule pt-1">
                <div className={row}>
                  <h4 className="font-semibold break-words">{nameOf(recorder)}</h4>
                  <Track tall>
                    {shooting.map((stretch) => (
                      <Stretch
                        key={`${stretch.card} ${stretch.from}`}
                        from={stretch.from}
                        to={stretch.to}
                        says={`${stretch.card}: ${stretch.says}`}
                        className="inset-y-1 border-l-2 border-sunk bg-dim"
                      >
                        <span className="block overflow-hidden px-1 leading-4 text-ellipsis whitespace-nowrap text-sunk">{stretch.card}</span>
                      </Stretch>
                    ))}
                    {day.swaps
                      .filter((swap) => swap.recorder === recorder && swap.card)
                      .map((swap) => (
                        <Moment
                          key={swap.seconds}
                          when={swap.seconds}
                          says={`${swap.at}: ${swap.card} goes in`}
                          className="inset-y-0 w-1 border-x border-sunk bg-accent"
                        />
                      ))}
                    {lines}
                  </Track>
                </div>
                {cards.map((card) => (
                  <div key={card} className={row}>
                    <span className="truncate pl-3 text-dim" title={card}>
                      {card}
                    </span>
                    <Track>
                      {mine
                        .filter((stretch) => stretch.card === card && stretch.state !== "shooting")
                        .map((stretch) => (
                          <Stretch
                            key={`${stretch.state} ${stretch.from}`}
                            from={stretch.from}
                            to={stretch.to}
                            says={stretch.says}
                            className={`inset-y-0.5 ${LOOK[stretch.state].className}`}
                          />
                        ))}
                      {lines}
                    </Track>
                  </div>
                ))}
              </section>
            );
          })}
          <div aria-hidden className={row}>
            <span className="text-dim">the upright line is wrap{now === undefined ? "" : "; the bright one, now"}</span>
            <Ticks label={clockLabel} />
          </div>
        </div>
      </TimeAxis>
    </section>
  );
}

/** Now, on the day's axis, where the clock stands within it. */
function useNow(from: number, to: number): number | undefined {
  const read = () => {
    const clock = new Date();
    return clock.getHours() * 3600 + clock.getMinutes() * 60;
  };
  const [now, setNow] = useState(read);
  useEffect(() => {
    const timer = setInterval(() => setNow(read()), 30_000);
    return () => clearInterval(timer);
  }, []);
  // After midnight the shooting day goes on.
  return [now, now + DAY].find((time) => time >= from && time <= to);
}

/** The parts of the day as a band: dragged, a part moves; at its end, it gets longer or shorter. What is
 *  typed in the schedule does the same. */
function Parts({ day }: { day: DayAnswer }) {
  const { build } = useFloor();
  const { attempt } = useEdits();
  const { secondsAt } = useAxis();
  const [moved, setMoved] = useState<{ id: string; from: number; to: number }>();
  const [held, setHeld] = useState<{ at: number; end: boolean }>();

  const begin = (event: PointerEvent<HTMLElement>, part: DayAnswer["parts"][number], end: boolean) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    setHeld({ at: secondsAt(event), end });
    setMoved({ id: part.id, from: part.from, to: part.to });
  };
  const move = (event: PointerEvent, part: DayAnswer["parts"][number]) => {
    if (!held || moved?.id !== part.id) return;
    const by = Math.round((secondsAt(event) - held.at) / STEP) * STEP;
    setMoved(held.end ? { ...moved, to: Math.max(part.from + STEP, part.to + by) } : { ...moved, from: part.from + by, to: part.to + by });
  };
  const drop = (part: DayAnswer["parts"][number]) => {
    setHeld(undefined);
    setMoved(undefined);
    if (!moved || (moved.from === part.from && moved.to === part.to)) return;
    const minutes = Math.round((moved.to - moved.from) / 60);
    const change = held?.end
      ? { length: `${minutes} min` }
      : { start: `${String(Math.floor(moved.from / 3600)).padStart(2, "0")}:${String((moved.from / 60) % 60).padStart(2, "0")}` };
    attempt([{ do: "set-schedule-entry", build: build.id, entry: part.id, change }], `${part.name} ${held?.end ? `for ${minutes} min` : `at ${change.start}`}`);
  };

  return (
    <Track tall>
      {day.parts.map((part) => {
        const shown = moved?.id === part.id ? moved : part;
        return (
          <Stretch
            key={part.id}
            from={shown.from}
            to={shown.to}
            says={`${part.name}, ${clockLabel(shown.from)} to ${clockLabel(shown.to)}${part.is_break ? ", a break" : ""}`}
            className={`inset-y-0.5 touch-none border border-dim ${part.is_break ? "lane-break" : "bg-raised"}`}
          >
            {/* Moved by the pointer; the schedule beside does the same from the keyboard. */}
            <span
              className="block h-full cursor-grab overflow-hidden px-1 leading-4 text-ellipsis whitespace-nowrap"
              onPointerDown={(event) => begin(event, part, false)}
              onPointerMove={(event) => move(event, part)}
              onPointerUp={() => drop(part)}
            >
              {part.name}
            </span>
            <span
              className="absolute inset-y-0 right-0 w-1.5 cursor-ew-resize"
              onPointerDown={(event) => begin(event, part, true)}
              onPointerMove={(event) => move(event, part)}
              onPointerUp={() => drop(part)}
            />
          </Stretch>
        );
      })}
    </Track>
  );
}
