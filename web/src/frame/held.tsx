import { Dialog } from "radix-ui";
import { OutlookSummary } from "../findings/outlook";
import { Button } from "../ui/button";
import { useNotices } from "./workbench";

/** A change that would switch an output off says so before it is made. */
export function HeldEdit() {
  const { held, release } = useNotices();
  return (
    <Dialog.Root open={held !== undefined} onOpenChange={(open) => !open && release(false)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/70" />
        <Dialog.Content
          onKeyDown={(event) => event.stopPropagation()}
          className="fixed top-24 left-1/2 z-50 w-[min(460px,94vw)] -translate-x-1/2 border border-dim bg-ground p-4 shadow-2xl"
        >
          <Dialog.Title className="font-semibold">This switches an output off</Dialog.Title>
          <Dialog.Description className="mt-1 text-dim">What the change would do to the floor:</Dialog.Description>
          <div className="mt-2 max-h-[50vh] overflow-auto">{held && <OutlookSummary outlook={held.outlook} />}</div>
          <div className="mt-3 flex gap-2">
            <Button strong onClick={() => release(true)}>
              Change anyway
            </Button>
            <Button onClick={() => release(false)}>Cancel</Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
