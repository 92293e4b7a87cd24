//! Edits, undo and redo: each on the revision that it was made on, each answered with the report.

use super::Workspace;
use super::body::{Body, Path, Revision};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use serde::Deserialize;
use utoipa::ToSchema;
use west_rail_core::catalogue::Catalogue;
use west_rail_core::document::{Command, Handle, Production};
use west_rail_core::report::{Outlook, left_behind, outlook, report};
use west_rail_store::{Kept, Store, StoreError};

/// Commands, and the build whose report is to come back.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Edit {
    /// The build to report on.
    build: Handle,
    /// What to do, all of it or none.
    commands: Vec<Command>,
    /// Whether an edit that would switch an output off is answered 409 with what it would change,
    /// and not made.
    #[serde(default)]
    ask: bool,
}

/// The build whose report is to come back.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Step {
    /// The build to report on.
    build: Handle,
}

/// Changes a production. One edit is one undo.
#[utoipa::path(post, path = "/api/productions/{id}/commands", tag = "edits", request_body = Edit,
    params(("id" = String, Path, description = "The production’s id."), ("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 409, body = Problem), (status = 412, body = Problem), (status = 422, body = Problem), (status = 428, body = Problem)))]
pub async fn edit(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(edit): Body<Edit>,
) -> Result<Json<Workspace>, Problem> {
    let Edit {
        build,
        commands,
        ask,
    } = edit;
    let asked_of = build.clone();
    let work = move |store: &Store, catalogue: &Catalogue, id: &str| {
        let now = store.get(id)?.production;
        if ask {
            ask_first(&now, &asked_of, catalogue, &commands)?;
        }
        let said = left_behind(&now, &commands);
        Ok((store.edit(catalogue, id, revision, &commands)?, said))
    };
    change(&app, id, build, work).await
}

/// 409 where an edit would switch an output off. What can't be looked at, the edit itself refuses.
fn ask_first(
    now: &Production,
    build: &str,
    catalogue: &Catalogue,
    commands: &[Command],
) -> Result<(), Refused> {
    let ahead = now.edited(catalogue, commands).ok().and_then(|edited| {
        let before = report(now, build, catalogue)?;
        let after = report(&edited.production, build, catalogue)?;
        Some(outlook(&before, &after))
    });
    match ahead.filter(Outlook::asks) {
        Some(outlook) => Err(Refused::Asks(Box::new(outlook))),
        None => Ok(()),
    }
}

/// Why a change isn't made.
enum Refused {
    /// The store refuses it.
    Store(StoreError),
    /// It was sent to ask first.
    Asks(Box<Outlook>),
}

impl From<StoreError> for Refused {
    fn from(error: StoreError) -> Self {
        Self::Store(error)
    }
}

/// Takes the last edit back.
#[utoipa::path(post, path = "/api/productions/{id}/undo", tag = "edits", request_body = Step,
    params(("id" = String, Path, description = "The production’s id."), ("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn undo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(step): Body<Step>,
) -> Result<Json<Workspace>, Problem> {
    let work = move |store: &Store, catalogue: &Catalogue, id: &str| {
        Ok((store.undo(catalogue, id, revision)?, Vec::new()))
    };
    change(&app, id, step.build, work).await
}

/// Does again what was undone last.
#[utoipa::path(post, path = "/api/productions/{id}/redo", tag = "edits", request_body = Step,
    params(("id" = String, Path, description = "The production’s id."), ("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn redo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(step): Body<Step>,
) -> Result<Json<Workspace>, Problem> {
    let work = move |store: &Store, catalogue: &Catalogue, id: &str| {
        Ok((store.redo(catalogue, id, revision)?, Vec::new()))
    };
    change(&app, id, step.build, work).await
}

/// Makes a change, once it is sure that its answer can be given: the new report, told to the other
/// windows, and what it left behind in sentences; for a stale edit the current one.
async fn change(
    app: &App,
    id: String,
    build: Handle,
    work: impl FnOnce(&Store, &Catalogue, &str) -> Result<(Kept, Vec<String>), Refused> + Send + 'static,
) -> Result<Json<Workspace>, Problem> {
    let changed = app.with_store(move |store, catalogue| {
        if store.get(&id)?.production.build(&build).is_none() {
            return Err(no_build(&build));
        }
        match work(store, catalogue, &id) {
            Ok((kept, said)) => {
                // The edit may have taken the build itself away: then the first one is reported on.
                let stays = kept.production.build(&build).is_some();
                let workspace = Workspace::of(kept, stays.then_some(&*build), catalogue)?;
                Ok(Workspace { said, ..workspace })
            }
            Err(Refused::Asks(outlook)) => Err(Problem::asks(*outlook)),
            Err(Refused::Store(StoreError::Stale(kept))) => {
                let detail = "someone changed the production meanwhile; this edit was not made";
                let current = Workspace::of(*kept, Some(&build), catalogue)?;
                Err(Problem::stale(detail, current))
            }
            Err(Refused::Store(error)) => Err(error.into()),
        }
    });
    let workspace = changed.await?;
    app.events.tell(&workspace.id, workspace.revision);
    Ok(Json(workspace))
}
