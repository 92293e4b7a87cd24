//! The sum that every record time is made of: rates, capacity, time, with its working.

use super::{AudioTracks, Samples, video_rate};
use model::catalogue::{BandRate, Codec, RateModel};
use serde::Serialize;
use std::sync::Arc;
use units::format::FrameRate;
use units::quantity::{BitRate, Bytes, Percent, Span, Working};
use utoipa::ToSchema;

/// What a picture's data rate follows from.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Video<'a> {
    /// A codec, and the samples that it is fed.
    Codec(&'a Codec, Samples),
    /// A rate by itself.
    Rate(BitRate),
}

impl<'a> Video<'a> {
    /// A codec on a raster.
    pub fn of(codec: &'a Codec, samples: impl Into<Samples>) -> Self {
        Self::Codec(codec, samples.into())
    }

    fn is_measured(&self) -> bool {
        matches!(self, Self::Codec(codec, _) if codec.is_measured())
    }
}

/// What a record time follows from.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RecordTimeInputs<'a> {
    /// The picture's rate, or what it follows from.
    pub video: Video<'a>,
    /// Recorded frames a second.
    pub rate: Option<FrameRate>,
    /// Sound.
    pub audio: AudioTracks,
    /// What the container adds; the codec's own where not said, 0.5 % for a bare rate.
    pub container: Option<Percent>,
    /// A proxy alongside, on the same card: its rate with what goes with it, in bits a second.
    pub proxy_bps: u64,
    /// Nominal capacity.
    pub media: Bytes,
    /// What is kept back of it.
    pub reserve: Percent,
    /// What can be written, where it is known otherwise than by the reserve.
    pub usable: Option<Bytes>,
}

/// A record time and all that it follows from.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RecordTime {
    /// Picture, in bits a second: the high end where there is a band.
    pub video_bps: u64,
    /// Both ends of the band, where the codec holds quality and not rate.
    pub band: Option<BandRate>,
    /// The proxy alongside.
    pub proxy_bps: u64,
    /// Sound.
    pub audio_bps: u64,
    /// Container and metadata.
    pub container_bps: u64,
    /// All of it.
    pub total_bps: u64,
    /// What can be written, in bytes.
    pub usable_bytes: u64,
    /// Record time in whole seconds, rounded down.
    pub seconds: u64,
    /// Where the codec holds quality: the times at the low, typical and high end of its rate.
    pub band_seconds: Option<[u64; 3]>,
    /// The same in words: *1 h 2 min to 3 h 6 min, usually 1 h 51 min*.
    pub band_label: Option<String>,
    /// Whole frames, where the frame rate is known.
    pub frames: Option<u64>,
    /// The time in whole minutes, rounded down: *1 h 29 min*.
    pub label: String,
    /// The rate in both ways: *92.79 MB/s · 742 Mb/s*.
    pub rate_label: String,
    /// How it was reached.
    #[schema(value_type = Working)]
    pub working: Arc<Working>,
}

/// Why there is no record time.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum SumError {
    /// The codec needs a frame rate.
    #[error("{0} follows the frame rate: give one, like 25 or 23.98")]
    NoRate(String),
    /// Nothing would be written.
    #[error("nothing is recorded: the picture and the sound together come to 0 bits a second")]
    NoData,
    /// The medium holds nothing.
    #[error("the card is empty of room: a capacity above 0 B is needed")]
    NoRoom,
}

/// Record times that were worked out: recorders that are set alike have the same.
#[derive(Default)]
pub struct RecordTimes<'a>(Vec<(RecordTimeInputs<'a>, Result<RecordTime, SumError>)>);

impl<'a> RecordTimes<'a> {
    /// So many are kept: looking through more takes as long as working it out.
    const KEPT: usize = 16;

    /// The record time of a sum, worked out where it isn’t there.
    pub fn of(&mut self, sum: RecordTimeInputs<'a>) -> Result<RecordTime, SumError> {
        if let Some((_, time)) = self.0.iter().find(|(other, _)| *other == sum) {
            return time.clone();
        }
        let time = record_time(&sum);
        self.0.truncate(Self::KEPT - 1);
        self.0.insert(0, (sum, time.clone()));
        time
    }
}

