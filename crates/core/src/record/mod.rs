//! Recording: data rates, record times, what each recorder makes of what arrives, what stops it
//! first.

pub mod day;
mod drive;
mod heat;
mod quick;
mod rate;
mod recording;
mod table;

pub use heat::limit as heat_limit;
pub use quick::{QuickSum, RecordTime, SumError, record_time};
pub use rate::{AudioTracks, video_rate};
pub use recording::{
    Limit, LimitKind, RecordProblem, Recording, recorder_sum, recordings, sustained_needed,
};
pub use table::{Basis, TimeRow, TimeTable, largest_codec, media_for, table};
