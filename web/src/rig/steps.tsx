import type { CheckItem, StepReport } from "../api/client";
import type { ReactNode } from "react";
import { Button } from "../ui/button";
import { useTicks } from "./ticks";

/** A large line to tick off with one thumb. */
function Line({ done, tick, label, children }: { done: boolean; tick: () => void; label: string; children: ReactNode }) {
  return (
    <li className="border-t border-rule">
      <button
        type="button"
        role="checkbox"
        aria-checked={done}
        aria-label={label}
        className={`flex min-h-11 w-full items-start gap-2.5 px-3 py-1.5 text-left hover:bg-raised ${done ? "text-dim" : ""}`}
        onClick={tick}
      >
        <span aria-hidden className="mt-0.5 inline-flex h-5 w-5 shrink-0 items-center justify-center border border-dim">
          {done ? "✓" : ""}
        </span>
        <span className="min-w-0 flex-1">{children}</span>
      </button>
    </li>
  );
}

/** The steps of an assembly, ticked off as they are done. */
export function Steps({
  name,
  steps,
  takes,
  tools,
  children,
}: {
  name: string;
  steps: StepReport[];
  takes: string;
  tools: string[];
  /** What stands below the last step. */
  children?: ReactNode;
}) {
  const { done, tick, clear } = useTicks(name);
  const left = steps.filter((step) => !done.has(step.id)).length;
  return (
    <section aria-label="Steps">
      <p className="flex flex-wrap items-baseline gap-x-3 px-3 py-2 text-small text-dim">
        <span>
          {steps.length} steps, {left} left
        </span>
        <span>{takes}</span>
        <span>{tools.length > 0 ? tools.join(", ") : "no tool"}</span>
        {done.size > 0 && (
          <button type="button" className="ml-auto underline decoration-dotted underline-offset-3" onClick={clear}>
            Begin again
          </button>
        )}
      </p>
      <ol>
        {steps.map((step) => (
          <Line key={step.id} done={done.has(step.id)} tick={() => tick(step.id)} label={`${step.number}. ${step.do}`}>
            <span className="flex gap-2">
              <span className="font-semibold">{step.do}</span>
              <span className="ml-auto shrink-0 text-small text-dim">{step.tool}</span>
            </span>
            <span className="block text-small text-dim">{step.place}</span>
            {step.care && <span className="block text-small text-caution">{step.care}</span>}
          </Line>
        ))}
      </ol>
      {children}
    </section>
  );
}

/** The line check, in its groups. */
export function LineCheck({ name, items }: { name: string; items: CheckItem[] }) {
  const { done, tick, clear } = useTicks(name);
  const groups = [...new Set(items.map((item) => item.group))];
  return (
    <section aria-label="Line check">
      <p className="flex px-3 py-2 text-small text-dim">
        {items.filter((item) => done.has(item.id)).length} of {items.length} looked at
        {done.size > 0 && (
          <button type="button" className="ml-auto underline decoration-dotted underline-offset-3" onClick={clear}>
            Begin again
          </button>
        )}
      </p>
      {groups.map((group) => (
        <section key={group} aria-label={group}>
          <h3 className="px-3 pt-2 text-small font-semibold">{group}</h3>
          <ul>
            {items
              .filter((item) => item.group === group)
              .map((item) => (
                <Line key={item.id} done={done.has(item.id)} tick={() => tick(item.id)} label={item.text}>
                  {item.text}
                </Line>
              ))}
          </ul>
        </section>
      ))}
    </section>
  );
}

/** Steps and packing on paper. */
export function StepsSheet({
  title,
  steps,
  takes,
  tools,
  parts,
  children,
}: {
  title: string;
  steps: StepReport[];
  takes: string;
  tools: string[];
  parts: [string, number][];
  children?: ReactNode;
}) {
  return (
    <main className="p-4">
      <h2 className="text-large font-semibold">{title}</h2>
      <p>
        {steps.length} steps, {takes}, {tools.length > 0 ? tools.join(", ") : "no tool"}
      </p>
      <table className="mt-3 w-full text-left">
        <tbody>
          {steps.map((step) => (
            <tr key={step.id} className="border-t border-rule align-top">
              <td className="w-8 pr-2">▢</td>
              <td className="w-8 pr-2">{step.number}</td>
              <td className="pr-3 font-semibold">{step.do}</td>
              <td className="pr-3">
                {step.place}
                {step.care && `; ${step.care}`}
              </td>
              <td>{step.tool}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-4 font-semibold">To pack</h3>
      <ul>
        {parts.map(([name, count]) => (
          <li key={name}>
            ▢ {count} × {name}
          </li>
        ))}
      </ul>
      {children}
    </main>
  );
}

/** A button that leads to paper. */
export function PrintSteps({ print }: { print: () => void }) {
  return <Button onClick={print}>Print steps</Button>;
}
