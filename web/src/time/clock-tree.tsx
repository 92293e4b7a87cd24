import type { TimeReport } from "../api/client";
import { SeverityMark } from "../ui/mark";
import { frames, tree, WAYS } from "./words";

/** The clocks, each under the one that it gets its time from. */
export function ClockTree({ time, chosen, choose }: { time: TimeReport; chosen: string | undefined; choose: (device: string) => void }) {
  return (
    <section aria-label="Clocks" className="mt-3">
      <p className="text-small text-dim">
        {time.master ? (
          <>
            {time.clocks.find((clock) => clock.device === time.master)?.name} leads{time.master_named ? "" : ": nobody said so, it is taken for it"}. Half a
            frame at {time.rate} frames a second is what two may be apart.
          </>
        ) : (
          "No master: each clock runs free."
        )}
      </p>
      <table className="mt-1 w-full text-left">
        <thead className="text-small text-dim max-md:hidden">
          <tr>
            <th className="font-normal">Clock</th>
            <th className="font-normal">Counts</th>
            <th className="font-normal">Gets its time</th>
            <th className="pl-3 text-right font-normal">Its own clock</th>
            <th className="pl-3 text-right font-normal">Half a frame after</th>
            <th className="pl-3 text-right font-normal">At most today</th>
          </tr>
        </thead>
        <tbody>
          {tree(time.clocks).map(({ clock, depth }) => (
            <tr key={clock.device} className={`border-t border-rule align-top max-md:block max-md:py-1 ${clock.device === chosen ? "bg-raised" : ""}`}>
              <td className="py-1 max-md:block" style={{ paddingLeft: `${depth * 1.25}rem` }}>
                <button
                  type="button"
                  aria-pressed={clock.device === chosen}
                  className="flex items-center gap-1.5 pl-1 text-left hover:underline"
                  onClick={() => choose(clock.device)}
                >
                  <SeverityMark severity={clock.worst ?? "ok"} word={false} />
                  {depth > 0 && <Branch way={clock.way} />}
                  <span className="font-semibold">{clock.name}</span>
                </button>
                <span className="block pl-5 text-small text-dim md:hidden">
                  {clock.counts}, {WAYS[clock.way] ?? clock.way}, {clock.measured == null ? "±" : ""}
                  {clock.ppm}
                  {clock.way === "jammed" && `: half a frame after ${clock.rejam_after ?? "never"}, ${frames(clock.most_frames)} at most today`}
                </span>
              </td>
              <td className="py-1 max-md:hidden">{clock.counts}</td>
              <td className="py-1 max-md:hidden">{WAYS[clock.way] ?? clock.way}</td>
              <td className="py-1 max-md:hidden pl-3 text-right">
                {clock.measured == null ? "±" : ""}
                {clock.ppm} <span className="text-small text-dim">{clock.measured == null ? "maker’s" : "measured"}</span>
              </td>
              <td className="py-1 max-md:hidden pl-3 text-right">{clock.way === "jammed" ? (clock.rejam_after ?? "never") : clock.from ? "fed" : ""}</td>
              <td className={`py-1 pl-3 text-right max-md:hidden ${clock.most_frames > time.tolerance_frames ? "text-caution" : ""}`}>
                {clock.way === "jammed" ? frames(clock.most_frames) : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** The stroke of timecode: even dots where it is fed, with a gap where it was set once. */
function Branch({ way }: { way: string }) {
  const gap = way === "jammed";
  return (
    <svg viewBox="0 0 24 8" className="h-2 w-6 shrink-0" aria-hidden>
      <path d={gap ? "M1 4h7 M16 4h7" : "M1 4h22"} stroke="var(--timecode)" strokeWidth="2" strokeLinecap="round" strokeDasharray="0.1 4" fill="none" />
    </svg>
  );
}
