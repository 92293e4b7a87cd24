//! The rig: where each part is, what it weighs and how it is held, what joints bear, what is in the way, whether
//! cables and rods reach, and in which order it is built. `design/rig.md`. Everything follows from what the
//! parts are and what sits on what.

mod assembly;
mod bears;
mod cables;
mod front;
mod hold;
mod mass;
mod near;
mod obstruct;
mod optics;
mod pack;
mod pieces;
mod places;
mod plugs;
mod propose;
mod reach;
mod rods;
mod seats;
mod space;

use assembly::waiting;
pub use assembly::{Act, Plan, Task, plan};
pub use bears::{Bears, bears};
pub use cables::{CableReach, cables, needed, socket};
pub use front::{Front, Unmeshed, fronts};
pub use hold::{GRAVITY, Hangs, Stands, hangs, outmost, shouldered, stands};
pub use mass::{Mass, mass_of, mass_of_all};
pub use obstruct::{Covered, CoveredKind, Meet, OrientedBoxes, covered, meets, solids, space_of};
pub use optics::{half_angle, half_opening};
pub use pack::{CaseRoom, PackItem, Packed, pack};
pub use pieces::{Piece, alone, pieces};
pub use places::{Held, Loose, Mounted, Set, body_of, mounted, seat};
pub use plugs::{Stuck, StuckIn, plug_of};
pub use propose::{Judge, MountOption, Score, TimeBudget, elsewhere, on_an_adapter, score, ways};
pub use reach::{DRESSED, moment, needs};
pub use rods::{RodNeed, length as rod_length, rods};
pub use seats::{NoSeat, Seat, Seats};
pub use space::{OrientedBox, Pose, Rotation};

use crate::path::Floor;
use model::catalogue::{Body, DeviceKind, GripKind};
use units::quantity::Point;

/// All that follows from the joints of a floor.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Rigged<'f> {
    /// Where each part is.
    pub mounted: Mounted<'f>,
    /// Each rig.
    pub rigs: Vec<Rig>,
    /// What each joint bears.
    pub bears: Vec<Bears>,
    /// Cables on rigs.
    pub cables: Vec<CableReach>,
    /// Plugs that stick into something.
    pub stuck: Vec<Stuck>,
    /// Rods.
    pub rods: Vec<RodNeed>,
    /// What stands before each sensor.
    pub fronts: Vec<Front>,
}

/// What is mounted together.
#[derive(Debug, Clone, PartialEq)]
pub struct Rig {
    /// What carries all of it.
    pub root: usize,
    /// Its camera, where it has one.
    pub camera: Option<usize>,
    /// Its parts, in the order of the build.
    pub parts: Vec<usize>,
    /// Parts of which the mass isn’t known.
    pub unweighed: Vec<usize>,
    /// Parts of which the size isn’t known.
    pub unmeasured: Vec<usize>,
    /// What it weighs, and where its centre is. Legs and heads under it don’t count.
    pub mass: Mass,
    /// What is in front of the mount.
    pub front: Mass,
    /// How it is held: a grip of a part, and what follows.
    pub holds: Vec<Hold>,
    /// What carries it at the bottom: a head, a gimbal, then the legs under it.
    pub carriers: Vec<CarriedBy>,
    /// How it stands: on the legs under it, else on feet of its own.
    pub stands: Option<Stands>,
    /// What it stands on.
    pub feet: Vec<Point>,
    /// What hangs lower than its feet, and by how much, in millimetres.
    pub lower: Option<(usize, f64)>,
    /// Parts in one place.
    pub meets: Vec<Meet>,
    /// Pairs in one place that aren’t among those.
    pub more_meets: usize,
    /// Spaces that something covers.
    pub covered: Vec<Covered>,
    /// Parts that wait for each other: no order builds it.
    pub waiting: Vec<usize>,
}

impl Rig {
    /// What hangs above people, where nothing holds it should its fastening give.
    pub fn unsecured(&self, floor: &Floor) -> Option<usize> {
        let is = |part: &usize, what: fn(&Body) -> bool| body_of(floor, *part).is_some_and(what);
        let secured = self.parts.iter().any(|part| is(part, |body| body.secures));
        let mut parts = self.parts.iter().copied();
        parts.find(|part| !secured && is(part, |body| body.overhead))
    }
}

