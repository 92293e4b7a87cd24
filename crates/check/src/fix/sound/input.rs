//! Another input, another cable, another microphone; a second recorder.

use crate::fix::basics::{MOST, build, hired_words, is_left, put_there};
use crate::fix::cable::set_cable;
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use engine::sound::{LEAST_LOAD, made_of};
use model::catalogue::{
    AudioPort, Cable, Device, DeviceKind, Direction, Microphone, MicrophonePower, Port,
};
use model::document::{Command, PortRef, handle_from};
use model::kit;
use transport::connector::Connector;
use transport::wire::Wire;

/// A free input of the same device that gives what the microphone at the other end needs.
pub fn other_input_for(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let from = facts.floor.link(connection).from;
    let microphone = facts.floor.ports[from].port.audio.as_deref()?;
    let microphone = microphone.microphone.as_ref()?;
    other_input(facts, connection, |audio| {
        audio.takes.iter().any(|level| match microphone.power {
            MicrophonePower::PlugIn => level.plug_in_power,
            _ => level.phantom,
        })
    })
}

/// A free input of the same device that doesn't load a source of so many ohms.
pub fn lighter_load(facts: &Facts, connection: ConnectionIx, source_ohm: f64) -> Option<Fix> {
    other_input(facts, connection, |audio| {
        let mut levels = audio.takes.iter();
        levels.any(|level| level.impedance_ohm >= LEAST_LOAD * source_ohm)
    })
}

/// A cable that ties one of the two wires of a balanced output to ground.
pub fn unbalanced_cable(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.link(connection);
    let ends = [link.from, link.to].map(|port| facts.floor.ports[port].port.connector);
    let mut cables = facts.floor.catalogue.cables.iter();
    let cable = cables.find(|cable| {
        cable.unbalanced && cable.wires.contains(&Wire::Analogue) && cable.joins(ends[0], ends[1])
    })?;
    let length = facts.floor.build.connections[connection].length;
    Some(set_cable(facts, connection, cable, length, ""))
}

/// A box between a microphone and an input that has no 48 V for it: a preamplifier, a plug-on transmitter with its
/// receiver. Of the kit, else hired; straight through where one has an output for the input.
pub fn powered_between(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let takes = |port: &Port| {
        let audio = port.audio.as_deref();
        port.direction == Direction::In
            && port.wire == Wire::Analogue
            && audio.is_some_and(|audio| audio.takes.iter().any(|level| level.phantom))
    };
    let mut boxes: Vec<(bool, &Device, &Port, &Port)> = Vec::new();
    for device in &floor.catalogue.devices {
        let small = matches!(device.kind, DeviceKind::SoundBox | DeviceKind::Mixer);
        let inlet = device.ports.iter().find(|port| {
            takes(port) && joining(facts, from.connector, port.connector, None).is_some()
        });
        let Some(inlet) = inlet.filter(|_| small && device.records.is_none()) else {
            continue;
        };
        let mouth = device.ports.iter().find(|port| {
            let audio = port.audio.as_deref();
            port.direction == Direction::Out
                && port.wire == Wire::Analogue
                && audio.is_some_and(|audio| !audio.headphones)
                && joining(facts, port.connector, to.connector, None).is_some()
                && device
                    .paths
                    .iter()
                    .any(|path| path.from.contains(&inlet.id) && path.to.contains(&port.id))
        });
        if let Some(mouth) = mouth {
            boxes.push((!is_left(facts, device), device, inlet, mouth));
        }
    }
    boxes.sort_by_key(|(hired, device, ..)| (*hired, device.grams()));
    let unit = &floor.placement_of(link.to).unit;
    let put = boxes
        .into_iter()
        .take(MOST)
        .filter_map(|(hired, device, inlet, mouth)| {
            let handle = handle_from("preamp", |handle| floor.placement(handle).is_some());
            let into = joining(facts, from.connector, inlet.connector, Some(link.cable))?;
            let out = joining(facts, mouth.connector, to.connector, None)?;
            let mut commands = vec![Command::Disconnect {
                build: build(facts),
                connection: run.id.clone(),
            }];
            commands.extend(put_there(facts, (device, hired), unit, (&handle, None)));
            let connect = |from: PortRef, to: PortRef, cable: &Cable, length| Command::Connect {
                build: build(facts),
                from,
                to,
                cable: Some(cable.id.as_str().into()),
                length,
            };
            let at = |port: &Port| PortRef::new(&handle, &port.id);
            commands.push(connect(run.from.clone(), at(inlet), into, Some(run.length)));
            commands.push(connect(at(mouth), run.to.clone(), out, None));
            let words = hired_words(hired);
            let title = format!(
                "Put a {}{words} before {}",
                device.name,
                facts.port(link.to)
            );
            Some(Fix::new(title, commands))
        });
    put.collect()
}

