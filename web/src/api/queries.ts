import { keepPreviousData, queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import {
  asIs,
  get,
  post,
  remove,
  type Answer,
  type Init,
  type Path,
  askWorkspace,
  CHANGES,
  onRevision,
  Problem,
  type Asked,
  type Command,
  type Device,
  type EntriesFile,
  type LtcAnswer,
  type Production,
  type ProductionFile,
  type RecordingSetting,
  type TableAsked,
  type Turned,
  type Wanted,
  type WavAnswer,
  type Workspace,
  type Joint,
} from "./client";
import { listen } from "./live";
import { afterPicture, pictureComes } from "./picture";

const ONE = "/api/productions/{id}";
/** The address of one production, where a browser asks by itself. */
const at = (id: string) => `/productions/${encodeURIComponent(id)}`;
/** Parameters of a question about one production. */
function of(id: string): { params: { path: { id: string } } };
function of<Q>(id: string, query: Q): { params: { path: { id: string }; query: Q } };
function of(id: string, query?: unknown) {
  return { params: query === undefined ? { path: { id } } : { path: { id }, query } };
}
/** Parameters of an edit. */
const edited = (id: string, revision: number, key: string) => ({
  params: { path: { id }, header: onRevision(revision) },
  headers: { ...CHANGES, "Idempotency-Key": key },
});
const keys = {
  list: ["productions"] as const,
  production: (id: string) => ["production", id] as const,
  build: (id: string, build: string) => ["production", id, build] as const,
};

export const useReference = () => useQuery({ queryKey: ["catalogue"], queryFn: () => get("/api/catalogue"), staleTime: Infinity });

export const useProductions = () => useQuery({ queryKey: keys.list, queryFn: () => get("/api/productions") });

export const usePackages = () => useQuery({ queryKey: ["packages"], queryFn: () => get("/api/packages"), staleTime: Infinity });

/** What the list says of each build of a production, at one revision. */
export const useGlance = (id: string, revision: number, enabled: boolean) =>
  useQuery({
    queryKey: ["glance", id, revision],
    queryFn: () => get(`${ONE}/glance`, of(id)),
    enabled,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });

/** The same as one production sees it, with its custom entries in their places. */
export const useProductionReference = (id: string, custom: Production["custom"]) =>
  useQuery({
    queryKey: ["catalogue", id, custom],
    queryFn: () => get(`${ONE}/catalogue`, of(id)),
    staleTime: Infinity,
    // A change of a custom entry shows when it is read: nothing goes blank meanwhile.
    placeholderData: keepPreviousData,
  });

/** Everything that changes the list, each followed by a look at the list. */
export function useListActions() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: keys.list });
  return {
    create: useMutation({
      mutationFn: (start: { name: string; package: string | null; format: string | null }) => post("/api/productions", { body: start }),
      onSuccess,
    }),
    duplicate: useMutation({ mutationFn: (id: string) => post(`${ONE}/duplicate`, of(id)), onSuccess }),
    remove: useMutation({ mutationFn: (id: string) => remove(ONE, of(id)), onSuccess }),
    restore: useMutation({ mutationFn: (id: string) => post(`${ONE}/restore`, of(id)), onSuccess }),
    importFile: useMutation({
      mutationFn: (text: string) => post("/api/productions/import", { body: {} as ProductionFile, ...asIs(text, "application/json") }),
      onSuccess,
    }),
    restoreBackup: useMutation({
      mutationFn: (backup: Blob) => post("/api/backup/restore", { body: [], ...asIs(backup, "application/octet-stream") }),
      onSuccess: () => client.resetQueries(),
    }),
    undoRestore: useMutation({ mutationFn: () => post("/api/backup/undo"), onSuccess: () => client.resetQueries() }),
    rename: useMutation({
      mutationFn: ({ id, revision, build, name }: { id: string; revision: number; build: string; name: string }) => rename(id, revision, build, name),
      onSuccess,
    }),
  };
}

export function useWorkspace(id: string, build: string) {
  const client = useQueryClient();
  const queryKey = keys.build(id, build);
  return useQuery({
    queryKey,
    // An answer that was asked for before an edit may come after the edit's own: the newer one stays.
    queryFn: async () => {
      const base = client.getQueryData<Workspace>(queryKey);
      const query = { build, since: base?.revision };
      const next = await askWorkspace((api) => api.GET(ONE, { ...of(id, query), headers: base ? CHANGES : {} }), base);
      return newer(client.getQueryData<Workspace>(queryKey), next);
    },
    refetchOnWindowFocus: false,
  });
}

