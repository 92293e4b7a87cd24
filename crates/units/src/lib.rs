//! Quantities, formats, frame rates and timecode labels: what is measured, typed and shown. Knows nothing
//! of gear.

#![warn(missing_docs)]

pub mod format;
pub mod quantity;
pub mod timecode;
