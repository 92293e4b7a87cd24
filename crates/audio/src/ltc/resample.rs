//! More samples between those that are there, where a half bit has too few to see its edges.

/// Samples on either side that a new one is made of.
const REACH: usize = 8;

/// Makes `times` as many samples (a windowed sinc, phase by phase).
#[derive(Debug, Clone)]
pub(super) struct Upsampler {
    times: usize,
    phases: Vec<[f32; 2 * REACH]>,
    held: Vec<f32>,
}

impl Upsampler {
    pub(super) fn new(times: usize) -> Self {
        let phase = |number: usize| {
            let shift = number as f64 / times as f64;
            let mut taps: [f32; 2 * REACH] = std::array::from_fn(|tap| {
                let x = tap as f64 - (REACH - 1) as f64 - shift;
                let turn = std::f64::consts::PI * x;
                let sinc = if x.abs() < 1e-9 {
                    1.0
                } else {
                    turn.sin() / turn
                };
                let window = (turn / (2.0 * REACH as f64)).cos().powi(2);
                (sinc * window) as f32
            });
            let sum: f32 = taps.iter().sum();
            taps.iter_mut().for_each(|tap| *tap /= sum);
            taps
        };
        Self {
            times,
            phases: (0..times).map(phase).collect(),
            held: Vec::new(),
        }
    }

    /// Takes samples and adds what can be made so far. What is made first stands at the first sample.
    pub(super) fn feed(&mut self, samples: &[f32], into: &mut Vec<f32>) {
        if self.times == 1 {
            into.extend_from_slice(samples);
            return;
        }
        if self.held.is_empty()
            && let Some(first) = samples.first()
        {
            self.held.resize(REACH - 1, *first);
        }
        self.held.extend_from_slice(samples);
        let made = self.held.len().saturating_sub(2 * REACH - 1);
        into.reserve(made * self.times);
        for from in 0..made {
            let around = &self.held[from..from + 2 * REACH];
            for taps in &self.phases {
                into.push(
                    around
                        .iter()
                        .zip(taps)
                        .map(|(sample, tap)| sample * tap)
                        .sum(),
                );
            }
        }
        self.held.drain(..made);
    }

    /// What is left at the end: the last sample goes on.
    pub(super) fn finish(&mut self, into: &mut Vec<f32>) {
        if let Some(last) = self.held.last().copied()
            && self.times > 1
        {
            self.feed(&[last; REACH], into);
        }
    }
}
