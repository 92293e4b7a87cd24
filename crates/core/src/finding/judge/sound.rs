//! Levels, 48 V, matching, tracks: what a sound recordist would say of it.

use super::super::words::list_of_many;
use crate::carriage::intermodulation::{Clash, clashes};
use crate::catalogue::DeviceKind;
use crate::document::{SoundOfRecord, TrackKind};
use crate::finding::codes::Code;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::{ConnectionIx, PortIx};
use crate::quantity::{Span, signed};
use crate::sound::{
    Harm, Limiting, Mismatch, NoPhantom, Part, RecorderTracks, Stage, StageKind, Track, made_of,
    schools,
};
use std::collections::{BTreeMap, BTreeSet};

/// Peaks nearer to the ceiling than this want a limiter, in decibels.
const NEAR_DB: f64 = 3.0;
/// Gear noise nearer to the source than this is heard in the mix, in decibels.
const NOISY_DB: f64 = 35.0;
/// Microphones on one track further apart than this comb, in microseconds.
const COMBS_US: u64 = 1_000;
/// Headphones later than this are heard as an echo, in microseconds.
const LATE_HEADPHONES_US: u64 = 15_000;
/// A way that is quieter by so much is worth a word, in decibels.
const QUIETER_DB: f64 = 3.0;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let heard = facts.heard;
    for mismatch in &heard.mismatches {
        found.push(mismatched(facts, *mismatch));
    }
    let told: BTreeSet<ConnectionIx> = heard.mismatches.iter().filter_map(spoils_level).collect();
    stages(facts, &told, found);
    auto_gain(facts, found);
    for recorder in &heard.recorders {
        on_tracks(facts, recorder, found);
    }
    quieter_ways(facts, found);
    safety_copies(facts, found);
    sample_rates(facts, found);
    headphones(facts, found);
    frequencies(facts, found);
    batteries(facts, found);
}

/// A mismatch that explains whatever the levels behind it say.
fn spoils_level(mismatch: &Mismatch) -> Option<ConnectionIx> {
    match mismatch {
        Mismatch::LineIntoMic { connection, .. } | Mismatch::MicIntoLine { connection, .. } => {
            Some(*connection)
        }
        _ => None,
    }
}

fn mismatched(facts: &Facts, mismatch: Mismatch) -> Finding {
    match mismatch {
        Mismatch::LineIntoMic {
            connection,
            level_dbu,
            most_dbu,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{from} sends line level into {to}, which is set to microphone.");
            let reason = format!(
                "{} dBu come on average; it takes {} dBu at the most.",
                signed(level_dbu, 0),
                signed(most_dbu, 0)
            );
            stop(facts, Code::LineIntoMic, connection, text, reason)
                .with(facts, || fix::match_level(facts, connection, 40.0))
        }
        Mismatch::MicIntoLine {
            connection,
            short_db,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{from} is a microphone’s level, and {to} is set to line.");
            let reason = format!(
                "At its most gain it still stands {short_db:.0} dB below the reference; brought up later, it is mostly noise."
            );
            caution(facts, Code::MicIntoLine, connection, text, reason)
                .with(facts, || fix::match_level(facts, connection, 0.0))
        }
        Mismatch::Loaded {
            connection,
            source_ohm,
            load_ohm,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!(
                "{to} loads {from} with {load_ohm:.0} Ω: {:.1} times its {source_ohm:.0} Ω.",
                load_ohm / source_ohm
            );
            let reason = format!(
                "Five times is the least; this costs {:.1} dB and changes the sound.",
                -20.0 * (load_ohm / (load_ohm + source_ohm)).log10()
            );
            caution(facts, Code::SoundLoaded, connection, text, reason)
        }
        Mismatch::WrongJack { connection, port } => {
            let text = format!(
                "The cable at {} has another number of contacts than its socket, {}.",
                facts.port(port),
                facts.floor.ports[port].port.connector
            );
            let reason =
                "It goes in. With four contacts against three, the microphone’s meets the ground.";
            stop(facts, Code::WrongJack, connection, text, reason)
                .with(facts, || fix::right_cable(facts, connection))
        }
        Mismatch::LongUnbalanced { connection, length } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{length} unbalanced from {from} to {to}.");
            let reason =
                "Beyond 6 m it takes up hum and radio, and the cable’s capacity takes the treble.";
            caution(facts, Code::LongUnbalanced, connection, text, reason)
                .with(facts, || fix::isolate(facts, connection))
        }
        powered => on_power(facts, powered),
    }
}

