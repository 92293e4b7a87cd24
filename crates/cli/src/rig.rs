//! What mounts on what in a build, and from one build to another.

use crate::files;
use crate::outcome::{Failure, Outcome};
use clap::{Args, Subcommand};
use model::catalogue::Catalogue;
use report::{BuildChange, RigReport, StepReport, bags, build_change, rigs_report};
use serde::Serialize;
use std::path::PathBuf;
use std::process::ExitCode;

#[derive(Args)]
#[command(args_conflicts_with_subcommands = true)]
pub struct RigArguments {
    #[command(subcommand)]
    task: Option<RigTask>,
    /// The production’s file
    #[arg(required = true)]
    file: Option<PathBuf>,
    /// The build, by name or id; the first where not said
    #[arg(long)]
    build: Option<String>,
    /// The unit, by its id; the first rig where not said
    #[arg(long)]
    unit: Option<String>,
}

#[derive(Subcommand)]
enum RigTask {
    /// What comes off and goes on to make one build of another
    Change(ChangeArguments),
    /// How a build goes into its cases
    Bags(BagsArguments),
}

#[derive(Args)]
struct ChangeArguments {
    /// The production’s file
    file: PathBuf,
    /// The build that stands, by name or id
    #[arg(long)]
    from: String,
    /// The build that is wanted
    #[arg(long)]
    to: String,
}

#[derive(Args)]
struct BagsArguments {
    /// The production’s file
    file: PathBuf,
    /// The build, by name or id; the first where not said
    #[arg(long)]
    build: Option<String>,
}

#[derive(Serialize)]
struct Centre {
    x: f64,
    y: f64,
    z: f64,
}

#[derive(Serialize)]
struct RigAnswer<'a> {
    mass_g: f64,
    centre_mm: Centre,
    parts: Vec<Part<'a>>,
    holds: Vec<Hold<'a>>,
    stands: Option<bool>,
    tips_at_degrees: Option<f64>,
    joints: Vec<JointLine<'a>>,
    cables: Vec<CableLine<'a>>,
    steps: &'a [StepReport],
    tools: &'a [String],
    waiting: &'a [String],
}

#[derive(Serialize)]
struct Part<'a> {
    id: &'a str,
    name: &'a str,
    item: &'a str,
    grams: Option<u32>,
    onto: Option<&'a str>,
}

#[derive(Serialize)]
struct Hold<'a> {
    by: &'a str,
    kind: &'a str,
    tilt_degrees: Option<f64>,
    lean_degrees: Option<f64>,
    force_n: Option<f64>,
    ahead_mm: f64,
}

#[derive(Serialize)]
struct JointLine<'a> {
    at: &'a str,
    moment_nm: f64,
    twist_nm: f64,
    guide_nm: f64,
    turns: bool,
}

#[derive(Serialize)]
struct CableLine<'a> {
    cable: &'a str,
    needs_mm: f64,
    has_mm: f64,
}

fn answer(rig: &RigReport) -> RigAnswer<'_> {
    let parts = rig.figures.parts.iter().map(|part| Part {
        id: &part.id,
        name: &part.name,
        item: &part.item,
        grams: part.grams,
        onto: part.onto.as_deref(),
    });
    let holds = rig.figures.holds.iter().map(|hold| Hold {
        by: &hold.by,
        kind: hold.kind,
        tilt_degrees: hold.tilt_degrees,
        lean_degrees: hold.lean_degrees,
        force_n: hold.force_n,
        ahead_mm: hold.ahead_mm,
    });
    let joints = rig.figures.joints.iter().map(|joint| JointLine {
        at: &joint.at,
        moment_nm: joint.moment_nm,
        twist_nm: joint.twist_nm,
        guide_nm: joint.guide_nm,
        turns: joint.turns,
    });
    let cables = rig.figures.cables.iter().map(|cable| CableLine {
        cable: &cable.cable,
        needs_mm: cable.needs_mm,
        has_mm: cable.has_mm,
    });
    RigAnswer {
        mass_g: rig.figures.mass_g,
        centre_mm: Centre {
            x: rig.figures.centre_mm.x,
            y: rig.figures.centre_mm.y,
            z: rig.figures.centre_mm.z,
        },
        parts: parts.collect(),
        holds: holds.collect(),
        stands: rig.figures.stands,
        tips_at_degrees: rig.figures.tips_at_degrees,
        joints: joints.collect(),
        cables: cables.collect(),
        steps: &rig.steps,
        tools: &rig.tools,
        waiting: &rig.waiting,
    }
}

