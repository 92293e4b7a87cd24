//! What would mend a rig: so much along a rail, another place, a mount with pins, a support, longer rods. Each
//! is tried before it is offered.

mod plugs;
mod replace;

pub use plugs::{plug_out_of_the_way, secured};
pub use replace::replaced;

use super::cable::set_cable;
use super::hire::{Exchange, exchange};
use crate::fix::basics::{build, hired_words, is_left, put_there};
use crate::{Facts, Fix};
use engine::rig::{
    CableReach, CarriedBy, Covered, Hangs, Held, OrientedBox, OrientedBoxes, Rig, RodNeed, Seats,
    Unmeshed, body_of, mass_of_all, rod_length, space_of,
};
use model::catalogue::{Body, Device, DeviceKind, Fastening, GripKind, Side};
use model::document::{Command, Joint, PortRef, handle_from};
use units::quantity::{Length, Point};

/// Ways of each kind that are proposed.
const MOST: usize = 4;
/// Other places that are tried for a part.
const TRIED: usize = 8;
/// A part is slid this far at most to free something, in millimetres.
const FAR: u32 = 400;

/// A joint that slides, above a part: moving it moves the part.
struct Slide {
    held: usize,
    /// The way that it slides.
    along: Point,
    now: f64,
    travel: [f64; 2],
}

/// The joints that move a part when they slide, the nearest first.
fn slides(facts: &Facts, part: usize) -> Vec<Slide> {
    let mounted = &facts.rig.mounted;
    let mut found = Vec::new();
    let mut at = part;
    while let Some(&number) = mounted.by.get(&at) {
        let held = &mounted.held[number];
        at = held.onto;
        let (Some(travel), Some(place), Some(_)) =
            (held.carries.travel, mounted.places[held.onto], held.number)
        else {
            continue;
        };
        found.push(Slide {
            held: number,
            along: place.turn.of(held.carries.way_along()),
            now: held.set.slide,
            travel,
        });
    }
    found
}

/// A joint set anew.
fn set(facts: &Facts, held: &Held, change: impl FnOnce(&mut Joint)) -> Option<Command> {
    let mut joint = facts.floor.build.joints.get(held.number?)?.clone();
    change(&mut joint);
    Some(Command::PutJoint {
        build: build(facts),
        joint,
        at: None,
    })
}

/// A joint that isn’t there yet.
fn onto_joint(facts: &Facts, part: PortRef, onto: PortRef, slide: i32) -> Command {
    Command::PutJoint {
        build: build(facts),
        joint: Joint {
            slide,
            ..Joint::of(part, onto)
        },
        at: None,
    }
}

/// *forward*, *to the left*.
fn way_in_words(way: Point) -> &'static str {
    let [right, up, forward] = way.0;
    if forward.abs() >= right.abs() && forward.abs() >= up.abs() {
        if forward > 0.0 { "forward" } else { "back" }
    } else if right.abs() >= up.abs() {
        if right > 0.0 {
            "to the right"
        } else {
            "to the left"
        }
    } else if up > 0.0 {
        "up"
    } else {
        "down"
    }
}

/// Slides by so much, where the rail lets it.
fn slid(facts: &Facts, slide: &Slide, by: f64) -> Option<Fix> {
    let held = &facts.rig.mounted.held[slide.held];
    let to = (slide.now + by).round();
    if to < slide.travel[0] || to > slide.travel[1] || by.round() == 0.0 {
        return None;
    }
    let command = set(facts, held, |joint| joint.slide = to as i32)?;
    let slide = crate::Slide {
        part: facts.device(held.part).to_string(),
        by: to - slide.now,
        ways: [1.0, -1.0].map(|sign| way_in_words(slide.along * sign)),
    };
    Some(Fix::of_slide(slide, command))
}

/// Takes a joint that doesn’t stand off.
pub fn take_off(facts: &Facts, number: usize) -> Fix {
    let joint = &facts.floor.build.joints[number];
    let command = Command::RemoveJoint {
        build: build(facts),
        part: joint.part.clone(),
    };
    Fix::new(
        format!("Take {} off {}", joint.part, joint.onto),
        vec![command],
    )
}

