import { useState, type ReactNode } from "react";

/** A part of a view that opens under its heading; what is in it is drawn when it is open. */
export function Disclosure({ label, heading, className = "mt-6", children }: { label: string; heading: ReactNode; className?: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <section aria-label={label} className={className}>
      <h3>
        <button type="button" aria-expanded={open} className="font-semibold hover:underline" onClick={() => setOpen(!open)}>
          <span aria-hidden className="inline-block w-4 text-dim">
            {open ? "−" : "+"}
          </span>
          {heading}
        </button>
      </h3>
      {open && children}
    </section>
  );
}