fn on_power(facts: &Facts, mismatch: Mismatch) -> Finding {
    match mismatch {
        Mismatch::PhantomHarms {
            connection,
            source,
            why,
        } => phantom_harms(facts, connection, source, why),
        Mismatch::PhantomShared {
            connection,
            microphone,
            other,
        } => {
            let input = facts.floor.link(connection).to;
            let text = format!(
                "{} and {} both give 48 V to {}.",
                facts.port(other),
                facts.port(input),
                facts.device(facts.floor.ports[microphone].placement)
            );
            let reason = "They are joined by a splitter: one of them is enough, the other comes over a transformer.";
            caution(facts, Code::PhantomShared, connection, text, reason)
                .with(facts, || fix::phantom(facts, input, false))
        }
        Mismatch::PlugInMissing {
            connection,
            microphone,
        } => {
            let (_, to) = facts.ends(connection);
            let text = format!(
                "{} works on plug-in power, and {to} gives none.",
                facts.device(facts.floor.ports[microphone].placement)
            );
            stop(
                facts,
                Code::PlugInMissing,
                connection,
                text,
                "It stays silent.",
            )
            .with(facts, || fix::other_microphone_input(facts, connection))
        }
        Mismatch::PhantomMissing {
            connection,
            microphone,
            why,
        } => {
            let input = facts.floor.link(connection).to;
            let at = facts.port(input);
            let gives = match why {
                NoPhantom::Off => format!("{at} gives none: they are off"),
                NoPhantom::OtherLevel => format!("{at} is set to line, which gives none"),
                NoPhantom::NotThere => format!("{at} gives none that reach it"),
            };
            let text = format!(
                "{} works on 48 V, and {gives}.",
                facts.device(facts.floor.ports[microphone].placement)
            );
            let reason = "It stays silent, or thin and noisy.";
            let finding = stop(facts, Code::PhantomMissing, connection, text, reason);
            finding.with(facts, || match why {
                NoPhantom::Off => fix::phantom(facts, input, true).into_iter().collect(),
                NoPhantom::OtherLevel => fix::match_level(facts, connection, 0.0),
                NoPhantom::NotThere => fix::other_microphone_input(facts, connection)
                    .into_iter()
                    .collect::<Vec<_>>(),
            })
        }
        _ => unreachable!("everything else is about levels and cables"),
    }
}

fn phantom_harms(facts: &Facts, connection: ConnectionIx, source: PortIx, why: Harm) -> Finding {
    let input = facts.floor.link(connection).to;
    let device = facts.device(facts.floor.ports[source].placement);
    let at = facts.port(input);
    let (severity, text, reason) = match why {
        Harm::Microphone => (
            Severity::Stop,
            format!("48 V are on at {at}, and they can destroy {device}."),
            "A ribbon is torn by a cable that isn’t sound, or by plugging in with 48 V on. The maker’s instructions decide.",
        ),
        Harm::Unbalanced => (
            Severity::Caution,
            format!("48 V are on at {at}, over an unbalanced adapter or cable from {device}."),
            "They stand between signal and ground: the source, or the input, can be damaged.",
        ),
        Harm::Output => (
            Severity::Caution,
            format!("48 V are on at {at}, into the output of {device}."),
            "An output that isn’t made for it distorts or is damaged; the maker’s instructions decide.",
        ),
    };
    let code = Code::PhantomHarms;
    Finding::on_connection(facts, code, severity, connection, text, reason).with(facts, || {
        let off = fix::phantom(facts, input, false);
        off.into_iter()
            .chain(fix::isolate(facts, connection))
            .collect::<Vec<_>>()
    })
}

fn stop(
    facts: &Facts,
    code: Code,
    connection: ConnectionIx,
    text: String,
    reason: impl Into<String>,
) -> Finding {
    Finding::on_connection(facts, code, Severity::Stop, connection, text, reason)
}

fn caution(
    facts: &Facts,
    code: Code,
    connection: ConnectionIx,
    text: String,
    reason: impl Into<String>,
) -> Finding {
    Finding::on_connection(facts, code, Severity::Caution, connection, text, reason)
}

