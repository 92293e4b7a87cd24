import { useState } from "react";
import type { Finding, Fix } from "../api/client";
import { useOutlook } from "../api/queries";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";
import { SeverityMark } from "../ui/mark";
import { OutlookSummary } from "./outlook";

/** All findings, stops first. */
export function FindingsList() {
  const { workspace } = useWorkbench();
  const { findings, verdict } = workspace.report;
  return (
    <section aria-labelledby="findings">
      <h2 id="findings" tabIndex={-1} className="px-3 pt-3 pb-1 font-semibold">
        Findings
      </h2>
      {findings.length === 0 ? (
        <p className="px-3 text-dim">{verdict.text}: everything that is asked for arrives, fits and lasts.</p>
      ) : (
        <ol>
          {findings.map((finding, number) => (
            <li key={`${finding.id}-${number}`}>
              <FindingCard finding={finding} />
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

/** Findings at one place. */
export function FindingsAt({ findings }: { findings: Finding[] }) {
  if (findings.length === 0) return null;
  return (
    <section aria-label="Findings here" className="border-t border-rule">
      {findings.map((finding, number) => (
        <FindingCard key={`${finding.id}-${number}`} finding={finding} />
      ))}
    </section>
  );
}

/** A finding: its code, one sentence, the reason, the fixes. */
function FindingCard({ finding }: { finding: Finding }) {
  const { reference, select } = useWorkbench();
  const [open, setOpen] = useState(false);
  const page = reference.findings.find((known) => known.code === finding.code);
  const show = () => {
    const { connection, device } = finding.at;
    if (connection) select({ kind: "lead", id: connection });
    else if (device) select({ kind: "device", id: device });
  };
  return (
    <article data-finding={finding.id} tabIndex={0} aria-label={`${finding.severity} ${finding.code}: ${finding.text}`} className="border-t border-rule px-3 py-2.5">
      <p className="flex items-center gap-2 text-small">
        <SeverityMark severity={finding.severity} />
        <button type="button" aria-expanded={open} className="text-dim underline decoration-dotted underline-offset-3 hover:text-ink" onClick={() => setOpen(!open)}>
          {finding.code}
        </button>
        <button type="button" className="ml-auto text-dim underline decoration-dotted underline-offset-3 hover:text-ink" onClick={show}>
          Show on the map
        </button>
      </p>
      <p className="mt-1">{finding.text}</p>
      <p className="mt-0.5 text-small text-dim">{finding.reason}</p>
      {open && page && (
        <div className="mt-1.5 space-y-1 border-l border-rule pl-2 text-small">
          <p className="font-semibold">{page.title}</p>
          <p>{page.means}</p>
          <p>{page.matters}</p>
          <p>{page.todo}</p>
        </div>
      )}
      {finding.fixes.length > 0 ? (
        <ul className="mt-1.5 space-y-1">
          {finding.fixes.map((fix) => (
            <li key={fix.title}>
              <FixRow fix={fix} />
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-1 text-small text-dim">Nothing in the kit mends this by itself.</p>
      )}
    </article>
  );
}

/** A fix: what it does, what it would change, and the act. */
function FixRow({ fix }: { fix: Fix }) {
  const { id, build, workspace, attempt, preview, setPreview } = useWorkbench();
  const open = preview !== undefined && JSON.stringify(preview.commands) === JSON.stringify(fix.commands);
  const outlook = useOutlook(id, build.id, workspace.revision, open ? fix.commands : undefined);
  return (
    <div className="border border-rule">
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full justify-between gap-2 px-2 py-1 text-left hover:bg-raised"
        onClick={() => setPreview(open ? undefined : fix)}
      >
        <span>{fix.title}</span>
        <span className="shrink-0 text-small text-dim">{open ? "Close" : "Preview"}</span>
      </button>
      {open && (
        <div className="border-t border-rule bg-sunk px-2 py-1.5 text-small">
          {outlook.error && <p className="text-stop">{outlook.error.message}</p>}
          {outlook.data && <OutlookSummary outlook={outlook.data} />}
          <Button strong className="mt-1.5" disabled={!outlook.data} onClick={() => attempt(fix.commands)}>
            Apply this fix
          </Button>
        </div>
      )}
    </div>
  );
}
