//! Where no picture begins, or none ends, as findings.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, Severity, fix};
use engine::path::FlowProblem;

/// So many ports of a circle are named.
const NAMED: usize = 24;

/// So many devices up the path are looked at for where it ends.
const LOOKED_BACK: usize = 100;

pub fn of_flow(facts: &Facts, problem: &FlowProblem) -> Finding {
    use Severity::Stop;
    match problem {
        FlowProblem::Loop { ports } => {
            let names = ports.iter().take(NAMED);
            let mut names: Vec<String> = names
                .map(|port| facts.floor.name(*port).to_string())
                .collect();
            if ports.len() > NAMED {
                names.push(format!("{} more", ports.len() - NAMED));
            }
            let placement = facts.floor.ports[ports[0]].placement;
            let text = format!("These ports feed each other in a circle: {}.", list(&names));
            let reason = "A picture has to begin somewhere; in a circle there is none.";
            facts
                .finding(Code::Loop, Stop, At::Device(placement), text, reason)
                .with(facts, || fix::open_loop(facts, ports))
        }
        FlowProblem::NothingArrives { placement } => {
            let text = format!("No picture arrives at {}.", facts.device(*placement));
            let finding = facts.finding(
                Code::NothingArrives,
                Stop,
                At::Device(*placement),
                text,
                why_nothing(facts, *placement),
            );
            finding.with(facts, || fix::feed(facts, *placement))
        }
    }
}

/// Where the path to a dark destination ends.
fn why_nothing(facts: &Facts, placement: usize) -> String {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return String::new();
    };
    let inputs = device.destination_inputs();
    let Some(mut port) = floor.chosen_input(placement, inputs) else {
        return "No cable is in any of its picture inputs.".into();
    };
    let other = inputs.iter().filter_map(|id| floor.port_of(placement, id));
    let other = other
        .filter(|input| *input != port)
        .find(|input| facts.resolved.signals[*input].picture.is_some());
    if let Some(other) = other {
        return format!(
            "It is switched to {}; a picture comes in at {}.",
            floor.ports[port].port.name, floor.ports[other].port.name
        );
    }
    for _ in 0..LOOKED_BACK {
        let Some(connection) = floor.into[port] else {
            return format!(
                "The path to it ends at {}, which has no cable.",
                facts.port(port)
            );
        };
        let output = floor.link(connection).from;
        let node = floor.ports[output];
        let path = floor.paths_to(output).next();
        match path.and_then(|path| floor.input_for(output, path)) {
            Some(input) => port = input,
            None => {
                return format!(
                    "The path to it ends at {}, which gets nothing to pass on.",
                    facts.device(node.placement)
                );
            }
        }
    }
    format!("Nothing comes to any of the {LOOKED_BACK} devices before it.")
}