/// Works out a record time.
pub fn record_time(sum: &RecordTimeInputs) -> Result<RecordTime, SumError> {
    let (band, container, picture) = picture_rate(sum)?;
    // A measured clip has its sound and its container in it.
    let (container, audio_bps) = if sum.video.is_measured() {
        (Percent::whole(0), 0)
    } else {
        (sum.container.unwrap_or(container), sum.audio.bps())
    };
    let video_bps = band.high_bps;
    let container_bps = container.of_nearest(video_bps.saturating_add(audio_bps));
    let total_bps = video_bps
        .saturating_add(audio_bps)
        .saturating_add(container_bps)
        .saturating_add(sum.proxy_bps);
    if total_bps == 0 {
        return Err(SumError::NoData);
    }
    let usable_bytes = sum
        .usable
        .map_or_else(|| sum.reserve.off(sum.media.0), |usable| usable.0);
    if usable_bytes == 0 {
        return Err(SumError::NoRoom);
    }
    let seconds_at = |bps: u64| {
        let seconds = u128::from(usable_bytes) * 8 / u128::from(bps.max(1));
        u64::try_from(seconds).unwrap_or(u64::MAX)
    };
    let seconds = seconds_at(total_bps);
    let frames = sum.rate.map(|rate| {
        let over = u128::from(usable_bytes) * 8 * u128::from(rate.numerator());
        u64::try_from(over / (u128::from(total_bps) * u128::from(rate.denominator())))
            .unwrap_or(u64::MAX)
    });
    let besides = total_bps - video_bps;
    let ends = [band.low_bps, band.typical_bps, band.high_bps];
    let band_seconds = (band.low_bps != band.high_bps)
        .then(|| ends.map(|video| seconds_at(video.saturating_add(besides))));
    let mut time = RecordTime {
        video_bps,
        proxy_bps: sum.proxy_bps,
        band: (band.low_bps != band.high_bps).then_some(band),
        audio_bps,
        container_bps,
        total_bps,
        usable_bytes,
        seconds,
        band_seconds,
        band_label: band_seconds.map(band_in_words),
        frames,
        label: Span(seconds).label(),
        rate_label: BitRate(total_bps).label(),
        working: Arc::default(),
    };
    time.working = Arc::new(working(sum, (picture, container), &time));
    Ok(time)
}

/// The picture's rate, the container that its codec usually stands in, and how it was reached.
fn picture_rate(sum: &RecordTimeInputs) -> Result<(BandRate, Percent, Working), SumError> {
    let start = Working::new(format!("Record time on {}", sum.media.label()));
    let (codec, samples) = match sum.video {
        Video::Codec(codec, samples) => (codec, samples),
        Video::Rate(BitRate(bps)) => {
            let half_a_percent = Percent::from_millis(500).unwrap_or_default();
            let band = BandRate {
                low_bps: bps,
                typical_bps: bps,
                high_bps: bps,
            };
            let working = start.term("Picture", BitRate(bps).label(), "as given");
            return Ok((band, half_a_percent, working));
        }
    };
    let fixed = matches!(
        codec.model,
        RateModel::Constant { .. } | RateModel::Measured { .. } | RateModel::SoundOnly
    );
    let rate = match sum.rate {
        Some(rate) => rate,
        None if fixed => FrameRate::whole(25),
        None => return Err(SumError::NoRate(codec.name.clone())),
    };
    let band = video_rate(codec, samples, rate);
    let value = BitRate(band.high_bps).label();
    let working = start.term("Picture", value, model_in_words(codec, samples, rate));
    Ok((band, codec.container, working))
}

/// *1 h 29 min to 2 h 10 min, usually 1 h 50 min*.
fn band_in_words([low, typical, high]: [u64; 3]) -> String {
    let (least, most) = (low.min(high), low.max(high));
    format!(
        "{} to {}, usually {}",
        Span(least).label(),
        Span(most).label(),
        Span(typical).label()
    )
}

