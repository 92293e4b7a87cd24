//! Clocks that forget the time when a battery is changed.

use super::day::Bank;
use crate::day::ChangeTime;
use crate::path::Floor;
use crate::sync::{ClockAt, TimecodeSource};

/// A clock that is off while a battery is changed for longer than it holds the time.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Forgets {
    /// The clock.
    pub placement: usize,
    /// The battery, or the first of those that are changed together.
    pub source: usize,
    /// When it is changed over the day.
    pub at: Vec<ChangeTime>,
}

/// Clocks that have to be jammed again after a battery of the day is changed: off meanwhile, without power for longer
/// than they count on, and fed by nothing that would tell them the time again.
pub fn forgets(floor: &Floor, all: &[ClockAt], banks: &[Bank]) -> Vec<Forgets> {
    let mut found = Vec::new();
    for bank in banks.iter().filter(|bank| !bank.turns.is_empty()) {
        let off = &bank.without.lost.off;
        for clock in all
            .iter()
            .filter(|clock| off.binary_search(&clock.placement).is_ok())
        {
            let set_once = matches!(
                clock.way,
                TimecodeSource::Jammed | TimecodeSource::Master | TimecodeSource::Free
            );
            let device = floor.devices[clock.placement];
            let described = device.and_then(|device| device.clock.as_ref());
            let holds = described
                .and_then(|clock| clock.holds)
                .map_or(0, |holds| holds.0);
            if set_once && holds < bank.gap {
                found.push(Forgets {
                    placement: clock.placement,
                    source: bank.sources[0],
                    at: bank.turns.clone(),
                });
            }
        }
    }
    found
}
