//! Elsewhere, where nothing smaller mends a rig: on another fastening turned and slid, or on a small adapter.

use crate::fix::basics::{build, hired_words, is_left, put_there};
use crate::{Code, Facts, Finding, Fix};
use engine::rig::{MountOption, StuckIn, TimeBudget, body_of, elsewhere, on_an_adapter, score};
use model::catalogue::{Device, DeviceKind, Side};
use model::document::{Command, handle_from};

/// Ways that are proposed for one part.
const MOST: usize = 4;
/// What is heavier is no small adapter, in grams.
const SMALL: u32 = 100;

/// Other places for what is in the way.
pub fn replaced(facts: &Facts, finding: &Finding) -> Vec<Fix> {
    let handle = finding.at.device.as_ref();
    let at = handle.and_then(|handle| facts.floor.placement(handle));
    let mut parts: Vec<usize> = match (finding.code, at) {
        (Code::Covered, Some(part)) => {
            let covered = facts.rig.rigs.iter().flat_map(|rig| &rig.covered);
            covered
                .filter(|covered| covered.part == part)
                .map(|covered| covered.by)
                .collect()
        }
        (Code::SamePlace, Some(part)) => vec![part],
        (Code::Waiting, Some(part)) => facts
            .rig
            .rig_of(part)
            .map_or_else(Vec::new, |rig| rig.waiting.clone()),
        (Code::PlugInTheWay, _) => facts
            .rig
            .stuck
            .iter()
            .filter(|stuck| {
                let id = &facts.floor.build.connections[stuck.connection].id;
                finding.at.connection.as_ref() == Some(id)
            })
            .map(|stuck| match stuck.into {
                StuckIn::Part(part) => part,
                StuckIn::Space(..) => facts.floor.ports[stuck.port].placement,
            })
            .collect(),
        _ => return Vec::new(),
    };
    parts.dedup();
    parts
        .into_iter()
        .filter(|part| !super::is_where_it_must(facts, *part))
        .flat_map(|part| {
            let budget = || TimeBudget::of(facts.floor, part, facts.weighs);
            let mut fixes = moved(facts, part, &mut budget());
            fixes.extend(adapted(facts, part, &mut budget()));
            fixes
        })
        .collect()
}

/// Ways that leave less wrong than there is now.
fn better(facts: &Facts, part: usize, ways: Vec<MountOption>) -> impl Iterator<Item = MountOption> {
    let now = score(facts.floor, part, facts.weighs);
    ways.into_iter()
        .filter(move |way| {
            now.is_some_and(|now| (way.score.stops, way.score.cautions) < (now.stops, now.cautions))
        })
        .take(MOST)
}

fn commands(facts: &Facts, part: usize, way: &MountOption) -> Vec<Command> {
    let handle = &facts.floor.build.placements[part].id;
    let joints = &facts.floor.build.joints;
    let off = joints.iter().filter(|joint| joint.part.device == *handle);
    let off = off.map(|joint| Command::RemoveJoint {
        build: build(facts),
        part: joint.part.clone(),
    });
    let on = way.joints.iter().map(|joint| Command::PutJoint {
        build: build(facts),
        joint: joint.clone(),
        at: None,
    });
    off.chain(on).collect()
}

fn moved(facts: &Facts, part: usize, left: &mut TimeBudget) -> Vec<Fix> {
    let ways = elsewhere(facts.floor, part, left);
    better(facts, part, ways)
        .map(|way| {
            let title = format!("Put {} on {}", facts.device(part), way.says);
            Fix::new(title, commands(facts, part, &way))
        })
        .collect()
}

/// Whether a part is a small thing that makes one fastening of another.
fn is_adapter(device: &Device) -> bool {
    let Some(body) = device.body.as_deref() else {
        return false;
    };
    let sides = |side| {
        body.fastenings
            .iter()
            .filter(|one| one.side == side)
            .count()
    };
    device.kind == DeviceKind::Part
        && body.grams <= SMALL
        && (sides(Side::Sits), sides(Side::Carries)) == (1, 1)
        && !body
            .fastenings
            .iter()
            .any(|one| one.kind.is_rods() || one.kind.is_lens_mount())
}

fn adapted(facts: &Facts, part: usize, left: &mut TimeBudget) -> Vec<Fix> {
    let floor = facts.floor;
    let unit = &floor.build.placements[part].unit;
    let Some(own) = body_of(floor, part) else {
        return Vec::new();
    };
    let takes = |device: &Device| {
        let body = device
            .body
            .as_deref()
            .map_or(&[][..], |body| &body.fastenings);
        let mut carries = body.iter().filter(|one| one.side == Side::Carries);
        carries.any(|carries| {
            let mut sits = own.fastenings.iter().filter(|one| one.side == Side::Sits);
            sits.any(|sits| carries.kind.joined(sits.kind).is_some() && carries.fits(sits))
        })
    };
    let adapters = floor
        .catalogue
        .devices
        .iter()
        .filter(|one| is_adapter(one) && takes(one));
    let mut adapters: Vec<(bool, &Device)> = adapters
        .map(|device| (!is_left(facts, device), device))
        .collect();
    adapters.sort_by_key(|(hired, _)| *hired);
    let mut found: Vec<(MountOption, Fix)> = Vec::new();
    for (hired, device) in adapters {
        let handle = handle_from("adapter", |handle| floor.placement(handle).is_some());
        let ways = on_an_adapter(floor, part, (device, &handle), left);
        for way in better(facts, part, ways) {
            let name = format!("{} adapter", facts.device(part));
            let mut all = put_there(facts, (device, hired), unit, (&handle, Some(name)));
            all.extend(commands(facts, part, &way));
            let title = format!(
                "Put {} on a {}{}, on {}",
                facts.device(part),
                device.name,
                hired_words(hired),
                way.says
            );
            found.push((way, Fix::new(title, all)));
        }
    }
    found.sort_by(|one, other| {
        let order = one.0.score.partial_cmp(&other.0.score);
        order.unwrap_or(std::cmp::Ordering::Equal)
    });
    found.into_iter().map(|(_, fix)| fix).take(MOST).collect()
}
