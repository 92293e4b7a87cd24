import type { DayAnswer } from "../api/client";
import { clockLabel } from "../chart/track";
import { useFloor } from "../frame/workbench";

/** A label for each card of the day, to be cut out and stuck on its case: what it is, what goes on it when, and
 *  room for who wrote it and that it is safe. */
export function CardLabels({ day }: { day: DayAnswer }) {
  const { build, workspace } = useFloor();
  const nameOf = (id: string) => build.placements.find((placement) => placement.id === id)?.name ?? id;
  return (
    <main aria-label="Card labels" className="grid grid-cols-3 gap-3 p-3">
      {day.lanes.map((lane) => {
        const shot = lane.stretches.filter((stretch) => stretch.state === "shooting");
        return (
          <section key={lane.card} className="break-inside-avoid border border-ink p-2">
            <p className="text-large font-semibold">{lane.card}</p>
            <p className="text-small">
              {workspace.production.name}, {build.name}
            </p>
            <ul className="mt-1">
              {shot.map((stretch) => (
                <li key={stretch.from}>
                  {nameOf(stretch.recorder)}, {clockLabel(stretch.from)} to {clockLabel(stretch.to)}
                </li>
              ))}
            </ul>
            <p className="mt-3 border-t border-ink text-small">roll</p>
            <p className="mt-3 border-t border-ink text-small">copied and verified by</p>
          </section>
        );
      })}
    </main>
  );
}
