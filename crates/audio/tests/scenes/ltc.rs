//! What is made is read again, whatever happens to it on the way.

use audio::ltc::{Decoder, Encoder, LabelRun, Run, Signal, TapeDirection, compare};
use proptest::prelude::*;
use units::timecode::TimecodeRate;

struct Made {
    rate: TimecodeRate,
    first: u64,
    frames: u64,
    sample_rate: u32,
}

fn made(rate: &str, start: &str, frames: u64, sample_rate: u32) -> Made {
    let rate: TimecodeRate = rate.parse().unwrap();
    let first = rate.frame_of(start.parse().unwrap()).unwrap();
    Made {
        rate,
        first,
        frames,
        sample_rate,
    }
}

impl Made {
    fn samples(&self) -> Vec<f32> {
        let mut encoder = Encoder::new(Signal {
            rate: self.rate,
            first: self.first,
            frames: self.frames,
            sample_rate: self.sample_rate,
            peak: 0.25,
            user_bits: "12345678".parse().unwrap(),
            date: false,
        });
        let mut samples = vec![0.0; encoder.total() as usize];
        assert_eq!(encoder.fill(&mut samples), samples.len());
        assert_eq!(encoder.fill(&mut [0.0; 10]), 0);
        samples
    }

    fn label(&self, frame: u64) -> String {
        self.rate.label(self.first + frame)
    }
}

fn read(samples: &[f32], sample_rate: u32) -> Vec<Run> {
    let mut decoder = Decoder::new(sample_rate);
    for piece in samples.chunks(5_000) {
        decoder.feed(piece);
    }
    decoder.finish()
}

/// One run that holds every frame.
fn whole(made: &Made, samples: &[f32], what: &str) {
    let runs = read(samples, made.sample_rate);
    let [run] = &runs[..] else {
        panic!("{what}: {} runs: {runs:#?}", runs.len());
    };
    assert_eq!(
        (
            run.first.to_string(),
            run.last.to_string(),
            run.frames,
            run.rate
        ),
        (
            made.label(0),
            made.label(made.frames - 1),
            made.frames,
            made.rate
        ),
        "{what}"
    );
    assert!(run.gaps.is_empty() && run.misread == 0, "{what}: {run:?}");
    assert_eq!(run.user_bits.to_string(), "12345678");
}

/// One run that holds all but a few frames at the ends.
fn nearly(made: &Made, samples: &[f32], sample_rate: u32, what: &str) -> Run {
    let runs = read(samples, sample_rate);
    let [run] = &runs[..] else {
        panic!("{what}: {} runs: {runs:#?}", runs.len());
    };
    assert_eq!(run.rate, made.rate, "{what}");
    assert!(
        run.frames + 3 >= made.frames,
        "{what}: {} of {}",
        run.frames,
        made.frames
    );
    run.clone()
}

const RATES: [&str; 6] = ["23.976", "24", "25", "29.97", "29.97 drop", "30"];

#[test]
fn every_rate_at_every_sample_rate_is_exact() {
    for rate in RATES {
        for sample_rate in [8_000, 16_000, 44_100, 48_000, 96_000, 192_000] {
            let made = made(rate, "09:59:58:07", 75, sample_rate);
            whole(&made, &made.samples(), &format!("{rate} at {sample_rate}"));
        }
    }
}

#[test]
fn the_time_of_the_first_sample_and_the_clock_are_measured() {
    let made = made("25", "10:00:00:00", 500, 48_000);
    let mut samples = vec![0.0; 12_345];
    samples.extend(made.samples());
    let runs = read(&samples, 48_000);
    assert!(
        (runs[0].first_sample - 12_345.0).abs() < 1.0,
        "{}",
        runs[0].first_sample
    );
    assert!(
        runs[0].clock_error_ppm.abs() < 0.5,
        "{}",
        runs[0].clock_error_ppm
    );
    // Sent at 48,000 and read as 48,001: a clock that is 20.8 ppm fast.
    let runs = read(&samples, 48_001);
    assert!(
        (runs[0].clock_error_ppm - 20.83).abs() < 0.5,
        "{}",
        runs[0].clock_error_ppm
    );
    assert_eq!(runs[0].rate.to_string(), "25");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    #[test]
    fn any_start_is_exact(rate in 0usize..6, at in 0u64..2_000_000, frames in 2u64..40, rates in 0usize..4) {
        let rate: TimecodeRate = RATES[rate].parse().unwrap();
        let first = at % rate.labels_in_a_day();
        let sample_rate = [44_100, 48_000, 96_000, 192_000][rates];
        let made = Made { rate, first, frames, sample_rate };
        let runs = read(&made.samples(), sample_rate);
        prop_assert_eq!(runs.len(), 1);
        prop_assert_eq!(runs[0].first.to_string(), made.label(0));
        prop_assert_eq!(runs[0].last.to_string(), made.label(frames - 1));
        prop_assert_eq!(runs[0].frames, frames);
    }

    #[test]
    fn no_samples_make_it_fall_over(samples in prop::collection::vec(-2.0f32..2.0, 0..4_000), rate in 0usize..3) {
        read(&samples, [8_000, 48_000, 192_000][rate]);
    }
}

