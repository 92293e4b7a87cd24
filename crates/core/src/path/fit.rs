//! Which inputs an output can feed, in order of fit, and why the others can't take it.

use super::load::port_takes_rate;
use super::{Floor, PortIx, Resolved};
use crate::carriage::connector::Wire;
use crate::carriage::sdi::Level;
use crate::catalogue::Direction;

/// An input, seen from an output.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Candidate {
    /// The input.
    pub port: PortIx,
    /// Whether it can take what the output gives, as it is.
    pub fits: bool,
    /// The reason, in words.
    pub reason: String,
}

/// Every input of the floor for one output: those that fit first, in the order of the build.
pub fn candidates(floor: &Floor, resolved: &Resolved, output: PortIx) -> Vec<Candidate> {
    let inputs =
        (0..floor.ports.len()).filter(|port| floor.ports[*port].port.direction == Direction::In);
    let other = inputs.filter(|port| floor.ports[*port].placement != floor.ports[output].placement);
    let mut found: Vec<(u8, Candidate)> = other
        .map(|port| match obstacle(floor, resolved, output, port) {
            None => (
                0,
                Candidate {
                    port,
                    fits: true,
                    reason: takes(floor, resolved, output, port),
                },
            ),
            Some((rank, reason)) => (
                rank,
                Candidate {
                    port,
                    fits: false,
                    reason,
                },
            ),
        })
        .collect();
    found.sort_by_key(|(rank, candidate)| (*rank, candidate.port));
    found.into_iter().map(|(_, candidate)| candidate).collect()
}

/// Why an input can't take an output as it is, with a rank: what is nearest to fitting first.
fn obstacle(
    floor: &Floor,
    resolved: &Resolved,
    output: PortIx,
    input: PortIx,
) -> Option<(u8, String)> {
    let (from, to) = (floor.ports[output].port, floor.ports[input].port);
    if from.wire != to.wire {
        return Some((4, format!("takes {}, not {}", to.wire, from.wire)));
    }
    if let Some(number) = floor.into[input] {
        let taken = floor.name(floor.standing(number).from);
        return Some((3, format!("has a lead already, from {taken}")));
    }
    let lead =
        floor.catalogue.leads.iter().find(|lead| {
            lead.joins(from.connector, to.connector) && lead.wires.contains(&from.wire)
        });
    if lead.is_none() {
        return Some((
            3,
            format!("no lead goes from {} to {}", from.connector, to.connector),
        ));
    }
    let picture = resolved.signals[output].picture?;
    if !port_takes_rate(to, picture.format) {
        let most = match to.wire {
            Wire::Hdmi => to.hdmi.map(|generation| format!("HDMI {generation}")),
            _ => to.sdi.as_ref().map(|sdi| sdi.class.to_string()),
        };
        let most = most.unwrap_or_else(|| to.wire.to_string());
        return Some((
            1,
            format!(
                "takes {} on {most}, not {}",
                to.formats.in_words(),
                picture.format
            ),
        ));
    }
    if !to.formats.hold(picture.format) {
        return Some((
            1,
            format!("takes {}, not {}", to.formats.in_words(), picture.format),
        ));
    }
    let knows = |level: &Level| to.sdi.as_ref().is_none_or(|sdi| sdi.levels.contains(level));
    if let Some(level) = picture.level.filter(|level| !knows(level)) {
        return Some((2, format!("doesn’t take level {level} on 3G")));
    }
    None
}

fn takes(floor: &Floor, resolved: &Resolved, output: PortIx, input: PortIx) -> String {
    match resolved.signals[output].picture {
        Some(picture) => format!("takes {}", picture.format),
        None => format!("takes {}", floor.ports[input].port.wire),
    }
}
