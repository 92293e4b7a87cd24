//! What people chose, and an edit would take back: devices, recordings, codecs, tracks, places of microphones,
//! needs, who leads, the day.

use model::catalogue::{Catalogue, Device, DeviceKind};
use model::document::{
    Build, Placement, Production, RecordingSetting, Settings, SlotUse, TrackKind, TrackSetting,
};
use model::kit;
use rustc_hash::FxHashMap;
use units::format::PictureFormat;

/// A production before an edit and after it.
pub(crate) struct Edit<'e> {
    pub before: &'e Production,
    pub after: &'e Production,
    pub build: &'e str,
    pub catalogue: &'e Catalogue,
}

impl Edit<'_> {
    /// All that was chosen and isn't any more, or is less, a sentence each.
    pub fn gives_up(&self) -> Vec<String> {
        let mut found = self.of_production();
        let (Some(before), Some(after)) =
            (self.before.build(self.build), self.after.build(self.build))
        else {
            return found;
        };
        let now: FxHashMap<&str, &Placement> = after
            .placements
            .iter()
            .map(|placement| (placement.id.as_str(), placement))
            .collect();
        for was in &before.placements {
            match now.get(was.id.as_str()) {
                None => found.push(format!("{} is taken out", was.name)),
                Some(now) if now.device != was.device => found.extend(self.exchanged(was, now)),
                Some(now) => self.settings(was, now, &mut found),
            }
        }
        of_build(before, after, &mut found);
        found
    }

    /// What is short of the kit after it and wasn't before: so much is to be hired. A kit that nobody has written
    /// down says nothing of that.
    pub fn hires(&self) -> Vec<String> {
        let (before, after) = (self.before, self.after);
        if before.kit.is_empty() {
            return Vec::new();
        }
        let short = |production: &Production| {
            let custom = self.catalogue.with(&production.custom);
            let build = production.build(self.build);
            build.map_or_else(Vec::new, |build| kit::short(production, build, &custom))
        };
        let was = short(before);
        let more = short(after).into_iter().filter_map(|line| {
            let same = |other: &&kit::Line| other.item == line.item && other.length == line.length;
            let less = was.iter().find(same).map_or(0, kit::Line::short);
            let more = line.short().checked_sub(less).filter(|more| *more > 0)?;
            let length = line.length.filter(|length| length.0 > 0);
            let length = length.map(|length| format!("{length} of "));
            Some(format!(
                "To hire: {more} × {}{}",
                length.unwrap_or_default(),
                line.name
            ))
        });
        more.collect()
    }

    fn of_production(&self) -> Vec<String> {
        let (before, after) = (self.before, self.after);
        let mut found = Vec::new();
        if before.format != after.format {
            found.push(format!(
                "The project becomes {} instead of {}",
                after.format, before.format
            ));
        }
        if before.house_rules != after.house_rules {
            found.push("A house rule is changed".into());
        }
        found
    }

    fn device(&self, production: &Production, id: &str) -> Option<Device> {
        let known = self.catalogue.with(&production.custom);
        known.device(id).cloned()
    }

    /// Another device in the place of one: of what serves the others (a plate, a battery, rods, a box) nobody
    /// minds which; of what is looked through, listened to, or recorded with, somebody does.
    fn exchanged(&self, was: &Placement, now: &Placement) -> Option<String> {
        let (old, new) = (
            self.device(self.before, &was.device)?,
            self.device(self.after, &now.device)?,
        );
        let serves = match old.kind {
            DeviceKind::Battery | DeviceKind::PowerBox => true,
            DeviceKind::Part => old
                .body
                .as_deref()
                .is_some_and(|body| body.lens.is_none() && body.matte.is_none()),
            _ => false,
        };
        (!serves || old.kind != new.kind).then(|| {
            format!(
                "{} becomes a {} instead of a {}",
                was.name, new.name, old.name
            )
        })
    }

    fn settings(&self, was: &Placement, now: &Placement, found: &mut Vec<String>) {
        let name = &was.name;
        let (old, new) = (&was.settings, &now.settings);
        for (id, setting) in &old.outputs {
            if let Some(raw) = &setting.raw
                && raw_of(new, id) != Some(raw.as_str())
            {
                let sends = raw_of(new, id).unwrap_or("a picture");
                found.push(format!("{name} sends {sends} instead of raw ({raw})"));
            }
        }
        let project = self.before.format.rate;
        let away = |settings: &Settings| {
            let formats = settings.outputs.values().filter_map(|it| it.format);
            let recorded = settings.recording.as_ref().and_then(|it| it.format);
            let mut rates = formats.chain(recorded).map(|format| format.rate);
            rates.find(|rate| rate.time_base() != project.time_base())
        };
        if let (None, Some(rate)) = (away(old), away(new)) {
            found.push(format!(
                "{name} runs at {rate} instead of the project’s {project}"
            ));
        }
        let counts = |settings: &Settings| settings.timecode.unwrap_or(self.before.timecode());
        if counts(old) == self.before.timecode() && counts(new) != counts(old) {
            found.push(format!(
                "{name} counts {} instead of the project’s {}",
                counts(new),
                counts(old)
            ));
        }
        if old.position != new.position {
            let at = |settings: &Settings| {
                settings.position.as_ref().map_or_else(
                    || "where it usually stands".into(),
                    |position| position.distance.to_string(),
                )
            };
            found.push(format!("{name} goes to {} instead of {}", at(new), at(old)));
        }
        if let Some(way) = old.clock.way
            && new.clock.way != Some(way)
        {
            found.push(format!("{name} gets its time otherwise than it was set to"));
        }
        tracks(name, &old.tracks, &new.tracks, found);
        if let Some(recording) = &old.recording {
            match &new.recording {
                Some(now) => self.recording(was, recording, now, found),
                None => found.push(format!("{name} isn’t set to record any more")),
            }
        }
    }

    fn recording(
        &self,
        placement: &Placement,
        was: &RecordingSetting,
        now: &RecordingSetting,
        found: &mut Vec<String>,
    ) {
        let name = &placement.name;
        if was.codec != now.codec {
            let called = |production: &Production, id: &str| {
                let known = self.catalogue.with(&production.custom);
                known
                    .codec(id)
                    .map_or_else(|| id.to_string(), |codec| codec.name.clone())
            };
            found.push(format!(
                "{name}: {} becomes {}",
                called(self.before, &was.codec),
                called(self.after, &now.codec)
            ));
        }
        let smaller = |old: PictureFormat, new: Option<PictureFormat>| {
            new.is_some_and(|new| !new.quality().reaches(old.quality()))
        };
        if let Some(format) = was.format.filter(|format| smaller(*format, now.format)) {
            let to = now
                .format
                .map_or_else(String::new, |format| format.to_string());
            found.push(format!("{name} records {to} instead of {format}"));
        }
        let mut lost = |so: bool, what: &str| {
            if so {
                found.push(format!("{name}: {what}"));
            }
        };
        lost(
            was.sensor_rate.is_some() && was.sensor_rate != now.sensor_rate,
            "no longer off speed as it was set",
        );
        lost(
            was.slots == SlotUse::Mirror && now.slots != SlotUse::Mirror,
            "no second copy in its other slot",
        );
        lost(was.proxy.is_some() && now.proxy.is_none(), "no proxy");
        lost(
            was.pre_record.is_some() && now.pre_record < was.pre_record,
            "less of what was before the button is kept",
        );
        lost(now.tracks < was.tracks, &fewer(was.tracks, now.tracks));
        lost(
            was.on_trigger && !now.on_trigger,
            "somebody has to start it by hand at every take",
        );
        lost(
            was.sound_bits.unwrap_or(24) > now.sound_bits.unwrap_or(24),
            "sound in fewer bits",
        );
    }
}

