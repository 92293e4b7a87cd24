//! Edits, undo and redo: each on the revision that it was made on, each answered with the report,
//! or with what changed in it.

use super::Workspace;
use super::body::{Body, Path, Revision};
use super::patch::PatchStep;
use super::productions::build_of;
use super::told::{Told, Wanted};
use crate::App;
use crate::problem::Problem;
use axum::extract::State;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use utoipa::ToSchema;
use west_rail_core::catalogue::Catalogue;
use west_rail_core::document::{Command, Handle, Production};
use west_rail_core::report::{Outlook, Report, left_behind, outlook, report, switched_off};
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
    responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 409, body = Problem), (status = 412, body = Problem), (status = 422, body = Problem), (status = 428, body = Problem)))]
pub async fn edit(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    Body(edit): Body<Edit>,
) -> Result<Response, Problem> {
    let Edit {
        build,
        commands,
        ask,
    } = edit;
    let asked_of = build.clone();
    let work = move |store: &Store, catalogue: &Catalogue, now: &Workspace| {
        let ahead = if ask {
            look_ahead(now, &asked_of, catalogue, &commands)?
        } else {
            None
        };
        let said = left_behind(&now.production, &commands);
        let kept = store.edit(catalogue, &now.id, revision, &commands)?;
        Ok(Done { kept, said, ahead })
    };
    change(&app, (id, revision), build, wanted, work).await
}

/// A change that was made, and what it left behind in sentences.
struct Done {
    kept: Kept,
    said: Vec<String>,
    /// What was computed to see whether to ask first: mostly the answer itself.
    ahead: Option<(Production, Report)>,
}

impl Done {
    fn plain(kept: Kept) -> Self {
        Self {
            kept,
            said: Vec::new(),
            ahead: None,
        }
    }
}

/// What an edit would lead to; 409 where it would switch an output off. What can't be looked at, the
/// edit itself refuses.
fn look_ahead(
    now: &Workspace,
    build: &str,
    catalogue: &Catalogue,
    commands: &[Command],
) -> Result<Option<(Production, Report)>, Refused> {
    let ahead = now.production.edited(catalogue, commands).ok();
    let ahead = ahead.and_then(|edited| {
        let after = report(&edited.production, build, catalogue)?;
        Some((edited.production, after))
    });
    if let Some((_, after)) = &ahead
        && !switched_off(&now.report, after).is_empty()
    {
        return Err(Refused::Asks(Box::new(outlook(&now.report, after))));
    }
    Ok(ahead)
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
    responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn undo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    Body(step): Body<Step>,
) -> Result<Response, Problem> {
    let work = move |store: &Store, catalogue: &Catalogue, now: &Workspace| {
        Ok(Done::plain(store.undo(catalogue, &now.id, revision)?))
    };
    change(&app, (id, revision), step.build, wanted, work).await
}

/// Does again what was undone last.
#[utoipa::path(post, path = "/api/productions/{id}/redo", tag = "edits", request_body = Step,
    params(("id" = String, Path, description = "The production’s id."), ("If-Match" = String, Header, description = "The revision, in quotes")),
    responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn redo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    Body(step): Body<Step>,
) -> Result<Response, Problem> {
    let work = move |store: &Store, catalogue: &Catalogue, now: &Workspace| {
        Ok(Done::plain(store.redo(catalogue, &now.id, revision)?))
    };
    change(&app, (id, revision), step.build, wanted, work).await
}

/// Makes a change, once it is sure that its answer can be given: what follows from it, told to the
/// other windows; for a stale edit what is there now.
async fn change(
    app: &App,
    (id, revision): (String, u64),
    build: Handle,
    wanted: Wanted,
    work: impl FnOnce(&Store, &Catalogue, &Workspace) -> Result<Done, Refused> + Send + 'static,
) -> Result<Response, Problem> {
    let (lately, events) = (app.lately.clone(), app.events.clone());
    // Whatever its size, an edit doesn't wait behind searches and imports; what it computes of a large
    // floor gives way on the cores.
    app.with_store(move |store, catalogue| {
        let now = lately.workspace(store.get(&id)?, &build, catalogue)?;
        let base = lately.at(&id, &build, revision);
        match work(store, catalogue, &now) {
            Ok(Done { kept, said, ahead }) => {
                let revision = kept.revision;
                // The edit may have taken the build itself away: then the first one is reported on.
                let workspace = match ahead {
                    Some((production, report)) if production == *kept.production => {
                        lately.remember(kept, report)
                    }
                    _ if kept.production.build(&build).is_some() => {
                        lately.workspace(kept, &build, catalogue)?
                    }
                    _ => {
                        let first = build_of(&kept, None)?;
                        lately.workspace(kept, &first, catalogue)?
                    }
                };
                events.tell(&id, revision);
                Ok(Told::after_edit(wanted, base.as_deref(), workspace, said).into_response())
            }
            Err(Refused::Asks(outlook)) => Err(Problem::asks(*outlook)),
            Err(Refused::Store(StoreError::Stale(kept))) => {
                let detail = "someone changed the production meanwhile; this edit was not made";
                let current = lately.workspace(*kept, &build, catalogue)?;
                Err(Problem::stale(detail, Workspace::clone(&current)))
            }
            Err(Refused::Store(error)) => Err(error.into()),
        }
    })
    .await
}
