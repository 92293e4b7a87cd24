//! Productions kept in one SQLite file: each document as JSON with its revision, beside a journal
//! of the commands that made it, so that undo and redo survive a restart. Knows nothing of HTTP;
//! blocks, so callers keep it off their async threads.

#![warn(missing_docs)]

mod file;
mod journal;
mod schema;

pub use journal::KEPT_STEPS;

use file::Kind;
use rusqlite::{Connection, OptionalExtension, Transaction, TransactionBehavior, params};
use std::borrow::Cow;
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, MutexGuard};
use west_rail_core::catalogue::Catalogue;
use west_rail_core::cores::beside;
use west_rail_core::document::{
    Command, Edited, FORMAT_VERSION, Production, Refusal, handle_from, meet, touches, upgraded,
};

/// The data file.
pub struct Store {
    connection: Mutex<Connection>,
    /// Reads go on while something large is written.
    reader: Mutex<Connection>,
    /// The document that was read or written last: the next request is mostly about the same.
    last: Mutex<Option<Kept>>,
}

/// A production in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Entry {
    /// Its id, as in addresses.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Its revision.
    pub revision: u64,
    /// Its project format, in words.
    pub format: String,
    /// Names and ids of its builds.
    pub builds: Vec<(String, String)>,
    /// Whether its document can't be read: what is there can still be saved.
    pub damaged: bool,
    /// When it was changed last, in seconds since 1970, where that is known.
    pub changed: Option<i64>,
}

/// A production as it is kept.
#[derive(Debug, Clone, PartialEq)]
pub struct Kept {
    /// Its id.
    pub id: String,
    /// Grows by one with every edit, undo and redo.
    pub revision: u64,
    /// The document.
    pub production: Arc<Production>,
    /// What undo would take back.
    pub undo: Option<String>,
    /// The number of that step in the history.
    pub undo_step: Option<u64>,
    /// What redo would do again.
    pub redo: Option<String>,
}

/// A change to a production.
#[derive(Debug, Clone, Copy)]
pub enum Change<'c> {
    /// Commands, all of them or none: to the revision that they were made on, or to a newer one where what
    /// was done since touches other things.
    Edit(&'c [Command]),
    /// The last edit is taken back.
    Undo,
    /// What undo took back last is done again.
    Redo,
}

