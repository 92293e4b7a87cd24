//! The video identification codes of CTA-861 for the rasters and rates of the trade.

use units::format::{FrameRate, Raster, Scan};

/// Width, height, scan and rate (over 1001 where the second is set) of a code. Codes of rasters
/// that no camera crew wires (240p, 2880 pixels, 64:27) aren't in the table.
type Entry = (u8, u32, u32, Scan, u32);

const I: Scan = Scan::Interlaced;
const P: Scan = Scan::Progressive;

/// CTA-861-G, table 3. The rates of 24, 30 and 60 stand for their 1000/1001 kin as well.
const CODES: &[Entry] = &[
    (2, 720, 480, P, 60),
    (3, 720, 480, P, 60),
    (4, 1280, 720, P, 60),
    (5, 1920, 1080, I, 30),
    (6, 720, 480, I, 30),
    (7, 720, 480, I, 30),
    (16, 1920, 1080, P, 60),
    (17, 720, 576, P, 50),
    (18, 720, 576, P, 50),
    (19, 1280, 720, P, 50),
    (20, 1920, 1080, I, 25),
    (21, 720, 576, I, 25),
    (22, 720, 576, I, 25),
    (31, 1920, 1080, P, 50),
    (32, 1920, 1080, P, 24),
    (33, 1920, 1080, P, 25),
    (34, 1920, 1080, P, 30),
    (41, 1280, 720, P, 100),
    (47, 1280, 720, P, 120),
    (60, 1280, 720, P, 24),
    (61, 1280, 720, P, 25),
    (62, 1280, 720, P, 30),
    (63, 1920, 1080, P, 120),
    (64, 1920, 1080, P, 100),
    (93, 3840, 2160, P, 24),
    (94, 3840, 2160, P, 25),
    (95, 3840, 2160, P, 30),
    (96, 3840, 2160, P, 50),
    (97, 3840, 2160, P, 60),
    (98, 4096, 2160, P, 24),
    (99, 4096, 2160, P, 25),
    (100, 4096, 2160, P, 30),
    (101, 4096, 2160, P, 50),
    (102, 4096, 2160, P, 60),
    (108, 1280, 720, P, 48),
    (111, 1920, 1080, P, 48),
    (114, 3840, 2160, P, 48),
    (115, 4096, 2160, P, 48),
    (117, 3840, 2160, P, 100),
    (118, 3840, 2160, P, 120),
    (218, 4096, 2160, P, 100),
    (219, 4096, 2160, P, 120),
];

/// The frame of a code, at its whole rate; `None` for codes that aren't the trade's.
pub fn frame_of(code: u8) -> Option<(Raster, Scan, FrameRate)> {
    let (_, width, height, scan, rate) = CODES.iter().find(|entry| entry.0 == code)?;
    let raster = Raster {
        width: *width,
        height: *height,
    };
    Some((raster, *scan, FrameRate::whole(*rate)))
}

/// The code of a short video descriptor (CTA-861-G, 7.5.1): in 129 to 192 the high bit marks a
/// native mode.
pub fn code_of(descriptor: u8) -> u8 {
    match descriptor {
        129..=192 => descriptor & 0x7f,
        other => other,
    }
}
