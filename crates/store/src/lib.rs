//! Productions kept in one SQLite file: each document as JSON with its revision, beside a journal
//! of the commands that made it, so that undo and redo survive a restart. Knows nothing of HTTP;
//! blocks, so callers keep it off their async threads.

#![warn(missing_docs)]

mod copies;
mod error;
mod file;
mod held;
mod journal;
mod schema;
mod settling;
mod shipped;

pub use copies::{Restored, backup, restore_backup};
pub use error::{Result, StoreError};
pub use held::{Held, hold, visit};
pub use journal::{History, KEPT_STEPS};

use difference::overlap;
use file::Kind;
use held::Opened;
use model::catalogue::Catalogue;
use model::document::{Command, Edited, FORMAT_VERSION, Production, handle_from};
use runtime::cores::beside;
use rusqlite::{Connection, OptionalExtension, Transaction, TransactionBehavior, params};
use settling::{Settling, Shared, lock};
use std::borrow::Cow;
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::time::Duration;

/// Another program that writes to the data file is waited for so long.
const BUSY: Duration = Duration::from_secs(5);

/// The data file.
pub struct Store {
    path: PathBuf,
    opened: Opened,
    /// Ends before the connections do.
    settling: Settling,
    connection: Shared,
    /// Reads go on while something large is written.
    reader: Mutex<Connection>,
    /// The document that was read or written last: the next request is mostly about the same.
    last: Mutex<Option<StoredProduction>>,
    /// Where what the last backup took the place of is kept.
    replaced: Mutex<Option<PathBuf>>,
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
pub struct StoredProduction {
    /// Its id.
    pub id: String,
    /// Grows by one with every edit, undo and redo.
    pub revision: u64,
    /// The document.
    pub production: Arc<Production>,
    /// What can be undone and redone.
    pub history: History,
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

impl Store {
    /// Opens the data file, making it and bringing it up to date where needed.
    pub fn open(path: &Path) -> Result<Self> {
        let kind = file::look(path)?;
        if let Kind::Ours(version) = kind
            && version < schema::VERSION
        {
            let kept = file::beside(path, &format!("before-version-{}", schema::VERSION));
            file::copy(path, &kept)?;
        }
        let mut connection = Connection::open(path)?;
        connection.busy_timeout(BUSY)?;
        // What was acknowledged is on the disk: each commit is synced.
        connection.pragma_update(None, "synchronous", "FULL")?;
        connection.pragma_update(None, "foreign_keys", "ON")?;
        if kind == Kind::New {
            // The tables come before anything is written beside the file.
            schema::migrations().to_latest(&mut connection)?;
            connection.pragma_update(None, "application_id", file::APPLICATION_ID)?;
        }
        connection.pragma_update(None, "journal_mode", "WAL")?;
        schema::migrations().to_latest(&mut connection)?;
        connection.pragma_update(None, "application_id", file::APPLICATION_ID)?;
        list_anew(&connection)?;
        // What was cut off or written over on the disk is known before somebody opens it.
        connection.execute(
            "UPDATE production SET damaged = NOT json_valid(document)",
            [],
        )?;
        settling::settle(&connection)?;
        let reader = Connection::open(path)?;
        reader.busy_timeout(BUSY)?;
        reader.pragma_update(None, "query_only", "ON")?;
        // It holds what it needs, whatever becomes of the names.
        reader.query_row("SELECT count(*) FROM production", [], |_| Ok(()))?;
        let connection = Arc::new(Mutex::new(connection));
        Ok(Self {
            path: path.into(),
            opened: Opened::look(path),
            settling: Settling::of(path, &connection)?,
            connection,
            reader: Mutex::new(reader),
            last: Mutex::new(None),
            replaced: Mutex::new(None),
        })
    }

    fn lock(&self) -> MutexGuard<'_, Connection> {
        lock(&self.connection)
    }

    fn reader(&self) -> MutexGuard<'_, Connection> {
        self.reader.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Reads what was committed last, all of it at one moment.
    fn reading<T>(&self, work: impl FnOnce(&Connection) -> Result<T>) -> Result<T> {
        let mut connection = self.reader();
        let read = || {
            let transaction = connection.transaction()?;
            let answer = work(&transaction)?;
            transaction.commit()?;
            Ok(answer)
        };
        read().map_err(|error| match error {
            // Why it can't be read, where that is known.
            StoreError::Database(_) => self.opened.check().err().unwrap_or(error),
            other => other,
        })
    }

