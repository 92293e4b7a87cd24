//! The catalogue and the pages of the findings.

use crate::App;
use axum::Json;
use axum::extract::State;
use serde::Serialize;
use utoipa::ToSchema;
use west_rail_core::catalogue::Catalogue;
use west_rail_core::document::{RULES, RulePage};
use west_rail_core::finding::{CodePage, PAGES};

/// What can be put to use, and what each finding means.
#[derive(Serialize, ToSchema)]
pub struct Reference {
    /// Devices, cables, codecs, media.
    catalogue: &'static Catalogue,
    /// A page for each code.
    findings: &'static [CodePage],
    /// The house rules between schools, with both sides' reasons.
    rules: &'static [RulePage],
    /// The largest production file that is taken, in bytes.
    file_bytes: usize,
}

/// The catalogue, and what each finding means.
#[utoipa::path(get, path = "/api/catalogue", tag = "catalogue", responses((status = 200, body = Reference)))]
pub async fn all(State(app): State<App>) -> Json<Reference> {
    Json(Reference {
        catalogue: app.catalogue,
        findings: PAGES,
        rules: RULES,
        file_bytes: crate::FILE_BYTES,
    })
}
