//! What is set for a battery or whatever draws power, and what was measured.

use crate::catalogue::Battery;
use crate::power::{USABLE, cold_factor};
use crate::quantity::{Percent, Span, Watts};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Runs that are kept of one battery: the newest tell of it, older ones of its youth.
const MOST_RUNS: usize = 20;

/// What is set for one battery on the floor. What isn't said is new, and full.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PowerSetting {
    /// What is written on it: *B3*.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub number: Option<String>,
    /// What it still holds of what it held when new, where somebody says so; else as its runs tell.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub health: Option<Percent>,
    /// How full it is in the morning.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub charge: Option<Percent>,
    /// Runs that were measured from full to empty.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub runs: Vec<MeasuredRun>,
}

/// A battery that was run from full to empty.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeasuredRun {
    /// What was drawn from it.
    pub watts: Watts,
    /// How long it lasted.
    pub lasted: Span,
    /// How cold it was, in °C.
    pub celsius: i8,
}

/// A battery's health, from its runs.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Health {
    /// The lowest that a run tells, as a share.
    pub least: f64,
    /// The highest.
    pub most: f64,
    /// What is reckoned with: the lowest, so that nobody is surprised.
    pub used: f64,
}

impl MeasuredRun {
    /// The health that a run tells: what came out against what a new one gives in that air.
    pub fn health(&self, battery: &Battery) -> f64 {
        let came = self.watts.value() * self.lasted.0 as f64 / 3_600.0;
        let new = battery.holds.value() * USABLE * cold_factor(self.celsius);
        if new > 0.0 {
            (came / new).min(1.0)
        } else {
            1.0
        }
    }
}

impl PowerSetting {
    pub(super) fn is_usual(&self) -> bool {
        *self == Self::default()
    }

    /// Health as somebody said, else as its runs tell; none where nothing is known.
    pub fn learned_health(&self, battery: &Battery) -> Option<Health> {
        if let Some(said) = self.health {
            let share = said.of(100_000) as f64 / 100_000.0;
            return Some(Health {
                least: share,
                most: share,
                used: share,
            });
        }
        let told = || self.runs.iter().map(|run| run.health(battery));
        let least = told().reduce(f64::min)?;
        Some(Health {
            least,
            most: told().fold(least, f64::max),
            used: least,
        })
    }

    /// Within what is taken.
    pub fn check(&self) -> Result<(), String> {
        if self
            .number
            .as_ref()
            .is_some_and(|number| number.chars().count() > 40)
        {
            return Err("a battery’s number has 40 letters at most".into());
        }
        if self.runs.len() > MOST_RUNS {
            return Err(format!("{MOST_RUNS} runs of one battery are kept at most"));
        }
        if self
            .runs
            .iter()
            .any(|run| run.watts.0 == 0 || run.lasted.0 == 0)
        {
            return Err("a run has watts and a time above zero".into());
        }
        if self
            .runs
            .iter()
            .any(|run| !(-60..=60).contains(&run.celsius))
        {
            return Err("the air of a run is −60 to 60 °C".into());
        }
        Ok(())
    }
}