const newer = (old: Workspace | undefined, next: Workspace) => (old && old.revision > next.revision ? old : next);

const rename = (id: string, revision: number, build: string, name: string) =>
  post(`${ONE}/commands`, {
    params: { path: { id }, header: onRevision(revision) },
    body: { build, commands: [{ do: "rename-production", name }], ask: false },
  });

export type Step = "undo" | "redo";

/** Edits of this window that are on their way, by production: the news of one comes before its answer. */
const onTheirWay = new Map<string, Promise<unknown>>();

const PAGE = crypto.getRandomValues(new Uint32Array(4)).join("-");
let edits = 0;

/** What an edit is known by, however often it is sent. */
export const newKey = () => `${PAGE}-${++edits}`;

/** One edit, or one step along the history, on a workspace of one build; an edit may ask first before
 *  it switches an output off. Sent again under the same key, it isn't made twice. */
export function requestEdit(base: Workspace, what: Command[] | Step, first: boolean, key: string) {
  const { id, revision } = base;
  const build = base.report.build;
  const answer = askWorkspace(
    (api) =>
      typeof what === "string"
        ? api.POST(what === "undo" ? `${ONE}/undo` : `${ONE}/redo`, { ...edited(id, revision, key), body: { build } })
        : api.POST(`${ONE}/commands`, { ...edited(id, revision, key), body: { build, commands: what, ask: first } }),
    base,
  );
  onTheirWay.set(id, answer);
  return answer;
}

/** Keeps an answer, unless a newer one is there, and lets the other builds be read again. What came
 *  with a refusal is what the server has, whatever was known here: it is kept as it is. */
export function keepWorkspace(client: QueryClient, id: string, build: string, next: Workspace, refused = false) {
  pictureComes();
  client.setQueryData<Workspace>(keys.build(id, build), (old) => (refused ? next : newer(old, next)));
  void client.invalidateQueries({ queryKey: keys.production(id), predicate: (query) => query.queryKey[2] !== build });
  void client.invalidateQueries({ queryKey: keys.list });
}

/** Follows a production: other windows' edits are read when they are told. Returns whether the
 *  server can be heard. */
export function useFollow(id: string, build: string) {
  const client = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(() => {
    const look = () => void client.invalidateQueries({ queryKey: keys.production(id) });
    let lost = false;
    return listen((news) => {
      setConnected(news.kind !== "away");
      if (news.kind === "away") {
        lost = true;
        return;
      }
      if (news.kind === "open") {
        if (lost) look();
        lost = false;
        return;
      }
      const { production, revision: heard } = news.change;
      if (production !== id && production !== "") return;
      const compare = () => {
        const existing = client.getQueryData<Workspace>(keys.build(id, build));
        // Revision 0 says that something was missed.
        if (!existing || heard === 0 || heard > existing.revision) look();
      };
      // What this window asked for itself is in the answer: it isn't read a second time.
      const answer = onTheirWay.get(id) ?? Promise.resolve();
      // What the answer brought is kept by who asked for it, a moment later.
      const later = () => void setTimeout(compare);
      answer.then(later, later);
    });
  }, [client, id, build]);
  return connected;
}

/** Reads the list again when another window changed something that is in it. Returns whether the server can be heard. */
export function useFollowList() {
  const client = useQueryClient();
  const [connected, setConnected] = useState(true);
  useEffect(
    () =>
      listen((news) => {
        setConnected(news.kind !== "away");
        if (news.kind !== "away") void client.invalidateQueries({ queryKey: keys.list });
      }),
    [client],
  );
  return connected;
}

export const useOutlook = (id: string, build: string, revision: number, commands: Command[] | undefined) =>
  useQuery({
    queryKey: ["outlook", id, build, revision, commands],
    queryFn: () => lookAhead(id, build, commands ?? []),
    enabled: commands !== undefined,
    retry: false,
  });

const fixesOf = (id: string, build: string, revision: number, finding: string) => {
  const look = (signal?: AbortSignal) => get(`${ONE}/remedies`, { ...of(id, { build, finding }), signal });
  return { look, options: queryOptions({ queryKey: ["remedies", id, build, revision, finding], queryFn: () => look(), staleTime: Infinity, retry: false }) };
};

/** What would mend a finding, looked for when it is asked for, and no longer than somebody looks at it: on a large floor a
 *  search takes its time, and the one for the next revision would wait behind it. */
