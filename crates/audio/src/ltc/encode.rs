//! Labels as samples: a square wave with soft edges, each at its exact time.

use super::codeword::Codeword;
use units::timecode::{TimecodeRate, UserBits};

/// An edge takes so long from end to end: 40 µs from a tenth to nine tenths (ST 12-1, 9.4).
const EDGE_SECONDS: f64 = 50e-6;

/// What is sent.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Signal {
    /// The rate, at or below 30: timecode on a wire counts pairs of frames above that.
    pub rate: TimecodeRate,
    /// The frame of the day that comes first.
    pub first: u64,
    /// How many frames.
    pub frames: u64,
    /// Samples a second.
    pub sample_rate: u32,
    /// Its peak, 1 being full scale.
    pub peak: f32,
    /// The user bits of every frame.
    pub user_bits: UserBits,
    /// Whether the user bits hold a date.
    pub date: bool,
}

/// Makes the samples, piece by piece: memory doesn't grow with the length.
#[derive(Debug, Clone)]
pub struct Encoder {
    signal: Signal,
    /// Half bits that have been sent, and the word that is being sent.
    half: u64,
    word: Codeword,
    /// The level after the last edge: 1 or −1.
    level: f64,
    /// Edges near the samples that are made: when, in samples, and the level after it.
    edges: Vec<(f64, f64)>,
    sample: u64,
    total: u64,
}

impl Encoder {
    /// Ready to make the first sample.
    pub fn new(signal: Signal) -> Self {
        Self {
            signal,
            half: 0,
            word: Codeword(0),
            level: -1.0,
            edges: Vec::new(),
            sample: 0,
            total: samples(signal),
        }
    }

    /// Samples that it makes in all.
    pub fn total(&self) -> u64 {
        self.total
    }

    /// The next samples, as many as there is room for; how many they are: none at the end.
    pub fn fill(&mut self, into: &mut [f32]) -> usize {
        let here = into
            .len()
            .min((self.total - self.sample).min(usize::MAX as u64) as usize);
        // An edge that is shorter than a sample is drawn over one: its time stays exact.
        let width = (EDGE_SECONDS * f64::from(self.signal.sample_rate)).max(1.0);
        for sample in &mut into[..here] {
            let at = self.sample as f64;
            while self.edges.last().is_none_or(|(time, _)| *time < at + width) {
                if !self.next_edge() {
                    break;
                }
            }
            // Edges are half a bit apart at the least; those that are over are as good as gone.
            while self.edges.len() > 1 && self.edges[1].0 + width / 2.0 < at {
                self.edges.remove(0);
            }
            let mut level = self.edges.first().map_or(self.level, |(_, after)| -after);
            for (time, after) in &self.edges {
                let done = ((at - time) / width + 0.5).clamp(0.0, 1.0);
                level += 2.0 * after * done;
            }
            *sample = (level * f64::from(self.signal.peak)) as f32;
            self.sample += 1;
        }
        here
    }

    /// Finds the next edge; none after the last frame.
    fn next_edge(&mut self) -> bool {
        const HALVES: u64 = 2 * super::BITS as u64;
        loop {
            let (frame, half) = (self.half / HALVES, self.half % HALVES);
            if frame >= self.signal.frames {
                return false;
            }
            if half == 0 {
                let Signal {
                    rate,
                    first,
                    user_bits,
                    date,
                    ..
                } = self.signal;
                self.word = Codeword::of(rate.label_at(first + frame), rate, user_bits, date);
            }
            let bit = self.word.bit((half / 2) as u32);
            let time = half_time(self.signal, self.half);
            self.half += 1;
            // Every bit begins with an edge; a one has another in its middle.
            if half.is_multiple_of(2) || bit {
                self.level = -self.level;
                self.edges.push((time, self.level));
                return true;
            }
        }
    }
}

/// When a half bit begins, in samples: exact to a rounding, however long it goes on.
fn half_time(signal: Signal, half: u64) -> f64 {
    let rate = signal.rate.rate();
    let over = u128::from(half) * u128::from(signal.sample_rate) * u128::from(rate.denominator());
    let under = u128::from(rate.numerator()) * 2 * u128::from(super::BITS);
    (over / under) as f64 + (over % under) as f64 / under as f64
}

/// Samples of so many frames, to the next whole one.
fn samples(signal: Signal) -> u64 {
    let rate = signal.rate.rate();
    let over =
        u128::from(signal.frames) * u128::from(signal.sample_rate) * u128::from(rate.denominator());
    over.div_ceil(u128::from(rate.numerator())) as u64
}
