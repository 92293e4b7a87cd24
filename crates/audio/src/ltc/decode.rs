//! Timecode out of samples, at any level, either way up, at a tenth of the speed to ten times it, forwards
//! and backwards.

use super::clock::{BitClock, Word};
use super::detect::{Detector, FAST, SLOW, Scale, USUAL};
use super::lane::{Lane, Look};
use super::runs::{Run, Tracker};

/// So long, in seconds, nothing is read before other speeds are tried.
const PATIENCE: f64 = 1.0;
/// So much is kept to be looked at again, in seconds.
const LOOKED_BACK: f64 = 2.5;
/// Samples that are looked at together.
const PIECE: usize = 8_192;

/// Frames in a row before the next are looked for where the last one ended.
const STEADY: u32 = 4;

/// Reads one channel as its samples come. Memory doesn't grow with the length.
#[derive(Debug, Clone)]
pub struct Decoder {
    sample_rate: u32,
    way: ReadMode,
    scale: usize,
    tracker: Tracker,
    /// The last samples, and which the first of them is.
    recent: Vec<f32>,
    recent_from: u64,
    taken: u64,
    /// When something was read last, or tried.
    last_read: u64,
    /// The last word, and how many came in a row.
    last: Option<Word>,
    in_a_row: u32,
}

