//! What each recorder of a floor makes of what arrives, for how long, and what stops it first.

use super::capacity::Room;
use super::drive::{DriveBehind, drive_behind};
use super::heat::{self, HeatLimit};
use super::time::{RecordTime, RecordTimeInputs, RecordTimes};
use super::trigger::{NoTrigger, trigger_at};
use super::{AudioTracks, Samples, SumError, Video, video_rate};
use crate::path::{Floor, PortIx, Resolved};
use crate::sound::{TrackFeed, track_feed};
use model::catalogue::{Codec, Device, RateModel, RecordingAbility};
use model::document::{
    Handle, Incompatibility, Purpose, RecordingSetting, SlotUse, incompatibilities, slot_takes,
};
use serde::Serialize;
use transport::connector::Seat;
use units::format::{FrameRate, PictureFormat, Quality, Raster};
use units::quantity::{BitRate, Bytes, Percent, Span};
use utoipa::ToSchema;

/// What one recorder does.
#[derive(Debug, Clone, PartialEq)]
pub struct Recording<'a> {
    /// The recorder.
    pub placement: usize,
    /// The input whose picture it records; `None`: its own sensor, or sound alone.
    pub input: Option<PortIx>,
    /// The codec.
    pub codec: &'a Codec,
    /// Cards and drives, by id, in the order in which they fill.
    pub media: Vec<&'a str>,
    /// The drive that it records to, in the place of cards.
    pub drive: Option<DriveBehind<'a>>,
    /// The rate of a proxy on a card of its own, in bits a second; 0 where there is none.
    pub proxy_bps: u64,
    /// The format of the file; `None` for sound alone.
    pub format: Option<PictureFormat>,
    /// For raw over a wire: the sensor's samples that the carriage names.
    pub raw: Option<Quality>,
    /// What the file really holds.
    pub effective: Option<Quality>,
    /// Rates and time, where something is recorded on something.
    pub time: Option<RecordTime>,
    /// Time to the house rule's swap level.
    pub change_at: Option<Span>,
    /// What ends it, soonest first.
    pub limits: Vec<Limit>,
    /// What heat makes of it.
    pub heat: HeatLimit,
    /// Sound that reaches its tracks.
    pub feed: TrackFeed,
    /// Tracks that are set to record.
    pub tracks: usize,
    /// Tracks that are written with sound on them: those that are set and fed; none off speed.
    pub written: usize,
    /// What is wrong with it.
    pub problems: Vec<RecordProblem>,
}

/// Something that ends a recording.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct Limit {
    /// What it is.
    pub kind: LimitKind,
    /// After how long.
    #[schema(value_type = String)]
    pub after: Span,
}

/// What ends a recording.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum LimitKind {
    /// The cards or drives are full.
    Medium,
    /// The body stops a clip by itself.
    Clip,
    /// It stops for heat.
    Heat,
    /// The card for the proxy is full.
    ProxyMedium,
}

/// What can be wrong with a recording.
#[derive(Debug, Clone, PartialEq)]
pub enum RecordProblem {
    /// The file holds more than the picture that it is made from.
    HoldsMore {
        /// What the file can hold.
        file: Quality,
        /// What the picture holds.
        picture: Quality,
    },
    /// The recorder doesn't record what arrives, or isn't able to at the project's rate.
    FormatNotRecorded {
        /// The picture.
        format: PictureFormat,
    },
    /// The codec isn't made for that raster or rate.
    CodecNotMade {
        /// The picture.
        format: PictureFormat,
    },
    /// The card's file system splits a clip.
    Splits {
        /// After so long.
        every: Span,
    },
    /// A proxy goes to the second slot, and no card is in it.
    NoProxyMedium,
    /// The codec records raw, and none arrives at the input.
    NotRaw,
    /// It is set to what it doesn't have.
    Incompatibility(Incompatibility),
    /// The recorder doesn't have the codec.
    CodecNotRecorded,
    /// No card or drive is in.
    NoMedium,
    /// A codec or medium isn't in the catalogue.
    NotInCatalogue {
        /// The id that isn’t there.
        id: String,
    },
    /// A medium writes too slowly.
    TooSlow {
        /// Its name.
        medium: String,
        /// What must be kept up.
        needed: BitRate,
        /// What it keeps up.
        sustained: BitRate,
    },
    /// It ends before a need does.
    EndsEarly {
        /// What ends it.
        limit: Limit,
        /// The need, by its number.
        need: usize,
        /// How long it must run.
        length: Span,
    },
    /// It waits for a record trigger that never comes.
    NoTrigger(NoTrigger),
    /// A trigger comes that it would obey, and it isn't set to wait for it.
    TriggerUnused {
        /// The output that sends it.
        from: PortIx,
    },
    /// Fewer channels arrive than tracks are set to record.
    SoundLost {
        /// As many as are set.
        tracks: usize,
        /// As many as arrive.
        arrive: usize,
    },
}

