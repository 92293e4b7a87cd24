//! Questions that change nothing: what an edit would do, where an output fits, what a typed line
//! means.

use super::body::{Body, Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use check::Fix;
use engine::path::{Candidate, Floor, PortIx, Resolved, candidates, giving, resolve, sources};
use model::catalogue::Direction;
use model::document::{Command, Completion, Handle, PortRef, complete, read_line};
use plan::fixes_of;
use report::{Outlook, load_working, outlook as compare, report};
use serde::{Deserialize, Serialize};
use units::format::PictureFormat;
use units::quantity::Working;
use utoipa::{IntoParams, ToSchema};

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
#[utoipa::path(get, path = "/api/productions/{id}/working", tag = "questions", params(("id" = String, Path, description = "The production’s id."), CableQuery),
    responses((status = 200, body = Option<Working>), (status = 404, body = Problem)))]
pub async fn working(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<CableQuery>,
) -> Result<Json<Option<Working>>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let production = store.get(id)?.production;
        let build = production.build(&query.build);
        build.ok_or_else(|| no_build(&query.build))?;
        let working = load_working(&production, &query.build, catalogue, &query.connection);
        Ok(Json(working))
    })
    .await
}

/// What an edit would change, without making it.
#[utoipa::path(post, path = "/api/productions/{id}/outlook", tag = "questions", params(("id" = String, Path, description = "The production’s id.")), request_body = Ahead,
    responses((status = 200, body = Outlook), (status = 422, body = Problem)))]
pub async fn outlook(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(ahead): Body<Ahead>,
) -> Result<Json<Outlook>, Problem> {
    let lately = app.lately.clone();
    app.on_production(id, move |store, shipped, id| {
        let now = lately.workspace(store.get(id)?, &ahead.build, shipped)?;
        let edited = now.production.edited(shipped, &ahead.commands);
        let edited = edited.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        let after = report(&edited.production, &ahead.build, shipped)
            .ok_or_else(|| no_build(&ahead.build))?;
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
#[utoipa::path(get, path = "/api/productions/{id}/fixes", tag = "questions", params(("id" = String, Path, description = "The production’s id."), FindingQuery),
    responses((status = 200, body = Vec<Fix>), (status = 404, body = Problem)))]
pub async fn fixes(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<FindingQuery>,
) -> Result<Json<Vec<Fix>>, Problem> {
    app.search(id, move |kept, shipped, stop| {
        kept.production
            .build(&query.build)
            .ok_or_else(|| no_build(&query.build))?;
        let build = &query.build;
        let found = fixes_of(&kept.production, build, shipped, &query.finding, stop);
        found.map(Json).ok_or_else(|| {
            let finding: String = query.finding.chars().take(60).collect();
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
#[utoipa::path(get, path = "/api/productions/{id}/inputs", tag = "questions", params(("id" = String, Path, description = "The production’s id."), OutputQuery),
    responses((status = 200, body = Vec<InputReport>), (status = 404, body = Problem)))]
pub async fn inputs(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<OutputQuery>,
) -> Result<Json<Vec<InputReport>>, Problem> {
    other_ends(app, id, (query.build, query.from), candidates).await
}

/// Every output for an input: *what feeds this?* Those that fit first.
#[utoipa::path(get, path = "/api/productions/{id}/sources", tag = "questions", params(("id" = String, Path, description = "The production’s id."), InputQuery),
    responses((status = 200, body = Vec<InputReport>), (status = 404, body = Problem)))]
pub async fn sources_of(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<InputQuery>,
) -> Result<Json<Vec<InputReport>>, Problem> {
    other_ends(app, id, (query.build, query.to), sources).await
}

/// What a port could be connected to, as `found` finds it.
async fn other_ends(
    app: App,
    id: String,
    (build, at): (String, String),
    found: fn(&Floor, &Resolved, PortIx) -> Vec<Candidate>,
) -> Result<Json<Vec<InputReport>>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let placed = kept.production.build(&build);
        let placed = placed.ok_or_else(|| no_build(&build))?;
        let at = port_named(&at)?;
        let catalogue = shipped.with(&kept.production.custom);
        let floor = Floor::new(&kept.production, placed, &catalogue);
        let port = floor
            .find(&at)
            .ok_or_else(|| Problem::missing(format!("there is no port “{at}” here")))?;
        let resolved = resolve(&floor);
        let ends = found(&floor, &resolved, port).into_iter();
        let ends = ends.map(|candidate| InputReport {
            at: floor.name(candidate.port),
            name: floor.spoken(candidate.port),
            fits: candidate.fits,
            reason: candidate.reason,
        });
        Ok(Json(ends.collect()))
    })
    .await
}

/// What a typed line means, and ways to go on with it.
#[utoipa::path(post, path = "/api/productions/{id}/line", tag = "questions", params(("id" = String, Path, description = "The production’s id.")), request_body = Line,
    responses((status = 200, body = LineAnswer), (status = 404, body = Problem)))]
pub async fn line(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(line): Body<Line>,
) -> Result<Json<LineAnswer>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let build = kept
            .production
            .build(&line.build)
            .ok_or_else(|| no_build(&line.build))?;
        let catalogue = shipped.with(&kept.production.custom);
        let completions = complete(&line.line, &kept.production, build, &catalogue);
        let (commands, misread) = match read_line(&line.line, &kept.production, build, &catalogue) {
            Ok(typed) => (Some(typed.commands), None),
            Err(misread) => (None, Some(misread.to_string())),
        };
        Ok(Json(LineAnswer {
            commands,
            misread,
            completions,
        }))
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
#[utoipa::path(get, path = "/api/productions/{id}/formats", tag = "questions", params(("id" = String, Path, description = "The production’s id."), PortQuery),
    responses((status = 200, body = FormatsReport), (status = 404, body = Problem)))]
pub async fn formats(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<PortQuery>,
) -> Result<Json<FormatsReport>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let build = kept
            .production
            .build(&query.build)
            .ok_or_else(|| no_build(&query.build))?;
        let at = port_named(&query.at)?;
        let catalogue = shipped.with(&kept.production.custom);
        let port = build.port(&catalogue, &at, Direction::Out);
        port.map_err(|refusal| Problem::missing(refusal.to_string()))?;
        let floor = Floor::new(&kept.production, build, &catalogue);
        let port = floor
            .find(&at)
            .ok_or_else(|| Problem::missing(format!("there is no port “{at}” here")))?;
        let gives = giving(&floor, port);
        Ok(Json(FormatsReport {
            words: gives.in_words(),
            formats: gives.formats_at(kept.production.format.rate),
        }))
    })
    .await
}
