//! What every view shows.

use difference::Difference;
use model::document::Production;
use report::Report;
use serde::Serialize;
use std::sync::Arc;
use store::StoredProduction;
use utoipa::ToSchema;

/// A production with everything that follows from one of its builds: what every view shows.
#[derive(Debug, Clone, Serialize, ToSchema, Difference)]
#[difference(side_by_side)]
pub struct Workspace {
    /// The production's id.
    pub id: String,
    /// Its revision: send it with the next edit.
    pub revision: u64,
    /// What people chose.
    #[schema(value_type = Production)]
    #[difference(within)]
    pub production: Arc<Production>,
    /// What follows.
    #[difference(within)]
    pub report: Report,
    /// What undo would take back.
    pub undo: Option<String>,
    /// The number of that step in the history: it grows with every edit.
    pub undo_step: Option<u64>,
    /// Who made it, where they said so.
    pub undo_by: Option<String>,
    /// When it was made, in seconds since 1970, where that is known.
    pub undo_at: Option<i64>,
    /// What redo would do again.
    pub redo: Option<String>,
    /// After an edit: what it left behind that nobody would look for, in sentences.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    #[difference(always)]
    pub said: Vec<String>,
}

impl Workspace {
    /// What is kept, with what follows from it.
    pub fn new(kept: StoredProduction, report: Report) -> Self {
        let StoredProduction {
            id,
            revision,
            production,
            history,
        } = kept;
        Self {
            id,
            revision,
            production,
            report,
            undo: history.undo,
            undo_step: history.undo_step,
            undo_by: history.undo_by,
            undo_at: history.undo_at,
            redo: history.redo,
            said: Vec::new(),
        }
    }
}
