//! The time of a file written anew: the head of a copy, with another reference of samples from midnight.

use super::header::{HeaderReader, WavError};
use super::notes::{Notes, bext};
use super::stream::WavStream;

/// Why no copy can be written.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NotRestamped {
    /// It can't be read.
    #[error(transparent)]
    Wav(#[from] WavError),
    /// More bytes stand before its sound than are looked at.
    #[error("its sound begins further in than is looked for: in the first 4 MB it is taken")]
    TooLong,
    /// More bytes stand behind its sound than are looked at.
    #[error(
        "more than 4 MB of other things stand behind its sound, and its time may be among them"
    )]
    TooMuchBehind,
    /// It becomes longer than its kind can be.
    #[error("with its time it would be longer than 4 GB, which a RIFF file can’t be")]
    NoRoom,
    /// What was made was read back, and says something else.
    #[error("the copy was read back and doesn’t say one time everywhere: nothing is written")]
    NotAlike,
}

/// What is looked at of a file: its first bytes, its last ones (as many as are there, of which the first may be
/// among them too), and how long it is.
#[derive(Debug, Clone, Copy)]
pub struct Ends<'b> {
    /// From its first byte on.
    pub beginning: &'b [u8],
    /// Up to its last byte.
    pub end: &'b [u8],
    /// Of the whole, in bytes.
    pub length: u64,
}

/// What a copy is made of: a new head, bytes of the old file as they are, what comes behind them.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Restamped {
    /// The bytes before the sound of the copy.
    pub head: Vec<u8>,
    /// Where the sound begins in the file that was read.
    pub sound_at: u64,
    /// Where it ends there, filled up to an even length.
    pub sound_to: u64,
    /// The bytes behind the sound of the copy.
    pub tail: Vec<u8>,
}

/// A copy whose time is another, wherever it says one: in the `bext` chunk, of which one is left or made, and in iXML
/// (its own samples since midnight, and its `BEXT` block), before the sound or behind it. What else it says stays, and
/// the sound with it. What was made is read again before it is given out.
pub fn restamped(
    file: Ends,
    samples_from_midnight: u64,
    wanted: &Notes,
) -> Result<Restamped, NotRestamped> {
    let Ends {
        beginning,
        end,
        length,
    } = file;
    let mut stream = WavStream::of_file(Some(length));
    stream.feed(beginning, &mut |_, _| ())?;
    let mut head = beginning.get(..12).ok_or(WavError::NotWav)?.to_vec();
    let mut before: Vec<(&[u8], &[u8])> = Vec::new();
    let mut at = 12;
    let (sound_at, data) = loop {
        let chunk = beginning.get(at..at + 8).ok_or(NotRestamped::TooLong)?;
        if &chunk[..4] == b"data" {
            break (at + 8, chunk);
        }
        let size = size_of(chunk);
        let body = beginning
            .get(at + 8..at + 8 + size)
            .ok_or(NotRestamped::TooLong)?;
        before.push((&chunk[..4], body));
        at += 8 + size + size % 2;
    };
    let data_bytes = stream.format().and_then(|format| format.data_bytes);
    let sound_to = data_bytes.map_or(length, |bytes| {
        (sound_at as u64)
            .saturating_add(bytes + bytes % 2)
            .min(length)
    });
    let behind = usize::try_from(length - sound_to).ok();
    let behind = behind.and_then(|behind| end.len().checked_sub(behind));
    let behind = &end[behind.ok_or(NotRestamped::TooMuchBehind)?..];
    let (after, rest) = chunks(behind);
    let mut stamped = false;
    for (id, body) in before {
        stamp(&mut head, (id, body), samples_from_midnight, &mut stamped);
    }
    let says_behind = after.iter().any(|(id, _)| *id == b"bext");
    if !stamped && !says_behind {
        let notes = Notes {
            time_reference: Some(samples_from_midnight),
            ..wanted.clone()
        };
        push(&mut head, b"bext", &bext(&notes));
        stamped = true;
    }
    head.extend_from_slice(data);
    let mut tail = Vec::new();
    for (id, body) in after {
        stamp(&mut tail, (id, body), samples_from_midnight, &mut stamped);
    }
    tail.extend_from_slice(rest);
    let more = (head.len() + tail.len()) as i64 - (sound_at + behind.len()) as i64;
    lengthen(&mut head, more, length)?;
    let made = Restamped {
        head,
        sound_at: sound_at as u64,
        sound_to,
        tail,
    };
    if made.says_one_time(samples_from_midnight) {
        Ok(made)
    } else {
        Err(NotRestamped::NotAlike)
    }
}

