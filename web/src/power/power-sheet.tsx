import type { PowerReport } from "../api/client";
import { clockLabel } from "../chart/track";
import { useFloor } from "../frame/workbench";

/** The charging rota, the changes and what to carry, as they go on paper. */
export function PowerSheet({ power }: { power: PowerReport }) {
  const { workspace, build } = useFloor();
  const cell = "border-t border-rule pr-3 align-top";
  return (
    <main className="p-4">
      <h2 className="text-large font-semibold">Charging rota</h2>
      <p>
        {workspace.production.name}, {build.name}: {clockLabel(power.begins)} to {clockLabel(power.ends)}, {power.celsius} °C
      </p>
      <h3 className="mt-3 font-semibold">Changes</h3>
      <table className="w-full text-left">
        <tbody>
          {power.swaps.map((swap) => (
            <tr key={`${swap.at} ${swap.source}`}>
              <td className={`${cell} w-28 font-semibold`}>{swap.label}</td>
              <td className={cell}>{swap.name}</td>
              <td className={cell}>
                {swap.kind}
                {swap.gap_seconds > 0 && `, ${swap.gap_seconds} s off`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-3 font-semibold">On the chargers</h3>
      {power.rota.length === 0 && <p>Nothing comes off that the kit’s chargers take.</p>}
      <table className="w-full text-left">
        <tbody>
          {power.rota.map((charge) => (
            <tr key={`${charge.from} ${charge.battery}`}>
              <td className={`${cell} w-28 font-semibold`}>{clockLabel(charge.from)}</td>
              <td className={cell}>{charge.battery}</td>
              <td className={cell}>
                {charge.charger}, place {charge.place}
              </td>
              <td className={cell}>full at {clockLabel(charge.until)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-3 font-semibold">To carry</h3>
      <table className="w-full text-left">
        <tbody>
          {power.batteries.map((needed) => (
            <tr key={needed.item}>
              <td className={`${cell} w-28 font-semibold`}>{needed.count}</td>
              <td className={cell}>{needed.name}</td>
              <td className={cell}>{needed.carriage}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 text-small">
        Above 100 Wh a carrier usually must agree, above 160 Wh it usually refuses; spares never go in the hold. Its current rules win.
      </p>
    </main>
  );
}
