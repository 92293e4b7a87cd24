import { useWaiting } from "../api/waiting";

const many = (count: number, what: string) => (count === 1 ? `1 ${what} waits` : `${count} ${what}s wait`);

/** Says what waits for the server, and whether it is heard; nothing where all is well. */
export function Away({ connected }: { connected: boolean }) {
  const { changes, answers } = useWaiting();
  const waits = changes > 0 ? many(changes, "change") : answers > 0 ? many(answers, "answer") : undefined;
  if (connected && !waits) return null;
  return (
    <span role="status" className="px-2 text-caution">
      {connected ? waits : `Server away${waits ? `: ${waits}` : ", trying again"}`}
    </span>
  );
}
