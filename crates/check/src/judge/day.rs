//! The day's plan against the kit.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use engine::record::day::short_pools;

/// Cards that the day wants and the kit doesn't have: said once, where there is a plan and a kit.
pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    if floor.production.kit.is_empty() || floor.build.schedule.is_empty() {
        return;
    }
    let short = short_pools(floor, facts.recordings);
    if short.is_empty() {
        return;
    }
    let named: Vec<String> = short
        .iter()
        .map(|pool| {
            format!(
                "{} of {} are needed and the kit has {}",
                pool.needed, pool.name, pool.owned
            )
        })
        .collect();
    let text = format!("Cards are short for the day: {}.", list(&named));
    let reason = "Without them a camera waits, or a card is formatted before its copies are safe. The Media view shows the plan.";
    let finding = facts.caution(Code::CardsShort, At::Kit, text, reason);
    found.push(finding.with(facts, || [fix::hire_cards(facts, &short)]));
}
