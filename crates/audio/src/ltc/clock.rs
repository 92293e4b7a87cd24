//! Edges become bits: how long a bit is, is found from the edges themselves, and followed.

use super::codeword::{Codeword, SYNC, SYNC_BACKWARD};
use units::timecode::Label;

/// Edges that are kept until the length of a bit is known: more than two frames.
const KEPT: u64 = 512;
/// So many new edges before it is tried again.
const TRIED_EVERY: u32 = 24;
/// Intervals that the length of a bit is taken from.
const LOOKED_AT: u64 = 64;
/// Shorter than this is a half bit, in parts of a bit.
const HALF: f64 = 0.75;
/// Longer than this is no bit.
const TOO_LONG: f64 = 1.5;
/// In the middle of a bit, the next edge is no further than this.
const SLIPPED: f64 = 0.85;
/// How much of what an edge is off is taken for the end of its bit.
const BELIEVED: f64 = 0.5;
/// How much of what a bit was off is made good at once.
const FOLLOWED: f64 = 0.08;
/// Without a sync word for so many bits, the length of a bit is looked for again.
const LOST_AFTER: f64 = 260.0;
const MASK: u128 = (1 << super::BITS) - 1;

/// A frame that was read.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Word {
    /// From when to when, in samples.
    pub(super) start: f64,
    pub(super) end: f64,
    /// When its sync word begins as it was sent: an edge that is there at both ends of a recording.
    pub(super) mark: f64,
    pub(super) label: Label,
    pub(super) code: Codeword,
    pub(super) backward: bool,
}

/// Reads words from edges.
#[derive(Debug, Clone)]
pub(super) struct BitClock {
    /// The last edges, round and round, and how many there were.
    edges: [f64; KEPT as usize],
    count: u64,
    since_tried: u32,
    /// While it is locked.
    reader: Option<BitReader>,
    /// Where the last word ended: what is read again isn't said again.
    said_to: f64,
}

impl Default for BitClock {
    fn default() -> Self {
        Self {
            edges: [0.0; KEPT as usize],
            count: 0,
            since_tried: 0,
            reader: None,
            said_to: 0.0,
        }
    }
}

impl BitClock {
    /// The last edges that are kept, at most so many, the oldest first.
    fn last(&self, most: u64) -> impl Iterator<Item = f64> + Clone {
        let from = self.count.saturating_sub(most.min(KEPT));
        (from..self.count).map(|number| self.edges[(number % KEPT) as usize])
    }

    /// Takes an edge; says the words that are whole.
    pub(super) fn edge(&mut self, time: f64, word: &mut impl FnMut(Word)) {
        self.edges[(self.count % KEPT) as usize] = time;
        self.count += 1;
        let said_to = &mut self.said_to;
        if let Some(reader) = &mut self.reader {
            if let Some(read) = reader.edge(time) {
                say(read, said_to, word);
            }
            if time - reader.last_word < LOST_AFTER * reader.bit {
                return;
            }
            self.reader = None;
        }
        self.since_tried += 1;
        if self.since_tried >= TRIED_EVERY {
            self.try_lock(word);
        }
    }

    /// The signal ends: the edge that would have closed the last bit.
    pub(super) fn finish(&mut self, end: f64, word: &mut impl FnMut(Word)) {
        if self.reader.is_none() {
            self.try_lock(word);
        }
        if let Some(reader) = &mut self.reader {
            let since = end - reader.last_edge;
            // Forward a frame ends with a one: its last half bit may end with the recording.
            if since > 0.2 * reader.bit
                && since < 1.3 * reader.bit
                && let Some(read) = reader.edge(end)
            {
                say(read, &mut self.said_to, word);
            }
        }
    }

    /// How long a bit is, in samples, while it is known.
    pub(super) fn bit(&self) -> Option<f64> {
        self.reader.as_ref().map(|reader| reader.bit)
    }

    /// Reads the edges that are there with the length of a bit that they suggest.
    fn try_lock(&mut self, word: &mut impl FnMut(Word)) {
        self.since_tried = 0;
        for bit in self.suggested() {
            let mut edges = self.last(KEPT);
            let Some(first) = edges.next() else {
                return;
            };
            let mut reader = BitReader::new(bit, first);
            let found: Vec<Word> = edges.filter_map(|time| reader.edge(time)).collect();
            if !found.is_empty() {
                for read in found {
                    say(read, &mut self.said_to, word);
                }
                self.reader = Some(reader);
                return;
            }
        }
    }

