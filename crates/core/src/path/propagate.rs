//! Each source, followed through leads and devices to every port.

use super::graph::{Floor, Refused};
use super::load::{level_at, measure};
use super::{Arrival, Load, Picture, PortIx, Problem, Signal, Sound, Timecode};
use crate::carriage::connector::Wire;
use crate::carriage::{hdmi, sdi};
use crate::catalogue::{Direction, InternalPath, Origin, SignalKind, Via};
use crate::format::PictureFormat;
use crate::quantity::Delay;
use crate::timecode::TimecodeRate;
use std::collections::VecDeque;

/// What follows from a floor.
#[derive(Debug, Clone, PartialEq)]
pub struct Resolved {
    /// What runs through each port.
    pub signals: Vec<Signal>,
    /// The output or input that each port's picture came from.
    pub picture_from: Vec<Option<PortIx>>,
    /// How full each connection is.
    pub loads: Vec<Load>,
    /// What is wrong, in the order of the build.
    pub problems: Vec<Problem>,
    /// What arrives at each screen and recorder.
    pub arrivals: Vec<Arrival>,
}

/// Follows every signal of a floor. Pure and total: any floor gives an answer.
pub fn resolve(floor: &Floor) -> Resolved {
    let mut walk = Walk {
        floor,
        resolved: Resolved {
            signals: vec![Signal::default(); floor.ports.len()],
            picture_from: vec![None; floor.ports.len()],
            loads: vec![Load::None; floor.build.connections.len()],
            problems: Vec::new(),
            arrivals: Vec::new(),
        },
    };
    walk.report_unknown();
    walk.follow_all();
    walk.check_timecode();
    let mut resolved = walk.resolved;
    super::arrival::collect(floor, &mut resolved);
    resolved
}

struct Walk<'f, 'a> {
    floor: &'f Floor<'a>,
    resolved: Resolved,
}

impl Walk<'_, '_> {
    fn report_unknown(&mut self) {
        let problems = &mut self.resolved.problems;
        let unknown = self
            .floor
            .devices
            .iter()
            .enumerate()
            .filter(|(_, device)| device.is_none());
        problems.extend(unknown.map(|(placement, _)| Problem::UnknownDevice { placement }));
        problems.extend(
            self.floor
                .refused
                .iter()
                .map(|&(connection, why)| match why {
                    Refused::NoSuchPort => Problem::NoSuchPort { connection },
                    Refused::UnknownLead => Problem::UnknownLead { connection },
                    Refused::SocketTaken => Problem::SecondLead { connection },
                }),
        );
    }

    /// Ports in an order in which every port comes after all that feed it; what is left over
    /// stands in, or behind, a circle.
    fn follow_all(&mut self) {
        let floor = self.floor;
        let (feeds, mut waiting) = edges(floor);
        let mut ready: VecDeque<PortIx> = (0..floor.ports.len())
            .filter(|port| waiting[*port] == 0)
            .collect();
        let mut done = vec![false; floor.ports.len()];
        while let Some(port) = ready.pop_front() {
            done[port] = true;
            match floor.ports[port].port.direction {
                Direction::In => self.arrive(port),
                Direction::Out => self.leave(port),
            }
            for &next in &feeds[port] {
                waiting[next] -= 1;
                if waiting[next] == 0 {
                    ready.push_back(next);
                }
            }
        }
        self.report_loops(&feeds, &done);
    }