/// A way to hold a rig.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hold {
    /// The part.
    pub part: usize,
    /// Its grip, by number.
    pub grip: usize,
    /// How.
    pub kind: GripKind,
    /// Where.
    pub at: Point,
    /// How it hangs there.
    pub hangs: Option<Hangs>,
    /// The force at the other grips that keeps it level, in newtons.
    pub force: Option<f64>,
    /// How far the centre is ahead of it, in millimetres.
    pub ahead: f64,
}

/// A head, a gimbal, an arm, legs under a rig.
#[derive(Debug, Clone, PartialEq)]
pub struct CarriedBy {
    /// The part.
    pub part: usize,
    /// The joint on it, among those that stand.
    pub held: usize,
    /// What it carries, in grams.
    pub grams: f64,
    /// What it may, in grams.
    pub payload: f64,
    /// How far the centre is ahead of its middle, in millimetres.
    pub ahead: f64,
    /// How far to the right.
    pub right: f64,
    /// Parts that reach out of the box that it leaves them, and how far, in millimetres.
    pub outside: Vec<(usize, f64)>,
}

impl<'f> Rigged<'f> {
    /// Works it out; nothing where nothing is mounted.
    pub fn of(floor: &Floor<'f>) -> Self {
        if floor.build.joints.is_empty() {
            return Self::default();
        }
        let mounted = mounted(floor);
        if mounted.is_empty() {
            return Self {
                mounted,
                ..Self::default()
            };
        }
        let solids = OrientedBoxes::new(floor, &mounted);
        let rigs = mounted
            .rigs()
            .into_iter()
            .map(|(root, parts)| rig(floor, &mounted, &solids, root, parts))
            .collect();
        Self {
            rigs,
            bears: bears(floor, &mounted),
            cables: cables(floor, &mounted),
            stuck: plugs::stuck(floor, &mounted, &solids),
            rods: rods(floor, &mounted),
            fronts: fronts(floor, &mounted),
            mounted,
        }
    }

    /// Whether nothing is mounted.
    pub fn is_empty(&self) -> bool {
        self.rigs.is_empty()
    }

    /// The rig that a part belongs to.
    pub fn rig_of(&self, placement: usize) -> Option<&Rig> {
        let root = self.mounted.roots.get(placement).copied().flatten()?;
        self.rigs.iter().find(|rig| rig.root == root)
    }
}

fn rig(
    floor: &Floor,
    mounted: &Mounted,
    solids: &OrientedBoxes,
    root: usize,
    parts: Vec<usize>,
) -> Rig {
    let kind = |part: usize| floor.devices[part].map(|device| device.kind);
    let camera = parts
        .iter()
        .copied()
        .find(|part| kind(*part) == Some(DeviceKind::Camera));
    let carriers = camera.map_or_else(Vec::new, |camera| {
        carried_by(floor, mounted, solids, camera)
    });
    // What is carried: not the legs.
    let above: Vec<usize> = match carriers.first() {
        Some(carrier) => mounted.behind(mounted.held[carrier.held].part),
        None => parts.clone(),
    };
    let mass = mass_of_all(floor, mounted, &above);
    let front: Vec<usize> = camera
        .into_iter()
        .flat_map(|camera| mounted.carried.get(&camera).into_iter().flatten())
        .map(|number| mounted.held[*number])
        .filter(|held| held.kind.is_lens_mount())
        .flat_map(|held| mounted.behind(held.part))
        .collect();
    let unknown = |lacks: fn(&model::catalogue::Body) -> bool| {
        let found = above.iter().copied();
        found
            .filter(|part| body_of(floor, *part).is_some_and(lacks))
            .collect::<Vec<usize>>()
    };
    // On legs it stands with them, on theirs; else on feet of its own.
    let below: Vec<usize> = parts
        .iter()
        .copied()
        .filter(|part| !above.contains(part))
        .collect();
    let (standing, weight) = if carriers.is_empty() {
        (&above, mass)
    } else {
        (&below, mass_of_all(floor, mounted, &parts))
    };
    let feet: Vec<Point> = standing
        .iter()
        .filter_map(|part| Some((body_of(floor, *part)?, mounted.places[*part]?)))
        .flat_map(|(body, place)| body.feet.iter().map(move |foot| place.of(*foot)))
        .collect();
    let lowest = feet.iter().map(|foot| foot[1]).reduce(f64::min);
    // What stands on a table: feet that touch it.
    let table: Vec<Point> = feet
        .into_iter()
        .filter(|foot| lowest.is_some_and(|lowest| foot[1] < lowest + 3.0))
        .collect();
    let lower = lowest.and_then(|lowest| {
        let each = above.iter().flat_map(|part| {
            let own = solids.part(*part).iter();
            own.map(|solid| (*part, lowest - solid.around().0[1]))
        });
        each.filter(|(_, by)| *by > 3.0)
            .max_by(|one, other| one.1.total_cmp(&other.1))
    });
    let (meets, more_meets) = meets(mounted, solids, root, &parts);
    Rig {
        root,
        camera,
        unweighed: unknown(|body| body.grams == 0),
        unmeasured: unknown(|body| body.boxes.is_empty()),
        mass,
        front: mass_of_all(floor, mounted, &front),
        holds: holds(floor, mounted, &above, mass),
        carriers,
        stands: stands(weight.centre, &table),
        feet: table,
        lower,
        meets,
        more_meets,
        covered: covered(floor, mounted, solids, (root, &parts)),
        waiting: waiting(floor, mounted, solids, &parts),
        parts,
    }
}

