//! The rig: what doesn't stand, what is in the way, what turns, bears too much, leans, doesn't reach.

mod crowded;
mod plugs;

use crate::codes::Code;
use crate::finding::At;
use crate::words::list_of_many;
use crate::{Facts, Finding, Proposals, Severity, fix};
use engine::path::{Floor, Resolved};
use engine::power::Powered;
use engine::rig::{Bears, Covered, CoveredKind, Front, Held, Loose, Rig, Rigged, body_of};
use engine::sound::Heard;
use model::catalogue::{GripKind, ZoneKind};

/// So far over, the wrist holds it and not the handle.
const TIPS: f64 = 12.0;
/// A table is seldom more even than this, in degrees.
const UNSTEADY: f64 = 5.0;
/// Nearer to the middle of a plate than this, in millimetres, nobody slides it.
const OFF: f64 = 12.0;

/// So much about a screw's own axis loosens it in a day, in N·m.
const TWISTS: f64 = 0.05;
/// What is lighter, in grams, turns nothing.
const LIGHT: f64 = 50.0;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let rigged = facts.rig;
    for (number, why) in &rigged.mounted.loose {
        found.push(loose(facts, *number, *why));
    }
    for rig in &rigged.rigs {
        crowded::judge(facts, rig, found);
        found.extend(waiting(facts, rig));
        found.extend(held(facts, rig));
        found.extend(put_down(facts, rig));
        found.extend(carried(facts, rig));
        found.extend(overhead(facts, rig));
    }
    for bears in &rigged.bears {
        found.extend(joint(facts, bears));
    }
    cables(facts, found);
    plugs::judge(facts, found);
    rods(facts, found);
    for front in &rigged.fronts {
        before_the_sensor(facts, front, found);
    }
}

/// How many stops and cautions the rigs of a floor have: ways to mount a part are weighed by what would be found.
pub fn severities(floor: &Floor, rigged: &Rigged) -> (usize, usize) {
    let facts = Facts {
        floor,
        resolved: &Resolved::default(),
        recordings: &[],
        heard: &Heard::default(),
        power: &Powered::default(),
        rig: rigged,
        weighs: severities,
        proposals: Proposals::None,
    };
    let mut found = Vec::new();
    judge(&facts, &mut found);
    let of = |severity| {
        found
            .iter()
            .filter(|finding| finding.severity == severity)
            .count()
    };
    (of(Severity::Stop), of(Severity::Caution))
}

fn millimetres(figure: f64) -> String {
    format!("{:.0} mm", figure)
}

fn tenths(figure: f64) -> f64 {
    (figure * 10.0).round() / 10.0
}

fn hundredths(figure: f64) -> f64 {
    (figure * 100.0).round() / 100.0
}

fn loose(facts: &Facts, number: usize, why: Loose) -> Finding {
    let joint = &facts.floor.build.joints[number];
    let ends = [&joint.part, &joint.onto];
    let placement = ends
        .into_iter()
        .find_map(|end| facts.floor.placement(&end.device));
    let says = match why {
        Loose::NotThere => "one of these fastenings isn’t there".into(),
        Loose::OtherKind => "they are of different kinds".into(),
        Loose::OtherFit => "they are of one kind, and another mount, system or diameter".into(),
        Loose::InACircle => "what it sits on sits on it".into(),
        Loose::BetweenTeeth(steps) => {
            format!("its teeth set it in steps of {steps}°, and it is set between two")
        }
        Loose::Apart(tenths) => format!(
            "they are {} mm apart where both parts stand",
            f64::from(tenths) / 10.0
        ),
    };
    let text = format!("{} doesn’t hold on {}: {says}.", joint.part, joint.onto);
    let reason = "Nothing is held there.";
    let (code, severity) = (Code::LooseJoint, Severity::Stop);
    let finding = match placement {
        Some(at) => facts.finding(code, severity, At::Device(at), text, reason),
        None => facts.finding(code, severity, At::Kit, text, reason),
    };
    finding.with(facts, || {
        [match why {
            Loose::BetweenTeeth(steps) => fix::onto_a_tooth(facts, number, steps),
            _ => fix::take_off(facts, number),
        }]
    })
}

