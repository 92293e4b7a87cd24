import type { Cost } from "../api/client";

/** *12,400.00 bought, 85.00 a day hired*. */
export function costs({ bought, a_day }: Cost) {
  return [bought !== "0.00" && `${bought} bought`, a_day !== "0.00" && `${a_day} a day hired`].filter(Boolean).join(", ");
}