export const useFixes = (id: string, build: string, revision: number, finding: string, wanted: boolean) => {
  const { look, options } = fixesOf(id, build, revision, finding);
  return useQuery({
    ...options,
    queryFn: ({ signal }) => afterPicture(() => look(signal)),
    enabled: wanted,
    // After an edit the fixes of the same finding stay until they were looked for again: nothing jumps.
    placeholderData: (old, before) => (before?.queryKey[4] === finding ? old : undefined),
  });
};

/** The same, asked once: what is known already is not asked again. */
export const fetchFixes = (client: QueryClient, id: string, build: string, revision: number, finding: string) =>
  client.fetchQuery(fixesOf(id, build, revision, finding).options);

/** What a port could be connected to: inputs for an output, outputs for an input. */
export const useOtherEnds = (id: string, build: string, revision: number, port: { at: string; direction: "in" | "out" } | undefined) =>
  useQuery({
    queryKey: ["other ends", id, build, revision, port],
    queryFn: () =>
      port?.direction === "in" ? get(`${ONE}/sources`, of(id, { build, to: port.at })) : get(`${ONE}/inputs`, of(id, { build, from: port?.at ?? "" })),
    enabled: port !== undefined,
    retry: false,
  });

/** Devices as an edit: where each belongs, what it is called, how it is wired. */
export const planSetup = (id: string, wanted: Wanted) => post(`${ONE}/setup`, { ...of(id), body: wanted });

/** Two devices joined where there is one sensible way, as an edit. */
export const planJoin = (id: string, build: string, from: string, to: string) => post(`${ONE}/join`, { ...of(id), body: { build, from, to } });

/** A recorder started on the best that it does, as an edit. */
export const planStart = (id: string, build: string, device: string) => post(`${ONE}/start`, { ...of(id), body: { build, device } });

/** The other recorders of its kind set as one is, as an edit. */
export const planAlike = (id: string, build: string, device: string) => post(`${ONE}/alike`, { ...of(id), body: { build, device } });

type Questions = Extract<Path<"get">, `${typeof ONE}/${string}`>;
type Query<P extends Questions> = Init<P, "get"> extends { params: { query: infer Q } } ? Q : never;

/** A question about a production, asked again with every revision, once what changed is drawn; while it is kept, the last
 *  answer stays until the next is there. Nobody waits for an answer that isn’t looked at any more. */
const question =
  <P extends Questions>(path: P, { keep = false } = {}) =>
  (id: string, revision: number, query: Query<P>, enabled = true) =>
    useQuery<Answer<P, "get">>({
      queryKey: [path, id, revision, query],
      queryFn: ({ signal }) => afterPicture(() => (get as Get<P>)(path, { ...of(id, query), signal })),
      enabled,
      placeholderData: keep ? keepPreviousData : undefined,
      retry: false,
    });
type Get<P extends Questions> = (path: P, init: unknown) => Promise<Answer<P, "get">>;

/** The same about a build. */
const ofBuild = <P extends Questions>(path: P, options?: { keep: boolean }) => {
  const ask = question(path, options);
  return (id: string, build: string, revision: number, more?: Omit<Query<P>, "build">, enabled?: boolean) =>
    ask(id, revision, { build, ...more } as Query<P>, enabled);
};

export const useFollowed = ofBuild(`${ONE}/follow`);

export const useModes = ofBuild(`${ONE}/modes`, { keep: true });

/** How full a cable is, step by step. */
export const useWorking = ofBuild(`${ONE}/working`, { keep: true });

export const useDay = ofBuild(`${ONE}/day`, { keep: true });

/** The two schools of gain for one chain. */
export const useSchools = ofBuild(`${ONE}/schools`, { keep: true });

/** How level and noise of a chain are reached, stage by stage. */
export const useChainWorking = ofBuild(`${ONE}/chain-working`);

/** Ways to fill the tracks of a recorder at once. */
export const useTrackPresets = ofBuild(`${ONE}/track-presets`);

/** The fixes that cost nothing anywhere else, as one edit. */
export const useSafeFixes = ofBuild(`${ONE}/safe-fixes`);

/** Where a part would sit, and where not. */
export const usePartSeats = ofBuild(`${ONE}/seats`);

/** Where a part that isn’t mounted goes best, as the house has it; asked where one is chosen. */
export const useMountProposals = ofBuild(`${ONE}/mount`);

