//! Edits, undo and redo: each on the revision that it was made on, each answered with the report,
//! or with what changed in it.

use super::body::{Body, Path, Revision};
use super::productions::build_of;
use crate::app::App;
use crate::problem::Problem;
use crate::state::cache::{Wanted, WorkspaceAnswer, WorkspaceCache};
use crate::state::chain::{Link, SAID};
use crate::state::sent::Key;
use crate::workspace::Workspace;
use axum::extract::State;
use axum::response::{IntoResponse, Response};
use difference::{PatchStep, difference};
use model::catalogue::Catalogue;
use model::document::{Command, Handle, Production, checked_name};
use report::{Outlook, Report, left_behind, outlook, report, switched_off};
use serde::Deserialize;
use std::sync::Arc;
use store::{Change, Store, StoreError, StoredProduction};
use utoipa::{ToSchema, operation};

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
    /// Who makes it, for the history.
    #[serde(default)]
    by: Option<String>,
}

/// The build whose report is to come back.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StepRequest {
    /// The build to report on.
    build: Handle,
}

/// Changes a production. One edit is one undo.
#[operation(post, "/productions/{id}/commands", tag = "edits", request_body = Edit, params(("If-Match" = String, Header, description = "The revision, in quotes"), ("Idempotency-Key" = Option<String>, Header, description = "What the edit is known by: sent again under the same key, it isn’t made twice")), responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 409, body = Problem), (status = 412, body = Problem), (status = 422, body = Problem), (status = 428, body = Problem)))]
pub async fn edit(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    key: Key,
    Body(edit): Body<Edit>,
) -> Result<Response, Problem> {
    let Edit {
        build,
        commands,
        ask,
        by,
    } = edit;
    let by = by.map(|by| checked_name("a person", &by)).transpose();
    let by = by.map_err(StoreError::from)?;
    let request = EditRequest::Edit { commands, ask, by };
    change(&app, (id, revision), build, (wanted, key), request).await
}

/// A change that somebody wants.
enum EditRequest {
    Edit {
        commands: Vec<Command>,
        /// Whether it is not made where it would switch an output off.
        ask: bool,
        by: Option<String>,
    },
    Undo,
    Redo,
}

impl EditRequest {
    /// What is to be made, and whose it is.
    fn change(&self) -> (Change<'_>, Option<&str>) {
        match self {
            Self::Edit { commands, by, .. } => (Change::Edit(commands), by.as_deref()),
            Self::Undo => (Change::Undo, None),
            Self::Redo => (Change::Redo, None),
        }
    }

    /// What it leaves behind in a production, in sentences.
    fn leaves_behind(&self, production: &Production) -> Vec<String> {
        match self {
            Self::Edit { commands, .. } => left_behind(production, commands),
            Self::Undo | Self::Redo => Vec::new(),
        }
    }

    fn asks(&self) -> bool {
        matches!(self, Self::Edit { ask: true, .. })
    }
}

/// From so many devices on, what follows from a change takes too long for others to wait for it.
const LONG: usize = 1_000;

/// What follows from a change, what its asker is told, and what it changed.
type Answer = (Arc<Workspace>, WorkspaceAnswer, Option<Link>);

/// What its asker has, where that is known: as it was, or what has changed since.
enum Base {
    Unknown,
    Now,
    Was(Arc<Workspace>),
    Since(Vec<PatchStep>),
}

impl Base {
    /// What somebody has who made a change on an older revision than the newest.
    fn of(cache: &WorkspaceCache, now: &Workspace, revision: u64) -> Self {
        let build = &now.report.build;
        if revision == now.revision {
            Self::Now
        } else if let Some(was) = cache.at(&now.id, build, revision) {
            Self::Was(was)
        } else {
            let since = cache.chain((&now.id, build), revision, now.revision);
            since.map_or(Self::Unknown, Self::Since)
        }
    }

