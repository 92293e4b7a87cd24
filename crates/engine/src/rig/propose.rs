//! Where a part goes best: every fastening that takes it is tried, turned and slid, and weighed: nothing in the
//! way, everything within its limits, then the house rules, then balance.

use super::{
    Mounted, Rig, Rigged, Seat, Seats, Set, body_of, mounted, rod_length, seat as seat_of,
};
use crate::path::Floor;
use model::catalogue::{
    Body, Device, DeviceKind, Fastening, FasteningKind, GripKind, Side, Zone, ZoneKind,
};
use model::document::{
    BatteryPlace, Build, Handle, Joint, MonitorPlace, Placement, PortRef, Settings,
};
use rustc_hash::FxHashSet;
use units::quantity::Point;

/// Ways that are tried for one part of a usual rig.
const TRIED: usize = 600;
/// Parts that are weighed in all while ways are tried: of a large rig fewer ways are.
const EFFORT: usize = 40_000;
/// Nearer to the lens axis than this, in millimetres, is the middle.
const MIDDLE: f64 = 30.0;
/// A matte box stands so far before the front of a lens, in millimetres.
const BEFORE_LENS: f64 = 4.0;

/// How good a way is: less is better, the first figure before the second.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Score {
    /// What stops the rig from being built or used.
    pub stops: usize,
    /// What works, badly.
    pub cautions: usize,
    /// House rules that it goes against.
    pub against: usize,
    /// How far it hangs over, else how far its mass is off the middle: whole degrees or centimetres.
    pub off: f64,
    /// How far along and how far turned it is set: nobody sets what needn't be set.
    pub fuss: f64,
}

/// A way to mount a part.
#[derive(Debug, Clone, PartialEq)]
pub struct MountOption {
    /// Where, in words: *A top plate: 1/4"-20 screw, top*.
    pub says: String,
    /// The joints: the part’s own, then what it holds as well.
    pub joints: Vec<Joint>,
    /// What it is worth.
    pub score: Score,
    /// What speaks for it.
    pub reasons: Vec<String>,
}

fn in_words(floor: &Floor, part: usize, seat: &Seat, joint: &Joint) -> String {
    let carrier = &floor.build.placements[seat.onto].name;
    let mut words = format!("{carrier}: {}, {}", seat.carries.kind, seat.carries.place());
    words += &seat.by(floor, part);
    if joint.slide != 0 {
        words += &format!(", at {} mm", joint.slide);
    }
    if joint.turn != 0 {
        words += &format!(", turned {}°", joint.turn);
    }
    words
}

/// The unit of a part alone: what is elsewhere is in nothing’s way, and looking at it takes time.
fn own_unit(floor: &Floor, part: usize) -> Build {
    let mut build: Build = floor.build.clone();
    let unit = floor.build.placements[part].unit.clone();
    build.placements.retain(|placed| placed.unit == unit);
    let inside: FxHashSet<Handle> = build
        .placements
        .iter()
        .map(|placed| placed.id.clone())
        .collect();
    let both = |one: &PortRef, other: &PortRef| {
        inside.contains(&one.device) && inside.contains(&other.device)
    };
    build.joints.retain(|joint| both(&joint.part, &joint.onto));
    build.connections.retain(|run| both(&run.from, &run.to));
    build.needs.clear();
    build
}

/// Stops and cautions of a floor’s rigs. What is one is judged above this crate, and once.
pub type Judge = fn(&Floor, &Rigged) -> (usize, usize);

/// How many ways may still be tried, for a part and all that is asked about it at once, and how each is judged.
#[derive(Debug)]
pub struct TimeBudget {
    left: usize,
    judge: Judge,
}

impl TimeBudget {
    /// For a part of a floor: the more is in its unit, the fewer.
    pub fn of(floor: &Floor, part: usize, judge: Judge) -> Self {
        let unit = &floor.build.placements[part].unit;
        let placed = floor.build.placements.iter();
        let parts = placed.filter(|placed| placed.unit == *unit).count();
        Self {
            left: (EFFORT / parts.max(1)).clamp(20, TRIED),
            judge,
        }
    }

    fn is_over(&self) -> bool {
        self.left == 0
    }

    fn take(&mut self) -> bool {
        let left = !self.is_over();
        self.left = self.left.saturating_sub(1);
        left
    }
}

/// Where a part is in its unit.
fn within(build: &Build, handle: &str) -> usize {
    let mut placed = build.placements.iter();
    placed.position(|one| one.id == handle).unwrap_or_default()
}

/// The best way on every fastening that takes a part which isn’t mounted, the best first.
pub fn ways(floor: &Floor, part: usize, left: &mut TimeBudget) -> Vec<MountOption> {
    let build = own_unit(floor, part);
    let part = within(&build, &floor.build.placements[part].id);
    let unit = Floor::new(floor.production, &build, floor.catalogue);
    let seats: Vec<Seat> = Seats::of(&unit).that_take(part).collect();
    tried(&unit, part, &seats, left)
}

