/** Runs that were measured, each with a way to take it out again. */
export function Runs({ said, remove }: { said: string[]; remove: (number: number) => void }) {
  if (said.length === 0) return null;
  return (
    <ul aria-label="Measured runs" className="mt-2 text-small">
      {said.map((run, number) => (
        <li key={number} className="flex justify-between gap-2 border-t border-rule py-0.5">
          <span>{run}</span>
          <button type="button" className="underline decoration-dotted underline-offset-3" onClick={() => remove(number)}>
            Remove<span className="sr-only"> this run</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
