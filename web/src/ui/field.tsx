import { useId, useLayoutEffect, useRef, useState, type KeyboardEvent, type RefObject } from "react";
import { sentenceOf } from "../api/client";

interface Props {
  label: string;
  value: string;
  /** Sends what was typed; fails with the sentence to show. */
  send: (typed: string) => Promise<unknown>;
  hint?: string;
  choices?: string[];
  hideLabel?: boolean;
  placeholder?: string;
}

/** Says what was typed into a field that is gone before it could be sent, with what it stood on. */
export const UNSENT = "west-rail:unsent";
export interface Unsent {
  label: string;
  typed: string;
}

/** A field that goes while somebody writes in it doesn't take their words along. */
function useKeptWords(field: RefObject<HTMLInputElement | null>, label: string, typed: string | undefined) {
  const words = useRef<Unsent | undefined>(undefined);
  useLayoutEffect(() => {
    words.current = typed === undefined ? undefined : { label, typed };
  }, [label, typed]);
  useLayoutEffect(() => {
    const input = field.current;
    return () => {
      if (words.current && document.activeElement === input) window.dispatchEvent(new CustomEvent<Unsent>(UNSENT, { detail: words.current }));
    };
  }, [field]);
}

/** A field that understands people: Enter or leaving it sends what was typed. A refused entry stays
 *  as it was typed, with what is accepted; Escape goes back to what is set. */
export function TypedField({ label, value, send, hint, choices, hideLabel, placeholder }: Props) {
  const [typed, setTyped] = useState<string>();
  const [refusal, setRefusal] = useState<string>();
  const sending = useRef(false);
  const field = useRef<HTMLInputElement>(null);
  const id = useId();
  const shown = typed ?? value;
  useKeptWords(field, label, typed);

  // What is set has changed under an untouched field: nothing of the person's is lost by showing it.
  if (typed !== undefined && typed === value) {
    setTyped(undefined);
    setRefusal(undefined);
  }

  async function commit() {
    if (typed === undefined || typed === value || sending.current) return;
    sending.current = true;
    try {
      await send(typed);
      setTyped(undefined);
      setRefusal(undefined);
    } catch (error) {
      setRefusal(sentenceOf(error));
    } finally {
      sending.current = false;
    }
  }

  function onKey(event: KeyboardEvent<HTMLInputElement>) {
    event.stopPropagation();
    if (event.key === "Enter") void commit();
    if (event.key === "Escape") {
      setTyped(undefined);
      setRefusal(undefined);
      // The keys of the frame are the keys again.
      event.currentTarget.blur();
    }
  }

  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block text-small text-dim"}>
        {label}
      </label>
      <input
        ref={field}
        id={id}
        value={shown}
        placeholder={placeholder}
        list={choices ? `${id}-choices` : undefined}
        aria-invalid={refusal !== undefined}
        aria-describedby={refusal ? `${id}-refusal` : hint ? `${id}-hint` : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={onKey}
        className={`w-full border bg-sunk px-1.5 py-0.5 ${refusal ? "border-stop" : "border-rule focus:border-dim"}`}
      />
      {choices && (
        <datalist id={`${id}-choices`}>
          {choices.map((choice) => (
            <option key={choice} value={choice} />
          ))}
        </datalist>
      )}
      {refusal ? (
        <p id={`${id}-refusal`} role="alert" className="mt-0.5 text-small text-stop">
          {refusal}
        </p>
      ) : (
        hint && (
          <p id={`${id}-hint`} className="mt-0.5 text-small text-dim">
            {hint}
          </p>
        )
      )}
    </div>
  );
}

/** One of several, named. */
export function Choice({
  label,
  value,
  options,
  onChoose,
  hideLabel,
}: {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChoose: (value: string) => void;
  hideLabel?: boolean;
}) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block text-small text-dim"}>
        {label}
      </label>
      <select
        id={id}
        value={value}
        onChange={(event) => onChoose(event.target.value)}
        onKeyDown={(event) => event.stopPropagation()}
        className="min-h-6 w-full border border-rule bg-sunk px-1 py-0.5 focus:border-dim"
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </div>
  );
}

/** Something that is so or isn't. */
export function Tick({ label, checked, onChange }: { label: string; checked: boolean; onChange: (checked: boolean) => void }) {
  return (
    <label className="flex min-h-6 items-center gap-1.5">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} />
      {label}
    </label>
  );
}

/** A field of a form that is sent as a whole: it holds what was typed until then. */
export function PlainField({ label, example, value, onChange }: { label: string; example: string; value: string; onChange: (typed: string) => void }) {
  return (
    <label className="min-w-0 text-small text-dim">
      {label}
      <input
        value={value}
        placeholder={example}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={(event) => event.stopPropagation()}
        className="w-full border border-rule bg-sunk px-1.5 py-0.5 text-body text-ink placeholder:text-dim/60"
      />
    </label>
  );
}
