import type { Command, Production } from "../api/client";

/** The command that says how long a recorder must record: in the need that is there, or in a new one. */
export function mustLast({ builds }: Production, buildId: string, device: string, length: string | null): Command {
  const needs = builds.find((build) => build.id === buildId)?.needs ?? [];
  const need = needs.find((need) => need.at === device && need.purpose === "record");
  if (need) return { do: "set-need", build: buildId, need: need.id, change: { length } };
  // A need of that id may be another device's.
  const taken = new Set(needs.map((need) => need.id));
  const base = `${device.slice(0, 30)}-record`;
  let id = base;
  for (let number = 2; taken.has(id); number += 1) id = `${base}-${number}`;
  return { do: "put-need", build: buildId, need: { id, at: device, purpose: "record", length } };
}