/// Set on the tooth that is nearest.
pub fn onto_a_tooth(facts: &Facts, number: usize, steps: i32) -> Fix {
    let joint = facts.floor.build.joints[number].clone();
    let turn = (f64::from(joint.turn) / f64::from(steps)).round() as i32 * steps;
    let command = Command::PutJoint {
        build: build(facts),
        joint: Joint {
            turn,
            ..joint.clone()
        },
        at: None,
    };
    Fix::new(format!("Turn {} to {turn}°", joint.part), vec![command])
}

/// Slides that bring what hangs on a joint out of solids that stay, the shortest first.
fn out_of(facts: &Facts, part: usize, stays: &[OrientedBox], owner: usize) -> Vec<Fix> {
    let mounted = &facts.rig.mounted;
    let solids = OrientedBoxes::new(facts.floor, mounted);
    let mut found: Vec<(u32, Fix)> = Vec::new();
    for slide in slides(facts, part) {
        let behind = mounted.behind(mounted.held[slide.held].part);
        // What carries both moves both.
        if behind.contains(&owner) {
            continue;
        }
        for sign in [1.0, -1.0] {
            let way = slide.along * sign;
            let far = behind
                .iter()
                .flat_map(|part| solids.part(*part))
                .filter(|solid| stays.iter().any(|other| solid.overlap(other) > 0.0))
                .map(|solid| {
                    let each = stays.iter().map(|other| solid.free_of(other, way, FAR));
                    each.max().flatten()
                })
                .try_fold(0, |most, far| Some(u32::max(most, far?)));
            if let Some(far) = far
                && let Some(fix) = slid(facts, &slide, sign * f64::from(far))
            {
                found.push((far, fix));
            }
        }
    }
    found.sort_by_key(|(far, _)| *far);
    found.into_iter().map(|(_, fix)| fix).take(MOST).collect()
}

/// Two parts out of each other: the one slid, or the other; else on another fastening.
pub fn apart(facts: &Facts, one: usize, other: usize) -> Vec<Fix> {
    let solids = OrientedBoxes::new(facts.floor, &facts.rig.mounted);
    let mut fixes = out_of(facts, other, solids.part(one), one);
    fixes.extend(out_of(facts, one, solids.part(other), other));
    fixes.extend(elsewhere(facts, other));
    fixes.extend(elsewhere(facts, one));
    fixes
}

/// What covers a space, slid out of it, turned away, or mounted elsewhere.
pub fn uncovered(facts: &Facts, covered: &Covered) -> Vec<Fix> {
    let mounted = &facts.rig.mounted;
    let space = space_of(facts.floor, mounted, covered.part, covered.what);
    let space: Vec<OrientedBox> = space.into_iter().collect();
    let mut fixes = out_of(facts, covered.by, &space, covered.part);
    fixes.extend(turned(facts, covered.by));
    fixes.extend(elsewhere(facts, covered.by));
    fixes
}

/// A part turned away where its mount turns.
fn turned(facts: &Facts, part: usize) -> Vec<Fix> {
    let mounted = &facts.rig.mounted;
    let Some(held) = mounted.by.get(&part).map(|number| &mounted.held[*number]) else {
        return Vec::new();
    };
    if !held.carries.turns && !held.sits.turns {
        return Vec::new();
    }
    let turns = [90, -90, 180].into_iter().filter_map(|by| {
        let command = set(facts, held, |joint| joint.turn = (joint.turn + by) % 360)?;
        let title = format!("Turn {} by {by}°", facts.device(part));
        Some(Fix::new(title, vec![command]))
    });
    turns.collect()
}

/// Whether what a part is for says where it is: a lens, a motor at its ring, a matte box, a grip.
fn is_where_it_must(facts: &Facts, part: usize) -> bool {
    body_of(facts.floor, part).is_some_and(|body| {
        body.lens.is_some()
            || body.gear.is_some()
            || body.matte.is_some()
            || body.magnifies.is_some()
            || !body.grips.is_empty()
    })
}

