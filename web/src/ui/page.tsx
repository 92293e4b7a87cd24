import type { HTMLAttributes, ReactNode } from "react";

interface PageProps extends HTMLAttributes<HTMLDivElement> {
  /** Whether it stands on paper as it follows, rather than side by side. */
  printed?: boolean;
}

/** A view: what it shows, and beside it, on a small screen below it, what belongs to something of it. */
export function Page({ printed, ...rest }: PageProps) {
  return <div className={`flex min-h-0 min-w-0 flex-1 max-md:flex-col max-md:overflow-auto ${printed ? "print:block" : ""}`} {...rest} />;
}

/** What a view shows. It takes the focus, so that the keyboard can scroll it. */
export function Main({ children }: { children: ReactNode }) {
  return (
    <main tabIndex={0} data-scrolls className="min-w-0 flex-1 overflow-auto px-4 pb-8 max-md:overflow-visible">
      {children}
    </main>
  );
}

interface SideProps {
  label: string;
  /** For fields beside each other. */
  wide?: boolean;
  /** What else it is: room around it, not on paper, drawn by itself. */
  className?: string;
  children: ReactNode;
}

/** What stands beside. */
export function Side({ label, wide, className = "", children }: SideProps) {
  return (
    <aside
      aria-label={label}
      tabIndex={0}
      data-scrolls
      className={`w-full shrink-0 overflow-auto border-rule max-md:overflow-visible max-md:border-t md:border-l ${wide ? "md:w-[340px]" : "md:w-[312px]"} ${className}`}
    >
      {children}
    </aside>
  );
}
