//! Batteries that are filled while they stand on the floor, and give at the same time.

use super::runtime::{CHARGING, fills, lasts};
use super::supply::{Draw, Supply, is_usb, said, settled};
use crate::path::{ConnectionIx, Floor, Link};
use model::catalogue::{Battery, Direction};
use units::quantity::Watts;

/// What comes in at a battery’s input to fill it, in watts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Filler {
    /// The most that comes.
    pub offered: f64,
    /// What is drawn from what fills it.
    pub draw: Draw,
}

/// A battery that something fills.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Filling {
    /// The battery.
    pub placement: usize,
    /// The cable that fills it.
    pub connection: ConnectionIx,
    /// The most that comes in, in watts.
    pub offered: f64,
    /// What of it reaches its cells while everything works, in watts.
    pub working: f64,
    /// The same while everything waits.
    pub waiting: f64,
    /// Whether it is filled only while it gives nothing, and something hangs on it.
    pub rests: bool,
    /// When it is full from empty while nothing is drawn from it, in seconds.
    pub full_after: Option<u64>,
    /// When it is empty while everything works, in seconds; none where it never is.
    pub lasts: Option<u64>,
}

fn battery<'a>(floor: &Floor<'a>, placement: usize) -> Option<&'a Battery> {
    floor.devices[placement]?.battery.as_ref()
}

/// What a cable that ends at an input for filling brings; none where it ends elsewhere.
pub(super) fn filler(floor: &Floor, supply: &Supply, link: Link) -> Option<Filler> {
    said(floor, link.to).filter(|port| port.fills_only)?;
    let placement = floor.ports[link.to].placement;
    let battery = battery(floor, placement)?;
    let none = Filler {
        offered: 0.0,
        draw: Draw::default(),
    };
    if supply.feeds[link.to].is_none() {
        return Some(none);
    }
    let outlet = said(floor, link.from);
    let volts = supply.feeds[link.from].as_ref()?.volts.least.value();
    let by_usb = is_usb(floor, link).then(|| settled(floor, link).watts.value());
    let by_outlet = outlet.and_then(|port| port.watts).map(Watts::value);
    let by_amps = outlet.and_then(|port| port.amps);
    let most = [
        by_usb.or(by_outlet),
        by_amps.map(|amps| amps.value() * volts),
        battery.fills.map(Watts::value),
    ];
    let offered = most.into_iter().flatten().reduce(f64::min).unwrap_or(0.0);
    let given = supply.draws[placement];
    let setting = &floor.build.placements[placement].settings.power;
    let full = setting.charge.is_none_or(|charge| charge.of(100) >= 100);
    let drawn = |given: f64| {
        if battery.rest_only && given > 0.0 {
            0.0
        } else if full {
            // Full in the morning, it takes what keeps it so.
            offered.min(given / CHARGING)
        } else {
            offered
        }
    };
    Some(Filler {
        offered,
        draw: Draw {
            typical: drawn(given.typical),
            standby: drawn(given.standby),
            peak: if battery.rest_only && given.typical > 0.0 {
                0.0
            } else {
                offered
            },
        },
    })
}

/// Every battery that something fills, in the order of the build.
pub fn fillings(floor: &Floor, supply: &Supply) -> Vec<Filling> {
    let ports = 0..floor.ports.len();
    let inputs = ports.filter(|port| floor.ports[*port].port.direction == Direction::In);
    let filled = inputs.filter_map(|input| {
        let connection = floor.into[input]?;
        let filler = filler(floor, supply, floor.links[connection]?)?;
        let placement = floor.ports[input].placement;
        let battery = battery(floor, placement)?;
        let draw = supply.draws[placement];
        let rests = battery.rest_only && draw.typical > 0.0;
        let reaches = |given: f64| {
            if battery.rest_only && given > 0.0 {
                0.0
            } else {
                filler.offered * CHARGING
            }
        };
        (filler.offered > 0.0).then(|| Filling {
            placement,
            connection,
            offered: filler.offered,
            working: reaches(draw.typical),
            waiting: reaches(draw.standby),
            rests,
            full_after: fills(battery.holds.value(), 0.0, filler.offered),
            lasts: lasts(
                super::day::energy(floor, placement),
                draw.typical - reaches(draw.typical),
            ),
        })
    });
    filled.collect()
}
