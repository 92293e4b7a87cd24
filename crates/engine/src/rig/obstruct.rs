//! What is in the way: two parts in one place; a door, a control, a vent, a screen, a hand that something covers.

use super::near::Neighbours;
use super::places::{Mounted, body_of};
use super::space::OrientedBox;
use crate::path::Floor;
use model::catalogue::{FasteningKind, GripKind, ZoneKind};
use rustc_hash::FxHashSet;
use std::borrow::Cow;
use units::quantity::Point;

/// Parts may touch, and catalogue figures are round: so much into each other is nothing, in millimetres.
const TOUCH: f64 = 3.0;
/// A zone is free where nothing reaches further into it than this.
const GRAZES: f64 = 2.0;

/// Two parts in one place.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Meet {
    /// The one.
    pub one: usize,
    /// The other.
    pub other: usize,
    /// How far into each other, in millimetres.
    pub by: f64,
}

/// What a space is for that something covers.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum CoveredKind {
    /// A zone of the part, by its number.
    Zone(usize, ZoneKind),
    /// A grip of the part, by its number.
    Grip(usize, GripKind),
}

/// A space that something covers.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Covered {
    /// The part that the space belongs to.
    pub part: usize,
    /// What it is.
    pub what: CoveredKind,
    /// What covers it.
    pub by: usize,
    /// How far it reaches into it, in millimetres.
    pub into: f64,
    /// How deep the space is in that direction at most, in millimetres.
    pub of: f64,
}

/// The solids of a part where it is mounted.
pub fn solids(floor: &Floor, mounted: &Mounted, placement: usize) -> Vec<OrientedBox> {
    let place = mounted.places.get(placement).copied().flatten();
    let (Some(body), Some(place)) = (body_of(floor, placement), place) else {
        return Vec::new();
    };
    let blocks = body.boxes.iter();
    blocks
        .map(|block| OrientedBox::of_block(place, block))
        .collect()
}

/// The solids of all parts of a floor, with the smallest upright box around each part, and what is near what.
pub struct OrientedBoxes {
    of: Vec<Vec<OrientedBox>>,
    around: Vec<Option<(Point, Point)>>,
    near: Neighbours,
}

impl OrientedBoxes {
    /// All of them.
    pub fn new(floor: &Floor, mounted: &Mounted) -> Self {
        let all = 0..floor.devices.len();
        let of: Vec<Vec<OrientedBox>> = all.map(|part| solids(floor, mounted, part)).collect();
        let around = of.iter().map(|own| {
            let boxes = own.iter().map(OrientedBox::around);
            boxes
                .reduce(|whole, one| (whole.0.with(one.0, f64::min), whole.1.with(one.1, f64::max)))
        });
        let around: Vec<Option<(Point, Point)>> = around.collect();
        Self {
            near: Neighbours::new(&mounted.roots, &around),
            around,
            of,
        }
    }

    /// Those of one part.
    pub fn part(&self, placement: usize) -> &[OrientedBox] {
        &self.of[placement]
    }

    /// Parts of a rig, in their order, that may reach into a space: what isn’t among them doesn’t.
    pub fn near<'p>(&'p self, root: usize, space: &OrientedBox) -> Cow<'p, [usize]> {
        self.near.of(root, space.around())
    }

    /// The same, of the space that a part takes itself.
    fn beside(&self, root: usize, part: usize) -> Cow<'_, [usize]> {
        let around = self.around[part];
        around.map_or(Cow::Borrowed(&[]), |around| self.near.of(root, around))
    }

    /// How far a part reaches into a solid.
    pub fn reach_into(&self, placement: usize, solid: &OrientedBox) -> f64 {
        // What isn’t even near needn’t be looked at side by side.
        let Some((from, to)) = self.around[placement] else {
            return 0.0;
        };
        let (least, most) = solid.around();
        if (0..3).any(|axis| most[axis] <= from[axis] || to[axis] <= least[axis]) {
            return 0.0;
        }
        let each = self.of[placement].iter();
        each.map(|own| own.overlap(solid)).fold(0.0, f64::max)
    }
}

