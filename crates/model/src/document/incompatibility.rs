//! What a recorder or an output is set to and doesn't have: refused as an edit, said of a file.

use super::{Handle, OutputSetting, PortRef, RecordingSetting, SlotUse, SoundSetting};
use crate::catalogue::{
    AudioPort, Catalogue, Codec, Device, Direction, LevelKind, Medium, Port, RecordingAbility,
};
use units::format::{FrameRate, PictureFormat};
use units::quantity::{Decibels, Span};

/// What bodies keep from before a take, at most.
pub const LONGEST_PRE_RECORD: Span = Span(10 * 60);
/// Bits a sample that recorders write, 32 as floating point; the first is usual.
pub const SOUND_BITS: [u8; 3] = [24, 16, 32];
/// Samples of sound a second that recorders write; the first is usual.
pub const SAMPLE_RATES: [u32; 5] = [48_000, 44_100, 88_200, 96_000, 192_000];

/// Something that a recorder is set to and doesn't have.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Incompatibility {
    /// It records nothing at all.
    #[error("it doesn’t record")]
    NoRecorder,
    /// A codec that it doesn't have.
    #[error("it doesn’t record “{codec}”; it records {records}")]
    Codec {
        /// The codec's id.
        codec: String,
        /// Those that it has, in words.
        records: String,
    },
    /// A card or drive of another kind.
    #[error("{name} doesn’t fit its slot")]
    Medium {
        /// The medium's name.
        name: String,
    },
    /// More cards than slots.
    #[error("it has {}, not {cards}", slots_in_words(*.slots))]
    Slots {
        /// Slots that it has.
        slots: usize,
        /// Cards that are set.
        cards: usize,
    },
    /// More tracks than it has.
    #[error("it records at most {most} sound tracks, not {tracks}")]
    Tracks {
        /// Tracks that it has.
        most: usize,
        /// Tracks that are set.
        tracks: usize,
    },
    /// A trigger that none of its inputs obeys.
    #[error("none of its inputs obeys a record trigger")]
    NoTrigger,
    /// Bits a sample that nobody records.
    #[error("sound is 16, 24 or 32 bits a sample, not {0}")]
    SoundBits(u8),
    /// Samples a second that nobody records.
    #[error("sound is 44100, 48000, 88200, 96000 or 192000 samples a second, not {0}")]
    SampleRate(u32),
    /// A sensor rate that it doesn't have.
    #[error("its sensor doesn’t run at {rate} frames a second; it records {records}")]
    SensorRate {
        /// The rate.
        rate: FrameRate,
        /// What it records, in words.
        records: String,
    },
    /// A format of the file that it doesn't have.
    #[error("it doesn’t record {format}; it records {records}")]
    Format {
        /// The format.
        format: PictureFormat,
        /// What it records, in words.
        records: String,
    },
    /// Slots used together where there is one.
    #[error("it has one slot: nothing to mirror to")]
    OneSlot,
    /// A drive where there is no data port.
    #[error("it has no data port for a drive")]
    NoDrivePort,
    /// More kept from before a take than bodies keep.
    #[error("a pre-record keeps at most 10 min")]
    PreRecord,
}

fn slots_in_words(slots: usize) -> String {
    match slots {
        1 => "1 slot".into(),
        slots => format!("{slots} slots"),
    }
}

