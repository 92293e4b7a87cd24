import type { ClockReport } from "../api/client";

/** How a clock gets its time, in a word or two. */
export const WAYS: Record<string, string> = {
  master: "leads",
  cable: "fed by cable",
  track: "on an audio track",
  radio: "by radio",
  jammed: "jammed",
  "free-run": "free run",
  "record-run": "record run",
};

/** Frames as they stand beside a clock: *0.5 frame*. */
export const frames = (figure: number) => `${figure.toFixed(Math.abs(figure) < 10 ? 2 : 0)} ${Math.abs(figure) === 1 ? "frame" : "frames"}`;

/** Clocks under the one that they get their time from, each with its depth. */
export function tree(clocks: ClockReport[]): { clock: ClockReport; depth: number }[] {
  const known = new Set(clocks.map((clock) => clock.device));
  const placed = new Set<string>();
  const rows: { clock: ClockReport; depth: number }[] = [];
  const place = (clock: ClockReport, depth: number) => {
    if (placed.has(clock.device)) return;
    placed.add(clock.device);
    rows.push({ clock, depth });
    for (const next of clocks) if (next.from === clock.device) place(next, depth + 1);
  };
  for (const clock of clocks) if (!clock.from || !known.has(clock.from)) place(clock, 0);
  // A circle hangs on nothing: it is shown all the same.
  for (const clock of clocks) place(clock, 0);
  return rows;
}
