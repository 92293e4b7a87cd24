import { Main, Page, Side } from "../ui/page";
import { memo, useState } from "react";
import type { Bags, Joint, PartReport, RigReport, RigsReport, Seat, Working } from "../api/client";
import { useBags, useBuildChange, useCost, useLineCheck, usePartSeats } from "../api/queries";
import { costs } from "../kit/cost";
import { FindingsAt } from "../findings/findings";
import { useChosen } from "../frame/chosen";
import { usePaper } from "../frame/paper";
import { useEdits, useFloor } from "../frame/workbench";
import { Choice } from "../ui/field";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";
import { useSteady } from "../ui/steady";
import { BagsPanel, CasePlan, LabelsSheet } from "./bags-panel";
import { ChangePanel } from "./change-panel";
import { Drawing } from "./drawing";
import { MountPart } from "./mount-part";
import { PartCard } from "./part-card";
import { useSlide } from "./slide";
import { Pace } from "./pace";
import { LineCheck, PrintSteps, Steps, StepsSheet } from "./steps";

/** The same list each time. */
const NO_SEATS: Seat[] = [];

type Panel = "part" | "mount" | "steps" | "check" | "cases" | "change";
const PANELS: { id: Panel; name: string }[] = [
  { id: "part", name: "Part" },
  { id: "mount", name: "Mount" },
  { id: "steps", name: "Steps" },
  { id: "check", name: "Check" },
  { id: "cases", name: "Cases" },
  { id: "change", name: "Change" },
];

/** The Build view: a rig drawn to scale, what it weighs and how it is held, the steps in which it is built. */
export function BuildView() {
  const { id, build, workspace } = useFloor();
  const { settle, edit } = useEdits();
  const slide = useSlide();
  const { data, look } = slide;
  const [chosen, setChosen] = useChosen("build");
  const choose = useSteady(setChosen);
  const [wanted, setWanted] = useChosen("rig");
  const [panel, setPanel] = useChosen("panel");
  const openPanel = useSteady(setPanel);
  const [picked, setPicked] = useState<string>();
  const [paper, print] = usePaper();
  const { data: bags } = useBags(id, build.id, workspace.revision);
  // What stands behind the other panels is there before the network goes.
  useLineCheck(id, build.id, workspace.revision);
  useBuildChange(id, workspace.revision, {
    from: build.id,
    to: workspace.production.builds.find((other) => other.id !== build.id)?.id ?? build.id,
  });
  const drag = useSteady((dragged: PartReport, by: number) => {
    const known = build.joints?.find((other) => other.part === dragged.joint?.part);
    if (!known || !dragged.slide) return;
    const to = Math.min(dragged.slide.to, Math.max(dragged.slide.from, (known.slide ?? 0) + by));
    look({ ...known, slide: Math.round(to) });
  });
  const drop = useSteady(slide.keep);
  const lookAt = useSteady(look);
  const mount = useSteady((seat: Seat) => settle(edit([{ do: "put-joint", build: build.id, joint: { part: seat.part, onto: seat.onto } }])));
  const taking = usePartSeats(id, build.id, workspace.revision, { part: picked ?? "" }, panel === "mount" && picked !== undefined).data;
  if (!data) return null;
  const rig = pick(data, chosen, wanted);
  if (!rig) return <Empty data={data} picked={picked} pick={setPicked} />;
  if (paper) {
    return (
      <StepsSheet title={`${rig.name}, ${build.name}`} steps={rig.steps} takes={rig.takes} tools={rig.tools} parts={packed(rig)}>
        {bags && <CasesSheet bags={bags} production={workspace.production.name} />}
      </StepsSheet>
    );
  }
  const seats = taking?.takes ?? NO_SEATS;
  const part = rig.parts.find((other) => other.id === chosen) ?? first(rig);
  return (
    <Page>
      <Main>
        <div className="my-3 flex flex-wrap items-end gap-3">
          <h2 className="mr-auto text-large font-semibold">Build</h2>
          {data.rigs.length > 1 && (
            <div className="w-44">
              <Choice
                label="Rig"
                value={rig.id}
                options={data.rigs.map((one) => ({ value: one.id, label: one.name }))}
                onChoose={(next) => {
                  choose("");
                  setWanted(next);
                }}
              />
            </div>
          )}
          <PrintSteps print={print} />
        </div>
        <Elevations rig={rig} chosen={part?.id} choose={choose} drag={drag} drop={drop} seats={seats} mount={mount} />
        <Figures rig={rig} explained={slide.arising === undefined} />
        <Tree rig={rig} chosen={part?.id} choose={choose} />
        <p className="mt-3 max-w-prose text-small text-dim">
          Figures are guides from the catalogue’s sizes and masses. The maker’s instructions win. Two for what is heavy, a second fixing for what hangs above
          people, fingers out of clamps.
        </p>
      </Main>
      {/* Isolated, as the drawings are: what follows a drag repaints only where it changes. */}
      <Side label="Of the rig" wide className="isolate">
        <Panels
          rig={rig}
          data={data}
          part={part}
          panel={(panel as Panel | null) ?? "part"}
          setPanel={openPanel}
          arising={slide.arising}
          look={lookAt}
          keep={drop}
          picked={picked}
          pick={setPicked}
        />
      </Side>
    </Page>
  );
}

