import type { SoundReport } from "../api/client";
import { useFloor } from "../frame/workbench";
import { decibels } from "./scale";

/** The track sheet, as it goes on paper. */
export function TrackSheetPage({ sound }: { sound: SoundReport }) {
  const { workspace, build } = useFloor();
  return (
    <main className="p-4">
      <h2 className="text-large font-semibold">Track sheet</h2>
      <p>
        {workspace.production.name}, {build.name}: {workspace.report.format}
      </p>
      {sound.sheets.map((sheet) => (
        <section key={sheet.recorder} className="mt-4 break-inside-avoid">
          <h3 className="font-semibold">{sheet.name}</h3>
          <table className="w-full text-left">
            <thead className="text-small text-dim">
              <tr>
                <th className="font-normal">Track</th>
                <th className="font-normal">Name</th>
                <th className="font-normal">For</th>
                <th className="font-normal">Sources</th>
                <th className="font-normal">Trim</th>
                <th className="text-right font-normal">Level</th>
                <th className="pl-4 font-normal">Also on</th>
              </tr>
            </thead>
            <tbody>
              {sheet.tracks.map((track) => {
                const sources = track.from.flatMap((place) => sheet.sources[place] ?? []);
                return (
                  <tr key={track.number} className="border-t border-rule">
                    <td>{track.number}</td>
                    <td className="font-semibold">{track.name}</td>
                    <td>{track.kind}</td>
                    <td>{sources.map((source) => `${source.heard}, ${source.at}`).join("; ") || "nothing"}</td>
                    <td>{track.trim ?? ""}</td>
                    <td className="text-right">{track.dbfs == null ? "" : `${decibels(track.dbfs)} dBFS`}</td>
                    <td className="pl-4">{[...new Set(sources.flatMap((source) => source.also))].join(", ")}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      ))}
    </main>
  );
}
