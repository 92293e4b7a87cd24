//! The day: what fills which card when, how cards rotate through copying, how many are needed so
//! that no camera ever waits, and what limits.
//!
//! A card is shooting, then full, then waiting, copying, verified, safe, and only then formatted and
//! ready. While nobody waits, when cards fill doesn't depend on how many there are, nor does when
//! they are copied: one run with as many cards as one likes gives the times, and the most cards that
//! are out at once are the fewest that do.

mod answer;
mod fill;
mod lanes;
mod rotate;

pub use answer::{DayAnswer, DayPart, JobTotals, Pool, WhatIf, day, job, short_pools};
pub use fill::{Fill, MOST_CARDS, Plan, Recorder, Stretch, fills, least_cards, plan, written};
pub use lanes::{Lane, LaneState, LaneStretch, Swap};
pub use rotate::{Bound, Copied, peak, rotate};
