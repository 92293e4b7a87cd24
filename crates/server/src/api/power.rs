//! Power: ways to power a unit.

use super::body::{Path, Query};
use super::productions::no_build;
use crate::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::State;
use plan::setup::{PowerProposal, power_unit};
use serde::Deserialize;
use units::quantity::Span;
use utoipa::IntoParams;

/// Which unit, and for how long.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct UnitQuery {
    /// The build.
    build: String,
    /// The unit.
    unit: String,
    /// How long the day is: 10 h.
    #[param(value_type = String)]
    length: Span,
}

/// Ways to power everything in a unit for so long, each one edit: empty where nothing in it draws power, or
/// nothing does it.
#[utoipa::path(get, path = "/api/productions/{id}/power-unit", tag = "power", params(("id" = String, Path, description = "The production’s id."), UnitQuery),
    responses((status = 200, body = Vec<PowerProposal>), (status = 404, body = Problem), (status = 422, body = Problem)))]
pub async fn power_a_unit(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<UnitQuery>,
) -> Result<Json<Vec<PowerProposal>>, Problem> {
    app.search(id, move |kept, catalogue, _| {
        let production = &kept.production;
        if production.build(&query.build).is_none() {
            return Err(no_build(&query.build));
        }
        let found = power_unit(
            production,
            &query.build,
            &query.unit,
            query.length,
            catalogue,
        );
        found.map(Json).ok_or_else(|| {
            Problem::refused(format!("there is no unit “{}” in this build", query.unit))
        })
    })
    .await
}
