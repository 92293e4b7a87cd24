//! The chunks of a WAV file: RIFF, and RF64 or BW64 where it is longer than four gigabytes (ITU-R BS.2088).

use super::notes::Notes;

/// How samples are written.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Coding {
    /// Whole numbers.
    Integer,
    /// Floating point.
    Float,
}

/// What a file says of itself.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct WavFormat {
    /// Channels.
    pub channels: usize,
    /// Samples a second.
    pub sample_rate: u32,
    /// Bits a sample.
    pub bits: u16,
    /// How they are written.
    pub coding: Coding,
    /// How long its sound is, in bytes, where it says so.
    pub data_bytes: Option<u64>,
}

impl WavFormat {
    /// Bytes of one sample of every channel.
    pub fn frame_bytes(&self) -> usize {
        self.channels * usize::from(self.bits / 8)
    }
}

/// Why a file can't be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum WavError {
    /// It isn't a WAV file at all.
    #[error("this is no WAV file: it begins with neither RIFF, RF64 nor BW64")]
    NotWav,
    /// It ends before its sound begins.
    #[error("the file ends before its sound begins: it was cut off, or holds none")]
    NoSound,
    /// Its sound is written in a way that isn't read.
    #[error(
        "its sound is written as {0}, which isn’t read: 8, 16, 24 or 32 bits as whole numbers, or 32 or 64 bits as floating point, are"
    )]
    Coding(String),
    /// Counts that can't be.
    #[error(
        "the file says {0}, which can’t be: 1 to 64 channels and 8,000 to 400,000 samples a second are read"
    )]
    Count(String),
    /// A channel that isn't there.
    #[error("there is no channel {wanted}: the file has {channels}")]
    Channel {
        /// The channel, from 1.
        wanted: usize,
        /// How many there are.
        channels: usize,
    },
}

/// The channels that are read at most.
pub const MOST_CHANNELS: usize = 64;
/// So much of a chunk that is looked into is kept: the ones that are needed are smaller.
fn kept(id: &[u8; 4]) -> u64 {
    match id {
        b"iXML" => 1 << 20,
        b"bext" => 1_024,
        _ => 256,
    }
}

/// Reads chunks piece by piece.
#[derive(Debug, Default)]
pub struct HeaderReader {
    notes: Notes,
    stage: Stage,
    held: Vec<u8>,
    /// How long the file says it is, in the four bytes of its kind.
    riff_bytes: u32,
    long_data: Option<u64>,
    format: Option<WavFormat>,
}

#[derive(Debug, Default, Clone, Copy, PartialEq, Eq)]
enum Stage {
    /// The first twelve bytes.
    #[default]
    Begin,
    /// The eight bytes of a chunk's head.
    Chunk,
    /// A chunk that is kept: what it is, and how long.
    Keep([u8; 4], u64),
    /// Bytes to be passed over.
    Skip(u64),
}

