import type { Outlook } from "../api/client";
import { SeverityMark } from "../ui/mark";

/** What an edit would change: the verdict, findings that go and come, rows that differ. */
export function OutlookSummary({ outlook }: { outlook: Outlook }) {
  const { before, after, gone, come, eased, worsened, shifts, losses, switched_off: off } = outlook;
  return (
    <div className="space-y-1">
      <p>
        {before.text} → <strong>{after.text}</strong>
      </p>
      {off.map((text) => (
        <p key={text} className="text-stop">
          {text}
        </p>
      ))}
      {gone.length > 0 && <p className="text-ok">Mends {gone.map((finding) => finding.code).join(", ")}.</p>}
      {eased.map((finding) => (
        <p key={finding.id}>
          {finding.code} would become a <SeverityMark severity={finding.severity} />.
        </p>
      ))}
      {worsened.map((finding) => (
        <p key={finding.id}>
          {finding.code} would become a <SeverityMark severity={finding.severity} />: {finding.text}
        </p>
      ))}
      {come.map((finding) => (
        <p key={finding.id}>
          <SeverityMark severity={finding.severity} /> would come, {finding.code}: {finding.text}
        </p>
      ))}
      {losses.map((text) => (
        <p key={text} className="text-caution">
          {text}
        </p>
      ))}
      {shifts.length > 0 && (
        <dl>
          {shifts.map((shift, number) => (
            <div key={number} className="border-t border-rule py-0.5">
              <dt>{shift.name}</dt>
              <dd className="text-dim">
                {shift.before} → <span className={shift.worse ? "text-caution" : "text-ink"}>{shift.after}</span>
                {shift.worse && <span className="text-caution">, worse</span>}
              </dd>
            </div>
          ))}
        </dl>
      )}
      {shifts.length + losses.length === 0 && <p className="text-dim">No arrival or recording changes.</p>}
    </div>
  );
}