pub fn rig(arguments: &RigArguments, json: bool) -> Outcome {
    match &arguments.task {
        Some(RigTask::Change(change)) => return tell_change(change, json),
        Some(RigTask::Bags(asked)) => return tell_bags(asked, json),
        None => {}
    }
    let Some(file) = &arguments.file else {
        return Err(Failure("a production’s file is wanted".into()));
    };
    let production = files::read(file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), file)?;
    let report = rigs_report(&production, &build.id, Catalogue::shipped());
    let report = report.ok_or_else(|| Failure(format!("there is no build “{}”", build.id)))?;
    let wanted = arguments.unit.as_deref();
    if let Some(unit) = wanted.filter(|unit| !build.units.iter().any(|known| known.id == **unit)) {
        let known: Vec<&str> = build.units.iter().map(|unit| unit.id.as_str()).collect();
        let known = known.join(", ");
        return Err(Failure(format!(
            "there is no unit “{unit}” in this build: it has {known}"
        )));
    }
    let mut rigs = report.rigs.iter();
    let found = rigs.find(|rig| wanted.is_none_or(|unit| rig.figures.unit == unit));
    let Some(rig) = found else {
        return Err(Failure("nothing is mounted there yet".into()));
    };
    if json {
        say!("{}", serde_json::to_string(&answer(rig))?);
    } else {
        tell(rig);
    }
    Ok(ExitCode::SUCCESS)
}

fn tell(rig: &RigReport) {
    let (built, rig) = (rig, &rig.figures);
    say!(
        "{}: {:.1} kg, centre {} mm right, {} up, {} forward of the mount",
        rig.name,
        rig.mass_g / 1_000.0,
        rig.centre_mm.x,
        rig.centre_mm.y,
        rig.centre_mm.z
    );
    for part in &rig.parts {
        let by = part
            .by
            .as_ref()
            .map_or_else(String::new, |by| format!(", {by}"));
        say!("{}{}{by}", "  ".repeat(part.depth + 1), part.name);
    }
    for hold in &rig.holds {
        say!("{}: {}", hold.name, hold.says);
    }
    for sentence in rig.rods.iter().chain(&rig.optics).chain(&rig.open) {
        say!("{sentence}");
    }
    steps(&built.steps);
    say!("{}, with {}", built.takes, with(&built.tools));
    if !built.waiting.is_empty() {
        say!(
            "No possible order of assembly for {}",
            built.waiting.join(", ")
        );
    }
}

fn with(tools: &[String]) -> String {
    if tools.is_empty() {
        "no tool".into()
    } else {
        tools.join(", ")
    }
}

fn steps(steps: &[StepReport]) {
    for step in steps {
        let care = step
            .care
            .as_ref()
            .map_or_else(String::new, |care| format!("; {care}"));
        say!(
            "{:>3}. {}: {}, {}{care}",
            step.number,
            step.act,
            step.place,
            step.tool
        );
    }
}

fn tell_change(arguments: &ChangeArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let from = files::build_of(&production, Some(&arguments.from), &arguments.file)?;
    let to = files::build_of(&production, Some(&arguments.to), &arguments.file)?;
    let change = build_change(&production, (&from.id, &to.id), Catalogue::shipped());
    let change: BuildChange = change.unwrap_or_default();
    if json {
        say!("{}", serde_json::to_string(&change)?);
    } else {
        steps(&change.steps);
        say!("{}", change.takes);
    }
    Ok(ExitCode::SUCCESS)
}

fn tell_bags(arguments: &BagsArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), &arguments.file)?;
    let found = bags(&production, &build.id, Catalogue::shipped());
    let found = found.ok_or_else(|| Failure(format!("there is no build “{}”", build.id)))?;
    if json {
        say!("{}", serde_json::to_string(&found)?);
        return Ok(ExitCode::SUCCESS);
    }
    for case in &found.cases {
        let hire = if case.to_hire { ", to hire" } else { "" };
        say!(
            "{}. {}: {} kg{hire}",
            case.number,
            case.name,
            case.kilograms
        );
        for piece in &case.pieces {
            let on_top = if piece.on_top { ", on top" } else { "" };
            say!(
                "  {:>2}. {}: {}{on_top}",
                piece.number,
                piece.name,
                piece.lies
            );
        }
    }
    for sentence in found.left.iter().chain(&found.open) {
        say!("{sentence}");
    }
    if !found.by_hand.is_empty() {
        say!("By hand: {}", found.by_hand.join(", "));
    }
    Ok(ExitCode::SUCCESS)
}
