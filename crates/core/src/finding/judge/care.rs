//! What works until something ordinary happens: relays on a battery of their own, squeezed
//! pictures, looks twice, sound and picture apart.

use crate::catalogue::Via;
use crate::document::Purpose;
use crate::finding::codes::Code;
use crate::finding::words::list;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::{Arrival, PortIx, hops_to};
use crate::sound::track_feed;
use std::collections::BTreeMap;

/// Picture and sound apart by more than this look wrong: the picture early, and late, in
/// microseconds.
const EARLY_US: u64 = 40_000;
const LATE_US: u64 = 60_000;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    relays(facts, found);
    for arrival in &facts.resolved.arrivals {
        on_screen(facts, arrival, found);
    }
    for (number, need) in facts.floor.build.needs.iter().enumerate() {
        if need.sound > 0 {
            apart(facts, number, found);
        }
    }
}

/// Monitors that pass a picture on to somebody who needs it, by their own power.
fn relays(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let mut behind: BTreeMap<usize, (PortIx, Vec<String>)> = BTreeMap::new();
    for arrival in &facts.resolved.arrivals {
        let handle = &floor.build.placements[arrival.placement].id;
        let needed = floor
            .build
            .needs
            .iter()
            .any(|need| need.at == *handle && !matches!(need.purpose, Purpose::Client));
        let records = floor.build.placements[arrival.placement]
            .settings
            .recording
            .is_some();
        let Some(input) = arrival.input.filter(|_| needed || records) else {
            continue;
        };
        for port in hops_to(facts.resolved, input) {
            let node = floor.ports[port];
            let Some(device) = floor.devices[node.placement] else {
                continue;
            };
            let relays = device
                .paths
                .iter()
                .any(|path| path.via != Via::Loop && path.to.contains(&node.port.id));
            if device.kind.has_own_battery()
                && relays
                && facts.resolved.picture_from[port].is_some()
            {
                let known = behind.entry(node.placement).or_insert((port, Vec::new()));
                known.1.push(facts.device(arrival.placement).to_string());
            }
        }
    }
    for (placement, (output, names)) in behind {
        let text = format!(
            "{} relays the picture to {}: they go dark when its battery is changed.",
            facts.device(placement),
            list(&names)
        );
        let reason =
            "An active loop needs power; a passive one, or an output of the camera’s own, doesn’t.";
        found.push(
            Finding::on_device(
                facts,
                Code::RelayPower,
                Severity::Caution,
                placement,
                text,
                reason,
            )
            .with(fix::around(facts, output)),
        );
    }
}

/// What a screen does with what arrives.
fn on_screen(facts: &Facts, arrival: &Arrival, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let placement = arrival.placement;
    let picture = arrival
        .input
        .and_then(|input| facts.resolved.signals[input].picture);
    let (Some(picture), Some(device)) = (picture, floor.devices[placement]) else {
        return;
    };
    if device.screen.is_empty() {
        return;
    }
    let settings = &floor.build.placements[placement].settings;
    let name = facts.device(placement);
    if picture.squeeze.is_squeezed() && !(settings.unsqueeze && device.unsqueezes) {
        let text = format!(
            "{name} shows a picture that is squeezed {}.",
            picture.squeeze
        );
        let reason = format!(
            "The lens of {} squeezes it; neither an output nor the screen takes it out.",
            facts.device(floor.ports[picture.origin].placement)
        );
        found.push(
            Finding::on_device(
                facts,
                Code::Squeezed,
                Severity::Caution,
                placement,
                text,
                reason,
            )
            .with(fix::unsqueeze(facts, placement, picture.origin)),
        );
    }
    let on_screen = settings.look && device.screen_look;
    if picture.looks + u32::from(on_screen) > 1 {
        let text = format!("{name} shows the look twice.");
        let reason = if on_screen {
            "It is burnt in on the way, and the screen applies it again."
        } else {
            "It is burnt in at two places on the way."
        };
        found.push(
            Finding::on_device(
                facts,
                Code::LookTwice,
                Severity::Caution,
                placement,
                text,
                reason,
            )
            .with(fix::one_look(facts, placement, &picture, arrival.input)),
        );
    }
}

/// Sound that comes beside a picture, against the picture.
fn apart(facts: &Facts, number: usize, found: &mut Vec<Finding>) {
    let need = &facts.floor.build.needs[number];
    let Some(placement) = facts.floor.placement(&need.at) else {
        return;
    };
    let arrivals = &facts.resolved.arrivals;
    let arrival = arrivals
        .iter()
        .find(|arrival| arrival.placement == placement);
    let Some(input) = arrival.and_then(|arrival| arrival.input) else {
        return;
    };
    let feed = track_feed(facts.floor, facts.resolved, placement, Some(input));
    let picture = facts.resolved.signals[input].picture;
    let (Some(picture), Some(sound)) = (picture, feed.channels.first()) else {
        return;
    };
    let late = picture.delay.0.saturating_sub(sound.delay.0);
    let early = sound.delay.0.saturating_sub(picture.delay.0);
    if late <= LATE_US && early <= EARLY_US {
        return;
    }
    let frame = facts.floor.production.format.rate.microseconds(1).max(1);
    let (apart, which) = if late > 0 {
        (late, "after")
    } else {
        (early, "before")
    };
    let text = format!(
        "At {}, the picture comes {:.0} ms ({:.1} frames) {which} its sound.",
        facts.device(placement),
        apart as f64 / 1000.0,
        apart as f64 / frame as f64
    );
    let reason = format!(
        "More than {} ms early or {} ms late looks wrong. Slip the {}.",
        EARLY_US / 1000,
        LATE_US / 1000,
        if late > 0 { "sound" } else { "picture" }
    );
    let mut finding = Finding::on_device(
        facts,
        Code::SoundApart,
        Severity::Caution,
        placement,
        text,
        reason,
    );
    finding.id = format!("{}@{}", Code::SoundApart, need.id);
    found.push(finding);
}
