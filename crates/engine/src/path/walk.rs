//! Each source, followed through cables and devices to every port. What happens to a picture, sound
//! or timecode on the way is in the file of that name.

use super::graph::{ConnectionIx, Floor, Link, Refused};
use super::order::{Visit, order};
use super::{
    Arrival, CableLoad, FlowProblem, PortIx, Problem, Signal, Sound, WiringProblem, air, links,
    timecode,
};
use model::catalogue::{Direction, InternalPath, Port, SignalKind, Via};
use std::collections::BTreeMap;
use transport::wire::Wire;

/// What follows from a floor.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Resolved {
    /// What runs through each port.
    pub signals: Vec<Signal>,
    /// The output or input that each port's picture came from.
    pub picture_from: Vec<Option<PortIx>>,
    /// The first port on the way of each port's picture where sound beside it was lost.
    pub sound_lost: Vec<Option<PortIx>>,
    /// Every port once, after all that feed it; those of a circle one after the other.
    pub order: Vec<PortIx>,
    /// How full each connection is.
    pub loads: Vec<CableLoad>,
    /// What each mix is made of: the outputs where its channels began, by the output of the mix.
    pub mixes: BTreeMap<PortIx, Vec<PortIx>>,
    /// The same by the inputs where the parts came in, each with its channel there.
    pub mixed: BTreeMap<PortIx, Vec<(PortIx, u8)>>,
    /// What is wrong, in the order of the build.
    pub problems: Vec<Problem>,
    /// What arrives at each screen and recorder.
    pub arrivals: Vec<Arrival>,
}

impl Resolved {
    /// What arrives at a placement, where it is a destination.
    pub fn arrival_at(&self, placement: usize) -> Option<&Arrival> {
        let found = self
            .arrivals
            .binary_search_by_key(&placement, |arrival| arrival.placement);
        found.ok().map(|at| &self.arrivals[at])
    }

    /// What comes together along the path of each port's picture, from the lens on: `step` makes it
    /// of what it was at the port before, and the port. One pass, however long the paths are.
    pub fn along<T>(&self, step: impl Fn(Option<&T>, PortIx) -> T) -> Vec<T> {
        let mut found: Vec<Option<T>> = self.order.iter().map(|_| None).collect();
        for &port in &self.order {
            let before = self.picture_from[port].and_then(|before| found[before].as_ref());
            found[port] = Some(step(before, port));
        }
        found.into_iter().flatten().collect()
    }
}

/// Follows every signal of a floor. Pure and total: any floor gives an answer.
pub fn resolve(floor: &Floor) -> Resolved {
    let mut walk = Walk {
        floor,
        resolved: Resolved {
            signals: vec![Signal::default(); floor.ports.len()],
            picture_from: vec![None; floor.ports.len()],
            sound_lost: Vec::new(),
            order: Vec::with_capacity(floor.ports.len()),
            loads: vec![CableLoad::None; floor.build.connections.len()],
            mixes: BTreeMap::new(),
            mixed: BTreeMap::new(),
            problems: Vec::new(),
            arrivals: Vec::new(),
        },
        on_wire: BTreeMap::new(),
    };
    walk.report_unknown();
    walk.follow_all();
    super::timecode::check(floor, &mut walk.resolved);
    walk.resolved.problems.extend(air::judge(floor));
    let mut resolved = walk.resolved;
    resolved.sound_lost = sound_lost(&resolved);
    super::arrival::collect(floor, &mut resolved);
    resolved
}

/// Where sound is lost first on the way of each port's picture.
fn sound_lost(resolved: &Resolved) -> Vec<Option<PortIx>> {
    let channels = |port: PortIx| resolved.signals[port].sound.len();
    resolved.along(|before: Option<&Option<PortIx>>, port| {
        before.copied().flatten().or_else(|| {
            let from = resolved.picture_from[port]?;
            (channels(port) < channels(from)).then_some(port)
        })
    })
}

