/** A figure beside its goal: printed, not asserted; the machine decides. */
export const row = (what: string, is: string, goal: string) => console.log(`${what.padEnd(52)} ${is.padStart(40)}   goal ${goal}`);

export const spread = (list: number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]?.toFixed(0);
  return `fastest ${at(0)} ms, median ${at(0.5)} ms, slowest ${at(1)} ms`;
};
