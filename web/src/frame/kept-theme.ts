export type Theme = "night" | "day";
const KEY = "west-rail-theme";
const CHANGED = "west-rail:theme";

/** The theme that this browser keeps; night where it keeps none. */
export const keptTheme = (): Theme => (localStorage.getItem(KEY) === "day" ? "day" : "night");

/** Shows the theme that this browser keeps. */
export function applyTheme() {
  document.documentElement.dataset.theme = keptTheme();
}

/** Keeps a theme, and shows it. */
export function keepTheme(theme: Theme) {
  localStorage.setItem(KEY, theme);
  applyTheme();
  window.dispatchEvent(new Event(CHANGED));
}

/** Hears of another theme; returns how to hear no more. */
export function onTheme(heard: () => void) {
  window.addEventListener(CHANGED, heard);
  return () => window.removeEventListener(CHANGED, heard);
}
