//! What an output gives other than it should, as findings.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use engine::path::{OutputProblem, giving};
use model::catalogue::Condition;

pub fn of_output(facts: &Facts, problem: &OutputProblem) -> Finding {
    match problem {
        OutputProblem::CannotGive { port, wanted } => {
            let gives = giving(facts.floor, *port).in_words();
            let text = format!("{} doesn’t give {wanted}.", facts.port(*port));
            facts
                .stop(
                    Code::CannotGive,
                    At::Port(*port),
                    text,
                    format!("It gives {gives}."),
                )
                .with(facts, || fix::follow_project(facts, *port))
        }
        OutputProblem::SwitchedOff { port, mode } => {
            let node = facts.floor.ports[*port];
            let modes = facts.floor.devices[node.placement].map_or(&[][..], |device| &device.modes);
            let Some(mode) = modes.get(*mode) else {
                unreachable!("the mode was found in this device's list")
            };
            let now = giving(facts.floor, *port);
            let text = match now.off() {
                Some(_) => format!("{} is off in the mode “{}”.", facts.port(*port), mode.name),
                None => format!(
                    "{} gives {} in the mode “{}”.",
                    facts.port(*port),
                    now.in_words(),
                    mode.name
                ),
            };
            let said = |condition: &Condition| match condition {
                // A port by its name, and not by its id.
                Condition::InUse { port } => {
                    let port = facts.floor.port_of(node.placement, port);
                    port.map_or_else(
                        || condition.to_string(),
                        |port| format!("a cable in {}", facts.floor.ports[port].port.name),
                    )
                }
                _ => condition.to_string(),
            };
            let when: Vec<String> = mode.when.iter().map(said).collect();
            let reason = format!(
                "What an output gives depends on what else its device does: here {}.",
                list(&when)
            );
            facts
                .stop(Code::SwitchedOff, At::Port(*port), text, reason)
                .with(facts, || fix::other_output(facts, *port))
                .with(facts, || fix::leave_mode(facts, node.placement, mode))
        }
        OutputProblem::KeepsRate {
            port,
            wanted,
            comes,
        } => {
            let text = format!(
                "{} is set to {wanted}; {} comes in, and a scaler keeps its {} frames a second.",
                facts.port(*port),
                comes.frame(),
                comes.rate
            );
            let reason =
                "Another frame rate needs a converter that makes, repeats or drops frames.";
            facts
                .stop(Code::KeepsRate, At::Port(*port), text, reason)
                .with(facts, || fix::keep_rate(facts, *port, *comes))
        }
        OutputProblem::Deinterlaced { port, comes, given } => {
            let text = format!(
                "{} makes {} of the {} that comes in.",
                facts.port(*port),
                given.frame(),
                comes.frame()
            );
            let reason = "Fields become whole frames: motion is half as fine from there on, and recording it keeps no fields.";
            facts.note(Code::Deinterlaced, At::Port(*port), text, reason)
        }
    }
}
