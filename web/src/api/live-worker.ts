/** The one stream of a browser: a server is given six connections by it, and a stream holds one for good. Every tab is
 *  told here of what changes, and whether the server is heard. */
import type { Change, News } from "./live";

/** The part of a shared worker's scope that is used here. */
declare const self: { onconnect: (event: MessageEvent) => void };

const tabs = new Set<MessagePort>();
let stream: EventSource | undefined;
let heard: News = { kind: "open" };

function tell(news: News) {
  for (const tab of tabs) tab.postMessage(news);
}

function listen() {
  if (stream) return;
  stream = new EventSource("/api/events");
  stream.onopen = () => tell((heard = { kind: "open" }));
  stream.onerror = () => {
    tell((heard = { kind: "away" }));
    // Refused, a stream doesn't try again by itself.
    if (stream?.readyState === EventSource.CLOSED) {
      stream = undefined;
      setTimeout(() => tabs.size > 0 && listen(), 5_000);
    }
  };
  stream.addEventListener("change", (event) => tell({ kind: "change", change: JSON.parse(event.data as string) as Change }));
}

self.onconnect = ({ ports: [tab] }) => {
  if (!tab) return;
  tab.onmessage = ({ data }: MessageEvent<"here" | "gone">) => {
    if (data === "here") {
      tabs.add(tab);
      // Nothing is said of what it didn't miss: it reads when it opens.
      if (stream) tab.postMessage(heard);
      listen();
      return;
    }
    tabs.delete(tab);
    if (tabs.size > 0) return;
    stream?.close();
    stream = undefined;
  };
};
