//! What the server holds while it runs.

use crate::state::cache::WorkspaceCache;
use crate::state::events::Events;
use crate::state::listeners::Listeners;
use crate::state::sent::Sent;
use crate::work;
use model::catalogue::Catalogue;
use std::sync::Arc;
use store::Store;
use tokio::sync::watch;

/// What every handler sees.
#[derive(Clone)]
pub struct App {
    pub(crate) store: Arc<Store>,
    pub(crate) catalogue: &'static Catalogue,
    pub(crate) events: Events,
    pub(crate) cache: WorkspaceCache,
    pub(crate) lanes: work::Lanes,
    pub(crate) listeners: Arc<Listeners>,
    pub(crate) sent: Arc<Sent>,
}

/// The largest body of an edit, in bytes.
pub const EDIT_BYTES: usize = 2_000_000;
/// The largest production file that is taken, in bytes.
pub const FILE_BYTES: usize = 20_000_000;

impl App {
    /// An application over a data file. `stopping` turns true when the server is to end.
    pub fn new(store: Store, stopping: watch::Receiver<bool>) -> Self {
        Self {
            store: Arc::new(store),
            catalogue: Catalogue::shipped(),
            events: Events::new(stopping),
            cache: WorkspaceCache::default(),
            lanes: work::Lanes::default(),
            listeners: Arc::default(),
            sent: Arc::default(),
        }
    }
}
