//! The calculator, which needs no production.

use super::body::Body;
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use engine::record::{
    AudioTracks, Basis, RecordTime, RecordTimeInputs, TimeTable, Video, largest_codec, media_for,
    rate_for, record_time as work_out, table,
};
use serde::{Deserialize, Serialize};
use units::format::{FrameRate, Raster};
use units::quantity::{BitRate, Bytes, Percent, Span};
use utoipa::{ToSchema, operation};

/// What a record time follows from, as typed.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Asked {
    /// A codec's id; or give `bit_rate`.
    codec: Option<String>,
    /// The picture's rate by itself.
    #[schema(value_type = Option<String>)]
    bit_rate: Option<BitRate>,
    /// The raster that the codec records.
    raster: Raster,
    /// Frames a second.
    rate: FrameRate,
    /// Sound: `4x48000x24`.
    audio: AudioTracks,
    /// What the container adds; the codec's own where not said.
    #[schema(value_type = Option<String>)]
    container: Option<Percent>,
    /// Capacity.
    media: Bytes,
    /// What is kept back of it.
    reserve: Percent,
}

/// Codec, format and card in, record time out.
#[operation(post, "/record-time", tag = "sums", request_body = Asked, answers = RecordTime)]
pub async fn record_time(
    State(app): State<App>,
    Body(asked): Body<Asked>,
) -> Result<Json<RecordTime>, Problem> {
    let video = match (&asked.codec, asked.bit_rate) {
        (Some(id), None) => {
            let codec = app.catalogue.codec(id);
            let codec = codec.ok_or_else(|| {
                Problem::refused(format!("there is no codec “{id}” in the catalogue"))
            })?;
            Video::of(codec, asked.raster)
        }
        (None, Some(rate)) => Video::Rate(rate),
        _ => return Err(Problem::refused("give either a codec or a data rate")),
    };
    let sum = RecordTimeInputs {
        video,
        rate: Some(asked.rate),
        audio: asked.audio,
        container: asked.container,
        proxy_bps: 0,
        media: asked.media,
        reserve: asked.reserve,
        usable: None,
    };
    work_out(&sum)
        .map(Json)
        .map_err(|error| Problem::refused(error.to_string()))
}

/// What the turned-around sums are made for, as typed.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Turned {
    /// A codec's id: the answer is the capacity for `length`.
    codec: Option<String>,
    /// A capacity: the answer is the largest codec that lasts for `length`.
    #[schema(value_type = Option<String>)]
    media: Option<Bytes>,
    /// How long it must last.
    #[schema(value_type = String)]
    length: Span,
    raster: Raster,
    rate: FrameRate,
    /// Sound: `4x48000x24`.
    audio: AudioTracks,
    #[schema(value_type = String)]
    reserve: Percent,
    /// With a capacity: whether the rate is asked for that fills it in that time, in the place of a
    /// codec.
    #[serde(default)]
    find_rate: bool,
}

/// The answer to a sum that was turned around.
#[derive(Serialize, ToSchema)]
pub struct TurnedAnswer {
    /// In one line.
    label: String,
    /// The capacity in bytes, where that was asked for.
    bytes: Option<u64>,
    /// The codec's id, where that was asked for.
    codec: Option<String>,
    /// The rate in bits a second, where that was asked for.
    rate_bps: Option<u64>,
}

/// Which table.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TableAsked {
    /// A family of codecs; all where not said.
    family: Option<String>,
    raster: Raster,
    rate: FrameRate,
    audio: AudioTracks,
    #[schema(value_type = String)]
    reserve: Percent,
}

/// A time and a codec in, the capacity out; or a time and a capacity in, the codec out.
#[operation(post, "/calculator", tag = "sums", request_body = Turned, answers = TurnedAnswer)]
pub async fn calculator(
    State(app): State<App>,
    Body(asked): Body<Turned>,
) -> Result<Json<TurnedAnswer>, Problem> {
    let basis = Basis {
        raster: asked.raster,
        rate: asked.rate,
        audio: asked.audio,
        reserve: asked.reserve,
    };
    if asked.length.0 == 0 {
        return Err(Problem::refused("how long it must last is above zero"));
    }
    match (&asked.codec, asked.media) {
        (Some(id), None) => {
            let codec = app.catalogue.codec(id).ok_or_else(|| {
                Problem::refused(format!("there is no codec “{id}” in the catalogue"))
            })?;
            let bytes = media_for(codec, basis, asked.length).ok_or_else(|| {
                Problem::refused("nothing is recorded, or the reserve keeps everything back")
            })?;
            Ok(Json(TurnedAnswer {
                label: format!("{} of media for {}", bytes.label(), asked.length.label()),
                bytes: Some(bytes.0),
                codec: None,
                rate_bps: None,
            }))
        }
        (None, Some(media)) if asked.find_rate => {
            let rate = rate_for(media, asked.reserve, asked.length);
            let rate = rate.ok_or_else(|| Problem::refused("that is no rate that can be told"))?;
            Ok(Json(TurnedAnswer {
                label: rate.label(),
                bytes: None,
                codec: None,
                rate_bps: Some(rate.0),
            }))
        }
        (None, Some(media)) => {
            let codec = largest_codec(app.catalogue, basis, media, asked.length);
            let codec = codec.ok_or_else(|| {
                Problem::refused(format!(
                    "no codec of the catalogue lasts {} on {}",
                    asked.length.label(),
                    media.label()
                ))
            })?;
            Ok(Json(TurnedAnswer {
                label: format!("{} is the largest that fits", codec.name),
                bytes: None,
                codec: Some(codec.id.clone()),
                rate_bps: None,
            }))
        }
        _ => Err(Problem::refused(
            "give either a codec or a card, and how long it must last",
        )),
    }
}

/// The codecs of a family against the usual sizes of media.
#[operation(post, "/time-table", tag = "sums", request_body = TableAsked, answers = TimeTable)]
pub async fn time_table(
    State(app): State<App>,
    Body(asked): Body<TableAsked>,
) -> Result<Json<TimeTable>, Problem> {
    let basis = Basis {
        raster: asked.raster,
        rate: asked.rate,
        audio: asked.audio,
        reserve: asked.reserve,
    };
    Ok(Json(table(app.catalogue, basis, asked.family.as_deref())))
}
