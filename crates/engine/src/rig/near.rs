//! What is near what in a rig: of a thousand parts only the few around a space are looked at.

use rustc_hash::FxHashMap;
use std::borrow::Cow;
use units::quantity::Point;

/// So many parts are looked at one by one in less time than it takes to sort them into cells.
const FEW: usize = 40;
/// The side of a cell, in millimetres: about that of a part.
const CELL: f64 = 100.0;
/// What reaches through more cells is looked at whatever the space.
const MOST_CELLS: i64 = 64;

type Box = (Point, Point);
type Cell = [i64; 3];

/// Parts by rig and by place.
pub struct Neighbours {
    rigs: FxHashMap<usize, Parts>,
}

enum Parts {
    Few(Vec<usize>),
    Many {
        cells: FxHashMap<Cell, Vec<usize>>,
        /// Those that reach through many.
        large: Vec<usize>,
        all: Vec<usize>,
    },
}

fn cell(at: Point) -> Cell {
    at.0.map(|side| (side / CELL).floor() as i64)
}

/// The cells of a box; none where there are too many.
fn cells((from, to): Box) -> Option<impl Iterator<Item = Cell>> {
    let (from, to) = (cell(from), cell(to));
    let many = [0, 1, 2].map(|axis| to[axis].saturating_sub(from[axis]).saturating_add(1));
    let many = many.into_iter().fold(1_i64, i64::saturating_mul);
    (many <= MOST_CELLS).then(|| {
        (from[0]..=to[0]).flat_map(move |x| {
            (from[1]..=to[1]).flat_map(move |y| (from[2]..=to[2]).map(move |z| [x, y, z]))
        })
    })
}

impl Neighbours {
    /// All parts that have a place, by what carries each in the end, with the box around each.
    pub fn new(roots: &[Option<usize>], around: &[Option<Box>]) -> Self {
        let mut of: FxHashMap<usize, Vec<usize>> = FxHashMap::default();
        for (part, root) in roots.iter().enumerate() {
            if let (Some(root), Some(_)) = (root, around[part]) {
                of.entry(*root).or_default().push(part);
            }
        }
        let rigs = of.into_iter().map(|(root, parts)| {
            let parts = match parts.len() {
                0..=FEW => Parts::Few(parts),
                _ => sorted(parts, around),
            };
            (root, parts)
        });
        Self {
            rigs: rigs.collect(),
        }
    }

    /// Parts of a rig that may be in a box, in their order.
    pub fn of(&self, root: usize, space: Box) -> Cow<'_, [usize]> {
        match self.rigs.get(&root) {
            None => Cow::Borrowed(&[]),
            Some(Parts::Few(all)) => Cow::Borrowed(all),
            Some(Parts::Many {
                cells: by,
                large,
                all,
            }) => {
                let Some(cells) = cells(space) else {
                    return Cow::Borrowed(all);
                };
                let mut found = large.clone();
                found.extend(cells.filter_map(|cell| by.get(&cell)).flatten());
                found.sort_unstable();
                found.dedup();
                Cow::Owned(found)
            }
        }
    }
}

fn sorted(all: Vec<usize>, around: &[Option<Box>]) -> Parts {
    let mut by: FxHashMap<Cell, Vec<usize>> = FxHashMap::default();
    let mut large = Vec::new();
    for &part in &all {
        match around[part].and_then(cells) {
            Some(cells) => cells.for_each(|cell| by.entry(cell).or_default().push(part)),
            None => large.push(part),
        }
    }
    Parts::Many {
        cells: by,
        large,
        all,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn meet((from, to): Box, (least, most): Box) -> bool {
        (0..3).all(|axis| from[axis] < most[axis] && least[axis] < to[axis])
    }

    proptest! {
        /// Whatever reaches into a box is among its neighbours, and nothing of another rig is.
        #[test]
        fn nobody_is_missed(
            parts in prop::collection::vec((0..3_usize, prop::array::uniform3(-900.0..900.0), prop::array::uniform3(0.0..700.0)), 1..150),
            at in prop::array::uniform3(-900.0..900.0),
            size in prop::array::uniform3(0.0..500.0),
        ) {
            let boxed = |at: [f64; 3], size: [f64; 3]| (Point(at), Point(at) + Point(size));
            let around: Vec<Option<Box>> = parts.iter().map(|(_, at, size)| Some(boxed(*at, *size))).collect();
            let roots: Vec<Option<usize>> = parts.iter().map(|(root, ..)| Some(*root)).collect();
            let near = Neighbours::new(&roots, &around);
            let space = boxed(at, size);
            for root in 0..3 {
                let found = near.of(root, space);
                prop_assert!(found.is_sorted());
                for part in 0..parts.len() {
                    let its = parts[part].0 == root;
                    prop_assert!(its || !found.contains(&part));
                    if its && around[part].is_some_and(|own| meet(own, space)) {
                        prop_assert!(found.contains(&part));
                    }
                }
            }
        }
    }
}
