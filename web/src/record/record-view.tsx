import { Main, Page, Side } from "../ui/page";
import { useSearchParams } from "react-router";
import type { Placement } from "../api/client";
import { planStart } from "../api/queries";
import { TimeAxis } from "../chart/time-axis";
import { lengthLabel, Ticks } from "../chart/track";
import { useEdits, useFloor } from "../frame/workbench";
import { useHouseRules } from "../needs/rules";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";
import { degrees } from "../ui/typed";
import { Calculator } from "./calculator";
import { OwnCodecs } from "./custom-codecs";
import { longest } from "./limits";
import { RecorderRow } from "./recorder-row";

/** The Record view: every recorder on one time axis, what it must last, when its card is changed, what ends
 *  it first; its settings open below it. */
export function RecordView() {
  const { build, workspace, reference } = useFloor();
  const { recordings } = workspace.report;
  const [search, setSearch] = useSearchParams();
  // What is open is in the address, so that it can be passed on and comes back.
  const opened = search.get("open")?.split(",").filter(Boolean) ?? (recordings.length === 1 ? [recordings[0]?.device] : []);
  const calculator = search.get("calculator") !== null;
  const put = (name: string, value: string | undefined) =>
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        if (value === undefined) params.delete(name);
        else params.set(name, value);
        return params;
      },
      { replace: true },
    );
  const devices = new Map(reference.catalogue.devices.map((device) => [device.id, device]));
  const able = build.placements.flatMap((placement) => {
    const device = devices.get(placement.device);
    return device?.records ? [{ placement, device }] : [];
  });
  const idle = able.filter(({ placement }) => !placement.settings?.recording);
  const rows = able.flatMap(({ placement, device }) => {
    const row = recordings.find((recording) => recording.device === placement.id);
    return row ? [{ row, placement, device }] : [];
  });
  const pictures = rows.filter(({ row }) => row.format);
  return (
    <Page>
      <Main>
        <div className="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2">
          <h2 className="mr-auto text-large font-semibold">Recorders</h2>
          {pictures.length > 1 && <MustLastAll devices={pictures.map(({ row }) => row.device)} />}
          <HouseRules />
          <Button aria-expanded={calculator} onClick={() => put("calculator", calculator ? undefined : "")}>
            Calculator
          </Button>
        </div>
        {recordings.length === 0 && (
          <p className="my-2 text-dim">Nothing records in this build yet. Each recorder shows here how long it lasts and what ends it first.</p>
        )}
        {rows.length > 0 && (
          <TimeAxis to={longest(recordings)}>
            <div className="mt-4 grid grid-cols-[12rem_1fr_9rem] gap-x-3 max-md:hidden">
              <span className="text-small text-dim">upright lines: must last; dotted: swap level</span>
              <Ticks label={lengthLabel} />
              <span className="text-right text-small text-dim">lasts, and what ends it</span>
            </div>
            {rows.map(({ row, placement, device }) => (
              <RecorderRow
                key={placement.id}
                row={row}
                placement={placement}
                device={device}
                others={row.format ? pictures.length - 1 : 0}
                open={opened.includes(row.device)}
                onOpen={(open) => put("open", [...opened.filter((other) => other !== row.device), ...(open ? [row.device] : [])].join(","))}
              />
            ))}
          </TimeAxis>
        )}
        {idle.length > 0 && (
          <section aria-label="Not recording" className="mt-6">
            <h3 className="font-semibold">Not recording</h3>
            <ul>
              {idle.map(({ placement }) => (
                <Idle key={placement.id} placement={placement} />
              ))}
            </ul>
          </section>
        )}
        <OwnCodecs />
      </Main>
      {calculator && (
        <Side label="Calculator" className="p-3">
          <Calculator />
        </Side>
      )}
    </Page>
  );
}

/** Starts on the best that it does with what the kit has; what can't be started says why. */
function Idle({ placement }: { placement: Placement }) {
  const { id, build } = useFloor();
  const { attempt } = useEdits();
  return (
    <li className="flex items-center justify-between border-t border-rule py-1.5">
      {placement.name}
      <Button aria-label={`Record on ${placement.name}`} onClick={() => attempt(() => planStart(id, build.id, placement.id), `Recording on ${placement.name}`)}>
        Record
      </Button>
    </li>
  );
}

/** How long every recorder of a picture must last, said once. */
function MustLastAll({ devices }: { devices: string[] }) {
  const { build, workspace } = useFloor();
  const { edit } = useEdits();
  const lengths = new Set(workspace.report.recordings.filter((row) => devices.includes(row.device)).map((row) => row.need?.label ?? ""));
  const [same = ""] = lengths.size === 1 ? lengths : [];
  return (
    <div className="w-36">
      <TypedField
        label="All must last"
        value={same}
        placeholder={lengths.size > 1 ? "differ" : "2h10, 70 min"}
        send={(typed) => edit(devices.map((device) => ({ do: "must-record" as const, build: build.id, device, length: typed.trim() || null })))}
      />
    </div>
  );
}

/** What the house keeps back of a card, and when it changes one. */
function HouseRules() {
  const { rules, set } = useHouseRules();
  if (!rules) return null;
  return (
    <>
      <div className="w-28">
        <TypedField label="Cards changed at" value={rules.swap_level ?? ""} send={(swap_level) => set({ swap_level })} />
      </div>
      <div className="w-28">
        <TypedField label="Reserve of a card" value={rules.reserve ?? ""} send={(reserve) => set({ reserve })} />
      </div>
      <div className="w-20">
        <TypedField label="Temperature, °C" value={String(rules.air_celsius ?? "")} send={async (typed) => set({ air_celsius: degrees(typed) })} />
      </div>
    </>
  );
}