impl Restamped {
    /// Whether head and tail, read again, hold one `bext` and one time.
    fn says_one_time(&self, samples: u64) -> bool {
        let mut reader = HeaderReader::default();
        let Ok(Some(_)) = reader.feed(&self.head) else {
            return false;
        };
        reader.after_sound(0);
        // What can't be read of it was there before.
        let _ = reader.feed(&self.tail);
        let notes = reader.notes();
        let ixml = notes.ixml_time_reference;
        let (before, _) = chunks(&self.head[12..]);
        let (after, _) = chunks(&self.tail);
        let all = before.iter().chain(&after);
        notes.time_reference == Some(samples)
            && ixml.is_none_or(|ixml| ixml == samples)
            && all.filter(|(id, _)| *id == b"bext").count() == 1
    }
}

fn size_of(chunk: &[u8]) -> usize {
    u32::from_le_bytes([chunk[4], chunk[5], chunk[6], chunk[7]]) as usize
}

/// A chunk: what it is called, and what it says.
type Chunk<'b> = (&'b [u8], &'b [u8]);

/// The whole chunks of some bytes, and what is left that is none.
fn chunks(bytes: &[u8]) -> (Vec<Chunk<'_>>, &[u8]) {
    let mut found = Vec::new();
    let mut at = 0;
    while let Some(head) = bytes.get(at..at + 8) {
        let size = size_of(head);
        let named = head[..4].iter().all(|byte| (b' '..=b'~').contains(byte));
        let Some(body) = bytes.get(at + 8..at + 8 + size).filter(|_| named) else {
            break;
        };
        found.push((&head[..4], body));
        at = (at + 8 + size + size % 2).min(bytes.len());
    }
    (found, &bytes[at..])
}

/// A chunk of the copy, with its time; a second `bext` is left out.
fn stamp(out: &mut Vec<u8>, (id, body): Chunk, samples_from_midnight: u64, stamped: &mut bool) {
    match id {
        b"bext" if *stamped => {}
        b"bext" => {
            *stamped = true;
            let mut notes = Notes::default();
            notes.read_bext(body);
            notes.time_reference = Some(samples_from_midnight);
            let made = bext(&notes);
            // Everything else that it says, to its end, stays as it is.
            let mut whole = body.to_vec();
            whole.resize(whole.len().max(made.len()), 0);
            whole[338..346].copy_from_slice(&made[338..346]);
            push(out, id, &whole);
        }
        b"iXML" => push(out, id, &with_time(body, samples_from_midnight)),
        _ => push(out, id, body),
    }
}

fn push(head: &mut Vec<u8>, id: &[u8], body: &[u8]) {
    head.extend_from_slice(id);
    head.extend_from_slice(&(body.len() as u32).to_le_bytes());
    head.extend_from_slice(body);
    if body.len() % 2 == 1 {
        head.push(0);
    }
}

