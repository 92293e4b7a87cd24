//! How far two clocks run apart, and when they are set again over the day.

use super::tree::{ClockAt, TimecodeSource};
use crate::day::{ChangeTime, Hours};
use std::collections::BTreeMap;
use units::quantity::Span;
use units::timecode::TOLERANCE_FRAMES;

/// Times of one clock that are listed: a clock that must be set more often than that is no clock.
const MOST_JAMS: usize = 100;
/// Setting a clock by another, in seconds: plugged in, set, looked at.
pub const JAM: u64 = 60;

/// How far two clocks run apart.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Apart {
    /// In parts in a million: of the time since both had the same.
    pub ppm: f64,
    /// Whether both were measured: then it is what they do, else the most that they may.
    pub measured: bool,
}

impl Apart {
    /// In frames, after so many seconds.
    pub fn frames(self, seconds: f64, frames_a_second: f64) -> f64 {
        self.ppm * 1e-6 * seconds * frames_a_second
    }

    /// After how long they are so many frames apart; none where they don't run apart.
    pub fn after(self, frames: f64, frames_a_second: f64) -> Option<Span> {
        let seconds = frames / frames_a_second / (self.ppm * 1e-6);
        // Longer than a year is never.
        (self.ppm > 0.0 && seconds < 365.0 * 86_400.0).then_some(Span(seconds as u64))
    }
}

/// The clock of a device, of all in the order of the build.
pub fn at(all: &[ClockAt], placement: usize) -> Option<&ClockAt> {
    let found = all.binary_search_by_key(&placement, |clock| clock.placement);
    found.ok().map(|found| &all[found])
}

/// How far two clocks run apart: not at all where both run on one. Measured ones by what they are off, each
/// with its sign; else at worst one is fast and the other slow.
pub fn apart(one: &ClockAt, other: &ClockAt, all: &[ClockAt]) -> Apart {
    let on = |clock: &ClockAt| at(all, clock.runs_on);
    let (Some(one), Some(other)) = (on(one), on(other)) else {
        return Apart {
            ppm: 0.0,
            measured: false,
        };
    };
    let measured = one.measured && other.measured;
    let ppm = if one.placement == other.placement {
        0.0
    } else if measured {
        (one.ppm.ppm() - other.ppm.ppm()).abs()
    } else {
        one.ppm.ppm().abs() + other.ppm.ppm().abs()
    };
    Apart { ppm, measured }
}

/// A clock set again.
pub type Jam = ChangeTime;

/// When clocks are to be set again over a day: those that run apart alike are reckoned once.
#[derive(Debug, Clone)]
pub struct Jams<'h> {
    hours: &'h Hours,
    frames_a_second: f64,
    known: BTreeMap<u64, Vec<Jam>>,
}

impl<'h> Jams<'h> {
    /// Over these hours, at so many frames a second.
    pub fn over(hours: &'h Hours, frames_a_second: f64) -> Self {
        Self {
            hours,
            frames_a_second,
            known: BTreeMap::new(),
        }
    }

    /// When a clock that was set at the beginning of the day is to be set again, before it is further than
    /// the tolerance from what set it: in breaks where they come in time.
    pub fn of(&mut self, clock: &ClockAt, all: &[ClockAt]) -> &[Jam] {
        let from = clock.from.and_then(|from| at(all, from));
        let Some(from) = from.filter(|_| clock.way == TimecodeSource::Jammed) else {
            return &[];
        };
        let apart = apart(clock, from, all);
        let Some(lasts) = apart.after(TOLERANCE_FRAMES, self.frames_a_second) else {
            return &[];
        };
        let hours = self.hours;
        self.known
            .entry(lasts.0.max(1))
            .or_insert_with_key(|lasts| hours.turns(*lasts, JAM, MOST_JAMS))
    }
}
