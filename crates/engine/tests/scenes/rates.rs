//! Data rates by model, and the laws of the calculator.

use engine::record::{
    AudioTracks, Basis, RecordTime, RecordTimeInputs, Video, largest_codec, media_for, record_time,
    table, video_rate,
};
use insta::assert_snapshot;
use model::catalogue::{Codec, RateModel};
use proptest::prelude::*;
use stage::catalogue;
use units::format::Raster;
use units::quantity::{BitRate, Bytes, Percent, Span};

fn codec(model: RateModel) -> Codec {
    let raw = matches!(model, RateModel::Ratio { .. });
    let like = if raw { "raw-5to1" } else { "mezzanine-high" };
    Codec {
        model,
        ..catalogue().codec(like).unwrap().clone()
    }
}

#[test]
fn each_model_gives_its_rate() {
    let by_pixel = |centibits| RateModel::ByPixel { centibits };
    let uncompressed = |bytes, pixels| RateModel::Uncompressed { bytes, pixels };
    let hd25 = ("1920x1080", "25");
    // Model, raster, frames a second, low, typical and high in bits a second, each reckoned by hand.
    let cases = [
        // 3.54 × 2,073,600 × 30000/1001.
        (by_pixel(354), ("1920x1080", "29.97"), [219_996_324; 3]),
        (by_pixel(73), hd25, [37_843_200; 3]),
        (
            RateModel::Constant {
                rate: BitRate(100_000_000),
            },
            ("3840x2160", "59.94"),
            [100_000_000; 3],
        ),
        // 4608 × 3164 × 12 bits × 25 ÷ 5.
        (
            RateModel::Ratio { centiratio: 500 },
            ("4608x3164", "25"),
            [874_782_720; 3],
        ),
        (RateModel::Ratio { centiratio: 300 }, hd25, [207_360_000; 3]),
        // 8 bytes for 3 pixels.
        (uncompressed(8, 3), hd25, [1_105_920_000; 3]),
        (uncompressed(6, 1), hd25, [2_488_320_000; 3]),
        (
            RateModel::ConstantQuality {
                low: 50,
                typical: 100,
                high: 200,
            },
            hd25,
            [25_920_000, 51_840_000, 103_680_000],
        ),
        (
            RateModel::Measured {
                file: Bytes(3_000_000_000),
                length: Span(60),
            },
            hd25,
            [400_000_000; 3],
        ),
        (RateModel::SoundOnly, hd25, [0; 3]),
    ];
    for (model, (raster, rate), expected) in cases {
        let in_words = format!("{model:?} at {raster} {rate}");
        let band = video_rate(
            &codec(model),
            raster.parse::<Raster>().unwrap(),
            rate.parse().unwrap(),
        );
        assert_eq!(
            [band.low_bps, band.typical_bps, band.high_bps],
            expected,
            "{in_words}"
        );
    }
}

#[test]
fn the_catalogue_has_every_model_and_enough_of_everything() {
    let shipped = catalogue();
    let models: std::collections::BTreeSet<String> = shipped
        .codecs
        .iter()
        .map(|codec| format!("{:?}", codec.model))
        .map(|model| model.split(' ').next().unwrap().to_string())
        .collect();
    let models: Vec<String> = models.into_iter().collect();
    assert_eq!(
        models.join(" "),
        "ByPixel Constant ConstantQuality Ratio SoundOnly Uncompressed"
    );
    assert!(shipped.codecs.len() >= 25 && shipped.media.len() >= 25);
    let sizes = shipped.media.iter().map(|medium| medium.capacity.0);
    let (least, most) = (sizes.clone().min().unwrap(), sizes.max().unwrap());
    assert!(least <= 64_000_000_000 && most >= 8_000_000_000_000);
}

fn basis(reserve: u32) -> Basis {
    Basis {
        raster: Raster {
            width: 3840,
            height: 2160,
        },
        rate: "25".parse().unwrap(),
        audio: "4x48000x24".parse().unwrap(),
        reserve: Percent::whole(reserve),
    }
}

