//! Which inputs an output can feed, in order of fit, and why the others can't take it.

use super::load::takes_rate;
use super::picture::passes_raw;
use super::{Floor, PortIx, Resolved};
use model::catalogue::{AudioPort, Direction, InputLevel, LevelKind, MicrophonePower};
use transport::sdi::Level;
use transport::wire::Wire;

/// An input, seen from an output.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Candidate {
    /// The input.
    pub port: PortIx,
    /// Whether it can take what the output gives, as it is.
    pub fits: bool,
    /// Whether it could if nothing were in its socket.
    pub would_fit: bool,
    /// The reason, in words.
    pub reason: String,
}

/// Every input of the floor for one output, in order of fit: of those that take it, screens and
/// recorders that have no picture yet first, then those of the output's own unit; then those that
/// don't, what is nearest to fitting first.
pub fn candidates(floor: &Floor, resolved: &Resolved, output: PortIx) -> Vec<Candidate> {
    let inputs =
        (0..floor.ports.len()).filter(|port| floor.ports[*port].port.direction == Direction::In);
    let other = inputs.filter(|port| floor.ports[*port].placement != floor.ports[output].placement);
    let mut found: Vec<((u8, bool, bool), Candidate)> = other
        .map(|port| {
            let obstacle = obstacle(floor, resolved, output, port);
            let taken = floor.into[port].filter(|_| {
                obstacle
                    .as_ref()
                    .is_none_or(|(rank, _)| *rank < OTHER_SOCKET)
            });
            let would_fit = obstacle.is_none();
            let (rank, reason) = match (taken, obstacle) {
                (Some(number), _) => (
                    TAKEN,
                    format!(
                        "has a cable already, from {}",
                        floor.name(floor.link(number).from)
                    ),
                ),
                (None, Some(obstacle)) => obstacle,
                (None, None) => (0, takes(floor, resolved, output, port)),
            };
            let candidate = Candidate {
                port,
                fits: rank == 0,
                would_fit,
                reason,
            };
            (
                (rank, !waits(floor, port), far(floor, output, port)),
                candidate,
            )
        })
        .collect();
    found.sort_by_key(|(order, candidate)| (*order, candidate.port));
    found.into_iter().map(|(_, candidate)| candidate).collect()
}

/// Every output that an input can be fed from, in order of fit: those of its own kind of wire, free and
/// fitting first. What is of another wire is left out: a route finds a way.
pub fn sources(floor: &Floor, resolved: &Resolved, input: PortIx) -> Vec<Candidate> {
    let node = floor.ports[input];
    let outputs = (0..floor.ports.len()).filter(|output| {
        let other = floor.ports[*output];
        other.port.direction == Direction::Out
            && other.placement != node.placement
            && other.port.wire == node.port.wire
    });
    let mut found: Vec<((u8, bool, bool), Candidate)> = outputs
        .map(|output| {
            let gives = resolved.signals[output].picture;
            let obstacle = obstacle(floor, resolved, output, input);
            let would_fit = obstacle.is_none();
            let taken = !floor.ports[output].port.wire.is_air() && floor.occupied[output];
            let (rank, reason) = match (taken, obstacle) {
                (true, None) => (TAKEN, leads_to(floor, output)),
                (_, Some((rank, why))) => {
                    (rank, format!("doesn’t fit: {} {why}", floor.spoken(input)))
                }
                (false, None) => match gives {
                    Some(picture) => (0, format!("gives {}", picture.format)),
                    None if node.port.wire.carries().picture => {
                        (0, "fits; no picture comes through it yet".to_string())
                    }
                    None => (0, "fits".to_string()),
                },
            };
            let candidate = Candidate {
                port: output,
                fits: rank == 0,
                would_fit,
                reason,
            };
            let dark = node.port.wire.carries().picture && gives.is_none();
            ((rank, dark, far(floor, output, input)), candidate)
        })
        .collect();
    found.sort_by_key(|(order, candidate)| (*order, candidate.port));
    found.into_iter().map(|(_, candidate)| candidate).collect()
}

/// Where the cable in an output goes.
fn leads_to(floor: &Floor, output: PortIx) -> String {
    match floor.out_of[output].first() {
        Some(number) => {
            let to = floor.link(*number).to;
            format!("has a cable already, to {}", floor.spoken(to))
        }
        None => "has a cable already".into(),
    }
}

/// Whether an input would take what an output gives if its socket were free.
pub fn would_take(floor: &Floor, resolved: &Resolved, output: PortIx, input: PortIx) -> bool {
    floor.ports[input].port.direction == Direction::In
        && obstacle(floor, resolved, output, input).is_none()
}

/// Ranks of what keeps an output from an input, nearest to fitting first.
const FORMAT: u8 = 1;
const LEVEL: u8 = 2;
const TAKEN: u8 = 3;
const OTHER_SOCKET: u8 = 4;
const OTHER_WIRE: u8 = 5;

