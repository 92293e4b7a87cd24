//! Power: ways to power a unit.

use super::question::{Question, of_build};
use crate::problem::Problem;
use axum::Json;
use plan::setup::{PowerProposal, power_unit};
use serde::Deserialize;
use units::quantity::Span;
use utoipa::{IntoParams, operation};

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
#[operation(get, "/productions/{id}/power-unit", tag = "power", params(UnitQuery), answers = Vec<PowerProposal>)]
pub async fn power_a_unit(
    question: Question<UnitQuery>,
) -> Result<Json<Vec<PowerProposal>>, Problem> {
    question
        .search(|on, _| {
            let (unit, length) = (&on.asked.unit, on.asked.length);
            let found = power_unit(on.production, &on.build.id, unit, length, on.shipped);
            found
                .ok_or_else(|| Problem::refused(format!("there is no unit “{unit}” in this build")))
        })
        .await
}

of_build!(UnitQuery);