/// Free fastenings that take a part: of the same carrier first, then of others of its rig.
fn elsewhere(facts: &Facts, part: usize) -> Vec<Fix> {
    let mounted = &facts.rig.mounted;
    let behind = mounted.behind(part);
    // What carries such a part doesn’t take it along either.
    if behind.iter().any(|part| is_where_it_must(facts, *part)) {
        return Vec::new();
    }
    let Some(held) = mounted.by.get(&part).map(|number| mounted.held[*number]) else {
        return Vec::new();
    };
    let rig = facts.rig.rig_of(part).map_or(&[][..], |rig| &rig.parts);
    let others = rig
        .iter()
        .copied()
        .filter(|other| *other != held.onto && !behind.contains(other));
    let seats = Seats::of(facts.floor);
    let found = std::iter::once(held.onto)
        .chain(others)
        .flat_map(|carrier| {
            let free = seats.free(carrier, held.sits);
            free.into_iter().map(move |carries| (carrier, carries))
        });
    let fixes = found
        .filter(|(carrier, carries)| *carrier != held.onto || carries.id != held.carries.id)
        .filter_map(|(carrier, carries)| onto(facts, &held, carrier, carries));
    fixes.take(TRIED).collect()
}

/// A part put on another fastening.
fn onto(facts: &Facts, held: &Held, carrier: usize, carries: &Fastening) -> Option<Fix> {
    let handle = &facts.floor.build.placements[carrier].id;
    let command = set(facts, held, |joint| {
        joint.onto = PortRef::new(handle, &carries.id);
        joint.slide = 0;
    })?;
    let title = format!(
        "Put {} on {}: {}, {}",
        facts.device(held.part),
        facts.device(carrier),
        carries.kind,
        carries.place()
    );
    Some(Fix::new(title, vec![command]))
}

/// A fastening that keeps from turning and bears more: another of the carrier, or another part with pins.
pub fn pinned(facts: &Facts, held: &Held) -> Vec<Fix> {
    let floor = facts.floor;
    let keeps = |carries: &Fastening, sits: &Fastening| {
        let kind = carries.kind.joined(sits.kind);
        kind.is_some_and(|kind| kind.facts().keeps || carries.screws.min(sits.screws) > 1)
    };
    let others = Seats::of(facts.floor)
        .free(held.onto, held.sits)
        .into_iter()
        .filter(|carries| keeps(carries, held.sits));
    let mut fixes: Vec<Fix> = others
        .filter_map(|carries| onto(facts, held, held.onto, carries))
        .take(MOST)
        .collect();
    let mounted = &facts.rig.mounted;
    let used: Vec<&str> = mounted
        .held
        .iter()
        .filter(|other| other.onto == held.part)
        .map(|other| other.carries.id.as_str())
        .collect();
    let own = floor.devices[held.part].filter(|device| device.kind == DeviceKind::Part);
    let mut parts: Vec<(bool, &Device)> = floor
        .catalogue
        .devices
        .iter()
        .filter(|device| device.kind == DeviceKind::Part && own.is_some())
        .filter(|device| {
            let body = device.body.as_deref();
            body.is_some_and(|body| {
                let foot = body.fastening(&held.sits.id);
                foot.is_some_and(|foot| keeps(held.carries, foot))
                    && used.iter().all(|id| body.fastening(id).is_some())
                    && is_alike(body, body_of(floor, held.part))
            })
        })
        .map(|device| (!is_left(facts, device), device))
        .collect();
    parts.sort_by_key(|(hired, _)| *hired);
    let exchanged = parts.into_iter().filter_map(|(_, device)| {
        let change = Exchange {
            placement: held.part,
            device,
        };
        exchange(facts, &[change])
    });
    fixes.extend(exchanged.take(MOST));
    fixes.extend(pinned_carriers(facts, held));
    fixes
}

