import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { sentenceOf, type Listed } from "../api/client";
import { fileAddress, useListActions, useProductions, useReference } from "../api/queries";
import { ThemeSwitch } from "../frame/theme";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";

/** The productions that this West Rail keeps. */
export function ProductionsView() {
  const productions = useProductions();
  const reference = useReference();
  const actions = useListActions();
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string>();
  const [removed, setRemoved] = useState<Listed>();
  const file = useRef<HTMLInputElement>(null);

  async function attempt<T>(work: Promise<T>): Promise<T | undefined> {
    try {
      setProblem(undefined);
      return await work;
    } catch (error) {
      setProblem(sentenceOf(error));
      return undefined;
    }
  }

  async function create() {
    const made = await attempt(actions.create.mutateAsync(name));
    if (made) void navigate(`/p/${made.id}/${made.report.build}/path`);
  }

  async function importFile(chosen: File) {
    const most = reference.data?.file_bytes ?? Infinity;
    if (chosen.size > most) {
      setProblem(`“${chosen.name}” has ${Math.round(chosen.size / 1e6)} MB; production files are taken up to ${Math.round(most / 1e6)} MB.`);
      return;
    }
    const made = await attempt(actions.importFile.mutateAsync(await chosen.text()));
    if (made) void navigate(`/p/${made.id}/${made.report.build}/path`);
  }

  async function remove(production: Listed) {
    await attempt(actions.remove.mutateAsync(production.id));
    setRemoved(production);
  }

  return (
    <div className="mx-auto max-w-4xl px-4 pb-10">
      <header className="flex items-center gap-4 border-b border-rule py-2">
        <span className="font-semibold tracking-wide">West Rail</span>
        <Link to="/calculator" className="underline decoration-dotted underline-offset-3">
          Calculator: how long on a card
        </Link>
        <span className="ml-auto">
          <ThemeSwitch />
        </span>
      </header>
      <main>
        <h1 className="mt-6 mb-1 text-large font-semibold">Productions</h1>
        <p className="mb-4 text-dim">What is plugged into what, what arrives where, whether it fits, and how long it records.</p>
        <div aria-live="polite">
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
            <Row
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
            <li className="border-t border-rule py-4 text-dim">None yet. Name one below, import a file, or start the demo with west-rail demo.</li>
          )}
        </ul>
        <div className="mt-6 flex flex-wrap items-end gap-6">
          <form
            className="flex items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void create();
            }}
          >
            <div>
              <label htmlFor="new-name" className="block text-small text-dim">
                Name of a new production
              </label>
              <input id="new-name" value={name} onChange={(event) => setName(event.target.value)} className="w-64 border border-rule bg-sunk px-1.5 py-1" />
            </div>
            <Button strong type="submit">
              Make it
            </Button>
          </form>
          <div>
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
            <Button onClick={() => file.current?.click()}>Import a file</Button>
          </div>
        </div>
      </main>
      <footer className="mt-8 border-t border-rule pt-2 text-small text-dim">
        <Link to="/licences" className="underline decoration-dotted underline-offset-3">
          Licences
        </Link>
      </footer>
    </div>
  );
}

function FileLink({ id, label, children }: { id: string; label: string; children: string }) {
  return (
    <a href={fileAddress(id)} download className="border border-rule bg-raised px-2.5 py-1 hover:border-dim" aria-label={label}>
      {children}
    </a>
  );
}

/** A production whose document can't be read: what is there can be saved, and the rest goes on. */
function DamagedRow({ production: { id, name }, onRemove }: Pick<RowProps, "production" | "onRemove">) {
  return (
    <li className="grid gap-x-4 gap-y-1 border-t border-rule py-3 md:grid-cols-[1fr_auto]">
      <div>
        <span className="text-large font-semibold">{name}</span>
        <p className="text-stop">Its document is damaged and can’t be opened. Save what is there, and restore a backup of the data file.</p>
      </div>
      <div className="flex items-center gap-1.5">
        <FileLink id={id} label={`Save what is there of ${name}`}>
          Save what is there
        </FileLink>
        <Button aria-label={`Delete ${name}`} onClick={onRemove}>
          Delete
        </Button>
      </div>
    </li>
  );
}

interface RowProps {
  production: Listed;
  onDuplicate: () => void;
  onRemove: () => void;
  onRename: (name: string) => Promise<unknown>;
}

function Row({ production, onDuplicate, onRemove, onRename }: RowProps) {
  const [renaming, setRenaming] = useState(false);
  const { id, name, format, builds, damaged } = production;
  if (damaged) return <DamagedRow production={production} onRemove={onRemove} />;
  return (
    <li className="grid gap-x-4 gap-y-1 border-t border-rule py-3 md:grid-cols-[1fr_auto]">
      <div>
        {renaming ? (
          <TypedField
            label={`New name of ${name}`}
            value={name}
            send={async (next) => {
              await onRename(next);
              setRenaming(false);
            }}
          />
        ) : (
          <Link to={`/p/${id}/${builds[0]?.id ?? ""}/path`} className="text-large font-semibold hover:underline">
            {name}
          </Link>
        )}
        <p className="text-dim">
          {format}
          {builds.map((build) => (
            <span key={build.id}>
              {" · "}
              <Link to={`/p/${id}/${build.id}/path`} className="underline decoration-dotted underline-offset-3 hover:text-ink">
                {build.name}
              </Link>
            </span>
          ))}
        </p>
      </div>
      <div className="flex items-center gap-1.5">
        <Button aria-label={`Rename ${name}`} onClick={() => setRenaming(!renaming)}>
          {renaming ? "Keep the name" : "Rename"}
        </Button>
        <Button aria-label={`Duplicate ${name}`} onClick={onDuplicate}>
          Duplicate
        </Button>
        <FileLink id={id} label={`Export ${name}`}>
          Export
        </FileLink>
        <Button aria-label={`Delete ${name}`} onClick={onRemove}>
          Delete
        </Button>
      </div>
    </li>
  );
}