    /// What they are told of what follows from their change, with what it left behind in sentences; and what it
    /// changed, for those who are told later.
    fn told(
        &self,
        wanted: Wanted,
        (now, next): (&Workspace, &Arc<Workspace>),
        sentences: &[String],
    ) -> (WorkspaceAnswer, Option<Link>) {
        let steps = difference(now, &**next);
        let changed = match (self, &steps) {
            _ if wanted == Wanted::Whole => None,
            (Self::Unknown, _) => None,
            (Self::Was(was), _) => difference(&**was, &**next),
            (Self::Now, steps) => steps.clone(),
            (Self::Since(before), Some(steps)) => {
                Some(before.iter().chain(steps).cloned().collect())
            }
            (Self::Since(_), None) => None,
        };
        let told = match changed {
            Some(mut changed) => {
                changed.push(PatchStep::put(SAID, &sentences));
                WorkspaceAnswer::Changes(changed)
            }
            None => WorkspaceAnswer::whole_after_edit(next.clone(), sentences),
        };
        let link = steps.map(|steps| Link {
            id: next.id.clone(),
            build: next.report.build.to_string(),
            to: next.revision,
            steps: Arc::new(steps),
        });
        (told, link.filter(|link| link.to == now.revision + 1))
    }
}

/// Makes a change, and its answer where there is a report of the same build: of most floors it is computed
/// while the change is written.
fn made(
    (store, catalogue): (&Store, &Catalogue),
    (now, revision): (&Workspace, u64),
    request: &EditRequest,
    tell: impl Fn(&Arc<Workspace>) -> (WorkspaceAnswer, Option<Link>) + Sync,
) -> Result<(StoredProduction, Option<Answer>), Refused> {
    let build = &now.report.build;
    let devices = now.report.devices.len();
    let at = (now.id.as_str(), revision);
    let answer = |kept: &StoredProduction, report: Option<Report>| {
        let workspace = Arc::new(Workspace::new(kept.clone(), report?));
        let (told, link) = tell(&workspace);
        Some((workspace, told, link))
    };
    if devices > LONG {
        let ahead = look_ahead(now, catalogue, request)?;
        let nothing = |_: &StoredProduction, _: &Production| -> Result<(), StoreError> { Ok(()) };
        let (kept, ()) =
            store.make_seen(catalogue, at, request.change(), (0, nothing, |_, ()| ()))?;
        let ahead = ahead.filter(|(production, _)| *production == *kept.production);
        let answer = answer(&kept, ahead.map(|(_, report)| report));
        return Ok((kept, answer));
    }
    let see = |before: &StoredProduction, after: &Production| {
        let after = report(after, build, catalogue);
        if request.asks() {
            // Somebody else's edit may have come in between.
            let between = (before.revision != now.revision)
                .then(|| report(&before.production, build, catalogue));
            let was = between.as_ref().map_or(Some(&now.report), Option::as_ref);
            if let (Some(was), Some(after)) = (was, &after) {
                ask_first(was, after)?;
            }
        }
        Ok(after)
    };
    store.make_seen(catalogue, at, request.change(), (devices, see, answer))
}

/// What an edit that asks first would lead to. What can't be looked at, the edit itself refuses.
fn look_ahead(
    now: &Workspace,
    catalogue: &Catalogue,
    request: &EditRequest,
) -> Result<Option<(Production, Report)>, Refused> {
    let EditRequest::Edit {
        commands,
        ask: true,
        ..
    } = request
    else {
        return Ok(None);
    };
    let ahead = now.production.edited(catalogue, commands).ok();
    let ahead = ahead.and_then(|edited| {
        let after = report(&edited.production, &now.report.build, catalogue)?;
        Some((edited.production, after))
    });
    if let Some((_, after)) = &ahead {
        ask_first(&now.report, after)?;
    }
    Ok(ahead)
}

/// Refuses, to be asked, what would switch an output off.
fn ask_first(was: &Report, after: &Report) -> Result<(), Refused> {
    if switched_off(was, after).is_empty() {
        return Ok(());
    }
    Err(Refused::Asks(Box::new(outlook(was, after))))
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
#[operation(post, "/productions/{id}/undo", tag = "edits", request_body = StepRequest, params(("If-Match" = String, Header, description = "The revision, in quotes"), ("Idempotency-Key" = Option<String>, Header, description = "What the edit is known by: sent again under the same key, it isn’t made twice")), responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn undo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    key: Key,
    Body(step): Body<StepRequest>,
) -> Result<Response, Problem> {
    change(
        &app,
        (id, revision),
        step.build,
        (wanted, key),
        EditRequest::Undo,
    )
    .await
}

