import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import {
  call,
  type Asked,
  type BuildComparison,
  type ChoiceReport,
  type Command,
  type EdidReading,
  type EntriesFile,
  type EntryAnswer,
  type Fix,
  type FormatsReport,
  type Hop,
  type InputReport,
  type KitReport,
  type LineAnswer,
  type Listed,
  type MediaPlan,
  type ModesReport,
  type Outlook,
  type Production,
  type RecordTime,
  type RecordingSetting,
  type Reference,
  type RoutesReport,
  type SearchHit,
  type TableAsked,
  type TimeTable,
  type Turned,
  type TurnedAnswer,
  type Workspace,
} from "./client";

const at = (id: string) => `/productions/${encodeURIComponent(id)}`;
const keys = {
  list: ["productions"] as const,
  production: (id: string) => ["production", id] as const,
  build: (id: string, build: string) => ["production", id, build] as const,
};

export const useReference = () => useQuery({ queryKey: ["catalogue"], queryFn: () => call<Reference>("/catalogue"), staleTime: Infinity });

export const useProductions = () => useQuery({ queryKey: keys.list, queryFn: () => call<Listed[]>("/productions") });

/** The same as one production sees it, with its custom entries in their places. */
export const useProductionReference = (id: string, custom: Production["custom"]) =>
  useQuery({
    queryKey: ["catalogue", id, custom],
    queryFn: () => call<Reference>(`${at(id)}/catalogue`),
    staleTime: Infinity,
    // A change of a custom entry shows when it is read: nothing goes blank meanwhile.
    placeholderData: (old) => old,
  });

/** Everything that changes the list, each followed by a look at the list. */
export function useListActions() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: keys.list });
  return {
    create: useMutation({ mutationFn: (name: string) => call<Workspace>("/productions", { method: "POST", body: { name } }), onSuccess }),
    duplicate: useMutation({ mutationFn: (id: string) => call<Workspace>(`${at(id)}/duplicate`, { method: "POST" }), onSuccess }),
    remove: useMutation({ mutationFn: (id: string) => call<void>(at(id), { method: "DELETE" }), onSuccess }),
    restore: useMutation({ mutationFn: (id: string) => call<Workspace>(`${at(id)}/restore`, { method: "POST" }), onSuccess }),
    importFile: useMutation({ mutationFn: (text: string) => call<Workspace>("/productions/import", { method: "POST", text }), onSuccess }),
    rename: useMutation({
      mutationFn: ({ id, revision, build, name }: { id: string; revision: number; build: string; name: string }) =>
        send(id, revision, build, [{ do: "rename-production", name }]),
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
    queryFn: async () => newer(client.getQueryData<Workspace>(queryKey), await call<Workspace>(`${at(id)}?build=${encodeURIComponent(build)}`)),
    refetchOnWindowFocus: false,
  });
}

const newer = (old: Workspace | undefined, next: Workspace) => (old && old.revision > next.revision ? old : next);

const send = (id: string, revision: number, build: string, commands: Command[], ask = false) =>
  call<Workspace>(`${at(id)}/commands`, { method: "POST", revision, body: { build, commands, ask } });

export type Step = "undo" | "redo";

/** One edit, or one step along the history, on a revision; an edit may ask first before it switches
 *  an output off. */
export const requestEdit = (id: string, build: string, revision: number, what: Command[] | Step, ask: boolean) =>
  typeof what === "string" ? call<Workspace>(`${at(id)}/${what}`, { method: "POST", revision, body: { build } }) : send(id, revision, build, what, ask);

/** Keeps an answer, unless a newer one is there, and lets the other builds be read again. What came
 *  with a refusal is what the server has, whatever was known here: it is kept as it is. */
export function keepWorkspace(client: QueryClient, id: string, build: string, next: Workspace, refused = false) {
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
    const source = new EventSource(`/api${at(id)}/events`);
    const look = () => void client.invalidateQueries({ queryKey: keys.production(id) });
    let lost = false;
    source.onopen = () => {
      setConnected(true);
      if (lost) look();
      lost = false;
    };
    source.onerror = () => {
      lost = true;
      setConnected(false);
    };
    source.addEventListener("revision", (event) => {
      const known = client.getQueryData<Workspace>(keys.build(id, build));
      if (!known || Number(event.data) !== known.revision) look();
    });
    return () => source.close();
  }, [client, id, build]);
  return connected;
}

export const useOutlook = (id: string, build: string, revision: number, commands: Command[] | undefined) =>
  useQuery({
    queryKey: ["outlook", id, build, revision, commands],
    queryFn: () => lookAhead(id, build, commands ?? []),
    enabled: commands !== undefined,
    retry: false,
  });

const fixesOf = (id: string, build: string, revision: number, finding: string) =>
  queryOptions({
    queryKey: ["fixes", id, build, revision, finding],
    queryFn: () => call<Fix[]>(`${at(id)}/fixes?${new URLSearchParams({ build, finding })}`),
    staleTime: Infinity,
    retry: false,
  });

/** What would mend a finding, looked for when it is asked for. */
export const useFixes = (id: string, build: string, revision: number, finding: string, wanted: boolean) =>
  useQuery({
    ...fixesOf(id, build, revision, finding),
    enabled: wanted,
    // After an edit the fixes of the same finding stay until they were looked for again: nothing jumps.
    placeholderData: (old, before) => (before?.queryKey[4] === finding ? old : undefined),
  });

