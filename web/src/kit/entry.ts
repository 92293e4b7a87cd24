import type { Condition, Device, Port, Reference } from "../api/client";

/** What is started from where nothing is: a body with one SDI output. */
export function blank(): Device {
  return { id: "", name: "", maker: "", kind: "camera", ports: [], paths: [], screen: [], modes: [] };
}

/** A handle from a name, as people would shorten it. */
export const handleOf = (name: string) =>
  name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .join("-")
    .slice(0, 40);

type Offers = Reference["offers"];

/** Sorts of socket as a list to choose from, by their places. */
export const socketsOf = ({ sockets }: Offers) => sockets.map(({ label }, place) => ({ value: String(place), label }));

/** Which sort of socket a port is: its place in the list. */
export const socketOf = ({ sockets }: Offers, port: Port) => {
  const place = sockets.findIndex(
    (socket) =>
      socket.connector === port.connector &&
      socket.wire === port.wire &&
      socket.sdi?.class === port.sdi?.class &&
      socket.hdmi?.generation === port.hdmi?.generation,
  );
  return place < 0 ? "" : String(place);
};

/** Conditions as a list to choose from, by their places. */
export const conditionsOf = ({ conditions }: Offers) => conditions.map(({ label }, place) => ({ value: String(place), label }));

export const conditionOf = ({ conditions }: Offers, condition: Condition | undefined) => {
  const place = conditions.findIndex((other) => JSON.stringify(other.condition) === JSON.stringify(condition));
  return place < 0 ? "" : String(place);
};
