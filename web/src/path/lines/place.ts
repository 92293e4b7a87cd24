import type { Connection, LineBranch, LineGroup, LineRow, LineStop } from "../../api/client";

export interface Point {
  x: number;
  y: number;
}

/** A device's plate: its left edge, the height of its middle, its width. */
export interface Plate extends Point {
  width: number;
}

/** A cable as it is drawn. */
export interface Line {
  points: Point[];
  /** Where what flows is written, and the room that it has. */
  label: Point & { room: number };
  /** Its highest and lowest point. */
  low: number;
  high: number;
}

export interface PlacedRow {
  key: string;
  row: LineRow;
  top: number;
  height: number;
  /** From its top to the middle of where its line ends. */
  middle: number;
  /** The device whose answer stands in the row. */
  device: string | undefined;
  /** A source's own recording: how its line leaves the plate. */
  own: Point[];
}

export interface PlacedGroup {
  group: LineGroup;
  top: number;
  rows: PlacedRow[];
}

export interface Placed {
  /** Where the first devices stand, right of the gutter. */
  first: number;
  /** Where the destinations stand. */
  end: number;
  /** Where the board begins. */
  width: number;
  height: number;
  plates: Map<string, Plate>;
  lines: Map<string, Line>;
  groups: PlacedGroup[];
}

/** What has to be known to place a floor. */
export interface Known {
  cables: Connection[];
  lines: LineGroup[];
  /** The room that the words of a plate need. */
  wordsNeed: (device: string) => number;
  /** Whether a row has a sentence to say under its answer. */
  says: (row: LineRow, source: string | undefined) => boolean;
  isAir: (cable: string) => boolean;
  /** As wide as the map may be; it is wider where it has to. */
  room: number;
}

export const PLATE = 32;
export const ROW = 44;
export const TITLE = 24;
const SENTENCE = 16;
/** Half a row: from its top to its line. */
const LINE = 22;
const BRANCH = 35;
const EDGE = 5;
const LANE = 6;
const LANES = 8;
/** Between a plate and the next: what flows is written there. */
const GAP = 100;
const NEXT_GAP = 58;
const AIR_GAP = 66;
const SHORT_GAP = 20;
/** Before the end, where there is room. */
const WORDS = 170;
const RISER = 8;
const NARROWEST = 56;
const WIDEST = 122;

interface Columns {
  /** Left edges, by how far from the source. */
  x: number[];
  /** The left edge of what feeds sources. */
  first: number;
  source: number;
  end: number;
  endWidth: number;
}

const device = (port: string) => port.split(".")[0] ?? "";

/** Places a floor: columns by how far from the source, a row for each line, what feeds one device alone
 *  beside it. The core says what follows what; nothing here knows what a signal is. */
function place(known: Known): Placed {
  const placer = new Placer(known);
  for (const group of known.lines) placer.placeGroup(group);
  placer.drawAll();
  return placer.placed;
}

/** The same, to be read by the benchmark and seen in a browser's own timeline. */
export function timedPlace(known: Known): Placed {
  const begun = performance.now();
  const placed = place(known);
  performance.measure("map layout", { start: begun, end: performance.now() });
  return placed;
}

class Placer {
  readonly placed: Placed;
  private readonly columns: Columns;
  private readonly widths = new Map<string, number>();
  private readonly depths = new Map<string, number>();
  private readonly ends = new Set<string>();
  /** Cables that are on no line, by the device that they leave. */
  private readonly crossings = new Map<string, { cable: string; to: string }[]>();
  private readonly lanes = new Map<string, number>();
  /** Branches that wait for a row that has room for them. */
  private waiting: LineBranch[] = [];
  private y = 0;

  constructor(private readonly known: Known) {
    this.findCrossings();
    this.columns = this.measure();
    this.placed = {
      first: this.columns.first,
      end: this.columns.end,
      width: this.columns.end + this.columns.endWidth,
      height: 0,
      plates: new Map(),
      lines: new Map(),
      groups: [],
    };
  }

  private width(id: string): number {
    let width = this.widths.get(id);
    if (width === undefined) {
      width = Math.min(WIDEST, Math.max(NARROWEST, this.known.wordsNeed(id)));
      this.widths.set(id, width);
    }
    return width;
  }

