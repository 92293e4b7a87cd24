import type { Severity, SignalKind } from "../api/client";

const SEVERITIES: Record<Severity | "ok", { shape: string; word: string; colour: string }> = {
  stop: { shape: "M1 1h8v8h-8z", word: "stop", colour: "text-stop" },
  caution: { shape: "M5 .5 9.7 9.2H.3z", word: "caution", colour: "text-caution" },
  note: { shape: "M5 1a4 4 0 1 0 0 8 4 4 0 0 0 0-8z", word: "note", colour: "text-note" },
  ok: { shape: "M1 5.4 3.8 8.2 9.2 1.8 8.2 1 3.7 6.3 1.9 4.5z", word: "ok", colour: "text-ok" },
};

/** A severity: colour, mark and, unless it stands beside, its word. */
export function SeverityMark({ severity, word = true }: { severity: Severity | "ok"; word?: boolean }) {
  const { shape, word: name, colour } = SEVERITIES[severity];
  return (
    <span className={`inline-flex items-center gap-1 whitespace-nowrap ${colour}`}>
      <svg viewBox="0 0 10 10" className="h-2.5 w-2.5 shrink-0 fill-current" role="img" aria-label={name}>
        <path d={shape} />
      </svg>
      {word && <span aria-hidden>{name}</span>}
    </span>
  );
}

export const SIGNALS: Record<SignalKind, { letter: string; colour: string; stroke: string }> = {
  picture: { letter: "P", colour: "text-picture", stroke: "var(--picture)" },
  sound: { letter: "S", colour: "text-sound", stroke: "var(--sound)" },
  timecode: { letter: "T", colour: "text-timecode", stroke: "var(--timecode)" },
  power: { letter: "W", colour: "text-power", stroke: "var(--power)" },
  data: { letter: "D", colour: "text-data", stroke: "var(--data)" },
};

/** Letters of the signals in a port or on a cable. */
export function SignalLetters({ signals }: { signals: SignalKind[] }) {
  return (
    <span className="inline-flex gap-0.5 font-semibold" role="img" aria-label={signals.length ? signals.join(", ") : "nothing"}>
      {signals.map((kind) => (
        <span key={kind} aria-hidden className={SIGNALS[kind].colour}>
          {SIGNALS[kind].letter}
        </span>
      ))}
    </span>
  );
}
