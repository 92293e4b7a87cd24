//! The day, the job, and recording choices side by side; the media plan as a file.

use super::body::{Body, Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use model::document::{Handle, RecordingSetting};
use report::{ChoiceReport, MediaPlan, compare_choices, media_plan};
use serde::Deserialize;
use std::borrow::Cow;
use utoipa::{IntoParams, ToSchema};

/// Which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct PlanQuery {
    /// The build.
    build: String,
}

/// Choices to compare.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Choices {
    /// The build.
    build: Handle,
    /// The recorder.
    device: Handle,
    /// Up to four ways to record.
    choices: Vec<RecordingSetting>,
}

/// Choices at once: a screen’s width.
const MOST_CHOICES: usize = 4;

async fn plan_of(app: &App, id: String, build: String) -> Result<MediaPlan, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        media_plan(&kept.production, &build, catalogue).ok_or_else(|| no_build(&build))
    })
    .await
}

/// Cards, changes and copies of a build’s day, and the storage of the job.
#[utoipa::path(get, path = "/api/productions/{id}/day", tag = "media", params(("id" = String, Path, description = "The production’s id."), PlanQuery),
    responses((status = 200, body = MediaPlan), (status = 404, body = Problem)))]
pub async fn plan(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<PlanQuery>,
) -> Result<Json<MediaPlan>, Problem> {
    plan_of(&app, id, query.build).await.map(Json)
}

/// The media plan as a table: every change of a card.
#[utoipa::path(get, path = "/api/productions/{id}/media-plan.csv", tag = "media", params(("id" = String, Path, description = "The production’s id."), PlanQuery),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = Problem)))]
pub async fn csv(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<PlanQuery>,
) -> Result<Response, Problem> {
    let plan = plan_of(&app, id, query.build).await?;
    let mut table = csv::Writer::from_writer(Vec::new());
    let write = |table: &mut csv::Writer<Vec<u8>>| -> Result<(), csv::Error> {
        table.write_record(["time", "recorder", "card in"])?;
        for swap in plan.day.iter().flat_map(|day| &day.swaps) {
            let card = swap.card.as_deref().unwrap_or("nothing");
            table.write_record([
                &swap.at,
                defused(&swap.name).as_ref(),
                defused(card).as_ref(),
            ])?;
        }
        Ok(())
    };
    write(&mut table).map_err(|error| Problem::internal(error.to_string()))?;
    let bytes = table
        .into_inner()
        .map_err(|error| Problem::internal(error.to_string()))?;
    let headers = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8"),
        (
            header::CONTENT_DISPOSITION,
            "attachment; filename=\"media-plan.csv\"",
        ),
    ];
    Ok((headers, bytes).into_response())
}

/// A cell that no spreadsheet takes for a formula: those begin with one of these.
pub fn defused(cell: &str) -> Cow<'_, str> {
    if cell.starts_with(['=', '+', '-', '@', '\t', '\r']) {
        Cow::Owned(format!("'{cell}"))
    } else {
        Cow::Borrowed(cell)
    }
}

/// Up to four ways to record, side by side.
#[utoipa::path(post, path = "/api/productions/{id}/choices", tag = "media", params(("id" = String, Path, description = "The production’s id.")), request_body = Choices,
    responses((status = 200, body = Vec<ChoiceReport>), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn choices(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(asked): Body<Choices>,
) -> Result<Json<Vec<ChoiceReport>>, Problem> {
    if asked.choices.len() > MOST_CHOICES {
        return Err(Problem::refused("up to four choices are compared at once"));
    }
    app.search(id, move |kept, catalogue, _| {
        let (build, device) = (&asked.build, &asked.device);
        let compared = compare_choices(&kept.production, build, catalogue, device, &asked.choices);
        let missing = || format!("there is no recorder “{device}” in build “{build}”");
        compared
            .map(Json)
            .ok_or_else(|| Problem::missing(missing()))
    })
    .await
}