    fn transaction<T>(&self, work: impl FnOnce(&Transaction) -> Result<T>) -> Result<T> {
        let mut connection = self.lock();
        let transaction = self.begin(&mut connection)?;
        let answer = work(&transaction)?;
        self.commit(transaction)?;
        Ok(answer)
    }

    /// Begins a change that no other is made beside.
    fn begin<'c>(&self, connection: &'c mut Connection) -> Result<Transaction<'c>> {
        self.opened.check()?;
        let transaction = connection.transaction_with_behavior(TransactionBehavior::Immediate)?;
        settling::unsettled(&transaction)?;
        Ok(transaction)
    }

    /// Puts a change on the disk.
    fn commit(&self, transaction: Transaction) -> Result<()> {
        transaction.commit()?;
        self.settling.written();
        Ok(())
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
    pub fn create(&self, production: &Production) -> Result<StoredProduction> {
        self.transaction(|transaction| create(transaction, production))
    }

    /// One production.
    pub fn get(&self, id: &str) -> Result<StoredProduction> {
        let found = self.reading(|connection| self.found(connection, id))?;
        let kept = self.parsed(id, found);
        if let Err(StoreError::Document(_)) = kept {
            mark_damaged(&self.lock(), id)?;
        }
        kept
    }

    fn last(&self) -> MutexGuard<'_, Option<StoredProduction>> {
        self.last.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// A production in a transaction.
    fn read(&self, connection: &Connection, id: &str) -> Result<StoredProduction> {
        self.parsed(id, self.found(connection, id)?)
    }

    /// What is kept of a production: its text only where it isn't the one that was read last.
    fn found(&self, connection: &Connection, id: &str) -> Result<Found> {
        let mut revision = connection
            .prepare_cached("SELECT revision FROM production WHERE id = ?1 AND deleted = 0")?;
        let revision: Option<u64> = revision.query_row([id], |row| row.get(0)).optional()?;
        let same = |last: &&StoredProduction| last.id == id && Some(last.revision) == revision;
        let last = self.last().as_ref().filter(same).cloned();
        match last {
            Some(last) => Ok(Found::Last(StoredProduction {
                history: journal::history(connection, id)?,
                ..last
            })),
            None => row(connection, id).map(Found::Row),
        }
    }

    fn parsed(&self, id: &str, found: Found) -> Result<StoredProduction> {
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
    pub fn duplicate(&self, id: &str) -> Result<StoredProduction> {
        let mut production = Production::clone(&self.get(id)?.production);
        let most = model::document::Limits::NAME - " (copy)".len();
        let short: String = production.name.chars().take(most).collect();
        production.name = format!("{short} (copy)");
        self.create(&production)
    }

    /// Takes a production off the list; [`Store::restore`] puts it back as it was.
    pub fn delete(&self, id: &str) -> Result<()> {
        self.mark_deleted(id, true)
    }

    /// Puts a deleted production back.
    pub fn restore(&self, id: &str) -> Result<StoredProduction> {
        self.mark_deleted(id, false)?;
        self.get(id)
    }

    fn mark_deleted(&self, id: &str, deleted: bool) -> Result<()> {
        let mark = "UPDATE production SET deleted = ?2 WHERE id = ?1 AND deleted <> ?2";
        let changed =
            self.transaction(|transaction| Ok(transaction.execute(mark, params![id, deleted])?))?;
        if changed == 0 {
            Err(StoreError::Missing(id.into()))
        } else {
            Ok(())
        }
    }

    /// Makes a change.
    pub fn make(
        &self,
        catalogue: &Catalogue,
        at: (&str, u64),
        change: Change,
    ) -> Result<StoredProduction> {
        let nobody = |_: &StoredProduction, _: &Production| -> Result<()> { Ok(()) };
        let (kept, ()) = self.make_seen(catalogue, at, (change, None), (0, nobody, |_, ()| ()))?;
        Ok(kept)
    }

    /// Makes a change that somebody sees before it is kept, beside what is there now, and may refuse; they
    /// look at so many devices of it. Whoever makes it may say their name. It is written meanwhile, and no other
    /// change is made as long. What they then make of what they saw, they make while it goes to the disk: it
    /// counts once it is there.
    pub fn make_seen<S: Send, T: Send, E: From<StoreError> + Send>(
        &self,
        catalogue: &Catalogue,
        (id, revision): (&str, u64),
        (change, by): (Change, Option<&str>),
        (devices, see, then): (
            usize,
            impl FnOnce(&StoredProduction, &Production) -> Result<S, E> + Send,
            impl FnOnce(&StoredProduction, S) -> T + Send,
        ),
    ) -> Result<(StoredProduction, T), E> {
        let mut connection = self.lock();
        let transaction = self.begin(&mut connection)?;
        let before = self.read(&transaction, id)?;
        let stale = || StoreError::Stale(Box::new(before.clone()));
        let commands = match change {
            Change::Edit(commands) => Cow::Borrowed(commands),
            Change::Undo | Change::Redo if before.revision != revision => {
                return Err(stale().into());
            }
            Change::Undo => journal::take(&transaction, id, journal::HistoryStep::Undo)?.into(),
            Change::Redo => journal::take(&transaction, id, journal::HistoryStep::Redo)?.into(),
        };
        let edited = match change {
            Change::Edit(_) => before.production.edited(catalogue, &commands),
            Change::Undo | Change::Redo => before.production.stepped(catalogue, &commands),
        };
        let edited = match edited {
            Err(_) if before.revision != revision => return Err(stale().into()),
            edited => edited.map_err(StoreError::from)?,
        };
        if before.revision != revision {
            let since = journal::changed_since(&transaction, id, (revision, before.revision))?;
            // What is so by now was somebody else’s doing.
            let nothing = edited.changed.is_empty();
            if nothing || since.is_none_or(|since| overlap(&since, &edited.changed)) {
                return Err(stale().into());
            }
        }
        let Edited {
            production,
            inverse,
            changed,
        } = edited;
        let production = Arc::new(production);
        let write = || {
            if let Change::Edit(commands) = change {
                journal::record(&transaction, id, (commands, &inverse), by)?;
            }
            journal::keep_changed(&transaction, id, before.revision + 1, &changed)?;
            keep(&transaction, id, before.revision + 1, production.clone())
        };
        let see = || see(&before, &production);
        let (seen, kept) = beside(devices, see, write);
        let (kept, seen) = (kept?, seen?);
        let (made, committed) = beside(devices, || then(&kept, seen), || self.commit(transaction));
        committed?;
        // Only what is on the disk is remembered.
        *self.last() = Some(kept.clone());
        Ok((kept, made))
    }
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
        match Production::read_stored(&document, version) {
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

fn create(transaction: &Transaction, production: &Production) -> Result<StoredProduction> {
    let taken = |id: &str| exists(transaction, id).unwrap_or(true);
    let id = handle_from(&production.name, taken);
    transaction.execute(
        "INSERT INTO production (id, name, revision, document, changed) VALUES (?1, ?2, 1, '', unixepoch())",
        params![id.as_str(), production.name],
    )?;
    keep(transaction, &id, 1, Arc::new(production.clone()))
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
    Last(StoredProduction),
    Row(Row),
}

/// A production as it stands in the data file, not parsed yet.
struct Row {
    revision: u64,
    version: u32,
    document: String,
    history: History,
}

impl Row {
    fn parsed(self, id: &str) -> Result<StoredProduction> {
        Ok(StoredProduction {
            id: id.into(),
            revision: self.revision,
            production: Arc::new(Production::read_stored(&self.document, self.version)?),
            history: self.history,
        })
    }
}

fn row(connection: &Connection, id: &str) -> Result<Row> {
    row_where(connection, id, "AND deleted = 0")
}

/// The same, also of a production that was taken off the list.
fn any_row(connection: &Connection, id: &str) -> Result<Row> {
    row_where(connection, id, "")
}

fn row_where(connection: &Connection, id: &str, and: &str) -> Result<Row> {
    let statement =
        format!("SELECT revision, version, document FROM production WHERE id = ?1 {and}");
    let mut row = connection.prepare_cached(&statement)?;
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
        history: journal::history(connection, id)?,
    })
}

/// Writes a production, and gives it as it is now kept.
fn keep(
    connection: &Connection,
    id: &str,
    revision: u64,
    production: Arc<Production>,
) -> Result<StoredProduction> {
    write(connection, id, revision, &production)?;
    Ok(StoredProduction {
        id: id.into(),
        revision,
        production,
        history: journal::history(connection, id)?,
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
            production.stored()?,
            FORMAT_VERSION,
            production.format.to_string(),
            serde_json::to_string(&builds)?
        ])?;
    Ok(())
}
