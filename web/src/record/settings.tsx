import type { Device, Placement, RecordingSetting, SlotUse } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { useRecordable } from "./recordable";
import { Choice, Tick, TypedField } from "../ui/field";

/** Settings that most recordings leave alone: off speed, sound widths, a proxy alongside, pre-record, how slots are used, heat. */
export function MoreSettings({
  placement,
  device,
  set,
}: {
  placement: Placement;
  device: Device;
  set: (change: Partial<RecordingSetting>) => Promise<unknown>;
}) {
  const { settle } = useEdits();
  const { offers } = useFloor().reference;
  const { codecs: proxies } = useRecordable(placement.id);
  const setting = placement.settings?.recording;
  const can = device.records;
  if (!setting || !can) return null;
  const quietly = (change: Partial<RecordingSetting>) => settle(set(change));
  const obeys = device.ports?.some((port) => can.inputs?.includes(port.id) && port.triggers?.length);
  const open =
    setting.sensor_rate ||
    setting.sound_bits ||
    setting.sample_rate ||
    setting.proxy ||
    setting.pre_record ||
    setting.screen_flipped_out ||
    setting.dummy_battery ||
    setting.to_drive ||
    setting.on_trigger ||
    (setting.slots && setting.slots !== "relay");
  return (
    <details className="mt-1" open={open ? true : undefined}>
      <summary className="cursor-pointer text-small text-dim">More settings of {placement.name}</summary>
      <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-1 lg:grid-cols-4">
        {can.sensor && (
          <TypedField
            label="Sensor’s frame rate"
            value={setting.sensor_rate ?? ""}
            hint="Off speed: 100 in a 25 project plays four times slower; empty for the project’s"
            send={(typed) => set({ sensor_rate: typed.trim() || null })}
          />
        )}
        <Choice
          label="Bits of a sound sample"
          value={String(setting.sound_bits ?? offers.sound_bits[0])}
          options={offers.sound_bits.map((bits) => ({ value: String(bits), label: `${bits}-bit${bits === 32 ? " float" : ""}` }))}
          onChoose={(bits) => quietly({ sound_bits: Number(bits) === offers.sound_bits[0] ? null : Number(bits) })}
        />
        <Choice
          label="Sound samples a second"
          value={String(setting.sample_rate ?? offers.sample_rates[0])}
          options={offers.sample_rates.map((rate) => ({ value: String(rate), label: `${rate / 1000} kHz` }))}
          onChoose={(rate) => quietly({ sample_rate: Number(rate) === offers.sample_rates[0] ? null : Number(rate) })}
        />
        {(can.slots ?? 1) > 1 && (
          <Choice
            label="The slots"
            value={setting.slots ?? "relay"}
            options={[
              { value: "relay", label: "one after the other" },
              { value: "mirror", label: "the same on both" },
              { value: "proxy", label: "main, and a proxy in the second" },
            ]}
            onChoose={(slots) => quietly({ slots: slots as SlotUse })}
          />
        )}
        <Choice
          label="Proxy alongside"
          value={setting.proxy ?? ""}
          options={[{ value: "", label: "None" }, ...proxies.map((codec) => ({ value: codec.id, label: codec.name }))]}
          onChoose={(proxy) => quietly({ proxy: proxy || null })}
        />
        <TypedField
          label="Pre-record, kept"
          value={setting.pre_record ?? ""}
          hint="5 s before each take; empty for none"
          send={(typed) => set({ pre_record: typed.trim() || null })}
        />
        <div className="space-y-1 self-center">
          {can.sensor && (
            <Tick
              label="Screen stands away from the body"
              checked={setting.screen_flipped_out ?? false}
              onChange={(screen_flipped_out) => quietly({ screen_flipped_out })}
            />
          )}
          {can.sensor && (
            <Tick
              label="Dummy battery (coupler) instead of the inner one"
              checked={setting.dummy_battery ?? false}
              onChange={(dummy_battery) => quietly({ dummy_battery })}
            />
          )}
          {obeys && <Tick label="Starts by the record trigger" checked={setting.on_trigger ?? false} onChange={(on_trigger) => quietly({ on_trigger })} />}
          {can.drive_port && <Tick label="To the drive on its data port" checked={setting.to_drive ?? false} onChange={(to_drive) => quietly({ to_drive })} />}
        </div>
      </div>
    </details>
  );
}
