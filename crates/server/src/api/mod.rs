//! The API: REST with JSON, described by OpenAPI.

mod backups;
mod body;
mod catalogue;
mod chain;
mod description;
mod edits;
mod gear;
mod media;
mod power;
mod productions;
mod questions;
mod recordings;
mod rig;
mod sent;
mod setup;
mod sound;
mod sums;
mod time;
mod told;
mod ways;

utoipa::description! {
    pub use description::openapi;
}
pub use productions::Workspace;
pub use sent::Sent;
pub use time::Listeners;
pub use told::Lately;

use crate::problem::Problem;
use crate::{App, EDIT_BYTES, events};
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use axum::routing::{get, post};

/// Every route under `/api`.
pub fn routes() -> Router<App> {
    let large = Router::new()
        .route("/productions/import", post(productions::import))
        .route("/timecode/head", post(time::new_head));
    // A recording of hours is looked at as it comes, and never held.
    let endless = Router::new()
        .route("/wav", post(sound::read_wav))
        .route("/timecode/read", post(time::read_ltc))
        .layer(DefaultBodyLimit::disable());
    Router::new()
        .route("/openapi.json", get(described))
        .route("/catalogue", get(catalogue::all))
        .route("/events", get(events::follow_all))
        .route("/packages", get(productions::offered))
        .route("/record-time", post(sums::record_time))
        .route(
            "/productions",
            get(productions::list).post(productions::create),
        )
        .route(
            "/productions/{id}",
            get(productions::read).delete(productions::delete),
        )
        .route("/productions/{id}/glance", get(productions::at_a_glance))
        .route("/productions/{id}/restore", post(productions::restore))
        .route("/productions/{id}/duplicate", post(productions::duplicate))
        .route("/productions/{id}/file", get(productions::export))
        .route("/productions/{id}/events", get(events::follow))
        .route("/productions/{id}/commands", post(edits::edit))
        .route("/productions/{id}/undo", post(edits::undo))
        .route("/productions/{id}/redo", post(edits::redo))
        .route("/productions/{id}/outlook", post(questions::outlook))
        .route("/productions/{id}/working", get(questions::working))
        .route("/productions/{id}/fixes", get(questions::fixes))
        .route("/productions/{id}/inputs", get(questions::inputs))
        .route("/productions/{id}/sources", get(questions::sources_of))
        .route("/productions/{id}/formats", get(questions::formats))
        .route("/productions/{id}/setup", post(setup::set_up_floor))
        .route("/productions/{id}/join", post(setup::join_two))
        .route("/productions/{id}/start", post(setup::start))
        .route("/productions/{id}/alike", post(setup::alike))
        .route("/productions/{id}/safe-fixes", get(setup::safe))
        .route("/productions/{id}/line", post(questions::line))
        .route("/productions/{id}/routes", get(ways::routes))
        .route("/productions/{id}/catalogue", get(catalogue::of_production))
        .route("/productions/{id}/follow", get(ways::follow_path))
        .route("/productions/{id}/modes", get(ways::modes_of))
        .route("/productions/{id}/compare", get(ways::compare))
        .route("/productions/{id}/kit", get(gear::kit_lines))
        .route("/productions/{id}/cost", get(gear::cost_of))
        .route("/productions/{id}/search", get(gear::search))
        .route("/productions/{id}/entry", post(gear::entry))
        .route(
            "/productions/{id}/entries",
            get(gear::write_entries).post(gear::read_entries),
        )
        .route("/productions/{id}/day", get(media::plan))
        .route("/productions/{id}/media-plan.csv", get(media::csv))
        .route("/productions/{id}/choices", post(media::choices))
        .route("/productions/{id}/sound", post(sound::tried))
        .route("/productions/{id}/schools", get(sound::schools))
        .route("/productions/{id}/chain-working", get(sound::chain_level))
        .route("/productions/{id}/gains", get(sound::gains))
        .route("/productions/{id}/track-presets", get(sound::presets))
        .route("/productions/{id}/tracks.csv", get(sound::tracks_csv))
        .route("/productions/{id}/tracks.ixml", get(sound::tracks_ixml))
        .route("/tone.wav", get(sound::tone_wav))
        .route("/productions/{id}/sync", get(time::sync_floor))
        .route("/productions/{id}/power-unit", get(power::power_a_unit))
        .route("/timecode.wav", get(time::make_ltc))
        .route("/timecode/compare", post(time::compare_ltc))
        .route("/timecode/live", post(time::hear_live))
        .route("/timecode/labels", get(time::labels))
        .route("/calculator", post(sums::calculator))
        .route("/time-table", post(sums::time_table))
        .route("/edid", post(gear::edid))
        .layer(DefaultBodyLimit::max(EDIT_BYTES))
        .merge(large)
        .merge(endless)
        .merge(backups::routes())
        .merge(rig::routes())
        .fallback(nothing_here)
}

async fn nothing_here() -> Response {
    Problem::missing(
        "there is nothing at this address of the API; /api/openapi.json lists what there is",
    )
    .into_response()
}

/// The description as it is committed, which a test holds to [`openapi`]: to make it takes more memory than all
/// else that the server does.
async fn described() -> Response {
    let text = include_str!("../../../../web/openapi.json");
    ([(header::CONTENT_TYPE, "application/json")], text).into_response()
}
