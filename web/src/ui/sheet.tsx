import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** Something to do that stands before the view, with its title. */
export function Sheet({
  open,
  onOpenChange,
  title,
  about,
  wide,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  about: string;
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-sunk/70" />
        <Dialog.Content
          onKeyDown={(event) => event.stopPropagation()}
          className={`fixed top-16 left-1/2 z-50 flex max-h-[80vh] -translate-x-1/2 flex-col border border-dim bg-ground shadow-2xl ${wide ? "w-[min(980px,94vw)]" : "w-[min(620px,94vw)]"}`}
        >
          <div className="flex items-baseline justify-between border-b border-rule px-4 py-2.5">
            <Dialog.Title className="text-large font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="px-2 py-1 text-dim hover:text-ink">Close</Dialog.Close>
          </div>
          <Dialog.Description className="px-4 pt-2 text-dim">{about}</Dialog.Description>
          <div className="min-h-0 flex-1 overflow-auto px-4 py-3">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
