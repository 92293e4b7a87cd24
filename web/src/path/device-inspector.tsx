import type { Device, Placement, PortReport } from "../api/client";
import { useModes } from "../api/queries";
import { FindingsAt } from "../findings/findings";
import { useAttention, useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, Tick, TypedField } from "../ui/field";
import { SignalLetters } from "../ui/mark";
import { focusMap } from "./focus";
import { InputSettings } from "./input-settings";
import { ModesTable } from "./modes";
import { OutputSettings } from "./output-settings";

/** What can stand in the inspector's place: a path followed, or routes. */
export type Panel = { follow: string } | { from: string; to: string };

/** What is set on a device, what runs through its ports, and its findings. */
export function DeviceInspector({ device: id, openPanel }: { device: string; openPanel: (panel: Panel) => void }) {
  const { build, workspace, reference } = useFloor();
  const { edit, attempt } = useEdits();
  const { select } = useAttention();
  const modes = useModes(workspace.id, build.id, workspace.revision, { at: id }).data;
  const placement = build.placements.find((placement) => placement.id === id);
  if (!placement) return null;
  const entry = reference.catalogue.devices.find((device) => device.id === placement.device);
  const own = `${id}.`;
  const ports = workspace.report.ports.filter((port) => port.at.startsWith(own));
  const findings = workspace.report.findings.filter((finding) => finding.at.device === id);
  const inputs = reference.choosable[placement.device]?.inputs ?? [];
  return (
    <section aria-label="Device">
      <h2 className="sr-only">{placement.name}</h2>
      <div className="space-y-3 p-3">
        <div>
          <TypedField label="Name" value={placement.name} send={(name) => edit([{ do: "rename-device", build: build.id, device: id, name }])} />
          <p className="mt-1 text-small text-dim">
            {entry?.name ?? placement.device}; typed as <span className="text-ink">{id}</span>
          </p>
        </div>
        <Choice
          label="Travels with"
          value={placement.unit}
          onChoose={(unit) => attempt([{ do: "move-device", build: build.id, device: id, unit }])}
          options={build.units.map((unit) => ({ value: unit.id, label: unit.name }))}
        />
        {inputs.length > 1 && (
          <Choice
            label="Picture from"
            value={placement.settings?.input ?? ""}
            onChoose={(input) => attempt([{ do: "choose-input", build: build.id, device: id, input: input || null }])}
            options={[
              { value: "", label: "The first that has a cable" },
              ...inputs.map((input) => ({ value: input, label: ports.find((port) => port.at === `${id}.${input}`)?.name ?? input })),
            ]}
          />
        )}
        {entry && <Doing device={entry} placement={placement} />}
        {entry?.keeps_timecode && <Timecode placement={placement} />}
        <div className="flex flex-wrap gap-2">
          {workspace.report.arrivals.some((row) => row.device === id) && <Button onClick={() => openPanel({ follow: id })}>Follow its path</Button>}
          {(inputs.length > 0 || entry?.kind === "camera") && (
            <Button onClick={() => openPanel(entry?.kind === "camera" ? { from: id, to: "" } : { from: "", to: id })}>Find a route…</Button>
          )}
        </div>
      </div>
      <FindingsAt findings={findings} />
      {modes && <ModesTable modes={modes} />}
      <Ports title="Outputs" ports={ports.filter((port) => port.direction === "out")} placement={placement} />
      <Ports title="Inputs" ports={ports.filter((port) => port.direction === "in")} placement={placement} />
      <div className="border-t border-rule p-3">
        <Button
          onClick={() => {
            focusMap();
            attempt([{ do: "remove-device", build: build.id, device: id }]);
            select(undefined);
          }}
        >
          Remove {placement.name}
        </Button>
      </div>
    </section>
  );
}

