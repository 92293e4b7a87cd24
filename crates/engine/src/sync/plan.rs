//! A floor brought into sync with what the kit has: who leads, which box goes where, what is set.

use super::tree::{ClockAt, TimecodeSource, clocks, unplugs};
use crate::path::{Floor, PortIx, Resolved, fed_by_cable};
use model::catalogue::{Cable, Device, DeviceKind, Direction, Port};
use model::document::{Change, ClockSetting, Command, Handle, PortRef, handle_from};
use model::kit;
use transport::wire::Wire;

/// What would be done, and why.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Plan {
    /// The edit.
    pub commands: Vec<Command>,
    /// What it does, in sentences.
    pub says: Vec<String>,
    /// What it leaves, and why.
    pub left: Vec<String>,
}

/// A box that isn't on the floor yet, or is and feeds nothing.
enum Source<'c> {
    Free(PortIx),
    Owned(&'c Device),
    Hired(&'c Device),
}

/// Brings a floor into sync: the truest clock leads; everything counts what the project counts; whatever
/// takes timecode and gets none gets a box that stays on it.
pub fn plan(floor: &Floor, resolved: &Resolved) -> Plan {
    let mut plan = Plan::default();
    let all = clocks(floor, resolved);
    if all.is_empty() {
        plan.left.push("Nothing on the floor keeps time.".into());
        return plan;
    }
    let build = floor.build.id.clone();
    let name = |placement: usize| floor.build.placements[placement].name.as_str();
    let master = lead(floor, &all, &mut plan);
    let project = floor.production.timecode();
    for clock in all.iter().filter(|clock| clock.counts != project) {
        plan.commands.push(Command::SetTimecode {
            build: build.clone(),
            device: floor.build.placements[clock.placement].id.clone(),
            timecode: None,
        });
        plan.says.push(format!(
            "{} counts {project}, as the project does.",
            name(clock.placement)
        ));
    }
    let mut sources = sources(floor);
    let mut taken: Vec<Handle> = Vec::new();
    for clock in all.iter().filter(|clock| Some(clock.placement) != master) {
        let setting = &floor.build.placements[clock.placement].settings.clock;
        if setting.way.is_some() {
            let free = ClockSetting {
                way: None,
                ..setting.clone()
            };
            plan.commands.push(Command::SetClock {
                build: build.clone(),
                device: floor.build.placements[clock.placement].id.clone(),
                change: Change::between(setting, &free),
            });
            let fed = fed_by_cable(floor, resolved, clock.placement);
            let master = master.filter(|_| fed.is_none());
            plan.says.push(match (fed, master) {
                (Some((_, from)), _) => {
                    format!(
                        "{} takes its time from {}.",
                        name(clock.placement),
                        name(from)
                    )
                }
                (None, Some(master)) => {
                    format!("{} follows {}.", name(clock.placement), name(master))
                }
                (None, None) => format!("{} runs on from when it is set.", name(clock.placement)),
            });
        }
        let is_box = floor.devices[clock.placement]
            .is_some_and(|device| device.kind == DeviceKind::TimecodeBox);
        if clock.way.is_fed() || is_box {
            continue;
        }
        if unplugs(floor) {
            plan.left.push(format!(
                "{} is jammed and unplugged, as the house does: jam it again when the Time view says so.",
                name(clock.placement)
            ));
        } else {
            feed(floor, clock, &mut sources, &mut taken, &mut plan);
        }
    }
    plan
}

/// What gives one clock a box that stays on it: of the unit, of the kit, else hired.
pub fn feed_one(floor: &Floor, clock: &ClockAt) -> Plan {
    let mut plan = Plan::default();
    // A box needs no box: it is jammed.
    let is_box = |device: &Device| device.kind == DeviceKind::TimecodeBox;
    if floor.devices[clock.placement].is_some_and(is_box) {
        return plan;
    }
    let mut sources = sources(floor);
    let mut boxes: Vec<&Device> = floor
        .catalogue
        .devices
        .iter()
        .filter(|device| device.kind == DeviceKind::TimecodeBox && device.clock.is_some())
        .collect();
    // One that follows by radio needs its own kind; of the others the simplest.
    let radio = |device: &Device| {
        let clock = device.clock.as_ref();
        clock.is_some_and(|clock| clock.radio.is_some())
    };
    boxes.sort_by_key(|device| (radio(device), device.ports.len()));
    sources.extend(boxes.into_iter().map(Source::Hired));
    feed(floor, clock, &mut sources, &mut Vec::new(), &mut plan);
    plan
}

/// Who leads: the one that is named, where one is; else the truest, a clock that is made to lead first.
fn lead(floor: &Floor, all: &[ClockAt], plan: &mut Plan) -> Option<usize> {
    let named = floor.build.timecode_master.as_deref();
    if let Some(named) = named.and_then(|handle| floor.placement(handle)) {
        return Some(named);
    }
    let device = |clock: &ClockAt| floor.devices[clock.placement];
    let rank = |clock: &ClockAt| {
        let described = device(clock).and_then(|device| device.clock.as_ref());
        let leads = described.is_some_and(|clock| clock.leads);
        let gives = device(clock).is_some_and(|device| {
            let mut out = device.ports_facing(Direction::Out);
            out.any(|port| {
                port.origin
                    .as_ref()
                    .is_some_and(|origin| origin.signal == model::catalogue::SignalKind::Timecode)
            })
        });
        (!leads, !gives, clock.ppm.0.abs())
    };
    let best = all.iter().min_by_key(|clock| rank(clock))?;
    let placement = &floor.build.placements[best.placement];
    plan.commands.push(Command::SetTimecodeMaster {
        build: floor.build.id.clone(),
        device: Some(placement.id.clone()),
    });
    plan.says.push(format!(
        "{} leads: its clock is the truest that gives time, {}.",
        placement.name, best.ppm
    ));
    Some(best.placement)
}

/// Outputs that give timecode and feed nothing, then boxes of the kit that aren't on the floor.
fn sources<'c>(floor: &Floor<'c>) -> Vec<Source<'c>> {
    let is_source = |port: &Port| {
        port.origin
            .as_ref()
            .is_some_and(|origin| origin.signal == model::catalogue::SignalKind::Timecode)
    };
    let mut sources: Vec<Source> = Vec::new();
    for (port, node) in floor.ports.iter().enumerate() {
        if is_source(node.port) && floor.out_of[port].is_empty() {
            sources.push(Source::Free(port));
        }
    }
    for line in &floor.production.kit {
        let Some(device) = floor.catalogue.device(&line.item) else {
            continue;
        };
        let used = floor.build.devices_used(&device.id);
        if device.kind == DeviceKind::TimecodeBox && device.ports.iter().any(is_source) {
            let left = line.there().saturating_sub(used).min(100);
            sources.extend((0..left).map(|_| Source::Owned(device)));
        }
    }
    sources
}

