//! Gear set otherwise: modes left, raw turned off, clamps put on, squeeze and look taken care of.

use super::distribution;
use super::output::change_output;
use super::recording::change_recording;
use crate::fix::basics::{build, connect, disconnect};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, Picture, PortIx, candidates, giving, hops_to, takes_rate};
use model::catalogue::{AdapterKind, Condition, Direction, Mode};
use model::document::{Command, Handle};
use model::kit;
use transport::connector::Connector;
use units::format::PictureFormat;

/// Another output of the same device, free and on, in the place of one that is off.
pub fn other_output(facts: &Facts, port: PortIx) -> Option<Fix> {
    let floor = facts.floor;
    let node = floor.ports[port];
    let connection = *floor.out_of[port].first()?;
    let link = floor.link(connection);
    let others = (0..floor.ports.len()).filter(|other| {
        let socket = floor.ports[*other];
        socket.placement == node.placement
            && socket.port.direction == Direction::Out
            && !floor.occupied[*other]
            && facts.resolved.signals[*other].picture.is_some()
    });
    let fits = |output: &PortIx| {
        let found = facts.resolved.signals[*output]
            .picture
            .map(|picture| picture.format);
        let (from, to) = (floor.ports[*output].port, floor.ports[link.to].port);
        from.wire == to.wire
            && found.is_some_and(|format| {
                floor.takes_format(link.to, format) && takes_rate(floor, link.to, format)
            })
    };
    let output = others.into_iter().find(fits)?;
    let mut fix = connect(facts, output, link.to);
    fix.title = format!("Use {} in its place", facts.port(output));
    fix.commands
        .splice(0..0, disconnect(facts, connection).commands);
    Some(fix)
}

/// Leaves a mode, by whichever of its conditions can be changed.
pub fn leave_mode(facts: &Facts, placement: usize, mode: &Mode) -> Vec<Fix> {
    let ways = mode.when.iter();
    ways.filter_map(|condition| leave(facts, placement, condition))
        .collect()
}

fn leave(facts: &Facts, placement: usize, condition: &Condition) -> Option<Fix> {
    let floor = facts.floor;
    let placed = &floor.build.placements[placement];
    let (name, device) = (facts.device(placement), placed.id.clone());
    Some(match condition {
        Condition::Playback => Fix::new(
            format!("End the playback of {name}"),
            vec![Command::SetPlayback {
                build: build(facts),
                device,
                playback: false,
            }],
        ),
        Condition::RecordingToDrive => {
            let title = format!("Record on the cards of {name}, not on the drive");
            change_recording(facts, placement, &title, |setting| setting.to_drive = false)?
        }
        Condition::RecordingInside => Fix::new(
            format!("Don’t record inside {name}"),
            vec![Command::SetRecording {
                build: build(facts),
                device,
                change: None,
            }],
        ),
        Condition::RawOut => {
            let outputs = placed.settings.outputs.iter();
            let raw = outputs
                .into_iter()
                .find(|(_, setting)| setting.raw.is_some())?;
            picture_not_raw(facts, floor.port_of(placement, raw.0)?)
        }
        Condition::InUse { port } => {
            let port = floor.port_of(placement, port)?;
            let cable = floor.out_of[port].first().copied().or(floor.into[port])?;
            disconnect(facts, cable)
        }
        // The rate is the picture's own: which one to shoot is the crew's choice.
        Condition::Faster { than } => {
            let sent = placed.settings.outputs.values();
            let mut sent = sent.filter_map(|output| output.format);
            if floor.production.format.rate > *than || sent.any(|format| format.rate > *than) {
                return None;
            }
            placed.settings.recording.as_ref()?.format?;
            let title = format!("Record at the project’s rate in {name}");
            change_recording(facts, placement, &title, |setting| setting.format = None)?
        }
    })
}

/// Lets a scaler follow the rate that comes.
pub fn keep_rate(facts: &Facts, port: PortIx, comes: PictureFormat) -> Option<Fix> {
    let format = giving(facts.floor, port).nearest(comes)?;
    let fix = change_output(facts, port, &format.to_string(), |setting| {
        setting.format = Some(format)
    });
    Some(fix)
}

/// Sends a picture in the place of raw.
pub fn picture_not_raw(facts: &Facts, output: PortIx) -> Fix {
    change_output(facts, output, "a picture, not raw", |setting| {
        setting.raw = None
    })
}

