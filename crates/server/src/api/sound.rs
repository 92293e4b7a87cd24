//! Sound: gains, tracks, tones to line up with, recordings read as they come.

use super::body::Query;
use super::media::table;
use super::question::{BuildQuery, Question, of_build};
use super::recordings::read_pieces;
use crate::app::App;
use crate::problem::Problem;
use audio::wav::{Tone, ToneKind, WavReader, WavReport, tone};
use axum::Json;
use axum::body::{Body, HttpBody};
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
use utoipa::{IntoParams, ToSchema, operation};

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
#[operation(get, "/productions/{id}/schools", tag = "sound", params(ChainQuery), answers = Option<SchoolsReport>)]
pub async fn schools(
    question: Question<ChainQuery>,
) -> Result<Json<Option<SchoolsReport>>, Problem> {
    question
        .answer(|on| {
            let chain = &on.asked.chain;
            Ok(schools_of(on.production, &on.build.id, on.shipped, chain))
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
#[operation(post, "/productions/{id}/sound", tag = "sound", request_body = Tried, answers = SoundReport)]
pub async fn tried(question: Question<Tried>) -> Result<Json<SoundReport>, Problem> {
    question
        .answer(|on| {
            let edited = on.production.edited(on.shipped, &on.asked.commands);
            let edited = edited.map_err(|refusal| Problem::refused(refusal.to_string()))?;
            let report = report(&edited.production, &on.build.id, on.shipped);
            Ok(on.following(report)?.sound)
        })
        .await
}

/// How the level and the noise of a chain are reached, stage by stage; nothing where there is no such chain.
#[operation(get, "/productions/{id}/chain-working", tag = "sound", params(ChainQuery), answers = Option<Working>)]
pub async fn chain_level(question: Question<ChainQuery>) -> Result<Json<Option<Working>>, Problem> {
    question
        .answer(|on| {
            let chain = &on.asked.chain;
            Ok(chain_working(
                on.production,
                &on.build.id,
                on.shipped,
                chain,
            ))
        })
        .await
}

/// What sets every gain of a build: the best signal to noise with the headroom asked for.
#[operation(get, "/productions/{id}/gains", tag = "sound", params(BuildQuery), answers = SetGains)]
pub async fn gains(question: Question<BuildQuery>) -> Result<Json<SetGains>, Problem> {
    question
        .search(|on, stop| on.following(set_gains(on.production, &on.build.id, on.shipped, stop)))
        .await
}

async fn sheet(question: Question<RecorderQuery>) -> Result<(String, TrackSheet), Problem> {
    question
        .compute(|on| {
            let (build, recorder) = (&on.build.id, &on.asked.recorder);
            let found = sheet_of(on.production, build, on.shipped, recorder);
            let missing = || {
                let sentence = format!("“{recorder}” records no sound in build “{build}”");
                Problem::missing(sentence)
            };
            Ok((on.production.name.clone(), found.ok_or_else(missing)?))
        })
        .await
}

/// Ways to fill the tracks of a recorder at once.
#[operation(get, "/productions/{id}/track-presets", tag = "sound", params(RecorderQuery), answers = Vec<TrackPreset>)]
pub async fn presets(question: Question<RecorderQuery>) -> Result<Json<Vec<TrackPreset>>, Problem> {
    let (_, sheet) = sheet(question).await?;
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
#[operation(get, "/productions/{id}/tracks.csv", tag = "sound", params(BuildQuery), responses((status = 200, content_type = "text/csv", body = String)))]
pub async fn tracks_csv(question: Question<BuildQuery>) -> Result<Response, Problem> {
    let rows = question.compute(|on| {
        let report = report(on.production, &on.build.id, on.shipped);
        Ok(track_rows(&on.following(report)?.sound))
    });
    table("tracks", rows.await?)
}

/// The names of a recorder's tracks as iXML.
#[operation(get, "/productions/{id}/tracks.ixml", tag = "sound", params(RecorderQuery), responses((status = 200, content_type = "application/xml", body = String)))]
pub async fn tracks_ixml(question: Question<RecorderQuery>) -> Result<Response, Problem> {
    let (production, sheet) = sheet(question).await?;
    let text = track_ixml(&production, &sheet);
    Ok(attached(
        "application/xml; charset=utf-8",
        "attachment; filename=\"tracks.xml\"",
        text.into_bytes(),
    ))
}

/// A tone, or pink noise, as a WAV file.
#[operation(get, "/tone.wav", tag = "sound", params(ToneQuery), responses((status = 200, content_type = "audio/wav", body = Vec<u8>), (status = 422, body = Problem)))]
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
#[operation(post, "/wav", tag = "sound", params(WavQuery), request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses((status = 200, body = WavAnswer), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn read_wav(
    State(app): State<App>,
    Query(query): Query<WavQuery>,
    body: Body,
) -> Result<Json<WavAnswer>, Problem> {
    let sheet = match (query.production, query.build, query.recorder) {
        (Some(id), Some(build), Some(recorder)) => {
            let asked = RecorderQuery { build, recorder };
            Some(sheet(Question::new(&app, id, asked)).await?.1)
        }
        _ => None,
    };
    let reader = WavReader::of_file(body.size_hint().exact());
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

of_build!(ChainQuery, RecorderQuery, Tried);
