//! Cables of the kit, or to hire, in the place of one that doesn't do.

use crate::fix::basics::{build, hired_words};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, cable_limits};
use model::catalogue::{Cable, Port};
use model::document::{Command, Handle, KitLine};
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
