//! What works until something ordinary happens: relays on a battery of their own, squeezed
//! pictures, looks twice, sound and picture apart.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use engine::path::{Arrival, Picture, PortIx, Sound};
use model::catalogue::{Device, Via};
use model::document::Purpose;
use std::collections::{BTreeMap, HashSet};
use units::quantity::Delay;

/// Sound that comes more than this before its picture, or after it, looks wrong (EBU R37), in microseconds: people
/// know late sound from distance, and early sound from nowhere.
const EARLY_US: u64 = 40_000;
const LATE_US: u64 = 60_000;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    relays(facts, found);
    for arrival in &facts.resolved.arrivals {
        on_screen(facts, arrival, found);
    }
    for placement in 0..facts.floor.devices.len() {
        apart(facts, placement, found);
    }
}

/// The destinations behind a port: how many, and the first of them.
#[derive(Debug, Clone, Default, PartialEq)]
struct Behind {
    count: usize,
    first: Vec<usize>,
}

impl Behind {
    /// So many are named.
    const NAMED: usize = 8;

    fn one(placement: usize) -> Self {
        Self {
            count: 1,
            first: vec![placement],
        }
    }

    fn add(&mut self, more: &Self) {
        self.count += more.count;
        self.first.extend(&more.first);
        self.first.sort_unstable();
        self.first.truncate(Self::NAMED);
    }

    fn in_words(&self, facts: &Facts) -> String {
        let names = self.first.iter();
        let mut names: Vec<String> = names
            .map(|placement| facts.device(*placement).to_string())
            .collect();
        match self.count - self.first.len() {
            0 => {}
            more => names.push(format!("{more} more")),
        }
        list(&names)
    }
}

/// Monitors that pass a picture on to somebody who needs it, by their own power.
fn relays(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let needs = floor.build.needs.iter();
    let needed: HashSet<&str> = needs
        .filter(|need| need.purpose != Purpose::Client)
        .map(|need| need.at.as_str())
        .collect();
    let mut fed: Vec<Behind> = vec![Behind::default(); floor.ports.len()];
    for arrival in &facts.resolved.arrivals {
        let placement = &floor.build.placements[arrival.placement];
        let counts =
            needed.contains(placement.id.as_str()) || placement.settings.recording.is_some();
        if let Some(input) = arrival.input.filter(|_| counts) {
            fed[input].add(&Behind::one(arrival.placement));
        }
    }
    let mut behind: BTreeMap<usize, (PortIx, Behind)> = BTreeMap::new();
    for &port in facts.resolved.order.iter().rev() {
        let Some(before) = facts.resolved.picture_from[port].filter(|_| fed[port].count > 0) else {
            continue;
        };
        let here = fed[port].clone();
        fed[before].add(&here);
        let node = floor.ports[port];
        let relays = floor.devices[node.placement].is_some_and(|device| {
            let mut paths = device.paths.iter();
            device.kind.has_a_battery()
                && paths.any(|path| path.via != Via::Loop && path.to.contains(&node.port.id))
        });
        if relays {
            let relay = behind
                .entry(node.placement)
                .or_insert((port, Behind::default()));
            if here.first < relay.1.first {
                relay.0 = port;
            }
            relay.1.add(&here);
        }
    }
    for (placement, (output, screens)) in behind {
        let when = if on_a_battery(facts, placement) {
            "when its battery is changed"
        } else {
            "when it is switched off or loses its supply"
        };
        let text = format!(
            "{} relays the picture to {}: they go dark {when}.",
            facts.device(placement),
            screens.in_words(facts)
        );
        let reason =
            "An active loop needs power; a passive one, or an output of the camera’s own, doesn’t.";
        found.push(
            facts
                .caution(Code::RelayPower, At::Device(placement), text, reason)
                .with(facts, || fix::around(facts, output)),
        );
    }
}

/// Whether a device runs on a battery: of its own, or one that is put on it.
fn on_a_battery(facts: &Facts, placement: usize) -> bool {
    let (floor, supply) = (facts.floor, &facts.power.supply);
    let own = floor.devices[placement]
        .and_then(|device| device.power.as_ref())
        .is_some_and(|power| power.own.is_some());
    let roots = || supply.roots(floor, placement);
    own || !supply.is_empty()
        && roots()
            .into_iter()
            .any(|root| floor.devices[root].is_some_and(|device| device.battery.is_some()))
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
    squeeze_on_screen(facts, (placement, device), &picture, found);
    let settings = &floor.build.placements[placement].settings;
    let name = facts.device(placement);
    let on_screen = settings.look && device.screen_look;
    if picture.looks + u32::from(on_screen) > 1 {
        let text = format!("{name} shows the look twice.");
        let reason = if on_screen {
            "It is burnt in on the way, and the screen applies it again."
        } else {
            "It is burnt in at two places on the way."
        };
        found.push(
            facts
                .caution(Code::LookTwice, At::Device(placement), text, reason)
                .with(facts, || {
                    fix::one_look(facts, placement, &picture, arrival.input)
                }),
        );
    }
}

