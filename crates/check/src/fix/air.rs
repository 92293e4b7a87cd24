//! Radio put right: channels, ends of one system, stronger systems.

use super::hire::{Exchange, exchange};
use super::output::change_output;
use crate::fix::basics::{build, disconnect};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx, channels};
use model::catalogue::{Device, DeviceKind, Direction, Radio};
use model::document::Command;
use transport::radio::FADE_DB;

fn radio<'a>(facts: &Facts<'_, 'a>, placement: usize) -> Option<&'a Radio> {
    facts.floor.devices[placement]?.radio.as_ref()
}

/// Sets a transmitter to the lowest channel that none of its band uses.
pub fn free_channel(facts: &Facts, placement: usize) -> Option<Fix> {
    let floor = facts.floor;
    let sender = radio(facts, placement)?;
    let all = channels(floor);
    let others = all.iter().filter(|(other, _)| {
        **other != placement && radio(facts, **other).is_some_and(|radio| radio.band == sender.band)
    });
    let taken: Vec<u8> = others.filter_map(|(_, channel)| *channel).collect();
    let free = (1..=sender.channels).find(|channel| !taken.contains(channel))?;
    let mut antennas = floor.devices[placement]?.ports_facing(Direction::Out);
    let antenna = antennas.find(|port| {
        let place = floor.port_of(placement, &port.id);
        port.wire.is_air() && place.is_some_and(|place| !floor.out_of[place].is_empty())
    })?;
    let antenna = floor.port_of(placement, &antenna.id)?;
    Some(change_output(
        facts,
        antenna,
        &format!("channel {free}"),
        |setting| setting.channel = Some(free),
    ))
}

/// Takes a receiver of the transmitter's system in the place of one of another; else takes the
/// pairing out.
pub fn same_system(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let [sender, receiver] = [link.from, link.to].map(|port| floor.ports[port].placement);
    let mut fixes = Vec::new();
    if let Some(system) = radio(facts, sender).map(|radio| &radio.system) {
        let mut others = floor.catalogue.devices.iter().filter(|device| {
            device.kind == DeviceKind::Receiver
                && device
                    .radio
                    .as_ref()
                    .is_some_and(|radio| radio.system == *system)
        });
        let swap = others.find_map(|device| {
            exchange(
                facts,
                &[Exchange {
                    placement: receiver,
                    device,
                }],
            )
        });
        fixes.extend(swap);
    }
    fixes.push(disconnect(facts, connection));
    fixes
}

/// Another system in the place of one that is too weak here: the transmitter and everything that
/// listens to it.
pub fn stronger_system(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let sender = floor.ports[link.from].placement;
    let listeners: Vec<ConnectionIx> = floor.out_of[link.from].clone();
    let strong = |transmitter: &Device, receiver: &Device| {
        let (Some(from), Some(to)) = (&transmitter.radio, &receiver.radio) else {
            return false;
        };
        let budget = from.budget_to(to);
        from.system == to.system
            && from.receivers >= listeners.len()
            && listeners.iter().all(|cable| {
                let run = &floor.build.connections[*cable];
                budget.margin_db(run.length, run.surroundings) >= FADE_DB
            })
    };
    let of = |kind: DeviceKind| {
        floor
            .catalogue
            .devices
            .iter()
            .filter(move |device| device.kind == kind)
    };
    for transmitter in of(DeviceKind::Transmitter) {
        for receiver in of(DeviceKind::Receiver).filter(|receiver| strong(transmitter, receiver)) {
            let mut changes = vec![Exchange {
                placement: sender,
                device: transmitter,
            }];
            changes.extend(listeners.iter().map(|cable| Exchange {
                placement: receiving(facts, *cable),
                device: receiver,
            }));
            if let Some(fix) = exchange(facts, &changes) {
                return Some(fix);
            }
        }
    }
    nearer(facts, connection)
}

fn receiving(facts: &Facts, cable: ConnectionIx) -> usize {
    let to: PortIx = facts.floor.link(cable).to;
    facts.floor.ports[to].placement
}

/// Where no system does: the distance that this one allows.
fn nearer(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let [sender, receiver] = [link.from, link.to].map(|port| floor.ports[port].placement);
    let run = &floor.build.connections[connection];
    let budget = radio(facts, sender)?.budget_to(radio(facts, receiver)?);
    let reach = budget.reach(run.surroundings);
    (reach.0 > 0).then(|| {
        Fix::new(
            format!("Bring the antennas to {reach} of each other"),
            vec![Command::SetCable {
                build: build(facts),
                connection: run.id.clone(),
                cable: None,
                length: Some(reach),
            }],
        )
    })
}
