//! The time of a file written anew: the head of a copy, with another reference of samples from midnight.

use super::header::WavError;
use super::notes::{Notes, bext};

/// Why no head can be written.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NotRestamped {
    /// It can't be read.
    #[error(transparent)]
    Wav(#[from] WavError),
    /// More bytes stand before its sound than are looked at.
    #[error("its sound begins further in than is looked for: in the first 4 MB it is taken")]
    TooLong,
    /// It becomes longer than its kind can be.
    #[error("with its time it would be longer than 4 GB, which a RIFF file can’t be")]
    NoRoom,
}

/// A new head and how many bytes of the old file it stands for.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Restamped {
    /// The bytes before the sound of the copy.
    pub head: Vec<u8>,
    /// Where the sound begins in the file that was read.
    pub sound_at: usize,
}

/// The head of a copy whose `bext` chunk says another time, out of the first bytes of a file. What else it
/// says stays; a chunk is made where there is none. iXML's own time, where it has one, is set alike.
pub fn restamped(
    beginning: &[u8],
    samples_from_midnight: u64,
    wanted: &Notes,
) -> Result<Restamped, NotRestamped> {
    let begins = [b"RIFF", b"RF64", b"BW64"];
    if beginning.len() < 12
        || !begins.iter().any(|id| beginning[..4] == **id)
        || &beginning[8..12] != b"WAVE"
    {
        return Err(WavError::NotWav.into());
    }
    let mut head = beginning[..12].to_vec();
    let mut at = 12;
    let mut stamped = false;
    let (sound_at, data) = loop {
        let chunk = beginning.get(at..at + 8).ok_or(NotRestamped::TooLong)?;
        let id = &chunk[..4];
        let size = u32::from_le_bytes([chunk[4], chunk[5], chunk[6], chunk[7]]);
        if id == b"data" {
            break (at + 8, chunk);
        }
        let end = at + 8 + size as usize + size as usize % 2;
        let body = beginning
            .get(at + 8..at + 8 + size as usize)
            .ok_or(NotRestamped::TooLong)?;
        let new = match id {
            b"bext" => {
                stamped = true;
                let mut notes = Notes::default();
                notes.read_bext(body);
                notes.time_reference = Some(samples_from_midnight);
                let mut made = bext(&notes);
                // Everything else that it says, to its end, stays as it is.
                let mut whole = body.to_vec();
                whole.resize(whole.len().max(made.len()), 0);
                whole[338..346].copy_from_slice(&made.split_off(338)[..8]);
                whole
            }
            b"iXML" => with_time(body, samples_from_midnight),
            _ => body.to_vec(),
        };
        push(&mut head, id, &new);
        at = end;
    };
    if !stamped {
        let notes = Notes {
            time_reference: Some(samples_from_midnight),
            ..wanted.clone()
        };
        push(&mut head, b"bext", &bext(&notes));
    }
    head.extend_from_slice(data);
    let more = head.len() as i64 - sound_at as i64;
    lengthen(&mut head, more)?;
    Ok(Restamped { head, sound_at })
}

fn push(head: &mut Vec<u8>, id: &[u8], body: &[u8]) {
    head.extend_from_slice(id);
    head.extend_from_slice(&(body.len() as u32).to_le_bytes());
    head.extend_from_slice(body);
    if body.len() % 2 == 1 {
        head.push(0);
    }
}

/// The length of the whole file, where it is said.
fn lengthen(head: &mut [u8], more: i64) -> Result<(), NotRestamped> {
    let said = u32::from_le_bytes([head[4], head[5], head[6], head[7]]);
    if &head[..4] == b"RIFF" {
        let new = i64::from(said) + more;
        // A file that was cut off while it was written says nothing, and goes on saying it.
        if said != 0 && said != u32::MAX {
            let new = u32::try_from(new).map_err(|_| NotRestamped::NoRoom)?;
            head[4..8].copy_from_slice(&new.to_le_bytes());
        }
        return Ok(());
    }
    let Some(at) = head.windows(4).position(|id| id == b"ds64") else {
        return Ok(());
    };
    if let Some(eight) = head.get_mut(at + 8..at + 16) {
        let said = u64::from_le_bytes(eight.try_into().unwrap_or_default());
        eight.copy_from_slice(&said.saturating_add_signed(more).to_le_bytes());
    }
    Ok(())
}

