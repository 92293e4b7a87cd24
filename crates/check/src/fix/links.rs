//! Pictures over several links, put right.

use super::output::change_output;
use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx, grouped, mappings};
use model::document::Command;
use units::quantity::Length;

/// The output where the picture that a connection carries part of begins.
fn origin(facts: &Facts, connection: ConnectionIx) -> Option<PortIx> {
    let link = facts.floor.link(connection);
    Some(facts.resolved.signals[link.from].picture?.origin)
}

/// Sends the whole picture on one link.
pub fn one_link(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let origin = origin(facts, connection)?;
    Some(change_output(facts, origin, "one link", |setting| {
        setting.links = None
    }))
}

/// Connects the links that are missing, where their outputs and inputs are free.
pub fn missing_links(facts: &Facts, connection: ConnectionIx, missing: &[u8]) -> Option<Fix> {
    let floor = facts.floor;
    let outputs = grouped(floor, origin(facts, connection)?);
    let inputs = grouped(facts.floor, floor.link(connection).to);
    let run = &floor.build.connections[connection];
    let mut commands = Vec::new();
    for number in missing {
        let (output, input) = (
            *outputs.get(usize::from(*number))?,
            *inputs.get(usize::from(*number))?,
        );
        if floor.occupied[output] || floor.occupied[input] {
            return None;
        }
        commands.push(Command::Connect {
            build: build(facts),
            from: floor.name(output),
            to: floor.name(input),
            cable: Some(run.cable.clone()),
            length: Some(run.length),
        });
    }
    let title = format!(
        "Connect the missing links with {} of the same cable each",
        run.length
    );
    Some(Fix::new(title, commands))
}

/// Runs every link of a picture to the input of its number.
pub fn links_in_order(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let inputs = grouped(facts.floor, floor.link(connection).to);
    let mut ends = Vec::new();
    for input in &inputs {
        let Some(cable) = floor.into[*input] else {
            continue;
        };
        let link = floor.link(cable);
        let leg = facts.resolved.signals[link.from].picture?.leg?;
        ends.push((leg.number, cable, link.from));
    }
    let disconnects = ends.iter().map(|(_, cable, _)| Command::Disconnect {
        build: build(facts),
        connection: floor.build.connections[*cable].id.clone(),
    });
    let mut commands: Vec<Command> = disconnects.collect();
    for (number, cable, output) in &ends {
        let run = &floor.build.connections[*cable];
        commands.push(Command::Connect {
            build: build(facts),
            from: floor.name(*output),
            to: floor.name(*inputs.get(usize::from(*number))?),
            cable: Some(run.cable.clone()),
            length: Some(run.length),
        });
    }
    let title = "Run each link to the input of its number";
    Some(Fix::new(title, commands))
}

/// Spreads the picture in a way that both ends know.
pub fn other_mapping(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let origin = origin(facts, connection)?;
    let taken = mappings(floor, floor.link(connection).to);
    let mut sent = mappings(floor, origin).iter();
    let mapping = *sent.find(|mapping| taken.contains(mapping))?;
    Some(change_output(
        facts,
        origin,
        &mapping.to_string(),
        |setting| setting.mapping = Some(mapping),
    ))
}

/// Cables of one length for every link: the longest that is there.
pub fn equal_links(facts: &Facts, connection: ConnectionIx, longest: Length) -> Option<Fix> {
    let floor = facts.floor;
    let inputs = grouped(facts.floor, floor.link(connection).to);
    let cables = inputs.iter().filter_map(|input| floor.into[*input]);
    let shorter = cables.filter(|cable| floor.build.connections[*cable].length < longest);
    let commands: Vec<Command> = shorter
        .map(|cable| {
            let run = &floor.build.connections[cable];
            Command::SetCable {
                build: build(facts),
                connection: run.id.clone(),
                cable: None,
                length: Some(longest),
            }
        })
        .collect();
    (!commands.is_empty())
        .then(|| Fix::new(format!("Use cables of {longest} for every link"), commands))
}
