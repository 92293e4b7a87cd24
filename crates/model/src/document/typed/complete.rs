//! Ways to go on with a line.

use super::VERBS;
use super::connection::port_ref;
use crate::catalogue::{Catalogue, Direction};
use crate::document::{Build, PortRef, Production};
use serde::Serialize;
use utoipa::ToSchema;

/// One way to go on with a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Completion {
    /// The line, completed this far.
    pub line: String,
    /// What the completed part is: *SDI 1 of A camera*.
    pub says: String,
}

/// Ways to go on with a line, at most twelve, those that fit best first: inputs of the same wire
/// and still free come before the others.
pub fn complete(
    line: &str,
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
) -> Vec<Completion> {
    const MOST: usize = 12;
    let mut found = begun(line);
    found.extend(if let Some((from, typed)) = line.split_once('>') {
        let output = port_ref(from)
            .ok()
            .and_then(|at| build.port(catalogue, &at, Direction::Out).ok());
        let mut inputs = ports(build, catalogue, Direction::In, typed.trim());
        inputs.sort_by_key(|(at, says, port)| {
            let taken = build
                .connections
                .iter()
                .any(|connection| connection.to == *at);
            (
                taken,
                output.is_some_and(|output| output.wire != port.wire),
                says.clone(),
            )
        });
        // Inputs of another wire are offered only where there is nothing better.
        if let Some(wire) = output
            .map(|output| output.wire)
            .filter(|wire| inputs.iter().any(|(.., port)| port.wire == *wire))
        {
            inputs.retain(|(.., port)| port.wire == wire);
        }
        let from = from.trim();
        inputs
            .into_iter()
            .map(|(at, says, _)| Completion {
                line: format!("{from} > {at}"),
                says,
            })
            .collect()
    } else if let Some(typed) = line.trim_start().strip_prefix("cut ") {
        let cables = build
            .connections
            .iter()
            .filter(|connection| connection.to.to_string().starts_with(typed.trim()));
        cables
            .map(|cable| Completion {
                line: format!("cut {}", cable.to),
                says: format!("{} > {}", cable.from, cable.to),
            })
            .collect()
    } else if let Some(typed) = line.trim_start().strip_prefix("add ") {
        let mut found: Vec<_> = catalogue
            .devices
            .iter()
            .filter(|device| contains(&device.id, typed) || contains(&device.name, typed))
            .collect();
        found.sort_by_key(|device| {
            production.owned(&device.id, None) <= build.devices_used(&device.id)
        });
        found
            .into_iter()
            .map(|device| Completion {
                line: format!("add {}", device.id),
                says: device.name.clone(),
            })
            .collect()
    } else {
        let outputs = ports(build, catalogue, Direction::Out, line.trim());
        let free = |at: &PortRef| {
            !build
                .connections
                .iter()
                .any(|connection| connection.from == *at)
        };
        let mut found: Vec<_> = outputs.into_iter().filter(|(at, ..)| free(at)).collect();
        found.sort_by(|a, b| a.0.cmp(&b.0));
        found
            .into_iter()
            .map(|(at, says, _)| Completion {
                line: format!("{at} > "),
                says,
            })
            .collect::<Vec<_>>()
    });
    found.truncate(MOST);
    found
}

/// Words that a line can begin with, and how it is written on.
fn begun(line: &str) -> Vec<Completion> {
    let typed = line.trim_start();
    if typed.is_empty() || typed.contains('.') || typed.contains('>') {
        return Vec::new();
    }
    let fitting = VERBS.iter().filter(|verb| {
        let whole = typed.starts_with(verb.word) && typed[verb.word.len()..].starts_with(' ');
        verb.word.starts_with(typed) || whole && typed.trim_end() == verb.word
    });
    fitting
        .map(|verb| Completion {
            line: format!("{} ", verb.word),
            says: format!("{}: {}", verb.usage, verb.does),
        })
        .collect()
}

fn contains(text: &str, typed: &str) -> bool {
    text.to_lowercase().contains(&typed.trim().to_lowercase())
}

/// Ports that face one way and whose reference or device's name begins with, or holds, what was typed.
fn ports<'c>(
    build: &Build,
    catalogue: &'c Catalogue,
    facing: Direction,
    typed: &str,
) -> Vec<(PortRef, String, &'c crate::catalogue::Port)> {
    let mut found = Vec::new();
    for placement in &build.placements {
        let Some(device) = catalogue.device(&placement.device) else {
            continue;
        };
        for port in device.ports_facing(facing) {
            let at = PortRef::new(&placement.id, &port.id);
            if at.to_string().starts_with(&typed.to_lowercase())
                || (!typed.is_empty() && contains(&placement.name, typed))
            {
                found.push((at, format!("{} of {}", port.name, placement.name), port));
            }
        }
    }
    found
}
