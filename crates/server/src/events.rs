//! Live events: other windows learn that a production has changed.

use crate::App;
use axum::extract::{Path, State};
use axum::response::sse::{Event, KeepAlive, Sse};
use std::convert::Infallible;
use tokio::sync::{broadcast, watch};
use tokio_stream::wrappers::{BroadcastStream, WatchStream};
use tokio_stream::{Stream, StreamExt};

/// Who is told of changes.
#[derive(Clone)]
pub struct Events {
    sender: broadcast::Sender<Change>,
    stopping: watch::Receiver<bool>,
}

/// A production has a new revision.
#[derive(Debug, Clone)]
pub struct Change {
    pub production: String,
    pub revision: u64,
}

impl Events {
    pub fn new(stopping: watch::Receiver<bool>) -> Self {
        Self {
            sender: broadcast::channel(256).0,
            stopping,
        }
    }

    /// Tells every window. Nobody listening is fine.
    pub fn tell(&self, production: &str, revision: u64) {
        let _ = self.sender.send(Change {
            production: production.into(),
            revision,
        });
    }
}

/// Follow a production: an event named `revision` with the new revision, whenever it changes.
#[utoipa::path(get, path = "/api/productions/{id}/events", tag = "productions", params(("id" = String, Path, description = "The production’s id.")),
    responses((status = 200, description = "Server-sent events: `revision` with the new revision", content_type = "text/event-stream", body = String)))]
pub async fn follow(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Sse<impl Stream<Item = Result<Event, Infallible>>> {
    let changes = BroadcastStream::new(app.events.sender.subscribe());
    // A window that lagged behind is told to look again: revision 0 is older than any.
    let changes = changes.filter_map(move |change| match change {
        Ok(change) if change.production == id => Some(change.revision),
        Ok(_) => None,
        Err(_) => Some(0),
    });
    let events = changes.map(|revision| {
        Some(Ok(Event::default()
            .event("revision")
            .data(revision.to_string())))
    });
    // The stream ends when the server does, or it would keep it from ending.
    let end = WatchStream::from_changes(app.events.stopping.clone()).map(|_| None);
    let events = events
        .merge(end)
        .take_while(Option::is_some)
        .filter_map(|event| event);
    Sse::new(events).keep_alive(KeepAlive::default())
}
