//! Supplies that fit: other outlets, regulators, batteries, cables. What is proposed here is tried before it
//! is offered.

mod boxes;
mod cables;
mod split;

pub use cables::{marked_cable, thicker_cable};
pub use split::second_outlet;

use super::hire::{Exchange, exchange};
use crate::fix::basics::{build, hired_words, is_left, put_there};
use crate::{Facts, Fix};
use boxes::{by_box, instead, regulated, without_box};
use cables::other_leads;
use engine::path::{ConnectionIx, PortIx};
use engine::power::{Bank, Over, is_power, mounts};
use engine::rig::needed;
use model::catalogue::{Cable, Device, Direction, Gives, Port};
use model::document::{Command, Handle, PortRef, handle_from};
use model::kit;
use split::split_one_of;
use transport::wire::Wire;
use units::quantity::{Length, VoltRange};

/// Outlets, batteries and boxes that are proposed of each kind.
const MOST: usize = 4;
/// Splitters that are proposed beside batteries and boxes.
const MOST_SPLIT: usize = 2;
/// A power lead on a rig is about so long.
const LEAD: Length = Length(500);

/// A cable that brings power from one socket to another: what puts one on the other is the shortest.
fn lead<'f>(facts: &Facts<'_, 'f>, from: &Port, to: &Port) -> Option<&'f Cable> {
    let mut cables = facts.floor.catalogue.cables.iter();
    cables.find(|cable| {
        cable.wires.contains(&Wire::Power) && cable.joins(from.connector, to.connector)
    })
}

fn connect(facts: &Facts, from: PortRef, to: PortRef, cable: &Cable) -> Command {
    Command::Connect {
        length: Some(long(facts, &from, &to, cable)),
        build: build(facts),
        from,
        to,
        cable: Some(cable.id.as_str().into()),
    }
}

/// How long a lead from one socket to another is: along the rig where both are known, and of the kit where it has one
/// that reaches.
fn long(facts: &Facts, from: &PortRef, to: &PortRef, cable: &Cable) -> Length {
    if cable.is_nothing_to_carry() {
        return Length(0);
    }
    let floor = facts.floor;
    let ends = floor.find(from).zip(floor.find(to));
    let way = ends.and_then(|(from, to)| needed(floor, &facts.rig.mounted, cable, from, to));
    // Cables are made in steps of a tenth of a metre.
    let least = way.map_or(LEAD, |way| Length((way / 100.0).ceil() as u64 * 100));
    kit::cable_length(
        floor.production,
        floor.build,
        &cable.id,
        least,
        |_| 0,
        |_| 0,
    )
}

fn take_out(facts: &Facts, connection: ConnectionIx) -> Command {
    Command::Disconnect {
        build: build(facts),
        connection: facts.floor.build.connections[connection].id.clone(),
    }
}

/// Whether an input does well on a voltage, as far as its entry says.
fn does_well(input: &Port, volts: VoltRange) -> bool {
    let takes = input.power.as_ref().and_then(|power| power.takes);
    takes.is_none_or(|takes| volts.most <= takes.most && volts.most >= takes.least)
}

/// Free outlets of its own unit that an input, or what hangs behind it, does well on, each with a cable.
fn outlets_for<'f>(
    facts: &Facts<'_, 'f>,
    input: PortIx,
    behind: Option<&Port>,
) -> Vec<(PortIx, &'f Cable)> {
    let floor = facts.floor;
    let to = floor.ports[input];
    let unit = |placement: usize| &floor.build.placements[placement].unit;
    let found = floor
        .ports
        .iter()
        .enumerate()
        .filter(|(port, node)| {
            node.port.wire == Wire::Power
                && node.port.direction == Direction::Out
                && node.placement != to.placement
                && unit(node.placement) == unit(to.placement)
                && floor.out_of[*port].is_empty()
        })
        .filter_map(|(port, node)| {
            let feed = facts.power.supply.feed(port)?;
            let cable = lead(facts, node.port, to.port)?;
            let is_usb = to
                .port
                .power
                .as_ref()
                .is_some_and(|power| power.step.is_some());
            let fits = is_usb || does_well(behind.unwrap_or(to.port), feed.volts);
            fits.then_some((port, cable))
        });
    found.take(MOST).collect()
}

/// Feeds an input that nothing feeds: from an outlet, else by a battery put on it.
pub fn feeds(facts: &Facts, input: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let placement = floor.ports[input].placement;
    // Whichever of its inputs can be fed will do; the one that was asked for first.
    let others = floor.ports_of(placement).filter(|port| {
        *port != input
            && is_power(floor, *port)
            && floor.ports[*port].port.direction == Direction::In
    });
    let inputs: Vec<PortIx> = std::iter::once(input).chain(others).collect();
    let mut fixes = Vec::new();
    for input in &inputs {
        let free = outlets_for(facts, *input, None);
        fixes.extend(from_outlets(facts, *input, free, &[]));
    }
    let split = inputs.iter().flat_map(|input| split_one_of(facts, *input));
    fixes.extend(split.take(MOST_SPLIT));
    for input in inputs {
        fixes.extend(battery_on(facts, input));
        fixes.extend(by_box(facts, input));
    }
    fixes
}

