import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { useSearchParams } from "react-router";
import type { InputReport } from "../api/client";
import { useAttention, useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { PlainField } from "../ui/field";

/** The other ends for a port, in order of fit: inputs for an output, or for an input what could feed it.
 *  Those that don't fit say why not. A pairing asks for its distance first. */
export function ConnectPanel({ at, facing, ends, problem }: { at: string; facing: "in" | "out"; ends: InputReport[] | undefined; problem?: string }) {
  const { build, reference } = useFloor();
  const { connect, select } = useAttention();
  const { edit, settle } = useEdits();
  const [, setSearch] = useSearchParams();
  const [distance, setDistance] = useState("");
  const list = useRef<HTMLUListElement>(null);
  const fitting = ends?.filter((end) => end.fits) ?? [];
  const others = ends?.filter((end) => !end.fits) ?? [];
  const [device = "", id] = at.split(".");
  const placement = build.placements.find((placement) => placement.id === device);
  const socket = reference.catalogue.devices.find((entry) => entry.id === placement?.device)?.ports?.find((port) => port.id === id);
  const air = socket?.connector === "air";

  const ready = ends !== undefined;
  useEffect(() => {
    if (ready) list.current?.querySelector<HTMLElement>("button")?.focus();
  }, [ready, at]);

  async function run(other: string) {
    const [from, to] = facing === "out" ? [at, other] : [other, at];
    // What fails is a notice; the list stays, to choose another.
    await edit([{ do: "connect", build: build.id, from, to, length: (air && distance.trim()) || null }]);
    connect(undefined);
    select({ kind: "device", id: to.split(".")[0] ?? "" });
  }

  function findRoute() {
    connect(undefined);
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        params.set("route", facing === "out" ? `${device}>` : `>${device}`);
        return params;
      },
      { replace: true },
    );
  }

  function onKey(event: KeyboardEvent) {
    if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
    event.preventDefault();
    event.stopPropagation();
    const buttons = [...(list.current?.querySelectorAll<HTMLElement>("button") ?? [])];
    const now = buttons.findIndex((button) => button === document.activeElement);
    buttons[now + (event.key === "ArrowDown" ? 1 : -1)]?.focus();
  }

  return (
    <section aria-label={facing === "out" ? `Connect ${at}` : `What feeds ${at}`} className="p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="font-semibold">{facing === "out" ? `Connect ${at} to` : `What feeds ${at}?`}</h2>
        <Button onClick={() => connect(undefined)}>Cancel</Button>
      </div>
      {problem && <p className="mt-2 text-stop">{problem}</p>}
      {air && (
        <div className="mt-2">
          <PlainField label="How far apart the antennas stand" example="20 m" value={distance} onChange={setDistance} />
        </div>
      )}
      <ul ref={list} className="mt-2">
        {fitting.map((end) => (
          <li key={end.at}>
            <button
              type="button"
              className="block w-full border-t border-rule px-1 py-1 text-left hover:bg-raised"
              onKeyDown={onKey}
              onClick={() => settle(run(end.at))}
            >
              <span className="font-semibold">{end.at}</span> {end.name}
              <span className="block text-small text-ok">{end.reason}</span>
            </button>
          </li>
        ))}
      </ul>
      {ready && fitting.length === 0 && (
        <p className="my-2">{facing === "out" ? "No free input takes this as it is." : "No free output fits this as it is."}</p>
      )}
      {ready && socket && (
        <Button className="mt-2" onClick={findRoute}>
          Find a route {facing === "out" ? `from ${placement?.name}` : `to ${placement?.name}`}
        </Button>
      )}
      {others.length > 0 && (
        <>
          <h3 className="mt-3 text-small text-dim">{facing === "out" ? "These don’t take it" : "These don’t fit"}</h3>
          <ul>
            {others.map((end) => (
              <li key={end.at} className="border-t border-rule px-1 py-1 text-dim">
                {end.at} {end.name}
                <span className="block text-small">{end.reason}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
