use super::{FrameRate, Raster};
use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// How a frame is scanned.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Scan {
    /// Whole frames.
    Progressive,
    /// Two fields of different moments; shown with the field rate, as the trade says it (i50).
    Interlaced,
    /// A whole frame carried as two segments (PsF).
    SegmentedFrame,
}

/// Chroma sampling. RGB counts as 4:4:4: it takes the same room on every wire.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Sampling {
    /// 4:2:0: a quarter of the chroma samples.
    Yuv420,
    /// 4:2:2: half the chroma samples.
    Yuv422,
    /// 4:4:4, or RGB.
    Full444,
}

impl Sampling {
    /// Samples a pixel, in halves: 3, 4 or 6.
    pub fn half_samples_a_pixel(self) -> u64 {
        match self {
            Self::Yuv420 => 3,
            Self::Yuv422 => 4,
            Self::Full444 => 6,
        }
    }
}

/// Bits a sample: 8, 10, 12 or 16.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Depth(u8);

impl Depth {
    /// 8 bits.
    pub const EIGHT: Self = Self(8);
    /// 10 bits.
    pub const TEN: Self = Self(10);
    /// 12 bits.
    pub const TWELVE: Self = Self(12);
    /// 16 bits: in files, never on these wires.
    pub const SIXTEEN: Self = Self(16);

    /// The number of bits.
    pub fn bits(self) -> u64 {
        self.0.into()
    }
}

/// A picture format whole: `3840×2160p25 4:2:2 10-bit`.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct PictureFormat {
    /// The active raster.
    pub raster: Raster,
    /// Frames a second (for interlaced pictures too).
    pub rate: FrameRate,
    /// How each frame is scanned.
    pub scan: Scan,
    /// Chroma sampling.
    pub sampling: Sampling,
    /// Bits a sample.
    pub bits: Depth,
}

/// What is left of a picture after all it has been through: the smallest of each, whatever the
/// container says.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct Quality {
    /// The smallest raster so far.
    pub raster: Raster,
    /// The coarsest sampling so far.
    pub sampling: Sampling,
    /// The smallest bit depth so far.
    pub bits: Depth,
}

impl PictureFormat {
    /// What the format itself can hold.
    pub fn quality(self) -> Quality {
        Quality {
            raster: self.raster,
            sampling: self.sampling,
            bits: self.bits,
        }
    }

    /// Raster, scan and rate alone: `3840×2160p25`.
    pub fn frame(self) -> String {
        let rate = if self.scan == Scan::Interlaced {
            self.rate.doubled()
        } else {
            self.rate
        };
        format!("{}{}{}", self.raster, self.scan, rate)
    }
}

impl Quality {
    /// What is left when a picture of this quality goes through something that holds `other`.
    pub fn through(self, other: Self) -> Self {
        Self {
            raster: self.raster.smaller(other.raster),
            sampling: self.sampling.min(other.sampling),
            bits: self.bits.min(other.bits),
        }
    }

    /// Whether this is at least `other` in every respect.
    pub fn reaches(self, other: Self) -> bool {
        self.raster.holds(other.raster)
            && self.sampling >= other.sampling
            && self.bits >= other.bits
    }
}

impl fmt::Display for Scan {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Progressive => "p",
            Self::Interlaced => "i",
            Self::SegmentedFrame => "psf",
        })
    }
}

impl FromStr for Scan {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        match text.trim().to_lowercase().as_str() {
            "p" | "progressive" => Ok(Self::Progressive),
            "i" | "interlaced" => Ok(Self::Interlaced),
            "psf" => Ok(Self::SegmentedFrame),
            _ => Err(Unreadable::new(text, "a scan", "it is p, i or psf")),
        }
    }
}

impl fmt::Display for Sampling {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Yuv420 => "4:2:0",
            Self::Yuv422 => "4:2:2",
            Self::Full444 => "4:4:4",
        })
    }
}

impl FromStr for Sampling {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        match text.trim().to_lowercase().as_str() {
            "4:2:0" | "420" => Ok(Self::Yuv420),
            "4:2:2" | "422" => Ok(Self::Yuv422),
            "4:4:4" | "444" | "rgb" => Ok(Self::Full444),
            _ => Err(Unreadable::new(
                text,
                "a chroma sampling",
                "it is 4:2:0, 4:2:2, 4:4:4 or RGB",
            )),
        }
    }
}

impl fmt::Display for Depth {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}-bit", self.0)
    }
}

impl FromStr for Depth {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let lower = text.trim().to_lowercase();
        match lower
            .trim_end_matches("bits")
            .trim_end_matches("bit")
            .trim_end_matches(['-', ' '])
        {
            "8" => Ok(Self::EIGHT),
            "10" => Ok(Self::TEN),
            "12" => Ok(Self::TWELVE),
            "16" => Ok(Self::SIXTEEN),
            _ => Err(Unreadable::new(
                text,
                "a bit depth",
                "it is 8, 10, 12 or 16 bits",
            )),
        }
    }
}

