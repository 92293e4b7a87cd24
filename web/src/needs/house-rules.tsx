import { useEdits, useFloor } from "../frame/workbench";
import { TypedField } from "../ui/field";
import { useHouseRules } from "./rules";

const SCHOOLS = [
  "picture_of_record",
  "transmitter_feed",
  "monitor_size",
  "media_swap",
  "card_size",
  "gain",
  "sound_of_record",
  "timecode",
  "power",
  "mains",
  "media_loading",
  "monitor_place",
  "battery_place",
] as const;
type School = (typeof SCHOOLS)[number];
const isSchool = (rule: string): rule is School => SCHOOLS.some((school) => school === rule);

const LIMITS = [
  ["operating_within", "To operate, within"],
  ["focus_within", "To pull focus, within"],
  ["stage_within", "Live in sight of the stage, within"],
  ["directing_within", "To direct, within"],
  ["sound_reference", "Sound stands at, against full scale"],
  ["sound_headroom", "Kept above the peaks of sound"],
] as const;

/** The choices between schools, each with both sides' reasons, and the usual limits. */
export function HouseRulesSheet() {
  const { reference } = useFloor();
  const { settle } = useEdits();
  const { rules, set } = useHouseRules();
  if (!rules) return null;
  return (
    <section aria-label="House rules" className="p-3">
      <h2 className="font-semibold">House rules</h2>
      <p className="text-small text-dim">Checks, routes and plans follow them.</p>
      {reference.rules.map((page) => {
        const { rule } = page;
        if (!isSchool(rule)) return null;
        return (
          <fieldset key={rule} className="mt-3 border-t border-rule pt-2">
            <legend className="sr-only">{page.title}</legend>
            <p aria-hidden className="text-small text-dim">
              {page.title}
            </p>
            {page.choices.map((choice) => (
              <label key={choice.value} className="mt-1 flex items-start gap-2">
                <input
                  type="radio"
                  className="mt-1"
                  name={rule}
                  checked={rules[rule] === choice.value}
                  onChange={() => settle(set({ [rule]: choice.value }))}
                />
                <span>
                  {choice.name}
                  <span className="block text-small text-dim">{choice.reason}</span>
                </span>
              </label>
            ))}
          </fieldset>
        );
      })}
      <div className="mt-3 grid grid-cols-2 gap-2 border-t border-rule pt-2">
        {LIMITS.map(([rule, label]) => (
          <TypedField key={rule} label={label} value={rules[rule]} send={(typed) => set({ [rule]: typed })} />
        ))}
      </div>
    </section>
  );
}
