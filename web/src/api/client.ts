import { immutableJSONPatch, type JSONPatchDocument } from "immutable-json-patch";
import createClient, { type MaybeOptionalInit } from "openapi-fetch";
import type { components, paths } from "./schema";
import { countQuestion } from "./waiting";

type Schemas = components["schemas"];
export type Workspace = Schemas["Workspace"];
export type ProductionFile = Schemas["ProductionFile"];
export type Report = Schemas["Report"];
export type Production = Schemas["Production"];
export type Build = Schemas["Build"];
export type Placement = Schemas["Placement"];
export type Connection = Schemas["Connection"];
export type Command = Schemas["Command"];
export type Finding = Schemas["Finding"];
export type Severity = Schemas["Severity"];
export type Fix = Schemas["Fix"];
export type Outlook = Schemas["Outlook"];
export type Reference = Schemas["Reference"];
export type Device = Schemas["Device"];
export type Port = Schemas["Port"];
export type PortReport = Schemas["PortReport"];
export type ConnectionReport = Schemas["ConnectionReport"];
export type ArrivalReport = Schemas["ArrivalReport"];
export type RecordingReport = Schemas["RecordingReport"];
export type RecordingSetting = Schemas["RecordingSetting"];
export type RecordTime = Schemas["RecordTime"];
export type Working = Schemas["Working"];
export type SignalKind = Schemas["SignalKind"];
export type LineGroup = Schemas["LineGroup"];
export type LineRow = Schemas["LineRow"];
export type LineStop = Schemas["LineStop"];
export type LineBranch = Schemas["LineBranch"];
export type Listed = Schemas["Listed"];
export type InputReport = Schemas["InputReport"];
export type LineAnswer = Schemas["LineAnswer"];
export type Asked = Schemas["Asked"];
export type FormatsReport = Schemas["FormatsReport"];
export type Need = Schemas["Need"];
export type NeedReport = Schemas["NeedReport"];
export type Purpose = Schemas["Purpose"];
export type HouseRules = Schemas["HouseRules"];
export type RoutesReport = Schemas["RoutesReport"];
export type RouteReport = Schemas["RouteReport"];
export type Hop = Schemas["Hop"];
export type BuildComparison = Schemas["BuildComparison"];
export type KitReport = Schemas["KitReport"];
export type SearchHit = Schemas["SearchHit"];
export type EdidReading = Schemas["EdidReading"];
export type EntryAnswer = Schemas["EntryAnswer"];
export type EntriesFile = Schemas["EntriesFile"];
export type OutputSetting = Schemas["OutputSetting"];
export type ModesReport = Schemas["ModesReport"];
export type Mode = Schemas["Mode"];
export type Condition = Schemas["Condition"];
export type FormatGroup = Schemas["FormatGroup"];
export type MediaPlan = Schemas["MediaPlan"];
export type DayAnswer = Schemas["DayAnswer"];
export type JobTotals = Schemas["JobTotals"];
export type LaneStretch = Schemas["LaneStretch"];
export type ScheduleEntry = Schemas["ScheduleEntry"];
export type Rolls = Schemas["Rolls"];
export type Station = Schemas["Station"];
export type Codec = Schemas["Codec"];
export type ChoiceReport = Schemas["ChoiceReport"];
export type TimeTable = Schemas["TimeTable"];
export type Turned = Schemas["Turned"];
export type TurnedAnswer = Schemas["TurnedAnswer"];
export type TableAsked = Schemas["TableAsked"];
export type SlotUse = Schemas["SlotUse"];
export type Package = Schemas["Package"];
export type Glance = Schemas["Glance"];
export type BackupAnswer = Schemas["BackupAnswer"];
export type AtAGlance = Schemas["AtAGlance"];
export type Wanted = Schemas["Wanted"];
export type Setup = Schemas["Setup"];
export type SafeFixes = Schemas["SafeFixes"];
export type SoundReport = Schemas["SoundReport"];
export type ChainReport = Schemas["ChainReport"];
export type StageReport = Schemas["StageReport"];
export type GainReport = Schemas["GainReport"];
export type TrackSheet = Schemas["TrackSheet"];
export type TrackReport = Schemas["TrackReport"];
export type TrackSetting = Schemas["TrackSetting"];
export type TrackPreset = Schemas["TrackPreset"];
export type SchoolsReport = Schemas["SchoolsReport"];
export type SetGains = Schemas["SetGains"];
export type SoundSetting = Schemas["SoundSetting"];
export type SoundSource = Schemas["SoundSource"];
export type WavAnswer = Schemas["WavAnswer"];
export type TimeReport = Schemas["TimeReport"];
export type ClockReport = Schemas["ClockReport"];
export type ClockSetting = Schemas["ClockSetting"];
export type SyncPlan = Schemas["SyncPlan"];
export type PowerReport = Schemas["PowerReport"];
export type PowerNode = Schemas["PowerNode"];
export type PowerSource = Schemas["PowerSource"];
export type PowerSetting = Schemas["PowerSetting"];
export type PowerProposal = Schemas["PowerProposal"];
export type RigsReport = Schemas["RigsReport"];
export type RigReport = Schemas["RigReport"];
export type SlidRig = Schemas["SlidRig"];
export type MountProposal = Schemas["MountProposal"];
export type Seat = Schemas["Seat"];
export type KitChange = Schemas["KitChange"];
export type Cost = Schemas["Cost"];
export type Bags = Schemas["Bags"];
export type CaseReport = Schemas["CaseReport"];
export type Assembly = Schemas["Assembly"];
export type PartReport = Schemas["PartReport"];
export type RigOutlines = Schemas["Outlines"];
export type StepReport = Schemas["StepReport"];
export type PartSeats = Schemas["PartSeats"];
export type LoosePart = Schemas["LoosePart"];
export type CheckItem = Schemas["CheckItem"];
export type BuildChange = Schemas["BuildChange"];
export type Joint = Schemas["Joint"];
export type LtcAnswer = Schemas["LtcAnswer"];
export type RunReport = Schemas["RunReport"];
export type ComparedPair = Schemas["ComparedPair"];
export type LiveAnswer = Schemas["LiveAnswer"];
export type LabelsAnswer = Schemas["LabelsAnswer"];
type ProblemBody = Schemas["Problem"];

