//! Pieces into cases: what only fits in one way first, each into the room that it leaves the least of, nothing
//! over anything that it doesn’t lie on whole. A guide: foam and hands find better ways. Millimetres, grams.

/// Foam around a piece on each side.
const FOAM: f64 = 8.0;

/// Something to pack: across, up, along.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PackItem {
    /// Its sides.
    pub size: [f64; 3],
    /// What it weighs.
    pub grams: f64,
}

/// A case to pack into.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CaseRoom {
    /// Its inside: across, up, along.
    pub inside: [f64; 3],
    /// The most that it carries.
    pub limit: f64,
}

/// Where something lies: from the corner to the left, below, behind, with the foam around it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Packed {
    /// What, by its number.
    pub load: usize,
    /// In which case, by its number.
    pub case: usize,
    /// The corner.
    pub at: [f64; 3],
    /// Its sides as it lies, with the foam.
    pub size: [f64; 3],
    /// Which of its own sides is across, up, along.
    pub lies: [usize; 3],
}

/// A room that is free in a case.
#[derive(Debug, Clone, Copy)]
struct Room {
    case: usize,
    at: [f64; 3],
    size: [f64; 3],
}

/// The ways in which a thing can lie: which of its own sides is across, up, along. As it stands first.
const WAYS: [[usize; 3]; 6] = [
    [0, 1, 2],
    [2, 1, 0],
    [0, 2, 1],
    [1, 0, 2],
    [1, 2, 0],
    [2, 0, 1],
];

fn lying(load: &PackItem, way: [usize; 3]) -> [f64; 3] {
    way.map(|side| load.size[side] + 2.0 * FOAM)
}

fn fits(size: [f64; 3], room: [f64; 3]) -> bool {
    (0..3).all(|side| size[side] <= room[side])
}

/// In how many ways something fits into cases of a kind: what fits in few goes in first.
fn ways(load: &PackItem, cases: &[CaseRoom]) -> usize {
    let each = cases.iter().filter(|case| load.grams <= case.limit);
    each.map(|case| {
        let ways = WAYS.iter();
        ways.filter(|way| fits(lying(load, **way), case.inside))
            .count()
    })
    .sum()
}

/// Packs what fits; what isn’t in the answer fits nowhere.
pub fn pack(loads: &[PackItem], cases: &[CaseRoom]) -> Vec<Packed> {
    let mut order: Vec<usize> = (0..loads.len()).collect();
    let volume = |size: [f64; 3]| size.into_iter().product::<f64>();
    order.sort_by(|one, other| {
        let few = |number: usize| ways(&loads[number], cases);
        (few(*one).cmp(&few(*other)))
            .then(volume(loads[*other].size).total_cmp(&volume(loads[*one].size)))
            .then(one.cmp(other))
    });
    let mut rooms: Vec<Room> = cases
        .iter()
        .enumerate()
        .map(|(case, one)| Room {
            case,
            at: [0.0; 3],
            size: one.inside,
        })
        .collect();
    let mut carried = vec![0.0; cases.len()];
    let mut packed = Vec::new();
    for number in order {
        let load = &loads[number];
        let mut best: Option<(f64, usize, [usize; 3])> = None;
        for (at, room) in rooms.iter().enumerate() {
            if carried[room.case] + load.grams > cases[room.case].limit {
                continue;
            }
            for way in WAYS {
                let size = lying(load, way);
                if !fits(size, room.size) {
                    continue;
                }
                // Low first, then the room that it leaves the least of; an earlier case before a later one.
                let worth = (room.case as f64) * 1e12
                    + room.at[1] * 1e8
                    + (volume(room.size) - volume(size)) / 1e3
                    + size[1];
                if best.is_none_or(|(least, ..)| worth < least) {
                    best = Some((worth, at, way));
                }
            }
        }
        let Some((_, at, way)) = best else { continue };
        let room = rooms.remove(at);
        let size = lying(load, way);
        carried[room.case] += load.grams;
        packed.push(Packed {
            load: number,
            case: room.case,
            at: room.at,
            size,
            lies: way,
        });
        rooms.extend(left_of(room, size));
    }
    packed
}

