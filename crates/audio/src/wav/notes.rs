//! What a file says of its own time: the broadcast extension (`bext`, EBU Tech 3285) and iXML.

use crate::ltc::Signal;
use serde::Serialize;
use units::timecode::Day;
use utoipa::ToSchema;

/// Where the parts of a `bext` chunk stand (EBU Tech 3285, 2.3): from, and how many bytes.
const DESCRIPTION: (usize, usize) = (0, 256);
const ORIGINATOR: (usize, usize) = (256, 32);
const DATE: (usize, usize) = (320, 10);
const TIME: (usize, usize) = (330, 8);
const REFERENCE: usize = 338;
/// Bytes of a `bext` chunk without its coding history.
pub const BEXT_BYTES: usize = 602;

/// The time and the words that stand beside the sound of a file.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct Notes {
    /// Samples from midnight to the first (`bext`).
    pub time_reference: Option<u64>,
    /// The day that it was made (`bext`): *2031-05-04*.
    pub date: Option<String>,
    /// The time of day (`bext`): *10:00:00*.
    pub time: Option<String>,
    /// Who made it (`bext`).
    pub originator: Option<String>,
    /// What it is (`bext`).
    pub description: Option<String>,
    /// Samples from midnight to the first, as iXML says.
    pub ixml_time_reference: Option<u64>,
    /// The timecode rate, as iXML says: *25/1*, *30000/1001*.
    pub ixml_timecode_rate: Option<String>,
    /// *NDF* or *DF*, as iXML says.
    pub ixml_timecode_flag: Option<String>,
}

/// Who made a file, where West Rail did.
const MAKER: &str = "West Rail";
/// How the description of made timecode begins.
const MADE: &str = "Linear timecode, ";

impl Notes {
    /// What a copy gets that said no time of its own.
    pub fn of_copy() -> Self {
        Self {
            originator: Some(MAKER.into()),
            ..Self::default()
        }
    }

    /// What timecode that is made here says of itself.
    pub fn of_made(signal: &Signal, date: Option<Day>) -> Self {
        Self {
            time_reference: Some(signal.samples_from_midnight()),
            date: date.map(|date| date.to_string()),
            description: Some(format!("{MADE}{}", signal.rate)),
            ..Self::of_copy()
        }
    }

    /// Whether that is what it says.
    pub fn is_made(&self) -> bool {
        let description = self.description.as_deref();
        self.originator.as_deref() == Some(MAKER)
            && description.is_some_and(|text| text.starts_with(MADE))
    }

    /// Takes what a `bext` chunk says.
    pub(super) fn read_bext(&mut self, chunk: &[u8]) {
        let text = |(from, length): (usize, usize)| {
            let bytes = chunk.get(from..from + length)?;
            let end = bytes.iter().position(|byte| *byte == 0).unwrap_or(length);
            let text = String::from_utf8_lossy(&bytes[..end]).trim().to_string();
            (!text.is_empty()).then_some(text)
        };
        self.description = text(DESCRIPTION);
        self.originator = text(ORIGINATOR);
        self.date = text(DATE);
        self.time = text(TIME);
        let eight = chunk.get(REFERENCE..REFERENCE + 8);
        let eight: Option<[u8; 8]> = eight.and_then(|bytes| bytes.try_into().ok());
        self.time_reference = eight.map(u64::from_le_bytes);
    }

    /// Takes what an iXML chunk says; one that isn’t XML says nothing.
    pub(super) fn read_ixml(&mut self, chunk: &[u8]) {
        let end = chunk.iter().rposition(|byte| *byte == b'>');
        let Some(text) = end.and_then(|end| std::str::from_utf8(&chunk[..=end]).ok()) else {
            return;
        };
        let Ok(document) = roxmltree::Document::parse(text) else {
            return;
        };
        let text = |name: &str| {
            let mut all = document.descendants();
            let text = all.find(|node| node.has_tag_name(name))?.text()?.trim();
            (!text.is_empty()).then(|| text.to_string())
        };
        self.ixml_timecode_rate = text("TIMECODE_RATE");
        self.ixml_timecode_flag = text("TIMECODE_FLAG");
        let half = |name: &str| text(name).and_then(|text| text.parse::<u32>().ok());
        let low = half("TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO");
        let high = half("TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI").unwrap_or(0);
        self.ixml_time_reference = low.map(|low| u64::from(high) << 32 | u64::from(low));
    }

    /// The samples from midnight that the file says, by either.
    pub fn samples_from_midnight(&self) -> Option<u64> {
        self.time_reference.or(self.ixml_time_reference)
    }
}

/// A `bext` chunk, without its head.
pub(super) fn bext(notes: &Notes) -> Vec<u8> {
    let mut chunk = vec![0; BEXT_BYTES];
    let mut put = |(from, length): (usize, usize), text: &Option<String>| {
        let bytes = text.as_deref().unwrap_or("").as_bytes();
        let here = bytes.len().min(length);
        chunk[from..from + here].copy_from_slice(&bytes[..here]);
    };
    put(DESCRIPTION, &notes.description);
    put(ORIGINATOR, &notes.originator);
    put(DATE, &notes.date);
    put(TIME, &notes.time);
    let reference = notes.time_reference.unwrap_or(0);
    chunk[REFERENCE..REFERENCE + 8].copy_from_slice(&reference.to_le_bytes());
    // Version 1: no loudness.
    chunk[346] = 1;
    chunk
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_a_bext_chunk_says_is_written_as_it_is_read() {
        let notes = Notes {
            time_reference: Some(1_728_000_000),
            date: Some("2031-05-04".into()),
            time: Some("10:00:00".into()),
            originator: Some("West Rail".into()),
            description: Some("Linear timecode".into()),
            ..Notes::default()
        };
        let mut read = Notes::default();
        read.read_bext(&bext(&notes));
        assert_eq!(read, notes);
        let mut short = Notes::default();
        short.read_bext(&bext(&notes)[..340]);
        assert_eq!(
            (short.time_reference, short.date.as_deref()),
            (None, Some("2031-05-04"))
        );
    }

    #[test]
    fn ixml_is_read_where_it_is_xml() {
        let mut notes = Notes::default();
        notes.read_ixml(
            b"<?xml version=\"1.0\"?><BWFXML><SPEED><TIMECODE_RATE>25/1</TIMECODE_RATE><TIMECODE_FLAG>NDF</TIMECODE_FLAG>\
            <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>1</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_HI>\
            <TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO>2</TIMESTAMP_SAMPLES_SINCE_MIDNIGHT_LO></SPEED></BWFXML>\0\0",
        );
        assert_eq!(notes.samples_from_midnight(), Some((1 << 32) + 2));
        assert_eq!(notes.ixml_timecode_rate.as_deref(), Some("25/1"));
        for bad in [&b"<BWFXML><SPEED>"[..], b"", b"\xFF\xFE>", b">"] {
            let mut notes = Notes::default();
            notes.read_ixml(bad);
            assert_eq!(notes, Notes::default());
        }
    }
}