/// The walk along the order of the ports.
pub(super) struct Walk<'f, 'a> {
    pub(super) floor: &'f Floor<'a>,
    pub(super) resolved: Resolved,
    /// What comes to inputs whose own device doesn’t take it: a passive loop hands it on all the same.
    on_wire: BTreeMap<PortIx, Signal>,
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
        problems.extend(
            unknown
                .map(|(placement, _)| Problem::Wiring(WiringProblem::UnknownDevice { placement })),
        );
        problems.extend(
            self.floor
                .refused
                .iter()
                .map(|&(connection, why)| match why {
                    Refused::NoSuchPort => {
                        Problem::Wiring(WiringProblem::NoSuchPort { connection })
                    }
                    Refused::UnknownCable => {
                        Problem::Wiring(WiringProblem::UnknownCable { connection })
                    }
                    Refused::SocketShared => {
                        Problem::Wiring(WiringProblem::SharedSocket { connection })
                    }
                    Refused::SocketTaken => {
                        Problem::Wiring(WiringProblem::SecondCable { connection })
                    }
                }),
        );
    }

    fn follow_all(&mut self) {
        for step in order(self.floor) {
            match step {
                Visit::Port(port) => {
                    self.resolved.order.push(port);
                    match self.floor.ports[port].port.direction {
                        Direction::In => self.arrive(port),
                        Direction::Out => self.leave(port),
                    }
                }
                Visit::Circle(ports) => {
                    let problem = self.resolved.problems.len();
                    self.resolved.order.extend(&ports);
                    for &port in &ports {
                        self.resolved.signals[port] = Signal::stopped(problem);
                    }
                    self.resolved
                        .problems
                        .push(Problem::Flow(FlowProblem::Loop { ports }));
                }
            }
        }
    }

    /// What a cable brings to an input.
    fn arrive(&mut self, port: PortIx) {
        let floor = self.floor;
        let Some(connection) = floor.into[port] else {
            self.hear(port);
            return;
        };
        let link = floor.link(connection);
        if let Some(problem) = incompatibility(floor, connection, link) {
            self.resolved.signals[port] = Signal::stopped(self.resolved.problems.len());
            self.resolved.problems.push(problem);
            return;
        }
        let wire = floor.ports[port].port.wire;
        let mut signal = self.resolved.signals[link.from].on(wire.carries());
        for (number, channel) in signal.sound.iter_mut().enumerate() {
            channel.came = Some((link.from, number.min(255) as u8));
        }
        if let Some(audio) = &floor.ports[port].port.audio {
            signal.sound.truncate(audio.channels);
        }
        if wire == Wire::Hdmi {
            // Each maker's own: both ends must speak the same.
            let (sends, reads) = (floor.ports[link.from].port, floor.ports[port].port);
            let spoken = reads
                .timecodes
                .iter()
                .any(|name| sends.timecodes.contains(name));
            let timecode = self.resolved.signals[link.from].timecode;
            signal.timecode = timecode.filter(|_| spoken);
            let most = floor.hdmi_audio(link.from).min(floor.hdmi_audio(port));
            signal.sound.truncate(most);
            let strained = strained(floor, connection, link);
            let problem = strained.map(|port| WiringProblem::Strain { connection, port });
            self.resolved.problems.extend(problem.map(Problem::Wiring));
        }
        let (load, found) = match &mut signal.picture {
            Some(picture) => self.arrive_picture((port, connection), link, picture),
            // Sound over the air, data on a cable: the run counts without a picture too.
            None if link.cable.is_air() || link.cable.reach.is_some() => {
                super::load::measure_run(floor, connection, link)
            }
            None => (CableLoad::None, Vec::new()),
        };
        self.resolved.loads[connection] = load;
        let stopper = found.iter().position(Problem::stops_picture);
        match stopper {
            Some(stopper) => {
                let mut stopping = found.iter().filter(|problem| problem.stops_picture());
                if stopping.all(|problem| problem.is_of_the_sink(port)) {
                    self.resolved.picture_from[port] = Some(link.from);
                    self.on_wire.insert(port, signal);
                }
                signal = Signal::stopped(self.resolved.problems.len() + stopper);
            }
            None if signal.picture.is_some() => {
                self.resolved.picture_from[port] = Some(link.from);
            }
            None => {}
        }
        self.resolved.problems.extend(found);
        self.resolved.signals[port] = signal;
    }

    /// A microphone of a body's own: what is plugged into one of its sound inputs takes its place.
    fn hear(&mut self, port: PortIx) {
        let floor = self.floor;
        let node = floor.ports[port];
        let origin = node.port.origin.as_ref().map(|origin| origin.signal);
        if origin != Some(SignalKind::Sound) {
            return;
        }
        let mut others = floor.ports_of(node.placement);
        let replaced = others.any(|other| {
            let wire = floor.ports[other].port.wire;
            matches!(wire, Wire::Analogue | Wire::ShoeSound | Wire::Aes3)
                && floor.into[other].is_some()
        });
        if !replaced {
            self.resolved.signals[port].sound = begun_at(port, node.port);
        }
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
        match node.port.origin.as_ref().map(|origin| origin.signal) {
            Some(SignalKind::Picture) => self.begin_picture(port, &mut signal),
            Some(SignalKind::Sound) => signal.sound.extend(begun_at(port, node.port)),
            Some(SignalKind::Timecode) => {
                signal.timecode = Some(timecode::counted(floor, node.placement))
            }
            Some(SignalKind::Data) => signal.data = true,
            Some(SignalKind::Power) | None => {}
        }
        for path in floor.paths_to(port) {
            if path.carries_picture() {
                self.pass_what_comes(port, path, &mut signal);
            } else {
                self.embed(port, path, &mut signal);
            }
        }
        // A camera's own count travels beside its picture unless it follows another.
        let camera = signal.picture.is_some_and(|picture| picture.origin == port);
        if camera && device.keeps_timecode && sends_timecode(node.port) {
            let counted = timecode::counted(floor, node.placement);
            signal.timecode.get_or_insert(counted);
        }
        self.resolved.signals[port] = signal;
    }

    /// What comes to a device through it; through a passive loop also what the device itself can’t show.
    fn pass_what_comes(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let input = self.floor.input_for(port, path);
        let input = input.filter(|_| path.via == Via::Loop);
        let comes = input.and_then(|input| Some((input, self.on_wire.get(&input)?.clone())));
        let Some((input, comes)) = comes else {
            self.pass_picture(port, path, signal);
            return;
        };
        let shown = std::mem::replace(&mut self.resolved.signals[input], comes);
        self.pass_picture(port, path, signal);
        self.resolved.signals[input] = shown;
    }

    /// Sound or timecode put beside a picture, or mixed.
    fn embed(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let floor = self.floor;
        let placement = floor.ports[port].placement;
        let inputs = path.from.iter();
        let inputs: Vec<PortIx> = inputs
            .filter_map(|id| floor.port_of(placement, id))
            .collect();
        if path.carries.contains(&SignalKind::Sound) {
            self.embed_sound(port, path, &inputs, signal);
        }
        if path.carries.contains(&SignalKind::Timecode) {
            let came = inputs
                .iter()
                .find_map(|input| self.resolved.signals[*input].timecode);
            signal.timecode = came.or(signal.timecode);
        }
    }
}

