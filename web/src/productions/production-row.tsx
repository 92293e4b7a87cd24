import { ago } from "../ui/ago";
import { useState } from "react";
import { Link } from "react-router";
import type { Glance, Listed } from "../api/client";
import { fileAddress, useGlance } from "../api/queries";
import { FIRST } from "../views";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";
import { SeverityMark } from "../ui/mark";
import { Menu } from "../ui/menu";
import { MiniMap } from "./mini-map";

interface Props {
  production: Listed;
  onDuplicate: () => void;
  onRemove: () => void;
  onRename: (name: string) => Promise<unknown>;
}

/** A production in the list: each build with its verdict and its line map in small; what can be done with it
 *  in a menu. */
export function ProductionRow({ production, onDuplicate, onRemove, onRename }: Props) {
  const [renaming, setRenaming] = useState(false);
  const { id, name, format, builds, damaged, changed, revision } = production;
  const glance = useGlance(id, revision, !damaged);
  if (damaged) return <DamagedRow id={id} name={name} onRemove={onRemove} />;
  const last = glance.data?.last;
  return (
    <li className="border-t border-rule py-3">
      <div className="flex items-start gap-4">
        <div className="min-w-0 flex-1">
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
            <Link to={`/p/${id}/${builds[0]?.id ?? ""}/${FIRST}`} className="text-large font-semibold break-words hover:underline">
              {name}
            </Link>
          )}
          <p className="text-dim">
            {format}
            {changed != null && <> · changed {ago(changed)}</>}
            {last && <>, last: {last.toLowerCase()}</>}
          </p>
        </div>
        <Menu
          name={`Actions for ${name}`}
          word="Actions"
          items={[
            ["Rename", () => setRenaming(true)],
            ["Duplicate", onDuplicate],
            ["Export", fileAddress(id)],
            ["Delete", onRemove],
          ]}
        />
      </div>
      <ul className="mt-2 flex flex-wrap gap-3">
        {builds.map((build) => (
          <li key={build.id} className="w-72 max-md:w-full">
            <BuildCard id={id} build={build} glance={glance.data?.builds.find((other) => other.build === build.id)} />
          </li>
        ))}
      </ul>
    </li>
  );
}

/** As tall before its glance has come as after: what is aimed at below it stays where it is. */
function BuildCard({ id, build, glance }: { id: string; build: { id: string; name: string }; glance: Glance | undefined }) {
  const verdict = glance?.verdict;
  const worst = verdict?.stops ? "stop" : verdict?.cautions ? "caution" : verdict?.notes ? "note" : "ok";
  return (
    <Link to={`/p/${id}/${build.id}/${FIRST}`} className="block h-full border border-rule bg-sunk px-2.5 py-2 hover:border-dim">
      <span className="block font-semibold break-words">{build.name}</span>
      <span className="mt-0.5 flex min-h-5 items-center gap-1.5">
        {glance && glance.devices > 0 && <SeverityMark severity={worst} word={false} />}
        {verdict?.text}
      </span>
      <span className="block min-h-8 text-small text-dim">
        {glance &&
          [
            glance.shortest && `first to end: ${glance.shortest}`,
            glance.cards_needed != null && `${glance.cards_needed} ${glance.cards_needed === 1 ? "card" : "cards"} for the day`,
          ]
            .filter(Boolean)
            .join("; ")}
      </span>
      <span className="mt-2 block h-32">{glance && <MiniMap glance={glance} />}</span>
    </Link>
  );
}

/** A production whose document can't be read: what is there can be saved, and the rest goes on. */
function DamagedRow({ id, name, onRemove }: { id: string; name: string; onRemove: () => void }) {
  return (
    <li className="grid gap-x-4 gap-y-1 border-t border-rule py-3 md:grid-cols-[1fr_auto]">
      <div>
        <span className="text-large font-semibold">{name}</span>
        <p className="text-stop">Its document is damaged and can’t be opened. Save what is there, and restore a backup of the data file.</p>
      </div>
      <div className="flex items-center gap-1.5">
        <a href={fileAddress(id)} download className="border border-rule bg-raised px-2.5 py-1 hover:border-dim" aria-label={`Save what is there of ${name}`}>
          Save what is there
        </a>
        <Button aria-label={`Delete ${name}`} onClick={onRemove}>
          Delete
        </Button>
      </div>
    </li>
  );
}
