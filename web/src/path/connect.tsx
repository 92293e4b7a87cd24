import { useEffect, useRef, type KeyboardEvent } from "react";
import type { InputReport } from "../api/client";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";

/** Inputs for an output, in order of fit; those that can't take it say why not. */
export function ConnectPanel({ from, inputs, problem }: { from: string; inputs: InputReport[] | undefined; problem?: string }) {
  const { build, connect, edit, select, settle } = useWorkbench();
  const list = useRef<HTMLUListElement>(null);
  const fitting = inputs?.filter((input) => input.fits) ?? [];
  const others = inputs?.filter((input) => !input.fits) ?? [];

  const ready = inputs !== undefined;
  useEffect(() => {
    if (ready) list.current?.querySelector<HTMLElement>("button")?.focus();
  }, [ready, from]);

  async function run(to: string) {
    // What fails is a notice; the list stays, to choose another.
    await edit([{ do: "connect", build: build.id, from, to }]);
    connect(undefined);
    select({ kind: "device", id: to.split(".")[0] ?? "" });
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
    <section aria-label={`Connect ${from}`} className="p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="font-semibold">Connect {from} to</h2>
        <Button onClick={() => connect(undefined)}>Leave it</Button>
      </div>
      {problem && <p className="mt-2 text-stop">{problem}</p>}
      <ul ref={list} className="mt-2">
        {fitting.map((input) => (
          <li key={input.at}>
            <button
              type="button"
              className="block w-full border-t border-rule px-1 py-1 text-left hover:bg-raised"
              onKeyDown={onKey}
              onClick={() => settle(run(input.at))}
            >
              <span className="font-semibold">{input.at}</span> {input.name}
              <span className="block text-small text-ok">{input.reason}</span>
            </button>
          </li>
        ))}
      </ul>
      {ready && fitting.length === 0 && <p className="my-2">No free input takes this as it is.</p>}
      {others.length > 0 && (
        <>
          <h3 className="mt-3 text-small text-dim">These don’t take it</h3>
          <ul>
            {others.map((input) => (
              <li key={input.at} className="border-t border-rule px-1 py-1 text-dim">
                {input.at} {input.name}
                <span className="block text-small">{input.reason}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
