import { useSearchParams } from "react-router";
import { useComparison } from "../api/queries";
import { OutlookSummary } from "../findings/outlook";
import { useFloor } from "../frame/workbench";
import { Choice } from "../ui/field";

/** Two builds compared: what was added, removed, rewired, and what that does. */
export function CompareView() {
  const { id, build, workspace } = useFloor();
  const [search, setSearch] = useSearchParams();
  const others = workspace.production.builds.filter((other) => other.id !== build.id);
  const before = search.get("with") ?? others[0]?.id ?? "";
  const found = useComparison(id, workspace.revision, { before, after: build.id }, before !== "" && before !== build.id);
  const parts =
    found.data &&
    ([
      ["Added", found.data.added],
      ["Removed", found.data.removed],
      ["Changed", found.data.changed],
      ["Rewired", found.data.rewired],
      ["Needs", found.data.needs],
    ] as const);
  const same = parts?.every(([, list]) => list.length === 0);
  return (
    <main tabIndex={0} data-scrolls className="min-w-0 flex-1 overflow-auto px-4 pb-8">
      <h2 className="mt-4 text-large font-semibold">{build.name}, compared</h2>
      <div className="mt-2 w-64">
        <Choice
          label="With"
          value={before}
          onChoose={(next) => setSearch({ with: next }, { replace: true })}
          options={others.map((other) => ({ value: other.id, label: other.name }))}
        />
      </div>
      {others.length === 0 && <p className="mt-3 text-dim">There is one build only. Derive another from it under Builds, and see here what is different.</p>}
      {found.error && <p className="mt-3 text-stop">{found.error.message}</p>}
      {same && <p className="mt-3">Nothing is different.</p>}
      <div className="mt-3 grid gap-6 lg:grid-cols-2">
        <div>
          {parts
            ?.filter(([, list]) => list.length > 0)
            .map(([name, list]) => (
              <section key={name} aria-label={name} className="mb-3">
                <h3 className="font-semibold">
                  {name} <span className="font-normal text-dim">{list.length}</span>
                </h3>
                <ul>
                  {list.map((line) => (
                    <li key={line} className="border-t border-rule py-0.5">
                      {line}
                    </li>
                  ))}
                </ul>
              </section>
            ))}
        </div>
        {found.data && (
          <section aria-label="What that does">
            <h3 className="font-semibold">What that does</h3>
            <OutlookSummary outlook={found.data.outlook} />
          </section>
        )}
      </div>
    </main>
  );
}
