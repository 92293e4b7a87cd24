import type { HouseRules } from "../api/client";
import { useWorkbench } from "../frame/workbench";

/** The house rules, and how some of them are changed. */
export function useHouseRules() {
  const { workspace, edit } = useWorkbench();
  const rules = workspace.production.house_rules;
  const set = (change: Partial<HouseRules>) => edit([{ do: "set-house-rules", change }]);
  return { rules, set };
}