/** The rig of the chosen part, else the chosen one, else the one with the worst findings. */
function pick(data: RigsReport, chosen: string | null, wanted: string | null): RigReport | undefined {
  return data.rigs.find((one) => one.parts.some((part) => part.id === chosen)) ?? data.rigs.find((one) => one.id === wanted) ?? data.rigs[0];
}

/** What the part card opens with: the part with the worst finding. */
const first = (rig: RigReport) => rig.parts.find((part) => part.worst === "stop") ?? rig.parts.find((part) => part.worst === "caution") ?? rig.parts[0];

/** Everything of a rig, counted by what it is. */
function packed(rig: RigReport): [string, number][] {
  const counts = new Map<string, number>();
  for (const part of rig.parts) counts.set(part.item, (counts.get(part.item) ?? 0) + 1);
  return [...counts].sort(([one], [other]) => one.localeCompare(other));
}

function Empty({ data, picked, pick }: { data: RigsReport; picked: string | undefined; pick: (part: string | undefined) => void }) {
  return (
    <main className="flex-1 overflow-auto p-4">
      <h2 className="text-large font-semibold">Build</h2>
      <p className="my-3 max-w-prose text-dim">
        Nothing is mounted yet. Put a lens on a camera, a handle on its top: where it balances, what is in the way, which cable is too short and in which order
        it is built then stand here.
      </p>
      <div className="max-w-[560px]">
        <MountPart loose={data.loose} picked={picked} pick={pick} />
      </div>
    </main>
  );
}

interface ElevationProps {
  rig: RigReport;
  chosen: string | undefined;
  choose: (part: string) => void;
  drag: (part: PartReport, by: number) => void;
  drop: () => void;
  /** Where the part that is to be mounted fits. */
  seats: Seat[];
  mount: (seat: Seat) => void;
}

const Elevations = memo(function Elevations({ rig, chosen, choose, drag, drop, seats, mount }: ElevationProps) {
  const hold = rig.holds[0]?.by;
  const common = { rig, chosen, choose, drag, drop, hold, seats, mount };
  return (
    <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,1.3fr)] gap-4 border-t border-rule pt-2 max-md:grid-cols-1">
      <Drawing {...common} view="side" title="From the left" high="max-h-[46vh]" labels />
      <div className="grid content-start gap-3 max-md:grid-cols-2">
        <Drawing {...common} view="front" title="From the front" high="max-h-[23vh]" />
        <Drawing {...common} view="top" title="From above" high="max-h-[18vh]" />
      </div>
    </div>
  );
});

interface FigureOf {
  name: string;
  figure: string;
  says?: string;
  bad?: boolean;
  working?: Working | null;
}

