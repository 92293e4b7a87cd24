//! Elevations: what is seen of a part from the left, from the front, from above.

use engine::rig::{OrientedBox, outmost};
use model::catalogue::Axis;
use serde::Serialize;
use units::quantity::Point;
use utoipa::ToSchema;

/// A drawing is made with so many points around a cylinder.
const AROUND: usize = 24;

/// The outlines of a box or a cylinder in the three elevations, in millimetres on paper: to the right, and down.
/// In each, what has the larger depth is drawn first.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Outlines {
    /// From the camera’s left: the lens points left.
    pub side: Vec<(f64, f64)>,
    /// From the front.
    pub front: Vec<(f64, f64)>,
    /// From above: the lens points left.
    pub top: Vec<(f64, f64)>,
    /// How far from who looks, in each.
    pub depth: (f64, f64, f64),
}

fn tenth(figure: f64) -> f64 {
    (figure * 10.0).round() / 10.0
}

/// A place in each elevation: to the right, and down.
pub fn on_paper(at: Point) -> [(f64, f64); 3] {
    [(-at[2], -at[1]), (-at[0], -at[1]), (-at[2], -at[0])]
        .map(|(right, down)| (tenth(right), tenth(down)))
}

/// The points that an outline goes around.
fn points(solid: &OrientedBox) -> Vec<Point> {
    let Some(axis) = solid.round else {
        return solid.corners().to_vec();
    };
    let (along, one, other) = match axis {
        Axis::X => (0, 1, 2),
        Axis::Y => (1, 0, 2),
        Axis::Z => (2, 0, 1),
    };
    (0..AROUND)
        .flat_map(|step| {
            let (sin, cos) = (step as f64 / AROUND as f64 * std::f64::consts::TAU).sin_cos();
            [-1.0, 1.0].map(|end| {
                let mut way = Point::default();
                way[along] = solid.half[along] * end;
                way[one] = solid.half[one] * cos;
                way[other] = solid.half[other] * sin;
                solid.middle + solid.turn.of(way)
            })
        })
        .collect()
}

/// The outlines of a solid.
pub fn outlines(solid: &OrientedBox) -> Outlines {
    let points: Vec<[(f64, f64); 3]> = points(solid).into_iter().map(on_paper).collect();
    let view = |number: usize| outmost(points.iter().map(|point| point[number]).collect());
    let (from, to) = solid.around();
    Outlines {
        side: view(0),
        front: view(1),
        top: view(2),
        depth: (tenth(from[0]), tenth(-to[2]), tenth(-to[1])),
    }
}
