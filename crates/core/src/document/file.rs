//! The open file format: one production as JSON, with the format's name and version inside.

use super::{Limits, Production};
use serde::{Deserialize, Serialize};
use std::collections::HashSet;
use utoipa::ToSchema;

/// What the file says it is.
pub const FORMAT: &str = "west-rail-production";
/// The version written; older ones are read.
pub const FORMAT_VERSION: u32 = 1;

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
    CutOff { line: usize, column: usize },
    /// It isn't JSON.
    #[error("this isn’t a West Rail file: {reason}")]
    NotJson { reason: String },
    /// It is JSON of another kind.
    #[error("this isn’t the file that is wanted here: it should say \"format\": \"{expected}\"")]
    OtherKind { expected: &'static str },
    /// It is of a newer version.
    #[error(
        "the file is of version {found}, newer than the version {FORMAT_VERSION} that this West Rail reads"
    )]
    Newer { found: u64 },
    /// A value in it isn’t what it should be.
    #[error("line {line}, column {column}: {reason}")]
    Wrong {
        line: usize,
        column: usize,
        reason: String,
    },
    /// It contradicts itself or is beyond a limit.
    #[error("{0}")]
    Unfit(String),
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
    let reason = error.to_string();
    let reason = reason
        .rsplit_once(" at line ")
        .map_or(reason.clone(), |(reason, _)| reason.to_string());
    FileError::Wrong {
        line: error.line(),
        column: error.column(),
        reason,
    }
}

impl Head {
    /// Whether the file is of a kind and version that is read.
    pub(super) fn check(&self, expected: &'static str) -> Result<(), FileError> {
        if self.format.as_ref().and_then(|format| format.as_str()) != Some(expected) {
            return Err(FileError::OtherKind { expected });
        }
        match self.version.as_ref().and_then(|version| version.as_u64()) {
            Some(version) if (1..=u64::from(FORMAT_VERSION)).contains(&version) => Ok(()),
            Some(found) => Err(FileError::Newer { found }),
            None => Err(FileError::Unfit(
                "the file doesn’t say which version of the format it is".into(),
            )),
        }
    }
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
        let text = serde_json::to_string_pretty(self);
        text.expect("a production has string keys only, so it always has a JSON form") + "\n"
    }

    /// Reads a file's text. What it says about itself is checked before its contents.
    pub fn read(text: &str) -> Result<Self, FileError> {
        read_head(text)?.check(FORMAT)?;
        let file: Self = serde_json::from_str(text).map_err(|error| place_and_reason(&error))?;
        file.production.check().map_err(FileError::Unfit)?;
        Ok(file)
    }
}

impl Production {
    /// Checks what a document must hold to be kept: no two of one name, nothing beyond the limits.
    pub fn check(&self) -> Result<(), String> {
        if self.name.trim().is_empty() || self.name.chars().count() > Limits::NAME {
            return Err("the production’s name must be 1 to 80 letters".into());
        }
        if self.builds.is_empty() {
            return Err(format!(
                "“{}” has no build; a production has at least one",
                self.name
            ));
        }
        only_once("build", self.builds.iter().map(|build| build.id.as_str()))?;
        for build in &self.builds {
            if build.placements.len() > Limits::DEVICES {
                return Err(format!(
                    "build “{}” has {} devices; at most 5,000 are taken",
                    build.name,
                    build.placements.len()
                ));
            }
            only_once(
                "device",
                build
                    .placements
                    .iter()
                    .map(|placement| placement.id.as_str()),
            )?;
            only_once("unit", build.units.iter().map(|unit| unit.id.as_str()))?;
            only_once(
                "connection",
                build
                    .connections
                    .iter()
                    .map(|connection| connection.id.as_str()),
            )?;
            only_once("need", build.needs.iter().map(|need| need.id.as_str()))?;
            let units: HashSet<&str> = build.units.iter().map(|unit| unit.id.as_str()).collect();
            if let Some(lost) = build
                .placements
                .iter()
                .find(|placement| !units.contains(placement.unit.as_str()))
            {
                return Err(format!(
                    "device “{}” travels with unit “{}”, which isn’t there",
                    lost.id, lost.unit
                ));
            }
        }
        Ok(())
    }
}

fn only_once<'a>(what: &str, ids: impl Iterator<Item = &'a str>) -> Result<(), String> {
    let mut seen = HashSet::new();
    for id in ids {
        if !super::names::is_handle(id) {
            let short: String = id.chars().take(60).collect();
            return Err(format!(
                "“{short}” can’t be the handle of a {what}: it is 1 to 40 small letters, digits and hyphens"
            ));
        }
        if !seen.insert(id) {
            return Err(format!("two {what}s are called “{id}”"));
        }
    }
    Ok(())
}
