import { useState, type KeyboardEvent } from "react";
import type { Command, TrackReport, TrackSetting, TrackSheet } from "../api/client";
import { useTrackPresets } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { Choice, TypedField } from "../ui/field";
import { Menu } from "../ui/menu";
import { whole } from "../ui/typed";
import { level } from "./scale";

const KINDS = { iso: "Iso", mix: "Mix", scratch: "Scratch", safety: "Safety", mid: "Mid", side: "Side" } as const;
type Kind = keyof typeof KINDS;
const isKind = (value: string): value is Kind => value in KINDS;

/** What a track is set to, or would be if somebody had said what it is now. */
function settingOf(track: TrackReport, sheet: TrackSheet): TrackSetting {
  const from = track.from.flatMap((place) => {
    const source = sheet.sources[place];
    return source ? [{ input: source.input, channel: source.channel }] : [];
  });
  return { ...(track.named ? { name: track.name } : {}), from, kind: track.kind, ...(track.trim ? { trim: track.trim } : {}) };
}

/** A recorder's tracks against what comes into it: every cell is a switch. */
export function TrackMatrix({ sheet }: { sheet: TrackSheet }) {
  const { id, build, workspace } = useFloor();
  const { attempt, edit } = useEdits();
  const presets = useTrackPresets(id, build.id, workspace.revision, { recorder: sheet.recorder });
  const [focus, setFocus] = useState({ row: 0, column: 0 });
  const { tracks, sources } = sheet;
  const now = () => tracks.map((track) => settingOf(track, sheet));
  const put = (next: TrackSetting[]): Command => ({ do: "set-tracks", build: build.id, device: sheet.recorder, tracks: next });
  const count = (wanted: number): Command => ({ do: "set-recording", build: build.id, device: sheet.recorder, change: { tracks: wanted } });
  const change = (number: number, part: Partial<TrackSetting>) => put(now().map((track, at) => (at === number ? { ...track, ...part } : track)));
  const toggle = (row: number, column: number) => {
    const [source, track] = [sources[row], tracks[column]];
    if (!source || !track) return;
    const on = track.from.includes(row);
    const from = settingOf(track, sheet).from ?? [];
    const rest = from.filter((other) => other.input !== source.input || other.channel !== source.channel);
    attempt([change(column, { from: on ? rest : [...from, { input: source.input, channel: source.channel }] })]);
  };
  const onKey = (event: KeyboardEvent, row: number, column: number) => {
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    const next = {
      row: Math.min(sources.length - 1, Math.max(0, row + (step[0] ?? 0))),
      column: Math.min(tracks.length - 1, Math.max(0, column + (step[1] ?? 0))),
    };
    setFocus(next);
    document.getElementById(cellId(sheet, next.row, next.column))?.focus();
  };
  return (
    <section aria-label={`Tracks of ${sheet.name}`} className="mt-6">
      <div className="flex flex-wrap items-end gap-3">
        <h3 className="mr-auto font-semibold">
          Tracks of {sheet.name} {!sheet.set && <span className="font-normal text-dim">(as they come)</span>}
        </h3>
        <div className="w-24">
          <TypedField label={`Tracks, of ${sheet.most}`} value={String(tracks.length)} send={async (typed) => edit([count(whole(typed, "tracks"))])} />
        </div>
        {presets.data && presets.data.length > 0 && (
          <Menu
            name={`Fill the tracks of ${sheet.name}`}
            word="Fill"
            items={presets.data.map((preset): [string, () => void] => [
              preset.name,
              () =>
                attempt(
                  [...(preset.tracks.length > tracks.length ? [count(preset.tracks.length)] : []), put(preset.tracks)],
                  `Tracks of ${sheet.name}: ${preset.name}`,
                ),
            ])}
          />
        )}
      </div>
      {tracks.length === 0 && <p className="text-dim">It is set to record no sound tracks.</p>}
      {tracks.length > 0 && (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Track matrix of ${sheet.name}`} data-scrolls>
          <table className="text-left">
            <thead>
              <tr className="align-bottom">
                <th className="min-w-44 pr-3 text-small font-normal text-dim">comes in</th>
                {tracks.map((track, column) => (
                  <th key={track.number} className="min-w-24 px-1 font-normal">
                    <span className="flex items-baseline justify-between text-small text-dim">
                      <span>{track.number}</span>
                      {track.missing > 0 && <span className="text-caution">missing</span>}
                      {track.from.length === 0 && track.missing === 0 && <span>empty</span>}
                    </span>
                    <TypedField
                      label={`Name of track ${track.number} of ${sheet.name}`}
                      hideLabel
                      value={track.name}
                      placeholder="name"
                      send={(typed) => edit([change(column, { name: typed.trim() || null })])}
                    />
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sources.map((source, row) => (
                <tr key={`${source.input} ${source.channel}`} className="border-t border-rule">
                  <th className="pr-3 font-normal">
                    {source.heard} <span className="text-dim">{source.at}</span>
                    {source.also.length > 0 && <span className="block text-small text-dim">also on {source.also.join(", ")}</span>}
                    {!tracks.some((track) => track.from.includes(row)) && <span className="block text-small text-caution">on no track here</span>}
                  </th>
                  {tracks.map((track, column) => {
                    const on = track.from.includes(row);
                    return (
                      <td key={track.number} className="px-1 text-center">
                        <button
                          id={cellId(sheet, row, column)}
                          type="button"
                          aria-pressed={on}
                          aria-label={`${source.heard} on track ${track.number} of ${sheet.name}`}
                          tabIndex={focus.row === row && focus.column === column ? 0 : -1}
                          className={`my-0.5 h-7 w-full border ${on ? "border-sound bg-sound/25" : "border-rule hover:border-dim"}`}
                          onFocus={() => setFocus({ row, column })}
                          onKeyDown={(event) => onKey(event, row, column)}
                          onClick={() => toggle(row, column)}
                        >
                          {on ? "●" : ""}
                        </button>
                      </td>
                    );
                  })}
                </tr>
              ))}
              <tr className="border-t border-rule">
                <th className="pr-3 text-small font-normal text-dim">for</th>
                {tracks.map((track, column) => (
                  <td key={track.number} className="px-1">
                    <Choice
                      label={`What track ${track.number} of ${sheet.name} is for`}
                      hideLabel
                      value={track.kind}
                      onChoose={(kind) => isKind(kind) && attempt([change(column, { kind })])}
                      options={Object.entries(KINDS).map(([value, label]) => ({ value, label }))}
                    />
                  </td>
                ))}
              </tr>
              <tr>
                <th className="pr-3 text-small font-normal text-dim">written louder or softer</th>
                {tracks.map((track, column) => (
                  <td key={track.number} className="px-1">
                    <TypedField
                      label={`Trim of track ${track.number} of ${sheet.name}`}
                      hideLabel
                      value={track.trim ?? ""}
                      placeholder="0 dB"
                      send={(typed) => edit([change(column, { trim: typed.trim() || null })])}
                    />
                  </td>
                ))}
              </tr>
              <tr>
                <th className="pr-3 text-small font-normal text-dim">average, peaks in dBFS</th>
                {tracks.map((track) => (
                  <td key={track.number} className={`px-1 text-center text-small ${track.peak_dbfs != null && track.peak_dbfs > 0 ? "text-stop" : "text-dim"}`}>
                    {track.dbfs == null
                      ? track.unknown == null
                        ? ""
                        : `no figures for ${track.unknown}`
                      : `${level(track.dbfs)}, ${level(track.peak_dbfs ?? 0)}`}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

const cellId = (sheet: TrackSheet, row: number, column: number) => `cell-${sheet.recorder}-${row}-${column}`;