impl HeaderReader {
    /// Takes bytes; gives the format and how many bytes were used up, as soon as the sound begins.
    pub fn feed(&mut self, bytes: &[u8]) -> Result<Option<(WavFormat, usize)>, WavError> {
        let mut at = 0;
        loop {
            match self.stage {
                Stage::Begin => {
                    if !self.fill(bytes, &mut at, 12) {
                        return Ok(None);
                    }
                    let known = [b"RIFF", b"RF64", b"BW64"].iter();
                    let begins = known.into_iter().any(|id| self.held[..4] == **id);
                    if !begins || &self.held[8..12] != b"WAVE" {
                        return Err(WavError::NotWav);
                    }
                    self.riff_bytes = little(&self.held[4..8]) as u32;
                    self.next(Stage::Chunk);
                }
                Stage::Chunk => {
                    if !self.fill(bytes, &mut at, 8) {
                        return Ok(None);
                    }
                    let id = [self.held[0], self.held[1], self.held[2], self.held[3]];
                    let size = u64::from(little(&self.held[4..8]) as u32);
                    if &id == b"data" {
                        let format = self.format.ok_or(WavError::NoSound)?;
                        // Of a file of more than 4 GB the length stands elsewhere; of one that is being
                        // written, nowhere: then the whole isn't said either.
                        let open = matches!(self.riff_bytes, 0 | u32::MAX);
                        let unknown = size == u64::from(u32::MAX) || size == 0 && open;
                        let data_bytes = if unknown { self.long_data } else { Some(size) };
                        let format = WavFormat {
                            data_bytes,
                            ..format
                        };
                        return Ok(Some((format, at)));
                    }
                    self.next(match &id {
                        b"fmt " | b"ds64" | b"bext" | b"iXML" => Stage::Keep(id, size),
                        // Chunks are filled up to an even length.
                        _ => Stage::Skip(size + size % 2),
                    });
                }
                Stage::Keep(id, size) => {
                    let wanted = size.min(kept(&id)) as usize;
                    if !self.fill(bytes, &mut at, wanted) {
                        return Ok(None);
                    }
                    match &id {
                        b"fmt " => self.format = Some(format_of(&self.held)?),
                        b"bext" => self.notes.read_bext(&self.held),
                        b"iXML" => self.notes.read_ixml(&self.held),
                        _ if self.held.len() >= 16 => {
                            self.long_data = Some(little(&self.held[8..16]));
                        }
                        _ => {}
                    }
                    self.next(Stage::Skip(size + size % 2 - wanted as u64));
                }
                Stage::Skip(left) => {
                    let here = left.min((bytes.len() - at) as u64);
                    at += here as usize;
                    if here < left {
                        self.stage = Stage::Skip(left - here);
                        return Ok(None);
                    }
                    self.next(Stage::Chunk);
                }
            }
        }
    }

    /// Goes on to what comes after the sound, which was so many bytes long.
    pub fn after_sound(&mut self, bytes: u64) {
        self.next(Stage::Skip(bytes % 2));
    }

    /// Whether the length of the sound is said in eight bytes, which hold any.
    pub fn says_long(&self) -> bool {
        self.long_data.is_some()
    }

    /// What the file says of its time, as far as it has come.
    pub fn notes(&self) -> &Notes {
        &self.notes
    }

    fn next(&mut self, stage: Stage) {
        self.held.clear();
        self.stage = stage;
    }

    /// Holds so many bytes; whether they are there.
    fn fill(&mut self, bytes: &[u8], at: &mut usize, wanted: usize) -> bool {
        let here = (wanted - self.held.len()).min(bytes.len() - *at);
        self.held.extend_from_slice(&bytes[*at..*at + here]);
        *at += here;
        self.held.len() == wanted
    }
}

/// A number, least significant byte first, of at most eight bytes.
fn little(bytes: &[u8]) -> u64 {
    let bytes = bytes.iter().rev().take(8);
    bytes.fold(0, |number, byte| number << 8 | u64::from(*byte))
}

