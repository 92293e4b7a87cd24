//! How loud and how noisy each source is on its way: what clips, what comes near, what is noisy, and
//! what would be quieter.

use super::ends;
use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, Severity, fix};
use engine::path::{ConnectionIx, PortIx};
use engine::sound::{Limiting, Part, Stage, StageKind, Unit, effort, schools};
use model::document::TrackKind;
use std::collections::{BTreeMap, BTreeSet};
use units::quantity::{Decibels, signed};

/// Peaks nearer to the ceiling than this want a limiter, in decibels.
const NEAR_DB: f64 = 3.0;
/// Gear noise nearer to the source than this is heard in the mix, in decibels.
const NOISY_DB: f64 = 35.0;
/// A way that is quieter by so much is worth a word, in decibels.
const QUIETER_DB: f64 = 3.0;

/// So many channels are looked at for quieter ways: those of some three hundred microphones, each with its
/// own few boxes.
const COMPARED: usize = 300_000;

/// Where a stage is, and for whom: the same stage is said once, for the loudest that it clips.
type AtStage = (PortIx, StageName);

/// Stages are alike for all channels of a port; a mix of them is another.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum StageName {
    Source,
    Input,
    Output,
    Mix,
    Trim,
}

fn name_of(stage: &Stage) -> StageName {
    match stage.kind {
        StageKind::Source => StageName::Source,
        StageKind::Output | StageKind::Air => StageName::Output,
        StageKind::Mix => StageName::Mix,
        StageKind::Trim => StageName::Trim,
        StageKind::Cable | StageKind::Passive | StageKind::Input => StageName::Input,
    }
}

/// The stage that clips first on each way to a track, or that leaves little; and noise at the end.
pub fn stages(facts: &Facts, told: &BTreeSet<ConnectionIx>, found: &mut Vec<Finding>) {
    let levels = &facts.heard.levels;
    let mut clips: BTreeMap<AtStage, (f64, &Stage, PortIx)> = BTreeMap::new();
    let mut noisy: BTreeMap<PortIx, (f64, usize, &Part)> = BTreeMap::new();
    let clip = levels.clip_first();
    let spoilt = levels.along(|before, stage| {
        let cable = facts.floor.into[levels.stages[stage].port];
        before.unwrap_or(false) || cable.is_some_and(|cable| told.contains(&cable))
    });
    for (recorder, track, part) in ends(facts) {
        if spoilt[part.stage] {
            continue;
        }
        if let Some((stage, room)) = clip[part.stage] {
            let stage = &levels.stages[stage];
            let at = clips.entry((stage.port, name_of(stage)));
            let least = at.or_insert((room, stage, part.origin));
            if room < least.0 {
                *least = (room, stage, part.origin);
            }
        }
        // What is there to find the place by may be noisy, and a copy for what clips the other is soft on purpose.
        let built_in = facts.floor.ports[part.origin]
            .port
            .connector
            .facts()
            .built_in;
        let kind = track.setting.map(|setting| setting.kind);
        if built_in || matches!(kind, Some(TrackKind::Scratch | TrackKind::Safety)) {
            continue;
        }
        let last = &levels.stages[part.stage];
        let gear = last.level_db - last.noise_db;
        let at = noisy
            .entry(part.origin)
            .or_insert((gear, recorder.placement, part));
        if gear < at.0 {
            *at = (gear, recorder.placement, part);
        }
    }
    for (room, stage, origin) in clips.into_values() {
        found.extend(little_room(facts, stage, room, origin));
    }
    for (origin, (gear, recorder, part)) in noisy {
        if gear >= NOISY_DB {
            continue;
        }
        let placement = facts.floor.ports[origin].placement;
        let low = low_gain(facts, part);
        let text = format!(
            "On {}, the noise of the gear stands {gear:.0} dB below {}.",
            facts.device(recorder),
            facts.device(placement)
        );
        let reason = match low {
            Some((low, gain, noise)) => {
                let adds = if low == noise {
                    "its converter".into()
                } else {
                    format!("{} behind it", facts.port(noise))
                };
                format!(
                    "{} is set to {}: so little that the noise of {adds} counts.",
                    facts.port(low),
                    Decibels::of(gain)
                )
            }
            None => format!(
                "Where it stands {NOISY_DB:.0} dB below or more, nobody hears it under speech."
            ),
        };
        let cause = low.map_or(placement, |(low, ..)| facts.floor.ports[low].placement);
        let noisy = facts
            .caution(Code::Noisy, At::Device(cause), text, reason)
            .amounting(-gear);
        found.push(noisy.with(facts, || {
            let nearer = fix::nearer(facts, origin, NOISY_DB - gear);
            let gains = fix::set_gains(facts, origin);
            gains.into_iter().chain(nearer).collect::<Vec<_>>()
        }));
    }
}

