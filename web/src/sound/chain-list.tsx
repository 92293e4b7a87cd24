import type { ChainReport } from "../api/client";
import { useChainWorking } from "../api/queries";
import { useFloor } from "../frame/workbench";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";
import { decibels, level, TRACK_TICKS, trackScale } from "./scale";

const COLUMNS = "grid grid-cols-[13rem_1fr_15rem] items-center gap-x-3 max-md:grid-cols-[1fr_auto]";

/** Every source on every track, each as it stands on the track: noise, average, peaks, what is left. */
export function ChainList({ chains, chosen, choose }: { chains: ChainReport[]; chosen: string | undefined; choose: (id: string) => void }) {
  const { id, build, workspace } = useFloor();
  const leftOut = workspace.report.sound.chains_left_out;
  const working = useChainWorking(id, build.id, workspace.revision, { chain: chosen ?? "" }, chosen !== undefined);
  return (
    <section aria-label="Chains" className="mt-3">
      <div className={`${COLUMNS} max-md:hidden`} aria-hidden>
        <span className="text-small text-dim">source, and where it is recorded</span>
        <span className="relative block h-4 text-small text-dim">
          {TRACK_TICKS.map((tick) => (
            <span key={tick} className="absolute -translate-x-1/2 whitespace-nowrap" style={{ left: `${trackScale(tick)}%` }}>
              {tick === 0 ? "0 dBFS" : decibels(tick, 0)}
            </span>
          ))}
        </span>
        <span className="grid grid-cols-3 text-right text-small text-dim">
          <span>average</span>
          <span>headroom</span>
          <span>over noise</span>
        </span>
      </div>
      <ul>
        {chains.map((chain) => (
          <li key={chain.id} className={`border-t border-rule py-1 ${chain.id === chosen ? "bg-raised" : ""}`}>
            <div className={COLUMNS}>
              <button
                type="button"
                aria-pressed={chain.id === chosen}
                className="flex min-w-0 items-center gap-1.5 pl-1 text-left hover:underline"
                onClick={() => choose(chain.id)}
              >
                <SeverityMark severity={chain.worst ?? "ok"} word={false} />
                <span className="min-w-0">
                  <span className="font-semibold">{chain.source_name}</span>{" "}
                  <span className="text-dim">
                    on {chain.recorder_name} {chain.track}
                  </span>
                </span>
              </button>
              <Meter chain={chain} />
              <span className="grid grid-cols-3 text-right whitespace-nowrap">
                <Figure working={chain.id === chosen ? working.data : undefined} label={`Level of ${chain.source_name} on ${chain.recorder_name}`}>
                  {level(chain.dbfs)}
                </Figure>
                <span className={chain.headroom_db != null && chain.headroom_db < 0 ? "text-stop" : ""}>
                  {chain.headroom_db == null ? "no limit" : `${decibels(chain.headroom_db)} dB`}
                </span>
                <span>{decibels(chain.snr_db, 0)} dB</span>
              </span>
            </div>
          </li>
        ))}
      </ul>
      {leftOut > 0 && (
        <p className="border-t border-rule py-1 text-dim">
          {leftOut === 1 ? "One chain more is judged, and isn’t" : `${leftOut} chains more are judged, and aren’t`} listed: the list is full.
        </p>
      )}
    </section>
  );
}

/** A track from its noise up to full scale. */
function Meter({ chain }: { chain: ChainReport }) {
  const at = (level: number) => `${trackScale(level)}%`;
  const noise = Math.max(chain.noise_dbfs, chain.room_dbfs);
  const over = chain.peak_dbfs > 0;
  const says = `average ${decibels(chain.dbfs)} dBFS, peaks ${decibels(chain.peak_dbfs)}, gear noise ${decibels(chain.noise_dbfs)}, room ${decibels(chain.room_dbfs)}`;
  return (
    <span role="img" aria-label={says} title={says} className="relative block h-4 border-b border-rule max-md:order-last max-md:col-span-2">
      <span className="absolute inset-y-1 left-0 bg-rule" style={{ width: at(noise) }} />
      <span className="absolute inset-y-0 border-l border-dotted border-dim" style={{ left: at(chain.noise_dbfs) }} />
      <span className="absolute inset-y-1 bg-sound/70" style={{ left: at(noise), width: `calc(${at(chain.dbfs)} - ${at(noise)})` }} />
      <span
        className={`absolute inset-y-1.5 ${over ? "bg-stop" : "bg-sound/40"}`}
        style={{ left: at(chain.dbfs), width: `calc(${at(chain.peak_dbfs)} - ${at(chain.dbfs)})` }}
      />
      <span className="absolute inset-y-0 w-px bg-ink" style={{ left: at(0) }} />
    </span>
  );
}
