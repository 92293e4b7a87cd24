//! The day of each battery: what hangs on it, how long it lasts, when it is changed and what that breaks.

use super::filling::Filling;
use super::outage::{Consequences, Ways, feeder, waiting};
use super::problem::PowerProblem;
use super::runtime::{CHANGE, MARGIN, lasts};
use super::supply::{Draw, Supply};
use crate::day::{ChangeTime, Hours};
use crate::path::Floor;
use model::catalogue::cells::{self, USABLE, cold_factor};
use model::catalogue::{Direction, Joins};
use std::collections::BTreeMap;

/// Changes of one battery that are reckoned: what wants more is no supply.
const MOST_TURNS: usize = 50;

/// What a change breaks.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SwapKind {
    /// Nothing.
    Hot,
    /// Screens go dark, sound or time is lost; every recording goes on.
    Warm,
    /// A recording stops.
    Cold,
}

impl SwapKind {
    /// As it is said.
    pub fn word(self) -> &'static str {
        match self {
            Self::Hot => "hot",
            Self::Warm => "warm",
            Self::Cold => "cold",
        }
    }
}

/// A battery, or those that stand on one plate and are used together.
#[derive(Debug, Clone, PartialEq)]
pub struct Bank {
    /// The batteries.
    pub sources: Vec<usize>,
    /// What is drawn from all of them.
    pub draw: Draw,
    /// What reaches their cells while they give, of what fills them, in watts.
    pub filled: f64,
    /// What can be used of them, in watt-hours.
    pub energy: f64,
    /// How long that lasts at typical load, in seconds; none where nothing is drawn.
    pub lasts: Option<u64>,
    /// When they are changed over the day.
    pub turns: Vec<ChangeTime>,
    /// What a change breaks.
    pub kind: SwapKind,
    /// How long a change breaks it, in seconds: with what starts anew.
    pub gap: u64,
    /// What is lost with them.
    pub without: Consequences,
    /// For several on one plate: what becomes of the rest while one is pulled.
    pub pulled: Option<Pulled>,
    /// What it takes over when another ends: the next in rank.
    pub takes_over: Option<TakesOver>,
    /// How long what goes on from a battery of its own does, the first to end, in seconds.
    pub reserve: Option<u64>,
    /// When they end for the first time where nobody changes them, in seconds since midnight.
    pub ends: Option<u64>,
    /// Whether they last the day.
    pub through: bool,
}

/// What the batteries that stay on a plate must give while one is changed, in watts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Pulled {
    /// What hangs on them while everything works.
    pub typical: f64,
    /// At the most.
    pub peak: f64,
    /// What those that stay give at the most.
    pub limit: f64,
}

/// A battery that waits behind another at an input of lower rank.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct TakesOver {
    /// The device that goes over to it.
    pub load: usize,
    /// The battery before it.
    pub after: usize,
    /// When that ends where nobody changes it, in seconds since midnight; none where it lasts the day.
    pub from: Option<u64>,
    /// How long it then lasts, in seconds.
    pub lasts: Option<u64>,
}

/// Wall sockets, and what goes off with them.
#[derive(Debug, Clone, PartialEq)]
pub struct Wall {
    /// The sockets.
    pub placement: usize,
    /// What is drawn from all of them.
    pub draw: Draw,
    /// What is lost with them.
    pub without: Consequences,
    /// What goes on from a battery of its own, and for how long, in seconds.
    pub bridged: Vec<(usize, u64)>,
}

/// The day of all supplies.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Day {
    /// Each battery, in the order of the build.
    pub banks: Vec<Bank>,
    /// Wall sockets that something hangs on, in the order of the build.
    pub walls: Vec<Wall>,
}

/// What can be used of a battery on the floor, in watt-hours: what it holds, its health, its charge, the cold.
pub fn energy(floor: &Floor, placement: usize) -> f64 {
    let battery = floor.devices[placement].and_then(|device| device.battery.as_ref());
    battery.map_or(0.0, |battery| {
        let setting = &floor.build.placements[placement].settings.power;
        let share = |percent: units::quantity::Percent| percent.of(100_000) as f64 / 100_000.0;
        let cold = cold_factor(floor.production.house_rules.air_celsius);
        let health = setting
            .learned_health(battery)
            .map_or(1.0, |health| health.used);
        battery.holds.value() * USABLE * cold * health * setting.charge.map_or(1.0, share)
    })
}

/// Reckons the day. Hours are those that are planned; without a plan there are no changes.
pub fn day(
    floor: &Floor,
    (supply, fillings): (&Supply, &[Filling]),
    ways: &Ways,
    hours: Option<&Hours>,
) -> Day {
    let mut groups: BTreeMap<usize, Vec<usize>> = BTreeMap::new();
    for (placement, device) in floor.devices.iter().enumerate() {
        if device.is_some_and(|device| device.battery.is_some()) {
            let group = shared_plate(floor, placement).unwrap_or(placement);
            groups.entry(group).or_default().push(placement);
        }
    }
    let mut banks: Vec<Bank> = groups
        .into_values()
        .map(|sources| bank(floor, (supply, fillings), ways, hours, sources))
        .collect();
    banks.sort_by_key(|bank| bank.sources[0]);
    for (bank, next) in taken_over(floor, supply, &banks) {
        banks[bank].takes_over.get_or_insert(next);
    }
    Day {
        walls: walls(floor, supply, ways),
        banks,
    }
}

