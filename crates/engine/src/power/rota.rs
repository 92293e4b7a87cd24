//! Batteries and chargers over the day: which battery goes onto which charger when, and how many of each kind
//! it takes so that nothing waits.

use super::day::Day;
use super::runtime::fills;
use crate::path::Floor;
use model::catalogue::{Charger, Device};
use std::collections::{BTreeMap, BTreeSet};

/// A battery on a charger. Times are seconds since midnight.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Charge {
    /// What is written on it, or what it is called on the floor.
    pub battery: String,
    /// Its kind, by id.
    pub item: String,
    /// The charger, by id.
    pub charger: String,
    /// Which of the kit's chargers of that kind, and which of its places, from 1.
    pub place: u32,
    /// From when on.
    pub from: u64,
    /// When it is full.
    pub until: u64,
}

/// How the day's batteries are charged.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Rota {
    /// In the order of their beginning.
    pub charges: Vec<Charge>,
    /// Batteries that are used, by kind: those that come back full are used again.
    pub used: BTreeMap<String, u32>,
}

/// A place where batteries are filled one after the other.
struct ChargerBay<'a> {
    item: &'a str,
    number: u32,
    charger: Charger,
    free: u64,
}

/// Places of the kit's chargers for batteries like this one.
fn places<'a>(floor: &Floor<'a>, item: &str) -> Vec<ChargerBay<'a>> {
    let contacts = floor.catalogue.device(item).and_then(Device::contacts);
    let Some(mount) = contacts.map(|port| port.connector) else {
        return Vec::new();
    };
    let mut places = Vec::new();
    for line in &floor.production.kit {
        let device = floor.catalogue.device(&line.item);
        let charger = device.and_then(|device| device.power.as_ref()?.charger);
        let Some(charger) = charger.filter(|charger| charger.mount == Some(mount)) else {
            continue;
        };
        let each = if charger.at_once { charger.channels } else { 1 };
        // More places than a crew has hands change nothing.
        let count = line.there().saturating_mul(each).min(64);
        places.extend((1..=count).map(|number| ChargerBay {
            item: &line.item,
            number,
            charger,
            free: 0,
        }));
    }
    places
}

/// Follows the day's changes: what comes off goes onto the first place that is free, what is full is put on.
pub fn rota(floor: &Floor, day: &Day) -> Rota {
    let mut rota = Rota::default();
    // Changes by kind of battery: when, and the batteries that come off.
    let mut changes: BTreeMap<&str, Vec<(u64, usize)>> = BTreeMap::new();
    let mut on: BTreeMap<usize, String> = BTreeMap::new();
    for bank in &day.banks {
        for source in &bank.sources {
            let placed = &floor.build.placements[*source];
            let label = placed.settings.power.number.clone();
            on.insert(*source, label.unwrap_or_else(|| placed.name.clone()));
            let item = placed.device.as_str();
            *rota.used.entry(item.into()).or_default() += 1;
            let list = changes.entry(item).or_default();
            list.extend(bank.turns.iter().map(|turn| (turn.at, *source)));
        }
    }
    for (item, mut changes) in changes {
        changes.sort_unstable();
        let mut places = places(floor, item);
        // Since when full, the first first.
        let mut full: BTreeSet<(u64, String)> = BTreeSet::new();
        let mut spares = 0;
        let battery = floor
            .catalogue
            .device(item)
            .and_then(|device| device.battery.as_ref());
        let holds = battery.map_or(0.0, |battery| battery.holds.value());
        for (at, source) in changes {
            let ready = full.first().is_some_and(|(since, _)| *since <= at);
            let taken = if ready { full.pop_first() } else { None };
            let next = match taken {
                Some((_, label)) => label,
                None => {
                    spares += 1;
                    format!("spare {spares}")
                }
            };
            let off = on.insert(source, next).unwrap_or_default();
            let Some(place) = places.iter_mut().min_by_key(|place| place.free.max(at)) else {
                continue;
            };
            let Some(takes) = fills(holds, 0.0, place.charger.watts.value()) else {
                continue;
            };
            let from = place.free.max(at);
            place.free = from + takes;
            full.insert((place.free, off.clone()));
            rota.charges.push(Charge {
                battery: off,
                item: item.into(),
                charger: place.item.into(),
                place: place.number,
                from,
                until: place.free,
            });
        }
        *rota.used.entry(item.into()).or_default() += spares;
    }
    rota.charges
        .sort_by(|one, other| (one.from, &one.battery).cmp(&(other.from, &other.battery)));
    rota
}