/// What every recorder of the floor does, in the order of the build.
pub fn recordings<'a>(floor: &Floor<'a>, resolved: &Resolved) -> Vec<Recording<'a>> {
    let placements = floor.build.placements.iter().enumerate();
    let set = placements.filter_map(|(placement, placed)| {
        let device = floor.devices[placement]?;
        Some((placement, device, placed.settings.recording.as_ref()?))
    });
    let mut times = RecordTimes::default();
    set.filter_map(|(placement, device, setting)| {
        recording(floor, resolved, &mut times, (placement, device), setting)
    })
    .collect()
}

/// What the recorder can't do of what is set.
fn misfits_of(
    floor: &Floor,
    (device, ability): (&Device, &RecordingAbility),
    setting: &RecordingSetting,
) -> Vec<RecordProblem> {
    let mut problems: Vec<RecordProblem> = incompatibilities(floor.catalogue, device, setting)
        .into_iter()
        .filter_map(|incompatibility| match incompatibility {
            Incompatibility::Codec { .. } => Some(RecordProblem::CodecNotRecorded),
            // Said with the format that is recorded.
            Incompatibility::Format { .. } | Incompatibility::SensorRate { .. }
                if ability.sensor =>
            {
                None
            }
            incompatibility => Some(RecordProblem::Incompatibility(incompatibility)),
        })
        .collect();
    if let Some(id) = setting.proxy.as_ref()
        && floor.catalogue.codec(id).is_none()
    {
        problems.push(RecordProblem::NotInCatalogue { id: id.to_string() });
    }
    problems
}

/// What a body makes of its own picture: its sensor gives whatever the codec can hold.
fn from_sensor(
    floor: &Floor,
    ability: &RecordingAbility,
    setting: &RecordingSetting,
    codec: &Codec,
    problems: &mut Vec<RecordProblem>,
) -> (PictureFormat, Quality) {
    let wanted = setting.format.unwrap_or(floor.production.format);
    let format = if setting.format.is_some() {
        wanted
    } else {
        ability.formats.nearest(wanted).unwrap_or(wanted)
    };
    if !ability.formats.hold(format) {
        problems.push(RecordProblem::FormatNotRecorded { format });
    }
    let quality = Quality {
        raster: format.raster,
        sampling: codec.sampling,
        bits: codec.bits,
    };
    (format, quality)
}