/// What a part is worth where it is now.
pub fn score(floor: &Floor, part: usize, judge: Judge) -> Option<Score> {
    let build = own_unit(floor, part);
    let part = within(&build, &floor.build.placements[part].id);
    let unit = Floor::new(floor.production, &build, floor.catalogue);
    weighed(&unit, part, &[], judge).map(|(score, _)| score)
}

/// The best ways for a part that is mounted, elsewhere: what sits on it comes along.
pub fn elsewhere(floor: &Floor, part: usize, left: &mut TimeBudget) -> Vec<MountOption> {
    let handle = &floor.build.placements[part].id;
    let mut build = own_unit(floor, part);
    build.joints.retain(|joint| joint.part.device != *handle);
    let part = within(&build, handle);
    let bare = Floor::new(floor.production, &build, floor.catalogue);
    ways(&bare, part, left)
}

/// The best ways for a part that is mounted, on an adapter that is put between under a handle.
pub fn on_an_adapter(
    floor: &Floor,
    part: usize,
    (adapter, handle): (&Device, &str),
    left: &mut TimeBudget,
) -> Vec<MountOption> {
    let own = &floor.build.placements[part];
    let mut build = own_unit(floor, part);
    build.joints.retain(|joint| joint.part.device != own.id);
    let part = within(&build, &own.id);
    build.placements.push(Placement {
        id: handle.into(),
        name: adapter.name.clone(),
        device: adapter.id.as_str().into(),
        unit: own.unit.clone(),
        settings: Settings::default(),
    });
    let number = build.placements.len() - 1;
    let bare = Floor::new(floor.production, &build, floor.catalogue);
    let mut found = Vec::new();
    for under in Seats::of(&bare).that_take(number) {
        if left.is_over() {
            break;
        }
        let named = |placement: usize, id: &str| PortRef::new(&build.placements[placement].id, id);
        let joint = Joint::of(
            named(number, &under.sits.id),
            named(under.onto, &under.carries.id),
        );
        let mut build = build.clone();
        build.joints.push(joint.clone());
        let with = Floor::new(floor.production, &build, floor.catalogue);
        let on_it: Vec<Seat> = Seats::of(&with)
            .that_take(part)
            .filter(|seat| seat.onto == number)
            .collect();
        let best = tried(&with, part, &on_it, left).into_iter().next();
        found.extend(best.map(|way| MountOption {
            says: format!(
                "{}: {}, {}",
                build.placements[under.onto].name,
                under.carries.kind,
                under.carries.place()
            ),
            joints: [joint].into_iter().chain(way.joints).collect(),
            ..way
        }));
    }
    sorted(found)
}

fn sorted(mut ways: Vec<MountOption>) -> Vec<MountOption> {
    ways.sort_by(|one, other| {
        one.score
            .partial_cmp(&other.score)
            .unwrap_or(std::cmp::Ordering::Equal)
    });
    ways
}

fn tried(floor: &Floor, part: usize, seats: &[Seat], left: &mut TimeBudget) -> Vec<MountOption> {
    let now = mounted(floor);
    let mut best: Vec<MountOption> = Vec::new();
    // No fastening is left out because another has many settings.
    let each = (left.left / seats.len().max(1)).max(1);
    for seat in seats {
        let mut of_seat: Option<MountOption> = None;
        for joints in settings((floor, &now), part, seat).into_iter().take(each) {
            if !left.take() {
                break;
            }
            let Some((score, reasons)) = weighed(floor, part, &joints, left.judge) else {
                continue;
            };
            if of_seat.as_ref().is_none_or(|way| score < way.score) {
                of_seat = Some(MountOption {
                    says: in_words(floor, part, seat, &joints[0]),
                    joints,
                    score,
                    reasons,
                });
            }
        }
        best.extend(of_seat);
    }
    sorted(best)
}

/// The joints of a part on a fastening: turned each quarter where it turns, and slid where it matters.
fn settings((floor, now): (&Floor, &Mounted), part: usize, seat: &Seat) -> Vec<Vec<Joint>> {
    let named =
        |placement: usize, id: &str| PortRef::new(&floor.build.placements[placement].id, id);
    let plain = Joint::of(
        named(part, &seat.sits.id),
        named(seat.onto, &seat.carries.id),
    );
    let turns: &[i32] = if seat.carries.turns || seat.sits.turns {
        &[0, 90, -90, 180]
    } else {
        &[0]
    };
    let slides = slides((floor, now), part, seat);
    let mut found = Vec::new();
    for turn in turns {
        for slide in &slides {
            let mut joints = vec![Joint {
                slide: *slide,
                turn: *turn,
                ..plain.clone()
            }];
            joints.extend(also_held((floor, now), part, seat, &joints[0]));
            found.push(joints);
        }
    }
    found
}