/// The same noise every time, even between −1 and 1.
fn noise(seed: u64) -> impl FnMut() -> f32 {
    let mut state = seed;
    move || {
        state = state
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1_442_695_040_888_963_407);
        ((state >> 40) as f32 / (1u64 << 23) as f32) - 1.0
    }
}

#[test]
fn level_polarity_offset_hum_clipping_and_noise() {
    let made = made("25", "10:00:00:00", 100, 48_000);
    let clean = made.samples();
    let changed = |change: &mut dyn FnMut(usize, f32) -> f32| -> Vec<f32> {
        let samples = clean.iter().enumerate();
        samples.map(|(n, sample)| change(n, *sample)).collect()
    };
    whole(&made, &changed(&mut |_, sample| -sample), "upside down");
    whole(&made, &changed(&mut |_, sample| sample + 0.4), "offset");
    whole(&made, &changed(&mut |_, sample| sample * 0.04), "−40 dBFS");
    let sixteen = &mut |_, sample: f32| (sample * 0.04 * 32_767.0).round() / 32_767.0;
    whole(&made, &changed(sixteen), "−40 dBFS in 16 bits");
    whole(
        &made,
        &changed(&mut |_, sample| (sample * 40.0).clamp(-1.0, 1.0)),
        "clipped",
    );
    for hertz in [50.0, 60.0] {
        let hum = &mut |n: usize, sample: f32| {
            sample + 0.25 * (n as f32 * hertz / 48_000.0 * std::f32::consts::TAU).sin()
        };
        whole(&made, &changed(hum), "hum as loud as the code");
    }
    // Even noise has an RMS of its peak ÷ √3; 12 dB below the code.
    let mut white = noise(1);
    let peak = 0.25 * 0.2512 * 3f32.sqrt();
    let noisy = changed(&mut |_, sample| sample + peak * white());
    nearly(&made, &noisy, 48_000, "noise 12 dB below");
}

/// A low-pass of a few poles, as a codec or a cheap recorder has one.
fn dulled(samples: &[f32], hertz: f32, sample_rate: f32) -> Vec<f32> {
    let part = 1.0 - (-std::f32::consts::TAU * hertz / sample_rate).exp();
    let mut poles = [0.0f32; 4];
    let dull = |sample: &f32| {
        let mut value = *sample;
        for pole in &mut poles {
            *pole += part * (value - *pole);
            value = *pole;
        }
        value
    };
    samples.iter().map(dull).collect()
}

#[test]
fn a_low_pass_and_dropouts() {
    for rate in ["24", "30"] {
        let made = made(rate, "10:00:00:00", 150, 48_000);
        let clean = made.samples();
        nearly(&made, &dulled(&clean, 6_000.0, 48_000.0), 48_000, "dulled");
        let mut broken = clean;
        for (from, length) in [(30_000, 300), (90_000, 4_000), (160_000, 20)] {
            broken[from..from + length].fill(0.0);
        }
        let run = nearly(&made, &broken, 48_000, "dropouts");
        assert!(!run.gaps.is_empty() && run.frames == 150, "{run:?}");
    }
}

/// Played at another speed: samples between samples on a straight line.
fn played(samples: &[f32], speed: f64) -> Vec<f32> {
    let count = ((samples.len() - 1) as f64 / speed) as usize;
    let at = |n: usize| {
        let time = n as f64 * speed;
        let (whole, part) = (time as usize, (time.fract()) as f32);
        samples[whole] * (1.0 - part) + samples[whole + 1] * part
    };
    (0..count).map(at).collect()
}