/// Feeds an input from each of these outlets, after what must be done first.
fn from_outlets(
    facts: &Facts,
    input: PortIx,
    outlets: Vec<(PortIx, &Cable)>,
    first: &[Command],
) -> Vec<Fix> {
    let floor = facts.floor;
    outlets
        .into_iter()
        .map(|(outlet, cable)| {
            let mut commands = first.to_vec();
            let (from, to) = (floor.name(outlet), floor.name(input));
            commands.push(connect(facts, from, to, cable));
            let title = format!("Feed {} from {}", facts.port(input), facts.port(outlet));
            Fix::new(title, commands)
        })
        .collect()
}

/// What a crew carries most of, in milliwatt-hours: what is nearest to it is proposed first.
const USUAL: u32 = 98_000;

/// Batteries that fit an input by themselves: the kit's before those to hire, the nearest to so many
/// milliwatt-hours first.
fn batteries_for<'f>(facts: &Facts<'_, 'f>, input: &Port, near: u32) -> Vec<(&'f Device, bool)> {
    let floor = facts.floor;
    let left = |device: &Device| is_left(facts, device);
    let fits = floor.catalogue.devices.iter().filter(|device| {
        let battery = device.battery.as_ref();
        battery.is_some_and(|battery| does_well(input, model::catalogue::cells::range(battery)))
            && device
                .contacts()
                .is_some_and(|port| port.connector == input.connector)
    });
    let mut found: Vec<(&Device, bool)> = fits.map(|device| (device, !left(device))).collect();
    found.sort_by_key(|(device, hired)| {
        let holds = device.battery.as_ref().map_or(0, |battery| battery.holds.0);
        (*hired, holds.abs_diff(near))
    });
    found
}

/// Puts a device of the kit, or a hired one, beside another, under a new handle.
fn add(facts: &Facts, device: &Device, hired: bool, unit: &str) -> (Handle, Vec<Command>) {
    let floor = facts.floor;
    let handle = handle_from(
        device
            .id
            .split_once('-')
            .map_or("power", |(_, model)| model),
        |handle| floor.placement(handle).is_some(),
    );
    let commands = put_there(facts, (device, hired), unit, (&handle, None));
    (handle, commands)
}

fn battery_on(facts: &Facts, input: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let node = floor.ports[input];
    if floor.into[input].is_some() {
        return Vec::new();
    }
    let unit = &floor.build.placements[node.placement].unit;
    let found = batteries_for(facts, node.port, USUAL)
        .into_iter()
        .take(MOST);
    found
        .filter_map(|(battery, hired)| {
            let port = battery.contacts()?;
            let cable = lead(facts, port, node.port)?;
            let (handle, mut commands) = add(facts, battery, hired, unit);
            let from = PortRef::new(&handle, &port.id);
            commands.push(connect(facts, from, floor.name(input), cable));
            let words = hired_words(hired);
            let title = format!("Put a {}{words} on {}", battery.name, facts.port(input));
            Some(Fix::new(title, commands))
        })
        .collect()
}

/// Puts a battery or a plate on what it goes on, its own unit first; else takes it off the floor.
pub fn put_on(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let own = &floor.build.placements[placement];
    let mut mounts = mounts(floor, device);
    mounts.retain(|mount| floor.ports[mount.input].placement != placement);
    mounts.sort_by_key(|mount| floor.placement_of(mount.input).unit != own.unit);
    let mut fixes: Vec<Fix> = mounts
        .into_iter()
        .take(MOST)
        .map(|mount| {
            let command = Command::Connect {
                build: build(facts),
                from: PortRef::new(&own.id, &mount.contacts.id),
                to: floor.name(mount.input),
                cable: Some(mount.by.id.as_str().into()),
                length: Some(Length(0)),
            };
            let title = format!("Put it on {}", facts.port(mount.input));
            Fix::new(title, vec![command])
        })
        .collect();
    fixes.push(super::remove_device(facts, placement));
    fixes
}