    /// Every port left over has a feeder left over: walking up from any of them ends in a circle.
    fn report_loops(&mut self, feeds: &[Vec<PortIx>], done: &[bool]) {
        let mut fed_by = vec![None; done.len()];
        for (port, nexts) in feeds.iter().enumerate().filter(|(port, _)| !done[*port]) {
            for &next in nexts {
                fed_by[next].get_or_insert(port);
            }
        }
        let mut seen = vec![0; done.len()];
        for start in (0..done.len()).filter(|port| !done[*port]) {
            let mut port = start;
            while seen[port] == 0 {
                seen[port] = start + 1;
                match fed_by[port] {
                    Some(feeder) => port = feeder,
                    None => break,
                }
            }
            if seen[port] != start + 1 {
                continue;
            }
            let mut circle = vec![port];
            while let Some(feeder) =
                fed_by[circle[circle.len() - 1]].filter(|feeder| *feeder != port)
            {
                circle.push(feeder);
            }
            circle.reverse();
            let problem = self.resolved.problems.len();
            for &port in &circle {
                self.resolved.signals[port].stopped_by = Some(problem);
            }
            self.resolved.problems.push(Problem::Loop { ports: circle });
        }
        // What stands behind a circle is dark because of it.
        for start in (0..done.len()).filter(|port| !done[*port]) {
            let (mut port, mut steps) = (start, 0);
            while self.resolved.signals[port].stopped_by.is_none() && steps < done.len() {
                match fed_by[port] {
                    Some(feeder) => port = feeder,
                    None => break,
                }
                steps += 1;
            }
            self.resolved.signals[start].stopped_by = self.resolved.signals[port].stopped_by;
        }
    }

    /// What a lead brings to an input.
    fn arrive(&mut self, port: PortIx) {
        let floor = self.floor;
        let Some(number) = floor.into[port] else {
            return;
        };
        let link = floor.standing(number);
        let mut signal = self.resolved.signals[link.from].clone();
        let (output, input) = (floor.ports[link.from].port, floor.ports[port].port);
        let problems = &mut self.resolved.problems;
        if output.wire != input.wire {
            problems.push(Problem::OtherWire { connection: number });
            self.resolved.signals[port] = Signal {
                stopped_by: Some(problems.len() - 1),
                ..Signal::default()
            };
            return;
        }
        if !link.lead.joins(output.connector, input.connector)
            || !link.lead.wires.contains(&output.wire)
        {
            problems.push(Problem::WrongLead { connection: number });
            self.resolved.signals[port] = Signal {
                stopped_by: Some(problems.len() - 1),
                ..Signal::default()
            };
            return;
        }
        match output.wire {
            Wire::Sdi => signal.sound.truncate(sdi::EMBEDDED_CHANNELS),
            Wire::Hdmi => {
                // Timecode over HDMI is each maker's own; it isn't counted on.
                signal.sound.truncate(hdmi::AUDIO_CHANNELS);
                signal.timecode = None;
            }
            Wire::Ltc => {
                signal = Signal {
                    timecode: signal.timecode,
                    ..Signal::default()
                }
            }
            Wire::Analogue | Wire::RadioSound => {
                signal = Signal {
                    sound: signal.sound,
                    ..Signal::default()
                }
            }
            Wire::RadioPicture => {}
        }
        if let Some(picture) = signal.picture {
            let (load, mut found) = measure(floor, number, link, &picture);
            self.resolved.loads[number] = load;
            if !input.formats.hold(picture.format) && !found.iter().any(stops_picture) {
                found.push(Problem::NotTaken {
                    connection: number,
                    format: picture.format,
                });
            }
            if let Some(stopper) = found.iter().position(stops_picture) {
                signal = Signal {
                    stopped_by: Some(problems.len() + stopper),
                    ..Signal::default()
                };
            } else {
                self.resolved.picture_from[port] = Some(link.from);
            }
            problems.extend(found);
        }
        self.resolved.signals[port] = signal;
    }

    /// What a device sends from an output.
    fn leave(&mut self, port: PortIx) {
        let floor = self.floor;
        let node = floor.ports[port];
        let Some(device) = floor.devices[node.placement] else {
            return;
        };
        let mut signal = Signal::default();
        if let Some(origin) = &node.port.origin {
            self.begin(port, origin, &mut signal);
        }
        for path in device
            .paths
            .iter()
            .filter(|path| path.to.contains(&node.port.id))
        {
            if path.carries.contains(&SignalKind::Picture) {
                self.pass(port, path, &mut signal);
            } else {
                self.embed(port, path, &mut signal);
            }
        }
        // A camera's own count travels beside its picture unless it follows another.
        let camera = node
            .port
            .origin
            .as_ref()
            .is_some_and(|origin| origin.signal == SignalKind::Picture);
        if camera && device.keeps_timecode && node.port.wire == Wire::Sdi {
            let own = Timecode {
                origin: node.placement,
                rate: self.counts(node.placement),
            };
            signal.timecode.get_or_insert(own);
        }
        self.resolved.signals[port] = signal;
    }

