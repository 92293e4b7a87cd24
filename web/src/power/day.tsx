import type { PowerReport, PowerSource } from "../api/client";
import { TimeAxis } from "../chart/time-axis";
import { clockLabel, Moment, Stretch, Ticks, Track } from "../chart/track";

/** Who runs on what until when: each battery's day, with its changes and the breaks. */
export function PowerDay({ power, chosen, choose }: { power: PowerReport; chosen: string | undefined; choose: (device: string) => void }) {
  const used = power.sources.filter((source) => source.runtime_seconds != null);
  if (used.length === 0) return null;
  const row = "grid grid-cols-[12rem_1fr] items-center gap-2 text-small max-md:grid-cols-1 max-md:gap-0";
  return (
    <section aria-label="The day" className="border-t border-rule py-3">
      <h3 className="font-semibold">
        The day{" "}
        <span className="pl-2 text-small font-normal text-dim">
          {power.planned ? "who runs on what until when; fifteen minutes are left at each change" : "no day is planned: these are usual hours, without changes"}
        </span>
      </h3>
      <TimeAxis from={power.begins} to={power.ends}>
        <div className="mt-1 space-y-1">
          {power.parts.length > 0 && (
            <div className={row}>
              <span aria-hidden />
              <Plan parts={power.parts} />
            </div>
          )}
          {used.map((source) => (
            <div key={source.id} className={row}>
              <button
                type="button"
                className={`min-w-0 text-left hover:underline ${source.id === chosen ? "font-semibold" : ""}`}
                onClick={() => choose(source.id)}
              >
                <span className="block truncate">{source.name}</span>
                <span className={`block truncate ${source.kind === "cold" ? "text-caution" : "text-dim"}`}>
                  {source.runtime}; {source.kind}
                  {source.gap_seconds > 0 && `, ${source.gap_seconds} s off`}
                </span>
              </button>
              <Lane source={source} power={power} />
            </div>
          ))}
          <div aria-hidden className={row}>
            <span className="text-dim">a tick is a change: hot, warm or cold</span>
            <Ticks label={clockLabel} />
          </div>
        </div>
      </TimeAxis>
      {power.swaps.length > 0 && (
        <ul className="mt-2" aria-label="Changes of the day">
          {power.swaps.map((swap) => (
            <li key={`${swap.at} ${swap.source}`} className="flex flex-wrap gap-x-3 border-t border-rule py-0.5">
              <span className="w-24 font-semibold">{swap.label}</span>
              <span className="min-w-0">change {swap.name}</span>
              <span className={swap.in_break || swap.kind === "hot" ? "text-dim" : "text-caution"}>
                {swap.kind}
                {swap.gap_seconds > 0 && `, ${swap.gap_seconds} s`}
                {swap.in_break ? ", in a break" : swap.kind === "hot" ? "" : ", in a take: no break comes before"}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** What is planned when, over the lanes. */
function Plan({ parts }: { parts: PowerReport["parts"] }) {
  return (
    <Track>
      {parts.map((part) => (
        <Stretch key={part.starts} from={part.starts} to={part.ends} className={`inset-y-0 overflow-hidden px-1 ${part.rolls ? "bg-raised" : "text-dim"}`}>
          <span className="whitespace-nowrap">{part.name}</span>
        </Stretch>
      ))}
    </Track>
  );
}

function Lane({ source, power }: { source: PowerSource; power: PowerReport }) {
  return (
    <Track tall>
      {power.breaks.map(([from, to]) => (
        <Stretch key={from} from={from} to={to} className="inset-y-0 bg-raised" />
      ))}
      {source.pieces.map((piece) => (
        <Stretch
          key={piece.starts}
          from={piece.starts}
          to={piece.ends}
          says={`${source.name}: ${clockLabel(piece.starts)} to ${clockLabel(piece.ends)}${piece.dies ? ", then it is empty" : ""}`}
          className={`inset-y-1 border-t-2 ${piece.dies ? "border-stop bg-stop/20" : "border-[var(--power)] bg-[color-mix(in_srgb,var(--power)_30%,transparent)]"}`}
        />
      ))}
      {source.pieces.slice(1).map((piece) => (
        <Moment key={piece.starts} when={piece.starts} says={`change at ${clockLabel(piece.starts)}`} className="inset-y-0 w-0.5 bg-ink" />
      ))}
    </Track>
  );
}
