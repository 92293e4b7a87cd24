/** A figure beside its goal: printed, not asserted; the machine decides. */
export const row = (what: string, is: string, goal: string) => console.log(`${what.padEnd(52)} ${is.padStart(40)}   goal ${goal}`);

const ends = (list: number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  return [0, 0.5, 1].map((share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]?.toFixed(0));
};

export const spread = (list: number[]) => {
  const [fastest, middle, slowest] = ends(list);
  return `fastest ${fastest} ms, median ${middle} ms, slowest ${slowest} ms`;
};

/** Frames since the hand moved, counted from 1. */
export const inFrame = (list: number[]) => {
  const [first, middle, last] = ends(list);
  return `first ${first}, median ${middle}, last ${last}`;
};
