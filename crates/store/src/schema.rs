//! The tables, one migration after the other. A migration that has shipped is never changed.

use rusqlite_migration::{M, Migrations};

const FIRST: &str = "
CREATE TABLE production (
    id       TEXT PRIMARY KEY,
    name     TEXT NOT NULL,
    revision INTEGER NOT NULL,
    document TEXT NOT NULL,
    deleted  INTEGER NOT NULL DEFAULT 0
) STRICT;

CREATE TABLE journal (
    production TEXT NOT NULL REFERENCES production (id) ON DELETE CASCADE,
    number     INTEGER NOT NULL,
    title      TEXT NOT NULL,
    commands   TEXT NOT NULL,
    inverse    TEXT NOT NULL,
    undone     INTEGER NOT NULL DEFAULT 0,
    PRIMARY KEY (production, number)
) STRICT, WITHOUT ROWID;
";

/// Documents and journals carry the version that wrote them; what the list shows stands beside each
/// document, so that the list reads none.
const SECOND: &str = "
ALTER TABLE production ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
ALTER TABLE production ADD COLUMN format TEXT NOT NULL DEFAULT '';
ALTER TABLE production ADD COLUMN builds TEXT;
ALTER TABLE journal ADD COLUMN version INTEGER NOT NULL DEFAULT 1;
";

/// A document that can't be read is known as damaged, so that the list can say so.
const THIRD: &str = "
ALTER TABLE production ADD COLUMN damaged INTEGER NOT NULL DEFAULT 0;
";

/// What each revision touched, so that edits that touch different things don't wait for each other.
const FOURTH: &str = "
CREATE TABLE touched (
    production TEXT NOT NULL REFERENCES production (id) ON DELETE CASCADE,
    revision   INTEGER NOT NULL,
    touches    TEXT NOT NULL,
    PRIMARY KEY (production, revision)
) STRICT, WITHOUT ROWID;
";

/// When each production was changed last, in seconds since 1970; unknown for what is older.
const FIFTH: &str = "
ALTER TABLE production ADD COLUMN changed INTEGER;
";

/// What was undone, by itself: mostly nothing, and no edit reads a whole journal to find that.
const SIXTH: &str = "
CREATE INDEX undone ON journal (production, number) WHERE undone = 1;
";

/// Whether the newest changes stand beside the data file, and which productions are shipped ones, as which
/// they were shipped.
const SEVENTH: &str = "
CREATE TABLE state (
    one       INTEGER PRIMARY KEY CHECK (one = 1),
    unsettled INTEGER NOT NULL
) STRICT;
INSERT INTO state VALUES (1, 0);

CREATE TABLE shipped (
    production TEXT PRIMARY KEY REFERENCES production (id) ON DELETE CASCADE,
    name       TEXT NOT NULL,
    digest     TEXT NOT NULL
) STRICT, WITHOUT ROWID;
";

/// Who made an edit, and when, in seconds since 1970; unknown for what is older. And what revisions touched was named
/// otherwise before: an edit made on one of those is answered as stale.
const EIGHTH: &str = "
ALTER TABLE journal ADD COLUMN done_by TEXT;
ALTER TABLE journal ADD COLUMN done_at INTEGER;
DELETE FROM touched;
";

const ALL: [&str; 8] = [FIRST, SECOND, THIRD, FOURTH, FIFTH, SIXTH, SEVENTH, EIGHTH];

/// From this version on the tables say whether the newest changes stand beside them.
pub const STATES: i64 = 7;

/// The version of the tables: how many migrations made them.
pub const VERSION: i64 = ALL.len() as i64;

/// All of them, oldest first.
pub fn migrations() -> Migrations<'static> {
    Migrations::new(ALL.into_iter().map(M::up).collect())
}
