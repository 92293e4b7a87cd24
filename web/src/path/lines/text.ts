import type { Placement } from "../../api/client";

const widths = new Map<string, number>();
let pen: CanvasRenderingContext2D | null | undefined;

/** How wide words are in the map's type, in pixels; measured once each. */
export function textWidth(text: string, strong: boolean): number {
  const key = `${strong ? "s" : "n"}${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    pen ??= document.createElement("canvas").getContext("2d");
    if (pen) pen.font = strong ? '600 13px "Public Sans Variable", sans-serif' : '400 12px "Public Sans Variable", sans-serif';
    width = pen?.measureText(text).width ?? text.length * 7;
    widths.set(key, width);
  }
  return width;
}

/** What the type's own figures are, once it is there: nothing measured before counts. */
export function forgetWidths() {
  widths.clear();
  plates = new WeakMap();
}

/** Words that have room, whole; else as many letters as fit. */
export function fitted(text: string, room: number, strong: boolean): string {
  if (textWidth(text, strong) <= room) return text;
  let most = Math.max(1, Math.floor((text.length * room) / textWidth(text, strong)));
  while (most > 1 && textWidth(`${text.slice(0, most)}…`, strong) > room) most -= 1;
  return `${text.slice(0, most)}…`;
}

/** What stands on a plate: the name, and the model under it, or more of the name where that is long. */
export interface Words {
  first: string;
  second: string;
  /** Whether the second line is the name's too. */
  strong: boolean;
  /** The room that they need, with a mark beside the first line where there is one. */
  room: number;
}

/** Words of plates that were drawn before: an edit changes few. */
let plates = new WeakMap<Placement, { asked: string; words: Words }>();

/** The words of a device's plate. A name that is long goes over both lines where there is little room. */
export function plateWords(placement: Placement, model: string, marked: boolean, roomy: boolean): Words {
  const asked = `${marked} ${roomy} ${model}`;
  const before = plates.get(placement);
  if (before?.asked === asked) return before.words;
  const lines = twoLines(placement.name, model, roomy);
  const room = Math.max(Math.ceil(textWidth(lines.first, true)) + (marked ? 28 : 15), Math.ceil(textWidth(lines.second, lines.strong)) + 15);
  const words = { ...lines, room };
  plates.set(placement, { asked, words });
  return words;
}

function twoLines(name: string, model: string, roomy: boolean): Omit<Words, "room"> {
  const LONG = 72;
  const parts = name.split(" ");
  if (roomy || textWidth(name, true) <= LONG || parts.length < 2) return { first: name, second: model, strong: false };
  const splits = parts.slice(1).map((_, at) => [parts.slice(0, at + 1).join(" "), parts.slice(at + 1).join(" ")] as const);
  const widest = (split: readonly [string, string]) => Math.max(...split.map((part) => textWidth(part, true)));
  const [first, second] = splits.reduce((best, split) => (widest(split) < widest(best) ? split : best));
  return { first, second, strong: true };
}
