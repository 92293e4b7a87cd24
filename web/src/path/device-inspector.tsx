import type { Placement, Port, PortReport } from "../api/client";
import { useFormats } from "../api/queries";
import { FindingsAt } from "../findings/findings";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";
import { SignalLetters } from "../ui/mark";

/** What is set on a device, what runs through its ports, and its findings. */
export function DeviceInspector({ device: id }: { device: string }) {
  const { build, workspace, reference, edit, attempt, select } = useWorkbench();
  const placement = build.placements.find((known) => known.id === id);
  if (!placement) return null;
  const entry = reference.catalogue.devices.find((known) => known.id === placement.device);
  const ports = workspace.report.ports.filter((port) => port.at.startsWith(`${id}.`));
  const findings = workspace.report.findings.filter((finding) => finding.at.device === id);
  const pictureInputs = ports.filter((port) => port.direction === "in" && [...(entry?.screen ?? []), ...(entry?.records?.inputs ?? []), ...(entry?.paths?.flatMap((path) => (path.carries?.includes("picture") ? path.from : [])) ?? [])].includes(port.at.split(".")[1] ?? ""));
  return (
    <section aria-label="Device">
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
        {pictureInputs.length > 1 && (
          <Choice
            label="Picture from"
            value={placement.settings?.input ?? ""}
            onChoose={(input) => attempt([{ do: "choose-input", build: build.id, device: id, input: input || null }])}
            options={[{ value: "", label: "The first that has a lead" }, ...pictureInputs.map((port) => ({ value: port.at.split(".")[1] ?? "", label: port.name }))]}
          />
        )}
        {entry?.keeps_timecode && <Timecode placement={placement} />}
      </div>
      <FindingsAt findings={findings} />
      <Ports title="Outputs" ports={ports.filter((port) => port.direction === "out")} placement={placement} />
      <Ports title="Inputs" ports={ports.filter((port) => port.direction === "in")} placement={placement} />
      <div className="border-t border-rule p-3">
        <Button
          onClick={() => {
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

function Timecode({ placement }: { placement: Placement }) {
  const { build, workspace, edit, attempt } = useWorkbench();
  const own = placement.settings?.timecode;
  const master = build.timecode_master === placement.id;
  const set = (timecode: string | null) => edit([{ do: "set-timecode", build: build.id, device: placement.id, timecode }]);
  return (
    <div className="space-y-1.5">
      <TypedField
        label="Timecode counts"
        value={own ?? workspace.report.timecode}
        hint={own ? "Frames a second, set on this device" : "Frames a second, as the project"}
        send={(typed) => set(typed.trim() || null)}
      />
      <div className="flex gap-2">
        {own && <Button onClick={() => void set(null).catch(() => undefined)}>Follow the project</Button>}
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
  const { build, reference, connect, select } = useWorkbench();
  const leads = build.connections.filter((lead) => lead.from === port.at || lead.to === port.at);
  const entry = reference.catalogue.devices.find((known) => known.id === placement.device);
  const known = entry?.ports?.find((candidate) => `${placement.id}.${candidate.id}` === port.at);
  const runs = port.picture ? port.picture.format : [port.sound > 0 && `${port.sound} ch`, port.timecode && `TC ${port.timecode}`].filter(Boolean).join(", ");
  const air = known?.connector === "air";
  return (
    <li className="py-1.5 not-first:border-t not-first:border-rule">
      <div className="flex items-center gap-2">
        <span className="font-semibold">{port.name}</span>
        <SignalLetters signals={port.signals} />
        {port.direction === "out" && (leads.length === 0 || air) && (
          <Button className="ml-auto" aria-label={`Connect ${port.name}`} onClick={() => connect(port.at)}>
            Connect…
          </Button>
        )}
      </div>
      {runs && <p className="text-small text-dim">{runs}</p>}
      {port.picture?.inflated && <p className="text-small text-caution">of a picture that is {port.picture.effective}</p>}
      {leads.map((lead) => (
        <button
          key={lead.id}
          type="button"
          className="block text-left text-small underline decoration-dotted underline-offset-3 hover:decoration-solid"
          onClick={() => select({ kind: "lead", id: lead.id })}
        >
          {port.direction === "out" ? `to ${lead.to}` : `from ${lead.from}`}, {lead.length}
        </button>
      ))}
      {port.gives && known && <OutputSettings port={port} known={known} placement={placement} />}
    </li>
  );
}

/** What an output gives: format, overlays, look, level. */
function OutputSettings({ port, known, placement }: { port: PortReport; known: Port; placement: Placement }) {
  const { id, build, workspace, edit } = useWorkbench();
  const formats = useFormats(id, build.id, workspace.revision, port.at);
  const setting = placement.settings?.outputs?.[known.id] ?? {};
  const set = (change: Partial<typeof setting>) => edit([{ do: "set-output", build: build.id, at: port.at, setting: { ...setting, ...change } }]);
  const quietly = (change: Partial<typeof setting>) => void set(change).catch(() => undefined);
  const levels = known.sdi?.levels ?? [];
  return (
    <div className="mt-1 space-y-1">
      <TypedField
        label={`${port.name} gives`}
        value={setting.format ?? port.gives ?? ""}
        choices={formats.data?.formats}
        hint={setting.format ? "Set on this output" : "Follows the project"}
        send={(typed) => set({ format: typed.trim() || null })}
      />
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {known.origin?.overlay && (
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={setting.overlay ?? false} onChange={(event) => quietly({ overlay: event.target.checked })} />
            Overlays
          </label>
        )}
        {known.origin?.look && (
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={setting.look ?? false} onChange={(event) => quietly({ look: event.target.checked })} />
            Look
          </label>
        )}
        {levels.length > 1 && port.picture?.level && (
          <Choice label="3G level" hideLabel value={port.picture.level} onChoose={(level) => quietly({ level })} options={levels.map((level) => ({ value: level, label: `Level ${level}` }))} />
        )}
        {setting.format && <Button onClick={() => quietly({ format: null })}>Follow the project</Button>}
      </div>
    </div>
  );
}
