import { useState } from "react";
import { Link } from "react-router";
import type { Asked } from "../api/client";
import { useQuickSum, useReference } from "../api/queries";
import { ThemeSwitch } from "../frame/theme";
import { Choice } from "../ui/field";

const START: Asked = { codec: "mezzanine-high", raster: "3840×2160", rate: "25", audio: "4x48000x24", media: "512 GB", reserve: "3 %" };

/** Codec, format, card: time. Needs no production; fields take what people type. */
export function QuickSum() {
  const reference = useReference();
  const [asked, setAsked] = useState<Asked>(START);
  const sum = useQuickSum(asked);
  const set = (change: Partial<Asked>) => setAsked((old) => ({ ...old, ...change }));
  const codecs = reference.data?.catalogue.codecs ?? [];
  const field = (label: string, name: "raster" | "rate" | "media" | "audio" | "reserve") => (
    <div>
      <label htmlFor={`sum-${name}`} className="block text-small text-dim">
        {label}
      </label>
      <input
        id={`sum-${name}`}
        value={asked[name]}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => set({ [name]: event.target.value })}
        className="w-full border border-rule bg-sunk px-1.5 py-0.5"
      />
    </div>
  );
  return (
    <section aria-label="Quick sum" className="space-y-2">
      <h2 className="font-semibold">Quick sum</h2>
      <p className="text-small text-dim">How long a codec records on a card, whatever the build.</p>
      <Choice label="Codec" value={asked.codec ?? ""} onChoose={(codec) => set({ codec })} options={codecs.map((codec) => ({ value: codec.id, label: codec.name }))} />
      <div className="grid grid-cols-2 gap-2">
        {field("Raster", "raster")}
        {field("Frame rate", "rate")}
        {field("Card", "media")}
        {field("Reserve", "reserve")}
      </div>
      {field("Sound: channels x sample rate x bits", "audio")}
      <div aria-live="polite" className="border-t border-rule pt-2">
        {sum.error ? (
          <p className="text-stop">{sum.error.message}</p>
        ) : (
          sum.data && (
            <>
              <p className="text-large font-semibold" data-testid="quick-sum">
                {sum.data.label}
              </p>
              <p>{sum.data.rate_label}</p>
              <table className="mt-2 w-full text-left text-small">
                <tbody>
                  {sum.data.working.terms.map((term) => (
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
          )
        )}
      </div>
    </section>
  );
}

/** The quick sum on a page of its own. */
export function QuickSumView() {
  return (
    <div className="mx-auto max-w-md px-4 pb-10">
      <header className="flex items-center gap-4 border-b border-rule py-2">
        <Link to="/" className="font-semibold tracking-wide">
          West Rail
        </Link>
        <span className="ml-auto">
          <ThemeSwitch />
        </span>
      </header>
      <main className="pt-4">
        <h1 className="sr-only">Quick sum</h1>
        <QuickSum />
      </main>
    </div>
  );
}
