//! Recordings of sound: read as they come, in as little memory for four gigabytes as for four seconds;
//! what each channel of them holds; and tones to line gear up with. Bytes go in and figures come out:
//! where they are from is somebody else's business.

mod analysis;
mod header;
mod loudness;
mod notes;
mod restamp;
mod samples;
mod stream;
mod timecode;
mod tone;
mod true_peak;
mod write;

pub use analysis::{ChannelLevels, PairLevels, WavReader, WavReport};
pub use header::{Coding, WavError, WavFormat};
pub use notes::Notes;
pub use restamp::{Ends, NotRestamped, Restamped, restamped};
pub use stream::WavStream;
pub use timecode::{Against, LtcReader, LtcReport, RunReport, label_runs};
pub use tone::{Tone, ToneKind, tone};
pub use write::{SampleBits, head};