    fn begin(&mut self, port: PortIx, origin: &Origin, signal: &mut Signal) {
        let floor = self.floor;
        let node = floor.ports[port];
        match origin.signal {
            SignalKind::Sound => signal.sound.push(Sound {
                origin: port,
                delay: Delay(0),
            }),
            SignalKind::Timecode => {
                signal.timecode = Some(Timecode {
                    origin: node.placement,
                    rate: self.counts(node.placement),
                });
            }
            SignalKind::Picture => match given_format(floor, port, floor.production.format) {
                Ok(format) => {
                    let setting = floor.placement_of(port).settings.outputs.get(&node.port.id);
                    signal.picture = Some(Picture {
                        origin: port,
                        format,
                        effective: origin.made_as.limit(format.quality()),
                        level: level_at(floor, port, format),
                        scales: 0,
                        lossy_hops: 0,
                        overlay: origin.overlay && setting.is_some_and(|setting| setting.overlay),
                        look: origin.look && setting.is_some_and(|setting| setting.look),
                        delay: origin.delay.at(format),
                    });
                }
                Err(wanted) => {
                    signal.stopped_by = self.cannot_give(port, wanted);
                }
            },
        }
    }

    /// An output that gives no such thing: a problem only where a lead waits for it.
    fn cannot_give(&mut self, port: PortIx, wanted: PictureFormat) -> Option<usize> {
        if self.floor.out_of[port].is_empty() {
            return None;
        }
        self.resolved
            .problems
            .push(Problem::CannotGive { port, wanted });
        Some(self.resolved.problems.len() - 1)
    }

    /// A picture, with what travels beside it, through a device.
    fn pass(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let floor = self.floor;
        let node = floor.ports[port];
        let Some(input) = floor.chosen_input(node.placement, &path.from) else {
            return;
        };
        let came = &self.resolved.signals[input];
        signal.stopped_by = came.stopped_by;
        let Some(before) = came.picture else { return };
        let format = match path.via {
            Via::Scale | Via::Radio => match given_format(floor, port, before.format) {
                Ok(format) => format,
                Err(wanted) => {
                    signal.stopped_by = self.cannot_give(port, wanted);
                    return;
                }
            },
            _ => before.format,
        };
        let added = path.delay.at(before.format);
        signal.picture = Some(Picture {
            format,
            effective: path.keeps.limit(before.effective.through(format.quality())),
            level: if matches!(path.via, Via::Loop | Via::Relay) {
                before.level
            } else {
                level_at(floor, port, format)
            },
            scales: before.scales + u32::from(format.raster != before.format.raster),
            lossy_hops: before.lossy_hops + u32::from(path.lossy),
            overlay: before.overlay || path.overlay,
            delay: Delay(before.delay.0 + added.0),
            ..before
        });
        self.resolved.picture_from[port] = Some(input);
        if path.carries.contains(&SignalKind::Sound) {
            let most = path.sound_channels.unwrap_or(usize::MAX);
            let channels = came.sound.iter().take(most);
            signal.sound.extend(channels.map(|channel| Sound {
                delay: Delay(channel.delay.0 + added.0),
                ..*channel
            }));
        }
        if path.carries.contains(&SignalKind::Timecode) {
            signal.timecode = signal.timecode.or(came.timecode);
        }
    }

    /// Sound or timecode put beside a picture, or mixed.
    fn embed(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let floor = self.floor;
        let placement = floor.ports[port].placement;
        let added = path.delay.at(signal
            .picture
            .map_or(floor.production.format, |picture| picture.format));
        let inputs = path
            .from
            .iter()
            .filter_map(|id| floor.port_of(placement, id));
        let inputs: Vec<PortIx> = inputs.collect();
        if path.carries.contains(&SignalKind::Sound) {
            let came = inputs
                .iter()
                .flat_map(|input| &self.resolved.signals[*input].sound);
            let came: Vec<Sound> = came
                .map(|channel| Sound {
                    delay: Delay(channel.delay.0 + added.0),
                    ..*channel
                })
                .collect();
            match path.sound_channels {
                // More than go along are mixed down: new channels that begin here.
                Some(most) if path.via == Via::Embed && came.len() > most => {
                    let delay = came
                        .iter()
                        .map(|channel| channel.delay)
                        .max()
                        .unwrap_or_default();
                    signal.sound.extend(std::iter::repeat_n(
                        Sound {
                            origin: port,
                            delay,
                        },
                        most,
                    ));
                }
                most => signal
                    .sound
                    .extend(came.into_iter().take(most.unwrap_or(usize::MAX))),
            }
        }
        if path.carries.contains(&SignalKind::Timecode) {
            let came = inputs
                .iter()
                .find_map(|input| self.resolved.signals[*input].timecode);
            signal.timecode = came.or(signal.timecode);
        }
    }