/// Everything that a recorder is set to and doesn't have. What the catalogue doesn't know at all is
/// another matter.
pub fn incompatibilities(
    catalogue: &Catalogue,
    device: &Device,
    setting: &RecordingSetting,
) -> Vec<Incompatibility> {
    let Some(ability) = &device.records else {
        return vec![Incompatibility::NoRecorder];
    };
    let mut found = Vec::new();
    if !records_named(catalogue, ability, &setting.codec) {
        found.push(Incompatibility::Codec {
            codec: setting.codec.to_string(),
            records: ability.codecs.join(", "),
        });
    }
    let inserted = setting.media.iter().filter_map(|id| catalogue.medium(id));
    let others = inserted.filter(|medium| !slot_takes(ability, medium));
    found.extend(others.map(|medium| Incompatibility::Medium {
        name: medium.name.clone(),
    }));
    if setting.media.len() > ability.slots {
        found.push(Incompatibility::Slots {
            slots: ability.slots,
            cards: setting.media.len(),
        });
    }
    if setting.to_drive && ability.drive_port.is_none() {
        found.push(Incompatibility::NoDrivePort);
    }
    if setting.on_trigger && !obeys_a_trigger(device, ability) {
        found.push(Incompatibility::NoTrigger);
    }
    if setting.tracks > ability.tracks {
        found.push(Incompatibility::Tracks {
            most: ability.tracks,
            tracks: setting.tracks,
        });
    }
    let rate = setting
        .sample_rate
        .filter(|rate| !SAMPLE_RATES.contains(rate));
    found.extend(rate.map(Incompatibility::SampleRate));
    let bits = setting.sound_bits.filter(|bits| !SOUND_BITS.contains(bits));
    found.extend(bits.map(Incompatibility::SoundBits));
    if let Some(rate) = setting.sensor_rate
        && (!ability.sensor || ability.formats.formats_at(rate).is_empty())
    {
        found.push(Incompatibility::SensorRate {
            rate,
            records: ability.formats.in_words(),
        });
    }
    if let Some(format) = setting.format
        && !(ability.sensor && ability.formats.hold(format))
    {
        found.push(Incompatibility::Format {
            format,
            records: ability.formats.in_words(),
        });
    }
    if setting.slots != SlotUse::Relay && ability.slots < 2 {
        found.push(Incompatibility::OneSlot);
    }
    let kept = setting.pre_record.unwrap_or_default();
    if kept > LONGEST_PRE_RECORD {
        found.push(Incompatibility::PreRecord);
    }
    found
}

/// Whether a recorder can be started by what comes beside its picture.
fn obeys_a_trigger(device: &Device, ability: &RecordingAbility) -> bool {
    let mut inputs = device.ports_facing(Direction::In);
    inputs.any(|port| ability.inputs.contains(&port.id) && !port.triggers.is_empty())
}

/// Whether a recorder records a codec: one of its list, or one that the crew described themselves.
pub fn records_codec(ability: &RecordingAbility, codec: &Codec) -> bool {
    codec.custom || ability.codecs.contains(&codec.id)
}

/// The same for a codec by its id; one that isn't in the catalogue may still be in the list.
fn records_named(catalogue: &Catalogue, ability: &RecordingAbility, id: &str) -> bool {
    let custom = catalogue.codec(id).is_some_and(|codec| codec.custom);
    custom || ability.codecs.iter().any(|codec| codec == id)
}

/// Whether a medium goes into a recorder's slots.
pub fn slot_takes(ability: &RecordingAbility, medium: &Medium) -> bool {
    ability.media.contains(&medium.kind)
}

/// A setting without what the recorder doesn't have.
pub fn without_incompatibilities(
    catalogue: &Catalogue,
    device: &Device,
    mut setting: RecordingSetting,
) -> RecordingSetting {
    let Some(ability) = &device.records else {
        return setting;
    };
    if !records_named(catalogue, ability, &setting.codec) {
        setting.codec = ability.codecs.first().cloned().unwrap_or_default().into();
    }
    let fits = |id: &Handle| {
        catalogue
            .medium(id)
            .is_some_and(|medium| slot_takes(ability, medium))
    };
    setting.media.retain(fits);
    setting.media.truncate(ability.slots);
    setting.tracks = setting.tracks.min(ability.tracks);
    setting.to_drive &= ability.drive_port.is_some();
    setting.on_trigger &= obeys_a_trigger(device, ability);
    setting.sound_bits = setting.sound_bits.filter(|bits| SOUND_BITS.contains(bits));
    setting.sample_rate = setting
        .sample_rate
        .filter(|rate| SAMPLE_RATES.contains(rate));
    setting.proxy = setting.proxy.filter(|id| catalogue.codec(id).is_some());
    setting.sensor_rate = setting
        .sensor_rate
        .filter(|rate| ability.sensor && !ability.formats.formats_at(*rate).is_empty());
    setting.pre_record = setting.pre_record.map(|kept| kept.min(LONGEST_PRE_RECORD));
    if ability.slots < 2 {
        setting.slots = SlotUse::Relay;
    }
    setting.format = setting
        .format
        .filter(|format| ability.sensor && ability.formats.hold(*format));
    setting
}

