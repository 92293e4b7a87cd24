import type { components } from "./schema";

/** A production has a new revision; without an id any may have changed. */
export type Change = components["schemas"]["Change"];

/** What is heard of the server. */
export type News = { kind: "open" } | { kind: "away" } | { kind: "change"; change: Change };

type Listener = (news: News) => void;

const listeners = new Set<Listener>();
const hear = (news: News) => {
  for (const listener of listeners) listener(news);
};

/** Starts to hear of the server; gives what ends it. */
const start = () => ("SharedWorker" in window ? together() : alone());

/** With the other tabs of the browser, on one stream. */
function together() {
  const { port } = new SharedWorker(new URL("./live-worker.ts", import.meta.url), { type: "module", name: "West Rail live" });
  port.onmessage = ({ data }: MessageEvent<News>) => hear(data);
  const here = () => port.postMessage("here");
  const gone = () => port.postMessage("gone");
  here();
  // A page that is put aside by the browser may come back.
  window.addEventListener("pagehide", gone);
  window.addEventListener("pageshow", here);
  return () => {
    window.removeEventListener("pagehide", gone);
    window.removeEventListener("pageshow", here);
    gone();
    port.close();
  };
}

/** Where a browser shares nothing among its tabs, the one that is looked at has a stream. */
function alone() {
  let stream: EventSource | undefined;
  const look = () => {
    if (document.hidden) {
      stream?.close();
      stream = undefined;
    } else if (!stream) {
      stream = new EventSource("/api/events");
      stream.onopen = () => hear({ kind: "open" });
      stream.onerror = () => {
        hear({ kind: "away" });
        // Refused, a stream doesn't try again by itself.
        if (stream?.readyState !== EventSource.CLOSED) return;
        stream = undefined;
        setTimeout(look, 5_000);
      };
      stream.addEventListener("change", (event) => hear({ kind: "change", change: JSON.parse(event.data as string) as Change }));
      // What was changed while nobody looked.
      hear({ kind: "change", change: { production: "", revision: 0 } });
    }
  };
  look();
  document.addEventListener("visibilitychange", look);
  return () => {
    document.removeEventListener("visibilitychange", look);
    stream?.close();
  };
}

let stop: (() => void) | undefined;

/** Hears of changes, and whether the server is there, until what it gives is called. */
export function listen(listener: Listener) {
  listeners.add(listener);
  stop ??= start();
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    stop?.();
    stop = undefined;
  };
}