/// A gain that somebody set so low that the noise behind it counts: where, how much, and the port of the stage that
/// adds it. That one isn't to blame.
fn low_gain(facts: &Facts, part: &Part) -> Option<(PortIx, f64, PortIx)> {
    let levels = &facts.heard.levels;
    let way: Vec<&Stage> = levels
        .way(part)
        .into_iter()
        .map(|stage| &levels.stages[stage])
        .collect();
    let gear = |stage: &Stage| stage.level_db - stage.noise_db;
    let lost = |at: usize| gear(way[at - 1]) - gear(way[at]);
    let worst = (1..way.len()).max_by(|one, other| lost(*one).total_cmp(&lost(*other)))?;
    let asked = facts.floor.production.house_rules.sound_headroom.db();
    // Its own gain, where what counts is the converter behind it.
    let up_to = way[..=worst].iter().rev();
    let mut set = up_to.filter(|stage| stage.set && stage.kind != StageKind::Trim);
    let low = set.find(|stage| {
        let room = stage.headroom_db().unwrap_or(f64::INFINITY);
        room > asked + TOO_LOW_DB
    })?;
    Some((low.port, low.set_gain_db?, way[worst].port))
}

/// So much more room than the house keeps is a gain that was set too low.
const TOO_LOW_DB: f64 = 10.0;

fn little_room(facts: &Facts, stage: &Stage, room: f64, origin: PortIx) -> Option<Finding> {
    let placement = facts.floor.ports[stage.port].placement;
    let source = facts.device(facts.floor.ports[origin].placement);
    let at = facts.port(stage.port);
    let what = match stage.limit?.1 {
        Limiting::Microphone => format!("{source} itself"),
        Limiting::Preamplifier => format!("the preamplifier at {at}"),
        Limiting::Converter if stage.kind == StageKind::Mix => format!("the mix at {at}"),
        Limiting::Converter => format!("the converter at {at}"),
        Limiting::Output => at.clone(),
    };
    if room < 0.0 {
        let always = room + stage.peaks_db < 0.0;
        let (severity, when) = if always {
            (Severity::Stop, "all the time")
        } else {
            (Severity::Caution, "at its peaks")
        };
        let text = if stage.limit?.1 == Limiting::Microphone {
            format!(
                "{source} clips {when}: what it hears is {:.0} dB too loud for it.",
                -room
            )
        } else {
            format!(
                "{source} clips {what} {when}, by {:.0} dB.",
                (-room).max(1.0)
            )
        };
        let reason = format!(
            "Its average stands at {} {}, its peaks {:.0} dB higher; the limit is {}.",
            signed(stage.level_db, 0),
            unit(stage),
            stage.peaks_db,
            signed(stage.limit?.0, 0)
        );
        let finding = facts.finding(
            Code::SoundClips,
            severity,
            At::Device(placement),
            text,
            reason,
        );
        let finding = finding.amounting(-room);
        return Some(finding.with(facts, || fix::less_gain(facts, stage, room, origin)));
    }
    let audio = facts.floor.ports[stage.port].port.audio.as_deref()?;
    let limiter = facts.floor.sound_setting(stage.port);
    let limiter = limiter.and_then(|setting| setting.limiter).unwrap_or(false);
    let near = room < NEAR_DB && audio.limiter && !limiter && stage.kind == StageKind::Input;
    near.then(|| {
        let text = format!(
            "The peaks of {source} come within {room:.0} dB of {what}, and its limiter is out."
        );
        let reason = "A take is louder than its rehearsal: a limiter catches the peak that clips.";
        let finding = facts
            .caution(Code::NearCeiling, At::Device(placement), text, reason)
            .amounting(-room);
        finding.with(facts, || {
            let limiter = fix::limiter(facts, stage.port);
            limiter
                .into_iter()
                .chain(fix::less_gain(facts, stage, room, origin))
                .collect::<Vec<_>>()
        })
    })
}

