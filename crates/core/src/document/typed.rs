//! Commands as people type them: `a.sdi1 > dir.sdi rg6 70 m`, `cut dir.sdi`, `format UHD 50p`,
//! `add ashgill-5 as Focus to a`. With completion.

use super::{Build, Command, Connection, PortRef, Production};
use crate::catalogue::{Catalogue, Direction};
use crate::quantity::Length;
use serde::Serialize;
use utoipa::ToSchema;

/// A typed line, understood.
#[derive(Debug, Clone, PartialEq)]
pub struct Typed {
    /// What it asks for.
    pub commands: Vec<Command>,
}

/// A typed line that wasn't understood, and what is accepted there.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{0}")]
pub struct Misread(pub String);

/// One way to go on with a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Completion {
    /// The line, completed this far.
    pub line: String,
    /// What the completed part is: *SDI 1 of A camera*.
    pub says: String,
}

const ACCEPTED: &str =
    "type a connection (a.sdi1 > dir.sdi), cut dir.sdi, format UHD 25p, or add a device";

/// Reads a line typed for a build.
pub fn read_line(
    line: &str,
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
) -> Result<Typed, Misread> {
    let line = line.trim();
    if let Some((from, to)) = line.split_once('>') {
        return connection(from, to, build, catalogue);
    }
    let (verb, rest) = line.split_once(char::is_whitespace).unwrap_or((line, ""));
    let rest = rest.trim();
    match verb {
        "" => Err(Misread(ACCEPTED.into())),
        "cut" => cut(rest, build),
        "format" => {
            let format = rest.parse().map_err(|error| Misread(format!("{error}")))?;
            Ok(Typed {
                commands: vec![Command::SetProjectFormat { format }],
            })
        }
        "add" => add(rest, production, build, catalogue),
        _ => Err(Misread(format!(
            "“{}” isn’t something to do here: {ACCEPTED}",
            shortened(line)
        ))),
    }
}

fn shortened(text: &str) -> String {
    text.chars().take(60).collect()
}

fn port_ref(text: &str) -> Result<PortRef, Misread> {
    text.trim()
        .to_lowercase()
        .parse()
        .map_err(|error| Misread(format!("{error}")))
}

fn connection(
    from: &str,
    to: &str,
    build: &Build,
    catalogue: &Catalogue,
) -> Result<Typed, Misread> {
    let from = port_ref(from)?;
    let mut words = to.split_whitespace();
    let Some(to) = words.next() else {
        return Err(Misread(format!(
            "name the input that {from} goes to, like dir.sdi"
        )));
    };
    let to = port_ref(to)?;
    let port = |at: &PortRef, facing| {
        build
            .port(catalogue, at, facing)
            .map_err(|refusal| Misread(refusal.to_string()))
    };
    port(&from, Direction::Out)?;
    port(&to, Direction::In)?;
    let rest: Vec<&str> = words.collect();
    let (cable, rest) = match rest.split_first() {
        Some((first, rest)) if !first.starts_with(|c: char| c.is_ascii_digit()) => {
            (Some(cable(first, catalogue)?), rest)
        }
        _ => (None, rest.as_slice()),
    };
    let length: Option<Length> = match rest.join(" ") {
        text if text.is_empty() => None,
        text => Some(text.parse().map_err(|error| Misread(format!("{error}")))?),
    };
    let commands = vec![Command::Connect {
        build: build.id.clone(),
        from,
        to,
        cable,
        length,
    }];
    Ok(Typed { commands })
}

/// A cable by its id, or by the end of it: `rg6` for `coax-rg6`.
fn cable(word: &str, catalogue: &Catalogue) -> Result<String, Misread> {
    let found = catalogue.cables.iter().find(|cable| {
        cable.id == word || cable.id.split_once('-').is_some_and(|(_, end)| end == word)
    });
    found.map(|cable| cable.id.clone()).ok_or_else(|| {
        let names: Vec<&str> = catalogue
            .cables
            .iter()
            .map(|cable| cable.id.as_str())
            .collect();
        Misread(format!(
            "there is no cable “{}”; there are {}",
            shortened(word),
            names.join(", ")
        ))
    })
}

fn cut(rest: &str, build: &Build) -> Result<Typed, Misread> {
    let at = port_ref(rest)?;
    let touching = |other: &&Connection| other.to == at || other.from == at;
    let connection = build.connections.iter().find(touching);
    let connection = connection.ok_or_else(|| Misread(format!("no cable is in {at}")))?;
    let commands = vec![Command::Disconnect {
        build: build.id.clone(),
        connection: connection.id.clone(),
    }];
    Ok(Typed { commands })
}

fn add(
    rest: &str,
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
) -> Result<Typed, Misread> {
    let (rest, unit) = match rest.rsplit_once(" to ") {
        Some((rest, unit)) => (rest, Some(unit.trim())),
        None => (rest, None),
    };
    let (id, name) = match rest.split_once(" as ") {
        Some((id, name)) => (id.trim(), Some(name.trim().to_string())),
        None => (rest.trim(), None),
    };
    let device = catalogue.device(id).ok_or_else(|| {
        let held: Vec<&str> = production
            .kit
            .iter()
            .map(|line| line.item.as_str())
            .filter(|id| catalogue.device(id).is_some())
            .collect();
        Misread(format!(
            "there is no device “{}” in the catalogue; the kit holds {}",
            shortened(id),
            held.join(", ")
        ))
    })?;
    let found = match unit {
        None => build.units.first(),
        Some(unit) => build
            .units
            .iter()
            .find(|other| other.id == unit || other.name.eq_ignore_ascii_case(unit)),
    };
    let unit = found.ok_or_else(|| {
        let names: Vec<&str> = build.units.iter().map(|unit| unit.id.as_str()).collect();
        Misread(format!(
            "there is no such unit; there are {}",
            names.join(", ")
        ))
    })?;
    let (build, unit, device) = (build.id.clone(), unit.id.clone(), device.id.clone());
    Ok(Typed {
        commands: vec![Command::AddDevice {
            build,
            device,
            unit,
            name,
            handle: None,
        }],
    })
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
    let mut found = if let Some((from, typed)) = line.split_once('>') {
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
    };
    found.truncate(MOST);
    found
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