fn same_place(facts: &Facts, one: usize, other: usize, by: f64) -> Finding {
    let text = format!(
        "{} and {} stand {} into each other.",
        facts.device(one),
        facts.device(other),
        millimetres(by)
    );
    let reason = "One of them can’t be mounted as it is planned.";
    facts
        .stop(Code::SamePlace, At::Device(other), text, reason)
        .amounting(by)
        .with(facts, || fix::apart(facts, one, other))
}

/// What a covered space is called, and what comes of it.
fn space(facts: &Facts, part: usize, what: CoveredKind) -> (String, &'static str) {
    let body = body_of(facts.floor, part);
    match what {
        CoveredKind::Zone(number, kind) => {
            let zone = body.and_then(|body| body.zones.get(number));
            let name = zone.map_or_else(String::new, |zone| zone.name.clone());
            let what = match kind {
                ZoneKind::CardDoor => "No card comes out before it is moved.",
                ZoneKind::BatteryDoor => "No battery comes out before it is moved.",
                ZoneKind::Control => "Fingers find no room there.",
                ZoneKind::Vent => "Warm air stays inside: the limit for heat comes sooner.",
                ZoneKind::Screen => "Nobody sees all of it.",
                ZoneKind::Microphone => "It hears the part, and not what it points at.",
            };
            (name, what)
        }
        CoveredKind::Grip(_, GripKind::Pad) => (
            "shoulder’s place".into(),
            "It doesn’t lie on a shoulder any more.",
        ),
        CoveredKind::Grip(..) => ("grip".into(), "A hand finds no room there."),
    }
}

fn in_the_way(facts: &Facts, covered: &Covered) -> Finding {
    let (name, reason) = space(facts, covered.part, covered.what);
    let text = format!(
        "{} is in the way of the {name} of {}: {} of {}.",
        facts.device(covered.by),
        facts.device(covered.part),
        (covered.into.round()),
        millimetres(covered.of)
    );
    facts
        .caution(Code::Covered, At::Device(covered.part), text, reason)
        .amounting(covered.into)
        .with(facts, || fix::uncovered(facts, covered))
}

/// Parts that wait for each other; those that are in one place are said as that.
fn waiting(facts: &Facts, rig: &Rig) -> Option<Finding> {
    let in_one_place = |part: &usize| {
        let mut meets = rig.meets.iter();
        meets.any(|meet| meet.one == *part || meet.other == *part)
    };
    let first = *rig.waiting.first()?;
    if rig.waiting.iter().any(in_one_place) {
        return None;
    }
    let names = rig
        .waiting
        .iter()
        .map(|part| facts.device(*part).to_string());
    let text = format!(
        "No possible order of assembly: {} each need another of them first.",
        list_of_many(names.collect(), 6)
    );
    let reason = "Each covers a screw or a door that another needs before it.";
    Some(facts.stop(Code::Waiting, At::Device(first), text, reason))
}

/// A joint that lets its part turn, or that bears too much.
fn joint(facts: &Facts, bears: &Bears) -> Option<Finding> {
    let held: &Held = &facts.rig.mounted.held[bears.held];
    let (part, onto) = (facts.device(held.part), facts.device(held.onto));
    // Where what it sits on can turn, that is said, and this after it.
    let below = facts.rig.mounted.by.get(&held.onto);
    let sits_loose = facts
        .rig
        .bears
        .iter()
        .any(|other| other.turns && !other.supported && Some(&other.held) == below);
    // A safety cable may turn as it likes.
    let secures = body_of(facts.floor, held.part).is_some_and(|body| body.secures);
    if bears.turns && !secures && bears.grams >= LIGHT && !bears.supported && !sits_loose {
        let text = if bears.twist >= TWISTS {
            format!(
                "{part} can turn: it hangs on one {} of {onto}, and {} N·m turn it there.",
                held.kind,
                hundredths(bears.twist)
            )
        } else {
            format!("{part} can turn: it hangs on one {} of {onto}.", held.kind)
        };
        let reason = "One screw doesn’t keep from turning; two do, or pins.";
        let code = Code::TurnsAlone;
        return Some(
            facts
                .caution(code, At::Device(held.part), text, reason)
                .amounting(bears.twist)
                .with(facts, || fix::pinned(facts, held)),
        );
    }
    if bears.moment <= bears.guide || bears.supported {
        return None;
    }
    let is_lens = held.kind.is_lens_mount();
    let figures = format!(
        "{} of {} N·m: {:.1} kg, {} from it",
        hundredths(bears.moment),
        tenths(bears.guide),
        bears.grams / 1_000.0,
        millimetres(bears.away)
    );
    let (code, text) = if is_lens {
        let text = format!("{part} hangs on the mount of {onto}: {figures}.");
        (Code::LensHangs, text)
    } else {
        let text = format!(
            "{part} bears too much on the {} of {onto}: {figures}.",
            held.kind
        );
        (Code::OverBears, text)
    };
    let reason = "The figure is a guide for the kind of fastening; its maker’s wins.";
    Some(
        facts
            .caution(code, At::Device(held.part), text, reason)
            .amounting(bears.moment)
            .with(facts, || {
                let mut fixes = fix::supported(facts, held);
                fixes.extend(fix::pinned(facts, held));
                fixes
            }),
    )
}

