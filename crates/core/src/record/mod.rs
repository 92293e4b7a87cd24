//! Recording: data rates, record times, what each recorder makes of what arrives, what stops it
//! first.

mod drive;
mod quick;
mod rate;
mod recording;

pub use quick::{QuickSum, RecordTime, SumError, record_time};
pub use rate::{AudioTracks, video_rate};
pub use recording::{
    Limit, LimitKind, RecordProblem, Recording, recorder_sum, recordings, sustained_needed,
};
