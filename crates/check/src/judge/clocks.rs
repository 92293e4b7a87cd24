//! Clocks over the day: what runs apart, what counts only while it records, timecode as sound.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list_of_many;
use crate::{Facts, Finding, Severity, fix};
use engine::day::{ChangeTime, Hours};
use engine::path::PortIx;
use engine::sound::switched_to;
use engine::sync::{ClockAt, Jams, TimecodeSource, apart, at, clocks};
use model::catalogue::LevelKind;
use units::quantity::ClockTime;
use units::timecode::TOLERANCE_FRAMES;

/// Times that are named.
const NAMED: usize = 4;
/// From midnight on labels repeat: seconds of a day.
const DAY: u64 = 86_400;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let all = clocks(facts.floor, facts.resolved);
    if all.is_empty() {
        return;
    }
    let hours = Hours::of(&facts.floor.build.schedule);
    let rate = facts.floor.production.format.rate.as_f64();
    let mut jams = hours.as_ref().map(|hours| Jams::over(hours, rate));
    for clock in &all {
        found.extend(cannot(facts, clock));
        if let (Some(hours), Some(jams)) = (&hours, &mut jams) {
            let turns = jams.of(clock, &all);
            found.extend(runs_apart(facts, clock, &all, hours, turns));
        }
        match clock.way {
            TimecodeSource::RecordRun => found.extend(record_run(facts, clock, &all)),
            TimecodeSource::Cable(_) => found.extend(late(facts, clock)),
            TimecodeSource::Track(port) => as_sound(facts, clock, port, found),
            _ => {}
        }
    }
    if let Some(hours) = hours.filter(|hours| hours.end > DAY && hours.begin < DAY) {
        found.extend(past_midnight(facts, &all, &hours));
    }
}

fn runs_apart(
    facts: &Facts,
    clock: &ClockAt,
    all: &[ClockAt],
    hours: &Hours,
    turns: &[ChangeTime],
) -> Option<Finding> {
    let rate = facts.floor.production.format.rate.as_f64();
    turns.first()?;
    let from = at(all, clock.from?)?;
    let between = apart(clock, from, all);
    let name = facts.device(clock.placement);
    let other = facts.device(from.placement);
    let missed = turns.iter().find(|turn| turn.in_break.is_none());
    let day = between.frames(hours.length() as f64, rate);
    let lasts = between.after(TOLERANCE_FRAMES, rate)?;
    // Measured clocks do what was measured; the others may.
    let off = if between.measured {
        format!("is {day:.1} frames off")
    } else {
        format!("may be {day:.1} frames off")
    };
    // That it was jammed at all is only known where somebody said so.
    let setting = &facts.floor.build.placements[clock.placement].settings.clock;
    let mut text = match setting.way {
        Some(_) => format!("{name} is jammed from {other} and {off} at the end of the day"),
        None => format!(
            "Nothing feeds {name} timecode all day: jammed from {other} at the beginning, it {off} at the end"
        ),
    };
    let severity = match missed {
        Some(turn) => {
            text += &format!("; no break comes before {}.", ClockTime::label_of(turn.at));
            Severity::Caution
        }
        None => {
            let times = turns
                .iter()
                .map(|turn| ClockTime::label_of(turn.at))
                .collect();
            text += &format!(
                ": jam it again in a break, at {}.",
                list_of_many(times, NAMED)
            );
            Severity::Note
        }
    };
    let reason = format!(
        "{:.3} ppm between them: half a frame after {}. Heat and cold add to it.",
        between.ppm,
        lasts.label()
    );
    let finding = facts.finding(
        Code::ClockRunsApart,
        severity,
        At::Device(clock.placement),
        text,
        reason,
    );
    Some(finding.with(facts, || {
        let mut fixes: Vec<_> = fix::feed_clock(facts, clock).into_iter().collect();
        if missed.is_some() {
            fixes.extend(fix::breaks_for(facts, hours, lasts, "jam timecode"));
        }
        fixes
    }))
}

