//! HDMI: total rasters (CTA-861), TMDS character rates, the fixed-rate link (FRL).

use super::NotCarried;
use super::sdi::{check_scan, rate_family};
use std::{fmt, str::FromStr};
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};
use units::quantity::Unreadable;

/// A generation of HDMI, by what it adds: 1.0 carries 165 MHz, 1.4 deep colour and 340 MHz, 2.0
/// 4:2:0 and 600 MHz, 2.1 the fixed-rate link.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum Generation {
    /// 1.0: single link to 165 MHz, 8 bits.
    V1_0,
    /// 1.4: to 340 MHz, deep colour.
    V1_4,
    /// 2.0: to 600 MHz, 4:2:0.
    V2_0,
    /// 2.1: fixed-rate link to 48 Gb/s.
    V2_1,
}

impl Generation {
    /// All of them, oldest first.
    pub const ALL: [Self; 4] = [Self::V1_0, Self::V1_4, Self::V2_0, Self::V2_1];

    /// The fastest fixed-rate link of 2.1, in Gb/s.
    pub const FASTEST_FRL: u8 = 48;

    /// The highest TMDS character rate, in hertz.
    pub fn tmds_limit_hz(self) -> u64 {
        match self {
            Self::V1_0 => 165_000_000,
            Self::V1_4 => 340_000_000,
            Self::V2_0 | Self::V2_1 => 600_000_000,
        }
    }
}

/// A picture format on HDMI.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Hdmi {
    /// Pixels in a line, blanking included.
    pub total_width: u64,
    /// Lines in a frame, blanking included.
    pub total_height: u64,
    /// Pixels a second, blanking included.
    pub pixel_clock_hz: u64,
    /// Characters a second on each TMDS lane.
    pub tmds_character_rate_hz: u64,
    /// The oldest generation that carries it.
    pub generation: Generation,
    /// The rate of the fixed-rate link, in Gb/s, where TMDS doesn't reach.
    pub frl_gbps: Option<u8>,
    /// The sampling in which it travels: 4:2:0 below 2160p50 goes as 4:2:2.
    pub sampling: Sampling,
}

/// The depths at which a sink that takes 4:2:2 takes it: it always travels with 12 bits in the 24-bit
/// container (HDMI 1.4b, 6.2.3).
pub const DEPTHS_OF_422: [Depth; 3] = [Depth::EIGHT, Depth::TEN, Depth::TWELVE];

/// Whether 4:2:0 exists for a frame: at 2160 lines and 50 frames a second and above (HDMI 2.0, CTA-861-F).
fn has_420(raster: Raster, rate: FrameRate) -> bool {
    raster.height >= 2160 && rate >= FrameRate::whole(50)
}

/// A format as a source puts it on the wire: what is made in 4:2:0 where HDMI has no such thing is
/// sent as 4:2:2, which adds nothing.
pub fn as_sent(format: PictureFormat) -> PictureFormat {
    if format.sampling == Sampling::Yuv420 && !has_420(format.raster, format.rate) {
        PictureFormat {
            sampling: Sampling::Yuv422,
            ..format
        }
    } else {
        format
    }
}

/// PCM channels carried beside the picture.
pub const AUDIO_CHANNELS: usize = 8;
/// The rates of the fixed-rate link, in Gb/s.
const FRL_GBPS: [u8; 6] = [9, 18, 24, 32, 40, 48];

