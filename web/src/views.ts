import type { ComponentType } from "react";
import type { Report } from "./api/client";

/** A view of a build: its address, its name, the stage whose mark it bears, and what draws it, which is
 *  loaded when it is first opened. Navigation, addresses and the command line read this list. */
export interface View {
  path: string;
  name: string;
  stage?: keyof Report["stages"];
  load: () => Promise<{ Component: ComponentType }>;
}

/** The stages of the work, in their order. */
export const STAGES: View[] = [
  { path: "needs", name: "Needs", stage: "needs", load: async () => ({ Component: (await import("./needs/needs-view")).NeedsView }) },
  { path: "kit", name: "Kit", stage: "kit", load: async () => ({ Component: (await import("./kit/kit-view")).KitView }) },
  { path: "path", name: "Path", stage: "path", load: async () => ({ Component: (await import("./path/path-view")).PathView }) },
  { path: "sound", name: "Sound", stage: "sound", load: async () => ({ Component: (await import("./sound/sound-view")).SoundView }) },
  { path: "time", name: "Time", stage: "time", load: async () => ({ Component: (await import("./time/time-view")).TimeView }) },
  { path: "power", name: "Power", stage: "power", load: async () => ({ Component: (await import("./power/power-view")).PowerView }) },
  { path: "build", name: "Build", stage: "build", load: async () => ({ Component: (await import("./rig/build-view")).BuildView }) },
  { path: "record", name: "Record", stage: "record", load: async () => ({ Component: (await import("./record/record-view")).RecordView }) },
  { path: "media", name: "Media", stage: "media", load: async () => ({ Component: (await import("./media/media-view")).MediaView }) },
];

/** Views beside the stages. */
export const ASIDE: View[] = [{ path: "compare", name: "Compare", load: async () => ({ Component: (await import("./builds/compare-view")).CompareView }) }];

/** The view that an address without one leads to. */
export const FIRST = "path";
