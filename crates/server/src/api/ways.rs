//! Questions about paths and builds as wholes: routes, one path followed, two builds compared.

use super::body::{Path, Query};
use super::question::{Question, of_build};
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use plan::{Ends, RoutesReport, find_routes};
use report::{BuildComparison, Hop, ModesReport, compare_builds, follow, modes};
use serde::Deserialize;
use utoipa::{IntoParams, operation};

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
#[operation(get, "/productions/{id}/routes", tag = "questions", params(RouteQuery), answers = RoutesReport)]
pub async fn routes(question: Question<RouteQuery>) -> Result<Json<RoutesReport>, Problem> {
    question
        .search(|on, stop| {
            let (from, to) = (&on.asked.from, &on.asked.to);
            let ends = Ends { from, to };
            let found = find_routes(on.production, &on.build.id, on.shipped, ends, stop);
            found.map_err(|gone| Problem::refused(gone.to_string()))
        })
        .await
}

/// One path from the lens to the eye, hop by hop; empty where no picture arrives.
#[operation(get, "/productions/{id}/follow", tag = "questions", params(FollowQuery), answers = Vec<Hop>)]
pub async fn follow_path(question: Question<FollowQuery>) -> Result<Json<Vec<Hop>>, Problem> {
    question
        .answer(|on| {
            let (build, at) = (&on.build.id, &on.asked.at);
            let hops = follow(on.production, build, on.shipped, at);
            hops.ok_or_else(|| Problem::no_device(at, build))
        })
        .await
}

/// What a device's modes allow together; nothing where it has none.
#[operation(get, "/productions/{id}/modes", tag = "questions", params(FollowQuery), answers = Option<ModesReport>)]
pub async fn modes_of(
    question: Question<FollowQuery>,
) -> Result<Json<Option<ModesReport>>, Problem> {
    question
        .answer(|on| {
            let at = &on.asked.at;
            Ok(modes(on.production, &on.build.id, on.shipped, at))
        })
        .await
}

/// What is different between two builds, and what that does.
#[operation(get, "/productions/{id}/compare", tag = "questions", params(CompareQuery), answers = BuildComparison)]
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
            Problem::no_build(if there { &query.after } else { &query.before })
        };
        compared.map(Json).ok_or_else(missing)
    })
    .await
}

of_build!(FollowQuery, RouteQuery);
