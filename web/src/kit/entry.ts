import type { Condition, Device, Port } from "../api/client";

/** What is started from where nothing is: a body with one SDI output. */
export function blank(): Device {
  return { id: "", name: "", maker: "", kind: "camera", ports: [], paths: [], screen: [], modes: [] };
}

/** A handle from a name, as people would shorten it. */
export const handleOf = (name: string) =>
  name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .join("-")
    .slice(0, 40);

export const KINDS: { value: Device["kind"]; label: string }[] = [
  { value: "camera", label: "Camera" },
  { value: "monitor", label: "Monitor" },
  { value: "viewfinder", label: "Viewfinder" },
  { value: "projector", label: "Projector or wall" },
  { value: "recorder-monitor", label: "Recorder-monitor" },
  { value: "recorder", label: "Recorder" },
  { value: "encoder", label: "Capture or stream encoder" },
  { value: "drive", label: "Drive" },
  { value: "transmitter", label: "Transmitter" },
  { value: "receiver", label: "Receiver" },
  { value: "viewer", label: "App viewer" },
  { value: "converter", label: "Converter" },
  { value: "distribution", label: "Distribution amplifier" },
  { value: "switcher", label: "Router or switcher" },
  { value: "isolator", label: "Isolator" },
  { value: "extender", label: "Optical extender" },
  { value: "port-box", label: "Port box" },
  { value: "microphone", label: "Microphone" },
  { value: "mixer", label: "Mixer" },
  { value: "sound-box", label: "Sound adapter or splitter" },
  { value: "headphones", label: "Headphones" },
  { value: "timecode-box", label: "Timecode box" },
];

/** The sorts of socket that the editor offers, each with what it says of itself. */
export const SOCKETS: { value: string; label: string; port: Pick<Port, "connector" | "wire" | "sdi" | "hdmi"> }[] = [
  ...(["SD", "HD", "3G", "6G", "12G"] as const).map((name) => ({
    value: `sdi-${name}`,
    label: `SDI ${name}, BNC`,
    port: { connector: "bnc" as const, wire: "sdi" as const, sdi: { class: name } },
  })),
  ...(["1.4", "2.0", "2.1"] as const).flatMap((hdmi) =>
    (
      [
        ["hdmi-a", "full"],
        ["hdmi-c", "mini"],
        ["hdmi-d", "micro"],
      ] as const
    ).map(([connector, size]) => ({
      value: `${connector}-${hdmi}`,
      label: `HDMI ${hdmi}, ${size}`,
      port: { connector, wire: "hdmi" as const, hdmi: { generation: hdmi } },
    })),
  ),
  { value: "xlr", label: "XLR, sound", port: { connector: "xlr-3", wire: "analogue" } },
  { value: "jack", label: "3.5 mm, sound", port: { connector: "jack35", wire: "analogue" } },
  { value: "ltc", label: "Timecode, BNC", port: { connector: "bnc", wire: "ltc" } },
  { value: "ltc5", label: "Timecode, 5-pin", port: { connector: "pin-5", wire: "ltc" } },
  { value: "reference", label: "Reference, BNC", port: { connector: "bnc", wire: "reference" } },
  { value: "composite", label: "Composite, RCA", port: { connector: "rca", wire: "composite" } },
  { value: "usb", label: "USB-C data", port: { connector: "usb-c", wire: "usb-data" } },
  { value: "fibre", label: "SDI on fibre", port: { connector: "fibre", wire: "optical-sdi" } },
  { value: "radio", label: "Antenna, picture", port: { connector: "air", wire: "radio-picture" } },
];

/** Which sort of socket a port is. */
export const socketOf = (port: Port) =>
  SOCKETS.find(
    (socket) =>
      socket.port.connector === port.connector &&
      socket.port.wire === port.wire &&
      socket.port.sdi?.class === port.sdi?.class &&
      socket.port.hdmi?.generation === port.hdmi?.generation,
  )?.value ?? "";

export const CONDITIONS: { value: string; label: string; condition: Condition }[] = [
  ...["24", "30", "60"].map((than) => ({ value: `faster-${than}`, label: `it shoots faster than ${than}`, condition: { is: "faster" as const, than } })),
  { value: "recording-inside", label: "it records inside", condition: { is: "recording-inside" } },
  { value: "recording-to-drive", label: "it records to a drive", condition: { is: "recording-to-drive" } },
  { value: "raw-out", label: "it sends raw", condition: { is: "raw-out" } },
  { value: "playback", label: "it plays back", condition: { is: "playback" } },
];

export const conditionOf = (condition: Condition | undefined) =>
  CONDITIONS.find((other) => JSON.stringify(other.condition) === JSON.stringify(condition))?.value ?? "";
