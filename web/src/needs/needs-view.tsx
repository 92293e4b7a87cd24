import { Main, Page, Side } from "../ui/page";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Need, NeedReport, Purpose } from "../api/client";
import { FindingsAt } from "../findings/findings";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice } from "../ui/field";
import { SeverityMark } from "../ui/mark";
import { HouseRulesSheet } from "./house-rules";
import { Word, WordTyped } from "./word";

const PURPOSES: { value: Purpose; label: string }[] = [
  { value: "operating", label: "to operate" },
  { value: "focus", label: "to pull focus" },
  { value: "directing", label: "to direct" },
  { value: "client", label: "to follow" },
  { value: "stage", label: "live, in sight of the stage" },
  { value: "record", label: "for the record" },
];

const PERSONS: Record<Purpose, string> = {
  operating: "Operator",
  focus: "Focus puller",
  directing: "Director",
  client: "Client and guests",
  stage: "In sight of the stage",
  record: "For the record",
};

/** The Needs view: who must get what, a line each, answered at once; a line opens into a sentence with
 *  choices in it, and its fixes. */
export function NeedsView() {
  const { build, workspace } = useFloor();
  const { needs, offered, findings } = workspace.report;
  const house = findings.filter((finding) => finding.area === "house");
  const [search, setSearch] = useSearchParams();
  const byPerson = search.get("by") === "person";
  const [opened, setOpened] = useState<string>();
  const groups = new Map<string, { need: Need; answer: NeedReport }[]>();
  for (const answer of needs) {
    const need = build.needs.find((need) => need.id === answer.id);
    if (!need) continue;
    const unit = build.placements.find((placement) => placement.id === need.at)?.unit;
    const group = byPerson ? PERSONS[need.purpose] : (build.units.find((other) => other.id === unit)?.name ?? "Not on the floor");
    groups.set(group, [...(groups.get(group) ?? []), { need, answer }]);
  }
  return (
    <Page>
      <Main>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <h2 className="text-large font-semibold">Who must get what</h2>
          {needs.length > 0 && (
            <div className="ml-auto w-40">
              <Choice
                label="In groups by"
                value={byPerson ? "person" : "unit"}
                onChoose={(by) =>
                  setSearch(
                    (old) => {
                      const params = new URLSearchParams(old);
                      if (by === "person") params.set("by", by);
                      else params.delete("by");
                      return params;
                    },
                    { replace: true },
                  )
                }
                options={[
                  { value: "unit", label: "Unit" },
                  { value: "person", label: "Person" },
                ]}
              />
            </div>
          )}
        </div>
        {needs.length === 0 && (
          <p className="my-2 text-dim">Each screen, recorder and viewer that matters gets a sentence here, answered while you change the floor.</p>
        )}
        {[...groups].map(([group, list]) => (
          <section key={group} aria-label={group}>
            <h3 className="mt-3 pb-1 text-small text-dim">{group}</h3>
            <ul aria-label={`Needs: ${group}`}>
              {list.map(({ need, answer }) => (
                <Line key={need.id} need={need} answer={answer} open={opened === need.id} onOpen={(open) => setOpened(open ? need.id : undefined)} />
              ))}
            </ul>
          </section>
        ))}
        <AddNeed onAdded={setOpened} />
        {offered.length > 0 && <Offered />}
      </Main>
      <Side label="House rules">
        <HouseRulesSheet />
        <FindingsAt findings={house} />
      </Side>
    </Page>
  );
}

/** A need in one line: what is asked, how much of its limit is used, and what falls short. */
function Line({ need, answer, open, onOpen }: { need: Need; answer: NeedReport; open: boolean; onOpen: (open: boolean) => void }) {
  const { used } = answer;
  return (
    <li className="border-t border-rule">
      <button
        type="button"
        aria-expanded={open}
        aria-label={`${answer.name}: ${answer.asks}. ${answer.met ? "Met" : answer.says}`}
        className="grid w-full grid-cols-[4.5rem_9rem_1fr_11rem] items-baseline gap-x-3 py-1.5 text-left hover:bg-raised max-md:grid-cols-[4.5rem_1fr]"
        onClick={() => onOpen(!open)}
      >
        <SeverityMark severity={answer.met ? "ok" : (answer.severity ?? "stop")} />
        <span className="font-semibold break-words">{answer.name}</span>
        <span className="max-md:col-span-2">
          {answer.asks}
          {!answer.met && <span className="block text-small text-stop">{answer.says}</span>}
        </span>
        {used && (
          <span className="max-md:col-span-2">
            <span className="block text-small text-dim">{used.label}</span>
            <span className="relative mt-0.5 block h-1.5 bg-sunk" aria-hidden>
              <span className={`absolute inset-y-0 left-0 ${used.percent > 100 ? "bg-stop" : "bg-dim"}`} style={{ width: `${Math.min(100, used.percent)}%` }} />
            </span>
          </span>
        )}
      </button>
      {open && <Sentence need={need} answer={answer} />}
    </li>
  );
}

