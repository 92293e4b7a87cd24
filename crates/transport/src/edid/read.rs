//! Reads a dump into what the sink takes.

use super::blocks::{BLOCK, DataBlock, checked_blocks, data_blocks};
use super::vic::{code_of, frame_of};
use crate::hdmi::{self, Generation};
use serde::Serialize;
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};
use utoipa::ToSchema;

/// What a sink says of itself.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Edid {
    /// Its name, where it gives one.
    pub name: String,
    /// The oldest HDMI generation with all that it takes.
    #[schema(value_type = String)]
    pub generation: Generation,
    /// The fastest fixed-rate link, in Gb/s.
    pub frl_gbps: Option<u8>,
    /// PCM channels that it takes.
    pub audio: usize,
    /// What it takes: each frame with samplings and depths.
    pub modes: Vec<Mode>,
}

/// A frame that a sink takes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Mode {
    /// Its raster.
    pub raster: Raster,
    /// Progressive, interlaced or segmented.
    pub scan: Scan,
    /// Its frame rate.
    pub rate: FrameRate,
    /// Whether it takes it in 4:2:0 only.
    pub only_420: bool,
    /// Every whole format of it, within the sink's rates.
    #[schema(value_type = Vec<String>)]
    pub formats: Vec<PictureFormat>,
}

/// Why a dump can't be used: where, and what was expected there.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum EdidError {
    /// It ends early.
    #[error("the dump ends at byte {byte}; {expected} bytes are needed: read it again")]
    CutOff {
        /// Counted from 0.
        byte: usize,
        /// What should be there.
        expected: usize,
    },
    /// It doesn't begin as an EDID does.
    #[error(
        "byte {byte} is {found:#04x}, not {expected:#04x}: an EDID begins 00 ff ff ff ff ff ff 00"
    )]
    Header {
        /// Counted from 0.
        byte: usize,
        /// What is there.
        found: u8,
        /// What should be there.
        expected: u8,
    },
    /// A block was damaged.
    #[error(
        "the checksum of block {block} is wrong: byte {byte} is {found:#04x}, and {expected:#04x} would be right; the block was damaged on its way"
    )]
    Checksum {
        /// Counted from 0; 128 bytes each.
        block: usize,
        /// Counted from 0.
        byte: usize,
        /// What is there.
        found: u8,
        /// What should be there.
        expected: u8,
    },
    /// A length runs past its end.
    #[error("byte {byte}: {reason}")]
    Overrun {
        /// Counted from 0.
        byte: usize,
        /// What runs past what.
        reason: String,
    },
    /// Hexadecimal text with something else in it.
    #[error(
        "character {at} is “{found}”: a dump as text is hexadecimal digits, two a byte, with spaces or lines between"
    )]
    NotHex {
        /// Counted from 1.
        at: usize,
        /// What is there.
        found: char,
    },
    /// It says no picture mode at all.
    #[error("it lists no mode of the trade’s rasters and rates")]
    NoModes,
}

/// Reads a dump: binary, or hexadecimal text as tools print it (offsets with a colon are skipped).
pub fn parse_dump(bytes: &[u8]) -> Result<Edid, EdidError> {
    let text = std::str::from_utf8(bytes).ok();
    // Binary begins with a zero byte, which is no text.
    match text.filter(|_| bytes.first() != Some(&0)) {
        Some(text) => parse(&from_hex(text)?),
        None => parse(bytes),
    }
}

fn from_hex(text: &str) -> Result<Vec<u8>, EdidError> {
    let (mut bytes, mut half) = (Vec::new(), None);
    let mut position = 0;
    for line in text.split_inclusive('\n') {
        let skipped = line
            .split_once(':')
            .map_or(0, |(offset, _)| offset.chars().count() + 1);
        let spaced = line.chars().enumerate().skip(skipped).peekable();
        for (at, c) in spaced {
            match c.to_digit(16) {
                Some(digit) => match half.take() {
                    Some(high) => bytes.push((high << 4) | digit as u8),
                    None => half = Some(digit as u8),
                },
                None if c.is_whitespace() || c == ',' => {}
                // 0x00 as tables of a program have it.
                None if c == 'x' && half == Some(0) => half = None,
                None => {
                    return Err(EdidError::NotHex {
                        at: position + at + 1,
                        found: c,
                    });
                }
            }
        }
        position += line.chars().count();
    }
    Ok(bytes)
}