#[test]
fn from_a_tenth_of_the_speed_to_ten_times_it_and_backwards() {
    for rate in ["24", "25", "29.97 drop"] {
        for (speed, sample_rate, frames) in [
            (0.1, 48_000, 40),
            (0.25, 48_000, 60),
            (0.5, 48_000, 60),
            (1.5, 48_000, 200),
            (3.0, 48_000, 300),
            (5.0, 48_000, 400),
            (8.0, 96_000, 500),
            (10.0, 96_000, 500),
        ] {
            let made = made(rate, "01:00:00:02", frames, 192_000);
            // Read as if recorded at another sample rate, at that speed.
            let step = speed * 192_000.0 / f64::from(sample_rate);
            let fast = played(&made.samples(), step);
            let run = nearly(&made, &fast, sample_rate, &format!("{rate} at {speed}"));
            assert!(
                (run.speed / speed - 1.0).abs() < 0.002,
                "{rate} {speed}: {}",
                run.speed
            );
            let mut back = fast;
            back.reverse();
            let run = nearly(&made, &back, sample_rate, &format!("{rate} at −{speed}"));
            assert_eq!(run.direction, TapeDirection::Backward);
            assert!(run.first > run.last);
        }
    }
}

#[test]
fn labels_that_jump_repeat_or_turn_are_runs_of_their_own() {
    let made = made("25", "10:00:00:00", 100, 48_000);
    let clean = made.samples();
    let frame = 1_920;
    let mut jumped = clean[..40 * frame].to_vec();
    jumped.extend(&clean[60 * frame..]);
    let runs = read(&jumped, 48_000);
    let ends: Vec<(String, String)> = runs
        .iter()
        .map(|run| (run.first.to_string(), run.last.to_string()))
        .collect();
    let pair = |one: &str, other: &str| (one.to_string(), other.to_string());
    assert_eq!(
        ends,
        [
            pair("10:00:00:00", "10:00:01:14"),
            pair("10:00:02:10", "10:00:03:24")
        ]
    );
    let mut repeated = clean[..40 * frame].to_vec();
    repeated.extend(&clean[39 * frame..]);
    assert_eq!(read(&repeated, 48_000).len(), 2);
    let mut turned = clean[..40 * frame].to_vec();
    turned.extend(clean[..40 * frame].iter().rev());
    let turned = read(&turned, 48_000);
    assert_eq!(turned.len(), 2);
    assert_eq!(turned[1].direction, TapeDirection::Backward);
}

#[test]
fn two_recordings_are_compared_by_their_labels() {
    let made = made("25", "10:00:00:00", 1_000, 48_000);
    let clean = made.samples();
    let runs = |samples: &[f32]| -> Vec<LabelRun> {
        let runs = read(samples, 48_000);
        runs.iter()
            .filter_map(|run| LabelRun::of(run, 48_000))
            .collect()
    };
    let mut late = vec![0.0; 4_800];
    late.extend(played(&clean, 1.0 - 50e-6));
    let found = compare(&runs(&clean), &runs(&late)).unwrap();
    assert!((found.offset_start - 0.1).abs() < 1e-4, "{found:?}");
    assert!((found.drift_ppm.unwrap() - 50.0).abs() < 1.0, "{found:?}");
    assert!(
        (found.offset_end - 0.1 - 40.0 * 50e-6).abs() < 2e-4,
        "{found:?}"
    );
    let other = self::made("25", "12:00:00:00", 100, 48_000);
    assert!(compare(&runs(&clean), &runs(&other.samples())).is_none());
    // Across midnight.
    let night = self::made("25", "23:59:59:00", 200, 48_000);
    let after = self::made("25", "00:00:01:00", 100, 48_000);
    let found = compare(&runs(&night.samples()), &runs(&after.samples())).unwrap();
    assert!((found.offset_start + 2.0).abs() < 1e-3, "{found:?}");
}

#[test]
fn silence_and_music_are_no_timecode() {
    assert!(read(&vec![0.0; 480_000], 48_000).is_empty());
    let mut white = noise(3);
    let hiss: Vec<f32> = (0..480_000).map(|_| white() * 0.5).collect();
    assert!(read(&hiss, 48_000).is_empty());
    let tone: Vec<f32> = (0..480_000).map(|n| (n as f32 * 0.13).sin()).collect();
    assert!(read(&tone, 48_000).is_empty());
}

/// 29.97 from 10:00:00:00 on for 50 frames, then the same label goes on as drop frame: another count, so another run.
#[test]
fn another_drop_flag_is_another_run() {
    let (counts, drops) = (
        made("29.97", "10:00:00:00", 50, 48_000),
        made("29.97 drop", "10:00:01;20", 50, 48_000),
    );
    let runs = read(&[counts.samples(), drops.samples()].concat(), 48_000);
    let told: Vec<(String, u64)> = runs
        .iter()
        .map(|run| (run.first.to_string(), run.frames))
        .collect();
    assert_eq!(
        told,
        [
            ("10:00:00:00".to_string(), 50),
            ("10:00:01;20".to_string(), 50)
        ]
    );
}
