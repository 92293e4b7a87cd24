import { Button } from "../ui/button";
import { useWorkbench } from "./workbench";

/** What happened to an edit that wasn't made, and how to make it after all. */
export function Notices() {
  const { notice, dismiss, attempt } = useWorkbench();
  const again = notice?.again;
  return (
    <div role="status" aria-live="polite">
      {notice && (
        <div className="flex flex-wrap items-center gap-3 border-b border-caution bg-raised px-3 py-2">
          <span>{notice.text}</span>
          {again && (
            <Button strong onClick={() => attempt(again)}>
              Retry
            </Button>
          )}
          <Button onClick={dismiss}>Dismiss</Button>
        </div>
      )}
    </div>
  );
}
