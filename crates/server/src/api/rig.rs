//! Rigs: drawn, weighed, in steps; from one build to another; the line check.

use super::body::{Path, Query};
use super::question::{BuildQuery, Question, of_build};
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use model::document::{Joint, PortRef};
use plan::setup::{MountProposal, mount_part};
use report::{
    Bags, BuildChange, CheckItem, PartSeats, RigsReport, SlidRig, bags, build_change, line_check,
    part_seats, report, rig_slid, rigs_report,
};
use serde::Deserialize;
use utoipa::{IntoParams, operation};

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

/// The rigs of a build.
#[operation(get, "/productions/{id}/rigs", tag = "rig", params(BuildQuery), answers = RigsReport)]
pub async fn rigs(question: Question<BuildQuery>) -> Result<Json<RigsReport>, Problem> {
    question
        .answer(|on| on.following(rigs_report(on.production, &on.build.id, on.shipped)))
        .await
}

/// A rig with one of its joints set otherwise: what follows while somebody drags a part.
#[operation(get, "/productions/{id}/rig-slid", tag = "rig", params(SlidQuery), answers = SlidRig)]
pub async fn slid(question: Question<SlidQuery>) -> Result<Json<SlidRig>, Problem> {
    question
        .answer(|on| {
            let asked = &on.asked;
            let joint = Joint {
                part: asked.part.clone(),
                onto: asked.onto.clone(),
                slide: asked.slide,
                turn: asked.turn,
                tilt: asked.tilt,
            };
            let found = rig_slid(on.production, &on.build.id, on.shipped, joint);
            let found = found.map_err(|refusal| Problem::refused(refusal.to_string()))?;
            on.following(found)
        })
        .await
}

/// What comes off and goes on to make one build of another.
#[operation(get, "/productions/{id}/rig-change", tag = "rig", params(ChangeQuery), answers = BuildChange)]
pub async fn rig_change(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<ChangeQuery>,
) -> Result<Json<BuildChange>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        for build in [&query.from, &query.to] {
            if kept.production.build(build).is_none() {
                return Err(Problem::no_build(build));
            }
        }
        let found = build_change(&kept.production, (&query.from, &query.to), catalogue);
        found.map(Json).ok_or_else(|| Problem::no_build(&query.to))
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
#[operation(get, "/productions/{id}/mount", tag = "rig", params(MountQuery), answers = Vec<MountProposal>)]
pub async fn mount(question: Question<MountQuery>) -> Result<Json<Vec<MountProposal>>, Problem> {
    question
        .search(|on, _| {
            let found = mount_part(on.production, on.shipped, (&on.build.id, &on.asked.part));
            found.map_err(|refusal| Problem::refused(refusal.to_string()))
        })
        .await
}

/// Fastenings that take a part which isn’t mounted, and why others don’t.
#[operation(get, "/productions/{id}/seats", tag = "rig", params(MountQuery), answers = PartSeats)]
pub async fn seats(question: Question<MountQuery>) -> Result<Json<PartSeats>, Problem> {
    question
        .answer(|on| {
            let (build, part) = (&on.build.id, &on.asked.part);
            let found = part_seats(on.production, build, on.shipped, part);
            found.ok_or_else(|| Problem::no_device(part, build))
        })
        .await
}

/// A build in its cases.
#[operation(get, "/productions/{id}/bags", tag = "rig", params(BuildQuery), answers = Bags)]
pub async fn packed(question: Question<BuildQuery>) -> Result<Json<Bags>, Problem> {
    question
        .answer(|on| on.following(bags(on.production, &on.build.id, on.shipped)))
        .await
}

/// What there is to look at when everything stands.
#[operation(get, "/productions/{id}/line-check", tag = "rig", params(BuildQuery), answers = Vec<CheckItem>)]
pub async fn check_line(question: Question<BuildQuery>) -> Result<Json<Vec<CheckItem>>, Problem> {
    question
        .answer(|on| {
            let report = on.following(report(on.production, &on.build.id, on.shipped))?;
            Ok(line_check(&report, !on.build.joints.is_empty()))
        })
        .await
}

of_build!(MountQuery, SlidQuery);
