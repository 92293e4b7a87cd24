//! The API: REST with JSON, described by OpenAPI.

mod backups;
mod body;
mod catalogue;
mod chain;
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

pub use productions::Workspace;
pub use sent::Sent;
pub use time::Listeners;
pub use told::Lately;

use crate::problem::{PROBLEM, Problem};
use crate::{App, EDIT_BYTES, events};
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use axum::routing::{get, post};
use utoipa::OpenApi;
use utoipa::openapi::path::Operation;
use utoipa::openapi::{Content, Ref, RefOr, ResponseBuilder};

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

#[derive(OpenApi)]
#[openapi(
    info(
        title = "West Rail",
        description = "Maps the picture, sound, timecode and recording path of a camera package."
    ),
    paths(
        catalogue::all,
        catalogue::of_production,
        sums::record_time,
        sums::calculator,
        sums::time_table,
        media::plan,
        media::csv,
        media::choices,
        sound::tried,
        sound::schools,
        sound::chain_level,
        sound::gains,
        sound::presets,
        sound::tracks_csv,
        sound::tracks_ixml,
        sound::tone_wav,
        sound::read_wav,
        time::sync_floor,
        power::power_a_unit,
        rig::rigs,
        rig::slid,
        rig::rig_change,
        rig::check_line,
        rig::mount,
        rig::seats,
        rig::packed,
        time::make_ltc,
        time::read_ltc,
        time::compare_ltc,
        time::new_head,
        time::hear_live,
        time::labels,
        productions::list,
        productions::offered,
        productions::at_a_glance,
        productions::create,
        productions::read,
        productions::delete,
        productions::restore,
        productions::duplicate,
        productions::export,
        productions::import,
        events::follow,
        events::follow_all,
        backups::save_backup,
        backups::restore_backup,
        backups::undo_restore,
        edits::edit,
        edits::undo,
        edits::redo,
        questions::outlook,
        questions::working,
        questions::fixes,
        questions::inputs,
        questions::sources_of,
        questions::formats,
        setup::set_up_floor,
        setup::join_two,
        setup::start,
        setup::alike,
        setup::safe,
        questions::line,
        ways::routes,
        ways::follow_path,
        ways::modes_of,
        ways::compare,
        gear::kit_lines,
        gear::cost_of,
        gear::search,
        gear::edid,
        gear::entry,
        gear::read_entries,
        gear::write_entries,
    ),
    components(schemas(Problem, model::document::ProductionFile))
)]
struct Description;

/// The API's description.
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut api = Description::openapi();
    for item in api.paths.paths.values_mut() {
        let operations = [
            &mut item.get,
            &mut item.post,
            &mut item.put,
            &mut item.delete,
        ];
        for operation in operations.into_iter().flatten() {
            say_problems(operation);
        }
    }
    api
}

/// Every error is a problem, in the media type of problems, whichever operation it comes from: a
/// request that can't be read, one from another site's page, one that is too large, a fault of ours.
fn say_problems(operation: &mut Operation) {
    let problem = || {
        Content::builder()
            .schema(Some(Ref::from_schema_name("Problem")))
            .build()
    };
    let responses = &mut operation.responses.responses;
    for (status, response) in responses.iter_mut() {
        let RefOr::T(response) = response else {
            continue;
        };
        if status.starts_with(['4', '5']) {
            response.content.clear();
            response.content.insert(PROBLEM.into(), RefOr::T(problem()));
        }
    }
    let any = ResponseBuilder::new()
        .description("What went wrong, in a sentence")
        .content(PROBLEM, problem());
    responses.insert("default".into(), RefOr::T(any.build()));
}