/// Puts a clamp on a cable: of the kit, or to hire.
pub fn clamp(facts: &Facts, connection: ConnectionIx, socket: Connector) -> Option<Fix> {
    clamps(facts, connection, socket, 1)
}

/// Puts clamps on a cable: one for each plug that nothing holds.
pub fn clamps(
    facts: &Facts,
    connection: ConnectionIx,
    socket: Connector,
    count: usize,
) -> Option<Fix> {
    on_a_plug(facts, connection, socket, (AdapterKind::Clamp, count))
}

/// A plug that goes round the corner, in the place of a straight one.
pub fn elbow(facts: &Facts, connection: ConnectionIx, socket: Connector) -> Option<Fix> {
    on_a_plug(facts, connection, socket, (AdapterKind::Elbow, 1))
}

/// Clamps or an elbow on the plugs of a cable: of the kit, or hired.
fn on_a_plug(
    facts: &Facts,
    connection: ConnectionIx,
    socket: Connector,
    (kind, count): (AdapterKind, usize),
) -> Option<Fix> {
    let floor = facts.floor;
    let cable = &floor.build.connections[connection];
    let mut adapters = floor.catalogue.adapters.iter();
    let clamp = adapters.find(|one| one.kind == kind && one.into == socket)?;
    let held = floor.production.owned(&clamp.id, None);
    let mut adapters = cable.adapters.clone();
    adapters.extend(std::iter::repeat_n(Handle::from(&clamp.id), count));
    let mut commands = vec![Command::SetAdapters {
        build: build(facts),
        connection: cable.id.clone(),
        adapters,
    }];
    let wanted = u32::try_from(count).unwrap_or(u32::MAX);
    let lacks = (floor.build.adapters_used(&clamp.id) + wanted).saturating_sub(held);
    let hired = lacks > 0;
    if hired {
        commands.push(Command::SetKit {
            line: kit::hired(floor.production, &clamp.id, None, lacks.min(wanted)),
        });
    }
    let mut name = clamp.name.to_lowercase();
    for word in ["HDMI", "BNC", "USB-C"] {
        name = name.replace(&word.to_lowercase(), word);
    }
    let title = format!(
        "Put {} {name} on {} > {}{}",
        match count {
            1 if name.starts_with("HDMI") => "an".to_string(),
            1 => "a".to_string(),
            count => format!("{count} ×"),
        },
        cable.from,
        cable.to,
        if hired { ", hired" } else { "" }
    );
    Some(Fix::new(title, commands))
}

/// Takes the squeeze out: on the screen, else at the camera's output.
pub fn desqueeze(facts: &Facts, placement: usize, origin: PortIx) -> Option<Fix> {
    let device = facts.floor.devices[placement]?;
    if device.desqueezes {
        return Some(set_screen(
            facts,
            placement,
            "take the squeeze out",
            |screen| screen.0 = true,
        ));
    }
    let able = facts.floor.ports[origin].port.origin.as_ref()?.desqueezes;
    able.then(|| {
        change_output(facts, origin, "desqueezed", |setting| {
            setting.desqueeze = true
        })
    })
}

/// Takes the squeeze out at one place only: the screen leaves it, else the output does.
pub fn desqueeze_once(facts: &Facts, placement: usize, origin: PortIx) -> Vec<Fix> {
    let screen = set_screen(facts, placement, "show the picture as it comes", |screen| {
        screen.0 = false;
    });
    let burnt = facts
        .floor
        .output_setting(origin)
        .is_some_and(|setting| setting.desqueeze);
    let output = burnt.then(|| {
        change_output(facts, origin, "squeezed, as the lens gives it", |setting| {
            setting.desqueeze = false;
        })
    });
    std::iter::once(screen).chain(output).collect()
}

/// Changes what a screen does: whether it takes the squeeze out, whether it applies a look.
fn set_screen(
    facts: &Facts,
    placement: usize,
    what: &str,
    change: impl FnOnce(&mut (bool, bool)),
) -> Fix {
    let placed = &facts.floor.build.placements[placement];
    let mut screen = (placed.settings.desqueeze, placed.settings.look);
    change(&mut screen);
    Fix::new(
        format!("Let {} {what}", facts.device(placement)),
        vec![Command::SetScreen {
            build: build(facts),
            device: placed.id.clone(),
            desqueeze: (screen.0 != placed.settings.desqueeze).then_some(screen.0),
            look: (screen.1 != placed.settings.look).then_some(screen.1),
        }],
    )
}

