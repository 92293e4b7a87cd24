//! Descriptions as files: a crew's own entries, to share with another crew.

use super::FileError;
use super::file::{Head, read_head, read_version};
use super::json::without_mark;
use super::own::{check_codec, check_entry};
use crate::catalogue::{Catalogue, Codec, Device};
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
    /// Devices.
    #[serde(default)]
    pub entries: Vec<Device>,
    /// Codecs.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub codecs: Vec<Codec>,
}

impl EntriesFile {
    /// The entries as they are written today.
    pub fn of(entries: Vec<Device>, codecs: Vec<Codec>) -> Self {
        Self {
            format: ENTRIES_FORMAT.into(),
            version: super::FORMAT_VERSION,
            entries,
            codecs,
        }
    }

    /// Reads a file's text, and checks that each entry can stand.
    pub fn read(text: &str, catalogue: &Catalogue) -> Result<Self, FileError> {
        let text = without_mark(text);
        let head: Head = read_head(text)?;
        let version = head.version(ENTRIES_FORMAT)?;
        let mut file: Self = read_version(text, version)?;
        file.version = super::FORMAT_VERSION;
        for entry in &file.entries {
            check_entry(catalogue, entry)?;
        }
        for codec in &file.codecs {
            check_codec(catalogue, codec)?;
        }
        Ok(file)
    }
}
