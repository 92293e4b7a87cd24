import { scaleLinear } from "d3-scale";
import { useLayoutEffect, useRef, useState, type PointerEvent } from "react";
import type { ChainReport, SoundReport, StageReport } from "../api/client";
import { SeverityGlyph } from "../path/lines/glyphs";
import { useTriedGain } from "./gain";
import { decibels } from "./scale";

const TOP = 22;
const BOTTOM = 58;
const LEFT = 44;
const RIGHT = 52;
const HEIGHT = 300;
const TICK = 20;
/** What a cable costs is drawn from here on: a pad, and not the load of every input. */
const DRAWN_LOSS = 1;

/** The stages that are drawn, each with its number in the chain. */
function drawn(stages: StageReport[]) {
  return stages.flatMap((stage, number) => {
    const before = stages[number - 1];
    const small = stage.kind === "cable" && before && Math.abs(before.level_db - stage.level_db) < DRAWN_LOSS;
    return small ? [] : [{ stage, number }];
  });
}

/** One chain, stage by stage, on one scale in decibels: the average with its peaks, what limits each stage,
 *  the noise of gear and room. A point with a gain is dragged up and down. */
export function ChainChart({ chain, fullScale, setTried }: { chain: ChainReport; fullScale: number; setTried: (sound: SoundReport | undefined) => void }) {
  const place = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(720);
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return;
    const measure = () => setWidth(Math.max(320, element.clientWidth));
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, []);
  const shown = drawn(chain.stages);
  const stages = shown.map(({ stage }) => stage);
  const heights = stages.flatMap((stage) =>
    [stage.peak_db, stage.limit_db ?? stage.peak_db, stage.noise_db, stage.level_db].map((level) => level + stage.drawn_db),
  );
  const top = Math.max(10, Math.max(...heights) + 6);
  const bottom = Math.max(-150, Math.min(...heights) - 6);
  const y = scaleLinear()
    .domain([top, bottom])
    .range([TOP, HEIGHT - BOTTOM])
    .clamp(true);
  const ticks = Array.from({ length: 16 }, (_, number) => 60 - TICK * number).filter((tick) => tick < top && tick > bottom);
  const step = (width - LEFT - RIGHT) / Math.max(1, stages.length);
  const x = (number: number) => LEFT + step * (number + 0.5);
  const line = (level: (stage: StageReport) => number) =>
    stages.map((stage, number) => `${number ? "L" : "M"}${x(number).toFixed(1)} ${y(level(stage) + stage.drawn_db).toFixed(1)}`).join("");
  const clips = chain.clips_at ?? -1;
  return (
    <section aria-label={`${chain.source_name} to ${chain.recorder_name} ${chain.track}, stage by stage`} className="mt-4">
      <h3 className="font-semibold">
        {chain.source_name} to track {chain.track} of {chain.recorder_name}
        {chain.position && (
          <span className="ml-2 font-normal text-dim">
            {chain.position.word} at {chain.position.distance}: {decibels(chain.position.spl_db, 0)} dB SPL{chain.position.set ? "" : ", assumed"}
          </span>
        )}
      </h3>
      <div ref={place}>
        <svg width={width} height={HEIGHT} role="group" aria-label="Levels, stage by stage" className="block select-none">
          {ticks.map((tick) => (
            <g key={tick} aria-hidden>
              <path d={`M${LEFT} ${y(tick)}H${width - RIGHT}`} stroke="var(--rule)" strokeWidth={tick === 0 ? 1.5 : 0.75} />
              <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end" className="fill-dim text-small">
                {decibels(tick, 0)}
              </text>
              <text x={width - RIGHT + 6} y={y(tick) + 4} className="fill-dim text-small">
                {decibels(tick - fullScale, 0)}
              </text>
            </g>
          ))}
          <text x={4} y={13} className="fill-dim text-small">
            dBu
          </text>
          <text x={width - 4} y={13} textAnchor="end" className="fill-dim text-small">
            dBFS
          </text>
          <path aria-hidden d={line((stage) => stage.room_db)} fill="none" stroke="var(--dim)" strokeWidth={1} strokeDasharray="1 4" strokeLinecap="round" />
          <path aria-hidden d={line((stage) => stage.noise_db)} fill="none" stroke="var(--dim)" strokeWidth={1.5} />
          <path aria-hidden d={line((stage) => stage.peak_db)} fill="none" stroke="var(--sound)" strokeWidth={1} opacity={0.8} />
          <path aria-hidden d={line((stage) => stage.level_db)} fill="none" stroke="var(--sound)" strokeWidth={4} />
          <path aria-hidden d={line((stage) => stage.level_db)} fill="none" stroke="var(--ground)" strokeWidth={1.4} />
          {shown.map(({ stage, number: place }, number) => (
            <StageMarks
              key={`${stage.at} ${stage.kind}`}
              stage={stage}
              x={x(number)}
              width={step}
              y={y}
              first={place === clips}
              over={stage.limit_db != null && stage.peak_db > stage.limit_db}
              perPixel={(top - bottom) / (HEIGHT - TOP - BOTTOM)}
              setTried={setTried}
            />
          ))}
        </svg>
      </div>
      <p className="flex flex-wrap gap-x-4 text-small text-dim">
        <span>double line: average; thin: peaks; bar: the most before it clips</span>
        <span>grey line: noise of the gear; dotted: the room</span>
        <span>gains in bold are set, the others planned; drag a round point</span>
      </p>
    </section>
  );
}

