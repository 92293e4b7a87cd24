//! What is set for a battery or whatever draws power, and what was measured.

use crate::catalogue::cells::{USABLE, cold_factor};
use crate::catalogue::{Battery, Device};
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{Percent, Span, WattHours, Watts};
use utoipa::ToSchema;

/// Runs that are kept of one device: the newest tell of it, older ones of its youth.
const MOST_RUNS: usize = 20;

/// What is set for one battery on the floor, or for what draws power. What isn't said of a battery is new, and
/// full; what isn't said of a load is as its entry says.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
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
    /// What a load draws while it works, where somebody measured it with a meter; else as its runs tell.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub watts: Option<Watts>,
    /// Runs of batteries that are known good, with this load on them.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub draws: Vec<MeasuredDraw>,
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

/// A battery that is known good, run from full to empty by one load.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeasuredDraw {
    /// What the battery holds when new.
    pub holds: WattHours,
    /// How long it lasted.
    pub lasted: Span,
    /// How cold it was, in °C.
    pub celsius: i8,
    /// What else hung on it.
    #[serde(default, skip_serializing_if = "is_nothing")]
    pub beside: Watts,
}

fn is_nothing(watts: &Watts) -> bool {
    *watts == Watts::default()
}

/// What measured runs tell: a battery's health as a share, or a load in watts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Learned {
    /// The lowest that a run tells.
    pub least: f64,
    /// The highest.
    pub most: f64,
    /// What is reckoned with: the worse of the two, so that nobody is surprised.
    pub used: f64,
}

impl Learned {
    fn just(value: f64) -> Self {
        Self {
            least: value,
            most: value,
            used: value,
        }
    }

    /// The range of what several runs tell; none where there are none.
    fn of(told: impl Iterator<Item = f64>, worse: fn(f64, f64) -> f64) -> Option<Self> {
        told.map(Self::just).reduce(|one, other| Self {
            least: one.least.min(other.least),
            most: one.most.max(other.most),
            used: worse(one.used, other.used),
        })
    }
}

impl MeasuredDraw {
    /// What a good battery gives in that air, in watt-hours.
    pub fn gave(&self) -> f64 {
        self.holds.value() * USABLE * cold_factor(self.celsius)
    }

    /// The load that a run tells, in watts: what it gave over the hours that it lasted, without what hung
    /// beside it.
    pub fn watts(&self) -> f64 {
        self.gave() * 3_600.0 / (self.lasted.0.max(1)) as f64 - self.beside.value()
    }
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
    pub fn learned_health(&self, battery: &Battery) -> Option<Learned> {
        let said = self.health.map(|said| said.of(100_000) as f64 / 100_000.0);
        said.map(Learned::just).or_else(|| {
            let told = self.runs.iter().map(|run| run.health(battery));
            Learned::of(told, f64::min)
        })
    }

    /// What a load draws as a meter said, else as its runs tell, in watts; none where nothing was measured.
    pub fn learned_draw(&self) -> Option<Learned> {
        let said = self.watts.map(Watts::value);
        said.map(Learned::just).or_else(|| {
            let told = self.draws.iter().map(|draw| draw.watts().max(0.0));
            Learned::of(told, f64::max)
        })
    }

    /// What of it a device can’t have, in words.
    pub fn incompatibility(&self, entry: &Device) -> Option<&'static str> {
        let of_battery = Self {
            watts: None,
            draws: Vec::new(),
            ..self.clone()
        };
        let of_load = self.watts.is_some() || !self.draws.is_empty();
        let draws = entry
            .power
            .as_ref()
            .is_some_and(|power| power.typical.0 > 0);
        if of_battery != Self::default() && entry.battery.is_none() {
            Some("it is no battery")
        } else if of_load && !draws {
            Some("it draws nothing itself")
        } else {
            None
        }
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
        if self.runs.len().max(self.draws.len()) > MOST_RUNS {
            return Err(format!("{MOST_RUNS} runs of one device are kept at most"));
        }
        if self
            .runs
            .iter()
            .any(|run| run.watts.0 == 0 || run.lasted.0 == 0)
        {
            return Err("a run has watts and a time above zero".into());
        }
        let airs = self.runs.iter().map(|run| run.celsius);
        let mut airs = airs.chain(self.draws.iter().map(|draw| draw.celsius));
        if airs.any(|celsius| !(-60..=60).contains(&celsius)) {
            return Err("the air of a run is −60 to 60 °C".into());
        }
        if self.watts.is_some_and(|watts| watts.0 == 0) {
            return Err(
                "what draws power draws more than 0 W: leave it empty to reckon with its entry"
                    .into(),
            );
        }
        let mut draws = self.draws.iter();
        if draws.any(|draw| draw.holds.0 == 0 || draw.lasted.0 == 0) {
            return Err("a run has a battery and a time above zero".into());
        }
        if let Some(draw) = self.draws.iter().find(|draw| draw.watts() <= 0.0) {
            return Err(format!(
                "a battery of {} that lasts {} gives {} in all, and {} hung beside it: nothing is left for this load",
                draw.holds,
                draw.lasted.label(),
                Watts::of(draw.watts() + draw.beside.value()),
                draw.beside
            ));
        }
        Ok(())
    }
}
