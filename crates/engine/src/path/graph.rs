//! The floor as a graph on indices: placements, ports, cables.

use super::insides::Insides;
use model::catalogue::{
    Abilities, Adapter, Cable, Catalogue, Device, Direction, InternalPath, Port, takes,
};
use model::document::{
    Build, Connection, InputSetting, Need, OutputSetting, Placement, PortRef, Production,
    SoundSetting,
};
use runtime::interrupt::checkpoint;
use rustc_hash::FxHashMap;
use transport::hdmi::Generation;
use units::format::PictureFormat;
use units::timecode::TimecodeRate;

/// A port's place in the floor's list of ports.
pub type PortIx = usize;
/// A connection's place in the build's list of connections.
pub type ConnectionIx = usize;

/// A build with its devices looked up: what propagation walks on.
pub struct Floor<'a> {
    /// The production.
    pub production: &'a Production,
    /// The build.
    pub build: &'a Build,
    /// The catalogue.
    pub catalogue: &'a Catalogue,
    /// The device of each placement.
    pub devices: Vec<Option<&'a Device>>,
    /// All ports, placement by placement, in the order of the catalogue.
    pub ports: Vec<PortNode<'a>>,
    /// The first port of each placement.
    first_port: Vec<PortIx>,
    /// Both ends and the cable of each connection, where they are there.
    pub links: Vec<Option<Link<'a>>>,
    /// The connection that ends in a port.
    pub into: Vec<Option<ConnectionIx>>,
    /// The connections that begin in a port.
    pub out_of: Vec<Vec<ConnectionIx>>,
    /// Whether any connection names a port, be it one that can't stand.
    pub occupied: Vec<bool>,
    /// Connections that can't stand: no such port, or a socket taken already.
    pub refused: Vec<(ConnectionIx, Refused)>,
    by_handle: FxHashMap<&'a str, usize>,
    /// Ports and paths of what has many.
    insides: Insides<'a>,
    /// The needs at each placement that has any, by their number.
    needs_at: FxHashMap<usize, Vec<usize>>,
}

/// A port of a placement.
#[derive(Debug, Clone, Copy)]
pub struct PortNode<'a> {
    /// The placement.
    pub placement: usize,
    /// Its number among the device's ports.
    pub number: usize,
    /// What the catalogue says of it.
    pub port: &'a Port,
}

/// A connection with its ends looked up.
#[derive(Debug, Clone, Copy)]
pub struct Link<'a> {
    /// The output.
    pub from: PortIx,
    /// The input.
    pub to: PortIx,
    /// The cable.
    pub cable: &'a Cable,
}

/// Why a connection can't stand.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Refused {
    NoSuchPort,
    UnknownCable,
    SocketTaken,
    /// Another port in the same socket is in use.
    SocketShared,
}

impl<'a> Floor<'a> {
    /// Looks everything up. Never fails: what isn't there is kept as refused.
    pub fn new(production: &'a Production, build: &'a Build, catalogue: &'a Catalogue) -> Self {
        // Whatever tries floors makes each anew: it ends here once nobody waits for it.
        checkpoint();
        let devices: Vec<_> = build
            .placements
            .iter()
            .map(|placement| catalogue.device(&placement.device))
            .collect();
        let (mut ports, mut first_port) = (Vec::new(), Vec::new());
        let mut by_handle = FxHashMap::default();
        by_handle.reserve(devices.len());
        for (placement, device) in devices.iter().enumerate() {
            by_handle
                .entry(build.placements[placement].id.as_str())
                .or_insert(placement);
            first_port.push(ports.len());
            let node = device
                .iter()
                .flat_map(|device| device.ports.iter().enumerate());
            ports.extend(node.map(|(number, port)| PortNode {
                placement,
                number,
                port,
            }));
        }
        let (into, out_of) = (vec![None; ports.len()], vec![Vec::new(); ports.len()]);
        let occupied = vec![false; ports.len()];
        let mut needs_at: FxHashMap<usize, Vec<usize>> = FxHashMap::default();
        for (number, need) in build.needs.iter().enumerate() {
            if let Some(placement) = by_handle.get(need.at.as_str()) {
                needs_at.entry(*placement).or_default().push(number);
            }
        }
        let mut floor = Self {
            production,
            build,
            catalogue,
            devices,
            ports,
            first_port,
            links: Vec::new(),
            into,
            out_of,
            occupied,
            refused: Vec::new(),
            by_handle,
            insides: Insides::default(),
            needs_at,
        };
        floor.insides = Insides::of(&floor.devices);
        for (number, connection) in build.connections.iter().enumerate() {
            for at in [&connection.from, &connection.to] {
                if let Some(port) = floor.find(at) {
                    floor.occupied[port] = true;
                }
            }
            let link = floor.join(connection);
            match link {
                Ok(link) => {
                    floor.into[link.to] = Some(number);
                    floor.out_of[link.from].push(number);
                    floor.links.push(Some(link));
                }
                Err(refused) => {
                    floor.refused.push((number, refused));
                    floor.links.push(None);
                }
            }
        }
        floor
    }

