//! What isn't there, hired; devices in the place of others.

use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::record::day::Pool;
use model::catalogue::{Device, Port};
use model::document::{Command, Connection, Handle, KitChange, PortRef};
use model::kit;

/// Hires everything that is short.
pub fn hire(short: &[kit::Line]) -> Fix {
    let commands = short.iter().map(|line| Command::SetKit {
        line: KitChange {
            hired: Some(line.hired.saturating_add(line.short())),
            ..KitChange::of(&line.item, line.length)
        },
    });
    Fix::new("Hire what is missing", commands.collect())
}

/// Hires the cards that the day wants.
pub fn hire_cards(facts: &Facts, short: &[Pool]) -> Fix {
    let commands = short.iter().map(|pool| {
        let lacks = pool.needed.saturating_sub(pool.owned);
        Command::SetKit {
            line: kit::hired(facts.floor.production, &pool.medium, None, lacks),
        }
    });
    Fix::new("Hire the cards that are short", commands.collect())
}

/// Joints of what is exchanged, made again where the new one has such a fastening.
fn joints_again(facts: &Facts, changes: &[Exchange], handles: &[Handle]) -> Vec<Command> {
    let floor = facts.floor;
    let stands = |at: &PortRef| {
        let change = handles.iter().position(|handle| *handle == at.device);
        change.is_none_or(|change| {
            let body = changes[change].device.body.as_ref();
            body.is_some_and(|body| body.fastening(&at.port).is_some())
        })
    };
    let joints = floor.build.joints.iter().filter(|joint| {
        let touched = |at: &PortRef| handles.contains(&at.device);
        (touched(&joint.part) || touched(&joint.onto)) && stands(&joint.part) && stands(&joint.onto)
    });
    joints
        .map(|joint| Command::PutJoint {
            build: build(facts),
            joint: joint.clone(),
            at: None,
        })
        .collect()
}

/// A device that is to stand in the place of another.
pub struct Exchange<'d> {
    pub placement: usize,
    pub device: &'d Device,
}

/// Puts devices in the place of others, under the same handles and names, and runs every cable
/// again to a port of the same wire. `None` where one of them has no such port.
pub fn exchange(facts: &Facts, changes: &[Exchange]) -> Option<Fix> {
    let floor = facts.floor;
    let handle = |change: &Exchange| floor.build.placements[change.placement].id.clone();
    let handles: Vec<Handle> = changes.iter().map(handle).collect();
    let touched = |at: &PortRef| handles.iter().position(|handle| *handle == at.device);
    let mut cables = Vec::new();
    let mut taken: Vec<PortRef> = Vec::new();
    for connection in &floor.build.connections {
        if touched(&connection.from).is_none() && touched(&connection.to).is_none() {
            continue;
        }
        let mut moved = |at: &PortRef| match touched(at) {
            None => Some(at.clone()),
            Some(change) => {
                let port = counterpart(facts, at, changes[change].device, &taken)?;
                let at = PortRef::new(&at.device, &port.id);
                if !port.wire.is_air() {
                    taken.push(at.clone());
                }
                Some(at)
            }
        };
        cables.push(Connection {
            from: moved(&connection.from)?,
            to: moved(&connection.to)?,
            ..connection.clone()
        });
    }
    let (mut commands, names) = hired_for(facts, changes);
    for (change, handle) in changes.iter().zip(&handles) {
        let placement = &floor.build.placements[change.placement];
        commands.push(Command::RemoveDevice {
            build: build(facts),
            device: handle.as_str().into(),
        });
        commands.push(Command::AddDevice {
            build: build(facts),
            device: change.device.id.as_str().into(),
            unit: placement.unit.clone(),
            name: Some(placement.name.clone()),
            handle: Some(handle.as_str().into()),
        });
    }
    commands.extend(cables.into_iter().map(|cable| Command::Connect {
        build: build(facts),
        from: cable.from,
        to: cable.to,
        cable: Some(cable.cable),
        length: Some(cable.length),
    }));
    commands.extend(joints_again(facts, changes, &handles));
    let before: Vec<&str> = changes
        .iter()
        .map(|change| facts.device(change.placement))
        .collect();
    let title = format!(
        "Use the {} as {}",
        names.join(" and "),
        before.join(" and ")
    );
    Some(Fix::new(title, commands))
}

/// What must be hired for an exchange, and the devices in words: *2 × Halden Pair*.
fn hired_for(facts: &Facts, changes: &[Exchange]) -> (Vec<Command>, Vec<String>) {
    let floor = facts.floor;
    let mut commands = Vec::new();
    let mut names = Vec::new();
    let mut more: Vec<(&str, u32)> = Vec::new();
    for change in changes {
        match more.iter_mut().find(|(id, _)| *id == change.device.id) {
            Some((_, count)) => *count += 1,
            None => more.push((&change.device.id, 1)),
        }
    }
    for (id, count) in &more {
        let there = floor.production.owned(id, None);
        let lacks = (floor.build.devices_used(id) + count).saturating_sub(there);
        if lacks > 0 {
            commands.push(Command::SetKit {
                line: kit::hired(floor.production, id, None, lacks),
            });
        }
        let name = floor
            .catalogue
            .device(id)
            .map_or(*id, |device| device.name.as_str());
        names.push(if *count > 1 {
            format!("{count} × {name}")
        } else {
            name.to_string()
        });
    }
    (commands, names)
}

/// The port of another device that does what a port did: of its id, else the first free one of
/// its wire and direction.
fn counterpart<'d>(
    facts: &Facts,
    at: &PortRef,
    device: &'d Device,
    taken: &[PortRef],
) -> Option<&'d Port> {
    let floor = facts.floor;
    let old = floor.ports[floor.find(at)?].port;
    let fits = |port: &&Port| {
        port.wire == old.wire
            && port.direction == old.direction
            && port.connector == old.connector
            && !taken.contains(&PortRef::new(&at.device, &port.id))
    };
    let same = device.port(&old.id).filter(|port| fits(port));
    same.or_else(|| device.ports.iter().find(fits))
}
