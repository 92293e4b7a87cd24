//! The API: REST with JSON, described by OpenAPI.

mod backups;
mod body;
mod catalogue;
mod description;
mod edits;
mod events;
mod gear;
mod media;
mod power;
mod productions;
mod question;
mod questions;
mod recordings;
mod rig;
mod setup;
mod sound;
mod sums;
mod time;
mod ways;

utoipa::description! {
    pub use description::openapi;
}

use crate::app::{App, EDIT_BYTES};
use crate::problem::Problem;
use axum::Router;
use axum::extract::DefaultBodyLimit;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use axum::routing::get;

/// Lists every operation, once: for the router, each with the others that take bodies as large, and for the description.
macro_rules! operations {
    ($($bodies:ident { $($room:ident: $($name:ident),+;)+ })+) => {
        $(fn $bodies() -> Router<App> {
            Router::new()$($(.route($room::$name::PATH, $room::$name::method()))+)+
        })+

        utoipa::description! {
            #[derive(utoipa::OpenApi)]
            #[openapi(paths($($($($room::$name),+),+),+))]
            pub struct Operations;
        }
    };
}

operations! {
    small {
        catalogue: all, of_production;
        sums: record_time, calculator, time_table;
        media: plan, csv, choices;
        sound: tried, schools, chain_level, gains, presets, tracks_csv, tracks_ixml, tone_wav;
        time: sync_floor, make_ltc, compare_ltc, hear_live, labels;
        power: power_a_unit;
        rig: rigs, slid, rig_change, check_line, mount, seats, packed;
        productions: list, offered, at_a_glance, create, read, delete, restore, duplicate, export;
        events: follow, follow_all;
        backups: save_backup, undo_restore;
        edits: edit, undo, redo;
        questions: outlook, working, fixes, remedies, inputs, sources_of, formats, line;
        setup: set_up_floor, join_two, start, alike, safe;
        ways: routes, follow_path, modes_of, compare;
        gear: kit_lines, cost_of, search, edid, entry, read_entries, write_entries;
    }
    files {
        productions: import;
        time: new_head;
    }
    // A recording of hours is looked at as it comes, and never held; a backup is written to a file as it comes.
    endless {
        sound: read_wav;
        time: read_ltc;
        backups: restore_backup;
    }
}

/// Every route under `/api`.
pub fn routes() -> Router<App> {
    small()
        .route("/openapi.json", get(described))
        .layer(DefaultBodyLimit::max(EDIT_BYTES))
        .merge(files())
        .merge(endless().layer(DefaultBodyLimit::disable()))
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