/// Every part that is heard at the end of something: on a track, or at an input that writes nothing.
fn ends<'h>(
    facts: &'h Facts,
) -> impl Iterator<Item = (&'h RecorderTracks<'h>, &'h Track<'h>, &'h Part)> {
    let recorders = facts.heard.recorders.iter();
    recorders.flat_map(|recorder| {
        recorder.tracks.iter().flat_map(move |track| {
            let parts = track.channel.parts.iter();
            parts.map(move |part| (recorder, track, part))
        })
    })
}

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
fn stages(facts: &Facts, told: &BTreeSet<ConnectionIx>, found: &mut Vec<Finding>) {
    let levels = &facts.heard.levels;
    let mut clips: BTreeMap<AtStage, (f64, &Stage, PortIx)> = BTreeMap::new();
    let mut noisy: BTreeMap<PortIx, (f64, usize)> = BTreeMap::new();
    for (recorder, _, part) in ends(facts) {
        let way = levels.way(part);
        let spoilt = way.iter().any(|stage| {
            let port = levels.stages[*stage].port;
            facts.floor.into[port].is_some_and(|connection| told.contains(&connection))
        });
        if spoilt {
            continue;
        }
        if let Some((stage, room)) = levels.clips_first(part) {
            let stage = &levels.stages[stage];
            let at = clips.entry((stage.port, name_of(stage)));
            let least = at.or_insert((room, stage, part.origin));
            if room < least.0 {
                *least = (room, stage, part.origin);
            }
        }
        let last = &levels.stages[part.stage];
        let gear = last.level_db - last.noise_db;
        let at = noisy
            .entry(part.origin)
            .or_insert((gear, recorder.placement));
        if gear < at.0 {
            *at = (gear, recorder.placement);
        }
    }
    for (room, stage, origin) in clips.into_values() {
        found.extend(little_room(facts, stage, room, origin));
    }
    for (origin, (gear, recorder)) in noisy {
        if gear >= NOISY_DB {
            continue;
        }
        let placement = facts.floor.ports[origin].placement;
        let text = format!(
            "On {}, the noise of the gear stands {gear:.0} dB below {}.",
            facts.device(recorder),
            facts.device(placement)
        );
        let reason = format!("From {NOISY_DB:.0} dB on it isn’t heard under speech.");
        let noisy = Finding::on_device(
            facts,
            Code::Noisy,
            Severity::Caution,
            placement,
            text,
            reason,
        );
        found.push(noisy.with(facts, || fix::set_gains(facts, origin)));
    }
}

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
        let finding =
            Finding::on_device(facts, Code::SoundClips, severity, placement, text, reason);
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
        let reason = "Somebody always laughs louder than at the rehearsal.";
        let finding = Finding::on_device(
            facts,
            Code::NearCeiling,
            Severity::Caution,
            placement,
            text,
            reason,
        );
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
        crate::sound::Unit::Dbu => "dBu",
        crate::sound::Unit::Dbfs => "dBFS",
    }
}

fn auto_gain(facts: &Facts, found: &mut Vec<Finding>) {
    for (placement, placed) in facts.floor.build.placements.iter().enumerate() {
        for (id, setting) in &placed.settings.sound {
            let Some(port) = facts.floor.port_of(placement, id) else {
                continue;
            };
            if !setting.auto_gain || facts.resolved.signals[port].sound.is_empty() {
                continue;
            }
            let text = format!("The gain of {} follows by itself.", facts.port(port));
            let reason = "Pauses fill with noise, and takes don’t match each other.";
            let finding = Finding::on_device(
                facts,
                Code::AutoGain,
                Severity::Caution,
                placement,
                text,
                reason,
            );
            found.push(finding.with(facts, || fix::auto_gain_off(facts, port)));
        }
    }
}

