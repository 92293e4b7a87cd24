//! What is on the tracks of recorders, and what on none.

use super::ends;
use crate::codes::Code;
use crate::finding::At;
use crate::words::list_of_many;
use crate::{Facts, Finding, Severity, fix};
use engine::path::PortIx;
use engine::sound::{ChannelAt, RecorderTracks, Track, made_of};
use model::document::{SoundOfRecord, TrackKind};
use std::collections::{BTreeMap, BTreeSet};

/// Microphones on one track further apart than this comb, in microseconds.
const COMBS_US: u64 = 1_000;

/// What is wrong with the tracks of a recorder.
pub fn on_tracks(facts: &Facts, recorder: &RecorderTracks, found: &mut Vec<Finding>) {
    let placement = recorder.placement;
    let name = facts.device(placement);
    let sheet = !facts.floor.build.placements[placement]
        .settings
        .tracks
        .is_empty();
    for track in &recorder.tracks {
        let called = spoken(track);
        if sheet && track.from.is_empty() && track.timecode.is_none() {
            let text = match track.missing {
                0 => format!("Nothing is on {called} of {name}."),
                _ => format!("What {called} of {name} is to record doesn’t arrive."),
            };
            let severity = match track.missing {
                0 => Severity::Note,
                _ => Severity::Caution,
            };
            let reason = "It is written, and silent.";
            let finding = facts.finding(
                Code::TrackSilent,
                severity,
                At::Device(placement),
                text,
                reason,
            );
            found.push(finding.with(facts, || fix::clear_track(facts, placement, track.number)));
        }
        if track.from.len() > 1 && !matches!(kind(track), TrackKind::Mix | TrackKind::Scratch) {
            let sources = track.from.iter().map(|(port, _)| facts.port(*port));
            let text = format!(
                "{} share {called} of {name}.",
                list_of_many(sources.collect(), 4)
            );
            let reason = format!(
                "It is set as {}: they can’t be parted again.",
                kind(track).word()
            );
            let finding = facts.caution(Code::TrackShared, At::Device(placement), text, reason);
            found.push(finding.with(facts, || fix::part_track(facts, placement, track.number)));
        }
        found.extend(mixed_late(facts, placement, track));
    }
    found.extend(off_the_tracks(facts, recorder, sheet));
}

/// Channels that come in and are on no track: of a sheet that is written out, any; else what is recorded nowhere.
fn off_the_tracks(facts: &Facts, recorder: &RecorderTracks, sheet: bool) -> Option<Finding> {
    let placement = recorder.placement;
    let name = facts.device(placement);
    let lost = nowhere(facts, recorder);
    // Where tracks are counted and not written out, only what is recorded nowhere else is a loss.
    let of_lost = |at: &&ChannelAt| {
        let sound = facts.resolved.signals[at.0].sound[usize::from(at.1)];
        let made = made_of(facts.resolved, sound.origin);
        made.iter().any(|origin| lost.contains(origin))
    };
    let spare = recorder.spare.iter();
    let spare = spare.filter(|at| sheet || of_lost(at));
    let spare: Vec<String> = spare
        .map(|(port, channel)| {
            let at = &facts.floor.ports[*port].port.name;
            match channel {
                0 => at.clone(),
                more => format!("channel {} of {at}", more + 1),
            }
        })
        .collect();
    if spare.is_empty() || !sheet && recorder.tracks.is_empty() {
        return None;
    }
    let are = if spare.len() == 1 { "is" } else { "are" };
    let lost = lost
        .iter()
        .map(|origin| facts.floor.ports[*origin].placement);
    let lost: Vec<String> = lost.map(|at| facts.device(at).to_string()).collect();
    let mut text = format!("{} of {name} {are} on no track", list_of_many(spare, 4));
    let severity = if lost.is_empty() {
        text += ".";
        Severity::Note
    } else {
        text += &format!(": {} isn’t recorded anywhere.", list_of_many(lost, 4));
        Severity::Caution
    };
    let reason = if sheet {
        "The track sheet doesn’t name it; it isn’t recorded here."
    } else {
        "More comes in than tracks are recorded: the last ones fall off."
    };
    let (code, at) = (Code::OnNoTrack, At::Device(placement));
    let finding = facts.finding(code, severity, at, text, reason);
    Some(finding.with(facts, || match sheet {
        true => fix::on_free_track(facts, recorder),
        false => fix::more_tracks(facts, placement),
    }))
}

/// Microphones that fall off the tracks of a recorder, and are on none of another.
fn nowhere(facts: &Facts, recorder: &RecorderTracks) -> Vec<PortIx> {
    let resolved = facts.resolved;
    let made_by = |at: &ChannelAt| {
        let sound = resolved.signals[at.0].sound[usize::from(at.1)];
        made_of(resolved, sound.origin)
    };
    let written = facts.heard.recorders.iter();
    let written = written.flat_map(|other| other.tracks.iter().flat_map(|track| &track.from));
    let written: BTreeSet<PortIx> = written.flat_map(made_by).collect();
    let mut lost: Vec<PortIx> = recorder.spare.iter().flat_map(made_by).collect();
    lost.retain(|origin| {
        let built_in = facts.floor.ports[*origin].port.connector.facts().built_in;
        !built_in && !written.contains(origin)
    });
    lost.sort_unstable();
    lost.dedup();
    lost
}

