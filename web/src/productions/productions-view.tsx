import { useEffect, useEffectEvent, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { sentenceOf, type Listed, type Workspace } from "../api/client";
import { useFollowList, useListActions, useProductions, useReference } from "../api/queries";
import { Away } from "../frame/away";
import { ThemeSwitch } from "../frame/theme";
import { Button } from "../ui/button";
import { FIRST } from "../views";
import { Backups } from "./backups";
import { NewProduction } from "./new-production";
import { ProductionRow } from "./production-row";

/** The productions that this West Rail keeps. */
export function ProductionsView() {
  const productions = useProductions();
  const reference = useReference();
  const actions = useListActions();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string>();
  const [removed, setRemoved] = useState<Listed>();
  const file = useRef<HTMLInputElement>(null);
  const connected = useFollowList();

  async function attempt<T>(work: Promise<T>): Promise<T | undefined> {
    try {
      setProblem(undefined);
      return await work;
    } catch (error) {
      setProblem(sentenceOf(error));
      return undefined;
    }
  }

  async function open(made: Promise<Workspace>) {
    const workspace = await attempt(made);
    if (workspace) void navigate(`/p/${workspace.id}/${workspace.report.build}/${FIRST}`);
  }

  async function importFile(chosen: File) {
    const most = reference.data?.file_bytes ?? Infinity;
    if (chosen.size > most) {
      setProblem(`“${chosen.name}” has ${Math.round(chosen.size / 1e6)} MB; production files are taken up to ${Math.round(most / 1e6)} MB.`);
      return;
    }
    await open(actions.importFile.mutateAsync(await chosen.text()));
  }

  async function remove(production: Listed) {
    await attempt(actions.remove.mutateAsync(production.id));
    setRemoved(production);
  }

  return (
    <div className="mx-auto max-w-5xl px-4 pb-10">
      <header className="flex items-center gap-4 border-b border-rule py-2">
        <span className="font-semibold tracking-wide">West Rail</span>
        <Link to="/calculator" className="underline decoration-dotted underline-offset-3">
          Calculator: how long on a card
        </Link>
        <span className="ml-auto">
          <Away connected={connected} />
          <ThemeSwitch />
        </span>
      </header>
      <main>
        <div className="mt-5 flex flex-wrap items-end gap-x-4">
          <h1 className="text-large font-semibold">Productions</h1>
          <p className="text-dim">What is plugged into what, what arrives where, whether it fits, and how long it records.</p>
          <input
            ref={file}
            type="file"
            aria-label="Production file"
            accept=".json,application/json"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const [chosen] = event.target.files ?? [];
              if (chosen) void importFile(chosen);
              event.target.value = "";
            }}
          />
          <Button className="ml-auto" onClick={() => file.current?.click()}>
            Import a file
          </Button>
        </div>
        <NewProduction onCreate={(start) => void open(actions.create.mutateAsync(start))} />
        <div aria-live="polite" className="mt-3">
          {problem && <p className="mb-3 border border-stop px-3 py-2 text-stop">{problem}</p>}
          {removed && (
            <p className="mb-3 flex items-center gap-3 border border-rule bg-raised px-3 py-2">
              {removed.name} is off the list.
              <Button
                onClick={() => {
                  void attempt(actions.restore.mutateAsync(removed.id));
                  setRemoved(undefined);
                }}
              >
                Put it back
              </Button>
            </p>
          )}
          {productions.error && <p className="mb-3 text-stop">{productions.error.message}</p>}
        </div>
        <ul className="border-b border-rule">
          {productions.data?.map((production) => (
            <ProductionRow
              key={production.id}
              production={production}
              onDuplicate={() => void attempt(actions.duplicate.mutateAsync(production.id))}
              onRemove={() => void remove(production)}
              onRename={(next) =>
                actions.rename.mutateAsync({ id: production.id, revision: production.revision, build: production.builds[0]?.id ?? "", name: next })
              }
            />
          ))}
          {productions.data?.length === 0 && (
            <li className="border-t border-rule py-4 text-dim">None yet. Name one above, drop a file here, or start the demo with west-rail demo.</li>
          )}
        </ul>
        <Backups />
      </main>
      <footer className="mt-8 border-t border-rule pt-2 text-small text-dim">
        <Link to="/licences" className="underline decoration-dotted underline-offset-3">
          Licences
        </Link>
      </footer>
      <DropAnywhere onFile={(dropped) => void importFile(dropped)} />
    </div>
  );
}

/** A file that is dragged over the page is taken wherever it is dropped. */
function DropAnywhere({ onFile }: { onFile: (file: File) => void }) {
  const [over, setOver] = useState(false);
  const take = useEffectEvent((event: DragEvent) => {
    if (!event.dataTransfer?.types.includes("Files")) return;
    event.preventDefault();
    setOver(event.type === "dragover");
    const [dropped] = event.type === "drop" ? event.dataTransfer.files : [];
    if (dropped) onFile(dropped);
  });
  const leave = useEffectEvent((event: DragEvent) => {
    // From one element of the page to the next it is still over the page.
    if (event.relatedTarget === null) setOver(false);
  });
  useEffect(() => {
    const on = (event: DragEvent) => take(event);
    const off = (event: DragEvent) => leave(event);
    window.addEventListener("dragover", on);
    window.addEventListener("drop", on);
    window.addEventListener("dragleave", off);
    return () => {
      window.removeEventListener("dragover", on);
      window.removeEventListener("drop", on);
      window.removeEventListener("dragleave", off);
    };
  }, []);
  if (!over) return null;
  return (
    <div className="pointer-events-none fixed inset-0 z-50 flex items-center justify-center border-4 border-accent bg-sunk/80">
      <p className="text-large font-semibold">Drop the production file to import it</p>
    </div>
  );
}
