//! Clocks and cameras brought into step with the project.

use super::output::change_output;
use super::recording::change_recording;
use crate::fix::basics::{MOST, build, hired_words};
use crate::{Facts, Fix};
use engine::path::{PortIx, giving};
use engine::sync::{ClockAt, TimecodeSource};
use model::document::{Change, ClockSetting, Command};
use units::timecode::TimecodeRate;

/// Two clocks that must agree: one follows the other, or both the project.
pub fn timecode(facts: &Facts, placement: usize, from: usize) -> Vec<Fix> {
    let project = facts.floor.production.timecode();
    let counts = |placement: usize| facts.floor.counts(placement);
    let mut fixes = Vec::new();
    if counts(from) != project {
        fixes.push(set(facts, &[from], project));
    }
    fixes.push(set(facts, &[placement], counts(from)));
    fixes.extend(timecode_of_project(facts, from));
    fixes
}

/// Sets a clock to the project's timecode; then every clock that was set otherwise.
pub fn timecode_of_project(facts: &Facts, clock: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let project = floor.production.timecode();
    let odd = |placement: &usize| {
        floor.devices[*placement].is_some_and(|device| device.keeps_timecode)
            && floor.counts(*placement).in_pairs() != project
    };
    let all: Vec<usize> = (0..floor.devices.len()).filter(odd).collect();
    let mut fixes = Vec::new();
    if all.contains(&clock) {
        fixes.push(set(facts, &[clock], project));
    }
    if all.len() > 1 {
        fixes.push(set(facts, &all, project));
    }
    fixes
}

fn set(facts: &Facts, clocks: &[usize], rate: TimecodeRate) -> Fix {
    let project = facts.floor.production.timecode();
    let names: Vec<String> = clocks
        .iter()
        .map(|clock| facts.device(*clock).to_string())
        .collect();
    let commands = clocks.iter().map(|clock| Command::SetTimecode {
        build: build(facts),
        device: facts.floor.build.placements[*clock].id.clone(),
        timecode: (rate != project).then_some(rate),
    });
    Fix::new(
        format!("Set {} to {rate}", crate::words::list(&names)),
        commands.collect(),
    )
}

/// Sets an output to the project's rate.
pub fn at_project_rate(facts: &Facts, output: PortIx) -> Option<Fix> {
    let gives = giving(facts.floor, output);
    let format = gives.nearest(facts.floor.production.format)?;
    Some(change_output(
        facts,
        output,
        &format.to_string(),
        |setting| {
            setting.format = Some(format);
        },
    ))
}

/// Sets a camera's recording and its outputs in use to the project's rate, all of it one fix.
pub fn camera_at_project_rate(facts: &Facts, camera: usize, outputs: &[PortIx]) -> Option<Fix> {
    let placement = &facts.floor.build.placements[camera];
    let project = facts.floor.production.format.rate;
    let mut commands = Vec::new();
    let recording = placement.settings.recording.as_ref();
    if recording.is_some_and(|recording| recording.format.is_some()) {
        let recorded = change_recording(facts, camera, "", |setting| setting.format = None);
        commands.extend(recorded.into_iter().flat_map(|fix| fix.commands));
    }
    let odd = outputs.iter().filter(|output| {
        let picture = facts.resolved.signals[**output].picture;
        picture.is_some_and(|picture| picture.format.rate.time_base() != project.time_base())
    });
    for output in odd {
        commands.extend(at_project_rate(facts, *output)?.commands);
    }
    (!commands.is_empty()).then(|| {
        Fix::new(
            format!(
                "Set {} to the project’s {project} frames a second",
                facts.device(camera)
            ),
            commands,
        )
    })
}

/// A box that stays on a clock, where the unit or the kit has one.
pub fn feed_clock(facts: &Facts, clock: &ClockAt) -> Option<Fix> {
    let plan = engine::sync::feed_one(facts.floor, clock);
    let hires = plan
        .commands
        .iter()
        .any(|command| matches!(command, Command::SetKit { .. }));
    let hired = hired_words(hires);
    let title = format!(
        "Put a timecode box{hired} on {}, and leave it there",
        facts.device(clock.placement)
    );
    (!plan.commands.is_empty()).then(|| Fix::new(title, plan.commands))
}

/// What sets something of a clock.
fn set_clock(facts: &Facts, placement: usize, change: impl Fn(&mut ClockSetting)) -> Command {
    let before = &facts.floor.build.placements[placement].settings.clock;
    let mut after = before.clone();
    change(&mut after);
    Command::SetClock {
        build: build(facts),
        device: facts.floor.build.placements[placement].id.clone(),
        change: Change::between(before, &after),
    }
}

/// Counting all the time, not only while recording.
pub fn free_run(facts: &Facts, placement: usize) -> Fix {
    let title = format!("Let {} count all the time", facts.device(placement));
    let command = set_clock(facts, placement, |setting| setting.way = None);
    Fix::new(title, vec![command])
}

/// Following what feeds it, or jammed by who leads, in the place of running on its own.
pub fn follow_time(facts: &Facts, placement: usize) -> Fix {
    let title = format!(
        "Let {} follow the others’ timecode",
        facts.device(placement)
    );
    let command = set_clock(facts, placement, |setting| setting.way = None);
    Fix::new(title, vec![command])
}

/// Lets another clock lead in the place of one that isn’t fit to: one that counts what the project counts, those made
/// to lead first, then the truest.
pub fn let_lead(facts: &Facts, all: &[ClockAt], placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let leads = all.iter().find(|clock| clock.way == TimecodeSource::Master);
    if leads.map(|clock| clock.placement) != Some(placement) {
        return Vec::new();
    }
    let project = floor.production.timecode();
    let described = |clock: &ClockAt| floor.devices[clock.placement]?.clock.as_ref();
    let mut others: Vec<&ClockAt> = all
        .iter()
        .filter(|clock| clock.placement != placement)
        .filter(|clock| {
            described(clock).is_some_and(|known| {
                (known.rates.is_empty() || known.rates.contains(&project))
                    && (known.leads || known.compensated)
            })
        })
        .collect();
    others.sort_by_key(|clock| {
        let made_to = described(clock).is_some_and(|known| known.leads);
        (!made_to, clock.ppm.0.abs())
    });
    let others = others.into_iter().take(MOST);
    others
        .map(|clock| {
            let command = Command::SetTimecodeMaster {
                build: build(facts),
                device: Some(floor.build.placements[clock.placement].id.clone()),
            };
            Fix::new(
                format!("Let {} lead", facts.device(clock.placement)),
                vec![command],
            )
        })
        .collect()
}

/// The offset entered in the device's menu.
pub fn take_late(facts: &Facts, placement: usize, late_frames: i8) -> Fix {
    let many = if late_frames.abs() == 1 {
        "frame"
    } else {
        "frames"
    };
    let sign = if late_frames > 0 { "−" } else { "" };
    let title = format!(
        "Enter {sign}{} {many} in the menu of {}",
        late_frames.unsigned_abs(),
        facts.device(placement)
    );
    let command = set_clock(facts, placement, |setting| {
        setting.offset_frames = Some(-late_frames);
    });
    Fix::new(title, vec![command])
}