fn kind(track: &Track) -> TrackKind {
    track.setting.map_or(TrackKind::Iso, |setting| setting.kind)
}

/// *Track 2 (Boom)*.
fn spoken(track: &Track) -> String {
    let name = track.setting.and_then(|setting| setting.name.as_ref());
    name.map_or_else(
        || format!("track {}", track.number),
        |name| format!("track {} ({name})", track.number),
    )
}

/// Microphones on one track that arrive apart.
fn mixed_late(facts: &Facts, placement: usize, track: &Track) -> Option<Finding> {
    let resolved = facts.resolved;
    let mut by_delay: Vec<(u64, PortIx)> = Vec::new();
    for (port, channel) in &track.from {
        let sound = resolved.signals[*port].sound[usize::from(*channel)];
        let mixed = resolved.mixed.get(&sound.origin);
        match mixed {
            None => by_delay.push((sound.delay.0, sound.origin)),
            Some(parts) => by_delay.extend(parts.iter().flat_map(|(input, channel)| {
                let sound = resolved.signals[*input].sound[usize::from(*channel)];
                let origins = made_of(resolved, sound.origin);
                origins
                    .into_iter()
                    .map(move |origin| (sound.delay.0, origin))
            })),
        }
    }
    let (first, last) = (by_delay.iter().min()?, by_delay.iter().max()?);
    let apart = last.0 - first.0;
    (apart > COMBS_US && first.1 != last.1).then(|| {
        let device = |port: PortIx| facts.device(facts.floor.ports[port].placement);
        let text = format!(
            "On {} of {}, {} comes {:.1} ms after {}.",
            spoken(track),
            facts.device(placement),
            device(last.1),
            apart as f64 / 1_000.0,
            device(first.1)
        );
        let reason = "A voice that both hear is combed, and sounds hollow. On tracks of their own they can be lined up.";
        facts.note(Code::MixedLate, At::Device(placement), text, reason)
        .with(facts, || fix::unmix(facts, placement, track.number))
    })
}

/// Where the house wants two recordings of the sound: sources that are on one.
pub fn safety_copies(facts: &Facts, found: &mut Vec<Finding>) {
    if facts.floor.production.house_rules.sound_of_record != SoundOfRecord::Both {
        return;
    }
    let mut on: BTreeMap<PortIx, BTreeSet<usize>> = BTreeMap::new();
    for (recorder, _, part) in ends(facts) {
        on.entry(part.origin)
            .or_default()
            .insert(recorder.placement);
    }
    for (origin, recorders) in on {
        let Some(only) = recorders.first().filter(|_| recorders.len() == 1) else {
            continue;
        };
        let placement = facts.floor.ports[origin].placement;
        let text = format!(
            "{} is recorded by {} alone.",
            facts.device(placement),
            facts.device(*only)
        );
        let reason = "The house rule asks for the sound of record on two recorders.";
        let finding = facts.caution(Code::OneSoundRecorder, At::Device(placement), text, reason);
        found.push(finding.with(facts, || fix::second_recorder(facts, origin, *only)));
    }
}

/// Recorders that write other samples a second than most.
pub fn sample_rates(facts: &Facts, found: &mut Vec<Finding>) {
    let rate = |placement: usize| {
        let settings = &facts.floor.build.placements[placement].settings;
        let recording = settings.recording.as_ref();
        recording.map_or(48_000, |recording| recording.sample_rate.unwrap_or(48_000))
    };
    let writing = facts.heard.recorders.iter().filter(|recorder| {
        let mut tracks = recorder.tracks.iter();
        tracks.any(|track| !track.from.is_empty())
    });
    let writing: Vec<usize> = writing.map(|recorder| recorder.placement).collect();
    let Some((first, rest)) = writing.split_first() else {
        return;
    };
    // Pictures want 48,000: where one has that, it is the others that are set otherwise.
    let usual = writing.iter().any(|placement| rate(*placement) == 48_000);
    let wanted = if usual { 48_000 } else { rate(*first) };
    let odd = [*first].into_iter().chain(rest.iter().copied());
    for placement in odd.filter(|placement| rate(*placement) != wanted) {
        let text = format!(
            "{} writes {} samples a second, the others {wanted}.",
            facts.device(placement),
            rate(placement)
        );
        let reason = "Files of one take don’t line up before one of them is converted.";
        let finding = facts.caution(Code::SampleRates, At::Device(placement), text, reason);
        found.push(finding.with(facts, || fix::sample_rate(facts, placement, wanted)));
    }
}
