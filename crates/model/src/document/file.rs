//! The open file format: one production as JSON, with the format's name and version inside.

use super::json::{once_each, pretty, read_value, reason, without_mark};
use super::upgrade::{FORMAT_VERSION, upgraded};
use super::{Command, Production, Unfit};
use serde::de::DeserializeOwned;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What the file says it is.
pub const FORMAT: &str = "west-rail-production";
/// A production as a file.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ProductionFile {
    /// Always `west-rail-production`.
    pub format: String,
    /// The version of the format.
    pub version: u32,
    /// The production itself.
    pub production: Production,
}

/// Why a file can't be read as a production.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum FileError {
    /// It ends too early.
    #[error(
        "the file ends in the middle, at line {line}, column {column}: it was cut off; export it again"
    )]
    CutOff {
        /// Counted from 1.
        line: usize,
        /// Counted from 1.
        column: usize,
    },
    /// It isn't JSON.
    #[error("this isn’t a West Rail file: {reason}")]
    NotJson {
        /// What was wrong.
        reason: String,
    },
    /// It is JSON of another kind.
    #[error("this isn’t the file that is wanted here: it should say \"format\": \"{expected}\"")]
    OtherKind {
        /// The format’s name.
        expected: &'static str,
    },
    /// It is of a newer version.
    #[error(
        "the file is of version {found}, newer than the version {FORMAT_VERSION} that this West Rail reads"
    )]
    Newer {
        /// Its version.
        found: u64,
    },
    /// A value in it isn’t what it should be.
    #[error("line {line}, column {column}: {reason}")]
    Wrong {
        /// Counted from 1.
        line: usize,
        /// Counted from 1.
        column: usize,
        /// What was wrong.
        reason: String,
    },
    /// A value in a file of an earlier version isn't what it should be.
    #[error("in this file of an earlier version: {0}")]
    WrongEarlier(String),
    /// It contradicts itself or is beyond a limit.
    #[error(transparent)]
    Unfit(#[from] Unfit),
    /// What a description says can't be.
    #[error(transparent)]
    Refused(#[from] super::Refusal),
    /// It doesn't say which version it is of.
    #[error("the file doesn’t say which version of the format it is")]
    NoVersion,
}

/// What a file says about itself.
#[derive(Deserialize)]
pub(super) struct Head {
    format: Option<serde_json::Value>,
    version: Option<serde_json::Value>,
}

/// Reads what a file says about itself, whatever else is in it.
pub(super) fn read_head(text: &str) -> Result<Head, FileError> {
    serde_json::from_str(text).map_err(|error| {
        let (line, column) = (error.line(), error.column());
        match error.classify() {
            serde_json::error::Category::Eof if !text.trim().is_empty() => {
                FileError::CutOff { line, column }
            }
            _ if serde_json::from_str::<serde::de::IgnoredAny>(text).is_ok() => {
                FileError::OtherKind { expected: FORMAT }
            }
            _ => FileError::NotJson {
                reason: format!("it isn’t JSON (line {line}, column {column})"),
            },
        }
    })
}

/// Where a value is wrong and why. serde_json repeats the place at the end of its sentence; it is
/// said once.
pub(super) fn place_and_reason(error: &serde_json::Error) -> FileError {
    FileError::Wrong {
        line: error.line(),
        column: error.column(),
        reason: reason(error),
    }
}

/// Reads a file's text as the version that wrote it.
pub(super) fn read_version<T: DeserializeOwned>(text: &str, version: u32) -> Result<T, FileError> {
    once_each(text).map_err(|error| place_and_reason(&error))?;
    if version == FORMAT_VERSION {
        return serde_json::from_str(text).map_err(|error| place_and_reason(&error));
    }
    let value = serde_json::from_str(text).map_err(|error| place_and_reason(&error))?;
    read_value(&upgraded(value, version)).map_err(FileError::WrongEarlier)
}

impl Head {
    /// The version of a file, where it is of a kind and version that is read.
    pub(super) fn version(&self, expected: &'static str) -> Result<u32, FileError> {
        if self.format.as_ref().and_then(|format| format.as_str()) != Some(expected) {
            return Err(FileError::OtherKind { expected });
        }
        match self.version.as_ref().and_then(|version| version.as_u64()) {
            Some(found) if (1..=u64::from(FORMAT_VERSION)).contains(&found) => {
                Ok(u32::try_from(found).unwrap_or(FORMAT_VERSION))
            }
            Some(found) => Err(FileError::Newer { found }),
            None => Err(FileError::NoVersion),
        }
    }
}

impl Production {
    /// The production as the store keeps it.
    pub fn stored(&self) -> Result<String, serde_json::Error> {
        serde_json::to_string(self)
    }

    /// Reads what a version of West Rail kept.
    pub fn read_stored(text: &str, version: u32) -> Result<Self, NotRead> {
        read_stored(text, version)
    }
}

impl Command {
    /// Commands as the journal keeps them.
    pub fn stored(commands: &[Self]) -> Result<String, serde_json::Error> {
        serde_json::to_string(commands)
    }

    /// Reads what a version of West Rail kept.
    pub fn read_stored(text: &str, version: u32) -> Result<Vec<Self>, NotRead> {
        read_stored(text, version)
    }
}

/// Why what was kept isn’t read.
#[derive(Debug, thiserror::Error)]
#[error("{0}")]
pub struct NotRead(String);

impl From<serde_json::Error> for NotRead {
    fn from(error: serde_json::Error) -> Self {
        Self(error.to_string())
    }
}

fn read_stored<T: DeserializeOwned>(text: &str, version: u32) -> Result<T, NotRead> {
    if version == FORMAT_VERSION {
        return Ok(serde_json::from_str(text)?);
    }
    let value = serde_json::from_str(text)?;
    read_value(&upgraded(value, version)).map_err(NotRead)
}

impl ProductionFile {
    /// The production as it is written today.
    pub fn of(production: Production) -> Self {
        Self {
            format: FORMAT.into(),
            version: FORMAT_VERSION,
            production,
        }
    }

    /// The file's text.
    pub fn to_text(&self) -> String {
        let text = serde_json::to_string(self);
        pretty(&text.expect("a production has string keys only, so it always has a JSON form"))
    }

    /// Reads a file's text. What it says about itself is checked before its contents.
    pub fn read(text: &str) -> Result<Self, FileError> {
        let text = without_mark(text);
        let version = read_head(text)?.version(FORMAT)?;
        let mut file: Self = read_version(text, version)?;
        file.version = FORMAT_VERSION;
        file.production.check()?;
        Ok(file)
    }
}
