//! Recordings of sound: WAV files, loudness, tones, and linear timecode. Knows nothing of productions.

#![warn(missing_docs)]

mod lanes;
pub mod ltc;
pub mod wav;
