//! Live events: other windows learn that a production has changed.

use crate::app::App;
use crate::problem::Problem;
use crate::state::events::{ALL, Change};
use axum::extract::{Path, State};
use axum::response::sse::{Event, KeepAlive, Sse};
use std::convert::Infallible;
use tokio_stream::{Stream, StreamExt};
use utoipa::operation;

fn told<S: Stream<Item = Event> + Send + 'static>(
    events: S,
) -> Sse<impl Stream<Item = Result<Event, Infallible>>> {
    Sse::new(events.map(Ok)).keep_alive(KeepAlive::default())
}

/// Follow every production, on one connection for a whole browser: an event named `change` for each new revision.
#[operation(get, "/events", tag = "productions", responses((status = 200, description = "Server-sent events: `change`, each a `Change` as JSON", content_type = "text/event-stream", body = Change)))]
pub async fn follow_all(
    State(app): State<App>,
) -> Result<Sse<impl Stream<Item = Result<Event, Infallible>>>, Problem> {
    Ok(told(app.events.changes()?.map(|change| {
        let event = Event::default().event("change");
        event.json_data(&change).expect("a change is JSON")
    })))
}

/// Follow a production: an event named `revision` with the new revision, whenever it changes.
#[operation(get, "/productions/{id}/events", tag = "productions", responses((status = 200, description = "Server-sent events: `revision` with the new revision", content_type = "text/event-stream", body = String)))]
pub async fn follow(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<Sse<impl Stream<Item = Result<Event, Infallible>>>, Problem> {
    let about = move |change: &Change| change.production == id || change.production == ALL;
    Ok(told(app.events.changes()?.filter(about).map(|change| {
        let event = Event::default().event("revision");
        event.data(change.revision.to_string())
    })))
}
