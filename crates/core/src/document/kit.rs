//! What the kit holds.

use crate::quantity::Length;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A line of the kit: so many of one thing.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitLine {
    /// The catalogue's id of a device, cable or medium.
    pub item: String,
    /// For cables: how long.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<Length>,
    /// How many are owned.
    pub quantity: u32,
    /// How many are hired.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub hired: u32,
}

fn is_zero(count: &u32) -> bool {
    *count == 0
}

impl KitLine {
    /// How many there are, owned and hired.
    pub fn there(&self) -> u32 {
        self.quantity.saturating_add(self.hired)
    }
}