    fn join(&self, connection: &Connection) -> Result<Link<'a>, Refused> {
        let facing = |at: &PortRef, direction| {
            let port = self.find(at)?;
            (self.ports[port].port.direction == direction).then_some(port)
        };
        let from = facing(&connection.from, Direction::Out).ok_or(Refused::NoSuchPort)?;
        let to = facing(&connection.to, Direction::In).ok_or(Refused::NoSuchPort)?;
        let cable = self
            .catalogue
            .cable(&connection.cable)
            .ok_or(Refused::UnknownCable)?;
        if self.into[to].is_some() || (!cable.is_air() && !self.out_of[from].is_empty()) {
            return Err(Refused::SocketTaken);
        }
        let plugged = |port: PortIx| self.into[port].is_some() || !self.out_of[port].is_empty();
        if [from, to]
            .into_iter()
            .any(|port| self.beside(port).any(plugged))
        {
            return Err(Refused::SocketShared);
        }
        Ok(Link { from, to, cable })
    }

    /// Other ports in the same socket.
    pub fn beside(&self, port: PortIx) -> impl Iterator<Item = PortIx> + '_ {
        let node = self.ports[port];
        self.ports_of(node.placement).filter(move |other| {
            let other = self.ports[*other].port;
            other.shares.as_ref() == Some(&node.port.id)
                || node.port.shares.as_ref() == Some(&other.id)
        })
    }

    /// The place of a placement by its handle.
    pub fn placement(&self, handle: &str) -> Option<usize> {
        self.by_handle.get(handle).copied()
    }

    /// The needs at a placement, with their numbers.
    pub fn needs_at(
        &self,
        placement: usize,
    ) -> impl Iterator<Item = (usize, &'a Need)> + use<'_, 'a> {
        let numbers = self.needs_at.get(&placement).into_iter().flatten();
        numbers.map(|number| (*number, &self.build.needs[*number]))
    }

    /// The placement that a port belongs to.
    pub fn placement_of(&self, port: PortIx) -> &'a Placement {
        &self.build.placements[self.ports[port].placement]
    }

    /// A port by its name.
    pub fn find(&self, at: &PortRef) -> Option<PortIx> {
        self.port_of(self.placement(&at.device)?, &at.port)
    }

    /// Every port of a placement.
    pub fn ports_of(&self, placement: usize) -> std::ops::Range<PortIx> {
        let count = self.devices[placement].map_or(0, |device| device.ports.len());
        let first = self.first_port[placement];
        first..first + count
    }

    /// A placement's port by the catalogue's id.
    pub fn port_of(&self, placement: usize, id: &str) -> Option<PortIx> {
        let number = self.insides.port(self.devices[placement]?, id)?;
        Some(self.first_port[placement] + number)
    }

    /// The paths inside a device that end in an output, in the order of the catalogue.
    pub fn paths_to(&self, output: PortIx) -> impl Iterator<Item = &'a InternalPath> {
        let node = self.ports[output];
        let device = self.devices[node.placement];
        device
            .into_iter()
            .flat_map(move |device| self.insides.paths_to(device, &node.port.id))
    }

    /// A port's name as it is typed.
    pub fn name(&self, port: PortIx) -> PortRef {
        PortRef::new(&self.placement_of(port).id, &self.ports[port].port.id)
    }

    /// A port as people say it: *SDI 1 of A camera*.
    pub fn spoken(&self, port: PortIx) -> String {
        format!(
            "{} of {}",
            self.ports[port].port.name,
            self.placement_of(port).name
        )
    }

    /// What is set on an output.
    pub fn output_setting(&self, port: PortIx) -> Option<&'a OutputSetting> {
        let outputs = &self.placement_of(port).settings.outputs;
        outputs.get(self.ports[port].port.id.as_str())
    }

    /// What is set for sound on a port.
    pub fn sound_setting(&self, port: PortIx) -> Option<&'a SoundSetting> {
        let set = &self.placement_of(port).settings.sound;
        set.get(self.ports[port].port.id.as_str())
    }

    /// What the sink behind an input says of itself.
    fn input_setting(&self, port: PortIx) -> Option<&'a InputSetting> {
        let inputs = &self.placement_of(port).settings.inputs;
        inputs.get(self.ports[port].port.id.as_str())
    }

    /// What an input takes: its own word, or the catalogue's.
    pub fn takes(&self, port: PortIx) -> &'a Abilities {
        let set = self.input_setting(port).map(|setting| &setting.takes);
        set.unwrap_or(&self.ports[port].port.formats)
    }

    /// Whether an input takes a format, rates aside.
    pub fn takes_format(&self, port: PortIx, format: PictureFormat) -> bool {
        takes(self.ports[port].port.wire, self.takes(port), format)
    }

    /// The timecode that a device counts: as set, else the project's.
    pub fn counts(&self, placement: usize) -> TimecodeRate {
        let set = self.build.placements[placement].settings.timecode;
        set.unwrap_or_else(|| self.production.timecode())
    }

    /// The HDMI generation of a port, and its fastest fixed-rate link.
    pub fn hdmi(&self, port: PortIx) -> Option<(Generation, u8)> {
        let node = self.ports[port].port;
        match self.input_setting(port) {
            Some(setting) => Some((setting.hdmi, setting.frl_gbps.unwrap_or(0))),
            None => Some(node.hdmi.as_ref()?.link()),
        }
    }

    /// PCM channels that an HDMI port carries.
    pub fn hdmi_audio(&self, port: PortIx) -> usize {
        let set = self.input_setting(port).map(|setting| setting.audio);
        set.unwrap_or_else(|| self.ports[port].port.hdmi_audio())
    }

    /// The adapters and clamps on a connection, those that the catalogue has.
    pub fn adapters(&self, connection: ConnectionIx) -> Vec<&'a Adapter> {
        let ids = self.build.connections[connection].adapters.iter();
        ids.filter_map(|id| self.catalogue.adapter(id)).collect()
    }

    /// The input that goes to an output along a path: a router's choice for this output, else the
    /// device's.
    pub fn input_for(&self, output: PortIx, path: &InternalPath) -> Option<PortIx> {
        let placement = self.ports[output].placement;
        let routed = self
            .output_setting(output)
            .and_then(|setting| setting.source.as_ref());
        match routed.filter(|source| path.from.contains(source)) {
            Some(source) => self.port_of(placement, source),
            None => self.chosen_input(placement, &path.from),
        }
    }

    /// Both ends and the cable of a connection that stands. Problems name only those.
    pub fn link(&self, connection: ConnectionIx) -> Link<'a> {
        self.links[connection]
            .unwrap_or_else(|| unreachable!("only connections that stand are resolved"))
    }

    /// The input that a device shows, passes on or records among `inputs`: the one chosen, else
    /// the first that has a cable.
    pub fn chosen_input(&self, placement: usize, inputs: &[String]) -> Option<PortIx> {
        let chosen = self.build.placements[placement].settings.input.as_ref();
        if let Some(chosen) = chosen.filter(|chosen| inputs.iter().any(|input| *chosen == input)) {
            return self.port_of(placement, chosen);
        }
        let ports = inputs.iter().filter_map(|id| self.port_of(placement, id));
        ports.into_iter().find(|port| self.into[*port].is_some())
    }
}
