//! The data file, and files that are written: where they are, and whether that is wanted.

use crate::outcome::Failure;
use std::fs;
use std::path::{Path, PathBuf};
use store::{Held, Store, visit};

/// Where productions are kept unless told otherwise: under the folder that the system keeps for
/// programs' data, or beside where it was started.
pub fn default_data() -> PathBuf {
    let home = std::env::var_os("XDG_DATA_HOME").map(PathBuf::from);
    let home = home
        .or_else(|| std::env::var_os("HOME").map(|home| PathBuf::from(home).join(".local/share")));
    home.unwrap_or_default()
        .join("west-rail")
        .join("west-rail.sqlite")
}

/// Opens a data file where nobody serves it, or beside who does; its folder is made where it isn't there. The
/// store is to be dropped before what it holds the file by.
pub fn open_beside(data: &Path) -> Result<(Option<Held>, Store), Failure> {
    make_folder(data)?;
    Ok((visit(data)?, open(data)?))
}

pub fn open(data: &Path) -> Result<Store, Failure> {
    Store::open(data).map_err(|error| Failure(format!("{}: {error}", data.display())))
}

pub fn make_folder(data: &Path) -> Result<(), Failure> {
    if let Some(folder) = data
        .parent()
        .filter(|folder| !folder.as_os_str().is_empty())
    {
        fs::create_dir_all(folder)
            .map_err(|error| Failure(format!("{}: {error}", folder.display())))?;
    }
    Ok(())
}

/// Refuses to write over a file unless that was asked for.
pub fn may_write(path: &Path, force: bool) -> Result<(), Failure> {
    if force || !path.exists() {
        return Ok(());
    }
    Err(Failure(format!(
        "{}: there is a file of that name already; name another, or write over it with --force",
        path.display()
    )))
}

/// Writes a text to a file that isn't there, or over one that is where that was asked for.
pub fn write(path: &Path, text: &str, force: bool) -> Result<(), Failure> {
    may_write(path, force)?;
    std::fs::write(path, text).map_err(|error| Failure(format!("{}: {error}", path.display())))
}
