//! What each joint bears, and whether it turns. N·m.

use super::mass::mass_of_all;
use super::places::{Held, Mounted};
use super::reach::moment;
use crate::path::Floor;
use rustc_hash::FxHashSet;
use units::quantity::Point;

/// What a joint bears.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bears {
    /// The joint, among those that stand.
    pub held: usize,
    /// What hangs on it, in grams.
    pub grams: f64,
    /// How far its centre is from the joint, level, in millimetres.
    pub away: f64,
    /// The moment, in N·m.
    pub moment: f64,
    /// So much of it turns the part about the fastening's own axis.
    pub twist: f64,
    /// What it bears, as a guide or as its maker says.
    pub guide: f64,
    /// Whether it can turn: one fastening that doesn’t keep from it.
    pub turns: bool,
    /// Whether something else holds what hangs on it as well.
    pub supported: bool,
}

/// What a joint of this kind bears: the maker’s figure, else the guide; two screws twice as much.
fn guide(held: &Held) -> f64 {
    let said = [held.carries.bears, held.sits.bears];
    let said = said.into_iter().flatten().reduce(f64::min);
    let screws = f64::from(held.carries.screws.min(held.sits.screws).max(1));
    said.unwrap_or(held.kind.facts().bears * screws)
}

/// What weight at a way from a fastening turns about its axis, of length one.
fn twist(grams: f64, way: Point, axis: Point) -> f64 {
    let down = Point::new(0.0, -1.0, 0.0);
    moment(grams, way.cross(down).dot(axis).abs())
}

/// All joints that place something.
pub fn bears(floor: &Floor, mounted: &Mounted) -> Vec<Bears> {
    let mut found = Vec::new();
    // What holds as well: most of a rig doesn’t.
    let also: Vec<&Held> = mounted.held.iter().filter(|held| !held.places).collect();
    for (number, held) in mounted
        .held
        .iter()
        .enumerate()
        .filter(|(_, held)| held.places)
    {
        let behind = mounted.behind(held.part);
        let mass = mass_of_all(floor, mounted, &behind);
        let Some(at) = mounted.at(held.onto, held.carries.at) else {
            continue;
        };
        let carrier = mounted.places[held.onto];
        let along = carrier.map(|place| place.turn.of(held.carries.way_along()));
        let at = along.map_or(at, |along| at + along * held.set.slide);
        let way = mass.centre - at;
        let away = if mass.grams > 0.0 {
            way[0].hypot(way[2])
        } else {
            0.0
        };
        let supported = !also.is_empty() && {
            let inside: FxHashSet<usize> = behind.iter().copied().collect();
            let mut others = also.iter();
            others.any(|other| inside.contains(&other.part) != inside.contains(&other.onto))
        };
        let mut twice = also.iter();
        let held_twice = twice.any(|other| other.part == held.part && other.onto == held.onto);
        let screws = held.carries.screws.min(held.sits.screws);
        found.push(Bears {
            held: number,
            grams: mass.grams,
            away,
            moment: moment(mass.grams, away),
            twist: carrier.map_or(0.0, |place| {
                let axis = place.turn.of(held.carries.faces.way());
                twist(mass.grams, way, axis)
            }),
            guide: guide(held),
            turns: !held.kind.facts().keeps && screws < 2 && !held_twice,
            supported,
        });
    }
    found
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A screw that stands upright is bent by what hangs beside it; one that lies is turned by it.
    #[test]
    fn a_screw_that_lies_is_turned_by_what_hangs_beside_it() {
        let ahead = Point::new(0.0, 0.0, 100.0);
        let (up, side, forward) = (
            Point::new(0.0, 1.0, 0.0),
            Point::new(1.0, 0.0, 0.0),
            Point::new(0.0, 0.0, 1.0),
        );
        assert_eq!(twist(1_000.0, ahead, up), 0.0);
        assert!((twist(1_000.0, ahead, side) - 0.98).abs() < 0.005);
        assert_eq!(twist(1_000.0, ahead, forward), 0.0);
    }
}
