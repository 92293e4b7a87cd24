import type { PowerNode, PowerReport } from "../api/client";

/** Volts at a joint: one figure where they don't swing. */
export const volts = (least: number, most: number) => (Math.abs(most - least) < 0.05 ? `${round(most)} V` : `${round(least)}–${round(most)} V`);

/** Tenths, without a trailing nought. */
export const round = (figure: number) => String(Math.round(figure * 10) / 10);

/** The supply, cut where a source begins: each with all that hangs on it. */
export function trees(power: PowerReport): PowerNode[][] {
  const found: PowerNode[][] = [];
  for (const node of power.nodes) {
    if (node.depth === 0) found.push([node]);
    else found.at(-1)?.push(node);
  }
  return found;
}

/** What gives power is drawn with all that hangs on it; what hangs on nothing is listed. */
export const isTree = (tree: PowerNode[]) => tree.length > 1 || tree[0]?.kind === "battery" || tree[0]?.kind === "power-box";