fn raw_of<'s>(settings: &'s Settings, output: &str) -> Option<&'s str> {
    let setting = settings.outputs.get(output)?;
    setting.raw.as_deref()
}

fn fewer(was: usize, now: usize) -> String {
    format!("{now} sound tracks instead of {was}")
}

/// Tracks that were written out, and what they are for.
fn tracks(name: &str, was: &[TrackSetting], now: &[TrackSetting], found: &mut Vec<String>) {
    for (number, track) in was.iter().enumerate() {
        let new = now.get(number);
        let kept = |source| {
            let mut all = now.iter().flat_map(|track| &track.from);
            all.any(|other| other == source)
        };
        let called = match &track.name {
            Some(called) => format!("track {} ({called})", number + 1),
            None => format!("track {}", number + 1),
        };
        if !track.from.iter().all(kept) {
            found.push(format!("{name}: {called} loses what is on it"));
        } else if track.kind != TrackKind::Iso && new.map(|new| new.kind) != Some(track.kind) {
            found.push(format!(
                "{name}: {called} is no {} track any more",
                track.kind.word()
            ));
        }
    }
}

/// Needs, who leads, the day.
fn of_build(before: &Build, after: &Build, found: &mut Vec<String>) {
    let name = |id: &str| {
        let placement = before.placement(id);
        placement.map_or_else(|| id.to_string(), |placement| placement.name.clone())
    };
    for need in &before.needs {
        let now = after.needs.iter().find(|other| other.id == need.id);
        if now != Some(need) {
            let becomes = if now.is_some() {
                "is changed"
            } else {
                "is removed"
            };
            found.push(format!("A need at {} {becomes}", name(&need.at)));
        }
    }
    if let Some(master) = &before.timecode_master
        && after.timecode_master.as_ref() != Some(master)
    {
        found.push(format!("{} leads no more", name(master)));
    }
    let planned = |build: &Build| build.schedule.len();
    if before.schedule != after.schedule {
        let more = planned(after).saturating_sub(planned(before));
        found.push(match more {
            0 => "The day is planned otherwise".into(),
            1 => "The day gets one break more".into(),
            more => format!("The day gets {more} breaks more"),
        });
    }
    if before.room_noise != after.room_noise {
        found.push("The room’s noise is another".into());
    }
}
