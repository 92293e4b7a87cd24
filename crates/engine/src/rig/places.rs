//! Where each part of a rig is: from the joints alone, nobody enters a coordinate.

use super::space::{Pose, Rotation};
use crate::path::Floor;
use model::catalogue::{Body, Fastening, FasteningKind, Side};
use model::document::{Joint, PortRef};
use rustc_hash::FxHashMap;
use units::quantity::Point;

/// Fastenings that hold a part beside the one that places it line up within so much, in millimetres.
const LINES_UP: f64 = 2.0;
/// What is soft, or set to a height by hand, gives so much, in millimetres.
const GIVES: f64 = 30.0;

/// A joint whose ends are known.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Held<'f> {
    /// Its number among the joints of the build; none where power says it: a battery that is put on.
    pub number: Option<usize>,
    /// How it is set.
    pub set: Set,
    /// The part that sits.
    pub part: usize,
    /// The part that carries.
    pub onto: usize,
    /// The fastening that sits.
    pub sits: &'f Fastening,
    /// The fastening that carries.
    pub carries: &'f Fastening,
    /// What the two come to.
    pub kind: FasteningKind,
    /// Whether it places the part; else it holds it as well.
    pub places: bool,
}

/// How a joint is set: along its rail in millimetres, about itself and across in degrees.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct Set {
    /// Along the rail.
    pub slide: f64,
    /// About the way out of what carries.
    pub turn: f64,
    /// About the way across.
    pub tilt: f64,
}

impl Set {
    fn of(joint: &Joint) -> Self {
        Self {
            slide: joint.slide.into(),
            turn: joint.turn.into(),
            tilt: joint.tilt.into(),
        }
    }
}

/// Why a joint doesn’t stand.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Loose {
    /// A fastening that the catalogue doesn’t know, or no part.
    NotThere,
    /// Fastenings that don’t go together.
    OtherKind,
    /// Of one kind, and another mount or diameter.
    OtherFit,
    /// What it carries carries it already, at once or by others.
    InACircle,
    /// Teeth set it in steps of so many degrees, and it is set between two.
    BetweenTeeth(i32),
    /// It holds as well, and the two don’t meet: so far apart, in tenths of a millimetre.
    Apart(u32),
}

/// The parts of a floor that are mounted, with their places.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Mounted<'f> {
    /// Where each placement is, by its unit’s origin; none where it isn’t mounted or has no body.
    pub places: Vec<Option<Pose>>,
    /// What carries each placement in the end: itself where it carries others and sits on nothing.
    pub roots: Vec<Option<usize>>,
    /// Joints that stand, in the order of the build.
    pub held: Vec<Held<'f>>,
    /// Joints that don’t, with why.
    pub loose: Vec<(usize, Loose)>,
    /// Of each placement, the joints of what sits on it that place it.
    pub carried: FxHashMap<usize, Vec<usize>>,
    /// Of each placement that sits, its placing joint among those that stand.
    pub by: FxHashMap<usize, usize>,
}

/// The body of a placement.
pub fn body_of<'f>(floor: &Floor<'f>, placement: usize) -> Option<&'f Body> {
    floor.devices[placement]?.body.as_deref()
}

fn end<'f>(floor: &Floor<'f>, at: &PortRef, side: Side) -> Option<(usize, &'f Fastening)> {
    let placement = floor.placement(&at.device)?;
    let fastening = body_of(floor, placement)?.fastening(&at.port)?;
    (fastening.side == side).then_some((placement, fastening))
}

/// Where something sits that is put on a fastening of a thing that is somewhere.
pub fn seat(carrier: Pose, carries: &Fastening, sits: &Fastening, set: Set) -> Pose {
    let out = carrier.turn.of(carries.faces.way());
    let along = carrier.turn.of(carries.way_along());
    let mut frame = Rotation([along, out, along.cross(out)]);
    // Turned about the way out of what carries, then tilted about the way across.
    frame = Rotation::about(out, set.turn).then(frame);
    frame = Rotation::about(frame.0[2], set.tilt).then(frame);
    let [along_now, out_now, across] = frame.0;
    let own_along = sits.way_along();
    // What sits faces what carries.
    let own_out = -sits.faces.way();
    let own = Rotation([own_along, own_out, own_along.cross(own_out)]);
    let turn = Rotation([along_now, out_now, across]).then(own.inverse());
    let at = carrier.of(carries.at) + along * set.slide;
    Pose {
        at: at - turn.of(sits.at),
        turn,
    }
}