/// Reads the bytes of a dump.
pub fn parse(bytes: &[u8]) -> Result<Edid, EdidError> {
    let blocks = checked_blocks(bytes)?;
    let base = blocks[0];
    let mut sink = Sink {
        // E-EDID 1.4: bits a colour in the video input definition of a digital sink.
        deepest: match (base[20] & 0x80 != 0, (base[20] >> 4) & 7) {
            (true, 3) => Depth::TEN,
            (true, 4..=6) => Depth::TWELVE,
            _ => Depth::EIGHT,
        },
        ..Sink::default()
    };
    for descriptor in base[54..126].chunks(18) {
        sink.descriptor(descriptor);
    }
    for (number, block) in blocks.iter().enumerate().skip(1) {
        // Only CTA-861 extensions are read; others say nothing of picture modes that counts here.
        if block[0] != 2 {
            continue;
        }
        let (data, timings) = data_blocks(number, block)?;
        sink.flags(block[3]);
        // The 4:2:0 map speaks of the video blocks, wherever they stand.
        let (video, others): (Vec<_>, Vec<_>) = data.iter().partition(|block| block.tag == 2);
        for block in video.into_iter().chain(others) {
            sink.data(block)?;
        }
        let mut rest = &block[timings.min(BLOCK - 1)..BLOCK - 1];
        while rest.len() >= 18 {
            sink.descriptor(&rest[..18]);
            rest = &rest[18..];
        }
    }
    sink.taken()
}

type Frame = (Raster, Scan, FrameRate);

/// What has been read so far.
struct Sink {
    name: String,
    deepest: Depth,
    deep_420: Depth,
    ycc: bool,
    audio: usize,
    tmds_mhz: u64,
    hdmi: bool,
    frl: Option<u8>,
    /// Frames, and whether they are taken in 4:2:0: also, or only.
    frames: Vec<Frame>,
    /// The video descriptors in their order, for the 4:2:0 map; `None`: not the trade's.
    listed: Vec<Option<Frame>>,
    only_420: Vec<Frame>,
    also_420: Vec<Frame>,
}

impl Default for Sink {
    fn default() -> Self {
        Self {
            name: String::new(),
            deepest: Depth::EIGHT,
            deep_420: Depth::EIGHT,
            ycc: false,
            audio: 0,
            tmds_mhz: 165,
            hdmi: false,
            frl: None,
            frames: Vec::new(),
            listed: Vec::new(),
            only_420: Vec::new(),
            also_420: Vec::new(),
        }
    }
}

impl Sink {
    /// An 18-byte descriptor: a detailed timing, or the sink's name.
    fn descriptor(&mut self, bytes: &[u8]) {
        if bytes[0] == 0 && bytes[1] == 0 {
            if bytes[3] == 0xfc {
                let name = bytes[5..18].iter().take_while(|byte| **byte != b'\n');
                self.name = name
                    .map(|byte| char::from(*byte))
                    .filter(|c| !c.is_control())
                    .collect();
                self.name = self.name.trim().to_string();
            }
            return;
        }
        let clock = u64::from(u16::from_le_bytes([bytes[0], bytes[1]])) * 10_000;
        let twelve = |low: usize, high: usize, shift: u32| {
            u32::from(bytes[low]) | (u32::from(bytes[high]) >> shift & 0xf) << 8
        };
        let (width, blank_width) = (twelve(2, 4, 4), twelve(3, 4, 0));
        let (height, blank_height) = (twelve(5, 7, 4), twelve(6, 7, 0));
        let interlaced = bytes[17] & 0x80 != 0;
        let lines = height + blank_height;
        // An interlaced timing gives one field; the frame has an odd line more.
        let (height, total) = if interlaced {
            (height * 2, lines * 2 + 1)
        } else {
            (height, lines)
        };
        let pixels = u64::from(width + blank_width) * u64::from(total);
        if pixels == 0 || !(16..16_384).contains(&width) || !(16..16_384).contains(&height) {
            return;
        }
        let millihertz = clock * 1000 / pixels;
        let standard = FrameRate::STANDARD
            .into_iter()
            .find(|rate| rate.per_second(1000).abs_diff(millihertz) < 20);
        if let Some(rate) = standard {
            let scan = if interlaced {
                Scan::Interlaced
            } else {
                Scan::Progressive
            };
            self.frame(Raster { width, height }, scan, rate);
        }
    }

