//! Frames that follow each other, as runs: where they begin and end, what is missing, how fast the clock
//! was.

use super::clock::Word;
use units::format::FrameRate;
use units::timecode::{Label, TimecodeRate, UserBits};

/// A label is where it is expected within so many frames.
const NEAR: f64 = 0.4;
/// Frames that may be missing within a run: an hour at 30. Longer is another run.
const LONGEST_GAP: f64 = 108_000.0;
/// Speeds that are nominal: frames a second are told from these.
const NOMINAL: [u32; 3] = [24, 25, 30];
/// As far from a nominal rate a clock is still that rate, played at its speed.
const OFF_SPEED: f64 = 0.02;
/// Gaps of a run that are listed.
const MOST_GAPS: usize = 1_000;
/// Runs that are kept: a recording of noise makes no more memory than that.
const MOST_RUNS: usize = 10_000;

impl Run {
    /// Whether it runs at its nominal speed, so that what it is off is its clock's doing.
    pub fn is_at_speed(&self) -> bool {
        (self.speed - 1.0).abs() < OFF_SPEED
    }
}

/// Which way the tape ran.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, utoipa::ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum TapeDirection {
    /// Labels count up.
    Forward,
    /// Labels count down: played backwards.
    Backward,
}

/// Frames that can't be read within a run.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, utoipa::ToSchema)]
pub struct Gap {
    /// The sample where the first of them begins.
    pub first_sample: u64,
    /// The sample where the last of them ends.
    pub end_sample: u64,
    /// How many.
    pub frames: u64,
}

/// A run of continuous timecode.
#[derive(Debug, Clone, PartialEq)]
pub struct Run {
    /// What it counts.
    pub rate: TimecodeRate,
    /// The first label in the order of the recording, and the last.
    pub first: Label,
    /// The last.
    pub last: Label,
    /// Frames from the first to the last, those that are missing too.
    pub frames: u64,
    /// When the first begins, in samples.
    pub first_sample: f64,
    /// When the last ends.
    pub end_sample: f64,
    /// Which way.
    pub direction: TapeDirection,
    /// How many times its nominal speed it runs.
    pub speed: f64,
    /// How far its clock is off that of the samples, in parts in a million.
    pub clock_error_ppm: f64,
    /// The user bits of its first frame, and whether they change.
    pub user_bits: UserBits,
    /// Whether they change within it.
    pub user_bits_change: bool,
    /// What is missing within it.
    pub gaps: Vec<Gap>,
    /// Frames that were read within it and say another time than those around them.
    pub misread: u64,
    /// Samples a frame, measured.
    pub samples_a_frame: f64,
}

/// Puts words together to runs.
#[derive(Debug, Clone, Default)]
pub(super) struct Tracker {
    runs: Vec<Open>,
    /// One that doesn't continue the last run, and waits for a second that continues it.
    stray: Option<Open>,
}

/// A run that may go on. Frames are counted from its first; times are those of the words' marks, from the
/// first one's start.
#[derive(Debug, Clone)]
struct Open {
    first: Word,
    last: Word,
    /// Frames from the first to the last, and those that were read.
    index: u64,
    read: u64,
    highest_frame: u16,
    user_bits_change: bool,
    gaps: Vec<Gap>,
    misread: u64,
    line: Line,
    /// Frames a second that the labels show; none before a second is over.
    nominal: Option<u32>,
}

/// A straight line through points, one by one (least squares).
#[derive(Debug, Clone, Copy, Default)]
struct Line {
    count: f64,
    mean_x: f64,
    mean_y: f64,
    xx: f64,
    xy: f64,
}

impl Line {
    fn add(&mut self, x: f64, y: f64) {
        self.count += 1.0;
        let dx = x - self.mean_x;
        self.mean_x += dx / self.count;
        self.mean_y += (y - self.mean_y) / self.count;
        self.xx += dx * (x - self.mean_x);
        self.xy += dx * (y - self.mean_y);
    }

    /// Where the line passes at `x`.
    fn at(&self, x: f64) -> f64 {
        self.mean_y + self.slope().unwrap_or(0.0) * (x - self.mean_x)
    }

