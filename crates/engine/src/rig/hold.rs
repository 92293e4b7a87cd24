//! How a rig is held: hung, shouldered, set on legs, put down. Grams and millimetres in, degrees and newtons out.

use units::quantity::Point;

/// What a kilogram weighs, in newtons. ISO 80000-3.
pub const GRAVITY: f64 = 9.806_65;

/// How a rig hangs from a grip.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hangs {
    /// Nose down, in degrees; below nothing: nose up.
    pub tilt: f64,
    /// To the right, in degrees; below nothing: to the left.
    pub lean: f64,
    /// How far the centre is ahead of the grip, in millimetres.
    pub ahead: f64,
    /// How far to the right.
    pub right: f64,
    /// How far below.
    pub below: f64,
}

/// A lean of so many degrees is seen in the picture.
const LEANS: f64 = 3.0;

impl Hangs {
    /// Whether it leans so far that it is seen in the picture.
    pub fn leans(&self) -> bool {
        self.lean.abs() > LEANS
    }
}

/// Hung from a grip, it turns until the centre is below it. None where the centre isn’t below it.
pub fn hangs(centre: Point, grip: Point) -> Option<Hangs> {
    let way = centre - grip;
    let below = -way[1];
    (below > 0.0).then(|| Hangs {
        tilt: (way[2] / below).atan().to_degrees(),
        lean: (way[0] / below).atan().to_degrees(),
        ahead: way[2],
        right: way[0],
        below,
    })
}

/// The force at the grips that holds a rig level on a shoulder, in newtons: up where the centre is ahead of the
/// pad. None where the grips are at the pad.
pub fn shouldered(grams: f64, centre: Point, pad: Point, grips: Point) -> Option<f64> {
    let (ahead, reach) = (centre[2] - pad[2], grips[2] - pad[2]);
    (reach.abs() > 1.0).then(|| grams / 1_000.0 * GRAVITY * ahead / reach)
}

/// How a rig stands that is put down.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stands {
    /// Whether its centre is above what it stands on.
    pub stands: bool,
    /// At how many degrees it tips over the nearest edge; nothing where it doesn’t stand.
    pub tips_at: f64,
    /// The way of that edge from the centre: right, and forward.
    pub over: (f64, f64),
}

/// The corners that lie outmost, round about.
pub fn outmost(mut feet: Vec<(f64, f64)>) -> Vec<(f64, f64)> {
    feet.sort_by(|one, other| one.partial_cmp(other).unwrap_or(std::cmp::Ordering::Equal));
    feet.dedup();
    if feet.len() < 3 {
        return feet;
    }
    let left_of = |a: (f64, f64), b: (f64, f64), c: (f64, f64)| {
        (b.0 - a.0) * (c.1 - a.1) - (b.1 - a.1) * (c.0 - a.0) > 0.0
    };
    let half = |points: &mut dyn Iterator<Item = (f64, f64)>| {
        let mut chain: Vec<(f64, f64)> = Vec::new();
        for point in points {
            while let [.., a, b] = chain[..] {
                if left_of(a, b, point) {
                    break;
                }
                chain.pop();
            }
            chain.push(point);
        }
        chain.pop();
        chain
    };
    let mut round = half(&mut feet.iter().copied());
    round.extend(half(&mut feet.iter().rev().copied()));
    round
}

/// Put down on its feet: whether it stands, and over which edge it tips first. None without three feet that
/// make an area.
pub fn stands(centre: Point, feet: &[Point]) -> Option<Stands> {
    let lowest = feet.iter().map(|foot| foot[1]).reduce(f64::min)?;
    let corners = outmost(feet.iter().map(|foot| (foot[0], foot[2])).collect());
    if corners.len() < 3 {
        return None;
    }
    let height = centre[1] - lowest;
    let mut nearest: Option<(f64, (f64, f64))> = None;
    for (number, &from) in corners.iter().enumerate() {
        let to = corners[(number + 1) % corners.len()];
        let (dx, dz) = (to.0 - from.0, to.1 - from.1);
        let length = dx.hypot(dz);
        // The corners run round to the left: inside is to the left of each edge.
        let inside = ((centre[2] - from.1) * dx - (centre[0] - from.0) * dz) / length;
        if nearest.is_none_or(|(least, _)| inside < least) {
            nearest = Some((inside, (dz / length, -dx / length)));
        }
    }
    let (inside, over) = nearest?;
    Some(Stands {
        stands: inside > 0.0,
        tips_at: if inside > 0.0 && height > 0.0 {
            (inside / height).atan().to_degrees()
        } else {
            0.0
        },
        over,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    /// `design/rig.md`, *Reference figures*.
    #[test]
    fn it_hangs_nose_down_and_leans() {
        let grip = Point::new(0.0, 200.0, 0.0);
        let nose = hangs(Point::new(0.0, 80.0, 25.0), grip).unwrap();
        assert!((nose.tilt - 11.8).abs() < 0.05, "{nose:?}");
        let left = hangs(Point::new(-18.0, 80.0, 0.0), grip).unwrap();
        assert!((left.lean - -8.5).abs() < 0.05, "{left:?}");
        assert_eq!(hangs(Point::new(0.0, 210.0, 0.0), grip), None);
    }

    #[test]
    fn a_shoulder_leaves_so_much_to_the_hands() {
        let at = |forward: f64| Point::new(0.0, 0.0, forward);
        let force = shouldered(6200.0, at(40.0), at(0.0), at(210.0)).unwrap();
        assert!((force - 11.6).abs() < 0.05, "{force}");
        assert_eq!(shouldered(6200.0, at(40.0), at(0.0), at(0.5)), None);
    }

    #[test]
    fn it_tips_over_the_nearest_edge() {
        let feet = [
            (-100.0, -80.0),
            (100.0, -80.0),
            (100.0, 120.0),
            (-100.0, 120.0),
        ];
        let feet = feet.map(|(x, z)| Point::new(x, 0.0, z));
        let standing = stands(Point::new(0.0, 140.0, 60.0), &feet).unwrap();
        assert!(standing.stands);
        assert!((standing.tips_at - 23.2).abs() < 0.05, "{standing:?}");
        assert_eq!(standing.over, (0.0, 1.0));
        let falls = stands(Point::new(0.0, 140.0, 130.0), &feet).unwrap();
        assert!(!falls.stands);
        assert_eq!(stands(Point::default(), &feet[..2]), None);
    }
}