    fn frame(&mut self, raster: Raster, scan: Scan, rate: FrameRate) {
        for rate in kin(rate) {
            if !self.frames.contains(&(raster, scan, rate)) {
                self.frames.push((raster, scan, rate));
            }
        }
    }

    fn flags(&mut self, byte: u8) {
        // Byte 3 of the extension: basic audio, then 4:4:4 and 4:2:2 in component form.
        if byte & 0x40 != 0 {
            self.audio = self.audio.max(2);
        }
        self.ycc |= byte & 0x10 != 0;
    }

    fn data(&mut self, block: &DataBlock) -> Result<(), EdidError> {
        match (block.tag, block.payload) {
            (1, payload) => {
                if payload.len() % 3 != 0 {
                    return Err(EdidError::Overrun {
                        byte: block.byte,
                        reason: format!(
                            "an audio block of {} bytes; descriptors are three bytes each",
                            payload.len()
                        ),
                    });
                }
                // Format 1 is linear PCM; the low bits are the channels less one.
                for descriptor in payload.chunks(3).filter(|one| one[0] >> 3 & 0xf == 1) {
                    self.audio = self.audio.max(usize::from(descriptor[0] & 7) + 1);
                }
            }
            (2, payload) => {
                for descriptor in payload {
                    let frame = frame_of(code_of(*descriptor));
                    self.listed.push(frame);
                    if let Some((raster, scan, rate)) = frame {
                        self.frame(raster, scan, rate);
                    }
                }
            }
            // HDMI licensing, 1.x: identifier 00-0C-03.
            (3, [0x03, 0x0c, 0x00, rest @ ..]) => {
                self.hdmi = true;
                if let Some(flags) = rest.get(2) {
                    if flags & 0x10 != 0 {
                        self.deepest = self.deepest.max(Depth::TEN);
                    }
                    if flags & 0x20 != 0 {
                        self.deepest = self.deepest.max(Depth::TWELVE);
                    }
                }
                if let Some(rate) = rest.get(3).filter(|rate| **rate > 0) {
                    self.tmds_mhz = self.tmds_mhz.max(u64::from(*rate) * 5);
                }
                self.timings_of_2160(rest);
            }
            // HDMI forum, 2.x: identifier C4-5D-D8.
            (3, [0xd8, 0x5d, 0xc4, rest @ ..]) => {
                self.hdmi = true;
                if let Some(rate) = rest.get(1).filter(|rate| **rate > 0) {
                    self.tmds_mhz = self.tmds_mhz.max(u64::from(*rate) * 5);
                }
                if let Some(flags) = rest.get(3) {
                    let frl = [0, 9, 18, 24, 32, 40, 48];
                    self.frl = frl
                        .get(usize::from(flags >> 4))
                        .copied()
                        .filter(|rate| *rate > 0);
                    self.deep_420 = match flags & 7 {
                        0 => Depth::EIGHT,
                        1 => Depth::TEN,
                        _ => Depth::TWELVE,
                    };
                }
            }
            // Extended: frames in 4:2:0 only.
            (7, [0x0e, codes @ ..]) => {
                for (raster, scan, rate) in codes.iter().filter_map(|code| frame_of(code_of(*code)))
                {
                    for rate in kin(rate) {
                        self.only_420.push((raster, scan, rate));
                    }
                }
            }
            // Extended: which of the listed frames are taken in 4:2:0 too; an empty map means all.
            (7, [0x0f, map @ ..]) => {
                for (place, frame) in self.listed.iter().enumerate() {
                    let bit = map
                        .get(place / 8)
                        .is_some_and(|byte| byte >> (place % 8) & 1 == 1);
                    if let Some((raster, scan, rate)) = frame.filter(|_| bit || map.is_empty()) {
                        self.also_420
                            .extend(kin(rate).map(|rate| (raster, scan, rate)));
                    }
                }
            }
            _ => {}
        }
        Ok(())
    }