/// Why the store can't do as asked.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such production.
    #[error("there is no production “{0}”; it may have been deleted")]
    Missing(String),
    /// The edit was made on a revision that isn't the current one.
    #[error("the production has changed since: it is at revision {}", .0.revision)]
    Stale(Box<Kept>),
    /// A command was refused.
    #[error(transparent)]
    Refused(#[from] Refusal),
    /// Nothing to undo or redo.
    #[error("there is nothing to {0}")]
    Nothing(&'static str),
    /// The data file can't be read or written.
    #[error("the data file: {}", file::in_words(.0))]
    Database(#[from] rusqlite::Error),
    /// One of several files can't be used.
    #[error("{}: {why}", path.display())]
    At {
        /// Which.
        path: PathBuf,
        /// What is wrong with it.
        why: Box<StoreError>,
    },
    /// It can't be given another name.
    #[error("it can’t be put aside: {0}")]
    Moved(std::io::Error),
    /// A copy of a file onto itself.
    #[error("a data file can’t be copied onto itself: name another")]
    Itself,
    /// The file is another program's.
    #[error("this is another program’s file: it was left as it is")]
    Foreign,
    /// The data file is of a newer West Rail.
    #[error("the data file is of a newer West Rail (its tables are of version {0}, this one knows {known})", known = schema::VERSION)]
    Newer(i64),
    /// Its migration failed.
    #[error("the data file: {0}")]
    Migration(#[from] rusqlite_migration::Error),
    /// A document in the data file can't be read.
    #[error("the data file holds a document that can’t be read: {0}")]
    Document(#[from] serde_json::Error),
}

type Result<T, E = StoreError> = std::result::Result<T, E>;

impl Store {
    /// Opens the data file, making it and bringing it up to date where needed.
    pub fn open(path: &Path) -> Result<Self> {
        if let Kind::Ours(version) = file::look(path)?
            && version < schema::VERSION
        {
            let kept = file::beside(path, &format!("before-version-{}", schema::VERSION));
            file::copy(path, &kept)?;
        }
        let mut connection = Connection::open(path)?;
        connection.pragma_update(None, "journal_mode", "WAL")?;
        // What was acknowledged is on the disk: each commit is synced.
        connection.pragma_update(None, "synchronous", "FULL")?;
        connection.pragma_update(None, "foreign_keys", "ON")?;
        connection.busy_timeout(std::time::Duration::from_secs(5))?;
        schema::migrations().to_latest(&mut connection)?;
        connection.pragma_update(None, "application_id", file::APPLICATION_ID)?;
        list_anew(&connection)?;
        // What was cut off or written over on the disk is known before somebody opens it.
        connection.execute(
            "UPDATE production SET damaged = NOT json_valid(document)",
            [],
        )?;
        let reader = Connection::open(path)?;
        reader.busy_timeout(std::time::Duration::from_secs(5))?;
        reader.pragma_update(None, "query_only", "ON")?;
        Ok(Self {
            connection: Mutex::new(connection),
            reader: Mutex::new(reader),
            last: Mutex::new(None),
        })
    }

    /// Copies the data file to another, as it is at this moment. A backup that is there is written
    /// over; any other file is left as it is.
    pub fn backup(from: &Path, to: &Path) -> Result<()> {
        file::apart(from, to)?;
        if file::look(from).map_err(file::at(from))? == Kind::New {
            return Err(file::at(from)(StoreError::Nothing("copy")));
        }
        file::look(to).map_err(file::at(to))?;
        file::copy(from, to).map_err(file::at(to))
    }

    /// Puts a backup in the place of a data file, which is kept beside it; says where.
    pub fn restore_backup(backup: &Path, path: &Path) -> Result<Option<PathBuf>> {
        file::apart(backup, path)?;
        if file::look(backup).map_err(file::at(backup))? == Kind::New {
            return Err(file::at(backup)(StoreError::Nothing("restore")));
        }
        let beside = file::beside(path, "before-restore");
        let kept = match file::look(path) {
            Ok(Kind::New) => None,
            Ok(Kind::Ours(_)) => {
                file::copy(path, &beside).map_err(file::at(&beside))?;
                Some(beside)
            }
            // What a backup is for: it is put aside as it is.
            Err(StoreError::Database(error)) if file::is_damaged(&error) => {
                file::put_aside(path, &beside)?;
                Some(beside)
            }
            Err(error) => return Err(file::at(path)(error)),
        };
        file::copy(backup, path).map_err(file::at(path))?;
        Ok(kept)
    }

    fn lock(&self) -> MutexGuard<'_, Connection> {
        // A panic while it was held left a transaction that rolled back: the connection is sound.
        self.connection
            .lock()
            .unwrap_or_else(|poisoned| poisoned.into_inner())
    }

    /// Reads what was committed last, all of it at one moment.
    fn reading<T>(&self, work: impl FnOnce(&Connection) -> Result<T>) -> Result<T> {
        let mut connection = self
            .reader
            .lock()
            .unwrap_or_else(|poisoned| poisoned.into_inner());
        let transaction = connection.transaction()?;
        let answer = work(&transaction)?;
        transaction.commit()?;
        Ok(answer)
    }

    fn transaction<T>(&self, work: impl FnOnce(&Transaction) -> Result<T>) -> Result<T> {
        let mut connection = self.lock();
        let transaction = begin(&mut connection)?;
        let answer = work(&transaction)?;
        transaction.commit()?;
        Ok(answer)
    }

    /// Every production that isn't deleted, by name.
    pub fn list(&self) -> Result<Vec<Entry>> {
        self.reading(|connection| {
            let mut rows = connection.prepare_cached(
                "SELECT id, name, revision, format, builds, damaged, changed FROM production
                 WHERE deleted = 0 ORDER BY name, id",
            )?;
            let rows = rows.query_map([], |row| {
                let entry = Entry {
                    id: row.get(0)?,
                    name: row.get(1)?,
                    revision: row.get(2)?,
                    format: row.get(3)?,
                    builds: Vec::new(),
                    damaged: row.get(5)?,
                    changed: row.get(6)?,
                };
                Ok((entry, row.get::<_, Option<String>>(4)?))
            })?;
            let entry = |(mut entry, builds): (Entry, Option<String>)| {
                match serde_json::from_str(&builds.unwrap_or_default()) {
                    Ok(builds) => entry.builds = builds,
                    Err(_) => entry.damaged = true,
                }
                entry
            };
            rows.map(|row| Ok(entry(row?))).collect()
        })
    }

    /// Keeps a new production under an id made from its name.
    pub fn create(&self, production: &Production) -> Result<Kept> {
        self.transaction(|transaction| create(transaction, production))
    }

    /// Keeps new productions, all of them or none.
    pub fn create_all<'p>(&self, all: impl IntoIterator<Item = &'p Production>) -> Result<()> {
        self.transaction(|transaction| {
            for production in all {
                create(transaction, production)?;
            }
            Ok(())
        })
    }

    /// Whether nothing was ever kept in it.
    pub fn is_untouched(&self) -> Result<bool> {
        let query = "SELECT NOT EXISTS (SELECT 1 FROM production)";
        Ok(self.lock().query_row(query, [], |row| row.get(0))?)
    }

    /// One production.
    pub fn get(&self, id: &str) -> Result<Kept> {
        let found = self.reading(|connection| self.found(connection, id))?;
        let kept = self.parsed(id, found);
        if let Err(StoreError::Document(_)) = kept {
            mark_damaged(&self.lock(), id)?;
        }
        kept
    }

    fn last(&self) -> MutexGuard<'_, Option<Kept>> {
        self.last
            .lock()
            .unwrap_or_else(|poisoned| poisoned.into_inner())
    }

    /// A production in a transaction.
    fn read(&self, connection: &Connection, id: &str) -> Result<Kept> {
        self.parsed(id, self.found(connection, id)?)
    }

    /// What is kept of a production: its text only where it isn't the one that was read last.
    fn found(&self, connection: &Connection, id: &str) -> Result<Found> {
        let mut revision = connection
            .prepare_cached("SELECT revision FROM production WHERE id = ?1 AND deleted = 0")?;
        let revision: Option<u64> = revision.query_row([id], |row| row.get(0)).optional()?;
        let same = |last: &&Kept| last.id == id && Some(last.revision) == revision;
        let last = self.last().as_ref().filter(same).cloned();
        match last {
            Some(last) => Ok(Found::Last(Kept {
                undo: journal::title(connection, id, journal::Step::Undo)?,
                undo_step: journal::last_number(connection, id)?,
                redo: journal::title(connection, id, journal::Step::Redo)?,
                ..last
            })),
            None => row(connection, id).map(Found::Row),
        }
    }

    fn parsed(&self, id: &str, found: Found) -> Result<Kept> {
        match found {
            Found::Last(kept) => Ok(kept),
            Found::Row(row) => {
                let kept = row.parsed(id)?;
                *self.last() = Some(kept.clone());
                Ok(kept)
            }
        }
    }

    /// A document as it is kept, whatever state it is in: what can be saved of a damaged one.
    pub fn document(&self, id: &str) -> Result<String> {
        self.reading(|connection| {
            let mut row = connection
                .prepare_cached("SELECT document FROM production WHERE id = ?1 AND deleted = 0")?;
            let text = row
                .query_row([id], |row| {
                    Ok(String::from_utf8_lossy(row.get_ref(0)?.as_bytes()?).into())
                })
                .optional()?;
            text.ok_or_else(|| StoreError::Missing(id.into()))
        })
    }

    /// A copy of a production under a new name.
    pub fn duplicate(&self, id: &str) -> Result<Kept> {
        let mut production = Production::clone(&self.get(id)?.production);
        let most = west_rail_core::document::Limits::NAME - " (copy)".len();
        let short: String = production.name.chars().take(most).collect();
        production.name = format!("{short} (copy)");
        self.create(&production)
    }

    /// Takes a production off the list; [`Store::restore`] puts it back as it was.
    pub fn delete(&self, id: &str) -> Result<()> {
        self.mark_deleted(id, true)
    }

    /// Puts a deleted production back.
    pub fn restore(&self, id: &str) -> Result<Kept> {
        self.mark_deleted(id, false)?;
        self.get(id)
    }

    fn mark_deleted(&self, id: &str, deleted: bool) -> Result<()> {
        let changed = self.lock().execute(
            "UPDATE production SET deleted = ?2 WHERE id = ?1 AND deleted <> ?2",
            params![id, deleted],
        )?;
        if changed == 0 {
            Err(StoreError::Missing(id.into()))
        } else {
            Ok(())
        }
    }

    /// Makes a change.
    pub fn make(&self, catalogue: &Catalogue, at: (&str, u64), change: Change) -> Result<Kept> {
        let nobody = |_: &Kept, _: &Production| -> Result<()> { Ok(()) };
        let (kept, ()) = self.make_seen(catalogue, at, change, (0, nobody, |_, ()| ()))?;
        Ok(kept)
    }

    /// Makes a change that somebody sees before it is kept, beside what is there now, and may refuse; they
    /// look at so many devices of it. It is written meanwhile, and no other change is made as long. What
    /// they then make of what they saw, they make while it goes to the disk: it counts once it is there.
    pub fn make_seen<S: Send, T: Send, E: From<StoreError> + Send>(
        &self,
        catalogue: &Catalogue,
        (id, revision): (&str, u64),
        change: Change,
        (devices, see, then): (
            usize,
            impl FnOnce(&Kept, &Production) -> Result<S, E> + Send,
            impl FnOnce(&Kept, S) -> T + Send,
        ),
    ) -> Result<(Kept, T), E> {
        let mut connection = self.lock();
        let transaction = begin(&mut connection)?;
        let before = self.read(&transaction, id)?;
        let commands = match change {
            Change::Edit(commands) => {
                fits(&transaction, &before, revision, commands)?;
                Cow::Borrowed(commands)
            }
            Change::Undo | Change::Redo if before.revision != revision => {
                return Err(StoreError::Stale(Box::new(before)).into());
            }
            Change::Undo => journal::take(&transaction, id, journal::Step::Undo)?.into(),
            Change::Redo => journal::take(&transaction, id, journal::Step::Redo)?.into(),
        };
        let edited = match change {
            Change::Edit(_) => before.production.edited(catalogue, &commands),
            Change::Undo | Change::Redo => before.production.stepped(catalogue, &commands),
        };
        let Edited {
            production,
            inverse,
        } = edited.map_err(StoreError::from)?;
        let production = Arc::new(production);
        let write = || {
            if let Change::Edit(commands) = change {
                journal::record(&transaction, id, commands, &inverse)?;
            }
            journal::touch(&transaction, id, before.revision + 1, &commands)?;
            keep(&transaction, id, before.revision + 1, production.clone())
        };
        let see = || see(&before, &production);
        let (seen, kept) = beside(devices, see, write);
        let (kept, seen) = (kept?, seen?);
        let (made, committed) = beside(devices, || then(&kept, seen), || transaction.commit());
        committed.map_err(StoreError::from)?;
        // Only what is on the disk is remembered.
        *self.last() = Some(kept.clone());
        Ok((kept, made))
    }
}

/// Begins a change that no other is made beside.
fn begin(connection: &mut Connection) -> Result<Transaction<'_>> {
    Ok(connection.transaction_with_behavior(TransactionBehavior::Immediate)?)
}

