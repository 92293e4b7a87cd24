import { DropdownMenu } from "radix-ui";

interface Props {
  /** What it is, and the word on its button. */
  name: string;
  word: string;
  /** Without a border, among other small buttons. */
  quiet?: boolean;
  align?: "start" | "end";
  /** Acts, and addresses to save. */
  items: [string, (() => void) | string][];
}

/** Things to do that have no button of their own. */
export function Menu({ name, word, quiet, align = "end", items }: Props) {
  const look = "block w-full cursor-pointer px-3 py-1.5 text-left outline-none data-highlighted:bg-raised";
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className={quiet ? "px-1.5 py-1 text-small text-dim hover:text-ink" : "border border-rule bg-raised px-2.5 py-1 hover:border-dim"}
        aria-label={name}
      >
        {word}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align={align} sideOffset={4} className="z-50 min-w-36 border border-dim bg-ground py-1 shadow-2xl">
          {items.map(([label, act]) =>
            typeof act === "string" ? (
              <DropdownMenu.Item key={label} asChild>
                <a href={act} download className={look}>
                  {label}
                </a>
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Item key={label} className={look} onSelect={act}>
                {label}
              </DropdownMenu.Item>
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
