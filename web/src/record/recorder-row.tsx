import { Link } from "react-router";
import type { Device, Finding, Placement, RecordingReport, RecordingSetting } from "../api/client";
import { planAlike } from "../api/queries";
import { Beyond, Moment, Stretch, Track } from "../chart/track";
import { FindingsAt } from "../findings/findings";
import { useEdits, useFloor } from "../frame/workbench";
import { Choice, TypedField } from "../ui/field";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";
import { whole } from "../ui/typed";
import { Choices } from "./choices";
import { LimitBars } from "./limits";
import { useRecordable } from "./recordable";
import { MoreSettings } from "./settings";

interface Props {
  row: RecordingReport;
  placement: Placement;
  device: Device;
  /** How many others record a picture. */
  others: number;
  open: boolean;
  onOpen: (open: boolean) => void;
}

/** What is said of a recorder here: its recording and its sound. */
const ABOUT = new Set<Finding["area"]>(["recording", "sound"]);

function useSetting(placement: Placement) {
  const { build } = useFloor();
  const { edit } = useEdits();
  type Next = Partial<RecordingSetting> | null;
  return (change: Next | ((now: RecordingSetting | undefined) => Next)) =>
    edit(({ builds }) => {
      const placements = builds.find((other) => other.id === build.id)?.placements ?? [];
      const now = placements.find((other) => other.id === placement.id)?.settings?.recording ?? undefined;
      return [{ do: "set-recording", build: build.id, device: placement.id, change: typeof change === "function" ? change(now) : change }];
    });
}

/** One recorder: its line on the axis, and its settings where they are open. */
export function RecorderRow(props: Props) {
  const { row, open, onOpen } = props;
  const { workspace } = useFloor();
  const findings = workspace.report.findings.filter((finding) => finding.at.device === row.device && ABOUT.has(finding.area));
  return (
    <article aria-label={row.name} className="border-t border-rule py-1.5 first-of-type:border-t-0">
      <div className="grid grid-cols-[12rem_1fr_9rem] items-center gap-x-3 max-md:grid-cols-[1fr_auto]">
        <div className="min-w-0">
          <h3>
            <button
              type="button"
              aria-expanded={open}
              className="flex w-full items-center gap-1.5 text-left font-semibold hover:underline"
              onClick={() => onOpen(!open)}
            >
              <span aria-hidden className="w-3 text-dim">
                {open ? "−" : "+"}
              </span>
              <span className="min-w-0 break-words">{row.name}</span>
              <SeverityMark severity={row.worst ?? "ok"} word={false} />
            </button>
          </h3>
          <p className="pl-4.5 text-small text-dim">
            {row.codec}
            {row.media.length > 0 && `, ${inWords(row.media)}`}
          </p>
        </div>
        <Line row={row} />
        <div className="text-right">
          <span className="font-semibold" data-testid={`time-${row.device}`}>
            {row.lasts ? (
              <Figure working={row.working} label={`Record time of ${row.name}`}>
                {row.lasts.label}
              </Figure>
            ) : (
              "no time"
            )}
          </span>
          <span className="block text-small text-dim">{row.lasts?.name ?? "nothing to record on"}</span>
        </div>
      </div>
      {!open && findings[0] && (
        <p className="pl-4.5 text-small">
          <SeverityMark severity={findings[0].severity} word={false} /> {findings[0].text}
          {findings.length > 1 && ` And ${findings.length - 1} more.`}
        </p>
      )}
      {open && <Settings {...props} findings={findings} />}
    </article>
  );
}

/** *2 × SSD caddy 1 TB*. */
function inWords(media: string[]): string {
  const counts = new Map<string, number>();
  for (const medium of media) counts.set(medium, (counts.get(medium) ?? 0) + 1);
  return [...counts].map(([medium, count]) => (count > 1 ? `${count} × ${medium}` : medium)).join(", ");
}

/** Need, swap level and end of one recorder, on the axis of all. */
function Line({ row }: { row: RecordingReport }) {
  const { lasts, need, change_at: change, limits } = row;
  return (
    <div className="max-md:order-last max-md:col-span-2">
      <Track tall>
        {lasts && <Stretch from={0} to={lasts.seconds} says={`${row.name} lasts ${lasts.label}: ${lasts.name}`} className="inset-y-1.5 bg-dim" />}
        {lasts && <Beyond seconds={lasts.seconds} />}
        {limits.slice(1).map((limit) => (
          <Moment key={limit.name} when={limit.seconds} says={`${limit.name} after ${limit.label}`} className="inset-y-1 w-0.5 bg-ink" />
        ))}
        {change && <Moment when={change.seconds} says={`swap level after ${change.label}`} className="inset-y-0 border-l-2 border-dotted border-ink" />}
        {need && (
          <Moment
            when={need.seconds}
            says={`must last ${need.label}`}
            className={`-inset-y-0.5 w-1 border-x border-sunk ${lasts && lasts.seconds < need.seconds ? "bg-stop" : "bg-ink"}`}
          />
        )}
      </Track>
    </div>
  );
}

