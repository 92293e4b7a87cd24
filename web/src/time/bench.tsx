import { Disclosure } from "../ui/disclosure";
import { Live } from "./live";
import { Make } from "./make";
import { Recordings } from "./recordings";

/** Timecode made, read, compared and heard: the bench before the day, and after it. */
export function TimecodeBench() {
  return (
    <Disclosure label="Timecode bench" heading="Bench: make, read, compare and hear timecode">
      <div className="space-y-6 pl-4">
        <Recordings />
        <Make />
        <Live />
      </div>
    </Disclosure>
  );
}
