//! In front of a sensor: the lens and what is between, motors on its rings, the matte box before it.

use super::optics::{half_angle, half_opening};
use super::places::{Mounted, body_of};
use crate::path::Floor;
use model::catalogue::{Body, Lens};
use rustc_hash::FxHashMap;
use units::quantity::Point;

/// A motor’s gear turns a ring that it is so near to, in millimetres: along, and across.
const MESH_ALONG: f64 = 8.0;
const MESH_ACROSS: f64 = 4.0;
/// The radius of a motor’s gear, in millimetres.
const MOTOR_GEAR: f64 = 18.0;
/// A motor that is so near a ring is meant for it.
const NEAR: f64 = 60.0;

/// What stands before a sensor.
#[derive(Debug, Clone, PartialEq)]
pub struct Front {
    /// The body.
    pub camera: usize,
    /// Its lens.
    pub lens: usize,
    /// The image circle that reaches the sensor, in millimetres.
    pub circle: f64,
    /// The sensor’s diagonal; none where its size isn’t known.
    pub diagonal: Option<f64>,
    /// Half the angle of view at the shortest focal length, in degrees.
    pub half_angle: Option<f64>,
    /// The matte box, what half of its opening must be, and what it is.
    pub matte: Option<(usize, f64, f64)>,
    /// How much nearer to the lens it must come to be out of the picture.
    pub nearer: f64,
    /// A matte box that clips on a front that moves.
    pub clipped_on_moving: Option<usize>,
    /// Motors that don’t reach a ring.
    pub motors: Vec<Unmeshed>,
}

/// A motor that is near a ring and doesn’t turn it.
#[derive(Debug, Clone, PartialEq)]
pub struct Unmeshed {
    /// The motor.
    pub motor: usize,
    /// The ring: *focus*.
    pub ring: String,
    /// How far the ring is ahead of the motor’s gear, in millimetres; below nothing: behind.
    pub ahead: f64,
    /// How far away across the lens beyond what meshes, in millimetres.
    pub across: f64,
}

/// What stands before each sensor of a floor.
pub fn fronts(floor: &Floor, mounted: &Mounted) -> Vec<Front> {
    let mut found = Vec::new();
    let rigs: FxHashMap<usize, Vec<usize>> = mounted.rigs().into_iter().collect();
    for lens in 0..floor.devices.len() {
        let Some((body, optic)) =
            body_of(floor, lens).and_then(|body| Some((body, body.lens.as_ref()?)))
        else {
            continue;
        };
        let root = mounted.roots[lens];
        let others = root
            .and_then(|root| rigs.get(&root))
            .map_or(&[][..], Vec::as_slice);
        found.extend(front(floor, mounted, (lens, others), (body, optic)));
    }
    found
}

fn front(
    floor: &Floor,
    mounted: &Mounted,
    (lens, others): (usize, &[usize]),
    (_, optic): (&Body, &Lens),
) -> Option<Front> {
    // Back through adapters to the body.
    let (mut at, mut magnifies) = (lens, 1.0);
    let camera = loop {
        let held = mounted.held[*mounted.by.get(&at)?];
        if !held.kind.is_lens_mount() {
            return None;
        }
        at = held.onto;
        let body = body_of(floor, at)?;
        match body.magnifies {
            Some(factor) => magnifies *= factor,
            None => break at,
        }
    };
    let sensor = body_of(floor, camera)?.sensor_mm;
    let place = mounted.places[lens]?;
    let focal = optic.focal_mm[0] * magnifies;
    let pupil = place.of(Point::new(0.0, 0.0, optic.pupil_mm));
    let (mut matte, mut nearer) = (None, 0.0);
    let mut motors = Vec::new();
    let mut clipped = None;
    for &other in others {
        let (Some(body), Some(own)) = (body_of(floor, other), mounted.places[other]) else {
            continue;
        };
        if let Some(front) = &body.matte {
            let opening = own.of(front.at);
            let before = (opening - pupil)[2];
            let on_axis = (opening - pupil)[0].hypot((opening - pupil)[1]) < 60.0;
            if let Some([width, _]) = sensor.filter(|_| on_axis && before > 0.0) {
                let needed = half_opening(width, focal, optic.t_stop, before);
                let has = front.opening_mm / 2.0;
                matte = Some((other, needed, has));
                nearer = (needed - has).max(0.0) / (width / 2.0 / focal);
            }
            let by = mounted.by.get(&other).map(|number| mounted.held[*number]);
            if by.is_some_and(|held| held.onto == lens) && optic.front_moves {
                clipped = Some(other);
            }
        }
        if let Some(gear) = body.gear {
            motors.extend(unmeshed(other, own.of(gear), (place.at, optic)));
        }
    }
    Some(Front {
        camera,
        lens,
        circle: optic.circle_mm * magnifies,
        diagonal: sensor.map(|[width, height]| width.hypot(height)),
        half_angle: sensor.map(|[width, _]| half_angle(width, focal)),
        matte,
        nearer,
        clipped_on_moving: clipped,
        motors,
    })
}