/// Places the parts of a floor.
pub fn mounted<'f>(floor: &Floor<'f>) -> Mounted<'f> {
    let count = floor.devices.len();
    let mut mounted = Mounted {
        places: vec![None; count],
        roots: vec![None; count],
        ..Mounted::default()
    };
    for (number, joint) in floor.build.joints.iter().enumerate() {
        let ends = (
            end(floor, &joint.part, Side::Sits),
            end(floor, &joint.onto, Side::Carries),
        );
        let why = match ends {
            (Some(part), Some(onto)) => {
                mounted.join(Some(number), Set::of(joint), part, onto).err()
            }
            _ => Some(Loose::NotThere),
        };
        mounted.loose.extend(why.map(|why| (number, why)));
    }
    put_on(floor, &mut mounted);
    set_places(floor, &mut mounted);
    apart(&mut mounted);
    mounted
}

/// What a power connection puts straight on something is mounted there, where nobody says otherwise.
fn put_on<'f>(floor: &Floor<'f>, mounted: &mut Mounted<'f>) {
    let direct = floor.links.iter().flatten().filter(|link| {
        link.cable.is_nothing_to_carry() && crate::power::is_power(floor, link.from)
    });
    for link in direct {
        let ends = (
            end(floor, &floor.name(link.from), Side::Sits),
            end(floor, &floor.name(link.to), Side::Carries),
        );
        if let (Some(part), Some(onto)) = ends
            && !mounted.by.contains_key(&part.0)
        {
            // Fastenings of one name that don’t go together say nothing.
            mounted.join(None, Set::default(), part, onto).ok();
        }
    }
}

/// From each part that sits on nothing outwards; what hangs in a circle stays without a place.
fn set_places(floor: &Floor, mounted: &mut Mounted) {
    for root in 0..floor.devices.len() {
        let carries = mounted.carried.contains_key(&root);
        if mounted.by.contains_key(&root) || body_of(floor, root).is_none() || !carries {
            continue;
        }
        mounted.places[root] = Some(Pose::ORIGIN);
        mounted.roots[root] = Some(root);
        let mut next = vec![root];
        while let Some(onto) = next.pop() {
            let Some(carrier) = mounted.places[onto] else {
                continue;
            };
            for number in mounted.carried.get(&onto).cloned().unwrap_or_default() {
                let held = mounted.held[number];
                mounted.places[held.part] = Some(seat(carrier, held.carries, held.sits, held.set));
                mounted.roots[held.part] = Some(root);
                next.push(held.part);
            }
        }
    }
    to_the_camera(floor, mounted);
}

/// Everything is measured from the camera’s flange, whatever carries the camera.
fn to_the_camera(floor: &Floor, mounted: &mut Mounted) {
    let is_camera = |placement: usize| {
        floor.devices[placement]
            .is_some_and(|device| device.kind == model::catalogue::DeviceKind::Camera)
    };
    let mut shifts: FxHashMap<usize, Pose> = FxHashMap::default();
    for placement in (0..floor.devices.len()).filter(|placement| is_camera(*placement)) {
        if let (Some(root), Some(place)) = (mounted.roots[placement], mounted.places[placement]) {
            shifts.entry(root).or_insert(place);
        }
    }
    for placement in 0..floor.devices.len() {
        let Some(root) = mounted.roots[placement] else {
            continue;
        };
        if let (Some(camera), Some(place)) = (shifts.get(&root), &mut mounted.places[placement]) {
            // Legs stand upright, and so does the camera on them unless it is tilted there.
            place.at = place.at - camera.at;
        }
    }
}

