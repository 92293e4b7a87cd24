//! The day's plan put right: breaks in which something is changed.

use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::day::Hours;
use model::document::{Command, Handle, Rolls, ScheduleEntry, handle_from};
use units::quantity::{ClockTime, Span};

/// So long it takes to change batteries, or to jam clocks, in seconds.
const CHANGE: u64 = 5 * 60;
/// More breaks than this are no plan.
const MOST_BREAKS: usize = 8;

/// Breaks put into the day where something that lasts so long, and takes so many seconds to change, would be over in
/// a take: on the five minutes before it is. `what` is done in them: *change batteries*.
pub fn breaks_for(
    facts: &Facts,
    hours: &Hours,
    (lasts, takes): (Span, u64),
    what: &str,
) -> Option<Fix> {
    let schedule = &facts.floor.build.schedule;
    let mut hours = hours.clone();
    let mut times: Vec<u64> = Vec::new();
    // Each break moves those after it.
    for _ in 0..=MOST_BREAKS {
        let turns = hours.turns(lasts.0, takes, MOST_BREAKS + hours.breaks.len());
        let Some(dies) = turns.iter().find(|turn| turn.in_break.is_none()) else {
            break;
        };
        let at = dies.at.saturating_sub(CHANGE) / CHANGE * CHANGE;
        let before = times.last().copied().unwrap_or(hours.begin);
        if at <= before || times.len() == MOST_BREAKS {
            return None;
        }
        times.push(at);
        hours.breaks.push(engine::day::Break {
            start: at,
            end: at + CHANGE,
            name: None,
        });
        hours.breaks.sort();
    }
    let mut letters = what.chars();
    let first = letters
        .next()
        .map(|letter| letter.to_uppercase().to_string());
    let name = first.unwrap_or_default() + letters.as_str();
    let mut taken: Vec<Handle> = schedule.iter().map(|entry| entry.id.clone()).collect();
    let commands = times.iter().map(|at| {
        let id = handle_from(what, |id| taken.iter().any(|other| other == id));
        taken.push(id.clone());
        Command::PutScheduleEntry {
            build: build(facts),
            entry: ScheduleEntry {
                id,
                name: name.clone(),
                recorders: Vec::new(),
                start: ClockTime((at / 60) as u32),
                length: Span(CHANGE),
                rolls: Rolls::Nothing,
            },
            at: None,
        }
    });
    let commands: Vec<Command> = commands.collect();
    let labels: Vec<String> = times.iter().map(|at| ClockTime::label_of(*at)).collect();
    let title = format!(
        "Put 5 minutes into the day to {what}, at {}",
        super::super::words::list(&labels)
    );
    (!commands.is_empty()).then(|| Fix::new(title, commands))
}
