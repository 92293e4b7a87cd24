import { Main, Page, Side } from "../ui/page";
import { planSync } from "../api/queries";
import { FindingsAt } from "../findings/findings";
import { useChosen } from "../frame/chosen";
import { usePaper } from "../frame/paper";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { TimecodeBench } from "./bench";
import { ClockControls } from "./clock-controls";
import { ClockTree } from "./clock-tree";
import { DriftChart } from "./drift-chart";
import { Pairs } from "./pairs";
import { SyncSheet } from "./sync-sheet";

/** The Time view: who gets the time from whom, how far clocks run apart over the day, when to jam again; and a
 *  bench where timecode is made, read and compared. */
export function TimeView() {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const [chosen, choose] = useChosen("clock");
  const [paper, print] = usePaper();
  const { time, findings } = workspace.report;
  const worst = time.clocks.find((clock) => clock.worst === "stop") ?? time.clocks.find((clock) => clock.worst === "caution") ?? time.clocks[0];
  const clock = time.clocks.find((other) => other.device === chosen) ?? worst;
  if (paper) return <SyncSheet time={time} />;
  const mine = findings.filter((finding) => finding.area === "time");
  const here = clock
    ? mine.filter(
        (finding) =>
          finding.at.device === clock.device ||
          build.connections.some(
            (cable) => cable.id === finding.at.connection && (cable.from.startsWith(`${clock.device}.`) || cable.to.startsWith(`${clock.device}.`)),
          ),
      )
    : mine;
  return (
    <Page>
      <Main>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <h2 className="mr-auto text-large font-semibold">Time</h2>
          {time.clocks.length > 0 && (
            <>
              <Button onClick={() => attempt(() => planSync(id, build.id), "Floor in sync")} title="Who leads, which box goes where, from the kit: one undo">
                Sync this floor
              </Button>
              <Button onClick={print}>Print sync sheet</Button>
            </>
          )}
          <a
            className="self-center underline decoration-dotted underline-offset-3"
            href={`/slate?rate=${encodeURIComponent(workspace.report.timecode)}`}
            target="_blank"
            rel="noreferrer"
          >
            Slate page
          </a>
        </div>
        {time.clocks.length === 0 && (
          <p className="my-3 max-w-prose text-dim">
            Nothing on the floor keeps time. Add a timecode box, a recorder or a body with timecode in Path: who follows whom, how far they run apart over the
            day and when to jam again then stands here. The bench below works without.
          </p>
        )}
        {time.clocks.length > 0 && <ClockTree time={time} chosen={clock?.device} choose={choose} />}
        {time.clocks.length > 0 && <DriftChart time={time} chosen={clock?.device} />}
        {time.pairs.length > 0 && <Pairs time={time} />}
        <TimecodeBench />
      </Main>
      {clock && (
        <Side label="Clock">
          <ClockControls key={clock.device} clock={clock} time={time}>
            <FindingsAt findings={here} />
          </ClockControls>
        </Side>
      )}
    </Page>
  );
}