/** What it weighs and how it is held: each figure with its sentence, and its working when it is asked for; while a part
 *  is slid the workings are still those of before, and aren't shown. */
const Figures = memo(function Figures({ rig, explained }: { rig: RigReport; explained: boolean }) {
  const { id, build, workspace } = useFloor();
  const { data: cost } = useCost(id, build.id, workspace.revision);
  const worst = rig.joints.filter((joint) => !joint.supported).sort((one, other) => other.moment_nm / other.guide_nm - one.moment_nm / one.guide_nm)[0];
  const reach = [...rig.cables].sort((one, other) => other.needs_mm / other.has_mm - one.needs_mm / one.has_mm)[0];
  const figures: FigureOf[] = [
    {
      name: "Mass",
      figure: `${(rig.mass_g / 1000).toFixed(1)} kg`,
      says: rig.front_g > 0 ? `${(rig.front_g / 1000).toFixed(1)} kg in front of the mount` : "",
      working: rig.workings.mass,
    },
    ...rig.holds.map((hold, number): FigureOf => ({ name: hold.name, figure: hold.says, working: rig.workings.holds[number] })),
  ];
  if (rig.carried) figures.push({ name: "Carried", figure: "", says: rig.carried });
  if (rig.stands != null) {
    figures.push({
      name: rig.carried ? "On its legs" : "Put down",
      figure: rig.stands ? `tips at ${rig.tips_at_degrees}°` : "falls over",
      bad: !rig.stands,
      working: rig.workings.tips,
    });
  }
  if (worst) {
    figures.push({
      name: "Hardest joint",
      figure: `${worst.moment_nm} of ${worst.guide_nm} N·m`,
      says: worst.at,
      bad: worst.moment_nm > worst.guide_nm,
      working: rig.workings.joints[rig.joints.indexOf(worst)],
    });
  }
  if (reach) {
    figures.push({
      name: "Longest reach",
      figure: `${reach.needs_mm} of ${reach.has_mm} mm`,
      says: reach.cable,
      bad: reach.needs_mm > reach.has_mm,
      working: rig.workings.cables[rig.cables.indexOf(reach)],
    });
  }
  if (cost && cost.unpriced < cost.things) {
    figures.push({
      name: "The build costs",
      figure: costs(cost),
      says: cost.unpriced > 0 ? `${cost.unpriced} of ${cost.things} things without a price` : "",
    });
  }
  return (
    <section aria-label="Figures" className="mt-2 border-t border-rule pt-2">
      <dl className="grid grid-cols-3 gap-x-4 gap-y-2 max-md:grid-cols-2">
        {figures.map(({ name, figure, says, bad, working }) => (
          <div key={name} className="min-w-0">
            <dt className="text-small text-dim">{name}</dt>
            {figure && (
              <dd className={`flex min-h-6 items-center font-semibold ${bad ? "text-caution" : ""}`}>
                <Figure label={name} working={explained ? working : undefined}>
                  {figure}
                </Figure>
              </dd>
            )}
            {says && <dd className="text-small text-dim">{says}</dd>}
          </div>
        ))}
      </dl>
      <ul className="mt-2 text-small text-dim">
        {[...rig.rods, ...rig.optics, ...rig.open].map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {rig.waiting.length > 0 && <li className="text-stop">No possible order of assembly: {rig.waiting.join(", ")} each need another of them first.</li>}
      </ul>
    </section>
  );
});

/** Cases and labels on paper. */
function CasesSheet({ bags, production }: { bags: Bags; production: string }) {
  return (
    <>
      <h3 className="mt-4 font-semibold">Cases</h3>
      <div className="grid grid-cols-2 gap-4">
        {bags.cases.map((one) => (
          <div key={one.number} className="break-inside-avoid">
            <p>
              {one.number}. {one.name}, {one.kilograms} kg
            </p>
            <CasePlan one={one} />
            <ol className="text-small">
              {one.pieces.map((piece) => (
                <li key={piece.number}>
                  {piece.number} {piece.name}, {piece.lies}
                  {piece.on_top && ", on top"}
                </li>
              ))}
            </ol>
          </div>
        ))}
      </div>
      {bags.by_hand.length > 0 && <p className="mt-2">By hand: {bags.by_hand.join(", ")}</p>}
      <LabelsSheet cases={bags.cases} production={production} />
    </>
  );
}

/** The tree of joints: what sits on what. */
const Tree = memo(function Tree({ rig, chosen, choose }: { rig: RigReport; chosen: string | undefined; choose: (part: string) => void }) {
  return (
    <section aria-label="Parts" className="mt-3 border-t border-rule pt-2">
      <h3 className="font-semibold">What sits on what</h3>
      <ul className="columns-2 max-md:columns-1">
        {rig.parts.map((part) => (
          <li key={part.id} className={`break-inside-avoid ${part.id === chosen ? "bg-raised" : ""}`}>
            <button
              type="button"
              aria-pressed={part.id === chosen}
              className="flex w-full min-w-0 items-baseline gap-1.5 py-0.5 text-left hover:underline"
              style={{ paddingLeft: `${Math.min(part.depth, 6) * 1.1}rem` }}
              onClick={() => choose(part.id)}
            >
              {part.worst && <SeverityMark severity={part.worst} word={false} />}
              <span className="whitespace-nowrap">{part.name}</span>
              <span className="truncate text-small text-dim">{[part.grams != null && `${part.grams} g`, part.by].filter(Boolean).join(", ")}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
});

interface PanelProps {
  rig: RigReport;
  data: RigsReport;
  part: PartReport | undefined;
  panel: Panel;
  setPanel: (panel: string) => void;
  arising: ReadonlySet<string> | undefined;
  look: (joint: Joint) => void;
  keep: () => void;
  picked: string | undefined;
  pick: (part: string | undefined) => void;
}

const Panels = memo(function Panels({ rig, data, part, panel, setPanel, arising, look, keep, picked, pick }: PanelProps) {
  const { id, build } = useFloor();
  const cables = new Set(rig.cables.map((cable) => cable.connection));
  const inside = new Set(rig.parts.map((one) => one.id));
  const here = data.findings.filter(
    (finding) => (finding.at.device != null && inside.has(finding.at.device)) || (finding.at.connection != null && cables.has(finding.at.connection)),
  );
  // What is chosen comes first.
  const ordered = [...here.filter((finding) => finding.at.device === part?.id), ...here.filter((finding) => finding.at.device !== part?.id)];
  return (
    <>
      <div role="group" aria-label="Panels" className="flex border-b border-rule">
        {PANELS.map(({ id: name, name: words }) => (
          <button
            key={name}
            type="button"
            aria-pressed={panel === name}
            className={`min-h-9 flex-1 px-0.5 ${panel === name ? "border-b-2 border-accent font-semibold" : "text-dim hover:text-ink"}`}
            onClick={() => setPanel(name)}
          >
            {words}
          </button>
        ))}
      </div>
      {panel === "part" && part && (
        <>
          <PartCard key={part.id} part={part} rig={rig} look={look} keep={keep} />
          <FindingsAt findings={ordered} arising={arising} />
        </>
      )}
      {panel === "mount" && <MountPart loose={data.loose} picked={picked} pick={pick} />}
      {panel === "steps" && (
        <Steps name={`${id}:${build.id}:${rig.id}`} steps={rig.steps} takes={rig.takes} tools={rig.tools}>
          <Pace rig={rig} />
        </Steps>
      )}
      {panel === "check" && <Check />}
      {panel === "cases" && <BagsPanel />}
      {panel === "change" && <ChangePanel />}
    </>
  );
});

function Check() {
  const { id, build, workspace } = useFloor();
  const { data } = useLineCheck(id, build.id, workspace.revision);
  return data ? <LineCheck name={`${id}:${build.id}:check`} items={data} /> : null;
}
