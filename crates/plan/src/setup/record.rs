//! Recorders started on what they do best: the richest codec that holds no more than the picture,
//! on cards of the kit, with the tracks that arrive.

use super::{Bench, listed};
use check::{Area, Severity};
use engine::path::{Floor, resolve};
use engine::sound::track_feed;
use model::catalogue::{Catalogue, Codec, Device, Medium, RecordingAbility};
use model::document::{
    CardSize, Change, Command, Handle, Limits, RecordingSetting, records_codec, slot_takes,
    without_incompatibilities,
};
use report::report;
use rustc_hash::FxHashMap;
use std::cmp::Reverse;
use units::format::Quality;

/// What a recording should last where no need says it: a card that is full sooner is changed in the
/// middle of something.
const LASTS_SECONDS: u64 = 2 * 3600;
/// So many codecs are tried, the richest first.
const CODECS: usize = 4;
/// With so many sets of cards each.
const CARDS: usize = 12;

/// Starts every new recorder that has something to record.
pub(super) fn start(bench: &mut Bench) {
    // What the first of its kind does well, the next is tried with first.
    let mut did_well: FxHashMap<String, RecordingSetting> = FxHashMap::default();
    for (handle, device) in bench.new_devices() {
        let known = did_well.get(&device.id).cloned();
        if let Some(setting) = start_one(bench, &handle, &device, known) {
            did_well.insert(device.id, setting);
        }
    }
}

/// Starts a recorder with the first of the choices that lasts, or with the one that lasts longest.
pub(super) fn start_one(
    bench: &mut Bench,
    handle: &str,
    device: &Device,
    known: Option<RecordingSetting>,
) -> Option<RecordingSetting> {
    let ability = device.records.as_ref()?;
    let fed = feed(bench, handle, ability)?;
    let known = known.map(|setting| RecordingSetting {
        tracks: fed.tracks,
        ..setting
    });
    let choices = known.into_iter().chain(choices(bench, ability, &fed));
    let mut best: Option<(u64, Command, RecordingSetting)> = None;
    for setting in choices {
        let command = set(bench, handle, None, &setting);
        let Some(lasts) = tried(bench, handle, &command) else {
            continue;
        };
        let lasts = lasts.min(fed.wanted_seconds);
        if best.as_ref().is_none_or(|(other, ..)| lasts > *other) {
            best = Some((lasts, command, setting));
        }
        if lasts == fed.wanted_seconds {
            break;
        }
    }
    let (_, command, setting) = best?;
    bench.run(&[command]).ok()?;
    Some(setting)
}

fn set(
    bench: &Bench,
    handle: &str,
    before: Option<&RecordingSetting>,
    after: &RecordingSetting,
) -> Command {
    let usual = RecordingSetting::default();
    Command::SetRecording {
        build: bench.build.clone(),
        device: handle.into(),
        change: Some(Change::between(before.unwrap_or(&usual), after)),
    }
}

/// Sets the other recorders of pictures as one is set, as far as each is able to: codec, off speed,
/// sound, slots, pre-record; its cards where they fit. Its own format and tracks stay.
pub(super) fn like(bench: &mut Bench, model: &RecordingSetting, others: &[Handle]) {
    let catalogue = bench.catalogue.with(&bench.production.custom).into_owned();
    for handle in others {
        let Some(placement) = bench.placement(handle) else {
            continue;
        };
        let name = placement.name.clone();
        let device = catalogue.device(&placement.device);
        let (Some(device), Some(before)) = (device, placement.settings.recording.clone()) else {
            continue;
        };
        let Some(ability) = &device.records else {
            continue;
        };
        let records = catalogue
            .codec(&model.codec)
            .is_some_and(|codec| records_codec(ability, codec));
        let fit = |id: &Handle| {
            let medium = catalogue.medium(id);
            medium.is_some_and(|medium| slot_takes(ability, medium))
        };
        let cards_fit = !model.media.is_empty() && model.media.iter().all(fit);
        let wished = RecordingSetting {
            codec: if records {
                model.codec.clone()
            } else {
                before.codec.clone()
            },
            media: if cards_fit {
                model.media.clone()
            } else {
                before.media.clone()
            },
            format: before.format,
            tracks: before.tracks,
            to_drive: before.to_drive,
            ..model.clone()
        };
        let after = without_incompatibilities(&catalogue, device, wished);
        let lacks = [
            (!records).then_some("codec"),
            (!cards_fit && !model.media.is_empty()).then_some("cards"),
        ];
        let lacks: Vec<String> = lacks.into_iter().flatten().map(String::from).collect();
        if !lacks.is_empty() {
            bench.says.push(format!(
                "{name} keeps its own {}: the other’s don’t go into it.",
                listed(&lacks, "and")
            ));
        }
        if after != before {
            let command = set(bench, handle, Some(&before), &after);
            if bench.run(&[command]).is_ok() {
                bench.placed.push(handle.clone());
            }
        }
    }
}

/// What there is to record.
struct Fed {
    /// The quality of the picture; `None`: sound alone.
    quality: Option<Quality>,
    tracks: usize,
    wanted_seconds: u64,
}