/// Where along its rail a part may stand: at its middle, evenly from end to end, and where it meets something:
/// a motor its ring, a matte box its lens, a support its foot.
fn slides((floor, now): (&Floor, &Mounted), part: usize, seat: &Seat) -> Vec<i32> {
    let Some([from, to]) = seat.carries.travel else {
        return vec![0];
    };
    let mut found = vec![0.0_f64.clamp(from, to)];
    let steps = if rod_length(seat.carries).is_some() {
        24
    } else {
        8
    };
    found.extend((0..=steps).map(|step| from + (to - from) * f64::from(step) / f64::from(steps)));
    found.extend(meeting((floor, now), part, seat));
    let mut whole: Vec<i32> = found
        .into_iter()
        .filter(|slide| *slide >= from && *slide <= to)
        .map(|slide| slide.round() as i32)
        .collect();
    whole.sort_by_key(|slide| slide.abs());
    whole.dedup();
    whole
}

/// Slides at which a part is where what it is for is.
fn meeting((floor, mounted): (&Floor, &Mounted), part: usize, seat: &Seat) -> Vec<f64> {
    let (Some(body), Some(carrier)) = (
        body_of(floor, part),
        mounted.places.get(seat.onto).copied().flatten(),
    ) else {
        return Vec::new();
    };
    let along = carrier.turn.of(seat.carries.way_along());
    let place = seat_of(carrier, seat.carries, seat.sits, Set::default());
    let mut targets: Vec<(Point, Point)> = Vec::new();
    let others = (0..floor.devices.len()).filter(|other| mounted.roots[*other].is_some());
    for other in others {
        let (Some(theirs), Some(at)) = (body_of(floor, other), mounted.places[other]) else {
            continue;
        };
        if let (Some(gear), Some(lens)) = (body.gear, &theirs.lens) {
            let rings = lens.gears.iter();
            targets.extend(rings.map(|ring| (gear, at.of(Point::new(0.0, 0.0, ring.at_mm)))));
        }
        if body.matte.is_some() && theirs.lens.is_some() {
            let back = body
                .boxes
                .iter()
                .map(|block| block.from[2])
                .fold(f64::MAX, f64::min);
            let front = theirs
                .boxes
                .iter()
                .map(|block| block.to[2])
                .fold(0.0, f64::max);
            let back = Point::new(0.0, 0.0, back);
            targets.push((back, at.of(Point::new(0.0, 0.0, front + BEFORE_LENS))));
        }
        for cradle in cradles(body) {
            let feet = theirs.fastenings.iter();
            let feet = feet.filter(|foot| {
                foot.side == Side::Sits && foot.kind == cradle.kind && cradle.fits(foot)
            });
            targets.extend(feet.map(|foot| (cradle.at, at.of(foot.at))));
        }
    }
    let slides = targets.into_iter();
    slides
        .map(|(own, target)| (target - place.of(own)).dot(along))
        .collect()
}

/// What holds another part from below beside the joint that carries it.
fn cradles(body: &Body) -> impl Iterator<Item = &Fastening> {
    let fastenings = body.fastenings.iter();
    fastenings.filter(|one| {
        one.side == Side::Carries && one.fits.is_some() && one.kind == FasteningKind::Soft
    })
}

/// The foot of a lens or an adapter on a support that comes to stand under it.
fn also_held(
    (floor, mounted): (&Floor, &Mounted),
    part: usize,
    seat: &Seat,
    joint: &Joint,
) -> Option<Joint> {
    let body = body_of(floor, part)?;
    cradles(body).next()?;
    let carrier = mounted.places.get(seat.onto).copied().flatten()?;
    let set = Set {
        slide: joint.slide.into(),
        ..Set::default()
    };
    let place = seat_of(carrier, seat.carries, seat.sits, set);
    for cradle in cradles(body) {
        for (other, placed) in floor.build.placements.iter().enumerate() {
            let (Some(theirs), Some(at)) = (body_of(floor, other), mounted.places[other]) else {
                continue;
            };
            let foot = theirs.fastenings.iter().find(|foot| {
                let meets = (at.of(foot.at) - place.of(cradle.at))[2].abs() < 1.0;
                foot.side == Side::Sits && foot.kind == cradle.kind && cradle.fits(foot) && meets
            });
            if let Some(foot) = foot {
                return Some(Joint::of(
                    PortRef::new(&placed.id, &foot.id),
                    PortRef::new(&floor.build.placements[part].id, &cradle.id),
                ));
            }
        }
    }
    None
}

