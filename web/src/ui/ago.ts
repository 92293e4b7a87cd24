const UNITS: [number, string][] = [
  [86_400, "day"],
  [3600, "hour"],
  [60, "minute"],
];

/** *3 hours ago*. */
export function ago(seconds: number): string {
  const past = Date.now() / 1000 - seconds;
  const unit = UNITS.find(([long]) => past >= long);
  if (!unit) return "just now";
  const count = Math.floor(past / unit[0]);
  return `${count} ${unit[1]}${count === 1 ? "" : "s"} ago`;
}
