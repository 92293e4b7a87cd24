//! The data file itself: whether it is ours, copies of it, and what its errors mean to a person.

use crate::error::{Result, StoreError};
use crate::schema::{STATES, VERSION};
use rusqlite::backup::Backup;
use rusqlite::{Connection, ErrorCode, OpenFlags};
use std::fmt::Write;
use std::io::Read;
use std::os::unix::ffi::OsStrExt;
use std::os::unix::fs::MetadataExt;
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

/// Looks at a file that may be a data file; one of another program is refused untouched, and so is one that
/// was copied without what stood beside it.
pub fn look(path: &Path) -> Result<Kind> {
    let (kind, missing) = look_apart(path)?;
    missing.map_or(Ok(kind), |companion| Err(StoreError::Incomplete(companion)))
}

/// The same, for whoever makes do with what is in the file itself: what should stand beside it and doesn't.
pub fn look_apart(path: &Path) -> Result<(Kind, Option<PathBuf>)> {
    match std::fs::metadata(path) {
        Ok(file) if !file.is_file() => return Err(StoreError::Foreign),
        Ok(file) if file.len() > 0 => {}
        _ => return Ok((Kind::New, None)),
    }
    let companion = with_ending(path, "-wal");
    let alone = !companion.exists();
    let connection = for_reading(path)?;
    let kind = kind_of(&connection)?;
    let incomplete = alone
        && match kind {
            Kind::New => wrote_beside(path)?,
            // Older tables don't say.
            Kind::Ours(version) if version < STATES => false,
            Kind::Ours(_) => {
                let mut said = connection.prepare("SELECT unsettled FROM state")?;
                said.query_row([], |row| row.get(0))?
            }
        };
    Ok((kind, incomplete.then_some(companion)))
}

/// Whether a file is one that is written to beside itself first: bytes 18 and 19 of its head are 2.
/// Without tables it is one from which nothing was ever carried over.
fn wrote_beside(path: &Path) -> Result<bool> {
    let mut head = Vec::new();
    std::fs::File::open(path)?.take(20).read_to_end(&mut head)?;
    Ok(head.get(18..) == Some(&[2, 2]))
}

fn kind_of(connection: &Connection) -> Result<Kind> {
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

/// Opens a file that is only to be read, and makes nothing beside it. A journal beside it is left from a write
/// that was cut off: SQLite takes that write back before it reads anything, and it must be let write for that.
pub fn for_reading(path: &Path) -> Result<Connection> {
    let beside = |ending| with_ending(path, ending).exists();
    if beside("-journal") {
        Ok(Connection::open_with_flags(
            path,
            OpenFlags::SQLITE_OPEN_READ_WRITE,
        )?)
    } else if beside("-wal") {
        Ok(Connection::open_with_flags(
            path,
            OpenFlags::SQLITE_OPEN_READ_ONLY,
        )?)
    } else {
        let flags = OpenFlags::SQLITE_OPEN_READ_ONLY | OpenFlags::SQLITE_OPEN_URI;
        Ok(Connection::open_with_flags(nobody_writes(path), flags)?)
    }
}

/// The address of a file to which nobody writes: it is read where nothing can be made beside it, too.
fn nobody_writes(path: &Path) -> String {
    let mut address = String::from("file:");
    for &byte in path.as_os_str().as_bytes() {
        if byte.is_ascii_alphanumeric() || b"/-_.".contains(&byte) {
            address.push(byte.into());
        } else {
            let _ = write!(address, "%{byte:02x}");
        }
    }
    address + "?immutable=1"
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
    match (identity(one), identity(other)) {
        (Some(one), Some(same)) if one == same => Err(at(other)(StoreError::Itself)),
        _ => Ok(()),
    }
}

/// Which file a name leads to, whatever it is called: its device and its number there.
pub fn identity(path: &Path) -> Option<(u64, u64)> {
    let file = std::fs::metadata(path).ok()?;
    Some((file.dev(), file.ino()))
}

/// Copies a data file as it is at one moment, whoever writes to it meanwhile.
pub fn copy(from: &Path, to: &Path) -> Result<()> {
    copy_from(&for_reading(from)?, to)
}

/// The same of an open one. The copy is whole by itself, and read from where nothing can be written, too.
pub fn copy_from(from: &Connection, to: &Path) -> Result<()> {
    let mut to = Connection::open(to)?;
    Backup::new(from, &mut to)?.run_to_completion(1_000, Duration::from_millis(5), None)?;
    to.pragma_update(None, "journal_mode", "DELETE")?;
    let version: i64 = to.pragma_query_value(None, "user_version", |row| row.get(0))?;
    if version >= STATES {
        to.execute("UPDATE state SET unsettled = 0", [])?;
    }
    Ok(())
}

/// Opens a copy to change it before it is put to use.
pub fn for_writing(path: &Path) -> Result<Connection> {
    Ok(Connection::open(path)?)
}

/// Where a data file is kept before something is done to it: `west-rail.sqlite.before-version-6`.
pub fn beside(path: &Path, ending: &str) -> PathBuf {
    with_ending(path, &format!(".{ending}"))
}

/// The same, of a name that isn't taken: what was kept before stays.
pub fn beside_anew(path: &Path, ending: &str) -> PathBuf {
    let first = beside(path, ending);
    let others = (2..).map(|number| with_ending(&first, &format!("-{number}")));
    let mut names = std::iter::once(first.clone()).chain(others);
    names.find(|name| !name.exists()).unwrap_or(first)
}

pub fn with_ending(path: &Path, ending: &str) -> PathBuf {
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
                return Err(at(&from)(error.into()));
            }
            _ => {}
        }
    }
    Ok(())
}

const FULL: &str = "the disk is full: free some room and try again; nothing was changed";

/// What an error of the system means.
pub fn io_in_words(error: &std::io::Error) -> String {
    match error.kind() {
        std::io::ErrorKind::StorageFull => FULL.into(),
        _ => error.to_string(),
    }
}

/// What an error of SQLite means, and what to do about it.
pub fn in_words(error: &rusqlite::Error) -> String {
    let code = error.sqlite_error_code();
    let known = match code {
        Some(ErrorCode::DiskFull) => FULL,
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