/// Banks that wait behind another, each with the device that goes over to it when that one ends: sources first.
fn taken_over(floor: &Floor, supply: &Supply, banks: &[Bank]) -> Vec<(usize, TakesOver)> {
    let mut bank_of = vec![None; floor.devices.len()];
    for (number, bank) in banks.iter().enumerate() {
        for source in &bank.sources {
            bank_of[*source] = Some(number);
        }
    }
    let mut found = Vec::new();
    for &load in &supply.order {
        for input in waiting(floor, supply, load) {
            let Some(number) = feeder(floor, input).and_then(|from| bank_of[from]) else {
                continue;
            };
            let roots = supply.roots(floor, load);
            let before = roots
                .iter()
                .filter_map(|root| Some(&banks[bank_of[*root]?]));
            let before = before.min_by_key(|other| other.ends.unwrap_or(u64::MAX));
            found.extend(before.map(|before| {
                let waits = &banks[number];
                let watts = waits.draw.typical - waits.filled + supply.draws[load].typical;
                let next = TakesOver {
                    load,
                    after: before.sources[0],
                    from: before.ends.filter(|_| !before.through),
                    lasts: lasts(waits.energy, watts),
                };
                (number, next)
            }));
        }
    }
    found
}

/// Wall sockets that something hangs on.
fn walls(floor: &Floor, supply: &Supply, ways: &Ways) -> Vec<Wall> {
    let mains = floor.devices.iter().enumerate().filter(|(_, device)| {
        let power = device.and_then(|device| device.power.as_deref());
        power.is_some_and(|power| power.mains)
    });
    let used = mains
        .map(|(placement, _)| placement)
        .filter(|placement| supply.draws[*placement].peak > 0.0);
    used.map(|placement| {
        let without = ways.without(floor, supply, &[placement]);
        let bridged = without.lost.on_reserve.iter();
        let bridged = bridged.filter_map(|at| Some((*at, reserve_of(floor, supply, *at)?)));
        Wall {
            placement,
            draw: supply.draws[placement],
            bridged: bridged.collect(),
            without,
        }
    })
    .collect()
}

/// What those that stay on a plate must give while the strongest of them is changed.
fn pulled(floor: &Floor, sources: &[usize], draw: Draw) -> Option<Pulled> {
    let gives = |placement: &usize| {
        let battery = floor.devices[*placement]?.battery.as_ref()?;
        Some(battery.amps.value() * cells::range(battery).least.value())
    };
    let limits: Vec<f64> = sources.iter().filter_map(gives).collect();
    let strongest = limits.iter().copied().reduce(f64::max)?;
    let drawn = sources.len() > 1 && draw.typical > 0.0;
    drawn.then(|| Pulled {
        typical: draw.typical,
        peak: draw.peak,
        limit: limits.iter().sum::<f64>() - strongest,
    })
}

/// The plate that a battery shares with others.
fn shared_plate(floor: &Floor, battery: usize) -> Option<usize> {
    let mut plates = floor
        .ports_of(battery)
        .flat_map(|port| floor.out_of[port].iter())
        .filter_map(|number| Some(floor.ports[floor.links[*number]?.to].placement));
    plates.find(|plate| {
        let power = floor.devices[*plate].and_then(|device| device.power.as_ref());
        power.is_some_and(|power| power.joins != Joins::Single)
    })
}

