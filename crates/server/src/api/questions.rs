//! Questions that change nothing: what an edit would do, where an output fits, what a typed line
//! means.

use super::body::{Body, Path};
use super::question::{OfBuild, OnFloor, Question, of_build};
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use check::Fix;
use engine::path::{Candidate, Floor, PortIx, Resolved, candidates, giving, resolve, sources};
use model::catalogue::Direction;
use model::document::{Command, Completion, Handle, PortRef, complete, read_line};
use plan::{Remedies, remedies_of};
use report::{Outlook, load_working, outlook as compare, report};
use serde::{Deserialize, Serialize};
use units::format::PictureFormat;
use units::quantity::Working;
use utoipa::{IntoParams, ToSchema, operation};

/// An edit to look ahead at.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Ahead {
    /// The build to compare.
    build: Handle,
    /// What would be done.
    commands: Vec<Command>,
}

/// Which output of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct OutputQuery {
    /// The build.
    build: String,
    /// The output, as typed: `a.sdi1`.
    from: String,
}

/// Which input of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct InputQuery {
    /// The build.
    build: String,
    /// The input, as typed: `dir.sdi`.
    to: String,
}

/// The other end that a port could be connected to: an input seen from an output, or the other way
/// round.
#[derive(Serialize, ToSchema)]
pub struct InputReport {
    /// The port.
    #[schema(value_type = String)]
    at: PortRef,
    /// Its name and its device's: *SDI in of Director*.
    name: String,
    /// Whether they fit as they are.
    fits: bool,
    /// The reason.
    reason: String,
}

/// A line typed for a build.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Line {
    /// The build.
    build: Handle,
    /// What was typed so far.
    line: String,
}

/// What a typed line means.
#[derive(Serialize, ToSchema)]
pub struct LineAnswer {
    /// The commands that it asks for, where it is complete.
    commands: Option<Vec<Command>>,
    /// Where it isn't: what is wrong, and what is accepted.
    misread: Option<String>,
    /// Ways to go on.
    completions: Vec<Completion>,
}

/// Which cable of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct CableQuery {
    /// The build.
    build: String,
    /// The connection's id.
    connection: String,
}

/// How full a cable is, step by step; `null` where nothing is worked out.
#[operation(get, "/productions/{id}/working", tag = "questions", params(CableQuery), answers = Option<Working>)]
pub async fn working(question: Question<CableQuery>) -> Result<Json<Option<Working>>, Problem> {
    question
        .answer(|on| {
            let cable = &on.asked.connection;
            Ok(load_working(on.production, &on.build.id, on.shipped, cable))
        })
        .await
}

/// What an edit would change, without making it.
#[operation(post, "/productions/{id}/outlook", tag = "questions", request_body = Ahead, answers = Outlook)]
pub async fn outlook(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(ahead): Body<Ahead>,
) -> Result<Json<Outlook>, Problem> {
    let cache = app.cache.clone();
    app.on_production(id, move |store, shipped, id| {
        let now = cache.workspace(store.get(id)?, &ahead.build, shipped)?;
        let edited = now.production.edited(shipped, &ahead.commands);
        let edited = edited.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        let after = report(&edited.production, &ahead.build, shipped)
            .ok_or_else(|| Problem::no_build(&ahead.build))?;
        Ok(Json(compare(&now.report, &after)))
    })
    .await
}

/// Which finding of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct FindingQuery {
    /// The build.
    build: String,
    /// The finding’s id.
    finding: String,
}

/// What would mend a finding: each fix was tried on a copy, least change first.
#[operation(get, "/productions/{id}/fixes", tag = "questions", params(FindingQuery), answers = Vec<Fix>)]
pub async fn fixes(question: Question<FindingQuery>) -> Result<Json<Vec<Fix>>, Problem> {
    let Json(found) = remedies(question).await?;
    Ok(Json(found.fixes))
}

/// The same, and where nothing mends it, why.
#[operation(get, "/productions/{id}/remedies", tag = "questions", params(FindingQuery), answers = Remedies)]
pub async fn remedies(question: Question<FindingQuery>) -> Result<Json<Remedies>, Problem> {
    question
        .search(|on, stop| {
            let finding = &on.asked.finding;
            let found = remedies_of(on.production, &on.build.id, on.shipped, finding, stop);
            found.ok_or_else(|| {
                let finding: String = finding.chars().take(60).collect();
                Problem::missing(format!("there is no finding “{finding}” any more"))
            })
        })
        .await
}