/// Whether timecode goes out beside a picture.
fn sends_timecode(output: &Port) -> bool {
    output.wire == Wire::Sdi || !output.timecodes.is_empty()
}

/// The channels that begin at a port.
fn begun_at(at: PortIx, port: &Port) -> Vec<Sound> {
    let channels = port.audio.as_ref().map_or(1, |audio| audio.channels);
    let numbers = 0..channels.min(255) as u8;
    numbers.map(|number| Sound::from(at, number)).collect()
}

/// What keeps a cable from being plugged in at all.
fn incompatibility(floor: &Floor, connection: ConnectionIx, link: Link) -> Option<Problem> {
    let (output, input) = (floor.ports[link.from].port, floor.ports[link.to].port);
    if output.wire != input.wire {
        return Some(Problem::Wiring(WiringProblem::OtherWire { connection }));
    }
    let adapters = floor.adapters(connection);
    let fits = link
        .cable
        .joins_with(&adapters, output.connector, input.connector)
        && link.cable.wires.contains(&output.wire);
    (!fits).then_some(Problem::Wiring(WiringProblem::WrongCable { connection }))
}

/// The small socket whose plug isn't held by a clamp.
fn strained(floor: &Floor, connection: ConnectionIx, link: Link) -> Option<PortIx> {
    let adapters = floor.adapters(connection);
    [link.from, link.to].into_iter().find(|port| {
        let socket = floor.ports[*port].port.connector;
        socket.facts().delicate && !clamped(&adapters, socket)
    })
}

/// Whether a clamp holds the plug in this socket.
fn clamped(
    adapters: &[&model::catalogue::Adapter],
    socket: transport::connector::Connector,
) -> bool {
    use model::catalogue::AdapterKind::Clamp;
    adapters
        .iter()
        .any(|adapter| adapter.kind == Clamp && adapter.into == socket)
}
