import { useState } from "react";
import type { RouteReport } from "../api/client";
import { useRoutes } from "../api/queries";
import { OutlookSummary } from "../findings/outlook";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice } from "../ui/field";

interface Props {
  from: string;
  to: string;
  onChange: (from: string, to: string) => void;
  onClose: () => void;
}

/** The ways that the kit allows from a source to a destination, each with what it adds and changes. */
export function RoutesPanel({ from, to, onChange, onClose }: Props) {
  const { id, build, workspace, reference } = useFloor();
  const found = useRoutes(id, build.id, workspace.revision, { from, to }, from !== "" && to !== "");
  const kinds = new Map(reference.catalogue.devices.map((device) => [device.id, device]));
  const named = (list: typeof build.placements) => list.map((placement) => ({ value: placement.id, label: placement.name }));
  const cameras = build.placements.filter((placement) => kinds.get(placement.device)?.kind === "camera");
  const inputs = build.placements.filter((placement) =>
    kinds.get(placement.device)?.ports?.some((port) => port.direction === "in" && port.wire !== "ltc" && port.wire !== "reference" && port.wire !== "analogue"),
  );
  const outputs = workspace.report.ports.filter((port) => port.direction === "out" && port.picture);
  return (
    <section aria-label="Routes" className="p-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-semibold">Find a route</h2>
        <Button onClick={onClose}>Close</Button>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Choice
          label="From"
          value={from}
          onChoose={(next) => onChange(next, to)}
          options={[
            { value: "", label: "Choose" },
            ...cameras.map((camera) => ({ value: camera.id, label: `${camera.name}, any output` })),
            ...outputs.map((port) => ({ value: port.at, label: port.at })),
          ]}
        />
        <Choice label="To" value={to} onChoose={(next) => onChange(from, next)} options={[{ value: "", label: "Choose" }, ...named(inputs)]} />
      </div>
      {!(from && to) && <p className="mt-3 text-dim">Say from where to where: the ways that the kit allows stand here, the best first.</p>}
      {found.error && <p className="mt-2 text-stop">{found.error.message}</p>}
      {found.data?.none && <p className="mt-2">No route within the kit: {found.data.none}.</p>}
      {found.data && found.data.routes.length === 0 && !found.data.none && <p className="mt-2">There is no other way than what is there.</p>}
      <ol className="mt-2">
        {found.data?.routes.map((route, number) => (
          <li key={route.title}>
            <Way route={route} number={number + 1} onDone={onClose} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function Way({ route, number, onDone }: { route: RouteReport; number: number; onDone: () => void }) {
  const { edit, settle } = useEdits();
  const [open, setOpen] = useState(number === 1);
  const apply = () => settle(edit(route.commands).then(onDone));
  return (
    <article aria-label={`Way ${number}: ${route.title}`} className="border-t border-rule py-2">
      <button type="button" aria-expanded={open} className="block w-full text-left" onClick={() => setOpen(!open)}>
        <span className="font-semibold">
          {number}. {route.title}
        </span>
        <span className="block text-small text-dim">
          {route.quality}, {route.delay} after the lens
        </span>
      </button>
      {route.hires.length > 0 && <p className="text-small text-caution">to hire: {route.hires.join(", ")}</p>}
      {route.worse.length > 0 && <p className="text-small text-caution">makes worse: {route.worse.join("; ")}</p>}
      {open && (
        <div className="mt-1 space-y-1.5 text-small">
          <ol className="border-l border-rule pl-2">
            {route.stops.map((stop, at) => (
              <li key={at}>{stop}</li>
            ))}
          </ol>
          <p className="text-dim">Adds {route.adds.join(", ") || "nothing"}.</p>
          <OutlookSummary outlook={route.outlook} />
          <Button strong onClick={apply}>
            Take this way
          </Button>
        </div>
      )}
    </article>
  );
}
