//! Why the store can't do as asked, in sentences that a person can act on.

use crate::{StoredProduction, file, schema};
use model::document::NotRead;
use model::document::Refusal;
use std::path::PathBuf;

/// Why the store can't do as asked.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such production.
    #[error("there is no production “{0}”; it may have been deleted")]
    Missing(String),
    /// The edit was made on a revision that isn't the current one.
    #[error("the production has changed since: it is at revision {}", .0.revision)]
    Stale(Box<StoredProduction>),
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
    /// A file can't be opened, made or given another name.
    #[error("it can’t be used: {}", file::io_in_words(.0))]
    Unusable(#[from] std::io::Error),
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
    Document(#[from] NotRead),
    /// Another West Rail has it open.
    #[error(
        "another West Rail serves this data file; use that one, or name another file with --data"
    )]
    Served,
    /// Another West Rail has it open under another of its names, where its newest changes can't be seen.
    #[error(
        "this file has several names (hard links), and another West Rail serves it under one of them: use the name that is served"
    )]
    ServedElsewhere,
    /// The newest changes stood in a file beside it, which isn't there.
    #[error(
        "this file was copied while West Rail was writing to it, without “{}”, which stood beside it and holds the newest changes: copy both, or make the copy with “west-rail backup”. “west-rail restore” takes what is in this one, without them",
        .0.display()
    )]
    Incomplete(PathBuf),
    /// The file was deleted, moved or replaced while it was in use.
    #[error(
        "the data file {} was {} while West Rail was using it: nothing was changed. What West Rail still knows is saved with “Save a backup” on the first page; do that, put the file right, and start West Rail again",
        .path.display(), if *.replaced { "replaced by another" } else { "deleted or moved" }
    )]
    Gone {
        /// Which: the file itself, or the one that SQLite keeps beside it.
        path: PathBuf,
        /// Whether another stands in its place.
        replaced: bool,
    },
    /// A backup whose pages or documents can't be read.
    #[error("it is damaged, and nothing was changed: {0}")]
    Damaged(String),
}

/// What the store gives, or why it can't.
pub type Result<T, E = StoreError> = std::result::Result<T, E>;

impl StoreError {
    /// Whether a file isn’t a database at all: somebody named or sent the wrong one.
    pub fn is_no_data_file(&self) -> bool {
        matches!(self, Self::Database(error)
            if error.sqlite_error_code() == Some(rusqlite::ErrorCode::NotADatabase))
    }

    /// Whether the disk has no room left.
    pub fn is_full(&self) -> bool {
        match self {
            Self::Database(error) => {
                error.sqlite_error_code() == Some(rusqlite::ErrorCode::DiskFull)
            }
            Self::Unusable(error) => error.kind() == std::io::ErrorKind::StorageFull,
            Self::At { why, .. } => why.is_full(),
            _ => false,
        }
    }
}

impl From<serde_json::Error> for StoreError {
    fn from(error: serde_json::Error) -> Self {
        Self::Document(error.into())
    }
}
