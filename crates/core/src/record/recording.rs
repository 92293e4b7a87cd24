//! What each recorder of a floor makes of what arrives, for how long, and what stops it first.

use super::drive::{DriveBehind, drive_behind};
use super::quick::{QuickSum, RecordTime, record_time};
use super::{AudioTracks, SumError};
use crate::catalogue::{Codec, RateModel, RecordingAbility};
use crate::document::{Purpose, RecordingSetting};
use crate::format::{PictureFormat, Quality};
use crate::path::{Floor, PortIx, Resolved};
use crate::quantity::{BitRate, Bytes, Percent, Span};
use crate::sound::{TrackFeed, track_feed};
use serde::Serialize;
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
    /// The format of the file; `None` for sound alone.
    pub format: Option<PictureFormat>,
    /// What the file really holds.
    pub effective: Option<Quality>,
    /// Rates and time, where something is recorded on something.
    pub time: Option<RecordTime>,
    /// Time to the house rule's change level.
    pub change_at: Option<Span>,
    /// What ends it, soonest first.
    pub limits: Vec<Limit>,
    /// Sound that reaches its tracks.
    pub feed: TrackFeed,
    /// Tracks that are set to record.
    pub tracks: usize,
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
}

/// What can be wrong with a recording.
#[derive(Debug, Clone, PartialEq)]
pub enum RecordProblem {
    /// The file holds more than the picture that it is made from.
    HoldsMore { file: Quality, picture: Quality },
    /// The recorder doesn't record what arrives, or isn't able to at the project's rate.
    FormatNotRecorded { format: PictureFormat },
    /// The recorder doesn't have the codec.
    CodecNotRecorded,
    /// No card or drive is in.
    NoMedium,
    /// A codec or medium isn't in the catalogue.
    NotInCatalogue { id: String },
    /// A medium writes too slowly.
    TooSlow {
        medium: String,
        needed: BitRate,
        sustained: BitRate,
    },
    /// It ends before a need does.
    EndsEarly {
        limit: Limit,
        need: usize,
        length: Span,
    },
    /// Fewer channels arrive than tracks are set to record.
    SoundLost { tracks: usize, arrive: usize },
}

/// What every recorder of the floor does, in the order of the build.
pub fn recordings<'a>(floor: &Floor<'a>, resolved: &Resolved) -> Vec<Recording<'a>> {
    let mut found = Vec::new();
    for (placement, device) in floor.devices.iter().enumerate() {
        let Some(ability) = device.and_then(|device| device.records.as_ref()) else {
            continue;
        };
        let Some(setting) = &floor.build.placements[placement].settings.recording else {
            continue;
        };
        if let Some(recording) = recording(floor, resolved, placement, ability, setting) {
            found.push(recording);
        }
    }
    found
}

fn recording<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    placement: usize,
    ability: &'a RecordingAbility,
    setting: &'a RecordingSetting,
) -> Option<Recording<'a>> {
    let mut problems = Vec::new();
    let codec = floor.catalogue.codec(&setting.codec)?;
    if !ability.codecs.contains(&codec.id) {
        problems.push(RecordProblem::CodecNotRecorded);
    }
    let input = floor.chosen_input(placement, &ability.inputs);
    let picture = input.and_then(|input| resolved.signals[input].picture);
    let sound_only = codec.model == RateModel::SoundOnly;
    let came = if sound_only {
        None
    } else if ability.sensor {
        let wanted = setting.format.unwrap_or(floor.production.format);
        let format = if setting.format.is_some() {
            wanted
        } else {
            ability.formats.nearest(wanted).unwrap_or(wanted)
        };
        if !ability.formats.hold(format) {
            problems.push(RecordProblem::FormatNotRecorded { format });
        }
        // The sensor gives whatever the codec can hold.
        Some((
            format,
            Quality {
                raster: format.raster,
                sampling: codec.sampling,
                bits: codec.bits,
            },
        ))
    } else {
        picture.map(|picture| (picture.format, picture.effective))
    };
    let format = came.map(|(format, _)| PictureFormat {
        sampling: codec.sampling,
        bits: codec.bits,
        ..format
    });
    let effective = came.map(|(format, picture)| {
        let file = Quality {
            raster: format.raster,
            sampling: codec.sampling,
            bits: codec.bits,
        };
        if !ability.sensor && !ability.formats.hold(format) {
            problems.push(RecordProblem::FormatNotRecorded { format });
        }
        if !picture.reaches(file) {
            problems.push(RecordProblem::HoldsMore { file, picture });
        }
        picture.through(file)
    });
    // To a drive: the cards in the slots rest.
    let media = setting.media.iter().filter(|_| !setting.to_drive);
    let media: Vec<&str> = media.map(String::as_str).collect();
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
        format,
        effective,
        time: None,
        change_at: None,
        limits: Vec::new(),
        feed,
        tracks: setting.tracks,
        problems,
    };
    if came.is_some() || sound_only {
        fill_time(floor, ability, &mut recording);
        recording.check_needs(floor);
    }
    Some(recording)
}

