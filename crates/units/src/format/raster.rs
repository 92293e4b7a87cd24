use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// An active raster in pixels: 3840×2160.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Raster {
    /// Pixels in a line.
    pub width: u32,
    /// Active lines.
    pub height: u32,
}

/// Short names that people type, and the raster each stands for.
const NAMES: [(&str, (u32, u32)); 12] = [
    ("uhd", (3840, 2160)),
    ("2160", (3840, 2160)),
    ("4k", (4096, 2160)),
    ("2k", (2048, 1080)),
    ("hd", (1920, 1080)),
    ("fhd", (1920, 1080)),
    ("1080", (1920, 1080)),
    ("720", (1280, 720)),
    ("576", (720, 576)),
    ("pal", (720, 576)),
    ("486", (720, 486)),
    ("480", (720, 480)),
];

impl Raster {
    /// 3840×2160.
    pub const UHD: Self = Self {
        width: 3840,
        height: 2160,
    };
    /// 1920×1080.
    pub const HD: Self = Self {
        width: 1920,
        height: 1080,
    };

    /// Pixels in a frame.
    pub fn pixels(self) -> u64 {
        u64::from(self.width) * u64::from(self.height)
    }

    /// The raster no larger than either in both directions.
    pub fn smaller(self, other: Self) -> Self {
        Self {
            width: self.width.min(other.width),
            height: self.height.min(other.height),
        }
    }

    /// Whether this one holds `other` whole.
    pub fn holds(self, other: Self) -> bool {
        self.width >= other.width && self.height >= other.height
    }
}

impl fmt::Display for Raster {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}×{}", self.width, self.height)
    }
}

impl FromStr for Raster {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a raster",
                "write it like 3840x2160, UHD or 1080; each side from 16 to 16,384",
            )
        };
        let lower = text.trim().to_lowercase();
        if let Some((_, (width, height))) = NAMES.into_iter().find(|(name, _)| *name == lower) {
            return Ok(Self { width, height });
        }
        let (width, height) = lower.split_once(['x', '×', '*']).ok_or_else(refuse)?;
        let side = |text: &str| {
            let side = text
                .trim()
                .parse::<u32>()
                .ok()
                .filter(|n| (16..=16_384).contains(n));
            side.ok_or_else(refuse)
        };
        Ok(Self {
            width: side(width)?,
            height: side(height)?,
        })
    }
}

crate::written_as_text!(Raster, "Raster", "3840×2160");