/// Applies a look at one place only: the last of those that apply one leaves it.
pub fn one_look(
    facts: &Facts,
    placement: usize,
    picture: &Picture,
    input: Option<PortIx>,
) -> Option<Fix> {
    if facts.floor.build.placements[placement].settings.look {
        return Some(set_screen(
            facts,
            placement,
            "show the picture as it comes, without a look of its own",
            |screen| screen.1 = false,
        ));
    }
    let hops = hops_to(facts.resolved, input?);
    let sets = |port: &&PortIx| {
        facts
            .floor
            .output_setting(**port)
            .is_some_and(|setting| setting.look)
    };
    let last = hops
        .iter()
        .rev()
        .find(sets)
        .copied()
        .unwrap_or(picture.origin);
    Some(without_look(facts, last))
}

fn without_look(facts: &Facts, output: PortIx) -> Fix {
    change_output(facts, output, "no look", |setting| setting.look = false)
}

/// Takes the look away everywhere on the way, and on the screen.
fn without_any_look(facts: &Facts, placement: usize, hops: &[PortIx]) -> Option<Fix> {
    let floor = facts.floor;
    let on_screen = floor.build.placements[placement].settings.look;
    let screen = on_screen.then(|| {
        set_screen(facts, placement, "show no look", |screen| {
            screen.1 = false;
        })
    });
    let burnt = hops.iter().filter(|port| {
        floor
            .output_setting(**port)
            .is_some_and(|setting| setting.look)
    });
    let outputs = burnt.map(|port| without_look(facts, *port));
    let all: Vec<Fix> = screen.into_iter().chain(outputs).collect();
    let title = all.first()?.title.clone();
    Some(Fix::new(
        match all.len() {
            1 => title,
            n => format!("{title}, and take the look away at {} more", n - 1),
        },
        all.into_iter().flat_map(|fix| fix.commands).collect(),
    ))
}

/// Brings the look that a need asks for, or takes it away.
pub fn look(facts: &Facts, placement: usize, input: PortIx, wanted: bool) -> Option<Fix> {
    let floor = facts.floor;
    let device = floor.devices[placement]?;
    let hops = hops_to(facts.resolved, input);
    if !wanted {
        return without_any_look(facts, placement, &hops);
    }
    if device.screen_look {
        return Some(set_screen(facts, placement, "apply the look", |screen| {
            screen.1 = true
        }));
    }
    let able = |port: &&PortIx| {
        let node = floor.ports[**port];
        let paths = floor.devices[node.placement].map_or(&[][..], |device| &device.paths);
        let boxed = paths
            .iter()
            .any(|path| path.look && path.to.contains(&node.port.id));
        boxed || node.port.origin.as_ref().is_some_and(|origin| origin.look)
    };
    let output = hops.iter().rev().find(able).copied()?;
    Some(change_output(facts, output, "its look", |setting| {
        setting.look = true
    }))
}

/// Feeds what stands behind a relay from a free output of the camera's own, else by a
/// distribution amplifier of the kit, or hired.
pub fn around(facts: &Facts, output: PortIx) -> Option<Fix> {
    let floor = facts.floor;
    let connection = *floor.out_of[output].first()?;
    let behind = floor.link(connection).to;
    let origin = facts.resolved.signals[output].picture?.origin;
    let camera = floor.ports[origin].placement;
    let free = (0..floor.ports.len()).filter(|port| {
        floor.ports[*port].placement == camera
            && !floor.occupied[*port]
            && facts.resolved.signals[*port].picture.is_some()
    });
    for port in free {
        let fitting = candidates(floor, facts.resolved, port);
        // What is behind is taken now; what counts is whether its input would take this output.
        let takes = fitting
            .iter()
            .any(|candidate| candidate.port == behind && candidate.would_fit);
        if takes {
            let mut fix = connect(facts, port, behind);
            fix.title = format!(
                "Feed {} from {}, past {}",
                facts.port(behind),
                facts.port(port),
                facts.device(floor.ports[output].placement)
            );
            fix.commands
                .splice(0..0, disconnect(facts, connection).commands);
            return Some(fix);
        }
    }
    distribution::ahead(facts, output, connection)
}
