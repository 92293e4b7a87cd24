import { useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useRef, useState } from "react";
import { sentenceOf, type Device, type Wanted } from "../api/client";
import { fetchSearch, planSetup, useSearch } from "../api/queries";
import { useAttention, useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, PlainField, Tick } from "../ui/field";
import { Sheet } from "../ui/sheet";
import { asWanted, GROUPS } from "../ui/kinds";
import { PortStrip } from "./port-strip";

const BELONG = "";
const NEW = "new unit";

/** Puts devices on the floor, several at once: where each belongs or into one unit, wired where there is
 *  one sensible way. What the kit has comes first; anything else is noted there as hired. */
export function AddDevices({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Add devices"
      wide
      about="Count what comes, then add it all at once. What the kit lacks is noted there as hired."
    >
      <Chooser onDone={() => onOpenChange(false)} />
    </Sheet>
  );
}

function Chooser({ onDone }: { onDone: () => void }) {
  const { id, build, workspace, reference } = useFloor();
  const { edit } = useEdits();
  const { select } = useAttention();
  const { kit = [] } = workspace.production;
  const [search, setSearch] = useState("");
  const [counts, setCounts] = useState(new Map<string, number>());
  const [unit, setUnit] = useState(BELONG);
  const [newUnit, setNewUnit] = useState("");
  const [distance, setDistance] = useState("");
  const [needs, setNeeds] = useState(true);
  const [said, setSaid] = useState<string[]>([]);
  const [refusal, setRefusal] = useState<string>();
  const [busy, setBusy] = useState(false);
  const client = useQueryClient();
  const asked = useDeferredValue(search.trim());
  const hits = useSearch(id, workspace.revision, asked);
  const found = asked === "" ? undefined : new Map(hits.data?.map((hit) => [hit.device, hit.reason]));

  const spare = (device: string) => {
    const line = kit.find((line) => line.item === device);
    const used = build.placements.filter((placement) => placement.device === device).length;
    return Math.max(0, (line?.quantity ?? 0) + (line?.hired ?? 0) - used);
  };
  const devices = reference.catalogue.devices.filter((device) => !found || found.has(device.id));
  const set = (device: string, count: number) => setCounts((old) => new Map(old).set(device, Math.min(60, Math.max(0, count))));
  const chosen = reference.catalogue.devices.filter((device) => (counts.get(device.id) ?? 0) > 0);
  const pairs = chosen.some((device) => device.kind === "receiver" || device.kind === "viewer");

  /** By what they are for; what the kit has left before what would be hired. */
  const inOrder = (some: Device[]) =>
    GROUPS.flatMap((group) => some.filter((device) => group.kinds.includes(device.kind)).sort((a, b) => Number(spare(b.id) > 0) - Number(spare(a.id) > 0)));
  const listed = inOrder(devices);

  // Quick hands are ahead of the list: what Enter counts up is the first that is found for what was typed.
  async function countFirst(text: string) {
    try {
      const hits = new Set((await fetchSearch(client, id, workspace.revision, text)).map((hit) => hit.device));
      const first = inOrder(reference.catalogue.devices.filter((device) => hits.has(device.id)))[0];
      if (first) setCounts((old) => new Map(old).set(first.id, (old.get(first.id) ?? 0) + 1));
      setRefusal(first ? undefined : `No device is called “${text}”, or does that.`);
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  async function add(connect: boolean) {
    setBusy(true);
    setRefusal(undefined);
    const wanted: Wanted = {
      build: build.id,
      devices: asWanted(counts),
      unit: unit === BELONG || unit === NEW ? null : unit,
      new_unit: unit === NEW ? newUnit : null,
      connect,
      needs: connect && needs,
      distance: distance.trim() || null,
    };
    try {
      let says: string[] = [];
      let placed: string[] = [];
      await edit(async () => {
        const setup = await planSetup(id, wanted);
        says = setup.says;
        placed = setup.placed;
        return setup.commands;
      });
      // One thing is looked at next.
      if (placed.length === 1 && placed[0]) select({ kind: "device", id: placed[0] });
      setSaid(says);
      setCounts(new Map());
      setUnit((now) => (now === NEW ? BELONG : now));
      setNewUnit("");
    } catch (error) {
      setRefusal(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  }

  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-[1fr_17rem]">
      <div className="min-w-0">
        <label htmlFor="device-search" className="mb-1 block text-small text-dim">
          Search by name, or by what it can do: takes HDMI 2160p50 and gives SDI
        </label>
        <input
          id="device-search"
          autoFocus
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            if (event.ctrlKey || event.metaKey) void add(true);
            else if (search.trim() !== "") {
              void countFirst(search.trim());
              event.currentTarget.select();
            }
          }}
          autoComplete="off"
          spellCheck={false}
          className="mb-2 w-full border border-rule bg-sunk px-1.5 py-1"
        />
        {hits.error && asked !== "" && <p className="mb-2 text-caution">{hits.error.message}</p>}
        <DeviceList devices={listed} spare={spare} found={found} counts={counts} onCount={set} empty={Boolean(found) && !hits.isFetching} />
      </div>
      <div className="flex flex-col gap-3">
        <Chosen devices={chosen} counts={counts} />
        <Choice
          label="Unit"
          value={unit}
          onChoose={setUnit}
          options={[
            { value: BELONG, label: "Each where it belongs" },
            ...build.units.map((unit) => ({ value: unit.id, label: unit.name })),
            { value: NEW, label: "A new unit…" },
          ]}
        />
        {unit === NEW && <PlainField label="Name of the new unit" example="Balcony" value={newUnit} onChange={setNewUnit} />}
        {pairs && <PlainField label="How far the receiver stands from its transmitter" example="20 m" value={distance} onChange={setDistance} />}
        <Tick label="With their usual needs" checked={needs} onChange={setNeeds} />
        <div className="flex gap-2">
          <Button strong disabled={chosen.length === 0 || busy} onClick={() => void add(true)}>
            Add and connect
          </Button>
          <Button disabled={chosen.length === 0 || busy} onClick={() => void add(false)}>
            Add only
          </Button>
        </div>
        {refusal && (
          <p role="alert" className="text-stop">
            {refusal}
          </p>
        )}
        <Said sentences={said} onDone={onDone} />
      </div>
    </div>
  );
}

interface ListProps {
  devices: Device[];
  spare: (device: string) => number;
  /** Why each is found, where something is searched for. */
  found: Map<string, string> | undefined;
  counts: Map<string, number>;
  onCount: (device: string, count: number) => void;
  /** Whether that nothing is found is the answer. */
  empty: boolean;
}

/** Devices by what they are for. */
function DeviceList({ devices, spare, found, counts, onCount, empty }: ListProps) {
  return (
    <div className="max-h-[52vh] overflow-auto pr-2" tabIndex={0} role="region" aria-label="Devices to choose from">
      {GROUPS.map((group) => {
        const inside = devices.filter((device) => group.kinds.includes(device.kind));
        if (inside.length === 0) return null;
        return (
          <section key={group.name} aria-label={group.name}>
            <h3 className="sticky top-0 z-10 bg-ground pt-2 pb-1 font-semibold">{group.name}</h3>
            <ul>
              {inside.map((device) => (
                <Row
                  key={device.id}
                  device={device}
                  left={spare(device.id)}
                  why={found?.get(device.id)}
                  count={counts.get(device.id) ?? 0}
                  onCount={(count) => onCount(device.id, count)}
                />
              ))}
            </ul>
          </section>
        );
      })}
      {empty && devices.length === 0 && <p className="text-dim">No device is called so or does that. Search for less, or describe your own in Kit.</p>}
    </div>
  );
}

/** What comes, counted. */
function Chosen({ devices, counts }: { devices: Device[]; counts: Map<string, number> }) {
  return (
    <section aria-label="Chosen">
      <h3 className="mb-1 font-semibold">To be added</h3>
      {devices.length === 0 ? (
        <p className="text-dim">Nothing yet: count up what comes.</p>
      ) : (
        <ul>
          {devices.map((device) => (
            <li key={device.id} className="flex gap-2 py-0.5">
              <span className="w-6 text-right font-semibold">{counts.get(device.id)}</span>
              {device.name}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What was done with the last that were added. */
function Said({ sentences, onDone }: { sentences: string[]; onDone: () => void }) {
  return (
    <div role="status">
      {sentences.length > 0 && (
        <>
          <ul className="space-y-1">
            {sentences.map((sentence, number) => (
              <li key={sentence} className={number === 0 ? "font-semibold" : "text-dim"}>
                {sentence}
              </li>
            ))}
          </ul>
          <Button className="mt-2" onClick={onDone}>
            See the floor
          </Button>
        </>
      )}
    </div>
  );
}

/** A device to count, with what it is able to be plugged into. */
function Row({ device, left, why, count, onCount }: { device: Device; left: number; why?: string; count: number; onCount: (count: number) => void }) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-t border-rule py-1">
      <div className="min-w-0">
        <span className={count > 0 ? "font-semibold" : ""}>{device.name}</span>{" "}
        <span className={`text-small ${left > 0 ? "text-ok" : "text-dim"}`}>{left > 0 ? `${left} in the kit` : "to hire"}</span>
        <div>
          <PortStrip device={device} />
        </div>
        {why && <p className="text-small text-dim">{why}</p>}
      </div>
      <span className="flex items-center">
        <button
          type="button"
          aria-label={`One ${device.name} less`}
          disabled={count === 0}
          className="min-h-7 min-w-7 border border-rule hover:border-dim disabled:opacity-40"
          onClick={() => onCount(count - 1)}
        >
          −
        </button>
        <input
          ref={field}
          aria-label={`How many ${device.name}`}
          inputMode="numeric"
          value={count}
          onFocus={() => field.current?.select()}
          onChange={(event) => onCount(Number(event.target.value.replace(/\D/g, "").slice(0, 3)))}
          className="h-7 w-9 border-y border-rule bg-sunk text-center"
        />
        <button
          type="button"
          aria-label={`One ${device.name} more`}
          className="min-h-7 min-w-7 border border-rule hover:border-dim"
          onClick={() => onCount(count + 1)}
        >
          +
        </button>
      </span>
    </li>
  );
}
