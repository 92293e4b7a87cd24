//! Clocks together: who gets the time from whom, how far they run apart over the day, when to set them
//! again, and what to do so that they needn't be.

mod day;
mod plan;
mod tree;

pub use day::{Apart, JAM, Jam, Jams, apart, at};
pub use plan::{Plan, feed_one, plan};
pub use tree::{ClockAt, TimecodeSource, clocks};