/// Refuses commands that were made on an older revision, where what was done since touches the same.
fn fits(transaction: &Transaction, now: &Kept, revision: u64, commands: &[Command]) -> Result<()> {
    if now.revision != revision {
        let since = journal::touched_since(transaction, &now.id, (revision, now.revision))?;
        if since.is_none_or(|since| meet(&since, &touches(commands))) {
            return Err(StoreError::Stale(Box::new(now.clone())));
        }
    }
    Ok(())
}

/// Writes what the list shows beside documents that were kept before it was; one that can't be read
/// is marked, and the rest goes on.
fn list_anew(connection: &Connection) -> Result<()> {
    let mut ids = connection.prepare("SELECT id FROM production WHERE builds IS NULL")?;
    let ids: Vec<String> = ids
        .query_map([], |row| row.get(0))?
        .collect::<rusqlite::Result<_>>()?;
    for id in ids {
        let row = connection.query_row(
            "SELECT revision, version, document FROM production WHERE id = ?1",
            [&id],
            |row| Ok((row.get(0)?, row.get(1)?, row.get::<_, String>(2)?)),
        );
        let (revision, version, document): (u64, u32, String) = row?;
        match parse(&document, version) {
            Ok(production) => write(connection, &id, revision, &production)?,
            Err(_) => mark_damaged(connection, &id)?,
        }
    }
    Ok(())
}