/// Another microphone for the same work, that the input powers and doesn't load too much: of the kit, else
/// hired.
pub fn other_microphone(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let placement = floor.ports[link.from].placement;
    let now = floor.ports[link.from].port.audio.as_deref()?;
    let now = now.microphone.as_ref()?;
    let suits = |device: &&Device| does_the_work_of(facts, device, now, link.to);
    let left = |device: &Device| {
        let owned = floor.production.owned(&device.id, None);
        owned > floor.build.devices_used(&device.id)
    };
    let mut others: Vec<&Device> = floor.catalogue.devices.iter().filter(suits).collect();
    others.sort_by_key(|device| !left(device));
    let device = *others.first()?;
    let port = device.ports.first()?;
    let cable = joining(
        facts,
        port.connector,
        floor.ports[link.to].port.connector,
        Some(link.cable),
    )?;
    let placed = &floor.build.placements[placement];
    let run = &floor.build.connections[connection];
    let mut commands = vec![
        Command::RemoveDevice {
            build: build(facts),
            device: placed.id.clone(),
        },
        Command::AddDevice {
            build: build(facts),
            device: device.id.as_str().into(),
            unit: placed.unit.clone(),
            name: Some(placed.name.clone()),
            handle: Some(placed.id.clone()),
        },
        Command::SetPosition {
            build: build(facts),
            device: placed.id.clone(),
            position: placed.settings.position,
        },
        Command::Connect {
            build: build(facts),
            from: PortRef::new(&placed.id, &port.id),
            to: run.to.clone(),
            cable: Some(cable.id.as_str().into()),
            length: Some(run.length),
        },
    ];
    if !left(device) {
        commands.push(Command::SetKit {
            line: kit::hired(floor.production, &device.id, None, 1),
        });
    }
    let title = format!("Use the {} as {}", device.name, placed.name);
    Some(Fix::new(title, commands))
}

/// Whether a device is a microphone for the same distance, that an input powers and doesn't load too much.
fn does_the_work_of(facts: &Facts, device: &Device, now: &Microphone, input: PortIx) -> bool {
    let input = facts.floor.ports[input].port;
    let takes = input.audio.as_deref().map_or(&[][..], |audio| &audio.takes);
    let loads = takes.iter().map(|level| level.impedance_ohm);
    let load_ohm = loads.fold(f64::INFINITY, f64::min);
    let [port] = &device.ports[..] else {
        return false;
    };
    let audio = port.audio.as_deref();
    let Some(other) = audio.and_then(|audio| audio.microphone.as_ref()) else {
        return false;
    };
    let powered = takes.iter().any(|level| match other.power {
        MicrophonePower::PlugIn => level.plug_in_power,
        MicrophonePower::Phantom => level.phantom,
        _ => true,
    });
    other.usual_distance == now.usual_distance
        && LEAST_LOAD * other.impedance_ohm <= load_ohm
        && powered
        && joining(facts, port.connector, input.connector, None).is_some()
}