/// How it hangs from its handle: a lean first, then a nose far down.
fn held(facts: &Facts, rig: &Rig) -> Option<Finding> {
    let hold = rig.holds.iter().find(|hold| hold.kind == GripKind::Top)?;
    let name = facts.device(hold.part);
    let Some(hangs) = hold.hangs else {
        let text = format!("The centre of mass is above {name}: hung from it, it turns over.");
        let reason = "A grip above the centre lets it hang; below it, it doesn’t.";
        let (code, severity) = (Code::Leans, Severity::Caution);
        return Some(facts.finding(code, severity, At::Device(hold.part), text, reason));
    };
    let sideways = hangs.leans();
    if !sideways && hangs.tilt.abs() <= TIPS {
        return None;
    }
    let side = if hangs.lean < 0.0 { "left" } else { "right" };
    let nose = if hangs.tilt < 0.0 { "up" } else { "down" };
    let text = if sideways {
        format!(
            "Hung from {name} it leans {:.1}° to the {side}: the centre is {} off the grip, {} below.",
            hangs.lean.abs(),
            millimetres(hangs.right.abs()),
            millimetres(hangs.below)
        )
    } else {
        format!(
            "Hung from {name} it tips {:.1}° nose {nose}: the centre is {} off the grip, {} below.",
            hangs.tilt.abs(),
            millimetres(hangs.ahead.abs()),
            millimetres(hangs.below)
        )
    };
    let reason = "It hangs with its centre under the grip. Move a mass, or the grip.";
    let code = Code::Leans;
    Some(
        facts
            .caution(code, At::Device(hold.part), text, reason)
            .amounting(if sideways { hangs.lean } else { hangs.tilt }.abs())
            .with(facts, || fix::hang_level(facts, rig, hangs)),
    )
}

/// How it stands on its own feet.
fn put_down(facts: &Facts, rig: &Rig) -> Option<Finding> {
    // What stands on legs isn’t put down.
    if !rig.carriers.is_empty() {
        return None;
    }
    let at = rig.camera.unwrap_or(rig.root);
    let code = Code::Falls;
    let reason = "Never put it down unheld.";
    if let Some((part, by)) = rig.lower {
        let text = format!(
            "Put down, it lies on {}: that hangs {} lower than its feet.",
            facts.device(part),
            millimetres(by)
        );
        let severity = Severity::Note;
        return Some(facts.finding(code, severity, At::Device(at), text, reason));
    }
    let stands = rig.stands?;
    let text = if !stands.stands {
        format!(
            "{} and what is on it fall over when put down: the centre is outside its feet.",
            facts.device(at)
        )
    } else if stands.tips_at < UNSTEADY {
        format!(
            "Put down, {} tips at {:.1}° already.",
            facts.device(at),
            stands.tips_at
        )
    } else {
        return None;
    };
    let severity = if stands.stands {
        Severity::Note
    } else {
        Severity::Caution
    };
    Some(facts.finding(code, severity, At::Device(at), text, reason))
}

