import { useSyncExternalStore } from "react";

/** What was ticked off in this browser: it is kept without the server, so that it works where there is none. */
const changed = new EventTarget();

const read = (key: string): string => localStorage.getItem(key) ?? "[]";

/** Ticks of a list, kept under its name. */
export function useTicks(name: string): { done: Set<string>; tick: (id: string) => void; clear: () => void } {
  const key = `west-rail:ticks:${name}`;
  const text = useSyncExternalStore(
    (listen) => {
      changed.addEventListener("change", listen);
      return () => changed.removeEventListener("change", listen);
    },
    () => read(key),
  );
  const done = new Set<string>(parsed(text));
  const keep = (next: Set<string>) => {
    localStorage.setItem(key, JSON.stringify([...next]));
    changed.dispatchEvent(new Event("change"));
  };
  return {
    done,
    tick: (id) => {
      const next = new Set(done);
      if (!next.delete(id)) next.add(id);
      keep(next);
    },
    clear: () => keep(new Set()),
  };
}

function parsed(text: string): string[] {
  try {
    const found: unknown = JSON.parse(text);
    return Array.isArray(found) ? found.filter((one): one is string => typeof one === "string") : [];
  } catch {
    return [];
  }
}
