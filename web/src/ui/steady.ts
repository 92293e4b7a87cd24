import { useLayoutEffect, useMemo, useRef } from "react";

/** An action that stays the same one through every drawing, and does what the last of them said: what is handed to
 *  it needn't be drawn again for it. */
export function useSteady<A extends unknown[], R>(act: (...args: A) => R): (...args: A) => R {
  const last = useRef(act);
  useLayoutEffect(() => {
    last.current = act;
  });
  return useMemo(
    () =>
      (...args: A) =>
        last.current(...args),
    [],
  );
}
