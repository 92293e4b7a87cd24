import { useFollowed } from "../api/queries";
import { useAttention, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";

/** One path from the lens to the eye, hop by hop. */
export function FollowPanel({ device, onClose }: { device: string; onClose: () => void }) {
  const { id, build, workspace } = useFloor();
  const { select } = useAttention();
  const hops = useFollowed(id, build.id, workspace.revision, { at: device });
  const name = build.placements.find((placement) => placement.id === device)?.name ?? device;
  return (
    <section aria-label={`From the lens to ${name}`} className="p-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-semibold">From the lens to {name}</h2>
        <Button onClick={onClose}>Close</Button>
      </div>
      {hops.error && <p className="mt-2 text-stop">{hops.error.message}</p>}
      {hops.data?.length === 0 && <p className="mt-2">No picture arrives here. The findings say where it stops.</p>}
      <ol className="mt-2">
        {hops.data?.map((hop, number) => {
          const before = hops.data[number - 1];
          return (
            <li key={hop.at} className="border-t border-rule py-1.5">
              <p className="flex items-baseline gap-2">
                <span className="w-5 shrink-0 text-right text-small text-dim">{number + 1}</span>
                <button
                  type="button"
                  className="text-left font-semibold hover:underline"
                  onClick={() => select({ kind: "device", id: hop.at.split(".")[0] ?? "" })}
                >
                  {hop.name}
                </button>
                <span className="ml-auto whitespace-nowrap">{hop.delay}</span>
              </p>
              <div className="ml-7 text-small text-dim">
                <p>{hop.by}</p>
                {hop.format !== before?.format && <p className="text-ink">{hop.format}</p>}
                {hop.effective !== before?.effective && <p>left of it: {hop.effective}</p>}
                <p>depends on {hop.depends}</p>
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
