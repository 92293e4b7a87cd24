import { useAttention, useFloor } from "../frame/workbench";
import { SeverityMark } from "../ui/mark";

/** Which link is on which channel, and what is near it: to set, and to hand to whoever else is on the air. */
export function RadioPlan() {
  const { workspace } = useFloor();
  const { select } = useAttention();
  const { air } = workspace.report;
  if (air.length === 0) return null;
  return (
    <section aria-labelledby="radio-plan" className="px-3 py-2 print:break-before-page">
      <h2 id="radio-plan" className="font-semibold">
        Radio
      </h2>
      <table className="mt-1 border-collapse text-small">
        <thead>
          <tr className="text-left text-dim">
            <td />
            {["Link", "To", "Band", "Channel", "MHz", "Near"].map((name) => (
              <th key={name} scope="col" className="pr-5 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {air.map((row) => (
            <tr key={row.device} className="border-t border-rule align-baseline">
              <td className="pr-2">
                <SeverityMark severity={row.worst ?? "ok"} word={false} />
              </td>
              <th scope="row" className="pr-5 text-left font-normal">
                <button type="button" className="text-left hover:underline" onClick={() => select({ kind: "device", id: row.device })}>
                  {row.name}
                </button>
              </th>
              <td className="pr-5">{row.receivers.join(", ")}</td>
              <td className="pr-5">{row.band}</td>
              <td className="pr-5 tabular-nums">
                {row.channel ?? "by hand"}
                {row.channel !== null && row.channel !== undefined && !row.chosen && <span className="text-dim"> (given)</span>}
              </td>
              <td className="pr-5 tabular-nums">{row.mhz ?? "not known"}</td>
              <td>{row.near.length > 0 ? row.near.join("; ") : "nothing"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
