//! The kit against what a build uses: what is there, in use, short, spare.

use crate::catalogue::Catalogue;
use crate::document::{Build, KitChange, KitLine, Production};
use rustc_hash::FxHashMap;
use serde::Serialize;
use units::quantity::{Length, Money};
use utoipa::ToSchema;

/// A thing of the kit, or one that a build uses without the kit having it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Line {
    /// The catalogue's id.
    pub item: String,
    /// Its name; the id where the catalogue doesn't have it.
    pub name: String,
    /// For cables: how long.
    pub length: Option<Length>,
    /// How many are owned.
    pub owned: u32,
    /// How many are hired.
    pub hired: u32,
    /// How many the build uses.
    pub used: u32,
    /// What one costs that is bought.
    pub price: Option<Money>,
    /// What one costs a day that is hired.
    pub day_rate: Option<Money>,
    /// Whose they are.
    pub owner: String,
}

/// What a build costs, as far as prices are given.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct Cost {
    /// Everything in use that is owned, at what it costs to buy.
    pub bought: Money,
    /// Everything in use beyond that, hired for a day.
    pub a_day: Money,
    /// Things in use of which nobody says what they cost.
    pub unpriced: u32,
    /// Things in use.
    pub things: u32,
}

/// What everything costs that a build uses. What is used beyond what is owned is hired.
pub fn cost(lines: &[Line]) -> Cost {
    let mut cost = Cost::default();
    for line in lines {
        let own = line.used.min(line.owned);
        let hired = line.used - own;
        cost.things += line.used;
        for (count, each, sum) in [
            (own, line.price, &mut cost.bought),
            (hired, line.day_rate, &mut cost.a_day),
        ] {
            match each {
                Some(each) => *sum = [*sum, each.times(count)].into_iter().sum(),
                None => cost.unpriced += count,
            }
        }
    }
    cost
}

impl Line {
    /// How many are missing.
    pub fn short(&self) -> u32 {
        self.used
            .saturating_sub(self.owned.saturating_add(self.hired))
    }

    /// How many are left.
    pub fn spare(&self) -> u32 {
        self.owned
            .saturating_add(self.hired)
            .saturating_sub(self.used)
    }

    /// What is missing, in words: *2 × 5 m of Miniature coax, BNC*.
    pub fn short_in_words(&self) -> String {
        // What puts one thing on another has no length.
        let name = match self.length.filter(|length| length.0 > 0) {
            Some(length) => format!("{length} of {}", self.name),
            None => self.name.clone(),
        };
        format!("{} × {name}", self.short())
    }
}

/// A thing by what it is and, for cables, how long.
type Key<'a> = (&'a str, Option<Length>);

/// How many of a thing there are and are used.
struct Counted<'a> {
    key: Key<'a>,
    in_kit: Option<&'a KitLine>,
    used: u32,
}

impl Counted<'_> {
    fn short(&self) -> u32 {
        let there = self
            .in_kit
            .map_or(0, |line| line.quantity.saturating_add(line.hired));
        self.used.saturating_sub(there)
    }

    fn line(&self, catalogue: &Catalogue) -> Line {
        let ((item, length), in_kit) = (self.key, self.in_kit);
        Line {
            item: item.into(),
            name: catalogue.item_name(item).unwrap_or(item).into(),
            length,
            owned: in_kit.map_or(0, |line| line.quantity),
            hired: in_kit.map_or(0, |line| line.hired),
            used: self.used,
            price: in_kit.and_then(|line| line.price),
            day_rate: in_kit.and_then(|line| line.day_rate),
            owner: in_kit.map_or_else(String::new, |line| line.owner.clone()),
        }
    }
}

/// Every thing of the kit and of the build, in the order of the kit, then of use.
pub fn lines(production: &Production, build: &Build, catalogue: &Catalogue) -> Vec<Line> {
    let counted = counted(production, build, catalogue);
    counted.iter().map(|one| one.line(catalogue)).collect()
}

/// Of these, what the build uses more of than there is.
pub fn short(production: &Production, build: &Build, catalogue: &Catalogue) -> Vec<Line> {
    let counted = counted(production, build, catalogue);
    let short = counted.iter().filter(|one| one.short() > 0);
    short.map(|one| one.line(catalogue)).collect()
}

fn counted<'a>(
    production: &'a Production,
    build: &'a Build,
    catalogue: &Catalogue,
) -> Vec<Counted<'a>> {
    let mut used: FxHashMap<Key, u32> = FxHashMap::default();
    let mut order: Vec<Key> = Vec::new();
    let mut use_one = |key| {
        *used.entry(key).or_insert_with(|| {
            order.push(key);
            0
        }) += 1;
    };
    for placement in &build.placements {
        use_one((placement.device.as_str(), None));
        let media = placement.settings.recording.iter();
        for medium in media.flat_map(|recording| &recording.media) {
            use_one((medium, None));
        }
    }
    // In whichever order the cables were run, the list is the same.
    let mut runs: Vec<Key> = Vec::new();
    for connection in &build.connections {
        // A radio pairing is nothing to carry.
        if catalogue
            .cable(&connection.cable)
            .is_none_or(|cable| !cable.is_nothing_to_carry())
        {
            runs.push((&connection.cable, Some(connection.length)));
        }
        runs.extend(connection.adapters.iter().map(|id| (id.as_str(), None)));
    }
    runs.sort_unstable();
    runs.into_iter().for_each(use_one);
    let mut held: FxHashMap<Key, &KitLine> = FxHashMap::default();
    for line in &production.kit {
        held.entry((&line.item, line.length)).or_insert(line);
    }
    let in_kit = production
        .kit
        .iter()
        .map(|line| (line.item.as_str(), line.length));
    let others = order.into_iter().filter(|key| !held.contains_key(key));
    in_kit
        .chain(others)
        .map(|key| Counted {
            key,
            in_kit: held.get(&key).copied(),
            used: used.get(&key).copied().unwrap_or(0),
        })
        .collect()
}

/// How long a cable is that runs at least so far: the shortest spare one of the kit that reaches, else as long as is
/// asked for. `taken` are those that are used beyond the build, by their lengths; `freed` those that it gives back.
pub fn cable_length(
    production: &Production,
    build: &Build,
    cable: &str,
    least: Length,
    taken: impl Fn(Length) -> u32,
    freed: impl Fn(Length) -> u32,
) -> Length {
    let lines = production.kit.iter().filter(|line| line.item == cable);
    let spare = lines.filter_map(|line| {
        let length = line.length.filter(|length| *length >= least)?;
        let used = build.cables_used(cable, length) + taken(length);
        (line.there() + freed(length) > used).then_some(length)
    });
    spare.min().unwrap_or(least)
}

/// The kit with `more` of an item hired.
pub fn hired(production: &Production, item: &str, length: Option<Length>, more: u32) -> KitChange {
    let in_kit = production
        .kit
        .iter()
        .find(|line| line.item == item && line.length == length);
    KitChange {
        hired: Some(in_kit.map_or(0, |line| line.hired).saturating_add(more)),
        ..KitChange::of(item, length)
    }
}
