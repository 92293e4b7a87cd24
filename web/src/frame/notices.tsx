import { Button } from "../ui/button";
import { useEdits, useFloor, useNotices } from "./workbench";

/** What came of an edit, or why it wasn't made and how to make it after all: one line in one place, over
 *  the view, so that nothing is pushed down. */
export function Notices() {
  const { notice, dismiss } = useNotices();
  const { attempt, undo } = useEdits();
  const { workspace } = useFloor();
  const again = notice?.again;
  return (
    <div role="status" aria-live="polite" className="pointer-events-none fixed inset-x-0 bottom-3 z-30 flex justify-center px-3 max-md:bottom-14 print:hidden">
      {notice && (
        <div
          className={`pointer-events-auto flex max-w-3xl flex-wrap items-center gap-3 border bg-raised px-3 py-2 shadow-2xl ${notice.done ? "border-dim" : "border-caution"}`}
        >
          <span>{notice.text}</span>
          {notice.typed !== undefined && (
            <label className="flex items-center gap-2 text-small text-dim">
              What was typed
              <input
                readOnly
                value={notice.typed}
                onFocus={(event) => event.target.select()}
                className="w-64 border border-rule bg-sunk px-1.5 py-0.5 text-body text-ink"
              />
            </label>
          )}
          {again && (
            <Button strong onClick={() => attempt(again)}>
              Retry
            </Button>
          )}
          {notice.theirs && <Button onClick={() => undo(true)}>Undo it</Button>}
          {notice.done && workspace.undo && <Button onClick={() => undo()}>Undo</Button>}
          <Button onClick={dismiss}>Dismiss</Button>
        </div>
      )}
    </div>
  );
}