fn record_run(facts: &Facts, clock: &ClockAt, all: &[ClockAt]) -> Option<Finding> {
    // One alone has nothing to be lined up with.
    (all.len() > 1).then(|| {
        let text = format!(
            "{} counts only while it records: its labels don’t say when.",
            facts.device(clock.placement)
        );
        let reason = "Nothing else can be lined up with it by timecode.";
        facts
            .caution(Code::RecordRun, At::Device(clock.placement), text, reason)
            .with(facts, || [fix::free_run(facts, clock.placement)])
    })
}

fn cannot(facts: &Facts, clock: &ClockAt) -> Option<Finding> {
    let device = facts.floor.devices[clock.placement]?;
    let rates = &device.clock.as_ref()?.rates;
    (!rates.is_empty() && !rates.contains(&clock.counts)).then(|| {
        let can: Vec<String> = rates.iter().map(ToString::to_string).collect();
        let text = format!(
            "{} is to count {}, and can’t.",
            facts.device(clock.placement),
            clock.counts
        );
        let reason = format!("It counts {}.", list_of_many(can, 8));
        facts.stop(Code::ClockCannot, At::Device(clock.placement), text, reason)
    })
}

fn late(facts: &Facts, clock: &ClockAt) -> Option<Finding> {
    let device = facts.floor.devices[clock.placement]?;
    let frames = device.clock.as_ref()?.late_frames;
    let setting = &facts.floor.build.placements[clock.placement].settings.clock;
    (frames != 0 && setting.offset_frames != Some(-frames)).then(|| {
        let many = if frames.abs() == 1 { "frame" } else { "frames" };
        let text = format!(
            "{} labels its pictures {} {many} late when it is fed.",
            facts.device(clock.placement),
            frames.abs()
        );
        let reason =
            "It is the same all day: enter the offset in its menu, and make sure with a slate.";
        facts
            .note(Code::FedLate, At::Device(clock.placement), text, reason)
            .with(facts, || [fix::take_late(facts, clock.placement, frames)])
    })
}

/// Timecode that goes into an input for sound.
fn as_sound(facts: &Facts, clock: &ClockAt, port: PortIx, found: &mut Vec<Finding>) {
    let name = facts.device(clock.placement);
    let text = format!("{name} records timecode as sound, at {}.", facts.port(port));
    let reason = "That track holds no sound, and the labels are read from it afterwards.";
    found.push(facts.note(Code::LtcOnTrack, At::Device(clock.placement), text, reason));
    let Some(connection) = facts.floor.into[port] else {
        return;
    };
    let (gives, takes) = switched_to(facts.floor, connection);
    if gives == Some(LevelKind::Line) && takes == Some(LevelKind::Mic) {
        let (from, to) = facts.ends(connection);
        let text = format!("{from} gives timecode at line level, and {to} is set to microphone.");
        let reason = "Line level is about 1 V; a microphone’s input wants it 30 to 40 dB lower. Clipped, it is heard on the next track, and may not be read.";
        let finding = facts.caution(Code::LtcIntoMic, At::Cable(connection), text, reason);
        found.push(finding.with(facts, || fix::match_level(facts, connection, 40.0)));
    }
}

fn past_midnight(facts: &Facts, all: &[ClockAt], hours: &Hours) -> Option<Finding> {
    let lead = all
        .iter()
        .find(|clock| clock.way == TimecodeSource::Master)
        .or_else(|| all.first())?;
    // A date in the user bits tells the two days apart.
    let setting = &facts.floor.build.placements[lead.placement].settings.clock;
    setting.user_bits.is_none().then(|| {
        let text = format!(
            "The day ends at {}: labels begin again at 00:00:00:00.",
            ClockTime::label_of(hours.end)
        );
        let reason = "Takes before and after midnight can bear one label. User bits with the date tell them apart; the wall clock’s change at night isn’t the timecode’s.";
        facts.note(Code::PastMidnight, At::Device(lead.placement), text, reason)
    })
}
