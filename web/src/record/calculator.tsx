import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useCalculator, useReference, useTurned } from "../api/queries";
import { PageHead } from "../frame/page-head";
import { Choice } from "../ui/field";
import { TimesAtAGlance } from "./time-table";

/** What a sum is made from, as typed; the names are those of its address. */
const START = {
  find: "time",
  codec: "mezzanine-high",
  raster: "3840×2160",
  rate: "25",
  audio: "4x48000x24",
  media: "512 GB",
  reserve: "3 %",
  length: "1h30",
  family: "Mezzanine",
};
export type Sum = typeof START;

const FINDS = [
  { value: "time", label: "How long it records" },
  { value: "media", label: "The media for a time" },
  { value: "codec", label: "The largest codec for both" },
  { value: "rate", label: "The rate from time and size" },
];

/** A sum in the page’s address, so that it can be passed on. */
function useSharedSum(): [Sum, (change: Partial<Sum>) => void] {
  const [search, setSearch] = useSearchParams();
  const entries = Object.entries(START).map(([name, value]) => [name, search.get(name) ?? value]);
  const sum = Object.fromEntries(entries) as Sum;
  return [sum, (change) => setSearch({ ...sum, ...change }, { replace: true })];
}

/** The calculator beside the recorders: it can be opened on a page of its own. */
export function Calculator() {
  const [sum, setSum] = useState<Sum>(START);
  return (
    <>
      <SumFields sum={sum} set={(change) => setSum((old) => ({ ...old, ...change }))} />
      <Link to={`/calculator?${new URLSearchParams(sum)}`} className="mt-3 inline-block text-small underline decoration-dotted underline-offset-3">
        On a page of its own, with a table, to pass on
      </Link>
    </>
  );
}

/** Codec, format, card: time; or one of the others from the rest. Needs no production; fields take what people type. */
function SumFields({ sum, set }: { sum: Sum; set: (change: Partial<Sum>) => void }) {
  const reference = useReference();
  const codecs = reference.data?.catalogue.codecs ?? [];
  const field = (label: string, name: "raster" | "rate" | "media" | "audio" | "reserve" | "length") => (
    <div>
      <label htmlFor={`sum-${name}`} className="block text-small text-dim">
        {label}
      </label>
      <input
        id={`sum-${name}`}
        value={sum[name]}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => set({ [name]: event.target.value })}
        className="w-full border border-rule bg-sunk px-1.5 py-0.5"
      />
    </div>
  );
  return (
    <section aria-label="Calculator" className="space-y-2">
      <h2 className="font-semibold">Calculator</h2>
      <Choice label="Find" value={sum.find} onChoose={(find) => set({ find })} options={FINDS} />
      {sum.find !== "codec" && sum.find !== "rate" && (
        <Choice
          label="Codec"
          value={sum.codec}
          onChoose={(codec) => set({ codec })}
          options={codecs.map((codec) => ({ value: codec.id, label: codec.name }))}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        {sum.find !== "rate" && field("Raster", "raster")}
        {sum.find !== "rate" && field("Frame rate", "rate")}
        {sum.find !== "media" && field(sum.find === "rate" ? "Card or file" : "Card", "media")}
        {sum.find !== "time" && field(sum.find === "rate" ? "Full after" : "Must last", "length")}
        {field("Reserve", "reserve")}
      </div>
      {sum.find !== "rate" && field("Sound: channels x sample rate x bits", "audio")}
      <div aria-live="polite" className="border-t border-rule pt-2">
        {sum.find === "time" ? <TimeAnswer sum={sum} /> : <TurnedAnswer sum={sum} />}
      </div>
    </section>
  );
}

function TimeAnswer({ sum }: { sum: Sum }) {
  const { codec, raster, rate, audio, media, reserve } = sum;
  const found = useCalculator({ codec, raster, rate, audio, media, reserve });
  if (found.error) return <p className="text-stop">{found.error.message}</p>;
  if (!found.data) return null;
  const { label, rate_label, band_label, working } = found.data;
  return (
    <>
      <p className="text-large font-semibold" data-testid="calculator">
        {label}
      </p>
      {band_label && <p className="text-dim">{band_label}</p>}
      <p>{rate_label}</p>
      <table className="mt-2 w-full text-left text-small">
        <tbody>
          {working.terms.map((term) => (
            <tr key={term.name} className="border-t border-rule align-top">
              <th className="py-1 pr-2 font-normal text-dim">{term.name}</th>
              <td className="py-1">
                {term.value}
                <span className="block text-dim">{term.source}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function TurnedAnswer({ sum }: { sum: Sum }) {
  const { raster, rate, audio, reserve, length } = sum;
  const basis = { raster, rate, audio, reserve, length };
  const found = useTurned(sum.find === "media" ? { ...basis, codec: sum.codec } : { ...basis, media: sum.media, find_rate: sum.find === "rate" });
  if (found.error) return <p className="text-stop">{found.error.message}</p>;
  return (
    <p className="text-large font-semibold" data-testid="calculator">
      {found.data?.label}
    </p>
  );
}

/** The calculator on a page of its own, with a family’s times at a glance: its address holds the sum. */
export function CalculatorView() {
  const [sum, set] = useSharedSum();
  return (
    <div className="mx-auto max-w-6xl px-4 pb-10">
      <PageHead />
      <main className="grid gap-8 pt-4 md:grid-cols-[300px_1fr] print:block">
        <h1 className="sr-only">Calculator</h1>
        <div className="print:hidden">
          <SumFields sum={sum} set={set} />
        </div>
        <TimesAtAGlance sum={sum} set={set} />
      </main>
    </div>
  );
}
