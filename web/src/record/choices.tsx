import { useState, type ReactNode } from "react";
import { sentenceOf, type Command, type Placement, type RecordingSetting } from "../api/client";
import { useChoices } from "../api/queries";
import { useEdits, useFloor } from "../frame/workbench";
import { useRecordable } from "./recordable";
import { Button } from "../ui/button";
import { Choice } from "../ui/field";
import { Figure } from "../ui/figure";
import { SeverityMark } from "../ui/mark";
import { Sheet } from "../ui/sheet";

const MOST = 4;

/** Up to four ways to record on one recorder, side by side; any of them can be taken. */
export function Choices({ placement, setting }: { placement: Placement; setting: RecordingSetting }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="underline decoration-dotted underline-offset-3 hover:text-ink" onClick={() => setOpen(true)}>
        Compare choices for {placement.name}
      </button>
      <Sheet
        wide
        open={open}
        onOpenChange={setOpen}
        title={`Choices for ${placement.name}`}
        about="Each is tried on a copy of the build; nothing changes until one is taken."
      >
        {open && <SideBySide placement={placement} setting={setting} onTaken={() => setOpen(false)} />}
      </Sheet>
    </>
  );
}

function SideBySide({ placement, setting, onTaken }: { placement: Placement; setting: RecordingSetting; onTaken: () => void }) {
  const { id, build, workspace } = useFloor();
  const { edit } = useEdits();
  const { codecs, media } = useRecordable(placement.id);
  const [choices, setChoices] = useState<RecordingSetting[]>(() => {
    const others = codecs.filter((codec) => codec.id !== setting.codec).slice(0, 2);
    return [setting, ...others.map((codec) => ({ ...setting, codec: codec.id }))];
  });
  const found = useChoices(id, workspace.revision, build.id, placement.id, choices);
  const [refusal, setRefusal] = useState<string>();
  const change = (at: number, next: Partial<RecordingSetting>) =>
    setChoices((old) => old.map((choice, number) => (number === at ? { ...choice, ...next } : choice)));
  const take = (commands: Command[]) => {
    edit(commands).then(onTaken, (error: unknown) => setRefusal(sentenceOf(error)));
  };
  const rows: [string, (number: number) => ReactNode][] = [
    [
      "Data rate",
      (number) => {
        const time = found.data?.[number]?.time;
        return (
          time && (
            <Figure working={time.working} label={`Data rate of choice ${number + 1}`}>
              {time.rate_label}
            </Figure>
          )
        );
      },
    ],
    ["On its cards", (number) => found.data?.[number]?.time?.label],
    ["Something ends it after", (number) => found.data?.[number]?.lasts],
    ["The file really holds", (number) => found.data?.[number]?.keeps],
    ["Cards of its kind, for the day", (number) => found.data?.[number]?.cards],
    ["Last copy verified, after wrap", (number) => found.data?.[number]?.copied],
    ["The whole day writes", (number) => found.data?.[number]?.bytes],
  ];
  const nowAt = found.data?.findIndex((choice) => choice.is_now) ?? -1;
  /** Whether a choice’s answer is another than that of how it is set now. */
  const differs = (cell: (number: number) => ReactNode, number: number) => {
    const plain = (at: number) => (found.data?.[at] && cell === rows[0]?.[1] ? found.data[at].time?.rate_label : cell(at));
    return nowAt >= 0 && number !== nowAt && plain(number) !== plain(nowAt);
  };
  return (
    <div>
      {found.error && <p className="text-stop">{found.error.message}</p>}
      <table className="w-full table-fixed text-left">
        <thead>
          <tr className="align-bottom">
            <th className="w-32 font-normal text-dim">Recorded as</th>
            {choices.map((choice, number) => (
              <th key={number} className={`pl-3 font-normal ${number === nowAt ? "border-t-2 border-accent" : "border-t-2 border-transparent"}`}>
                <span className="block h-4 text-small text-accent">{number === nowAt ? "as it is set now" : ""}</span>
                <Choice
                  label={`Codec, choice ${number + 1}`}
                  value={choice.codec}
                  onChoose={(codec) => change(number, { codec })}
                  options={codecs.map((codec) => ({ value: codec.id, label: codec.name }))}
                />
                <Choice
                  label={`Card, choice ${number + 1}`}
                  value={choice.media[0] ?? ""}
                  onChoose={(medium) => change(number, { media: [medium, ...choice.media.slice(1)] })}
                  options={media.map((medium) => ({ value: medium.id, label: medium.name }))}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, cell]) => (
            <tr key={name} className="border-t border-rule align-top">
              <th className="py-1 font-normal text-dim">{name}</th>
              {choices.map((_, number) => (
                <td key={number} className={`py-1 pl-3 ${differs(cell, number) ? "font-semibold" : nowAt >= 0 && number !== nowAt ? "text-dim" : ""}`}>
                  {cell(number) ?? "–"}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-t border-rule align-top">
            <th className="py-1 font-normal text-dim">Needs at it</th>
            {choices.map((_, number) => (
              <td key={number} className="py-1 pl-3">
                {found.data?.[number]?.needs.map((need) => (
                  <p key={need.id}>
                    <SeverityMark severity={need.met ? "ok" : "stop"} word={false} /> {need.met ? "met" : need.says}
                    <span className="block text-small text-dim">{need.asks}</span>
                  </p>
                ))}
                {found.data?.[number]?.needs.length === 0 && "none said"}
              </td>
            ))}
          </tr>
          <tr className="border-t border-rule align-top">
            <td />
            {choices.map((_, number) => (
              <td key={number} className="py-1 pl-3">
                {found.data?.[number]?.refusal ? (
                  <span className="text-stop">{found.data[number].refusal}</span>
                ) : (
                  <Button
                    aria-label={`Take choice ${number + 1}`}
                    disabled={!found.data?.[number] || found.isPlaceholderData}
                    onClick={() => take(found.data?.[number]?.take ?? [])}
                  >
                    Take this one
                  </Button>
                )}{" "}
                {choices.length > 1 && (
                  <button
                    type="button"
                    className="min-h-6 text-small text-dim underline decoration-dotted"
                    onClick={() => setChoices((old) => old.filter((_, at) => at !== number))}
                  >
                    Leave choice {number + 1} out
                  </button>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {refusal && (
        <p role="alert" className="text-stop">
          {refusal}
        </p>
      )}
      {choices.length < MOST && (
        <Button className="mt-2" onClick={() => setChoices((old) => [...old, { ...(old[old.length - 1] ?? setting) }])}>
          One more choice
        </Button>
      )}
    </div>
  );
}
