//! Clocks over the day: what runs apart, what counts only while it records, timecode as sound.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list_of_many;
use crate::{Facts, Finding, Severity, fix};
use engine::day::{ChangeTime, Hours};
use engine::path::{PortIx, fed_by_cable};
use engine::power::{Forgets, forgets};
use engine::sound::switched_to;
use engine::sync::{ClockAt, JAM, Jams, TimecodeSource, apart, at, clocks};
use model::catalogue::LevelKind;
use model::document::ClockWay;
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
        found.extend(cannot(facts, clock, &all));
        if let (Some(hours), Some(jams)) = (&hours, &mut jams) {
            let turns = jams.of(clock, &all);
            found.extend(runs_apart(facts, clock, &all, hours, turns));
        }
        found.extend(on_its_own(facts, clock, &all));
        found.extend(off_speed(facts, clock));
        match clock.way {
            TimecodeSource::Master => found.extend(leader(facts, clock, &all)),
            TimecodeSource::RecordRun => found.extend(record_run(facts, clock, &all)),
            TimecodeSource::Cable(_) => found.extend(late(facts, clock)),
            TimecodeSource::Track(port) => as_sound(facts, clock, port, found),
            _ => {}
        }
    }
    for forgets in forgets(facts.floor, &all, &facts.power.day.banks) {
        found.push(forgotten(facts, &forgets, &all));
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
            "Nothing feeds timecode to {name} all day: jammed from {other} at the beginning, it {off} at the end"
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
            fixes.extend(fix::breaks_for(facts, hours, (lasts, JAM), "jam timecode"));
        }
        fixes
    }))
}

/// A clock that is off for so long while its battery is changed that it begins anew.
fn forgotten(facts: &Facts, forgets: &Forgets, all: &[ClockAt]) -> Finding {
    let name = facts.device(forgets.placement);
    let source = facts.device(forgets.source);
    let times = forgets.at.iter().map(|turn| ClockTime::label_of(turn.at));
    let times = list_of_many(times.collect(), NAMED);
    let clock = at(all, forgets.placement);
    let leads = clock.is_some_and(|clock| clock.way == TimecodeSource::Master);
    let text = if leads {
        format!(
            "{name} leads, and forgets the time when {source} is changed: set it, and jam everything from it again, at {times}."
        )
    } else {
        format!("{name} forgets the time when {source} is changed: jam it again at {times}.")
    };
    let reason =
        "It is off for longer than it counts on without power, and nothing feeds it timecode.";
    let finding = facts.caution(
        Code::TimeForgotten,
        At::Device(forgets.placement),
        text,
        reason,
    );
    finding.with(facts, || {
        clock.and_then(|clock| fix::feed_clock(facts, clock))
    })
}

/// A clock that was set to run on its own, beside others that follow somebody.
fn on_its_own(facts: &Facts, clock: &ClockAt, all: &[ClockAt]) -> Option<Finding> {
    let floor = facts.floor;
    if clock.way != TimecodeSource::Free || all.len() < 2 {
        return None;
    }
    let setting = &floor.build.placements[clock.placement].settings.clock;
    setting.way.filter(|way| *way == ClockWay::FreeRun)?;
    let name = facts.device(clock.placement);
    let fed = fed_by_cable(floor, facts.resolved, clock.placement);
    let behind: Vec<String> = all
        .iter()
        .filter(|other| other.from == Some(clock.placement) && other.way.is_fed())
        .map(|other| facts.device(other.placement).to_string())
        .collect();
    let text = match fed {
        Some((port, from)) => format!(
            "{name} is set to free run: the timecode of {} at {} does nothing.",
            facts.device(from),
            floor.ports[port].port.name
        ),
        None if !behind.is_empty() => format!(
            "{name} runs on its own and leads {}: there are two leaders.",
            list_of_many(behind, NAMED)
        ),
        None => format!("{name} is set to free run: nothing has set it."),
    };
    let reason = "Its labels are its own. Jammed or fed, it counts what the others count.";
    let finding = facts.caution(Code::OnItsOwn, At::Device(clock.placement), text, reason);
    Some(finding.with(facts, || [fix::follow_time(facts, clock.placement)]))
}

/// Who leads, and isn’t fit to.
fn leader(facts: &Facts, clock: &ClockAt, all: &[ClockAt]) -> Option<Finding> {
    let floor = facts.floor;
    let followed = all.iter().any(|other| other.from == Some(clock.placement));
    let name = facts.device(clock.placement);
    let setting = &floor.build.placements[clock.placement].settings.clock;
    if setting.way == Some(ClockWay::RecordRun) && followed {
        let text = format!("{name} leads, and counts only while it records.");
        let reason = "What is jammed from it, or fed by it, stands still when it does.";
        let finding = facts.stop(Code::RecordRun, At::Device(clock.placement), text, reason);
        return Some(finding.with(facts, || [fix::free_run(facts, clock.placement)]));
    }
    let described = floor.devices[clock.placement].and_then(|device| device.clock.as_ref());
    let fit = described.is_some_and(|clock| clock.leads || clock.compensated);
    let alone = clock.driven_by().is_none() && !clock.measured;
    (followed && !fit && alone).then(|| {
        let text = format!(
            "{name} leads, and nothing disciplines its clock of {}.",
            clock.ppm
        );
        let reason = "The others agree with it; the time of day doesn’t. A timecode box is ten times as true.";
        let finding = facts.note(Code::OrdinaryLeader, At::Device(clock.placement), text, reason);
        finding.with(facts, || fix::let_lead(facts, all, clock.placement))
    })
}

/// A body that is fed timecode all day, and runs off speed.
fn off_speed(facts: &Facts, clock: &ClockAt) -> Option<Finding> {
    let settings = &facts.floor.build.placements[clock.placement].settings;
    let sensor = settings.recording.as_ref()?.sensor_rate?;
    let project = facts.floor.production.format.rate;
    (clock.way.is_fed() && sensor != project).then(|| {
        let name = facts.device(clock.placement);
        let text = format!("{name} runs at {sensor}, under timecode of {}: its labels aren’t the time of day.", clock.counts);
        let reason = format!("Each second of it is played in {:.2} s: what is fed sets the first label of a take, and no more.", sensor.as_f64() / project.as_f64());
        facts.note(Code::OffSpeedLabels, At::Device(clock.placement), text, reason)
    })
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

fn cannot(facts: &Facts, clock: &ClockAt, all: &[ClockAt]) -> Option<Finding> {
    let device = facts.floor.devices[clock.placement]?;
    let rates = &device.clock.as_ref()?.rates;
    (!rates.is_empty() && !rates.contains(&clock.counts)).then(|| {
        let can: Vec<String> = rates.iter().map(ToString::to_string).collect();
        let text = format!(
            "{} is to count {}, and can’t.",
            facts.device(clock.placement),
            clock.counts
        );
        let reason = format!(
            "It counts {}. Another box, or another rate of the project, is the only remedy where it doesn’t lead.",
            list_of_many(can, 8)
        );
        let finding = facts.stop(Code::ClockCannot, At::Device(clock.placement), text, reason);
        finding.with(facts, || fix::let_lead(facts, all, clock.placement))
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