/// What is wrong with the tracks of a recorder.
fn on_tracks(facts: &Facts, recorder: &RecorderTracks, found: &mut Vec<Finding>) {
    let placement = recorder.placement;
    let name = facts.device(placement);
    let sheet = !facts.floor.build.placements[placement]
        .settings
        .tracks
        .is_empty();
    for track in &recorder.tracks {
        let called = spoken(track);
        if sheet && track.from.is_empty() {
            let text = match track.missing {
                0 => format!("Nothing is on {called} of {name}."),
                _ => format!("What {called} of {name} is to record doesn’t arrive."),
            };
            let severity = match track.missing {
                0 => Severity::Note,
                _ => Severity::Caution,
            };
            let reason = "It is written, and silent.";
            let finding =
                Finding::on_device(facts, Code::TrackSilent, severity, placement, text, reason);
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
            let finding = Finding::on_device(
                facts,
                Code::TrackShared,
                Severity::Caution,
                placement,
                text,
                reason,
            );
            found.push(finding.with(facts, || fix::part_track(facts, placement, track.number)));
        }
        found.extend(mixed_late(facts, placement, track));
    }
    let spare: Vec<String> = recorder
        .spare
        .iter()
        .map(|(port, channel)| match channel {
            0 => facts.port(*port),
            more => format!("channel {} of {}", more + 1, facts.port(*port)),
        })
        .collect();
    if sheet && !spare.is_empty() {
        let text = format!("{} of {name} on no track.", are(spare));
        let reason = "The track sheet doesn’t name it; it isn’t recorded here.";
        let finding = Finding::on_device(
            facts,
            Code::OnNoTrack,
            Severity::Note,
            placement,
            text,
            reason,
        );
        found.push(finding.with(facts, || fix::on_free_track(facts, recorder)));
    }
}

fn are(names: Vec<String>) -> String {
    let one = names.len() == 1;
    let names: Vec<String> = names
        .into_iter()
        .map(|name| name.split(" of ").next().unwrap_or(&name).to_string())
        .collect();
    format!(
        "{} {}",
        list_of_many(names, 4),
        if one { "is" } else { "are" }
    )
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
        Finding::on_device(
            facts,
            Code::MixedLate,
            Severity::Note,
            placement,
            text,
            reason,
        )
    })
}

/// Chains whose microphone has a gain of its own, and would be quieter with more of it.
fn quieter_ways(facts: &Facts, found: &mut Vec<Finding>) {
    let levels = &facts.heard.levels;
    let mut seen = BTreeSet::new();
    for (_, track, part) in ends(facts) {
        let audio = facts.floor.ports[part.origin].port.audio.as_deref();
        let steps = audio.and_then(|audio| audio.microphone.as_ref());
        if steps.is_none_or(|microphone| microphone.gain_steps_db.len() < 2)
            || !seen.insert(part.origin)
        {
            continue;
        }
        let Some((at, schools)) = track
            .from
            .iter()
            .find_map(|at| Some((*at, schools(facts.floor, facts.resolved, *at, part)?)))
        else {
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
        let finding = Finding::on_device(
            facts,
            Code::QuieterWay,
            Severity::Note,
            placement,
            text,
            reason,
        );
        found.push(finding.with(facts, || {
            fix::gains(
                facts,
                format!("Set the gains from {} on", facts.device(placement)),
                &schools.hot.gains,
            )
        }));
    }
}

/// Where the house wants two recordings of the sound: sources that are on one.
fn safety_copies(facts: &Facts, found: &mut Vec<Finding>) {
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
        let code = Code::OneSoundRecorder;
        found.push(Finding::on_device(
            facts,
            code,
            Severity::Caution,
            placement,
            text,
            reason,
        ));
    }
}

/// Recorders that write other samples a second than most.
fn sample_rates(facts: &Facts, found: &mut Vec<Finding>) {
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
        let finding = Finding::on_device(
            facts,
            Code::SampleRates,
            Severity::Caution,
            placement,
            text,
            reason,
        );
        found.push(finding.with(facts, || fix::sample_rate(facts, placement, wanted)));
    }
}

