//! What a device is on the air.

use serde::{Deserialize, Serialize};
use transport::radio::Budget;
use units::quantity::Span;
use utoipa::ToSchema;

/// A transmitter's or a receiver's part of a radio system. Licences, permitted bands and powers
/// are local law: these are the maker's figures.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Radio {
    /// Only devices of one system pair: `pellow-w1`.
    pub system: String,
    /// The band, in words: *5 GHz*. Systems of one band share the air.
    pub band: String,
    /// The middle of the band, in megahertz.
    pub frequency_mhz: u32,
    /// What it radiates, antenna included, in dBm; for a transmitter.
    #[serde(default)]
    pub radiated_dbm: i32,
    /// The weakest signal that it works with, antenna included, in dBm; for a receiver.
    #[serde(default)]
    pub sensitivity_dbm: i32,
    /// Channels that don't overlap.
    pub channels: u8,
    /// From the middle of one channel to the next, in megahertz; not known where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub step_mhz: Option<u32>,
    /// Receivers at most, for a transmitter.
    #[serde(default)]
    pub receivers: usize,
    /// For sound: from full scale down to the noise of the link, in decibels.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sound_range_db: Option<f64>,
    /// For a transmitter that is tuned by hand: from where to where, in which steps.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tuning: Option<Tuning>,
    /// How long its battery lasts.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub battery: Option<Span>,
    /// App viewers at most, for a transmitter.
    #[serde(default)]
    pub viewers: usize,
}

/// What a transmitter can be tuned to, in kilohertz.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Tuning {
    /// The lowest.
    pub from_khz: u32,
    /// The highest.
    pub to_khz: u32,
    /// From one to the next.
    pub step_khz: u32,
}

impl Radio {
    /// The middle of a channel, from 1, in megahertz, where the step between them is known.
    pub fn channel_mhz(&self, channel: u8) -> Option<f64> {
        let step = f64::from(self.step_mhz?);
        let middle = (f64::from(self.channels) + 1.0) / 2.0;
        Some(f64::from(self.frequency_mhz) + (f64::from(channel) - middle) * step)
    }
}

impl Tuning {
    /// Whether it can be tuned so.
    pub fn holds(&self, khz: u32) -> bool {
        (self.from_khz..=self.to_khz).contains(&khz)
            && (khz - self.from_khz).is_multiple_of(self.step_khz.max(1))
    }
}

impl Radio {
    /// The link from this transmitter to a receiver.
    pub fn budget_to(&self, receiver: &Self) -> Budget {
        Budget {
            frequency_mhz: f64::from(self.frequency_mhz),
            radiated_dbm: f64::from(self.radiated_dbm),
            sensitivity_dbm: f64::from(receiver.sensitivity_dbm),
        }
    }
}
