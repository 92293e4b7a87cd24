import type { Build, Report } from "../api/client";
import type { Selection } from "../frame/workbench";

const device = (port: string) => port.split(".")[0] ?? "";

/** Devices that a device feeds, or is fed by, in the order of the leads. */
export function neighbours(build: Build, id: string, way: "up" | "down"): string[] {
  const leads = build.connections.filter((lead) => device(way === "down" ? lead.from : lead.to) === id);
  return leads.map((lead) => device(way === "down" ? lead.to : lead.from));
}

export interface Lit {
  devices: Set<string>;
  leads: Set<string>;
}

/** Everything on the paths through what is selected, both ways, along what each lead really feeds. */
export function lightUp(build: Build, report: Report, selection: Selection | undefined): Lit | undefined {
  if (!selection) return undefined;
  const next = new Map(report.connections.map((lead) => [lead.id, lead.next]));
  const before = new Map<string, string[]>();
  for (const lead of report.connections) {
    for (const fed of lead.next) before.set(fed, [...(before.get(fed) ?? []), lead.id]);
  }
  const leads = new Set<string>();
  const walk = (start: string[], along: (id: string) => string[]) => {
    const open = [...start];
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      leads.add(id);
      open.push(...along(id).filter((found) => !leads.has(found)));
    }
  };
  const own = (end: "from" | "to") => build.connections.filter((lead) => device(lead[end]) === selection.id).map((lead) => lead.id);
  const [down, up] = selection.kind === "lead" ? [[selection.id], [selection.id]] : [own("from"), own("to")];
  walk(down, (id) => next.get(id) ?? []);
  const downstream = new Set(leads);
  for (const id of up) leads.delete(id);
  walk(up, (id) => before.get(id) ?? []);
  for (const id of downstream) leads.add(id);
  const touched = build.connections.filter((lead) => leads.has(lead.id)).flatMap((lead) => [device(lead.from), device(lead.to)]);
  return { leads, devices: new Set(selection.kind === "device" ? [selection.id, ...touched] : touched) };
}