/// Whether a motor is near a ring, and misses it.
fn unmeshed(motor: usize, gear: Point, (flange, optic): (Point, &Lens)) -> Option<Unmeshed> {
    let away = |ring: &model::catalogue::LensGear| {
        let ahead = flange[2] + ring.at_mm - gear[2];
        let across = (gear[0] - flange[0]).hypot(gear[1] - flange[1]);
        (ahead, across - ring.radius_mm - MOTOR_GEAR)
    };
    let rings = optic.gears.iter();
    let nearest = rings.min_by(|one, other| away(one).0.abs().total_cmp(&away(other).0.abs()))?;
    let (ahead, across) = away(nearest);
    let meant = ahead.abs() < NEAR && across.abs() < NEAR;
    let meshes = ahead.abs() <= MESH_ALONG && across.abs() <= MESH_ACROSS;
    (meant && !meshes).then(|| Unmeshed {
        motor,
        ring: nearest.ring.clone(),
        ahead,
        across,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use model::catalogue::LensGear;

    /// A ring of 40 mm, 50 mm ahead of the flange; the gear of a motor is 12 mm: it meshes at 52 mm across.
    #[test]
    fn a_motor_inside_its_ring_misses_it_as_one_outside_does() {
        let lens = Lens {
            gears: vec![LensGear {
                ring: "focus".into(),
                at_mm: 50.0,
                radius_mm: 40.0,
            }],
            focal_mm: [35.0, 35.0],
            t_stop: 2.0,
            circle_mm: 46.0,
            front_mm: 95.0,
            filter_mm: None,
            front_moves: false,
            pupil_mm: 40.0,
            squeezes: None,
        };
        let meshed = 40.0 + MOTOR_GEAR;
        for (across, ahead, misses) in [
            (meshed, 0.0, None),
            (
                meshed + MESH_ACROSS + 2.0,
                0.0,
                Some((0.0, MESH_ACROSS + 2.0)),
            ),
            // Its gear would be in the lens.
            (
                meshed - MESH_ACROSS - 2.0,
                0.0,
                Some((0.0, -MESH_ACROSS - 2.0)),
            ),
            (meshed, MESH_ALONG + 1.0, Some((MESH_ALONG + 1.0, 0.0))),
            (meshed, -MESH_ALONG - 1.0, Some((-MESH_ALONG - 1.0, 0.0))),
            // So far away it is another’s.
            (meshed + NEAR + 1.0, 0.0, None),
            (meshed, NEAR + 1.0, None),
        ] {
            let gear = Point::new(across, 0.0, 50.0 - ahead);
            let found = unmeshed(7, gear, (Point::new(0.0, 0.0, 0.0), &lens));
            let found = found.map(|found| (found.ahead, found.across));
            assert_eq!(found, misses, "{across} mm across, {ahead} mm ahead");
        }
    }
}
