import { useQueryClient } from "@tanstack/react-query";
import { createContext, useCallback, useContext, useLayoutEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { Problem, sentenceOf, type Build, type Command, type Fix, type Outlook, type Reference, type Workspace, type Production } from "../api/client";
import { keepWorkspace, requestEdit, type Step } from "../api/queries";

export type Selection = { kind: "device" | "cable"; id: string };
/** Commands, a step back or forward, or commands made from the document as it is when their turn comes:
 *  what changes a part of something must not be made from what was on the screen before. */
type Edit = Command[] | Step | ((newest: Production) => Command[]);

interface Notice {
  text: string;
  /** An edit that wasn't made, to be made again as it was. */
  again?: Edit;
}

/** An edit that would switch an output off, waiting for a word. */
interface Held {
  edit: Edit;
  outlook: Outlook;
}

interface Workbench {
  id: string;
  build: Build;
  workspace: Workspace;
  reference: Reference;
  /** Sends an edit on the newest revision that is known here; fails with a Problem, which whoever
   *  asked for it shows, or hands to `settle`: nothing is said twice. */
  edit: (what: Edit) => Promise<void>;
  /** Waits for an edit that has no place of its own for a refusal: it is shown as a notice. */
  settle: (edit: Promise<unknown>) => void;
  /** An edit, settled. */
  attempt: (what: Edit) => void;
  /** An edit that waits, since it would switch an output off. */
  held: Held | undefined;
  /** Makes the waiting edit, or lets it go. */
  release: (make: boolean) => void;
  notice: Notice | undefined;
  dismiss: () => void;
  select: (selection: Selection | undefined) => void;
  /** The output that is being connected. */
  connecting: string | undefined;
  connect: (output: string | undefined) => void;
  /** A fix whose outcome is being looked at. */
  preview: Fix | undefined;
  setPreview: (fix: Fix | undefined) => void;
}

const Context = createContext<Workbench | undefined>(undefined);
/** Apart from the rest: what doesn't look at it isn't drawn again when it changes. */
const SelectionContext = createContext<Selection | undefined>(undefined);

/** What is selected. */
export const useSelection = () => useContext(SelectionContext);

export function useWorkbench(): Workbench {
  const workbench = useContext(Context);
  if (!workbench) throw new Error("this part stands outside a production");
  return workbench;
}

interface Props {
  id: string;
  build: Build;
  workspace: Workspace;
  reference: Reference;
  children: ReactNode;
}

export function WorkbenchProvider({ id, build, workspace, reference, children }: Props) {
  const client = useQueryClient();
  const [notice, setNotice] = useState<Notice>();
  const [connecting, connect] = useState<string>();
  const [preview, setPreview] = useState<Fix>();
  const [held, setHeld] = useState<Held>();
  const [search, setSearch] = useSearchParams();
  const newest = useRef(workspace);
  // Edits go one after the other, so that quick hands don't overtake themselves.
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  const previewed = useRef(preview);
  useLayoutEffect(() => {
    if (workspace.revision >= newest.current.revision || workspace.report.build !== newest.current.report.build) newest.current = workspace;
    previewed.current = preview;
  }, [workspace, preview]);
  const edit = useCallback(
    (asked: Edit, certain = false) => {
      const run = async () => {
        try {
          const what = typeof asked === "function" ? asked(newest.current.production) : asked;
          // What a fix would do has been shown; anything else that switches an output off says so first.
          const ask = !certain && !previewed.current;
          const next = await requestEdit(newest.current, what, ask);
          newest.current = next;
          keepWorkspace(client, id, build.id, next);
          setNotice(next.said?.length ? { text: next.said.join(" ") } : undefined);
          setPreview(undefined);
        } catch (error) {
          if (error instanceof Problem && error.outlook && typeof asked !== "string") {
            setHeld({ edit: asked, outlook: error.outlook });
            return;
          }
          if (error instanceof Problem && error.current) {
            newest.current = error.current;
            keepWorkspace(client, id, build.id, error.current, true);
            setNotice({
              text: "Someone changed the production meanwhile, and you see their change now. Yours was not made; nothing of it is lost.",
              again: asked,
            });
          }
          throw error;
        }
      };
      const done = queue.current.then(run, run);
      queue.current = done.catch(() => undefined);
      return done;
    },
    [client, id, build.id],
  );

  const settle = useCallback((work: Promise<unknown>) => {
    work.catch((error: unknown) => {
      // Somebody else's change has its notice already.
      if (!(error instanceof Problem && error.current)) setNotice({ text: sentenceOf(error) });
    });
  }, []);

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
  const selection = useMemo<Selection | undefined>(() => {
    const [kind, name] = at?.split(":") ?? [];
    const there = kind === "device" ? build.placements.some((placement) => placement.id === name) : build.connections.some((cable) => cable.id === name);
    return there && name && (kind === "device" || kind === "cable") ? { kind, id: name } : undefined;
  }, [build, at]);

  const value = useMemo<Workbench>(() => {
    return {
      id,
      build,
      workspace,
      reference,
      edit,
      settle,
      attempt: (what) => settle(edit(what)),
      held,
      release: (make) => {
        setHeld(undefined);
        if (make && held) settle(edit(held.edit, true));
      },
      notice,
      dismiss: () => setNotice(undefined),
      select,
      connecting,
      connect,
      preview,
      setPreview,
    };
  }, [id, build, workspace, reference, edit, settle, held, notice, select, connecting, preview]);

  return (
    <Context.Provider value={value}>
      <SelectionContext.Provider value={selection}>{children}</SelectionContext.Provider>
    </Context.Provider>
  );
}