/// What an output is set to and can't do, formats aside.
pub fn output_incompatibility(
    device: &Device,
    at: &PortRef,
    port: &Port,
    setting: &OutputSetting,
) -> Option<String> {
    if let Some(raw) = &setting.raw
        && port.raw_named(raw).is_none()
    {
        return Some(format!("it doesn’t send raw called “{raw}”"));
    }
    if setting.trigger_off && port.triggers.is_empty() {
        return Some("it sends no record trigger that could be off".into());
    }
    if let (Some(level), Some(sdi)) = (setting.level, &port.sdi)
        && !sdi.levels.contains(&level)
    {
        return Some(format!("it doesn’t send level {level}"));
    }
    links_misfit(device, at, setting).or_else(|| {
        if let Some(source) = &setting.source {
            let mut ways = device
                .paths
                .iter()
                .filter(|path| path.to.iter().any(|to| at.port == *to));
            if !ways.any(|path| path.from.contains(source)) {
                return Some(format!("“{source}” doesn’t go to it"));
            }
        }
        let channels = device.radio.as_ref().map_or(0, |radio| radio.channels);
        let beyond = setting
            .channel
            .filter(|channel| *channel == 0 || *channel > channels);
        beyond.map(|_| match channels {
            0 => "it has no channels".into(),
            channels => format!("its channels are 1 to {channels}"),
        })
    })
}

/// What a port is set to for sound and can't do.
pub fn sound_incompatibility(
    device: &Device,
    port: &Port,
    setting: &SoundSetting,
) -> Option<String> {
    if let Some(khz) = setting.frequency_khz {
        let tuning = device.radio.as_ref().and_then(|radio| radio.tuning);
        return match tuning.filter(|_| port.wire.is_air()) {
            None => Some("it isn’t tuned by hand".into()),
            Some(tuning) if !tuning.holds(khz) => Some(format!(
                "it is tuned from {} to {} MHz in steps of {} kHz",
                f64::from(tuning.from_khz) / 1_000.0,
                f64::from(tuning.to_khz) / 1_000.0,
                tuning.step_khz
            )),
            Some(_) => None,
        };
    }
    let Some(audio) = &port.audio else {
        return Some("its figures for sound aren’t known: add them to its description".into());
    };
    let kinds: Vec<LevelKind> = match port.direction {
        Direction::In => audio.takes.iter().map(|level| level.kind).collect(),
        Direction::Out => audio.gives.iter().map(|level| level.kind).collect(),
    };
    if let Some(level) = setting.level
        && !kinds.contains(&level)
    {
        let kinds: Vec<String> = kinds.iter().map(ToString::to_string).collect();
        return Some(match kinds.is_empty() {
            true => "it isn’t switched between levels".into(),
            false => format!("it has {}, not {level}", kinds.join(" and ")),
        });
    }
    if let Some(gain) = setting.gain.map(Decibels::db) {
        let why = misfit_of_gain(audio, setting.level, gain);
        if why.is_some() {
            return why;
        }
    }
    if setting.pad == Some(true) && audio.pad_db.is_none() {
        return Some("it has no pad".into());
    }
    let phantom = audio.takes.iter().any(|level| level.phantom);
    if setting.phantom == Some(true) && !phantom {
        return Some("it doesn’t give 48 V".into());
    }
    if setting.limiter == Some(true) && !audio.limiter {
        return Some("it has no limiter".into());
    }
    if setting.auto_gain && !audio.auto_gain {
        return Some("its gain doesn’t follow the level by itself".into());
    }
    None
}

