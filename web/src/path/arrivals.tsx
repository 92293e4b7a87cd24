import { memo } from "react";
import type { ArrivalReport } from "../api/client";
import { useSelection, useWorkbench } from "../frame/workbench";
import { LimitStrip } from "../record/limits";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";

/** The arrivals board: the row is what a first assistant reads aloud. */
export function ArrivalsBoard() {
  const { workspace, select } = useWorkbench();
  const selection = useSelection();
  const { arrivals } = workspace.report;
  if (arrivals.length === 0) return <p className="p-3 text-dim">Screens and recorders stand here with what arrives at each. Add one to begin.</p>;
  return (
    <table className="w-full border-collapse text-left" aria-label="Arrivals">
      <thead className="sticky top-0 z-10 bg-ground text-small text-dim max-md:hidden">
        <tr>
          {["Destination", "Arrives", "Delay", "Beside it", "Needs and answers", "Verdict"].map((name) => (
            <th key={name} className="border-b border-rule px-2 py-1 font-normal">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {arrivals.map((row) => (
          <Row key={row.device} row={row} selected={selection?.kind === "device" && selection.id === row.device} select={select} />
        ))}
      </tbody>
    </table>
  );
}

/** Drawn again only where its own row, or whether it is selected, has changed. */
const Row = memo(function Row({ row, selected, select }: { row: ArrivalReport; selected: boolean; select: ReturnType<typeof useWorkbench>["select"] }) {
  const { picture } = row;
  const beside = [
    picture && (picture.overlay ? "overlays" : "clean"),
    picture?.look && "look",
    picture?.raw,
    picture?.squeeze && `squeezed ${picture.squeeze}`,
    ...row.shown,
    row.sound > 0 && `${row.sound} ch`,
    row.timecode && `TC ${row.timecode}`,
    picture?.level && `level ${picture.level}`,
  ].filter(Boolean);
  return (
    <tr
      data-arrival={row.device}
      className={`border-b border-rule align-top max-md:grid max-md:grid-cols-[1fr_auto] max-md:px-1 max-md:py-1.5 ${selected ? "bg-raised" : "hover:bg-raised/60"}`}
    >
      <th scope="row" className="px-2 py-1 font-semibold">
        <button type="button" className="text-left hover:underline md:whitespace-nowrap" onClick={() => select({ kind: "device", id: row.device })}>
          {row.name}
        </button>
        {row.source && <span className="block text-small font-normal text-dim">gets {row.source}</span>}
      </th>
      <td className="px-2 py-1 max-md:order-3">
        {picture ? (
          <>
            <span className="whitespace-nowrap">{picture.raw ? `${picture.raw} in ${picture.format}` : picture.format}</span>
            {picture.inflated && <span className="block text-small text-caution">of a picture that is {picture.effective}</span>}
          </>
        ) : (
          <span className="text-dim">nothing</span>
        )}
        {row.records && <span className="block text-small text-dim">records {row.records}</span>}
        {row.records && <LimitStrip device={row.device} />}
      </td>
      <td className="px-2 py-1 whitespace-nowrap max-md:order-3">
        {picture && (
          <Figure working={row.working} label={`Delay at ${row.name}`}>
            {picture.delay}
          </Figure>
        )}
      </td>
      <td className="px-2 py-1 text-small text-dim max-md:order-4 max-md:col-span-2">
        {beside.map((part) => (
          <span key={String(part)} className="mr-2 inline-block whitespace-nowrap">
            {part}
          </span>
        ))}
      </td>
      <td className="px-2 py-1 text-small max-md:order-5 max-md:col-span-2">
        {row.needs.map((need) => (
          <span key={need.id} className="block">
            <SeverityMark severity={need.met ? "ok" : "stop"} word={false} /> {need.asks}
          </span>
        ))}
        {row.standing !== "ok" && <span className={`block ${row.standing === "stop" ? "text-stop" : "text-caution"}`}>{row.says}</span>}
      </td>
      <td className="px-2 py-1 max-md:order-2">
        <SeverityMark severity={row.standing} />
      </td>
    </tr>
  );
});