/// The format as it would travel on HDMI, or why it can't.
pub fn carry(format: PictureFormat) -> Result<Hdmi, NotCarried> {
    let format = as_sent(format);
    if (format.raster.width, format.raster.height) == (2048, 1080) {
        return Err(NotCarried::NoTiming);
    }
    let (total_width, total_height) = total_raster(format).ok_or(NotCarried::NotDefined {
        wire: "HDMI",
        raster: format.raster,
        rate: format.rate,
    })?;
    // SD is progressive on HDMI as well; the other rasters follow the rules of SDI.
    if format.raster.width != 720 {
        check_scan(format)?;
    } else if format.scan == Scan::SegmentedFrame {
        return Err(NotCarried::SdSegmented(format.raster));
    }
    if format.bits > Depth::TWELVE && format.sampling != Sampling::Full444 {
        return Err(NotCarried::DeepSubsampled(format.sampling));
    }
    let clock = |over: u64, under: u64| {
        format
            .rate
            .per_second(total_width * total_height * over)
            .div_euclid(under)
    };
    let nearest = |over: u64, under: u64| {
        // To the nearest hertz: the division by `under` is folded into the frame's count.
        let doubled = format
            .rate
            .per_second(total_width * total_height * over * 2);
        (doubled / under).div_ceil(2)
    };
    let pixel_clock_hz = clock(1, 1);
    let tmds_character_rate_hz = match format.sampling {
        Sampling::Full444 => nearest(format.bits.bits(), 8),
        Sampling::Yuv422 => pixel_clock_hz,
        Sampling::Yuv420 => nearest(format.bits.bits(), 16),
    };
    let (generation, frl_gbps) = if tmds_character_rate_hz <= Generation::V2_0.tmds_limit_hz() {
        (oldest_on_tmds(format, tmds_character_rate_hz), None)
    } else {
        let rate = frl(format, total_height).ok_or(NotCarried::TooMuchForHdmi(format))?;
        (Generation::V2_1, Some(rate))
    };
    Ok(Hdmi {
        total_width,
        total_height,
        pixel_clock_hz,
        tmds_character_rate_hz,
        generation,
        frl_gbps,
        sampling: format.sampling,
    })
}

/// The oldest generation by character rate and by what each brought: more than 8 bits with 1.3
/// (counted as 1.4 here), 4:2:0 with 2.0.
fn oldest_on_tmds(format: PictureFormat, character_rate_hz: u64) -> Generation {
    let by_rate = Generation::ALL
        .into_iter()
        .find(|generation| character_rate_hz <= generation.tmds_limit_hz());
    let by_sampling = if format.sampling == Sampling::Yuv420 {
        Generation::V2_0
    } else {
        Generation::V1_0
    };
    let by_bits = if format.bits > Depth::EIGHT {
        Generation::V1_4
    } else {
        Generation::V1_0
    };
    by_rate
        .unwrap_or(Generation::V2_1)
        .max(by_sampling)
        .max(by_bits)
}

/// The slowest fixed-rate link that holds the format, by the guide
/// active width × total height × frames × bits a pixel × 1.05 ≤ rate × 16/18 × 0.98.
fn frl(format: PictureFormat, total_height: u64) -> Option<u8> {
    // 4:2:2 is always carried in 24 bits a pixel (12 a sample).
    let half_bits = match format.sampling {
        Sampling::Yuv422 => 48,
        other => other.half_samples_a_pixel() * format.bits.bits(),
    };
    let bits = format
        .rate
        .per_second(u64::from(format.raster.width) * total_height * half_bits)
        / 2;
    FRL_GBPS
        .into_iter()
        .find(|gbps| u128::from(bits) * 105 * 18 <= u128::from(*gbps) * 1_000_000_000 * 16 * 98)
}

fn total_raster(format: PictureFormat) -> Option<(u64, u64)> {
    let (raster, rate): (Raster, FrameRate) = (format.raster, format.rate);
    let family = rate_family(rate)?;
    match (raster.width, raster.height) {
        // Interlaced SD sends every pixel twice, to stay above 25 MHz.
        (720, 576) => match (format.scan, rate.nominal()) {
            (Scan::Interlaced, 25) => Some((1728, 625)),
            (Scan::Progressive, 50) => Some((864, 625)),
            _ => None,
        },
        (720, 480) => match (format.scan, rate.nominal()) {
            (Scan::Interlaced, 30) => Some((1716, 525)),
            (Scan::Progressive, 60) => Some((858, 525)),
            _ => None,
        },
        (1280, 720) => Some(match rate.nominal() {
            24 | 30 => (3300, 750),
            48 => (2500, 750),
            25 => (3960, 750),
            50 | 100 => (1980, 750),
            _ => (1650, 750),
        }),
        (1920, 1080) => Some(([2750, 2640, 2200][family], 1125)),
        (3840 | 4096, 2160) => Some(([5500, 5280, 4400][family], 2250)),
        _ => None,
    }
}

