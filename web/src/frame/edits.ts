import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { Problem, sentenceOf, type Build, type Command, type Outlook, type Production, type Setup, type Workspace } from "../api/client";
import { keepWorkspace, newKey, requestEdit, type Step } from "../api/queries";
import { countEdit } from "../api/waiting";
import { UNSENT, type Unsent } from "../ui/field";

/** Commands, a step back or forward, or commands made from the document as it is when their turn comes:
 *  what changes a part of something must not be made from what was on the screen before. */
type Edit = Command[] | Step | ((newest: Production) => Command[] | Promise<Command[] | Planned>);

/** Commands that the core planned, with what it has to say of them. */
type Planned = Pick<Setup, "commands" | "says">;

export interface Notice {
  text: string;
  /** What was done, and not what went wrong: it goes by itself with the next edit. */
  done?: boolean;
  /** An edit that wasn't made, to be made again as it was. */
  again?: Edit;
  /** A step back that was somebody else's, waiting for a word. */
  theirs?: boolean;
  /** Words that were being typed when what they were for went. */
  typed?: string;
}

/** An edit that would switch an output off, waiting for a word. */
interface Held {
  edit: Edit;
  outlook: Outlook;
}

/** What changes the production. */
export interface Edits {
  /** Sends an edit on the newest revision that is known here; fails with a Problem, which whoever
   *  asked for it shows, or hands to `settle`: nothing is said twice. */
  edit: (what: Edit, how?: { certain?: boolean; title?: string }) => Promise<void>;
  /** Waits for an edit that has no place of its own for a refusal: it is shown as a notice. */
  settle: (edit: Promise<unknown>) => void;
  /** An edit, settled; where it has a title, what came of it is said. */
  attempt: (what: Edit, title?: string) => void;
  /** A step back: one that another window made since is only taken back when that was said. */
  undo: (theirs?: boolean) => void;
  /** Whether the last change was made in another window. */
  theirs: boolean;
}

/** What is said of edits, and what waits for a word. */
export interface Notices {
  /** An edit that waits, since it would switch an output off. */
  held: Held | undefined;
  /** Makes the waiting edit, or lets it go. */
  release: (make: boolean) => void;
  notice: Notice | undefined;
  dismiss: () => void;
}

/** The verdict after an edit, with the one before it where it differs. */
const outcome = (before: string, after: string) => (before === after ? `still ${after}` : `${before} before, ${after} now`);

/** Asks until the server answers: what was typed while it was away is sent when it is back. */
async function patiently<T>(work: () => Promise<T>): Promise<T> {
  for (let pause = 500; ; pause = Math.min(pause * 2, 4000)) {
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof Problem && error.status === 0)) throw error;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  }
}

/** One queue of edits, what came of the last, and whose it was. */
export function useEditQueue(id: string, build: Build, workspace: Workspace, previewing: boolean, closePreview: () => void): [Edits, Notices] {
  const client = useQueryClient();
  const [notice, setNotice] = useState<Notice>();
  const [held, setHeld] = useState<Held>();
  const newest = useRef(workspace);
  // Edits go one after the other, so that quick hands don't overtake themselves.
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  const previewed = useRef(previewing);
  useLayoutEffect(() => {
    if (workspace.revision >= newest.current.revision || workspace.report.build !== newest.current.report.build) newest.current = workspace;
    previewed.current = previewing;
  }, [workspace, previewing]);
  // Steps of the history that this window made, and the last there was when it was opened.
  const own = useRef(new Set<number>());
  const opened = useRef(workspace.undo_step ?? 0);
  const [others, setOthers] = useState(false);
  const edit = useCallback(
    (asked: Edit, { certain = false, title }: { certain?: boolean; title?: string } = {}) => {
      const run = async () => {
        try {
          const before = newest.current.report.verdict.text;
          let says: string[] = [];
          const key = newKey();
          const next = await patiently(async () => {
            const made = typeof asked === "function" ? await asked(newest.current.production) : asked;
            const what = typeof made === "string" || Array.isArray(made) ? made : made.commands;
            says = typeof made === "string" || Array.isArray(made) ? [] : made.says;
            // What a fix would do has been shown; anything else that switches an output off says so first.
            const ask = !certain && !previewed.current;
            return requestEdit(newest.current, what, ask, key);
          });
          newest.current = next;
          // A number that an undone step of this window had may be another’s by now: what is read anew says.
          if (asked !== "undo" && next.undo_step != null) {
            own.current.add(next.undo_step);
            // What was sent twice may have been read meanwhile, as somebody else’s.
            setOthers(false);
          }
          keepWorkspace(client, id, build.id, next);
          const said = [title && `${title}: ${outcome(before, next.report.verdict.text)}.`, ...(title ? says : []), ...(next.said ?? [])].filter(Boolean);
          // Words that have lost their place stay until somebody has taken them.
          setNotice((now) => (now?.typed !== undefined ? now : said.length ? { text: said.join(" "), done: !next.said?.length } : undefined));
          closePreview();
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
      return countEdit(done);
    },
    [client, id, build.id, closePreview],
  );

  const settle = useCallback((work: Promise<unknown>) => {
    work.catch((error: unknown) => {
      // Somebody else's change has its notice already.
      if (!(error instanceof Problem && error.current)) setNotice({ text: sentenceOf(error) });
    });
  }, []);

  // A set that grows with each edit is no state: whether the newest change is in it is.
  useLayoutEffect(() => {
    const step = workspace.undo_step ?? 0;
    // A step that is undone gives its number to the next edit, whoever makes it.
    for (const number of own.current) if (number > step) own.current.delete(number);
    opened.current = Math.min(opened.current, step);
    setOthers(step > opened.current && !own.current.has(step));
  }, [workspace.undo_step, workspace.revision]);
  const theirs = others && Boolean(workspace.undo);
  useEffect(() => {
    const keep = (event: Event) => {
      if (!(event instanceof CustomEvent)) return;
      const { label, typed } = event.detail as Unsent;
      setNotice({ text: `What “${label}” was typed for was removed in another window.`, typed });
    };
    window.addEventListener(UNSENT, keep);
    return () => window.removeEventListener(UNSENT, keep);
  }, []);
  const last = workspace.undo;
  const edits = useMemo<Edits>(
    () => ({
      edit,
      settle,
      attempt: (what, title) => settle(edit(what, { title })),
      undo: (certain) => {
        if (theirs && !certain) setNotice({ text: `The last change, “${last}”, was made in another window. It is not undone until you say so.`, theirs: true });
        else settle(edit("undo"));
      },
      theirs,
    }),
    [edit, settle, theirs, last],
  );
  const notices = useMemo<Notices>(
    () => ({
      held,
      release: (make) => {
        setHeld(undefined);
        if (make && held) settle(edit(held.edit, { certain: true }));
      },
      notice,
      dismiss: () => setNotice(undefined),
    }),
    [held, notice, edit, settle],
  );
  return [edits, notices];
}
