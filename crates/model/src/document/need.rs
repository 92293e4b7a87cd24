//! What people need at a screen or a recorder.

use super::Handle;
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::format::{Depth, Quality, Raster, Sampling};
use units::quantity::{Delay, Span};
use utoipa::ToSchema;

/// Why somebody must get a picture: it decides how late it may be.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Purpose {
    /// To operate the camera.
    Operating,
    /// To pull focus.
    Focus,
    /// To direct.
    Directing,
    /// To follow, as a client or guest.
    Client,
    /// Live, in sight of the stage.
    Stage,
    /// To record.
    Record,
}

/// What a destination must get.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Need {
    /// Short id.
    pub id: Handle,
    /// The screen or recorder.
    pub at: Handle,
    /// What for.
    pub purpose: Purpose,
    /// The camera it must be; any where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub of: Option<Handle>,
    /// At least this raster.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub raster: Option<Raster>,
    /// At least this sampling.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sampling: Option<Sampling>,
    /// At least this depth.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bits: Option<Depth>,
    /// Without overlays.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub clean: bool,
    /// With the look, or without it; as it comes where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub look: Option<bool>,
    /// Within this delay; the house rule's for the purpose where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub within: Option<Delay>,
    /// Sound channels that must come along.
    #[serde(default)]
    pub sound: usize,
    /// For a recorder: how long it must run without a change.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length: Option<Span>,
}

impl Need {
    /// The quality that it asks for, in full: what it doesn't say is as it comes.
    pub fn quality(&self, comes: Quality) -> Quality {
        Quality {
            raster: self.raster.unwrap_or(comes.raster),
            sampling: self.sampling.unwrap_or(comes.sampling),
            bits: self.bits.unwrap_or(comes.bits),
        }
    }

    /// A need that asks for nothing but a picture in time.
    pub fn at(id: &str, at: &str, purpose: Purpose) -> Self {
        Self {
            id: id.into(),
            at: at.into(),
            purpose,
            of: None,
            raster: None,
            sampling: None,
            bits: None,
            clean: false,
            look: None,
            within: None,
            sound: 0,
            length: None,
        }
    }
}