  private findCrossings() {
    const drawn = new Set<string>();
    const add = (stop: LineStop) => stop.cable != null && drawn.add(stop.cable);
    for (const row of this.known.lines.flatMap((group) => group.rows)) {
      row.through.forEach(add);
      if (row.end) add(row.end);
      for (const branch of row.branches) branch.stops.forEach(add);
    }
    for (const cable of this.known.cables) {
      if (drawn.has(cable.id)) continue;
      const from = device(cable.from);
      this.crossings.set(from, [...(this.crossings.get(from) ?? []), { cable: cable.id, to: device(cable.to) }]);
    }
  }

  /** Columns as wide as their widest device. */
  private measure(): Columns {
    const width: number[] = [];
    const gap: number[] = [];
    let endWidth = 72;
    let branch = 0;
    for (const { rows, source } of this.known.lines) {
      for (const row of rows) {
        const before = row.from == null ? -1 : (this.depths.get(row.from) ?? 0);
        for (const [number, stop] of row.through.entries()) {
          const at = before + 1 + number;
          this.depths.set(stop.device, at);
          width[at] = Math.max(width[at] ?? NARROWEST, this.width(stop.device));
          const air = stop.cable != null && this.known.isAir(stop.cable);
          gap[at] = Math.max(gap[at] ?? 0, air ? AIR_GAP : at === 1 ? GAP : NEXT_GAP);
        }
        if (row.end) {
          this.ends.add(row.end.device);
          this.depths.set(row.end.device, before + row.through.length);
          endWidth = Math.max(endWidth, this.width(row.end.device));
        }
        for (const { stops, into } of row.branches) {
          if (into !== source || row.end?.device === into) continue;
          branch = Math.max(
            branch,
            stops.reduce((sum, stop) => sum + this.width(stop.device) + SHORT_GAP, 0),
          );
        }
      }
    }
    const crossings = [...this.crossings.values()].flat().length;
    const air = [...this.crossings.values()].flat().some(({ cable }) => this.known.isAir(cable));
    // Waves need room before what listens.
    const first = EDGE + Math.min(crossings, LANES) * LANE + (air ? 13 : crossings ? 5 : 3);
    const x: number[] = [];
    let at = first + branch;
    for (const [column, wide] of width.entries()) {
      if (column > 0) at += gap[column] ?? GAP;
      x[column] = at;
      at += wide ?? NARROWEST;
    }
    const end = Math.max(at + (width.length > 1 ? NEXT_GAP : GAP), Math.min(at + WORDS, this.known.room - endWidth));
    return { x, first, source: first + branch, end, endWidth };
  }

  private set(id: string, x: number, y: number): Plate {
    const plate = { x, y, width: this.width(id) };
    this.placed.plates.set(id, plate);
    return plate;
  }

  placeGroup(group: LineGroup) {
    const source = group.source ?? undefined;
    const placed: PlacedGroup = { group, top: this.y, rows: [] };
    this.placed.groups.push(placed);
    this.y += TITLE;
    for (const [number, row] of group.rows.entries()) {
      const device = row.own ? source : row.end?.device;
      const here: PlacedRow = { key: `${source ?? "loose"}:${number}`, row, top: this.y, height: 0, middle: LINE, device, own: [] };
      placed.rows.push(here);
      this.placeRow(here, source, group.rows[number + 1]?.own ?? false);
    }
    const [first] = placed.rows;
    const last = placed.rows[placed.rows.length - 1];
    if (!first || !last) return;
    // What feeds the source alone stands left of it, the first on its line.
    let y = first.top + LINE;
    for (const { stops, into } of first.row.branches) {
      if (into !== source || first.row.end?.device === into) continue;
      let x = this.columns.source;
      for (const stop of stops.toReversed()) {
        x -= SHORT_GAP + this.width(stop.device);
        this.set(stop.device, x, y);
        this.takeLanes(stop.device, last);
      }
      this.y = Math.max(this.y, y + LINE);
      y += ROW - 4;
    }
    last.height = this.y - last.top;
  }