/** What a body does, and what a screen does to its picture. */
function Doing({ device, placement }: { device: Device; placement: Placement }) {
  const { build } = useFloor();
  const { edit, attempt } = useEdits();
  const { settings } = placement;
  const screen = (change: { desqueeze?: boolean; look?: boolean }) => attempt([{ do: "set-screen", build: build.id, device: placement.id, ...change }]);
  if (device.kind !== "camera" && !device.screen_look && !device.desqueezes) return null;
  return (
    <div className="space-y-1.5">
      {device.kind === "camera" && (
        <>
          <TypedField
            label="Squeeze of the lens"
            value={settings?.squeeze ?? "1×"}
            hint="1× is spherical; 2x, 1.5x, 1.33x"
            send={(typed) => edit([{ do: "set-squeeze", build: build.id, device: placement.id, squeeze: typed.trim() || null }])}
          />
          {device.modes?.some((mode) => mode.when.some((condition) => condition.is === "playback")) && (
            <Tick
              label="Plays back"
              checked={settings?.playback ?? false}
              onChange={(playback) => attempt([{ do: "set-playback", build: build.id, device: placement.id, playback }])}
            />
          )}
        </>
      )}
      <div className="flex flex-wrap gap-x-3 gap-y-1">
        {device.screen_look && <Tick label="Applies the look" checked={settings?.look ?? false} onChange={(look) => screen({ look })} />}
        {device.desqueezes && <Tick label="Takes the squeeze out" checked={settings?.desqueeze ?? false} onChange={(desqueeze) => screen({ desqueeze })} />}
      </div>
    </div>
  );
}

function Timecode({ placement }: { placement: Placement }) {
  const { build, workspace } = useFloor();
  const { edit, attempt, settle } = useEdits();
  const timecode = placement.settings?.timecode;
  const master = build.timecode_master === placement.id;
  const set = (timecode: string | null) => edit([{ do: "set-timecode", build: build.id, device: placement.id, timecode }]);
  return (
    <div className="space-y-1.5">
      <TypedField
        label="Timecode counts"
        value={timecode ?? workspace.report.timecode}
        hint={timecode ? "Frames a second, set on this device" : "Frames a second, as the project"}
        send={(typed) => set(typed.trim() || null)}
      />
      <div className="flex gap-2">
        {timecode && <Button onClick={() => settle(set(null))}>Follow the project</Button>}
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={master}
            onChange={() => attempt([{ do: "set-timecode-master", build: build.id, device: master ? null : placement.id }])}
          />
          The others follow it
        </label>
      </div>
    </div>
  );
}

function Ports({ title, ports, placement }: { title: string; ports: PortReport[]; placement: Placement }) {
  if (ports.length === 0) return null;
  return (
    <section aria-label={title} className="border-t border-rule px-3 py-2">
      <h3 className="text-small text-dim">{title}</h3>
      <ul>
        {ports.map((port) => (
          <PortRow key={port.at} port={port} placement={placement} />
        ))}
      </ul>
    </section>
  );
}

function PortRow({ port, placement }: { port: PortReport; placement: Placement }) {
  const { build, reference } = useFloor();
  const { connect, select } = useAttention();
  const cables = build.connections.filter((cable) => cable.from === port.at || cable.to === port.at);
  const entry = reference.catalogue.devices.find((device) => device.id === placement.device);
  const socket = entry?.ports?.find((candidate) => `${placement.id}.${candidate.id}` === port.at);
  const runs = port.picture
    ? (port.picture.raw ?? port.picture.format)
    : [port.sound > 0 && `${port.sound} ch`, port.timecode && `TC ${port.timecode}`, port.signals.includes("data") && "data"].filter(Boolean).join(", ");
  const air = socket?.connector === "air";
  return (
    <li className="py-1.5 not-first:border-t not-first:border-rule">
      <div className="flex items-center gap-2">
        <span className="font-semibold">{port.name}</span>
        <SignalLetters signals={port.signals} />
        {port.direction === "out" && (cables.length === 0 || air) && (
          <Button className="ml-auto" aria-label={`Connect ${port.name}`} onClick={() => connect(port.at)}>
            Connect…
          </Button>
        )}
        {port.direction === "in" && cables.length === 0 && (
          <Button className="ml-auto" aria-label={`What feeds ${port.name}?`} onClick={() => connect(port.at)}>
            Feed…
          </Button>
        )}
      </div>
      {runs && <p className="text-small text-dim">{runs}</p>}
      {port.picture?.inflated && <p className="text-small text-caution">of a picture that is {port.picture.effective}</p>}
      {cables.map((cable) => (
        <button
          key={cable.id}
          type="button"
          className="block text-left text-small underline decoration-dotted underline-offset-3 hover:decoration-solid"
          onClick={() => select({ kind: "cable", id: cable.id })}
        >
          {port.direction === "out" ? `to ${cable.to}` : `from ${cable.from}`}, {cable.length}
        </button>
      ))}
      {port.picture?.leg && <p className="text-small text-dim">{port.picture.leg}</p>}
      {socket && entry && port.direction === "out" && <OutputSettings port={port} socket={socket} device={entry} placement={placement} />}
      {socket && <InputSettings socket={socket} placement={placement} />}
    </li>
  );
}