/// Another supply in the place of one that doesn't fit: another lead, outlet or battery, a regulator between, a
/// regulated coupler, or what stands before a box that is too much.
pub fn right_supply(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    let out = take_out(facts, connection);
    let mut fixes = other_leads(facts, connection, false);
    let others = outlets_for(facts, link.to, None);
    fixes.extend(from_outlets(facts, link.to, others, &[out]));
    fixes.extend(above(facts, connection));
    fixes.extend(other_battery(facts, connection));
    fixes.extend(without_box(facts, connection));
    fixes.extend(regulated(facts, connection));
    fixes.extend(instead(facts, connection));
    fixes.extend(on_its_own(facts, connection));
    // What changes plus and minus is made for one device, and destroys the next.
    fixes.extend(other_leads(facts, connection, true));
    fixes
}

/// Takes a device off what feeds it, and puts a battery on another of its inputs.
fn on_its_own(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let to = floor.link(connection).to;
    let others = floor.ports_of(floor.ports[to].placement).filter(|input| {
        *input != to
            && is_power(floor, *input)
            && floor.ports[*input].port.direction == Direction::In
    });
    let batteries = others.flat_map(|input| battery_on(facts, input));
    batteries
        .map(|fix| {
            let mut commands = vec![take_out(facts, connection)];
            commands.extend(fix.commands);
            Fix::new(fix.title, commands)
        })
        .collect()
}

/// Another outlet for what stands before an input and passes on what comes: a coupler.
fn above(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let passes = floor.ports[link.from].port.power.as_ref();
    let passes = passes.and_then(|power| power.gives) == Some(Gives::Through);
    let now = floor.ports[link.from].placement;
    let mut inputs = floor.ports_of(now).filter(|port| {
        is_power(floor, *port) && floor.ports[*port].port.direction == Direction::In
    });
    let fed = inputs.find_map(|input| Some((input, floor.into[input]?)));
    let Some((input, feeding)) = fed.filter(|_| passes) else {
        return Vec::new();
    };
    let last = floor.ports[link.to].port;
    let suits = outlets_for(facts, input, Some(last));
    from_outlets(facts, input, suits, &[take_out(facts, feeding)])
}

/// Two packs of one kind on a plate: either like the other, else one taken off.
pub fn same_pack(facts: &Facts, connections: [ConnectionIx; 2]) -> Vec<Fix> {
    let floor = facts.floor;
    let on = |connection: ConnectionIx| floor.ports[floor.link(connection).from].placement;
    let [one, other] = connections.map(on);
    let mut fixes: Vec<Fix> = [(one, other), (other, one)]
        .into_iter()
        .filter_map(|(goes, stays)| {
            let kind = floor.devices[stays].filter(|device| device.battery.is_some())?;
            swapped(facts, goes, kind, !is_left(facts, kind))
        })
        .collect();
    fixes.extend(connections.map(|connection| super::disconnect(facts, connection)));
    fixes
}

/// A battery of the right voltage in the place of one that isn't.
fn other_battery(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    let placement = facts.floor.ports[link.from].placement;
    let is_battery = facts.floor.devices[placement].is_some_and(|device| device.battery.is_some());
    let input = facts.floor.ports[link.to].port;
    let now = facts.floor.devices[placement].and_then(|device| device.battery.as_ref());
    let near = now.map_or(USUAL, |battery| battery.holds.0);
    let found = batteries_for(facts, input, near)
        .into_iter()
        .filter(|_| is_battery);
    found
        .take(MOST)
        .filter_map(|(other, hired)| swapped(facts, placement, other, hired))
        .collect()
}

/// Another battery under the same name.
fn swapped(facts: &Facts, placement: usize, other: &Device, hired: bool) -> Option<Fix> {
    let change = Exchange {
        placement,
        device: other,
    };
    let fix = exchange(facts, &[change])?;
    let title = format!(
        "Use a {}{} in place of {}",
        other.name,
        hired_words(hired),
        facts.device(placement)
    );
    Some(Fix::new(title, fix.commands))
}

/// Takes load off what carries too much: the largest that hangs there goes to another outlet; a larger battery
/// in the place of one that is too small.
pub fn relieve(facts: &Facts, over: Over) -> Vec<Fix> {
    let floor = facts.floor;
    let mut fixes = Vec::new();
    let device = match over {
        Over::Outlet(port) => floor.ports[port].placement,
        Over::Cable(connection) => {
            fixes.extend(thicker_cable(facts, connection));
            floor.ports[floor.link(connection).from].placement
        }
        Over::Device(placement) | Over::Usb(placement) | Over::Breaker(placement) => placement,
    };
    let joints = facts.power.supply.joints.iter();
    let mut behind: Vec<(f64, ConnectionIx)> = joints
        .filter(|joint| match over {
            Over::Outlet(port) => leads_to(facts, port, joint.connection),
            Over::Cable(connection) => joint.connection == connection,
            Over::Device(_) | Over::Usb(_) | Over::Breaker(_) => {
                floor.ports[floor.link(joint.connection).from].placement == device
            }
        })
        .map(|joint| (joint.typical, joint.connection))
        .collect();
    behind.sort_by(|one, other| other.0.total_cmp(&one.0));
    for (_, connection) in behind.into_iter().take(MOST) {
        let out = take_out(facts, connection);
        let to = floor.link(connection).to;
        let others = outlets_for(facts, to, None);
        fixes.extend(from_outlets(facts, to, others, &[out]));
        // A battery of its own takes it off as well.
        fixes.extend(on_its_own(facts, connection));
    }
    fixes.extend(larger(facts, device));
    fixes
}

