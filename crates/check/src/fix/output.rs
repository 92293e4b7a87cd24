//! Outputs set otherwise: format, level, overlays.

use super::gear::leave_mode;
use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx, cable_limits, giving, hops_to, made_as, takes_rate};
use model::catalogue::{Direction, Via, nearest_of};
use model::document::{Change, Command, OutputSetting, able_part};
use transport::Margin;
use transport::wire::Wire;
use units::format::{PictureFormat, Quality};

/// The output upstream of a connection whose format can be set, with the ports from there to the
/// connection's input.
pub fn settable_upstream(facts: &Facts, connection: ConnectionIx) -> Option<(PortIx, Vec<PortIx>)> {
    let link = facts.floor.link(connection);
    let mut ports = hops_to(facts.resolved, link.from);
    ports.push(link.to);
    let settable = |port: &PortIx| {
        let node = facts.floor.ports[*port];
        node.port.direction == Direction::Out && !node.port.formats.is_open()
    };
    let at = ports.iter().rposition(settable)?;
    Some((ports[at], ports.split_off(at)))
}

/// Whether a format comes through every cable between these ports, with the worst margin.
fn comes_through(facts: &Facts, ports: &[PortIx], format: PictureFormat) -> Option<Margin> {
    let mut worst = Margin::Ok;
    for port in ports {
        let node = facts.floor.ports[*port].port;
        if !takes_rate(facts.floor, *port, format) {
            return None;
        }
        if node.direction == Direction::In {
            if !facts.floor.takes_format(*port, format) {
                return None;
            }
            let connection = facts.floor.into[*port]?;
            let (cable, length) = (
                facts.floor.link(connection).cable,
                facts.floor.build.connections[connection].length,
            );
            worst = worst.max(cable_limits(cable, length, node.wire, format));
        }
    }
    (worst < Margin::Stop).then_some(worst)
}

/// Sets something of what an output gives, and leaves the rest as it is.
pub(super) fn change_output(
    facts: &Facts,
    output: PortIx,
    to: &str,
    change: impl FnOnce(&mut OutputSetting),
) -> Fix {
    let at = facts.floor.name(output);
    let outputs = &facts.floor.placement_of(output).settings.outputs;
    let before = outputs.get(&at.port).cloned().unwrap_or_default();
    let mut setting = before.clone();
    change(&mut setting);
    let port = facts.floor.ports[output].port;
    let device = facts.floor.devices[facts.floor.ports[output].placement];
    let setting = device.map_or(setting.clone(), |device| {
        able_part(device, &at, port, setting)
    });
    let title = format!("Set {} to {to}", facts.port(output));
    Fix::new(
        title,
        vec![Command::SetOutput {
            build: build(facts),
            at,
            change: Change::between(&before, &setting),
        }],
    )
}

fn set_format(facts: &Facts, output: PortIx, format: PictureFormat) -> Fix {
    change_output(facts, output, &format.to_string(), |setting| {
        setting.format = Some(format)
    })
}

/// Sets the output upstream to the nearest format that comes all the way through, at its own
/// frame rate or else at the project's.
pub fn output_format(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let (output, ports) = settable_upstream(facts, connection)?;
    let now = facts.resolved.signals[output].picture?.format;
    let gives = giving(facts.floor, output);
    let current = comes_through(facts, &ports, now);
    // A run that is only near its reach is worth another format only if that one has room.
    let better = |format: &PictureFormat| {
        let margin = comes_through(facts, &ports, *format);
        *format != now
            && !reaches_by_more(*format, now)
            && margin.is_some_and(|margin| current.is_none_or(|current| margin < current))
    };
    let at = |rate| nearest_of(gives.formats_at(rate).into_iter().filter(better), now);
    at(now.rate)
        .or_else(|| at(facts.floor.production.format.rate))
        .map(|format| set_format(facts, output, format))
}

