//! Loudness of single channels (ITU-R BS.1770, gated as EBU R 128), four side by side: the filter waits for
//! its own last sample, so that four take hardly longer than one.

/// Channels that are filtered together.
pub const SIDE_BY_SIDE: usize = 4;
/// Windows a second; four of them are a gating block of 400 ms that overlaps the next by three.
const WINDOWS_PER_SECOND: f64 = 10.0;
/// Nothing softer counts, in LUFS.
const ABSOLUTE_GATE: f64 = -70.0;
/// Nothing so far below the average of what counts is counted, in LU.
const RELATIVE_GATE: f64 = -10.0;
/// Steps of the histogram a LU, and how many: to +30 LUFS, which only floating point reaches.
const STEPS_PER_LU: f64 = 10.0;
const STEPS: usize = 1_000;
/// What loudness stands above the power of the filtered wave (BS.1770, equation 2).
const OFFSET: f64 = -0.691;
/// What is left of a sound in the filter is nothing from here on: numbers still smaller are slow.
const NOTHING: f64 = 1e-30;

type Lanes = [f64; SIDE_BY_SIDE];

/// The loudness of up to four channels of one recording.
#[derive(Debug, Clone)]
pub struct Loudness {
    forward: [f64; 5],
    back: [f64; 5],
    state: [Lanes; 4],
    window: usize,
    /// Frames in the window so far, and the sum of their squares.
    frames: usize,
    square: Lanes,
    /// The sums of the last windows, newest last.
    last: Vec<Lanes>,
    blocks: Vec<[Blocks; SIDE_BY_SIDE]>,
}

/// Gating blocks of one step of the histogram: how many, and their powers added.
#[derive(Debug, Clone, Copy, Default)]
struct Blocks {
    count: u64,
    power: f64,
}

impl Loudness {
    /// For a sample rate; none for one that is too low for the filter.
    pub fn new(sample_rate: u32) -> Option<Self> {
        let rate = f64::from(sample_rate);
        // The shelf's corner lies at 1.7 kHz.
        if rate < 4_000.0 {
            return None;
        }
        let (forward, back) = k_filter(rate);
        Some(Self {
            forward,
            back,
            state: [[0.0; SIDE_BY_SIDE]; 4],
            window: (rate / WINDOWS_PER_SECOND) as usize,
            frames: 0,
            square: [0.0; SIDE_BY_SIDE],
            last: Vec::with_capacity(4),
            blocks: vec![[Blocks::default(); SIDE_BY_SIDE]; STEPS],
        })
    }

    /// Takes samples of up to four channels, all of one length.
    pub fn feed(&mut self, channels: &[&[f32]]) {
        let Some(first) = channels.first() else {
            return;
        };
        // Lanes that nobody needs repeat the first.
        let lane = |number: usize| *channels.get(number).unwrap_or(first);
        let mut rest: [&[f32]; SIDE_BY_SIDE] = std::array::from_fn(lane);
        while !rest[0].is_empty() {
            let here = (self.window - self.frames).min(rest[0].len());
            let (now, later) = split(rest, here);
            self.filter(now);
            rest = later;
            self.frames += here;
            if self.frames == self.window {
                self.close_window();
            }
        }
    }

    fn filter(&mut self, channels: [&[f32]; SIDE_BY_SIDE]) {
        let (b, a) = (self.forward, self.back);
        let [mut one, mut two, mut three, mut four] = self.state;
        let mut square = self.square;
        let [first, second, third, fourth] = channels;
        let samples = first.iter().zip(second).zip(third.iter().zip(fourth));
        for ((first, second), (third, fourth)) in samples {
            let samples = [*first, *second, *third, *fourth];
            let mut now = [0.0; SIDE_BY_SIDE];
            for lane in 0..SIDE_BY_SIDE {
                // What came longest ago first: only the last product waits for the sample before.
                let older = a[4] * four[lane] + a[3] * three[lane] + a[2] * two[lane];
                now[lane] = (f64::from(samples[lane]) - older) - a[1] * one[lane];
                let older = b[4] * four[lane] + b[3] * three[lane] + b[2] * two[lane];
                let out = older + b[1] * one[lane] + b[0] * now[lane];
                square[lane] += out * out;
            }
            (four, three, two, one) = (three, two, one, now);
        }
        self.state = [one, two, three, four];
        for state in self.state.iter_mut().flatten() {
            if state.abs() < NOTHING {
                *state = 0.0;
            }
        }
        self.square = square;
    }

    fn close_window(&mut self) {
        if self.last.len() == 4 {
            self.last.remove(0);
        }
        self.last.push(std::mem::take(&mut self.square));
        self.frames = 0;
        if self.last.len() < 4 {
            return;
        }
        for lane in 0..SIDE_BY_SIDE {
            let sum: f64 = self.last.iter().map(|window| window[lane]).sum();
            let power = sum / (4 * self.window) as f64;
            let loudness = lufs(power);
            if loudness >= ABSOLUTE_GATE {
                let step = step_of(loudness).min(STEPS - 1);
                let blocks = &mut self.blocks[step][lane];
                blocks.count += 1;
                blocks.power += power;
            }
        }
    }

    /// The loudness of one of them, in LUFS; none where it is shorter than a gating block or softer than
    /// the absolute gate.
    pub fn integrated(&self, lane: usize) -> Option<f64> {
        let average = |steps: &[[Blocks; SIDE_BY_SIDE]]| {
            let blocks = steps.iter().map(|step| step[lane]);
            let all = blocks.fold(Blocks::default(), |all, step| Blocks {
                count: all.count + step.count,
                power: all.power + step.power,
            });
            (all.count > 0).then(|| lufs(all.power / all.count as f64))
        };
        let gate = average(&self.blocks)? + RELATIVE_GATE;
        average(&self.blocks[step_of(gate.max(ABSOLUTE_GATE)).min(STEPS - 1)..])
    }
}

