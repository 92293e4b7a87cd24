import type { TimeReport } from "../api/client";
import { clockLabel } from "../chart/track";
import { useFloor } from "../frame/workbench";
import { frames, tree, WAYS } from "./words";

/** The sync sheet, as it goes on paper. */
export function SyncSheet({ time }: { time: TimeReport }) {
  const { workspace, build } = useFloor();
  return (
    <main className="p-4">
      <h2 className="text-large font-semibold">Sync sheet</h2>
      <p>
        {workspace.production.name}, {build.name}: {workspace.report.format}, timecode {workspace.report.timecode}
        {time.planned && `, ${clockLabel(time.begins)} to ${clockLabel(time.ends)}`}
      </p>
      <table className="mt-3 w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            {["Clock", "Counts", "Gets its time", "Its own clock", "User bits", "At most today", "Jammed at"].map((head) => (
              <th key={head} className="pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {tree(time.clocks).map(({ clock, depth }) => (
            <tr key={clock.device} className="border-t border-rule align-top">
              <td className="font-semibold" style={{ paddingLeft: `${depth}rem` }}>
                {clock.name}
              </td>
              <td>{clock.counts}</td>
              <td>
                {WAYS[clock.way]}
                {clock.from && `, ${time.clocks.find((other) => other.device === clock.from)?.name ?? clock.from}`}
              </td>
              <td>
                {clock.ppm} {clock.measured == null ? "(maker’s)" : "(measured)"}
              </td>
              <td>{clock.user_bits}</td>
              <td>{clock.way === "jammed" ? frames(clock.most_frames) : ""}</td>
              <td>
                {clock.drift
                  .slice(1)
                  .map((piece) => clockLabel(piece.starts))
                  .join(", ")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <section className="mt-4 break-inside-avoid">
        <h3 className="font-semibold">When to jam</h3>
        {time.jams.length === 0 ? (
          <p>Nothing has to be jammed again today.</p>
        ) : (
          <ul>
            {time.jams.map((jam) => (
              <li key={jam.at}>
                ☐ {jam.label}: {jam.names.join(", ")}
                {jam.in_break == null ? " (in a take)" : ` (${jam.in_break})`}
              </li>
            ))}
          </ul>
        )}
      </section>
    </main>
  );
}