/// How a time was reached, from its picture on.
fn working(
    sum: &RecordTimeInputs,
    (picture, container): (Working, Percent),
    time: &RecordTime,
) -> Working {
    let audio = sum.audio;
    let tracks = format!(
        "{} × {} Hz × {} bits",
        audio.channels, audio.sample_rate, audio.bits
    );
    let parts = if sum.proxy_bps > 0 {
        "picture + sound + container + proxy"
    } else {
        "picture + sound + container"
    };
    let usable = if sum.usable.is_some() {
        format!("of {}, less each one’s own reserve", sum.media.label())
    } else {
        format!("{} less a reserve of {}", sum.media.label(), sum.reserve)
    };
    picture
        .term("Sound", BitRate(time.audio_bps).label(), tracks)
        .term(
            "Container",
            BitRate(time.container_bps).label(),
            format!("{container} of picture and sound"),
        )
        .when(sum.proxy_bps > 0, |working| {
            let proxy = BitRate(sum.proxy_bps).label();
            working.term("Proxy", proxy, "alongside, on the same card")
        })
        .term("All together", time.rate_label.clone(), parts)
        .term("Usable", Bytes(time.usable_bytes).label(), usable)
        .term(
            "Time",
            format!("{} s", time.seconds),
            "usable × 8 ÷ rate, rounded down",
        )
        .gives(time.label.clone())
}

