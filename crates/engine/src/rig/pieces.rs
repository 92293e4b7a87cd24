//! How rigs come apart to travel: at what comes off without a tool. Millimetres, grams.

use super::obstruct::OrientedBoxes;
use super::places::{Mounted, body_of};
use crate::path::Floor;
use units::quantity::Point;

/// What goes into a case as one.
#[derive(Debug, Clone, PartialEq)]
pub struct Piece {
    /// Its parts, in the order of the build.
    pub parts: Vec<usize>,
    /// Across, up and along, as it stands in the rig.
    pub size: [f64; 3],
    /// What it weighs.
    pub grams: f64,
    /// Whether all of its masses are known.
    pub weighed: bool,
}

/// The pieces of all that has a size: what is screwed together stays together, what isn’t mounted is a piece of its
/// own. Without what `leaves_out` names.
pub fn pieces(floor: &Floor, mounted: &Mounted, leaves_out: impl Fn(usize) -> bool) -> Vec<Piece> {
    let count = floor.devices.len();
    let mut first: Vec<usize> = (0..count).collect();
    for held in mounted.held.iter().filter(|held| held.places) {
        let apart = held.kind.facts().quick || leaves_out(held.part) || leaves_out(held.onto);
        let (one, other) = (first[held.part], first[held.onto]);
        if !apart && one != other {
            for place in &mut first {
                if *place == one.max(other) {
                    *place = one.min(other);
                }
            }
        }
    }
    let solids = OrientedBoxes::new(floor, mounted);
    let groups = (0..count).filter(|part| first[*part] == *part && !leaves_out(*part));
    groups
        .filter_map(|group| {
            let parts = (0..count).filter(|part| first[*part] == group).collect();
            piece(floor, &solids, parts)
        })
        .collect()
}

/// A part alone, where its size is known.
pub fn alone(floor: &Floor, solids: &OrientedBoxes, part: usize) -> Option<Piece> {
    piece(floor, solids, vec![part])
}

fn piece(floor: &Floor, solids: &OrientedBoxes, parts: Vec<usize>) -> Option<Piece> {
    let mut corners: Vec<(Point, Point)> = Vec::new();
    let (mut grams, mut weighed) = (0.0, true);
    for &part in &parts {
        let body = body_of(floor, part)?;
        grams += f64::from(body.grams);
        weighed &= body.grams > 0;
        let own = solids.part(part);
        if own.is_empty() {
            corners.extend(body.boxes.iter().map(|block| (block.from, block.to)));
        } else {
            corners.extend(own.iter().map(super::space::OrientedBox::around));
        }
    }
    let (from, to) = corners
        .into_iter()
        .reduce(|whole, one| (whole.0.with(one.0, f64::min), whole.1.with(one.1, f64::max)))?;
    Some(Piece {
        parts,
        size: (to - from).0,
        grams,
        weighed,
    })
}
