//! Edges in a signal: noise averaged away, offset and hum taken off, crossings found that go all the way.

use super::resample::Upsampler;
use crate::lanes::highest;

/// What a detector is made for.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Scale {
    /// In bits a second.
    bits_per_second: f64,
    /// How many values a half bit is looked at with: fewer are quicker, more see faster bits too.
    values: f64,
}

/// A tenth of the usual speed.
pub(super) const SLOW: Scale = Scale {
    bits_per_second: 500.0,
    values: 2.7,
};
/// From a third of the usual speed to a quarter more.
pub(super) const USUAL: Scale = Scale {
    bits_per_second: 2_200.0,
    values: 2.7,
};
/// To ten times the usual speed.
pub(super) const FAST: Scale = Scale {
    bits_per_second: 12_000.0,
    values: 4.0,
};

/// More samples are made between those that are there, at most so many for one.
const MOST_TIMES: usize = 8;
/// What is made between samples shows nothing that isn't in them: a half bit has so many at least.
const LEAST_SAMPLES: f64 = 0.9;
/// The middle is taken over so many bits: hum is slower than that, the code is not.
const MIDDLE_BITS: f64 = 4.0;
/// A crossing goes this far, in parts of the signal's size there.
const FAR: f32 = 0.4;
const LESS_FAR: f32 = 0.2;
/// Nothing so much softer than what was there counts as a signal.
const SOFTEST: f32 = 0.08;
/// The first value that is far may be so many after the beginning of a recording, amid the code.
const AMID: usize = 10;
/// How much of the loudest is remembered from one piece to the next.
const REMEMBERED: f32 = 0.98;
/// Softer than this is silence: −100 dBFS.
const SILENCE: f32 = 1e-5;

/// Finds edges as samples come.
#[derive(Debug, Clone)]
pub(super) struct Detector {
    upsampler: Upsampler,
    times: usize,
    /// Samples that are made one value, and those that wait for it.
    group: usize,
    waiting: Vec<f32>,
    /// From one value to the next, and to the middle of the first, in samples.
    step: f64,
    middle: f64,
    /// Half the window that the middle is taken over.
    wide: usize,
    /// Values that are still needed, and which the first of them is.
    held: Vec<f32>,
    held_from: i64,
    /// The first value that hasn't been looked at.
    next: i64,
    sums: Vec<f64>,
    flat: Vec<f32>,
    piece: usize,
    loudest: f32,
    before: f32,
    /// Above or below; nothing before the first.
    side: i8,
    /// The first value that was far on its side.
    last_edge: i64,
    taken: u64,
}

impl Detector {
    /// None where the sample rate is too low for such bits.
    pub(super) fn new(scale: Scale, sample_rate: u32) -> Option<Self> {
        let half = f64::from(sample_rate) / scale.bits_per_second / 2.0;
        if half < LEAST_SAMPLES {
            return None;
        }
        let times = (scale.values / half).ceil().max(1.0) as usize;
        let times = times.next_power_of_two().min(MOST_TIMES);
        let group = (half * times as f64 / scale.values).max(1.0) as usize;
        let half = half * times as f64 / group as f64;
        Some(Self {
            upsampler: Upsampler::new(times),
            times,
            group,
            waiting: Vec::new(),
            step: group as f64 / times as f64,
            middle: (group - 1) as f64 / 2.0 / times as f64,
            wide: (half * MIDDLE_BITS) as usize,
            held: Vec::new(),
            held_from: 0,
            next: 0,
            sums: Vec::new(),
            flat: Vec::new(),
            piece: (half * 8.0) as usize,
            loudest: 0.0,
            before: 0.0,
            side: 0,
            last_edge: 0,
            taken: 0,
        })
    }

    /// Takes samples; says each edge that is sure by now, in samples from the first.
    pub(super) fn feed(&mut self, samples: &[f32], edge: &mut impl FnMut(f64)) {
        self.taken += samples.len() as u64;
        if self.times == 1 {
            self.gather(samples);
        } else {
            let mut more = Vec::new();
            self.upsampler.feed(samples, &mut more);
            self.gather(&more);
        }
        self.look(self.wide, false, edge);
    }