  private placeRow(here: PlacedRow, source: string | undefined, ownNext: boolean) {
    const { row } = here;
    const line = here.top + LINE;
    const afterEnd = row.from != null && this.ends.has(row.from);
    for (const [number, stop] of row.through.entries()) {
      // What leaves a screen or recorder goes on right before the end.
      const late = this.columns.x.length - row.through.length + number;
      const column = afterEnd ? Math.max(0, late) : (this.depths.get(stop.device) ?? 0);
      this.set(stop.device, this.columns.x[column] ?? this.columns.source, line);
    }
    this.y = here.top + ROW + (this.known.says(row, source) ? SENTENCE : 0);
    const alone = row.through.length === 0 && row.from == null;
    const branches = row.branches.filter(({ into }) => into !== source || row.end?.device === into);
    if (alone) here.middle += (Math.max(0, branches.length - 1) * BRANCH) / 2;
    if (row.end) this.set(row.end.device, this.columns.end, here.top + here.middle);
    // A camera's own recording leaves room beside its short line.
    const waits = ownNext && !alone && branches.length === 1;
    for (const branch of this.waiting.splice(0)) this.placeBranch(branch, line, false);
    if (waits) this.waiting = branches;
    else for (const [number, branch] of branches.entries()) this.placeBranch(branch, alone ? line + number * BRANCH : undefined, alone);
    for (const stop of [...row.through, ...(row.end ? [row.end] : []), ...branches.flatMap(({ stops }) => stops)]) this.takeLanes(stop.device, here);
    here.height = this.y - here.top;
  }

  /** What feeds one device alone: on a line of its own where nothing else comes in, else under the row
   *  and left of the device. */
  private placeBranch({ stops, into }: LineBranch, line: number | undefined, first: boolean) {
    const target = this.placed.plates.get(into);
    if (!target) return;
    const y = line ?? this.y + BRANCH / 2 - 8;
    if (!first) {
      let x = target.x;
      for (const stop of stops.toReversed()) {
        x -= SHORT_GAP + this.width(stop.device);
        this.set(stop.device, Math.max(this.columns.first, x), y);
      }
    } else {
      let x = this.columns.first;
      for (const stop of stops) x += this.set(stop.device, x, y).width + SHORT_GAP;
    }
    this.y = Math.max(this.y, y + BRANCH / 2 + 3);
  }

  /** What leaves a device for another group runs under its row to the gutter. */
  private takeLanes(id: string, here: PlacedRow) {
    for (const { cable } of this.crossings.get(id) ?? []) {
      this.lanes.set(cable, this.y + 2);
      this.y += 10;
    }
    here.height = this.y - here.top;
  }

  drawAll() {
    for (const { group, rows } of this.placed.groups) for (const row of rows) this.drawRow(row, group.source ?? undefined);
    this.drawCrossings();
    this.placed.height = this.y;
  }

  private drawRow(here: PlacedRow, source: string | undefined) {
    const { row } = here;
    const { plates } = this.placed;
    let before = row.from == null ? undefined : plates.get(row.from);
    let joins = row.from != null;
    if (row.own && before === undefined) before = plates.get(row.through[0]?.device ?? "");
    for (const stop of [...row.through, ...(row.end ? [row.end] : [])]) {
      const plate = plates.get(stop.device);
      if (plate && before && stop.cable != null)
        this.placed.lines.set(stop.cable, joins ? this.branching(before, plate, here, row.from ?? "") : straight(before, plate));
      before = plate;
      joins = false;
    }
    const camera = source === undefined ? undefined : plates.get(source);
    if (row.own && camera) {
      const line = here.top + LINE;
      const x = camera.x + 14;
      here.own =
        row.through.length > 0
          ? [
              { x: camera.x + camera.width, y: line },
              { x: camera.x + camera.width + 34, y: line },
            ]
          : [
              { x, y: camera.y + PLATE / 2 },
              { x, y: line },
              { x: camera.x + camera.width + 34, y: line },
            ];
    }
    const into = new Map<string, LineBranch[]>();
    for (const branch of row.branches) into.set(branch.into, [...(into.get(branch.into) ?? []), branch]);
    for (const [target, branches] of into) this.drawBranches(target, branches, row);
  }

