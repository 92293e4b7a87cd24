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
}

/** Words that have room, whole; else as many letters as fit. */
export function fitted(text: string, room: number, strong: boolean): string {
  if (textWidth(text, strong) <= room) return text;
  let most = Math.max(1, Math.floor((text.length * room) / textWidth(text, strong)));
  while (most > 1 && textWidth(`${text.slice(0, most)}…`, strong) > room) most -= 1;
  return `${text.slice(0, most)}…`;
}