/// Does again what was undone last.
#[operation(post, "/productions/{id}/redo", tag = "edits", request_body = StepRequest, params(("If-Match" = String, Header, description = "The revision, in quotes"), ("Idempotency-Key" = Option<String>, Header, description = "What the edit is known by: sent again under the same key, it isn’t made twice")), responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one at that revision", content((Workspace), (Vec<PatchStep> = "application/json-patch+json"))), (status = 412, body = Problem), (status = 422, body = Problem)))]
pub async fn redo(
    State(app): State<App>,
    Path(id): Path<String>,
    Revision(revision): Revision,
    wanted: Wanted,
    key: Key,
    Body(step): Body<StepRequest>,
) -> Result<Response, Problem> {
    change(
        &app,
        (id, revision),
        step.build,
        (wanted, key),
        EditRequest::Redo,
    )
    .await
}

/// Makes a change, once it is sure that its answer can be given: what follows from it, told to the
/// other windows; for a stale edit what is there now.
async fn change(
    app: &App,
    (id, revision): (String, u64),
    build: Handle,
    (wanted, key): (Wanted, Key),
    request: EditRequest,
) -> Result<Response, Problem> {
    let (cache, events) = (app.cache.clone(), app.events.clone());
    let sent = app.sent.clone();
    // Whatever its size, an edit doesn't wait behind searches and imports; what it computes of a large
    // floor gives way on the cores.
    app.with_store(move |store, catalogue| {
        let again = || -> Result<Response, Problem> {
            let kept = store.get(&id)?;
            let build = match kept.production.build(&build) {
                Some(_) => build.clone(),
                None => build_of(&kept, None)?,
            };
            let now = cache.workspace(kept, &build, catalogue)?;
            Ok(WorkspaceAnswer::Whole(now).into_response())
        };
        if sent.was_made(&id, &key) {
            return again();
        }
        let now = cache.workspace(store.get(&id)?, &build, catalogue)?;
        let base = Base::of(&cache, &now, revision);
        let sentences = request.leaves_behind(&now.production);
        let tell = |next: &Arc<Workspace>| base.told(wanted, (&now, next), &sentences);
        match made((store, catalogue), (&now, revision), &request, tell) {
            Ok((kept, answer)) => {
                let revision = kept.revision;
                sent.made(&id, key);
                // The edit may have taken the build itself away: then the first one is reported on.
                let told = match answer {
                    Some((workspace, told, link)) => {
                        link.into_iter().for_each(|link| cache.link(link));
                        cache.remember(workspace);
                        told
                    }
                    None if kept.production.build(&build).is_some() => {
                        let next = cache.workspace(kept, &build, catalogue)?;
                        let (told, link) = tell(&next);
                        link.into_iter().for_each(|link| cache.link(link));
                        told
                    }
                    None => {
                        let first = build_of(&kept, None)?;
                        let next = cache.workspace(kept, &first, catalogue)?;
                        WorkspaceAnswer::whole_after_edit(next, &sentences)
                    }
                };
                events.tell(&id, revision);
                Ok(told.into_response())
            }
            Err(Refused::Asks(outlook)) => Err(Problem::asks(*outlook)),
            // It was being made when it was sent again.
            Err(Refused::Store(StoreError::Stale(_))) if sent.was_made(&id, &key) => again(),
            Err(Refused::Store(StoreError::Stale(kept))) => {
                let detail = "someone changed the production meanwhile; this edit was not made";
                let current = cache.workspace(*kept, &build, catalogue)?;
                Err(Problem::stale(detail, Workspace::clone(&current)))
            }
            Err(Refused::Store(error)) => Err(error.into()),
        }
    })
    .await
}