/// What hangs on a power bank that goes to sleep, on another outlet or a battery of its own.
pub fn awake(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let joints = facts.power.supply.joints.iter();
    let behind = joints.filter(|joint| {
        let from = floor.link(joint.connection).from;
        floor.ports[from].placement == placement
    });
    let mut fixes = Vec::new();
    for connection in behind.map(|joint| joint.connection).take(MOST) {
        let to = floor.link(connection).to;
        let others = outlets_for(facts, to, None).into_iter();
        let others = others
            .filter(|(outlet, _)| floor.ports[*outlet].placement != placement)
            .collect();
        fixes.extend(from_outlets(
            facts,
            to,
            others,
            &[take_out(facts, connection)],
        ));
        fixes.extend(on_its_own(facts, connection));
    }
    fixes
}

/// A cable that fills nothing, taken out.
pub fn unplug(facts: &Facts, connection: ConnectionIx) -> Fix {
    let to = facts.floor.link(connection).to;
    let title = format!("Take out the cable at {}", facts.port(to));
    Fix::new(title, vec![take_out(facts, connection)])
}

/// Whether a cable hangs on an outlet, at once or behind splitters.
fn leads_to(facts: &Facts, outlet: PortIx, connection: ConnectionIx) -> bool {
    let floor = facts.floor;
    let mut from = floor.link(connection).from;
    for _ in 0..8 {
        if from == outlet {
            return true;
        }
        let above = facts.power.supply.in_charge[floor.ports[from].placement].first();
        let Some(number) = above.and_then(|input| floor.into[*input]) else {
            return false;
        };
        from = floor.link(number).from;
    }
    false
}

/// A larger battery of the same kind in the place of one.
fn larger(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let (Some(battery), Some(port)) = (&device.battery, device.contacts()) else {
        return Vec::new();
    };
    let used: Vec<&str> = floor
        .ports_of(placement)
        .filter(|port| !floor.out_of[*port].is_empty())
        .map(|port| floor.ports[port].port.id.as_str())
        .collect();
    let others = batteries_for(facts, port, battery.holds.0)
        .into_iter()
        .filter(|(other, _)| {
            let more = other.battery.as_ref().is_some_and(|other| {
                other.cells == battery.cells
                    && (other.holds > battery.holds || other.amps > battery.amps)
            });
            more && used.iter().all(|id| other.port(id).is_some())
        });
    others
        .take(MOST)
        .filter_map(|(other, hired)| swapped(facts, placement, other, hired))
        .collect()
}

/// A battery that waits behind what would die with another.
pub fn reserve(facts: &Facts, off: &[usize]) -> Vec<Fix> {
    let floor = facts.floor;
    let mut fixes = Vec::new();
    for placement in off {
        let inputs = floor.ports_of(*placement).filter(|port| {
            let node = floor.ports[*port].port;
            is_power(floor, *port)
                && node.direction == Direction::In
                && !node.power.as_ref().is_some_and(|power| power.fills_only)
        });
        for input in inputs.collect::<Vec<_>>() {
            fixes.extend(battery_on(facts, input));
        }
    }
    fixes
}

/// More energy: a larger battery.
pub fn more_energy(facts: &Facts, bank: &Bank) -> Vec<Fix> {
    let sources = bank.sources.iter();
    sources.flat_map(|source| larger(facts, *source)).collect()
}

/// Hires batteries that the day lacks.
pub fn hire_batteries(facts: &Facts, item: &str, lacks: u32) -> Fix {
    let production = facts.floor.production;
    let command = Command::SetKit {
        line: kit::hired(production, item, None, lacks),
    };
    Fix::new("Hire the batteries that are short", vec![command])
}

/// Opens a circle at the cable that was run last.
pub fn open_power(facts: &Facts, placements: &[usize]) -> Option<Fix> {
    let floor = facts.floor;
    let inside = |port: PortIx| placements.contains(&floor.ports[port].placement);
    let last = (0..floor.links.len()).rev().find(|number| {
        floor.links[*number]
            .is_some_and(|link| is_power(floor, link.from) && inside(link.from) && inside(link.to))
    })?;
    Some(super::disconnect(facts, last))
}
