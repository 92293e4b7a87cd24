//! Problems of the path and of recordings, as findings.

mod air;
mod care;
mod carriage;
mod clocks;
mod day;
mod flow;
mod house;
mod idle;
mod links;
mod needs;
mod output;
mod power;
mod recording;
mod reference;
mod rig;
mod settings;
mod sound;
mod time;
mod wiring;

pub use care::meeting;
pub use rig::{left_open, severities};

use crate::{Facts, Finding};
use engine::path::Problem;
use recording::{of_recording, unknown_codecs};
use runtime::cores::{both, each};
use rustc_hash::FxHashMap;
use std::cmp::Reverse;

/// Everything that the check has to say: stops first, and of them what the most screens and recorders
/// hang on.
pub fn findings(facts: &Facts) -> Vec<Finding> {
    let (mut found, (built, rest)) = both(
        || of_path_and_recordings(facts),
        || {
            both(
                || judged(facts, &[power::judge, rig::judge]),
                || judged(facts, REST),
            )
        },
    );
    found.extend(built);
    found.extend(rest);
    let reach = Reach::of(facts);
    // What the most screens and recorders hang on is mended first; else the order of the build stays.
    found.sort_by_cached_key(|finding| {
        (
            !finding.code.destroys(),
            Reverse(finding.severity),
            Reverse(reach.behind(facts, finding)),
        )
    });
    number_namesakes(&mut found);
    found
}

type Judge = fn(&Facts, &mut Vec<Finding>);

/// What is judged after paths, power and rigs.
const REST: &[Judge] = &[
    time::judge,
    clocks::judge,
    reference::judge,
    care::judge,
    idle::judge,
    sound::judge,
    settings::judge,
    day::judge,
    house::judge,
];

fn judged(facts: &Facts, judges: &[Judge]) -> Vec<Finding> {
    let mut found = Vec::new();
    for judge in judges {
        judge(facts, &mut found);
    }
    found
}

/// What propagation and recordings have met, and needs that aren’t answered.
fn of_path_and_recordings(facts: &Facts) -> Vec<Finding> {
    let problems = &facts.resolved.problems;
    let mut found = each(problems.len(), |number| of_path(facts, &problems[number]));
    // In the order of the build, whichever way the signals were followed.
    found.sort_by_cached_key(|finding| {
        let device = finding.at.device.as_deref();
        let place = device.and_then(|device| facts.floor.placement(device));
        (finding.code.area(), place)
    });
    for recording in facts.recordings {
        let problems = recording.problems.iter();
        found.extend(problems.map(|problem| of_recording(facts, recording, problem)));
    }
    found.extend(unknown_codecs(facts));
    needs::judge(facts, &mut found);
    found
}

/// How many screens and recorders get their picture through each port.
struct Reach<'a> {
    through: Vec<usize>,
    connections: FxHashMap<&'a str, usize>,
}

impl<'a> Reach<'a> {
    fn of(facts: &Facts<'_, 'a>) -> Self {
        let resolved = facts.resolved;
        let mut through = vec![0_usize; facts.floor.ports.len()];
        for arrival in &resolved.arrivals {
            if let Some(input) = arrival.input {
                through[input] += 1;
            }
        }
        // From the screens back to the lens: every port comes before all that feed it.
        for &port in resolved.order.iter().rev() {
            let behind = through[port];
            // What stops a picture takes nothing away from what hangs on its cable.
            let before = resolved.picture_from[port].or_else(|| {
                let number = facts.floor.into[port]?;
                Some(facts.floor.link(number).from)
            });
            if let Some(before) = before {
                through[before] = through[before].saturating_add(behind);
            }
        }
        let connections = facts.floor.build.connections.iter().enumerate();
        Self {
            through,
            connections: connections
                .map(|(number, connection)| (connection.id.as_str(), number))
                .collect(),
        }
    }

    /// How many hang on what a finding is about.
    fn behind(&self, facts: &Facts, finding: &Finding) -> usize {
        let floor = facts.floor;
        if let Some(id) = &finding.at.connection {
            let number = self.connections.get(id.as_str());
            let link = number.and_then(|number| floor.links[*number]);
            return link.map_or(0, |link| self.through[link.to]);
        }
        let placement = finding.at.device.as_deref();
        let placement = placement.and_then(|handle| floor.placement(handle));
        placement.map_or(0, |placement| {
            let ports = floor.ports_of(placement);
            ports.map(|port| self.through[port]).max().unwrap_or(0)
        })
    }
}

/// What propagation has met, as a finding.
fn of_path(facts: &Facts, problem: &Problem) -> Finding {
    match problem {
        Problem::Wiring(problem) => wiring::of_wiring(facts, problem),
        Problem::Carriage(problem) => carriage::of_carriage(facts, problem),
        Problem::Output(problem) => output::of_output(facts, problem),
        Problem::Links(problem) => links::of_links(facts, problem),
        Problem::Air(problem) => air::of_air(facts, problem),
        Problem::Flow(problem) => flow::of_flow(facts, problem),
        Problem::Timecode(problem) => time::of_timecode(facts, problem),
    }
}

/// Two findings of one kind at one place are told apart by a number.
fn number_namesakes(found: &mut [Finding]) {
    let mut seen: FxHashMap<String, usize> = FxHashMap::default();
    seen.reserve(found.len());
    for finding in found {
        let count = seen.entry(finding.id.clone()).or_insert(0);
        *count += 1;
        if *count > 1 {
            finding.id = format!("{}~{count}", finding.id);
        }
    }
}
