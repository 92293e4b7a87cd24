//! Frame after frame where the one before ended: most of a recording. A bit is looked at in two places
//! only; whatever isn't as expected goes back to the search for edges.

use super::clock::Word;
use super::codeword::{Codeword, SYNC, SYNC_BACKWARD};
use units::timecode::Label;

/// A half bit is averaged over this part of a bit, about its middle.
const LOOKED_AT: f64 = 0.25;
/// A bit's beginning steps at least so far, in parts of what they usually do.
const LEAST_STEP: f32 = 0.5;

/// Where the next frame begins, and what it will be like.
#[derive(Debug, Clone, Copy)]
pub(super) struct Lane {
    /// When it begins, in samples, and how long it lasts.
    pub(super) start: f64,
    frame: f64,
    backward: bool,
    last: Label,
    /// How far the code steps at the beginning of a bit, lately.
    step: f32,
}

/// What a look at the next frame came to.
#[derive(Debug, Clone, Copy)]
pub(super) enum Look {
    /// It isn't all there yet.
    Wait,
    /// It was read.
    Read(Word),
    /// It isn't as expected.
    Unlike,
}

impl Lane {
    /// Behind a word.
    pub(super) fn behind(word: &Word) -> Self {
        Self {
            start: word.end,
            frame: word.end - word.start,
            backward: word.backward,
            last: word.label,
            step: 0.0,
        }
    }

    pub(super) fn bit(&self) -> f64 {
        self.frame / f64::from(super::BITS)
    }

    /// Looks at the next frame, in samples of which the first is number `from`.
    pub(super) fn look(&mut self, samples: &[f32], from: u64) -> Look {
        let bit = self.bit();
        let begins = self.start - from as f64;
        let wide = ((bit * LOOKED_AT) as usize).clamp(1, 32);
        // The first half of the bit behind it is looked at too, and its edge to a part of a sample.
        let needed = begins + self.frame + 2.0 * bit;
        if begins < bit || needed >= samples.len() as f64 {
            return if begins < bit {
                Look::Unlike
            } else {
                Look::Wait
            };
        }
        let over = 1.0 / wide as f32;
        let half = wide as f64 / 2.0;
        let mean = |quarters: f64| {
            let at = (begins + bit * quarters / 4.0 - half + 0.5) as usize;
            samples[at..at + wide].iter().sum::<f32>() * over
        };
        let mut bits = 0u128;
        let mut steps = 0.0;
        let mut least = f32::INFINITY;
        let mut first = mean(1.0);
        for number in 0..super::BITS {
            let at = 4.0 * f64::from(number);
            let (second, next) = (mean(at + 3.0), mean(at + 5.0));
            let (within, behind) = ((second - first).abs(), (next - second).abs());
            bits = bits << 1 | u128::from(within * 2.0 > behind);
            steps += behind;
            least = least.min(behind);
            first = next;
        }
        let usual = steps / super::BITS as f32;
        let steady = least >= LEAST_STEP * usual && usual >= LEAST_STEP * self.step;
        let synced = match self.backward {
            false => bits & 0xFFFF == SYNC,
            true => bits >> 64 == SYNC_BACKWARD,
        };
        if !steady || !synced {
            return Look::Unlike;
        }
        let code = Codeword::received(bits, self.backward);
        let Some(label) = code.label().filter(|label| self.follows(*label)) else {
            return Look::Unlike;
        };
        self.step = usual;
        Look::Read(Word {
            start: self.start,
            end: self.start + self.frame,
            mark: self.start + if self.backward { 16.0 } else { 64.0 } * bit,
            label,
            code,
            backward: self.backward,
        })
    }

    /// Goes on behind a word that was read here, with its times made exact.
    pub(super) fn goes_on(&mut self, word: &Word) {
        let step = self.step;
        *self = Self {
            step,
            ..Self::behind(word)
        };
    }

    /// Whether a label is the next, or the first of the next second: the rest is the runs' business.
    fn follows(&self, label: Label) -> bool {
        let (from, to) = match self.backward {
            false => (self.last, label),
            true => (label, self.last),
        };
        let same_second =
            (from.hours, from.minutes, from.seconds) == (to.hours, to.minutes, to.seconds);
        if same_second {
            to.frames == from.frames + 1
        } else {
            to.frames <= 2 && from.frames >= 23
        }
    }
}
