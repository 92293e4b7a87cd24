import type { Device, Port } from "../api/client";
import { useFloor } from "../frame/workbench";

const ROW = 18;
const WIDTH = 292;

/** A device's ports as a small drawing, its paths and its limits. */
export function DeviceCard({ device }: { device: Device }) {
  const { connectors } = useFloor().reference.offers;
  const plug = (port: Port) => connectors.find(({ id }) => id === port.connector)?.short ?? port.connector;
  const carries = (port: Port) => [plug(port), port.sdi?.class, port.hdmi?.generation].filter(Boolean);
  const ports = device.ports ?? [];
  const inputs = ports.filter((port) => port.direction === "in");
  const outputs = ports.filter((port) => port.direction === "out");
  const height = Math.max(inputs.length, outputs.length, 1) * ROW + 12;
  const y = (list: Port[], id: string) => list.findIndex((port) => port.id === id) * ROW + 18;
  const limits = [
    device.records?.clip_limit && `stops a clip after ${device.records.clip_limit}`,
    device.records?.heat_limit && `is expected to stop for heat after ${device.records.heat_limit}`,
    device.screen_inches && `${device.screen_inches} inch screen`,
    device.records && `${device.records.slots ?? 1} ${(device.records.slots ?? 1) === 1 ? "slot" : "slots"}, ${device.records.tracks ?? 0} sound tracks`,
    device.drive && `${device.drive.capacity}, keeps up ${device.drive.sustained_write}`,
    device.radio && `${device.radio.band}, ${device.radio.channels} channels`,
    device.radio?.receivers && `up to ${device.radio.receivers} receivers`,
    device.radio?.viewers && `up to ${device.radio.viewers} app viewers`,
  ].filter(Boolean);
  return (
    <figure aria-label={`Ports of ${device.name}`}>
      <svg viewBox={`0 0 ${WIDTH} ${height}`} className="w-full" role="img" aria-label={`${inputs.length} inputs, ${outputs.length} outputs`}>
        {device.paths?.flatMap((path) =>
          path.from.flatMap((from) =>
            path.to.map((to) => (
              <path
                key={`${from}-${to}-${path.via}`}
                d={`M112 ${y(inputs, from) - 4}C140 ${y(inputs, from) - 4} 152 ${y(outputs, to) - 4} 180 ${y(outputs, to) - 4}`}
                fill="none"
                stroke={path.carries && !path.carries.includes("picture") ? "var(--sound)" : "var(--picture)"}
                strokeWidth={1.5}
                strokeDasharray={path.via === "loop" ? undefined : "4 2"}
              />
            )),
          ),
        )}
        <rect x={0.5} y={0.5} width={WIDTH - 1} height={height - 1} fill="none" stroke="var(--rule)" />
        {inputs.map((port) => (
          <text key={port.id} x={6} y={y(inputs, port.id)} className="fill-ink text-small">
            {port.id} <tspan className="fill-dim">{carries(port).join(" ")}</tspan>
          </text>
        ))}
        {outputs.map((port) => (
          <text key={port.id} x={WIDTH - 6} y={y(outputs, port.id)} textAnchor="end" className="fill-ink text-small">
            <tspan className="fill-dim">{carries(port).join(" ")}</tspan> {port.id}
          </text>
        ))}
      </svg>
      <figcaption className="mt-1 space-y-0.5 text-small text-dim">
        <p>Whole lines are passive loops; broken ones need power.</p>
        {device.paths?.map((path, number) => (
          <p key={number}>
            {path.from.join(", ")} → {path.to.join(", ")}: {path.via}
            {path.delay && path.delay !== "0 ms" ? `, ${path.delay}` : ""}
            {path.lossy ? ", with loss" : ""}
          </p>
        ))}
        {limits.length > 0 && <p>{limits.join("; ")}.</p>}
        {device.modes?.map((mode) => (
          <p key={mode.name}>Mode: {mode.name}</p>
        ))}
      </figcaption>
    </figure>
  );
}
