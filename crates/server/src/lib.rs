//! West Rail over HTTP: handlers that only translate between requests, the store and the core.
//! Knows no rule of the job.

#![warn(missing_docs)]

mod api;
mod events;
mod frontend;
mod guard;
mod problem;
mod serve;
mod work;

utoipa::description! {
    pub use api::openapi;
}
pub use serve::serve;

use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::http::{HeaderName, HeaderValue, header};
use events::Events;
use model::catalogue::Catalogue;
use std::sync::Arc;
use store::Store;
use tokio::sync::watch;
use tower_http::CompressionLevel;
use tower_http::catch_panic::CatchPanicLayer;
use tower_http::compression::CompressionLayer;
use tower_http::set_header::SetResponseHeaderLayer;
use tower_http::timeout::RequestBodyTimeoutLayer;
use tower_http::trace::TraceLayer;

/// What every handler sees.
#[derive(Clone)]
pub struct App {
    store: Arc<Store>,
    catalogue: &'static Catalogue,
    events: Events,
    cache: api::WorkspaceCache,
    lanes: work::Lanes,
    listeners: Arc<api::Listeners>,
    sent: Arc<api::Sent>,
}

/// The largest body of an edit, in bytes.
pub const EDIT_BYTES: usize = 2_000_000;
/// The largest production file that is taken, in bytes.
pub const FILE_BYTES: usize = 20_000_000;

const POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; \
                      font-src 'self'; connect-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'none'; \
                      frame-ancestors 'none'";

impl App {
    /// An application over a data file. `stopping` turns true when the server is to end.
    pub fn new(store: Store, stopping: watch::Receiver<bool>) -> Self {
        Self {
            store: Arc::new(store),
            catalogue: Catalogue::shipped(),
            events: Events::new(stopping),
            cache: api::WorkspaceCache::default(),
            lanes: work::Lanes::default(),
            listeners: Arc::default(),
            sent: Arc::default(),
        }
    }
}

/// Every route, with its guards.
pub fn router(app: App) -> Router {
    let header =
        |name, value| SetResponseHeaderLayer::overriding(name, HeaderValue::from_static(value));
    Router::new()
        .nest("/api", api::routes())
        .fallback(frontend::serve)
        .layer(DefaultBodyLimit::max(FILE_BYTES))
        .layer(RequestBodyTimeoutLayer::new(serve::BODY))
        .layer(CatchPanicLayer::custom(problem::of_panic))
        // What is shipped is compressed already; an answer is waited for.
        .layer(CompressionLayer::new().quality(CompressionLevel::Fastest))
        .layer(TraceLayer::new_for_http())
        .layer(axum::middleware::from_fn(guard::same_host))
        .layer(header(header::CONTENT_SECURITY_POLICY, POLICY))
        .layer(header(
            HeaderName::from_static("cross-origin-resource-policy"),
            "same-origin",
        ))
        .layer(header(
            HeaderName::from_static("cross-origin-opener-policy"),
            "same-origin",
        ))
        .layer(header(header::X_CONTENT_TYPE_OPTIONS, "nosniff"))
        .layer(header(header::REFERRER_POLICY, "no-referrer"))
        .with_state(app)
}