interface MarksProps {
  stage: StageReport;
  x: number;
  width: number;
  y: (level: number) => number;
  /** Whether it clips first, or leaves the least room. */
  first: boolean;
  over: boolean;
  /** Decibels. */
  perPixel: number;
  setTried: (sound: SoundReport | undefined) => void;
}

function StageMarks({ stage, x, width, y, first, over, perPixel, setTried }: MarksProps) {
  const drag = useTriedGain(stage.at, setTried);
  const begun = useRef<{ y: number; gain: number }>(undefined);
  const { gain } = stage;
  const level = y(stage.level_db + stage.drawn_db);
  const limit = stage.limit_db == null ? undefined : y(stage.limit_db + stage.drawn_db);
  const at = (event: PointerEvent) => {
    const from = begun.current;
    if (!from || !gain) return 0;
    const moved = from.gain - (event.clientY - from.y) * perPixel;
    const within = Math.min(gain.most_db, Math.max(gain.least_db, moved));
    return gain.steps_db.length ? nearest(gain.steps_db, within) : Math.round(within);
  };
  const room = Math.min(110, width - 8);
  return (
    <g>
      <path aria-hidden d={`M${x} ${TOP}V${HEIGHT - BOTTOM}`} stroke="var(--rule)" strokeWidth={0.75} />
      {limit !== undefined && (
        <path
          aria-hidden
          d={`M${x - 14} ${limit}H${x + 14}M${x - 14} ${limit}v-4M${x + 14} ${limit}v-4`}
          fill="none"
          stroke={over ? "var(--stop)" : first ? "var(--ink)" : "var(--dim)"}
          strokeWidth={first || over ? 2.5 : 1.5}
        />
      )}
      {first && limit !== undefined && (
        <>
          {over && <SeverityGlyph severity="stop" x={x + 18} y={limit - 9} />}
          <text x={over ? x + 31 : x + 18} y={limit + 1} className={over ? "fill-stop text-small" : "fill-ink text-small"}>
            {over ? "clips" : "least room"}
          </text>
        </>
      )}
      <foreignObject x={x - room / 2} y={HEIGHT - BOTTOM + 6} width={room} height={BOTTOM - 6}>
        <p className="text-center text-small leading-[15px]">
          <span className="block truncate font-semibold">{stage.kind === "cable" ? "" : stage.device}</span>
          <span className="block truncate text-dim">{stage.name}</span>
          {gain && <span className={`block ${gain.set ? "font-semibold" : "text-dim"}`}>{gain.now}</span>}
        </p>
      </foreignObject>
      <circle
        cx={x}
        cy={level}
        r={gain ? 7 : 4}
        fill={gain ? "var(--accent)" : "var(--sound)"}
        stroke="var(--ground)"
        strokeWidth={2}
        className={gain ? "cursor-ns-resize touch-none" : ""}
        data-gain={gain ? stage.at : undefined}
        onPointerDown={(event) => {
          if (!gain) return;
          begun.current = { y: event.clientY, gain: gain.now_db };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          if (begun.current) drag.move(at(event));
        }}
        onPointerUp={(event) => {
          if (!begun.current) return;
          const next = at(event);
          const same = begun.current.gain === next;
          begun.current = undefined;
          if (same) drag.cancel();
          else void drag.letGo(next);
        }}
        onPointerCancel={() => {
          begun.current = undefined;
          drag.cancel();
        }}
      >
        <title>{`${stage.device}, ${stage.name}: ${decibels(stage.level_db)} ${stage.unit}, peaks ${decibels(stage.peak_db)}${
          stage.limit_db == null ? "" : `; ${stage.limit_is ?? "it"} clips at ${decibels(stage.limit_db)}`
        }`}</title>
      </circle>
    </g>
  );
}

const nearest = (steps: number[], to: number) => steps.reduce((best, step) => (Math.abs(step - to) < Math.abs(best - to) ? step : best), steps[0] ?? 0);
