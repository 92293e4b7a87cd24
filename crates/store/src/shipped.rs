//! Productions that ship with the program, among those that people made: which of them are here, and as
//! which they were shipped.

use crate::error::Result;
use crate::file::{self, at};
use crate::{Store, create, exists, keep};
use model::document::{Limits, Production};
use rusqlite::{Connection, OptionalExtension, Transaction, params};
use sha2::{Digest, Sha256};
use std::path::PathBuf;
use std::sync::Arc;

/// A production that ships: a short name, which is its id where nothing else has that, and the document.
pub type Shipped = (&'static str, Production);

impl Store {
    /// Keeps what ships where nothing was kept yet, and, where an older program kept what it shipped, what is new
    /// beside it, whose data stay. Gives the names of what came beside.
    pub fn ship(&self, all: &[Shipped]) -> Result<Vec<String>> {
        let added = self.transaction(|transaction| {
            let new: bool = transaction.query_row(
                "SELECT NOT EXISTS (SELECT 1 FROM production)",
                [],
                |row| row.get(0),
            )?;
            let mut added = Vec::new();
            if new {
                for shipped in all {
                    add(transaction, shipped, &shipped.1)?;
                }
                return Ok(added);
            }
            recognise(transaction, all)?;
            // A file of somebody's own stays their own.
            let any = "SELECT EXISTS (SELECT 1 FROM shipped)";
            if !transaction.query_row(any, [], |row| row.get(0))? {
                return Ok(added);
            }
            for shipped in all {
                let same = "SELECT EXISTS (SELECT 1 FROM shipped WHERE name = ?1 AND digest = ?2)";
                let known = params![shipped.0, digest(&shipped.1)?];
                if transaction.query_row(same, known, |row| row.get(0))? {
                    continue;
                }
                let named = beside(transaction, &shipped.1)?;
                add(transaction, shipped, &named)?;
                added.push(named.name);
            }
            Ok(added)
        })?;
        crate::settling::settle(&self.lock())?;
        Ok(added)
    }

    /// Puts what ships back to what it was shipped as, and leaves everything else as it is. The file as it was is
    /// kept beside it; says where.
    pub fn ship_anew(&self, all: &[Shipped]) -> Result<PathBuf> {
        let kept = file::beside_anew(&self.path, "before-fresh");
        file::copy(&self.path, &kept).map_err(at(&kept))?;
        self.transaction(|transaction| {
            recognise(transaction, all)?;
            for shipped in all {
                let newest = "SELECT production FROM shipped WHERE name = ?1
                              ORDER BY digest = ?2 DESC, production DESC LIMIT 1";
                let known = params![shipped.0, digest(&shipped.1)?];
                let id: Option<String> = transaction
                    .query_row(newest, known, |row| row.get(0))
                    .optional()?;
                match id {
                    Some(id) => put_back(transaction, &id, shipped)?,
                    None => add(transaction, shipped, &shipped.1)?,
                }
            }
            Ok(())
        })?;
        *self.last() = None;
        crate::settling::settle(&self.lock())?;
        Ok(kept)
    }
}

/// Files of before it was noted have what was shipped under its short name.
fn recognise(connection: &Connection, all: &[Shipped]) -> Result<()> {
    let noted = "SELECT EXISTS (SELECT 1 FROM shipped WHERE name = ?1)";
    for (name, production) in all {
        if connection.query_row(noted, [name], |row| row.get(0))? || !exists(connection, name)? {
            continue;
        }
        // As it was shipped, where nobody changed it; else it isn't known any more.
        let row = crate::any_row(connection, name)?;
        let unchanged = row.parsed(name);
        let same = unchanged.is_ok_and(|kept| *kept.production == *production);
        let digest = if same {
            digest(production)?
        } else {
            String::new()
        };
        note(connection, name, (name, &digest))?;
    }
    Ok(())
}

fn note(connection: &Connection, id: &str, (name, digest): (&str, &str)) -> Result<()> {
    let statement = "INSERT OR REPLACE INTO shipped (production, name, digest) VALUES (?1, ?2, ?3)";
    connection.execute(statement, params![id, name, digest])?;
    Ok(())
}

fn digest(production: &Production) -> Result<String> {
    let bytes = Sha256::digest(production.stored()?);
    Ok(bytes.iter().map(|byte| format!("{byte:02x}")).collect())
}

fn add(transaction: &Transaction, (name, production): &Shipped, named: &Production) -> Result<()> {
    let id = create(transaction, named)?.id;
    note(transaction, &id, (name, &digest(production)?))
}

/// The same under a name that nothing else in the list has.
fn beside(connection: &Connection, production: &Production) -> Result<Production> {
    let taken = "SELECT EXISTS (SELECT 1 FROM production WHERE name = ?1)";
    let mut named = production.clone();
    for number in 2.. {
        if !connection.query_row(taken, [&named.name], |row| row.get(0))? {
            break;
        }
        let ending = format!(" ({number})");
        let room = Limits::NAME - ending.len();
        let short: String = production.name.chars().take(room).collect();
        named.name = short + &ending;
    }
    Ok(named)
}

/// Its history goes with what was done to it; its revision goes on, so that a window that shows it as it was sees
/// that it isn't any more.
fn put_back(transaction: &Transaction, id: &str, (name, production): &Shipped) -> Result<()> {
    for statement in [
        "DELETE FROM journal WHERE production = ?1",
        "DELETE FROM touched WHERE production = ?1",
        "UPDATE production SET deleted = 0, damaged = 0 WHERE id = ?1",
    ] {
        transaction.execute(statement, [id])?;
    }
    let revision: u64 = transaction.query_row(
        "SELECT revision + 1 FROM production WHERE id = ?1",
        [id],
        |row| row.get(0),
    )?;
    keep(transaction, id, revision, Arc::new(production.clone()))?;
    note(transaction, id, (name, &digest(production)?))
}