/// The squeeze of a lens that nothing takes out, or that is taken out once too often.
fn squeeze_on_screen(
    facts: &Facts,
    (placement, device): (usize, &Device),
    picture: &Picture,
    found: &mut Vec<Finding>,
) {
    let floor = facts.floor;
    let settings = &floor.build.placements[placement].settings;
    let name = facts.device(placement);
    if picture.squeeze.is_squeezed() && !(settings.desqueeze && device.desqueezes) {
        let text = format!(
            "{name} shows a picture that is squeezed {}.",
            picture.squeeze
        );
        let reason = format!(
            "The lens of {} squeezes it; neither an output nor the screen takes it out.",
            facts.device(floor.ports[picture.origin].placement)
        );
        found.push(
            facts
                .caution(Code::Squeezed, At::Device(placement), text, reason)
                .with(facts, || fix::desqueeze(facts, placement, picture.origin)),
        );
    }
    if settings.desqueeze && device.desqueezes && !picture.squeeze.is_squeezed() {
        let (text, reason) = if picture.desqueezed {
            (
                format!("{name} takes the squeeze out a second time."),
                format!("{} takes it out already.", facts.port(picture.origin)),
            )
        } else {
            (
                format!("{name} takes a squeeze out of a picture that has none."),
                format!(
                    "The lens of {} doesn’t squeeze.",
                    facts.device(floor.ports[picture.origin].placement)
                ),
            )
        };
        found.push(
            facts
                .caution(Code::SqueezeTwice, At::Device(placement), text, reason)
                .with(facts, || {
                    fix::desqueeze_once(facts, placement, picture.origin)
                }),
        );
    }
}

/// Sound and picture that meet at a screen or a recorder: the channel that is furthest off.
fn apart(facts: &Facts, placement: usize, found: &mut Vec<Finding>) {
    let Some((picture, channels)) = meeting(facts, placement) else {
        return;
    };
    let off = |sound: &Sound| {
        let early = picture.0.saturating_sub(sound.delay.0);
        let late = sound.delay.0.saturating_sub(picture.0);
        (early > EARLY_US || late > LATE_US).then_some((late.max(early), early > 0))
    };
    let Some((apart, sound_early)) = channels.iter().filter_map(off).max() else {
        return;
    };
    let frame = facts.floor.production.format.rate.microseconds(1).max(1);
    let text = format!(
        "At {}, the sound comes {:.0} ms ({:.1} frames) {} its picture.",
        facts.device(placement),
        apart as f64 / 1000.0,
        apart as f64 / frame as f64,
        if sound_early { "before" } else { "after" }
    );
    let recorded = facts.recording_at(placement).is_some();
    let remedy = match (recorded, sound_early) {
        // What is in the file already moves in the edit; nobody holds a picture of record back.
        (true, true) => "Delay the sound by so much on its way, or note it for the edit.",
        (true, false) => "Bring the sound by a shorter way, or note it for the edit.",
        (false, true) => "Delay the sound by so much.",
        (false, false) => "Bring the sound by a shorter way, or delay the picture.",
    };
    let reason = format!(
        "Sound more than {} ms early or {} ms late looks wrong (EBU R37). {remedy}",
        EARLY_US / 1000,
        LATE_US / 1000,
    );
    let finding = facts.caution(Code::SoundApart, At::Device(placement), text, reason);
    found.push(finding.amounting(apart as f64));
}

/// The delay of the picture and the sound channels that meet at a device: written together, or shown
/// together. A body’s own picture has no delay.
pub fn meeting(facts: &Facts, placement: usize) -> Option<(Delay, Vec<Sound>)> {
    let arrival = facts.resolved.arrival_at(placement);
    let input = arrival.and_then(|arrival| arrival.input);
    let picture = input.and_then(|input| facts.resolved.signals[input].picture);
    let recording = facts.recording_at(placement);
    if let Some(picture) = picture {
        let shown = facts.resolved.signals[input?].sound.iter().copied();
        let written = recording.map_or(&[][..], |recording| {
            &recording.feed.channels[..recording.written]
        });
        return Some((
            picture.delay,
            shown.chain(written.iter().copied()).collect(),
        ));
    }
    let recording =
        recording.filter(|recording| recording.input.is_none() && recording.format.is_some())?;
    Some((
        Delay(0),
        recording.feed.channels[..recording.written].to_vec(),
    ))
}
