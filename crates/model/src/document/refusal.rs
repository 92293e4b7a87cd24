//! Why a command can't be carried out, in sentences.

use super::names::{is_plain, is_visible};
use super::{BadChange, Limits, PortRef, Unfit};
use units::format::PictureFormat;

/// Why a command can't be carried out. The document stays as it was.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Refusal {
    /// Something named isn't there.
    #[error("there is no {what} “{name}” here{hint}")]
    Missing {
        /// What kind of thing.
        what: &'static str,
        /// The name.
        name: String,
        /// What might have been meant; empty where nothing is near.
        hint: String,
    },
    /// A name or handle is empty, too long or of the wrong letters.
    #[error("“{name}” can’t be the name of {what}: {expected}")]
    BadName {
        /// What kind of thing.
        what: &'static str,
        /// The name.
        name: String,
        /// What is accepted.
        expected: &'static str,
    },
    /// A handle is taken.
    #[error("“{0}” is taken; choose another handle")]
    Taken(String),
    /// A port faces the other way.
    #[error("{port} is an {is}, not an {wanted}: a cable runs from an output to an input")]
    WrongWay {
        /// The port.
        port: PortRef,
        /// The way that it faces.
        is: &'static str,
        /// The way that was asked for.
        wanted: &'static str,
    },
    /// A socket has its cable already.
    #[error("{port} already has a cable ({cable}); take that one out first, or use another socket")]
    Occupied {
        /// The port.
        port: PortRef,
        /// From where to where its cable runs.
        cable: String,
    },
    /// An output was asked for what it doesn't give.
    #[error("{at} doesn’t give {format}: it gives {gives}")]
    NotGiven {
        /// The output.
        at: PortRef,
        /// What was asked for.
        format: PictureFormat,
        /// What it gives.
        gives: String,
    },
    /// A device can't do what was asked.
    #[error("{device} can’t do that: {why}")]
    CannotDo {
        /// Its name.
        device: String,
        /// The reason.
        why: String,
    },
    /// A description can't stand.
    #[error("“{entry}” can’t be described so: {why}")]
    BadEntry {
        /// Its name.
        entry: String,
        /// The reason.
        why: String,
    },
    /// A document that can't be kept.
    #[error("“{entry}” can’t be put back: {why}")]
    Unfit {
        /// Its name.
        entry: String,
        /// The reason.
        why: Box<Unfit>,
    },
    /// What was asked for contradicts itself, or something that is there.
    #[error("{0}")]
    Contradiction(String),
    /// A unit still has devices.
    #[error("“{0}” still has devices; move or remove them first")]
    NotEmpty(String),
    /// A limit of the document.
    #[error("a {0}")]
    TooMany(&'static str),
}

impl From<BadChange> for Refusal {
    fn from(bad: BadChange) -> Self {
        Self::Contradiction(bad.to_string())
    }
}

pub fn missing(what: &'static str, name: &str) -> Refusal {
    Refusal::Missing {
        what,
        name: name.chars().take(60).collect(),
        hint: String::new(),
    }
}

pub fn bad_handle(name: &str) -> Refusal {
    let expected = "a handle is 1 to 40 small letters, digits and hyphens";
    Refusal::BadName {
        what: "a handle",
        name: name.chars().take(60).collect(),
        expected,
    }
}

/// A name as it is kept: without the spaces around it.
pub fn checked_name(what: &'static str, name: &str) -> Result<String, Refusal> {
    let trimmed = name.trim();
    let expected = if trimmed.chars().count() > Limits::NAME || trimmed.is_empty() {
        "a name is 1 to 80 letters on one line"
    } else if !is_plain(trimmed) {
        "a name stands on one line, without marks that turn the direction of what is written"
    } else if !is_visible(trimmed) {
        "none of its letters can be seen; a name is 1 to 80 letters"
    } else {
        return Ok(trimmed.to_string());
    };
    Err(Refusal::BadName {
        what,
        // As it can be read.
        name: match is_plain(trimmed) && is_visible(trimmed) {
            true => trimmed.chars().take(60).collect(),
            false => trimmed.escape_debug().take(60).collect(),
        },
        expected,
    })
}