/// What a way is worth, with what speaks for it; none where the part has no place then.
fn weighed(
    floor: &Floor,
    part: usize,
    joints: &[Joint],
    judge: Judge,
) -> Option<(Score, Vec<String>)> {
    let mut build: Build = floor.build.clone();
    build.joints.extend_from_slice(joints);
    let floor = Floor::new(floor.production, &build, floor.catalogue);
    let rigged = Rigged::of(&floor);
    let place = rigged.mounted.places.get(part).copied().flatten()?;
    let rig = rigged.rig_of(part)?;
    let mut reasons = Vec::new();
    let body = body_of(&floor, part)?;
    let against = against(&floor, &rigged.mounted, (part, body, rig), &mut reasons);
    let hangs = rig
        .holds
        .iter()
        .find(|hold| hold.kind == GripKind::Top)
        .and_then(|hold| hold.hangs);
    let centre = body.centre().map_or(place.at, |centre| place.of(centre));
    let off = hangs.map_or(centre[0].abs() / 10.0, |hangs| hangs.lean.abs());
    if let Some(hangs) = hangs {
        reasons.push(format!("the rig leans {:.1}° with it", hangs.lean.abs()));
    }
    let held = rigged.mounted.by.get(&part);
    let bears = rigged.bears.iter().find(|bears| Some(&bears.held) == held);
    if let Some(bears) = bears.filter(|bears| bears.moment >= 0.05) {
        reasons.push(format!(
            "it bears {:.2} of {:.1} N·m",
            bears.moment, bears.guide
        ));
    }
    let (stops, cautions) = judge(&floor, &rigged);
    let score = Score {
        stops,
        cautions,
        against,
        off: off.round(),
        fuss: joints.first().map_or(0.0, |joint| {
            f64::from(joint.turn.abs()) + f64::from(joint.slide.abs()) / 10.0
        }),
    };
    Some((score, reasons))
}

/// The way that a zone of a part lies from its middle, where it is mounted.
fn faces(mounted: &Mounted, (part, body): (usize, &Body), zone: &Zone) -> Option<Point> {
    let place = mounted.places[part]?;
    let middle = zone.from.with(zone.to, f64::midpoint);
    let own = body.boxes.first()?.middle();
    let way = place.turn.of(middle - own);
    let length = way.length();
    (length > 1.0).then(|| way * (1.0 / length))
}

/// House rules that a part's place goes against; what it keeps is a reason.
fn against(
    floor: &Floor,
    mounted: &Mounted,
    (part, body, rig): (usize, &Body, &Rig),
    reasons: &mut Vec<String>,
) -> usize {
    let rules = &floor.production.house_rules;
    let Some(kind) = floor.devices[part].map(|device| device.kind) else {
        return 0;
    };
    let Some(place) = mounted.places[part] else {
        return 0;
    };
    let centre = body.centre().map_or(place.at, |centre| place.of(centre));
    let mut against = 0;
    let mut rule = |kept: bool, words: &str| {
        if kept {
            reasons.push(words.into());
        } else {
            against += 1;
        }
    };
    let shows = matches!(
        kind,
        DeviceKind::Monitor | DeviceKind::RecorderMonitor | DeviceKind::Viewfinder
    );
    for zone in &body.zones {
        let way = faces(mounted, (part, body), zone);
        match zone.kind {
            ZoneKind::Screen if shows => {
                rule(
                    way.is_some_and(|way| way[2] < -0.7),
                    "its screen faces the operator",
                );
            }
            ZoneKind::Microphone => {
                rule(
                    way.is_some_and(|way| way[2] > 0.7),
                    "it points where the lens does",
                );
                let mut covered = rig.covered.iter();
                rule(
                    !covered.any(|covered| covered.part == part),
                    "nothing stands before it",
                );
            }
            _ => {}
        }
    }
    if shows {
        let middle = centre[0].abs() <= MIDDLE;
        match rules.monitor_place {
            MonitorPlace::Middle => rule(middle, "in the middle, as the house has it"),
            MonitorPlace::Side => rule(!middle, "at the side, as the house has it"),
        }
    }
    let powers = matches!(kind, DeviceKind::Battery | DeviceKind::PowerBox);
    let camera = rig.camera.and_then(|camera| {
        let place = mounted.places[camera]?;
        Some(place.of(body_of(floor, camera)?.centre()?))
    });
    if let Some(camera) = camera.filter(|_| powers) {
        let way = centre - camera;
        let behind = -way[2] > way[1].abs().max(way[0].abs());
        let below = -way[1] > way[2].abs().max(way[0].abs());
        match rules.battery_place {
            BatteryPlace::Behind => rule(behind, "behind the body, as the house has it"),
            BatteryPlace::Below => rule(below, "below the body, as the house has it"),
        }
    }
    against
}
