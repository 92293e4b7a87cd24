//! Power as the catalogue describes it: what a device draws, what its sockets give and take, what a battery
//! holds, what a cable loses. Figures are the makers' own; their instructions win.

use super::Condition;
use serde::{Deserialize, Serialize};
use std::{fmt, str::FromStr};
use transport::connector::Connector;
use units::quantity::{Amps, Percent, Span, Unreadable, VoltRange, Volts, WattHours, Watts};
use utoipa::ToSchema;

/// What a socket gives or takes of power.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PowerPort {
    /// For an outlet: what it gives.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub gives: Option<Gives>,
    /// For an input: the voltages that do it no harm and that it runs on; any where not said (a plate).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub takes: Option<VoltRange>,
    /// Which contact is what: *centre +*. Two that differ destroy what is plugged in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pins: Option<String>,
    /// The most current through it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub amps: Option<Amps>,
    /// The most power through it; for USB, the most that it offers, or the least that it starts with.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub watts: Option<Watts>,
    /// For USB: the highest step that it knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub step: Option<Volts>,
    /// For an input beside others: the lowest number that has power is the one in charge.
    #[serde(default, skip_serializing_if = "is_zero")]
    pub rank: u8,
    /// For an input that fills the device’s own battery and runs nothing.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub fills_only: bool,
}

fn is_zero(rank: &u8) -> bool {
    *rank == 0
}

/// What an outlet gives.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Gives {
    /// The voltage of the cells inside.
    Cells,
    /// The voltage that comes in, as it is.
    Through,
    /// A voltage of its own, whatever comes in.
    Regulated(Volts),
    /// USB: a step that both ends know.
    Usb,
}

impl fmt::Display for Gives {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Cells => f.write_str("cells"),
            Self::Through => f.write_str("through"),
            Self::Regulated(volts) => write!(f, "{volts}"),
            Self::Usb => f.write_str("usb"),
        }
    }
}

impl FromStr for Gives {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        Ok(match text.trim() {
            "cells" => Self::Cells,
            "through" => Self::Through,
            "usb" => Self::Usb,
            other => Self::Regulated(other.parse().map_err(|_| {
                let expected = "write cells, through, usb, or a voltage like 12 V";
                Unreadable::new(text, "what an outlet gives", expected)
            })?),
        })
    }
}

units::written_as_text!(Gives, "Gives", "12 V");

/// What a device draws, and how it passes power on.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DevicePower {
    /// While it works.
    #[serde(default, skip_serializing_if = "is_nothing")]
    pub typical: Watts,
    /// While it waits; as while it works where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub standby: Option<Watts>,
    /// For moments: motors that start, a screen at full, a drive that spins up.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub peak: Option<Watts>,
    /// While it works otherwise than usual: the first that applies.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub modes: Vec<PowerMode>,
    /// From switching on to ready.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub starts: Option<Span>,
    /// A battery of its own that takes over without a break.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own: Option<OwnBattery>,
    /// Whether it goes over from one input to the next without a break.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub takes_over: bool,
    /// An input that must have a battery on it, even where another feeds it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub must_hold: Option<String>,
    /// For several batteries: how they are used.
    #[serde(default, skip_serializing_if = "Joins::is_single")]
    pub joins: Joins,
    /// The most through all its outlets together.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub most: Option<Watts>,
    /// What its USB outlets share.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub usb_budget: Option<Watts>,
    /// How much of what goes into its regulated outlets comes out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub efficiency: Option<Percent>,
    /// Whether it is fed from the wall: it doesn’t end.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub mains: bool,
    /// For a charger.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub charger: Option<Charger>,
    /// What it weighs, in grams.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grams: Option<u32>,
}

fn is_nothing(watts: &Watts) -> bool {
    watts.0 == 0
}

/// What is drawn in a mode.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PowerMode {
    /// When it applies.
    pub when: Condition,
    /// What is drawn then.
    pub typical: Watts,
}

/// A battery inside a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnBattery {
    /// What it holds.
    pub holds: WattHours,
    /// What filling it draws.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fills: Option<Watts>,
    /// Whether it is filled only while the device is off.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub off_only: bool,
}

/// How several batteries are used.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Joins {
    /// There is one.
    #[default]
    Single,
    /// Together.
    Sharing,
    /// One after the other; a change of one doesn’t break the supply.
    HotSwap,
    /// One after the other.
    InTurn,
}

impl Joins {
    fn is_single(&self) -> bool {
        *self == Self::Single
    }
}

/// A charger.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Charger {
    /// Batteries that it holds.
    pub channels: u32,
    /// What it gives one.
    pub watts: Watts,
    /// What it takes them by; any where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mount: Option<Connector>,
    /// Whether it fills all of them at once; else in turn.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub at_once: bool,
}

/// A battery: what it holds and gives.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Battery {
    /// What it holds when new.
    pub holds: WattHours,
    /// Lithium-ion cells in series.
    pub cells: u32,
    /// The most current.
    pub amps: Amps,
    /// How its gauge reads.
    #[serde(default)]
    pub gauge: Gauge,
    /// The most that it takes at its input while it is filled; what the outlet gives where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fills: Option<Watts>,
    /// Whether it is filled only while it gives nothing.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub rest_only: bool,
    /// Its outlets go to sleep where less is drawn from all of them together (the hold current).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub least: Option<Watts>,
}

/// How a battery says how full it is.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Gauge {
    /// In percent.
    Percent,
    /// In minutes.
    Minutes,
    /// In four steps: it warns late.
    FourSteps,
    /// Not at all.
    #[default]
    Nothing,
}

/// For a cable that carries power.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PowerCable {
    /// Copper, in hundredths of a square millimetre; nothing where one is put on the other.
    pub centi_mm2: u32,
    /// The most current.
    pub amps: Amps,
    /// For USB: the highest step that it is marked for; 20 V at 3 A where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub marked: Option<Volts>,
    /// Whether it changes plus and minus.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub crossed: bool,
}

impl PowerCable {
    /// Ohms there and back, at 0.0175 Ω·mm²/m (copper at 20 °C).
    pub fn ohms(&self, metres: f64) -> f64 {
        if self.centi_mm2 == 0 {
            0.0
        } else {
            2.0 * metres * 0.017_5 / (f64::from(self.centi_mm2) / 100.0)
        }
    }
}