/// Whether a format is finer than another one. A faster class of SDI covers more loss, but nobody sends
/// more to reach further.
fn reaches_by_more(format: PictureFormat, now: PictureFormat) -> bool {
    format.bits > now.bits || format.sampling > now.sampling || format.rate > now.rate
}

pub fn follow_project(facts: &Facts, output: PortIx) -> Option<Fix> {
    let gives = giving(facts.floor, output);
    gives
        .nearest(facts.floor.production.format)
        .map(|format| set_format(facts, output, format))
}

/// Sets the level where it is made: at the last device that isn't a loop.
pub fn level(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.link(connection);
    let takes = facts.floor.ports[link.to]
        .port
        .sdi
        .as_ref()?
        .levels
        .first()
        .copied()?;
    let hops = hops_to(facts.resolved, link.from);
    let maker = hops.into_iter().rev().find(|port| {
        let node = facts.floor.ports[*port];
        let paths = facts.floor.devices[node.placement]
            .map(|device| device.paths.as_slice())
            .unwrap_or_default();
        let looped = paths.iter().any(|path| {
            path.to.contains(&node.port.id) && matches!(path.via, Via::Loop | Via::Relay)
        });
        node.port.direction == Direction::Out && node.port.wire == Wire::Sdi && !looped
    })?;
    facts.floor.ports[maker]
        .port
        .sdi
        .as_ref()
        .filter(|sdi| sdi.levels.contains(&takes))?;
    Some(change_output(
        facts,
        maker,
        &format!("level {takes}"),
        |setting| setting.level = Some(takes),
    ))
}

/// Sets an output to clean.
pub fn clean(facts: &Facts, output: PortIx) -> Fix {
    change_output(facts, output, "clean", |setting| setting.overlay = false)
}

/// Leaves the mode in which the camera makes less; sets its output to the nearest format with which
/// `wanted` arrives.
pub fn quality(facts: &Facts, placement: usize, wanted: Quality) -> Vec<Fix> {
    let floor = facts.floor;
    let arrivals = &facts.resolved.arrivals;
    let arrival = arrivals
        .iter()
        .find(|arrival| arrival.placement == placement);
    let picture = arrival.and_then(|arrival| facts.resolved.signals[arrival.input?].picture);
    let left = picture.map_or_else(Vec::new, |picture| {
        let camera = floor.ports[picture.origin].placement;
        let (cap, mode) = made_as(floor, picture.origin);
        let modes = floor.devices[camera].map_or(&[][..], |device| &device.modes);
        let mode = mode.filter(|_| !cap.limit(wanted).reaches(wanted));
        match mode.and_then(|mode| modes.get(mode)) {
            Some(mode) => leave_mode(facts, camera, mode),
            None => Vec::new(),
        }
    });
    left.into_iter()
        .chain(better_format(facts, placement, wanted))
        .collect()
}

fn better_format(facts: &Facts, placement: usize, wanted: Quality) -> Option<Fix> {
    let floor = facts.floor;
    let input = facts
        .resolved
        .arrivals
        .iter()
        .find(|arrival| arrival.placement == placement)?
        .input?;
    let now = facts.resolved.signals[input].picture?;
    let ports = hops_to(facts.resolved, input);
    // A scale or a radio link on the way sets its own ceiling: the output can't mend that.
    let scaled = ports[1..].iter().any(|port| {
        let node = floor.ports[*port].port;
        node.direction == Direction::Out && !node.formats.is_open()
    });
    if scaled {
        return None;
    }
    floor.ports[now.origin].port.origin.as_ref()?;
    let set = facts.resolved.signals[now.origin].picture?.format;
    let formats = giving(floor, now.origin).formats_at(set.rate).into_iter();
    let reach = formats.filter(|format| {
        made_as(floor, now.origin)
            .0
            .limit(format.quality())
            .reaches(wanted)
    });
    let through = reach.filter(|format| comes_through(facts, &ports, *format).is_some());
    nearest_of(through, set).map(|format| set_format(facts, now.origin, format))
}
