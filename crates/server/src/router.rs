//! Every route, with its guards.

use crate::app::{App, FILE_BYTES};
use crate::{api, frontend, guard, problem};
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::http::{HeaderName, HeaderValue, header};
use std::time::Duration;
use tower_http::CompressionLevel;
use tower_http::catch_panic::CatchPanicLayer;
use tower_http::compression::CompressionLayer;
use tower_http::set_header::SetResponseHeaderLayer;
use tower_http::timeout::RequestBodyTimeoutLayer;
use tower_http::trace::TraceLayer;

/// Between two parts of a request's body.
const BODY: Duration = Duration::from_secs(10);

const POLICY: &str = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; \
                      font-src 'self'; connect-src 'self'; worker-src 'self'; base-uri 'none'; form-action 'none'; \
                      frame-ancestors 'none'";

/// Every route, with its guards.
pub fn router(app: App) -> Router {
    let header =
        |name, value| SetResponseHeaderLayer::overriding(name, HeaderValue::from_static(value));
    Router::new()
        .nest("/api", api::routes())
        .fallback(frontend::serve)
        .layer(DefaultBodyLimit::max(FILE_BYTES))
        .layer(RequestBodyTimeoutLayer::new(BODY))
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
