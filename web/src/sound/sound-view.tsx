import { Main, Page, Side } from "../ui/page";
import { useState } from "react";
import type { SoundReport } from "../api/client";
import { ixmlAddress, planGains, tracksAddress } from "../api/queries";
import { FindingsAt } from "../findings/findings";
import { useChosen } from "../frame/chosen";
import { usePaper } from "../frame/paper";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { TypedField } from "../ui/field";
import { Menu } from "../ui/menu";
import { Apart } from "./apart";
import { Bench } from "./bench";
import { ChainChart } from "./chain-chart";
import { ChainControls } from "./chain-controls";
import { ChainList } from "./chain-list";
import { TrackMatrix } from "./track-matrix";
import { TrackSheetPage } from "./track-sheet";

/** The Sound view: every source on every track, how loud and how noisy; what is on which track; what was
 *  recorded against what was planned. */
export function SoundView() {
  const { id, build, workspace } = useFloor();
  const { attempt, edit } = useEdits();
  const [chosen, choose] = useChosen("chain");
  const [paper, print] = usePaper();
  // While a gain is dragged, everything shows what it would be.
  const [tried, setTried] = useState<SoundReport>();
  const sound = tried ?? workspace.report.sound;
  const { chains, sheets, room } = sound;
  const worst = chains.find((chain) => chain.worst === "stop") ?? chains.find((chain) => chain.worst === "caution") ?? chains[0];
  const chain = chains.find((other) => other.id === chosen) ?? worst;
  if (paper) return <TrackSheetPage sound={sound} />;
  const findings = workspace.report.findings.filter((finding) => finding.area === "sound");
  const here = chain ? findings.filter((finding) => concerns(finding.at, chain, build.connections)) : findings;
  return (
    <Page>
      <Main>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <h2 className="mr-auto text-large font-semibold">Sound</h2>
          <div className="w-36">
            <TypedField
              label={room.set ? "The room’s own noise" : "The room’s own noise, assumed"}
              value={room.label}
              placeholder="30 dB"
              send={(typed) => edit([{ do: "set-room-noise", build: build.id, noise: typed.trim() || null }])}
            />
          </div>
          {chains.length > 0 && (
            <Button onClick={() => attempt(() => planGains(id, build.id), "Gains set")} title="The best signal to noise with the headroom asked for">
              Set all gains
            </Button>
          )}
          {sheets.length > 0 && (
            <Menu
              name="Track sheet"
              word="Track sheet"
              items={[
                ["Print", print],
                ["Save as CSV", tracksAddress(id, build.id)],
                ...sheets.map((sheet): [string, string] => [`iXML of ${sheet.name}`, ixmlAddress(id, build.id, sheet.recorder)]),
              ]}
            />
          )}
        </div>
        {chains.length === 0 && sheets.length === 0 && (
          <p className="my-3 max-w-prose text-dim">
            No microphone reaches a recorder that writes sound. Connect one in Path and set the recorder’s sound tracks in Record: each then stands here from
            the mouth to its track, with its level, what clips first and how noisy it is.
          </p>
        )}
        {chains.length > 0 && <ChainList chains={chains} chosen={chain?.id} choose={choose} />}
        {chain && <ChainChart chain={chain} fullScale={sound.full_scale_dbu} setTried={setTried} />}
        {sheets.map((sheet) => (
          <TrackMatrix key={sheet.recorder} sheet={sheet} />
        ))}
        <Apart rows={sound.apart} />
        <Bench sheets={sheets} />
      </Main>
      {chain && (
        <Side label="Chain">
          <ChainControls key={chain.id} chain={chain} setTried={setTried}>
            <FindingsAt findings={here} />
          </ChainControls>
        </Side>
      )}
    </Page>
  );
}

/** Whether a finding stands on the way of a chain. */
function concerns(
  at: { device?: string | null; connection?: string | null },
  chain: SoundReport["chains"][number],
  cables: { id: string; from: string; to: string }[],
): boolean {
  const ports = new Set(chain.stages.map((stage) => stage.at));
  const devices = new Set(chain.stages.map((stage) => stage.at.split(".")[0]));
  const cable = cables.find((other) => other.id === at.connection);
  if (cable) return ports.has(cable.to) || ports.has(cable.from);
  return devices.has(at.device ?? "") || at.device === chain.recorder;
}