impl fmt::Display for Generation {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::V1_0 => "1.0",
            Self::V1_4 => "1.4",
            Self::V2_0 => "2.0",
            Self::V2_1 => "2.1",
        })
    }
}

impl FromStr for Generation {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let found = Self::ALL
            .into_iter()
            .find(|generation| generation.to_string() == text.trim());
        found.ok_or_else(|| {
            Unreadable::new(text, "an HDMI generation", "it is 1.0, 1.4, 2.0 or 2.1")
        })
    }
}

units::written_as_text!(Generation, "HdmiGeneration", "2.0");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn reference_figures() {
        for (format, mhz, generation, frl) in [
            ("1080p25 4:2:2 10", 74.25, "1.4", None),
            ("1080p59.94 4:2:2 10", 148.352, "1.4", None),
            ("1080p25 4:4:4 12", 111.375, "1.4", None),
            ("1080p50 4:4:4 12", 222.75, "1.4", None),
            ("2160p25 4:2:2 10", 297.0, "1.4", None),
            ("2160p23.98 4:4:4 10", 370.879, "2.0", None),
            ("2160p50 4:2:2 10", 594.0, "2.0", None),
            ("2160p60 4:4:4 8", 594.0, "2.0", None),
            ("2160p60 4:4:4 10", 742.5, "2.1", Some(24)),
            ("2160p120 4:2:2 10", 1188.0, "2.1", Some(32)),
            // The guide's share of the link is used up almost whole by these.
            ("4096x2160p60 4:4:4 12", 891.0, "2.1", Some(24)),
            ("4096x2160p60 4:4:4 16", 1188.0, "2.1", Some(32)),
            ("4096x2160p120 4:4:4 10", 1485.0, "2.1", Some(40)),
            ("4096x2160p120 4:4:4 12", 1782.0, "2.1", Some(48)),
            ("1080p60 4:2:2 8", 148.5, "1.0", None),
            ("2160p60 4:2:0 8", 297.0, "2.0", None),
            ("2160p50 4:2:0 10", 371.25, "2.0", None),
            // There is no 4:2:0 below 2160p50: it goes as 4:2:2.
            ("2160p25 4:2:0 8", 297.0, "1.4", None),
            ("2160p30 4:2:0 10", 297.0, "1.4", None),
            ("1080p60 4:2:0 8", 148.5, "1.0", None),
            ("576i50 4:4:4 8", 27.0, "1.0", None),
        ] {
            let hdmi = carry(format.parse().unwrap()).unwrap();
            let rounded = (hdmi.tmds_character_rate_hz as f64 / 1e3).round() / 1e3;
            let got = (rounded, hdmi.generation.to_string(), hdmi.frl_gbps);
            assert_eq!(got, (mhz, generation.to_string(), frl), "{format}");
        }
    }

    #[test]
    fn total_rasters_of_cta_861() {
        for (format, total) in [
            ("720p24", (3300, 750)),
            ("720p48", (2500, 750)),
            ("720p25", (3960, 750)),
            ("720p100", (1980, 750)),
            ("720p120", (1650, 750)),
            ("720p30", (3300, 750)),
            ("1080i59.94", (2200, 1125)),
            ("4096x2160p24", (5500, 2250)),
        ] {
            let hdmi = carry(format.parse().unwrap()).unwrap();
            assert_eq!((hdmi.total_width, hdmi.total_height), total, "{format}");
        }
    }

    #[test]
    fn refusals_say_why() {
        let why = |text: &str| carry(text.parse().unwrap()).unwrap_err();
        insta::assert_snapshot!(why("4608x3164p25"), @"HDMI defines no 4608×3164 at 25 frames a second");
        insta::assert_snapshot!(why("2048x1080p24"), @"CTA-861 has no timing for 2048×1080; send 1920×1080 or 4096×2160");
        insta::assert_snapshot!(why("2160p120 4:4:4 16"), @"3840×2160p120 4:4:4 16-bit is more than HDMI at 48 Gb/s holds");
    }
}
