import { FindingsAt } from "../findings/findings";
import { useWorkbench } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";
import { Figure } from "../ui/figure";
import { SignalLetters } from "../ui/mark";

/** What is chosen for a lead, and how full it is. */
export function LeadInspector({ lead: id }: { lead: string }) {
  const { build, workspace, reference, edit, attempt, select } = useWorkbench();
  const lead = build.connections.find((known) => known.id === id);
  const measured = workspace.report.connections.find((known) => known.id === id);
  if (!lead || !measured) return null;
  const { load } = measured;
  const set = (change: { lead?: string; length?: string }) =>
    edit([{ do: "set-lead", build: build.id, connection: id, lead: change.lead ?? lead.lead, length: change.length ?? lead.length }]);
  const findings = workspace.report.findings.filter((finding) => finding.at.connection === id);
  return (
    <section aria-label="Lead">
      <div className="space-y-3 p-3">
        <h2 className="font-semibold">
          {lead.from} &gt; {lead.to}
        </h2>
        <p className="flex items-center gap-2">
          <SignalLetters signals={measured.signals} /> {measured.label}
        </p>
        <Choice
          label="Lead"
          value={lead.lead}
          onChoose={(next) => void set({ lead: next }).catch(() => undefined)}
          options={reference.catalogue.leads.map((known) => ({ value: known.id, label: known.name }))}
        />
        <TypedField label="Length" value={lead.length} hint="35 m or 115 ft" send={(typed) => set({ length: typed })} />
        {load && (
          <dl className="grid grid-cols-[6.5rem_1fr] gap-y-1">
            <dt className="text-dim">Wire rate</dt>
            <dd>
              <Figure working={measured.working} label="Wire rate">
                {load.rate_label}
              </Figure>
            </dd>
            <dt className="text-dim">Needs</dt>
            <dd>{load.needs}</dd>
            <dt className="text-dim">Ports and lead</dt>
            <dd>
              <Figure working={measured.working} label="How full">
                {load.limit}, {load.percent} % full
              </Figure>
            </dd>
            {load.loss_db != null && (
              <>
                <dt className="text-dim">Loss</dt>
                <dd>
                  <Figure working={measured.working} label="Loss">
                    {load.loss_db} dB
                  </Figure>
                </dd>
              </>
            )}
            {load.reach && (
              <>
                <dt className="text-dim">Reach</dt>
                <dd>
                  <Figure working={measured.working} label="Reach">
                    {load.reach}
                  </Figure>
                </dd>
              </>
            )}
          </dl>
        )}
        <Button
          onClick={() => {
            attempt([{ do: "disconnect", build: build.id, connection: id }]);
            select(undefined);
          }}
        >
          Take this lead out
        </Button>
      </div>
      <FindingsAt findings={findings} />
    </section>
  );
}
