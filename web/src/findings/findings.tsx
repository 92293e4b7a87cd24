import { memo, useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import type { Finding, Fix } from "../api/client";
import { useFixes, useOutlook, useSafeFixes } from "../api/queries";
import { useAttention, useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { SeverityMark } from "../ui/mark";
import { OutlookSummary } from "./outlook";

/** So many findings are listed at first. */
const LISTED = 12;

/** All findings, stops first. */
export function FindingsList({ onClose }: { onClose: () => void }) {
  const { workspace } = useFloor();
  const { findings, verdict } = workspace.report;
  const [shown, setShown] = useState(LISTED);
  return (
    <section aria-labelledby="findings">
      <div className="flex items-baseline justify-between px-3 pt-3 pb-1">
        <h2 id="findings" tabIndex={-1} className="font-semibold">
          Findings
        </h2>
        <button type="button" className="text-small text-dim hover:text-ink print:hidden" onClick={onClose}>
          Close panel
        </button>
      </div>
      {findings.length === 0 ? (
        <p className="px-3 text-dim">
          {workspace.report.arrivals.length + workspace.report.recordings.length > 0
            ? `${verdict.text}: everything that is asked for arrives, fits and lasts.`
            : `${verdict.text}. Add a camera, and a screen or a recorder for its picture.`}
        </p>
      ) : (
        <>
          <SafeFixesRow />
          <ol>
            {findings.slice(0, shown).map((finding, number) => (
              <li key={`${finding.id}-${number}`}>
                <FindingCard finding={finding} place={number} />
              </li>
            ))}
            {findings.length > shown && (
              <li className="border-t border-rule px-3 py-2.5">
                <Button onClick={() => setShown(shown + LISTED)}>Show more of {findings.length} findings</Button>
              </li>
            )}
          </ol>
        </>
      )}
    </section>
  );
}

/** All fixes that cost nothing anywhere else, looked for when asked, shown before they are applied. */
function SafeFixesRow() {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const [asked, setAsked] = useState(false);
  const safe = useSafeFixes(id, build.id, workspace.revision, {}, asked);
  const commands = safe.data?.commands.length ? safe.data.commands : undefined;
  const outlook = useOutlook(id, build.id, workspace.revision, asked ? commands : undefined);
  const { stops, cautions } = workspace.report.verdict;
  if (stops + cautions === 0) return null;
  if (!asked)
    return (
      <div className="px-3 pb-2 print:hidden">
        <Button onClick={() => setAsked(true)}>Look for all safe fixes</Button>
      </div>
    );
  const count = safe.data?.titles.length ?? 0;
  const notLookedAt = safe.data?.not_looked_at ?? 0;
  const left = notLookedAt === 1 ? "one finding more wasn’t" : `${notLookedAt} findings more weren’t`;
  return (
    <section aria-label="Safe fixes" className="mx-3 mb-2 border border-rule bg-sunk px-2 py-1.5 text-small print:hidden">
      {safe.error && <p className="text-stop">{safe.error.message}</p>}
      {safe.isFetching && <p className="text-dim">Looking for fixes that cost nothing elsewhere…</p>}
      {safe.data && count === 0 && notLookedAt === 0 && <p>Every remaining fix has a trade-off: it hires, takes out or worsens something. Choose below.</p>}
      {count > 0 && (
        <>
          <ol className="mb-1 list-decimal pl-5">
            {safe.data?.titles.map((title, number) => (
              <li key={number}>{title}</li>
            ))}
          </ol>
          {outlook.data && <OutlookSummary outlook={outlook.data} />}
        </>
      )}
      {notLookedAt > 0 && (
        <p>
          {count > 0
            ? `${left} looked at: apply these, then look again.`
            : `The time was up before a fix without a trade-off was found: ${left} looked at. Look for fixes at a finding itself.`}
        </p>
      )}
      <div className="mt-1.5 flex gap-2">
        {commands && (
          <Button
            strong
            disabled={!outlook.data}
            onClick={() => {
              setAsked(false);
              attempt(commands, count === 1 ? (safe.data?.titles[0] ?? "") : `${count} safe fixes`);
            }}
          >
            {count === 1 ? "Apply it" : `Apply all ${count}`}
          </Button>
        )}
        <Button onClick={() => setAsked(false)}>Close</Button>
      </div>
    </section>
  );
}

/** Findings at one place, which has its name where a view shows several. */
export function FindingsAt({ findings, of, arising }: { findings: Finding[]; of?: string; arising?: ReadonlySet<string> }) {
  if (findings.length === 0) return null;
  return (
    <section aria-label={of ? `Findings of ${of}` : "Findings here"} className="border-t border-rule">
      {findings.map((finding, number) => (
        <FindingCard key={`${finding.id}-${number}`} finding={finding} place={number} arises={arising?.has(finding.id)} />
      ))}
    </section>
  );
}

/** So many findings of a list have their fixes looked for at once; the others when they are asked. */
const LOOKED = 8;

/** Areas that are drawn in a view of their own. */
const VIEWS: Partial<Record<Finding["area"], { path: string; show: string }>> = {
  power: { path: "power", show: "Show the supply" },
  build: { path: "build", show: "Show the rig" },
};

/** A finding: its code, one sentence, the reason, the fixes; none while it only arises as something is dragged. */
const FindingCard = memo(function FindingCard({ finding, place, arises = false }: { finding: Finding; place: number; arises?: boolean }) {
  const { reference } = useFloor();
  const { select } = useAttention();
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState(place < LOOKED);
  const page = reference.findings.find((other) => other.code === finding.code);
  const { id, build } = useFloor();
  const navigate = useNavigate();
  const inPath = useLocation().pathname.endsWith("/path");
  const view = VIEWS[finding.area];
  const show = () => {
    const { connection, device } = finding.at;
    if (view) {
      void navigate(`/p/${encodeURIComponent(id)}/${encodeURIComponent(build.id)}/${view.path}${device ? `?${view.path}=${encodeURIComponent(device)}` : ""}`);
      return;
    }
    const at = connection ? ({ kind: "cable", id: connection } as const) : device ? ({ kind: "device", id: device } as const) : undefined;
    if (!inPath) void navigate(`/p/${encodeURIComponent(id)}/${encodeURIComponent(build.id)}/path${at ? `?at=${at.kind}:${encodeURIComponent(at.id)}` : ""}`);
    else if (at) select(at);
  };
  return (
    <article
      data-finding={finding.id}
      tabIndex={0}
      aria-label={`${finding.severity} ${finding.code}: ${finding.text}`}
      className="border-t border-rule px-3 py-2.5"
    >
      <p className="flex items-center gap-2 text-small">
        <SeverityMark severity={finding.severity} />
        <button
          type="button"
          aria-expanded={open}
          className="text-dim underline decoration-dotted underline-offset-3 hover:text-ink"
          onClick={() => setOpen(!open)}
        >
          {finding.code}
        </button>
        <button type="button" className="ml-auto text-dim underline print:hidden decoration-dotted underline-offset-3 hover:text-ink" onClick={show}>
          {view ? view.show : "Show on the map"}
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
      {arises ? (
        <p className="mt-1 text-small text-dim">Fixes are looked for when you let go.</p>
      ) : asked ? (
        <div className="print:hidden">
          <Fixes finding={finding.id} after={place} />
        </div>
      ) : (
        <Button className="mt-1.5 print:hidden" onClick={() => setAsked(true)}>
          Show fixes
        </Button>
      )}
    </article>
  );
});

/** A value as it was a moment ago; nothing at first. */
function useLater<T>(value: T, delay: number): T | undefined {
  const [later, setLater] = useState<T>();
  useEffect(() => {
    const timer = setTimeout(() => setLater(value), delay);
    return () => clearTimeout(timer);
  }, [value, delay]);
  return later;
}

/** The fixes of a finding, each tried on a copy by the server. They are asked for one after the other, when the
 *  page is drawn: a list of findings doesn't hold it up. */
function Fixes({ finding, after }: { finding: string; after: number }) {
  const { id, build, workspace } = useFloor();
  const revision = useLater(workspace.revision, 50 + 25 * after);
  const fixes = useFixes(id, build.id, revision ?? workspace.revision, finding, revision !== undefined);
  if (fixes.error) return <p className="mt-1 text-small text-dim">{fixes.error.message}</p>;
  if (!fixes.data) return <p className="mt-1 text-small text-dim">Looking for fixes…</p>;
  if (fixes.data.fixes.length === 0) return <p className="mt-1 text-small text-dim">{fixes.data.stuck}</p>;
  return (
    <ul className="mt-1.5 space-y-1">
      {fixes.data.fixes.map((fix) => (
        <li key={fix.id}>
          <FixRow fix={fix} of={finding} />
        </li>
      ))}
    </ul>
  );
}

/** So many of what a fix costs are named before it is opened. */
const NAMED = 2;

/** A fix: what it does, what it costs, what it would change, and the act. */
function FixRow({ fix, of }: { fix: Fix; of: string }) {
  const { id, build, workspace } = useFloor();
  const { attempt } = useEdits();
  const { preview, setPreview } = useAttention();
  // One edit may mend several findings: it is opened at the one that it was opened at.
  const open = preview?.id === fix.id && preview.of === of;
  const outlook = useOutlook(id, build.id, workspace.revision, open ? fix.commands : undefined);
  return (
    <div className="border border-rule">
      <button
        type="button"
        aria-expanded={open}
        className="flex w-full justify-between gap-2 px-2 py-1 text-left hover:bg-raised"
        onClick={() => setPreview(open ? undefined : { ...fix, of })}
      >
        <span>
          {fix.title}
          {fix.costs.slice(0, NAMED).map((cost) => (
            <span key={cost} className="block text-small text-dim">
              {cost}
            </span>
          ))}
          {!open && fix.costs.length > NAMED && <span className="block text-small text-dim">and {fix.costs.length - NAMED} more</span>}
        </span>
        <span className="shrink-0 text-small text-dim">{open ? "Close" : "Preview"}</span>
      </button>
      {open && (
        <div className="border-t border-rule bg-sunk px-2 py-1.5 text-small">
          {fix.costs.slice(NAMED).map((cost) => (
            <p key={cost}>{cost}</p>
          ))}
          {outlook.error && <p className="text-stop">{outlook.error.message}</p>}
          {outlook.data && <OutlookSummary outlook={outlook.data} />}
          <Button strong className="mt-1.5" disabled={!outlook.data} onClick={() => attempt(fix.commands, fix.title)}>
            Apply this fix
          </Button>
        </div>
      )}
    </div>
  );
}
