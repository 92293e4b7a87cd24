import { useRef } from "react";

/** Asks what would follow while something is dragged: one question at a time, the newest last. What can't be
 *  answered shows nothing; letting go says why. */
export function useNewest<Q, A>(put: (question: Q) => Promise<A>, show: (answer: A | undefined) => void) {
  const wanted = useRef<{ question: Q }>(undefined);
  const asking = useRef(false);
  async function run() {
    if (asking.current) return;
    asking.current = true;
    while (wanted.current) {
      const asked = wanted.current;
      const answer = await put(asked.question).catch(() => undefined);
      // Let go meanwhile, it shows what is.
      if (wanted.current) show(answer);
      if (wanted.current === asked) break;
    }
    asking.current = false;
  }
  return {
    ask: (question: Q) => {
      wanted.current = { question };
      void run();
    },
    stop: () => {
      wanted.current = undefined;
    },
  };
}