/// On a head, a gimbal, an arm, on legs.
fn carried(facts: &Facts, rig: &Rig) -> Vec<Finding> {
    let mut found = Vec::new();
    for carrier in &rig.carriers {
        let name = facts.device(carrier.part);
        if carrier.grams > carrier.payload {
            let text = format!(
                "{name} carries {:.1} kg; {:.1} kg stand on it.",
                carrier.payload / 1_000.0,
                carrier.grams / 1_000.0
            );
            let reason = "Its locks don’t hold it. Its maker’s figure wins.";
            let (code, severity) = (Code::OverPayload, Severity::Stop);
            let finding = facts.finding(code, severity, At::Device(carrier.part), text, reason);
            found.push(finding.amounting(carrier.grams));
        }
        let furthest = carrier
            .outside
            .iter()
            .max_by(|one, other| one.1.total_cmp(&other.1));
        if let Some((part, out)) = furthest {
            let names = carrier.outside.iter().map(|(part, _)| facts.device(*part));
            let names = list_of_many(names.map(str::to_string).collect(), 6);
            let text = format!(
                "{} reaches {} out of the room that {name} leaves.",
                facts.device(*part),
                millimetres(*out)
            );
            let reason =
                format!("It strikes an arm when it turns. These would have to come off: {names}.");
            let (code, severity) = (Code::NoRoom, Severity::Stop);
            let finding = facts.finding(code, severity, At::Device(*part), text, reason);
            found.push(finding.amounting(*out));
        }
    }
    // What is balanced is balanced where it tilts.
    if let (Some(carrier), Some(camera)) = (rig.carriers.first(), rig.camera)
        && carrier.ahead.abs().max(carrier.right.abs()) > OFF
    {
        let name = facts.device(carrier.part);
        let sideways = carrier.right.abs() > carrier.ahead.abs();
        let (off, way) = match (sideways, carrier.ahead > 0.0, carrier.right > 0.0) {
            (false, true, _) => (carrier.ahead, "ahead of"),
            (false, false, _) => (carrier.ahead, "behind"),
            (true, _, true) => (carrier.right, "to the right of"),
            (true, _, false) => (carrier.right, "to the left of"),
        };
        let text = format!(
            "The centre is {} {way} the middle of {name}.",
            millimetres(off.abs())
        );
        let reason = if sideways {
            "It leans over its tilt: the horizon hangs."
        } else {
            "It tips as soon as the tilt is loose."
        };
        let code = Code::OffCentre;
        let finding = facts
            .caution(code, At::Device(carrier.part), text, reason)
            .amounting(off.abs());
        found.push(finding.with(facts, || fix::centred(facts, camera, carrier)));
    }
    found
}

/// What hangs above people, and what holds it should its fastening give.
fn overhead(facts: &Facts, rig: &Rig) -> Option<Finding> {
    let hangs = rig.unsecured(facts.floor)?;
    let text = format!(
        "{} hangs above people, and nothing but {} holds it.",
        facts.device(rig.camera.unwrap_or(rig.root)),
        facts.device(hangs)
    );
    let reason = "A second fixing, rated for it, takes the load should the first give. Local rules and whoever is responsible for rigging come first.";
    let finding = facts.stop(Code::Unsecured, At::Device(hangs), text, reason);
    Some(finding.with(facts, || fix::secured(facts, hangs)))
}

fn cables(facts: &Facts, found: &mut Vec<Finding>) {
    for reach in &facts.rig.cables {
        let (from, to) = facts.ends(reach.connection);
        let (code, severity, text) = if reach.is_short() {
            let text = format!(
                "The cable from {from} to {to} is {}; along the rig it must be {}.",
                millimetres(reach.has),
                millimetres(reach.needs)
            );
            (Code::CableShort, Severity::Stop, text)
        } else if reach.is_long() {
            let text = format!(
                "The cable from {from} to {to} is {}; {} would do.",
                millimetres(reach.has),
                millimetres(reach.needs)
            );
            (Code::CableLong, Severity::Note, text)
        } else {
            continue;
        };
        let reason = format!(
            "{} along the rig, 15 % more as it is dressed, and a bend at each end.",
            millimetres(reach.way)
        );
        found.push(
            facts
                .finding(code, severity, At::Cable(reach.connection), text, reason)
                .amounting((reach.needs - reach.has).abs())
                .with(facts, || fix::cable_that_reaches(facts, reach)),
        );
    }
}

