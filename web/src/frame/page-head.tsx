import type { ReactNode } from "react";
import { Link } from "react-router";
import { ThemeSwitch } from "./theme";

/** The head of a page that stands outside a production. */
export function PageHead({ children }: { children?: ReactNode }) {
  return (
    <header className="flex items-center gap-4 border-b border-rule py-2 print:hidden">
      <Link to="/" className="font-semibold tracking-wide">
        West Rail
      </Link>
      {children}
      <span className="ml-auto">
        <ThemeSwitch />
      </span>
    </header>
  );
}
