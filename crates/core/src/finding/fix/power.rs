//! Supplies that fit: other outlets, regulators, batteries, cables. What is proposed here is tried before it
//! is offered.

use super::hire::{Exchange, exchange};
use super::{build, hired_words, is_left};
use crate::carriage::wire::Wire;
use crate::catalogue::{Cable, Device, DeviceKind, Direction, Gives, Port};
use crate::document::{Command, PortRef, handle_from};
use crate::finding::{Facts, Fix};
use crate::kit;
use crate::path::{ConnectionIx, PortIx};
use crate::power::{Bank, Over, is_power};
use crate::quantity::{Length, VoltRange};

/// Outlets, batteries and boxes that are proposed of each kind.
const MOST: usize = 4;
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
        build: build(facts),
        from,
        to,
        cable: Some(cable.id.clone()),
        length: Some(if cable.is_nothing_to_carry() {
            Length(0)
        } else {
            LEAD
        }),
    }
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
fn outlets_for(facts: &Facts, input: PortIx, behind: Option<&Port>) -> Vec<(PortIx, String)> {
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
            let feed = facts.power.supply.feeds[port].as_ref()?;
            let cable = lead(facts, node.port, to.port)?;
            let is_usb = to
                .port
                .power
                .as_ref()
                .is_some_and(|power| power.step.is_some());
            let fits = is_usb || does_well(behind.unwrap_or(to.port), feed.volts);
            fits.then(|| (port, cable.id.clone()))
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
    for input in inputs {
        fixes.extend(from_outlets(
            facts,
            input,
            outlets_for(facts, input, None),
            &[],
        ));
        fixes.extend(battery_on(facts, input));
        fixes.extend(by_box(facts, input));
    }
    fixes
}

/// Feeds an input from each of these outlets, after what must be done first.
fn from_outlets(
    facts: &Facts,
    input: PortIx,
    outlets: Vec<(PortIx, String)>,
    first: &[Command],
) -> Vec<Fix> {
    let floor = facts.floor;
    outlets
        .into_iter()
        .map(|(outlet, cable)| {
            let mut commands = first.to_vec();
            let length = floor.catalogue.cable(&cable).map(|cable| {
                if cable.is_nothing_to_carry() {
                    Length(0)
                } else {
                    LEAD
                }
            });
            commands.push(Command::Connect {
                build: build(facts),
                from: floor.name(outlet),
                to: floor.name(input),
                cable: Some(cable),
                length,
            });
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
        battery.is_some_and(|battery| does_well(input, crate::power::range(battery)))
            && contacts(device).is_some_and(|port| port.connector == input.connector)
    });
    let mut found: Vec<(&Device, bool)> = fits.map(|device| (device, !left(device))).collect();
    found.sort_by_key(|(device, hired)| {
        let holds = device.battery.as_ref().map_or(0, |battery| battery.holds.0);
        (*hired, holds.abs_diff(near))
    });
    found
}

/// What a battery is put on with.
fn contacts(device: &Device) -> Option<&Port> {
    device.port("contacts")
}

