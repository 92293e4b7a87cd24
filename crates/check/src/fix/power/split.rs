//! Splitters: where more cables want an outlet than there are.

use super::{add, connect, does_well, from_outlets, lead, outlets_for, take_out};
use crate::fix::basics::{MOST, build, hired_words, is_left};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use engine::power::is_power;
use model::catalogue::{Device, DeviceKind, Direction, Gives, Port};
use model::document::{Command, PortRef};

/// A box with one input that passes on what comes, by its input and its outlets.
fn splits(device: &Device) -> Option<(&Port, Vec<&Port>)> {
    let mut inputs = device.power_ports(Direction::In);
    let input = inputs.next()?;
    let gives = |port: &Port| port.power.as_ref().and_then(|power| power.gives);
    let outlets: Vec<&Port> = device
        .power_ports(Direction::Out)
        .filter(|port| gives(port) == Some(Gives::Through))
        .collect();
    let box_of_one = device.kind == DeviceKind::PowerBox && inputs.next().is_none();
    (box_of_one && outlets.len() > 1).then_some((input, outlets))
}

/// Another outlet for a second cable in one that is taken; else a splitter for both.
pub fn second_outlet(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let run = &floor.build.connections[connection];
    let (Some(outlet), Some(input)) = (floor.find(&run.from), floor.find(&run.to)) else {
        return Vec::new();
    };
    if !is_power(floor, outlet) || floor.into[input].is_some() {
        return Vec::new();
    }
    let out = take_out(facts, connection);
    let others = outlets_for(facts, input, None);
    let mut fixes = from_outlets(facts, input, others, std::slice::from_ref(&out));
    fixes.extend(split(facts, outlet, input, &[out]));
    fixes
}

/// Splitters on the outlets of its own unit that are taken.
pub(super) fn split_one_of(facts: &Facts, input: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let unit = &floor.placement_of(input).unit;
    let taken = (0..floor.ports.len()).filter(|port| {
        is_power(floor, *port)
            && floor.ports[*port].placement != floor.ports[input].placement
            && !floor.out_of[*port].is_empty()
            && floor.placement_of(*port).unit == *unit
    });
    let fixes = taken.flat_map(|outlet| split(facts, outlet, input, &[]));
    fixes.take(MOST).collect()
}

/// A splitter on an outlet: for what hangs there now, and for an input, after what must be done first.
fn split(facts: &Facts, outlet: PortIx, input: PortIx, first: &[Command]) -> Vec<Fix> {
    let floor = facts.floor;
    let from = floor.ports[outlet].port;
    let (Some(now), Some(feed)) = (
        floor.out_of[outlet].first().copied(),
        facts.power.supply.feed(outlet),
    ) else {
        return Vec::new();
    };
    let (now_at, to) = (floor.link(now).to, floor.ports[input].port);
    if floor.link(now).cable.is_nothing_to_carry() || !does_well(to, feed.volts) {
        return Vec::new();
    }
    let mut boxes: Vec<(bool, &Device)> = floor
        .catalogue
        .devices
        .iter()
        .filter(|device| {
            splits(device).is_some_and(|(inlet, outlets)| {
                lead(facts, from, inlet).is_some()
                    && lead(facts, outlets[0], floor.ports[now_at].port).is_some()
                    && lead(facts, outlets[1], to).is_some()
            })
        })
        .map(|device| (!is_left(facts, device), device))
        .collect();
    boxes.sort_by_key(|(hired, device)| (*hired, device.grams()));
    let put = |(hired, device): (bool, &Device)| {
        let (inlet, outlets) = splits(device)?;
        let mut commands = first.to_vec();
        commands.push(take_out(facts, now));
        let (handle, added) = add(facts, device, hired, &floor.placement_of(input).unit);
        commands.extend(added);
        commands.push(connect(
            facts,
            floor.name(outlet),
            PortRef::new(&handle, &inlet.id),
            lead(facts, from, inlet)?,
        ));
        // What hangs there keeps its cable where it still fits.
        let run = &floor.build.connections[now];
        let kept = floor.link(now).cable;
        let port = PortRef::new(&handle, &outlets[0].id);
        commands.push(
            if kept.joins(outlets[0].connector, floor.ports[now_at].port.connector) {
                Command::Connect {
                    build: build(facts),
                    from: port,
                    to: run.to.clone(),
                    cable: Some(run.cable.clone()),
                    length: Some(run.length),
                }
            } else {
                connect(
                    facts,
                    port,
                    run.to.clone(),
                    lead(facts, outlets[0], floor.ports[now_at].port)?,
                )
            },
        );
        let second = PortRef::new(&handle, &outlets[1].id);
        let cable = lead(facts, outlets[1], to)?;
        commands.push(connect(facts, second, floor.name(input), cable));
        let title = format!(
            "Put a {}{} on {}, and feed {} too",
            device.name,
            hired_words(hired),
            facts.port(outlet),
            facts.port(input)
        );
        Some(Fix::new(title, commands))
    };
    boxes.into_iter().take(MOST).filter_map(put).collect()
}