fn recording<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    times: &mut RecordTimes<'a>,
    (placement, device): (usize, &'a Device),
    setting: &'a RecordingSetting,
) -> Option<Recording<'a>> {
    let ability = device.records.as_ref()?;
    let codec = floor.catalogue.codec(&setting.codec)?;
    let mut problems = misfits_of(floor, (device, ability), setting);
    let input = floor.chosen_input(placement, &ability.inputs);
    let picture = input.and_then(|input| resolved.signals[input].picture);
    let sound_only = codec.model == RateModel::SoundOnly;
    let came = if sound_only {
        None
    } else if ability.sensor {
        Some(from_sensor(floor, ability, setting, codec, &mut problems))
    } else {
        picture.map(|picture| (picture.format, picture.effective))
    };
    let raw = picture
        .filter(|picture| picture.raw && codec.raw && !ability.sensor)
        .map(|picture| picture.effective);
    if codec.raw && !ability.sensor && picture.is_some_and(|picture| !picture.raw) {
        problems.push(RecordProblem::NotRaw);
    }
    let format = came.map(|(format, _)| PictureFormat {
        raster: raw.map_or(format.raster, |raw| raw.raster),
        sampling: codec.sampling,
        bits: codec.bits,
        ..format
    });
    let effective = came.map(|(format, picture)| {
        let file = Quality {
            raster: raw.map_or(format.raster, |raw| raw.raster),
            sampling: codec.sampling,
            bits: codec.bits,
        };
        if !ability.sensor && !ability.formats.hold(format) {
            problems.push(RecordProblem::FormatNotRecorded { format });
        }
        // A raw codec of what is no raw makes nothing at all.
        if !picture.reaches(file) && (!codec.raw || ability.sensor || raw.is_some()) {
            problems.push(RecordProblem::HoldsMore { file, picture });
        }
        picture.through(file)
    });
    if !ability.sensor && !sound_only {
        problems.extend(by_trigger(floor, resolved, input, setting));
    }
    // To a drive: the cards in the slots rest.
    let media = setting.media.iter().filter(|_| !setting.to_drive);
    let media: Vec<&str> = media.map(Handle::as_str).collect();
    let drive = setting
        .to_drive
        .then(|| drive_behind(floor, placement, ability.drive_port.as_deref()?))
        .flatten();
    let feed = track_feed(floor, resolved, placement, input);
    let mut recording = Recording {
        placement,
        input,
        codec,
        media,
        drive,
        proxy_bps: 0,
        format,
        raw,
        effective,
        time: None,
        change_at: None,
        limits: Vec::new(),
        heat: HeatLimit::NotStated,
        feed,
        tracks: setting.tracks,
        written: 0,
        problems,
    };
    let silent = format.is_some_and(|format| off_speed(ability, setting, format).is_some());
    recording.written = if silent {
        0
    } else {
        recording.feed.written(recording.tracks)
    };
    if came.is_some() || sound_only {
        fill_time(floor, times, (ability, setting), &mut recording);
        recording.check_needs(floor);
    }
    Some(recording)
}

/// A trigger that is waited for and doesn't come, or comes and isn't waited for.
fn by_trigger(
    floor: &Floor,
    resolved: &Resolved,
    input: Option<PortIx>,
    setting: &RecordingSetting,
) -> Option<RecordProblem> {
    match trigger_at(floor, resolved, input)? {
        Ok(from) if !setting.on_trigger => Some(RecordProblem::TriggerUnused { from }),
        Err(why) if setting.on_trigger => Some(RecordProblem::NoTrigger(why)),
        _ => None,
    }
}

/// The sum for a recorder: raw is counted on the sensor, everything else on the picture; off speed,
/// the sensor's frames count and there is no sound.
pub fn recorder_sum<'c>(
    floor: &Floor,
    ability: &RecordingAbility,
    codec: &'c Codec,
    (picture, raw): (PictureFormat, Option<Quality>),
    setting: &RecordingSetting,
    media: Bytes,
) -> RecordTimeInputs<'c> {
    let samples = samples(ability, codec, picture, raw);
    let off_speed = off_speed(ability, setting, picture);
    let rate = off_speed.unwrap_or(picture.rate);
    let tracks = if off_speed.is_some() {
        0
    } else {
        setting.tracks
    };
    RecordTimeInputs {
        video: Video::Codec(codec, samples),
        rate: Some(rate),
        audio: AudioTracks {
            bits: u64::from(setting.sound_bits.unwrap_or(24)),
            sample_rate: u64::from(setting.sample_rate.unwrap_or(48_000)),
            ..AudioTracks::usual(tracks)
        },
        container: None,
        proxy_bps: if setting.slots == SlotUse::Proxy {
            0
        } else {
            proxy_rate(floor, setting, picture, rate)
        },
        media,
        reserve: floor.production.house_rules.reserve,
        usable: None,
    }
}

