//! True peak: the highest point of the wave between samples, four times oversampled (ITU-R BS.1770,
//! annex 2).

use crate::lanes;

/// The filter of the recommendation, phase by phase. The third and fourth are the second and first
/// backwards.
const PHASES: [[f32; TAPS]; 4] = [
    [
        0.001_708_984_4,
        0.010_986_328,
        -0.019_653_32,
        0.033_203_125,
        -0.059_448_242,
        0.137_329_1,
        0.972_167_97,
        -0.102_294_92,
        0.047_607_422,
        -0.026_611_328,
        0.014_892_578,
        -0.008_300_781,
    ],
    [
        -0.029_174_805,
        0.029_296_875,
        -0.051_757_813,
        0.089_111_33,
        -0.166_503_9,
        0.465_087_9,
        0.779_785_16,
        -0.200_317_38,
        0.101_562_5,
        -0.058_227_54,
        0.033_081_055,
        -0.018_920_898,
    ],
    [
        -0.018_920_898,
        0.033_081_055,
        -0.058_227_54,
        0.101_562_5,
        -0.200_317_38,
        0.779_785_16,
        0.465_087_9,
        -0.166_503_9,
        0.089_111_33,
        -0.051_757_813,
        0.029_296_875,
        -0.029_174_805,
    ],
    [
        -0.008_300_781,
        0.014_892_578,
        -0.026_611_328,
        0.047_607_422,
        -0.102_294_92,
        0.972_167_97,
        0.137_329_1,
        -0.059_448_242,
        0.033_203_125,
        -0.019_653_32,
        0.010_986_328,
        0.001_708_984_4,
    ],
];
const TAPS: usize = 12;
/// Points that are made together.
const PIECE: usize = 64;
/// No phase makes more of its samples than this: the sum of its taps' sizes.
const MOST_GAIN: f32 = 2.03;

/// The highest point of the wave over these samples.
fn highest_between(samples: &[f32]) -> f32 {
    let points = samples.len().saturating_sub(TAPS - 1);
    let mut most = 0f32;
    for phase in &PHASES {
        let mut wave = [0f32; PIECE];
        for (at, tap) in phase.iter().enumerate() {
            // Tap by tap over all points: the compiler makes wide instructions of that.
            for (point, sample) in wave[..points].iter_mut().zip(&samples[at..]) {
                *point += tap * sample;
            }
        }
        most = most.max(lanes::highest(&wave[..points]));
    }
    most
}

/// The true peak of one channel, block by block.
#[derive(Debug, Clone)]
pub struct TruePeak {
    /// The samples before the next block.
    before: Vec<f32>,
    peak: f32,
}

impl Default for TruePeak {
    fn default() -> Self {
        Self {
            before: vec![0.0; TAPS - 1],
            peak: 0.0,
        }
    }
}

impl TruePeak {
    /// Takes a block whose highest sample is `highest`.
    pub fn feed(&mut self, block: &[f32], highest: f32) {
        self.peak = self.peak.max(highest);
        let around = self
            .before
            .iter()
            .fold(highest, |most, sample| most.max(sample.abs()));
        // What can't reach the peak so far needs no filter: most of a file.
        if around * MOST_GAIN > self.peak {
            let mut all = std::mem::take(&mut self.before);
            all.extend_from_slice(block);
            let ends = all.len().saturating_sub(TAPS - 1);
            for from in (0..ends).step_by(PIECE) {
                let to = (from + PIECE + TAPS - 1).min(all.len());
                let piece = &all[from..to];
                if lanes::highest(piece) * MOST_GAIN > self.peak {
                    self.peak = self.peak.max(highest_between(piece));
                }
            }
            self.before = all.split_off(all.len().saturating_sub(TAPS - 1));
        } else {
            self.before.extend_from_slice(block);
            self.before
                .drain(..self.before.len().saturating_sub(TAPS - 1));
        }
    }

    /// The highest so far, 1 being full scale.
    pub fn peak(&self) -> f32 {
        self.peak
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn no_phase_makes_more_than_is_said() {
        for phase in PHASES {
            assert!(phase.iter().map(|tap| tap.abs()).sum::<f32>() <= MOST_GAIN);
        }
    }

    #[test]
    fn a_wave_between_samples_is_found() {
        // A quarter of the sample rate, an eighth of a turn off: samples at ±0.707, the wave at 1.
        let wave: Vec<f32> = (0..4_000)
            .map(|n| (std::f32::consts::FRAC_PI_2 * n as f32 + std::f32::consts::FRAC_PI_4).sin())
            .collect();
        let mut whole = TruePeak::default();
        whole.feed(&wave, 0.708);
        assert!(
            (20.0 * whole.peak().log10()).abs() < 0.3,
            "{}",
            whole.peak()
        );
        let mut pieces = TruePeak::default();
        for piece in wave.chunks(5) {
            let highest = piece
                .iter()
                .fold(0.0, |most: f32, sample| most.max(sample.abs()));
            pieces.feed(piece, highest);
        }
        assert!((whole.peak() - pieces.peak()).abs() < 1e-6);
    }
}
