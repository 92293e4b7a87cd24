import type { Device, Port } from "../api/client";
import { SIGNALS } from "../ui/mark";

type Wire = Port["wire"];
type Signal = keyof typeof SIGNALS;

const WIRES: Record<Wire, { name: string; signal: Signal }> = {
  sdi: { name: "SDI", signal: "picture" },
  hdmi: { name: "HDMI", signal: "picture" },
  composite: { name: "Composite", signal: "picture" },
  "optical-sdi": { name: "Fibre", signal: "picture" },
  "radio-picture": { name: "Radio", signal: "picture" },
  "radio-app": { name: "Radio to apps", signal: "picture" },
  "radio-sound": { name: "Radio", signal: "sound" },
  analogue: { name: "Sound", signal: "sound" },
  ltc: { name: "Timecode", signal: "timecode" },
  reference: { name: "Reference", signal: "timecode" },
  power: { name: "Power", signal: "power" },
  aes3: { name: "AES3", signal: "sound" },
  "shoe-sound": { name: "Hot shoe", signal: "sound" },
  "usb-data": { name: "USB", signal: "data" },
};

/** What gives power is known by its sockets; of anything else they say little. */
const GIVES_POWER: Device["kind"][] = ["battery", "power-box", "charger"];

/** What goes into a device and what comes out of it, drawn: stubs on either side of a plate. */
export function PortStrip({ device }: { device: Device }) {
  const ports = (device.ports ?? []).filter((port) => port.wire !== "power" || GIVES_POWER.includes(device.kind));
  const side = (direction: Port["direction"]) => {
    const counts = new Map<string, { wire: Wire; count: number }>();
    for (const port of ports.filter((port) => port.direction === direction)) {
      const label = [WIRES[port.wire].name, port.sdi?.class].filter(Boolean).join(" ");
      const seen = counts.get(label);
      counts.set(label, { wire: port.wire, count: (seen?.count ?? 0) + 1 });
    }
    return [...counts];
  };
  const ins = side("in");
  const outs = side("out");
  return (
    <span className="inline-flex flex-wrap items-center gap-y-0.5 text-small" role="img" aria-label={`${inWords("In", ins)}. ${inWords("Out", outs)}.`}>
      <Side ports={ins} />
      {ins.length > 0 && <span aria-hidden className="w-2.5 border-t border-dim" />}
      <span aria-hidden className="h-3 w-5 border border-dim bg-raised" />
      {outs.length > 0 && <span aria-hidden className="w-2.5 border-t border-dim" />}
      <Side ports={outs} />
    </span>
  );
}

const inWords = (way: string, side: [string, { count: number }][]) =>
  side.length ? `${way}: ${side.map(([label, { count }]) => (count > 1 ? `${count} × ${label}` : label)).join(", ")}` : `${way}: nothing`;

/** The sockets of one side, each on the stroke of what it carries. */
function Side({ ports }: { ports: [string, { wire: Wire; count: number }][] }) {
  return (
    <span aria-hidden className="inline-flex flex-wrap gap-x-2 px-1 text-dim">
      {ports.map(([label, { wire, count }]) => {
        const { signal } = WIRES[wire];
        const style = signal === "timecode" ? "dotted" : signal === "data" ? "dashed" : signal === "sound" ? "double" : "solid";
        return (
          <span key={label} className="border-b-3 whitespace-nowrap" style={{ borderColor: SIGNALS[signal].stroke, borderBottomStyle: style }}>
            {count > 1 ? `${count} × ${label}` : label}
          </span>
        );
      })}
    </span>
  );
}
