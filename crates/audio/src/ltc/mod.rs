//! Linear timecode (LTC): timecode as sound, eighty bits a frame in biphase mark (SMPTE ST 12-1), both ways.
//!
//! Samples go in and out; files are [`crate::wav`]'s.

mod clock;
mod codeword;
mod compare;
mod decode;
mod detect;
mod encode;
mod lane;
mod live;
mod making;
mod resample;
mod runs;

pub use codeword::Codeword;
pub use compare::{Compared, LabelRun, compare};
pub use decode::Decoder;
pub use encode::{Encoder, Signal};
pub use live::{Heard, Live};
pub use making::{Making, NotMade, Start, samples_from_midnight};
pub use runs::{Gap, Run, TapeDirection};

/// Bits of a frame.
const BITS: u32 = 80;
