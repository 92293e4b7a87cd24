//! What the kit holds.

use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{Length, Money};
use utoipa::ToSchema;

/// A line of the kit: so many of one thing.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[difference(absent(item, length))]
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
    /// What one costs that is bought.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub price: Option<Money>,
    /// What one costs a day that is hired.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub day_rate: Option<Money>,
    /// Whose they are, as it stands on their labels.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub owner: String,
}

fn is_zero(count: &u32) -> bool {
    *count == 0
}

/// How many the kit is to hold of one thing; a count that isn't named stays.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
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
    /// What one costs that is bought; an amount of nothing says that it isn't known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub price: Option<Money>,
    /// What one costs a day that is hired; an amount of nothing says that it isn't known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub day_rate: Option<Money>,
    /// Whose they are, as it stands on their labels; empty where nobody says.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub owner: Option<String>,
}

impl KitChange {
    /// So many more or less of something, or nothing changed yet.
    pub fn of(item: impl Into<String>, length: Option<Length>) -> Self {
        Self {
            item: item.into(),
            length,
            ..Self::default()
        }
    }
}

impl KitLine {
    /// So many of something that are owned.
    pub fn owned(item: impl Into<String>, length: Option<Length>, quantity: u32) -> Self {
        Self {
            item: item.into(),
            length,
            quantity,
            ..Self::default()
        }
    }

    /// Whether there is any, or its owner or what it costs is known: that is kept of what there is none of as well.
    pub(super) fn says_something(&self) -> bool {
        self.there() > 0
            || self.price.is_some()
            || self.day_rate.is_some()
            || !self.owner.is_empty()
    }

    /// How many there are, owned and hired.
    pub fn there(&self) -> u32 {
        self.quantity.saturating_add(self.hired)
    }
}
