//! Small things between a cable and a socket: adapters, barrels, elbows, clamps.

use serde::{Deserialize, Serialize};
use transport::connector::Connector;
use utoipa::ToSchema;

/// What a small thing does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum AdapterKind {
    /// Turns one plug into another.
    Gender,
    /// Turns a plug around a corner.
    Elbow,
    /// Joins two cables.
    Barrel,
    /// Holds a plug in its socket, so that a pull takes the clamp and not the socket.
    Clamp,
    /// Makes sound softer.
    Pad,
    /// Parts the grounds of two ends, and stops 48 V.
    Transformer,
}

/// An adapter, barrel, elbow or clamp.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Adapter {
    /// The catalogue's id: `hdmi-d-to-a`.
    pub id: String,
    /// Its name in full.
    pub name: String,
    /// What it does.
    pub kind: AdapterKind,
    /// The cable's plug that it takes.
    pub takes: Connector,
    /// The socket that it goes into.
    pub into: Connector,
    /// How much softer it makes sound, in decibels.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub pad_db: f64,
}

fn is_zero(decibels: &f64) -> bool {
    *decibels == 0.0
}

impl Adapter {
    /// What each adapter, barrel or elbow on a coaxial run costs, in decibels: a guide.
    pub const LOSS_DB: f64 = 0.5;

    /// What it costs a coaxial run, in decibels.
    pub fn loss_db(&self) -> f64 {
        if self.kind != AdapterKind::Clamp && self.into.facts().coaxial {
            Self::LOSS_DB
        } else {
            0.0
        }
    }
}