/// The sum for a recorder: raw is counted on the sensor, everything else on the picture.
pub fn recorder_sum<'c>(
    floor: &Floor,
    ability: &RecordingAbility,
    codec: &'c Codec,
    picture: PictureFormat,
    tracks: usize,
    media: Bytes,
) -> QuickSum<'c> {
    let sensor = ability.sensor_raster.filter(|_| codec.raw);
    QuickSum {
        video: Ok((codec, sensor.unwrap_or(picture.raster))),
        rate: Some(picture.rate),
        audio: AudioTracks::usual(tracks),
        container: None,
        media,
        reserve: floor.production.house_rules.reserve,
    }
}

fn fill_time(floor: &Floor, ability: &RecordingAbility, recording: &mut Recording) {
    let codec = recording.codec;
    let mut capacity = 0u64;
    let mut slowest: Option<(&str, BitRate)> = None;
    if let Some(drive) = recording.drive {
        capacity = drive.capacity.0;
        slowest = Some((drive.slowest, drive.sustained));
    }
    for id in &recording.media {
        match floor.catalogue.medium(id) {
            Some(medium) => {
                capacity = capacity.saturating_add(medium.capacity.0);
                if slowest.is_none_or(|(_, slowest)| medium.sustained_write < slowest) {
                    slowest = Some((&medium.name, medium.sustained_write));
                }
            }
            None => recording
                .problems
                .push(RecordProblem::NotInCatalogue { id: (*id).into() }),
        }
    }
    let picture = recording.format.unwrap_or(floor.production.format);
    let sum = recorder_sum(
        floor,
        ability,
        codec,
        picture,
        recording.tracks,
        Bytes(capacity),
    );
    match record_time(&sum) {
        Ok(time) => {
            if let Some((medium, sustained)) = slowest {
                let needed = BitRate(sustained_needed(&time));
                if sustained < needed {
                    let medium = medium.to_string();
                    recording.problems.push(RecordProblem::TooSlow {
                        medium,
                        needed,
                        sustained,
                    });
                }
            }
            recording.change_at = Some(Span(
                floor.production.house_rules.change_level.of(time.seconds),
            ));
            recording.limits.push(Limit {
                kind: LimitKind::Medium,
                after: Span(time.seconds),
            });
            recording.time = Some(time);
        }
        Err(SumError::NoRoom) => recording.problems.push(RecordProblem::NoMedium),
        // Tracks set to none on a sound recorder: nothing is recorded, and that is what is shown.
        Err(SumError::NoData | SumError::NoRate(_)) => {}
    }
    let own = [
        (LimitKind::Clip, ability.clip_limit),
        (LimitKind::Heat, ability.heat_limit),
    ];
    recording
        .limits
        .extend(own.into_iter().filter_map(|(kind, after)| {
            Some(Limit {
                kind,
                after: after?,
            })
        }));
    recording
        .limits
        .sort_by_key(|limit| (limit.after, limit.kind));
    let arrive = recording.feed.channels.len();
    if arrive < recording.tracks {
        recording.problems.push(RecordProblem::SoundLost {
            tracks: recording.tracks,
            arrive,
        });
    }
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
        let handle = &floor.build.placements[self.placement].id;
        let needs = floor
            .build
            .needs
            .iter()
            .enumerate()
            .filter(|(_, need)| need.at == *handle && need.purpose == Purpose::Record);
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
