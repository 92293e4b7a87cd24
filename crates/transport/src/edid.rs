//! What a sink says of itself: EDID 1.3 and 1.4 (VESA E-EDID) with CTA-861 extensions, as an
//! operating system dumps it, in binary or as hexadecimal text.

mod blocks;
mod read;
mod vic;

pub use read::{Edid, EdidError, Mode, parse, parse_dump};
