//! The way up for what earlier versions wrote: files, stored documents and journals carry the version
//! that wrote them, and are brought to today's when they are read. A step for each version, never
//! changed once it has shipped.

mod v1;
mod v2;

use super::FORMAT_VERSION;
use serde_json::Value;

/// The version of the commands that a journal keeps. They change more often than the document.
pub const COMMANDS_VERSION: u32 = 3;

/// A document or a file's production, as a version wrote it, as today's version writes it. Names are changed, nothing is judged: what isn't understood is left for the reader to
/// refuse.
pub fn upgraded(mut value: Value, version: u32) -> Value {
    if version < 2 {
        v1::to_v2(&mut value);
    }
    debug_assert!(
        version <= FORMAT_VERSION,
        "newer versions are refused before"
    );
    value
}

/// A list of commands, as a version wrote them, as today's version writes them.
pub fn upgraded_commands(mut commands: Value, version: u32) -> Value {
    if version < 2 {
        v1::to_v2(&mut commands);
    }
    if version < 3 {
        v2::commands_to_v3(&mut commands);
    }
    commands
}
