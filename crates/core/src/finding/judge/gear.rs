//! What a device's modes, raw, HDMI's give and take, and small sockets do to a picture.

use crate::catalogue::Condition;
use crate::finding::codes::Code;
use crate::finding::words::list;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::{Problem, giving};

pub fn of_gear(facts: &Facts, problem: &Problem) -> Finding {
    use Severity::{Caution, Note, Stop};
    match problem {
        Problem::SwitchedOff { port, mode } => {
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
            let when: Vec<String> = mode.when.iter().map(Condition::to_string).collect();
            let reason = format!(
                "What an output gives depends on what else its device does: here {}.",
                list(&when)
            );
            let mut finding =
                Finding::on_device(facts, Code::SwitchedOff, Stop, node.placement, text, reason);
            finding.id = format!("{}@{}", Code::SwitchedOff, facts.floor.name(*port));
            finding
                .with(facts, || fix::other_output(facts, *port))
                .with(facts, || fix::leave_mode(facts, node.placement, mode))
        }
        Problem::KeepsRate {
            port,
            wanted,
            comes,
        } => {
            let placement = facts.floor.ports[*port].placement;
            let text = format!(
                "{} is set to {wanted}; {} comes in, and a scaler keeps its {} frames a second.",
                facts.port(*port),
                comes.frame(),
                comes.rate
            );
            let reason =
                "Another frame rate needs a converter that makes, repeats or drops frames.";
            let mut finding =
                Finding::on_device(facts, Code::KeepsRate, Stop, placement, text, reason);
            finding.id = format!("{}@{}", Code::KeepsRate, facts.floor.name(*port));
            finding.with(facts, || fix::keep_rate(facts, *port, *comes))
        }
        Problem::FellBack {
            connection,
            wanted,
            given,
        } => {
            let (from, to) = facts.ends(*connection);
            let text =
                format!("{from} sends {given}, not {wanted}: {to} takes no more of that frame.");
            let reason =
                "An HDMI source reads what its sink takes and gives way in sampling and depth.";
            Finding::on_connection(facts, Code::FellBack, Note, *connection, text, reason)
        }
        Problem::RawNotTaken { connection } => {
            let link = facts.floor.standing(*connection);
            let (from, to) = facts.ends(*connection);
            let origin = facts.resolved.signals[link.from]
                .picture
                .map(|picture| picture.origin);
            let name = origin.and_then(|origin| facts.floor.output_setting(origin)?.raw.as_deref());
            let text = format!(
                "{from} sends “{}”, which {to} doesn’t name.",
                name.unwrap_or("raw")
            );
            let reason = "Sensor raw is a private protocol in a standard wire: both ends name the same one, or there is no picture.";
            Finding::on_connection(facts, Code::RawNotTaken, Stop, *connection, text, reason)
                .with(facts, || {
                    origin.map(|origin| fix::picture_not_raw(facts, origin))
                })
        }
        Problem::Strain { connection } => {
            let link = facts.floor.standing(*connection);
            let sockets =
                [link.from, link.to].map(|port| (port, facts.floor.ports[port].port.connector));
            let delicate = sockets.into_iter().find(|(_, socket)| socket.is_delicate());
            let Some((port, socket)) = delicate else {
                unreachable!("a strained cable is in a small socket")
            };
            let text = format!(
                "The plug in {} ({socket}) isn’t held by a clamp.",
                facts.port(port)
            );
            let reason = "A pull on the cable breaks the small socket on the camera’s board sooner than the plug.";
            Finding::on_connection(facts, Code::Strain, Caution, *connection, text, reason)
                .with(facts, || fix::clamp(facts, *connection, socket))
        }
        Problem::Deinterlaced { port, comes, given } => {
            let placement = facts.floor.ports[*port].placement;
            let text = format!(
                "{} makes {} of the {} that comes in.",
                facts.port(*port),
                given.frame(),
                comes.frame()
            );
            let reason = "Fields become whole frames: motion is half as fine from there on, and recording it keeps no fields.";
            let mut finding =
                Finding::on_device(facts, Code::Deinterlaced, Note, placement, text, reason);
            finding.id = format!("{}@{}", Code::Deinterlaced, facts.floor.name(*port));
            finding
        }
        _ => unreachable!("other problems are other rooms’"),
    }
}
