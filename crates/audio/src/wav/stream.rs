//! A WAV file as its bytes come: its head, its sound in whole frames, and what stands behind it.

use super::header::{HeaderReader, WavError, WavFormat};
use super::notes::Notes;

/// Sound is handed on in blocks of so many frames, or many of them at once.
pub const BLOCK: usize = 4_096;

/// Lengths of four bytes begin again from nothing here.
const WRAPS: u64 = 1 << 32;

/// Takes the bytes of a file apart, in as little memory for four gigabytes as for four seconds.
#[derive(Debug, Default)]
pub struct WavStream {
    header: HeaderReader,
    format: Option<WavFormat>,
    /// How long the file is, where that is known.
    length: Option<u64>,
    /// Bytes that came so far.
    seen: u64,
    /// Of the sound; nothing said: to the end of the file.
    left: Option<u64>,
    held: Vec<u8>,
    /// The sound is over: chunks come.
    behind: bool,
    /// What comes behind the sound can't be read, or is over.
    over: bool,
}

impl WavStream {
    /// Of a file that is so long, where that is known: one of more than 4 GB may say less of itself.
    pub fn of_file(length: Option<u64>) -> Self {
        Self {
            length,
            ..Self::default()
        }
    }

    /// Takes the next bytes, and hands on the frames that are whole blocks.
    pub fn feed(
        &mut self,
        bytes: &[u8],
        sound: &mut impl FnMut(WavFormat, &[u8]),
    ) -> Result<(), WavError> {
        let came = bytes;
        let mut bytes = bytes;
        let format = match self.format {
            Some(format) => format,
            None => {
                let Some((format, used)) = self.header.feed(bytes)? else {
                    self.seen += came.len() as u64;
                    return Ok(());
                };
                bytes = &bytes[used..];
                let format = self.whole(format, self.seen + used as u64);
                self.format = Some(format);
                self.left = format.data_bytes;
                format
            }
        };
        self.seen += came.len() as u64;
        if self.behind {
            self.read_behind(bytes);
            return Ok(());
        }
        let mine = self
            .left
            .map_or(bytes.len() as u64, |left| left.min(bytes.len() as u64));
        let (mut mine, rest) = bytes.split_at(mine as usize);
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
        if self.left == Some(0) {
            self.behind = true;
            self.header.after_sound(format.data_bytes.unwrap_or(0));
            self.read_behind(rest);
        }
        Ok(())
    }

    /// The format with the length of sound that begins at a place: a length of four bytes that began again is
    /// longer by whole rounds, as the file itself is.
    fn whole(&self, format: WavFormat, sound_at: u64) -> WavFormat {
        let wrapped = format.data_bytes.zip(self.length).map(|(said, length)| {
            let rounds = length.saturating_sub(sound_at).saturating_sub(said) / WRAPS;
            said + rounds * WRAPS
        });
        WavFormat {
            data_bytes: wrapped
                .filter(|_| !self.header.says_long())
                .or(format.data_bytes),
            ..format
        }
    }

    /// Chunks behind the sound: what can't be read of them is passed over.
    fn read_behind(&mut self, bytes: &[u8]) {
        if self.over || bytes.is_empty() {
            return;
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
        self.left.is_some_and(|left| left > 0)
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

#[cfg(test)]
mod tests {
    use super::super::notes::bext;
    use super::*;
    use proptest::prelude::*;

    fn chunk(id: &[u8; 4], body: &[u8]) -> Vec<u8> {
        let size = (body.len() as u32).to_le_bytes();
        let mut made = [&id[..], &size, body].concat();
        made.resize(made.len() + body.len() % 2, 0);
        made
    }

    /// Sixteen bits, one channel, with its time behind the sound.
    fn file(sound: &[u8]) -> Vec<u8> {
        let fmt = [1, 0, 1, 0, 0x80, 0xBB, 0, 0, 0, 0x77, 1, 0, 2, 0, 16, 0];
        let notes = Notes {
            time_reference: Some(77),
            ..Notes::default()
        };
        let ixml = b"<BWFXML><TIMECODE_RATE>25/1</TIMECODE_RATE></BWFXML>";
        let chunks = [
            chunk(b"fmt ", &fmt),
            chunk(b"data", sound),
            chunk(b"bext", &bext(&notes)),
            chunk(b"iXML", ixml),
            chunk(b"LIST", b"what else"),
        ]
        .concat();
        let size = (chunks.len() as u32 + 4).to_le_bytes();
        [&b"RIFF"[..], &size, b"WAVE", &chunks].concat()
    }

    /// The sound, and what the file says of its time, of bytes that come in these pieces.
    fn read<'p>(pieces: impl Iterator<Item = &'p [u8]>) -> (Vec<u8>, Notes, bool) {
        let mut stream = WavStream::default();
        let mut sound = Vec::new();
        for piece in pieces {
            let mut hear = |_, bytes: &[u8]| sound.extend_from_slice(bytes);
            stream.feed(piece, &mut hear).unwrap();
        }
        let mut hear = |_, bytes: &[u8]| sound.extend_from_slice(bytes);
        stream.finish(&mut hear).unwrap();
        (sound, stream.notes().clone(), stream.is_cut_short())
    }

    #[test]
    fn wherever_a_small_file_is_cut_it_says_the_same() {
        for bytes in [0, 1, 2, 7, 40] {
            let file = file(&vec![9; bytes]);
            let whole = read(std::iter::once(&file[..]));
            assert_eq!(whole.0.len(), bytes / 2 * 2);
            assert_eq!(whole.1.time_reference, Some(77));
            assert_eq!(whole.1.ixml_timecode_rate.as_deref(), Some("25/1"));
            assert!(!whole.2);
            for cut in 0..=file.len() {
                let (one, other) = file.split_at(cut);
                assert_eq!(read([one, other].into_iter()), whole, "{bytes} {cut}");
            }
            for step in 1..20 {
                assert_eq!(read(file.chunks(step)), whole, "{bytes} {step}");
            }
        }
    }

    proptest! {
        #[test]
        fn wherever_a_large_file_is_cut_it_says_the_same(
            bytes in 0usize..60_000,
            steps in prop::collection::vec(1usize..20_000, 1..12),
        ) {
            let sound: Vec<u8> = (0..bytes).map(|at| at as u8).collect();
            let file = file(&sound);
            let mut left = &file[..];
            let mut pieces = Vec::new();
            for step in steps.iter().cycle() {
                let (piece, rest) = left.split_at((*step).min(left.len()));
                pieces.push(piece);
                left = rest;
                if left.is_empty() {
                    break;
                }
            }
            let (heard, notes, cut) = read(pieces.into_iter());
            prop_assert_eq!(&heard[..], &sound[..bytes / 2 * 2]);
            prop_assert_eq!((notes.time_reference, cut), (Some(77), false));
        }
    }

    #[test]
    fn a_length_that_began_again_is_made_whole_by_the_files_own() {
        let mut bytes = file(&[9; 40]);
        let length = bytes.len() as u64;
        let said = |length: Option<u64>, bytes: &[u8]| {
            let mut stream = WavStream::of_file(length);
            stream.feed(bytes, &mut |_, _| ()).unwrap();
            stream.format().unwrap().data_bytes
        };
        assert_eq!(said(Some(length), &bytes), Some(40));
        assert_eq!(said(None, &bytes), Some(40));
        // The file is 4 GB longer than its four bytes say.
        bytes.truncate(100);
        assert_eq!(said(Some(length + WRAPS), &bytes), Some(40 + WRAPS));
    }
}
