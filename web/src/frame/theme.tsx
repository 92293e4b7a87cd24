import { useSyncExternalStore } from "react";
import { keepTheme, keptTheme, onTheme } from "./kept-theme";

export function ThemeSwitch() {
  const theme = useSyncExternalStore(onTheme, keptTheme);
  const other = theme === "night" ? "day" : "night";
  return (
    <button type="button" className="px-2 py-1 text-dim hover:text-ink" onClick={() => keepTheme(other)}>
      {other === "day" ? "Day" : "Night"}
      <span className="sr-only"> theme</span>
    </button>
  );
}
