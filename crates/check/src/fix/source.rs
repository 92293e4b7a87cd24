//! A picture for what is dark, or the right one for what gets another: an input chosen, a cable run.

use super::output::clean;
use crate::fix::basics::{MOST, build, connect, disconnect};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx, would_take};
use model::catalogue::Direction;
use model::document::{Change, Command, OutputSetting};

/// What mends a destination that gets no picture: an input that has one, a free output that fits,
/// also in the place of a cable that brings nothing.
pub fn feed(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let inputs = device.destination_inputs();
    let mut fixes = choose(facts, placement, |_| true);
    let ports = inputs.iter().filter_map(|id| floor.port_of(placement, id));
    let chosen = floor.chosen_input(placement, inputs);
    let mut targets: Vec<PortIx> = chosen
        .and_then(|input| open_end(facts, input))
        .into_iter()
        .collect();
    targets.extend(ports);
    let mut run = 0;
    for target in targets {
        for output in free_outputs(facts, target) {
            if run == MOST {
                return fixes;
            }
            fixes.push(run_to(facts, output, target));
            run += 1;
        }
    }
    fixes
}

/// Feeds a box that gets nothing: a free output that one of its inputs takes.
pub fn feed_box(facts: &Facts, inputs: &[PortIx]) -> Vec<Fix> {
    let fixes = inputs.iter().filter_map(|input| {
        let output = free_outputs(facts, *input).into_iter().next()?;
        Some(run_to(facts, output, *input))
    });
    fixes.take(MOST).collect()
}

/// Brings the camera that a need names: by an input that has it, else by a cable.
pub fn other_camera(facts: &Facts, placement: usize, camera: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let shows = |origin: PortIx| floor.ports[origin].placement == camera;
    let mut fixes = choose(facts, placement, shows);
    let Some(device) = floor.devices[placement] else {
        return fixes;
    };
    let inputs = device.destination_inputs();
    for target in inputs.iter().filter_map(|id| floor.port_of(placement, id)) {
        let free = free_outputs(facts, target).into_iter().filter(|output| {
            let picture = facts.resolved.signals[*output].picture;
            picture.is_some_and(|picture| shows(picture.origin))
        });
        fixes.extend(free.take(1).map(|output| run_to(facts, output, target)));
    }
    fixes
}

/// Brings a picture of the same camera that has no overlays: by an input that has it, else by a cable from an output
/// that is clean, or can be set to be.
pub fn clean_picture(facts: &Facts, placement: usize, origin: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let camera = floor.ports[origin].placement;
    let same = |port: PortIx| floor.ports[port].placement == camera;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let is_clean = |port: &PortIx| {
        let picture = facts.resolved.signals[*port].picture;
        picture.is_some_and(|picture| same(picture.origin) && !picture.overlay)
    };
    let can_be = |port: &PortIx| {
        let begins = floor.ports[*port].port.origin.as_ref();
        same(*port) && begins.is_some_and(|origin| !origin.never_clean)
    };
    let inputs = device.destination_inputs();
    let targets: Vec<PortIx> = inputs
        .iter()
        .filter_map(|id| floor.port_of(placement, id))
        .collect();
    let chosen = floor.chosen_input(placement, inputs);
    let others = targets.iter().filter(|input| Some(**input) != chosen);
    let mut fixes: Vec<Fix> = others
        .filter(|input| is_clean(input))
        .map(|input| switch_to(facts, *input))
        .collect();
    for target in targets {
        let free = free_outputs(facts, target).into_iter();
        let free = free.filter(|output| is_clean(output) || can_be(output));
        fixes.extend(free.take(MOST).map(|output| {
            let run = run_to(facts, output, target);
            if is_clean(&output) {
                run
            } else {
                run.then(clean(facts, output))
            }
        }));
    }
    fixes
}

