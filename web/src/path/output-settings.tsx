import type { Device, OutputSetting, Placement, Port, PortReport } from "../api/client";
import { useFormats } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, Tick, TypedField } from "../ui/field";

interface Props {
  port: PortReport;
  socket: Port;
  device: Device;
  placement: Placement;
}

const MAPPINGS = { dual: "Dual link", square: "Square division", "two-sample": "Two-sample interleave" };

/** What is set on an output: format, overlays, look, raw, links, source, channel. */
export function OutputSettings({ port, socket, device, placement }: Props) {
  const { build } = useFloor();
  const { edit, settle } = useEdits();
  const setting: OutputSetting = placement.settings?.outputs?.[socket.id] ?? {};
  const set = (change: Partial<OutputSetting>) => edit([{ do: "set-output", build: build.id, at: port.at, change }]);
  const quietly = (change: Partial<OutputSetting>) => settle(set(change));
  const levels = socket.sdi?.levels ?? [];
  const group = device.links?.find((links) => links.ports[0] === socket.id);
  const sources = device.kind === "switcher" ? (device.paths?.find((path) => path.to.includes(socket.id))?.from ?? []) : [];
  const lookBox = device.paths?.some((path) => path.look && path.to.includes(socket.id));
  const antenna = socket.connector === "air" && device.kind === "transmitter";
  const free = socket.formats && socket.formats.length > 0;
  const anything = free || socket.origin?.signal === "picture" || group || sources.length > 0 || lookBox || antenna;
  if (!anything) return null;
  return (
    <div className="mt-1 space-y-1.5">
      {free && socket.origin?.signal !== "data" && <FormatField port={port} setting={setting} set={set} />}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {socket.origin?.overlay && !socket.origin.never_clean && (
          <Tick label="Overlays" checked={setting.overlay ?? false} onChange={(overlay) => quietly({ overlay })} />
        )}
        {(socket.origin?.look || lookBox) && <Tick label="Look" checked={setting.look ?? false} onChange={(look) => quietly({ look })} />}
        {(socket.triggers?.length ?? 0) > 0 && (
          <Tick label="Record trigger" checked={!setting.trigger_off} onChange={(sends) => quietly({ trigger_off: !sends })} />
        )}
        {socket.origin?.desqueezes && placement.settings?.squeeze && (
          <Tick label="Squeeze taken out" checked={setting.desqueeze ?? false} onChange={(desqueeze) => quietly({ desqueeze })} />
        )}
        {setting.format && <Button onClick={() => quietly({ format: null })}>Follow the project</Button>}
      </div>
      {socket.origin?.never_clean && <p className="text-small text-dim">Never without overlays.</p>}
      {levels.length > 1 && port.picture?.level && (
        <Choice
          label="3G level"
          value={port.picture.level}
          onChoose={(level) => quietly({ level })}
          options={levels.map((level) => ({ value: level, label: `Level ${level}` }))}
        />
      )}
      {(socket.raw?.length ?? 0) > 0 && socket.direction === "out" && (
        <Choice
          label={`${port.name} sends`}
          value={setting.raw ?? ""}
          onChoose={(raw) => quietly({ raw: raw || null })}
          options={[{ value: "", label: "A picture" }, ...(socket.raw ?? []).map((raw) => ({ value: raw.name, label: raw.name }))]}
        />
      )}
      {group && (
        <div className="grid grid-cols-2 gap-2">
          <Choice
            label="Over SDI links"
            value={String(setting.links ?? 1)}
            onChoose={(links) => quietly({ links: links === "1" ? null : Number(links) })}
            options={["1", "2", "4"].filter((links) => Number(links) <= group.ports.length).map((links) => ({ value: links, label: links }))}
          />
          {(setting.links ?? 1) > 1 && (
            <Choice
              label="Spread by"
              value={setting.mapping ?? group.mappings[0] ?? ""}
              onChoose={(mapping) => quietly({ mapping: group.mappings.find((one) => one === mapping) })}
              options={group.mappings.map((mapping) => ({ value: mapping, label: MAPPINGS[mapping] }))}
            />
          )}
        </div>
      )}
      {sources.length > 1 && (
        <Choice
          label={`${port.name} gets`}
          value={setting.source ?? ""}
          onChoose={(source) => quietly({ source: source || null })}
          options={[
            { value: "", label: "The device’s choice" },
            ...sources.map((source) => ({ value: source, label: device.ports?.find((one) => one.id === source)?.name ?? source })),
          ]}
        />
      )}
      {antenna && (
        <Choice
          label="Channel"
          value={setting.channel ? String(setting.channel) : ""}
          onChoose={(channel) => quietly({ channel: channel ? Number(channel) : null })}
          options={[
            { value: "", label: "A free one" },
            ...Array.from({ length: device.radio?.channels ?? 0 }, (_, at) => ({ value: String(at + 1), label: `Channel ${at + 1}` })),
          ]}
        />
      )}
    </div>
  );
}

function FormatField({ port, setting, set }: { port: PortReport; setting: OutputSetting; set: (change: Partial<OutputSetting>) => Promise<void> }) {
  const { id, build, workspace } = useFloor();
  const formats = useFormats(id, build.id, workspace.revision, { at: port.at });
  return (
    <TypedField
      label={`${port.name} gives`}
      value={setting.format ?? port.gives ?? ""}
      choices={formats.data?.formats}
      hint={setting.format ? "Set on this output" : "Follows the project"}
      send={(typed) => set({ format: typed.trim() || null })}
    />
  );
}
