import { useState } from "react";
import { usePackages } from "../api/queries";
import { Button } from "../ui/button";
import { Choice, PlainField } from "../ui/field";

/** What a new production is made from. */
export interface Start {
  name: string;
  package: string | null;
  format: string | null;
}

/** A new production: empty in a format, or from a package. */
export function NewProduction({ onCreate }: { onCreate: (start: Start) => void }) {
  const packages = usePackages();
  const [name, setName] = useState("");
  const [from, setFrom] = useState("");
  const [format, setFormat] = useState("");
  const about = packages.data?.find((one) => one.id === from)?.about;
  return (
    <form
      aria-label="New production"
      className="mt-3 border border-rule bg-raised px-3 py-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        onCreate({ name, package: from || null, format: from ? null : format.trim() || null });
      }}
    >
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <div className="w-56">
          <PlainField label="Name of a new production" example="The winter film" value={name} onChange={setName} />
        </div>
        <div className="w-60">
          <Choice
            label="Start from"
            value={from}
            onChoose={setFrom}
            options={[{ value: "", label: "An empty floor" }, ...(packages.data ?? []).map((one) => ({ value: one.id, label: one.name }))]}
          />
        </div>
        {!from && (
          <div className="w-36">
            <PlainField label="Project format" example="1080p25" value={format} onChange={setFormat} />
          </div>
        )}
        <Button strong type="submit">
          Create
        </Button>
      </div>
      {about && <p className="mt-1.5 text-small text-dim">{about}</p>}
    </form>
  );
}
