import { useSyncExternalStore } from "react";

/** What waits for the server longer than anybody would think nothing of. */
export interface Waiting {
  /** Edits that aren't kept yet. */
  changes: number;
  /** Questions without an answer. */
  answers: number;
}

/** An edit that isn't answered within so many milliseconds is said to wait. */
const EDIT = 300;
/** A question: some search for a while. */
const QUESTION = 3_000;

let waiting: Waiting = { changes: 0, answers: 0 };
const listeners = new Set<() => void>();

function change(what: keyof Waiting, by: number) {
  waiting = { ...waiting, [what]: waiting[what] + by };
  if (waiting.changes > 0) window.addEventListener("beforeunload", ask);
  else window.removeEventListener("beforeunload", ask);
  for (const listener of listeners) listener();
}

/** A page that is left takes with it what waits: the browser asks first. */
const ask = (event: BeforeUnloadEvent) => event.preventDefault();

async function counted<T>(what: keyof Waiting, patience: number, work: Promise<T>): Promise<T> {
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    change(what, 1);
  }, patience);
  try {
    return await work;
  } finally {
    clearTimeout(timer);
    if (late) change(what, -1);
  }
}

/** An edit, from the moment it is asked for until the server has it: wherever it stands in a queue, and whichever view
 *  is looked at meanwhile. */
export const countEdit = <T>(work: Promise<T>) => counted("changes", EDIT, work);

/** A question that was sent. */
export const countQuestion = <T>(work: Promise<T>) => counted("answers", QUESTION, work);

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

/** What waits now. */
export const useWaiting = () => useSyncExternalStore(subscribe, () => waiting);
