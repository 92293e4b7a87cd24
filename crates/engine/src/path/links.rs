//! A picture over several SDI links: which output sends which part, and whether all of them arrive
//! where they belong (ST 372, ST 425-5).

use super::{ConnectionIx, Floor, Leg, LinksProblem, PortIx, Problem, Signal};
use model::catalogue::{Direction, LinkGroup, Via};
use rustc_hash::FxHashMap;
use transport::sdi::Mapping;

/// The group of links that a port belongs to, and its place in it.
fn group_of<'a>(floor: &Floor<'a>, port: PortIx) -> Option<(&'a LinkGroup, usize)> {
    let node = floor.ports[port];
    floor.devices[node.placement]?.link_group(&node.port.id)
}

/// The ports of the group that a port belongs to, in the order of the links.
pub fn grouped(floor: &Floor, port: PortIx) -> Vec<PortIx> {
    let group = group_of(floor, port).map(|(group, _)| group);
    let ids = group.into_iter().flat_map(|group| &group.ports);
    ids.filter_map(|id| floor.port_of(floor.ports[port].placement, id))
        .collect()
}

/// The ways in which the group that a port belongs to may spread a picture.
pub fn mappings<'a>(floor: &Floor<'a>, port: PortIx) -> &'a [Mapping] {
    group_of(floor, port).map_or(&[], |(group, _)| &group.mappings)
}

/// Which part of a spread picture an output sends as it is set.
pub fn sends(floor: &Floor, output: PortIx) -> Option<Leg> {
    let (group, place) = group_of(floor, output)?;
    let first = floor.port_of(floor.ports[output].placement, group.ports.first()?)?;
    let setting = floor.output_setting(first)?;
    let of = setting.links.filter(|links| *links > 1)?;
    let usual = if of == 2 && group.mappings.contains(&Mapping::Dual) {
        Some(Mapping::Dual)
    } else {
        group.mappings.first().copied()
    };
    let mapping = setting.mapping.or(usual)?;
    let number = u8::try_from(place).ok().filter(|number| *number < of)?;
    Some(Leg {
        number,
        of,
        mapping,
    })
}

/// The first output of the group that an output belongs to.
pub fn first_output(floor: &Floor, output: PortIx) -> Option<PortIx> {
    let (group, _) = group_of(floor, output)?;
    floor.port_of(floor.ports[output].placement, group.ports.first()?)
}

/// Outputs that send part of a picture, also through loops: each is looked at once.
#[derive(Default)]
struct Parts(FxHashMap<PortIx, bool>);

impl Parts {
    fn sent_by(&mut self, floor: &Floor, output: PortIx) -> bool {
        let (mut way, mut at) = (Vec::new(), Some(output));
        let part = loop {
            // What begins nowhere is no part of anything.
            let Some(output) = at else { break false };
            if let Some(part) = self.0.get(&output) {
                break *part;
            }
            if sends(floor, output).is_some() {
                break true;
            }
            // In a circle, this is what is met again.
            self.0.insert(output, false);
            way.push(output);
            at = looped_from(floor, output);
        };
        self.0.extend(way.into_iter().map(|output| (output, part)));
        part
    }
}

/// The output whose picture an output loops on.
fn looped_from(floor: &Floor, output: PortIx) -> Option<PortIx> {
    let mut paths = floor.paths_to(output);
    let looped = paths.find(|path| matches!(path.via, Via::Loop | Via::Relay));
    let connection = floor.into[floor.input_for(output, looped?)?]?;
    Some(floor.link(connection).from)
}

/// What has to be known before what: the first output before the others of its group, the other
/// inputs of a group before the first.
pub fn order(floor: &Floor) -> Vec<(PortIx, PortIx)> {
    let (mut pairs, mut parts) = (Vec::new(), Parts::default());
    for (placement, device) in floor.devices.iter().enumerate() {
        for group in device.iter().flat_map(|device| &device.links) {
            let ports: Vec<PortIx> = group
                .ports
                .iter()
                .filter_map(|id| floor.port_of(placement, id))
                .collect();
            let Some((&first, others)) = ports.split_first() else {
                continue;
            };
            for &other in others {
                match floor.ports[other].port.direction {
                    Direction::Out if sends(floor, other).is_some() => pairs.push((first, other)),
                    Direction::In => {
                        let cable = floor.into[other];
                        if cable.is_some_and(|cable| parts.sent_by(floor, floor.link(cable).from)) {
                            pairs.push((other, first));
                        }
                    }
                    Direction::Out => {}
                }
            }
        }
    }
    pairs
}

/// What is wrong with part of a picture at an input, once the other inputs of its group are known.
pub fn judge(
    floor: &Floor,
    signals: &[Signal],
    (input, connection): (PortIx, ConnectionIx),
    leg: Leg,
) -> Vec<Problem> {
    let group = group_of(floor, input).filter(|(group, _)| group.ports.len() >= leg.of.into());
    let Some((group, place)) = group else {
        return vec![Problem::Links(LinksProblem::LoneLeg { connection, leg })];
    };
    // The first input speaks for all.
    if place > 0 {
        return Vec::new();
    }
    if !group.mappings.contains(&leg.mapping) {
        return vec![Problem::Links(LinksProblem::LegMapping { connection, leg })];
    }
    let ports = grouped(floor, input);
    let origin = floor.link(connection).from;
    let origin = signals[origin].picture.map(|picture| picture.origin);
    let mut found = vec![Some(leg.number)];
    let mut lengths = vec![floor.build.connections[connection].length];
    for &port in ports.iter().take(leg.of.into()).skip(1) {
        let part = signals[port]
            .picture
            .filter(|picture| Some(picture.origin) == origin);
        found.push(part.and_then(|picture| picture.leg).map(|leg| leg.number));
        lengths.extend(floor.into[port].map(|cable| floor.build.connections[cable].length));
    }
    let missing: Vec<u8> = (0..leg.of)
        .filter(|number| !found.contains(&Some(*number)))
        .collect();
    if !missing.is_empty() {
        return vec![Problem::Links(LinksProblem::LegsMissing {
            connection,
            of: leg.of,
            missing,
        })];
    }
    let found: Vec<u8> = found.into_iter().flatten().collect();
    if !found.is_sorted() {
        return vec![Problem::Links(LinksProblem::LegsOutOfOrder {
            connection,
            found,
        })];
    }
    match (lengths.iter().min(), lengths.iter().max()) {
        (Some(&shortest), Some(&longest)) if shortest != longest => {
            vec![Problem::Links(LinksProblem::LegLengths {
                connection,
                shortest,
                longest,
            })]
        }
        _ => Vec::new(),
    }
}
