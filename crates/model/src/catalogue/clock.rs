//! Clocks: how true they run, what they hold through, whom they talk to.

use serde::{Deserialize, Serialize};
use units::quantity::{Ppm, Span};
use units::timecode::TimecodeRate;
use utoipa::ToSchema;

/// What a maker says of a device's clock.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Clock {
    /// How far it may be off when it runs on its own, either way, once it is warm.
    #[schema(value_type = String)]
    pub accuracy: Ppm,
    /// Whether its crystal is compensated for temperature.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub compensated: bool,
    /// How long it wants to be on before it runs so true.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub warm_up: Option<Span>,
    /// How long it goes on counting without power; not at all where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub holds: Option<Span>,
    /// What it can count; anything where none is named.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub rates: Vec<TimecodeRate>,
    /// By how many frames it is late when it is fed by cable.
    #[serde(default, skip_serializing_if = "is_nothing")]
    pub late_frames: i8,
    /// The radio by which it follows others of its kind, all the time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub radio: Option<String>,
    /// Whether it is made to lead others.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub leads: bool,
    /// For a body without timecode of its own: an audio track is spent on it.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub on_track: bool,
}

fn is_nothing(frames: &i8) -> bool {
    *frames == 0
}

impl Clock {
    /// Of a device of which its maker says nothing: an ordinary crystal.
    pub const ORDINARY: Ppm = Ppm(25_000);

    /// Figures that can be computed with.
    pub fn check(&self) -> Result<(), &'static str> {
        (0..=Ppm::MOST.0)
            .contains(&self.accuracy.0)
            .then_some(())
            .ok_or("a clock’s accuracy is 0 to 10,000 ppm")
    }
}
