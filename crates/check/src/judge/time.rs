//! Rates that must run in step: timecode with the pictures that it labels, cameras with the
//! project, a switcher's inputs with each other.

use crate::codes::Code;
use crate::finding::At;
use crate::words::{list, list_of_many};
use crate::{Facts, Finding, Severity, fix};
use engine::path::TimecodeProblem;
use engine::path::{PortIx, Problem};
use model::catalogue::{Device, DeviceKind, Direction, Via};
use std::collections::{BTreeMap, BTreeSet};
use transport::wire::Wire;
use units::format::FrameRate;
use units::timecode::TimecodeRate;

/// So many of the devices that a clock labels are named.
const NAMED: usize = 8;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let shots = shots(facts);
    let mixed = switchers(facts, found);
    let strangers = strangers(facts, &shots, &mixed, found);
    labels(facts, &shots, &strangers, found);
}

/// Frames by which two rates run apart, in words: *86.4 frames*, *3600 frames*.
pub fn frames(apart: f64) -> String {
    if apart < 1000.0 {
        format!("{apart:.1} frames")
    } else {
        format!("{apart:.0} frames")
    }
}

/// How two counts differ, in words: by how much they run apart, or that only their frames differ.
fn run_apart(one: TimecodeRate, other: TimecodeRate) -> String {
    if one.agrees_in_seconds(other) {
        "hours, minutes and seconds agree, and their frames are of another length".into()
    } else {
        let apart = one.frames_apart_an_hour(other);
        format!("they run {} apart in an hour", frames(apart))
    }
}

/// What two picture rates run apart in an hour, in words.
fn apart_in_an_hour(one: FrameRate, other: FrameRate) -> String {
    let count = |rate: FrameRate| TimecodeRate::new(rate.time_base(), false);
    let apart = count(one).zip(count(other));
    frames(apart.map_or(0.0, |(one, other)| one.frames_apart_an_hour(other)))
}

/// Pictures that a device makes, or records, at a rate.
struct Shot {
    /// The device.
    placement: usize,
    /// The camera that they began at.
    camera: usize,
    rate: FrameRate,
    /// Recorded, not only sent.
    recorded: bool,
    /// The output that sends them, where they are sent.
    output: Option<PortIx>,
}

/// Every recording and every camera output in use, a device's recording first.
fn shots(facts: &Facts) -> Vec<Shot> {
    let floor = facts.floor;
    let mut shots = Vec::new();
    for recording in facts.recordings {
        let Some(format) = recording.format else {
            continue;
        };
        let picture = recording
            .input
            .and_then(|input| facts.resolved.signals[input].picture);
        let camera = picture.map_or(recording.placement, |picture| {
            floor.ports[picture.origin].placement
        });
        shots.push(Shot {
            placement: recording.placement,
            camera,
            rate: format.rate,
            recorded: true,
            output: None,
        });
    }
    for (port, node) in floor.ports.iter().enumerate() {
        let begins = facts.resolved.signals[port]
            .picture
            .filter(|picture| picture.origin == port);
        let Some(picture) =
            begins.filter(|_| !floor.out_of[port].is_empty() && node.port.wire != Wire::Composite)
        else {
            continue;
        };
        let placement = node.placement;
        shots.push(Shot {
            placement,
            camera: placement,
            rate: picture.format.rate,
            recorded: false,
            output: Some(port),
        });
    }
    shots
}