/// Everything below a camera that says how much it carries, from the camera down.
fn carried_by(
    floor: &Floor,
    mounted: &Mounted,
    solids: &OrientedBoxes,
    camera: usize,
) -> Vec<CarriedBy> {
    let mut found = Vec::new();
    let mut at = camera;
    while let Some(&number) = mounted.by.get(&at) {
        let held = mounted.held[number];
        at = held.onto;
        let body = body_of(floor, at);
        let payload = body.and_then(|body| body.payload_grams);
        let (Some(body), Some(payload)) = (body, payload) else {
            continue;
        };
        let (Some(middle), Some(place)) = (mounted.at(at, held.carries.at), mounted.places[at])
        else {
            continue;
        };
        let behind = mounted.behind(held.part);
        let mass = mass_of_all(floor, mounted, &behind);
        // What turns on a gimbal must stay in the box that its arms leave.
        let outside = body.inside.iter().flat_map(|inside| {
            let (from, to) = OrientedBox::of_block(place, inside).around();
            behind.iter().map(move |part| {
                let out = solids.part(*part).iter().map(|solid| {
                    let (least, most) = solid.around();
                    let past = (from - least).with(most - to, f64::max);
                    past.0.into_iter().fold(0.0, f64::max)
                });
                (*part, out.fold(0.0, f64::max))
            })
        });
        found.push(CarriedBy {
            part: at,
            held: number,
            grams: mass.grams,
            payload: f64::from(payload),
            ahead: (mass.centre - middle)[2],
            right: (mass.centre - middle)[0],
            outside: outside.filter(|(_, out)| *out > 1.0).collect(),
        });
    }
    found
}

fn holds(floor: &Floor, mounted: &Mounted, parts: &[usize], mass: Mass) -> Vec<Hold> {
    let grips: Vec<(usize, usize, GripKind, Point)> = parts
        .iter()
        .filter_map(|part| Some((*part, body_of(floor, *part)?, mounted.places[*part]?)))
        .flat_map(|(part, body, place)| {
            let grips = body.grips.iter().enumerate();
            grips.map(move |(number, grip)| (part, number, grip.kind, place.of(grip.at)))
        })
        .collect();
    let sides = grips
        .iter()
        .filter(|(_, _, kind, _)| *kind == GripKind::Side);
    let sides: Vec<Point> = sides.map(|(.., at)| *at).collect();
    let hands = (!sides.is_empty()).then(|| {
        let sum = sides.iter().fold(Point::default(), |sum, side| sum + *side);
        sum * (1.0 / sides.len() as f64)
    });
    grips
        .into_iter()
        .filter(|(_, _, kind, _)| *kind != GripKind::Side)
        .map(|(part, grip, kind, at)| Hold {
            part,
            grip,
            kind,
            at,
            hangs: (kind == GripKind::Top)
                .then(|| hangs(mass.centre, at))
                .flatten(),
            force: hands
                .filter(|_| kind == GripKind::Pad)
                .and_then(|hands| shouldered(mass.grams, mass.centre, at, hands)),
            ahead: (mass.centre - at)[2],
        })
        .collect()
}