fn mark_damaged(connection: &Connection, id: &str) -> Result<()> {
    connection.execute("UPDATE production SET damaged = 1 WHERE id = ?1", [id])?;
    Ok(())
}

fn create(transaction: &Transaction, production: &Production) -> Result<Kept> {
    let taken = |id: &str| exists(transaction, id).unwrap_or(true);
    let id = handle_from(&production.name, taken);
    transaction.execute(
        "INSERT INTO production (id, name, revision, document, changed) VALUES (?1, ?2, 1, '', unixepoch())",
        params![id.as_str(), production.name],
    )?;
    keep(transaction, &id, 1, Arc::new(production.clone()))
}

/// Reads what a version of West Rail wrote.
fn parse<T: serde::de::DeserializeOwned>(text: &str, version: u32) -> Result<T> {
    if version == FORMAT_VERSION {
        return Ok(serde_json::from_str(text)?);
    }
    let value = serde_json::from_str(text)?;
    Ok(serde_json::from_value(upgraded(value, version))?)
}

fn exists(connection: &Connection, id: &str) -> rusqlite::Result<bool> {
    connection.query_row(
        "SELECT EXISTS (SELECT 1 FROM production WHERE id = ?1)",
        [id],
        |row| row.get(0),
    )
}

/// A production as it was found.
enum Found {
    /// The one that was read last.
    Last(Kept),
    Row(Row),
}