function Settings({ row, placement, device, others, findings }: Props & { findings: Finding[] }) {
  const { id, build, workspace } = useFloor();
  const { attempt, edit, settle } = useEdits();
  const set = useSetting(placement);
  const quietly = (change: Partial<RecordingSetting> | null) => settle(set(change));
  const setting = placement.settings?.recording;
  const { codecs, media: fitting } = useRecordable(placement.id);
  const slots = Array.from({ length: device.records?.slots ?? 1 }, (_, slot) => setting?.media[slot] ?? "");
  // Of the newest slots: another window may have put something into one of the others.
  const putIn = (slot: number, medium: string) =>
    settle(set((now) => ({ media: slots.map((_, at) => (at === slot ? medium : (now?.media[at] ?? ""))).filter(Boolean) })));
  const { time } = row;
  const sheet = workspace.report.sound.sheets.find((other) => other.recorder === row.device);
  const names = sheet?.tracks.filter((track) => track.name !== "").map((track) => `${track.number} ${track.name}`) ?? [];
  return (
    <div className="mt-2 mb-3 border-l-2 border-rule pl-4">
      <p className="text-dim">
        {row.format ?? "sound alone"} {row.truth && <span className="text-caution">{row.truth}</span>}
      </p>
      <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1 lg:grid-cols-4">
        <Choice
          label="Codec"
          value={setting?.codec ?? ""}
          onChoose={(codec) => quietly({ codec })}
          options={codecs.map((codec) => ({ value: codec.id, label: codec.name }))}
        />
        {slots.map((medium, slot) => (
          <Choice
            key={slot}
            label={slots.length > 1 ? `Slot ${slot + 1}` : "Card or drive"}
            value={medium}
            onChoose={(next) => putIn(slot, next)}
            options={[{ value: "", label: "Empty" }, ...fitting.map((medium) => ({ value: medium.id, label: medium.name }))]}
          />
        ))}
        <TypedField
          label={`Sound tracks (${row.tracks_fed} ${row.tracks_fed === 1 ? "channel arrives" : "channels arrive"})`}
          value={String(row.tracks)}
          send={async (typed) => set({ tracks: whole(typed, "tracks") })}
        />
        {device.records?.sensor && (
          <TypedField
            label="Records"
            value={setting?.format ?? row.format ?? ""}
            hint={setting?.format ? "Set on this body" : "Follows the project"}
            send={(typed) => set({ format: typed.trim() || null })}
          />
        )}
        <TypedField
          label="Must last"
          value={row.need?.label ?? ""}
          hint="2h10, 70 min; empty for no need"
          send={(typed) => edit([{ do: "must-record", build: build.id, device: placement.id, length: typed.trim() || null }])}
        />
        <div>
          <span className="block text-small text-dim">Data rate</span>
          {time ? (
            <Figure working={time.working} label={`Data rate of ${row.name}`}>
              {time.rate_label}
            </Figure>
          ) : (
            "none"
          )}
        </div>
      </div>
      <MoreSettings placement={placement} device={device} set={set} />
      <LimitBars row={row} />
      {names.length > 0 && (
        <p className="mt-2 text-small text-dim">
          Tracks: {names.join(", ")}.{" "}
          <Link to="../sound" className="underline decoration-dotted underline-offset-3 hover:text-ink">
            Change them in Sound
          </Link>
        </p>
      )}
      <p className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small text-dim">
        <span>{row.says}.</span>
        {setting && <Choices placement={placement} setting={setting} />}
        {setting && others > 0 && (
          <button
            type="button"
            className="underline decoration-dotted underline-offset-3 hover:text-ink"
            onClick={() => attempt(() => planAlike(id, build.id, placement.id), `All recorders like ${placement.name}`)}
          >
            Set all like {placement.name}
          </button>
        )}
        <button type="button" className="underline decoration-dotted underline-offset-3 hover:text-ink" onClick={() => quietly(null)}>
          Stop recording on {row.name}
        </button>
      </p>
      <FindingsAt findings={findings} of={row.name} />
    </div>
  );
}
