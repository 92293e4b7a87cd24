//! The journal: what was done to each production, and what takes it back.

use crate::error::{Result, StoreError};
use model::document::{Command, FORMAT_VERSION};
use rusqlite::{Connection, OptionalExtension, params};

/// So many steps of a production can be taken back: older ones are forgotten.
pub const KEPT_STEPS: u64 = 1_000;

const FORGET_UNDONE: &str =
    "DELETE FROM journal INDEXED BY undone WHERE production = ?1 AND undone = 1";

/// One step along the journal.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum HistoryStep {
    Undo,
    Redo,
}

impl HistoryStep {
    /// The entry that the step would take: the last one done, or the first one undone.
    fn entry(self) -> &'static str {
        match self {
            Self::Undo => {
                "SELECT number, title, inverse, version, done_by, done_at FROM journal
                 WHERE production = ?1 AND undone = 0 ORDER BY number DESC LIMIT 1"
            }
            Self::Redo => {
                "SELECT number, title, commands, version FROM journal INDEXED BY undone
                 WHERE production = ?1 AND undone = 1 ORDER BY number LIMIT 1"
            }
        }
    }
}

/// Records an edit. What was undone before it can't be redone any more.
pub fn record(
    connection: &Connection,
    id: &str,
    (commands, inverse): (&[Command], &[Command]),
    by: Option<&str>,
) -> Result<()> {
    connection.prepare_cached(FORGET_UNDONE)?.execute([id])?;
    let title = match commands {
        [] => "Nothing".to_string(),
        [one] => one.title().to_string(),
        [first, rest @ ..] => format!("{} and {} more", first.title(), rest.len()),
    };
    connection
        .prepare_cached(
            "INSERT INTO journal (production, number, title, commands, inverse, version, done_by, done_at)
             SELECT ?1, coalesce(max(number), 0) + 1, ?2, ?3, ?4, ?5, ?6, unixepoch() FROM journal
             WHERE production = ?1",
        )?
        .execute(params![
            id,
            title,
            Command::stored(commands)?,
            Command::stored(inverse)?,
            FORMAT_VERSION,
            by
        ])?;
    connection
        .prepare_cached(
            "DELETE FROM journal WHERE production = ?1
             AND number <= (SELECT max(number) FROM journal WHERE production = ?1) - ?2",
        )?
        .execute(params![id, KEPT_STEPS])?;
    Ok(())
}

/// Keeps the places that a revision changed.
pub fn keep_changed(
    connection: &Connection,
    id: &str,
    revision: u64,
    changed: &[String],
) -> Result<()> {
    connection
        .prepare_cached(
            "INSERT OR REPLACE INTO touched (production, revision, touches) VALUES (?1, ?2, ?3)",
        )?
        .execute(params![id, revision, serde_json::to_string(changed)?])?;
    connection
        .prepare_cached("DELETE FROM touched WHERE production = ?1 AND revision <= ?2")?
        .execute(params![id, revision.saturating_sub(KEPT_STEPS)])?;
    Ok(())
}

/// The places that changed after a revision, up to another; `None` where that isn't known any more.
pub fn changed_since(
    connection: &Connection,
    id: &str,
    (revision, now): (u64, u64),
) -> Result<Option<Vec<String>>> {
    let mut rows = connection
        .prepare_cached("SELECT touches FROM touched WHERE production = ?1 AND revision > ?2")?;
    let rows: Vec<String> = rows
        .query_map(params![id, revision], |row| row.get(0))?
        .collect::<rusqlite::Result<_>>()?;
    if Some(rows.len() as u64) != now.checked_sub(revision) {
        return Ok(None);
    }
    let mut found = Vec::new();
    for row in rows {
        found.extend(serde_json::from_str::<Vec<String>>(&row)?);
    }
    Ok(Some(found))
}

/// Where a production stands in its history.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct History {
    /// What undo would take back.
    pub undo: Option<String>,
    /// The number of that step: it grows with every edit.
    pub undo_step: Option<u64>,
    /// Who made it, where they said so.
    pub undo_by: Option<String>,
    /// When it was made, in seconds since 1970; unknown for what is older than this is kept.
    pub undo_at: Option<i64>,
    /// What redo would do again.
    pub redo: Option<String>,
}

/// Where a production stands.
pub fn history(connection: &Connection, id: &str) -> Result<History> {
    let mut last = connection.prepare_cached(HistoryStep::Undo.entry())?;
    let last = last.query_row([id], |row| {
        Ok(History {
            undo_step: row.get(0)?,
            undo: row.get(1)?,
            undo_by: row.get(4)?,
            undo_at: row.get(5)?,
            redo: None,
        })
    });
    let mut next = connection.prepare_cached(HistoryStep::Redo.entry())?;
    Ok(History {
        redo: next.query_row([id], |row| row.get(1)).optional()?,
        ..last.optional()?.unwrap_or_default()
    })
}

/// The commands of a step, which is then taken.
pub fn take(connection: &Connection, id: &str, step: HistoryStep) -> Result<Vec<Command>> {
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
    let name = if step == HistoryStep::Undo {
        "undo"
    } else {
        "redo"
    };
    let (number, commands, version) = found.ok_or(StoreError::Nothing(name))?;
    connection
        .prepare_cached("UPDATE journal SET undone = ?3 WHERE production = ?1 AND number = ?2")?
        .execute(params![id, number, step == HistoryStep::Undo])?;
    Ok(Command::read_stored(&commands, version)?)
}

#[cfg(test)]
mod tests {
    use super::{FORGET_UNDONE, HistoryStep};
    use crate::schema::migrations;
    use rusqlite::Connection;

    /// A journal keeps a thousand steps, of which some are large: an edit and a look find what they
    /// need of it by an index.
    #[test]
    fn no_statement_reads_a_whole_journal() {
        let mut connection = Connection::open_in_memory().unwrap();
        migrations().to_latest(&mut connection).unwrap();
        let plan = |statement: &str| -> Vec<String> {
            let statement = format!("EXPLAIN QUERY PLAN {statement}");
            let mut rows = connection.prepare(&statement).unwrap();
            let rows = rows.query_map(["night"], |row| row.get(3)).unwrap();
            rows.collect::<rusqlite::Result<_>>().unwrap()
        };
        let undone = "SEARCH journal USING INDEX undone (production=?)";
        assert_eq!(plan(FORGET_UNDONE), [undone]);
        assert_eq!(plan(HistoryStep::Redo.entry()), [undone]);
        // From its end, and no further than the first that wasn't undone; nothing is sorted.
        assert_eq!(
            plan(HistoryStep::Undo.entry()),
            ["SEARCH journal USING PRIMARY KEY (production=?)"]
        );
    }
}
