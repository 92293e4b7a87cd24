//! Commands applied, in a file a subject: each is checked, changes the document, and yields its
//! inverse.

mod builds;
mod cables;
mod commands;
mod custom;
mod day;
mod devices;
mod joints;
mod kit;
mod needs;
mod picture;
mod ports;
mod power;
mod production;
mod put_back;
mod recording;
mod sound;
mod timecode;
mod units;

pub use commands::{Command, TakenOut};
pub use custom::{check_codec, check_codec_figures, check_device, check_entry};
pub use day::refuse_overlap;

use super::names::{is_plain, is_visible};
use super::{BadChange, Limits, PortRef, Production, Unfit};
use crate::catalogue::{Catalogue, Device};
use ::units::format::PictureFormat;
use difference::changes;
use runtime::interrupt::checkpoint;

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

/// An edit that went through.
#[derive(Debug, Clone, PartialEq)]
pub struct Edited {
    /// The production after it.
    pub production: Production,
    /// What takes it back: what it changed, as it was.
    pub inverse: Vec<Command>,
    /// The places that it changed. Edits that have none in common can be made one after the other, whichever
    /// revision each was made on: see [`difference::overlap`].
    pub changed: Vec<String>,
}

/// How much a command is checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Strictness {
    /// That what it names is there, and that the gear can do it.
    Able,
    /// That what it names is there.
    There,
}

impl Production {
    /// The production after `commands`, all of them or none, and what takes them back.
    pub fn edited(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        checkpoint();
        if commands.len() > Limits::COMMANDS {
            return Err(Refusal::TooMany("single edit takes at most 500 commands"));
        }
        self.changed(catalogue, commands, Strictness::Able)
    }

    /// The production after commands of its own history, undone or redone. What was so once may be
    /// so again, even where the gear could not do it: the check says that.
    pub fn stepped(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        self.changed(catalogue, commands, Strictness::There)
    }

    fn changed(
        &self,
        catalogue: &Catalogue,
        commands: &[Command],
        strictness: Strictness,
    ) -> Result<Edited, Refusal> {
        let mut production = self.clone();
        let mut with_custom = catalogue.with(&production.custom);
        for command in commands {
            let custom = production.custom.clone();
            command
                .clone()
                .apply(&mut production, &with_custom, strictness)?;
            if production.custom != custom {
                with_custom = catalogue.with(&production.custom);
            }
        }
        let changes = changes(&production, self);
        Ok(Edited {
            production,
            changed: changes
                .iter()
                .filter(|change| !change.tidies())
                .map(|change| change.path.clone())
                .collect(),
            inverse: match changes.is_empty() {
                true => Vec::new(),
                false => vec![Command::Restore { changes }],
            },
        })
    }
}

/// Puts an entry at a place of a list; at the end where none is said.
fn put_at<T>(list: &mut Vec<T>, place: Option<usize>, entry: T) {
    list.insert(
        place.map_or(list.len(), |place| place.min(list.len())),
        entry,
    );
}

impl From<BadChange> for Refusal {
    fn from(bad: BadChange) -> Self {
        Self::Contradiction(bad.to_string())
    }
}

fn missing(what: &'static str, name: &str) -> Refusal {
    Refusal::Missing {
        what,
        name: name.chars().take(60).collect(),
        hint: String::new(),
    }
}

fn bad_handle(name: &str) -> Refusal {
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

fn catalogue_device<'c>(catalogue: &'c Catalogue, id: &str) -> Result<&'c Device, Refusal> {
    catalogue
        .device(id)
        .ok_or_else(|| missing("device in the catalogue called", id))
}
