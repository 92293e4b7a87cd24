//! The figures of a rig: where everything is and what it weighs, holds, bears and reaches.

use super::draw::{Outlines, on_paper, outlines};
use super::optics::optics;
use super::{hundredth, tenth};
use check::{Facts, Finding, Severity, left_open};
use engine::rig::{Bears, CableReach, Held, Rig, mass_of, solids, space_of};
use model::catalogue::{GripKind, SignalKind};
use model::document::{Handle, Joint};
use serde::Serialize;
use transport::wire::Wire;
use units::quantity::Point;
use utoipa::ToSchema;

/// A place, in millimetres.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, ToSchema)]
pub struct PlaceReport {
    /// To the camera’s right.
    pub x: f64,
    /// Up.
    pub y: f64,
    /// Forward along the lens axis, from the flange.
    pub z: f64,
}

/// A part of a rig.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PartReport {
    /// Its handle.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// What it is: *Holme H1 top handle, two screws*.
    pub item: String,
    /// What it weighs, in grams; none where nothing says.
    pub grams: Option<u32>,
    /// How deep it sits in the tree of joints.
    pub depth: usize,
    /// What it sits on, where it does.
    pub onto: Option<Handle>,
    /// How: *3/8"-16 screw, top*.
    pub by: Option<String>,
    /// Its boxes, as they are drawn.
    pub boxes: Vec<Outlines>,
    /// The joint that it can be slid along, where there is one.
    pub slide: Option<SlideReport>,
    /// Whether what it sits on lets it be turned, and tilted.
    pub turns: bool,
    /// Whether it is tilted there.
    pub tilts: bool,
    /// Its joint as it is set.
    pub joint: Option<Joint>,
    /// The worst that is found at it.
    pub worst: Option<Severity>,
}

/// How far a part slides.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct SlideReport {
    /// From where, in millimetres.
    pub from: f64,
    /// To where.
    pub to: f64,
    /// Where it is.
    pub at: f64,
    /// The way on each drawing, right and down, of a millimetre.
    pub ways: [(f64, f64); 3],
}

/// A space that must stay free, as it is drawn.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SpaceReport {
    /// What covers it, in words.
    pub text: String,
    /// Its outlines.
    pub outlines: Outlines,
}

/// A way to hold a rig.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct HoldReport {
    /// The part.
    pub by: Handle,
    /// Its name.
    pub name: String,
    /// *handle*, *shoulder*.
    pub kind: &'static str,
    /// Where, on each drawing.
    pub at: [(f64, f64); 3],
    /// Nose down where it is above nothing, in degrees.
    pub tilt_degrees: Option<f64>,
    /// To the right where it is above nothing, in degrees.
    pub lean_degrees: Option<f64>,
    /// At the grips that keep it level, in newtons.
    pub force_n: Option<f64>,
    /// How far the centre is ahead of it, in millimetres.
    pub ahead_mm: f64,
    /// In words.
    pub says: String,
}

/// A joint and what it bears.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigJoint {
    /// *A handle on A top plate*.
    pub at: String,
    /// The part that sits.
    pub part: Handle,
    /// The kind: *rosette M6*.
    pub kind: String,
    /// The moment on it, in N·m.
    pub moment_nm: f64,
    /// So much of it turns the part about the fastening, in N·m.
    pub twist_nm: f64,
    /// What it bears, as a guide or as its maker says.
    pub guide_nm: f64,
    /// Whether it can turn.
    pub turns: bool,
    /// Whether something else holds it too.
    pub supported: bool,
}

/// A cable on a rig.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigCable {
    /// *SDI 1 of A camera > SDI in of A monitor*.
    pub cable: String,
    /// Its handle.
    pub connection: Handle,
    /// What it needs, in millimetres.
    pub needs_mm: f64,
    /// What it has.
    pub has_mm: f64,
    /// Its way on each drawing: the socket, a point before it, a point before the other, that socket.
    pub way: Vec<[(f64, f64); 3]>,
    /// What runs in it.
    pub signal: SignalKind,
}

/// What is mounted together: all of it that follows when a part of it is slid.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigFigures {
    /// What carries it.
    pub id: Handle,
    /// Its camera’s name, else that of what carries it.
    pub name: String,
    /// The unit that it travels with.
    pub unit: Handle,
    /// What it weighs, in grams, without legs and head.
    pub mass_g: f64,
    /// The centre of its mass.
    pub centre_mm: PlaceReport,
    /// The same on each drawing.
    pub centre: [(f64, f64); 3],
    /// What is in front of the mount, in grams.
    pub front_g: f64,
    /// Its parts, what carries before what is carried.
    pub parts: Vec<PartReport>,
    /// Ways to hold it.
    pub holds: Vec<HoldReport>,
    /// Whether it stands on its own feet; none where it has no three.
    pub stands: Option<bool>,
    /// At how many degrees it tips.
    pub tips_at_degrees: Option<f64>,
    /// Its feet, on each drawing.
    pub feet: Vec<[(f64, f64); 3]>,
    /// What carries it at the bottom, in words.
    pub carried: Option<String>,
    /// Its joints.
    pub joints: Vec<RigJoint>,
    /// Its cables.
    pub cables: Vec<RigCable>,
    /// Spaces that something covers.
    pub covered: Vec<SpaceReport>,
    /// What its rods must be, in words.
    pub rods: Vec<String>,
    /// What stands before its sensor, in words.
    pub optics: Vec<String>,
    /// What isn’t known, in words.
    pub open: Vec<String>,
}

