//! Timecode out of samples, at any level, either way up, at a tenth of the speed to ten times it, forwards
//! and backwards.

use super::clock::{BitClock, Word};
use super::detect::{Detector, FAST, SLOW, Scale, USUAL};
use super::runs::{Run, Tracker};
use crate::timecode::Label;

/// So long, in seconds, nothing is read before other speeds are tried.
const PATIENCE: f64 = 1.0;
/// So much is kept to be looked at again, in seconds.
const LOOKED_BACK: f64 = 2.5;
/// Samples that are looked at together.
const PIECE: usize = 8_192;

/// Reads one channel as its samples come. Memory doesn't grow with the length.
#[derive(Debug, Clone)]
pub struct Decoder {
    sample_rate: u32,
    reader: Option<Reader>,
    scale: usize,
    tracker: Tracker,
    /// The last samples, and which the first of them is.
    recent: Vec<f32>,
    recent_from: u64,
    taken: u64,
    /// When something was read last, or tried.
    last_read: u64,
    /// Where the last word ended.
    said_to: f64,
}

/// The order in which speeds are tried.
const SCALES: [Scale; 3] = [USUAL, SLOW, FAST];

#[derive(Debug, Clone)]
struct Reader {
    detector: Detector,
    clock: BitClock,
    from: u64,
}

impl Reader {
    fn new(scale: Scale, sample_rate: u32, from: u64) -> Option<Self> {
        Some(Self {
            detector: Detector::new(scale, sample_rate)?,
            clock: BitClock::default(),
            from,
        })
    }

    fn feed(&mut self, samples: &[f32], words: &mut Vec<Word>) {
        let (clock, from) = (&mut self.clock, self.from as f64);
        self.detector.feed(samples, &mut |edge| {
            clock.edge(edge + from, &mut |word| words.push(word));
        });
    }

    fn finish(&mut self, words: &mut Vec<Word>) {
        let (clock, from) = (&mut self.clock, self.from as f64);
        let end = self.detector.finish(&mut |edge| {
            clock.edge(edge + from, &mut |word| words.push(word));
        });
        clock.finish(end + from, &mut |word| words.push(word));
    }
}

impl Decoder {
    /// For samples of a rate, in samples a second.
    pub fn new(sample_rate: u32) -> Self {
        let scale = SCALES
            .iter()
            .position(|scale| Detector::new(*scale, sample_rate).is_some());
        let scale = scale.unwrap_or(0);
        Self {
            sample_rate,
            reader: Reader::new(SCALES[scale], sample_rate, 0),
            scale,
            tracker: Tracker::default(),
            recent: Vec::new(),
            recent_from: 0,
            taken: 0,
            last_read: 0,
            said_to: f64::NEG_INFINITY,
        }
    }

    /// Takes the next samples.
    pub fn feed(&mut self, samples: &[f32]) {
        let mut words = Vec::new();
        for piece in samples.chunks(PIECE) {
            self.remember(piece);
            self.taken += piece.len() as u64;
            if let Some(reader) = &mut self.reader {
                reader.feed(piece, &mut words);
            }
            self.tell(&mut words);
            let patience = (PATIENCE * f64::from(self.sample_rate)) as u64;
            let locked = self
                .reader
                .as_ref()
                .is_some_and(|reader| reader.clock.is_locked());
            if !locked && self.taken - self.last_read > patience {
                self.try_others(false);
            }
        }
    }

    /// What was read last: its label, when it began in samples, and whether it runs backwards.
    pub fn latest(&self) -> Option<(Label, f64, bool)> {
        self.tracker.latest()
    }

    /// The runs so far.
    pub fn so_far(&self) -> Vec<Run> {
        self.tracker.so_far(self.sample_rate)
    }

    /// How many frames were read.
    pub fn words(&self) -> u64 {
        self.tracker.words
    }

