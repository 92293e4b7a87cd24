//! How a recorder is set: slots, off speed, proxies, file systems; what the check says of each.

use engine::record::RecordTime;
use insta::assert_snapshot;
use model::document::{Command, Handle, Placement, RecordingSetting, SlotUse};
use proptest::prelude::*;
use stage::{BUILD, Scene, cases, naming, scene};
use units::quantity::{Bytes, ClockTime, Span};

fn setting(codec: &str, media: &[&str]) -> RecordingSetting {
    RecordingSetting {
        codec: codec.into(),
        media: media.iter().copied().map(Handle::from).collect(),
        ..RecordingSetting::default()
    }
}

/// A body alone, as a file may say that it is set.
fn body(format: &str, device: &str, recording: RecordingSetting) -> Scene {
    let mut scene = scene(format).with("a", device);
    let placement: &mut Placement = &mut scene.0.builds[0].placements[0];
    placement.settings.recording = Some(recording);
    scene
}

fn time(scene: &Scene) -> RecordTime {
    scene.report().recordings[0].time.clone().unwrap()
}

fn lasts(scene: &Scene) -> (String, u64) {
    let report = scene.report();
    let lasts = report.recordings[0].lasts.clone().unwrap();
    (lasts.name, lasts.seconds)
}

#[test]
fn a_small_card_splits_a_clip() {
    let scene = body("2160p25", "tamsin-m2", setting("h264-100", &["sd-v30-32"]));
    assert_snapshot!(scene.in_words());
    let same = body("2160p25", "tamsin-m2", setting("h264-100", &["sd-v30-64"]));
    assert!(!same.codes().contains(&"R-106".to_string()));
}

#[test]
fn a_codec_that_is_not_made_for_the_raster() {
    let scene = scene("2160p25")
        .with("c", "orrell-k1")
        .with("rec", "ashgill-r1")
        .line("c.sdi > rec.sdi rg6 10 m")
        .records("rec", "h264-50", &["ssd-1000"], 0);
    assert!(scene.codes().contains(&"R-102".to_string()));
    assert_snapshot!(scene.in_words());
}

#[test]
fn a_proxy_with_no_card_of_its_own() {
    let proxy = |media: &[&str]| RecordingSetting {
        slots: SlotUse::Proxy,
        proxy: Some("mezzanine-proxy".into()),
        ..setting("mezzanine-high", media)
    };
    let scene = body("2160p25", "orrell-c4", proxy(&["cfx-b-512"]));
    assert_snapshot!(scene.in_words());
    let with = body("2160p25", "orrell-c4", proxy(&["cfx-b-512", "cfx-b-512"]));
    // Each on its own card: the main one lasts as if it were alone.
    let alone = body(
        "2160p25",
        "orrell-c4",
        setting("mezzanine-high", &["cfx-b-512"]),
    );
    assert_eq!(lasts(&with), lasts(&alone));
    let limits = with.report().recordings[0].limits.clone();
    let names: Vec<&str> = limits.iter().map(|limit| limit.name.as_str()).collect();
    assert_eq!(names, ["media full", "proxy card full"]);
}

#[test]
fn slots_add_up_or_hold_the_same() {
    let with = |slots: SlotUse, media: &[&str]| {
        let recording = RecordingSetting {
            slots,
            ..setting("mezzanine-high", media)
        };
        lasts(&body("2160p25", "orrell-c4", recording)).1
    };
    let one = with(SlotUse::Relay, &["cfx-b-512"]);
    let relay = with(SlotUse::Relay, &["cfx-b-512", "cfx-b-1000"]);
    let mirror = with(SlotUse::Mirror, &["cfx-b-512", "cfx-b-1000"]);
    assert_eq!(mirror, one, "the smaller ends it");
    assert!(relay > mirror + one);
}

#[test]
fn off_speed_is_counted_at_the_sensor_and_checked_against_it() {
    let at = |rate: &str| {
        let recording = RecordingSetting {
            sensor_rate: Some(rate.parse().unwrap()),
            ..setting("mezzanine-light", &["cfx-b-512"])
        };
        body("1080p25", "orrell-c4", recording)
    };
    assert_eq!(time(&at("50")).video_bps, 2 * time(&at("25")).video_bps);
    let beyond = at("100");
    assert!(
        beyond.codes().contains(&"R-102".to_string()),
        "{:?}",
        beyond.codes()
    );
    // And it isn’t set so by hand.
    let refused = Command::SetRecording {
        build: BUILD.into(),
        device: "a".into(),
        change: beyond.0.builds[0].placements[0]
            .settings
            .recording
            .as_ref()
            .map(naming),
    };
    let clean = body(
        "1080p25",
        "orrell-c4",
        setting("mezzanine-light", &["cfx-b-512"]),
    );
    let refusal = clean.0.edited(stage::catalogue(), &[refused]).err();
    let sentence = refusal.unwrap().to_string();
    assert!(
        sentence.contains("its sensor doesn’t run at 100 frames a second"),
        "{sentence}"
    );
}