/// The length of the whole file, where it is said. One of more than 4 GB says less of itself in four bytes, and goes
/// on doing so.
fn lengthen(head: &mut [u8], more: i64, length: u64) -> Result<(), NotRestamped> {
    let said = u32::from_le_bytes([head[4], head[5], head[6], head[7]]);
    if &head[..4] == b"RIFF" {
        let new = i64::from(said) + more;
        // A file that was cut off while it was written says nothing, and goes on saying it.
        if said != 0 && said != u32::MAX {
            let wraps = length > u64::from(u32::MAX);
            let new = match u32::try_from(new) {
                Ok(new) => new,
                Err(_) if wraps => new.rem_euclid(1 << 32) as u32,
                Err(_) => return Err(NotRestamped::NoRoom),
            };
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

/// iXML's names of the halves of a time: the high one, the low one. Its own, and those of its `BEXT` block.
const HALVES: [[&str; 2]; 2] = [
    [
        "TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI",
        "TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO",
    ],
    ["BWF_TIME_REFERENCE_HIGH", "BWF_TIME_REFERENCE_LOW"],
];

/// iXML with another time, in every place that says one; as it was where it has none.
fn with_time(body: &[u8], samples_from_midnight: u64) -> Vec<u8> {
    let Ok(text) = std::str::from_utf8(body) else {
        return body.to_vec();
    };
    let high = (samples_from_midnight >> 32).to_string();
    let low = (samples_from_midnight & 0xFFFF_FFFF).to_string();
    let mut text = text.to_string();
    for [high_name, low_name] in HALVES {
        let there = set_text(&mut text, low_name, &low);
        // Where only the low half was said, the high one is put before it.
        if there && !set_text(&mut text, high_name, &high) && high != "0" {
            let before = format!("<{low_name}>");
            let both = format!("<{high_name}>{high}</{high_name}>{before}");
            text = text.replace(&before, &both);
        }
    }
    text.into_bytes()
}

/// Sets what every element of a name says; whether there is one.
fn set_text(text: &mut String, name: &str, value: &str) -> bool {
    let (open, close) = (format!("<{name}>"), format!("</{name}>"));
    let mut at = 0;
    let mut there = false;
    while let Some(from) = text[at..].find(&open).map(|found| at + found + open.len()) {
        let Some(length) = text[from..].find(&close) else {
            break;
        };
        text.replace_range(from..from + length, value);
        at = from + value.len();
        there = true;
    }
    there
}

#[cfg(test)]
mod tests {
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

    fn whole(file: &[u8]) -> Ends<'_> {
        Ends {
            beginning: file,
            end: file,
            length: file.len() as u64,
        }
    }

    fn copy(file: &[u8], reference: u64) -> Vec<u8> {
        let new = restamped(whole(file), reference, &Notes::default()).unwrap();
        let mut copy = new.head;
        copy.extend_from_slice(&file[new.sound_at as usize..new.sound_to as usize]);
        copy.extend_from_slice(&new.tail);
        let said = u32::from_le_bytes([copy[4], copy[5], copy[6], copy[7]]);
        assert_eq!(said as usize + 8, copy.len());
        copy
    }

    const FMT: [u8; 16] = [1, 0, 1, 0, 0x80, 0xBB, 0, 0, 0, 0x77, 1, 0, 2, 0, 16, 0];

    fn file_of(chunks: &[(&[u8; 4], &[u8])]) -> Vec<u8> {
        let mut file = b"RIFF\0\0\0\0WAVE".to_vec();
        for (id, body) in chunks {
            push(&mut file, *id, body);
        }
        let length = file.len() as u32 - 8;
        file[4..8].copy_from_slice(&length.to_le_bytes());
        file
    }

    fn count(bytes: &[u8], what: &[u8]) -> usize {
        bytes
            .windows(what.len())
            .filter(|here| *here == what)
            .count()
    }

    #[test]
    fn a_time_behind_the_sound_is_set_there_and_stands_once() {
        let said = bext(&Notes {
            time_reference: Some(7),
            ..Notes::default()
        });
        let ixml = b"<BWFXML><SPEED><TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>7</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO></SPEED>\
            <BEXT><BWF_TIME_REFERENCE_LOW>7</BWF_TIME_REFERENCE_LOW><BWF_TIME_REFERENCE_HIGH>0</BWF_TIME_REFERENCE_HIGH></BEXT></BWFXML>";
        let sound = [3u8; 41];
        let behind = file_of(&[
            (b"fmt ", &FMT),
            (b"data", &sound),
            (b"bext", &said),
            (b"iXML", ixml),
        ]);
        let both = file_of(&[
            (b"fmt ", &FMT),
            (b"bext", &said),
            (b"data", &sound),
            (b"bext", &said),
            (b"LIST", b"kept"),
        ]);
        let reference = (5 << 32) + 9;
        for file in [&behind, &both] {
            let copy = copy(file, reference);
            let (read, sound) = notes(&copy);
            assert_eq!((read.time_reference, sound), (Some(reference), 40));
            assert_eq!(count(&copy, b"bext"), 1);
            assert_eq!(count(&copy, &[3; 41]), 1, "the sound stays");
        }
        let stamped = copy(&behind, reference);
        let text = String::from_utf8_lossy(&stamped).into_owned();
        for (name, half) in [
            ("TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI", 5),
            ("TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO", 9),
            ("BWF_TIME_REFERENCE_HIGH", 5),
            ("BWF_TIME_REFERENCE_LOW", 9),
        ] {
            assert!(text.contains(&format!("<{name}>{half}</{name}>")), "{name}");
        }
        assert!(copy(&both, 1).ends_with(b"LIST\x04\0\0\0kept"));
    }

    #[test]
    fn a_file_of_more_than_4_gb_is_stamped_by_its_ends() {
        // 4.6 GB, of which four bytes say the rest over 4 GB.
        let sound = 4_600_000_000u64;
        let mut file = b"RIFF\0\0\0\0WAVE".to_vec();
        push(&mut file, b"fmt ", &FMT);
        file.extend_from_slice(b"data");
        file.extend_from_slice(&(sound as u32).to_le_bytes());
        let sound_at = file.len() as u64;
        let mut tail = Vec::new();
        push(&mut tail, b"bext", &bext(&Notes::default()));
        let length = sound_at + sound + tail.len() as u64;
        file[4..8].copy_from_slice(&((length - 8) as u32).to_le_bytes());
        let ends = Ends {
            beginning: &file,
            end: &tail,
            length,
        };
        let new = restamped(ends, 1 << 33, &Notes::default()).unwrap();
        assert_eq!((new.sound_at, new.sound_to), (sound_at, sound_at + sound));
        assert_eq!((new.head.len(), new.tail.len()), (file.len(), tail.len()));
        let short = Ends {
            end: &tail[8..],
            ..ends
        };
        let why = restamped(short, 0, &Notes::default());
        assert_eq!(why, Err(NotRestamped::TooMuchBehind));
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
            restamped(whole(&file[..30]), 0, &Notes::default()),
            Err(NotRestamped::TooLong)
        ));
        assert!(restamped(whole(b"no"), 0, &Notes::default()).is_err());
    }
}