/// Inputs to switch to: of the destination, and of what stands on the way to it.
fn choose(facts: &Facts, placement: usize, wanted: impl Fn(PortIx) -> bool) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let has = |input: &PortIx| {
        let picture = facts.resolved.signals[*input].picture;
        picture.is_some_and(|picture| wanted(picture.origin))
    };
    let inputs = device.destination_inputs();
    let chosen = floor.chosen_input(placement, inputs);
    let others = inputs.iter().filter_map(|id| floor.port_of(placement, id));
    let others = others.filter(|input| Some(*input) != chosen && has(input));
    let mut fixes: Vec<Fix> = others.map(|input| switch_to(facts, input)).collect();
    let Some(mut port) = chosen else { return fixes };
    for _ in 0..floor.ports.len() {
        let Some(connection) = floor.into[port] else {
            break;
        };
        let output = floor.link(connection).from;
        let node = floor.ports[output];
        let paths = floor.devices[node.placement].map_or(&[][..], |device| &device.paths);
        let Some(path) = paths
            .iter()
            .find(|path| path.carries_picture() && path.to.contains(&node.port.id))
        else {
            break;
        };
        let now = floor.input_for(output, path);
        let others = path
            .from
            .iter()
            .filter_map(|id| floor.port_of(node.placement, id));
        for input in others.filter(|input| Some(*input) != now && has(input)) {
            fixes.push(
                if floor
                    .output_setting(output)
                    .is_some_and(|setting| setting.source.is_some())
                {
                    route_through(facts, output, input)
                } else {
                    switch_to(facts, input)
                },
            );
        }
        match now {
            Some(input) => port = input,
            None => break,
        }
    }
    fixes
}

/// Switches a device to an input.
fn switch_to(facts: &Facts, input: PortIx) -> Fix {
    let at = facts.floor.name(input);
    Fix::new(
        format!(
            "Switch {} to {}",
            facts.device(facts.floor.ports[input].placement),
            facts.floor.ports[input].port.name
        ),
        vec![Command::ChooseInput {
            build: build(facts),
            device: at.device,
            input: Some(at.port),
        }],
    )
}

/// Lets a router's output take another input.
fn route_through(facts: &Facts, output: PortIx, input: PortIx) -> Fix {
    let at = facts.floor.name(output);
    let before = facts.floor.output_setting(output).cloned();
    let before = before.unwrap_or_default();
    let setting = OutputSetting {
        source: Some(facts.floor.ports[input].port.id.clone()),
        ..before.clone()
    };
    Fix::new(
        format!(
            "Route {} to {}",
            facts.port(input),
            facts.floor.ports[output].port.name
        ),
        vec![Command::SetOutput {
            build: build(facts),
            at,
            change: Change::between(&before, &setting),
        }],
    )
}

/// Where the path to an input ends without a cable.
fn open_end(facts: &Facts, input: PortIx) -> Option<PortIx> {
    let floor = facts.floor;
    let mut port = input;
    for _ in 0..floor.ports.len() {
        let Some(connection) = floor.into[port] else {
            return (port != input).then_some(port);
        };
        let output = floor.link(connection).from;
        let node = floor.ports[output];
        let paths = floor.devices[node.placement].map_or(&[][..], |device| &device.paths);
        let path = paths
            .iter()
            .find(|path| path.carries_picture() && path.to.contains(&node.port.id))?;
        port = match floor.input_for(output, path) {
            Some(input) => input,
            None => return floor.port_of(node.placement, path.from.first()?),
        };
    }
    None
}

/// Free outputs with a picture that an input takes, those of its own unit first.
fn free_outputs(facts: &Facts, input: PortIx) -> Vec<PortIx> {
    let floor = facts.floor;
    let free = (0..floor.ports.len()).filter(|port| {
        let node = floor.ports[*port];
        node.port.direction == Direction::Out
            && (node.port.wire.is_air() || !floor.occupied[*port])
            && node.placement != floor.ports[input].placement
            && facts.resolved.signals[*port].picture.is_some()
            && would_take(floor, facts.resolved, *port, input)
    });
    let unit = &floor.placement_of(input).unit;
    let mut free: Vec<PortIx> = free.collect();
    free.sort_by_key(|port| (floor.placement_of(*port).unit != *unit, *port));
    free
}

/// Runs a cable to an input: in the place of one that is there, and switched to where that matters.
fn run_to(facts: &Facts, output: PortIx, input: PortIx) -> Fix {
    let floor = facts.floor;
    let held: Option<ConnectionIx> = floor.into[input];
    let mut fix = connect(facts, output, input);
    let mut commands = held.map_or_else(Vec::new, |held| disconnect(facts, held).commands);
    commands.append(&mut fix.commands);
    let node = floor.ports[input];
    let settings = &floor.build.placements[node.placement].settings;
    if settings
        .input
        .as_ref()
        .is_some_and(|chosen| *chosen != node.port.id)
    {
        commands.extend(switch_to(facts, input).commands);
    }
    Fix::new(fix.title, commands)
}
