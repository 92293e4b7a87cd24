//! The data file itself: whether it is ours, copies of it, and what its errors mean to a person.

use crate::schema::VERSION;
use crate::{Result, StoreError};
use rusqlite::backup::Backup;
use rusqlite::{Connection, ErrorCode, OpenFlags};
use std::path::{Path, PathBuf};
use std::time::Duration;

/// What SQLite keeps in a file's head to say whose it is: “WRLF”.
pub const APPLICATION_ID: i32 = 0x5752_4c46;

/// What a file is, seen without changing it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Kind {
    /// Nothing is there yet.
    New,
    /// A data file, with the version of its tables.
    Ours(i64),
}

/// Looks at a file that may be a data file; one of another program is refused untouched.
pub fn look(path: &Path) -> Result<Kind> {
    if std::fs::metadata(path).map_or(true, |file| file.len() == 0) {
        return Ok(Kind::New);
    }
    let connection = for_reading(path)?;
    let number = |pragma| connection.pragma_query_value(None, pragma, |row| row.get::<_, i64>(0));
    let (id, version) = (number("application_id")?, number("user_version")?);
    let mut tables = connection.prepare("SELECT name FROM sqlite_schema WHERE type = 'table'")?;
    let tables: Vec<String> = tables
        .query_map([], |row| row.get(0))?
        .collect::<rusqlite::Result<_>>()?;
    // Files of before the id was set have the tables.
    let ours = ["production", "journal"].map(String::from);
    let ours = ours.iter().all(|name| tables.contains(name));
    if tables.is_empty() && id == 0 {
        Ok(Kind::New)
    } else if id != i64::from(APPLICATION_ID) && !(id == 0 && ours) {
        Err(StoreError::Foreign)
    } else if version > VERSION {
        Err(StoreError::Newer(version))
    } else {
        Ok(Kind::Ours(version))
    }
}

/// Opens a file that is only to be read. A journal beside it is left from a write that was cut off:
/// SQLite takes that write back before it reads anything, and it must be let write for that.
fn for_reading(path: &Path) -> Result<Connection> {
    let flags = if with_ending(path, "-journal").exists() {
        OpenFlags::SQLITE_OPEN_READ_WRITE
    } else {
        OpenFlags::SQLITE_OPEN_READ_ONLY
    };
    Ok(Connection::open_with_flags(path, flags)?)
}

/// Says of which file an error is.
pub fn at(path: &Path) -> impl Fn(StoreError) -> StoreError {
    let path = path.to_path_buf();
    move |why| StoreError::At {
        path: path.clone(),
        why: Box::new(why),
    }
}

/// Refuses one file under two names.
pub fn apart(one: &Path, other: &Path) -> Result<()> {
    match (one.canonicalize(), other.canonicalize()) {
        (Ok(one), Ok(other)) if one == other => Err(at(&other)(StoreError::Itself)),
        _ => Ok(()),
    }
}

/// Copies a data file as it is at one moment, whoever writes to it meanwhile.
pub fn copy(from: &Path, to: &Path) -> Result<()> {
    let from = for_reading(from)?;
    let mut to = Connection::open(to)?;
    Backup::new(&from, &mut to)?.run_to_completion(1_000, Duration::from_millis(5), None)?;
    Ok(())
}

/// Where a data file is kept before something is done to it: `west-rail.sqlite.before-version-6`.
pub fn beside(path: &Path, ending: &str) -> PathBuf {
    with_ending(path, &format!(".{ending}"))
}

fn with_ending(path: &Path, ending: &str) -> PathBuf {
    let mut name = path.as_os_str().to_owned();
    name.push(ending);
    name.into()
}

/// Whether a file can't be read as a database any more.
pub fn is_damaged(error: &rusqlite::Error) -> bool {
    let code = error.sqlite_error_code();
    matches!(
        code,
        Some(ErrorCode::NotADatabase | ErrorCode::DatabaseCorrupt)
    )
}

/// Gives a damaged file another name. What SQLite kept beside it belongs to it, and must not meet
/// the file that takes its place.
pub fn put_aside(path: &Path, to: &Path) -> Result<()> {
    for part in ["-journal", "-wal", "-shm", ""] {
        let from = with_ending(path, part);
        match std::fs::rename(&from, with_ending(to, part)) {
            Err(error) if error.kind() != std::io::ErrorKind::NotFound => {
                return Err(at(&from)(StoreError::Moved(error)));
            }
            _ => {}
        }
    }
    Ok(())
}

/// What an error of SQLite means, and what to do about it.
pub fn in_words(error: &rusqlite::Error) -> String {
    let code = error.sqlite_error_code();
    let known = match code {
        Some(ErrorCode::DiskFull) => {
            "the disk is full: free some room and try again; nothing was changed"
        }
        Some(ErrorCode::ReadOnly) => {
            "it can only be read: check who may write to it and to its folder"
        }
        Some(ErrorCode::CannotOpen) => {
            "it can’t be opened: check that its folder is there and who may read it"
        }
        Some(ErrorCode::PermissionDenied) => "it may not be read: check who may read it",
        Some(ErrorCode::NotADatabase) => "this isn’t a data file of West Rail",
        Some(ErrorCode::DatabaseCorrupt) => "it is damaged: restore a backup",
        Some(ErrorCode::DatabaseBusy | ErrorCode::DatabaseLocked) => {
            "another program is writing to it: try again"
        }
        Some(ErrorCode::SystemIoFailure) => {
            "the disk doesn’t answer as it should: check it, and that there is room on it"
        }
        _ => return error.to_string(),
    };
    known.into()
}
