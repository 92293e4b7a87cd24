//! Sound: gains, tracks, tones to line up with, recordings read as they come.

use super::body::{Body as Sent, Path, Query};
use super::media::defused;
use super::productions::no_build;
use super::recordings::read_pieces;
use crate::App;
use crate::problem::Problem;
use audio::wav::{Tone, ToneKind, WavReader, WavReport, tone};
use axum::Json;
use axum::body::Body;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use model::document::{Command, Handle};
use plan::{SchoolsReport, SetGains, chain_working, schools_of, set_gains};
use report::{Compared, compare_with};
use report::{
    SoundReport, TrackPreset, TrackSheet, report, sheet_of, track_ixml, track_presets, track_rows,
};
use serde::{Deserialize, Serialize};
use units::quantity::{Decibels, Working};
use utoipa::{IntoParams, ToSchema};

/// Which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct BuildQuery {
    /// The build.
    build: String,
}

/// Which chain of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ChainQuery {
    /// The build.
    build: String,
    /// The chain's id.
    chain: String,
}

/// Which recorder of which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct RecorderQuery {
    /// The build.
    build: String,
    /// The recorder.
    recorder: String,
}

/// What a recording is compared with, if with anything.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct WavQuery {
    /// The production.
    production: Option<String>,
    /// The build.
    build: Option<String>,
    /// The recorder that made it.
    recorder: Option<String>,
    /// The level of the tone that was sent, against full scale; none: what was planned.
    #[param(value_type = Option<String>)]
    tone: Option<Decibels>,
}

/// What a recording holds, and how that is against the plan.
#[derive(Serialize, ToSchema)]
pub struct WavAnswer {
    /// What it holds.
    recording: WavReport,
    /// Each channel against its track; empty where no recorder was named.
    compared: Vec<Compared>,
}

/// A tone to be made.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ToneQuery {
    /// How loud, against full scale: −20 dB.
    #[param(value_type = String)]
    level: Decibels,
    /// A sine of so many hertz; pink noise where not said.
    hertz: Option<f64>,
    /// How long, in seconds: 1 to 600.
    seconds: Option<u32>,
    /// Samples a second.
    rate: Option<u32>,
}

/// A tone from the browser lasts at most so long: it is made in memory.
const LONGEST_TONE: u32 = 600;

/// The two schools of gain side by side for a chain; nothing where it has one gain only.
#[utoipa::path(get, path = "/api/productions/{id}/schools", tag = "sound", params(("id" = String, Path, description = "The production’s id."), ChainQuery),
    responses((status = 200, body = Option<SchoolsReport>), (status = 404, body = Problem)))]
pub async fn schools(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<ChainQuery>,
) -> Result<Json<Option<SchoolsReport>>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        if kept.production.build(&query.build).is_none() {
            return Err(no_build(&query.build));
        }
        let found = schools_of(&kept.production, &query.build, catalogue, &query.chain);
        Ok(Json(found))
    })
    .await
}

/// An edit that is looked at before it is made.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Tried {
    /// The build.
    build: Handle,
    /// What would be changed.
    commands: Vec<Command>,
}

/// The sound of a build as an edit would leave it: a gain while it is being dragged.
#[utoipa::path(post, path = "/api/productions/{id}/sound", tag = "sound", params(("id" = String, Path, description = "The production’s id.")), request_body = Tried,
    responses((status = 200, body = SoundReport), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn tried(
    State(app): State<App>,
    Path(id): Path<String>,
    Sent(tried): Sent<Tried>,
) -> Result<Json<SoundReport>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let edited = kept.production.edited(catalogue, &tried.commands);
        let edited = edited.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        let report = report(&edited.production, &tried.build, catalogue);
        report
            .map(|report| Json(report.sound))
            .ok_or_else(|| no_build(&tried.build))
    })
    .await
}

/// How the level and the noise of a chain are reached, stage by stage; nothing where there is no such chain.
#[utoipa::path(get, path = "/api/productions/{id}/chain-working", tag = "sound", params(("id" = String, Path, description = "The production’s id."), ChainQuery),
    responses((status = 200, body = Option<Working>), (status = 404, body = Problem)))]
pub async fn chain_level(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<ChainQuery>,
) -> Result<Json<Option<Working>>, Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let found = chain_working(&kept.production, &query.build, catalogue, &query.chain);
        Ok(Json(found))
    })
    .await
}

/// What sets every gain of a build: the best signal to noise with the headroom asked for.
#[utoipa::path(get, path = "/api/productions/{id}/gains", tag = "sound", params(("id" = String, Path, description = "The production’s id."), BuildQuery),
    responses((status = 200, body = SetGains), (status = 404, body = Problem)))]
pub async fn gains(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
) -> Result<Json<SetGains>, Problem> {
    app.search(id, move |kept, catalogue, stop| {
        let found = set_gains(&kept.production, &query.build, catalogue, stop);
        found.map(Json).ok_or_else(|| no_build(&query.build))
    })
    .await
}

