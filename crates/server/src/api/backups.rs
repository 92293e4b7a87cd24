//! Copies of everything that is kept, saved from the first page and put back from there.

use crate::app::App;
use crate::problem::Problem;
use crate::state::events::ALL;
use axum::Json;
use axum::body::Body;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use std::io::Write;
use std::path::Path;
use store::{Restored, Store, StoreError};
use tempfile::NamedTempFile;
use tokio_stream::StreamExt;
use tokio_util::io::ReaderStream;
use utoipa::{ToSchema, operation};

/// The largest backup that is taken, in bytes.
const LARGEST: u64 = 4_000_000_000;

/// What came of putting a backup in the place of what is kept.
#[derive(Serialize, ToSchema)]
pub struct BackupAnswer {
    /// How many productions are there now.
    productions: usize,
    /// The file that keeps what was there before, beside the data file.
    kept: String,
    /// Whether the backup was copied without the file that holds its newest changes.
    incomplete: bool,
}

fn room() -> Result<NamedTempFile, Problem> {
    NamedTempFile::new().map_err(unusable)
}

fn unusable(error: std::io::Error) -> Problem {
    StoreError::from(error).into()
}

/// Everything that is kept, as one file.
#[operation(get, "/backup", tag = "backups", responses((status = 200, description = "The backup", content_type = "application/vnd.sqlite3", body = Vec<u8>)))]
pub async fn save_backup(State(app): State<App>) -> Result<Response, Problem> {
    let file = app.large(|store, _| {
        let room = room()?;
        store.save_backup(room.path())?;
        room.reopen().map_err(unusable)
    });
    let file = tokio::fs::File::from_std(file.await?);
    let said = [
        (header::CONTENT_TYPE, "application/vnd.sqlite3"),
        // The page gives it a name with the day in it.
        (header::CONTENT_DISPOSITION, "attachment"),
    ];
    Ok((said, Body::from_stream(ReaderStream::new(file))).into_response())
}

/// Puts a backup in the place of what is kept, which is kept beside it. The whole backup is read before anything
/// is touched.
#[operation(post, "/backup/restore", tag = "backups", request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses((status = 200, body = BackupAnswer), (status = 413, body = Problem), (status = 422, body = Problem), (status = 507, body = Problem)))]
pub async fn restore_backup(
    State(app): State<App>,
    body: Body,
) -> Result<Json<BackupAnswer>, Problem> {
    let mut pieces = body.into_data_stream();
    let mut room = room()?;
    let mut taken = 0;
    while let Some(piece) = pieces.next().await {
        let broken = |_| Problem::unreadable("the backup ended before it was complete");
        let piece = piece.map_err(broken)?;
        taken += piece.len() as u64;
        if taken > LARGEST {
            return Err(Problem::too_large(format!(
                "that is too large: backups are taken up to {} GB",
                LARGEST / 1_000_000_000
            )));
        }
        let written = move || room.write_all(&piece).map(|()| room);
        room = tokio::task::spawn_blocking(written)
            .await
            .map_err(|_| Problem::internal("the work was cut short; nothing was changed"))?
            .map_err(unusable)?;
    }
    put_in_place(&app, move |store| store.restore_copy(room.path())).await
}

/// Puts back what the last backup took the place of.
#[operation(post, "/backup/undo", tag = "backups", answers = BackupAnswer)]
pub async fn undo_restore(State(app): State<App>) -> Result<Json<BackupAnswer>, Problem> {
    let room = room()?;
    put_in_place(&app, move |store| store.undo_restore(room.path())).await
}

async fn put_in_place(
    app: &App,
    restore: impl FnOnce(&Store) -> Result<Restored, StoreError> + Send + 'static,
) -> Result<Json<BackupAnswer>, Problem> {
    let (cache, events) = (app.cache.clone(), app.events.clone());
    app.large(move |store, _| {
        let restored = restore(store)?;
        cache.forget();
        events.tell(ALL, 0);
        Ok(Json(BackupAnswer {
            productions: restored.productions,
            kept: restored
                .kept
                .as_deref()
                .and_then(Path::file_name)
                .map_or_else(String::new, |name| name.to_string_lossy().into_owned()),
            incomplete: restored.missing.is_some(),
        }))
    })
    .await
}
