import { Problem } from "../api/client";

/** A count as typed; `what` is what is counted: *readers*. */
export function whole(typed: string, what: string): number {
  if (!/^\d{1,6}$/.test(typed.trim())) throw new Problem(422, `“${typed}” isn’t a number of ${what}: write it like 2`);
  return Number(typed);
}

/** A number with at most two places after the point, in hundredths; `7.5`, `7,5` and `7.5:1` are the same. */
export function hundredths(typed: string, what: string): number {
  const text = typed
    .trim()
    .replace(/\s*:\s*1$/, "")
    .replace(",", ".");
  if (!/^\d{1,6}(\.\d{1,2})?$/.test(text))
    throw new Problem(422, `${what}: “${typed}” isn’t a number; write it like 2.36, with at most two places after the point`);
  return Math.round(Number(text) * 100);
}

/** Degrees Celsius as typed. */
export function degrees(typed: string): number {
  const text = typed
    .trim()
    .replace(/\s*°?\s*C$/i, "")
    .replace("−", "-");
  if (!/^-?\d{1,2}$/.test(text)) throw new Problem(422, `“${typed}” isn’t a temperature: write whole degrees Celsius, like 35`);
  return Number(text);
}