/// What a thing in the corner of a room leaves: above it, beside it, before it.
fn left_of(room: Room, size: [f64; 3]) -> Vec<Room> {
    let [across, up, along] = size;
    let left = [0, 1, 2].map(|side| room.size[side] - size[side]);
    let [x, y, z] = room.at;
    let rooms = [
        ([x, y + up, z], [across, left[1], along]),
        ([x + across, y, z], [left[0], room.size[1], room.size[2]]),
        ([x, y, z + along], [across, room.size[1], left[2]]),
    ];
    rooms
        .into_iter()
        .filter(|(_, size)| size.iter().all(|side| *side > 0.0))
        .map(|(at, size)| Room {
            case: room.case,
            at,
            size,
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    const CASE: CaseRoom = CaseRoom {
        inside: [500.0, 180.0, 300.0],
        limit: 18_000.0,
    };

    fn load(size: [f64; 3]) -> PackItem {
        PackItem {
            size,
            grams: 1_000.0,
        }
    }

    #[test]
    fn what_fits_in_one_way_only_goes_first_and_lies_on_its_side() {
        // 470 mm long: only along the case; and 250 mm high: only lying.
        let loads = [load([50.0, 50.0, 100.0]), load([90.0, 250.0, 470.0])];
        let packed = pack(&loads, &[CASE]);
        assert_eq!(packed[0].load, 1);
        assert_eq!(packed[0].lies[0], 2, "its length lies across the case");
        assert_eq!(packed.len(), 2);
        assert_eq!(ways(&loads[1], &[CASE]), 1);
    }

    #[test]
    fn a_case_carries_no_more_than_it_may() {
        let heavy = PackItem {
            size: [50.0; 3],
            grams: 10_000.0,
        };
        assert_eq!(pack(&[heavy, heavy], &[CASE]).len(), 1);
        let two = pack(&[heavy, heavy], &[CASE, CASE]);
        assert_eq!(two.len(), 2);
        assert_ne!(two[0].case, two[1].case);
        assert!(pack(&[load([600.0, 10.0, 10.0])], &[CASE]).is_empty());
    }

    proptest! {
        /// Nothing lies in anything else or out of its case, and nothing hangs in the air.
        #[test]
        fn everything_lies_in_its_own_place(
            sizes in prop::collection::vec((20.0..300.0_f64, 20.0..200.0_f64, 20.0..300.0_f64, 100.0..6_000.0_f64), 1..30),
            cases in 1..4_usize,
        ) {
            let loads: Vec<PackItem> = sizes.iter().map(|(x, y, z, grams)| PackItem { size: [*x, *y, *z], grams: *grams }).collect();
            let cases = vec![CASE; cases];
            let packed = pack(&loads, &cases);
            for (number, one) in packed.iter().enumerate() {
                for side in 0..3 {
                    prop_assert!(one.at[side] >= 0.0);
                    prop_assert!(one.at[side] + one.size[side] <= CASE.inside[side] + 1e-6);
                    prop_assert!((one.size[side] - 2.0 * FOAM - loads[one.load].size[one.lies[side]]).abs() < 1e-9);
                }
                for other in &packed[number + 1..] {
                    prop_assert!(one.load != other.load);
                    let meets = one.case == other.case && (0..3).all(|side| {
                        one.at[side] < other.at[side] + other.size[side] - 1e-6
                            && other.at[side] < one.at[side] + one.size[side] - 1e-6
                    });
                    prop_assert!(!meets, "{one:?} {other:?}");
                }
                // It lies on the bottom, or whole on one thing.
                let below = packed.iter().any(|other| {
                    other.case == one.case
                        && (other.at[1] + other.size[1] - one.at[1]).abs() < 1e-6
                        && [0, 2].into_iter().all(|side| {
                            other.at[side] <= one.at[side] + 1e-6
                                && other.at[side] + other.size[side] >= one.at[side] + one.size[side] - 1e-6
                        })
                });
                prop_assert!(one.at[1] == 0.0 || below, "{one:?}");
            }
            for (case, _) in cases.iter().enumerate() {
                let grams: f64 = packed.iter().filter(|one| one.case == case).map(|one| loads[one.load].grams).sum();
                prop_assert!(grams <= CASE.limit);
            }
        }
    }
}
