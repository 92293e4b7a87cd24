import { memo, useState } from "react";
import { useSearchParams } from "react-router";
import type { ArrivalReport, RecordingReport } from "../api/client";
import { useAttention, useFloor, useSelection } from "../frame/workbench";
import { LimitStrip } from "../record/limits";
import { Button } from "../ui/button";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";

/** The arrivals as a list, where the window is too narrow for the lines: who sees what, and how long it
 *  records, two lines each; a row opens with the rest. */
export function ArrivalsBoard() {
  const { workspace } = useFloor();
  const { select } = useAttention();
  const selection = useSelection();
  const { arrivals, recordings } = workspace.report;
  if (arrivals.length === 0) return <p className="p-3 text-dim">Screens and recorders stand here with what arrives at each. Add one to begin.</p>;
  const seen = new Set(arrivals.map((row) => row.device));
  const alone = recordings.filter((row) => !seen.has(row.device));
  return (
    <ul aria-label="Arrivals" className="border-b border-rule">
      {arrivals.map((row) => (
        <Row
          key={row.device}
          row={row}
          recording={recordings.find((recording) => recording.device === row.device)}
          selected={selection?.kind === "device" && selection.id === row.device}
          select={select}
        />
      ))}
      {alone.map((row) => (
        <li key={row.device} className="border-t border-rule">
          <button
            type="button"
            className="grid w-full grid-cols-[1rem_1fr_auto] items-baseline gap-x-2 px-3 py-1 text-left"
            onClick={() => select({ kind: "device", id: row.device })}
          >
            <SeverityMark severity={row.worst ?? "ok"} word={false} />
            <span className="font-semibold break-words">{row.name}</span>
            <span className="font-semibold">{row.lasts?.label ?? "no time"}</span>
            <span className="col-start-2 text-small text-dim">records {row.codec}</span>
            <span className="text-right text-small text-dim">{row.lasts?.name}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

interface RowProps {
  row: ArrivalReport;
  recording: RecordingReport | undefined;
  selected: boolean;
  select: ReturnType<typeof useAttention>["select"];
}

/** Drawn again only where its own row, or whether it is selected, has changed. */
const Row = memo(function Row({ row, recording, selected, select }: RowProps) {
  const [open, setOpen] = useState(false);
  const { picture } = row;
  const gets = [row.source, picture ? (picture.raw ? `${picture.raw} in ${picture.format}` : picture.format) : "no picture"].filter(Boolean).join(" · ");
  return (
    <li data-arrival={row.device} className={`border-t border-rule first:border-t-0 ${selected ? "bg-raised" : ""}`}>
      <button
        type="button"
        aria-expanded={open}
        className="grid w-full grid-cols-[1rem_1fr_auto] items-baseline gap-x-2 px-3 py-1 text-left"
        onClick={() => setOpen(!open)}
      >
        <SeverityMark severity={row.standing} word={false} />
        <span className="font-semibold break-words">{row.name}</span>
        <span className={recording ? "font-semibold" : "text-dim"}>{recording ? (recording.lasts?.label ?? "no time") : picture?.delay}</span>
        <span className="col-start-2 text-small break-words text-dim">{gets}</span>
        <span className="text-right text-small text-dim">{recording && picture?.delay}</span>
        {row.standing !== "ok" && (
          <span className={`col-span-2 col-start-2 text-small ${row.standing === "stop" ? "text-stop" : "text-caution"}`}>{row.says}</span>
        )}
      </button>
      {open && <Rest row={row} select={select} />}
    </li>
  );
});

/** What stands beside the picture, the needs, and where to go on. */
function Rest({ row, select }: { row: ArrivalReport; select: ReturnType<typeof useAttention>["select"] }) {
  const [, setSearch] = useSearchParams();
  const { picture } = row;
  const beside = [
    picture && (picture.overlay ? "overlays" : "clean"),
    picture?.look && "look",
    picture?.squeeze && `squeezed ${picture.squeeze}`,
    ...row.shown,
    row.sound > 0 && `${row.sound} ch of sound`,
    row.timecode && `TC ${row.timecode}`,
    picture?.level && `level ${picture.level}`,
  ].filter(Boolean);
  return (
    <div className="space-y-1.5 pr-3 pb-3 pl-9">
      {picture?.inflated && <p className="text-caution">of a picture that is {picture.effective}</p>}
      {beside.length > 0 && <p className="text-dim">{beside.join(", ")}</p>}
      {picture && (
        <p>
          <Figure working={row.working} label={`Delay at ${row.name}`}>
            {picture.delay}
          </Figure>{" "}
          since the lens
        </p>
      )}
      {row.records && <p>records {row.records}</p>}
      {row.records && <LimitStrip device={row.device} />}
      {row.needs.map((need) => (
        <p key={need.id}>
          <SeverityMark severity={need.met ? "ok" : "stop"} word={false} /> {need.asks}
        </p>
      ))}
      <div className="flex gap-2">
        <Button
          onClick={() => {
            setSearch({ follow: row.device });
            document.getElementById("beside-map")?.scrollIntoView();
          }}
        >
          Follow its path
        </Button>
        <Button onClick={() => select({ kind: "device", id: row.device })}>Settings</Button>
      </div>
    </div>
  );
}
