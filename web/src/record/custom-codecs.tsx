import { useState } from "react";
import { sentenceOf, type Codec } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";
import { handleOf } from "../kit/entry";
import { OwnHeading } from "../kit/custom-file";
import { Button } from "../ui/button";
import { Choice, PlainField } from "../ui/field";
import { hundredths, whole } from "../ui/typed";

type Model = Codec["model"];
type Kind = Exclude<Model["kind"], "sound-only">;

/** What each model is written with: the fields’ names and an example. */
const FIELDS: Record<Kind, [string, string][]> = {
  measured: [
    ["Size of the file", "5.12 GB"],
    ["Length of the clip", "2 min"],
  ],
  constant: [["Rate of the picture", "240 Mb/s"]],
  "by-pixel": [["Bits a pixel", "2.36"]],
  ratio: [["Ratio, to 1", "5"]],
  uncompressed: [
    ["Bytes of a group", "8"],
    ["Pixels of a group", "3"],
  ],
  "constant-quality": [
    ["Bits a pixel, low", "1.2"],
    ["Bits a pixel, typical", "2"],
    ["Bits a pixel, high", "3.1"],
  ],
};

const KINDS: { value: Kind; label: string }[] = [
  { value: "measured", label: "Measured from a test clip" },
  { value: "constant", label: "A named rate" },
  { value: "by-pixel", label: "Bits a pixel" },
  { value: "ratio", label: "Ratio to the sensor’s samples" },
  { value: "uncompressed", label: "Uncompressed, packed in groups" },
  { value: "constant-quality", label: "Constant quality, a band" },
];

function modelOf(kind: Kind, typed: string[]): Model {
  const number = (at: number) => hundredths(typed[at] ?? "", FIELDS[kind][at]?.[0] ?? "");
  const text = (at: number) => (typed[at] ?? "").trim();
  switch (kind) {
    case "measured":
      return { kind, file: text(0), length: text(1) };
    case "constant":
      return { kind, rate: text(0) };
    case "by-pixel":
      return { kind, centibits: number(0) };
    case "ratio":
      return { kind, centiratio: number(0) };
    case "uncompressed":
      return { kind, bytes: whole(text(0), "bytes"), pixels: whole(text(1), "pixels") };
    case "constant-quality":
      return { kind, low: number(0), typical: number(1), high: number(2) };
  }
}

/** How an own codec’s rate is known, in words. */
function origin({ model }: Codec): string {
  switch (model.kind) {
    case "measured":
      return `measured: ${model.file} in ${model.length}`;
    case "constant":
      return `named rate: ${model.rate}`;
    case "by-pixel":
      return `${model.centibits / 100} bits a pixel`;
    case "ratio":
      return `${model.centiratio / 100}:1`;
    case "constant-quality":
      return `a band: ${model.low / 100}, ${model.typical / 100}, ${model.high / 100} bits a pixel`;
    case "uncompressed":
      return `${model.bytes} bytes for ${model.pixels} pixels`;
    case "sound-only":
      return "sound alone";
  }
}

/** The crew’s custom codecs, with their figures or as measured from a clip. */
export function OwnCodecs() {
  const { workspace } = useFloor();
  const { edit, attempt } = useEdits();
  const custom = workspace.production.custom?.codecs ?? [];
  const [name, setName] = useState("");
  const [kind, setKind] = useState<Kind>("measured");
  const [typed, setTyped] = useState<string[]>([]);
  const [sampling, setSampling] = useState<Codec["sampling"]>("4:2:2");
  const [bits, setBits] = useState<Codec["bits"]>("10-bit");
  const [refusal, setRefusal] = useState<string>();
  async function add() {
    try {
      const codec: Codec = {
        id: `custom-${handleOf(name)}`.slice(0, 40),
        name: name.trim(),
        family: "Custom",
        model: modelOf(kind, typed),
        sampling,
        bits,
        raw: kind === "ratio",
        custom: true,
      };
      await edit([{ do: "put-codec", codec }]);
      setName("");
      setTyped([]);
      setRefusal(undefined);
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }
  return (
    <section aria-label="Custom codecs" className="mt-8">
      <OwnHeading
        title="Custom codecs"
        ids={custom.map((codec) => codec.id)}
        of="codecs"
        onRefused={setRefusal}
        check={({ codecs = [] }) => (codecs.length === 0 ? "There is no codec in that file." : undefined)}
      />
      <ul>
        {custom.map((codec) => (
          <li key={codec.id} className="flex items-baseline gap-3 border-t border-rule py-1">
            {codec.name}
            <span className="text-dim">
              {origin(codec)}; {codec.sampling} {codec.bits}
            </span>
            <button
              type="button"
              className="ml-auto min-h-6 text-small text-dim underline decoration-dotted underline-offset-3 hover:text-ink"
              onClick={() => attempt([{ do: "remove-codec", codec: codec.id }])}
            >
              Remove {codec.name}
            </button>
          </li>
        ))}
      </ul>
      <details className="border-t border-rule pt-1">
        <summary className="cursor-pointer py-1 text-dim">Add a custom codec</summary>
        <form
          aria-label="New codec"
          className="pt-1"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <div className="grid grid-cols-2 gap-x-3 gap-y-1 lg:grid-cols-4">
            <PlainField label="Name" example="Orrell H3, test clip" value={name} onChange={setName} />
            <Choice label="Its rate is known by" value={kind} options={KINDS} onChoose={(next) => setKind(next as Kind)} />
            {FIELDS[kind].map(([label, example], at) => (
              <PlainField
                key={label}
                label={label}
                example={example}
                value={typed[at] ?? ""}
                onChange={(text) => setTyped((old) => FIELDS[kind].map((_, number) => (number === at ? text : (old[number] ?? ""))))}
              />
            ))}
            <Choice
              label="Sampling"
              value={sampling}
              options={(["4:2:0", "4:2:2", "4:4:4"] as const).map((value) => ({ value, label: value }))}
              onChoose={(next) => setSampling(next)}
            />
            <Choice
              label="Bit depth"
              value={bits}
              options={["8-bit", "10-bit", "12-bit", "16-bit"].map((value) => ({ value, label: value }))}
              onChoose={setBits}
            />
          </div>
          {refusal && (
            <p role="alert" className="mt-0.5 text-small text-stop">
              {refusal}
            </p>
          )}
          <Button type="submit" className="mt-1.5">
            Add the codec
          </Button>
        </form>
      </details>
    </section>
  );
}