pub(super) fn figures(facts: &Facts, rig: &Rig, found: &[Finding]) -> RigFigures {
    let placements = &facts.floor.build.placements;
    let camera = rig.camera.unwrap_or(rig.root);
    let inside = |placement: usize| rig.parts.contains(&placement);
    let place = rig.mass.centre.map(tenth);
    RigFigures {
        id: placements[rig.root].id.clone(),
        name: facts.device(camera).to_string(),
        unit: placements[camera].unit.clone(),
        mass_g: rig.mass.grams.round(),
        centre_mm: PlaceReport {
            x: place[0],
            y: place[1],
            z: place[2],
        },
        centre: on_paper(rig.mass.centre),
        front_g: rig.front.grams.round(),
        parts: parts(facts, rig, found),
        holds: holds(facts, rig),
        stands: rig.stands.map(|stands| stands.stands),
        tips_at_degrees: rig.stands.map(|stands| tenth(stands.tips_at)),
        feet: rig.feet.iter().map(|foot| on_paper(*foot)).collect(),
        carried: carried(facts, rig),
        joints: joints(facts, &inside),
        cables: cables(facts, &inside),
        covered: covered(facts, rig),
        rods: rods(facts, &inside),
        optics: optics(facts, &inside),
        open: left_open(facts, rig),
    }
}

/// What carries it at the bottom, in words.
fn carried(facts: &Facts, rig: &Rig) -> Option<String> {
    rig.carriers.first().map(|carrier| {
        format!(
            "{:.1} of {:.1} kg on {}; centre {:.0} mm {} its middle.",
            carrier.grams / 1_000.0,
            carrier.payload / 1_000.0,
            facts.device(carrier.part),
            carrier.ahead.abs(),
            if carrier.ahead < 0.0 {
                "behind"
            } else {
                "ahead of"
            }
        )
    })
}

/// What its rods must be, in words.
fn rods(facts: &Facts, inside: &dyn Fn(usize) -> bool) -> Vec<String> {
    facts
        .rig
        .rods
        .iter()
        .filter(|need| inside(need.rods))
        .map(|need| {
            format!(
                "{}: {:.0} mm wanted, {:.0} mm long.",
                facts.device(need.rods),
                need.needs,
                need.has
            )
        })
        .collect()
}

/// What bears something in a rig.
pub(super) fn bearing_joints<'a>(
    facts: &'a Facts,
    inside: &'a dyn Fn(usize) -> bool,
) -> impl Iterator<Item = &'a Bears> {
    let (bears, held) = (facts.rig.bears.iter(), &facts.rig.mounted.held);
    bears.filter(move |bears| inside(held[bears.held].part))
}

/// Its joints and what each bears.
fn joints(facts: &Facts, inside: &dyn Fn(usize) -> bool) -> Vec<RigJoint> {
    let told = bearing_joints(facts, inside).map(|bears| {
        let held = &facts.rig.mounted.held[bears.held];
        RigJoint {
            at: format!("{} on {}", facts.device(held.part), facts.device(held.onto)),
            part: facts.floor.build.placements[held.part].id.clone(),
            kind: held.kind.to_string(),
            moment_nm: hundredth(bears.moment),
            twist_nm: hundredth(bears.twist),
            guide_nm: hundredth(bears.guide),
            turns: bears.turns,
            supported: bears.supported,
        }
    });
    told.collect()
}

/// Parts, what carries before what is carried.
fn parts(facts: &Facts, rig: &Rig, found: &[Finding]) -> Vec<PartReport> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let mut told = Vec::new();
    let mut next = vec![(rig.root, 0)];
    while let Some((placement, depth)) = next.pop() {
        let placed = &floor.build.placements[placement];
        let held: Option<&Held> = mounted
            .by
            .get(&placement)
            .map(|number| &mounted.held[*number]);
        let worst = found
            .iter()
            .filter(|finding| finding.at.device.as_ref() == Some(&placed.id))
            .map(|finding| finding.severity)
            .max();
        let device = floor.devices[placement];
        told.push(PartReport {
            id: placed.id.clone(),
            name: placed.name.clone(),
            item: device.map_or_else(String::new, |device| device.name.clone()),
            grams: mass_of(floor, mounted, placement).map(|mass| mass.grams.round() as u32),
            depth,
            onto: held.map(|held| floor.build.placements[held.onto].id.clone()),
            by: held.map(|held| format!("{}, {}", held.kind, held.carries.place())),
            boxes: solids(floor, mounted, placement)
                .iter()
                .map(outlines)
                .collect(),
            slide: held.and_then(|held| slide(facts, held)),
            turns: held.is_some_and(|held| held.carries.turns || held.sits.turns),
            tilts: held.is_some_and(|held| held.carries.tilts || held.sits.tilts),
            joint: held
                .and_then(|held| held.number)
                .map(|number| floor.build.joints[number].clone()),
            worst,
        });
        let above = mounted.carried.get(&placement).into_iter().flatten().rev();
        next.extend(above.map(|number| (mounted.held[*number].part, depth + 1)));
    }
    told
}

