import { memo } from "react";
import type { ArrivalReport, RecordingReport, Severity } from "../../api/client";
import { Figure } from "../../ui/figure";
import { SeverityMark } from "../../ui/mark";

interface Props {
  id: string;
  name: string;
  unit: string | undefined;
  top: number;
  height: number;
  /** From its top to where the line ends. */
  middle: number;
  arrival: ArrivalReport | undefined;
  recording: RecordingReport | undefined;
  /** The device's worst finding. */
  worst: Severity | undefined;
  /** A camera's own recording: nothing arrives at it. */
  own: boolean;
  wide: boolean;
  selected: boolean;
}

/** What stands beside the picture: *clean · 1 ch · TC 25*. */
function beside({ picture, shown, sound, timecode, power }: ArrivalReport): string {
  const parts = [
    picture && (picture.overlay ? "overlays" : "clean"),
    picture?.look && "look",
    picture?.raw,
    picture?.squeeze && `squeezed ${picture.squeeze}`,
    ...shown,
    sound > 0 && `${sound} ch`,
    timecode && `TC ${timecode}`,
    picture?.level && `level ${picture.level}`,
    power,
  ];
  return parts.filter(Boolean).join(", ");
}

const raster = (format: string) => format.replace(/^\d+×/, "");

/** A destination's row of the board: what a first assistant reads aloud. */
export const BoardRow = memo(function BoardRow({ id, name, unit, top, height, middle, arrival, recording, worst, own, wide, selected }: Props) {
  const picture = own ? undefined : arrival?.picture;
  // Where nothing arrives, what is found at the recorder counts; what records nothing isn't good.
  const verdict = own || !arrival ? (worst ?? (recording?.time ? "ok" : "note")) : arrival.standing;
  const says = own || !arrival ? "" : arrival.standing === "ok" ? "" : arrival.says;
  const limit = arrival?.within;
  const also = [own || (!arrival && recording) ? recording?.media.join(", ") : arrival && beside(arrival), own || picture?.inflated ? undefined : unit]
    .filter(Boolean)
    .join(", ");
  const lasts = recording && (
    <span className={recording.need && recording.lasts && recording.lasts.seconds < recording.need.seconds ? "text-stop" : ""}>
      {recording.lasts?.label ?? "nothing"}
    </span>
  );
  const against = recording?.need ? `needs ${recording.need.label}` : (recording?.lasts?.name ?? "");
  const delay = picture && arrival && (
    <Figure working={arrival.working} label={`Delay at ${arrival.name}`}>
      {limit ? `${picture.delay.replace(/ ms$/, "")} of ${limit.label}` : picture.delay}
    </Figure>
  );
  return (
    <div
      role="row"
      data-arrival={own ? undefined : id}
      style={{ top, height, paddingTop: middle - 20 }}
      className={`absolute inset-x-0 border-t border-rule pr-1 pl-2.5 ${selected ? "bg-raised" : ""}`}
    >
      <div className={`flex items-start ${wide ? "gap-2" : "gap-1"}`}>
        <div role="rowheader" className="sr-only">
          {own ? `${name}, its own card` : name}
          {!own && arrival?.source ? `, gets ${arrival.source}` : ""}
        </div>
        <div role="cell" className="min-w-0 flex-1">
          <p className="truncate leading-4">
            {own ? (
              <span>{recording?.codec}</span>
            ) : picture ? (
              <>
                <span className="whitespace-nowrap">{picture.raw ? `${picture.raw} in ${raster(picture.format)}` : raster(picture.format)}</span>
              </>
            ) : recording && !recording.format ? (
              <span>
                {recording.tracks_fed} of {recording.tracks} tracks
              </span>
            ) : (
              <span className="text-dim">nothing</span>
            )}
          </p>
          <p className="relative truncate text-small text-dim">
            {!wide &&
              (lasts ? (
                <>
                  {lasts} {recording?.need ? `of ${recording.need.label}` : ""}
                </>
              ) : (
                delay
              ))}
            {picture?.inflated && (
              <span className="text-caution">
                {wide ? "" : ", "}of {raster(picture.effective)}
                {wide ? ", " : ""}
              </span>
            )}
            {wide || (!delay && !lasts) ? also : <span className="sr-only">{also}</span>}
          </p>
        </div>
        {wide && (
          <>
            {!own && (
              <div role="cell" className="w-[82px] shrink-0 text-small whitespace-nowrap">
                {delay}
                {picture && limit && <Bar part={picture.delay_us} whole={limit.us} />}
              </div>
            )}
            <div role="cell" className="w-[100px] shrink-0 text-small">
              {lasts}
              {recording && <p className="text-dim">{against}</p>}
            </div>
          </>
        )}
        <div role="cell" className={`relative shrink-0 ${wide ? "w-[52px]" : "w-4"}`}>
          <SeverityMark severity={verdict} word={wide} />
          {!wide && <span className="sr-only">{verdict}</span>}
        </div>
      </div>
      {says && (
        <p role="cell" className={`truncate text-small ${verdict === "stop" ? "text-stop" : "text-caution"}`}>
          {says}
        </p>
      )}
    </div>
  );
});

/** How much of what it may be, it is. */
function Bar({ part, whole }: { part: number; whole: number }) {
  const over = part > whole;
  return (
    <span aria-hidden className="mt-1 block h-1 w-[72px] bg-rule">
      <span className={`block h-1 ${over ? "bg-stop" : "bg-ok"}`} style={{ width: `${Math.min(100, (part / Math.max(1, whole)) * 100)}%` }} />
    </span>
  );
}