impl fmt::Display for Quality {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} {} {}", self.raster, self.bits, self.sampling)
    }
}

impl FromStr for Quality {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            Unreadable::new(
                text,
                "a picture quality",
                "write it like 3840×2160 10-bit 4:2:2",
            )
        };
        let parts: Vec<&str> = text.split_whitespace().collect();
        let [raster, bits, sampling] = parts[..] else {
            return Err(refuse());
        };
        Ok(Self {
            raster: raster.parse()?,
            bits: bits.parse()?,
            sampling: sampling.parse()?,
        })
    }
}

impl fmt::Display for PictureFormat {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} {} {}", self.frame(), self.sampling, self.bits)
    }
}

/// The scan and rate in one word: `p25`, `25p`, `i50`, `psf24`. Interlaced rates of 47 and more
/// are fields, as the trade says them; below that they are frames.
fn scan_and_rate(word: &str) -> Option<(Scan, FrameRate)> {
    let rest = word.trim_start_matches(|c: char| c.is_ascii_digit() || c == '.' || c == '/');
    let (rate, scan) = if rest.len() == word.len() {
        // A prefix: psf25, p25, i50.
        let end = word.find(|c: char| c.is_ascii_digit())?;
        (&word[end..], &word[..end])
    } else {
        (
            &word[..word.len() - rest.len()],
            if rest.is_empty() { "p" } else { rest },
        )
    };
    let scan: Scan = scan
        .trim_end_matches("fps")
        .parse()
        .or(if scan == "fps" {
            Ok(Scan::Progressive)
        } else {
            Err(())
        })
        .ok()?;
    let rate: FrameRate = rate.parse().ok()?;
    match scan {
        Scan::Interlaced if rate.nominal() > 60 => None,
        Scan::Interlaced if rate.nominal() >= 47 => Some((scan, rate.halved()?)),
        _ => Some((scan, rate)),
    }
}

/// Splits `1920x1080p25` into its raster and the rest, if it begins with a raster.
fn leading_raster(word: &str) -> Option<(Raster, &str)> {
    if let Ok(raster) = word.parse() {
        return Some((raster, ""));
    }
    let split = |at: usize| Some((word[..at].parse().ok()?, &word[at..]));
    // A name of letters ends where the digits of the rate begin: UHD25p.
    let letters = word.find(|c: char| c.is_ascii_lowercase());
    let name =
        letters.and_then(|from| Some(from + word[from..].find(|c: char| c.is_ascii_digit())?));
    word.find(['p', 'i'])
        .and_then(split)
        .or_else(|| split(name?))
}

impl FromStr for PictureFormat {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let typed = text
            .to_lowercase()
            .replace([',', '·'], " ")
            .replace(" × ", "x")
            .replace(" x ", "x");
        let typed = typed.replace(" bit", "-bit");
        let (mut raster, mut moving, mut sampling, mut bits) = (None, None, None, None);
        for word in typed.split_whitespace() {
            if raster.is_none()
                && let Some((found, rest)) = leading_raster(word)
            {
                raster = Some(found);
                if rest.is_empty() {
                    continue;
                }
                moving = Some(scan_and_rate(rest).ok_or_else(|| unknown_part(rest))?);
            } else if sampling.is_none()
                && let Ok(found) = word.parse::<Sampling>()
            {
                sampling = Some(found);
            } else if moving.is_some()
                && bits.is_none()
                && let Ok(found) = word.parse::<Depth>()
            {
                bits = Some(found);
            } else if moving.is_none()
                && let Some(found) = scan_and_rate(word)
            {
                moving = Some(found);
            } else {
                return Err(unknown_part(word));
            }
        }
        let (Some(raster), Some((scan, rate))) = (raster, moving) else {
            let expected = "give at least a raster and a frame rate, like 3840×2160p25 or UHD 25p";
            return Err(Unreadable::new(text, "a whole picture format", expected));
        };
        Ok(Self {
            raster,
            rate,
            scan,
            sampling: sampling.unwrap_or(Sampling::Yuv422),
            bits: bits.unwrap_or(Depth::TEN),
        })
    }
}

fn unknown_part(word: &str) -> Unreadable {
    let expected = "write it like 3840×2160p25 4:2:2 10-bit, UHD 25p or 1080i50";
    Unreadable::new(word, "a part of a picture format", expected)
}

crate::written_as_text!(Scan, "Scan", "p");
crate::written_as_text!(Sampling, "Sampling", "4:2:2");
crate::written_as_text!(Depth, "Depth", "10-bit");
crate::written_as_text!(Quality, "Quality", "3840×2160 10-bit 4:2:2");
crate::written_as_text!(PictureFormat, "PictureFormat", "3840×2160p25 4:2:2 10-bit");
