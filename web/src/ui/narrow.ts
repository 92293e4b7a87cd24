import { useSyncExternalStore } from "react";

/** As the styles have it: narrower than this, one thing stands under the other. */
const query = window.matchMedia("(max-width: 767px)");

function listen(changed: () => void) {
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}

/** Whether the window is as narrow as a phone, or as much enlarged. */
export const useNarrow = () => useSyncExternalStore(listen, () => query.matches);