    /// 2160-line frames that HDMI 1.4 lists by codes of its own, before CTA-861 had them.
    fn timings_of_2160(&mut self, rest: &[u8]) {
        let Some(flags) = rest.get(4) else { return };
        // Latency fields come before the video fields, where they are there.
        let mut at =
            5 + if flags & 0x80 != 0 { 2 } else { 0 } + if flags & 0x40 != 0 { 2 } else { 0 };
        if flags & 0x20 == 0 {
            return;
        }
        at += 1;
        let count = rest.get(at).map_or(0, |lengths| usize::from(lengths >> 5));
        for code in rest.iter().skip(at + 1).take(count) {
            let (raster, rate) = match code {
                1 => (Raster::UHD, 30),
                2 => (Raster::UHD, 25),
                3 => (Raster::UHD, 24),
                4 => (
                    Raster {
                        width: 4096,
                        height: 2160,
                    },
                    24,
                ),
                _ => continue,
            };
            self.frame(raster, Scan::Progressive, FrameRate::whole(rate));
        }
    }

    /// Everything together: each frame with the formats that its rates leave room for.
    fn taken(mut self) -> Result<Edid, EdidError> {
        for frame in &self.only_420 {
            if !self.frames.contains(frame) {
                self.frames.push(*frame);
            }
        }
        let mut modes = Vec::new();
        let mut needed = if self.hdmi {
            Generation::V1_4
        } else {
            Generation::V1_0
        };
        for frame in &self.frames {
            let (raster, scan, rate) = *frame;
            let only_420 = self.only_420.contains(frame);
            let mut formats = Vec::new();
            let samplings = [Sampling::Full444, Sampling::Yuv422, Sampling::Yuv420];
            for sampling in samplings {
                let taken = match sampling {
                    Sampling::Yuv420 => only_420 || self.also_420.contains(frame),
                    Sampling::Yuv422 => self.ycc && !only_420,
                    Sampling::Full444 => !only_420,
                };
                let deepest = match sampling {
                    Sampling::Yuv420 => self.deep_420,
                    // 4:2:2 always has room for 12 bits.
                    Sampling::Yuv422 if self.hdmi => Depth::TWELVE,
                    _ => self.deepest,
                };
                let depths = [Depth::EIGHT, Depth::TEN, Depth::TWELVE];
                for bits in depths.into_iter().filter(|bits| taken && *bits <= deepest) {
                    let format = PictureFormat {
                        raster,
                        rate,
                        scan,
                        sampling,
                        bits,
                    };
                    let Ok(carried) = hdmi::carry(format) else {
                        continue;
                    };
                    let fits = match carried.frl_gbps {
                        None => carried.tmds_character_rate_hz <= self.tmds_mhz * 1_000_000,
                        Some(gbps) => self.frl.is_some_and(|frl| gbps <= frl),
                    };
                    if fits {
                        needed = needed.max(carried.generation);
                        formats.push(format);
                    }
                }
            }
            if !formats.is_empty() {
                modes.push(Mode {
                    raster,
                    scan,
                    rate,
                    only_420,
                    formats,
                });
            }
        }
        if modes.is_empty() {
            return Err(EdidError::NoModes);
        }
        Ok(Edid {
            name: self.name,
            generation: needed,
            frl_gbps: self.frl,
            audio: self.audio,
            modes,
        })
    }
}

