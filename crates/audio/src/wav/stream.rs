//! A WAV file as its bytes come: its head, its sound in whole frames, and what stands behind it.

use super::header::{HeaderReader, WavError, WavFormat};
use super::notes::Notes;

/// Sound is handed on in blocks of so many frames, or many of them at once.
pub const BLOCK: usize = 4_096;

/// Takes the bytes of a file apart, in as little memory for four gigabytes as for four seconds.
#[derive(Debug, Default)]
pub struct WavStream {
    header: HeaderReader,
    format: Option<WavFormat>,
    left: Option<u64>,
    held: Vec<u8>,
    /// What comes behind the sound can't be read, or is over.
    over: bool,
}

impl WavStream {
    /// Takes the next bytes, and hands on the frames that are whole blocks.
    pub fn feed(
        &mut self,
        mut bytes: &[u8],
        sound: &mut impl FnMut(WavFormat, &[u8]),
    ) -> Result<(), WavError> {
        let format = match self.format {
            Some(format) => format,
            None => {
                let Some((format, used)) = self.header.feed(bytes)? else {
                    return Ok(());
                };
                bytes = &bytes[used..];
                self.format = Some(format);
                self.left = format.data_bytes;
                format
            }
        };
        let mine = self
            .left
            .map_or(bytes.len() as u64, |left| left.min(bytes.len() as u64));
        let (mut mine, behind) = bytes.split_at(mine as usize);
        let block = format.frame_bytes() * BLOCK;
        self.left = self.left.map(|left| left - mine.len() as u64);
        if !self.held.is_empty() {
            let here = (block - self.held.len()).min(mine.len());
            self.held.extend_from_slice(&mine[..here]);
            mine = &mine[here..];
            if self.held.len() == block {
                sound(format, &self.held);
                self.held.clear();
            }
        }
        let whole = mine.len() / block * block;
        if whole > 0 {
            sound(format, &mine[..whole]);
        }
        self.held.extend_from_slice(&mine[whole..]);
        self.behind(format, behind);
        Ok(())
    }

    /// Chunks behind the sound: what can't be read of them is passed over.
    fn behind(&mut self, format: WavFormat, bytes: &[u8]) {
        if self.over || bytes.is_empty() {
            return;
        }
        if self.left == Some(0) {
            self.header.after_sound(format.data_bytes.unwrap_or(0));
            self.left = Some(u64::MAX);
        }
        self.over = !matches!(self.header.feed(bytes), Ok(None));
    }

    /// The file ends: hands on the frames that are left.
    pub fn finish(
        &mut self,
        sound: &mut impl FnMut(WavFormat, &[u8]),
    ) -> Result<WavFormat, WavError> {
        let format = self.format.ok_or(WavError::NoSound)?;
        let rest = self.held.len() / format.frame_bytes() * format.frame_bytes();
        if rest > 0 {
            sound(format, &self.held[..rest]);
        }
        self.held.clear();
        Ok(format)
    }

    /// Whether the file ended before it said that it would.
    pub fn is_cut_short(&self) -> bool {
        self.left.is_some_and(|left| left > 0 && left < u64::MAX)
    }

    /// What the file says of its sound, once that has been read.
    pub fn format(&self) -> Option<WavFormat> {
        self.format
    }

    /// What it says of its time.
    pub fn notes(&self) -> &Notes {
        self.header.notes()
    }
}
