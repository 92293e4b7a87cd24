//! The day's plan against the kit, and against what bodies stand.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use engine::record::day::short_pools;
use engine::record::{HeatLimit, Recording, over_the_day};
use model::document::ScheduleEntry;
use units::quantity::ClockTime;

/// Cards that the day wants and the kit doesn't have: said once, where there is a plan and a kit.
pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    for recording in facts.recordings {
        found.extend(overheats(facts, recording));
    }
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

/// A body that the day's takes heat until it stops.
fn overheats(facts: &Facts, recording: &Recording) -> Option<Finding> {
    let floor = facts.floor;
    let HeatLimit::After(limit) = recording.heat else {
        return None;
    };
    let placed = &floor.build.placements[recording.placement];
    let entries: Vec<&ScheduleEntry> = floor
        .build
        .schedule
        .iter()
        .filter(|entry| entry.recorders.is_empty() || entry.recorders.contains(&placed.id))
        .collect();
    let heated = over_the_day(&entries, limit)?;
    let text = format!(
        "{} is expected to stop for heat at {}, in {}.",
        placed.name,
        ClockTime::label_of(heated.at),
        entries[heated.entry].name
    );
    let reason = format!(
        "It lasts {} at {} °C and records {} % of that time; takes add up, and it cools as fast as it heats. A guide: try it in the same air.",
        limit.label(),
        floor.production.house_rules.air_celsius,
        heated.rolling_percent
    );
    let finding = facts.caution(
        Code::HeatOverTakes,
        At::Device(recording.placement),
        text,
        reason,
    );
    Some(finding.with(facts, || fix::cooler(facts, recording)))
}
