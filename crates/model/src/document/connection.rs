//! A cable from an output to an input, or a radio pairing.

use super::{Handle, PortRef};
use difference::Difference;
use serde::{Deserialize, Serialize};
use transport::radio::Surroundings;
use units::quantity::Length;
use utoipa::ToSchema;

/// A cable (or a radio pairing) from an output to an input.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Connection {
    /// Short id.
    pub id: Handle,
    /// The output.
    pub from: PortRef,
    /// The input.
    pub to: PortRef,
    /// The catalogue's id of the cable.
    pub cable: Handle,
    /// How long it is; for a radio pairing, the distance.
    pub length: Length,
    /// For a radio pairing: what stands between the antennas.
    #[serde(default, skip_serializing_if = "is_open")]
    pub surroundings: Surroundings,
    /// Adapters, barrels, elbows and clamps on it, by id.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub adapters: Vec<Handle>,
}

fn is_open(surroundings: &Surroundings) -> bool {
    *surroundings == Surroundings::Open
}

impl Connection {
    /// A plain cable, with nothing on it.
    pub fn between(id: &str, from: PortRef, to: PortRef, cable: &str, length: Length) -> Self {
        Self {
            id: id.into(),
            from,
            to,
            cable: cable.into(),
            length,
            surroundings: Surroundings::Open,
            adapters: Vec::new(),
        }
    }
}
