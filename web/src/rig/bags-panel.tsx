import type { CaseReport } from "../api/client";
import { useBags } from "../api/queries";
import { useFloor } from "../frame/workbench";

/** A build in its cases: each from above, with what lies where. */
export function BagsPanel() {
  const { id, build, workspace } = useFloor();
  const { data } = useBags(id, build.id, workspace.revision);
  if (!data) return null;
  return (
    <section aria-label="Cases" className="px-3 py-2">
      <p className="text-small text-dim">
        As it comes apart without a tool, from above, what only fits in one way first. A guide: foam and hands find better ways.
      </p>
      {data.cases.map((one) => (
        <Case key={one.number} one={one} />
      ))}
      {[...data.left, ...data.open].map((sentence) => (
        <p key={sentence} className="mt-2 text-small text-dim">
          {sentence}
        </p>
      ))}
      {data.by_hand.length > 0 && (
        <>
          <h3 className="mt-3 font-semibold">By hand</h3>
          <p className="text-small text-dim">Contacts covered. The carrier’s rules of the day come first.</p>
          <ul>
            {data.by_hand.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Case({ one }: { one: CaseReport }) {
  return (
    <article aria-label={`Case ${one.number}`} className="mt-3 border-t border-rule pt-2">
      <h3 className="font-semibold">
        {one.number}. {one.name}
      </h3>
      <p className="text-small text-dim">
        {one.kilograms} kg with everything; it may hold {one.limit_kilograms} kg{one.to_hire && <span className="text-caution">; to hire</span>}
      </p>
      <CasePlan one={one} />
      <ol>
        {one.pieces.map((piece) => (
          <li key={piece.number} className="flex gap-2 text-small">
            <span className="w-5 shrink-0 text-right text-dim">{piece.number}</span>
            <span className="min-w-0 flex-1">
              {piece.name}
              <span className="text-dim">
                , {piece.lies}
                {piece.on_top && ", on top"}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </article>
  );
}

/** A case from above, to scale: what lies at the bottom, and beside it what lies on that. */
export function CasePlan({ one }: { one: CaseReport }) {
  const above = one.pieces.some((piece) => piece.on_top);
  return (
    <>
      <Layer one={one} on_top={false} />
      {above && (
        <>
          <p className="text-small text-dim">On top</p>
          <Layer one={one} on_top />
        </>
      )}
    </>
  );
}

/** One layer of a case: what lies below it is dashed. */
function Layer({ one, on_top }: { one: CaseReport; on_top: boolean }) {
  const [across = 0, along = 0] = one.inside_mm;
  // The longer side lies across the page.
  const turned = along > across;
  const [width, height] = turned ? [along, across] : [across, along];
  const size = width / 22;
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${height + 4}`}
      role="img"
      aria-label={`Case ${one.number} from above${on_top ? ", on top" : ""}`}
      className="my-1 block w-full max-w-[300px] text-ink"
      fill="none"
      stroke="currentColor"
    >
      <rect width={width} height={height} rx="6" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
      {one.pieces.map((piece) => {
        const [left = 0, behind = 0] = piece.at_mm;
        const [wide = 0, deep = 0] = piece.size_mm;
        const [x, y, w, h] = turned ? [behind, left, deep, wide] : [left, behind, wide, deep];
        if (piece.on_top && !on_top) return null;
        const here = piece.on_top === on_top;
        return (
          <g key={piece.number}>
            <rect
              x={x}
              y={y}
              width={w}
              height={h}
              strokeWidth={here ? 1.1 : 0.6}
              strokeDasharray={here ? undefined : "3 3"}
              opacity={here ? 1 : 0.6}
              vectorEffect="non-scaling-stroke"
            />
            {here && (
              <text x={x + w / 2} y={y + h / 2 + size * 0.35} textAnchor="middle" fontSize={size} fill="currentColor" stroke="none">
                {piece.number}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** Labels for everything that comes off: what it is, whose, in which case. */
export function LabelsSheet({ cases, production }: { cases: CaseReport[]; production: string }) {
  return (
    <section aria-label="Labels">
      <h3 className="mt-4 font-semibold">Labels</h3>
      <ul className="grid grid-cols-3 gap-2">
        {cases.flatMap((one) =>
          one.pieces.map((piece) => (
            <li key={`${one.number} ${piece.number}`} className="break-inside-avoid border border-dim px-2 py-1">
              <p className="font-semibold">{piece.name}</p>
              <p className="text-small">{piece.owner ?? "Owner:"}</p>
              <p className="text-small text-dim">
                {production}, case {one.number}
              </p>
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