/// Carriers that keep what is on them from turning, in the place of one that doesn’t.
fn pinned_carriers(facts: &Facts, held: &Held) -> Vec<Fix> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let is_part = |device: &Device| device.kind == DeviceKind::Part;
    if !floor.devices[held.onto].is_some_and(is_part) {
        return Vec::new();
    }
    let below = mounted
        .by
        .get(&held.onto)
        .map(|number| &mounted.held[*number]);
    let used: Vec<&str> = mounted
        .held
        .iter()
        .filter(|other| other.onto == held.onto)
        .map(|other| other.carries.id.as_str())
        .collect();
    let does = |body: &Body| {
        let seat = body.fastening(&held.carries.id).filter(|seat| {
            let kind = seat.kind.joined(held.sits.kind);
            kind.is_some_and(|kind| kind.facts().keeps)
                && seat.side == Side::Carries
                && (!held.carries.tilts || seat.tilts)
        });
        let foot = below.is_none_or(|below| {
            let foot = body.fastening(&below.sits.id);
            foot.is_some_and(|foot| below.carries.kind.joined(foot.kind).is_some())
        });
        seat.is_some() && foot && used.iter().all(|id| body.fastening(id).is_some())
    };
    let mut parts: Vec<(bool, &Device)> = floor
        .catalogue
        .devices
        .iter()
        .filter(|device| is_part(device) && device.body.as_deref().is_some_and(does))
        .filter(|device| {
            let body = device.body.as_deref();
            body.is_some_and(|body| is_alike(body, body_of(floor, held.onto)))
        })
        .map(|device| (!is_left(facts, device), device))
        .collect();
    parts.sort_by_key(|(hired, _)| *hired);
    let exchanged = parts.into_iter().filter_map(|(_, device)| {
        let change = Exchange {
            placement: held.onto,
            device,
        };
        exchange(facts, &[change])
    });
    exchanged.take(MOST).collect()
}

/// Whether two parts do the same: as many fastenings to carry with, neither a lens nor a grip where the other
/// is none.
fn is_alike(one: &Body, other: Option<&Body>) -> bool {
    let of = |body: &Body| {
        (
            body.lens.is_some(),
            body.grips.len(),
            body.matte.is_some(),
            body.payload_grams.is_some(),
            rods_of(body).is_some(),
        )
    };
    other.is_some_and(|other| of(one) == of(other))
}

fn rods_of(body: &Body) -> Option<&Fastening> {
    let mut fastenings = body.fastenings.iter();
    fastenings.find(|fastening| rod_length(fastening).is_some())
}

/// A support on the rods under what hangs on a mount.
pub fn supported(facts: &Facts, held: &Held) -> Vec<Fix> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let Some(rig) = facts.rig.rig_of(held.part) else {
        return Vec::new();
    };
    // The furthest of what hangs there that can be supported.
    let foot = mounted
        .behind(held.part)
        .into_iter()
        .rev()
        .find_map(|part| {
            let mut fastenings = body_of(floor, part)?.fastenings.iter();
            let foot = fastenings.find(|it| it.side == Side::Sits && it.id == "foot")?;
            Some((part, foot, mounted.at(part, foot.at)?))
        });
    let Some((part, foot, at)) = foot else {
        return Vec::new();
    };
    let rods = rig.parts.iter().find_map(|rods| {
        let rail = rods_of(body_of(floor, *rods)?)?;
        Some((*rods, rail, mounted.places[*rods]?))
    });
    let Some((rods, rail, place)) = rods else {
        return Vec::new();
    };
    let slide = (at - place.of(rail.at)).dot(place.turn.of(rail.way_along()));
    let unit = &floor.build.placements[held.part].unit;
    let supports = floor.catalogue.devices.iter().filter_map(|device| {
        let body = device.body.as_deref()?;
        let clamp = body
            .fastenings
            .iter()
            .find(|it| it.side == Side::Sits && it.kind == rail.kind)?;
        let cradle = body
            .fastenings
            .iter()
            .find(|it| it.side == Side::Carries && it.kind == foot.kind && it.fits(foot))?;
        (device.kind == DeviceKind::Part).then_some((device, clamp, cradle))
    });
    let mut supports: Vec<_> = supports
        .map(|(device, clamp, cradle)| (!is_left(facts, device), device, clamp, cradle))
        .collect();
    supports.sort_by_key(|(hired, ..)| *hired);
    let place = Support {
        part,
        foot,
        rods,
        rail,
        slide: slide.round() as i32,
        unit,
    };
    let supports = supports.into_iter().take(MOST);
    supports
        .map(|(hired, device, clamp, cradle)| place.with(facts, (device, hired), clamp, cradle))
        .collect()
}

/// Where a support goes: on which rods, under what.
struct Support<'f> {
    part: usize,
    foot: &'f Fastening,
    rods: usize,
    rail: &'f Fastening,
    slide: i32,
    unit: &'f str,
}

