//! Edits that the core plans: devices put on the floor and wired, recorders started, set alike, safe
//! fixes taken together. Each answers with commands; the edit itself is made like any other.

use super::body::{Body, Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use model::catalogue::Catalogue;
use model::document::{Handle, Production, Refusal};
use plan::setup::{Setup, Wanted, join, record_like, set_up, start_recording};
use plan::{SafeFixes, safe_fixes};
use serde::Deserialize;
use utoipa::{IntoParams, ToSchema};

/// Which recorder of which build.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OneRecorder {
    /// The build.
    build: Handle,
    /// The recorder.
    device: Handle,
}

/// Two devices to join.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TwoDevices {
    /// The build.
    build: Handle,
    /// The device that gives.
    from: Handle,
    /// The device that takes.
    to: Handle,
}

/// Which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct SafeQuery {
    /// The build.
    build: String,
}

type Planned = Result<Json<Setup>, Problem>;

async fn planned(
    app: App,
    id: String,
    plan: impl FnOnce(&Production, &Catalogue) -> Result<Setup, Refusal> + Send + 'static,
) -> Planned {
    app.search(id, move |kept, shipped, _| {
        let setup = plan(&kept.production, shipped);
        let setup = setup.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        Ok(Json(setup))
    })
    .await
}

/// Devices on the floor, each where it belongs, wired where there is one sensible way.
#[utoipa::path(post, path = "/api/productions/{id}/setup", tag = "setup", params(("id" = String, Path, description = "The production’s id.")), request_body = Wanted,
    responses((status = 200, body = Setup), (status = 422, body = Problem)))]
pub async fn set_up_floor(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(wanted): Body<Wanted>,
) -> Planned {
    planned(app, id, move |production, shipped| {
        set_up(production, shipped, &wanted)
    })
    .await
}

/// Two devices joined where there is one sensible way.
#[utoipa::path(post, path = "/api/productions/{id}/join", tag = "setup", params(("id" = String, Path, description = "The production’s id.")), request_body = TwoDevices,
    responses((status = 200, body = Setup), (status = 422, body = Problem)))]
pub async fn join_two(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(two): Body<TwoDevices>,
) -> Planned {
    planned(app, id, move |production, shipped| {
        join(production, shipped, &two.build, (&two.from, &two.to))
    })
    .await
}

/// A recorder started on the best that it does with what the kit has.
#[utoipa::path(post, path = "/api/productions/{id}/start", tag = "setup", params(("id" = String, Path, description = "The production’s id.")), request_body = OneRecorder,
    responses((status = 200, body = Setup), (status = 422, body = Problem)))]
pub async fn start(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(one): Body<OneRecorder>,
) -> Planned {
    planned(app, id, move |production, shipped| {
        start_recording(production, shipped, &one.build, &one.device)
    })
    .await
}

/// Every other recorder of its kind set as one is.
#[utoipa::path(post, path = "/api/productions/{id}/alike", tag = "setup", params(("id" = String, Path, description = "The production’s id.")), request_body = OneRecorder,
    responses((status = 200, body = Setup), (status = 422, body = Problem)))]
pub async fn alike(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(one): Body<OneRecorder>,
) -> Planned {
    planned(app, id, move |production, shipped| {
        record_like(production, shipped, &one.build, &one.device)
    })
    .await
}

/// The fixes that cost nothing anywhere else, as one edit: after 20 s, what was found so far.
#[utoipa::path(get, path = "/api/productions/{id}/safe-fixes", tag = "setup", params(("id" = String, Path, description = "The production’s id."), SafeQuery),
    responses((status = 200, body = SafeFixes), (status = 404, body = Problem)))]
pub async fn safe(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<SafeQuery>,
) -> Result<Json<SafeFixes>, Problem> {
    app.search_so_far(id, move |kept, shipped, stop| {
        let found = safe_fixes(&kept.production, &query.build, shipped, stop);
        found.map(Json).ok_or_else(|| no_build(&query.build))
    })
    .await
}
