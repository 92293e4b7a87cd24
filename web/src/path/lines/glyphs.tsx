import type { KeyboardEvent } from "react";
import type { Severity } from "../../api/client";

export const WORST: Record<Severity, string> = { stop: "var(--stop)", caution: "var(--caution)", note: "var(--note)" };

const GLYPHS = { stop: "M1 1h8v8h-8z", caution: "M5 .5 9.7 9.2H.3z", note: "M5 1a4 4 0 1 0 0 8 4 4 0 0 0 0-8z" };

/** A severity's mark within a drawing. */
export function SeverityGlyph({ severity, x, y }: { severity: Severity; x: number; y: number }) {
  return <path d={GLYPHS[severity]} transform={`translate(${x} ${y})`} fill={WORST[severity]} />;
}

/** A drawn thing that is pressed like a button. */
export const onPress = (act: () => void) => (event: KeyboardEvent) => {
  if (event.key === "Enter" || event.key === " ") {
    event.preventDefault();
    act();
  }
};
