import { useState } from "react";
import { sentenceOf, type PowerProposal } from "../api/client";
import { waysToPower } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, PlainField } from "../ui/field";
import { Sheet } from "../ui/sheet";

/** Ways to power a unit, side by side: what each weighs, how often it is changed, what dies together. */
export function PowerUnit() {
  const { id, build } = useFloor();
  const { attempt } = useEdits();
  const [open, setOpen] = useState(false);
  const [unit, setUnit] = useState(build.units[0]?.id ?? "");
  const [length, setLength] = useState("10 h");
  const [ways, setWays] = useState<PowerProposal[]>();
  const [problem, setProblem] = useState<string>();
  const look = async () => {
    setProblem(undefined);
    try {
      setWays(await waysToPower(id, build.id, unit, length));
    } catch (error) {
      setWays(undefined);
      setProblem(sentenceOf(error));
    }
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Power a unit</Button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        wide
        title="Power a unit"
        about="Batteries, plates and leads for everything in it that draws power, from the kit first. What stands there is taken off. Each way is one undo."
      >
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void look();
          }}
        >
          <Choice
            label="Unit"
            value={unit}
            options={build.units.map((one) => ({ value: one.id, label: one.name }))}
            onChoose={(next) => {
              setUnit(next);
              setWays(undefined);
            }}
          />
          <PlainField label="For" example="10 h" value={length} onChange={setLength} />
          <Button type="submit" strong>
            Look for ways
          </Button>
        </form>
        <div aria-live="polite" className="mt-3">
          {problem && <p className="text-stop">{problem}</p>}
          {ways?.length === 0 && (
            <p className="text-dim">Nothing in this unit draws power from outside, or no battery and no adapter of the catalogue does it without a fault.</p>
          )}
          {ways && ways.length > 0 && (
            <ul aria-label="Ways" className="grid gap-3 md:grid-cols-4">
              {[...ways.filter(stands), ...ways.filter((way) => !stands(way))].map((way) => (
                <li key={way.title} className="flex flex-col border border-rule bg-sunk p-3">
                  <p className="font-semibold">{capital(way.best_at)}</p>
                  <p className="text-small">{way.title}</p>
                  <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 text-small">
                    {facts(way).map(([name, value]) => (
                      <div key={name} className="contents">
                        <dt className="text-dim">{name}</dt>
                        <dd>{value}</dd>
                      </div>
                    ))}
                  </dl>
                  {stands(way) ? (
                    <p className="mt-auto pt-3 text-small text-dim">Here to compare with.</p>
                  ) : (
                    <div className="mt-auto pt-3">
                      <Button
                        onClick={() => {
                          attempt(() => Promise.resolve({ commands: way.commands, says: way.says }), "Unit powered");
                          setOpen(false);
                          setWays(undefined);
                        }}
                      >
                        Take this
                      </Button>
                    </div>
                  )}
                </li>
              ))}
            </ul>
          )}
        </div>
      </Sheet>
    </>
  );
}

/** What is there already: nothing would be changed. */
const stands = (way: PowerProposal) => way.commands.length === 0;

const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

const facts = (way: PowerProposal): [string, string][] => [
  ["Lasts", way.runtime],
  ["Changes", String(way.changes)],
  ["On the rig", `${(way.grams / 1000).toFixed(1)} kg`],
  ["To carry", way.batteries === 0 ? "no batteries" : `${way.batteries} batteries`],
  ["To hire", stands(way) ? "–" : way.hires === 0 ? "nothing" : String(way.hires)],
  ["Dies together", way.dies_together.join(", ") || "nothing: another takes over"],
];
