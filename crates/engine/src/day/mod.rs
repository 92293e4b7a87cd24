//! The day as all subjects see it: its hours, its breaks, what has to be changed when.

mod hours;

pub use hours::{Break, ChangeTime, Hours};
