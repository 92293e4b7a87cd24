//! Runtimes, and the supply of a build.

use crate::files;
use crate::outcome::{Failure, Outcome};
use clap::Args;
use engine::power::lasts;
use model::catalogue::Catalogue;
use model::catalogue::cells::{USABLE, cold_factor};
use model::document::Handle;
use report::{PowerReport, PowerSource, report};
use serde::Serialize;
use std::path::PathBuf;
use std::process::ExitCode;
use units::quantity::{Span, WattHours, Watts};

#[derive(Args)]
pub struct RuntimeArguments {
    /// What a battery holds: 98Wh; several share the load
    #[arg(long, required = true)]
    battery: Vec<WattHours>,
    /// The share of it that is used
    #[arg(long, default_value_t = USABLE, value_parser = share)]
    usable: f64,
    /// What it still holds of what it held when new, as a share
    #[arg(long, default_value_t = 1.0, value_parser = share)]
    health: f64,
    /// The air: 20C
    #[arg(long, default_value = "20C", value_parser = celsius, allow_hyphen_values = true)]
    temperature: i8,
    /// What a load draws: 22W, or 12W@0.9 behind a regulator of nine tenths
    #[arg(long, required = true, value_parser = load)]
    load: Vec<LoadLine>,
}

#[derive(Args)]
pub struct PowerArguments {
    /// The production’s file
    file: PathBuf,
    /// The build, by name or id; the first where not said
    #[arg(long)]
    build: Option<String>,
}

/// A load with the efficiency of what stands before it.
#[derive(Clone, Copy)]
struct LoadLine {
    watts: Watts,
    efficiency: f64,
}

fn share(text: &str) -> Result<f64, String> {
    let share: Option<f64> = text.trim().parse().ok();
    share
        .filter(|share| *share > 0.0 && *share <= 1.0)
        .ok_or_else(|| format!("“{text}” isn’t a share: write it like 0.9, above 0 and up to 1"))
}

fn celsius(text: &str) -> Result<i8, String> {
    let digits = text.trim().trim_end_matches(['C', 'c', '°', ' ']);
    let degrees: Option<i8> = digits.replace('−', "-").parse().ok();
    degrees
        .filter(|degrees| (-60..=60).contains(degrees))
        .ok_or_else(|| format!("“{text}” isn’t a temperature: write it like 20C, from -60C to 60C"))
}

fn load(text: &str) -> Result<LoadLine, String> {
    let (watts, efficiency) = match text.split_once('@') {
        Some((watts, behind)) => (watts, share(behind)?),
        None => (text, 1.0),
    };
    let watts: Watts = watts.parse().map_err(|error| format!("{error}"))?;
    if watts.0 == 0 {
        return Err(format!("“{text}” draws nothing: write it like 22W"));
    }
    Ok(LoadLine { watts, efficiency })
}

#[derive(Serialize)]
struct RuntimeAnswer {
    seconds: u64,
    watts: f64,
    watt_hours: f64,
}

/// Three decimals: what a script compares.
fn thousandth(figure: f64) -> f64 {
    (figure * 1_000.0).round() / 1_000.0
}

pub fn runtime(arguments: &RuntimeArguments, json: bool) -> Outcome {
    let loads = arguments.load.iter();
    let watts: f64 = loads.map(|load| load.watts.value() / load.efficiency).sum();
    let holds: f64 = arguments
        .battery
        .iter()
        .map(|battery| battery.value())
        .sum();
    let watt_hours =
        holds * arguments.usable * arguments.health * cold_factor(arguments.temperature);
    let seconds = lasts(watt_hours, watts)
        .ok_or_else(|| Failure("so small a load lasts longer than a year".into()))?;
    if json {
        let answer = RuntimeAnswer {
            seconds,
            watts: thousandth(watts),
            watt_hours: thousandth(watt_hours),
        };
        say!("{}", serde_json::to_string(&answer)?);
    } else {
        say!(
            "{} at {watts:.1} W, from {watt_hours:.1} Wh that can be used",
            Span(seconds).label()
        );
    }
    Ok(ExitCode::SUCCESS)
}

#[derive(Serialize)]
struct PowerAnswer<'a> {
    sources: Vec<Source<'a>>,
    swaps: Vec<Swap<'a>>,
    batteries_needed: Vec<Needed<'a>>,
    joints: Vec<CableLine<'a>>,
}

