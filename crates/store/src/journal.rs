//! The journal: what was done to each production, and what takes it back.

use crate::{Result, StoreError, parse};
use rusqlite::{Connection, OptionalExtension, params};
use west_rail_core::document::{Command, FORMAT_VERSION};

/// So many steps of a production can be taken back: older ones are forgotten.
pub const KEPT_STEPS: u64 = 1_000;

/// One step along the journal.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Step {
    Undo,
    Redo,
}

impl Step {
    /// The entry that the step would take: the last one done, or the first one undone.
    fn entry(self) -> &'static str {
        match self {
            Self::Undo => {
                "SELECT number, title, inverse, version FROM journal
                 WHERE production = ?1 AND undone = 0 ORDER BY number DESC LIMIT 1"
            }
            Self::Redo => {
                "SELECT number, title, commands, version FROM journal
                 WHERE production = ?1 AND undone = 1 ORDER BY number LIMIT 1"
            }
        }
    }
}

/// Records an edit. What was undone before it can't be redone any more.
pub fn record(
    connection: &Connection,
    id: &str,
    commands: &[Command],
    inverse: &[Command],
) -> Result<()> {
    connection
        .prepare_cached("DELETE FROM journal WHERE production = ?1 AND undone = 1")?
        .execute([id])?;
    let title = match commands {
        [] => "Nothing".to_string(),
        [one] => one.title().to_string(),
        [first, rest @ ..] => format!("{} and {} more", first.title(), rest.len()),
    };
    connection
        .prepare_cached(
            "INSERT INTO journal (production, number, title, commands, inverse, version)
             SELECT ?1, coalesce(max(number), 0) + 1, ?2, ?3, ?4, ?5 FROM journal WHERE production = ?1",
        )?
        .execute(params![
            id,
            title,
            serde_json::to_string(commands)?,
            serde_json::to_string(inverse)?,
            FORMAT_VERSION
        ])?;
    connection
        .prepare_cached(
            "DELETE FROM journal WHERE production = ?1
             AND number <= (SELECT max(number) FROM journal WHERE production = ?1) - ?2",
        )?
        .execute(params![id, KEPT_STEPS])?;
    Ok(())
}

/// What a step would do, in words.
pub fn title(connection: &Connection, id: &str, step: Step) -> Result<Option<String>> {
    let mut entry = connection.prepare_cached(step.entry())?;
    Ok(entry.query_row([id], |row| row.get(1)).optional()?)
}

/// The commands of a step, which is then taken.
pub fn take(connection: &Connection, id: &str, step: Step) -> Result<Vec<Command>> {
    let mut entry = connection.prepare_cached(step.entry())?;
    let found = entry
        .query_row([id], |row| {
            Ok((
                row.get::<_, u64>(0)?,
                row.get::<_, String>(2)?,
                row.get::<_, u32>(3)?,
            ))
        })
        .optional()?;
    let name = if step == Step::Undo { "undo" } else { "redo" };
    let (number, commands, version) = found.ok_or(StoreError::Nothing(name))?;
    connection
        .prepare_cached("UPDATE journal SET undone = ?3 WHERE production = ?1 AND number = ?2")?
        .execute(params![id, number, step == Step::Undo])?;
    parse(&commands, version)
}