/// A gain that a port doesn't have, at the level that it is switched to or at any.
fn misfit_of_gain(audio: &AudioPort, level: Option<LevelKind>, gain: f64) -> Option<String> {
    if let Some(microphone) = audio.microphone.as_ref().filter(|_| audio.takes.is_empty()) {
        let steps = &microphone.gain_steps_db;
        if steps.iter().any(|step| (step - gain).abs() < 0.05) || gain == 0.0 {
            return None;
        }
        let steps: Vec<String> = steps
            .iter()
            .map(|step| Decibels::of(*step).to_string())
            .collect();
        return Some(match steps.is_empty() {
            true => "it has no gain of its own".into(),
            false => format!("its steps are {}", steps.join(", ")),
        });
    }
    let takes = audio.takes.iter().map(|level| (level.kind, level.gain_db));
    let gives = audio.gives.iter().map(|level| (level.kind, level.gain_db));
    let ranges: Vec<[f64; 2]> = takes
        .chain(gives)
        .filter(|(kind, _)| level.is_none_or(|level| level == *kind))
        .map(|(_, range)| range)
        .collect();
    let within = |[least, most]: &[f64; 2]| (*least..=*most).contains(&gain);
    (!ranges.iter().any(within)).then(|| {
        let ranges = ranges
            .iter()
            .map(|[least, most]| format!("{} to {}", Decibels::of(*least), Decibels::of(*most)));
        let ranges: Vec<String> = ranges.collect();
        format!("its gain goes from {}", ranges.join(", or from "))
    })
}

fn links_misfit(device: &Device, at: &PortRef, setting: &OutputSetting) -> Option<String> {
    let links = setting.links.filter(|links| *links != 1)?;
    let group = device.link_group(&at.port);
    let group = group
        .filter(|(_, place)| *place == 0)
        .map(|(group, _)| group);
    let most = group.map_or(1, |group| group.ports.len());
    if ![2, 4].contains(&links) || usize::from(links) > most {
        return Some(match most {
            1 => "it isn’t the first of a group of links".into(),
            most => format!("a picture is spread over 1, 2 or 4 links; it has {most}"),
        });
    }
    let (mapping, group) = (setting.mapping?, group?);
    (!group.mappings.contains(&mapping)).then(|| format!("it doesn’t send {mapping}"))
}

/// What of a setting an output is able to, formats aside: the rest, as a description that was
/// changed leaves behind, falls away.
pub fn able_part(
    device: &Device,
    at: &PortRef,
    port: &Port,
    mut setting: OutputSetting,
) -> OutputSetting {
    let able = |part: OutputSetting| output_incompatibility(device, at, port, &part).is_none();
    let none = OutputSetting::default;
    setting.raw = setting.raw.filter(|raw| {
        let raw = Some(raw.clone());
        able(OutputSetting { raw, ..none() })
    });
    setting.level = setting.level.filter(|level| {
        let level = Some(*level);
        able(OutputSetting { level, ..none() })
    });
    setting.links = setting.links.filter(|links| {
        let links = Some(*links);
        able(OutputSetting { links, ..none() })
    });
    let links = setting.links;
    setting.mapping = setting.mapping.filter(|mapping| {
        let mapping = Some(*mapping);
        able(OutputSetting {
            mapping,
            links,
            ..none()
        })
    });
    setting.source = setting.source.filter(|source| {
        let source = Some(source.clone());
        able(OutputSetting { source, ..none() })
    });
    setting.channel = setting.channel.filter(|channel| {
        let channel = Some(*channel);
        able(OutputSetting { channel, ..none() })
    });
    setting
}