    fn slope(&self) -> Option<f64> {
        (self.xx > 0.0).then(|| self.xy / self.xx)
    }
}

impl Tracker {
    pub(super) fn take(&mut self, word: Word, sample_rate: u32) {
        let rate = f64::from(sample_rate);
        if let Some(run) = self.runs.last_mut()
            && run.continues(&word, rate)
        {
            if self.stray.take().is_some() {
                run.misread += 1;
            }
            return;
        }
        if let Some(mut stray) = self.stray.take() {
            if stray.continues(&word, rate) {
                self.keep(stray);
                return;
            }
            // Two in a row that fit nowhere: what stands alone, and whole, is told too.
            if stray.stands() {
                self.keep(stray);
            }
        }
        let mut next = Open::new(word);
        if let Some(last) = self.runs.last() {
            next.nominal = last.nominal;
        }
        if self.runs.is_empty() {
            self.keep(next);
        } else {
            self.stray = Some(next);
        }
    }

    fn keep(&mut self, run: Open) {
        // The first of all may have been a misread one.
        if let Some(only) = self.runs.last()
            && self.runs.len() == 1
            && only.read == 1
            && !only.stands()
        {
            self.runs.pop();
        }
        if self.runs.len() < MOST_RUNS {
            self.runs.push(run);
        }
    }

    pub(super) fn finish(mut self, sample_rate: u32) -> Vec<Run> {
        if let Some(stray) = self.stray.take()
            && stray.stands()
        {
            self.keep(stray);
        }
        self.runs
            .iter()
            .map(|run| run.closed(sample_rate))
            .collect()
    }

    /// The runs so far, the open one as if it ended here.
    pub(super) fn so_far(&self, sample_rate: u32) -> Vec<Run> {
        self.runs
            .iter()
            .map(|run| run.closed(sample_rate))
            .collect()
    }
}

impl Open {
    fn new(first: Word) -> Self {
        let mut line = Line::default();
        line.add(0.0, first.mark - first.start);
        Self {
            first,
            last: first,
            index: 0,
            read: 1,
            highest_frame: first.label.frames,
            user_bits_change: false,
            gaps: Vec::new(),
            misread: 0,
            line,
            nominal: first.label.drop_frame.then_some(30),
        }
    }

    /// One alone counts where its zeros are even, as a sender makes them.
    fn stands(&self) -> bool {
        self.read > 1 || self.first.code.is_even()
    }

    /// Samples a frame lately.
    fn frame(&self) -> f64 {
        self.last.end - self.last.start
    }

    /// Takes a word that continues it; whether it does.
    fn continues(&mut self, word: &Word, sample_rate: f64) -> bool {
        if word.backward != self.last.backward
            || word.label.drop_frame != self.last.label.drop_frame
        {
            return false;
        }
        let frames = (word.start - self.last.start) / self.frame();
        let steps = frames.round();
        if steps < 1.0 || (frames - steps).abs() > NEAR.max(steps * 0.002) || steps > LONGEST_GAP {
            return false;
        }
        let (from, to) = match word.backward {
            false => (self.last.label, word.label),
            true => (word.label, self.last.label),
        };
        if steps == 1.0 {
            let Some(nominal) = follows(from, to, self.nominal) else {
                return false;
            };
            self.nominal = nominal.or(self.nominal);
        } else {
            let guess = self.counts(sample_rate);
            let apart = guess.frame_of(from).ok().zip(guess.frame_of(to).ok());
            let day = guess.labels_in_a_day();
            let Some(apart) = apart.map(|(from, to)| (to + day - from) % day) else {
                return false;
            };
            // Over a long gap the clock may have run a little apart from what it was before.
            let slack = (steps * 0.002).round();
            if (apart as f64 - steps).abs() > slack || apart == 0 {
                return false;
            }
            if self.gaps.len() < MOST_GAPS {
                self.gaps.push(Gap {
                    first_sample: self.last.end.round().max(0.0) as u64,
                    end_sample: word.start.round().max(0.0) as u64,
                    frames: apart - 1,
                });
            }
            self.index += apart - 1;
        }
        self.index += 1;
        self.read += 1;
        self.highest_frame = self.highest_frame.max(word.label.frames);
        self.user_bits_change |= word.code.user_bits() != self.first.code.user_bits();
        self.line
            .add(self.index as f64, word.mark - self.first.start);
        self.last = *word;
        true
    }

