//! Boxes put into a run: a distribution amplifier ahead of a relay, so that both are fed alike, or half-way
//! along a run that is too long; an isolator between two mains supplies.

use crate::fix::basics::{build, put_there};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use model::catalogue::{Device, DeviceKind, Direction, SignalKind, Via};
use model::document::{Command, Connection, Handle, PortRef, handle_from};
use transport::wire::Wire;
use units::quantity::Length;

/// From a box to the device that it stands beside.
const BEHIND: Length = Length(500);

/// A box that is to be put in, under its handle; hired where the kit has none to spare.
struct PutIn<'c> {
    device: &'c Device,
    handle: Handle,
    hired: bool,
}

impl<'c> PutIn<'c> {
    /// The first that does, those of the kit before others.
    fn that(
        facts: &Facts<'_, 'c>,
        kind: DeviceKind,
        does: impl Fn(&Device) -> bool,
    ) -> Option<Self> {
        let floor = facts.floor;
        let spare = |id: &str| floor.production.owned(id, None) > floor.build.devices_used(id);
        let boxes = floor.catalogue.devices.iter();
        let boxes = boxes.filter(|device| device.kind == kind && does(device));
        let device = boxes.min_by_key(|device| !spare(&device.id))?;
        Some(Self {
            device,
            handle: handle_from(&device.id, |handle| floor.build.placement(handle).is_some()),
            hired: !spare(&device.id),
        })
    }

    fn port(&self, direction: Direction, number: usize) -> Option<PortRef> {
        let port = self.device.ports_facing(direction).nth(number)?;
        Some(PortRef::new(&self.handle, &port.id))
    }

    /// Hired where it must be, and added to the unit that another device travels with.
    fn put(&self, facts: &Facts, beside: PortIx) -> Vec<Command> {
        let unit = &facts.floor.placement_of(beside).unit;
        put_there(facts, (self.device, self.hired), unit, (&self.handle, None))
    }

    /// *Hire and put the Merrin 1×4*.
    fn in_words(&self) -> String {
        let verb = if self.hired { "Hire and put" } else { "Put" };
        format!("{verb} the {}", self.device.name)
    }
}

fn out(facts: &Facts, connection: &Connection) -> Command {
    Command::Disconnect {
        build: build(facts),
        connection: connection.id.clone(),
    }
}

/// Puts a distribution amplifier ahead of a relay, so that both are fed alike.
pub(super) fn ahead(facts: &Facts, output: PortIx, behind: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let relay = facts.resolved.picture_from[output]?;
    let connections = &floor.build.connections;
    let (first, second) = (&connections[floor.into[relay]?], &connections[behind]);
    let wire = floor.ports[relay].port.wire;
    if wire != floor.ports[floor.link(behind).to].port.wire {
        return None;
    }
    let picture = facts.resolved.signals[relay].picture?;
    // A picture over several links needs a box for each: that is another rig.
    if picture.leg.is_some() || picture.raw {
        return None;
    }
    let format = picture.format;
    let put = PutIn::that(facts, DeviceKind::Distribution, |device| {
        let mut inputs = device.ports_facing(Direction::In);
        let mut paths = device.paths.iter();
        inputs
            .all(|port| port.wire == wire && port.formats.hold(format) && port.carries_rate(format))
            && paths
                .any(|path| path.via == Via::Relay && path.carries.contains(&SignalKind::Picture))
    })?;
    let run = |from: PortRef, to: PortRef, as_before: Option<&Connection>| Command::Connect {
        build: build(facts),
        from,
        to,
        cable: as_before.map(|run| run.cable.clone()),
        length: as_before.map(|run| run.length),
    };
    let entry = put.port(Direction::In, 0)?;
    let (one, other) = (put.port(Direction::Out, 0)?, put.port(Direction::Out, 1)?);
    let mut commands = put.put(facts, relay);
    commands.extend([
        out(facts, first),
        out(facts, second),
        run(first.from.clone(), entry, None),
        run(one, first.to.clone(), Some(first)),
        run(other, second.to.clone(), Some(second)),
    ]);
    let title = format!(
        "{} ahead of {}, and feed both",
        put.in_words(),
        facts.device(floor.ports[output].placement)
    );
    Some(Fix::new(title, commands))
}

/// A device of the kit, or to hire, that makes the picture anew half-way along a run.
pub fn reclock(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let picture = facts.resolved.signals[link.from].picture?;
    let wire = floor.ports[link.from].port.wire;
    if wire != Wire::Sdi || picture.leg.is_some() || picture.raw {
        return None;
    }
    let put = PutIn::that(facts, DeviceKind::Distribution, |device| {
        let mut inputs = device.ports_facing(Direction::In);
        device.paths.iter().any(|path| path.via == Via::Relay)
            && inputs.all(|port| {
                port.wire == wire && port.takes(picture.format) && port.carries_rate(picture.format)
            })
    })?;
    let whole = &floor.build.connections[connection];
    let half = Length(whole.length.0.div_ceil(2).next_multiple_of(1000));
    let run = |from: PortRef, to: PortRef| Command::Connect {
        build: build(facts),
        from,
        to,
        cable: Some(whole.cable.clone()),
        length: Some(half),
    };
    let (entry, exit) = (put.port(Direction::In, 0)?, put.port(Direction::Out, 0)?);
    let mut commands = put.put(facts, link.to);
    commands.extend([
        out(facts, whole),
        run(whole.from.clone(), entry),
        run(exit, whole.to.clone()),
    ]);
    let title = format!(
        "{} half-way, with {half} of {} on either side",
        put.in_words(),
        link.cable.name
    );
    Some(Fix::new(title, commands))
}

/// An isolator at the far end of a run.
pub fn isolate_sdi(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let put = PutIn::that(facts, DeviceKind::Isolator, |device| {
        let mut inputs = device.ports_facing(Direction::In);
        inputs.all(|port| port.wire == Wire::Sdi)
    })?;
    let run = &floor.build.connections[connection];
    let joined = |from: PortRef, to: PortRef, length: Length| Command::Connect {
        build: build(facts),
        from,
        to,
        cable: Some(run.cable.clone()),
        length: Some(length),
    };
    let (entry, exit) = (put.port(Direction::In, 0)?, put.port(Direction::Out, 0)?);
    let mut commands = put.put(facts, link.to);
    commands.extend([
        out(facts, run),
        joined(run.from.clone(), entry, run.length),
        joined(exit, run.to.clone(), BEHIND),
    ]);
    let title = format!("{} before {}", put.in_words(), facts.port(link.to));
    Some(Fix::new(title, commands))
}
