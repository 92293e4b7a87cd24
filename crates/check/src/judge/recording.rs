//! Problems of recordings, as findings.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, Severity, fix};
use engine::path::PortIx;
use engine::record::{Limit, LimitKind, NoTrigger, RecordProblem, Recording};
use model::document::Incompatibility;
use units::format::{PictureFormat, Quality};
use units::quantity::{BitRate, Span, thousandths};

pub fn of_recording(facts: &Facts, recording: &Recording, problem: &RecordProblem) -> Finding {
    match problem {
        RecordProblem::HoldsMore { file, picture } => holds_more(facts, recording, file, picture),
        RecordProblem::FormatNotRecorded { format } => {
            format_not_recorded(facts, recording, format)
        }
        RecordProblem::NotRaw => not_raw(facts, recording),
        RecordProblem::Incompatibility(incompatibility) => {
            does_not_fit(facts, recording, incompatibility)
        }
        RecordProblem::CodecNotRecorded => codec_not_recorded(facts, recording),
        RecordProblem::NoMedium => no_medium(facts, recording),
        RecordProblem::NotInCatalogue { id } => not_in_catalogue(facts, recording, id),
        RecordProblem::CodecNotMade { format } => codec_not_made(facts, recording, format),
        RecordProblem::Splits { every } => splits(facts, recording, every),
        RecordProblem::NoProxyMedium => no_proxy_medium(facts, recording),
        RecordProblem::TooSlow {
            medium,
            needed,
            sustained,
        } => too_slow(facts, recording, medium, needed, sustained),
        RecordProblem::EndsEarly {
            limit,
            need,
            length,
        } => ends_early(facts, recording, limit, need, length),
        RecordProblem::NoTrigger(why) => no_trigger(facts, recording, *why),
        RecordProblem::TriggerUnused { from } => trigger_unused(facts, recording, *from),
        RecordProblem::SoundLost { tracks, arrive } => {
            sound_lost(facts, recording, *tracks, *arrive)
        }
    }
}

fn on(
    facts: &Facts,
    recording: &Recording,
    code: Code,
    severity: Severity,
    text: String,
    reason: impl Into<String>,
) -> Finding {
    facts.finding(
        code,
        severity,
        At::Device(recording.placement),
        text,
        reason,
    )
}

fn holds_more(facts: &Facts, recording: &Recording, file: &Quality, picture: &Quality) -> Finding {
    let name = facts.device(recording.placement);
    let parts = |quality: &Quality| format!("{} {}", quality.bits, quality.sampling);
    let article = |bits: &str| if bits.starts_with('8') { "an" } else { "a" };
    let (file_says, picture_says) = if file.raster == picture.raster {
        (parts(file), parts(picture))
    } else {
        (
            format!("{} {}", file.raster, parts(file)),
            format!("{} {}", picture.raster, parts(picture)),
        )
    };
    let text = format!(
        "{name} makes {} {file_says} file of {} {picture_says} picture.",
        article(&file_says),
        article(&picture_says)
    );
    let reason = "A container never restores what was lost before it.";
    on(
        facts,
        recording,
        Code::HoldsMore,
        Severity::Caution,
        text,
        reason,
    )
    .with(facts, || {
        fix::match_codec(facts, recording, *picture, *file)
    })
}

fn format_not_recorded(facts: &Facts, recording: &Recording, format: &PictureFormat) -> Finding {
    let name = facts.device(recording.placement);
    let ability =
        facts.floor.devices[recording.placement].and_then(|device| device.records.as_ref());
    let formats = ability.map(|ability| &ability.formats);
    let records = formats.map_or_else(String::new, |formats| formats.in_words());
    let beyond = formats.map_or_else(String::new, |formats| formats.beyond_in_words(*format));
    let text = format!("{name} doesn’t record {beyond}.");
    on(
        facts,
        recording,
        Code::FormatNotRecorded,
        Severity::Stop,
        text,
        format!("It records {records}."),
    )
    .with(facts, || fix::recordable(facts, recording))
}

fn not_raw(facts: &Facts, recording: &Recording) -> Finding {
    let name = facts.device(recording.placement);
    let input = recording
        .input
        .map_or_else(String::new, |input| facts.port(input));
    let text = format!(
        "{name} is set to {}, and a picture comes to {input}, not raw.",
        recording.codec.name
    );
    let reason = "A raw codec writes the sensor’s own samples; of a picture it makes nothing.";
    on(
        facts,
        recording,
        Code::RawOfPicture,
        Severity::Stop,
        text,
        reason,
    )
    .with(facts, || fix::raw_or_picture(facts, recording))
}

