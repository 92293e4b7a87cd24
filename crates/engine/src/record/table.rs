//! The calculator turned around: which medium for a time, which codec for a medium and a time, and
//! the table of a family against media at a glance.

use super::{AudioTracks, RecordTimeInputs, Video, record_time};
use model::catalogue::{Catalogue, Codec};
use serde::Serialize;
use units::format::{FrameRate, Raster};
use units::quantity::{BitRate, Bytes, Percent, Span};
use utoipa::ToSchema;

/// The picture, sound and reserve that sums are made for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Basis {
    /// The picture’s raster.
    pub raster: Raster,
    /// Its frame rate.
    pub rate: FrameRate,
    /// The sound alongside.
    pub audio: AudioTracks,
    /// What is kept back of a card.
    pub reserve: Percent,
}

impl Basis {
    fn seconds(self, codec: &Codec, media: Bytes) -> Option<u64> {
        let sum = RecordTimeInputs {
            video: Video::of(codec, self.raster),
            rate: Some(self.rate),
            audio: self.audio,
            container: None,
            proxy_bps: 0,
            media,
            reserve: self.reserve,
            usable: None,
        };
        record_time(&sum).ok().map(|time| time.seconds)
    }

    /// The rate of a codec, in bits a second, all of it.
    fn total_bps(self, codec: &Codec) -> Option<u64> {
        let sum = RecordTimeInputs {
            video: Video::of(codec, self.raster),
            rate: Some(self.rate),
            audio: self.audio,
            container: None,
            proxy_bps: 0,
            media: Bytes(u64::MAX / 16),
            reserve: Percent::whole(0),
            usable: None,
        };
        record_time(&sum).ok().map(|time| time.total_bps)
    }
}

/// The capacity that holds a time: nominal, so that its usable part does. `None` where the codec
/// writes nothing, or the reserve keeps everything.
pub fn media_for(codec: &Codec, basis: Basis, length: Span) -> Option<Bytes> {
    let bps = basis.total_bps(codec)?;
    let needed = (u128::from(bps) * u128::from(length.0)).div_ceil(8);
    let whole = basis.reserve.off(1_000_000);
    if whole == 0 {
        return None;
    }
    let mut nominal = u64::try_from((needed * 1_000_000).div_ceil(u128::from(whole))).ok()?;
    // The reserve rounds down: a byte or two more makes sure.
    while u128::from(basis.reserve.off(nominal)) < needed {
        nominal = nominal.checked_add(1)?;
    }
    Some(Bytes(nominal))
}

/// The rate at which what a medium can use is full after a time: what a file of that size and length
/// was written at, where nothing is kept back. `None` where the time is none.
pub fn rate_for(media: Bytes, reserve: Percent, length: Span) -> Option<BitRate> {
    let bits = u128::from(reserve.off(media.0)) * 8;
    let bps = bits.checked_div(u128::from(length.0))?;
    u64::try_from(bps).ok().map(BitRate)
}

/// The codec with the highest rate that lasts so long on a medium, of those that are made for the
/// picture.
pub fn largest_codec(
    catalogue: &Catalogue,
    basis: Basis,
    media: Bytes,
    length: Span,
) -> Option<&Codec> {
    let made = catalogue
        .codecs
        .iter()
        .filter(|codec| codec.takes(basis.raster, basis.rate));
    let lasts = made.filter(|codec| {
        basis
            .seconds(codec, media)
            .is_some_and(|seconds| seconds >= length.0)
    });
    lasts
        .filter_map(|codec| Some((basis.total_bps(codec)?, codec)))
        // Sound alone is no answer for a picture.
        .filter(|(_, codec)| codec.model != model::catalogue::RateModel::SoundOnly)
        .max_by_key(|(bps, _)| *bps)
        .map(|(_, codec)| codec)
}

/// A table of codecs against media.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct TimeTable {
    /// The media, by capacity.
    pub media: Vec<String>,
    /// A row for each codec.
    pub rows: Vec<TimeRow>,
    /// Every family that there is.
    pub families: Vec<String>,
}

/// One codec's times.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct TimeRow {
    /// The codec's id.
    pub codec: String,
    /// Its name.
    pub name: String,
    /// The rate in both ways.
    pub rate_label: String,
    /// A time for each medium; none where it isn't made for the picture.
    pub times: Vec<Option<String>>,
}

/// Usual sizes of cards and drives, in bytes.
const SIZES_GB: [u64; 8] = [64, 128, 256, 512, 1_000, 2_000, 4_000, 8_000];

/// Every codec of a family (of all where none is named) against the usual sizes.
pub fn table(catalogue: &Catalogue, basis: Basis, family: Option<&str>) -> TimeTable {
    let media: Vec<Bytes> = SIZES_GB
        .into_iter()
        .map(|gigabytes| Bytes(gigabytes * 1_000_000_000))
        .collect();
    let mut families: Vec<String> = Vec::new();
    for codec in &catalogue.codecs {
        if !families.contains(&codec.family) {
            families.push(codec.family.clone());
        }
    }
    let models = catalogue
        .codecs
        .iter()
        .filter(|codec| family.is_none_or(|family| codec.family == family));
    let rows = models.map(|codec| TimeRow {
        codec: codec.id.clone(),
        name: codec.name.clone(),
        rate_label: basis
            .total_bps(codec)
            .map_or_else(String::new, |bps| units::quantity::BitRate(bps).label()),
        times: media
            .iter()
            .map(|media| {
                let made = codec.takes(basis.raster, basis.rate);
                let seconds = basis.seconds(codec, *media).filter(|_| made);
                seconds.map(|seconds| Span(seconds).label())
            })
            .collect(),
    });
    TimeTable {
        rows: rows.collect(),
        media: media.iter().map(|media| media.label()).collect(),
        families,
    }
}
