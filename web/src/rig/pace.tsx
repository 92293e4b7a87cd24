import type { RigReport } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { TypedField } from "../ui/field";

/** How long it took the crew: what steps take is learned from it. */
export function Pace({ rig }: { rig: RigReport }) {
  const { build, workspace } = useFloor();
  const { edit, attempt } = useEdits();
  const known = workspace.production.assemblies ?? [];
  const put = (took: string) =>
    edit([{ do: "set-assemblies", assemblies: [...known, { what: `${rig.name}, ${build.name}`.slice(0, 60), guide: `${rig.guide_seconds} s`, took }] }]);
  return (
    <section aria-label="How long it took" className="border-t border-rule px-3 py-2">
      <p className="text-small text-dim">{rig.pace ?? "The times are guides. Say how long it took you, and they follow your own pace."}</p>
      <TypedField label="It took" value="" hint="24 min, then Enter" send={put} />
      <ul>
        {known.map((one, number) => (
          <li key={number} className="flex items-baseline gap-2 text-small">
            <span className="min-w-0 flex-1">
              {one.what}: {one.took}
            </span>
            <button
              type="button"
              aria-label={`Forget ${one.what}: ${one.took}`}
              className="underline decoration-dotted underline-offset-3"
              onClick={() => attempt([{ do: "set-assemblies", assemblies: known.filter((_, other) => other !== number) }])}
            >
              forget
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
