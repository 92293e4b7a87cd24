//! What fits on which wire: SDI, HDMI, the coaxial and HDMI cables that carry them, and the
//! connectors at their ends. Pure arithmetic of the standards; knows nothing of devices.

#![warn(missing_docs)]

pub mod coax;
pub mod connector;
pub mod edid;
pub mod hdmi;
pub mod hdmi_cable;
pub mod intermodulation;
mod not_carried;
pub mod radio;
pub mod sdi;
pub mod wire;

pub use not_carried::NotCarried;

/// How near a thing is to its limit.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, serde::Serialize, utoipa::ToSchema,
)]
#[serde(rename_all = "lowercase")]
pub enum Margin {
    /// Within what is planned for.
    Ok,
    /// It works until something ordinary happens: from 90 % of the limit on.
    Caution,
    /// Beyond the limit.
    Stop,
}

impl Margin {
    /// Runs are planned to this share of their reach, in percent; from there on is a caution.
    pub const PLANNED_PERCENT: u64 = 90;

    /// The margin of `value` against `limit`, both in the same unit.
    pub fn of(value: u64, limit: u64) -> Self {
        if value > limit {
            Self::Stop
        } else if u128::from(value) * 100 >= u128::from(limit) * u128::from(Self::PLANNED_PERCENT) {
            Self::Caution
        } else {
            Self::Ok
        }
    }
}
