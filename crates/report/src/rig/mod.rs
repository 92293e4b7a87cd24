//! A build’s rigs as they are shown and built: drawn, weighed, held, in steps.

mod bags;
mod change;
mod draw;
mod figures;
mod line_check;
mod optics;
mod seats;
mod steps;
mod workings;

pub use bags::{Bags, CaseReport, PackedPiece, bags};
pub use change::{BuildChange, build_change};
pub use draw::Outlines;
pub use line_check::{CheckItem, line_check};
pub use seats::{LoosePart, PartSeats, part_seats};
pub use steps::StepReport;

pub use figures::RigFigures;
use figures::figures;
use seats::loose;
use workings::RigWorkings;

use super::with_facts;
use check::{Area, Code, Facts, Finding, Proposals, findings};
use engine::rig::{Rig, plan};
use model::catalogue::{Catalogue, Tool};
use model::document::{Command, Joint, Production, Refusal};
use serde::Serialize;
use units::quantity::Span;
use utoipa::ToSchema;

/// What is mounted together.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigReport {
    /// Where everything is, and what it weighs, holds, bears and reaches.
    #[serde(flatten)]
    pub figures: RigFigures,
    /// How those were reached.
    pub workings: RigWorkings,
    /// The steps in which it is built.
    pub steps: Vec<StepReport>,
    /// How long they take, in words.
    pub takes: String,
    /// How long they take by the guides, in seconds.
    pub guide_seconds: u64,
    /// What that is learned from, in words, where builds were timed.
    pub pace: Option<String>,
    /// The tools, in the order in which they are taken up.
    pub tools: Vec<String>,
    /// Parts that wait for each other: it can’t be built as it is planned.
    pub waiting: Vec<String>,
}

/// All rigs of a build, with what is found at them.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RigsReport {
    /// The rigs.
    pub rigs: Vec<RigReport>,
    /// Devices and parts that are mounted on nothing.
    pub loose: Vec<LoosePart>,
    /// What is found of the rigs.
    pub findings: Vec<Finding>,
}

/// A rig of which a part is slid, turned or tilted: what follows while that goes on.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SlidRig {
    /// Where everything is, and what it weighs, holds, bears and reaches.
    #[serde(flatten)]
    pub figures: RigFigures,
    /// What is found of the rigs of its build.
    pub findings: Vec<Finding>,
}

fn tenth(figure: f64) -> f64 {
    (figure * 10.0).round() / 10.0
}

fn hundredth(figure: f64) -> f64 {
    (figure * 100.0).round() / 100.0
}

/// The rigs of a build. None where there is no such build.
pub fn rigs_report(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<RigsReport> {
    with_facts(production, build, catalogue, Proposals::None, |facts| {
        let found = found_of_rigs(facts);
        let rigs = facts.rig.rigs.iter();
        RigsReport {
            rigs: rigs.map(|one| rig_report(facts, one, &found)).collect(),
            loose: loose(facts),
            findings: found,
        }
    })
}

/// What is found of the rigs of a build. None where there is no such build.
pub fn rig_findings(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<Vec<Finding>> {
    with_facts(production, build, catalogue, Proposals::None, found_of_rigs)
}

/// The rig of a joint that is set otherwise. None where there is no such build, or no such rig in it.
///
/// # Errors
/// Why that joint can’t be set so.
pub fn rig_slid(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    joint: Joint,
) -> Result<Option<SlidRig>, Refusal> {
    let part = joint.part.device.clone();
    let command = Command::PutJoint {
        build: build.into(),
        joint,
        at: None,
    };
    let edited = production.edited(catalogue, &[command])?.production;
    let slid = with_facts(&edited, build, catalogue, Proposals::None, |facts| {
        let rig = facts.rig.rig_of(facts.floor.placement(&part)?)?;
        let findings = found_of_rigs(facts);
        Some(SlidRig {
            figures: figures(facts, rig, &findings),
            findings,
        })
    });
    Ok(slid.flatten())
}

fn rig_report(facts: &Facts, rig: &Rig, found: &[Finding]) -> RigReport {
    let plan = plan(facts.floor, &facts.rig.mounted, &rig.parts);
    let steps = steps::steps(facts, &plan);
    let mut tools: Vec<String> = Vec::new();
    for task in &plan.order {
        let tool = plan.tasks[*task].tool;
        if tool != Tool::Hand && !tools.contains(&tool.to_string()) {
            tools.push(tool.to_string());
        }
    }
    let seconds: u64 = steps.iter().map(|step| u64::from(step.seconds)).sum();
    let guides = plan.order.iter().map(|task| plan.tasks[*task].seconds);
    let waiting = plan.waiting.iter().map(|part| facts.device(*part));
    RigReport {
        figures: figures(facts, rig, found),
        workings: workings::of(facts, rig),
        takes: Span(seconds.div_ceil(60) * 60).label(),
        guide_seconds: guides.map(u64::from).sum(),
        pace: pace(facts.floor.production),
        tools,
        waiting: waiting.map(|part| part.to_string()).collect(),
        steps,
    }
}

/// What is found of rigs, and what is found elsewhere at their cables.
fn found_of_rigs(facts: &Facts) -> Vec<Finding> {
    let mut found = findings(facts);
    // A small socket without its clamp is a trouble of the rig that it is on as well.
    found.retain(|finding| finding.area == Area::Build || on_a_rig(facts, finding, Code::Strain));
    found
}

/// Whether this is found at a cable of a rig.
fn on_a_rig(facts: &Facts, finding: &Finding, code: Code) -> bool {
    let mut connections = facts.floor.build.connections.iter();
    let run = connections.find(|run| Some(&run.id) == finding.at.connection.as_ref());
    finding.code == code
        && run.is_some_and(|run| {
            [&run.from, &run.to].into_iter().any(|end| {
                let placement = facts.floor.placement(&end.device);
                placement.is_some_and(|at| facts.rig.rig_of(at).is_some())
            })
        })
}

/// What the crew’s own pace is learned from, in words.
fn pace(production: &Production) -> Option<String> {
    production.pace().map(|pace| {
        let builds = production.assemblies.len();
        format!(
            "{pace:.1} times the guides, as {} of yours took.",
            if builds == 1 {
                "one build".into()
            } else {
                format!("{builds} builds")
            }
        )
    })
}
