//! Recordings of the same timecode against each other: how far apart at the start and at the end, and what
//! their clocks drift.

use super::runs::{Run, TapeDirection};
use units::timecode::TimecodeRate;

/// A run within a recording, in seconds of that recording.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LabelRun {
    /// What it counts.
    pub rate: TimecodeRate,
    /// Its first frame, counted from midnight, and how many there are.
    pub first: u64,
    /// How many.
    pub frames: u64,
    /// When the first begins, in seconds.
    pub starts: f64,
    /// How long a frame lasts, in seconds.
    pub frame: f64,
}

/// Two recordings of the same timecode.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Compared {
    /// The first label that both have, as a frame of the day.
    pub first: u64,
    /// The last.
    pub last: u64,
    /// What both count.
    pub rate: TimecodeRate,
    /// How much later the second recording has the first label, in seconds.
    pub offset_start: f64,
    /// The same of the last label.
    pub offset_end: f64,
    /// How much longer the same time takes in the second, in parts in a million; none where they share
    /// less than a second.
    pub drift_ppm: Option<f64>,
}

impl Compared {
    /// How far the clock of the second is off that of the first, in parts in a million, where both were
    /// recorded by one recorder: who takes longer for the same time is slow.
    pub fn clock_ppm(&self) -> Option<f64> {
        self.drift_ppm.map(|drift| -drift)
    }
}

impl LabelRun {
    /// Of a run that was read at a sample rate; none of one that runs backwards or holds labels that name
    /// no frame.
    pub fn of(run: &Run, sample_rate: u32) -> Option<Self> {
        let rate = f64::from(sample_rate);
        (run.direction == TapeDirection::Forward).then_some(Self {
            rate: run.rate,
            first: run.rate.frame_of(run.first).ok()?,
            frames: run.frames,
            starts: run.first_sample / rate,
            frame: run.samples_a_frame / rate,
        })
    }

    /// The same, its frames counted on past midnight where that brings it nearer.
    fn beside(&self, other: &Self) -> Self {
        let day = self.rate.labels_in_a_day();
        let first = if self.first + day / 2 < other.first {
            self.first + day
        } else {
            self.first
        };
        Self { first, ..*self }
    }

    fn at(&self, frame: u64) -> f64 {
        self.starts + (frame - self.first) as f64 * self.frame
    }
}

/// Compares two recordings by their labels; none where no label is in both.
pub fn compare(one: &[LabelRun], other: &[LabelRun]) -> Option<Compared> {
    let mut shared: Option<Compared> = None;
    for ours in one {
        for theirs in other
            .iter()
            .filter(|theirs| counts_alike(ours.rate, theirs.rate))
        {
            let (ours, theirs) = (&ours.beside(theirs), &theirs.beside(ours));
            let first = ours.first.max(theirs.first);
            let last = (ours.first + ours.frames).min(theirs.first + theirs.frames);
            if first >= last {
                continue;
            }
            let last = last - 1;
            let offset = |frame: u64| theirs.at(frame) - ours.at(frame);
            let (start, end) = (offset(first), offset(last));
            let apart = ours.at(last) - ours.at(first);
            let found = Compared {
                first,
                last,
                rate: ours.rate,
                offset_start: start,
                offset_end: end,
                drift_ppm: (apart >= 1.0).then(|| (end - start) / apart * 1e6),
            };
            shared = Some(match shared {
                None => found,
                Some(before) => joined(before, found),
            });
        }
    }
    shared
}

/// Several runs of the same recordings, as one comparison from the first label to the last.
fn joined(before: Compared, found: Compared) -> Compared {
    let (start, end) = (
        if found.first < before.first {
            found
        } else {
            before
        },
        if found.last > before.last {
            found
        } else {
            before
        },
    );
    // The drift of the longer one: between runs a recorder may have been stopped.
    let length = |one: &Compared| one.last - one.first;
    let longer = if length(&found) > length(&before) {
        found
    } else {
        before
    };
    Compared {
        first: start.first,
        offset_start: start.offset_start,
        last: end.last,
        offset_end: end.offset_end,
        ..longer
    }
}

/// Labels mean the same frame: a clock that is off by a thousandth still counts the same labels.
fn counts_alike(one: TimecodeRate, other: TimecodeRate) -> bool {
    one.rate().nominal() == other.rate().nominal() && one.is_drop_frame() == other.is_drop_frame()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Two runs each, the second recording 10 ppm slow in the long run, and 100 ppm in the short one.
    #[test]
    fn the_drift_is_that_of_the_longer_run() {
        let rate: TimecodeRate = "25".parse().unwrap();
        let run = |first, frames, slow: f64| LabelRun {
            rate,
            first,
            frames,
            starts: first as f64 / 25.0,
            frame: (1.0 + slow / 1e6) / 25.0,
        };
        let (long, short) = ((90_000, 45_000), (200_000, 1_000));
        for order in [[long, short], [short, long]] {
            let ours = order.map(|(first, frames)| run(first, frames, 0.0));
            let theirs = order.map(|(first, frames)| {
                run(first, frames, if frames == long.1 { 10.0 } else { 100.0 })
            });
            let drift = compare(&ours, &theirs).unwrap().drift_ppm.unwrap();
            assert!((drift - 10.0).abs() < 0.001, "{drift}");
        }
    }
}