fn slide(facts: &Facts, held: &Held) -> Option<SlideReport> {
    held.number?;
    let [from, to] = held.carries.travel?;
    let place = facts.rig.mounted.places[held.onto]?;
    let along = place.turn.of(held.carries.way_along());
    Some(SlideReport {
        from,
        to,
        at: held.set.slide,
        ways: [
            (-along[2], -along[1]),
            (-along[0], -along[1]),
            (-along[2], -along[0]),
        ],
    })
}

fn holds(facts: &Facts, rig: &Rig) -> Vec<HoldReport> {
    let told = rig.holds.iter().map(|hold| {
        let name = facts.device(hold.part).to_string();
        let says = match (hold.kind, hold.hangs, hold.force) {
            (GripKind::Top, Some(hangs), _) => {
                let tilt = if hangs.tilt < 0.0 { "up" } else { "down" };
                let lean = if hangs.lean < 0.0 { "left" } else { "right" };
                format!(
                    "hangs {:.1}° nose {tilt}, leans {:.1}° {lean}",
                    hangs.tilt.abs(),
                    hangs.lean.abs()
                )
            }
            (GripKind::Top, None, _) => "turns over: its centre is above the grip".into(),
            (_, _, Some(force)) => format!(
                "centre {:.0} mm {} the pad; {:.1} N at the grips hold it level",
                hold.ahead.abs(),
                if hold.ahead < 0.0 {
                    "behind"
                } else {
                    "ahead of"
                },
                force.abs()
            ),
            _ => format!(
                "centre {:.0} mm {} the pad; no grip in front holds it level",
                hold.ahead.abs(),
                if hold.ahead < 0.0 {
                    "behind"
                } else {
                    "ahead of"
                }
            ),
        };
        HoldReport {
            by: facts.floor.build.placements[hold.part].id.clone(),
            name,
            kind: match hold.kind {
                GripKind::Top => "handle",
                GripKind::Pad | GripKind::Side => "shoulder",
            },
            at: on_paper(hold.at),
            tilt_degrees: hold.hangs.map(|hangs| tenth(hangs.tilt)),
            lean_degrees: hold.hangs.map(|hangs| tenth(hangs.lean)),
            force_n: hold.force.map(tenth),
            ahead_mm: tenth(hold.ahead),
            says,
        }
    });
    told.collect()
}

/// The cables of a rig.
pub(super) fn cables_on<'a>(
    facts: &'a Facts,
    inside: &'a dyn Fn(usize) -> bool,
) -> impl Iterator<Item = &'a CableReach> {
    let floor = facts.floor;
    facts.rig.cables.iter().filter(move |reach| {
        let link = floor.link(reach.connection);
        inside(floor.ports[link.from].placement)
    })
}

fn cables(facts: &Facts, inside: &dyn Fn(usize) -> bool) -> Vec<RigCable> {
    let floor = facts.floor;
    /// A plug sticks out so far before the cable bends.
    const PLUG: f64 = 28.0;
    let told = cables_on(facts, inside).map(|reach| {
        let link = floor.link(reach.connection);
        let (from, to) = facts.ends(reach.connection);
        let [start, end] = reach.ends;
        let [out, back] = reach.faces;
        let points: [Point; 4] = [start, start + out * PLUG, end + back * PLUG, end];
        let wire = floor.ports[link.from].port.wire;
        let carries = wire.carries();
        RigCable {
            cable: format!("{from} > {to}"),
            connection: floor.build.connections[reach.connection].id.clone(),
            needs_mm: reach.needs.round(),
            has_mm: reach.has.round(),
            way: points.into_iter().map(on_paper).collect(),
            signal: if wire == Wire::Power {
                SignalKind::Power
            } else if carries.picture {
                SignalKind::Picture
            } else if carries.sound > 0 {
                SignalKind::Sound
            } else if carries.data {
                SignalKind::Data
            } else {
                SignalKind::Timecode
            },
        }
    });
    told.collect()
}

fn covered(facts: &Facts, rig: &Rig) -> Vec<SpaceReport> {
    let spaces = rig.covered.iter().filter_map(|covered| {
        let space = space_of(facts.floor, &facts.rig.mounted, covered.part, covered.what)?;
        Some(SpaceReport {
            text: format!("{:.0} of {:.0} mm", covered.into, covered.of),
            outlines: outlines(&space),
        })
    });
    spaces.collect()
}
