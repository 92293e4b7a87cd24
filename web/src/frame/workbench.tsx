import { createContext, useCallback, useContext, useLayoutEffect, useMemo, useRef, useState, type Context, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Build, Fix, Reference, Workspace } from "../api/client";
import { useEditQueue, type Edits, type Notices } from "./edits";

export type Selection = { kind: "device" | "cable"; id: string };

/** What is open. */
interface Floor {
  id: string;
  build: Build;
  workspace: Workspace;
  reference: Reference;
}

/** A fix that is looked at, and the finding that it was opened at. */
export type Previewed = Fix & { of: string };

/** What somebody is looking at, and what they have begun. */
interface Attention {
  select: (selection: Selection | undefined) => void;
  /** The output that is being connected. */
  connecting: string | undefined;
  connect: (output: string | undefined) => void;
  /** A fix whose outcome is being looked at. */
  preview: Previewed | undefined;
  setPreview: (fix: Previewed | undefined) => void;
}

// Each apart from the rest: what doesn't look at one isn't drawn again when it changes.
const FloorContext = createContext<Floor | undefined>(undefined);
const EditsContext = createContext<Edits | undefined>(undefined);
const NoticesContext = createContext<Notices | undefined>(undefined);
const AttentionContext = createContext<Attention | undefined>(undefined);
const SelectionContext = createContext<Selection | undefined>(undefined);

function usePart<T>(part: Context<T | undefined>): T {
  const found = useContext(part);
  if (!found) throw new Error("this part stands outside a production");
  return found;
}

export const useFloor = () => usePart(FloorContext);
export const useEdits = () => usePart(EditsContext);
export const useNotices = () => usePart(NoticesContext);
export const useAttention = () => usePart(AttentionContext);
/** What is selected. */
export const useSelection = () => useContext(SelectionContext);
/** All of it, for the keys and the command line. */
export const useWorkbench = () => ({ ...useFloor(), ...useEdits(), ...useAttention() });

interface Props extends Floor {
  children: ReactNode;
}

export function WorkbenchProvider({ id, build, workspace, reference, children }: Props) {
  const [connecting, connect] = useState<string>();
  const [preview, setPreview] = useState<Previewed>();
  const [search, setSearch] = useSearchParams();
  const closePreview = useCallback(() => setPreview(undefined), []);
  const [edits, notices] = useEditQueue(id, build, workspace, preview !== undefined, closePreview);
  const at = search.get("at");
  // The router's own changes with every address; what is handed on stays the same.
  const address = useRef(setSearch);
  useLayoutEffect(() => {
    address.current = setSearch;
  }, [setSearch]);
  const select = useCallback((next: Selection | undefined) => {
    address.current(
      (old) => {
        const params = new URLSearchParams(old);
        if (next) params.set("at", `${next.kind}:${next.id}`);
        else params.delete("at");
        return params;
      },
      { replace: true },
    );
  }, []);
  const [kind, name] = at?.split(":") ?? [];
  const there =
    kind === "device" ? build.placements.some((placement) => placement.id === name) : kind === "cable" && build.connections.some((cable) => cable.id === name);
  // The same object until something else is selected, whatever is edited meanwhile.
  const selection = useMemo<Selection | undefined>(
    () => (there && name && (kind === "device" || kind === "cable") ? { kind, id: name } : undefined),
    [there, kind, name],
  );

  const floor = useMemo(() => ({ id, build, workspace, reference }), [id, build, workspace, reference]);
  const attention = useMemo(() => ({ select, connecting, connect, preview, setPreview }), [select, connecting, preview]);
  return (
    <FloorContext.Provider value={floor}>
      <EditsContext.Provider value={edits}>
        <NoticesContext.Provider value={notices}>
          <AttentionContext.Provider value={attention}>
            <SelectionContext.Provider value={selection}>{children}</SelectionContext.Provider>
          </AttentionContext.Provider>
        </NoticesContext.Provider>
      </EditsContext.Provider>
    </FloorContext.Provider>
  );
}
