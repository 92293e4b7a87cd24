//! What is set for a clock: how it gets its time, and what was measured of it.

use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::Ppm;
use units::timecode::UserBits;
use utoipa::ToSchema;

/// What is set for a device that keeps time. What isn't said follows from the cables: it is fed where
/// something feeds it, else set once by the master.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct ClockSetting {
    /// How it gets its time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub way: Option<ClockWay>,
    /// What was measured of it, in the place of its maker's figure.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub measured: Option<MeasuredClock>,
    /// The offset that is entered in its menu, in frames.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub offset_frames: Option<i8>,
    /// The user bits that it sends or records.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub user_bits: Option<UserBits>,
}

impl ClockSetting {
    pub(super) fn is_usual(&self) -> bool {
        *self == Self::default()
    }

    /// Within what is taken.
    pub fn check(&self) -> Result<(), String> {
        let measured = self.measured.as_ref();
        if measured.is_some_and(|measured| measured.ppm.0.abs() > Ppm::MOST.0) {
            return Err("a clock is measured to be off by 10,000 ppm at most".into());
        }
        if measured.is_some_and(|measured| measured.from.len() > 200) {
            return Err("where a clock was measured is said in 200 letters at most".into());
        }
        Ok(())
    }
}

/// How a device gets its time.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ClockWay {
    /// Set once by the master, then on its own: jammed.
    Jammed,
    /// On its own from the start.
    FreeRun,
    /// Counting only while it records.
    RecordRun,
}

/// A clock that was measured on a bench.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeasuredClock {
    /// How far it was off.
    #[schema(value_type = String)]
    pub ppm: Ppm,
    /// Where that is from: the recordings that were compared.
    pub from: String,
}
