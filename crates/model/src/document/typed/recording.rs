//! Lines about recorders, the day and timecode.

use super::{Known, Misread, misread, shortened};
use crate::document::{
    Change, ClockSetting, ClockWay, Command, Handle, Need, Purpose, RecordingSetting, Rolls,
    ScheduleEntry, handle_from, records_codec, slot_takes,
};
use units::quantity::Span;

/// Codec and cards of a recorder.
pub(super) fn record(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let usage = || Misread("write it like record a mezzanine-high on cfx-b-512".into());
    let (device, rest) = rest.split_once(char::is_whitespace).ok_or_else(usage)?;
    let device = known.device(device)?;
    let (codec, media) = match rest.split_once(" on ") {
        Some((codec, media)) => (codec.trim(), Some(media)),
        None => (rest.trim(), None),
    };
    let placement = known.build.placement(&device).ok_or_else(usage)?;
    let described = known.catalogue.device(&placement.device);
    let ability = described.and_then(|device| device.records.as_ref());
    let ability = ability.ok_or_else(|| Misread(format!("{} doesn’t record", placement.name)))?;
    let able = known.catalogue.codecs.iter();
    let able = able.filter(|codec| records_codec(ability, codec));
    let named = able
        .clone()
        .find(|other| other.id == codec || other.name.eq_ignore_ascii_case(codec));
    let codec = named.ok_or_else(|| {
        let ids: Vec<&str> = able.map(|codec| codec.id.as_str()).collect();
        Misread(format!(
            "{} doesn’t record “{}”; it records {}",
            placement.name,
            shortened(codec),
            ids.join(", ")
        ))
    })?;
    let fitting = known.catalogue.media.iter();
    let fitting = fitting.filter(|medium| slot_takes(ability, medium));
    let before = placement.settings.recording.clone().unwrap_or_default();
    let media = match media {
        None => before.media.clone(),
        Some(typed) => {
            let one = |typed: &str| {
                let mut all = fitting.clone();
                let found = all.find(|medium| {
                    medium.id == typed.trim() || medium.name.eq_ignore_ascii_case(typed.trim())
                });
                found.map(|medium| Handle::from(&medium.id)).ok_or_else(|| {
                    let ids: Vec<&str> = fitting.clone().map(|medium| medium.id.as_str()).collect();
                    Misread(format!(
                        "no “{}” goes into {}; there are {}",
                        shortened(typed.trim()),
                        placement.name,
                        ids.join(", ")
                    ))
                })
            };
            typed.split('+').map(one).collect::<Result<Vec<_>, _>>()?
        }
    };
    let after = RecordingSetting {
        codec: codec.id.as_str().into(),
        media,
        ..before.clone()
    };
    Ok(vec![Command::SetRecording {
        build: known.build.id.clone(),
        device,
        change: Some(Change::between(&before, &after)),
    }])
}

/// A recorder that records nothing.
pub(super) fn stop(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::SetRecording {
        build: known.build.id.clone(),
        device: known.device(rest)?,
        change: None,
    }])
}

/// How long a recorder must last; all that record where *all* is said.
pub(super) fn last(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (who, length) = rest
        .split_once(char::is_whitespace)
        .ok_or_else(|| Misread("write it like last a 2h10, or last all 2h10".into()))?;
    let length: Span = length.trim().parse().map_err(misread)?;
    let build = known.build;
    let devices = match who {
        "all" => {
            let recording = build.placements.iter();
            let recording = recording.filter(|placement| placement.settings.recording.is_some());
            recording.map(|placement| placement.id.clone()).collect()
        }
        one => vec![known.device(one)?],
    };
    if devices.is_empty() {
        return Err(Misread("nothing records in this build yet".into()));
    }
    let command = |device: Handle| {
        let said = build
            .needs
            .iter()
            .find(|need| need.at == device && need.purpose == Purpose::Record);
        let id = said.map_or_else(
            || {
                let taken = |id: &str| build.needs.iter().any(|need| need.id == id);
                handle_from(&format!("{device}-record"), taken)
            },
            |need| need.id.clone(),
        );
        let mut need = said
            .cloned()
            .unwrap_or_else(|| Need::at(&id, &device, Purpose::Record));
        need.length = Some(length);
        Command::PutNeed {
            build: build.id.clone(),
            need,
        }
    };
    Ok(devices.into_iter().map(command).collect())
}

/// A part of the day: its name, when it begins, how long it goes on.
pub(super) fn part(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let usage = || Misread("write it like part Interview 10:00 1h30".into());
    let words: Vec<&str> = rest.split_whitespace().collect();
    let begins = words.iter().skip(1).position(|word| word.contains(':'));
    let at = begins.ok_or_else(usage)? + 1;
    let taken = |id: &str| known.build.schedule.iter().any(|entry| entry.id == id);
    let name = words[..at].join(" ");
    let entry = ScheduleEntry {
        id: handle_from(&name, taken),
        name,
        recorders: Vec::new(),
        start: words[at].parse().map_err(misread)?,
        length: words[at + 1..].join(" ").parse().map_err(misread)?,
        rolls: Rolls::Continuous,
    };
    Ok(vec![Command::PutScheduleEntry {
        build: known.build.id.clone(),
        entry,
        at: None,
    }])
}

/// What a device counts.
pub(super) fn timecode(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (device, rate) = rest
        .split_once(char::is_whitespace)
        .ok_or_else(|| Misread("write it like timecode a 25".into()))?;
    Ok(vec![Command::SetTimecode {
        build: known.build.id.clone(),
        device: known.device(device)?,
        timecode: Some(rate.trim().parse().map_err(misread)?),
    }])
}

/// How a device gets its time.
pub(super) fn clock(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let usage =
        || Misread("write it like clock b jammed: wired, jammed, free-run or record-run".into());
    let (device, way) = rest.rsplit_once(char::is_whitespace).ok_or_else(usage)?;
    let way = match way.trim().to_lowercase().as_str() {
        "wired" => None,
        "jammed" | "jam" => Some(ClockWay::Jammed),
        "free-run" | "free" => Some(ClockWay::FreeRun),
        "record-run" => Some(ClockWay::RecordRun),
        _ => return Err(usage()),
    };
    let device = known.device(device.trim())?;
    let placement = known.build.placement(&device);
    let before = placement.map(|placement| placement.settings.clock.clone());
    let before = before.unwrap_or_default();
    let after = ClockSetting {
        way,
        ..before.clone()
    };
    Ok(vec![Command::SetClock {
        build: known.build.id.clone(),
        device,
        change: Change::between(&before, &after),
    }])
}

/// Whose timecode the others follow.
pub(super) fn master(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::SetTimecodeMaster {
        build: known.build.id.clone(),
        device: Some(known.device(rest)?),
    }])
}
