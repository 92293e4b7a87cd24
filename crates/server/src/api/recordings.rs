//! Recordings that are sent to be looked at: read as they come, never held.

use crate::app::App;
use crate::problem::Problem;
use audio::wav::WavError;
use axum::body::Body;
use tokio_stream::StreamExt;

/// Looked at in pieces of this size: as much memory for four gigabytes as for four seconds.
const PIECE: usize = 4 << 20;

/// Hands a body to a reader piece by piece, each off the async threads: what is large leaves a core to what
/// is small.
pub async fn read_pieces<R: Send + 'static>(
    app: &App,
    body: Body,
    mut reader: R,
    feed: fn(&mut R, &[u8]) -> Result<(), WavError>,
) -> Result<R, Problem> {
    let mut pieces = body.into_data_stream();
    let mut held: Vec<u8> = Vec::new();
    loop {
        let piece = pieces.next().await;
        let ended = piece.is_none();
        if let Some(piece) = piece {
            let broken = |_| Problem::unreadable("the recording ended before it was complete");
            held.extend_from_slice(&piece.map_err(broken)?);
        }
        if held.len() < PIECE && !ended {
            continue;
        }
        (reader, held) = app
            .large(move |_, _| {
                let fed = feed(&mut reader, &held);
                held.clear();
                fed.map_err(|error| Problem::refused(error.to_string()))?;
                Ok((reader, held))
            })
            .await?;
        if ended {
            return Ok(reader);
        }
    }
}
