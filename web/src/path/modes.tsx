import type { ModesReport } from "../api/client";

/** What a device's modes allow together: a row a mode, a column an output. */
export function ModesTable({ modes }: { modes: ModesReport }) {
  return (
    <section aria-label="Modes" className="border-t border-rule px-3 py-2">
      <h3 className="text-small text-dim">What its modes allow together</h3>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Table of modes">
        <table className="mt-1 w-full text-left text-small">
          <thead>
            <tr className="text-dim">
              <th className="pr-2 font-normal">Mode</th>
              {modes.outputs.map((output) => (
                <th key={output} className="pr-2 font-normal">
                  {output}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {modes.rows.map((row) => (
              <tr key={row.name} className={`border-t border-rule align-top ${row.applies ? "" : "text-dim"}`}>
                <th className={`py-0.5 pr-2 ${row.applies ? "font-semibold" : "font-normal"}`}>
                  {row.name}
                  {row.applies && row.when.length > 0 && <span className="block font-normal text-caution">applies now</span>}
                </th>
                {row.gives.map((gives, column) => (
                  <td key={modes.outputs[column]} className={`py-0.5 pr-2 ${gives === "off" && row.applies ? "text-stop" : ""}`}>
                    {gives}
                  </td>
                ))}
              </tr>
            ))}
            <tr className="border-t border-dim align-top">
              <th className="py-0.5 pr-2 font-semibold">Now</th>
              {modes.now.map((gives, column) => (
                <td key={modes.outputs[column]} className="py-0.5 pr-2">
                  {gives === "nothing" ? "off" : gives}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  );
}