fn rods(facts: &Facts, found: &mut Vec<Finding>) {
    for need in facts.rig.rods.iter().filter(|need| need.is_short()) {
        let text = if need.would_do() {
            format!(
                "{} end {} short of {}.",
                facts.device(need.rods),
                millimetres(need.ahead.max(need.behind)),
                facts.device(need.by)
            )
        } else {
            format!(
                "{} are {} long; with {} they must be {}.",
                facts.device(need.rods),
                millimetres(need.has),
                facts.device(need.by),
                millimetres(need.needs)
            )
        };
        let reason = "What is clamped past the end of a rod isn’t clamped.";
        found.push(
            facts
                .stop(Code::RodsShort, At::Device(need.rods), text, reason)
                .amounting((need.needs - need.has).max(need.ahead).max(need.behind))
                .with(facts, || fix::longer_rods(facts, need)),
        );
    }
}

fn before_the_sensor(facts: &Facts, front: &Front, found: &mut Vec<Finding>) {
    let lens = facts.device(front.lens);
    if let Some(diagonal) = front
        .diagonal
        .filter(|diagonal| front.circle + 0.05 < *diagonal)
    {
        let text = format!(
            "{lens} gives {:.1} mm of image; the sensor of {} is {diagonal:.1} mm across.",
            front.circle,
            facts.device(front.camera)
        );
        let reason =
            "The corners go dark, unless a smaller part of the sensor is used. A test wins.";
        let code = Code::LensSmall;
        let finding = facts.caution(code, At::Device(front.lens), text, reason);
        found.push(finding.amounting(diagonal - front.circle));
    }
    for motor in &front.motors {
        let along = motor.ahead.abs() > motor.across.abs();
        let off = if along {
            let way = if motor.ahead > 0.0 { "ahead" } else { "behind" };
            format!("{} {way}", millimetres(motor.ahead.abs()))
        } else {
            format!("{} to the side", millimetres(motor.across.abs()))
        };
        let text = format!(
            "{} misses the {} ring of {lens}: the ring is {off}.",
            facts.device(motor.motor),
            motor.ring
        );
        let reason = "Gears that don’t mesh turn nothing.";
        let code = Code::MotorMisses;
        found.push(
            facts
                .stop(code, At::Device(motor.motor), text, reason)
                .amounting(motor.ahead.abs().max(motor.across.abs()))
                .with(facts, || fix::mesh(facts, motor)),
        );
    }
    if let Some(matte) = front.clipped_on_moving {
        let text = format!(
            "{} clips on the front of {lens}, which moves when it focuses.",
            facts.device(matte)
        );
        let reason = "It turns with the focus. One on rods stays where it is.";
        let code = Code::ClippedOnMoving;
        found.push(facts.caution(code, At::Device(matte), text, reason));
    }
    if let Some((matte, needed, has)) = front.matte.filter(|(_, needed, has)| has < needed) {
        let text = format!(
            "{} is in the picture of {lens}: {} of opening to a side, {} are needed.",
            facts.device(matte),
            millimetres(has),
            millimetres(needed)
        );
        let reason = format!(
            "Half the angle of view is {:.1}°. A guide: a test wins.",
            front.half_angle.unwrap_or(0.0)
        );
        let code = Code::Vignettes;
        found.push(
            facts
                .caution(code, At::Device(matte), text, reason)
                .amounting(needed - has)
                .with(facts, || fix::nearer_to_lens(facts, matte, front.nearer)),
        );
    }
}

/// Parts of which something isn’t known, in words: what their answers leave open.
pub fn left_open(facts: &Facts, rig: &Rig) -> Vec<String> {
    let named = |parts: &[usize]| {
        let names = parts.iter().map(|part| facts.device(*part).to_string());
        list_of_many(names.collect(), 6)
    };
    let mut told = Vec::new();
    if !rig.unweighed.is_empty() {
        told.push(format!(
            "Not known: the mass of {}. Mass and balance are without it.",
            named(&rig.unweighed)
        ));
    }
    if !rig.unmeasured.is_empty() {
        told.push(format!(
            "Not known: the size of {}. Nothing here is in its way.",
            named(&rig.unmeasured)
        ));
    }
    told
}
