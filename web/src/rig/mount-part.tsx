import { useState } from "react";
import type { LoosePart } from "../api/client";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";
import { Sheet } from "../ui/sheet";

/** Parts that sit on nothing yet, each with the fastenings that take it. */
export function MountPart({ loose }: { loose: LoosePart[] }) {
  const { build, attempt } = useWorkbench();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Mount a part</Button>
      <Sheet open={open} onOpenChange={setOpen} wide title="Mount a part" about="What sits on nothing yet, and the free fastenings of its unit that take it.">
        {loose.length === 0 && <p className="text-dim">Everything that the catalogue knows as an object is mounted. Add parts in Path or in Kit.</p>}
        <ul>
          {loose.map((part) => (
            <li key={part.id} className="border-t border-rule py-2">
              <p className="font-semibold">{part.name}</p>
              {part.why_not && <p className="text-small text-dim">{part.why_not}</p>}
              <p className="mt-1 flex flex-wrap gap-1.5">
                {part.takes.map((seat) => (
                  <Button
                    key={`${seat.part} ${seat.onto}`}
                    onClick={() => attempt([{ do: "put-joint", build: build.id, joint: { part: seat.part, onto: seat.onto } }], `${part.name} mounted`)}
                  >
                    {seat.says}
                  </Button>
                ))}
              </p>
            </li>
          ))}
        </ul>
      </Sheet>
    </>
  );
}
