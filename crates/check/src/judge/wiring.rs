//! What is plugged where it can't be, or isn't there, as findings.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, Severity, fix};
use engine::path::{ConnectionIx, PortIx, WiringProblem};

pub fn of_wiring(facts: &Facts, problem: &WiringProblem) -> Finding {
    use Severity::{Caution, Stop};
    match problem {
        WiringProblem::UnknownDevice { placement } => {
            let entry = &facts.floor.build.placements[*placement].device;
            let text = format!(
                "{} is a “{entry}”, which isn’t in the catalogue.",
                facts.device(*placement)
            );
            let reason =
                "Without its description nothing can be said about what it takes or gives.";
            facts
                .finding(
                    Code::UnknownDevice,
                    Stop,
                    At::Device(*placement),
                    text,
                    reason,
                )
                .with(facts, || [fix::remove_device(facts, *placement)])
        }
        WiringProblem::NoSuchPort { connection } => bad_connection(
            facts,
            *connection,
            "names a port that isn’t there, or runs the wrong way",
        ),
        WiringProblem::SecondCable { connection } => second_cable(facts, *connection),
        WiringProblem::SharedSocket { connection } => bad_connection(
            facts,
            *connection,
            "wants a socket that is in use: two things go through it, one at a time",
        ),
        WiringProblem::UnknownCable { connection } => {
            bad_connection(facts, *connection, "is a cable that isn’t in the catalogue")
        }
        WiringProblem::OtherWire { connection } => other_wire(facts, *connection),
        WiringProblem::WrongCable { connection } => {
            let link = facts.floor.link(*connection);
            let (output, input) = (
                facts.floor.ports[link.from].port,
                facts.floor.ports[link.to].port,
            );
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "{} doesn’t go from {from} ({}) to {to} ({}).",
                link.cable.name, output.connector, input.connector
            );
            let [first, second] = link.cable.ends;
            let reason = if link.cable.one_way
                && [second, first] == [output.connector, input.connector]
            {
                format!(
                    "It is laid backwards: it carries one way, from its {first} to its {second}. Turn it round where the plugs allow, or run one that goes the other way."
                )
            } else {
                format!("Its ends are {first} and {second}; the sizes aren’t interchangeable.")
            };
            facts
                .stop(Code::WrongCable, At::Cable(*connection), text, reason)
                .with(facts, || fix::right_cable(facts, *connection))
        }
        WiringProblem::Strain { connection, port } => {
            let socket = facts.floor.ports[*port].port.connector;
            let text = format!(
                "The plug in {} ({socket}) isn’t held by a clamp.",
                facts.port(*port)
            );
            let reason = "A pull on the cable breaks the small socket on the camera’s board sooner than the plug.";
            facts
                .finding(Code::Strain, Caution, At::Cable(*connection), text, reason)
                .with(facts, || fix::clamp(facts, *connection, socket))
        }
    }
}

/// A second cable in one socket; over the air, a receiver that is paired twice.
fn second_cable(facts: &Facts, connection: ConnectionIx) -> Finding {
    let cable = &facts.floor.build.connections[connection];
    let known = facts.floor.catalogue.cable(&cable.cable);
    if !known.is_some_and(|cable| cable.is_air()) {
        return bad_connection(facts, connection, "is the second cable in one socket");
    }
    let device = |handle: &str| {
        let placement = facts.floor.placement(handle);
        placement.map_or_else(|| handle.to_string(), |at| facts.device(at).to_string())
    };
    let text = format!(
        "{} is paired a second time, with {}: it hears one transmitter.",
        device(&cable.to.device),
        device(&cable.from.device)
    );
    let reason = "The first pairing holds. A receiver that is switched over in a take shows nothing for seconds.";
    facts
        .stop(Code::BadConnection, At::Cable(connection), text, reason)
        .with(facts, || [fix::disconnect(facts, connection)])
}

fn other_wire(facts: &Facts, connection: ConnectionIx) -> Finding {
    let link = facts.floor.link(connection);
    let (from, to) = facts.ends(connection);
    let wire = |port: PortIx| facts.floor.ports[port].port.wire;
    let text = format!(
        "{from} sends {}, {to} takes {}.",
        wire(link.from),
        wire(link.to)
    );
    let reason = "Different wires need a converter, not an adapter.";
    facts
        .stop(Code::OtherWire, At::Cable(connection), text, reason)
        .with(facts, || fix::right_socket(facts, connection))
        .with(facts, || fix::converter(facts, connection))
}

fn bad_connection(facts: &Facts, connection: ConnectionIx, what: &str) -> Finding {
    let cable = &facts.floor.build.connections[connection];
    let text = format!("The connection {} > {} {what}.", cable.from, cable.to);
    let finding = facts.stop(
        Code::BadConnection,
        At::Cable(connection),
        text,
        "It carries nothing.",
    );
    finding.with(facts, || {
        let mut fixes = fix::second_outlet(facts, connection);
        fixes.push(fix::disconnect(facts, connection));
        fixes
    })
}
