import type { HouseRules } from "../api/client";
import { useEdits, useFloor } from "../frame/workbench";

/** The house rules, and how some of them are changed. */
export function useHouseRules() {
  const { workspace } = useFloor();
  const { edit } = useEdits();
  const rules = workspace.production.house_rules;
  const set = (change: Partial<HouseRules>) => edit([{ do: "set-house-rules", change }]);
  return { rules, set };
}