/// A port as an address names it.
fn port_named(name: &str) -> Result<PortRef, Problem> {
    name.parse()
        .map_err(|error| Problem::refused(format!("{error}")))
}

/// Every input for an output: those that fit first, the others with the reason why not.
#[operation(get, "/productions/{id}/inputs", tag = "questions", params(OutputQuery), answers = Vec<InputReport>)]
pub async fn inputs(question: Question<OutputQuery>) -> Result<Json<Vec<InputReport>>, Problem> {
    question
        .answer(|on| other_ends(&on, &on.asked.from, candidates))
        .await
}

/// Every output for an input: *what feeds this?* Those that fit first.
#[operation(get, "/productions/{id}/sources", tag = "questions", params(InputQuery), answers = Vec<InputReport>)]
pub async fn sources_of(question: Question<InputQuery>) -> Result<Json<Vec<InputReport>>, Problem> {
    question
        .answer(|on| other_ends(&on, &on.asked.to, sources))
        .await
}

/// What a port could be connected to, as `found` finds it.
fn other_ends<T: OfBuild>(
    on: &OnFloor<'_, T>,
    at: &str,
    found: fn(&Floor, &Resolved, PortIx) -> Vec<Candidate>,
) -> Result<Vec<InputReport>, Problem> {
    let catalogue = on.catalogue();
    let floor = Floor::new(on.production, on.build, &catalogue);
    let port = port_of(&floor, &port_named(at)?)?;
    let ends = found(&floor, &resolve(&floor), port).into_iter();
    let ends = ends.map(|candidate| InputReport {
        at: floor.name(candidate.port),
        name: floor.spoken(candidate.port),
        fits: candidate.fits,
        reason: candidate.reason,
    });
    Ok(ends.collect())
}

fn port_of(floor: &Floor, at: &PortRef) -> Result<PortIx, Problem> {
    let missing = || Problem::missing(format!("there is no port “{at}” here"));
    floor.find(at).ok_or_else(missing)
}

/// What a typed line means, and ways to go on with it.
#[operation(post, "/productions/{id}/line", tag = "questions", request_body = Line, answers = LineAnswer)]
pub async fn line(question: Question<Line>) -> Result<Json<LineAnswer>, Problem> {
    question
        .answer(|on| {
            let (line, catalogue) = (&on.asked.line, on.catalogue());
            let completions = complete(line, on.production, on.build, &catalogue);
            let (commands, misread) = match read_line(line, on.production, on.build, &catalogue) {
                Ok(typed) => (Some(typed.commands), None),
                Err(misread) => (None, Some(misread.to_string())),
            };
            Ok(LineAnswer {
                commands,
                misread,
                completions,
            })
        })
        .await
}

/// Which output of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct PortQuery {
    /// The build.
    build: String,
    /// The output.
    at: String,
}

/// What an output can be set to.
#[derive(Serialize, ToSchema)]
pub struct FormatsReport {
    /// In words: *up to 3840×2160p60 4:2:2 10-bit*.
    words: String,
    /// Each format, at the project's frame rate.
    #[schema(value_type = Vec<String>)]
    formats: Vec<PictureFormat>,
}

/// What an output can be set to, at the project's frame rate.
#[operation(get, "/productions/{id}/formats", tag = "questions", params(PortQuery), answers = FormatsReport)]
pub async fn formats(question: Question<PortQuery>) -> Result<Json<FormatsReport>, Problem> {
    question
        .answer(|on| {
            let at = port_named(&on.asked.at)?;
            let catalogue = on.catalogue();
            let port = on.build.port(&catalogue, &at, Direction::Out);
            port.map_err(|refusal| Problem::missing(refusal.to_string()))?;
            let floor = Floor::new(on.production, on.build, &catalogue);
            let gives = giving(&floor, port_of(&floor, &at)?);
            Ok(FormatsReport {
                words: gives.in_words(),
                formats: gives.formats_at(on.production.format.rate),
            })
        })
        .await
}

of_build!(
    CableQuery,
    FindingQuery,
    InputQuery,
    Line,
    OutputQuery,
    PortQuery
);
