//! Timecode as it is heard: the label at the last sample.

use super::decode::Decoder;
use super::runs::{Run, TapeDirection};

/// So long without a frame, in seconds, and it is gone.
const GONE: f64 = 0.5;

/// Hears a live input.
#[derive(Debug, Clone)]
pub struct Live {
    decoder: Decoder,
    sample_rate: u32,
    heard: u64,
}

/// What is heard now.
#[derive(Debug, Clone, PartialEq)]
pub struct Heard {
    /// The label at the last sample.
    pub label: String,
    /// When that frame begins, in seconds after midnight; none backwards.
    pub seconds: Option<f64>,
    /// The run that goes on.
    pub run: Run,
}

impl Live {
    /// For samples of a rate, in samples a second.
    pub fn new(sample_rate: u32) -> Self {
        Self {
            decoder: Decoder::new(sample_rate),
            sample_rate,
            heard: 0,
        }
    }

    /// Its samples a second.
    pub fn sample_rate(&self) -> u32 {
        self.sample_rate
    }

    /// Takes the next samples. What is no number is silence.
    pub fn feed(&mut self, samples: &mut [f32]) {
        for sample in samples.iter_mut().filter(|sample| !sample.is_finite()) {
            *sample = 0.0;
        }
        self.decoder.feed(samples);
        self.heard += samples.len() as u64;
    }

    /// What was read last, carried on to the last sample; none where there is no timecode.
    pub fn now(&self) -> Option<Heard> {
        let run = self.decoder.so_far().pop()?;
        let behind = self.heard as f64 - run.end_sample;
        let last = run.rate.frame_of(run.last).ok()?;
        if behind > GONE * f64::from(self.sample_rate) {
            return None;
        }
        // The frame that was read is over: the next one runs.
        let on = (behind / run.samples_a_frame).max(0.0) + 1.0;
        let forward = run.direction == TapeDirection::Forward;
        let frame = last as f64 + if forward { on } else { -on };
        let day = run.rate.labels_in_a_day() as f64;
        Some(Heard {
            label: run.rate.label(frame.rem_euclid(day) as u64),
            seconds: forward.then(|| run.rate.seconds_of(1) * frame),
            run,
        })
    }
}

impl Heard {
    /// How much later the timecode is than a clock, in seconds after midnight: the nearer way round a day,
    /// in milliseconds.
    pub fn off_clock_ms(&self, clock: f64) -> Option<f64> {
        const DAY: f64 = 86_400.0;
        let off = (self.seconds? - clock + DAY / 2.0).rem_euclid(DAY) - DAY / 2.0;
        clock.is_finite().then(|| (off * 1_000.0).round())
    }
}