/// Switchers whose inputs don't run in step; the cameras that meet there.
fn switchers(facts: &Facts, found: &mut Vec<Finding>) -> BTreeSet<usize> {
    let floor = facts.floor;
    let mut mixed = BTreeSet::new();
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|device| cuts(device)) else {
            continue;
        };
        let inputs = device
            .ports_facing(Direction::In)
            .filter_map(|port| floor.port_of(placement, &port.id));
        let fed: Vec<(PortIx, FrameRate)> = inputs
            .filter_map(|input| {
                let picture = facts.resolved.signals[input].picture?;
                Some((input, picture.format.rate))
            })
            .collect();
        let Some(&(first, rate)) = fed.first() else {
            continue;
        };
        let others: Vec<_> = fed.iter().filter(|(_, other)| *other != rate).collect();
        if others.is_empty() {
            continue;
        }
        let origin = |input: PortIx| {
            let picture = facts.resolved.signals[input].picture;
            picture.map(|picture| floor.ports[picture.origin].placement)
        };
        let apart = others
            .iter()
            .find(|(_, other)| other.time_base() != rate.time_base());
        let name = |input: PortIx| {
            origin(input).map_or_else(String::new, |camera| facts.device(camera).to_string())
        };
        let clocks: Vec<String> = std::iter::once(&(first, rate))
            .chain(others.iter().copied())
            .map(|(input, rate)| format!("{rate} from {}", name(*input)))
            .collect();
        let (severity, text, reason) = match apart {
            Some((_, other)) => (
                Severity::Stop,
                format!(
                    "{} is fed {} frames a second: they run {} apart in an hour.",
                    facts.device(placement),
                    list(&clocks),
                    apart_in_an_hour(rate, *other)
                ),
                "It can’t cut between pictures that don’t run in step.",
            ),
            None => (
                Severity::Caution,
                format!(
                    "{} is fed {} frames a second.",
                    facts.device(placement),
                    list(&clocks)
                ),
                "A switcher cuts between pictures of one format; it scales or repeats the others where it can.",
            ),
        };
        if apart.is_some() {
            mixed.extend(fed.iter().filter_map(|(input, _)| origin(*input)));
        }
        let project = floor.production.format.rate;
        let wrong: Vec<PortIx> = fed
            .iter()
            .filter(|(_, rate)| *rate != project)
            .filter_map(|(input, _)| facts.resolved.signals[*input].picture)
            .map(|picture| picture.origin)
            .collect();
        let code = Code::PictureRates;
        let finding = facts.finding(code, severity, At::Device(placement), text, reason);
        let mended = |output: &PortIx| fix::at_project_rate(facts, *output);
        found.push(finding.with(facts, || wrong.iter().filter_map(mended)));
    }
    mixed
}

/// Whether a device makes one picture of several inputs: a router only passes them on.
pub(super) fn cuts(device: &Device) -> bool {
    device.kind == DeviceKind::Switcher
        && device.paths.iter().any(|path| {
            path.carries_picture()
                && path.from.len() > 1
                && !matches!(path.via, Via::Loop | Via::Relay)
        })
}

/// Cameras that don't run in step with the project.
fn strangers(
    facts: &Facts,
    shots: &[Shot],
    mixed: &BTreeSet<usize>,
    found: &mut Vec<Finding>,
) -> BTreeSet<usize> {
    let project = facts.floor.production.format.rate;
    let mut strangers = BTreeSet::new();
    let on_file = shots.iter().filter(|shot| shot.recorded);
    let on_file: BTreeSet<usize> = on_file.map(|shot| shot.camera).collect();
    for shot in shots {
        let camera = facts.floor.devices[shot.camera]
            .is_some_and(|device| device.kind == DeviceKind::Camera);
        if !camera || shot.rate.time_base() == project.time_base() || !strangers.insert(shot.camera)
        {
            continue;
        }
        let recorded = on_file.contains(&shot.camera);
        // Where it meets another rate at a switcher, that says more.
        if !recorded && mixed.contains(&shot.camera) {
            continue;
        }
        let severity = if recorded {
            Severity::Stop
        } else {
            Severity::Caution
        };
        let text = format!(
            "{} {} {} frames a second, the project {}: they run {} apart in an hour.",
            facts.device(shot.camera),
            if recorded { "is recorded at" } else { "sends" },
            shot.rate,
            project,
            apart_in_an_hour(shot.rate, project)
        );
        let reason = "Sound and the other cameras run at the project’s rate. To play slower, set the sensor’s rate and keep the project’s.";
        found.push(
            facts
                .finding(
                    Code::PictureRates,
                    severity,
                    At::Device(shot.camera),
                    text,
                    reason,
                )
                .with(facts, || {
                    let outputs = shots.iter().filter(|other| other.camera == shot.camera);
                    let outputs: Vec<PortIx> = outputs.filter_map(|other| other.output).collect();
                    fix::camera_at_project_rate(facts, shot.camera, &outputs)
                }),
        );
    }
    strangers
}

/// The timecode that labels what a device makes: what is fed to it, what it counts itself, or what
/// comes beside the picture that it records.
fn label(facts: &Facts, shot: &Shot) -> Option<(TimecodeRate, usize)> {
    label_at(facts, shot.placement)
}

