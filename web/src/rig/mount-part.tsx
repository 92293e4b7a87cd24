import { useState } from "react";
import type { LoosePart, MountProposal } from "../api/client";
import { useMountProposals, usePartSeats } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";

/** A part that isn’t mounted: where it goes best, every fastening that takes it, why others don’t. */
export function MountPart({ loose, picked, pick }: { loose: LoosePart[]; picked: string | undefined; pick: (part: string | undefined) => void }) {
  return (
    <section aria-label="Mount a part" className="px-3 py-2">
      <p className="text-small text-dim">
        {loose.length === 0
          ? "Everything that the catalogue knows as an object is mounted. Add parts in Path or in Kit."
          : "What sits on nothing yet. Where it fits is lit on the drawings."}
      </p>
      <ul>
        {loose.map((part) => (
          <li key={part.id} className="border-t border-rule py-1.5">
            <button
              type="button"
              aria-expanded={picked === part.id}
              className="flex w-full items-baseline gap-2 text-left hover:underline"
              onClick={() => pick(picked === part.id ? undefined : part.id)}
            >
              <span className="font-semibold">{part.name}</span>
              <span className="ml-auto text-small text-dim">{places(part)}</span>
            </button>
            {part.why_not && <p className="text-small text-dim">{part.why_not}</p>}
            {picked === part.id && <Places part={part} done={() => pick(undefined)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function places({ places }: LoosePart) {
  if (places === 0) return "";
  return places === 1 ? "1 place" : `${places} places`;
}

function Places({ part, done }: { part: LoosePart; done: () => void }) {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const [why, setWhy] = useState(false);
  const { data, error } = useMountProposals(id, build.id, workspace.revision, { part: part.id }, part.places > 0);
  const seats = usePartSeats(id, build.id, workspace.revision, { part: part.id }).data;
  const mount = (edit: Parameters<typeof attempt>[0]) => {
    attempt(edit, `${part.name} mounted`);
    done();
  };
  return (
    <div className="mt-1">
      {error && <p className="text-small text-stop">{error.message}</p>}
      {data && data.length > 0 && (
        <>
          <h3 className="text-small font-semibold">Best, as the house has it</h3>
          <ol>
            {data.map((way) => (
              <Best key={way.says} way={way} name={part.name} mount={() => mount(way.commands)} />
            ))}
          </ol>
        </>
      )}
      {seats && seats.takes.length > 0 && (
        <>
          <h3 className="mt-2 text-small font-semibold">Every place</h3>
          <p className="mt-1 flex flex-wrap gap-1.5">
            {seats.takes.map((seat) => (
              <Button
                key={`${seat.part} ${seat.onto}`}
                onClick={() => mount([{ do: "put-joint", build: build.id, joint: { part: seat.part, onto: seat.onto } }])}
              >
                {seat.says}
              </Button>
            ))}
          </p>
          <More count={seats.more_takes} />
        </>
      )}
      {seats && seats.refuses.length > 0 && (
        <>
          <button type="button" aria-expanded={why} className="mt-2 text-small underline decoration-dotted underline-offset-3" onClick={() => setWhy(!why)}>
            Why not elsewhere
          </button>
          {why && (
            <ul className="text-small text-dim">
              {seats.refuses.map((place) => (
                <li key={place.says}>
                  {place.says}: {place.why}
                </li>
              ))}
            </ul>
          )}
          {why && <More count={seats.more_refuses} />}
        </>
      )}
    </div>
  );
}

const More = ({ count }: { count: number }) => count > 0 && <p className="text-small text-dim">and {count} more</p>;

function Best({ way, name, mount }: { way: MountProposal; name: string; mount: () => void }) {
  return (
    <li className="mt-1 border border-rule bg-raised px-2 py-1.5">
      <div className="flex items-start gap-2">
        <span className="min-w-0 flex-1">{way.says}</span>
        <Button aria-label={`Mount ${name} on ${way.says}`} onClick={mount}>
          Mount it
        </Button>
      </div>
      {way.reasons.length > 0 && <p className="text-small text-dim">{way.reasons.join("; ")}</p>}
      {way.troubles.map((trouble) => (
        <p key={trouble} className="text-small text-caution">
          {trouble}
        </p>
      ))}
    </li>
  );
}