/// Joints that hold as well must meet where the placing ones have put both.
fn apart(mounted: &mut Mounted) {
    let mut loose = Vec::new();
    for held in mounted.held.iter().filter(|held| !held.places) {
        let (Some(part), Some(onto)) = (mounted.places[held.part], mounted.places[held.onto])
        else {
            continue;
        };
        let between = part.of(held.sits.at) - onto.of(held.carries.at);
        let along = onto.turn.of(held.carries.way_along());
        // What slides is set where it meets.
        let between = match held.carries.travel {
            Some(_) => between - along * between.dot(along),
            None => between - along * held.set.slide,
        };
        let gives = match held.kind {
            FasteningKind::Soft => GIVES,
            _ => LINES_UP,
        };
        if between.length() > gives {
            let tenths = (between.length() * 10.0).round() as u32;
            loose.extend(held.number.map(|number| (number, Loose::Apart(tenths))));
        }
    }
    mounted.held.retain(|held| {
        let gone = |(number, _): &(usize, Loose)| Some(*number) == held.number;
        held.places || !loose.iter().any(gone)
    });
    mounted.loose.extend(loose);
    mounted.loose.sort_unstable_by_key(|(number, _)| *number);
    // Numbers among those that stand moved up.
    mounted.by.clear();
    mounted.carried.clear();
    for (number, held) in mounted.held.iter().enumerate() {
        if held.places {
            mounted.by.insert(held.part, number);
            mounted.carried.entry(held.onto).or_default().push(number);
        }
    }
}

impl<'f> Mounted<'f> {
    /// Joins two fastenings, where they go together.
    fn join(
        &mut self,
        number: Option<usize>,
        set: Set,
        (part, sits): (usize, &'f Fastening),
        (onto, carries): (usize, &'f Fastening),
    ) -> Result<(), Loose> {
        let kind = carries.kind.joined(sits.kind).ok_or(Loose::OtherKind)?;
        if !carries.fits(sits) {
            return Err(Loose::OtherFit);
        }
        if let Some(steps) = kind
            .steps()
            .filter(|steps| set.turn % f64::from(*steps) != 0.0)
        {
            return Err(Loose::BetweenTeeth(steps));
        }
        let places = !self.by.contains_key(&part);
        if places && self.is_below(part, onto) {
            return Err(Loose::InACircle);
        }
        if places {
            self.by.insert(part, self.held.len());
            self.carried.entry(onto).or_default().push(self.held.len());
        }
        self.held.push(Held {
            number,
            set,
            part,
            onto,
            sits,
            carries,
            kind,
            places,
        });
        Ok(())
    }

    /// Whether a part stands somewhere below another: so no walk up or down the joints ever comes back.
    fn is_below(&self, part: usize, other: usize) -> bool {
        let mut at = other;
        loop {
            if at == part {
                return true;
            }
            match self.by.get(&at) {
                Some(number) => at = self.held[*number].onto,
                None => return false,
            }
        }
    }

    /// Whether anything is mounted at all.
    pub fn is_empty(&self) -> bool {
        self.held.is_empty()
    }

    /// The rigs: what carries each, with all of its parts, in the order of the build.
    pub fn rigs(&self) -> Vec<(usize, Vec<usize>)> {
        let mut rigs: Vec<(usize, Vec<usize>)> = Vec::new();
        let mut known: FxHashMap<usize, usize> = FxHashMap::default();
        for (placement, root) in self.roots.iter().enumerate() {
            let Some(root) = root else { continue };
            let at = *known.entry(*root).or_insert_with(|| {
                rigs.push((*root, Vec::new()));
                rigs.len() - 1
            });
            rigs[at].1.push(placement);
        }
        rigs
    }

    /// What hangs on a joint: its part, and all that sits on it.
    pub fn behind(&self, part: usize) -> Vec<usize> {
        let mut found = vec![part];
        let mut next = 0;
        while let Some(&at) = found.get(next) {
            next += 1;
            let more = self.carried.get(&at).into_iter().flatten();
            found.extend(more.map(|number| self.held[*number].part));
        }
        found
    }

    /// Where a place of a part is.
    pub fn at(&self, placement: usize, point: Point) -> Option<Point> {
        Some(self.places[placement]?.of(point))
    }
}
