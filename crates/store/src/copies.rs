//! Copies of a data file, and back: on the command line, and of the file that is being served.

use crate::error::{Result, StoreError};
use crate::file::{self, Kind, at};
use crate::held::{hold, visit};
use crate::{Store, settling};
use model::document::Production;
use rusqlite::backup::Backup;
use rusqlite::{Connection, ErrorCode, params};
use std::path::{Path, PathBuf};
use std::sync::{MutexGuard, PoisonError};
use std::time::Duration;

/// What came of putting a backup in the place of a data file.
#[derive(Debug, PartialEq, Eq)]
pub struct Restored {
    /// Where what was there before is kept.
    pub kept: Option<PathBuf>,
    /// How many productions are there now.
    pub productions: usize,
    /// What should stand beside the backup and doesn't: its newest changes aren't there.
    pub missing: Option<PathBuf>,
}

/// Copies the data file to another, as it is at this moment, and reads the copy back. A backup that is there
/// is written over; any other file is left as it is, and so is one that is being served.
pub fn backup(from: &Path, to: &Path) -> Result<()> {
    file::apart(from, to)?;
    if file::look_apart(from).map_err(at(from))?.0 == Kind::New {
        return Err(at(from)(StoreError::Nothing("copy")));
    }
    let _from = visit(from)?;
    file::look(from).map_err(at(from))?;
    file::look_apart(to).map_err(at(to))?;
    let new = !to.exists();
    let held = hold(to)?;
    let copied = file::copy(from, to).and_then(|()| check(to).map(drop));
    drop(held);
    if copied.is_err() && new {
        let _ = std::fs::remove_file(to);
    }
    copied.map_err(at(to))
}

/// Puts a backup in the place of a data file, which is kept beside it. The whole backup is read before anything
/// is touched.
pub fn restore_backup(backup: &Path, path: &Path) -> Result<Restored> {
    file::apart(backup, path)?;
    let _backup = visit(backup)?;
    let Checked {
        productions,
        missing,
    } = check(backup).map_err(at(backup))?;
    let _held = hold(path)?;
    let beside = file::beside_anew(path, BEFORE);
    let kept = match file::look_apart(path) {
        Ok((Kind::New, _)) => None,
        Ok((Kind::Ours(_), _)) => {
            file::copy(path, &beside).map_err(at(&beside))?;
            Some(beside)
        }
        // What a backup is for: it is put aside as it is.
        Err(StoreError::Database(error)) if file::is_damaged(&error) => {
            file::put_aside(path, &beside)?;
            Some(beside)
        }
        Err(error) => return Err(at(path)(error)),
    };
    file::copy(backup, path).map_err(at(path))?;
    Ok(Restored {
        kept,
        productions,
        missing,
    })
}

/// The ending of what was there before a backup took its place.
const BEFORE: &str = "before-restore";

struct Checked {
    productions: usize,
    missing: Option<PathBuf>,
}

/// Reads a whole data file: its pages, and every document in it.
fn check(path: &Path) -> Result<Checked> {
    match read_whole(path) {
        Err(StoreError::Database(error))
            if error.sqlite_error_code() == Some(ErrorCode::DatabaseCorrupt) =>
        {
            Err(StoreError::Damaged("its pages can’t be read".into()))
        }
        read => read,
    }
}

fn read_whole(path: &Path) -> Result<Checked> {
    let (kind, missing) = file::look_apart(path)?;
    let Kind::Ours(version) = kind else {
        return Err(StoreError::Nothing("restore"));
    };
    let connection = file::for_reading(path)?;
    let pages: String = connection.query_row("PRAGMA quick_check(1)", [], |row| row.get(0))?;
    if pages != "ok" {
        return Err(StoreError::Damaged(format!(
            "its pages don’t agree ({pages})"
        )));
    }
    // The first tables didn't say which version wrote a document.
    let versions = if version > 1 { "version" } else { "1" };
    let statement = format!("SELECT name, {versions}, document, deleted FROM production");
    let mut rows = connection.prepare(&statement)?;
    let mut rows = rows.query([])?;
    let (mut productions, mut damaged) = (0, Vec::new());
    while let Some(row) = rows.next()? {
        let document = row.get_ref(2)?.as_str().unwrap_or_default();
        match Production::read_stored(document, row.get(1)?) {
            Ok(_) => productions += usize::from(!row.get::<_, bool>(3)?),
            Err(error) => damaged.push(format!("“{}” ({error})", row.get::<_, String>(0)?)),
        }
    }
    if damaged.is_empty() {
        Ok(Checked {
            productions,
            missing,
        })
    } else {
        let which = damaged.join(", ");
        Err(StoreError::Damaged(format!("these can’t be read: {which}")))
    }
}

impl Store {
    /// Copies what is kept to another file, as it is at this moment: also where the data file itself is gone.
    pub fn save_backup(&self, to: &Path) -> Result<()> {
        file::copy_from(&self.reader(), to).map_err(at(to))
    }

    /// Puts a backup in the place of what is kept, which is kept beside the data file. The whole backup is read
    /// first. It is brought up to date where it lies, so it should be a copy that nobody else wants.
    pub fn restore_copy(&self, backup: &Path) -> Result<Restored> {
        let Checked {
            productions,
            missing,
        } = check(backup)?;
        if missing.is_some() {
            // It is looked at as what it is from here on.
            settling::settle(&file::for_writing(backup)?)?;
        }
        drop(Store::open(backup)?);
        let beside = file::beside_anew(&self.path, BEFORE);
        {
            let mut connection = self.lock();
            self.opened.check()?;
            file::copy_from(&connection, &beside).map_err(at(&beside))?;
            let from = file::for_writing(backup)?;
            count_on(&connection, &from)?;
            Backup::new(&from, &mut connection)?.run_to_completion(
                1_000,
                Duration::from_millis(5),
                None,
            )?;
            settling::settle(&connection)?;
            *self.last() = None;
        }
        *self.replaced() = Some(beside.clone());
        Ok(Restored {
            kept: Some(beside),
            productions,
            missing,
        })
    }

    /// Puts back what the last backup took the place of, by a copy of it at the path that is given.
    pub fn undo_restore(&self, copy: &Path) -> Result<Restored> {
        let kept = self.replaced().clone();
        let kept = kept.ok_or(StoreError::Nothing("put back"))?;
        file::copy(&kept, copy).map_err(at(&kept))?;
        self.restore_copy(copy)
    }

    fn replaced(&self) -> MutexGuard<'_, Option<PathBuf>> {
        self.replaced.lock().unwrap_or_else(PoisonError::into_inner)
    }
}

/// Revisions of a backup go on from those of the file that it takes the place of: no edit that was made on what is
/// there now is taken for one that was made on what comes.
fn count_on(now: &Connection, backup: &Connection) -> Result<()> {
    let mut rows = now.prepare("SELECT id, revision FROM production")?;
    let mut rows = rows.query([])?;
    while let Some(row) = rows.next()? {
        let (id, revision): (String, u64) = (row.get(0)?, row.get(1)?);
        backup.execute(
            "UPDATE production SET revision = max(revision, ?2) + 1 WHERE id = ?1",
            params![id, revision],
        )?;
    }
    Ok(())
}
