//! SDI: total rasters, line rates, classes, containers, levels (SMPTE ST 125, ST 259, ST 274,
//! ST 292-1, ST 296, ST 372, ST 425-1, ST 2048-2, ST 2081, ST 2082).

use super::NotCarried;
use serde::{Deserialize, Serialize};
use std::{fmt, str::FromStr};
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};
use units::quantity::Unreadable;
use utoipa::ToSchema;

/// A class of SDI wire, by the rate of one link.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum SdiClass {
    /// 270 Mb/s (ST 259).
    Sd,
    /// 1.485 Gb/s (ST 292-1).
    Hd,
    /// 2.970 Gb/s (ST 425-1).
    G3,
    /// 5.940 Gb/s (ST 2081).
    G6,
    /// 11.880 Gb/s (ST 2082).
    G12,
}

impl SdiClass {
    /// All classes, slowest first.
    pub const ALL: [Self; 5] = [Self::Sd, Self::Hd, Self::G3, Self::G6, Self::G12];

    /// The highest line rate that one link of the class carries, in bits a second.
    pub fn line_rate_bps(self) -> u64 {
        match self {
            Self::Sd => 270_000_000,
            Self::Hd => 1_485_000_000,
            Self::G3 => 2_970_000_000,
            Self::G6 => 5_940_000_000,
            Self::G12 => 11_880_000_000,
        }
    }

    /// The standard that defines the class.
    pub fn standard(self) -> &'static str {
        match self {
            Self::Sd => "SMPTE ST 259",
            Self::Hd => "SMPTE ST 292-1",
            Self::G3 => "SMPTE ST 425-1",
            Self::G6 => "SMPTE ST 2081",
            Self::G12 => "SMPTE ST 2082",
        }
    }
}

/// How a 3G wire maps 1080 lines, 4:2:2 10-bit at 47.95 to 60 and 4:4:4 or 12-bit at 24 to 30
/// (ST 425-1). A receiver that knows one of them shows
/// nothing of the other.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Level {
    /// One stream.
    A,
    /// Two HD streams in one.
    B,
}

/// A picture format on SDI.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Sdi {
    /// Pixels in a line, blanking included.
    pub total_width: u64,
    /// Lines in a frame, blanking included.
    pub total_height: u64,
    /// Bits a pixel of the container: 20 or 40.
    pub container_bits: u64,
    /// Bits a second over all links, to the nearest whole.
    pub line_rate_bps: u64,
    /// The smallest class that carries it.
    pub class: SdiClass,
    /// Links of that class: 1, 2 or 4.
    pub links: u8,
}

/// The most links that one picture is spread over.
const MOST_LINKS: u64 = 4;
/// Audio channels embedded at HD and above (ST 299-1: four groups of four).
pub const EMBEDDED_CHANNELS: usize = 16;

/// The format as it would travel on SDI, or why it can't: the raster or rate isn't defined there,
/// or four links of the fastest class don't hold it. 4:2:0 travels as 4:2:2.
pub fn carry(format: PictureFormat) -> Result<Sdi, NotCarried> {
    let (total_width, total_height) =
        total_raster(format.raster, format.rate).ok_or(NotCarried::NotDefined {
            wire: "SDI",
            raster: format.raster,
            rate: format.rate,
        })?;
    check_scan(format)?;
    if format.bits > Depth::TWELVE {
        return Err(NotCarried::TooDeep(format.bits));
    }
    let container_bits = container_bits(format.sampling, format.bits);
    let line_rate_bps = format
        .rate
        .per_second(total_width * total_height * container_bits);
    let one_link = SdiClass::ALL
        .into_iter()
        .find(|class| line_rate_bps <= class.line_rate_bps());
    let (class, links) = match one_link {
        Some(class) => (class, 1),
        None => {
            let needed = line_rate_bps
                .div_ceil(SdiClass::G12.line_rate_bps())
                .next_power_of_two();
            if needed > MOST_LINKS {
                let links = MOST_LINKS as u8;
                return Err(NotCarried::TooMuchForLinks { format, links });
            }
            (SdiClass::G12, needed as u8)
        }
    };
    Ok(Sdi {
        total_width,
        total_height,
        container_bits,
        line_rate_bps,
        class,
        links,
    })
}

/// How a picture is spread over several links. Both ends must use the same one.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "kebab-case")]
pub enum Mapping {
    /// Two HD links of one picture (ST 372).
    Dual,
    /// Each link carries a quarter of the picture (ST 425-5, square division).
    Square,
    /// Each link carries every other sample (ST 425-5, two-sample interleave).
    TwoSample,
}

impl fmt::Display for Mapping {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Dual => "dual link",
            Self::Square => "square division",
            Self::TwoSample => "two-sample interleave",
        })
    }
}

