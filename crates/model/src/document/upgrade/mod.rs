//! The way up for what earlier versions wrote: files, stored documents and journals carry the version
//! that wrote them, and are brought to today's when they are read. A step for each version, never
//! changed once it has shipped.

mod v1;
mod v2;

use serde_json::Value;

/// The version written; older ones are read.
pub const FORMAT_VERSION: u32 = 4;

/// A document, a file's production or a list of commands, as a version wrote it, as today's version
/// writes it. Names are changed, nothing is judged: what isn't understood is left for the reader to
/// refuse.
pub fn upgraded(mut value: Value, version: u32) -> Value {
    if version < 2 {
        v1::to_v2(&mut value);
    }
    if version < 3 {
        v2::to_v3(&mut value);
    }
    debug_assert!(
        version <= FORMAT_VERSION,
        "newer versions are refused before"
    );
    value
}