    /// The runs, at the end.
    pub fn finish(mut self) -> Vec<Run> {
        let mut words = Vec::new();
        if let Some(reader) = &mut self.reader {
            reader.finish(&mut words);
        }
        let locked = self
            .reader
            .as_ref()
            .is_some_and(|reader| reader.clock.is_locked());
        self.tell(&mut words);
        if !locked {
            self.try_others(true);
        }
        self.tracker.finish(self.sample_rate)
    }

    fn remember(&mut self, piece: &[f32]) {
        let most = (LOOKED_BACK * f64::from(self.sample_rate)) as usize;
        self.recent.extend_from_slice(piece);
        // Moved only now and then: it costs as much as what is kept.
        if self.recent.len() > 2 * most {
            let over = self.recent.len() - most;
            self.recent.drain(..over);
            self.recent_from += over as u64;
        }
    }

    fn tell(&mut self, words: &mut Vec<Word>) {
        for word in words.drain(..) {
            if word.start < self.said_to - 0.25 * (word.end - word.start) {
                continue;
            }
            self.said_to = word.end;
            self.last_read = self.taken;
            self.tracker.take(word, self.sample_rate);
        }
    }

    /// A word with its times to a part of a sample: bits are told apart by far less.
    fn refined(&self, word: Word) -> Word {
        let bit = (word.end - word.start) / f64::from(super::BITS);
        let exact = |time: f64| {
            let at = time - self.recent_from as f64;
            crossing_near(&self.recent, at, bit).map_or(time, |at| at + self.recent_from as f64)
        };
        Word {
            start: exact(word.start),
            end: exact(word.end),
            mark: exact(word.mark),
            ..word
        }
    }

    /// Looks at the last seconds as if they ran at other speeds, and stays at what reads most.
    fn try_others(&mut self, last: bool) {
        self.last_read = self.taken;
        let hears = self
            .reader
            .as_ref()
            .is_none_or(|reader| reader.detector.hears());
        if !hears {
            return;
        }
        let mut best: Option<(usize, Reader, Vec<Word>)> = None;
        for (number, scale) in SCALES.iter().enumerate() {
            let Some(mut reader) = Reader::new(*scale, self.sample_rate, self.recent_from) else {
                continue;
            };
            if number == self.scale {
                continue;
            }
            let mut words = Vec::new();
            reader.feed(&self.recent, &mut words);
            if last {
                reader.finish(&mut words);
            }
            words.retain(|word| word.start > self.said_to - 0.25 * (word.end - word.start));
            if words.len() > best.as_ref().map_or(0, |(.., best)| best.len()) {
                best = Some((number, reader, words));
            }
        }
        if let Some((scale, reader, mut words)) = best {
            self.scale = scale;
            self.reader = Some(reader);
            self.tell(&mut words);
        }
    }
}

/// The crossing of the middle nearest to a time, in samples, where one is near.
fn crossing_near(samples: &[f32], time: f64, bit: f64) -> Option<f64> {
    // A full half bit on either side of the edge: as much above as below, with whatever hum there is.
    let half = (bit / 2.0) as usize;
    let centre = usize::try_from(time.round() as i64).ok()?;
    let around = samples.get(centre.checked_sub(half)?..=centre + half)?;
    let middle = around.iter().sum::<f32>() / around.len() as f32;
    let reach = (bit / 4.0).max(1.0);
    let pairs = around.windows(2).enumerate();
    let crossings = pairs.filter_map(|(number, pair)| {
        let (before, after) = (pair[0] - middle, pair[1] - middle);
        (before * after <= 0.0 && before != after).then(|| {
            let part = f64::from(before / (before - after));
            (centre - half + number) as f64 + part
        })
    });
    let nearest = crossings.min_by(|one, other| {
        let far = |at: &f64| (at - time).abs();
        far(one).total_cmp(&far(other))
    });
    nearest.filter(|at| (at - time).abs() <= reach)
}