    /// The timecode that a device counts.
    fn counts(&self, placement: usize) -> TimecodeRate {
        let set = self.floor.build.placements[placement].settings.timecode;
        set.unwrap_or_else(|| self.floor.production.timecode())
    }

    /// Everything that carries time must agree: with the master where one is named, else with
    /// what is fed to it.
    fn check_timecode(&mut self) {
        let floor = self.floor;
        let master = floor
            .build
            .timecode_master
            .as_deref()
            .and_then(|handle| floor.placement(handle));
        for (placement, device) in floor.devices.iter().enumerate() {
            let Some(device) = device.filter(|device| device.keeps_timecode) else {
                continue;
            };
            let counts = self.counts(placement);
            let leader = match master {
                Some(master) => Some((self.counts(master), master)),
                None => {
                    let inputs = device
                        .ports_facing(Direction::In)
                        .filter(|port| port.wire == Wire::Ltc);
                    let mut fed = inputs.filter_map(|port| {
                        self.resolved.signals[floor.port_of(placement, &port.id)?].timecode
                    });
                    fed.next().map(|timecode| (timecode.rate, timecode.origin))
                }
            };
            if let Some((expected, from)) =
                leader.filter(|(expected, from)| *from != placement && *expected != counts)
            {
                self.resolved.problems.push(Problem::OtherTimecode {
                    placement,
                    counts,
                    expected,
                    from,
                });
            }
        }
    }
}

/// Whether the picture doesn't come through at all. A run beyond its reach may still show one: it
/// is followed, so that what else is wrong behind it is said too.
fn stops_picture(problem: &Problem) -> bool {
    !matches!(problem, Problem::LongRun { .. })
}

/// What an output gives: what is set, or the nearest to `wanted`; `Err` holds what was asked for
/// where it gives no such thing.
pub fn given_format(
    floor: &Floor,
    port: PortIx,
    wanted: PictureFormat,
) -> Result<PictureFormat, PictureFormat> {
    let node = floor.ports[port];
    let set = floor
        .placement_of(port)
        .settings
        .outputs
        .get(&node.port.id)
        .and_then(|setting| setting.format);
    match set {
        Some(format) if node.port.formats.hold(format) => Ok(format),
        Some(format) => Err(format),
        None if node.port.formats.is_open() => Ok(wanted),
        None => node.port.formats.nearest(wanted).ok_or(wanted),
    }
}

/// For each port the ports that it feeds, and how many feed each.
fn edges(floor: &Floor) -> (Vec<Vec<PortIx>>, Vec<usize>) {
    let mut feeds = vec![Vec::new(); floor.ports.len()];
    let mut waiting = vec![0; floor.ports.len()];
    for link in floor.links.iter().flatten() {
        feeds[link.from].push(link.to);
        waiting[link.to] += 1;
    }
    for (placement, device) in floor.devices.iter().enumerate() {
        for path in device.iter().flat_map(|device| &device.paths) {
            let outputs: Vec<PortIx> = path
                .to
                .iter()
                .filter_map(|id| floor.port_of(placement, id))
                .collect();
            // A picture comes from one input only: the others feed nothing.
            let picture = path.carries.contains(&SignalKind::Picture);
            let chosen = floor
                .chosen_input(placement, &path.from)
                .filter(|_| picture);
            let all = path
                .from
                .iter()
                .filter(|_| !picture)
                .filter_map(|id| floor.port_of(placement, id));
            for input in chosen.into_iter().chain(all) {
                for &output in &outputs {
                    feeds[input].push(output);
                    waiting[output] += 1;
                }
            }
        }
    }
    (feeds, waiting)
}