/// Puts a device of the kit, or a hired one, beside another, under a new handle.
fn add(facts: &Facts, device: &Device, hired: bool, unit: &str) -> (String, Vec<Command>) {
    let floor = facts.floor;
    let handle = handle_from(
        device
            .id
            .split_once('-')
            .map_or("power", |(_, model)| model),
        |handle| floor.placement(handle).is_some(),
    );
    let mut commands = Vec::new();
    if hired {
        commands.push(Command::SetKit {
            line: kit::hired(floor.production, &device.id, None, 1),
        });
    }
    commands.push(Command::AddDevice {
        build: build(facts),
        device: device.id.clone(),
        unit: unit.into(),
        name: None,
        handle: Some(handle.clone()),
    });
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
            let port = contacts(battery)?;
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

/// A lead between the same sockets that doesn't change plus and minus, or does.
fn other_leads(facts: &Facts, connection: ConnectionIx, wanted: bool) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let crossed = |cable: &Cable| cable.power.is_some_and(|power| power.crossed);
    let others = floor.catalogue.cables.iter().filter(|cable| {
        cable.wires.contains(&Wire::Power)
            && cable.joins(from.connector, to.connector)
            && crossed(cable) == wanted
            && crossed(link.cable) != wanted
    });
    others
        .map(|cable| super::cable::set_cable(facts, connection, cable, run.length, ""))
        .collect()
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

/// What feeds a box, run past it to what hangs on it alone.
fn without_box(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let now = floor.ports[link.from].placement;
    through(floor.devices[now]?)?;
    let behind = floor.ports_of(now).flat_map(|port| &floor.out_of[port]);
    let feeding = floor.ports_of(now).find_map(|port| floor.into[port])?;
    let above = floor.link(feeding).from;
    let (from, to) = (floor.ports[above].port, floor.ports[link.to].port);
    let volts = facts.power.supply.feeds[above].as_ref()?.volts;
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

/// A box with one input and one outlet, by its outlet and input.
fn through(device: &Device) -> Option<(&Port, Vec<&Port>)> {
    let mut inputs = device.power_ports(Direction::In);
    let input = inputs.next()?;
    let only = inputs.next().is_none() && device.kind == DeviceKind::PowerBox;
    let outlets = device.power_ports(Direction::Out).collect();
    only.then_some((input, outlets))
}

/// A regulator between an outlet and what it is too high or too low for.
fn regulated(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    between(facts, link.from, link.to, &[take_out(facts, connection)])
}

/// A regulator or an adapter on a free outlet of the unit, and the input behind it.
fn by_box(facts: &Facts, input: PortIx) -> Vec<Fix> {
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
    let Some(feed) = &facts.power.supply.feeds[outlet] else {
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
    let grams = |device: &Device| device.power.as_ref().and_then(|power| power.grams);
    boxes.sort_by_key(|(hired, device, ..)| (*hired, grams(device)));
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
fn instead(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
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
            let feed = facts.power.supply.feeds[*port].as_ref();
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
        if !left {
            commands.push(Command::SetKit {
                line: kit::hired(floor.production, &other.id, None, 1),
            });
        }
        commands.push(Command::AddDevice {
            build: build(facts),
            device: other.id.clone(),
            unit: placed.unit.clone(),
            name: Some(placed.name.clone()),
            handle: Some(placed.id.clone()),
        });
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

/// Cables that lose less, or carry more: of thicker wire, or shorter ones of the kit.
pub fn thicker_cable(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let Some(now) = link.cable.power else {
        return Vec::new();
    };
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let mut fixes: Vec<Fix> = floor
        .catalogue
        .cables
        .iter()
        .filter(|cable| cable.joins(from.connector, to.connector))
        .filter(|cable| {
            let other = cable.power;
            other.is_some_and(|other| {
                other.centi_mm2 > now.centi_mm2 && other.crossed == now.crossed
            })
        })
        .map(|cable| super::cable::set_cable(facts, connection, cable, run.length, ""))
        .collect();
    if run.length > LEAD {
        fixes.push(super::cable::set_cable(
            facts,
            connection,
            link.cable,
            LEAD,
            ", shorter",
        ));
    }
    fixes
}

/// A USB cable that is marked for more.
pub fn marked_cable(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let marked = |cable: &Cable| cable.power.and_then(|power| power.marked);
    let cables = floor.catalogue.cables.iter();
    let better = cables
        .filter(|cable| cable.joins(from.connector, to.connector))
        .filter(|cable| marked(cable) > marked(link.cable));
    better
        .map(|cable| super::cable::set_cable(facts, connection, cable, run.length, ""))
        .collect()
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
        Over::Device(placement) | Over::Usb(placement) => placement,
    };
    let joints = facts.power.supply.joints.iter();
    let mut behind: Vec<(f64, ConnectionIx)> = joints
        .filter(|joint| match over {
            Over::Outlet(port) => leads_to(facts, port, joint.connection),
            Over::Cable(connection) => joint.connection == connection,
            Over::Device(_) | Over::Usb(_) => {
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
    let (Some(battery), Some(port)) = (&device.battery, contacts(device)) else {
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
