import type { Device, Wanted } from "../api/client";

type Kind = Device["kind"];

/** What devices are for, as the trade sorts them: the order of the lists to choose from. */
export const GROUPS: { name: string; kinds: Kind[] }[] = [
  { name: "Cameras", kinds: ["camera"] },
  { name: "Monitors and viewfinders", kinds: ["monitor", "viewfinder", "projector"] },
  { name: "Recorders and drives", kinds: ["recorder-monitor", "recorder", "encoder", "drive"] },
  { name: "Wireless", kinds: ["transmitter", "receiver", "viewer"] },
  { name: "Sound", kinds: ["microphone", "mixer", "sound-box", "headphones"] },
  { name: "Timecode", kinds: ["timecode-box"] },
  { name: "Power", kinds: ["battery", "power-box", "charger", "accessory"] },
  { name: "Converters and distribution", kinds: ["converter", "distribution", "switcher", "isolator", "extender", "port-box"] },
];

/** What is wanted, as counts by device. */
export const asWanted = (counts: Map<string, number>): Wanted["devices"] =>
  [...counts].filter(([, count]) => count > 0).map(([device, count]) => ({ device, count }));