/// Headphones: whether anybody listens, and how late.
fn headphones(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    let mut listened = false;
    for (placement, device) in floor.devices.iter().enumerate() {
        if device.is_none_or(|device| device.kind != DeviceKind::Headphones) {
            continue;
        }
        for port in floor.ports_of(placement) {
            let sound = &facts.resolved.signals[port].sound;
            listened |= !sound.is_empty();
            let late = sound.iter().map(|channel| channel.delay.0).max();
            if let Some(late) = late.filter(|late| *late > LATE_HEADPHONES_US) {
                let text = format!(
                    "{} hear everything {:.0} ms late.",
                    facts.device(placement),
                    late as f64 / 1_000.0
                );
                let reason = format!(
                    "Above {} ms who wears them hears the voice twice.",
                    LATE_HEADPHONES_US / 1_000
                );
                let code = Code::LateMonitoring;
                found.push(Finding::on_device(
                    facts,
                    code,
                    Severity::Caution,
                    placement,
                    text,
                    reason,
                ));
            }
        }
    }
    if listened {
        return;
    }
    // A recorder with a socket for them, that writes what a microphone hears.
    let mut able = facts.heard.recorders.iter().filter(|recorder| {
        let mut written = recorder.tracks.iter();
        let heard = written.any(|track| !track.channel.parts.is_empty());
        heard && fix::headphone_socket(facts, recorder.placement).is_some()
    });
    let mixer = |recorder: &&RecorderTracks| {
        let device = floor.devices[recorder.placement];
        device.is_some_and(|device| device.kind == DeviceKind::Mixer)
    };
    let first = able.clone().find(mixer).or_else(|| able.next());
    let Some(recorder) = first else { return };
    let text = format!(
        "Nobody listens to what {} records.",
        facts.device(recorder.placement)
    );
    let reason =
        "Headphones find in a second what the meters don’t show. Begin soft: they can harm ears.";
    let finding = Finding::on_device(
        facts,
        Code::NoHeadphones,
        Severity::Note,
        recorder.placement,
        text,
        reason,
    );
    found.push(finding.with(facts, || fix::listen(facts, recorder.placement)));
}

/// Transmitters that are tuned by hand, against each other.
fn frequencies(facts: &Facts, found: &mut Vec<Finding>) {
    let tuned = fix::tuned(facts);
    let khz: Vec<u32> = tuned.iter().map(|(_, khz)| *khz).collect();
    let name = |number: &usize| {
        let placement = facts.floor.ports[tuned[*number].0].placement;
        facts.device(placement).to_string()
    };
    for clash in clashes(&khz) {
        let (code, severity, at, text, reason) = match &clash {
            Clash::Same { one, other, apart_khz } => (
                Code::SameFrequency,
                Severity::Stop,
                *other,
                format!(
                    "{} and {} are tuned {} kHz apart.",
                    name(one),
                    name(other),
                    apart_khz
                ),
                "Receivers don’t part them.".to_string(),
            ),
            Clash::Intermodulation { victim, of, product_khz } => (
                Code::Intermodulation,
                Severity::Caution,
                *victim,
                format!(
                    "{} make {} MHz together, on {}.",
                    super::super::words::list(&of.iter().map(name).collect::<Vec<_>>()),
                    f64::from(*product_khz) / 1_000.0,
                    name(victim)
                ),
                "Third-order intermodulation: where the transmitters come near each other, or near one receiver.".to_string(),
            ),
        };
        let placement = facts.floor.ports[tuned[at].0].placement;
        let finding = Finding::on_device(facts, code, severity, placement, text, reason);
        found.push(finding.with(facts, || fix::retune(facts, &tuned)));
    }
}

/// Batteries of microphones and transmitters against the day.
fn batteries(facts: &Facts, found: &mut Vec<Finding>) {
    let day = day_length(facts);
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|_| day.0 > 0) else {
            continue;
        };
        let sound = device.ports.iter();
        let microphone = sound
            .filter_map(|port| port.audio.as_ref()?.microphone.as_ref()?.battery)
            .min();
        let radio = device.radio.as_ref().and_then(|radio| radio.battery);
        let Some(lasts) = microphone.or(radio).filter(|lasts| *lasts < day) else {
            continue;
        };
        let text = format!(
            "The battery of {} lasts {}, the day {}.",
            facts.device(placement),
            lasts.label(),
            day.label()
        );
        let reason =
            "The maker’s figure, with a new battery in the warm. Plan a change in a break.";
        found.push(Finding::on_device(
            facts,
            Code::SoundBattery,
            Severity::Note,
            placement,
            text,
            reason,
        ));
    }
}

/// From the first to the last of the day.
fn day_length(facts: &Facts) -> Span {
    let schedule = &facts.floor.build.schedule;
    let begin = schedule.iter().map(|entry| entry.start.seconds()).min();
    let end = schedule
        .iter()
        .map(|entry| entry.start.seconds() + entry.length.0)
        .max();
    Span(end.unwrap_or(0).saturating_sub(begin.unwrap_or(0)))
}