    /// Noise is averaged away: so many samples are one value.
    fn gather(&mut self, mut samples: &[f32]) {
        if self.group == 1 {
            self.held.extend_from_slice(samples);
            return;
        }
        let over = 1.0 / self.group as f32;
        if !self.waiting.is_empty() {
            let here = (self.group - self.waiting.len()).min(samples.len());
            self.waiting.extend_from_slice(&samples[..here]);
            samples = &samples[here..];
            if self.waiting.len() < self.group {
                return;
            }
            self.held.push(self.waiting.iter().sum::<f32>() * over);
            self.waiting.clear();
        }
        let groups = samples.chunks_exact(self.group);
        self.waiting.extend_from_slice(groups.remainder());
        // The usual rate, where the compiler knows how many there are.
        if self.group == 4 {
            let (fours, _) = samples.as_chunks::<4>();
            let sums = fours.iter().map(|[a, b, c, d]| (a + b + (c + d)) * 0.25);
            self.held.extend(sums);
        } else {
            self.held
                .extend(groups.map(|group| group.iter().sum::<f32>() * over));
        }
    }

    /// The edges that are left at the end; what the end's time is.
    pub(super) fn finish(&mut self, edge: &mut impl FnMut(f64)) -> f64 {
        let mut more = Vec::new();
        self.upsampler.finish(&mut more);
        self.gather(&more);
        if !self.waiting.is_empty() {
            let count = self.waiting.len() as f32;
            self.held.push(self.waiting.iter().sum::<f32>() / count);
            self.waiting.clear();
        }
        self.look(0, true, edge);
        self.taken as f64
    }

    /// The time of a value in samples: of the middle of those that it is made of.
    fn time(&self, value: f64) -> f64 {
        value * self.step + self.middle
    }

    /// Whether something is heard.
    pub(super) fn hears(&self) -> bool {
        self.loudest > SILENCE
    }

    /// Looks at every whole piece that has `after` samples behind it; at the last also at what is left.
    fn look(&mut self, after: usize, last: bool, edge: &mut impl FnMut(f64)) {
        if !last && self.held.len() <= 2 * self.wide {
            return;
        }
        let ready = self.held_from + (self.held.len() - after.min(self.held.len())) as i64;
        let count = usize::try_from(ready - self.next).unwrap_or(0);
        let whole = if last {
            count
        } else {
            count / self.piece * self.piece
        };
        if whole == 0 {
            return;
        }
        let kept = self.flatten(whole);
        let flat = std::mem::take(&mut self.flat);
        let pieces: Vec<f32> = flat[kept..].chunks(self.piece).map(highest).collect();
        for number in 0..pieces.len() {
            let before = match number {
                0 => self.before,
                number => pieces[number - 1],
            };
            let behind = pieces.get(number + 1).copied().unwrap_or(0.0);
            let size = before.max(pieces[number]).max(behind);
            self.loudest = (self.loudest * REMEMBERED).max(size);
            if size > SILENCE && size > self.loudest * SOFTEST {
                let from = kept + number * self.piece;
                let to = (from + self.piece).min(flat.len());
                // At the end the middle is known less well, and nothing comes that would be more sure.
                let sure = if last {
                    flat.len().saturating_sub(self.wide).clamp(from, to)
                } else {
                    to
                };
                self.edges(&flat, kept, from..sure, FAR * size, edge);
                self.edges(&flat, kept, sure..to, LESS_FAR * size, edge);
            }
        }
        self.before = pieces.last().copied().unwrap_or(0.0);
        self.flat = flat;
        self.next += whole as i64;
        let needed = self.next - 2 * self.wide as i64 - 1;
        let over = usize::try_from(needed - self.held_from).unwrap_or(0);
        let over = over.min(self.held.len());
        self.held.drain(..over);
        self.held_from += over as i64;
    }

