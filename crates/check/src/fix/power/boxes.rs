//! Boxes put between an outlet and what hangs on it, or taken out: regulators, couplers, splitters.

use super::{add, connect, does_well, lead, take_out};
use crate::fix::basics::{MOST, build, hired_words, is_left, put_there};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use engine::power::is_power;
use model::catalogue::{Device, DeviceKind, Direction, Gives, Port};
use model::document::{Command, PortRef};
use units::quantity::VoltRange;

/// What feeds a box, run past it to what hangs on it alone.
pub(super) fn without_box(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let now = floor.ports[link.from].placement;
    through(floor.devices[now]?)?;
    let behind = floor.ports_of(now).flat_map(|port| &floor.out_of[port]);
    let feeding = floor.ports_of(now).find_map(|port| floor.into[port])?;
    let above = floor.link(feeding).from;
    let (from, to) = (floor.ports[above].port, floor.ports[link.to].port);
    let volts = facts.power.supply.feed(above)?.volts;
    let cable = lead(facts, from, to).filter(|_| does_well(to, volts))?;
    (behind.count() == 1).then(|| {
        let commands = vec![
            Command::RemoveDevice {
                build: build(facts),
                device: floor.build.placements[now].id.clone(),
            },
            connect(facts, floor.name(above), floor.name(link.to), cable),
        ];
        let title = format!(
            "Feed {} from {}, without {}",
            facts.port(link.to),
            facts.port(above),
            facts.device(now)
        );
        Fix::new(title, commands)
    })
}

/// A box with one input and one outlet, by its outlet and input.
fn through(device: &Device) -> Option<(&Port, Vec<&Port>)> {
    let mut inputs = device.power_ports(Direction::In);
    let input = inputs.next()?;
    let only = inputs.next().is_none() && device.kind == DeviceKind::PowerBox;
    let outlets = device.power_ports(Direction::Out).collect();
    only.then_some((input, outlets))
}

/// A regulator between an outlet and what it is too high or too low for.
pub(super) fn regulated(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    between(facts, link.from, link.to, &[take_out(facts, connection)])
}

/// A regulator or an adapter on a free outlet of the unit, and the input behind it.
pub(super) fn by_box(facts: &Facts, input: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let unit = |port: PortIx| &floor.placement_of(port).unit;
    let free = (0..floor.ports.len()).filter(|port| {
        is_power(floor, *port)
            && floor.ports[*port].port.direction == Direction::Out
            && floor.out_of[*port].is_empty()
            && unit(*port) == unit(input)
            && floor.ports[*port].placement != floor.ports[input].placement
    });
    let fixes = free.flat_map(|outlet| between(facts, outlet, input, &[]));
    fixes.take(MOST).collect()
}

/// A box with one input between an outlet and an input, after what must be done first.
fn between(facts: &Facts, outlet: PortIx, input: PortIx, first: &[Command]) -> Vec<Fix> {
    let floor = facts.floor;
    let (from, to) = (floor.ports[outlet].port, floor.ports[input]);
    let Some(feed) = facts.power.supply.feed(outlet) else {
        return Vec::new();
    };
    let unit = &floor.build.placements[to.placement].unit;
    let mut boxes: Vec<(bool, &Device, &Port, &Port)> = floor
        .catalogue
        .devices
        .iter()
        .filter_map(|device| {
            let (inlet, outlets) = through(device)?;
            let mouth = outlets.into_iter().find(|mouth| {
                let gives = mouth.power.as_ref().and_then(|power| power.gives);
                let volts = match gives {
                    Some(Gives::Regulated(volts)) => VoltRange::just(volts),
                    _ => return false,
                };
                does_well(to.port, volts) && lead(facts, mouth, to.port).is_some()
            })?;
            let fits = does_well(inlet, feed.volts) && lead(facts, from, inlet).is_some();
            let left = is_left(facts, device);
            fits.then_some((!left, device, inlet, mouth))
        })
        .collect();
    // The lightest that does.
    boxes.sort_by_key(|(hired, device, ..)| (*hired, device.grams()));
    let boxes = boxes.into_iter().take(MOST);
    boxes
        .filter_map(|(hired, device, inlet, mouth)| {
            let mut commands = first.to_vec();
            let (handle, added) = add(facts, device, hired, unit);
            commands.extend(added);
            commands.push(connect(
                facts,
                floor.name(outlet),
                PortRef::new(&handle, &inlet.id),
                lead(facts, from, inlet)?,
            ));
            commands.push(connect(
                facts,
                PortRef::new(&handle, &mouth.id),
                floor.name(input),
                lead(facts, mouth, to.port)?,
            ));
            let words = hired_words(hired);
            let title = format!("Put a {}{words} before {}", device.name, facts.port(input));
            Some(Fix::new(title, commands))
        })
        .collect()
}

/// A box that regulates in the place of one that passes on what comes: fed from an outlet that suits it.
pub(super) fn instead(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let now = floor.ports[link.from].placement;
    let Some(device) = floor.devices[now].filter(|device| through(device).is_some()) else {
        return Vec::new();
    };
    let to = floor.ports[link.to].port;
    let Some(source) = device
        .power_ports(Direction::In)
        .filter_map(|port| floor.port_of(now, &port.id))
        .find_map(|input| floor.into[input])
        .map(|number| floor.ports[floor.link(number).from].placement)
    else {
        return Vec::new();
    };
    let mut fixes = Vec::new();
    for other in &floor.catalogue.devices {
        let Some((input, outlets)) = through(other).filter(|_| other.id != device.id) else {
            continue;
        };
        let outlet = outlets.into_iter().find(|outlet| {
            outlet.connector == to.connector
                && outlet
                    .power
                    .as_ref()
                    .is_some_and(|power| matches!(power.gives, Some(Gives::Regulated(_))))
        });
        let (Some(outlet), Some(cable)) = (outlet, outlet.and_then(|port| lead(facts, port, to)))
        else {
            continue;
        };
        let from = floor.ports_of(source).find(|port| {
            let node = floor.ports[*port].port;
            let feed = facts.power.supply.feed(*port);
            node.direction == Direction::Out
                && is_power(floor, *port)
                && (floor.out_of[*port].is_empty())
                && lead(facts, node, input).is_some()
                && feed.is_some_and(|feed| does_well(input, feed.volts))
        });
        let Some(from) = from else { continue };
        let Some(feeding) = lead(facts, floor.ports[from].port, input) else {
            continue;
        };
        let left = is_left(facts, other);
        let placed = &floor.build.placements[now];
        let mut commands = vec![Command::RemoveDevice {
            build: build(facts),
            device: placed.id.clone(),
        }];
        let named = (placed.id.as_str(), Some(placed.name.clone()));
        commands.extend(put_there(facts, (other, !left), &placed.unit, named));
        let input = PortRef::new(&placed.id, &input.id);
        commands.push(connect(facts, floor.name(from), input, feeding));
        let outlet = PortRef::new(&placed.id, &outlet.id);
        commands.push(connect(facts, outlet, floor.name(link.to), cable));
        let words = hired_words(!left);
        let title = format!(
            "Use a {}{words} in place of {}, from {}",
            other.name,
            placed.name,
            facts.port(from)
        );
        fixes.push((!left, Fix::new(title, commands)));
    }
    fixes.sort_by_key(|(hired, _)| *hired);
    fixes.into_iter().map(|(_, fix)| fix).take(MOST).collect()
}
