import { Main, Page, Side } from "../ui/page";
import { useState } from "react";
import { flushSync } from "react-dom";
import type { DayAnswer, JobTotals } from "../api/client";
import { mediaPlanAddress, useDay } from "../api/queries";
import { useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { CardLabels } from "./card-labels";
import { Lanes } from "./lanes";
import { Schedule } from "./schedule";
import { CopyRules, JobDays, StationFields } from "./station";

/** The Media view: what is shot when, the cards that it takes, and when the last copy is safe. */
export function MediaView() {
  const { id, build, workspace } = useFloor();
  const plan = useDay(id, build.id, workspace.revision);
  const day = plan.data?.day;
  const [sheet, setSheet] = useState<"labels">();
  const printAs = (what: "labels" | undefined) => {
    flushSync(() => setSheet(what));
    window.print();
    setSheet(undefined);
  };
  if (day && sheet === "labels") return <CardLabels day={day} />;
  return (
    <Page printed>
      <Main>
        <h2 className="mt-4 flex flex-wrap items-baseline gap-3 text-large font-semibold">
          The day’s media
          <span className="hidden text-body font-normal print:inline">
            {workspace.production.name}, {build.name}
          </span>
          {day && (
            <span className="ml-auto flex items-center gap-3 text-body font-normal print:hidden">
              <a className="underline decoration-dotted underline-offset-3" href={mediaPlanAddress(id, build.id)} download>
                Save the changes as CSV
              </a>
              <Button onClick={() => printAs(undefined)}>Print</Button>
              <Button onClick={() => printAs("labels")}>Print card labels</Button>
            </span>
          )}
        </h2>
        {plan.error && <p className="mt-3 text-stop">{plan.error.message}</p>}
        {plan.data && !day && (
          <p className="mt-2 max-w-prose text-dim">
            Nothing is planned, or nothing records. Add what is shot in the schedule, set what each recorder records in Record, and the cards, their changes and
            their copies stand here.
          </p>
        )}
        {day && <Answer day={day} />}
        {plan.data && <Job job={plan.data.job} />}
      </Main>
      <Side label="Schedule and copies" wide className="p-3 print:hidden">
        <Schedule />
        <StationFields />
        <CopyRules />
        <JobDays />
      </Side>
    </Page>
  );
}

function Answer({ day }: { day: DayAnswer }) {
  return (
    <>
      <ul aria-label="The day in sentences" className="mt-2">
        {day.says.map((sentence, number) => (
          <li key={sentence} className={number === 0 ? "text-large font-semibold" : ""} data-testid={number === 0 ? "day-answer" : undefined}>
            {sentence}
          </li>
        ))}
      </ul>
      <Lanes day={day} />
      <div className="mt-4 grid gap-x-6 gap-y-4 lg:grid-cols-2">
        <section aria-label="Cards">
          <h3 className="font-semibold">Cards</h3>
          <table className="w-full text-left">
            <thead className="text-small text-dim">
              <tr>
                <th className="pr-3 font-normal">Kind</th>
                <th className="pr-3 text-right font-normal">Needed</th>
                <th className="pr-3 text-right font-normal">If none is used twice</th>
                <th className="text-right font-normal">In the kit</th>
              </tr>
            </thead>
            <tbody>
              {day.pools.map((pool) => (
                <tr key={pool.medium} className="border-t border-rule">
                  <th className="py-0.5 pr-3 font-normal">{pool.name}</th>
                  <td className="pr-3 text-right font-semibold">{pool.needed}</td>
                  <td className="pr-3 text-right">{pool.without_reuse}</td>
                  <td className={`text-right ${pool.owned < pool.needed ? "text-caution" : ""}`}>
                    {pool.owned}
                    {pool.owned < pool.needed && `, ${pool.needed - pool.owned} short`}
                    {pool.to_buy != null && `, ${pool.to_buy} to buy`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="One more">
          <h3 className="font-semibold">One more would change</h3>
          <ul>
            {day.what_if.map((one) => (
              <li key={one.what} className="grid grid-cols-[9rem_1fr] gap-3 border-t border-rule py-0.5">
                <span className="text-dim">{one.what}</span>
                <span>{one.says}</span>
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="Changes of cards">
          <h3 className="font-semibold">Changes</h3>
          <ol>
            {day.swaps.map((swap) => (
              <li key={`${swap.recorder} ${swap.seconds}`} className="grid grid-cols-[5rem_1fr_1fr] gap-3 border-t border-rule py-0.5">
                <span>{swap.at}</span>
                <span>{swap.name}</span>
                <span>{swap.card ?? "out, and nothing after it"}</span>
              </li>
            ))}
          </ol>
        </section>
        <section aria-label="Written in the day">
          <h3 className="font-semibold">Written in the day</h3>
          <p className="border-t border-rule py-0.5">
            {day.bytes_label} <span className="text-dim">which a computer may show as {day.binary_label}</span>
          </p>
          <p className="border-t border-rule py-0.5">The last copy is verified at {day.last_copy_done_at}.</p>
        </section>
      </div>
    </>
  );
}

function Job({ job }: { job: JobTotals }) {
  if (job.days === 0) return null;
  return (
    <section aria-label="The job" className="mt-4">
      <h3 className="font-semibold">The job: {job.days === 1 ? "one day" : `${job.days} days`}</h3>
      <ul>
        {job.lines.map((line) => (
          <li key={line} className="border-t border-rule py-0.5">
            {line}
          </li>
        ))}
        <li className="border-t border-rule py-0.5">Written in all: {job.bytes_label}</li>
        <li className="border-t border-rule py-0.5 font-semibold" data-testid="job-storage">
          Storage, with every copy and the margin: {job.storage_label}{" "}
          <span className="font-normal text-dim">which a computer may show as {job.storage_binary}</span>
        </li>
      </ul>
    </section>
  );
}