/// A production as it stands in the data file, not parsed yet.
struct Row {
    revision: u64,
    version: u32,
    document: String,
    undo: Option<String>,
    undo_step: Option<u64>,
    redo: Option<String>,
}

impl Row {
    fn parsed(self, id: &str) -> Result<Kept> {
        Ok(Kept {
            id: id.into(),
            revision: self.revision,
            production: Arc::new(parse(&self.document, self.version)?),
            undo: self.undo,
            undo_step: self.undo_step,
            redo: self.redo,
        })
    }
}

fn row(connection: &Connection, id: &str) -> Result<Row> {
    let mut row = connection.prepare_cached(
        "SELECT revision, version, document FROM production WHERE id = ?1 AND deleted = 0",
    )?;
    let row = row
        .query_row([id], |row| {
            Ok((row.get(0)?, row.get(1)?, row.get::<_, String>(2)?))
        })
        .optional()?;
    let (revision, version, document) = row.ok_or_else(|| StoreError::Missing(id.into()))?;
    Ok(Row {
        revision,
        version,
        document,
        undo: journal::title(connection, id, journal::Step::Undo)?,
        undo_step: journal::last_number(connection, id)?,
        redo: journal::title(connection, id, journal::Step::Redo)?,
    })
}

/// Writes a production, and gives it as it is now kept.
fn keep(
    connection: &Connection,
    id: &str,
    revision: u64,
    production: Arc<Production>,
) -> Result<Kept> {
    write(connection, id, revision, &production)?;
    Ok(Kept {
        id: id.into(),
        revision,
        production,
        undo: journal::title(connection, id, journal::Step::Undo)?,
        undo_step: journal::last_number(connection, id)?,
        redo: journal::title(connection, id, journal::Step::Redo)?,
    })
}

fn write(connection: &Connection, id: &str, revision: u64, production: &Production) -> Result<()> {
    let builds = production.builds.iter();
    let builds: Vec<(&str, &str)> = builds
        .map(|build| (build.id.as_str(), build.name.as_str()))
        .collect();
    connection
        .prepare_cached(
            "UPDATE production SET name = ?2, document = ?4, version = ?5, format = ?6, builds = ?7,
             changed = CASE WHEN revision = ?3 THEN changed ELSE unixepoch() END, revision = ?3
             WHERE id = ?1",
        )?
        .execute(params![
            id,
            production.name,
            revision,
            serde_json::to_string(production)?,
            FORMAT_VERSION,
            production.format.to_string(),
            serde_json::to_string(&builds)?
        ])?;
    Ok(())
}