/// What a codec is fed: raw is counted on the sensor, its own or the one that the carriage names.
fn samples(
    ability: &RecordingAbility,
    codec: &Codec,
    picture: PictureFormat,
    raw: Option<Quality>,
) -> Samples {
    match raw.filter(|_| codec.raw) {
        Some(raw) => Samples {
            raster: raw.raster,
            bits: Some(raw.bits),
        },
        None => {
            let sensor = ability.sensor_raster.filter(|_| codec.raw);
            sensor.unwrap_or(picture.raster).into()
        }
    }
}

/// The sensor's frame rate, where it isn't the picture's own.
fn off_speed(
    ability: &RecordingAbility,
    setting: &RecordingSetting,
    picture: PictureFormat,
) -> Option<FrameRate> {
    setting
        .sensor_rate
        .filter(|rate| ability.sensor && *rate != picture.rate)
}

/// The rate of the proxy alongside, container included: proxies are at most 1080 lines.
fn proxy_rate(
    floor: &Floor,
    setting: &RecordingSetting,
    picture: PictureFormat,
    rate: FrameRate,
) -> u64 {
    let codec = setting
        .proxy
        .as_ref()
        .and_then(|id| floor.catalogue.codec(id));
    codec.map_or(0, |codec| {
        let video = video_rate(codec, picture.raster.smaller(Raster::HD), rate).high_bps;
        video.saturating_add(codec.container.of_nearest(video))
    })
}

/// The cards in the slots that go in, or the drive behind the data port.
fn room<'a>(
    floor: &Floor<'a>,
    ability: &RecordingAbility,
    recording: &mut Recording<'a>,
    slots: SlotUse,
) -> Room<'a> {
    let reserve = floor.production.house_rules.reserve;
    if let Some(drive) = recording.drive {
        return Room {
            nominal: drive.capacity.0,
            usable: reserve.off(drive.capacity.0),
            slowest: Some((drive.slowest, drive.sustained)),
            ..Room::default()
        };
    }
    let mut cards = Vec::new();
    for id in &recording.media {
        match floor.catalogue.medium(id) {
            // What doesn't go in isn't recorded on.
            Some(medium) if slot_takes(ability, medium) && cards.len() < ability.slots => {
                cards.push(medium);
            }
            Some(_) => {}
            None => recording
                .problems
                .push(RecordProblem::NotInCatalogue { id: (*id).into() }),
        }
    }
    Room::of(&cards, slots, reserve)
}

fn fill_time<'a>(
    floor: &Floor<'a>,
    times: &mut RecordTimes<'a>,
    (ability, setting): (&RecordingAbility, &RecordingSetting),
    recording: &mut Recording<'a>,
) {
    let codec = recording.codec;
    let room = room(floor, ability, recording, setting.slots);
    let picture = recording.format.unwrap_or(floor.production.format);
    let off = off_speed(ability, setting, picture);
    if let Some(rate) = off {
        let format = PictureFormat { rate, ..picture };
        let fits = ability.formats.is_open()
            || ability
                .formats
                .formats_at(rate)
                .iter()
                .any(|other| other.raster == picture.raster);
        if !fits {
            recording
                .problems
                .push(RecordProblem::FormatNotRecorded { format });
        }
    }
    let rate = off.unwrap_or(picture.rate);
    if recording.format.is_some() && !codec.takes(picture.raster, rate) {
        recording.problems.push(RecordProblem::CodecNotMade {
            format: PictureFormat { rate, ..picture },
        });
    }
    let fed = (picture, recording.raw);
    let mut sum = recorder_sum(floor, ability, codec, fed, setting, Bytes(room.nominal));
    sum.usable = (room.own_reserve && room.nominal > 0).then_some(Bytes(room.usable));
    match times.of(sum) {
        Ok(time) => keep_time(floor, &room, time, recording),
        Err(SumError::NoRoom) => recording.problems.push(RecordProblem::NoMedium),
        // Tracks set to none on a sound recorder: nothing is recorded, and that is what is shown.
        Err(SumError::NoData | SumError::NoRate(_)) => {}
    }
    if setting.slots == SlotUse::Proxy && setting.proxy.is_some() {
        let bps = proxy_rate(floor, setting, picture, rate).max(1);
        match room.proxy {
            Some(usable) => {
                recording.proxy_bps = bps;
                recording.limits.push(Limit {
                    kind: LimitKind::ProxyMedium,
                    after: Span(usable.saturating_mul(8) / bps),
                });
            }
            None => recording.problems.push(RecordProblem::NoProxyMedium),
        }
    }
    let air = floor.production.house_rules.air_celsius;
    let outside = fed_outside(floor, recording.placement, setting);
    recording.heat = heat::heat_of(ability, air, &outside);
    let heat = match recording.heat {
        HeatLimit::After(after) => Some(after),
        HeatLimit::NotStated | HeatLimit::NoLimit => None,
    };
    let limits = [
        (LimitKind::Clip, ability.clip_limit),
        (LimitKind::Heat, heat),
    ];
    recording
        .limits
        .extend(limits.into_iter().filter_map(|(kind, after)| {
            Some(Limit {
                kind,
                after: after?,
            })
        }));
    recording
        .limits
        .sort_by_key(|limit| (limit.after, limit.kind));
    let arrive = recording.feed.fed(recording.tracks);
    if arrive < recording.tracks && off.is_none() {
        recording.problems.push(RecordProblem::SoundLost {
            tracks: recording.tracks,
            arrive,
        });
    }
}