/// iXML with another time; as it was where it has none.
fn with_time(body: &[u8], samples_from_midnight: u64) -> Vec<u8> {
    let Ok(text) = std::str::from_utf8(body) else {
        return body.to_vec();
    };
    let high = (samples_from_midnight >> 32).to_string();
    let low = (samples_from_midnight & 0xFFFF_FFFF).to_string();
    let mut text = text.to_string();
    for (name, value) in [("HI", high), ("LO", low)] {
        let (open, close) = (
            format!("<TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_{name}>"),
            format!("</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_{name}>"),
        );
        let Some(from) = text.find(&open).map(|at| at + open.len()) else {
            continue;
        };
        if let Some(length) = text[from..].find(&close) {
            text.replace_range(from..from + length, &value);
        }
    }
    text.into_bytes()
}

#[cfg(test)]
mod tests {
    use super::super::stream::WavStream;
    use super::super::write::{SampleBits, head};
    use super::*;

    fn notes(bytes: &[u8]) -> (Notes, usize) {
        let mut stream = WavStream::default();
        let mut sound = 0;
        stream
            .feed(bytes, &mut |_, bytes| sound += bytes.len())
            .unwrap();
        stream.finish(&mut |_, bytes| sound += bytes.len()).unwrap();
        assert!(!stream.is_cut_short());
        (stream.notes().clone(), sound)
    }

    fn copy(file: &[u8], reference: u64) -> Vec<u8> {
        let new = restamped(file, reference, &Notes::default()).unwrap();
        let mut copy = new.head;
        copy.extend_from_slice(&file[new.sound_at..]);
        let said = u32::from_le_bytes([copy[4], copy[5], copy[6], copy[7]]);
        assert_eq!(said as usize + 8, copy.len());
        copy
    }

    #[test]
    fn a_copy_says_the_new_time_and_everything_else_as_before() {
        let old = Notes {
            time_reference: Some(5),
            originator: Some("Recorder".into()),
            ..Notes::default()
        };
        let mut file = head(48_000, SampleBits::Sixteen, 100, &old);
        file.resize(file.len() + 200, 7);
        let (read, sound) = notes(&copy(&file, 1 << 33));
        assert_eq!(read.time_reference, Some(1 << 33));
        assert_eq!((read.originator, sound), (old.originator, 200));
    }

    #[test]
    fn a_file_without_a_time_gets_one_and_ixml_says_the_same() {
        let mut file = b"RIFF\0\0\0\0WAVE".to_vec();
        push(
            &mut file,
            b"fmt ",
            &[1, 0, 1, 0, 0x80, 0xBB, 0, 0, 0, 0x77, 1, 0, 2, 0, 16, 0],
        );
        push(
            &mut file,
            b"iXML",
            b"<BWFXML><TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>0</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>\
            <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>9</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO></BWFXML>",
        );
        push(&mut file, b"data", &[1; 40]);
        let length = file.len() as u32 - 8;
        file[4..8].copy_from_slice(&length.to_le_bytes());
        let (read, sound) = notes(&copy(&file, 480_000));
        assert_eq!(read.time_reference, Some(480_000));
        assert_eq!((read.ixml_time_reference, sound), (Some(480_000), 40));
        assert!(matches!(
            restamped(&file[..30], 0, &Notes::default()),
            Err(NotRestamped::TooLong)
        ));
        assert!(restamped(b"no", 0, &Notes::default()).is_err());
    }
}
