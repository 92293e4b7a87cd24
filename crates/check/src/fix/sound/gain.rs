//! Gains, and how near a microphone stands.

use super::level::pad;
use super::{set, setting};
use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::PortIx;
use engine::sound::{Part, Stage, StageKind, best_gains, position};
use model::document::{Command, Position};
use rustc_hash::FxHashSet;
use units::quantity::{Decibels, Length};

/// Less gain at the stage that clips, or ahead of it; a pad, where it is the input itself.
pub fn less_gain(facts: &Facts, stage: &Stage, room: f64, origin: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let wanted = floor.production.house_rules.sound_headroom.db();
    let too_much = (wanted - room).ceil();
    let mut fixes = Vec::new();
    let own = floor.ports[stage.port].port.audio.as_deref();
    let lowered = |port: PortIx, gain: f64| {
        let audio = floor.ports[port].port.audio.as_deref()?;
        let least = match audio.microphone.as_ref().filter(|_| audio.takes.is_empty()) {
            Some(microphone) => microphone.gain_steps_db.iter().copied().fold(0.0, f64::min),
            None => {
                audio
                    .takes
                    .iter()
                    .map(|level| (level.kind, level.gain_db[0]))
                    .chain(
                        audio
                            .gives
                            .iter()
                            .map(|level| (level.kind, level.gain_db[0])),
                    )
                    .find(|(kind, _)| stage.level_kind.is_none_or(|of| of == *kind))?
                    .1
            }
        };
        (gain - too_much >= least - 0.05).then_some(gain - too_much)
    };
    if let Some(gain) = stage.set_gain_db
        && stage.kind != StageKind::Source
        && let Some(gain) = lowered(stage.port, gain)
    {
        let gain = Decibels::of(gain);
        fixes.push(set(facts, stage.port, &gain.to_string(), |setting| {
            setting.gain = Some(gain);
        }));
    }
    if own.is_some_and(|audio| audio.pad_db.is_some()) && stage.kind == StageKind::Input {
        let command = setting(facts, stage.port, |setting| {
            setting.pad = Some(true);
            setting.gain = None;
        });
        let title = format!("Switch the pad on at {}", facts.port(stage.port));
        fixes.push(Fix::new(title, vec![command]));
    }
    if let Some(connection) = floor.into[stage.port].filter(|_| stage.kind == StageKind::Input) {
        fixes.extend(pad(facts, connection, too_much));
    }
    if stage.kind == StageKind::Source {
        fixes.extend(further_away(facts, origin, too_much));
    }
    let microphone = floor.ports[origin].port.audio.as_deref();
    if let Some(microphone) = microphone.and_then(|audio| audio.microphone.as_ref()) {
        let now = floor.sound_setting(origin).and_then(|setting| setting.gain);
        let now = now.map_or(0.0, Decibels::db);
        let mut steps = microphone.gain_steps_db.clone();
        steps.sort_by(|one, other| other.total_cmp(one));
        if let Some(step) = steps.into_iter().find(|step| *step <= now - too_much) {
            let step = Decibels::of(step);
            fixes.push(set(facts, origin, &step.to_string(), |setting| {
                setting.gain = Some(step);
            }));
        }
    }
    fixes
}

/// A microphone so far away that what it hears is softer by so much.
fn further_away(facts: &Facts, origin: PortIx, softer_db: f64) -> Option<Fix> {
    let now = position(facts.floor, origin);
    let times = 10f64.powf(softer_db / 20.0);
    // To the next tenth of a metre.
    let metres = (now.distance.metres() * times * 10.0).ceil() / 10.0;
    let distance = Length((metres * 1_000.0) as u64);
    let placement = facts.floor.ports[origin].placement;
    (metres <= 20.0).then(|| {
        Fix::new(
            format!("Take {} to {distance} from it", facts.device(placement)),
            vec![Command::SetPosition {
                build: build(facts),
                device: facts.floor.build.placements[placement].id.clone(),
                position: Some(Position { distance, ..now }),
            }],
        )
    })
}

/// Nearer than this to a mouth, in centimetres, a microphone that isn’t worn is in the shot.
const IN_SHOT: f64 = 30.0;

/// A microphone so much nearer that what it hears is louder by so much, and still out of the shot.
pub fn nearer(facts: &Facts, origin: PortIx, louder_db: f64) -> Option<Fix> {
    let audio = facts.floor.ports[origin].port.audio.as_deref()?;
    audio.microphone.as_ref()?;
    let now = position(facts.floor, origin);
    let times = 10f64.powf(-louder_db / 20.0);
    // To the whole centimetre.
    let centimetres = (now.distance.metres() * times * 100.0).floor();
    let distance = Length((centimetres * 10.0) as u64);
    let placement = facts.floor.ports[origin].placement;
    (centimetres >= IN_SHOT).then(|| {
        Fix::new(
            format!("Take {} to {distance} from it", facts.device(placement)),
            vec![Command::SetPosition {
                build: build(facts),
                device: facts.floor.build.placements[placement].id.clone(),
                position: Some(Position { distance, ..now }),
            }],
        )
    })
}

/// Gains by port, as one fix.
pub fn gains(facts: &Facts, title: String, gains: &[(PortIx, Decibels)]) -> Option<Fix> {
    let commands = gains.iter().map(|(port, gain)| {
        setting(facts, *port, |setting| {
            setting.gain = Some(*gain);
        })
    });
    let commands: Vec<Command> = commands.collect();
    (!commands.is_empty()).then(|| Fix::new(title, commands))
}

/// The best gains on the way of a source to the first track that it is on.
pub fn set_gains(facts: &Facts, origin: PortIx) -> Option<Fix> {
    let (at, part) = first_end(facts, origin)?;
    let best = best_gains(facts.floor, facts.resolved, at, part, &FxHashSet::default());
    let placement = facts.floor.ports[origin].placement;
    let title = format!("Set the gains from {} on", facts.device(placement));
    gains(facts, title, &best)
}

/// Where a source first comes into a recorder that writes it.
fn first_end<'h>(facts: &'h Facts, origin: PortIx) -> Option<((PortIx, u8), &'h Part)> {
    let recorders = facts.heard.recorders.iter();
    let mut tracks = recorders.flat_map(|recorder| &recorder.tracks);
    tracks.find_map(|track| {
        let parts = &track.channel.parts;
        let part = parts.iter().find(|part| part.origin == origin)?;
        let at = track.from.iter().find(|(port, channel)| {
            let channels = facts.heard.levels.at(*port);
            let parts = channels
                .get(usize::from(*channel))
                .map(|channel| &channel.parts);
            parts.is_some_and(|parts| parts.iter().any(|part| part.origin == origin))
        })?;
        Some((*at, part))
    })
}
