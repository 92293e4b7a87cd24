import { Main, Page, Side } from "../ui/page";
import { useState } from "react";
import type { Device, KitChange, KitReport } from "../api/client";
import { planSetup, useCost, useKit, useSearch } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { GROUPS } from "../ui/kinds";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";
import { Problem } from "../api/client";
import { DeviceCard } from "./device-card";
import { EntryEditor } from "./entry-editor";
import { blank } from "./entry";
import { costs } from "./cost";
import { OwnHeading } from "./custom-file";

/** The Kit view: what there is, what the build uses, what is short; the catalogue beside it. */
export function KitView() {
  const { id, build, workspace, reference } = useFloor();
  const lines = useKit(id, build.id, workspace.revision);
  const [editing, setEditing] = useState<Device>();
  const [money, setMoney] = useState(false);
  const { catalogue } = reference;
  const ids = (list: { id: string }[]) => new Set(list.map((entry) => entry.id));
  const kinds: [string, Set<string>][] = [
    ...GROUPS.map((group): [string, Set<string>] => [group.name, ids(catalogue.devices.filter((device) => group.kinds.includes(device.kind)))]),
    ["Cables", ids(catalogue.cables)],
    ["Adapters and clamps", ids(catalogue.adapters)],
    ["Cards and drives for slots", ids(catalogue.media)],
  ];
  const listed = new Set(kinds.flatMap(([, ids]) => [...ids]));
  const groups = [
    ...kinds.map(([name, ids]) => [name, lines.data?.filter((line) => ids.has(line.item)) ?? []] as const),
    ["Not in the catalogue", lines.data?.filter((line) => !listed.has(line.item)) ?? []] as const,
  ].filter(([, list]) => list.length > 0);
  if (editing) return <EntryEditor start={editing} onClose={() => setEditing(undefined)} />;
  return (
    <Page printed>
      <Main>
        <div className="mt-4 flex items-baseline gap-3 print:hidden">
          <h2 className="mr-auto text-large font-semibold">Kit for {build.name}</h2>
          <button
            type="button"
            aria-pressed={money}
            className={`min-h-6 underline decoration-dotted underline-offset-3 ${money ? "font-semibold" : "text-dim hover:text-ink"}`}
            onClick={() => setMoney(!money)}
          >
            Prices and owners
          </button>
        </div>
        <Costs />
        <HireList lines={lines.data ?? []} />
        {lines.error && <p className="text-stop">{lines.error.message}</p>}
        {lines.data?.length === 0 && (
          <p className="my-2 text-dim">
            What is owned and hired stands here, with what the build uses of it. Find the first thing in the catalogue beside this.
          </p>
        )}
        {groups.map(([name, list]) => (
          <table key={name} aria-label={name} className="mt-4 w-full border-collapse text-left print:hidden">
            <thead className="text-small text-dim">
              <tr>
                <th className="py-1 font-semibold text-ink">{name}</th>
                {["Length", "Owned", "Hired", "Used", ...(money ? [] : ["Left"])].map((column) => (
                  <th key={column} className="w-16 px-2 py-1 text-right font-normal">
                    {column}
                  </th>
                ))}
                {money ? (
                  ["To buy", "A day", "Owner"].map((column) => (
                    <th key={column} className={`px-2 py-1 font-normal ${column === "Owner" ? "w-36" : "w-24 text-right"}`}>
                      {column}
                    </th>
                  ))
                ) : (
                  <th className="w-32">
                    <span className="sr-only">Act</span>
                  </th>
                )}
              </tr>
            </thead>
            <tbody>
              {list.map((line) => (
                <Line key={`${line.item}-${line.length ?? ""}`} line={line} money={money} />
              ))}
            </tbody>
          </table>
        ))}
        <OwnEntries onEdit={setEditing} />
      </Main>
      <Side label="Catalogue" wide className="print:hidden">
        <CatalogueSearch onEdit={setEditing} />
      </Side>
    </Page>
  );
}