/// The format spread over `links` wires: `line_rate_bps` stays that of the whole, the class is the
/// smallest that carries one link's share.
pub fn carry_over(format: PictureFormat, links: u8) -> Result<Sdi, NotCarried> {
    let whole = carry(format)?;
    if links <= 1 {
        return Ok(whole);
    }
    let share = whole.line_rate_bps.div_ceil(u64::from(links));
    let class = SdiClass::ALL
        .into_iter()
        .find(|class| share <= class.line_rate_bps())
        .ok_or(NotCarried::TooMuchForLinks { format, links })?;
    Ok(Sdi {
        class: class.max(SdiClass::Hd),
        links,
        ..whole
    })
}

/// Whether the picture has two mappings on 3G, so that both ends must name the same level: whatever
/// 1080-line picture fills a 3G wire, fast or fine (ST 425-1).
pub fn has_levels(format: PictureFormat) -> bool {
    format.raster.height == 1080 && carry(format).is_ok_and(|sdi| sdi.class == SdiClass::G3)
}

/// 20 bits a pixel hold 4:2:2 up to 10 bits; everything finer takes 40. 8-bit travels in the
/// 10-bit container, 4:2:0 as 4:2:2.
fn container_bits(sampling: Sampling, bits: Depth) -> u64 {
    if sampling <= Sampling::Yuv422 && bits <= Depth::TEN {
        20
    } else {
        40
    }
}

/// The raster with its blanking, in pixels and lines, where SDI defines one.
fn total_raster(raster: Raster, rate: FrameRate) -> Option<(u64, u64)> {
    let family = rate_family(rate)?;
    match (raster.width, raster.height) {
        (720, 576) if rate == FrameRate::whole(25) => Some((864, 625)),
        (720, 480 | 486) if rate == FrameRate::per_1001(30) => Some((858, 525)),
        (1280, 720) => match rate.nominal() {
            24 => Some((4125, 750)),
            25 => Some((3960, 750)),
            30 => Some((3300, 750)),
            50 => Some((1980, 750)),
            60 => Some((1650, 750)),
            _ => None,
        },
        (1920 | 2048, 1080) => Some(([2750, 2640, 2200][family], 1125)),
        (3840 | 4096, 2160) => Some(([5500, 5280, 4400][family], 2250)),
        _ => None,
    }
}

/// The column of the total-raster tables: 0 for 24 and its multiples, 1 for 25, 2 for 30; `None`
/// for rates that don't travel on wires.
pub(super) fn rate_family(rate: FrameRate) -> Option<usize> {
    if !FrameRate::STANDARD.contains(&rate) {
        return None;
    }
    match rate.nominal() {
        24 | 48 => Some(0),
        25 | 50 | 100 => Some(1),
        _ => Some(2),
    }
}

/// Interlaced and segmented pictures exist at 1080 lines up to 30 frames, interlaced at SD too; SD is never
/// progressive on SDI.
pub(super) fn check_scan(format: PictureFormat) -> Result<(), NotCarried> {
    let (sd, hd) = (format.raster.width == 720, format.raster.height == 1080);
    let fits = match format.scan {
        Scan::Progressive => !sd,
        Scan::Interlaced => {
            sd || hd && format.rate >= FrameRate::whole(25) && format.rate <= FrameRate::whole(30)
        }
        Scan::SegmentedFrame => hd && format.rate <= FrameRate::whole(30),
    };
    if fits {
        return Ok(());
    }
    Err(match format.scan {
        Scan::Progressive => NotCarried::SdProgressive(format.raster),
        Scan::Interlaced => NotCarried::Interlaced(format),
        Scan::SegmentedFrame => NotCarried::Segmented(format),
    })
}

impl fmt::Display for SdiClass {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Sd => "SD",
            Self::Hd => "HD",
            Self::G3 => "3G",
            Self::G6 => "6G",
            Self::G12 => "12G",
        })
    }
}

impl FromStr for SdiClass {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let typed = text.trim().to_uppercase();
        let found = Self::ALL
            .into_iter()
            .find(|class| class.to_string() == typed);
        found.ok_or_else(|| Unreadable::new(text, "an SDI class", "it is SD, HD, 3G, 6G or 12G"))
    }
}

impl fmt::Display for Level {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(if *self == Self::A { "A" } else { "B" })
    }
}

impl FromStr for Level {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        match text.trim() {
            "A" | "a" => Ok(Self::A),
            "B" | "b" => Ok(Self::B),
            _ => Err(Unreadable::new(text, "a 3G level", "it is A or B")),
        }
    }
}