impl Support<'_> {
    /// One put there, of the kit or hired.
    fn with(
        &self,
        facts: &Facts,
        (device, hired): (&Device, bool),
        clamp: &Fastening,
        cradle: &Fastening,
    ) -> Fix {
        let floor = facts.floor;
        let handle = handle_from("lens-support", |handle| floor.placement(handle).is_some());
        let name = format!("{} support", facts.device(self.part));
        let named = (handle.as_str(), Some(name));
        let mut commands = put_there(facts, (device, hired), self.unit, named);
        let of =
            |placement: usize, id: &str| PortRef::new(&floor.build.placements[placement].id, id);
        commands.push(onto_joint(
            facts,
            PortRef::new(&handle, &clamp.id),
            of(self.rods, &self.rail.id),
            self.slide,
        ));
        commands.push(onto_joint(
            facts,
            of(self.part, &self.foot.id),
            PortRef::new(&handle, &cradle.id),
            0,
        ));
        let title = format!(
            "Support {} with the {}{} on the rods",
            facts.device(self.part),
            device.name,
            hired_words(hired)
        );
        Fix::new(title, commands)
    }
}

/// Masses moved until the rig hangs level: along rails, or to another fastening.
pub fn hang_level(facts: &Facts, rig: &Rig, hangs: Hangs) -> Vec<Fix> {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    // Sideways first: it is seen in every shot.
    let sideways = hangs.lean.abs() > 3.0;
    let (axis, off) = if sideways {
        (0, hangs.right)
    } else {
        (2, hangs.ahead)
    };
    let mut found: Vec<(f64, Fix)> = Vec::new();
    // The grip itself, over the centre.
    let grips = rig.holds.iter().filter(|hold| hold.kind == GripKind::Top);
    for slide in grips.flat_map(|hold| slides(facts, hold.part)) {
        let behind = mounted.behind(mounted.held[slide.held].part);
        if rig.camera.is_some_and(|camera| behind.contains(&camera)) {
            continue;
        }
        let moved = mass_of_all(floor, mounted, &behind).grams;
        if slide.along[axis].abs() > 0.9 && moved < rig.mass.grams {
            let by = off * rig.mass.grams / (rig.mass.grams - moved) * slide.along[axis].signum();
            found.extend(slid(facts, &slide, by).map(|fix| (by.abs(), fix)));
            // Where all of it has no room, half of it is seen by nobody.
            found.extend(slid(facts, &slide, by / 2.0).map(|fix| (f64::MAX, fix)));
        }
    }
    for (number, held) in mounted.held.iter().enumerate() {
        if !rig.parts.contains(&held.part) || !held.places || Some(held.part) == rig.camera {
            continue;
        }
        let behind = mounted.behind(held.part);
        // What carries the camera or the grip moves all of it.
        if rig.camera.is_some_and(|camera| behind.contains(&camera)) {
            continue;
        }
        let mass = mass_of_all(floor, mounted, &behind);
        let own = slides(facts, held.part)
            .into_iter()
            .find(|slide| slide.held == number);
        let Some(slide) = own.filter(|slide| slide.along[axis].abs() > 0.9) else {
            continue;
        };
        if mass.grams > 0.0 {
            let by = -off * rig.mass.grams / mass.grams * slide.along[axis].signum();
            found.extend(slid(facts, &slide, by).map(|fix| (by.abs(), fix)));
        }
    }
    found.sort_by(|one, other| one.0.total_cmp(&other.0));
    let mut fixes: Vec<Fix> = found.into_iter().map(|(_, fix)| fix).take(MOST).collect();
    if sideways {
        let heavy = rig.parts.iter().filter(|part| {
            let at = mounted.places[**part].map_or(0.0, |place| place.at[0]);
            at * off > 0.0 && Some(**part) != rig.camera
        });
        fixes.extend(heavy.flat_map(|part| elsewhere(facts, *part)));
    }
    fixes
}

/// What stands on a head, slid until it is balanced, as far as its plate goes; else the camera on the plate.
pub fn centred(facts: &Facts, camera: usize, carrier: &CarriedBy) -> Vec<Fix> {
    let mounted = &facts.rig.mounted;
    let off = Point::new(carrier.right, 0.0, carrier.ahead);
    // The plate on the head first: the camera stays where it was put.
    let fixes = slides(facts, camera).into_iter().rev().filter_map(|slide| {
        let behind = mounted.behind(mounted.held[slide.held].part);
        let moved = mass_of_all(facts.floor, mounted, &behind).grams;
        let by = -off.dot(slide.along) * carrier.grams / moved;
        slid(facts, &slide, by)
    });
    fixes.take(MOST).collect()
}

