import { useState } from "react";

export type Theme = "night" | "day";
const KEY = "west-rail-theme";

const kept = (): Theme => (localStorage.getItem(KEY) === "day" ? "day" : "night");

/** Shows the theme that this browser keeps; night where it keeps none. */
export function applyTheme(theme: Theme = kept()) {
  document.documentElement.dataset.theme = theme;
}

export function ThemeSwitch() {
  const [theme, setTheme] = useState<Theme>(kept);
  const other: Theme = theme === "night" ? "day" : "night";
  return (
    <button
      type="button"
      className="px-2 py-1 text-dim hover:text-ink"
      onClick={() => {
        localStorage.setItem(KEY, other);
        applyTheme(other);
        setTheme(other);
      }}
    >
      {other === "day" ? "Day" : "Night"}
      <span className="sr-only"> theme</span>
    </button>
  );
}