units::written_as_text!(SdiClass, "SdiClass", "12G");
units::written_as_text!(Level, "Level", "A");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn reference_figures() {
        for (format, gbps, class, links) in [
            ("1080p25 4:2:2 10", 1.485, "HD", 1),
            ("1080p59.94 4:2:2 10", 2.967, "3G", 1),
            ("1080p25 4:4:4 12", 2.970, "3G", 1),
            ("1080p50 4:4:4 12", 5.940, "6G", 1),
            ("2160p25 4:2:2 10", 5.940, "6G", 1),
            ("2160p23.98 4:4:4 10", 11.868, "12G", 1),
            ("2160p50 4:2:2 10", 11.880, "12G", 1),
            ("2160p60 4:4:4 8", 23.760, "12G", 2),
            ("2160p60 4:4:4 10", 23.760, "12G", 2),
            ("2160p120 4:2:2 10", 23.760, "12G", 2),
            ("2160p120 4:4:4 12", 47.520, "12G", 4),
            ("576i25 4:2:2 10", 0.270, "SD", 1),
            ("480i29.97 4:2:2 10", 0.270, "SD", 1),
        ] {
            let sdi = carry(format.parse().unwrap()).unwrap();
            let rounded = (sdi.line_rate_bps as f64 / 1e6).round() / 1e3;
            assert_eq!(
                (rounded, sdi.class.to_string().as_str(), sdi.links),
                (gbps, class, links),
                "{format}"
            );
        }
    }

    #[test]
    fn several_links_share_the_rate() {
        for (format, links, class) in [
            ("1080p50 4:2:2 10", 2, "HD"),
            ("2160p50 4:2:2 10", 4, "3G"),
            ("2160p50 4:2:2 10", 2, "6G"),
            ("2160p59.94 4:2:2 10", 4, "3G"),
            ("2160p25 4:2:2 10", 4, "HD"),
            ("2160p60 4:4:4 12", 2, "12G"),
        ] {
            let sdi = carry_over(format.parse().unwrap(), links).unwrap();
            assert_eq!(
                (sdi.class.to_string().as_str(), sdi.links),
                (class, links),
                "{format}"
            );
        }
    }

    #[test]
    fn total_rasters_of_the_standards() {
        for (format, total) in [
            ("720p24", (4125, 750)),
            ("720p25", (3960, 750)),
            ("720p50", (1980, 750)),
            ("720p29.97", (3300, 750)),
            ("720p60", (1650, 750)),
            ("2048x1080p23.98", (2750, 1125)),
            ("1080i50", (2640, 1125)),
            ("1080psf29.97", (2200, 1125)),
            ("2160p48", (5500, 2250)),
            ("576i25", (864, 625)),
            ("480i29.97", (858, 525)),
            ("4096x2160p100", (5280, 2250)),
            ("4096x2160p119.88", (4400, 2250)),
        ] {
            let sdi = carry(format.parse().unwrap()).unwrap();
            assert_eq!((sdi.total_width, sdi.total_height), total, "{format}");
        }
    }

    #[test]
    fn coarse_sampling_travels_as_4_2_2_in_the_10_bit_container() {
        let rate = |text: &str| carry(text.parse().unwrap()).unwrap().line_rate_bps;
        assert_eq!(rate("2160p25 4:2:0 8"), rate("2160p25 4:2:2 10"));
        assert_eq!(rate("2160p25 4:2:0 12"), rate("2160p25 4:2:2 12"));
    }

    #[test]
    fn refusals_say_why() {
        let why = |text: &str| carry(text.parse().unwrap()).unwrap_err();
        insta::assert_snapshot!(why("4608x3164p25"), @"SDI defines no 4608×3164 at 25 frames a second");
        insta::assert_snapshot!(why("720p48"), @"SDI defines no 1280×720 at 48 frames a second");
        insta::assert_snapshot!(why("576i29.97"), @"SDI defines no 720×576 at 29.97 frames a second");
        insta::assert_snapshot!(why("480i25"), @"SDI defines no 720×480 at 25 frames a second");
        insta::assert_snapshot!(why("2160i50"), @"interlaced pictures are 1080 lines at 25 to 30 frames a second, or SD, not 3840×2160i50");
        insta::assert_snapshot!(why("1080psf50"), @"segmented frames (PsF) are 1080 lines at up to 30 frames a second, not 1920×1080psf50");
        insta::assert_snapshot!(why("1080p25 4:4:4 16"), @"SDI carries up to 12 bits a sample, not 16-bit");
    }

    #[test]
    fn levels_exist_for_1080_lines_that_fill_3g() {
        for (format, expected) in [
            ("1080p50", true),
            ("1080p59.94", true),
            ("1080p47.95", true),
            ("1080p25 4:4:4 10", true),
            ("1080p23.98 4:4:4 12", true),
            ("1080p30 4:2:2 12", true),
            ("1080i50 4:4:4 10", true),
            ("1080psf25 4:2:2 12", true),
            ("2048x1080p24 4:4:4 12", true),
            ("1080p25", false),
            ("1080i50", false),
            ("1080p50 4:4:4 12", false),
            ("720p60 4:4:4 10", false),
            ("2160p25", false),
        ] {
            assert_eq!(has_levels(format.parse().unwrap()), expected, "{format}");
        }
    }
}