/// Keeps the time on its media, with what is slower than it, what splits it and when to change.
fn keep_time(floor: &Floor, room: &Room, time: RecordTime, recording: &mut Recording) {
    if let Some((medium, sustained)) = room.slowest {
        let needed = BitRate(sustained_needed(&time));
        if sustained < needed {
            recording.problems.push(RecordProblem::TooSlow {
                medium: medium.to_string(),
                needed,
                sustained,
            });
        }
    }
    if let Some(file) = room.largest_file {
        let every = Span(file.0.saturating_mul(8) / time.total_bps.max(1));
        if every.0 < time.seconds {
            recording.problems.push(RecordProblem::Splits { every });
        }
    }
    let swap = floor.production.house_rules.swap_level.of(time.seconds);
    recording.change_at = Some(Span(swap));
    recording.limits.push(Limit {
        kind: LimitKind::Medium,
        after: Span(time.seconds),
    });
    recording.time = Some(time);
}

/// The write rate that must be kept up: the total × 1.25; for a band, its high end × 1.1.
pub fn sustained_needed(time: &RecordTime) -> u64 {
    let margin = Percent::whole(if time.band.is_some() { 10 } else { 25 });
    time.total_bps
        .saturating_add(margin.of_nearest(time.total_bps))
}

impl Recording<'_> {
    /// What ends it first.
    pub fn first_limit(&self) -> Option<Limit> {
        self.limits.first().copied()
    }

    fn check_needs(&mut self, floor: &Floor) {
        let needs = floor
            .needs_at(self.placement)
            .filter(|(_, need)| need.purpose == Purpose::Record);
        for (need, length) in needs.filter_map(|(number, need)| Some((number, need.length?))) {
            if let Some(limit) = self.first_limit().filter(|limit| limit.after < length) {
                self.problems.push(RecordProblem::EndsEarly {
                    limit,
                    need,
                    length,
                });
            }
        }
    }
}

/// Whether something other than a battery is in the battery slot of a device and feeds it.
/// Its settings with what the wiring says: a coupler in the battery slot is the dummy battery that somebody may have
/// forgotten to tick.
pub fn fed_outside(
    floor: &Floor,
    placement: usize,
    setting: &RecordingSetting,
) -> RecordingSetting {
    RecordingSetting {
        dummy_battery: setting.dummy_battery || on_a_coupler(floor, placement),
        ..setting.clone()
    }
}

fn on_a_coupler(floor: &Floor, placement: usize) -> bool {
    floor.ports_of(placement).any(|port| {
        let slot = floor.ports[port].port.connector.facts().seat == Some(Seat::Slot);
        let link = floor.into[port].and_then(|number| floor.links[number]);
        slot && link.is_some_and(|link| {
            let from = floor.devices[floor.ports[link.from].placement];
            from.is_some_and(|device| device.battery.is_none())
        })
    })
}
