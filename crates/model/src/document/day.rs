//! The shooting day as a crew chose it: what is shot when, and where cards are copied.

use super::{Handle, Refusal};
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{BitRate, ClockTime, Percent, Span};
use utoipa::ToSchema;

/// Something that is shot in a day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct ScheduleEntry {
    /// Short id.
    pub id: Handle,
    /// Its name: *The pour*.
    pub name: String,
    /// Which recorders roll; every one where none is named.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub recorders: Vec<Handle>,
    /// When it begins.
    pub start: ClockTime,
    /// How long it goes on.
    pub length: Span,
    /// How much of that is rolled.
    pub rolls: Rolls,
}

/// How much is rolled.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "kind", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Rolls {
    /// From end to end.
    Continuous,
    /// So many minutes of the finished film × a shooting ratio, in hundredths to one, ÷ the cameras
    /// that share it.
    Ratio {
        /// Minutes of the finished film.
        screen: Span,
        /// Hundredths to one.
        centiratio: u32,
        /// Cameras that share it.
        cameras: u32,
    },
    /// So many hours, spread over it.
    Rolling {
        /// So long.
        length: Span,
    },
    /// Nothing: a break.
    Nothing,
}

impl Rolls {
    /// What each recorder rolls of an entry of some length, in seconds.
    pub fn seconds(self, length: Span) -> u64 {
        match self {
            Self::Continuous => length.0,
            Self::Ratio {
                screen,
                centiratio,
                cameras,
            } => {
                let over = u128::from(screen.0) * u128::from(centiratio);
                u64::try_from(over / 100 / u128::from(cameras.max(1))).unwrap_or(u64::MAX)
            }
            Self::Rolling { length } => length.0,
            Self::Nothing => 0,
        }
    }
}

/// How copies are made sure of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Verify {
    /// Copied, then card and copies are read again and compared: the reader is busy twice.
    #[default]
    ReadBack,
    /// Checksummed on the way, then the copies are read once: the reader is free after the copy.
    Checksum,
}

/// Where cards are offloaded.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields, default)]
pub struct Station {
    /// Readers, each with one card at a time.
    pub readers: u32,
    /// What a reader reads at most.
    pub reader_rate: BitRate,
    /// What the bus behind all readers carries.
    pub bus_rate: BitRate,
    /// What each drive keeps up when written; every drive gets every byte.
    pub drives: Vec<BitRate>,
    /// How copies are made sure of.
    pub verify: Verify,
    /// From the camera to the reader, and from there back.
    pub way: Span,
    /// What the storage is planned with on top, for growth.
    pub margin: Percent,
}

impl Default for Station {
    /// A laptop, one reader, two drives.
    fn default() -> Self {
        let megabytes = |rate: u64| BitRate(rate * 8_000_000);
        Self {
            readers: 1,
            reader_rate: megabytes(400),
            bus_rate: megabytes(900),
            drives: vec![megabytes(220), megabytes(220)],
            verify: Verify::ReadBack,
            way: Span(5 * 60),
            margin: Percent::whole(20),
        }
    }
}

/// So many days of one build.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobLine {
    /// The build.
    pub build: Handle,
    /// How many days.
    pub days: u32,
}

/// A part of the day that wants a recorder which another has at that time.
pub fn refuse_overlap<'e>(
    others: impl IntoIterator<Item = &'e ScheduleEntry>,
    entry: &ScheduleEntry,
) -> Result<(), Refusal> {
    match others.into_iter().find(|other| overlap(other, entry)) {
        None => Ok(()),
        Some(other) => Err(Refusal::Contradiction(format!(
            "“{}” ({}) and “{}” ({}) overlap for the same recorder",
            other.name,
            from_to(other),
            entry.name,
            from_to(entry)
        ))),
    }
}

fn from_to(entry: &ScheduleEntry) -> String {
    let end = entry.start.seconds().saturating_add(entry.length.0);
    format!("{} to {}", entry.start, ClockTime::label_of(end))
}

/// Whether two entries want the same recorder at the same time. An entry that names none wants all.
fn overlap(one: &ScheduleEntry, other: &ScheduleEntry) -> bool {
    let ends = |entry: &ScheduleEntry| entry.start.seconds().saturating_add(entry.length.0);
    let together = one.start.seconds() < ends(other) && other.start.seconds() < ends(one);
    let shared = one.recorders.is_empty()
        || other.recorders.is_empty()
        || one
            .recorders
            .iter()
            .any(|recorder| other.recorders.contains(recorder));
    let rolls = |entry: &ScheduleEntry| entry.rolls != Rolls::Nothing;
    together && shared && rolls(one) && rolls(other)
}