fn does_not_fit(
    facts: &Facts,
    recording: &Recording,
    incompatibility: &Incompatibility,
) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} is set to what it doesn’t have: {incompatibility}.");
    let reason =
        "A file can say so; the recorder can’t do it, and what doesn’t go in isn’t counted.";
    on(
        facts,
        recording,
        Code::DoesNotFit,
        Severity::Stop,
        text,
        reason,
    )
    .with(facts, || fix::fit_recorder(facts, recording))
}

fn codec_not_recorded(facts: &Facts, recording: &Recording) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} doesn’t record {}.", recording.codec.name);
    let ability =
        facts.floor.devices[recording.placement].and_then(|device| device.records.as_ref());
    let codec = ability.map_or_else(String::new, |ability| list(&ability.codecs));
    on(
        facts,
        recording,
        Code::FormatNotRecorded,
        Severity::Stop,
        text,
        format!("It records {codec}."),
    )
    .with(facts, || fix::first_codec(facts, recording))
}

fn no_medium(facts: &Facts, recording: &Recording) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} has nothing to record on.");
    on(
        facts,
        recording,
        Code::NoMedium,
        Severity::Stop,
        text,
        "No card or drive is in its slots.",
    )
    .with(facts, || fix::media(facts, recording))
}

fn not_in_catalogue(facts: &Facts, recording: &Recording, id: &str) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} holds “{id}”, which isn’t in the catalogue.");
    on(
        facts,
        recording,
        Code::UnknownDevice,
        Severity::Stop,
        text,
        "Its size and speed aren’t known.",
    )
    .with(facts, || fix::media(facts, recording))
}

fn codec_not_made(facts: &Facts, recording: &Recording, format: &PictureFormat) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!(
        "{} isn’t made for {}; {name} is set to it.",
        recording.codec.name,
        format.frame()
    );
    let most = [
        recording.codec.largest.map(|raster| raster.to_string()),
        recording
            .codec
            .fastest
            .map(|rate| format!("{rate} frames a second")),
    ];
    let most: Vec<String> = most.into_iter().flatten().collect();
    let reason = format!("It goes up to {}.", most.join(" and "));
    on(
        facts,
        recording,
        Code::FormatNotRecorded,
        Severity::Stop,
        text,
        reason,
    )
    .with(facts, || fix::lighter_codec(facts, recording))
}

fn splits(facts: &Facts, recording: &Recording, every: &Span) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} splits a clip every {}.", every.label());
    let reason = "Its card is formatted FAT32: files end at 4 GiB. The parts join without a gap only where the recorder says so.";
    on(
        facts,
        recording,
        Code::FileSplits,
        Severity::Note,
        text,
        reason,
    )
}

fn no_proxy_medium(facts: &Facts, recording: &Recording) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!("{name} has no card for its proxy.");
    let reason = "The proxy is set to go to the second slot.";
    on(
        facts,
        recording,
        Code::NoMedium,
        Severity::Stop,
        text,
        reason,
    )
    .with(facts, || [fix::proxy_beside(facts, recording)])
}

fn too_slow(
    facts: &Facts,
    recording: &Recording,
    medium: &str,
    needed: &BitRate,
    sustained: &BitRate,
) -> Finding {
    let name = facts.device(recording.placement);
    let megabytes = |rate: u64| thousandths(rate, 8_000_000, 1);
    let text = format!(
        "{medium} in {name} keeps up {} MB/s; the recording needs {} MB/s.",
        megabytes(sustained.0),
        megabytes(needed.0)
    );
    let reason = "The data rate and a quarter more must be kept up all the time (a tenth more than a band’s high end).";
    on(
        facts,
        recording,
        Code::TooSlow,
        Severity::Stop,
        text,
        reason,
    )
    .with(facts, || fix::data_cable(facts, recording))
    .with(facts, || fix::media(facts, recording))
    .with(facts, || fix::lighter_codec(facts, recording))
}