    /// What it counts, as far as can be told: what the labels show, else what its speed is near to.
    fn counts(&self, sample_rate: f64) -> TimecodeRate {
        let per_second = sample_rate / self.line.slope().unwrap_or_else(|| self.frame());
        let drop_frame = self.first.label.drop_frame;
        let near = NOMINAL.into_iter().min_by(|one, other| {
            let off = |nominal: &u32| (per_second / f64::from(*nominal)).ln().abs();
            off(one).total_cmp(&off(other))
        });
        let near = near.filter(|near| {
            (per_second / f64::from(*near) - 1.0).abs() < OFF_SPEED
                && u32::from(self.highest_frame) < *near
        });
        let least = NOMINAL
            .into_iter()
            .find(|nominal| u32::from(self.highest_frame) < *nominal);
        let nominal = self.nominal.or(near).or(least).unwrap_or(30);
        let whole = FrameRate::whole(nominal);
        let slow = FrameRate::per_1001(nominal);
        let off = |rate: FrameRate| (per_second / rate.as_f64()).ln().abs();
        // Between the two a thousandth lies: nearer than that no speed is but the nominal.
        let at_speed = off(whole) < OFF_SPEED;
        let slower = nominal != 25 && at_speed && off(slow) < off(whole);
        let rate = if drop_frame || slower { slow } else { whole };
        TimecodeRate::new(rate, drop_frame && nominal == 30)
            .unwrap_or_else(|| TimecodeRate::non_drop(rate))
    }

    /// The time of a frame's beginning by the whole run: one edge alone may be off where a sound begins. A
    /// tape whose speed changes isn't a line: then what was measured stands.
    fn fitted(&self, index: u64, measured: f64) -> f64 {
        let before = if self.first.backward { 16.0 } else { 64.0 } / f64::from(super::BITS);
        let fitted = self.first.start + self.line.at(index as f64 - before);
        let near = (fitted - measured).abs() < 0.01 * self.frame();
        if self.read > 2 && near {
            fitted
        } else {
            measured
        }
    }

    fn closed(&self, sample_rate: u32) -> Run {
        let samples = f64::from(sample_rate);
        let rate = self.counts(samples);
        let samples_a_frame = self.line.slope().unwrap_or_else(|| self.frame());
        let speed = samples / samples_a_frame / rate.rate().as_f64();
        Run {
            rate,
            first: self.first.label,
            last: self.last.label,
            frames: self.index + 1,
            first_sample: self.fitted(0, self.first.start).max(0.0),
            end_sample: self.fitted(self.index + 1, self.last.end),
            direction: match self.first.backward {
                false => TapeDirection::Forward,
                true => TapeDirection::Backward,
            },
            speed,
            clock_error_ppm: (speed - 1.0) * 1e6,
            user_bits: self.first.code.user_bits(),
            user_bits_change: self.user_bits_change,
            gaps: self.gaps.clone(),
            misread: self.misread,
            samples_a_frame,
        }
    }
}

/// Whether a label comes right after another, and the frames of a second where that shows them.
fn follows(from: Label, to: Label, nominal: Option<u32>) -> Option<Option<u32>> {
    let seconds = |label: Label| {
        u32::from(label.hours) * 3600 + u32::from(label.minutes) * 60 + u32::from(label.seconds)
    };
    if seconds(from) == seconds(to) {
        return (to.frames == from.frames + 1).then_some(None);
    }
    let next = (seconds(from) + 1) % 86_400 == seconds(to);
    let skips = to.drop_frame && to.seconds == 0 && !to.minutes.is_multiple_of(10);
    let first = if skips { 2 } else { 0 };
    let ended = u32::from(from.frames) + 1;
    let known = nominal.map_or_else(|| NOMINAL.contains(&ended), |nominal| nominal == ended);
    (next && to.frames == first && known).then_some(Some(ended))
}
