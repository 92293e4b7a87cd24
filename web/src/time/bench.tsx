import { useState } from "react";
import { Live } from "./live";
import { Make } from "./make";
import { Recordings } from "./recordings";

/** Timecode made, read, compared and heard: the bench before the day, and after it. */
export function TimecodeBench() {
  const [open, setOpen] = useState(false);
  return (
    <section aria-label="Timecode bench" className="mt-6">
      <h3>
        <button type="button" aria-expanded={open} className="font-semibold hover:underline" onClick={() => setOpen(!open)}>
          <span aria-hidden className="inline-block w-4 text-dim">
            {open ? "−" : "+"}
          </span>
          Bench: make, read, compare and hear timecode
        </button>
      </h3>
      {open && (
        <div className="space-y-6 pl-4">
          <Recordings />
          <Make />
          <Live />
        </div>
      )}
    </section>
  );
}
