//! The day, the job, and recording choices side by side; the media plan as a file.

use super::question::{BuildQuery, OnFloor, Question, of_build};
use crate::problem::Problem;
use axum::Json;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use model::document::{Handle, RecordingSetting};
use report::{ChoiceReport, MediaPlan, compare_choices, media_plan};
use serde::Deserialize;
use std::borrow::Cow;
use utoipa::{ToSchema, operation};

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

fn plan_of(on: &OnFloor<'_, BuildQuery>) -> Result<MediaPlan, Problem> {
    on.following(media_plan(on.production, &on.build.id, on.shipped))
}

/// Cards, changes and copies of a build’s day, and the storage of the job.
#[operation(get, "/productions/{id}/day", tag = "media", params(BuildQuery), answers = MediaPlan)]
pub async fn plan(question: Question<BuildQuery>) -> Result<Json<MediaPlan>, Problem> {
    question.answer(|on| plan_of(&on)).await
}

/// The media plan as a table: every change of a card.
#[operation(get, "/productions/{id}/media-plan.csv", tag = "media", params(BuildQuery), responses((status = 200, content_type = "text/csv", body = String)))]
pub async fn csv(question: Question<BuildQuery>) -> Result<Response, Problem> {
    let plan = question.compute(|on| plan_of(&on)).await?;
    let swaps = plan.day.iter().flat_map(|day| &day.swaps);
    let rows = swaps.map(|swap| {
        [
            &swap.at,
            &swap.name,
            swap.card.as_deref().unwrap_or("nothing"),
        ]
    });
    table(
        "media-plan",
        [["time", "recorder", "card in"]].into_iter().chain(rows),
    )
}

/// A table as a file, which no spreadsheet takes a cell of for a formula.
pub(super) fn table<R: IntoIterator<Item: AsRef<str>>>(
    name: &str,
    rows: impl IntoIterator<Item = R>,
) -> Result<Response, Problem> {
    let mut table = ::csv::Writer::from_writer(Vec::new());
    let failed = |error: String| Problem::internal(error);
    for row in rows {
        let cells = row
            .into_iter()
            .map(|cell| defused(cell.as_ref()).into_owned());
        let written = table.write_record(cells);
        written.map_err(|error| failed(error.to_string()))?;
    }
    let bytes = table
        .into_inner()
        .map_err(|error| failed(error.to_string()))?;
    let file = format!("attachment; filename=\"{name}.csv\"");
    let headers = [
        (header::CONTENT_TYPE, "text/csv; charset=utf-8".to_string()),
        (header::CONTENT_DISPOSITION, file),
    ];
    Ok((headers, bytes).into_response())
}

/// A cell that no spreadsheet takes for a formula: those begin with one of these.
fn defused(cell: &str) -> Cow<'_, str> {
    if cell.starts_with(['=', '+', '-', '@', '\t', '\r']) {
        Cow::Owned(format!("'{cell}"))
    } else {
        Cow::Borrowed(cell)
    }
}

/// Up to four ways to record, side by side.
#[operation(post, "/productions/{id}/choices", tag = "media", request_body = Choices, answers = Vec<ChoiceReport>)]
pub async fn choices(question: Question<Choices>) -> Result<Json<Vec<ChoiceReport>>, Problem> {
    if question.asked.choices.len() > MOST_CHOICES {
        return Err(Problem::refused("up to four choices are compared at once"));
    }
    question
        .search(|on, _| {
            let (build, device) = (&on.build.id, &on.asked.device);
            let choices = &on.asked.choices;
            let compared = compare_choices(on.production, build, on.shipped, device, choices);
            let missing = || format!("there is no recorder “{device}” in build “{build}”");
            compared.ok_or_else(|| Problem::missing(missing()))
        })
        .await
}

of_build!(Choices);