fn unit(stage: &Stage) -> &'static str {
    match stage.unit {
        Unit::Dbu => "dBu",
        Unit::Dbfs => "dBFS",
    }
}

pub fn auto_gain(facts: &Facts, found: &mut Vec<Finding>) {
    for (placement, placed) in facts.floor.build.placements.iter().enumerate() {
        for (id, setting) in &placed.settings.sound {
            let Some(port) = facts.floor.port_of(placement, id) else {
                continue;
            };
            if !setting.auto_gain || facts.resolved.signals[port].sound.is_empty() {
                continue;
            }
            let text = format!("The gain of {} follows by itself.", facts.port(port));
            let reason = if has_safety(facts, port) {
                "Pauses fill with noise, takes don’t match each other, and the safety track is turned with the other: what clips one clips both."
            } else {
                "Pauses fill with noise, and takes don’t match each other."
            };
            let finding = facts.caution(Code::AutoGain, At::Device(placement), text, reason);
            found.push(finding.with(facts, || fix::auto_gain_off(facts, port)));
        }
    }
}

/// Whether an input is on a safety track of its recorder.
fn has_safety(facts: &Facts, input: PortIx) -> bool {
    let mut recorders = facts.heard.recorders.iter();
    recorders.any(|recorder| {
        let mut tracks = recorder.tracks.iter();
        tracks.any(|track| {
            let kind = track.setting.map(|setting| setting.kind);
            kind == Some(TrackKind::Safety) && track.from.iter().any(|(port, _)| *port == input)
        })
    })
}

/// Chains whose microphone has a gain of its own, and would be quieter with more of it.
pub fn quieter_ways(facts: &Facts, found: &mut Vec<Finding>) {
    let levels = &facts.heard.levels;
    let mut seen = BTreeSet::new();
    let mut left = COMPARED;
    for (_, track, part) in ends(facts) {
        let audio = facts.floor.ports[part.origin].port.audio.as_deref();
        let steps = audio.and_then(|audio| audio.microphone.as_ref());
        if steps.is_none_or(|microphone| microphone.gain_steps_db.len() < 2)
            || !seen.insert(part.origin)
        {
            continue;
        }
        let compared = track.from.iter().find_map(|at| {
            let (effort, worth_it) = effort(facts.resolved, levels, at.0, part);
            left = left.checked_sub(effort)?;
            let both = worth_it.then(|| schools(facts.floor, facts.resolved, *at, part));
            Some((*at, both??))
        });
        let Some((at, schools)) = compared else {
            continue;
        };
        let now = levels.at(at.0).get(usize::from(at.1));
        let now = now.and_then(|channel| {
            channel
                .parts
                .iter()
                .find(|other| other.origin == part.origin)
        });
        let Some(now) = now.map(|part| &levels.stages[part.stage]) else {
            continue;
        };
        let gear = now.level_db - now.noise_db;
        let better = schools.hot.gear_snr_db - gear;
        // Where the room is louder than the gear, nobody hears the difference.
        let heard = schools.hot.snr_db - now.snr_db();
        if better < QUIETER_DB || heard < 1.0 {
            continue;
        }
        let placement = facts.floor.ports[part.origin].placement;
        let text = format!(
            "More gain in {} and less behind it leaves the noise of the gear {better:.0} dB lower.",
            facts.device(placement)
        );
        let reason = format!(
            "{:.0} dB above the noise now, {:.0} dB then; with the room’s own noise, {heard:.0} dB are heard of it.",
            gear, schools.hot.gear_snr_db
        );
        let finding = facts.note(Code::QuieterWay, At::Device(placement), text, reason);
        found.push(finding.with(facts, || {
            fix::gains(
                facts,
                format!("Set the gains from {} on", facts.device(placement)),
                &schools.hot.gains,
            )
        }));
    }
}
