//! Recording: data rates, record times, what each recorder makes of what arrives, what stops it
//! first.

mod capacity;
pub mod day;
mod drive;
mod heat;
mod rate;
mod recording;
mod samples;
mod table;
mod time;
mod trigger;

pub use capacity::{Room, usable_capacity};
pub use heat::{HeatLimit, Overheats, limit as heat_limit, over_the_day};
pub use rate::{AudioTracks, video_rate};
pub use recording::{
    Limit, LimitKind, RecordProblem, Recording, fed_outside, recorder_sum, recordings,
    sustained_needed,
};
pub use samples::Samples;
pub use table::{Basis, TimeRow, TimeTable, largest_codec, media_for, rate_for, table};
pub use time::{RecordTime, RecordTimeInputs, SumError, Video, record_time};
pub use trigger::NoTrigger;
