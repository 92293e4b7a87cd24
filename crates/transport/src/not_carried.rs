//! Why a wire doesn't carry a picture.

use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling};

/// What the standards of a wire say against a picture.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum NotCarried {
    /// The wire has no such raster at that rate.
    #[error("{wire} defines no {raster} at {rate} frames a second")]
    NotDefined {
        /// SDI or HDMI.
        wire: &'static str,
        /// The raster.
        raster: Raster,
        /// The frame rate.
        rate: FrameRate,
    },
    /// CTA-861 has no timing for it.
    #[error("CTA-861 has no timing for 2048×1080; send 1920×1080 or 4096×2160")]
    NoTiming,
    /// SD is interlaced on SDI.
    #[error("{0} travels interlaced, not progressive")]
    SdProgressive(Raster),
    /// Interlaced where it doesn't exist.
    #[error("interlaced pictures are 1080 lines at 25 to 30 frames a second, or SD, not {}", .0.frame())]
    Interlaced(PictureFormat),
    /// Segmented where it doesn't exist.
    #[error("segmented frames (PsF) are 1080 lines at up to 30 frames a second, not {}", .0.frame())]
    Segmented(PictureFormat),
    /// HDMI segments no SD.
    #[error("HDMI carries no segmented frames at {0}")]
    SdSegmented(Raster),
    /// More bits than SDI has.
    #[error("SDI carries up to 12 bits a sample, not {0}")]
    TooDeep(Depth),
    /// 16 bits where HDMI has none.
    #[error("HDMI carries 16 bits in 4:4:4 only, not in {0}")]
    DeepSubsampled(Sampling),
    /// More than the links hold.
    #[error("{format} needs more than {} 12G links", links_in_words(*.links))]
    TooMuchForLinks {
        /// The picture.
        format: PictureFormat,
        /// How many there are.
        links: u8,
    },
    /// More than HDMI holds.
    #[error("{0} is more than HDMI at 48 Gb/s holds")]
    TooMuchForHdmi(PictureFormat),
}

fn links_in_words(links: u8) -> String {
    match links {
        4 => "four".into(),
        links => links.to_string(),
    }
}
