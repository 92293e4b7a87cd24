import type { Build, Connection, ConnectionReport } from "../api/client";
import type { Selection } from "../frame/workbench";

const device = (port: string) => port.split(".")[0] ?? "";

/** Devices that a device feeds, or is fed by, in the order of the cables. */
export function neighbours(build: Build, id: string, way: "up" | "down"): string[] {
  const cables = build.connections.filter((cable) => device(way === "down" ? cable.from : cable.to) === id);
  return cables.map((cable) => device(way === "down" ? cable.to : cable.from));
}

export interface Lit {
  devices: Set<string>;
  cables: Set<string>;
}

/** Everything on the paths through what is selected, both ways, along what each cable really feeds. */
export function lightUp(connections: Connection[], loads: ConnectionReport[], selection: Selection | undefined): Lit | undefined {
  if (!selection) return undefined;
  const next = new Map(loads.map((cable) => [cable.id, cable.next]));
  const before = new Map<string, string[]>();
  for (const cable of loads) {
    for (const fed of cable.next) before.set(fed, [...(before.get(fed) ?? []), cable.id]);
  }
  const cables = new Set<string>();
  const walk = (start: string[], along: (id: string) => string[]) => {
    const open = [...start];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      cables.add(id);
      open.push(...along(id).filter((found) => !cables.has(found)));
    }
  };
  const cablesAt = (end: "from" | "to") => connections.filter((cable) => device(cable[end]) === selection.id).map((cable) => cable.id);
  const [down, up] = selection.kind === "cable" ? [[selection.id], [selection.id]] : [cablesAt("from"), cablesAt("to")];
  walk(down, (id) => next.get(id) ?? []);
  const downstream = new Set(cables);
  for (const id of up) cables.delete(id);
  walk(up, (id) => before.get(id) ?? []);
  for (const id of downstream) cables.add(id);
  const touched = connections.filter((cable) => cables.has(cable.id)).flatMap((cable) => [device(cable.from), device(cable.to)]);
  return { cables, devices: new Set(selection.kind === "device" ? [selection.id, ...touched] : touched) };
}
