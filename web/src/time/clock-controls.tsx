import type { ReactNode } from "react";
import type { ClockReport, ClockSetting, TimeReport } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { Button } from "../ui/button";
import { Choice, TypedField } from "../ui/field";

const SET: { value: string; label: string }[] = [
  { value: "", label: "As it is wired" },
  { value: "jammed", label: "Jammed, then unplugged" },
  { value: "free-run", label: "Free run" },
  { value: "record-run", label: "Record run" },
];

/** What is set for a clock, and what becomes of it without what feeds it. */
export function ClockControls({ clock, time, children }: { clock: ClockReport; time: TimeReport; children: ReactNode }) {
  const { build } = useFloor();
  const { edit, attempt } = useEdits();
  const placement = build.placements.find((other) => other.id === clock.device);
  const setting: ClockSetting = placement?.settings?.clock ?? {};
  const set = (change: Record<string, unknown>) => [{ do: "set-clock" as const, build: build.id, device: clock.device, change }];
  const measured = setting.measured;
  return (
    <section aria-labelledby="clock" className="px-3 py-3">
      <h2 id="clock" className="font-semibold">
        {clock.name}
      </h2>
      <p>{clock.says}</p>
      <p className="text-small text-dim">
        Its own clock: {clock.measured == null ? `±${clock.ppm}, its maker’s figure` : `${clock.ppm}, measured (${clock.measured})`}
        {clock.compensated && ", compensated for temperature"}.
      </p>
      <div className="-mx-3 mt-2">{children}</div>
      <div className="mt-3 grid grid-cols-2 gap-2 border-t border-rule pt-2">
        <TypedField
          label="Counts"
          value={clock.counts}
          placeholder="25"
          send={(typed) => edit([{ do: "set-timecode", build: build.id, device: clock.device, timecode: typed.trim() || null }])}
        />
        <Choice label="Its time" value={setting.way ?? ""} options={SET} onChoose={(value) => attempt(set({ way: value || null }))} />
        <TypedField label="User bits" value={setting.user_bits ?? ""} placeholder="00A1B2C3" send={(typed) => edit(set({ user_bits: typed.trim() || null }))} />
        <TypedField
          label="Offset, in frames"
          value={setting.offset_frames == null ? "" : String(setting.offset_frames)}
          placeholder="-1"
          send={(typed) => edit(set({ offset_frames: wholeFrames(typed) }))}
        />
        <TypedField
          label="Measured"
          value={measured?.ppm ?? ""}
          placeholder="0.4 ppm"
          send={(typed) => edit(set({ measured: typed.trim() ? { ppm: typed.trim(), from: measured?.from ?? "typed" } : null }))}
        />
      </div>
      {time.master !== clock.device || !time.master_named ? (
        <div className="mt-2">
          <Button onClick={() => attempt([{ do: "set-timecode-master", build: build.id, device: clock.device }], `${clock.name} leads`)}>Let it lead</Button>
        </div>
      ) : null}
      <ul className="mt-3 space-y-1 border-t border-rule pt-2 text-small">
        {clock.without.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </section>
  );
}

/** Frames as they are typed: whole ones, either way. */
function wholeFrames(typed: string): number | null {
  const text = typed.trim().replace("−", "-");
  if (text === "") return null;
  const frames = Number(text);
  if (!Number.isInteger(frames) || Math.abs(frames) > 127) throw new Error("write whole frames, like -1, up to 127 either way");
  return frames;
}
