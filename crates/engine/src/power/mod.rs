//! Power: what feeds what, at which voltage, for how long, and what is lost with what. It runs on the same
//! floor as the picture, in passes of its own: down the tree for voltages, up it for watts, then limits,
//! then the day.

mod day;
mod filling;
mod forgets;
mod mount;
mod outage;
mod problem;
mod rota;
mod runtime;
mod supply;
mod usb;

pub use day::{Bank, Day, Pulled, SwapKind, TakesOver, Wall, day, energy, spare_outlets};
pub use filling::{Filling, fillings};
pub use forgets::{Forgets, forgets};
pub use mount::{Mount, mounts};
pub use outage::{Consequences, Lost, Ways, lost_with};
pub use problem::{Over, PowerProblem, UsbShort};
use rota::rota;
pub use rota::{Charge, Rota};
pub use runtime::{CHANGE, CHARGING, EFFICIENCY, MARGIN, fills, lasts, volts_after, volts_at};
pub use supply::{Draw, Feed, PoweredCable, Supply, is_power, own_draw, supply};
pub use usb::{UsbStep, settle};

use crate::day::Hours;
use crate::path::{Floor, Resolved};
use crate::record::Recording;

/// The supply of a floor and the day that it has to last.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Powered {
    /// Who feeds whom.
    pub supply: Supply,
    /// Batteries that are filled while they stand there.
    pub fillings: Vec<Filling>,
    /// How long each battery lasts, and what is lost with it.
    pub day: Day,
    /// Which battery is on which charger when.
    pub rota: Rota,
}

impl Powered {
    /// Solves it; nothing where no power stands on the floor.
    pub fn of(floor: &Floor, resolved: &Resolved, recordings: &[Recording]) -> Self {
        let supply = supply(floor);
        if supply.is_empty() {
            return Self::default();
        }
        let ways = Ways::of(floor, resolved, recordings);
        let hours = Hours::of(&floor.build.schedule);
        let fillings = fillings(floor, &supply);
        let day = day(floor, (&supply, &fillings), &ways, hours.as_ref());
        let rota = rota(floor, &day);
        Self {
            supply,
            fillings,
            day,
            rota,
        }
    }
}
