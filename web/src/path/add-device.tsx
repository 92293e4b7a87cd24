import { useState } from "react";
import { sentenceOf, type Command } from "../api/client";
import { useWorkbench } from "../frame/workbench";
import { Choice } from "../ui/field";
import { Sheet } from "../ui/sheet";

/** Puts a device to use: from the kit, or from the catalogue, which adds it to the kit. */
export function AddDevice({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { build, workspace, reference, edit, select } = useWorkbench();
  const [search, setSearch] = useState("");
  const [unit, setUnit] = useState("");
  const [newUnit, setNewUnit] = useState("");
  const [refusal, setRefusal] = useState<string>();
  const { kit = [] } = workspace.production;
  const chosen = build.units.some((other) => other.id === unit) ? unit : (build.units[0]?.id ?? "");
  const line = (id: string) => kit.find((line) => line.item === id);
  const owned = (id: string) => (line(id)?.quantity ?? 0) + (line(id)?.hired ?? 0);
  const used = (id: string) => build.placements.filter((placement) => placement.device === id).length;
  const found = reference.catalogue.devices.filter((device) => device.name.toLowerCase().includes(search.trim().toLowerCase()));
  const spare = found.filter((device) => owned(device.id) > used(device.id));
  const rest = found.filter((device) => owned(device.id) <= used(device.id));

  async function run(commands: Command[]) {
    try {
      await edit(commands);
      setRefusal(undefined);
      return true;
    } catch (error) {
      setRefusal(sentenceOf(error));
      return false;
    }
  }

  async function add(device: string, hire: boolean) {
    const placed = new Set(build.placements.map((placement) => placement.id));
    // The handle is made here from the id, so that what was added can be selected.
    let handle = device;
    for (let number = 2; placed.has(handle); number += 1) handle = `${device}-${number}`;
    const put: Command = { do: "add-device", build: build.id, device, unit: chosen, handle };
    if (await run(hire ? [{ do: "add-to-kit", line: { item: device, hired: 1 } }, put] : [put])) {
      setSearch("");
      onOpenChange(false);
      select({ kind: "device", id: handle });
    }
  }

  async function addUnit() {
    if (await run([{ do: "add-unit", build: build.id, name: newUnit }])) setNewUnit("");
  }

  const row = (device: (typeof found)[number], hire: boolean) => (
    <li key={device.id} className="flex items-center justify-between gap-3 border-t border-rule py-1">
      <button type="button" className="flex-1 text-left hover:underline" onClick={() => void add(device.id, hire)}>
        {device.name}
      </button>
      <span className="text-small text-dim">{hire ? (owned(device.id) ? "all in use" : "not in the kit") : `${owned(device.id) - used(device.id)} spare`}</span>
    </li>
  );

  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Add device"
      about="What the kit still has comes first. Anything else of the catalogue is added to the kit as well."
    >
      {refusal && (
        <p role="alert" className="mb-2 text-stop">
          {refusal}
        </p>
      )}
      <div className="mb-3 grid grid-cols-2 gap-3">
        <div>
          <label htmlFor="device-search" className="block text-small text-dim">
            Search by name
          </label>
          <input
            id="device-search"
            autoFocus
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            onKeyDown={(event) => {
              const [first] = spare;
              if (event.key === "Enter" && first) void add(first.id, false);
              else if (event.key === "Enter" && rest[0]) void add(rest[0].id, true);
            }}
            className="w-full border border-rule bg-sunk px-1.5 py-0.5"
          />
        </div>
        <Choice label="Travels with" value={chosen} onChoose={setUnit} options={build.units.map((unit) => ({ value: unit.id, label: unit.name }))} />
        <form
          className="col-span-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void addUnit();
          }}
        >
          <div className="flex-1">
            <label htmlFor="new-unit" className="block text-small text-dim">
              Or a new unit: a rig, a village, a cart
            </label>
            <input
              id="new-unit"
              value={newUnit}
              onChange={(event) => setNewUnit(event.target.value)}
              className="w-full border border-rule bg-sunk px-1.5 py-0.5"
            />
          </div>
          <button type="submit" className="border border-rule px-2.5 py-0.5 hover:border-dim">
            Add unit
          </button>
        </form>
      </div>
      {spare.length > 0 && (
        <>
          <h3 className="font-semibold">In the kit</h3>
          <ul className="mb-3">{spare.map((device) => row(device, false))}</ul>
        </>
      )}
      {rest.length > 0 && (
        <>
          <h3 className="font-semibold">Catalogue</h3>
          <ul>{rest.map((device) => row(device, true))}</ul>
        </>
      )}
      {found.length === 0 && <p className="text-dim">No device has “{search}” in its name.</p>}
    </Sheet>
  );
}