/// Whether a screen or recorder has no picture cable yet.
fn waits(floor: &Floor, input: PortIx) -> bool {
    let node = floor.ports[input];
    floor.devices[node.placement].is_some_and(|device| {
        let inputs = device.destination_inputs();
        inputs.contains(&node.port.id) && floor.chosen_input(node.placement, inputs).is_none()
    })
}

fn far(floor: &Floor, output: PortIx, input: PortIx) -> bool {
    floor.placement_of(output).unit != floor.placement_of(input).unit
}

/// Why an input can't take an output as it is, its socket aside, with a rank.
fn obstacle(
    floor: &Floor,
    resolved: &Resolved,
    output: PortIx,
    input: PortIx,
) -> Option<(u8, String)> {
    let (from, to) = (floor.ports[output].port, floor.ports[input].port);
    if from.wire != to.wire {
        return Some((OTHER_WIRE, format!("takes {}, not {}", to.wire, from.wire)));
    }
    let cable = floor.catalogue.cables.iter().find(|cable| {
        cable.joins(from.connector, to.connector) && cable.wires.contains(&from.wire)
    });
    if cable.is_none() {
        return Some((
            OTHER_SOCKET,
            format!("no cable goes from {} to {}", from.connector, to.connector),
        ));
    }
    if from.wire == Wire::RadioPicture || from.wire == Wire::RadioSound {
        let radio = |port: PortIx| {
            let device = floor.devices[floor.ports[port].placement];
            device.and_then(|device| device.radio.as_ref())
        };
        if let (Some(sender), Some(receiver)) = (radio(output), radio(input))
            && sender.system != receiver.system
        {
            return Some((
                OTHER_SOCKET,
                format!("is of another radio system, {}", receiver.system),
            ));
        }
    }
    if let (Some(gives), Some(takes)) = (&from.audio, &to.audio)
        && let Some(why) = sound_obstacle(gives, takes)
    {
        return Some((FORMAT, why.into()));
    }
    let picture = resolved.signals[output].picture?;
    let takes = floor.takes(input).in_words();
    if picture.leg.is_none() && !takes_rate(floor, input, picture.format) {
        let most = match to.wire {
            Wire::Hdmi => floor
                .hdmi(input)
                .map(|(generation, _)| format!("HDMI {generation}")),
            _ => to.sdi.as_ref().map(|sdi| sdi.class.to_string()),
        };
        let most = most.unwrap_or_else(|| to.wire.to_string());
        return Some((
            FORMAT,
            format!("takes {takes} on {most}, not {}", picture.format),
        ));
    }
    if picture.raw && !passes_raw(floor, input, &picture) {
        let name = floor
            .output_setting(picture.origin)
            .and_then(|setting| setting.raw.as_deref());
        return Some((
            FORMAT,
            format!("doesn’t name the raw called “{}”", name.unwrap_or("raw")),
        ));
    }
    if picture.leg.is_none() && !picture.raw && !floor.takes_format(input, picture.format) {
        return Some((FORMAT, format!("takes {takes}, not {}", picture.format)));
    }
    let knows = |level: &Level| to.sdi.as_ref().is_none_or(|sdi| sdi.levels.contains(level));
    if let Some(level) = picture.level.filter(|level| !knows(level)) {
        return Some((LEVEL, format!("doesn’t take level {level} on 3G")));
    }
    None
}

/// Why an input doesn't do for a microphone or an output: power, level, ears.
fn sound_obstacle(from: &AudioPort, to: &AudioPort) -> Option<&'static str> {
    if from.headphones != to.headphones {
        return Some(if to.headphones {
            "is for ears: connect it to a headphone socket"
        } else {
            "takes a microphone or a line, not what is for headphones"
        });
    }
    // A passive box passes on what it gets; what isn't described is tried.
    if to.passive || to.takes.is_empty() {
        return None;
    }
    let kinds = |kind: LevelKind| to.takes.iter().any(|level| level.kind == kind);
    if let Some(microphone) = &from.microphone {
        if !kinds(LevelKind::Mic) {
            return Some("takes line level, not a microphone’s");
        }
        let gives = |power: fn(&InputLevel) -> bool| to.takes.iter().any(power);
        return match microphone.power {
            MicrophonePower::Phantom if !gives(|level| level.phantom) => Some("gives no 48 V"),
            MicrophonePower::PlugIn if !gives(|level| level.plug_in_power) => {
                Some("gives no plug-in power")
            }
            _ => None,
        };
    }
    let line_only =
        !from.gives.is_empty() && from.gives.iter().all(|level| level.kind == LevelKind::Line);
    (line_only && !kinds(LevelKind::Line)).then_some("takes a microphone’s level, not line")
}

fn takes(floor: &Floor, resolved: &Resolved, output: PortIx, input: PortIx) -> String {
    let what = match resolved.signals[output].picture {
        Some(picture) => picture.format.to_string(),
        None => floor.ports[input].port.wire.to_string(),
    };
    if waits(floor, input) {
        format!("takes {what}, and waits for a picture")
    } else {
        format!("takes {what}")
    }
}
