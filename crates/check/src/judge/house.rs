//! The house rules, and the kit against what the build uses.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use model::catalogue::{DeviceKind, Direction};
use model::document::{MonitorSize, PictureOfRecord, Purpose};
use model::kit;
use std::collections::BTreeSet;
use transport::wire::Wire;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    picture_of_record(facts, found);
    transmitters(facts, found);
    monitors(facts, found);
    short(facts, found);
    beyond_limits(facts, found);
}

/// What the document holds and no edit would make; the first of it, where there is much.
fn beyond_limits(facts: &Facts, found: &mut Vec<Finding>) {
    const NAMED: usize = 12;
    let floor = facts.floor;
    for beyond in floor.production.beyond(floor.build).into_iter().take(NAMED) {
        let text = format!("The document is beyond its limits: {beyond}.");
        let reason =
            "An edit would be refused; an older version of West Rail, or another hand, wrote it.";
        found.push(facts.caution(Code::BeyondLimits, At::Kit, text, reason));
    }
}

/// Cameras that are to be recorded elsewhere than the rule says.
fn picture_of_record(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let rule = floor.production.house_rules.picture_of_record;
    let recorded_outside: BTreeSet<usize> = facts.cameras_recorded_outside().collect();
    let asked = Asked::of(facts);
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|device| device.kind == DeviceKind::Camera) else {
            continue;
        };
        if !asked.to_record.contains(&placement) {
            continue;
        }
        let settings = floor.build.placements[placement]
            .settings
            .recording
            .as_ref();
        let inside = settings.is_some_and(|recording| !recording.to_drive);
        let drive = settings.is_some_and(|recording| recording.to_drive);
        let outside =
            asked.of_a_recorder.contains(&placement) || recorded_outside.contains(&placement);
        let able = device.records.is_some();
        let missing = match rule {
            PictureOfRecord::InCamera => (able && !inside).then_some("in the camera"),
            PictureOfRecord::External => (!outside).then_some("on an external recorder"),
            PictureOfRecord::Drive => {
                let able = device
                    .records
                    .as_ref()
                    .is_some_and(|ability| ability.drive_port.is_some());
                (able && !drive).then_some("on a drive on its data port")
            }
            PictureOfRecord::Both => {
                (!outside || able && !inside).then_some("in the camera and outside it")
            }
        };
        if let Some(missing) = missing {
            let text = format!(
                "{} isn’t recorded {missing}, as the house rule says.",
                facts.device(placement)
            );
            let reason =
                "The rule can be changed in the Needs view; both sides’ reasons stand there.";
            found.push(facts.note(Code::RecordElsewhere, At::Device(placement), text, reason));
        }
    }
}

/// Cameras that needs ask to record.
struct Asked {
    to_record: BTreeSet<usize>,
    /// Of a recorder that is set to record: it counts even while its picture is kept away.
    of_a_recorder: BTreeSet<usize>,
}

impl Asked {
    fn of(facts: &Facts) -> Self {
        let floor = facts.floor;
        let (mut to_record, mut of_a_recorder) = (BTreeSet::new(), BTreeSet::new());
        let needs = floor.build.needs.iter();
        for need in needs.filter(|need| need.purpose == Purpose::Record) {
            let at = floor.placement(&need.at);
            let of = need.of.as_deref().and_then(|of| floor.placement(of));
            to_record.extend(at.into_iter().chain(of));
            let other = at.filter(|at| Some(*at) != of);
            if other.is_some_and(|at| floor.build.placements[at].settings.recording.is_some()) {
                of_a_recorder.extend(of);
            }
        }
        Self {
            to_record,
            of_a_recorder,
        }
    }
}

/// Transmitters that are fed otherwise than the rule says.
fn transmitters(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let relayed = floor.production.house_rules.transmitter_feed.is_relayed();
    let through_monitor = facts.resolved.along(|before: Option<&bool>, port| {
        let device = floor.devices[floor.ports[port].placement];
        before.is_some_and(|before| *before)
            || device.is_some_and(|device| device.kind.has_a_battery())
    });
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|device| device.kind == DeviceKind::Transmitter) else {
            continue;
        };
        let inputs = device
            .ports_facing(Direction::In)
            .filter(|port| port.wire != Wire::Analogue);
        let fed = inputs.filter_map(|port| floor.port_of(placement, &port.id));
        let Some(input) = fed
            .into_iter()
            .find(|port| facts.resolved.signals[*port].picture.is_some())
        else {
            continue;
        };
        let monitor = through_monitor[input];
        if monitor != relayed {
            let text = format!(
                "{} is fed {}; the house rule says {}.",
                facts.device(placement),
                if monitor {
                    "through a monitor"
                } else {
                    "by an output of the camera’s own"
                },
                if relayed {
                    "through the on-board monitor"
                } else {
                    "by an output of the camera’s own"
                },
            );
            let reason =
                "The rule can be changed in the Needs view; both sides’ reasons stand there.";
            found.push(facts.note(Code::FedOtherwise, At::Device(placement), text, reason));
        }
    }
}

/// On-board monitors that differ where the rule wants one size.
fn monitors(facts: &Facts, found: &mut Vec<Finding>) {
    const ON_BOARD_INCHES: u32 = 7;
    let floor = facts.floor;
    if floor.production.house_rules.monitor_size != MonitorSize::OneSize {
        return;
    }
    let on_board = floor
        .devices
        .iter()
        .enumerate()
        .filter_map(|(placement, device)| {
            let inches = device
                .filter(|device| device.kind.has_a_battery())?
                .screen_inches?;
            (inches <= ON_BOARD_INCHES).then_some((placement, inches))
        });
    let on_board: Vec<(usize, u32)> = on_board.collect();
    let Some(&(_, first)) = on_board.first() else {
        return;
    };
    for (placement, inches) in on_board.iter().filter(|(_, inches)| *inches != first) {
        let text = format!(
            "{} is {inches} inches; the house rule says one size, and the first on-board monitor is {first}.",
            facts.device(*placement)
        );
        let reason = "The rule can be changed in the Needs view; both sides’ reasons stand there.";
        found.push(facts.note(Code::MonitorSize, At::Device(*placement), text, reason));
    }
}

/// What the build uses beyond the kit: said once, where there is a kit at all.
fn short(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    if floor.production.kit.is_empty() {
        return;
    }
    let mut short = kit::short(floor.production, floor.build, floor.catalogue);
    // What the catalogue doesn’t know is a finding of its own.
    short.retain(|line| floor.catalogue.item_name(&line.item).is_some());
    if short.is_empty() {
        return;
    }
    const NAMED: usize = 4;
    let mut names: Vec<String> = short
        .iter()
        .take(NAMED)
        .map(kit::Line::short_in_words)
        .collect();
    if short.len() > NAMED {
        names.push(format!("{} more things", short.len() - NAMED));
    }
    let text = format!(
        "The build uses more than the kit holds: {} short.",
        list(&names)
    );
    let reason = "What isn’t there on the day can’t be plugged in.";
    let finding = facts.note(Code::ShortOfKit, At::Kit, text, reason);
    found.push(finding.with(facts, || [fix::hire(&short)]));
}