/// The space of what is covered, where its part is mounted.
pub fn space_of(
    floor: &Floor,
    mounted: &Mounted,
    part: usize,
    what: CoveredKind,
) -> Option<OrientedBox> {
    let (body, place) = (body_of(floor, part)?, mounted.places[part]?);
    let (from, to) = match what {
        CoveredKind::Zone(number, _) => {
            let zone = body.zones.get(number)?;
            (zone.from, zone.to)
        }
        CoveredKind::Grip(number, _) => {
            let grip = body.grips.get(number)?;
            (grip.from, grip.to)
        }
    };
    Some(OrientedBox::of(place, from, to))
}

/// Pairs of a rig that are kept one by one: past that they are only counted.
const MOST_MEETS: usize = 2_000;

/// Parts of a rig that stand in one place, and how many pairs more do; those that sit on each other may.
pub fn meets(
    mounted: &Mounted,
    solids: &OrientedBoxes,
    root: usize,
    parts: &[usize],
) -> (Vec<Meet>, usize) {
    let inside: FxHashSet<usize> = parts.iter().copied().collect();
    let held = mounted.held.iter();
    let held = held.filter(|held| inside.contains(&held.part));
    let joined: FxHashSet<(usize, usize)> = held
        .map(|held| (held.part.min(held.onto), held.part.max(held.onto)))
        .collect();
    // What is clipped around a lens goes over what is screwed into it.
    let nested = |one: usize, other: usize| {
        let on = |part: usize| mounted.by.get(&part).map(|number| &mounted.held[*number]);
        on(one).zip(on(other)).is_some_and(|(one, other)| {
            let kinds = [one.kind, other.kind];
            one.onto == other.onto
                && kinds.contains(&FasteningKind::FilterThread)
                && kinds.contains(&FasteningKind::LensFront)
        })
    };
    let (mut found, mut more) = (Vec::new(), 0);
    for &one in parts {
        for &other in solids.beside(root, one).iter() {
            if other <= one {
                continue;
            }
            let each = solids.part(one).iter();
            let by = each
                .map(|solid| solids.reach_into(other, solid))
                .fold(0.0, f64::max);
            if by > TOUCH && !joined.contains(&(one, other)) && !nested(one, other) {
                if found.len() < MOST_MEETS {
                    found.push(Meet { one, other, by });
                } else {
                    more += 1;
                }
            }
        }
    }
    (found, more)
}

/// Spaces of a rig’s parts that others cover: of each the one that reaches furthest into it.
pub fn covered(
    floor: &Floor,
    mounted: &Mounted,
    solids: &OrientedBoxes,
    (root, parts): (usize, &[usize]),
) -> Vec<Covered> {
    let mut found = Vec::new();
    for &part in parts {
        let Some(body) = body_of(floor, part) else {
            continue;
        };
        let zones = body.zones.iter().enumerate();
        let zones = zones.map(|(number, zone)| CoveredKind::Zone(number, zone.kind));
        let grips = body.grips.iter().enumerate();
        let grips = grips.map(|(number, grip)| CoveredKind::Grip(number, grip.kind));
        for what in zones.chain(grips) {
            let Some(space) = space_of(floor, mounted, part, what) else {
                continue;
            };
            let near = solids.near(root, &space);
            let others = near.iter().filter(|other| **other != part);
            let worst = others
                .map(|other| (solids.reach_into(*other, &space), *other))
                .max_by(|one, other| one.0.total_cmp(&other.0));
            if let Some((into, by)) = worst.filter(|(into, _)| *into > GRAZES) {
                let deep = space.half.0.into_iter().fold(0.0, f64::max) * 2.0;
                found.push(Covered {
                    part,
                    what,
                    by,
                    into,
                    of: deep,
                });
            }
        }
    }
    found
}