/** What the server, or the way to it, had against a request: `message` is the sentence to show. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly current?: Workspace,
    readonly outlook?: Outlook,
  ) {
    super(message);
  }
}

/** The sentence to show for whatever went wrong. */
export const sentenceOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** The longest that an answer is waited for, in milliseconds: no search takes longer. */
const LONGEST = 30_000;
/** Files are sent as long as it takes to send them. */
const LONGEST_FILE = 30 * 60_000;
const FILES = ["/api/backup/restore", "/api/wav", "/api/timecode/read"];

/** Sends a request, with an end to how long its answer is waited for. */
function send(request: Request): Promise<Response> {
  const file = FILES.includes(new URL(request.url).pathname);
  const limit = AbortSignal.timeout(file ? LONGEST_FILE : LONGEST);
  const answer = fetch(request, { signal: AbortSignal.any([request.signal, limit]) });
  // Edits are counted from when they are asked for.
  return file || request.headers.has("If-Match") ? answer : countQuestion(answer);
}

const api = createClient<paths>({ fetch: send });

interface Answered {
  data?: unknown;
  error?: unknown;
  response: Response;
}

type Asking = (client: typeof api) => Promise<Answered>;

/** What an operation answers when all is well. Read off the schema itself: the client’s own type loses its tuples. */
type Method = "get" | "post" | "delete";
type Operation<P extends keyof paths, M extends Method> = paths[P] extends Record<M, infer O> ? O : never;
type Content<R> = R extends { content: { "application/json": infer T } } ? T : void;
type Responses<O> = O extends { responses: infer R } ? R : never;
export type Answer<P extends keyof paths, M extends Method> =
  Responses<Operation<P, M>> extends infer R ? (R extends { 200: infer A } ? Content<A> : R extends { 201: infer A } ? Content<A> : void) : never;

/** Paths that a method is known for. */
export type Path<M extends Method> = { [P in keyof paths]: paths[P][M] extends undefined ? never : P }[keyof paths];
/** What goes with a request: parameters, a body, how it is sent. */
export type Init<P extends keyof paths, M extends Method> = MaybeOptionalInit<paths[P], M & keyof paths[P]>;
type Rest<P extends keyof paths, M extends Method> = object extends Init<P, M> ? [init?: Init<P, M>] : [init: Init<P, M>];

const asking =
  <M extends Method>(method: M) =>
  async <P extends Path<M>>(path: P, ...rest: Rest<P, M>) => {
    const request = api.request as (method: string, path: string, init?: unknown) => Promise<Answered>;
    return (await answered(() => request(method, path, rest[0]))).data as Answer<P, M>;
  };

/** Ask the API; fail with a Problem, whatever went wrong. */
export const get = asking("get");
export const post = asking("post");
export const remove = asking("delete");

const PATCH = "application/json-patch+json";
/** Asks for what changed since a workspace that is there, where that is less than the whole. */
export const CHANGES = { Accept: `${PATCH}, application/json` };

/** The same for a workspace: the whole, or what changed since `base`. What didn't change stays the same
 *  object, so that nothing that shows it is drawn again. */
export async function askWorkspace(asked: Asking, base: Workspace | undefined): Promise<Workspace> {
  const { data, response } = await answered(asked);
  const changes = response.headers.get("Content-Type") === PATCH;
  return base && changes ? immutableJSONPatch<Workspace>(base, data as JSONPatchDocument) : (data as Workspace);
}

async function answered(asked: Asking): Promise<Answered> {
  const { data, error, response } = await asked(api).catch(() => {
    throw new Problem(0, "The server doesn’t answer; nothing was changed. It is tried again by itself.");
  });
  if (response.ok) return { data, response };
  const problem: Partial<ProblemBody> = typeof error === "object" && error !== null ? error : {};
  throw new Problem(response.status, problem.detail ?? `The server answered ${response.status}.`, problem.current ?? undefined, problem.outlook ?? undefined);
}

/** The header that says which revision an edit was made on. */
export const onRevision = (revision: number) => ({ "If-Match": `"${revision}"` });

/** A body that is sent as it is: a file’s text, or its bytes. */
export const asIs = (body: string | ArrayBuffer | Blob, type: string) => ({ bodySerializer: () => body, headers: { "Content-Type": type } });