/** One need as a sentence; every choice in it is an edit. */
function Sentence({ need, answer }: { need: Need; answer: NeedReport }) {
  const { build, workspace, reference } = useFloor();
  const { edit, attempt, settle } = useEdits();
  const put = (change: Partial<Need>) => edit([{ do: "set-need", build: build.id, need: need.id, change }]);
  const quietly = (change: Partial<Need>) => settle(put(change));
  const kinds = new Map(reference.catalogue.devices.map((device) => [device.id, device.kind]));
  const cameras = build.placements.filter((placement) => kinds.get(placement.device) === "camera");
  const records = need.purpose === "record";
  const device = build.placements.find((placement) => placement.id === need.at)?.device ?? "";
  const findings = workspace.report.findings.filter((finding) => answer.findings.includes(finding.id));
  return (
    <div className="mb-2 border-l-2 border-rule pl-4">
      <div className="flex items-start gap-3">
        <div className="min-w-0 flex-1">
          <p className="leading-8">
            <span className="font-semibold">{answer.name}</span>{" "}
            {kinds.get(device) === "camera" ? (
              "records, "
            ) : (
              <>
                gets{" "}
                <Word
                  label={`Camera for ${answer.name}`}
                  value={need.of ?? ""}
                  onChoose={(of) => quietly({ of: of || null })}
                  options={[{ value: "", label: "any camera" }, ...cameras.map((camera) => ({ value: camera.id, label: camera.name }))]}
                />{" "}
                <Word
                  label={`What ${answer.name} is for`}
                  value={need.purpose}
                  onChoose={(next) => quietly({ purpose: PURPOSES.find(({ value }) => value === next)?.value })}
                  options={PURPOSES}
                />
                ,{" "}
              </>
            )}
            <Word
              label={`Overlays for ${answer.name}`}
              value={need.clean ? "clean" : ""}
              onChoose={(clean) => quietly({ clean: clean === "clean" })}
              options={[
                { value: "", label: "with or without overlays" },
                { value: "clean", label: "clean" },
              ]}
            />
            ,{" "}
            <Word
              label={`Look for ${answer.name}`}
              value={need.look == null ? "" : String(need.look)}
              onChoose={(look) => quietly({ look: look === "" ? null : look === "true" })}
              options={[
                { value: "", label: "look as it comes" },
                { value: "true", label: "with the look" },
                { value: "false", label: "without a look" },
              ]}
            />
            , <WordTyped label={`Raster for ${answer.name}`} value={need.raster ?? ""} empty="any raster" send={(typed) => put({ raster: typed || null })} />{" "}
            <WordTyped label={`Depth for ${answer.name}`} value={need.bits ?? ""} empty="any depth" send={(typed) => put({ bits: typed || null })} />{" "}
            <WordTyped
              label={`Sampling for ${answer.name}`}
              value={need.sampling ?? ""}
              empty="any sampling"
              send={(typed) => put({ sampling: typed || null })}
            />{" "}
            or better,{" "}
            {!records && (
              <>
                within{" "}
                <WordTyped
                  label={`Delay for ${answer.name}`}
                  value={need.within ?? ""}
                  empty="the house’s delay"
                  send={(typed) => put({ within: typed || null })}
                />
                ,{" "}
              </>
            )}
            with{" "}
            <Word
              label={`Sound for ${answer.name}`}
              value={String(need.sound ?? 0)}
              onChoose={(sound) => quietly({ sound: Number(sound) })}
              options={[0, 1, 2, 4, 8, 16]
                .concat([0, 1, 2, 4, 8, 16].includes(need.sound ?? 0) ? [] : [need.sound ?? 0])
                .map((count) => ({ value: String(count), label: count === 0 ? "no sound" : `${count} ch of sound` }))}
            />
            {records && (
              <>
                , for{" "}
                <WordTyped
                  label={`Length for ${answer.name}`}
                  value={need.length ?? ""}
                  empty="as long as it lasts"
                  send={(typed) => put({ length: typed || null })}
                />
              </>
            )}
            .
          </p>
        </div>
        <button
          type="button"
          className="px-1 py-1 text-small text-dim hover:text-ink"
          aria-label={`Remove the need of ${answer.name}`}
          onClick={() => attempt([{ do: "remove-need", build: build.id, need: need.id }])}
        >
          Remove
        </button>
      </div>
      <FindingsAt findings={findings} of={`the need of ${answer.name}`} />
    </div>
  );
}

/** A need for a device that is chosen. */
function AddNeed({ onAdded }: { onAdded: (need: string) => void }) {
  const { build, workspace } = useFloor();
  const { attempt } = useEdits();
  const first = new Map(workspace.report.devices.map((device) => [device.id, device.need]));
  const able = build.placements.filter((placement) => first.get(placement.id));
  if (able.length === 0)
    return (
      <p className="mt-3 text-dim">
        <Link to="../path?add" relative="path" className="text-ink underline decoration-dotted underline-offset-3">
          Add screens and recorders
        </Link>{" "}
        first; then say here what each must get.
      </p>
    );
  const add = (at: string) => {
    const need = first.get(at);
    if (!need) return;
    attempt([{ do: "put-need", build: build.id, need }]);
    onAdded(need.id);
  };
  return (
    <div className="mt-3 w-64">
      <Choice
        label="Add a need for"
        value=""
        onChoose={(at) => at && add(at)}
        options={[{ value: "", label: "Choose a screen or recorder" }, ...able.map((placement) => ({ value: placement.id, label: placement.name }))]}
      />
    </div>
  );
}

/** The usual needs, to start from. */
function Offered() {
  const { build, workspace } = useFloor();
  const { attempt } = useEdits();
  const { offered } = workspace.report;
  const take = (needs: Need[]) => attempt(needs.map((need) => ({ do: "put-need", build: build.id, need })));
  return (
    <section aria-label="Usual needs" className="mt-6">
      <h3 className="flex items-center gap-3 font-semibold">
        Usual needs
        <Button onClick={() => take(offered.map(({ need }) => need))}>Take all {offered.length}</Button>
      </h3>
      <ul className="mt-1">
        {offered.map(({ need, words }) => (
          <li key={need.id} className="flex items-center justify-between border-t border-rule py-1">
            {words}
            <Button aria-label={`Take: ${words}`} onClick={() => take([need])}>
              Take
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
