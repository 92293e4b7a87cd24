//! Descriptions as files: a crew's own entries, to share with another crew.

use super::FileError;
use super::apply::check_entry;
use super::file::{Head, place_and_reason, read_head};
use crate::catalogue::{Catalogue, Device};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What the file says it is.
pub const ENTRIES_FORMAT: &str = "west-rail-entries";

/// Entries as a file.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EntriesFile {
    /// Always `west-rail-entries`.
    pub format: String,
    /// The version of the format.
    pub version: u32,
    /// The descriptions.
    pub entries: Vec<Device>,
}

impl EntriesFile {
    /// The entries as they are written today.
    pub fn of(entries: Vec<Device>) -> Self {
        Self {
            format: ENTRIES_FORMAT.into(),
            version: super::FORMAT_VERSION,
            entries,
        }
    }

    /// Reads a file's text, and checks that each entry can stand.
    pub fn read(text: &str, catalogue: &Catalogue) -> Result<Self, FileError> {
        let head: Head = read_head(text)?;
        head.check(ENTRIES_FORMAT)?;
        let file: Self = serde_json::from_str(text).map_err(|error| place_and_reason(&error))?;
        for entry in &file.entries {
            check_entry(catalogue, entry)
                .map_err(|refusal| FileError::Unfit(refusal.to_string()))?;
        }
        Ok(file)
    }
}
