//! Where things are and how they are turned; boxes that stand in each other's way.

use model::catalogue::{Axis, Block};
use units::quantity::Point;

/// How a thing is turned: where its own right, up and forward point.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Rotation(pub [Point; 3]);

impl Rotation {
    /// Not at all.
    pub const NONE: Self = Self([
        Point::new(1.0, 0.0, 0.0),
        Point::new(0.0, 1.0, 0.0),
        Point::new(0.0, 0.0, 1.0),
    ]);

    /// Where a way of the thing points.
    pub fn of(self, way: Point) -> Point {
        let Self([right, up, forward]) = self;
        right * way[0] + up * way[1] + forward * way[2]
    }

    /// The way of the thing that points there.
    pub fn back(self, way: Point) -> Point {
        Point(self.0.map(|axis| axis.dot(way)))
    }

    /// Another turn, turned by this one.
    pub fn then(self, other: Self) -> Self {
        Self(other.0.map(|axis| self.of(axis)))
    }

    /// The turn that is undone by this one.
    pub fn inverse(self) -> Self {
        let axes = Self::NONE.0;
        Self(axes.map(|axis| self.back(axis)))
    }

    /// About a way of length one, in degrees, as a screw that goes that way turns.
    pub fn about(way: Point, degrees: f64) -> Self {
        let (sin, cos) = degrees.to_radians().sin_cos();
        Self(
            Self::NONE.0.map(|axis| {
                axis * cos + way.cross(axis) * sin + way * (way.dot(axis) * (1.0 - cos))
            }),
        )
    }
}

/// Where a thing is.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Pose {
    /// Where its origin is.
    pub at: Point,
    /// How it is turned.
    pub turn: Rotation,
}

impl Pose {
    /// At the camera’s origin, upright.
    pub const ORIGIN: Self = Self {
        at: Point::new(0.0, 0.0, 0.0),
        turn: Rotation::NONE,
    };

    /// Where a place of the thing is.
    pub fn of(self, point: Point) -> Point {
        self.at + self.turn.of(point)
    }
}

fn number_of(axis: Axis) -> usize {
    match axis {
        Axis::X => 0,
        Axis::Y => 1,
        Axis::Z => 2,
    }
}

/// A box somewhere, turned somehow.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct OrientedBox {
    /// Its middle.
    pub middle: Point,
    /// Half its sides.
    pub half: Point,
    /// How it is turned.
    pub turn: Rotation,
    /// The axis that it is round about.
    pub round: Option<Axis>,
}

impl OrientedBox {
    /// A block of a thing that is somewhere.
    pub fn of(place: Pose, from: Point, to: Point) -> Self {
        Self {
            middle: place.of(from.with(to, f64::midpoint)),
            half: (to - from) * 0.5,
            turn: place.turn,
            round: None,
        }
    }

    /// A block of a thing, round where it is.
    pub fn of_block(place: Pose, block: &Block) -> Self {
        Self {
            round: block.round,
            ..Self::of(place, block.from, block.to)
        }
    }

    /// Its eight corners.
    pub fn corners(&self) -> [Point; 8] {
        let side = |number: usize, axis: usize| {
            if number >> axis & 1 == 0 { -1.0 } else { 1.0 }
        };
        let numbers = [0, 1, 2, 3, 4, 5, 6, 7];
        numbers.map(|number| {
            let way = Point([0, 1, 2].map(|axis| self.half[axis] * side(number, axis)));
            self.middle + self.turn.of(way)
        })
    }

    /// The smallest upright box around it: its corner to the left, below, behind, and the other.
    pub fn around(&self) -> (Point, Point) {
        let reach = Point([0, 1, 2].map(|axis| {
            (0..3)
                .map(|own| (self.turn.0[own][axis] * self.half[own]).abs())
                .sum()
        }));
        (self.middle - reach, self.middle + reach)
    }

    /// The way that it is round about.
    fn about(&self) -> Option<Point> {
        self.round.map(|axis| self.turn.0[number_of(axis)])
    }

    /// How far it reaches from its middle along a way of length one.
    fn reach(&self, way: Point) -> f64 {
        let Some((axis, about)) = self.round.zip(self.about()) else {
            let sides = (0..3).map(|own| (self.turn.0[own].dot(way) * self.half[own]).abs());
            return sides.sum();
        };
        let along = about.dot(way).abs();
        let radius = self.half[(number_of(axis) + 1) % 3];
        along * self.half[number_of(axis)] + radius * (1.0 - along * along).max(0.0).sqrt()
    }