/// A rate and its 1000/1001 kin: one code or timing of CTA-861 stands for both.
fn kin(rate: FrameRate) -> impl Iterator<Item = FrameRate> {
    let twin = match rate.nominal() {
        24 | 30 | 48 | 60 | 120 => Some(FrameRate::per_1001(rate.nominal())),
        _ => None,
    };
    let whole = FrameRate::whole(rate.nominal());
    std::iter::once(whole)
        .chain(twin)
        .filter(|rate| FrameRate::STANDARD.contains(rate))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::edid::blocks::HEADER;
    use proptest::prelude::*;

    /// Puts the right checksum at the end of a block.
    fn summed(mut block: Vec<u8>) -> Vec<u8> {
        block.resize(BLOCK, 0);
        block[127] = 0;
        let sum = block.iter().fold(0u8, |sum, byte| sum.wrapping_add(*byte));
        block[127] = sum.wrapping_neg();
        block
    }

    /// A sink made up for the test: 1080p60 in detail, a list of codes, HDMI with 300 MHz.
    fn dump(data: &[u8]) -> Vec<u8> {
        let mut base = HEADER.to_vec();
        base.resize(BLOCK, 0);
        base[18] = 1;
        base[19] = 4;
        base[20] = 0xb5;
        // 1920×1080 at 148.5 MHz, 280 and 45 of blanking.
        base[54..72].copy_from_slice(&[
            0x02, 0x3a, 0x80, 0x18, 0x71, 0x38, 0x2d, 0x40, 0x58, 0x2c, 0x45, 0, 0, 0, 0, 0, 0,
            0x1e,
        ]);
        base[72..77].copy_from_slice(&[0, 0, 0, 0xfc, 0]);
        base[77..90].copy_from_slice(b"Bench 17\n    ");
        base[126] = 1;
        let mut extension = vec![2, 3, 4 + data.len() as u8, 0x70];
        extension.extend(data);
        [summed(base), summed(extension)].concat()
    }

    const VIDEO: [u8; 5] = [0x44, 16, 97, 94, 20];
    const PCM: [u8; 4] = [0x23, 0x0f, 0x07, 0x07];
    const HDMI_1: [u8; 8] = [0x67, 0x03, 0x0c, 0x00, 0x10, 0x00, 0x38, 60];
    /// 2160p60 in 4:2:0 too: the second descriptor of the list.
    const MAP_420: [u8; 3] = [0xe2, 0x0f, 0b10];
    const FORUM: [u8; 8] = [0x67, 0xd8, 0x5d, 0xc4, 1, 0, 0x80, 0];

    fn words(edid: &Edid) -> String {
        let modes = edid.modes.iter().map(|mode| {
            let formats: Vec<String> = mode
                .formats
                .iter()
                .map(|format| format.to_string())
                .collect();
            formats.join(", ")
        });
        format!(
            "{} HDMI {} {} ch\n{}",
            edid.name,
            edid.generation,
            edid.audio,
            modes.collect::<Vec<_>>().join("\n")
        )
    }

    #[test]
    fn a_sink_that_takes_fast_2160_in_4_2_0_only() {
        let edid = parse(&dump(
            &[&VIDEO[..], &PCM, &HDMI_1, &FORUM, &MAP_420].concat(),
        ))
        .unwrap();
        insta::assert_snapshot!(words(&edid));
    }

    #[test]
    fn hexadecimal_text_is_read_as_it_is_printed() {
        let bytes = dump(&VIDEO);
        let spaced: Vec<String> = bytes
            .chunks(16)
            .enumerate()
            .map(|(row, chunk)| {
                let hex: Vec<String> = chunk.iter().map(|byte| format!("{byte:02x}")).collect();
                format!("{:04x}: {}", row * 16, hex.join(" "))
            })
            .collect();
        assert_eq!(parse_dump(spaced.join("\n").as_bytes()), parse(&bytes));
        let table: String = bytes.iter().map(|byte| format!("0x{byte:02x}, ")).collect();
        assert_eq!(parse_dump(table.as_bytes()), parse(&bytes));
    }

    #[test]
    fn damage_is_refused_with_the_byte_and_the_reason() {
        let good = dump(&VIDEO);
        let why = |change: &dyn Fn(&mut Vec<u8>)| {
            let mut bytes = good.clone();
            change(&mut bytes);
            parse_dump(&bytes).unwrap_err().to_string()
        };
        insta::assert_snapshot!(
            [
                why(&|bytes| bytes.truncate(200)),
                why(&|bytes| bytes.truncate(0)),
                why(&|bytes| bytes[3] = 0x7f),
                why(&|bytes| bytes[60] ^= 1),
                why(&|bytes| bytes[140] ^= 1),
                why(&|bytes| {
                    bytes[132] = 0x5f;
                    let end = summed(bytes[128..].to_vec());
                    bytes.splice(128.., end);
                }),
                why(&|bytes| {
                    bytes[130] = 2;
                    let end = summed(bytes[128..].to_vec());
                    bytes.splice(128.., end);
                }),
                why(&|bytes| *bytes = b"00 ff ff zz".to_vec()),
            ]
            .join("\n")
        );
    }

    proptest! {
        #[test]
        fn no_dump_makes_it_fall_over(bytes in prop::collection::vec(any::<u8>(), 0..400)) {
            let _ = parse_dump(&bytes);
        }

        #[test]
        fn no_data_blocks_make_it_fall_over(data in prop::collection::vec(any::<u8>(), 0..100)) {
            let _ = parse(&dump(&data));
        }
    }
}