/// A cable of the kit that reaches, the shortest first; else one to hire.
pub fn cable_that_reaches(facts: &Facts, reach: &CableReach) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(reach.connection);
    let lines = floor.production.kit.iter();
    let mut lengths: Vec<Length> = lines
        .filter(|line| line.item == link.cable.id)
        .filter_map(|line| line.length)
        .filter(|length| {
            let has = length.metres() * 1_000.0;
            has >= reach.needs && has <= 2.0 * reach.needs
        })
        .collect();
    lengths.sort_unstable();
    // Cables are made in steps of a tenth of a metre.
    let made = Length((reach.needs / 100.0).ceil() as u64 * 100);
    lengths.push(made);
    lengths.dedup();
    let cables = lengths.into_iter().take(MOST);
    cables
        .map(|length| set_cable(facts, reach.connection, link.cable, length, ""))
        .collect()
}

/// Rods stood so that what sits on them stays where it is.
fn stood(facts: &Facts, rods: usize, shift: f64) -> Vec<Command> {
    let each = facts.rig.mounted.held.iter().filter_map(|held| {
        let by = if held.part == rods {
            shift
        } else if held.onto == rods {
            -shift
        } else {
            return None;
        };
        let to = (held.set.slide + by) as i32;
        set(facts, held, |joint| joint.slide = to)
    });
    each.collect()
}

/// The shortest rods that do, those of the kit first; those that are there, where they only stand wrong.
pub fn longer_rods(facts: &Facts, need: &RodNeed) -> Vec<Fix> {
    let floor = facts.floor;
    if need.would_do() {
        let shift = need.forward(need.has);
        let title = format!(
            "Slide {} {:.0} mm {}, what sits on them stays",
            facts.device(need.rods),
            shift.abs(),
            if shift > 0.0 { "forward" } else { "back" }
        );
        return vec![Fix::new(title, stood(facts, need.rods, shift))];
    }
    let Some(rail) = body_of(floor, need.rods).and_then(rods_of) else {
        return Vec::new();
    };
    let mut rods: Vec<(bool, f64, &Device)> = floor
        .catalogue
        .devices
        .iter()
        .filter_map(|device| {
            let other = rods_of(device.body.as_deref()?)?;
            let long = rod_length(other)?;
            let does = other.kind == rail.kind && other.id == rail.id && long >= need.needs;
            does.then(|| (!is_left(facts, device), long, device))
        })
        .collect();
    rods.sort_by(|one, other| {
        (one.0, one.1)
            .partial_cmp(&(other.0, other.1))
            .unwrap_or(std::cmp::Ordering::Equal)
    });
    let ways = rods.into_iter().take(MOST).filter_map(|(_, long, device)| {
        let change = Exchange {
            placement: need.rods,
            device,
        };
        let mut fix = exchange(facts, &[change])?;
        let shift = need.forward(long);
        if shift != 0.0 {
            fix.commands.extend(stood(facts, need.rods, shift));
        }
        Some(fix)
    });
    ways.collect()
}

/// A motor slid until its gear meets the ring.
pub fn mesh(facts: &Facts, motor: &Unmeshed) -> Vec<Fix> {
    let along = slides(facts, motor.motor)
        .into_iter()
        .filter(|slide| slide.along[2].abs() > 0.9);
    let fixes =
        along.filter_map(|slide| slid(facts, &slide, motor.ahead * slide.along[2].signum()));
    fixes.take(MOST).collect()
}

/// A matte box slid nearer to the lens.
pub fn nearer_to_lens(facts: &Facts, matte: usize, by: f64) -> Vec<Fix> {
    let along = slides(facts, matte)
        .into_iter()
        .filter(|slide| slide.along[2].abs() > 0.9);
    let fixes = along.filter_map(|slide| slid(facts, &slide, -by.ceil() * slide.along[2].signum()));
    fixes.take(MOST).collect()
}
