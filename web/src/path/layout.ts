import ELK, { type ElkNode } from "elkjs/lib/elk-api";
import { useEffect, useEffectEvent, useMemo, useRef, useState } from "react";
import type { Build, Report } from "../api/client";

export interface Point {
  x: number;
  y: number;
}

export interface Layout {
  width: number;
  height: number;
  devices: Map<string, Point & { height: number }>;
  cables: Map<string, Point[]>;
  bands: { id: string; name: string; top: number; bottom: number }[];
}

export const DEVICE_WIDTH = 120;
export const HEADER = 36;
const INPUT_ROW = 15;
/** Outputs stand further apart: what flows is written on two lines at each. */
const OUTPUT_ROW = 29;
const GAP = 82;
const BAND_TITLE = 18;

export interface Rows {
  inputs: string[];
  outputs: string[];
}

/** The ports of each device that have a cable, inputs and outputs in the device's own order. */
export function rowsOf(report: Report): Map<string, Rows> {
  const rows = new Map<string, Rows>();
  for (const port of report.ports.filter((port) => port.connected)) {
    const [device = ""] = port.at.split(".");
    const row = rows.get(device) ?? { inputs: [], outputs: [] };
    (port.direction === "in" ? row.inputs : row.outputs).push(port.at);
    rows.set(device, row);
  }
  return rows;
}

/** Where a port stands on its device, from the device's top. */
export const inputY = (row: number) => HEADER + row * INPUT_ROW + 8;
export const outputY = (row: number) => HEADER + row * OUTPUT_ROW + 8;

const OPTIONS = {
  "elk.algorithm": "layered",
  "elk.direction": "RIGHT",
  "elk.edgeRouting": "ORTHOGONAL",
  "elk.separateConnectedComponents": "false",
  "elk.partitioning.activate": "true",
  "elk.layered.considerModelOrder.strategy": "NODES_AND_EDGES",
  "elk.layered.crossingMinimization.forceNodeModelOrder": "true",
  // The order of the devices is given: looking for better ones only takes time.
  "elk.layered.thoroughness": "1",
  "elk.layered.crossingMinimization.greedySwitch.type": "OFF",
  "elk.layered.nodePlacement.strategy": "NETWORK_SIMPLEX",
  "elk.layered.spacing.nodeNodeBetweenLayers": String(GAP),
  "elk.layered.spacing.edgeNodeBetweenLayers": "12",
  "elk.layered.spacing.edgeEdgeBetweenLayers": "9",
  "elk.spacing.nodeNode": "10",
  "elk.spacing.edgeEdge": "9",
  "elk.spacing.edgeNode": "12",
};

/** The graph for the layouter: devices in columns, units in bands. Bands are kept apart by a row
 *  of thin nodes, one in each column, joined by a line that wants to be straight. */
function graphOf(build: Build, report: Report): ElkNode {
  const column = new Map(report.devices.map((device) => [device.id, device.column]));
  const columns = Math.max(0, ...column.values()) + 1;
  const rows = rowsOf(report);
  const children: ElkNode[] = [];
  const edges: NonNullable<ElkNode["edges"]> = [];
  const bands = build.units.filter((unit) => build.placements.some((placement) => placement.unit === unit.id));
  for (const unit of bands) {
    for (let number = 0; number < columns; number += 1) {
      const id = (at: number) => `band:${unit.id}:${at}`;
      const partition = { "elk.partitioning.partition": String(number) };
      children.push({ id: id(number), width: DEVICE_WIDTH, height: BAND_TITLE, layoutOptions: partition });
      if (number > 0) {
        const straight = { "elk.layered.priority.straightness": "1000", "elk.layered.priority.shortness": "1000" };
        edges.push({ id: `${id(number)}:line`, sources: [id(number - 1)], targets: [id(number)], layoutOptions: straight });
      }
    }
    for (const placement of build.placements.filter((placement) => placement.unit === unit.id)) {
      const { inputs, outputs } = rows.get(placement.id) ?? { inputs: [], outputs: [] };
      const port = (side: "WEST" | "EAST") => (at: string, row: number) => ({
        id: at,
        x: side === "WEST" ? 0 : DEVICE_WIDTH,
        y: side === "WEST" ? inputY(row) : outputY(row),
        width: 0,
        height: 0,
        layoutOptions: { "elk.port.side": side },
      });
      children.push({
        id: placement.id,
        width: DEVICE_WIDTH,
        height: Math.max(inputY(inputs.length), outputY(outputs.length - 1) + INPUT_ROW) + 2,
        ports: [...inputs.map(port("WEST")), ...outputs.map(port("EAST"))],
        layoutOptions: {
          "elk.portConstraints": "FIXED_POS",
          "elk.partitioning.partition": String(column.get(placement.id) ?? 0),
        },
      });
    }
  }
  const there = new Set(children.flatMap((child) => child.ports?.map((port) => port.id) ?? []));
  for (const cable of build.connections.filter((connection) => there.has(connection.from) && there.has(connection.to))) {
    edges.push({ id: cable.id, sources: [cable.from], targets: [cable.to] });
  }
  return { id: "map", layoutOptions: OPTIONS, children, edges };
}

function layoutOf(build: Build, placed: ElkNode): Layout {
  const devices: Layout["devices"] = new Map();
  const tops = new Map<string, number>();
  for (const node of placed.children ?? []) {
    const { x = 0, y = 0, height = 0 } = node;
    const [kind, unit, number] = node.id.split(":");
    if (kind === "band" && unit !== undefined && number !== undefined) tops.set(unit, Math.min(y, tops.get(unit) ?? y));
    else devices.set(node.id, { x, y, height });
  }
  const cables: Layout["cables"] = new Map();
  for (const edge of placed.edges ?? []) {
    const [section] = edge.sections ?? [];
    if (section && !edge.id.startsWith("band:")) cables.set(edge.id, [section.startPoint, ...(section.bendPoints ?? []), section.endPoint]);
  }
  const height = placed.height ?? 0;
  const shown = build.units.filter((unit) => tops.has(unit.id));
  const bands = shown.map((unit, number) => {
    const after = shown[number + 1];
    return { id: unit.id, name: unit.name, top: tops.get(unit.id) ?? 0, bottom: after ? (tops.get(after.id) ?? height) : height };
  });
  return { width: placed.width ?? 0, height, devices, cables, bands };
}

/** Lays a build out, off the page's own thread. The last layout stays until the next is there. */
export function useLayout(build: Build, report: Report): Layout | undefined {
  const [layout, setLayout] = useState<Layout>();
  const elk = useRef<InstanceType<typeof ELK>>(undefined);
  const graph = useMemo(() => graphOf(build, report), [build, report]);
  const shape = useMemo(() => JSON.stringify(graph) + JSON.stringify(build.units), [graph, build.units]);

  useEffect(() => {
    const worker = () => new Worker(new URL("elkjs/lib/elk-worker.min.js", import.meta.url));
    const layouter = new ELK({ workerFactory: worker });
    elk.current = layouter;
    return () => layouter.terminateWorker();
  }, []);

  const layOut = useEffectEvent(async (wanted: () => boolean) => {
    const begun = performance.now();
    const placed = await elk.current?.layout(graph);
    // Read by the benchmark, and seen in a browser's own timeline.
    performance.measure("map layout", { start: begun, end: performance.now() });
    if (placed && wanted()) setLayout(layoutOf(build, placed));
  });
  useEffect(() => {
    let wanted = true;
    void layOut(() => wanted);
    return () => {
      wanted = false;
    };
  }, [shape]);

  return layout;
}
