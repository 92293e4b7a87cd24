import { Main, Page, Side } from "../ui/page";
import { useId, useState } from "react";
import { sentenceOf, type Device, type FormatGroup, type Mode, type Port, type Reference } from "../api/client";
import { useEntryCheck } from "../api/queries";
import { OutlookSummary } from "../findings/outlook";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, Tick } from "../ui/field";
import { DeviceCard } from "./device-card";
import { conditionOf, conditionsOf, handleOf, socketOf, socketsOf } from "./entry";

type Path = NonNullable<Device["paths"]>[number];
const VIAS: { value: Path["via"]; label: string }[] = [
  { value: "loop", label: "passive loop" },
  { value: "relay", label: "reclocked" },
  { value: "convert", label: "converted" },
  { value: "scale", label: "scaled" },
  { value: "frame-rate", label: "another frame rate" },
  { value: "radio", label: "sent" },
  { value: "embed", label: "embedded" },
];

/** An editor for a description: checked while it is filled in, with what it would do to the builds that use it. */
export function EntryEditor({ start, onClose }: { start: Device; onClose: () => void }) {
  const { id, workspace, reference } = useFloor();
  const { edit } = useEdits();
  const [entry, setEntry] = useState<Device>(start);
  const [refusal, setRefusal] = useState<string>();
  const check = useEntryCheck(id, workspace.revision, entry);
  const { offers } = reference;
  const change = (next: Partial<Device>) => setEntry((old) => ({ ...old, ...next }));
  const ports = entry.ports ?? [];
  const isNew =
    !workspace.production.custom?.devices?.some((device) => device.id === entry.id) && !reference.catalogue.devices.some((device) => device.id === entry.id);

  const setPorts = (next: Port[]) => {
    // What a screen shows follows its inputs until somebody says otherwise.
    const pictures = next.filter((port) => port.direction === "in" && ["sdi", "hdmi", "composite"].includes(port.wire)).map((port) => port.id);
    const shows = offers.kinds.some((kind) => kind.value === entry.kind && kind.shows_all);
    change({ ports: next, screen: shows ? pictures : entry.screen?.filter((screen) => pictures.includes(screen)) });
  };
  const addPort = (direction: "in" | "out") => {
    const wanted = direction === "in" ? "Input" : "SDI";
    const number = ports.filter((port) => port.direction === direction).length + 1;
    let name = `${wanted} ${number}`;
    for (let next = number; ports.some((port) => port.id === handleOf(name)); next += 1) name = `${wanted} ${next + 1}`;
    const camera = entry.kind === "camera" && direction === "out";
    const formats = reference.catalogue.groups.find((group) => group.id === (direction === "in" ? "sdi-3g" : "sdi-camera"))?.formats;
    setPorts([
      ...ports,
      {
        ...(direction === "in" ? offers.input : offers.output),
        id: handleOf(name),
        name,
        formats: camera || direction === "in" ? formats : [],
        ...(camera ? { origin: offers.camera_origin } : {}),
      },
    ]);
  };

  async function keep() {
    try {
      await edit([{ do: "put-entry", entry }]);
      onClose();
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  const problem = check.error?.message ?? check.data?.refusal;
  return (
    <Page role="presentation" onKeyDown={(event) => event.stopPropagation()}>
      <Main>
        <h2 className="mt-4 text-large font-semibold">{isNew ? "Add custom device" : `Change ${start.name}`}</h2>
        <div className="mt-2 grid grid-cols-2 gap-3 lg:grid-cols-4">
          <Text label="Name" value={entry.name} onChange={(name) => change(start.id ? { name } : { name, id: handleOf(name) })} autoFocus />
          <Text label="Maker" value={entry.maker} onChange={(maker) => change({ maker })} />
          <Choice
            label="It is a"
            value={entry.kind}
            onChoose={(next) => change({ kind: offers.kinds.find(({ value }) => value === next)?.value ?? entry.kind })}
            options={offers.kinds}
          />
          <Text label="Id, as typed" value={entry.id} onChange={(next) => change({ id: next })} />
        </div>
        <section aria-label="Ports" className="mt-4">
          <h3 className="flex items-center gap-2 font-semibold">
            Ports
            <Button onClick={() => addPort("out")}>Add an output</Button>
            <Button onClick={() => addPort("in")}>Add an input</Button>
          </h3>
          <ul>
            {ports.map((port, at) => (
              <PortEditor
                key={at}
                port={port}
                camera={entry.kind === "camera"}
                reference={reference}
                onChange={(next) => setPorts(ports.map((old, place) => (place === at ? next : old)))}
                onRemove={() => setPorts(ports.filter((_, place) => place !== at))}
              />
            ))}
          </ul>
        </section>
        <Modes entry={entry} onChange={(modes) => change({ modes })} reference={reference} />
        <Paths entry={entry} onChange={(paths) => change({ paths })} begins={offers.path} />
        <Recording entry={entry} onChange={change} />
      </Main>
      <Side label="What it comes to" wide className="p-3">
        <p role="status" className={problem ? "text-stop" : "text-ok"}>
          {problem ?? (check.data ? "No problems found." : "")}
        </p>
        {refusal && (
          <p role="alert" className="text-stop">
            {refusal}
          </p>
        )}
        <div className="my-2 flex gap-2">
          <Button strong disabled={Boolean(problem) || !check.data} onClick={() => void keep()}>
            Save device
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
        <DeviceCard device={entry} />
        {!problem &&
          check.data?.builds.map((used) => (
            <section key={used.build} aria-label={`In ${used.name}`} className="mt-3 border-t border-rule pt-2 text-small">
              <h3 className="font-semibold">{used.name} uses it</h3>
              <OutlookSummary outlook={used.outlook} />
            </section>
          ))}
      </Side>
    </Page>
  );
}

function Text({
  label,
  value,
  onChange,
  autoFocus,
  hideLabel,
  suggestions,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  autoFocus?: boolean;
  hideLabel?: boolean;
  /** What is usual there; anything else can be typed. */
  suggestions?: string[];
}) {
  const list = useId();
  return (
    <label className="block min-w-0 text-small text-dim">
      <span className={hideLabel ? "sr-only" : ""}>{label}</span>
      <input
        autoFocus={autoFocus}
        value={value}
        spellCheck={false}
        list={suggestions && list}
        onChange={(event) => onChange(event.target.value)}
        className="block w-full border border-rule bg-sunk px-1.5 py-0.5 text-body text-ink"
      />
      {suggestions && (
        <datalist id={list}>
          {suggestions.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      )}
    </label>
  );
}

/** Formats: a group of the catalogue's, or typed one after the other. */
function Formats({
  label,
  value,
  groups,
  anything,
  onChange,
}: {
  label: string;
  value: Port["formats"];
  groups: FormatGroup[];
  anything: string;
  onChange: (formats: Port["formats"]) => void;
}) {
  const group = groups.find((group) => JSON.stringify(group.formats) === JSON.stringify(value));
  const typed = value?.every((one) => typeof one === "string") ? value.join("; ") : "";
  const chosen = !value?.length ? "" : (group?.id ?? "typed");
  return (
    <div className="space-y-1">
      <Choice
        label={label}
        value={chosen}
        onChoose={(next) => onChange(next === "" ? [] : next === "typed" ? ["1920×1080p25 4:2:2 10-bit"] : groups.find((group) => group.id === next)?.formats)}
        options={[
          { value: "", label: anything },
          ...groups.map((group) => ({ value: group.id, label: `${group.id}: ${group.words}` })),
          { value: "typed", label: "Typed…" },
        ]}
      />
      {chosen === "typed" && (
        <Text label={`${label}, typed with semicolons between`} value={typed} onChange={(text) => onChange(text.split(";").map((one) => one.trim()))} />
      )}
    </div>
  );
}

/** Makers’ own names of something that both ends must speak, with commas between. */
function Names({ label, names, onChange }: { label: string; names: string[] | undefined; onChange: (names: string[]) => void }) {
  const read = (text: string) => {
    const found = text.split(",").map((name) => name.trimStart());
    return found.length === 1 && found[0] === "" ? [] : found;
  };
  return (
    <div className="w-56">
      <Text label={label} value={(names ?? []).join(", ")} onChange={(text) => onChange(read(text))} />
    </div>
  );
}

function PortEditor({
  port,
  camera,
  reference,
  onChange,
  onRemove,
}: {
  port: Port;
  camera: boolean;
  reference: Reference;
  onChange: (port: Port) => void;
  onRemove: () => void;
}) {
  const out = port.direction === "out";
  const { offers } = reference;
  const { groups } = reference.catalogue;
  const socket = socketOf(offers, port);
  const setSocket = (value: string) => {
    const chosen = offers.sockets[Number(value)];
    if (value === "" || !chosen) return;
    const { sdi: _sdi, hdmi: _hdmi, data: _data, ...rest } = port;
    const { label: _label, ...as } = chosen;
    onChange({ ...rest, ...as });
  };
  return (
    <li className="grid grid-cols-[0.8fr_1.5fr_1.4fr_auto] items-end gap-2 border-t border-rule py-1.5">
      <Text label={`${out ? "Output" : "Input"}, as printed`} value={port.name} onChange={(name) => onChange({ ...port, name, id: handleOf(name) })} />
      <div className="flex items-end gap-1">
        <div className="min-w-0 flex-1">
          <Choice
            label="Socket"
            value={socket}
            onChoose={setSocket}
            options={[...(socket === "" ? [{ value: "", label: "Another" }] : []), ...socketsOf(offers)]}
          />
        </div>
        <div className="w-24">
          <Text
            label="Its plug"
            value={port.connector}
            onChange={(connector) => onChange({ ...port, connector })}
            suggestions={offers.connectors.map(({ id }) => id)}
          />
        </div>
      </div>
      <Formats
        label={out ? "Gives" : "Takes"}
        value={port.formats}
        groups={groups}
        anything={out ? "what its path brings" : "anything its socket carries"}
        onChange={(formats) => onChange({ ...port, formats })}
      />
      <button type="button" aria-label={`Remove ${port.name}`} className="px-1 py-1 text-small text-dim hover:text-ink" onClick={onRemove}>
        Remove
      </button>
      {(port.wire === "sdi" || port.wire === "hdmi") && (out ? camera : true) && (
        <div className="col-span-4 flex flex-wrap gap-3">
          <Names
            label={out ? "Record triggers that it sends" : "Record triggers that it obeys"}
            names={port.triggers}
            onChange={(triggers) => onChange({ ...port, triggers })}
          />
          {port.wire === "hdmi" && (
            <Names label="Timecode beside the picture" names={port.timecodes} onChange={(timecodes) => onChange({ ...port, timecodes })} />
          )}
        </div>
      )}
      {out && camera && port.origin && (
        <div className="col-span-4 flex flex-wrap items-end gap-3">
          <div className="w-28">
            <Text
              label="Delay"
              value={port.origin.delay ?? ""}
              onChange={(delay) => onChange({ ...port, origin: port.origin ? { ...port.origin, delay } : port.origin })}
            />
          </div>
          {(["overlay", "look", "desqueezes", "never_clean"] as const).map((ability) => (
            <Tick
              key={ability}
              label={{ overlay: "can send overlays", look: "can send a look", desqueezes: "can take a squeeze out", never_clean: "never clean" }[ability]}
              checked={port.origin?.[ability] ?? false}
              onChange={(so) => onChange({ ...port, origin: port.origin ? { ...port.origin, [ability]: so } : port.origin })}
            />
          ))}
        </div>
      )}
    </li>
  );
}

/** What a mode's processing makes, whatever the output could hold: *hdmi makes 8-bit 4:2:0*. */
const makesInWords = ({ ports, as: cap }: NonNullable<Mode["makes"]>[number]) =>
  `${ports.join(", ")} makes ${[cap.raster, cap.bits, cap.sampling].filter(Boolean).join(" ")}`;

/** Modes: what it does at the same time, and what that leaves of its outputs. */
function Modes({ entry, onChange, reference }: { entry: Device; onChange: (modes: Mode[]) => void; reference: Reference }) {
  const { offers } = reference;
  const { groups } = reference.catalogue;
  const modes = entry.modes ?? [];
  const outputs = (entry.ports ?? []).filter((port) => port.direction === "out");
  const [first] = offers.conditions;
  if (outputs.length === 0 || !first) return null;
  const set = (at: number, next: Mode) => onChange(modes.map((old, place) => (place === at ? next : old)));
  const add = () => onChange([...modes, { name: `Mode ${modes.length + 1}`, when: [first.condition], leaves: [{ ports: [outputs[0]?.id ?? ""] }] }]);
  return (
    <section aria-label="Modes" className="mt-4">
      <h3 className="flex items-center gap-2 font-semibold">
        Modes
        <Button onClick={add}>Add a mode</Button>
      </h3>
      <p className="text-small text-dim">What an output gives depends on what else the device does.</p>
      <ul>
        {modes.map((mode, at) => {
          const [leaves, ...more] = mode.leaves ?? [];
          return (
            <li key={at} className="grid grid-cols-[1fr_1fr_1fr_1.4fr_auto] items-end gap-2 border-t border-rule py-1.5">
              <Text label="Mode" value={mode.name} onChange={(name) => set(at, { ...mode, name })} />
              <Choice
                label="While"
                value={conditionOf(offers, mode.when[0])}
                onChoose={(next) => {
                  const found = offers.conditions[Number(next)];
                  if (next !== "" && found) set(at, { ...mode, when: [found.condition, ...mode.when.slice(1)] });
                }}
                options={conditionOf(offers, mode.when[0]) ? conditionsOf(offers) : [{ value: "", label: "as described" }, ...conditionsOf(offers)]}
              />
              {leaves || !mode.makes?.length ? (
                <>
                  <Choice
                    label="This output"
                    value={leaves?.ports[0] ?? ""}
                    onChoose={(port) => set(at, { ...mode, leaves: [{ ...leaves, ports: [port] }, ...more] })}
                    options={outputs.map((port) => ({ value: port.id, label: port.name }))}
                  />
                  <Choice
                    label="Gives"
                    value={leaves?.formats ? (groups.find((group) => JSON.stringify(group.formats) === JSON.stringify(leaves.formats))?.id ?? "") : "off"}
                    onChoose={(next) =>
                      set(at, {
                        ...mode,
                        leaves: [
                          { ports: leaves?.ports ?? [], ...(next === "off" ? {} : { formats: groups.find((group) => group.id === next)?.formats }) },
                          ...more,
                        ],
                      })
                    }
                    options={[
                      { value: "off", label: "nothing: it is off" },
                      ...groups.map((group) => ({ value: group.id, label: `${group.id}: ${group.words}` })),
                      ...(leaves?.formats ? [{ value: "", label: "as described" }] : []),
                    ]}
                  />
                </>
              ) : (
                <p className="col-span-2 pb-1 text-small text-dim">{mode.makes.map(makesInWords).join("; ")}</p>
              )}
              <button
                type="button"
                aria-label={`Remove ${mode.name}`}
                className="px-1 py-1 text-small text-dim hover:text-ink"
                onClick={() => onChange(modes.filter((_, place) => place !== at))}
              >
                Remove
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What joins inputs to outputs inside it. */
function Paths({ entry, onChange, begins }: { entry: Device; onChange: (paths: Path[]) => void; begins: Path }) {
  const paths = entry.paths ?? [];
  const named = (direction: Port["direction"]) =>
    (entry.ports ?? []).filter((port) => port.direction === direction).map((port) => ({ value: port.id, label: port.name }));
  const [inputs, outputs] = [named("in"), named("out")];
  if (inputs.length === 0 || outputs.length === 0) return null;
  const set = (at: number, next: Path) => onChange(paths.map((old, place) => (place === at ? next : old)));
  const add = () => onChange([...paths, { ...begins, from: [inputs[0]?.value ?? ""], to: [outputs[0]?.value ?? ""] }]);
  return (
    <section aria-label="Paths" className="mt-4">
      <h3 className="flex items-center gap-2 font-semibold">
        Paths inside
        <Button onClick={add}>Add a path</Button>
      </h3>
      <ul>
        {paths.map((path, at) => (
          <li key={at} className="grid grid-cols-[1fr_1fr_1fr_6rem_auto] items-end gap-2 border-t border-rule py-1.5">
            <Choice
              label="From"
              value={path.from.length > 1 ? "" : (path.from[0] ?? "")}
              onChoose={(from) => set(at, { ...path, from: [from] })}
              options={path.from.length > 1 ? [{ value: "", label: path.from.join(", ") }, ...inputs] : inputs}
            />
            <Choice
              label="To"
              value={path.to.length > 1 ? "" : (path.to[0] ?? "")}
              onChoose={(to) => set(at, { ...path, to: [to] })}
              options={path.to.length > 1 ? [{ value: "", label: path.to.join(", ") }, ...outputs] : outputs}
            />
            <Choice
              label="How"
              value={path.via}
              onChoose={(next) =>
                set(at, { ...path, via: VIAS.find(({ value }) => value === next)?.value ?? path.via, carries: next === "embed" ? ["sound"] : path.carries })
              }
              options={VIAS}
            />
            <Text label="Delay" value={path.delay ?? ""} onChange={(delay) => set(at, { ...path, delay })} />
            <button
              type="button"
              aria-label={`Remove path ${at + 1}`}
              className="px-1 py-1 text-small text-dim hover:text-ink"
              onClick={() => onChange(paths.filter((_, place) => place !== at))}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How it records, if it does. */
function Recording({ entry, onChange }: { entry: Device; onChange: (change: Partial<Device>) => void }) {
  const { reference } = useFloor();
  const records = entry.records;
  const set = (change: Partial<NonNullable<Device["records"]>>) => records && onChange({ records: { ...records, ...change } });
  const inputs = (entry.ports ?? []).filter((port) => port.direction === "in" && (port.wire === "sdi" || port.wire === "hdmi")).map((port) => port.id);
  const start = () =>
    onChange({
      records: {
        sensor: entry.kind === "camera",
        inputs: entry.kind === "camera" ? [] : inputs,
        codecs: ["mezzanine-high"],
        media: ["ssd"],
        slots: 1,
        tracks: 2,
        formats: [],
      },
    });
  const toggle = <T,>(list: T[], one: T) => (list.includes(one) ? list.filter((item) => item !== one) : [...list, one]);
  return (
    <section aria-label="Recording" className="mt-4">
      <h3 className="flex items-center gap-2 font-semibold">
        Recording
        {records ? <Button onClick={() => onChange({ records: null })}>It doesn’t record</Button> : <Button onClick={start}>It records</Button>}
      </h3>
      {records && (
        <div className="space-y-2 border-t border-rule pt-1.5">
          <fieldset>
            <legend className="text-small text-dim">Codecs</legend>
            <div className="grid grid-cols-2 gap-x-3 lg:grid-cols-3">
              {reference.catalogue.codecs.map((codec) => (
                <Tick
                  key={codec.id}
                  label={codec.name}
                  checked={records.codecs.includes(codec.id)}
                  onChange={() => set({ codecs: toggle(records.codecs, codec.id) })}
                />
              ))}
            </div>
          </fieldset>
          <fieldset className="flex flex-wrap gap-x-3">
            <legend className="text-small text-dim">Media</legend>
            {[...new Set(reference.catalogue.media.map((medium) => medium.kind))].map((kind) => (
              <Tick key={kind} label={kind} checked={records.media.includes(kind)} onChange={() => set({ media: toggle(records.media, kind) })} />
            ))}
          </fieldset>
          <div className="grid grid-cols-4 gap-2">
            <Text label="Stops a clip after" value={records.clip_limit ?? ""} onChange={(clip) => set({ clip_limit: clip || null })} />
            <Text label="Stops for heat after" value={records.heat_limit ?? ""} onChange={(heat) => set({ heat_limit: heat || null })} />
            {records.heat_limit && (
              <Tick label="no limit for heat on a dummy battery" checked={records.cool_outside ?? false} onChange={(cool_outside) => set({ cool_outside })} />
            )}
            <Choice
              label="Slots"
              value={String(records.slots ?? 1)}
              onChoose={(slots) => set({ slots: Number(slots) })}
              options={["1", "2", "3", "4"].map((slots) => ({ value: slots, label: slots }))}
            />
            <Choice
              label="Sound tracks"
              value={String(records.tracks ?? 0)}
              onChoose={(tracks) => set({ tracks: Number(tracks) })}
              options={["0", "1", "2", "4", "8", "16"].map((tracks) => ({ value: tracks, label: tracks }))}
            />
          </div>
        </div>
      )}
    </section>
  );
}
