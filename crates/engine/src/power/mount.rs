//! What is put straight on what: a battery on a plate, a plate on a body, a coupler in a battery slot.

use super::supply::is_power;
use crate::path::{Floor, PortIx};
use model::catalogue::cells::range;
use model::catalogue::{Cable, Device, DeviceKind, Direction, Gives, Port};
use transport::wire::Wire;
use units::quantity::VoltRange;

/// A place that something can be put on.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mount<'f, 'd> {
    /// The contacts that go on.
    pub contacts: &'d Port,
    /// The free input.
    pub input: PortIx,
    /// What joins them: nothing to carry.
    pub by: &'f Cable,
}

/// Free inputs of a floor that a device goes on by itself and does no harm to: plates and housings before what
/// draws, in the order of the build.
pub fn mounts<'f, 'd>(floor: &Floor<'f>, device: &'d Device) -> Vec<Mount<'f, 'd>> {
    let mut found = Vec::new();
    for contacts in device.power_ports(Direction::Out) {
        let volts = match contacts.power.as_ref().and_then(|power| power.gives) {
            Some(Gives::Cells) => device.battery.as_ref().map(range),
            Some(Gives::Regulated(volts)) => Some(VoltRange::just(volts)),
            Some(Gives::Through) | None => None,
            Some(Gives::Usb) => continue,
        };
        for (input, node) in floor.ports.iter().enumerate() {
            let free = is_power(floor, input)
                && node.port.direction == Direction::In
                && !floor.occupied[input];
            let takes = node.port.power.as_ref().and_then(|power| power.takes);
            let suits = volts
                .zip(takes)
                .is_none_or(|(volts, takes)| volts.most <= takes.most && volts.most >= takes.least);
            if !free || !suits {
                continue;
            }
            let mut cables = floor.catalogue.cables.iter();
            let direct = cables.find(|cable| {
                cable.wires.contains(&Wire::Power)
                    && cable.is_nothing_to_carry()
                    && cable.joins(contacts.connector, node.port.connector)
            });
            found.extend(direct.map(|by| Mount {
                contacts,
                input,
                by,
            }));
        }
    }
    found.sort_by_key(|mount| {
        let placement = floor.ports[mount.input].placement;
        let kind = floor.devices[placement].map(|device| device.kind);
        kind != Some(DeviceKind::PowerBox)
    });
    found
}
