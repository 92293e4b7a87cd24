//! Questions about paths and builds as wholes: routes, one path followed, two builds compared.

use super::body::{Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use plan::{Ends, RoutesReport, find_routes};
use report::{BuildComparison, Hop, ModesReport, compare_builds, follow, modes};
use serde::Deserialize;
use utoipa::IntoParams;

/// From where to where.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RouteQuery {
    /// The build.
    build: String,
    /// A device or an output: `a`, `a.sdi1`.
    from: String,
    /// A device or an input: `dir`, `dir.sdi`.
    to: String,
}

/// Which device of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct FollowQuery {
    /// The build.
    build: String,
    /// The device's handle.
    at: String,
}

/// Which two builds.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct CompareQuery {
    /// The one to compare with.
    before: String,
    /// The one that is looked at.
    after: String,
}

/// The ways that the kit allows from a source to a destination, best first.
#[utoipa::path(get, path = "/api/productions/{id}/routes", tag = "questions", params(("id" = String, Path, description = "The production’s id."), RouteQuery),
    responses((status = 200, body = RoutesReport), (status = 422, body = Problem)))]
pub async fn routes(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<RouteQuery>,
) -> Result<Json<RoutesReport>, Problem> {
    let found = app
        .search(id, move |kept, catalogue, stop| {
            let ends = Ends {
                from: &query.from,
                to: &query.to,
            };
            let found = find_routes(&kept.production, &query.build, catalogue, ends, stop);
            found.map_err(|gone| Problem::refused(gone.to_string()))
        })
        .await;
    found.map(Json)
}

/// One path from the lens to the eye, hop by hop; empty where no picture arrives.
#[utoipa::path(get, path = "/api/productions/{id}/follow", tag = "questions", params(("id" = String, Path, description = "The production’s id."), FollowQuery),
    responses((status = 200, body = Vec<Hop>), (status = 404, body = Problem)))]
pub async fn follow_path(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<FollowQuery>,
) -> Result<Json<Vec<Hop>>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let hops = follow(&kept.production, &query.build, shipped, &query.at);
        let hops = hops.ok_or_else(|| {
            Problem::missing(format!(
                "there is no device “{}” in build “{}”",
                query.at, query.build
            ))
        })?;
        Ok(Json(hops))
    })
    .await
}

/// What a device's modes allow together; nothing where it has none.
#[utoipa::path(get, path = "/api/productions/{id}/modes", tag = "questions", params(("id" = String, Path, description = "The production’s id."), FollowQuery),
    responses((status = 200, body = Option<ModesReport>), (status = 404, body = Problem)))]
pub async fn modes_of(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<FollowQuery>,
) -> Result<Json<Option<ModesReport>>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        Ok(Json(modes(
            &kept.production,
            &query.build,
            shipped,
            &query.at,
        )))
    })
    .await
}

/// What is different between two builds, and what that does.
#[utoipa::path(get, path = "/api/productions/{id}/compare", tag = "questions", params(("id" = String, Path, description = "The production’s id."), CompareQuery),
    responses((status = 200, body = BuildComparison), (status = 404, body = Problem)))]
pub async fn compare(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<CompareQuery>,
) -> Result<Json<BuildComparison>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let both = (query.before.as_str(), query.after.as_str());
        let compared = compare_builds(&kept.production, both, shipped);
        let missing = || {
            let there = kept.production.build(&query.before).is_some();
            no_build(if there { &query.after } else { &query.before })
        };
        compared.map(Json).ok_or_else(missing)
    })
    .await
}
