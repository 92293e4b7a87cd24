//! Each source, followed through leads and devices to every port.

use super::graph::{Floor, Refused};
use super::load::{level_at, measure, takes_rate};
use super::{
    Arrival, Leg, Load, Picture, PortIx, Problem, Signal, Sound, Timecode, air, giving, links,
    made_as,
};
use crate::carriage::connector::Wire;
use crate::carriage::{hdmi, sdi};
use crate::catalogue::{Direction, InternalPath, Origin, SignalKind, Via, nearest_of};
use crate::format::{PictureFormat, Quality, Sampling, Scan, Squeeze};
use crate::quantity::Delay;
use std::collections::{BTreeMap, VecDeque};

/// What follows from a floor.
#[derive(Debug, Clone, PartialEq)]
pub struct Resolved {
    /// What runs through each port.
    pub signals: Vec<Signal>,
    /// The output or input that each port's picture came from.
    pub picture_from: Vec<Option<PortIx>>,
    /// How full each connection is.
    pub loads: Vec<Load>,
    /// What each mix is made of: the outputs where its channels began, by the output of the mix.
    pub mixes: BTreeMap<PortIx, Vec<PortIx>>,
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
            mixes: BTreeMap::new(),
            problems: Vec::new(),
            arrivals: Vec::new(),
        },
    };
    walk.report_unknown();
    walk.follow_all();
    walk.check_timecode();
    walk.resolved.problems.extend(air::judge(floor));
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
        let adapters = floor.adapters(number);
        if !link
            .lead
            .joins_with(&adapters, output.connector, input.connector)
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
                let most = floor.hdmi_audio(link.from).min(floor.hdmi_audio(port));
                signal.sound.truncate(most);
                signal.timecode = None;
            }
            Wire::OpticalSdi => signal.sound.truncate(sdi::EMBEDDED_CHANNELS),
            Wire::Composite => {
                signal.sound.clear();
                signal.timecode = None;
            }
            Wire::UsbData => {
                signal = Signal {
                    data: signal.data,
                    ..Signal::default()
                }
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
            Wire::RadioPicture | Wire::RadioApp => {}
        }
        let strained = [output.connector, input.connector]
            .iter()
            .any(|socket| socket.is_delicate() && !clamped(&adapters, *socket));
        if output.wire == Wire::Hdmi && strained {
            problems.push(Problem::Strain { connection: number });
        }
        if let Some(mut picture) = signal.picture {
            let (load, mut found) = measure(floor, number, link, &picture);
            self.resolved.loads[number] = load;
            match load {
                Load::Sdi(sdi) => {
                    picture.run_loss_db = sdi.coax.map_or(0.0, |coax| coax.loss_db);
                }
                Load::Hdmi(hdmi) => picture.run_share = hdmi.share,
                _ => {}
            }
            let stopped = found.iter().any(Problem::stops_picture);
            if picture.raw {
                if !stopped && !passes_raw(floor, port, &picture) {
                    found.push(Problem::RawNotTaken { connection: number });
                }
            } else if picture.leg.is_none() && !stopped && !floor.takes_format(port, picture.format)
            {
                found.push(Problem::NotTaken {
                    connection: number,
                    format: picture.format,
                });
            }
            if let Some(leg) = picture.leg.filter(|_| !stopped) {
                let at = (port, number);
                found.extend(links::judge(floor, &self.resolved.signals, at, leg));
            }
            signal.picture = Some(picture);
            let problems = &mut self.resolved.problems;
            if let Some(stopper) = found.iter().position(Problem::stops_picture) {
                signal = Signal {
                    stopped_by: Some(problems.len() + stopper),
                    ..Signal::default()
                };
            } else {
                self.resolved.picture_from[port] = Some(link.from);
            }
            problems.extend(found);
        } else if link.lead.is_air() || link.lead.reach.is_some() {
            // Sound over the air, data on a lead: the run counts without a picture too.
            let (load, found) = super::load::measure_run(floor, number, link);
            self.resolved.loads[number] = load;
            if let Some(stopper) = found.iter().position(Problem::stops_picture) {
                signal = Signal {
                    stopped_by: Some(self.resolved.problems.len() + stopper),
                    ..Signal::default()
                };
            }
            self.resolved.problems.extend(found);
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
        if let Some(leg) = links::sends(floor, port).filter(|leg| leg.number > 0) {
            self.resolved.signals[port] = self.other_leg(port, leg);
            return;
        }
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
                rate: floor.counts(node.placement),
            };
            signal.timecode.get_or_insert(own);
        }
        self.resolved.signals[port] = signal;
    }

    /// Another part of the picture that the first output of a group sends: the picture alone.
    fn other_leg(&self, port: PortIx, leg: Leg) -> Signal {
        let first = links::first_output(self.floor, port);
        let whole = first.map(|first| &self.resolved.signals[first]);
        Signal {
            picture: whole
                .and_then(|signal| signal.picture)
                .map(|picture| Picture {
                    leg: Some(leg),
                    ..picture
                }),
            stopped_by: whole.and_then(|signal| signal.stopped_by),
            ..Signal::default()
        }
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
                    rate: floor.counts(node.placement),
                });
            }
            SignalKind::Data => signal.data = true,
            SignalKind::Picture => match self.first_format(port) {
                Ok(format) => {
                    let setting = floor.output_setting(port);
                    let is = |said: fn(&crate::document::OutputSetting) -> bool| {
                        setting.is_some_and(said)
                    };
                    let unsqueezes = origin.unsqueezes && is(|setting| setting.unsqueeze);
                    let lens = floor
                        .placement_of(port)
                        .settings
                        .squeeze
                        .unwrap_or_default();
                    let raw =
                        setting.and_then(|setting| node.port.raw_named(setting.raw.as_ref()?));
                    let made = match raw {
                        // Every photosite of the sensor, before any sampling of chroma.
                        Some(raw) => Quality {
                            raster: raw.raster.unwrap_or(format.raster),
                            sampling: Sampling::Full444,
                            bits: raw.bits.unwrap_or(format.bits),
                        },
                        None => made_as(floor, port).0.limit(format.quality()),
                    };
                    let format = on_wire(node.port.wire, format);
                    signal.picture = Some(Picture {
                        origin: port,
                        format,
                        effective: made,
                        level: level_at(floor, port, format),
                        scales: 0,
                        lossy_hops: 0,
                        overlay: raw.is_none()
                            && (origin.never_clean
                                || origin.overlay && is(|setting| setting.overlay)),
                        looks: u32::from(
                            raw.is_none() && origin.look && is(|setting| setting.look),
                        ),
                        raw: raw.is_some(),
                        squeeze: if unsqueezes { Squeeze::NONE } else { lens },
                        unsqueezed: unsqueezes && lens.is_squeezed(),
                        leg: links::sends(floor, port),
                        run_loss_db: 0.0,
                        run_share: 0.0,
                        delay: origin.delay.at(format),
                    });
                }
                Err(wanted) => {
                    signal.stopped_by = self.cannot_give(port, wanted);
                }
            },
        }
    }

    /// What an output of a camera gives: as set, or the nearest to the project; an HDMI output
    /// gives way in sampling and depth to what its sink takes.
    fn first_format(&mut self, port: PortIx) -> Result<PictureFormat, PictureFormat> {
        let floor = self.floor;
        let wanted = given_format(floor, port, floor.production.format)?;
        let set = floor
            .output_setting(port)
            .is_some_and(|setting| setting.format.is_some());
        let node = floor.ports[port].port;
        let link = floor.out_of[port]
            .first()
            .map(|number| (*number, floor.standing(*number)));
        let Some((connection, link)) = link.filter(|_| !set && node.wire == Wire::Hdmi) else {
            return Ok(wanted);
        };
        let sink = link.to;
        if floor.ports[sink].port.wire != Wire::Hdmi {
            return Ok(wanted);
        }
        let taken = |format: &PictureFormat| {
            let sent = hdmi::as_sent(*format);
            floor.takes_format(sink, sent) && takes_rate(floor, sink, sent)
        };
        if taken(&wanted) {
            return Ok(wanted);
        }
        let same_frame = giving(floor, port)
            .formats_at(wanted.rate)
            .into_iter()
            .filter(|format| {
                format.raster == wanted.raster && format.scan == wanted.scan && taken(format)
            });
        match nearest_of(same_frame, wanted) {
            Some(given) => {
                self.resolved.problems.push(Problem::FellBack {
                    connection,
                    wanted,
                    given,
                });
                Ok(given)
            }
            None => Ok(wanted),
        }
    }

    /// An output that gives no such thing: a problem only where a lead waits for it.
    fn cannot_give(&mut self, port: PortIx, wanted: PictureFormat) -> Option<usize> {
        if self.floor.out_of[port].is_empty() {
            return None;
        }
        let giving = giving(self.floor, port);
        let problem = match giving.off().or_else(|| giving.kept_from(wanted)) {
            Some(mode) => Problem::SwitchedOff { port, mode },
            None => Problem::CannotGive { port, wanted },
        };
        self.resolved.problems.push(problem);
        Some(self.resolved.problems.len() - 1)
    }

    /// A picture, with what travels beside it, through a device.
    fn pass(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let floor = self.floor;
        let Some(input) = floor.input_for(port, path) else {
            return;
        };
        let came = &self.resolved.signals[input];
        signal.stopped_by = came.stopped_by;
        let Some(before) = came.picture else { return };
        let given = match path.via {
            Via::Scale | Via::Radio => given_format(floor, port, before.format),
            // A frame-rate converter is there to bring the picture to the project's rate.
            Via::FrameRate => given_format(
                floor,
                port,
                PictureFormat {
                    rate: floor.production.format.rate,
                    ..before.format
                },
            ),
            _ => Ok(before.format),
        };
        let format = match given {
            Ok(format) => format,
            Err(wanted) => {
                signal.stopped_by = self.cannot_give(port, wanted);
                return;
            }
        };
        if format.rate != before.format.rate && path.via != Via::FrameRate {
            if !floor.out_of[port].is_empty() {
                signal.stopped_by = Some(self.resolved.problems.len());
                self.resolved.problems.push(Problem::KeepsRate {
                    port,
                    wanted: format,
                    comes: before.format,
                });
            }
            return;
        }
        let asked = floor
            .output_setting(port)
            .and_then(|setting| setting.format);
        if before.format.scan == Scan::Interlaced
            && format.scan == Scan::Progressive
            && asked.is_none()
            && !floor.out_of[port].is_empty()
        {
            self.resolved.problems.push(Problem::Deinterlaced {
                port,
                comes: before.format,
                given: format,
            });
        }
        let made = format.quality();
        let format = on_wire(floor.ports[port].port.wire, format);
        let looped = matches!(path.via, Via::Loop | Via::Relay);
        let look = path.look
            && floor
                .output_setting(port)
                .is_some_and(|setting| setting.look);
        let added = path.delay.at(before.format);
        let sound_added = path
            .sound_delay
            .map_or(added, |delay| delay.at(before.format));
        // Only a passive loop leaves the run as it came.
        let passive = f64::from(u8::from(path.via == Via::Loop));
        signal.picture = Some(Picture {
            format,
            effective: if before.raw {
                before.effective
            } else {
                path.keeps.limit(before.effective.through(made))
            },
            level: if looped {
                before.level
            } else {
                level_at(floor, port, format)
            },
            scales: before.scales + u32::from(format.raster != before.format.raster),
            lossy_hops: before.lossy_hops + u32::from(path.lossy),
            overlay: before.overlay || path.overlay,
            looks: before.looks + u32::from(look),
            leg: before.leg.filter(|_| looped),
            run_loss_db: before.run_loss_db * passive,
            run_share: before.run_share * passive,
            delay: Delay(before.delay.0.saturating_add(added.0)),
            ..before
        });
        self.resolved.picture_from[port] = Some(input);
        if path.carries.contains(&SignalKind::Sound) {
            let most = path.sound_channels.unwrap_or(usize::MAX);
            let channels = came.sound.iter().take(most);
            signal.sound.extend(channels.map(|channel| Sound {
                delay: Delay(channel.delay.0.saturating_add(sound_added.0)),
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
                    delay: Delay(channel.delay.0.saturating_add(added.0)),
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
                    let made_of = came.iter().map(|channel| channel.origin);
                    self.resolved.mixes.entry(port).or_default().extend(made_of);
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
            let counts = floor.counts(placement);
            let leader = match master {
                Some(master) => Some((floor.counts(master), master)),
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
            if let Some((expected, from)) = leader.filter(|(expected, from)| {
                *from != placement && expected.in_pairs() != counts.in_pairs()
            }) {
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

/// A format as it stands on a wire.
fn on_wire(wire: Wire, format: PictureFormat) -> PictureFormat {
    if wire == Wire::Hdmi {
        hdmi::as_sent(format)
    } else {
        format
    }
}

/// Whether a clamp holds the plug in this socket.
fn clamped(
    adapters: &[&crate::catalogue::Adapter],
    socket: crate::carriage::connector::Connector,
) -> bool {
    use crate::catalogue::AdapterKind::Clamp;
    adapters
        .iter()
        .any(|adapter| adapter.kind == Clamp && adapter.into == socket)
}

/// Whether raw comes through an input: it names the carriage, or its device neither shows,
/// records nor changes what it passes on.
fn passes_raw(floor: &Floor, input: PortIx, picture: &Picture) -> bool {
    let node = floor.ports[input];
    let name = floor
        .output_setting(picture.origin)
        .and_then(|setting| setting.raw.as_ref());
    if name.is_some_and(|name| node.port.raw_named(name).is_some()) {
        return true;
    }
    floor.devices[node.placement].is_some_and(|device| {
        let mut paths = device
            .paths
            .iter()
            .filter(|path| path.from.contains(&node.port.id));
        !device.is_destination() && paths.all(|path| matches!(path.via, Via::Loop | Via::Relay))
    })
}

/// What an output gives: what is set, or the nearest to `wanted`; `Err` holds what was asked for
/// where it gives no such thing.
pub fn given_format(
    floor: &Floor,
    port: PortIx,
    wanted: PictureFormat,
) -> Result<PictureFormat, PictureFormat> {
    let giving = giving(floor, port);
    let set = floor
        .output_setting(port)
        .and_then(|setting| setting.format);
    if giving.off().is_some() {
        return Err(set.unwrap_or(wanted));
    }
    match set {
        Some(format) if giving.hold(format) => Ok(format),
        // Set to what it makes, where HDMI sends that in another container.
        Some(format)
            if floor.ports[port].port.wire == Wire::Hdmi && giving.hold(hdmi::as_sent(format)) =>
        {
            Ok(format)
        }
        Some(format) => Err(format),
        None if giving.is_open() => Ok(wanted),
        // A body that shoots faster than its outputs go sends them slower.
        None if !giving.narrowed.is_empty() && shoots_at(floor, port, wanted) => giving
            .nearest(wanted)
            .or_else(|| giving.nearest_rate(wanted))
            .ok_or(wanted),
        None => giving.nearest(wanted).ok_or(wanted),
    }
}

/// Whether the body behind an output records at a frame rate.
fn shoots_at(floor: &Floor, port: PortIx, wanted: PictureFormat) -> bool {
    let device = floor.devices[floor.ports[port].placement];
    let ability = device.and_then(|device| device.records.as_ref());
    ability.is_some_and(|ability| {
        ability.sensor && !ability.formats.formats_at(wanted.rate).is_empty()
    })
}

/// For each port the ports that it feeds, and how many feed each.
fn edges(floor: &Floor) -> (Vec<Vec<PortIx>>, Vec<usize>) {
    let mut feeds = vec![Vec::new(); floor.ports.len()];
    let mut waiting = vec![0; floor.ports.len()];
    for link in floor.links.iter().flatten() {
        feeds[link.from].push(link.to);
        waiting[link.to] += 1;
    }
    for (before, after) in links::order(floor) {
        feeds[before].push(after);
        waiting[after] += 1;
    }
    for (placement, device) in floor.devices.iter().enumerate() {
        for path in device.iter().flat_map(|device| &device.paths) {
            let outputs: Vec<PortIx> = path
                .to
                .iter()
                .filter_map(|id| floor.port_of(placement, id))
                .collect();
            // A picture comes from one input only: the others feed nothing.
            let picture = path.carries_picture();
            for &output in &outputs {
                let chosen = floor.input_for(output, path).filter(|_| picture);
                let all = path
                    .from
                    .iter()
                    .filter(|_| !picture)
                    .filter_map(|id| floor.port_of(placement, id));
                for input in chosen.into_iter().chain(all) {
                    feeds[input].push(output);
                    waiting[output] += 1;
                }
            }
        }
    }
    (feeds, waiting)
}