#[test]
fn a_pre_record_costs_no_rate_and_is_bounded() {
    let with = |seconds: u64| RecordingSetting {
        pre_record: Some(Span(seconds)),
        ..setting("mezzanine-light", &["cfx-b-512"])
    };
    let plain = body(
        "1080p25",
        "orrell-c4",
        setting("mezzanine-light", &["cfx-b-512"]),
    );
    let kept = body("1080p25", "orrell-c4", with(10));
    // What is buffered costs nothing until it is kept.
    assert_eq!(time(&kept).total_bps, time(&plain).total_bps);
    let long = Command::SetRecording {
        build: BUILD.into(),
        device: "a".into(),
        change: Some(naming(&with(3_600))),
    };
    let refusal = plain.0.edited(stage::catalogue(), &[long]).err();
    let sentence = refusal.unwrap().to_string();
    assert!(sentence.contains("at most 10 min"), "{sentence}");
}

#[test]
fn sound_widths_and_channels_add_up() {
    let sound = |tracks: usize, bits: Option<u8>| {
        let recording = RecordingSetting {
            tracks,
            sound_bits: bits,
            ..setting("mezzanine-light", &["cfx-b-512"])
        };
        time(&body("1080p25", "orrell-c4", recording)).audio_bps
    };
    assert_eq!(sound(0, None), 0);
    assert_eq!(sound(4, None), 4_608_000);
    assert_eq!(sound(4, Some(16)), 3_072_000);
    assert_eq!(sound(4, Some(32)), 6_144_000);
}

#[test]
fn the_air_and_the_clip_end_it_before_the_card() {
    let scene = body("2160p25", "tamsin-m2", setting("h264-100", &["sd-v60-256"]));
    let limits = &scene.report().recordings[0].limits;
    let told: Vec<String> = limits
        .iter()
        .map(|limit| format!("{} {}", limit.name, limit.label))
        .collect();
    assert_snapshot!(told.join("\n"));
}

#[test]
fn every_recorder_records_every_codec_that_it_says() {
    let shipped = stage::catalogue();
    let recorders = shipped
        .devices
        .iter()
        .filter_map(|device| Some((device, device.records.as_ref()?)));
    let mut tried = 0;
    for (device, ability) in recorders {
        let media = shipped.media.iter();
        let largest = media
            .filter(|medium| ability.media.contains(&medium.kind))
            .max_by_key(|medium| medium.capacity);
        let Some(largest) = largest else {
            panic!("{} has no media in the catalogue", device.name)
        };
        for codec in &ability.codecs {
            assert!(
                shipped.codec(codec).is_some(),
                "{}: no codec {codec}",
                device.name
            );
            let mut recording = setting(codec, &[largest.id.as_str()]);
            recording.tracks = usize::from(codec.starts_with("pcm")) * 2;
            let scene = body("1080p25", &device.id, recording);
            let report = scene.report();
            let row = &report.recordings[0];
            assert_eq!(row.device, "a");
            // A sensor has its own picture; what has none waits for one.
            if ability.sensor {
                let time = row.time.as_ref();
                assert!(
                    time.is_some_and(|time| time.seconds > 0),
                    "{}, {codec}",
                    device.name
                );
            }
            tried += 1;
        }
    }
    assert!(tried > 40, "{tried} tried");
}

proptest! {
    #![proptest_config(cases(64))]

    #[test]
    fn mirrored_never_lasts_longer_than_relayed(first in 0usize..4, second in 0usize..4, codec in 0usize..4) {
        let cards = ["cfx-b-256", "cfx-b-512", "cfx-b-1000", "cfx-b-2000"];
        let codecs = ["mezzanine-light", "mezzanine-high", "mezzanine-444", "raw-5to1"];
        let with = |slots: SlotUse| {
            let recording = RecordingSetting { slots, ..setting(codecs[codec], &[cards[first], cards[second]]) };
            time(&body("2160p25", "orrell-c4", recording)).seconds
        };
        prop_assert!(with(SlotUse::Mirror) <= with(SlotUse::Relay));
        let one = |card: &str| time(&body("2160p25", "orrell-c4", setting(codecs[codec], &[card]))).seconds;
        prop_assert_eq!(with(SlotUse::Mirror), one(cards[first]).min(one(cards[second])));
    }

    #[test]
    fn warmer_air_never_lasts_longer(air in -20i8..50, warmer in 0i8..20, away: bool, dummy_battery: bool) {
        let stop = |air: i8| {
            let recording = RecordingSetting { screen_flipped_out: away, dummy_battery, ..setting("h264-100", &["sd-v60-256"]) };
            let mut scene = body("2160p25", "tamsin-m2", recording);
            scene.0.house_rules.air_celsius = air;
            let limits = scene.report().recordings[0].limits.clone();
            limits.iter().find(|limit| limit.name == "overheat cutoff").unwrap().seconds
        };
        prop_assert!(stop(air + warmer) <= stop(air));
    }

    #[test]
    fn a_time_of_day_reads_as_it_is_written(minutes in 0u64..48 * 60) {
        let text = format!("{:02}:{:02}", minutes / 60, minutes % 60);
        let clock: ClockTime = text.parse().unwrap();
        prop_assert_eq!(clock.seconds(), minutes * 60);
        prop_assert_eq!(clock.to_string(), text);
    }
}

#[test]
fn decimal_and_binary_are_told_apart() {
    let cases = [
        (1_000_000_000_000, "1 TB", "931.32 GiB"),
        (512_000_000_000, "512 GB", "476.84 GiB"),
        (1_099_511_627_776, "1.1 TB", "1.00 TiB"),
    ];
    for (bytes, decimal, binary) in cases {
        let bytes = Bytes(bytes);
        assert_eq!(bytes.label(), decimal);
        assert_eq!(bytes.binary_label(), binary);
    }
}