fn label_at(facts: &Facts, placement: usize) -> Option<(TimecodeRate, usize)> {
    let floor = facts.floor;
    let device = floor.devices[placement]?;
    let fed = engine::path::fed_by_cable(floor, facts.resolved, placement)
        .and_then(|(port, _)| facts.resolved.signals[port].timecode);
    if let Some(timecode) = fed {
        return Some((timecode.rate, timecode.origin));
    }
    if device.keeps_timecode {
        return Some((floor.counts(placement), placement));
    }
    let recording = facts.recording_at(placement)?;
    let timecode = facts.resolved.signals[recording.input?].timecode?;
    Some((timecode.rate, timecode.origin))
}

/// Timecode that doesn't run in step with what it labels: one finding for each clock.
fn labels(facts: &Facts, shots: &[Shot], strangers: &BTreeSet<usize>, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let project = floor.production.format.rate;
    // A clock that is at odds with another has its finding.
    let mut said = BTreeSet::new();
    for problem in &facts.resolved.problems {
        if let Problem::Timecode(TimecodeProblem::OtherTimecode {
            placement, from, ..
        }) = problem
        {
            said.extend([*placement, *from]);
        }
    }
    let mut clocks: BTreeMap<usize, (TimecodeRate, FrameRate, Vec<usize>)> = BTreeMap::new();
    let mut labelled = BTreeSet::new();
    for shot in shots
        .iter()
        .filter(|shot| !strangers.contains(&shot.camera))
    {
        let Some((rate, clock)) = label(facts, shot) else {
            continue;
        };
        if rate.rate().time_base() == shot.rate.time_base()
            || said.contains(&clock)
            || said.contains(&shot.placement)
        {
            continue;
        }
        let (.., names) = clocks.entry(clock).or_insert((rate, shot.rate, Vec::new()));
        if labelled.insert((clock, shot.placement)) {
            names.push(shot.placement);
        }
    }
    // A clock that labels no picture still has to run with the project.
    for (placement, device) in floor.devices.iter().enumerate() {
        let counts = floor.counts(placement);
        let odd = counts.rate().time_base() != project.time_base();
        if device.is_some_and(|device| device.keeps_timecode)
            && odd
            && !said.contains(&placement)
            && !strangers.contains(&placement)
            && label_at(facts, placement).is_none_or(|(_, clock)| clock == placement)
        {
            clocks
                .entry(placement)
                .or_insert((counts, project, Vec::new()));
        }
    }
    for (clock, (rate, picture, labelled)) in clocks {
        let counts = format!("{} counts {rate}", facts.device(clock));
        let pictures = TimecodeRate::new(picture.time_base(), false).unwrap_or(rate);
        let runs = run_apart(rate.in_pairs(), pictures);
        let text = match labelled.as_slice() {
            [] => format!("{counts}, the project runs at {picture} frames a second: {runs}."),
            [only] if *only == clock => {
                format!("{counts}, its pictures run at {picture} frames a second: {runs}.")
            }
            labelled => {
                let names = labelled.iter();
                let names = names.map(|placement| facts.device(*placement).to_string());
                format!(
                    "{counts}, the pictures of {} that it labels run at {picture} frames a second: {runs}.",
                    list_of_many(names.collect(), NAMED)
                )
            }
        };
        let reason = "Timecode, pictures, recordings and project run at one rate (above 30, timecode counts pairs of frames).";
        found.push(
            facts
                .stop(
                    Code::TimecodeAgainstPicture,
                    At::Device(clock),
                    text,
                    reason,
                )
                .with(facts, || fix::timecode_of_project(facts, clock)),
        );
    }
}

/// Clocks that disagree, as a finding.
pub fn of_timecode(facts: &Facts, problem: &TimecodeProblem) -> Finding {
    use Severity::Stop;
    match problem {
        TimecodeProblem::OtherTimecode {
            placement,
            counts,
            expected,
            from,
        } => {
            let (name, other) = (facts.device(*placement), facts.device(*from));
            let code = if counts.rate() == expected.rate() {
                Code::DropMode
            } else {
                Code::TimecodeRate
            };
            let text = format!(
                "{name} counts {counts}, {other} counts {expected}: {}.",
                run_apart(*counts, *expected)
            );
            let reason =
                "Everything in a build that carries time must agree in rate and in drop mode.";
            facts
                .finding(code, Stop, At::Device(*placement), text, reason)
                .with(facts, || fix::timecode(facts, *placement, *from))
        }
    }
}
