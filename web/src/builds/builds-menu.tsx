import { Popover } from "radix-ui";
import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";

/** The builds of a production: switch, make, derive, rename, remove, compare. */
export function BuildsMenu() {
  const { id, build, workspace } = useFloor();
  const { edit, settle } = useEdits();
  const navigate = useNavigate();
  const view = useLocation().pathname.split("/")[4] ?? "path";
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const { builds } = workspace.production;
  const others = builds.filter((other) => other.id !== build.id);

  async function add(from: string | null) {
    // The id is made here from the name, so that the new build can be opened.
    const stem =
      name
        .toLowerCase()
        .split(/[^a-z0-9]+/)
        .filter(Boolean)
        .join("-")
        .slice(0, 32) || "build";
    let made = stem;
    for (let number = 2; builds.some((build) => build.id === made); number += 1) made = `${stem}-${number}`;
    await edit([{ do: "add-build", name, from, id: made }]);
    setName("");
    setOpen(false);
    void navigate(`/p/${id}/${made}/${view}`);
  }

  return (
    <>
      <select
        aria-label="Build"
        value={build.id}
        onChange={(event) => void navigate(`/p/${id}/${event.target.value}/${view === "compare" ? "path" : view}`)}
        className="max-w-44 border border-rule bg-sunk px-1 py-0.5"
      >
        {builds.map((build) => (
          <option key={build.id} value={build.id}>
            {build.name}
          </option>
        ))}
      </select>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger className="px-1 py-1 text-dim hover:text-ink" aria-label="Builds: make, derive, rename, compare">
          Builds…
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            sideOffset={6}
            collisionPadding={12}
            className="z-50 w-80 space-y-3 border border-dim bg-raised p-3 shadow-2xl"
            onKeyDown={(event) => event.key !== "Escape" && event.stopPropagation()}
          >
            <TypedField label="Name of this build" value={build.name} send={(typed) => edit([{ do: "rename-build", build: build.id, name: typed }])} />
            <div className="space-y-1.5 border-t border-rule pt-2">
              <label htmlFor="new-build" className="block text-small text-dim">
                A new build called
              </label>
              <input
                id="new-build"
                value={name}
                onChange={(event) => setName(event.target.value)}
                className="w-full border border-rule bg-sunk px-1.5 py-0.5"
              />
              <div className="flex gap-2">
                <Button disabled={!name.trim()} onClick={() => settle(add(build.id))}>
                  Derive from this one
                </Button>
                <Button disabled={!name.trim()} onClick={() => settle(add(null))}>
                  Begin empty
                </Button>
              </div>
            </div>
            {others.length > 0 && (
              <div className="space-y-2 border-t border-rule pt-2">
                <Choice
                  label="Compare with"
                  value=""
                  onChoose={(other) => {
                    setOpen(false);
                    void navigate(`/p/${id}/${build.id}/compare?with=${encodeURIComponent(other)}`);
                  }}
                  options={[{ value: "", label: "Choose" }, ...others.map((other) => ({ value: other.id, label: other.name }))]}
                />
                <Button
                  onClick={() => {
                    setOpen(false);
                    const [next] = others;
                    settle(edit([{ do: "remove-build", build: build.id }]).then(() => navigate(`/p/${id}/${next?.id ?? ""}/path`)));
                  }}
                >
                  Remove {build.name}
                </Button>
              </div>
            )}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </>
  );
}