#[test]
fn a_family_at_a_glance() {
    let glance = table(catalogue(), basis(3), Some("Mezzanine"));
    let rows = glance.rows.iter().map(|row| {
        let times = row
            .times
            .iter()
            .map(|time| time.as_deref().unwrap_or("–").to_string());
        let times: Vec<String> = times.collect();
        format!("{} {}: {}", row.name, row.rate_label, times.join(", "))
    });
    let lines: Vec<String> = std::iter::once(glance.media.join(", "))
        .chain(rows)
        .collect();
    assert_snapshot!(lines.join("\n"));
    // Made for HD alone: no time in 2160.
    let h264 = table(catalogue(), basis(3), Some("H.264"));
    let small = h264.rows.iter().find(|row| row.codec == "h264-50").unwrap();
    assert!(small.times.iter().all(Option::is_none));
}

fn sum(rate: u64, media: u64, reserve: u32) -> Option<RecordTime> {
    let audio: AudioTracks = "2x48000x24".parse().unwrap();
    let sum = RecordTimeInputs {
        video: Video::Rate(BitRate(rate)),
        rate: None,
        audio,
        container: Some(Percent::whole(0)),
        proxy_bps: 0,
        media: Bytes(media),
        reserve: Percent::whole(reserve),
        usable: None,
    };
    record_time(&sum).ok()
}

proptest! {
    #[test]
    fn a_higher_rate_never_lasts_longer(rate in 1u64..1 << 40, more in 0u64..1 << 40, media in 1u64..1 << 50) {
        let seconds = |rate| sum(rate, media, 3).map_or(0, |time| time.seconds);
        prop_assert!(seconds(rate + more) <= seconds(rate));
    }

    #[test]
    fn a_larger_card_never_lasts_less(rate in 1u64..1 << 40, media in 1u64..1 << 50, more in 0u64..1 << 50, reserve in 0u32..100) {
        let seconds = |media| sum(rate, media, reserve).map_or(0, |time| time.seconds);
        prop_assert!(seconds(media + more) >= seconds(media));
    }

    #[test]
    fn the_media_for_a_time_last_it_and_no_byte_less_does(which in 0usize..33, seconds in 1u64..200_000, reserve in 0u32..90) {
        let codec = &catalogue().codecs[which % catalogue().codecs.len()];
        let wanted = media_for(codec, basis(reserve), Span(seconds));
        prop_assume!(wanted.is_some());
        let lasts = |media: u64| {
            let sum = RecordTimeInputs {
                video: Video::of(codec, basis(reserve).raster),
                rate: Some(basis(reserve).rate),
                audio: basis(reserve).audio,
                container: None,
                proxy_bps: 0,
                media: Bytes(media),
                reserve: basis(reserve).reserve,
                usable: None,
            };
            record_time(&sum).map_or(0, |time| time.seconds)
        };
        let bytes = wanted.unwrap().0;
        prop_assert!(lasts(bytes) >= seconds);
        // The reserve is rounded: a few bytes are its own noise.
        prop_assert!(lasts(bytes.saturating_sub(64)) < seconds);
    }

    #[test]
    fn the_largest_codec_that_fits_fits(gigabytes in 10u64..9_000, seconds in 60u64..50_000) {
        let media = Bytes(gigabytes * 1_000_000_000);
        let lasting = |codec: &Codec| {
            let glance = media_for(codec, basis(3), Span(seconds));
            glance.is_some_and(|needed| needed.0 <= media.0)
        };
        match largest_codec(catalogue(), basis(3), media, Span(seconds)) {
            Some(found) => prop_assert!(lasting(found), "{}", found.name),
            None => {
                let made = catalogue().codecs.iter().filter(|codec| codec.takes(basis(3).raster, basis(3).rate));
                let mut made = made.filter(|codec| codec.model != RateModel::SoundOnly);
                prop_assert!(!made.any(lasting));
            }
        }
    }
}
