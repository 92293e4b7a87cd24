import { useMemo } from "react";
import type { Build, Reference, Report } from "../../api/client";
import type { Selection } from "../../frame/workbench";
import { lightUp } from "../trace";

/** What is known of each device and cable, by its id: the same object until something of it changes. */
export function useLineFacts(build: Build, report: Report, reference: Reference, selection: Selection | undefined) {
  const placements = useMemo(() => new Map(build.placements.map((placement) => [placement.id, placement])), [build.placements]);
  const models = useMemo(() => new Map(reference.catalogue.devices.map((device) => [device.id, device.name])), [reference]);
  const arrivals = useMemo(() => new Map(report.arrivals.map((row) => [row.device, row])), [report.arrivals]);
  const recordings = useMemo(() => new Map(report.recordings.map((row) => [row.device, row])), [report.recordings]);
  const worst = useMemo(() => new Map(report.devices.map((device) => [device.id, device.worst ?? undefined])), [report.devices]);
  const hangsOn = useMemo(
    () => new Map(report.power.nodes.filter((node) => node.joint != null).map((node) => [node.device, node.until ?? undefined])),
    [report.power.nodes],
  );
  const cables = useMemo(() => new Map(report.connections.map((cable) => [cable.id, cable])), [report.connections]);
  const units = useMemo(() => new Map(build.units.map((unit) => [unit.id, unit.name])), [build.units]);
  const faults = useMemo(() => {
    const titles = new Map(reference.findings.map((page) => [page.code, page.title]));
    const stops = report.findings.filter((finding) => finding.severity === "stop" && finding.at.connection != null);
    return new Map(stops.map((finding) => [finding.at.connection ?? "", titles.get(finding.code)]).reverse() as [string, string | undefined][]);
  }, [reference, report.findings]);
  const onAir = report.connections
    .filter((cable) => cable.air)
    .map((cable) => cable.id)
    .join(" ");
  const air = useMemo(() => new Set(onAir.split(" ")), [onAir]);
  // Power is drawn in a view of its own.
  const onPower = report.connections
    .filter((cable) => cable.signals.includes("power"))
    .map((cable) => cable.id)
    .join(" ");
  const lined = useMemo(() => {
    const power = new Set(onPower.split(" "));
    return build.connections.filter((cable) => !power.has(cable.id));
  }, [build.connections, onPower]);
  const lit = useMemo(() => lightUp(build.connections, report.connections, selection), [build.connections, report.connections, selection]);
  return { placements, models, arrivals, recordings, worst, hangsOn, cables, units, faults, air, lined, lit };
}