fn bank(
    floor: &Floor,
    (supply, fillings): (&Supply, &[Filling]),
    ways: &Ways,
    hours: Option<&Hours>,
    sources: Vec<usize>,
) -> Bank {
    let mut draw = Draw::default();
    for source in &sources {
        draw.add(supply.draws[*source], 1.0);
    }
    let filled = fillings
        .iter()
        .filter(|filling| sources.contains(&filling.placement));
    let (filled, waiting) = filled.fold((0.0, 0.0), |(working, waiting), filling| {
        (working + filling.working, waiting + filling.waiting)
    });
    // What empties them: less than nothing where they fill meanwhile.
    let net = Draw {
        typical: draw.typical - filled,
        standby: draw.standby - waiting,
        peak: draw.peak,
    };
    let energy: f64 = sources.iter().map(|source| energy(floor, *source)).sum();
    let energy = energy * until_it_goes_off(floor, supply, &sources);
    let without = ways.without(floor, supply, &sources);
    // Where there are several, one is changed while the others give.
    let pulled = pulled(floor, &sources, draw);
    // Where those that stay can't carry it all, they switch off as soon as one is pulled.
    let trips = pulled.is_some_and(|pulled| pulled.typical > pulled.limit);
    let one_by_one = sources.len() > 1 && !trips;
    let kind = if one_by_one || (without.lost.off.is_empty() && without.lost.restarts.is_empty()) {
        SwapKind::Hot
    } else if without.stops.is_empty() && !restarts_a_recording(&without) {
        SwapKind::Warm
    } else {
        SwapKind::Cold
    };
    let starts = |placement: &usize| {
        let power = floor.devices[*placement].and_then(|device| device.power.as_ref());
        power
            .and_then(|power| power.starts)
            .map_or(0, |span| span.0)
    };
    let anew = without.lost.off.iter().chain(&without.lost.restarts);
    let gap = match kind {
        SwapKind::Hot => 0,
        SwapKind::Warm | SwapKind::Cold => CHANGE + anew.map(starts).max().unwrap_or(0),
    };
    let over = |fresh: u64| ends(fresh, energy, net, hours);
    let ends = hours.and_then(|hours| over(hours.begin));
    let turns = hours.map_or_else(Vec::new, |hours| {
        let with_margin = |fresh: u64| {
            over(fresh).map_or(u64::MAX, |end| {
                // What lasts less than the margin twice is changed at its half.
                end - MARGIN.min((end - fresh) / 2)
            })
        };
        // What reaches the end of the day within its margin isn't changed for that.
        let turn = |fresh: u64| match over(fresh) {
            Some(end) if end < hours.end => with_margin(fresh),
            _ => u64::MAX,
        };
        hours.turns_by(turn, gap.max(CHANGE), MOST_TURNS)
    });
    let reserve = without
        .lost
        .on_reserve
        .iter()
        .filter_map(|placement| reserve_of(floor, supply, *placement))
        .min();
    Bank {
        draw,
        filled,
        energy,
        lasts: lasts(energy, net.typical),
        through: ends.is_none_or(|end| hours.is_none_or(|hours| end >= hours.end)),
        turns,
        kind,
        gap,
        without,
        reserve,
        pulled,
        takes_over: None,
        ends,
        sources,
    }
}

/// What of the usable energy of batteries is left to use before something on them goes off for want of volts.
fn until_it_goes_off(floor: &Floor, supply: &Supply, sources: &[usize]) -> f64 {
    let charges = supply.problems.iter().filter_map(|problem| match problem {
        PowerProblem::TooLow {
            connection,
            charge: Some(charge),
            peak: false,
            ..
        } if *charge < 1.0 => {
            let load = floor.ports[floor.link(*connection).to].placement;
            let roots = supply.roots(floor, load);
            roots
                .iter()
                .any(|root| sources.contains(root))
                .then_some(*charge)
        }
        _ => None,
    });
    let charge = charges.fold(1.0 - USABLE, f64::max);
    (1.0 - charge) / USABLE
}

/// Whether something that records starts anew.
fn restarts_a_recording(without: &Consequences) -> bool {
    let restarts = &without.lost.restarts;
    without.still.iter().any(|still| restarts.contains(still))
}

/// When a battery that was fresh at a time ends: what works draws what it draws, in breaks it waits.
fn ends(fresh: u64, energy: f64, draw: Draw, hours: Option<&Hours>) -> Option<u64> {
    lasts(energy, draw.typical)?;
    let mut left = energy * 3_600.0;
    let mut now = fresh;
    for pause in hours.iter().flat_map(|hours| &hours.breaks) {
        for (until, watts) in [(pause.start, draw.typical), (pause.end, draw.standby)] {
            let seconds = until.saturating_sub(now) as f64;
            // What is filled in a break is full at most.
            if watts <= 0.0 {
                left = (left - seconds * watts).min(energy * 3_600.0);
                now = now.max(until);
                continue;
            }
            if left < seconds * watts {
                return Some(now + (left / watts) as u64);
            }
            left -= seconds * watts;
            now = now.max(until);
        }
    }
    Some(now.saturating_add((left / draw.typical) as u64))
}

/// How long a device goes on without what is in charge of it: from its own battery, or what waits.
fn reserve_of(floor: &Floor, supply: &Supply, placement: usize) -> Option<u64> {
    let power = floor.devices[placement].and_then(|device| device.power.as_deref())?;
    let cold = cold_factor(floor.production.house_rules.air_celsius);
    let own = power
        .own
        .map_or(0.0, |own| own.holds.value() * USABLE * cold);
    let waits: f64 = waiting(floor, supply, placement)
        .filter_map(|input| feeder(floor, input))
        .map(|from| energy(floor, from))
        .sum();
    lasts(own + waits, supply.draws[placement].typical)
}

/// Outlets of a device that nothing hangs on.
pub fn spare_outlets(floor: &Floor, placement: usize) -> usize {
    let ports = floor.ports_of(placement);
    ports
        .filter(|port| {
            let node = floor.ports[*port].port;
            node.direction == Direction::Out
                && node.wire == transport::wire::Wire::Power
                && floor.out_of[*port].is_empty()
        })
        .count()
}
