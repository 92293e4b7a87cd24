//! What a codec is fed: so many samples a frame.

use units::format::{Depth, Raster};

/// The samples of one frame that a codec is fed.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Samples {
    /// The picture's raster, or for raw the sensor's.
    pub raster: Raster,
    /// For raw over a wire: the bits of each sample that its carriage names; the codec's own where
    /// not said.
    pub bits: Option<Depth>,
}

impl From<Raster> for Samples {
    fn from(raster: Raster) -> Self {
        Self { raster, bits: None }
    }
}