async fn sheet(
    app: &App,
    id: String,
    query: RecorderQuery,
) -> Result<(String, TrackSheet), Problem> {
    app.on_production(id, move |store, catalogue, id| {
        let kept = store.get(id)?;
        let found = sheet_of(&kept.production, &query.build, catalogue, &query.recorder);
        let missing = || {
            Problem::missing(format!(
                "“{}” records no sound in build “{}”",
                query.recorder, query.build
            ))
        };
        let found = found.ok_or_else(missing)?;
        Ok((kept.production.name.clone(), found))
    })
    .await
}

/// Ways to fill the tracks of a recorder at once.
#[utoipa::path(get, path = "/api/productions/{id}/track-presets", tag = "sound", params(("id" = String, Path, description = "The production’s id."), RecorderQuery),
    responses((status = 200, body = Vec<TrackPreset>), (status = 404, body = Problem)))]
pub async fn presets(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<RecorderQuery>,
) -> Result<Json<Vec<TrackPreset>>, Problem> {
    let (_, sheet) = sheet(&app, id, query).await?;
    Ok(Json(track_presets(&sheet)))
}

fn attached(kind: &'static str, name: &'static str, bytes: Vec<u8>) -> Response {
    let headers = [
        (header::CONTENT_TYPE, kind),
        (header::CONTENT_DISPOSITION, name),
    ];
    (headers, bytes).into_response()
}

/// The track sheet of a build as a table.
#[utoipa::path(get, path = "/api/productions/{id}/tracks.csv", tag = "sound", params(("id" = String, Path, description = "The production’s id."), BuildQuery),
    responses((status = 200, content_type = "text/csv", body = String), (status = 404, body = Problem)))]
pub async fn tracks_csv(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
) -> Result<Response, Problem> {
    let rows = app
        .on_production(id, move |store, catalogue, id| {
            let kept = store.get(id)?;
            let report = report(&kept.production, &query.build, catalogue);
            let report = report.ok_or_else(|| no_build(&query.build))?;
            Ok(track_rows(&report.sound))
        })
        .await?;
    let mut table = csv::Writer::from_writer(Vec::new());
    for row in &rows {
        let cells = row.iter().map(|cell| defused(cell).into_owned());
        table
            .write_record(cells)
            .map_err(|error| Problem::internal(error.to_string()))?;
    }
    let bytes = table
        .into_inner()
        .map_err(|error| Problem::internal(error.to_string()))?;
    Ok(attached(
        "text/csv; charset=utf-8",
        "attachment; filename=\"tracks.csv\"",
        bytes,
    ))
}

/// The names of a recorder's tracks as iXML.
#[utoipa::path(get, path = "/api/productions/{id}/tracks.ixml", tag = "sound", params(("id" = String, Path, description = "The production’s id."), RecorderQuery),
    responses((status = 200, content_type = "application/xml", body = String), (status = 404, body = Problem)))]
pub async fn tracks_ixml(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<RecorderQuery>,
) -> Result<Response, Problem> {
    let (production, sheet) = sheet(&app, id, query).await?;
    let text = track_ixml(&production, &sheet);
    Ok(attached(
        "application/xml; charset=utf-8",
        "attachment; filename=\"tracks.xml\"",
        text.into_bytes(),
    ))
}

/// A tone, or pink noise, as a WAV file.
#[utoipa::path(get, path = "/api/tone.wav", tag = "sound", params(ToneQuery),
    responses((status = 200, content_type = "audio/wav", body = Vec<u8>), (status = 422, body = Problem)))]
pub async fn tone_wav(
    State(app): State<App>,
    Query(query): Query<ToneQuery>,
) -> Result<Response, Problem> {
    let wanted = Tone {
        kind: query.hertz.map_or(ToneKind::Pink, ToneKind::Sine),
        level: query.level,
        seconds: query.seconds.unwrap_or(30),
        sample_rate: query.rate.unwrap_or(48_000),
        channels: 1,
    };
    if wanted.seconds > LONGEST_TONE {
        return Err(Problem::refused("a tone from here lasts at most 10 min"));
    }
    let bytes = app
        .large(move |_, _| tone(wanted).map_err(|error| Problem::refused(error.to_string())))
        .await?;
    Ok(attached(
        "audio/wav",
        "attachment; filename=\"tone.wav\"",
        bytes,
    ))
}

/// What each channel of a WAV recording holds, read as it comes; against the plan, where a recorder is
/// named.
#[utoipa::path(post, path = "/api/wav", tag = "sound", params(WavQuery), request_body(content = Vec<u8>, content_type = "application/octet-stream"),
    responses((status = 200, body = WavAnswer), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn read_wav(
    State(app): State<App>,
    Query(query): Query<WavQuery>,
    body: Body,
) -> Result<Json<WavAnswer>, Problem> {
    let sheet = match (query.production, query.build, query.recorder) {
        (Some(id), Some(build), Some(recorder)) => {
            let query = RecorderQuery { build, recorder };
            Some(sheet(&app, id, query).await?.1)
        }
        _ => None,
    };
    let reader = WavReader::default();
    let reader = read_pieces(&app, body, reader, |reader, bytes| reader.feed(bytes)).await?;
    let recording = reader
        .finish()
        .map_err(|error| Problem::refused(error.to_string()))?;
    let tone = query.tone.map(Decibels::db);
    let compared = sheet.map_or_else(Vec::new, |sheet| compare_with(&recording, &sheet, tone));
    Ok(Json(WavAnswer {
        recording,
        compared,
    }))
}
