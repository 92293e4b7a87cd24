import type { Station } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { useHouseRules } from "../needs/rules";
import { Choice, TypedField } from "../ui/field";
import { whole } from "../ui/typed";

/** Where cards are offloaded: readers, bus, drives, how copies are made sure of. */
export function StationFields() {
  const { workspace } = useFloor();
  const { edit, settle } = useEdits();
  const { station } = workspace.production;
  if (!station) return null;
  const put = (change: Partial<Station>) => edit([{ do: "set-station", change }]);
  return (
    <section aria-label="Offload" className="mt-5 border-t border-rule pt-2">
      <h3 className="font-semibold">Where cards are offloaded</h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <TypedField label="Readers" value={String(station.readers)} send={async (typed) => put({ readers: whole(typed, "readers") })} />
        <TypedField label="A reader reads" value={station.reader_rate} send={(reader_rate) => put({ reader_rate })} />
        <TypedField label="The bus carries" value={station.bus_rate} send={(bus_rate) => put({ bus_rate })} />
        <TypedField label="The way to the reader takes" value={station.way} send={(way) => put({ way })} />
      </div>
      <div className="mt-2">
        <TypedField
          label="Drives, each written at"
          value={station.drives.join(", ")}
          hint="One figure a drive, like 220 MB/s, 220 MB/s; every drive gets every byte"
          send={(typed) =>
            put({
              drives: typed
                .split(",")
                .map((rate) => rate.trim())
                .filter(Boolean),
            })
          }
        />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Choice
          label="Copies are made sure of by"
          value={station.verify}
          options={[
            { value: "read-back", label: "Reading card and copies again" },
            { value: "checksum", label: "Checksum, then the copies" },
          ]}
          onChoose={(verify) => settle(put({ verify: verify as Station["verify"] }))}
        />
        <TypedField label="Margin for growth" value={station.margin} send={(margin) => put({ margin })} />
      </div>
    </section>
  );
}

/** The rules that decide when a card may be changed and formatted. */
export function CopyRules() {
  const { rules, set } = useHouseRules();
  if (!rules) return null;
  return (
    <section aria-label="Card rules" className="mt-5 border-t border-rule pt-2">
      <h3 className="font-semibold">House rules for cards</h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <TypedField label="Verified copies before formatting" value={String(rules.copies)} send={async (typed) => set({ copies: whole(typed, "copies") })} />
        <TypedField label="Cards are changed at" value={rules.swap_level} send={(swap_level) => set({ swap_level })} />
      </div>
    </section>
  );
}

/** How many days of each build make the job. */
export function JobDays() {
  const { workspace } = useFloor();
  const { edit } = useEdits();
  const { builds, job = [] } = workspace.production;
  const put = (build: string, days: number) =>
    edit((newest) => {
      const daysOf = (of: string) => newest.job?.find((line) => line.build === of)?.days ?? 0;
      const lines = newest.builds.map(({ id }) => ({ build: id, days: id === build ? days : daysOf(id) }));
      return [{ do: "set-job", job: lines.filter((line) => line.days > 0) }];
    });
  return (
    <section aria-label="Days of the job" className="mt-5 border-t border-rule pt-2">
      <h3 className="font-semibold">Days of the job</h3>
      <div className="mt-1 grid grid-cols-2 gap-2">
        {builds.map((build) => (
          <TypedField
            key={build.id}
            label={build.name}
            value={String(job.find((line) => line.build === build.id)?.days ?? 0)}
            send={async (typed) => put(build.id, whole(typed, "days"))}
          />
        ))}
      </div>
    </section>
  );
}