/** The rigs of a build. */
export const useRigs = ofBuild(`${ONE}/rigs`, { keep: true });

/** What a build costs, as far as prices are given. */
export const useCost = ofBuild(`${ONE}/cost`);

/** A build in its cases. */
export const useBags = ofBuild(`${ONE}/bags`);

/** What there is to look at when everything stands. */
export const useLineCheck = ofBuild(`${ONE}/line-check`);

export const useKit = ofBuild(`${ONE}/kit`, { keep: true });

export const useFormats = ofBuild(`${ONE}/formats`, { keep: true });

export const useRoutes = ofBuild(`${ONE}/routes`);

export const useComparison = question(`${ONE}/compare`);

/** What comes off and goes on to make one build of another. */
export const useBuildChange = question(`${ONE}/rig-change`);

export const mediaPlanAddress = (id: string, build: string) => `/api${at(id)}/media-plan.csv?build=${encodeURIComponent(build)}`;

/** Up to four ways to record on one recorder, each tried on a copy. */
export const useChoices = (id: string, revision: number, build: string, device: string, choices: RecordingSetting[]) =>
  useQuery({
    queryKey: ["choices", id, revision, build, device, choices],
    queryFn: () => post(`${ONE}/choices`, { ...of(id), body: { build, device, choices } }),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** The sound as an edit would leave it: a gain while it is being dragged. */
export const trySound = (id: string, build: string, commands: Command[]) => post(`${ONE}/sound`, { ...of(id), body: { build, commands } });

/** Every gain of a build set for the best signal to noise, as an edit. */
export const planGains = async (id: string, build: string): Promise<{ commands: Command[]; says: string[] }> => get(`${ONE}/gains`, of(id, { build }));

export const tracksAddress = (id: string, build: string) => `/api${at(id)}/tracks.csv?build=${encodeURIComponent(build)}`;
export const ixmlAddress = (id: string, build: string, recorder: string) =>
  `/api${at(id)}/tracks.ixml?build=${encodeURIComponent(build)}&recorder=${encodeURIComponent(recorder)}`;
export const toneAddress = (level: string, hertz: string, seconds: string) =>
  `/api/tone.wav?${new URLSearchParams({ level, seconds, ...(hertz ? { hertz } : {}) }).toString()}`;

/** Sends a recording to be read on the server, piece by piece: `fetch` doesn't say how far an upload has come. */
function readRecording<T>(address: string, file: Blob, progress: (share: number) => void, signal: AbortSignal): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.responseType = "json";
    request.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    request.onload = () => {
      const answer = request.response as (T & { detail?: string }) | null;
      if (request.status === 200 && answer) resolve(answer);
      else reject(new Problem(request.status, answer?.detail ?? `The server answered ${request.status}.`));
    };
    request.onerror = () => reject(new Problem(0, "The server doesn’t answer; choose the recording again."));
    signal.addEventListener("abort", () => request.abort());
    request.onabort = () => reject(new Problem(0, "Reading was cancelled."));
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.send(file);
  });
}

export const readWav = (file: Blob, query: Record<string, string>, progress: (share: number) => void, signal: AbortSignal) =>
  readRecording<WavAnswer>(`/api/wav?${new URLSearchParams(query).toString()}`, file, progress, signal);

/** Reads the timecode in a recording. */
export const readTimecode = (file: Blob, progress: (share: number) => void, signal: AbortSignal) =>
  readRecording<LtcAnswer>("/api/timecode/read", file, progress, signal);

export const compareTimecode = (recordings: { name: string; runs: LtcAnswer["runs"] }[]) => post("/api/timecode/compare", { body: { recordings } });

/** What would bring a build into sync, as an edit with its reasons. */
export const planSync = async (id: string, build: string): Promise<{ commands: Command[]; says: string[] }> => {
  const { commands, says, left } = await get(`${ONE}/sync`, of(id, { build }));
  return { commands, says: [...says, ...left] };
};

/** A rig with one of its joints set otherwise: a part while it is slid. */
export const slideRig = (id: string, build: string, joint: Joint) => get(`${ONE}/rig-slid`, of(id, { build, ...joint }));

/** Ways to power a unit, each an edit. */
export const waysToPower = (id: string, build: string, unit: string, length: string) => get(`${ONE}/power-unit`, of(id, { build, unit, length }));

export const timecodeAddress = (query: Record<string, string>) => `/api/timecode.wav?${new URLSearchParams(query).toString()}`;

