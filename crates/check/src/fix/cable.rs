//! Cables of the kit, or to hire, in the place of one that doesn't do.

use crate::fix::basics::{MOST, build, hired_words};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx, cable_limits};
use model::catalogue::{Cable, Direction, Port};
use model::document::{Command, Handle, KitLine};
use model::kit;
use units::quantity::Length;

/// Cables of the kit that aren't in use, at least as long as `length`, that join these sockets.
fn spare_cables<'a>(
    facts: &Facts<'_, 'a>,
    output: &Port,
    input: &Port,
    length: Length,
) -> Vec<(&'a Cable, Length)> {
    let floor = facts.floor;
    let spare = floor.production.kit.iter().filter_map(|line: &KitLine| {
        let (cable, length_held) = (floor.catalogue.cable(&line.item)?, line.length?);
        let fits =
            cable.joins(output.connector, input.connector) && cable.wires.contains(&output.wire);
        let left = line.there() > floor.build.cables_used(&line.item, length_held);
        (fits && left && length_held >= length).then_some((cable, length_held))
    });
    spare.collect()
}

pub(super) fn set_cable(
    facts: &Facts,
    connection: ConnectionIx,
    cable: &Cable,
    length: Length,
    how: &str,
) -> Fix {
    let run = &facts.floor.build.connections[connection];
    let commands = vec![Command::SetCable {
        build: build(facts),
        connection: run.id.clone(),
        cable: (cable.id != run.cable).then(|| Handle::from(&cable.id)),
        length: (length != run.length).then_some(length),
    }];
    let (from, to) = facts.ends(connection);
    let name = &cable.name;
    Fix::new(
        format!("Use {length} of {name}{how}, from {from} to {to}"),
        commands,
    )
}

/// A cable whose plugs fit: of the kit, else of the catalogue, to hire.
pub fn right_cable(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.link(connection);
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let spare = spare_cables(facts, output, input, Length(0))
        .into_iter()
        .min_by_key(|(_, spare)| (*spare < length, spare.0.abs_diff(length.0)));
    if let Some((cable, length)) = spare {
        return Some(set_cable(facts, connection, cable, length, ""));
    }
    let mut catalogue = facts.floor.catalogue.cables.iter();
    let cable = catalogue.find(|cable| {
        cable.joins(output.connector, input.connector) && cable.wires.contains(&output.wire)
    })?;
    Some(set_cable(
        facts,
        connection,
        cable,
        length,
        hired_words(true),
    ))
}

/// The same two devices joined at sockets that speak one wire: another free output, or another free input.
pub fn right_socket(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from], floor.ports[link.to]);
    let free = |placement: usize, like: &Port, direction: Direction| -> Vec<PortIx> {
        let ports = floor.ports_of(placement).filter(|port| {
            let other = floor.ports[*port].port;
            other.wire == like.wire && other.direction == direction && !floor.occupied[*port]
        });
        ports.collect()
    };
    let outputs = free(from.placement, to.port, Direction::Out).into_iter();
    let outputs = outputs.map(|output| (output, link.to));
    let inputs = free(to.placement, from.port, Direction::In).into_iter();
    let inputs = inputs.map(|input| (link.from, input));
    let joined = outputs.chain(inputs).filter_map(|(output, input)| {
        let (one, other) = (floor.ports[output].port, floor.ports[input].port);
        let joins = |cable: &&Cable| {
            cable.joins(one.connector, other.connector) && cable.wires.contains(&one.wire)
        };
        let kept = Some(link.cable).filter(|cable| joins(cable));
        let cable = kept.or_else(|| floor.catalogue.cables.iter().find(joins))?;
        let length = kit::cable_length(
            floor.production,
            floor.build,
            &cable.id,
            run.length,
            |_| 0,
            |length| u32::from(cable.id == run.cable && length == run.length),
        );
        let title = format!("Connect {} to {}", facts.port(output), facts.port(input));
        let commands = vec![
            Command::Disconnect {
                build: build(facts),
                connection: run.id.clone(),
            },
            Command::Connect {
                build: build(facts),
                from: floor.name(output),
                to: floor.name(input),
                cable: Some(Handle::from(&cable.id)),
                length: Some(length),
            },
        ];
        Some(Fix::new(title, commands))
    });
    joined.take(MOST).collect()
}

/// A cable of the kit that carries the picture with more room than the one in use.
pub fn better_cable(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.link(connection);
    let format = facts.resolved.signals[link.from].picture?.format;
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let now = cable_limits(link.cable, length, output.wire, format);
    let judged = spare_cables(facts, output, input, length).into_iter();
    let judged =
        judged.map(|(cable, held)| (cable_limits(cable, held, output.wire, format), held, cable));
    let (_, held, cable) = judged
        .filter(|(margin, ..)| *margin < now)
        .min_by_key(|(margin, held, _)| (*margin, *held))?;
    Some(set_cable(facts, connection, cable, held, ""))
}