/// A cable that brings timecode from a port to an input.
fn joining<'f>(floor: &Floor<'f>, port: &Port, input: PortIx) -> Option<&'f Cable> {
    let connector = floor.ports[input].port.connector;
    floor.catalogue.cables.iter().find(|cable| {
        cable.wires.contains(&Wire::Ltc)
            && port.wire == Wire::Ltc
            && cable.joins(port.connector, connector)
    })
}

/// Gives a clock a box that stays on it, where its unit or the kit has one that fits.
fn feed(
    floor: &Floor,
    clock: &ClockAt,
    sources: &mut Vec<Source>,
    taken: &mut Vec<Handle>,
    plan: &mut Plan,
) {
    let placed = &floor.build.placements[clock.placement];
    let input = floor.ports_of(clock.placement).find(|port| {
        let node = floor.ports[*port];
        node.port.direction == Direction::In
            && node.port.wire == Wire::Ltc
            && !floor.occupied[*port]
    });
    let Some(input) = input else {
        // Where something is plugged in already, that is set otherwise, and said so.
        let plugged = floor.ports_of(clock.placement).any(|port| {
            let node = floor.ports[port];
            node.port.direction == Direction::In
                && node.port.wire == Wire::Ltc
                && floor.into[port].is_some()
        });
        if clock.way != TimecodeSource::Master && !plugged {
            plan.left.push(format!(
                "{} has no free input for timecode: jam it, and again in the breaks.",
                placed.name
            ));
        }
        return;
    };
    let joins = |port: &Port| joining(floor, port, input);
    let fits = |source: &Source| match source {
        // A box of another unit stays where it is.
        Source::Free(port) => {
            let node = floor.ports[*port];
            let unit = &floor.build.placements[node.placement].unit;
            *unit == placed.unit && node.placement != clock.placement && joins(node.port).is_some()
        }
        Source::Owned(device) | Source::Hired(device) => {
            let mut out = device.ports_facing(Direction::Out);
            out.any(|port| joins(port).is_some())
        }
    };
    let Some(number) = sources.iter().position(fits) else {
        plan.left.push(format!(
            "No box is left for {}: jam it, and again in the breaks.",
            placed.name
        ));
        return;
    };
    let build = floor.build.id.clone();
    let source = sources.remove(number);
    if let Source::Hired(device) = source {
        plan.commands.push(Command::SetKit {
            line: kit::hired(floor.production, &device.id, None, 1),
        });
    }
    let (from, cable) = match source {
        Source::Free(port) => (floor.name(port), joins(floor.ports[port].port)),
        Source::Owned(device) | Source::Hired(device) => {
            let handle = handle_from("timecode", |handle| {
                floor.placement(handle).is_some() || taken.iter().any(|other| other == handle)
            });
            taken.push(handle.clone());
            let out = device
                .ports_facing(Direction::Out)
                .find(|port| joins(port).is_some());
            let Some(out) = out else { return };
            plan.commands.push(Command::AddDevice {
                build: build.clone(),
                device: device.id.as_str().into(),
                unit: placed.unit.clone(),
                name: Some(format!("{} timecode", placed.name)),
                handle: Some(handle.clone()),
            });
            (PortRef::new(&handle, &out.id), joins(out))
        }
    };
    plan.commands.push(Command::Connect {
        build,
        from,
        to: floor.name(input),
        cable: cable.map(|cable| Handle::from(&cable.id)),
        length: None,
    });
    plan.says.push(format!(
        "A box stays on {}: it is fed all day, and needn’t be set again.",
        placed.name
    ));
}
