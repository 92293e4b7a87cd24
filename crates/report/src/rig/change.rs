//! From one build of a rig to another: what comes off, what goes on, in which order.

use super::steps::{StepReport, steps};
use crate::with_facts;
use check::{Facts, Proposals};
use engine::rig::{Act, plan};
use model::catalogue::Catalogue;
use model::document::{Build, Handle, Joint, PortRef, Production};
use serde::Serialize;
use units::quantity::Span;
use utoipa::ToSchema;

/// What must be done to make one build of another.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct BuildChange {
    /// What comes off, in words; what sits on it comes with it.
    pub off: Vec<String>,
    /// What goes on.
    pub on: Vec<String>,
    /// The steps.
    pub steps: Vec<StepReport>,
    /// How long they take, as a guide.
    pub seconds: u64,
    /// The same in words.
    pub takes: String,
}

/// What one side of a change has: its joints as they are set, and its steps.
struct Side {
    joints: Vec<(Joint, [Handle; 2])>,
    steps: Vec<(Option<Joint>, StepReport)>,
}

/// Whether anything of a rig is in another build as well: what isn’t stays as it is, beside it.
fn goes_on(parts: &[&str], other: Option<&Build>) -> bool {
    parts
        .iter()
        .any(|part| other.is_some_and(|build| build.placement(part).is_some()))
}

fn side(facts: &Facts, other: Option<&Build>) -> Side {
    let (floor, rig) = (facts.floor, facts.rig);
    let mut told = Side {
        joints: Vec::new(),
        steps: Vec::new(),
    };
    let placed = |placement: usize| &floor.build.placements[placement];
    for one in &rig.rigs {
        let parts = one.parts.iter().map(|part| placed(*part).id.as_str());
        if !goes_on(&parts.collect::<Vec<&str>>(), other) {
            continue;
        }
        let plan = plan(floor, &rig.mounted, &one.parts);
        for (step, task) in steps(facts, &plan).into_iter().zip(&plan.order) {
            let joint = match plan.tasks[*task].act {
                Act::Join(held) => {
                    let held = &rig.mounted.held[held];
                    let end = |placement, id: &str| PortRef::new(&placed(placement).id, id);
                    // What power puts on is set in one way only.
                    let joint = held.number.map_or_else(
                        || {
                            Joint::of(
                                end(held.part, &held.sits.id),
                                end(held.onto, &held.carries.id),
                            )
                        },
                        |number| floor.build.joints[number].clone(),
                    );
                    // The things themselves count: under one name they must be the same devices.
                    let devices = [held.part, held.onto].map(|at| placed(at).device.clone());
                    told.joints.push((joint.clone(), devices));
                    Some(joint)
                }
                Act::Card(..) | Act::Battery(..) => None,
            };
            told.steps.push((joint, step));
        }
    }
    told
}

/// What makes one build of another; none where there is no such build.
pub fn build_change(
    production: &Production,
    (from, to): (&str, &str),
    catalogue: &Catalogue,
) -> Option<BuildChange> {
    let of = |build: &str, other: &str| {
        with_facts(production, build, catalogue, Proposals::None, |facts| {
            side(facts, production.build(other))
        })
    };
    let (before, after) = (of(from, to)?, of(to, from)?);
    let stays = |joint: &Joint, here: &Side, there: &Side| {
        let own = here.joints.iter().find(|(other, _)| other == joint);
        own.is_some_and(|own| there.joints.contains(own))
    };
    let mut change = BuildChange::default();
    // Off in the order in which it would be stripped. What goes into the bag together comes off as one piece.
    let packed = |handle: &str| {
        let build = production.build(to);
        build.is_some_and(|build| build.placement(handle).is_none())
    };
    let leaving: Vec<(&Joint, &StepReport)> = before
        .steps
        .iter()
        .filter_map(|(joint, step)| Some((joint.as_ref()?, step)))
        .filter(|(joint, _)| !stays(joint, &before, &after))
        .collect();
    let leaves = |handle: &Handle| {
        let mut parts = leaving.iter();
        parts.any(|(joint, _)| joint.part.device == *handle)
    };
    let in_one_piece = |joint: &Joint| {
        let (part, onto) = (&joint.part.device, &joint.onto.device);
        leaves(onto) && packed(part) && packed(onto)
    };
    for (joint, step) in leaving.iter().rev() {
        if in_one_piece(joint) {
            continue;
        }
        let part = &joint.part.device;
        let more = leaving
            .iter()
            .any(|(other, _)| other.onto.device == *part && in_one_piece(other));
        let mut words = step.act.replace(" onto ", " off ");
        if more {
            words += ", with what sits on it";
        }
        change.off.push(words.clone());
        change.steps.push(StepReport {
            act: words,
            id: format!("off-{}", step.id),
            care: None,
            ..(*step).clone()
        });
    }
    for (joint, step) in &after.steps {
        let new = match joint {
            Some(joint) => !stays(joint, &after, &before),
            // Media stay where they are.
            None => false,
        };
        if new {
            change.on.push(step.act.clone());
            change.steps.push(step.clone());
        }
    }
    for (number, step) in change.steps.iter_mut().enumerate() {
        step.number = number + 1;
    }
    change.seconds = change
        .steps
        .iter()
        .map(|step| u64::from(step.seconds))
        .sum();
    change.takes = Span(change.seconds.div_ceil(60) * 60).label();
    Some(change)
}