fn lufs(power: f64) -> f64 {
    OFFSET + 10.0 * power.log10()
}

fn step_of(loudness: f64) -> usize {
    ((loudness - ABSOLUTE_GATE) * STEPS_PER_LU) as usize
}

fn split(
    channels: [&[f32]; SIDE_BY_SIDE],
    at: usize,
) -> ([&[f32]; SIDE_BY_SIDE], [&[f32]; SIDE_BY_SIDE]) {
    (
        channels.map(|samples| &samples[..at]),
        channels.map(|samples| &samples[at..]),
    )
}

/// The shelf and the high-pass of BS.1770 as one filter, for any sample rate: their analogue corners, taken
/// over by the bilinear transform. Forward and back, the first of `back` being 1.
fn k_filter(rate: f64) -> ([f64; 5], [f64; 5]) {
    let (shelf_hz, shelf_db, shelf_q) = (
        1_681.974_450_955_533,
        3.999_843_853_973_347,
        0.707_175_236_955_419_6,
    );
    let k = (std::f64::consts::PI * shelf_hz / rate).tan();
    let high = 10f64.powf(shelf_db / 20.0);
    let middle = high.powf(0.499_666_774_154_541_6);
    let whole = 1.0 + k / shelf_q + k * k;
    let shelf = [
        (high + middle * k / shelf_q + k * k) / whole,
        2.0 * (k * k - high) / whole,
        (high - middle * k / shelf_q + k * k) / whole,
    ];
    let shelf_back = [
        1.0,
        2.0 * (k * k - 1.0) / whole,
        (1.0 - k / shelf_q + k * k) / whole,
    ];
    let (pass_hz, pass_q) = (38.135_470_876_024_44, 0.500_327_037_323_877_3);
    let k = (std::f64::consts::PI * pass_hz / rate).tan();
    let whole = 1.0 + k / pass_q + k * k;
    let pass = [1.0, -2.0, 1.0];
    let pass_back = [
        1.0,
        2.0 * (k * k - 1.0) / whole,
        (1.0 - k / pass_q + k * k) / whole,
    ];
    (product(shelf, pass), product(shelf_back, pass_back))
}

/// Two polynomials multiplied.
fn product(one: [f64; 3], other: [f64; 3]) -> [f64; 5] {
    let mut all = [0.0; 5];
    for (n, factor) in one.iter().enumerate() {
        for (m, with) in other.iter().enumerate() {
            all[n + m] += factor * with;
        }
    }
    all
}

#[cfg(test)]
mod tests {
    use super::*;
    use ebur128::{EbuR128, Mode};

    /// Noise that swells and pauses, from a generator that always makes the same.
    fn talk(seed: u32, frames: usize) -> Vec<f32> {
        let mut state = seed;
        let sample = |n: usize| {
            state = state.wrapping_mul(1_664_525).wrapping_add(1_013_904_223);
            let noise = f64::from(state) / f64::from(u32::MAX) - 0.5;
            let swell = ((n as f64 / 30_000.0).sin().abs() - 0.2).max(0.0003);
            (noise * swell) as f32
        };
        (0..frames).map(sample).collect()
    }

    #[test]
    fn it_is_what_another_meter_reads() {
        for rate in [8_000, 44_100, 48_000, 96_000] {
            let frames = rate as usize * 7;
            let channels: Vec<Vec<f32>> = (1..4).map(|seed| talk(seed, frames)).collect();
            let mut ours = Loudness::new(rate).unwrap();
            for from in (0..frames).step_by(1_000) {
                let to = (from + 1_000).min(frames);
                let piece: Vec<&[f32]> =
                    channels.iter().map(|samples| &samples[from..to]).collect();
                ours.feed(&piece);
            }
            for (lane, samples) in channels.iter().enumerate() {
                let mut theirs = EbuR128::new(1, rate, Mode::I).unwrap();
                theirs.add_frames_f32(samples).unwrap();
                let theirs = theirs.loudness_global().unwrap();
                let read = ours.integrated(lane).unwrap();
                assert!((read - theirs).abs() < 0.02, "{rate}: {read} {theirs}");
            }
        }
    }

    #[test]
    fn the_tone_of_the_recommendation() {
        // 997 Hz at full scale in one channel reads −3.01 LUFS.
        let wave: Vec<f32> = (0..48_000 * 2)
            .map(|n| (n as f64 * 997.0 / 48_000.0 * std::f64::consts::TAU).sin() as f32)
            .collect();
        let mut meter = Loudness::new(48_000).unwrap();
        meter.feed(&[&wave]);
        assert!((meter.integrated(0).unwrap() + 3.01).abs() < 0.01);
    }

    #[test]
    fn too_short_too_soft_and_too_slow_have_none() {
        let mut meter = Loudness::new(48_000).unwrap();
        meter.feed(&[&[0.5; 10_000]]);
        assert_eq!(meter.integrated(0), None);
        meter.feed(&[&[0.0; 200_000]]);
        let mut soft = Loudness::new(48_000).unwrap();
        soft.feed(&[&talk(1, 96_000)
            .iter()
            .map(|sample| sample * 1e-5)
            .collect::<Vec<_>>()]);
        assert_eq!(soft.integrated(0), None);
        assert!(Loudness::new(1_000).is_none());
    }
}
