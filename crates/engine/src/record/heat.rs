//! When a body stops for heat: its own limit, the air, and what lengthens it. A guide: the maker's
//! instructions and a test in the same air come first.

use model::catalogue::RecordingAbility;
use model::document::{RecordingSetting, ScheduleEntry};
use units::quantity::{Span, Working};

/// The air at which makers state their limits, in degrees Celsius.
const STATED_AT: i32 = 20;
/// What a degree above that takes off, and one below it adds, in thousandths of the limit.
const WARMER: i32 = 25;
const COLDER: i32 = 15;
/// What is left at least, in thousandths.
const LEAST: i32 = 200;
/// What helps, in thousandths of the limit.
const SCREEN_FLIPPED_OUT: i32 = 200;
const DUMMY_BATTERY: i32 = 150;
const TO_DRIVE: i32 = 100;

/// The limit in this air and with these settings, and how it was reached.
pub fn limit(stated: Span, air_celsius: i8, setting: &RecordingSetting) -> (Span, Working) {
    let degrees = i32::from(air_celsius) - STATED_AT;
    let air = if degrees > 0 {
        -degrees * WARMER
    } else {
        -degrees * COLDER
    };
    let helps = [
        (
            setting.screen_flipped_out,
            SCREEN_FLIPPED_OUT,
            "screen flipped out",
        ),
        (
            setting.dummy_battery,
            DUMMY_BATTERY,
            "dummy battery in the place of the inner one",
        ),
        (setting.to_drive, TO_DRIVE, "recording to a drive"),
    ];
    let helped = helps.iter().filter(|(so, ..)| *so);
    let share = (1000 + air + helped.clone().map(|(_, more, _)| more).sum::<i32>()).max(LEAST);
    let after = Span(stated.0.saturating_mul(share.unsigned_abs().into()) / 1000);
    let percent = |thousandths: i32| {
        format!(
            "{}{}.{} %",
            if thousandths < 0 { "−" } else { "+" },
            thousandths.abs() / 10,
            thousandths.abs() % 10
        )
    };
    let mut working = Working::new("Until it stops for heat")
        .term("Stated", stated.label(), "the catalogue, at 20 °C in the open")
        .term("Air", percent(air), format!("at {air_celsius} °C: 2.5 % off for each degree above 20, 1.5 % more for each below; a guide"));
    for (_, more, what) in helped {
        working = working.term("Helps", percent(*more), format!("{what}; a guide"));
    }
    (after, working.gives(after.label()))
}

/// What a body's heat makes of its recording.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HeatLimit {
    /// Nothing is stated.
    NotStated,
    /// It stops after so long.
    After(Span),
    /// Fed from outside, it has none.
    NoLimit,
}

/// The limit of a body in this air, with what is set and what the wiring says.
pub fn heat_of(
    ability: &RecordingAbility,
    air_celsius: i8,
    outside: &RecordingSetting,
) -> HeatLimit {
    match ability.heat_limit {
        None => HeatLimit::NotStated,
        Some(_) if ability.cool_outside && outside.dummy_battery => HeatLimit::NoLimit,
        Some(stated) => HeatLimit::After(limit(stated, air_celsius, outside).0),
    }
}

/// Where takes heat a body until it stops: which entry of the schedule, and when, in seconds since midnight.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Overheats {
    /// The entry, by its number.
    pub entry: usize,
    /// When.
    pub at: u64,
    /// What of that entry it records, in percent.
    pub rolling_percent: u64,
}

/// Follows a body's heat over the day: it reaches its limit after so many seconds of recording, and cools as fast
/// while it rests. None where it never stops.
pub fn over_the_day(schedule: &[&ScheduleEntry], limit: Span) -> Option<Overheats> {
    let whole = limit.0.max(1) as f64;
    let mut entries: Vec<(usize, &&ScheduleEntry)> = schedule.iter().enumerate().collect();
    entries.sort_by_key(|(_, entry)| entry.start.seconds());
    let (mut heat, mut now) = (0.0, 0);
    for (number, entry) in entries {
        let starts = entry.start.seconds().max(now);
        heat = f64::max(0.0, heat - (starts - now) as f64);
        let length = entry.length.0;
        let rolled = entry.rolls.seconds(entry.length).min(length);
        // So much warmer a second: takes and rests are spread over it.
        let warms = 2.0 * rolled as f64 / length.max(1) as f64 - 1.0;
        let after = heat + warms * length as f64;
        if after >= whole && warms > 0.0 {
            return Some(Overheats {
                entry: number,
                at: starts + ((whole - heat) / warms) as u64,
                rolling_percent: rolled * 100 / length.max(1),
            });
        }
        heat = after.max(0.0);
        now = starts.saturating_add(length);
    }
    None
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn warm_air_shortens_and_care_lengthens() {
        let bare = RecordingSetting::default();
        let cared = RecordingSetting {
            screen_flipped_out: true,
            dummy_battery: true,
            ..bare.clone()
        };
        let minutes =
            |air, setting: &RecordingSetting| limit(Span(100 * 60), air, setting).0.0 / 60;
        assert_eq!(
            [-10, 20, 30, 40, 60].map(|air| minutes(air, &bare)),
            [145, 100, 75, 50, 20]
        );
        assert_eq!(minutes(20, &cared), 135);
        assert_eq!(minutes(40, &cared), 85);
    }
}