    /// How far it reaches into another, in millimetres, at the least: what one of them must be moved by to free
    /// both; nothing where they don’t meet. By the axes that could part two boxes.
    pub fn overlap(&self, other: &Self) -> f64 {
        let between = other.middle - self.middle;
        if between.length() >= self.half.length() + other.half.length() {
            return 0.0;
        }
        let mut axes: Vec<Point> = Vec::with_capacity(15);
        axes.extend(self.turn.0);
        axes.extend(other.turn.0);
        for one in self.turn.0 {
            for two in other.turn.0 {
                axes.push(one.cross(two));
            }
        }
        // What is round is parted from a corner along the way between the two.
        for (round, edged) in [(self, other), (other, self)] {
            if let Some(about) = round.about() {
                axes.extend(edged.corners().map(|corner| {
                    let way = corner - round.middle;
                    way - about * way.dot(about)
                }));
            }
        }
        let mut least = f64::MAX;
        for axis in axes {
            let length = axis.length();
            // Two edges that run alike part nothing.
            if length < 1e-6 {
                continue;
            }
            let axis = axis * (1.0 / length);
            let into = self.reach(axis) + other.reach(axis) - between.dot(axis).abs();
            if into <= 0.0 {
                return 0.0;
            }
            least = least.min(into);
        }
        least
    }

    /// How far along a way it must go to be free of another, in millimetres; none where it never is within
    /// `most`. It is tried millimetre by millimetre: what it meets on the way doesn’t count.
    pub fn free_of(&self, other: &Self, way: Point, most: u32) -> Option<u32> {
        (0..=most).find(|far| {
            let moved = Self {
                middle: self.middle + way * f64::from(*far),
                ..*self
            };
            moved.overlap(other) <= 0.0
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn solid(from: [f64; 3], to: [f64; 3]) -> OrientedBox {
        OrientedBox::of(Pose::ORIGIN, Point(from), Point(to))
    }

    #[test]
    fn a_turn_is_undone_by_its_inverse() {
        let turn = Rotation::about(Point::new(0.0, 1.0, 0.0), 30.0)
            .then(Rotation::about(Point::new(1.0, 0.0, 0.0), -70.0));
        let point = Point::new(3.0, -4.0, 5.0);
        assert!((turn.inverse().of(turn.of(point)) - point).length() < 1e-9);
        assert!((turn.back(turn.of(point)) - point).length() < 1e-9);
        // A quarter turn about up brings forward to the right.
        let quarter = Rotation::about(Point::new(0.0, 1.0, 0.0), 90.0);
        assert!(
            (quarter.of(Point::new(0.0, 0.0, 1.0)) - Point::new(1.0, 0.0, 0.0)).length() < 1e-9
        );
    }

    #[test]
    fn boxes_meet_as_deep_as_they_do() {
        let one = solid([0.0; 3], [10.0, 10.0, 10.0]);
        assert!((one.overlap(&solid([8.0, 0.0, 0.0], [20.0, 10.0, 10.0])) - 2.0).abs() < 1e-9);
        assert_eq!(
            one.overlap(&solid([10.0, 0.0, 0.0], [20.0, 10.0, 10.0])),
            0.0
        );
        // A box on its edge reaches between two that lie flat.
        let mut edge = solid([-5.0, -5.0, -5.0], [5.0, 5.0, 5.0]);
        edge.turn = Rotation::about(Point::new(0.0, 0.0, 1.0), 45.0);
        edge.middle = Point::new(16.0, 5.0, 5.0);
        assert!(one.overlap(&edge) > 1.0);
        edge.middle[0] = 17.1;
        assert_eq!(one.overlap(&edge), 0.0);
    }

    #[test]
    fn a_corner_beside_a_lens_is_free_of_it() {
        let mut lens = solid([-44.0, -44.0, 0.0], [44.0, 44.0, 90.0]);
        let motor = solid([36.0, -66.0, 10.0], [80.0, -30.0, 54.0]);
        assert!(lens.overlap(&motor) > 0.0);
        lens.round = Some(Axis::Z);
        assert_eq!(lens.overlap(&motor), 0.0);
        let nearer = solid([30.0, -66.0, 10.0], [80.0, -25.0, 54.0]);
        assert!(lens.overlap(&nearer) > 0.0);
    }

    #[test]
    fn what_is_in_the_way_is_freed_by_so_much() {
        let door = solid([0.0; 3], [10.0, 50.0, 46.0]);
        let plate = solid([0.0, 0.0, 34.0], [10.0, 50.0, 60.0]);
        let back = Point::new(0.0, 0.0, 1.0);
        assert_eq!(plate.free_of(&door, back, 100), Some(12));
        assert_eq!(plate.free_of(&door, -back, 20), None);
    }
}