function count(typed: string): number {
  if (!/^\d{1,5}$/.test(typed.trim())) throw new Problem(422, `“${typed}” isn’t a number of things: write it like 4`);
  return Number(typed);
}

function Line({ line, money }: { line: KitReport; money: boolean }) {
  const { id, build, reference } = useFloor();
  const { edit, settle, attempt } = useEdits();
  const isDevice = reference.catalogue.devices.some((device) => device.id === line.item);
  const putOnFloor = () => {
    const wanted = { build: build.id, devices: [{ device: line.item, count: 1 }], unit: null, new_unit: null, connect: true, needs: true, distance: null };
    return planSetup(id, wanted);
  };
  const set = (change: Partial<Pick<KitChange, "quantity" | "hired" | "price" | "day_rate" | "owner">>) =>
    edit([{ do: "set-kit", line: { item: line.item, length: line.length, ...change } }]);
  const name = line.length ? `${line.length} of ${line.name}` : line.name;
  return (
    <tr className="border-t border-rule align-top">
      <th scope="row" className="py-1 font-normal">
        {line.name}
      </th>
      <td className="px-2 py-1 text-right whitespace-nowrap text-dim">{line.length}</td>
      <td className="px-2 py-0.5">
        <TypedField label={`Owned: ${name}`} hideLabel value={String(line.owned)} send={async (typed) => set({ quantity: count(typed) })} />
      </td>
      <td className="px-2 py-0.5">
        <TypedField label={`Hired: ${name}`} hideLabel value={String(line.hired)} send={async (typed) => set({ hired: count(typed) })} />
      </td>
      <td className="px-2 py-1 text-right">{line.used}</td>
      {money ? <Worth line={line} name={name} set={set} /> : <Left line={line} name={name} hire={() => settle(set({ hired: line.hired + line.short }))} />}
      {!money && (
        <td className="py-0.5 text-right">
          {line.spare > 0 && isDevice && (
            <button
              type="button"
              aria-label={`Put one ${name} on the floor`}
              className="min-h-6 text-small whitespace-nowrap underline decoration-dotted underline-offset-3"
              onClick={() => attempt(putOnFloor, `${line.name} on the floor`)}
            >
              Put on the floor
            </button>
          )}
        </td>
      )}
    </tr>
  );
}

/** How many are left, or short, with the hire that would mend it. */
function Left({ line, name, hire }: { line: KitReport; name: string; hire: () => void }) {
  return (
    <td className="px-2 py-1 text-right whitespace-nowrap">
      {line.short > 0 ? (
        <span className="text-caution">
          {line.short} short{" "}
          <button type="button" aria-label={`Hire ${line.short} × ${name}`} className="underline decoration-dotted underline-offset-3" onClick={hire}>
            hire
          </button>
        </span>
      ) : (
        <span className={line.spare > 0 ? "" : "text-dim"}>{line.spare}</span>
      )}
    </td>
  );
}

/** What one costs to buy, or a day, and whose they are. */
function Worth({ line, name, set }: { line: KitReport; name: string; set: (change: Partial<KitChange>) => Promise<unknown> }) {
  // Nothing typed: not known.
  const amount = (typed: string) => typed.trim() || "0";
  return (
    <>
      <td className="px-2 py-0.5">
        <TypedField label={`To buy: ${name}`} hideLabel value={line.price ?? ""} send={async (typed) => set({ price: amount(typed) })} />
      </td>
      <td className="px-2 py-0.5">
        <TypedField label={`A day: ${name}`} hideLabel value={line.day_rate ?? ""} send={async (typed) => set({ day_rate: amount(typed) })} />
      </td>
      <td className="px-2 py-0.5">
        <TypedField label={`Owner: ${name}`} hideLabel value={line.owner} send={async (typed) => set({ owner: typed.trim() })} />
      </td>
    </>
  );
}