fn ends_early(
    facts: &Facts,
    recording: &Recording,
    limit: &Limit,
    need: &usize,
    length: &Span,
) -> Finding {
    let name = facts.device(recording.placement);
    let need = &facts.floor.build.needs[*need];
    let cause = match limit.kind {
        LimitKind::Medium => "its media are full",
        LimitKind::Clip => "it ends a clip by itself",
        LimitKind::Heat => "it is expected to stop for heat",
        LimitKind::ProxyMedium => "the card for its proxy is full",
    };
    let text = format!(
        "{name} must record {}; after {} {cause}.",
        length.label(),
        limit.after.label()
    );
    let reason = match limit.kind {
        LimitKind::Medium => recording.time.as_ref().map_or_else(String::new, |time| {
            format!(
                "{} on {}.",
                time.rate_label,
                units::quantity::Bytes(time.usable_bytes).label()
            )
        }),
        _ => {
            "It is a limit of the device, whatever the card; recording outside it isn’t limited so."
                .into()
        }
    };
    let mut finding = on(
        facts,
        recording,
        Code::EndsEarly,
        Severity::Stop,
        text,
        reason,
    );
    finding.at.need = Some(need.id.clone());
    finding = finding.amounting(length.0.saturating_sub(limit.after.0) as f64);
    if limit.kind == LimitKind::Medium {
        finding = finding
            .with(facts, || fix::media(facts, recording))
            .with(facts, || fix::lighter_codec(facts, recording));
    }
    finding
}

fn sound_lost(facts: &Facts, recording: &Recording, tracks: usize, arrive: usize) -> Finding {
    let name = facts.device(recording.placement);
    let reason = match recording.feed.lost_at {
        Some((port, left)) => format!("{} passes on {left}.", facts.port(port)),
        None => "Nothing is lost on the way: its source sends no more.".into(),
    };
    let plural = |n: usize, one: &str, more: &str| {
        if n == 1 {
            format!("{n} {one}")
        } else {
            format!("{n} {more}")
        }
    };
    let comes = if arrive == 0 {
        "none arrives".into()
    } else {
        plural(arrive, "arrives", "arrive")
    };
    let text = format!(
        "{name} is set to record {}; {comes}.",
        plural(tracks, "sound track", "sound tracks")
    );
    on(
        facts,
        recording,
        Code::SoundLost,
        Severity::Caution,
        text,
        reason,
    )
    .with(facts, || fix::sound(facts, recording, arrive))
}

fn no_trigger(facts: &Facts, recording: &Recording, why: NoTrigger) -> Finding {
    let name = facts.device(recording.placement);
    let spoken = |port: PortIx| list(&facts.floor.ports[port].port.triggers);
    let reason = match why {
        NoTrigger::InputObeysNone { input } => {
            format!("{} doesn’t obey a record trigger.", facts.port(input))
        }
        NoTrigger::NeverSent { output } => {
            format!("{} doesn’t send one.", facts.port(output))
        }
        NoTrigger::Off { output } => format!("It is off at {}.", facts.port(output)),
        NoTrigger::Lost { at } => format!("{} doesn’t pass it on.", facts.port(at)),
        NoTrigger::OtherMakers { output } => format!(
            "{} sends {}; {name} obeys {}. A record trigger is each maker’s own.",
            facts.port(output),
            spoken(output),
            recording.input.map_or_else(|| "none".into(), spoken),
        ),
    };
    let text = format!("{name} waits for a record trigger that never comes: it doesn’t start.");
    on(
        facts,
        recording,
        Code::NoTrigger,
        Severity::Stop,
        text,
        &reason,
    )
    .with(facts, || fix::trigger(facts, recording, why))
}

fn trigger_unused(facts: &Facts, recording: &Recording, from: PortIx) -> Finding {
    let name = facts.device(recording.placement);
    let text = format!(
        "{name} is started by hand, though {} sends it a record trigger.",
        facts.port(from)
    );
    let reason = "Two buttons at every take; one of them is forgotten once a day.";
    on(
        facts,
        recording,
        Code::TriggerUnused,
        Severity::Note,
        text,
        reason,
    )
    .with(facts, || fix::by_trigger(facts, recording))
}

/// Recorders that are set to a codec which nobody knows.
pub fn unknown_codecs<'f>(facts: &'f Facts) -> impl Iterator<Item = Finding> + 'f {
    let placements = facts.floor.build.placements.iter().enumerate();
    placements.filter_map(|(placement, placed)| {
        let codec = &placed.settings.recording.as_ref()?.codec;
        let unknown = facts.floor.devices[placement].is_some()
            && facts.floor.catalogue.codec(codec).is_none();
        unknown.then(|| {
            let text = format!(
                "{} is set to record “{codec}”, which isn’t in the catalogue.",
                placed.name
            );
            let reason = "Its data rate isn’t known; choose a codec in the Record view.";
            facts.stop(Code::UnknownDevice, At::Device(placement), text, reason)
        })
    })
}