/// The model with its figures, as a source: *Mezzanine High: 3.54 bits a pixel × 3840×2160 × 25*.
fn model_in_words(codec: &Codec, samples: Samples, rate: FrameRate) -> String {
    let (name, raster) = (&codec.name, samples.raster);
    let bits = samples.bits.unwrap_or(codec.bits);
    let hundredths = |value: u64| units::quantity::thousandths(value, 100, 2);
    match codec.model {
        RateModel::ByPixel { centibits } => {
            format!(
                "{name}: {} bits a pixel × {raster} × {rate} frames a second",
                hundredths(centibits)
            )
        }
        RateModel::Constant { .. } => format!("{name}: constant, whatever the picture"),
        RateModel::Measured { file, length } => format!(
            "{name}: measured, {} over {}; its sound and container are in it",
            file.label(),
            length.label()
        ),
        RateModel::Ratio { centiratio } => format!(
            "{name}: {raster} samples × {} bits ÷ {} × {rate} frames a second",
            bits.bits(),
            hundredths(centiratio)
        ),
        RateModel::Uncompressed { bytes, pixels } => {
            format!("{name}: {bytes} bytes for {pixels} pixels × {raster} × {rate} frames a second")
        }
        RateModel::ConstantQuality { low, high, .. } => format!(
            "{name}: the high end of {} to {} bits a pixel × {raster} × {rate} frames a second",
            hundredths(low),
            hundredths(high)
        ),
        RateModel::SoundOnly => format!("{name}: no picture"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use model::catalogue::Catalogue;
    use proptest::prelude::*;

    fn codec_sum<'a>(
        codec: &str,
        raster: &str,
        rate: &str,
        audio: &str,
        media: &str,
    ) -> RecordTimeInputs<'a> {
        RecordTimeInputs {
            video: Video::of(
                Catalogue::shipped().codec(codec).unwrap(),
                raster.parse::<units::format::Raster>().unwrap(),
            ),
            rate: Some(rate.parse().unwrap()),
            audio: audio.parse().unwrap(),
            container: None,
            proxy_bps: 0,
            media: media.parse().unwrap(),
            reserve: Percent::whole(3),
            usable: None,
        }
    }

    #[test]
    fn reference_figures() {
        let none = Some(Percent::whole(0));
        let picture = record_time(&codec_sum(
            "mezzanine-high",
            "1080",
            "29.97",
            "0x48000x24",
            "1 TB",
        ))
        .unwrap();
        assert_eq!(format!("{:.2}", picture.video_bps as f64 / 1e6), "220.00");

        let high = record_time(&codec_sum(
            "mezzanine-high",
            "UHD",
            "25",
            "4x48000x24",
            "512 GB",
        ))
        .unwrap();
        let shown = |bps: u64| format!("{:.2}", bps as f64 / 1e6);
        assert_eq!(
            (
                shown(high.video_bps),
                shown(high.audio_bps),
                shown(high.total_bps)
            ),
            ("734.05".into(), "4.61".into(), "742.36".into())
        );
        assert_eq!(
            (high.label.as_str(), high.rate_label.as_str()),
            ("1 h 29 min", "92.79 MB/s · 742 Mb/s")
        );

        let long_gop = RecordTimeInputs {
            video: Video::Rate("100 Mb/s".parse().unwrap()),
            rate: None,
            ..codec_sum("h264-100", "UHD", "25", "2x48000x16", "128 GB")
        };
        let long_gop = record_time(&long_gop).unwrap();
        assert_eq!(
            (
                shown(long_gop.total_bps).as_str(),
                long_gop.label.as_str(),
                long_gop.frames
            ),
            ("102.04", "2 h 42 min", None)
        );

        let bare = |codec: &str, raster: &str, reserve: u32| {
            let sum = codec_sum(codec, raster, "25", "0x48000x24", "1 TB");
            record_time(&RecordTimeInputs {
                container: none,
                reserve: Percent::whole(reserve),
                ..sum
            })
            .unwrap()
        };
        let uncompressed = bare("uncompressed-422-10", "1080", 0);
        assert_eq!(
            (
                shown(uncompressed.total_bps).as_str(),
                uncompressed.label.as_str()
            ),
            ("1105.92", "2 h 00 min")
        );
        let raw = bare("raw-5to1", "4608x3164", 3);
        assert_eq!(
            (shown(raw.total_bps).as_str(), raw.label.as_str()),
            ("874.78", "2 h 27 min")
        );
    }

    #[test]
    fn a_band_is_planned_on_its_high_end_and_shown_with_both() {
        let sum = record_time(&codec_sum(
            "hevc-quality-high",
            "UHD",
            "25",
            "2x48000x24",
            "256 GB",
        ))
        .unwrap();
        let band = sum.band.unwrap();
        assert!(band.low_bps < band.typical_bps && band.typical_bps < band.high_bps);
        assert_eq!(sum.video_bps, band.high_bps);
    }

    #[test]
    fn nothing_to_write_or_to_write_on_is_said() {
        let sum = codec_sum("pcm-wav", "1080", "25", "0x48000x24", "1 TB");
        insta::assert_snapshot!(record_time(&sum).unwrap_err(), @"nothing is recorded: the picture and the sound together come to 0 bits a second");
        let sum = codec_sum("mezzanine-high", "1080", "25", "0x48000x24", "0 GB");
        insta::assert_snapshot!(record_time(&sum).unwrap_err(), @"the card is empty of room: a capacity above 0 B is needed");
        let sum = RecordTimeInputs {
            rate: None,
            ..codec_sum("mezzanine-high", "1080", "25", "0x48000x24", "1 TB")
        };
        insta::assert_snapshot!(record_time(&sum).unwrap_err(), @"Mezzanine High follows the frame rate: give one, like 25 or 23.98");
    }

    #[test]
    fn the_working_can_be_followed_by_hand() {
        let sum = record_time(&codec_sum(
            "mezzanine-high",
            "UHD",
            "25",
            "4x48000x24",
            "512 GB",
        ))
        .unwrap();
        let lines = sum
            .working
            .terms
            .iter()
            .map(|term| format!("{}: {} ({})", term.name, term.value, term.source));
        insta::assert_snapshot!(lines.collect::<Vec<_>>().join("\n"));
    }

    proptest! {
        #[test]
        fn time_falls_when_rate_rises_and_a_larger_card_never_lasts_less(
            bps in 1u64..10_000_000_000, more in 0u64..10_000_000_000, bytes in 1_000u64..10_000_000_000_000, extra in 0u64..10_000_000_000_000,
        ) {
            let time = |bps, bytes| {
                let sum = RecordTimeInputs { video: Video::Rate(BitRate(bps)), media: Bytes(bytes), ..codec_sum("h264-100", "UHD", "25", "2x48000x16", "1 TB") };
                record_time(&sum).unwrap().seconds
            };
            prop_assert!(time(bps + more, bytes) <= time(bps, bytes));
            prop_assert!(time(bps, bytes + extra) >= time(bps, bytes));
        }
    }
}
