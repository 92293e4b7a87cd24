//! The blocks of an EDID: what stands where, and what is checked before it is read.

use super::read::EdidError;

/// Bytes in a block.
pub const BLOCK: usize = 128;
/// The eight bytes that every base block begins with.
pub const HEADER: [u8; 8] = [0, 0xff, 0xff, 0xff, 0xff, 0xff, 0xff, 0];

/// Cuts a dump into blocks whose lengths, header and checksums are right.
pub fn checked_blocks(bytes: &[u8]) -> Result<Vec<&[u8]>, EdidError> {
    if bytes.len() < BLOCK {
        return Err(EdidError::CutOff {
            byte: bytes.len(),
            expected: BLOCK,
        });
    }
    if let Some(byte) = (0..HEADER.len()).find(|at| bytes[*at] != HEADER[*at]) {
        return Err(EdidError::Header {
            byte,
            found: bytes[byte],
            expected: HEADER[byte],
        });
    }
    let expected = (usize::from(bytes[126]) + 1) * BLOCK;
    if bytes.len() < expected {
        return Err(EdidError::CutOff {
            byte: bytes.len(),
            expected,
        });
    }
    let blocks: Vec<&[u8]> = bytes[..expected].chunks(BLOCK).collect();
    for (number, block) in blocks.iter().enumerate() {
        let sum = block.iter().fold(0u8, |sum, byte| sum.wrapping_add(*byte));
        if sum != 0 {
            let at = BLOCK - 1;
            return Err(EdidError::Checksum {
                block: number,
                byte: number * BLOCK + at,
                found: block[at],
                expected: block[at].wrapping_sub(sum),
            });
        }
    }
    Ok(blocks)
}

/// A data block of a CTA extension.
pub struct DataBlock<'b> {
    /// Its tag: 1 audio, 2 video, 3 a maker's own, 7 extended.
    pub tag: u8,
    /// What it holds, without its head.
    pub payload: &'b [u8],
    /// Where its head stands in the whole dump.
    pub byte: usize,
}

/// The data blocks of a CTA-861 extension, with where its detailed timings begin in the block.
pub fn data_blocks(number: usize, block: &[u8]) -> Result<(Vec<DataBlock<'_>>, usize), EdidError> {
    let base = number * BLOCK;
    let timings = match block[2] {
        0 => BLOCK - 1,
        at @ 4..=127 => usize::from(at),
        found => {
            return Err(EdidError::Overrun {
                byte: base + 2,
                reason: format!(
                    "the detailed timings are said to begin at {found}; 0 or 4 to 127 is possible"
                ),
            });
        }
    };
    // Before revision 3 there are no data blocks.
    let end = if block[2] == 0 || block[1] < 3 {
        4
    } else {
        timings
    };
    let mut found = Vec::new();
    let mut at = 4;
    while at < end {
        let (tag, length) = (block[at] >> 5, usize::from(block[at] & 0x1f));
        if at + 1 + length > end {
            return Err(EdidError::Overrun {
                byte: base + at,
                reason: format!(
                    "a data block of {length} bytes runs past the end of the blocks at byte {}",
                    base + end
                ),
            });
        }
        found.push(DataBlock {
            tag,
            payload: &block[at + 1..at + 1 + length],
            byte: base + at,
        });
        at += 1 + length;
    }
    Ok((found, timings))
}