#[derive(Serialize)]
struct Source<'a> {
    id: &'a str,
    watts: f64,
    peak_watts: f64,
    runtime_seconds: Option<u64>,
    /// What goes off, and what loses its picture.
    dark: Vec<&'a str>,
    still: &'a [Handle],
}

#[derive(Serialize)]
struct Swap<'a> {
    source: &'a str,
    at: &'a str,
    kind: &'a str,
    gap_seconds: u64,
}

#[derive(Serialize)]
struct Needed<'a> {
    item: &'a str,
    count: u32,
}

#[derive(Serialize)]
struct CableLine<'a> {
    at: &'a str,
    volts_min: f64,
    volts_max: f64,
    amps: f64,
    watts: f64,
    limit_watts: Option<f64>,
}

pub fn power(arguments: &PowerArguments, json: bool) -> Outcome {
    let production = files::read(&arguments.file)?.production;
    let build = files::build_of(&production, arguments.build.as_deref(), &arguments.file)?;
    let report = report(&production, &build.id, Catalogue::shipped());
    let power = report
        .ok_or_else(|| Failure(format!("there is no build “{}”", build.id)))?
        .power;
    if json {
        say!("{}", serde_json::to_string(&answer(&power))?);
    } else {
        tell(&power);
    }
    Ok(ExitCode::SUCCESS)
}

fn tell(power: &PowerReport) {
    if power.nodes.is_empty() {
        say!("No power stands on the floor.");
    }
    for node in &power.nodes {
        let joint = node.joint.as_ref().map_or_else(String::new, |joint| {
            let limit = joint
                .limit_watts
                .map_or_else(String::new, |limit| format!(" of {limit} W"));
            format!(
                ", {} to {} V, {} A, {} W{limit}",
                joint.volts_min, joint.volts_max, joint.amps, joint.watts
            )
        });
        let until = node
            .until
            .as_ref()
            .map_or_else(String::new, |until| format!(", {until}"));
        say!(
            "{}{}: {} W{joint}{until}",
            "  ".repeat(node.depth),
            node.name,
            node.watts
        );
    }
    for source in &power.sources {
        say!(
            "{}: {} at {} W. {}",
            source.name,
            source.runtime,
            source.watts,
            source.without.join(" ")
        );
    }
    for swap in &power.swaps {
        let pause = if swap.in_break {
            "in a break"
        } else {
            "in no break"
        };
        say!(
            "{} change {}, {}, {} s, {pause}",
            swap.label,
            swap.name,
            swap.kind,
            swap.gap_seconds
        );
    }
    for needed in &power.batteries {
        let carriage = needed
            .carriage
            .as_ref()
            .map_or_else(String::new, |says| format!(" ({says})"));
        say!("{} × {}{carriage}", needed.count, needed.name);
    }
}

fn dark(source: &PowerSource) -> Vec<&str> {
    let blind = source.no_picture.iter();
    let blind = blind.filter(|device| !source.dark.contains(device));
    source
        .dark
        .iter()
        .chain(blind)
        .map(|handle| handle.as_str())
        .collect()
}

fn answer(power: &PowerReport) -> PowerAnswer<'_> {
    let sources = power.sources.iter().map(|source| Source {
        id: &source.id,
        watts: source.watts,
        peak_watts: source.peak_watts,
        runtime_seconds: source.runtime_seconds,
        dark: dark(source),
        still: &source.still,
    });
    let swaps = power.swaps.iter().map(|swap| Swap {
        source: &swap.source,
        at: &swap.label,
        kind: swap.kind,
        gap_seconds: swap.gap_seconds,
    });
    let needed = power.batteries.iter().map(|needed| Needed {
        item: &needed.item,
        count: needed.count,
    });
    let joints = power.nodes.iter().filter_map(|node| node.joint.as_ref());
    let joints = joints.map(|joint| CableLine {
        at: &joint.at,
        volts_min: joint.volts_min,
        volts_max: joint.volts_max,
        amps: joint.amps,
        watts: joint.watts,
        limit_watts: joint.limit_watts,
    });
    PowerAnswer {
        sources: sources.collect(),
        swaps: swaps.collect(),
        batteries_needed: needed.collect(),
        joints: joints.collect(),
    }
}
