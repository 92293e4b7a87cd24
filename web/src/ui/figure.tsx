import { Popover } from "radix-ui";
import { memo, type ReactNode } from "react";
import type { Working } from "../api/client";

/** A figure that opens its working: terms, values, where each came from. */
export const Figure = memo(function Figure({ working, label, children }: { working: Working | null | undefined; label: string; children: ReactNode }) {
  if (!working) return <>{children}</>;
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`${label}: show the working`}
        className="min-h-6 cursor-pointer text-left underline decoration-dim decoration-dotted underline-offset-3 hover:decoration-ink"
        onClick={(event) => event.stopPropagation()}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          collisionPadding={12}
          sideOffset={4}
          className="z-50 max-w-[min(560px,95vw)] border border-dim bg-raised p-3 shadow-2xl"
          onClick={(event) => event.stopPropagation()}
        >
          <h3 className="mb-2 font-semibold">{working.title}</h3>
          <table className="text-left">
            <tbody>
              {working.terms.map((term, number) => (
                <tr key={number} className="border-t border-rule align-top">
                  <th className="py-1 pr-3 font-normal text-dim">{term.name}</th>
                  <td className="py-1 pr-3 whitespace-nowrap">{term.value}</td>
                  <td className="py-1 text-small text-dim">{term.source}</td>
                </tr>
              ))}
              <tr className="border-t border-dim">
                <th className="pt-1.5 pr-3 font-semibold">Gives</th>
                <td className="pt-1.5 font-semibold" colSpan={2}>
                  {working.result}
                </td>
              </tr>
            </tbody>
          </table>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});
