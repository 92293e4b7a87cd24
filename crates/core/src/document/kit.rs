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

/// How many the kit is to hold of one thing; a count that isn't named stays.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitChange {
    /// The catalogue's id of a device, cable or medium.
    pub item: String,
    /// For cables: how long.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<Length>,
    /// How many are owned.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub quantity: Option<u32>,
    /// How many are hired.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hired: Option<u32>,
}

impl KitLine {
    /// How many there are, owned and hired.
    pub fn there(&self) -> u32 {
        self.quantity.saturating_add(self.hired)
    }
}
