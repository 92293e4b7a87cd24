//! West Rail over HTTP: handlers that only translate between requests, the store and the core.
//! Knows no rule of the job.

#![warn(missing_docs)]

mod api;
mod app;
mod frontend;
mod guard;
mod problem;
mod router;
mod serve;
mod state;
mod work;
mod workspace;

utoipa::description! {
    pub use api::openapi;
}
pub use app::{App, EDIT_BYTES, FILE_BYTES};
pub use router::router;
pub use serve::serve;
