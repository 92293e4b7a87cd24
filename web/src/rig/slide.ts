import { replaceEqualDeep } from "@tanstack/react-query";
import { useMemo, useRef, useState } from "react";
import type { Joint, RigReport, RigsReport, SlidRig } from "../api/client";
import { useNewest } from "../api/newest";
import { slideRig, useRigs } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";

/** A part that can be slid. */
export interface Slide {
  /** The rigs; while a part is slid, one of them as it would be, with the steps and workings of how it is. */
  data: RigsReport | undefined;
  /** The findings that only arise from what is looked at. */
  arising: ReadonlySet<string> | undefined;
  look: (joint: Joint) => void;
  /** Keeps what is looked at: one edit, one undo. */
  keep: () => void;
}

export function useSlide(): Slide {
  const { id, build, workspace } = useFloor();
  const { edit, settle } = useEdits();
  const { data: whole, isPlaceholderData: old } = useRigs(id, build.id, workspace.revision);
  const looked = useRef<Joint>(undefined);
  const [slid, setSlid] = useState<{ rig: SlidRig; revision: number }>();
  const newest = useNewest(async (asked: Joint) => ({ rig: await slideRig(id, build.id, asked), revision: workspace.revision }), setSlid);
  // What was let go stays where it is until the edit that keeps it is drawn.
  const drawn = workspace.revision - (old ? 1 : 0);
  const shown = useMemo(() => show(whole, slid?.revision === drawn ? slid.rig : undefined), [whole, slid, drawn]);
  const forget = () => {
    newest.stop();
    setSlid(undefined);
  };
  const look = (next: Joint) => {
    looked.current = next;
    newest.ask(next);
  };
  const keep = () => {
    const joint = looked.current;
    if (!joint) return;
    looked.current = undefined;
    const was = build.joints?.find((other) => other.part === joint.part);
    if (was && (was.slide ?? 0) === (joint.slide ?? 0)) return forget();
    settle(
      edit([{ do: "put-joint", build: build.id, joint }]).catch((error: unknown) => {
        forget();
        throw error;
      }),
    );
  };
  return { ...shown, look, keep };
}

/** The rigs with one of them as it would be: what doesn't differ stays the same, and isn't drawn again. */
function show(whole: RigsReport | undefined, slid: SlidRig | undefined): Pick<Slide, "data" | "arising"> {
  if (!whole || !slid) return { data: whole, arising: undefined };
  const { findings, ...figures } = slid;
  const rigs = whole.rigs.map((rig): RigReport => (rig.id === slid.id ? { ...rig, ...figures } : rig));
  const known = new Set(whole.findings.map((finding) => finding.id));
  const arising = findings.map((finding) => finding.id).filter((finding) => !known.has(finding));
  return { data: replaceEqualDeep(whole, { ...whole, findings, rigs }), arising: new Set(arising) };
}
