//! What sits on what: joints of a build’s rigs.

use super::{Limits, PortRef};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A part’s fastening on another’s. The first joint of a part places it; further ones hold it as well.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Joint {
    /// The fastening that sits: `a-handle.foot`.
    #[schema(value_type = String)]
    pub part: PortRef,
    /// The fastening that carries: `a-cage.top`.
    #[schema(value_type = String)]
    pub onto: PortRef,
    /// How far along the rail, in millimetres.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub slide: i32,
    /// How far it is turned about the fastening, in degrees.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub turn: i32,
    /// How far it is tilted, in degrees.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub tilt: i32,
}

// serde hands over a reference.
#[allow(clippy::trivially_copy_pass_by_ref)]
fn is_zero(figure: &i32) -> bool {
    *figure == 0
}

impl Joint {
    /// At its middle, neither turned nor tilted.
    pub fn of(part: PortRef, onto: PortRef) -> Self {
        Self {
            part,
            onto,
            slide: 0,
            turn: 0,
            tilt: 0,
        }
    }

    /// Within what is taken.
    pub fn check(&self) -> Result<(), String> {
        if self.slide.abs() > Limits::SLIDE {
            return Err(format!(
                "a part slides {} mm along at most, not {}",
                Limits::SLIDE,
                self.slide
            ));
        }
        if self.turn.abs() > 360 || self.tilt.abs() > 180 {
            return Err("a part is turned 360° and tilted 180° at most".into());
        }
        if self.part.device == self.onto.device {
            return Err(format!("{} can’t sit on itself", self.part.device));
        }
        Ok(())
    }
}
