import type { SoundReport } from "../api/client";
import { decibels } from "./scale";

/** Sound against picture, where both meet. */
export function Apart({ rows }: { rows: SoundReport["apart"] }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="Sound against picture" className="mt-6">
      <h3 className="font-semibold">Sound against picture</h3>
      <table className="w-full text-left">
        <thead className="text-small text-dim">
          <tr>
            <th className="font-normal">At</th>
            <th className="text-right font-normal">Picture</th>
            <th className="text-right font-normal">Sound</th>
            <th className="text-right font-normal">Apart</th>
            <th className="pl-6 font-normal">To line them up</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.device} className="border-t border-rule">
              <th className="py-0.5 font-normal">{row.name}</th>
              <td className="text-right">{decibels(row.picture_ms)} ms</td>
              <td className="text-right">{decibels(row.sound_ms)} ms</td>
              <td className="text-right">
                {decibels(row.apart_ms)} ms, {decibels(row.apart_frames, 2)} frames
              </td>
              <td className="pl-6 text-dim">{row.slip || "nothing: less than half a frame"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
