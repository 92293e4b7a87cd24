import { useState } from "react";
import { sentenceOf } from "../api/client";

/** A choice in the middle of a sentence. */
export function Word({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChoose: (value: string) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChoose(event.target.value)}
      onKeyDown={(event) => event.stopPropagation()}
      className="max-w-60 border-b border-dotted border-dim bg-ground py-0.5 hover:border-solid"
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}

/** A word that is typed in the middle of a sentence; empty means that nothing is asked. */
export function WordTyped({ label, value, empty, send }: { label: string; value: string; empty: string; send: (typed: string) => Promise<unknown> }) {
  const [typed, setTyped] = useState<string>();
  const [refusal, setRefusal] = useState<string>();
  const shown = typed ?? value;

  async function commit() {
    if (typed === undefined || typed.trim() === value) {
      setTyped(undefined);
      setRefusal(undefined);
      return;
    }
    try {
      await send(typed.trim());
      setTyped(undefined);
      setRefusal(undefined);
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }

  return (
    <span className="inline-block">
      <input
        aria-label={label}
        aria-invalid={refusal !== undefined}
        value={shown}
        placeholder={empty}
        size={Math.max(5, (shown || empty).length + 1)}
        spellCheck={false}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") void commit();
          if (event.key === "Escape") {
            setTyped(undefined);
            setRefusal(undefined);
          }
        }}
        className={`border-b border-dotted bg-ground px-0.5 placeholder:text-dim ${refusal ? "border-stop" : "border-dim"}`}
      />
      {refusal && (
        <span role="alert" className="block text-small leading-4 text-stop">
          {refusal}
        </span>
      )}
    </span>
  );
}