/// How it reads.
#[derive(Debug, Clone)]
enum ReadMode {
    /// Searching for edges; not at all where the sample rate is too low.
    Search(Option<Box<Reader>>),
    /// Frame behind frame.
    Lane(Lane),
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
        let readers = SCALES
            .iter()
            .map(|scale| Reader::new(*scale, sample_rate, 0));
        let mut readers = readers.enumerate();
        let (scale, reader) = readers
            .find(|(_, reader)| reader.is_some())
            .unwrap_or((0, None));
        Self {
            sample_rate,
            way: ReadMode::Search(reader.map(Box::new)),
            scale,
            tracker: Tracker::default(),
            recent: Vec::new(),
            recent_from: 0,
            taken: 0,
            last_read: 0,
            last: None,
            in_a_row: 0,
        }
    }

    /// Takes the next samples.
    pub fn feed(&mut self, samples: &[f32]) {
        for piece in samples.chunks(PIECE) {
            self.remember(piece);
            match &mut self.way {
                ReadMode::Lane(_) => self.follow(),
                ReadMode::Search(Some(reader)) => {
                    let mut words = Vec::new();
                    reader.feed(piece, &mut words);
                    self.tell(&mut words);
                    self.search_on();
                }
                ReadMode::Search(None) => {}
            }
        }
    }

    /// The runs so far.
    pub fn so_far(&self) -> Vec<Run> {
        self.tracker.so_far(self.sample_rate)
    }

    /// The runs, at the end.
    pub fn finish(mut self) -> Vec<Run> {
        if matches!(self.way, ReadMode::Lane(_)) {
            self.search_again();
        }
        let bit = self.bit();
        if let ReadMode::Search(Some(reader)) = &mut self.way {
            let mut words = Vec::new();
            reader.finish(&mut words);
            self.tell(&mut words);
        }
        if bit.is_none() {
            self.try_others(true);
        }
        self.tracker.finish(self.sample_rate)
    }

    /// How long a bit is, in samples, while that is known.
    fn bit(&self) -> Option<f64> {
        match &self.way {
            ReadMode::Search(reader) => reader.as_ref()?.clock.bit(),
            ReadMode::Lane(lane) => Some(lane.bit()),
        }
    }

    /// Keeps what may be looked at again: while it is read, the frame that isn't over and the one before; else
    /// the last seconds.
    fn remember(&mut self, piece: &[f32]) {
        let looked_back = (LOOKED_BACK * f64::from(self.sample_rate)) as usize;
        let frames = |bit: f64| (3.0 * f64::from(super::BITS) * bit) as usize;
        let most = self.bit().map_or(looked_back, frames);
        // Moved only now and then: it costs as much as what is kept.
        if self.recent.len() > 2 * most.max(PIECE) {
            let over = self.recent.len() - most.max(PIECE);
            self.recent.drain(..over);
            self.recent_from += over as u64;
        }
        self.recent.extend_from_slice(piece);
        self.taken += piece.len() as u64;
    }

    /// Reads frame behind frame, as far as they are there.
    fn follow(&mut self) {
        while let ReadMode::Lane(lane) = &mut self.way {
            match lane.look(&self.recent, self.recent_from) {
                Look::Wait => return,
                Look::Read(word) => self.take(word),
                Look::Unlike => self.search_again(),
            }
        }
    }

    /// Back to the search for edges, from a frame before the one that wasn't as expected.
    fn search_again(&mut self) {
        let ReadMode::Lane(lane) = &self.way else {
            return;
        };
        let back = lane.start - 1.5 * lane.bit() * f64::from(super::BITS);
        let from = (back.max(0.0) as u64).clamp(self.recent_from, self.taken);
        self.in_a_row = 0;
        let reader = Reader::new(SCALES[self.scale], self.sample_rate, from);
        self.way = ReadMode::Search(reader.map(Box::new));
        if let ReadMode::Search(Some(reader)) = &mut self.way {
            let mut words = Vec::new();
            reader.feed(
                &self.recent[(from - self.recent_from) as usize..],
                &mut words,
            );
            self.tell(&mut words);
        }
    }

    /// After a search: on to the next frames where enough were read, else other speeds.
    fn search_on(&mut self) {
        let patience = (PATIENCE * f64::from(self.sample_rate)) as u64;
        if let Some(last) = self.last.filter(|_| self.in_a_row >= STEADY) {
            self.way = ReadMode::Lane(Lane::behind(&last));
            self.follow();
        } else if self.bit().is_none() && self.taken - self.last_read > patience {
            self.try_others(false);
        }
    }

    /// Whether a word was told before.
    fn is_new(&self, word: &Word) -> bool {
        let told_to = self.last.map_or(f64::NEG_INFINITY, |last| last.end);
        word.start > told_to - 0.25 * (word.end - word.start)
    }

    fn tell(&mut self, words: &mut Vec<Word>) {
        for word in words.drain(..) {
            if self.is_new(&word) {
                self.take(word);
            }
        }
    }

    /// Takes a word that was read, its times made exact.
    fn take(&mut self, word: Word) {
        let word = self.refined(word);
        let joins = self.last.is_some_and(|last| {
            (word.start - last.end).abs() < 0.01 * (word.end - word.start)
                && last.backward == word.backward
        });
        self.in_a_row = if joins { self.in_a_row + 1 } else { 0 };
        self.last = Some(word);
        self.last_read = self.taken;
        self.tracker.take(word, self.sample_rate);
        if let ReadMode::Lane(lane) = &mut self.way {
            lane.goes_on(&word);
        }
    }

    /// A word with its times to a part of a sample: bits are told apart by far less.
    fn refined(&self, word: Word) -> Word {
        let bit = (word.end - word.start) / f64::from(super::BITS);
        // A full half bit on either side of the edge: as much above as below, with whatever hum there is.
        let half = (bit / 2.0) as usize;
        let exact = |time: f64| {
            let at = usize::try_from(time.round() as i64 - self.recent_from as i64).ok();
            let from = at.and_then(|at| at.checked_sub(half));
            let around = from.and_then(|from| self.recent.get(from..from + 2 * half + 1));
            let Some((from, around)) = from.zip(around) else {
                return time;
            };
            let begins = (self.recent_from + from as u64) as f64;
            let near = crossing_near(around, time - begins, (bit / 4.0).max(1.0));
            near.map_or(time, |at| at + begins)
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
        if let ReadMode::Search(Some(reader)) = &self.way
            && !reader.detector.hears()
        {
            return;
        }
        let mut best: Option<(usize, Reader, Vec<Word>)> = None;
        for (number, scale) in SCALES.iter().enumerate() {
            let reader = Reader::new(*scale, self.sample_rate, self.recent_from);
            let Some(mut reader) = reader.filter(|_| number != self.scale) else {
                continue;
            };
            let mut words = Vec::new();
            reader.feed(&self.recent, &mut words);
            if last {
                reader.finish(&mut words);
            }
            words.retain(|word| self.is_new(word));
            if words.len() > best.as_ref().map_or(0, |(.., best)| best.len()) {
                best = Some((number, reader, words));
            }
        }
        if let Some((scale, reader, mut words)) = best {
            self.scale = scale;
            self.way = ReadMode::Search(Some(Box::new(reader)));
            self.tell(&mut words);
        }
    }
}

/// The crossing of the middle nearest to a time, in samples, where one is within reach.
fn crossing_near(samples: &[f32], time: f64, reach: f64) -> Option<f64> {
    let middle = samples.iter().sum::<f32>() / samples.len() as f32;
    let pairs = samples.windows(2).enumerate();
    let crossings = pairs.filter_map(|(number, pair)| {
        let (before, after) = (pair[0] - middle, pair[1] - middle);
        (before * after <= 0.0 && before != after)
            .then(|| number as f64 + f64::from(before / (before - after)))
    });
    let far = |at: &f64| (at - time).abs();
    let nearest = crossings.min_by(|one, other| far(one).total_cmp(&far(other)));
    nearest.filter(|at| far(at) <= reach)
}