/** The head of a copy whose own time is another, and where the rest of the file goes on. */
export async function newHead(file: Blob, samples: number): Promise<Blob> {
  const ends = new Blob([file.slice(0, LOOKED_THROUGH), file.slice(Math.max(0, file.size - LOOKED_THROUGH))]);
  const { data, response } = await endsOf(ends, file.size, samples);
  const [at, to, head] = ["sound-at", "sound-to", "head-bytes"].map((name) => Number(response.headers.get(name)));
  return new Blob([data.slice(0, head), file.slice(at, to), data.slice(head)], { type: "audio/wav" });
}

/** So much of a file is looked through for where its sound begins, and for what stands behind it. */
const LOOKED_THROUGH = 4 << 20;

async function endsOf(ends: Blob, size: number, samples: number) {
  const end = Math.min(size, LOOKED_THROUGH);
  const response = await fetch(`/api/timecode/head?samples_from_midnight=${samples}&file_bytes=${size}&end_bytes=${end}`, {
    method: "POST",
    headers: { "Content-Type": "application/octet-stream" },
    body: ends,
  }).catch(() => {
    throw new Problem(0, "The server doesn’t answer; nothing was written.");
  });
  if (!response.ok) throw new Problem(response.status, ((await response.json()) as { detail?: string }).detail ?? "It can’t be written.");
  return { data: await response.blob(), response };
}

/** Sends the next samples of a live input; what they say. */
export const hearTimecode = (name: string, rate: number, clock: number, samples: Float32Array<ArrayBuffer>) =>
  post("/api/timecode/live", {
    params: { query: { name, sample_rate: rate, clock } },
    body: [] as number[],
    bodySerializer: () => samples.buffer,
    headers: { "Content-Type": "application/octet-stream" },
  });

/** Labels from a time of day on, one for each frame. */
export const labelsFrom = (rate: string, seconds: number, set: number) => get("/api/timecode/labels", { params: { query: { rate, seconds, set } } });

const searchQuestion = (id: string, revision: number, q: string) =>
  queryOptions({
    queryKey: ["search", id, revision, q],
    queryFn: () => get(`${ONE}/search`, of(id, { q })),
    staleTime: Infinity,
    retry: false,
  });

export const useSearch = (id: string, revision: number, q: string) => useQuery({ ...searchQuestion(id, revision, q), placeholderData: (old) => old });

/** The same, asked once. */
export const fetchSearch = (client: QueryClient, id: string, revision: number, q: string) => client.fetchQuery(searchQuestion(id, revision, q));

/** Whether a description can stand, and what it would do to the builds that use it. */
export const useEntryCheck = (id: string, revision: number, entry: Device) =>
  useQuery({
    queryKey: ["entry", id, revision, entry],
    queryFn: () => post(`${ONE}/entry`, { ...of(id), body: { entry } }),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const readEdid = (bytes: ArrayBuffer) => post("/api/edid", { body: [], ...asIs(bytes, "application/octet-stream") });

export const readEntries = (id: string, text: string) => post(`${ONE}/entries`, { ...of(id), body: {} as EntriesFile, ...asIs(text, "application/json") });

export const entriesAddress = (id: string, ids: string[]) => `/api${at(id)}/entries?ids=${encodeURIComponent(ids.join(","))}`;

/** What an edit would change, asked once. */
export const lookAhead = (id: string, build: string, commands: Command[]) => post(`${ONE}/outlook`, { ...of(id), body: { build, commands } });

/** What a typed line means: one question for the list under it and for Enter. */
export const lineQuestion = (id: string, build: string, revision: number, line: string) =>
  queryOptions({
    queryKey: ["line", id, build, revision, line],
    queryFn: () => post(`${ONE}/line`, { ...of(id), body: { build, line } }),
    staleTime: Infinity,
    retry: false,
  });

export const useCalculator = (asked: Asked) =>
  useQuery({
    queryKey: ["sum", asked],
    queryFn: () => post("/api/record-time", { body: asked }),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** A time and a codec, or a time and a card: `undefined` asks nothing. */
export const useTurned = (asked: Turned | undefined) =>
  useQuery({
    queryKey: ["turned", asked],
    queryFn: () => post("/api/calculator", { body: asked as Turned }),
    enabled: asked !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useTimeTable = (asked: TableAsked) =>
  useQuery({
    queryKey: ["table", asked],
    queryFn: () => post("/api/time-table", { body: asked }),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const fileAddress = (id: string) => `/api${at(id)}/file`;
