import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect, useEffectEvent } from "react";
import type { LineGroup } from "../api/client";
import { fetchFixes } from "../api/queries";
import { Sheet } from "../ui/sheet";
import { useSelection, useWorkbench } from "./workbench";
import { neighbours } from "../path/trace";

const KEYS: [string, string][] = [
  ["Right, Left", "walk along the signal, downstream and upstream"],
  ["Down, Up", "next and previous device"],
  ["n, N", "next and previous finding"],
  [".", "look at its first fix; again to apply it"],
  ["c", "connect a free output of the selected device"],
  ["a", "add a device"],
  ["u, U", "undo, redo"],
  ["/ or Ctrl-K", "type a command"],
  ["Escape", "let go of what is selected"],
  ["?", "these keys"],
];

export function KeysSheet({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Keys" about="Everything can be done from the keyboard.">
      <dl className="grid grid-cols-[8rem_1fr] gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

/** Asks the view to open its sheet for adding a device. */
export const ADD_DEVICE = "west-rail:add-device";

/** The keys of the frame. They rest while something is being typed. */
export function useKeys({ openLine, openKeys }: { openLine: () => void; openKeys: () => void }) {
  const workbench = { ...useWorkbench(), selection: useSelection() };
  const client = useQueryClient();
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const { target } = event;
    const typing = target instanceof HTMLElement && target.closest("input:not([type=checkbox]), select, textarea, [role=dialog]");
    const line = (event.key === "k" && (event.ctrlKey || event.metaKey)) || (event.key === "/" && !typing);
    if (line) {
      event.preventDefault();
      openLine();
      return;
    }
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
    if (act(event.key, workbench, client, openKeys)) event.preventDefault();
  });

  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}

type Bench = ReturnType<typeof useWorkbench> & { selection: ReturnType<typeof useSelection> };

/** Does what a key asks for; tells whether it asked for anything. */
function act(key: string, bench: Bench, client: QueryClient, openKeys: () => void): boolean {
  switch (key) {
    case "?":
      openKeys();
      return true;
    case "u":
      bench.undo();
      return true;
    case "U":
      bench.attempt("redo");
      return true;
    case "n":
    case "N":
      return walkFindings(bench, key === "n" ? 1 : -1);
    case ".":
      return firstFix(bench, client);
    case "a":
      window.dispatchEvent(new Event(ADD_DEVICE));
      return true;
    case "c":
      return startConnecting(bench);
    case "Escape":
      bench.connect(undefined);
      bench.setPreview(undefined);
      bench.select(undefined);
      return true;
    case "ArrowRight":
    case "ArrowLeft":
    case "ArrowDown":
    case "ArrowUp":
      return walkDevices(bench, key);
    default:
      return false;
  }
}

function walkFindings(bench: Bench, step: number): boolean {
  const cards = [...document.querySelectorAll<HTMLElement>("[data-finding]")];
  if (cards.length === 0 && bench.selection) {
    bench.select(undefined);
    return true;
  }
  const focused = document.activeElement?.closest<HTMLElement>("[data-finding]");
  const now = focused ? cards.indexOf(focused) : step > 0 ? -1 : 0;
  cards[(now + step + cards.length) % cards.length]?.focus();
  return cards.length > 0;
}

/** Previews the first fix of the finding that is focused, or of the first; once more applies it. */
function firstFix(bench: Bench, client: QueryClient): boolean {
  const focused = document.activeElement?.closest<HTMLElement>("[data-finding]")?.dataset.finding;
  const { findings } = bench.workspace.report;
  const finding = findings.find((finding) => finding.id === focused) ?? findings[0];
  if (!finding) return false;
  const { id, build, workspace, preview } = bench;
  void fetchFixes(client, id, build.id, workspace.revision, finding.id)
    .then(({ fixes: [fix] }) => {
      if (!fix) return;
      if (preview?.id === fix.id && preview.of === finding.id) bench.attempt(fix.commands, fix.title);
      else bench.setPreview({ ...fix, of: finding.id });
    })
    .catch(() => undefined);
  return true;
}

/** The device that the keys are at: the focused one, which moves at once, or the selected one. */
function currentDevice({ build, selection }: Bench): string | undefined {
  const focused = document.activeElement?.id ?? "";
  const device = focused.startsWith("device-") ? focused.slice("device-".length) : selection?.kind === "device" ? selection.id : undefined;
  return build.placements.some((placement) => placement.id === device) ? device : undefined;
}

function startConnecting(bench: Bench): boolean {
  const { workspace, connect } = bench;
  const device = currentDevice(bench);
  if (!device) return false;
  const free = workspace.report.ports.find((port) => port.at.startsWith(`${device}.`) && port.direction === "out" && !port.connected);
  if (!free) return false;
  connect(free.at);
  return true;
}

/** The device at the same place of the next row of the map, or at its end. */
function inRow(lines: LineGroup[], device: string, step: 1 | -1): string | undefined {
  const rows = lines.flatMap((group) =>
    group.rows.map((row, number) => {
      const stops = [...row.through, ...(row.end ? [row.end] : [])].map((stop) => stop.device);
      const feeders = row.branches.flatMap((branch) => branch.stops.map((stop) => stop.device));
      const own = number === 0 && group.source != null && !stops.includes(group.source) ? [group.source] : [];
      return [...own, ...stops, ...feeders];
    }),
  );
  const filled = rows.filter((row) => row.length > 0);
  const now = filled.findIndex((row) => row.includes(device));
  const place = filled[now]?.indexOf(device) ?? 0;
  const row = filled[now + step];
  return row?.[Math.min(place, row.length - 1)];
}

function walkDevices(bench: Bench, key: string): boolean {
  const { build, selection, select } = bench;
  const active = document.activeElement;
  if (active instanceof HTMLElement && active.closest("[data-scrolls]") && !active.closest("svg")) return false;
  const first = build.placements[0];
  if (!first) return false;
  const device = currentDevice(bench);
  let next: string | undefined;
  if (!device) {
    const cable = selection && build.connections.find((connection) => connection.id === selection.id);
    next = cable ? (key === "ArrowLeft" ? cable.from : cable.to).split(".")[0] : first.id;
  } else if (key === "ArrowRight" || key === "ArrowLeft") {
    next = neighbours(build, device, key === "ArrowRight" ? "down" : "up")[0];
  } else {
    next = inRow(bench.workspace.report.lines, device, key === "ArrowDown" ? 1 : -1);
  }
  if (next) {
    select({ kind: "device", id: next });
    document.getElementById(`device-${next}`)?.focus();
  }
  return true;
}