  /** A line that leaves the row of its device for its own. */
  private branching(from: Plate, to: Plate, here: PlacedRow, id: string): Line {
    if (!this.ends.has(id)) {
      const x = from.x + from.width + RISER;
      const points = [
        { x: from.x + from.width, y: from.y },
        { x, y: from.y },
        { x, y: to.y },
        { x: to.x, y: to.y },
      ];
      return lineOf(points, { x: x + 6, y: to.y, room: to.x - x - 10 });
    }
    const [out, back] = [from.x - 12, to.x - 12];
    const low = from.y + 10;
    const leave = [
      { x: from.x, y: low },
      { x: out, y: low },
    ];
    if (to.x >= from.x) {
      const points = [...leave, { x: out, y: to.y }, { x: to.x, y: to.y }];
      return lineOf(points, { x: out - 8, y: to.y, room: -1 });
    }
    const lane = here.top + 2;
    const points = [...leave, { x: out, y: lane }, { x: back, y: lane }, { x: back, y: to.y }, { x: to.x, y: to.y }];
    return lineOf(points, { x: back - 8, y: to.y, room: -1 });
  }

  private drawBranches(target: string, branches: LineBranch[], row: LineRow) {
    const { plates, lines } = this.placed;
    const to = plates.get(target);
    if (!to) return;
    const comesIn = [...row.through, ...(row.end ? [row.end] : [])].some((stop) => stop.device === target && stop.cable != null);
    for (const [number, { stops }] of branches.entries()) {
      const slot = comesIn ? to.y + 10 : to.y + Math.max(-12, Math.min(12, (number - (branches.length - 1) / 2) * 6));
      for (const [place, stop] of stops.entries()) {
        const from = plates.get(stop.device);
        const next = stops[place + 1];
        const goal = next ? plates.get(next.device) : to;
        if (!from || !goal || stop.cable == null) continue;
        const y = next ? goal.y : slot;
        const riser = goal.x - (comesIn ? 9 : 12 + (from.y > goal.y ? branches.length - number : number) * 4);
        const right = from.x + from.width;
        const points = [
          { x: right, y: from.y },
          ...(from.y === y
            ? []
            : [
                { x: riser, y: from.y },
                { x: riser, y },
              ]),
          { x: goal.x, y },
        ];
        lines.set(stop.cable, lineOf(points, { x: right + 4, y: from.y, room: Math.min(riser, goal.x) - right - 6 }));
      }
    }
  }

  private drawCrossings() {
    const { plates, lines } = this.placed;
    const leftmost = new Map<number, number>();
    for (const plate of plates.values()) leftmost.set(plate.y, Math.min(plate.x, leftmost.get(plate.y) ?? Infinity));
    let number = 0;
    for (const [id, cables] of this.crossings) {
      for (const [place, { cable, to: target }] of cables.entries()) {
        const [from, to, lane] = [plates.get(id), plates.get(target), this.lanes.get(cable)];
        if (!from || !to || lane === undefined) continue;
        const gutter = EDGE + (number % LANES) * LANE;
        number += 1;
        const leave = from.x + from.width - 12 - place * 8;
        const slot = to.y + 9;
        const free = leftmost.get(to.y) === to.x;
        const above = to.y - PLATE / 2 - 4;
        const arrive = free
          ? [
              { x: gutter, y: slot },
              { x: to.x, y: slot },
            ]
          : [
              { x: gutter, y: above },
              { x: to.x - 8, y: above },
              { x: to.x - 8, y: to.y - 9 },
              { x: to.x, y: to.y - 9 },
            ];
        const points = [{ x: leave, y: from.y + PLATE / 2 }, { x: leave, y: lane }, { x: gutter, y: lane }, ...arrive];
        // Right of whatever stands at the left of the row.
        const words = Math.max(this.columns.first + 140, leave - 150);
        lines.set(cable, lineOf(points, { x: words, y: lane, room: leave - words - 8 }));
      }
    }
  }
}

function lineOf(points: Point[], label: Line["label"]): Line {
  const heights = points.map(({ y }) => y);
  return { points, label, low: Math.min(...heights), high: Math.max(...heights) };
}

function straight(from: Plate, to: Plate): Line {
  const start = from.x + from.width;
  const points = [
    { x: start, y: from.y },
    { x: to.x, y: to.y },
  ];
  return lineOf(points, { x: start + RISER + 6, y: from.y, room: to.x - start - RISER - 10 });
}
