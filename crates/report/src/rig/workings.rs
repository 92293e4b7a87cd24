//! How the figures of a rig were reached: masses, how it hangs and stands, what joints bear, how long cables must be.

use super::figures::{bearing_joints, cables_on};
use super::{hundredth, tenth};
use check::Facts;
use engine::rig::{Bears, CableReach, DRESSED, GRAVITY, Hangs, Hold, Rig, mass_of};
use serde::Serialize;
use units::quantity::Working;
use utoipa::ToSchema;

/// Parts that are named one by one in a sum: the heaviest.
const NAMED: usize = 12;

/// How the figures of a rig were reached, each list in the order of its figures.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigWorkings {
    /// Its mass and centre.
    pub mass: Working,
    /// Each way to hold it; none where nothing was computed.
    pub holds: Vec<Option<Working>>,
    /// At how many degrees it tips.
    pub tips: Option<Working>,
    /// What each joint bears.
    pub joints: Vec<Working>,
    /// What each cable needs.
    pub cables: Vec<Working>,
}

pub(super) fn of(facts: &Facts, rig: &Rig) -> RigWorkings {
    let inside = |placement: usize| rig.parts.contains(&placement);
    let holds = rig.holds.iter().map(|hold| match (hold.hangs, hold.force) {
        (Some(hangs), _) => Some(hanging(hangs)),
        (None, Some(force)) => Some(shouldering(rig, hold, force)),
        (None, None) => None,
    });
    let joints = bearing_joints(facts, &inside);
    let cables = cables_on(facts, &inside);
    RigWorkings {
        mass: mass(facts, rig),
        holds: holds.collect(),
        tips: standing(rig),
        joints: joints.map(|bears| bearing(facts, bears)).collect(),
        cables: cables.map(reaching).collect(),
    }
}

fn mm(figure: f64) -> String {
    format!("{:.0} mm", tenth(figure))
}

fn degrees(figure: f64) -> String {
    format!("{:.1}°", figure)
}

/// What a rig weighs, part by part, and where its centre is.
fn mass(facts: &Facts, rig: &Rig) -> Working {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let carried = rig.carriers.first();
    let above = carried.map(|carrier| mounted.behind(mounted.held[carrier.held].part));
    let parts = above.as_ref().unwrap_or(&rig.parts);
    let mut each: Vec<(usize, f64)> = parts
        .iter()
        .filter_map(|part| Some((*part, mass_of(floor, mounted, *part)?.grams)))
        .collect();
    each.sort_by(|one, other| other.1.total_cmp(&one.1).then(one.0.cmp(&other.0)));
    let mut working = Working::new("Mass and centre");
    for (part, grams) in each.iter().take(NAMED) {
        let name = facts.device(*part).to_string();
        working = working.term(name, format!("{grams:.0} g"), "as its entry says");
    }
    let rest: f64 = each.iter().skip(NAMED).map(|(_, grams)| grams).sum();
    let more = each.len().saturating_sub(NAMED);
    let [x, y, z] = rig.mass.centre.map(tenth).0;
    working
        .when(more > 0, |working| {
            working.term(format!("{more} more"), format!("{rest:.0} g"), "")
        })
        .term(
            "Centre",
            format!("{x} mm right, {y} up, {z} forward"),
            "each part’s centre where it is mounted, by its mass; from the flange, on the lens axis",
        )
        .gives(format!("{:.0} g", rig.mass.grams))
}

/// How it hangs from a grip.
fn hanging(hangs: Hangs) -> Working {
    Working::new("Hung from the grip")
        .term(
            "Ahead",
            mm(hangs.ahead),
            "the centre from the middle of the grip; behind it below nothing",
        )
        .term(
            "Right",
            mm(hangs.right),
            "the same, sideways; left below nothing",
        )
        .term("Below", mm(hangs.below), "the centre under the grip")
        .term("Nose down", degrees(hangs.tilt), "atan(ahead ÷ below)")
        .term("To the right", degrees(hangs.lean), "atan(right ÷ below)")
        .gives(format!("{}, {}", degrees(hangs.tilt), degrees(hangs.lean)))
}

/// What the hands hold of it on a shoulder.
fn shouldering(rig: &Rig, hold: &Hold, force: f64) -> Working {
    let weight = rig.mass.grams / 1_000.0 * GRAVITY;
    Working::new("On the shoulder")
        .term("Mass", format!("{:.0} g", rig.mass.grams), "")
        .term("× 9.81 m/s²", format!("{:.1} N", weight), "what it weighs")
        .term(
            "× ahead",
            mm(hold.ahead),
            "the centre from the middle of the pad",
        )
        .when(force != 0.0, |working| {
            working.term(
                "÷ reach",
                mm(weight * hold.ahead / force),
                "the grips from the pad",
            )
        })
        .gives(format!("{:.1} N at the grips", force.abs()))
}

/// Over which edge it tips first.
fn standing(rig: &Rig) -> Option<Working> {
    let stands = rig.stands?;
    let lowest = rig.feet.iter().map(|foot| foot[1]).reduce(f64::min)?;
    let height = rig.mass.centre[1] - lowest;
    let edge = height * stands.tips_at.to_radians().tan();
    let own = rig.carriers.is_empty();
    let working = Working::new("Put down")
        .when(own, |working| {
            working
                .term("Height", mm(height), "the centre above what it stands on")
                .term("Nearest edge", mm(edge), "from under the centre")
        })
        .term(
            "Tips at",
            degrees(stands.tips_at),
            "atan(nearest edge ÷ height)",
        );
    Some(working.gives(if stands.stands {
        degrees(stands.tips_at)
    } else {
        "it falls over".into()
    }))
}

/// What a joint bears.
fn bearing(facts: &Facts, bears: &Bears) -> Working {
    let held = &facts.rig.mounted.held[bears.held];
    let said = held.carries.bears.or(held.sits.bears);
    Working::new(format!(
        "What the {} of {} bears",
        held.kind,
        facts.device(held.onto)
    ))
    .term(
        "Hangs on it",
        format!("{:.0} g", bears.grams),
        format!("{} and what is on it", facts.device(held.part)),
    )
    .term(
        "Away",
        mm(bears.away),
        "their centre from the fastening, level",
    )
    .term(
        "Moment",
        format!("{} N·m", hundredth(bears.moment)),
        "mass × 9.81 m/s² × away",
    )
    .term(
        "Of that, about itself",
        format!("{} N·m", hundredth(bears.twist)),
        "what turns it",
    )
    .term(
        "Bears",
        format!("{} N·m", hundredth(bears.guide)),
        if said.is_some() {
            "as its maker says"
        } else {
            "a guide for its kind, each screw counted; the maker’s figure wins"
        },
    )
    .gives(format!(
        "{} of {} N·m",
        hundredth(bears.moment),
        hundredth(bears.guide)
    ))
}

/// How long a cable must be.
fn reaching(reach: &CableReach) -> Working {
    let [right, up, forward] = (reach.ends[1] - reach.ends[0]).map(f64::abs).0;
    let dressed = reach.way * DRESSED;
    Working::new("How long it must be")
        .term(
            "MountOption",
            mm(reach.way),
            format!("{right:.0} across + {up:.0} up or down + {forward:.0} along"),
        )
        .term("× 1.15", mm(dressed), "as it is dressed along the rig")
        .term(
            "+ bends",
            mm(reach.needs - dressed),
            "one behind each plug, by its kind",
        )
        .term("It is", mm(reach.has), "the cable that is planned")
        .gives(mm(reach.needs))
}
