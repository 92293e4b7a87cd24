import type { Device, Finding, Placement, RecordingReport, RecordingSetting } from "../api/client";
import { FindingsAt } from "../findings/findings";
import { useWorkbench } from "../frame/workbench";
import { useRecordable } from "./recordable";
import { useHouseRules } from "../needs/rules";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";
import { degrees, whole } from "../ui/typed";
import { Choices } from "./choices";
import { LimitBars, longest } from "./limits";
import { OwnCodecs } from "./custom-codecs";
import { Calculator } from "./calculator";
import { MoreSettings } from "./settings";

/** The Record view: every recorder, its rate, its media, and what ends it first. */
export function RecordView() {
  const { build, workspace, reference } = useWorkbench();
  const { recordings } = workspace.report;
  const devices = new Map(reference.catalogue.devices.map((device) => [device.id, device]));
  const axis = longest(recordings);
  const able = build.placements.flatMap((placement) => {
    const device = devices.get(placement.device);
    return device?.records ? [{ placement, device }] : [];
  });
  const idle = able.filter(({ placement }) => !placement.settings?.recording);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 max-md:flex-col max-md:overflow-auto">
      <main tabIndex={0} data-scrolls className="min-w-0 flex-1 overflow-auto px-4 pb-8 max-md:overflow-visible">
        <h2 className="mt-4 text-large font-semibold">Recorders</h2>
        <HouseRules />
        {recordings.length === 0 && (
          <p className="my-2 text-dim">Nothing records in this build yet. Each recorder shows here how long it lasts and what ends it first.</p>
        )}
        {able.map(({ placement, device }) => {
          const row = recordings.find((recording) => recording.device === placement.id);
          return row ? <Recorder key={placement.id} row={row} placement={placement} device={device} axis={axis} /> : null;
        })}
        {idle.length > 0 && (
          <section aria-label="Not recording" className="mt-6">
            <h3 className="font-semibold">Not recording</h3>
            <ul>
              {idle.map(({ placement, device }) => (
                <Idle key={placement.id} placement={placement} device={device} />
              ))}
            </ul>
          </section>
        )}
        <OwnCodecs />
      </main>
      <aside
        aria-label="Calculator"
        tabIndex={0}
        data-scrolls
        className="w-full shrink-0 overflow-auto border-rule p-3 md:w-[316px] md:border-l max-md:overflow-visible max-md:border-t"
      >
        <Calculator />
      </aside>
    </div>
  );
}

/** What is said of a recorder here: its recording and its sound. */
const ABOUT = new Set<Finding["area"]>(["recording", "sound"]);

function useSetting(placement: Placement) {
  const { build, edit } = useWorkbench();
  type Next = Partial<RecordingSetting> | null;
  return (change: Next | ((now: RecordingSetting | undefined) => Next)) =>
    edit(({ builds }) => {
      const placements = builds.find((other) => other.id === build.id)?.placements ?? [];
      const now = placements.find((other) => other.id === placement.id)?.settings?.recording ?? undefined;
      return [{ do: "set-recording", build: build.id, device: placement.id, change: typeof change === "function" ? change(now) : change }];
    });
}

function Idle({ placement, device }: { placement: Placement; device: Device }) {
  const { settle } = useWorkbench();
  const set = useSetting(placement);
  const codec = device.records?.codecs[0];
  return (
    <li className="flex items-center justify-between border-t border-rule py-1.5">
      {placement.name}
      {codec && (
        <Button aria-label={`Record on ${placement.name}`} onClick={() => settle(set({ codec, media: [] }))}>
          Record
        </Button>
      )}
    </li>
  );
}

function Recorder({ row, placement, device, axis }: { row: RecordingReport; placement: Placement; device: Device; axis: number }) {
  const { workspace, settle } = useWorkbench();
  const set = useSetting(placement);
  const quietly = (change: Partial<RecordingSetting> | null) => settle(set(change));
  const setting = placement.settings?.recording;
  const { time } = row;
  const findings = workspace.report.findings.filter((finding) => finding.at.device === row.device && ABOUT.has(finding.area));
  const { codecs, media: fitting } = useRecordable(placement.id);
  const slots = Array.from({ length: device.records?.slots ?? 1 }, (_, slot) => setting?.media[slot] ?? "");
  // Of the newest slots: another window may have put something into one of the others.
  const putIn = (slot: number, medium: string) =>
    settle(set((now) => ({ media: slots.map((_, at) => (at === slot ? medium : (now?.media[at] ?? ""))).filter(Boolean) })));
  return (
    <article aria-label={row.name} className="mt-3 border-t border-rule pt-2">
      <header className="flex flex-wrap items-baseline gap-x-3">
        <h3 className="font-semibold">{row.name}</h3>
        {row.worst && <SeverityMark severity={row.worst} />}
        <span className="text-dim">{row.format ?? "sound alone"}</span>
        {row.truth && <span className="text-caution">{row.truth}</span>}
        <span className="ml-auto text-large font-semibold" data-testid={`time-${row.device}`}>
          {row.lasts ? (
            <Figure working={row.working} label={`Record time of ${row.name}`}>
              {row.lasts.label}
            </Figure>
          ) : (
            "no time"
          )}
          {row.lasts && <span className="ml-2 text-body font-normal text-dim">{row.lasts.name}</span>}
        </span>
      </header>
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
        <MustLast row={row} placement={placement} />
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
      <LimitBars row={row} axis={axis} />
      <p className="mt-1 flex items-center gap-3 text-small text-dim">
        <span>{row.says}.</span>
        <button type="button" className="underline decoration-dotted underline-offset-3 hover:text-ink" onClick={() => quietly(null)}>
          Stop recording on {row.name}
        </button>
        {setting && <Choices placement={placement} setting={setting} />}
      </p>
      <FindingsAt findings={findings} />
    </article>
  );
}

/** How long it must record: a need of its own, or the one that is there. */
function MustLast({ row, placement }: { row: RecordingReport; placement: Placement }) {
  const { build, edit } = useWorkbench();
  const need = build.needs.find((need) => need.at === placement.id && need.purpose === "record");
  const send = (typed: string) => {
    const length = typed.trim() || null;
    if (need) return edit([{ do: "set-need", build: build.id, need: need.id, change: { length } }]);
    const fresh = { id: `${placement.id}-record`.slice(0, 40), at: placement.id, purpose: "record" as const };
    return edit([{ do: "put-need", build: build.id, need: { ...fresh, length } }]);
  };
  return <TypedField label="Must last" value={row.need?.label ?? ""} hint="2h10, 70 min; empty for no need" send={send} />;
}

/** What the house keeps back of a card, and when it changes one. */
function HouseRules() {
  const { rules, set } = useHouseRules();
  if (!rules) return null;
  return (
    <div className="mt-2 grid max-w-xl grid-cols-3 gap-3">
      <TypedField label="Cards are changed at" value={rules.swap_level ?? ""} send={(swap_level) => set({ swap_level })} />
      <TypedField label="Kept back of each card" value={rules.reserve ?? ""} send={(reserve) => set({ reserve })} />
      <TypedField label="Air where it is shot, °C" value={String(rules.air_celsius ?? "")} send={async (typed) => set({ air_celsius: degrees(typed) })} />
    </div>
  );
}
