//! One program at a time has a data file. The lock is on the file itself, so that it holds under
//! every name that leads to it; and whoever has the file open notices when its name leads elsewhere.

use crate::error::{Result, StoreError};
use crate::file::{at, identity, with_ending};
use std::fs::{File, OpenOptions, TryLockError};
use std::os::unix::fs::MetadataExt;
use std::path::{Path, PathBuf};

/// A data file that nobody else has, until it is dropped. Drop it after the store that it was taken
/// for: closing any handle of a file lets go of what SQLite holds of it in the same program.
#[derive(Debug)]
pub struct Held {
    _file: File,
}

/// Keeps a data file for one program at a time; an empty one is made where there is none.
pub fn hold(path: &Path) -> Result<Held> {
    try_hold(path)?.ok_or_else(|| at(path)(StoreError::Served))
}

/// Keeps a data file where nobody serves it. Where somebody does, it is looked at beside them (`None`):
/// what is newest stands in a file that goes by the name that they opened, so it has to be the only one.
pub fn visit(path: &Path) -> Result<Option<Held>> {
    let held = try_hold(path)?;
    let names = std::fs::metadata(path).map_or(1, |file| file.nlink());
    if held.is_none() && names > 1 {
        return Err(at(path)(StoreError::ServedElsewhere));
    }
    Ok(held)
}

fn try_hold(path: &Path) -> Result<Option<Held>> {
    let unusable = |error: std::io::Error| at(path)(error.into());
    let usual = std::fs::metadata(path).map_or(true, |file| file.is_file());
    if !usual {
        // A device or a pipe has no end, and a folder is none.
        return Err(at(path)(StoreError::Foreign));
    }
    let opened = OpenOptions::new().read(true).open(path).or_else(|_| {
        let mut options = OpenOptions::new();
        options.write(true).create(true).truncate(false).open(path)
    });
    let file = opened.map_err(unusable)?;
    match file.try_lock() {
        Ok(()) => Ok(Some(Held { _file: file })),
        Err(TryLockError::WouldBlock) => Ok(None),
        Err(TryLockError::Error(error)) => Err(unusable(error)),
    }
}

/// The files that a store has open, by what they are and not by their names.
pub struct Opened {
    files: Vec<(PathBuf, Option<(u64, u64)>)>,
}

impl Opened {
    /// The data file, and what SQLite keeps beside it.
    pub fn look(path: &Path) -> Self {
        let files = [path.to_path_buf(), with_ending(path, "-wal")].into_iter();
        let files = files.map(|path| (path.clone(), identity(&path)));
        Self {
            files: files.collect(),
        }
    }

    /// Refuses to write where a name leads elsewhere now: what is written there would be lost.
    pub fn check(&self) -> Result<()> {
        for (path, was) in &self.files {
            let now = identity(path);
            if now != *was {
                return Err(StoreError::Gone {
                    path: path.clone(),
                    replaced: now.is_some(),
                });
            }
        }
        Ok(())
    }
}
