import type { components } from "./schema";

type Schemas = components["schemas"];
export type Workspace = Schemas["Workspace"];
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

interface Request {
  method?: "GET" | "POST" | "DELETE";
  body?: unknown;
  text?: string;
  bytes?: ArrayBuffer;
  revision?: number;
}

/** One request to the API. Fails with a Problem, whatever went wrong. */
export async function call<T>(path: string, { method = "GET", body, text, bytes, revision }: Request = {}): Promise<T> {
  const headers = new Headers();
  if (revision !== undefined) headers.set("If-Match", `"${revision}"`);
  if (body !== undefined) headers.set("Content-Type", "application/json");
  let response: Response;
  try {
    response = await fetch(`/api${path}`, { method, headers, body: bytes ?? text ?? (body === undefined ? undefined : JSON.stringify(body)) });
  } catch {
    throw new Problem(0, "The server doesn’t answer; nothing was changed. It is tried again by itself.");
  }
  if (response.ok) return response.status === 204 ? (undefined as T) : ((await response.json()) as T);
  const problem: Partial<ProblemBody> = await response.json().catch(() => ({}));
  throw new Problem(response.status, problem.detail ?? `The server answered ${response.status}.`, problem.current ?? undefined, problem.outlook ?? undefined);
}
