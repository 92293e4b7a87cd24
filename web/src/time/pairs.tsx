import { useState } from "react";
import type { TimeReport } from "../api/client";
import { frames } from "./words";

/** Every two clocks, as far as they run apart. */
export function Pairs({ time }: { time: TimeReport }) {
  const [open, setOpen] = useState(false);
  const name = (device: string) => time.clocks.find((clock) => clock.device === device)?.name ?? device;
  const apart = time.pairs.filter((pair) => pair.after != null);
  const together = time.pairs.length - apart.length;
  return (
    <section aria-label="Every pair" className="mt-5">
      <h3>
        <button type="button" aria-expanded={open} className="font-semibold hover:underline" onClick={() => setOpen(!open)}>
          <span aria-hidden className="inline-block w-4 text-dim">
            {open ? "−" : "+"}
          </span>
          Every pair: {apart.length} run apart{together > 0 && `, ${together} run on one clock`}
        </button>
      </h3>
      {open && (
        <table className="mt-1 w-full text-left">
          <thead className="text-small text-dim">
            <tr>
              <th className="font-normal">Pair</th>
              <th className="pl-3 text-right font-normal">Apart</th>
              <th className="pl-3 text-right font-normal">An hour</th>
              <th className="pl-3 text-right font-normal">The day, never jammed</th>
              <th className="pl-3 text-right font-normal">Half a frame after</th>
            </tr>
          </thead>
          <tbody>
            {apart.map((pair) => (
              <tr key={`${pair.one} ${pair.other}`} className="border-t border-rule">
                <td>
                  {name(pair.one)} and {name(pair.other)}
                </td>
                <td className="pl-3 text-right">
                  {pair.measured ? "" : "up to "}
                  {pair.ppm} <span className="text-small text-dim">{pair.measured ? "measured" : "makers’"}</span>
                </td>
                <td className="pl-3 text-right">{frames(pair.an_hour)}</td>
                <td className="pl-3 text-right">{frames(pair.a_day)}</td>
                <td className="pl-3 text-right">{pair.after}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