    /// The next so many samples, averaged, without their middle, behind some of those before: how many of
    /// these there are.
    fn flatten(&mut self, count: usize) -> usize {
        let mut sum = 0.0;
        self.sums.clear();
        self.sums.push(0.0);
        self.sums.extend(self.held.iter().map(|sample| {
            sum += f64::from(*sample);
            sum
        }));
        let from = (self.next - self.held_from) as usize;
        let wide = self.wide;
        let last = self.sums.len() - 1;
        let sums = &self.sums;
        // A crossing may have begun among those before.
        let kept = self.flat.len().min(self.piece);
        self.flat.drain(..self.flat.len() - kept);
        let values = &self.held[from..from + count];
        if from >= wide && from + count + wide < last {
            let over = 1.0 / (2 * wide + 1) as f32;
            let high = &sums[from + wide + 1..][..count];
            let low = &sums[from - wide..][..count];
            let middle = high
                .iter()
                .zip(low)
                .map(|(high, low)| (high - low) as f32 * over);
            self.flat.extend(
                values
                    .iter()
                    .zip(middle)
                    .map(|(value, middle)| value - middle),
            );
        } else {
            self.flat
                .extend(values.iter().enumerate().map(|(number, value)| {
                    let at = from + number;
                    let (low, high) = (at.saturating_sub(wide), (at + wide + 1).min(last));
                    value - ((sums[high] - sums[low]) / (high - low) as f64) as f32
                }));
        }
        kept
    }

    /// Edges among some samples of `flat`, of which `next` is the one at `kept`: where it goes from far on
    /// one side to far on the other.
    fn edges(
        &mut self,
        flat: &[f32],
        kept: usize,
        range: std::ops::Range<usize>,
        far: f32,
        edge: &mut impl FnMut(f64),
    ) {
        let begins = self.next - kept as i64;
        let mut from = range.start;
        for values in flat[range].chunks(64) {
            let (above, below) = far_sides(values, far);
            let mut later = u64::MAX;
            loop {
                let other = match self.side {
                    0 => above | below,
                    1 => below,
                    _ => above,
                } & later;
                if other == 0 {
                    break;
                }
                let bit = other.trailing_zeros();
                later = (u64::MAX - 1) << bit;
                let at = from + bit as usize;
                let least = usize::try_from(self.last_edge - begins).unwrap_or(0);
                let crossed = match self.side {
                    0 => risen(flat, at, far / FAR),
                    _ => crossing(flat, least, at),
                };
                self.side = if above >> bit & 1 == 1 { 1 } else { -1 };
                self.last_edge = begins + at as i64;
                edge(self.time(begins as f64 + crossed));
            }
            from += values.len();
        }
    }
}

/// Which of up to 64 values are far above and far below, as bits: edges are few, and branches dear.
fn far_sides(values: &[f32], far: f32) -> (u64, u64) {
    let (mut above, mut below) = (0, 0);
    for (number, eight) in values.chunks(8).enumerate() {
        let mut sides = [0u8; 8];
        for (side, value) in sides.iter_mut().zip(eight) {
            *side = u8::from(*value >= far) << 7 | u8::from(*value <= -far);
        }
        let sides = u64::from_le_bytes(sides);
        above |= highest_bits(sides) << (8 * number);
        below |= highest_bits(sides << 7) << (8 * number);
    }
    (above, below)
}

/// The highest bits of eight bytes, as eight bits.
fn highest_bits(bytes: u64) -> u64 {
    ((bytes & 0x8080_8080_8080_8080) >> 7).wrapping_mul(0x0102_0408_1020_4080) >> 56
}

/// When it came up out of silence, before the value at `at`: at half its size. Where a recording begins
/// amid the code, with its first value: half a value before its middle.
fn risen(flat: &[f32], at: usize, size: f32) -> f64 {
    let value = flat[at];
    let amid = |early: &f32| early * value > 0.0 && early.abs() > 0.1 * size;
    if at == 0 || (at <= AMID && flat[..at].iter().all(amid)) {
        return -0.5;
    }
    let (low, high) = (flat[at - 1].abs(), value.abs());
    let part = (size / 2.0 - low) / (high - low).max(f32::MIN_POSITIVE);
    (at - 1) as f64 + f64::from(part.clamp(0.0, 1.0))
}

/// Where it crossed the middle before the sample at `at`, and not before the one at `least`.
fn crossing(flat: &[f32], least: usize, at: usize) -> f64 {
    let value = flat[at];
    let mut after = at;
    while after > least && flat[after - 1] * value > 0.0 {
        after -= 1;
    }
    if after == 0 {
        return 0.0;
    }
    let (low, high) = (flat[after - 1], flat[after]);
    let part = if high == low {
        0.5
    } else {
        high / (high - low)
    };
    after as f64 - f64::from(part)
}