/// What reaches a recorder; `None` where nothing does.
fn feed(bench: &Bench, handle: &str, ability: &RecordingAbility) -> Option<Fed> {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let floor = Floor::new(&bench.production, bench.build(), &catalogue);
    let resolved = resolve(&floor);
    let placement = floor.placement(handle)?;
    let input = floor.chosen_input(placement, &ability.inputs);
    let tracks = track_feed(&floor, &resolved, placement, input)
        .channels
        .len()
        .min(ability.tracks);
    let arrives = input.and_then(|input| resolved.signals[input].picture);
    let quality = if ability.sensor {
        Some(bench.production.format.quality())
    } else {
        arrives.map(|picture| picture.effective)
    };
    if quality.is_none() && (tracks == 0 || !ability.inputs.is_empty()) {
        return None;
    }
    let needs = bench.build().needs.iter();
    let lengths = needs
        .filter(|need| need.at == handle)
        .filter_map(|need| need.length);
    let wanted = lengths.map(|length| length.0).max();
    Some(Fed {
        quality,
        tracks,
        wanted_seconds: wanted.unwrap_or(LASTS_SECONDS),
    })
}

/// Settings to try, the one that is wished for most first.
fn choices(bench: &Bench, ability: &RecordingAbility, fed: &Fed) -> Vec<RecordingSetting> {
    let catalogue = bench.catalogue.with(&bench.production.custom);
    let codecs = codecs(&catalogue, ability, fed);
    let cards = cards(bench, &catalogue, ability);
    let all = codecs.iter().take(CODECS).flat_map(|codec| {
        cards.iter().take(CARDS).map(|media| RecordingSetting {
            codec: codec.id.as_str().into(),
            media: media.clone(),
            tracks: fed.tracks,
            ..RecordingSetting::default()
        })
    });
    all.collect()
}

/// Codecs that hold no more than the picture, the richest first; then those that hold more, the
/// least first. Raw is somebody's decision.
fn codecs<'c>(catalogue: &'c Catalogue, ability: &RecordingAbility, fed: &Fed) -> Vec<&'c Codec> {
    let order = |id: &str| ability.codecs.iter().position(|other| other == id);
    let able = catalogue
        .codecs
        .iter()
        .filter(|codec| records_codec(ability, codec) && !codec.custom);
    let able = able.filter(|codec| fed.quality.is_none() || !codec.raw);
    let (mut within, mut beyond): (Vec<&Codec>, Vec<&Codec>) = able.partition(|codec| {
        fed.quality
            .is_none_or(|quality| codec.sampling <= quality.sampling && codec.bits <= quality.bits)
    });
    // A maker lists its codecs from the lightest to the heaviest.
    within.sort_by_key(|codec| Reverse((codec.sampling, codec.bits, order(&codec.id))));
    beyond.sort_by_key(|codec| (codec.sampling, codec.bits, order(&codec.id)));
    within.into_iter().chain(beyond).collect()
}

/// Sets of cards for the slots: what the kit has left, by the house's rule; then what could be hired.
fn cards(bench: &Bench, catalogue: &Catalogue, ability: &RecordingAbility) -> Vec<Vec<Handle>> {
    let slots = ability.slots.clamp(1, Limits::MEDIA);
    let left = |medium: &Medium| {
        let owned = bench.production.owned(&medium.id, None);
        owned.saturating_sub(bench.build().media_used(&medium.id)) as usize
    };
    let fitting = catalogue
        .media
        .iter()
        .filter(|medium| slot_takes(ability, medium));
    let mut fitting: Vec<&Medium> = fitting.collect();
    fitting.sort_by_key(|medium| (medium.capacity, Reverse(medium.sustained_write)));
    if bench.production.house_rules.card_size == CardSize::FewLarge {
        fitting.reverse();
    }
    let sets = |most: &dyn Fn(&Medium) -> usize| {
        let mut sets: Vec<(usize, Vec<Handle>)> = Vec::new();
        for medium in &fitting {
            let counts = 1..=most(medium).min(slots);
            sets.extend(counts.map(|count| (count, vec![Handle::from(&medium.id); count])));
        }
        sets.sort_by_key(|(count, _)| *count);
        sets.into_iter().map(|(_, set)| set).collect::<Vec<_>>()
    };
    let own = sets(&left);
    if own.is_empty() { sets(&|_| 1) } else { own }
}

/// How long a recorder lasts with a setting, in seconds; `None` where something of its recording
/// stops.
fn tried(bench: &Bench, handle: &str, command: &Command) -> Option<u64> {
    let commands = std::slice::from_ref(command);
    let edited = bench.production.edited(bench.catalogue, commands).ok()?;
    let report = report(&edited.production, &bench.build, bench.catalogue)?;
    let stops = report.findings.iter().any(|finding| {
        finding.at.device.as_deref() == Some(handle)
            && finding.severity == Severity::Stop
            && matches!(finding.area, Area::Recording | Area::Sound)
    });
    let row = report.recordings.iter().find(|row| row.device == handle)?;
    (!stops).then(|| row.lasts.as_ref().map_or(0, |limit| limit.seconds))
}