/// A free input of the same device that suits, reached by the cable that is there, else by another.
fn other_input(
    facts: &Facts,
    connection: ConnectionIx,
    suits: impl Fn(&AudioPort) -> bool,
) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let now = floor.ports[link.to];
    let run = &floor.build.connections[connection];
    let inputs = floor.ports_of(now.placement).filter(|port| {
        let audio = floor.ports[*port].port.audio.as_deref();
        *port != link.to && !floor.occupied[*port] && audio.is_some_and(&suits)
    });
    let mut reached: Vec<(PortIx, &Cable)> = inputs
        .filter_map(|port| Some((port, sound_cable(facts, link.from, port, Some(link.cable))?)))
        .collect();
    reached.sort_by_key(|(_, cable)| cable.id != link.cable.id);
    let (free, cable) = *reached.first()?;
    let title = format!("Connect {} to {}", facts.port(link.from), facts.port(free));
    Some(Fix::new(
        title,
        vec![
            Command::Disconnect {
                build: build(facts),
                connection: run.id.clone(),
            },
            Command::Connect {
                build: build(facts),
                from: run.from.clone(),
                to: floor.name(free),
                cable: Some(cable.id.as_str().into()),
                length: Some(run.length),
            },
        ],
    ))
}

/// A cable that joins an output for sound and an input: the one that is there, where it does.
fn sound_cable<'f>(
    facts: &Facts<'_, 'f>,
    output: PortIx,
    input: PortIx,
    there: Option<&'f Cable>,
) -> Option<&'f Cable> {
    let [from, to] = [output, input].map(|port| facts.floor.ports[port].port.connector);
    joining(facts, from, to, there)
}

/// A cable for analogue sound between two connectors: the one that is there, where it fits.
pub(super) fn joining<'f>(
    facts: &Facts<'_, 'f>,
    from: Connector,
    to: Connector,
    there: Option<&'f Cable>,
) -> Option<&'f Cable> {
    let all = there.into_iter().chain(&facts.floor.catalogue.cables);
    let mut joining =
        all.filter(|cable| cable.wires.contains(&Wire::Analogue) && cable.joins(from, to));
    joining.next()
}

/// Brings a source that is on one recorder to a second: from an output that has it, by a cable of the
/// catalogue, into a free input.
pub fn second_recorder(facts: &Facts, origin: PortIx, only: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let resolved = facts.resolved;
    let has_it = |port: &PortIx| {
        let sound = &resolved.signals[*port].sound;
        let made: Vec<PortIx> = sound
            .iter()
            .flat_map(|channel| made_of(resolved, channel.origin))
            .collect();
        made.contains(&origin)
    };
    let free = |port: &PortIx, direction: Direction| {
        let node = floor.ports[*port];
        node.port.direction == direction
            && node.port.wire == Wire::Analogue
            && !floor.occupied[*port]
            && node
                .port
                .audio
                .as_deref()
                .is_some_and(|audio| !audio.headphones)
    };
    let outputs: Vec<PortIx> = (0..floor.ports.len())
        .filter(|port| free(port, Direction::Out) && has_it(port))
        .collect();
    let recordings = facts.recordings.iter();
    let others = recordings.map(|recording| recording.placement);
    let others = others.filter(|placement| *placement != only);
    let inputs = others.flat_map(|placement| {
        let mut inputs = floor.ports_of(placement);
        inputs.find(|port| free(port, Direction::In))
    });
    let mut fixes = Vec::new();
    for input in inputs {
        let run = outputs.iter().find_map(|output| {
            let cable = sound_cable(facts, *output, input, None)?;
            Some((*output, cable))
        });
        let Some((output, cable)) = run else {
            continue;
        };
        let title = format!("Connect {} to {}", facts.port(output), facts.port(input));
        let command = Command::Connect {
            build: build(facts),
            from: floor.name(output),
            to: floor.name(input),
            cable: Some(cable.id.as_str().into()),
            length: None,
        };
        fixes.push(Fix::new(title, vec![command]));
        if fixes.len() == MOST {
            break;
        }
    }
    fixes
}