/** The same, asked once: what is known already is not asked again. */
export const fetchFixes = (client: QueryClient, id: string, build: string, revision: number, finding: string) =>
  client.fetchQuery(fixesOf(id, build, revision, finding));

export const useInputs = (id: string, build: string, revision: number, from: string | undefined) =>
  useQuery({
    queryKey: ["inputs", id, build, revision, from],
    queryFn: () => call<InputReport[]>(`${at(id)}/inputs?build=${encodeURIComponent(build)}&from=${encodeURIComponent(from ?? "")}`),
    enabled: from !== undefined,
    retry: false,
  });

/** A question about a build, asked again with every revision. */
const useQuestion = <T>(name: string, id: string, revision: number, query: Record<string, string> | undefined, keep = false) =>
  useQuery({
    queryKey: [name, id, revision, query],
    queryFn: () => call<T>(`${at(id)}/${name}?${new URLSearchParams(query)}`),
    enabled: query !== undefined,
    placeholderData: keep ? (old) => old : undefined,
    retry: false,
  });

export const useRoutes = (id: string, build: string, revision: number, from: string, to: string) =>
  useQuestion<RoutesReport>("routes", id, revision, from && to ? { build, from, to } : undefined);

export const useFollowed = (id: string, build: string, revision: number, device: string) => useQuestion<Hop[]>("follow", id, revision, { build, at: device });

export const useModes = (id: string, build: string, revision: number, device: string) =>
  useQuestion<ModesReport | null>("modes", id, revision, { build, at: device }, true);

export const useComparison = (id: string, revision: number, before: string, after: string) =>
  useQuestion<BuildComparison>("compare", id, revision, before && before !== after ? { before, after } : undefined);

export const useDay = (id: string, revision: number, build: string) => useQuestion<MediaPlan>("day", id, revision, { build }, true);

export const mediaPlanAddress = (id: string, build: string) => `/api${at(id)}/media-plan.csv?build=${encodeURIComponent(build)}`;

/** Up to four ways to record on one recorder, each tried on a copy. */
export const useChoices = (id: string, revision: number, build: string, device: string, choices: RecordingSetting[]) =>
  useQuery({
    queryKey: ["choices", id, revision, build, device, choices],
    queryFn: () => call<ChoiceReport[]>(`${at(id)}/choices`, { method: "POST", body: { build, device, choices } }),
    placeholderData: (old) => old,
    retry: false,
  });

export const useKit = (id: string, build: string, revision: number) => useQuestion<KitReport[]>("kit", id, revision, { build }, true);

export const useSearch = (id: string, revision: number, q: string) => useQuestion<SearchHit[]>("search", id, revision, { q }, true);

/** Whether a description can stand, and what it would do to the builds that use it. */
export const useEntryCheck = (id: string, revision: number, entry: unknown) =>
  useQuery({
    queryKey: ["entry", id, revision, entry],
    queryFn: () => call<EntryAnswer>(`${at(id)}/entry`, { method: "POST", body: { entry } }),
    placeholderData: (old) => old,
    retry: false,
  });

export const readEdid = (bytes: ArrayBuffer) => call<EdidReading>("/edid", { method: "POST", bytes });

export const readEntries = (id: string, text: string) => call<EntriesFile>(`${at(id)}/entries`, { method: "POST", text });

export const entriesAddress = (id: string, ids: string[]) => `/api${at(id)}/entries?ids=${encodeURIComponent(ids.join(","))}`;

/** What an edit would change, asked once. */
export const lookAhead = (id: string, build: string, commands: Command[]) => call<Outlook>(`${at(id)}/outlook`, { method: "POST", body: { build, commands } });

export const useFormats = (id: string, build: string, revision: number, port: string) =>
  useQuery({
    queryKey: ["formats", id, build, revision, port],
    queryFn: () => call<FormatsReport>(`${at(id)}/formats?build=${encodeURIComponent(build)}&at=${encodeURIComponent(port)}`),
    placeholderData: (old) => old,
    retry: false,
  });

/** What a typed line means: one question for the list under it and for Enter. */
export const lineQuestion = (id: string, build: string, revision: number, line: string) =>
  queryOptions({
    queryKey: ["line", id, build, revision, line],
    queryFn: () => call<LineAnswer>(`${at(id)}/line`, { method: "POST", body: { build, line } }),
    staleTime: Infinity,
    retry: false,
  });

export const useCalculator = (asked: Asked) =>
  useQuery({
    queryKey: ["sum", asked],
    queryFn: () => call<RecordTime>("/record-time", { method: "POST", body: asked }),
    placeholderData: (old) => old,
    retry: false,
  });

/** A time and a codec, or a time and a card: `undefined` asks nothing. */
export const useTurned = (asked: Turned | undefined) =>
  useQuery({
    queryKey: ["turned", asked],
    queryFn: () => call<TurnedAnswer>("/calculator", { method: "POST", body: asked }),
    enabled: asked !== undefined,
    placeholderData: (old) => old,
    retry: false,
  });

export const useTimeTable = (asked: TableAsked) =>
  useQuery({
    queryKey: ["table", asked],
    queryFn: () => call<TimeTable>("/time-table", { method: "POST", body: asked }),
    placeholderData: (old) => old,
    retry: false,
  });

export const fileAddress = (id: string) => `/api${at(id)}/file`;
