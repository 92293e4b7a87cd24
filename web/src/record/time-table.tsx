import { useTimeTable } from "../api/queries";
import { Button } from "../ui/button";
import { Choice } from "../ui/field";
import type { Sum } from "./calculator";

/** The codecs of a family against the usual sizes of media; it prints. */
export function TimesAtAGlance({ sum, set }: { sum: Sum; set: (change: Partial<Sum>) => void }) {
  const { raster, rate, audio, reserve, family } = sum;
  const found = useTimeTable({ family: family || null, raster, rate, audio, reserve });
  return (
    <section aria-label="Times at a glance" className="min-w-0">
      <div className="flex flex-wrap items-end gap-3">
        <h2 className="mr-auto text-large font-semibold">Times at a glance</h2>
        <div className="w-48 print:hidden">
          <Choice
            label="Family"
            value={family}
            onChoose={(next) => set({ family: next })}
            options={[...(found.data?.families ?? [family]).filter(Boolean).map((name) => ({ value: name, label: name })), { value: "", label: "All of them" }]}
          />
        </div>
        <Button className="print:hidden" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <p className="text-small text-dim">
        {raster} at {rate} frames a second, sound {audio}, {reserve} kept back. A band is planned on its high end.
      </p>
      {found.error && <p className="mt-2 text-stop">{found.error.message}</p>}
      {found.data && !found.error && (
        <div className="mt-2 overflow-x-auto" tabIndex={0} role="group" aria-label="Table of times">
          <table className="w-full text-left text-small">
            <thead className="text-dim">
              <tr>
                <th className="py-1 pr-3 font-normal">Codec</th>
                <th className="py-1 pr-3 font-normal">Data rate</th>
                {found.data.media.map((medium) => (
                  <th key={medium} className="py-1 pl-3 text-right font-normal whitespace-nowrap">
                    {medium}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {found.data.rows.map((row) => (
                <tr key={row.codec} className="border-t border-rule">
                  <th className="py-1 pr-3 font-normal text-ink">{row.name}</th>
                  <td className="py-1 pr-3 whitespace-nowrap">{row.rate_label}</td>
                  {row.times.map((time, at) => (
                    <td key={at} className="py-0.5 pl-3 text-right whitespace-nowrap">
                      {time == null ? (
                        <span role="img" aria-label="not made for this picture">
                          –
                        </span>
                      ) : (
                        <button
                          type="button"
                          aria-label={`${row.name} on ${found.data.media[at]}: ${time}. Calculate with these`}
                          aria-pressed={sum.find === "time" && sum.codec === row.codec && sum.media === found.data.media[at]}
                          className="min-h-6 hover:underline aria-pressed:font-semibold aria-pressed:underline"
                          onClick={() => set({ find: "time", codec: row.codec, media: found.data.media[at] })}
                        >
                          {time}
                        </button>
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