/** What the build costs, as far as prices are given. */
function Costs() {
  const { id, build, workspace } = useFloor();
  const { data } = useCost(id, build.id, workspace.revision);
  if (!data || data.unpriced === data.things) return null;
  return (
    <p className="mt-1 text-small text-dim print:hidden">
      The build costs {costs(data)}.{data.unpriced > 0 && ` ${data.unpriced} of ${data.things} things have no price.`}
    </p>
  );
}

/** What is short, with what to hire, on top; on paper the whole hire list. */
function HireList({ lines }: { lines: KitReport[] }) {
  const { build, workspace } = useFloor();
  const { attempt } = useEdits();
  const short = lines.filter((line) => line.short > 0);
  const hired = lines.filter((line) => line.hired + line.short > 0);
  const named = (line: KitReport) => (line.length ? `${line.length} of ${line.name}` : line.name);
  if (hired.length === 0) return null;
  return (
    <>
      <section aria-label="To hire" className="mt-3 border border-rule bg-raised px-3 py-2 print:hidden">
        <div className="flex flex-wrap items-center gap-3">
          <h3 className={`font-semibold ${short.length > 0 ? "text-caution" : ""}`}>{short.length > 0 ? "Short for this build" : "Nothing is short"}</h3>
          <span className="ml-auto flex gap-2">
            {short.length > 0 && (
              <Button
                strong
                onClick={() =>
                  attempt(
                    short.map((line) => ({ do: "add-to-kit", line: { item: line.item, length: line.length, hired: line.short } })),
                    "Hired what was short",
                  )
                }
              >
                Hire all that is short
              </Button>
            )}
            <Button onClick={() => window.print()}>Print the hire list</Button>
          </span>
        </div>
        {short.length > 0 && (
          <ul className="mt-1 columns-2 max-md:columns-1">
            {short.map((line) => (
              <li key={`${line.item} ${line.length ?? ""}`}>
                {line.short} × {named(line)}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-hidden className="hidden print:block">
        <h2 className="text-large font-semibold">Hire list</h2>
        <p className="mb-3">
          {workspace.production.name}, {build.name}
        </p>
        <table className="w-full text-left">
          <tbody>
            {hired.map((line) => (
              <tr key={`${line.item} ${line.length ?? ""}`} className="border-t border-rule">
                <td className="w-12 py-1 pr-3 text-right font-semibold">{line.hired + line.short}</td>
                <td className="py-1">{line.name}</td>
                <td className="py-1">{line.length}</td>
                <td className="py-1 text-right">{line.day_rate && `${line.day_rate} a day`}</td>
                <td className="w-24 border-b border-rule" />
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}

/** The catalogue, searched by what a thing can do or by its name. */
function CatalogueSearch({ onEdit }: { onEdit: (start: Device) => void }) {
  const { id, workspace, reference } = useFloor();
  const [typed, setTyped] = useState("");
  const hits = useSearch(id, workspace.revision, typed);
  const devices = new Map(reference.catalogue.devices.map((device) => [device.id, device]));
  const cables = reference.catalogue.cables.filter((cable) => typed.trim() && cable.name.toLowerCase().includes(typed.trim().toLowerCase()));
  return (
    <section aria-label="Catalogue" className="p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="font-semibold">Catalogue</h2>
        <Button onClick={() => onEdit(blank())}>Add custom device</Button>
      </div>
      <label className="mt-2 block text-small text-dim" htmlFor="catalogue-search">
        What it must do, or its name
      </label>
      <input
        id="catalogue-search"
        value={typed}
        placeholder="takes HDMI 2160p50, gives SDI"
        spellCheck={false}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => event.stopPropagation()}
        className="w-full border border-rule bg-sunk px-1.5 py-0.5"
      />
      {hits.error ? (
        <p role="alert" className="mt-1 text-small text-stop">
          {hits.error.message}
        </p>
      ) : (
        <p className="mt-1 text-small text-dim" role="status">
          {hits.data ? `${hits.data.length} devices${cables.length ? `, ${cables.length} cables` : ""}` : ""}
        </p>
      )}
      {GROUPS.map((group) => {
        const inside = hits.data?.flatMap((hit) => {
          const device = devices.get(hit.device);
          return device && group.kinds.includes(device.kind) ? [{ device, reason: hit.reason }] : [];
        });
        if (!inside?.length) return null;
        return (
          <section key={group.name} aria-label={group.name}>
            <h3 className="sticky top-0 bg-ground pt-2 pb-1 text-small font-semibold">{group.name}</h3>
            <ul>
              {inside.map(({ device, reason }) => (
                <Found key={device.id} device={device} reason={reason} onEdit={onEdit} />
              ))}
            </ul>
          </section>
        );
      })}
      <ul className="mt-1">
        {cables.map((cable) => (
          <FoundCable key={cable.id} item={cable.id} name={cable.name} />
        ))}
      </ul>
    </section>
  );
}

/** One more of a thing, owned or hired. */
function useAdd() {
  const { edit } = useEdits();
  return (item: string, which: "quantity" | "hired", length?: string) => edit([{ do: "add-to-kit", line: { item, length, [which]: 1 } }]);
}

function Found({ device, reason, onEdit }: { device: Device; reason: string; onEdit: (start: Device) => void }) {
  const [open, setOpen] = useState(false);
  const add = useAdd();
  const { settle } = useEdits();
  return (
    <li className="border-t border-rule py-1">
      <button type="button" aria-expanded={open} className="block w-full text-left hover:underline" onClick={() => setOpen(!open)}>
        {device.name}
        {reason && <span className="block text-small text-dim">{reason}</span>}
      </button>
      {open && (
        <div className="my-1 space-y-2">
          <DeviceCard device={device} />
          <div className="flex flex-wrap gap-2">
            <Button aria-label={`Own one more ${device.name}`} onClick={() => settle(add(device.id, "quantity"))}>
              Own one more
            </Button>
            <Button aria-label={`Hire one ${device.name}`} onClick={() => settle(add(device.id, "hired"))}>
              Hire one
            </Button>
            <Button onClick={() => onEdit({ ...device, id: `${device.id}-own`.slice(0, 40), name: `${device.name}, own` })}>Describe one like it</Button>
          </div>
        </div>
      )}
    </li>
  );
}

function FoundCable({ item, name }: { item: string; name: string }) {
  const add = useAdd();
  return (
    <li className="border-t border-rule py-1">
      {name}
      <TypedField label={`Own one of ${name}, of length`} value="" hint="5 m, then Enter" send={(length) => add(item, "quantity", length)} />
    </li>
  );
}

/** The crew's custom devices: to change, remove, share. */
function OwnEntries({ onEdit }: { onEdit: (start: Device) => void }) {
  const { workspace } = useFloor();
  const { attempt } = useEdits();
  const [refusal, setRefusal] = useState<string>();
  const custom = workspace.production.custom?.devices ?? [];
  return (
    <section aria-label="Custom devices" className="mt-8 print:hidden">
      <OwnHeading title="Custom devices" ids={custom.map((entry) => entry.id)} of="descriptions" onRefused={setRefusal} />
      {refusal && (
        <p role="alert" className="text-stop">
          {refusal}
        </p>
      )}
      {custom.length === 0 && (
        <p className="text-dim">What the catalogue doesn’t know, describe here: it stands in every list then, and goes out with the production’s file.</p>
      )}
      <ul>
        {custom.map((entry) => (
          <li key={entry.id} className="flex items-center gap-2 border-t border-rule py-1">
            <span className="flex-1">
              {entry.name} <span className="text-dim">{entry.id}</span>
            </span>
            <Button aria-label={`Change ${entry.name}`} onClick={() => onEdit(entry)}>
              Change
            </Button>
            <Button aria-label={`Remove ${entry.name}`} onClick={() => attempt([{ do: "remove-entry", entry: entry.id }])}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
