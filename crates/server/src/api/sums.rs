//! The quick sum, which needs no production.

use super::body::Body;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use serde::Deserialize;
use utoipa::ToSchema;
use west_rail_core::format::{FrameRate, Raster};
use west_rail_core::quantity::{BitRate, Bytes, Percent};
use west_rail_core::record::{AudioTracks, QuickSum, RecordTime, record_time as work_out};

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
#[utoipa::path(post, path = "/api/record-time", tag = "sums", request_body = Asked,
    responses((status = 200, body = RecordTime), (status = 422, body = Problem)))]
pub async fn record_time(
    State(app): State<App>,
    Body(asked): Body<Asked>,
) -> Result<Json<RecordTime>, Problem> {
    let video = match (&asked.codec, asked.bit_rate) {
        (Some(id), None) => {
            let codec = app.catalogue.codec(id);
            Ok((
                codec.ok_or_else(|| {
                    Problem::refused(format!("there is no codec “{id}” in the catalogue"))
                })?,
                asked.raster,
            ))
        }
        (None, Some(rate)) => Err(rate),
        _ => return Err(Problem::refused("give either a codec or a data rate")),
    };
    let sum = QuickSum {
        video,
        rate: Some(asked.rate),
        audio: asked.audio,
        container: asked.container,
        media: asked.media,
        reserve: asked.reserve,
    };
    work_out(&sum)
        .map(Json)
        .map_err(|error| Problem::refused(error.to_string()))
}
