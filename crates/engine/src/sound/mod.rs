//! Sound: which channels reach a recorder's tracks and where they get lost on the way, how loud and how
//! noisy each is from the mouth to the track, and what doesn't match.
//!
//! Levels are in dBu on analogue wires and against full scale (dBFS) in digital ones; noise adds as power,
//! and what is referred to the input of a stage counts less by the gain ahead of it.

mod feed;
mod flow;
mod gain;
mod level;
mod matching;
mod stage;
mod tracks;

pub use feed::{Apart, ChannelAt, TrackFeed, arriving, made_of, timecode_inputs, track_feed};
pub use flow::{QUIET_ROOM, Tried, levels, pads_db, position};
pub use gain::{School, Schools, best_gains, effort, schools};
pub use level::{
    LevelSum, ReferenceLevel, at_distance, coherent_sum, dbu, millivolts, millivolts_at, power_sum,
};
pub use matching::{Harm, LEAST_LOAD, Mismatch, NoPhantom, mismatches, phantom_is_on, switched_to};
pub use stage::{Channel, Levels, Limiting, NoFigures, Part, Stage, StageIx, StageKind, Unit, Why};
pub use tracks::{Heard, RecorderTracks, Track, heard};
