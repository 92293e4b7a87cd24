//! Edits, undo and redo: each on the revision that it was made on, each answered with the report.

use super::Workspace;
use super::body::{Body, Revision};
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::{Path, State};
use serde::Deserialize;
use utoipa::ToSchema;
use west_rail_core::document::{Command, Handle};
use west_rail_store::{Kept, StoreError};

/// Commands, and the build whose report is to come back.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Edit {
    /// The build to report on.
    build: Handle,
    /// What to do, all of it or none.
    commands: Vec<Command>,
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
    params(("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 412, body = Problem), (status = 422, body = Problem), (status = 428, body = Problem)))]
pub async fn edit(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(edit): Body<Edit>,
) -> Result<Json<Workspace>, Problem> {
    let Edit { build, commands } = edit;
    let done = app
        .with_store(move |store, catalogue| Ok(store.edit(catalogue, &id, revision, &commands)))
        .await?;
    answer(&app, &build, done)
}

/// Takes the last edit back.
#[utoipa::path(post, path = "/api/productions/{id}/undo", tag = "edits", request_body = Step,
    params(("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn undo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(step): Body<Step>,
) -> Result<Json<Workspace>, Problem> {
    let done = app
        .with_store(move |store, catalogue| Ok(store.undo(catalogue, &id, revision)))
        .await?;
    answer(&app, &step.build, done)
}

/// Does again what was undone last.
#[utoipa::path(post, path = "/api/productions/{id}/redo", tag = "edits", request_body = Step,
    params(("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, body = Workspace), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn redo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    Body(step): Body<Step>,
) -> Result<Json<Workspace>, Problem> {
    let done = app
        .with_store(move |store, catalogue| Ok(store.redo(catalogue, &id, revision)))
        .await?;
    answer(&app, &step.build, done)
}

/// The new report, told to the other windows; for a stale edit the current one.
fn answer(
    app: &App,
    build: &str,
    done: Result<Kept, StoreError>,
) -> Result<Json<Workspace>, Problem> {
    match done {
        Ok(kept) => {
            app.events.tell(&kept.id, kept.revision);
            Workspace::of(kept, Some(build), app.catalogue).map(Json)
        }
        Err(StoreError::Stale(kept)) => {
            let detail = "someone changed the production meanwhile; this edit was not made";
            Err(Problem::stale(
                detail,
                Workspace::of(*kept, Some(build), app.catalogue)?,
            ))
        }
        Err(error) => Err(error.into()),
    }
}
