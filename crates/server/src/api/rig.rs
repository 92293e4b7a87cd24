//! Rigs: drawn, weighed, in steps; from one build to another; the line check.

use super::body::{Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::extract::State;
use axum::routing::get;
use axum::{Json, Router};
use model::document::{Joint, PortRef};
use plan::setup::{MountProposal, mount_part};
use report::{
    Bags, BuildChange, CheckItem, PartSeats, RigsReport, SlidRig, bags, build_change, line_check,
    part_seats, report, rig_slid, rigs_report,
};
use serde::Deserialize;
use utoipa::IntoParams;

/// What is asked about rigs.
pub fn routes() -> Router<App> {
    Router::new()
        .route("/productions/{id}/rigs", get(rigs))
        .route("/productions/{id}/rig-slid", get(slid))
        .route("/productions/{id}/rig-change", get(rig_change))
        .route("/productions/{id}/line-check", get(check_line))
        .route("/productions/{id}/mount", get(mount))
        .route("/productions/{id}/seats", get(seats))
        .route("/productions/{id}/bags", get(packed))
}

/// A joint of a build that is set otherwise while somebody drags it.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct SlidQuery {
    /// The build.
    build: String,
    /// The fastening that sits: `a-handle.foot`.
    #[param(value_type = String)]
    part: PortRef,
    /// The fastening that carries.
    #[param(value_type = String)]
    onto: PortRef,
    /// How far along, in millimetres.
    #[serde(default)]
    slide: i32,
    /// How far it is turned, in degrees.
    #[serde(default)]
    turn: i32,
    /// How far it is tilted, in degrees.
    #[serde(default)]
    tilt: i32,
}

/// From which build to which.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ChangeQuery {
    /// The build that stands.
    from: String,
    /// The build that is wanted.
    to: String,
}

/// The build to look over.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct BuildQuery {
    /// The build.
    build: String,
}

/// The rigs of a build.
#[utoipa::path(get, path = "/api/productions/{id}/rigs", tag = "rig", params(("id" = String, Path, description = "The production’s id."), BuildQuery),
    responses((status = 200, body = RigsReport), (status = 404, body = Problem)))]
pub async fn rigs(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
) -> Result<Json<RigsReport>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let found = rigs_report(&kept.production, &query.build, catalogue);
        found.map(Json).ok_or_else(|| no_build(&query.build))
    })
    .await
}

/// A rig with one of its joints set otherwise: what follows while somebody drags a part.
#[utoipa::path(get, path = "/api/productions/{id}/rig-slid", tag = "rig", params(("id" = String, Path, description = "The production’s id."), SlidQuery),
    responses((status = 200, body = SlidRig), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn slid(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<SlidQuery>,
) -> Result<Json<SlidRig>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        if kept.production.build(&query.build).is_none() {
            return Err(no_build(&query.build));
        }
        let joint = Joint {
            part: query.part,
            onto: query.onto,
            slide: query.slide,
            turn: query.turn,
            tilt: query.tilt,
        };
        let found = rig_slid(&kept.production, &query.build, catalogue, joint);
        let found = found.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        found.map(Json).ok_or_else(|| no_build(&query.build))
    })
    .await
}

/// What comes off and goes on to make one build of another.
#[utoipa::path(get, path = "/api/productions/{id}/rig-change", tag = "rig", params(("id" = String, Path, description = "The production’s id."), ChangeQuery),
    responses((status = 200, body = BuildChange), (status = 404, body = Problem)))]
pub async fn rig_change(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<ChangeQuery>,
) -> Result<Json<BuildChange>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        for build in [&query.from, &query.to] {
            if kept.production.build(build).is_none() {
                return Err(no_build(build));
            }
        }
        let found = build_change(&kept.production, (&query.from, &query.to), catalogue);
        found.map(Json).ok_or_else(|| no_build(&query.to))
    })
    .await
}

/// A part of a build that is to be mounted.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct MountQuery {
    /// The build.
    build: String,
    /// The part.
    part: String,
}

/// Where a part is mounted best, as the house has it.
#[utoipa::path(get, path = "/api/productions/{id}/mount", tag = "rig", params(("id" = String, Path, description = "The production’s id."), MountQuery),
    responses((status = 200, body = Vec<MountProposal>), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn mount(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<MountQuery>,
) -> Result<Json<Vec<MountProposal>>, Problem> {
    app.search(id, move |kept, catalogue, _| {
        if kept.production.build(&query.build).is_none() {
            return Err(no_build(&query.build));
        }
        let found = mount_part(&kept.production, catalogue, (&query.build, &query.part));
        let found = found.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        Ok(Json(found))
    })
    .await
}

/// Fastenings that take a part which isn’t mounted, and why others don’t.
#[utoipa::path(get, path = "/api/productions/{id}/seats", tag = "rig", params(("id" = String, Path, description = "The production’s id."), MountQuery),
    responses((status = 200, body = PartSeats), (status = 404, body = Problem)))]
pub async fn seats(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<MountQuery>,
) -> Result<Json<PartSeats>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let (build, part) = (&query.build, &query.part);
        if kept.production.build(build).is_none() {
            return Err(no_build(build));
        }
        let found = part_seats(&kept.production, build, catalogue, part);
        found.map(Json).ok_or_else(|| {
            Problem::missing(format!("there is no device “{part}” in build “{build}”"))
        })
    })
    .await
}

/// A build in its cases.
#[utoipa::path(get, path = "/api/productions/{id}/bags", tag = "rig", params(("id" = String, Path, description = "The production’s id."), BuildQuery),
    responses((status = 200, body = Bags), (status = 404, body = Problem)))]
pub async fn packed(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
) -> Result<Json<Bags>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let found = bags(&kept.production, &query.build, catalogue);
        found.map(Json).ok_or_else(|| no_build(&query.build))
    })
    .await
}

/// What there is to look at when everything stands.
#[utoipa::path(get, path = "/api/productions/{id}/line-check", tag = "rig", params(("id" = String, Path, description = "The production’s id."), BuildQuery),
    responses((status = 200, body = Vec<CheckItem>), (status = 404, body = Problem)))]
pub async fn check_line(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
) -> Result<Json<Vec<CheckItem>>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let build = kept.production.build(&query.build);
        let rigged = build.is_some_and(|build| !build.joints.is_empty());
        let report = report(&kept.production, &query.build, catalogue);
        let report = report.ok_or_else(|| no_build(&query.build))?;
        Ok(Json(line_check(&report, rigged)))
    })
    .await
}
