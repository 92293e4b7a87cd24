//! Who is told that a production has changed.

use crate::problem::Problem;
use serde::Serialize;
use std::sync::Arc;
use tokio::sync::{Semaphore, broadcast, watch};
use tokio_stream::wrappers::{BroadcastStream, WatchStream};
use tokio_stream::{Stream, StreamExt};
use utoipa::ToSchema;

/// In the place of a production's id: all of them.
pub const ALL: &str = "";

/// Streams of events at once: each holds a connection for good.
pub const STREAMS: usize = 200;

/// Who is told of changes.
#[derive(Clone)]
pub struct Events {
    sender: broadcast::Sender<Change>,
    stopping: watch::Receiver<bool>,
    places: Arc<Semaphore>,
}

/// A production has a new revision.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Change {
    /// Its id; empty where any may have changed.
    pub production: String,
    /// Its revision; 0 says that something was missed: look again.
    pub revision: u64,
}

impl Events {
    pub fn new(stopping: watch::Receiver<bool>) -> Self {
        Self {
            sender: broadcast::channel(256).0,
            stopping,
            places: Arc::new(Semaphore::new(STREAMS)),
        }
    }

    /// Tells every window. Nobody listening is fine.
    pub fn tell(&self, production: &str, revision: u64) {
        let _ = self.sender.send(Change {
            production: production.into(),
            revision,
        });
    }

    /// What is told from now on, until the server ends: a stream would keep it from ending.
    pub fn changes(&self) -> Result<impl Stream<Item = Change> + use<>, Problem> {
        let place = self.places.clone().try_acquire_owned();
        let place = place.map_err(|_| {
            Problem::busy(format!(
                "{STREAMS} windows are followed already: close some, or ask again later"
            ))
        })?;
        let changes = BroadcastStream::new(self.sender.subscribe());
        // A window that lagged behind is told to look again: revision 0 is older than any.
        let missed = Change {
            production: ALL.into(),
            revision: 0,
        };
        let changes = changes.map(move |change| Some(change.unwrap_or_else(|_| missed.clone())));
        let end = WatchStream::from_changes(self.stopping.clone()).map(|_| None);
        let changes = changes.merge(end).take_while(Option::is_some);
        Ok(changes.filter_map(move |change| {
            // The place is free when the stream ends.
            let _held = &place;
            change
        }))
    }
}
