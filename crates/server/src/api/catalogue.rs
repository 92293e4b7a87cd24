//! The catalogue and the pages of the findings.

use super::body::Path;
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use check::{CodePage, PAGES};
use model::catalogue::Catalogue;
use model::document::{RULES, RulePage};
use report::{Choosable, Offers, choosable, offers};
use serde::Serialize;
use std::borrow::Cow;
use std::collections::BTreeMap;
use utoipa::{ToSchema, operation};

/// What can be put to use, and what each finding means.
#[derive(Serialize, ToSchema)]
pub struct Reference {
    /// Devices, cables, codecs, media: of a production, with its custom ones in the place of those
    /// with their ids.
    catalogue: Cow<'static, Catalogue>,
    /// What can be chosen on each device, by its id.
    choosable: BTreeMap<String, Choosable>,
    /// A page for each code.
    findings: &'static [CodePage],
    /// The house rules between schools, with both sides' reasons.
    rules: &'static [RulePage],
    /// What the editor of devices and the settings of recorders offer.
    offers: Offers,
    /// The largest production file that is taken, in bytes.
    file_bytes: usize,
}

/// The catalogue, and what each finding means.
#[operation(get, "/catalogue", tag = "catalogue", answers = Reference)]
pub async fn all(State(app): State<App>) -> Json<Reference> {
    Json(Reference::of(Cow::Borrowed(app.catalogue)))
}

/// The catalogue that a production sees.
#[operation(get, "/productions/{id}/catalogue", tag = "catalogue", answers = Reference)]
pub async fn of_production(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<Json<Reference>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        Ok(Json(Reference::of(shipped.with(&kept.production.custom))))
    })
    .await
}

impl Reference {
    fn of(catalogue: Cow<'static, Catalogue>) -> Self {
        Self {
            choosable: choosable(&catalogue),
            catalogue,
            findings: PAGES,
            rules: RULES,
            offers: offers(),
            file_bytes: crate::app::FILE_BYTES,
        }
    }
}