    /// What a bit may last: of the last intervals the long ones, or twice the short ones.
    fn suggested(&self) -> Vec<f64> {
        let edges = self.last(LOOKED_AT + 1);
        let mut intervals: Vec<f64> = edges
            .clone()
            .zip(edges.skip(1))
            .map(|(one, next)| next - one)
            .collect();
        if intervals.len() < 12 {
            return Vec::new();
        }
        intervals.sort_unstable_by(f64::total_cmp);
        // Where neighbours in order are furthest apart, relatively, the short ones end.
        let (low, high) = (
            intervals.len() / 16,
            intervals.len() - 1 - intervals.len() / 16,
        );
        let gap = (low..high).max_by(|one, other| {
            let step = |at: &usize| intervals[*at + 1] / intervals[*at].max(1e-9);
            step(one).total_cmp(&step(other))
        });
        let Some(gap) = gap else { return Vec::new() };
        let mean = |part: &[f64]| part.iter().sum::<f64>() / part.len().max(1) as f64;
        let (short, long) = (mean(&intervals[..=gap]), mean(&intervals[gap + 1..]));
        if long / short > 1.4 && long / short < 2.8 {
            vec![(2.0 * short + long) / 2.0]
        } else {
            // All alike: all zeros, or all ones.
            let all = mean(&intervals);
            vec![all, 2.0 * all]
        }
    }
}

fn say(read: Word, said_to: &mut f64, word: &mut impl FnMut(Word)) {
    let length = read.end - read.start;
    if read.start > *said_to - 0.25 * length {
        *said_to = read.end;
        word(read);
    }
}

/// Reads bits of a known length.
#[derive(Debug, Clone)]
struct BitReader {
    bit: f64,
    last_edge: f64,
    /// Where the bit begins that isn't over; whether the last edge was in its middle.
    begins: f64,
    in_middle: bool,
    bits: u128,
    count: u64,
    /// When each of the last bits began.
    began: [f64; 128],
    last_word: f64,
}

impl BitReader {
    fn new(bit: f64, first: f64) -> Self {
        Self {
            bit,
            last_edge: first,
            begins: first,
            in_middle: false,
            bits: 0,
            count: 0,
            began: [0.0; 128],
            last_word: first,
        }
    }

    fn edge(&mut self, time: f64) -> Option<Word> {
        let since = time - self.last_edge;
        let into = time - self.begins;
        self.last_edge = time;
        let slipped = self.in_middle && (since > SLIPPED * self.bit || into < HALF * self.bit);
        if slipped || into > TOO_LONG * self.bit {
            // Between two edges as far apart as a whole bit there is a zero, and both are its ends.
            let zero = since > SLIPPED * self.bit && since < TOO_LONG * self.bit;
            self.count = 0;
            self.bits = 0;
            self.in_middle = false;
            self.begins = if zero { time - since } else { time };
            return zero.then(|| self.push(false, time)).flatten();
        }
        if into < HALF * self.bit {
            self.in_middle = true;
            return None;
        }
        let one = self.in_middle;
        self.in_middle = false;
        // Each edge may be a little off: the end of the bit lies between where it is and where it was expected.
        let off = into - self.bit;
        let ends = self.begins + self.bit + BELIEVED * off;
        self.bit += FOLLOWED * off;
        self.push(one, ends)
    }

    fn push(&mut self, one: bool, ends: f64) -> Option<Word> {
        self.began[(self.count % 128) as usize] = self.begins;
        self.begins = ends;
        self.bits = (self.bits << 1 | u128::from(one)) & MASK;
        self.count += 1;
        if self.count < u64::from(super::BITS) {
            return None;
        }
        let forward = self.bits & 0xFFFF == SYNC;
        let backward = self.bits >> 64 == SYNC_BACKWARD;
        if !forward && !backward {
            return None;
        }
        let code = Codeword::received(self.bits, !forward);
        let label = code.label()?;
        self.last_word = ends;
        let began = |bits: u64| self.began[((self.count - bits) % 128) as usize];
        Some(Word {
            start: began(80),
            end: ends,
            mark: if forward { began(16) } else { began(64) },
            label,
            code,
            backward: !forward,
        })
    }
}