/// What a format chunk says.
fn format_of(chunk: &[u8]) -> Result<WavFormat, WavError> {
    if chunk.len() < 16 {
        return Err(WavError::Count("nothing of its format".into()));
    }
    let tag = little(&chunk[..2]);
    let channels = little(&chunk[2..4]) as usize;
    let sample_rate = little(&chunk[4..8]) as u32;
    let bits = little(&chunk[14..16]) as u16;
    // The extensible form names the coding in its first two bytes of a longer name.
    let tag = match tag {
        0xFFFE if chunk.len() >= 26 => little(&chunk[24..26]),
        tag => tag,
    };
    if !(1..=MOST_CHANNELS).contains(&channels) {
        return Err(WavError::Count(format!("{channels} channels")));
    }
    if !(8_000..=400_000).contains(&sample_rate) {
        return Err(WavError::Count(format!("{sample_rate} samples a second")));
    }
    let coding = match (tag, bits) {
        (1, 8 | 16 | 24 | 32) => Coding::Integer,
        (3, 32 | 64) => Coding::Float,
        (1, bits) => return Err(WavError::Coding(format!("{bits}-bit whole numbers"))),
        (3, bits) => return Err(WavError::Coding(format!("{bits}-bit floating point"))),
        (tag, _) => return Err(WavError::Coding(format!("coding {tag}"))),
    };
    Ok(WavFormat {
        channels,
        sample_rate,
        bits,
        coding,
        data_bytes: None,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn head(id: &[u8; 4], chunks: &[(&[u8; 4], &[u8])]) -> Vec<u8> {
        let mut bytes = [id.as_slice(), &[0xFF; 4], b"WAVE"].concat();
        for (id, chunk) in chunks {
            bytes.extend_from_slice(*id);
            bytes.extend_from_slice(&(chunk.len() as u32).to_le_bytes());
            bytes.extend_from_slice(chunk);
            bytes.resize(bytes.len() + chunk.len() % 2, 0);
        }
        bytes
    }

    fn fmt(tag: u16, channels: u16, rate: u32, bits: u16) -> Vec<u8> {
        let block = channels * bits / 8;
        let mut chunk = Vec::new();
        for word in [tag, channels] {
            chunk.extend_from_slice(&word.to_le_bytes());
        }
        chunk.extend_from_slice(&rate.to_le_bytes());
        chunk.extend_from_slice(&(rate * u32::from(block)).to_le_bytes());
        for word in [block, bits] {
            chunk.extend_from_slice(&word.to_le_bytes());
        }
        chunk
    }

    fn read(bytes: &[u8], step: usize) -> Result<Option<(WavFormat, usize)>, WavError> {
        let mut reader = HeaderReader::default();
        let mut used = 0;
        for piece in bytes.chunks(step) {
            if let Some((format, here)) = reader.feed(piece)? {
                return Ok(Some((format, used + here)));
            }
            used += piece.len();
        }
        Ok(None)
    }

    #[test]
    fn a_head_is_read_however_it_is_cut() {
        let chunks: [(&[u8; 4], &[u8]); 3] = [
            (b"bext", &[7; 603]),
            (b"fmt ", &fmt(1, 8, 48_000, 24)),
            (b"iXML", b"<x/>"),
        ];
        let mut bytes = head(b"RIFF", &chunks);
        bytes.extend_from_slice(b"data");
        bytes.extend_from_slice(&9_600u32.to_le_bytes());
        let sound = bytes.len();
        for step in [1, 3, 7, 4_096] {
            let (format, used) = read(&bytes, step).unwrap().unwrap();
            assert_eq!(
                (format.channels, format.bits, format.data_bytes, used),
                (8, 24, Some(9_600), sound)
            );
        }
    }

    #[test]
    fn a_long_file_says_its_length_elsewhere() {
        let mut long = vec![0; 24];
        long[8..16].copy_from_slice(&6_000_000_000u64.to_le_bytes());
        let chunks: [(&[u8; 4], &[u8]); 2] = [(b"ds64", &long), (b"fmt ", &fmt(3, 2, 96_000, 32))];
        let mut bytes = head(b"RF64", &chunks);
        bytes.extend_from_slice(b"data\xFF\xFF\xFF\xFF");
        let (format, _) = read(&bytes, 16).unwrap().unwrap();
        assert_eq!(
            (format.data_bytes, format.coding),
            (Some(6_000_000_000), Coding::Float)
        );
    }

    #[test]
    fn what_cant_be_read_is_said() {
        let why = |bytes: &[u8]| read(bytes, 64).unwrap_err().to_string();
        assert!(why(b"ID3\x04 a song of another kind").contains("no WAV"));
        let other = |tag, channels, rate, bits| {
            let chunk = fmt(tag, channels, rate, bits);
            why(&head(b"RIFF", &[(b"fmt ", &chunk)]))
        };
        assert!(other(1, 2, 48_000, 12).contains("12-bit whole numbers"));
        assert!(other(0x55, 2, 48_000, 16).contains("coding 85"));
        assert!(other(1, 0, 48_000, 16).contains("0 channels"));
        assert!(other(1, 2, 5, 16).contains("5 samples a second"));
        assert!(
            why(&[head(b"RIFF", &[]), b"data\0\0\0\0".to_vec()].concat())
                .contains("before its sound")
        );
    }

    proptest! {
        #[test]
        fn no_head_makes_the_reader_fall_over(mut bytes in prop::collection::vec(any::<u8>(), 0..300), step in 1usize..40) {
            let _ = read(&bytes, step);
            let whole = head(b"RIFF", &[(b"fmt ", &fmt(1, 2, 48_000, 16))]);
            bytes.truncate(40);
            let _ = read(&[whole, bytes].concat(), step);
        }
    }
}
