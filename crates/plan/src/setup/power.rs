//! *Power this unit*: plates, batteries, leads and couplers for everything in a unit that draws power, each
//! way tried before it is proposed.

use check::Severity;
use check::words::list;
use engine::path::Floor;
use engine::power::{MARGIN, Supply, energy, lost_with, own_draw, supply};
use model::catalogue::cells::{cold_factor, range};
use model::catalogue::{Cable, Catalogue, Device, DeviceKind, Direction, Gives, Port};
use model::document::{Build, Command, Handle, PortRef, Production, handle_from};
use model::kit;
use report::{PowerSource, Report, report};
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};
use transport::connector::{Connector, Seat};
use units::quantity::{Length, Span, VoltRange, Volts};
use utoipa::ToSchema;

/// A power lead on a rig is about so long.
const LEAD: Length = Length(500);
/// What is made for more is no battery that a unit hangs on.
const MOST_LOADS: usize = 40;

/// One way to power a unit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PowerProposal {
    /// What it is best at: *least mass*, *fewest changes*, *most reserve*.
    pub best_at: String,
    /// What it is: *P8 hot-swap plate, 2 × V98*.
    pub title: String,
    /// The edit.
    pub commands: Vec<Command>,
    /// What it does, and why.
    pub says: Vec<String>,
    /// How long it lasts, in seconds.
    pub runtime_seconds: u64,
    /// The same in words.
    pub runtime: String,
    /// Changes of batteries in the time asked for.
    pub changes: u64,
    /// What plates, boxes and batteries weigh on the rig, in grams.
    pub grams: u32,
    /// Batteries to carry, one more than are used.
    pub batteries: u64,
    /// What goes off together when the first battery goes.
    pub dies_together: Vec<String>,
    /// Things that must be hired.
    pub hires: usize,
}

/// A socket that power can be taken from while a way is laid out.
struct Free<'c> {
    at: PortRef,
    port: &'c Port,
    volts: VoltRange,
    /// What can still be taken, in watts.
    left: f64,
}

/// What is taken off before a way is laid out.
#[derive(Default)]
struct Freed<'c> {
    devices: BTreeMap<&'c str, u32>,
    leads: BTreeMap<(&'c str, Length), u32>,
}

/// A way that is being laid out.
struct Layout<'c> {
    production: &'c Production,
    build: &'c Build,
    catalogue: &'c Catalogue,
    unit: Handle,
    commands: Vec<Command>,
    taken: BTreeSet<Handle>,
    free: Vec<Free<'c>>,
    /// Devices that were put there, by kind.
    used: BTreeMap<&'c str, u32>,
    /// Leads that were run, by cable and length.
    run: BTreeMap<(&'c str, Length), u32>,
    /// Devices and leads of the unit that are taken off first: they lie in the kit again.
    freed: Freed<'c>,
    hires: usize,
    grams: u32,
}

impl<'c> Layout<'c> {
    /// Puts a device there; hires it where none is left in the kit.
    fn put(&mut self, device: &'c Device) -> Handle {
        let model = device
            .id
            .split_once('-')
            .map_or("power", |(_, model)| model);
        let taken =
            |handle: &str| self.taken.contains(handle) || self.build.placement(handle).is_some();
        let handle = handle_from(model, taken);
        self.taken.insert(handle.clone());
        let used = self.used.entry(&device.id).or_default();
        *used += 1;
        let freed = self.freed.devices.get(device.id.as_str()).copied();
        let there = self.production.owned(&device.id, None) + freed.unwrap_or(0);
        let lacks = (self.build.devices_used(&device.id) + *used).saturating_sub(there);
        if lacks > 0 {
            self.hires += 1;
            // Where nobody has written down a kit, this doesn’t begin one.
            if !self.production.kit.is_empty() {
                self.commands.push(Command::SetKit {
                    line: kit::hired(self.production, &device.id, None, lacks),
                });
            }
        }
        self.grams += device.grams().unwrap_or(0);
        self.commands.push(Command::AddDevice {
            build: self.build.id.clone(),
            device: device.id.as_str().into(),
            unit: self.unit.clone(),
            name: Some(self.name(device)),
            handle: Some(handle.clone()),
        });
        handle
    }

    /// What it is called: *Yard battery 2*, *Yard plate*.
    fn name(&self, device: &Device) -> String {
        let unit = self.build.units.iter().find(|unit| unit.id == self.unit);
        let unit = unit.map_or("", |unit| unit.name.split(',').next().unwrap_or(""));
        let word = match device.kind {
            DeviceKind::Battery => "battery",
            _ if device
                .power_ports(Direction::In)
                .any(|port| port.connector.facts().tap) =>
            {
                "supply"
            }
            _ => "plate",
        };
        let base = format!("{unit} {word}");
        let there = |name: &str| {
            let added = self.commands.iter().any(|command| {
                matches!(command, Command::AddDevice { name: Some(other), .. } if other == name)
            });
            let gone = |id: &str| {
                self.commands.iter().any(|command| {
                    matches!(command, Command::RemoveDevice { device, .. } if device == id)
                })
            };
            let mut left = self
                .build
                .placements
                .iter()
                .filter(|placement| !gone(&placement.id));
            added || left.any(|placement| placement.name == name)
        };
        let mut names = (2..).map(|number| format!("{base} {number}"));
        if there(&base) {
            names.find(|name| !there(name)).unwrap_or(base)
        } else {
            base
        }
    }

    fn lead(&self, from: Connector, to: Connector) -> Option<&'c Cable> {
        let mut cables = self.catalogue.cables.iter();
        cables
            .find(|cable| cable.power.is_some_and(|power| !power.crossed) && cable.joins(from, to))
    }

    fn run(&mut self, from: PortRef, to: PortRef, cable: &'c Cable) {
        let length = if cable.is_nothing_to_carry() {
            Length(0)
        } else {
            let of = |all: &BTreeMap<(&str, Length), u32>, length: Length| {
                all.get(&(cable.id.as_str(), length)).copied().unwrap_or(0)
            };
            let length = kit::cable_length(
                self.production,
                self.build,
                &cable.id,
                LEAD,
                |length| of(&self.run, length),
                |length| of(&self.freed.leads, length),
            );
            *self.run.entry((&cable.id, length)).or_default() += 1;
            length
        };
        self.commands.push(Command::Connect {
            build: self.build.id.clone(),
            from,
            to,
            cable: Some(cable.id.as_str().into()),
            length: Some(length),
        });
    }

    /// The outlets of what was put there, from what comes in.
    fn offer(&mut self, handle: &str, device: &'c Device, comes: VoltRange) {
        for port in device.power_ports(Direction::Out) {
            let Some(power) = port.power.as_deref() else {
                continue;
            };
            let volts = match power.gives {
                Some(Gives::Regulated(volts)) => VoltRange::just(volts),
                Some(Gives::Usb) => continue,
                Some(Gives::Cells | Gives::Through) | None => comes,
            };
            let amps = power.amps.map(|amps| amps.value() * volts.least.value());
            let watts = power.watts.map(|watts| watts.value());
            self.free.push(Free {
                at: PortRef::new(handle, &port.id),
                port,
                volts,
                left: amps.into_iter().chain(watts).fold(f64::MAX, f64::min),
            });
        }
    }

    /// Takes an outlet for an input that draws so much: straight, else by a coupler or regulator between.
    fn feed(&mut self, to: &PortRef, input: &Port, peak: f64) -> bool {
        let takes = input.power.as_ref().and_then(|power| power.takes);
        let wants = input.power.as_ref().and_then(|power| power.pins.clone());
        let suits = |volts: VoltRange| {
            takes.is_none_or(|takes| volts.most <= takes.most && volts.least >= takes.least)
        };
        let pins = |port: &Port| {
            let gives = port.power.as_ref().and_then(|power| power.pins.clone());
            let plain = wants.as_deref().is_none_or(|wants| wants == "centre +");
            gives.is_none_or(|gives| Some(gives) == wants) && plain
        };
        let straight = self.free.iter().position(|free| {
            free.left >= peak
                && suits(free.volts)
                && pins(free.port)
                && self.lead(free.port.connector, input.connector).is_some()
        });
        if let Some(number) = straight {
            let free = self.free.remove(number);
            let Some(cable) = self.lead(free.port.connector, input.connector) else {
                return false;
            };
            self.run(free.at, to.clone(), cable);
            return true;
        }
        for device in &self.catalogue.devices {
            let mut inlets = device.power_ports(Direction::In);
            let (Some(inlet), None) = (inlets.next(), inlets.next()) else {
                continue;
            };
            if device.kind != DeviceKind::PowerBox {
                continue;
            }
            let mouth = device.power_ports(Direction::Out).find(|mouth| {
                let gives = mouth.power.as_ref().and_then(|power| power.gives);
                matches!(gives, Some(Gives::Regulated(volts)) if suits(VoltRange::just(volts)))
                    && pins(mouth)
                    && self.lead(mouth.connector, input.connector).is_some()
            });
            let Some(mouth) = mouth else { continue };
            let within = inlet.power.as_ref().and_then(|power| power.takes);
            let number = self.free.iter().position(|free| {
                free.left >= peak / 0.85
                    && within.is_none_or(|within| {
                        free.volts.most <= within.most && free.volts.least >= within.least
                    })
                    && self.lead(free.port.connector, inlet.connector).is_some()
            });
            let Some(number) = number else { continue };
            let free = self.free.remove(number);
            let handle = self.put(device);
            let cables = (
                self.lead(free.port.connector, inlet.connector),
                self.lead(mouth.connector, input.connector),
            );
            let (Some(into), Some(out)) = cables else {
                return false;
            };
            self.run(free.at, PortRef::new(&handle, &inlet.id), into);
            self.run(PortRef::new(&handle, &mouth.id), to.clone(), out);
            return true;
        }
        false
    }
}

/// A device of the unit that wants power.
struct PowerLoad<'c> {
    handle: Handle,
    name: String,
    device: &'c Device,
    typical: f64,
    peak: f64,
}

/// Ways to power a unit for so long: up to three that differ, each without anything to mend, and last what
/// stands there now, to compare them with. Empty where nothing in it draws power, or nothing of the catalogue
/// does it.
pub fn power_unit(
    production: &Production,
    build: &str,
    unit: &str,
    length: Span,
    catalogue: &Catalogue,
) -> Option<Vec<PowerProposal>> {
    let catalogue = catalogue.with(&production.custom);
    let build = production.build(build)?;
    build.units.iter().find(|known| known.id == unit)?;
    let floor = Floor::new(production, build, &catalogue);
    let loads = loads(&floor, unit, length);
    if loads.is_empty() || loads.len() > MOST_LOADS {
        return Some(Vec::new());
    }
    let mut tried: Vec<PowerProposal> = Vec::new();
    for (plate, batteries) in schemes(&catalogue) {
        let laid = lay_out(&floor, unit, &loads, plate, &batteries);
        tried.extend(
            laid.and_then(|layout| judged(&floor, layout, &loads, length, plate, &batteries)),
        );
    }
    let own = each_its_own(&floor, unit, &loads);
    tried.extend(own.and_then(|layout| judged(&floor, layout, &loads, length, None, &[])));
    // What no battery carries, and what stands, hangs on the wall.
    if tried.is_empty() {
        let walls = catalogue
            .devices
            .iter()
            .find(|device| device.power.as_ref().is_some_and(|power| power.mains));
        let laid = lay_out(&floor, unit, &loads, walls, &[]);
        tried.extend(laid.and_then(|layout| judged(&floor, layout, &loads, length, walls, &[])));
    }
    let before = report(production, &build.id, &catalogue)?;
    let mut offered = chosen(production, &before, &catalogue, tried);
    if !offered.is_empty() {
        offered.extend(as_it_stands(&floor, unit, length, &before));
    }
    Some(offered)
}

/// What powers a unit now, measured like what is proposed; none where no battery stands in it.
fn as_it_stands(floor: &Floor, unit: &str, length: Span, before: &Report) -> Option<PowerProposal> {
    let build = floor.build;
    let inside = |handle: &str| {
        build
            .placement(handle)
            .is_some_and(|placement| placement.unit == unit)
    };
    let sources: Vec<&PowerSource> = before
        .power
        .sources
        .iter()
        .filter(|source| inside(&source.id) && source.runtime_seconds.is_some())
        .collect();
    let first = sources.iter().min_by_key(|source| source.runtime_seconds)?;
    let runtime = first.runtime_seconds?;
    let count = |source: &&PowerSource| source.devices.len() as u64;
    let changes: u64 = sources
        .iter()
        .map(|source| {
            let lasts = source.runtime_seconds.unwrap_or(u64::MAX);
            changes(length.0, lasts) * count(source)
        })
        .sum();
    let used: u64 = sources.iter().map(count).sum();
    let carried = (0..floor.devices.len()).filter(|placement| {
        let kind = floor.devices[*placement].map(|device| device.kind);
        build.placements[*placement].unit == unit
            && matches!(kind, Some(DeviceKind::Battery | DeviceKind::PowerBox))
    });
    let grams = carried
        .filter_map(|placement| floor.devices[placement]?.grams())
        .sum();
    let drawing = first.dark.iter().filter_map(|handle| {
        let placement = floor.placement(handle)?;
        let kind = floor.devices[placement]?.kind;
        (kind != DeviceKind::PowerBox).then(|| build.placements[placement].name.clone())
    });
    let stops = before
        .power
        .nodes
        .iter()
        .filter(|node| inside(&node.device) && node.worst == Some(Severity::Stop));
    let mut kinds: BTreeMap<&str, usize> = BTreeMap::new();
    for source in &sources {
        *kinds.entry(&source.item).or_default() += source.devices.len();
    }
    let kinds: Vec<String> = kinds
        .into_iter()
        .map(|(item, count)| format!("{count} × {item}"))
        .collect();
    let faults = match stops.count() {
        0 => String::new(),
        1 => ", with one fault to mend".into(),
        many => format!(", with {many} faults to mend"),
    };
    Some(PowerProposal {
        best_at: "as it stands".into(),
        title: format!("{}{faults}", list(&kinds)),
        commands: Vec::new(),
        says: Vec::new(),
        runtime_seconds: runtime,
        runtime: Span(runtime).label(),
        changes,
        grams,
        batteries: used + changes + 1,
        dies_together: drawing.collect(),
        hires: 0,
    })
}

/// What in a unit wants power: nothing that runs long enough on what is built into it.
fn loads<'c>(floor: &Floor<'c>, unit: &str, length: Span) -> Vec<PowerLoad<'c>> {
    let cold = cold_factor(floor.production.house_rules.air_celsius);
    let mut loads = Vec::new();
    for (number, placement) in floor.build.placements.iter().enumerate() {
        let Some(device) = floor.devices[number].filter(|_| placement.unit == unit) else {
            continue;
        };
        let Some(power) = device.power.as_deref().filter(|power| power.typical.0 > 0) else {
            continue;
        };
        let draw = own_draw(floor, number);
        let typical = draw.typical;
        let own = power.own.map_or(0.0, |own| own.holds.value() * cold * 0.9);
        let box_or_battery = matches!(device.kind, DeviceKind::PowerBox | DeviceKind::Battery);
        if box_or_battery || own * 3_600.0 / typical >= length.0 as f64 {
            continue;
        }
        loads.push(PowerLoad {
            handle: placement.id.clone(),
            name: placement.name.clone(),
            device,
            typical,
            peak: draw.peak,
        });
    }
    loads.sort_by(|one, other| other.typical.total_cmp(&one.typical));
    loads
}

type Scheme<'c> = (Option<&'c Device>, Vec<&'c Device>);

/// Every plate with every battery that goes on it.
fn schemes(catalogue: &Catalogue) -> Vec<Scheme<'_>> {
    let mut schemes = Vec::new();
    let batteries: Vec<&Device> = catalogue
        .devices
        .iter()
        .filter(|device| device.contacts().is_some())
        .collect();
    for plate in catalogue
        .devices
        .iter()
        .filter(|device| device.kind == DeviceKind::PowerBox)
    {
        let mounts: Vec<Connector> = plate
            .power_ports(Direction::In)
            .map(|port| port.connector)
            .collect();
        let Some(mount) = mounts.first().copied() else {
            continue;
        };
        let is_plate = mount.facts().seat == Some(Seat::Plate);
        if !is_plate || plate.power_ports(Direction::Out).count() < 2 {
            continue;
        }
        for battery in &batteries {
            if battery
                .contacts()
                .is_some_and(|port| port.connector == mount)
            {
                schemes.push((Some(plate), vec![*battery; mounts.len()]));
            }
        }
    }
    schemes
}

/// An empty layout for a unit: the batteries and boxes that stand there are taken off first.
fn emptied<'c>(floor: &Floor<'c>, catalogue: &'c Catalogue, unit: &str) -> Layout<'c> {
    let build = floor.build;
    let inside = |device: &str| {
        let placement = build.placement(device);
        placement.is_some_and(|placement| placement.unit == unit)
    };
    let kind = |device: &str| {
        let placement = build.placement(device);
        let device = placement.and_then(|placement| catalogue.device(&placement.device));
        device.map(|device| device.kind)
    };
    let goes = |device: &str| {
        inside(device)
            && matches!(
                kind(device),
                Some(DeviceKind::Battery | DeviceKind::PowerBox)
            )
    };
    let mut commands = Vec::new();
    let mut freed = Freed::default();
    for (number, connection) in build.connections.iter().enumerate() {
        let is_power =
            floor.links[number].is_some_and(|link| engine::power::is_power(floor, link.from));
        let (from, to) = (&connection.from.device, &connection.to.device);
        // What is taken off takes its cables with it.
        if is_power && (inside(to) || goes(from)) {
            let lead = (connection.cable.as_str(), connection.length);
            *freed.leads.entry(lead).or_default() += 1;
        }
        if is_power && inside(to) && !goes(to) && !goes(from) {
            commands.push(Command::Disconnect {
                build: build.id.clone(),
                connection: connection.id.clone(),
            });
        }
    }
    for placement in build
        .placements
        .iter()
        .filter(|placement| goes(&placement.id))
    {
        *freed.devices.entry(&placement.device).or_default() += 1;
        commands.push(Command::RemoveDevice {
            build: build.id.clone(),
            device: placement.id.clone(),
        });
    }
    Layout {
        production: floor.production,
        build,
        catalogue,
        unit: unit.into(),
        commands,
        taken: BTreeSet::new(),
        free: Vec::new(),
        used: BTreeMap::new(),
        run: BTreeMap::new(),
        freed,
        hires: 0,
        grams: 0,
    }
}

/// Everything on one plate. None where something finds no outlet.
fn lay_out<'c>(
    floor: &Floor<'c>,
    unit: &str,
    loads: &[PowerLoad<'c>],
    plate: Option<&'c Device>,
    batteries: &[&'c Device],
) -> Option<Layout<'c>> {
    let plate = plate?;
    // A splitter only where the plate's own outlets don't do.
    [false, true].into_iter().find_map(|split| {
        let mut layout = emptied(floor, floor.catalogue, unit);
        let battery = batteries.first().and_then(|first| first.battery.as_ref());
        let comes = battery.map_or(VoltRange::just(Volts(230_000)), range);
        let plated = layout.put(plate);
        for (battery, inlet) in batteries.iter().zip(plate.power_ports(Direction::In)) {
            let handle = layout.put(battery);
            let contacts = battery.contacts()?;
            let cable = layout.lead(contacts.connector, inlet.connector)?;
            layout.run(
                PortRef::new(&handle, &contacts.id),
                PortRef::new(&plated, &inlet.id),
                cable,
            );
        }
        layout.offer(&plated, plate, comes);
        if split {
            splitter(&mut layout, comes)?;
        }
        all_fed(&mut layout, loads).then_some(layout)
    })
}

/// One of the D-taps made several.
fn splitter(layout: &mut Layout, comes: VoltRange) -> Option<()> {
    let number = layout
        .free
        .iter()
        .position(|free| free.port.connector.facts().tap)?;
    let device = layout.catalogue.devices.iter().find(|device| {
        let mut inlets = device.power_ports(Direction::In);
        device.kind == DeviceKind::PowerBox
            && inlets
                .next()
                .is_some_and(|inlet| inlet.connector.facts().tap)
            && inlets.next().is_none()
            && device.power_ports(Direction::Out).count() >= 4
            && device
                .power_ports(Direction::Out)
                .all(|port| port.connector.facts().tap)
    })?;
    let free = layout.free.remove(number);
    let handle = layout.put(device);
    let inlet = device.power_ports(Direction::In).next()?;
    let cable = layout.lead(free.port.connector, inlet.connector)?;
    layout.run(free.at, PortRef::new(&handle, &inlet.id), cable);
    layout.offer(&handle, device, comes);
    Some(())
}

fn all_fed(layout: &mut Layout, loads: &[PowerLoad]) -> bool {
    loads.iter().all(|load| {
        let inputs = load.device.power_ports(Direction::In);
        let mut inputs =
            inputs.filter(|port| !port.power.as_ref().is_some_and(|power| power.fills_only));
        inputs.any(|input| layout.feed(&PortRef::new(&load.handle, &input.id), input, load.peak))
    })
}

/// Each load on a battery of its own, put on it.
fn each_its_own<'c>(floor: &Floor<'c>, unit: &str, loads: &[PowerLoad<'c>]) -> Option<Layout<'c>> {
    let mut layout = emptied(floor, floor.catalogue, unit);
    for load in loads {
        let inputs = load.device.power_ports(Direction::In);
        let fitting = inputs.flat_map(|input| {
            let batteries = floor.catalogue.devices.iter();
            batteries.filter_map(move |device| {
                let battery = device.battery.as_ref()?;
                let contacts = device.contacts()?;
                let takes = input.power.as_ref().and_then(|power| power.takes);
                let fits = contacts.connector == input.connector
                    && takes.is_none_or(|takes| range(battery).most <= takes.most);
                let carries = battery.amps.value() * range(battery).least.value() >= load.peak;
                (fits && carries).then_some((input, device, contacts, battery))
            })
        });
        let owned = |device: &Device| {
            let of = |all: &BTreeMap<&str, u32>| all.get(device.id.as_str()).copied().unwrap_or(0);
            let there = floor.production.owned(&device.id, None) + of(&layout.freed.devices);
            there > floor.build.devices_used(&device.id) + of(&layout.used)
        };
        let (input, device, contacts, _) =
            fitting.max_by_key(|(_, device, _, battery)| (owned(device), battery.holds))?;
        let handle = layout.put(device);
        let cable = layout.lead(contacts.connector, input.connector)?;
        layout.run(
            PortRef::new(&handle, &contacts.id),
            PortRef::new(&load.handle, &input.id),
            cable,
        );
    }
    Some(layout)
}

/// Tries a layout on the power alone: what is wrong with it is no proposal.
fn judged(
    floor: &Floor,
    layout: Layout,
    loads: &[PowerLoad],
    length: Span,
    plate: Option<&Device>,
    batteries: &[&Device],
) -> Option<PowerProposal> {
    let (grams, hires) = (layout.grams, layout.hires);
    let edited = floor
        .production
        .edited(floor.catalogue, &layout.commands)
        .ok()?
        .production;
    let after = Floor::new(&edited, edited.build(&floor.build.id)?, floor.catalogue);
    let solved = supply(&after);
    let in_unit = |placement: usize| after.build.placements[placement].unit == layout.unit;
    let mut problems = solved.problems.iter();
    let wrong = problems.any(|problem| in_unit(problem.placement(&after)));
    let fed = loads.iter().all(|load| {
        let placement = after.placement(&load.handle);
        placement.is_some_and(|placement| !solved.in_charge[placement].is_empty())
    });
    if wrong || !fed {
        return None;
    }
    let banks = banks(&after, &solved, &layout.unit, plate.is_some());
    let mains = plate
        .and_then(|plate| plate.power.as_ref())
        .is_some_and(|power| power.mains);
    let first_end = banks.iter().map(|(_, seconds)| *seconds).min();
    let runtime = first_end.or(mains.then_some(length.0))?;
    let changes: u64 = banks
        .iter()
        .map(|(count, seconds)| changes(length.0, *seconds) * count)
        .sum();
    let used: u64 = banks.iter().map(|(count, _)| *count).sum();
    let placed = layout
        .taken
        .iter()
        .filter_map(|handle| after.placement(handle));
    let mut sources = placed.filter(|placement| {
        after.devices[*placement].is_some_and(|device| {
            device.battery.is_some() || device.power.as_ref().is_some_and(|power| power.mains)
        })
    });
    let lost = lost_with(&after, &solved, &[sources.next()?]);
    let dies = lost.off.iter().filter(|placement| {
        after.devices[**placement].is_some_and(|device| device.kind != DeviceKind::PowerBox)
    });
    let title = match (plate, batteries.first()) {
        (Some(plate), Some(battery)) => {
            format!("{}, {} × {}", plate.name, batteries.len(), battery.name)
        }
        (Some(walls), None) => format!("{}, on the mains", walls.name),
        _ => format!("Each on its own: {used} batteries"),
    };
    let mut says = vec![format!(
        "{title}: {} for {}.",
        Span(runtime).label(),
        loads
            .iter()
            .map(|load| load.name.as_str())
            .collect::<Vec<_>>()
            .join(", ")
    )];
    if hires > 0 {
        says.push(format!(
            "{hires} of what it takes must be hired: none is left in the kit."
        ));
    }
    Some(PowerProposal {
        best_at: String::new(),
        title,
        says,
        runtime_seconds: runtime,
        runtime: Span(runtime).label(),
        changes,
        grams,
        batteries: if used == 0 { 0 } else { used + changes + 1 },
        dies_together: dies
            .map(|at| after.build.placements[*at].name.clone())
            .collect(),
        hires,
        commands: layout.commands,
    })
}

/// Changes in a time of something that is changed a quarter of an hour before it ends.
fn changes(length: u64, lasts: u64) -> u64 {
    let each = lasts.saturating_sub(MARGIN).max(1);
    if lasts >= length {
        0
    } else {
        length.saturating_sub(lasts).div_ceil(each)
    }
}

/// Batteries that are used together, and how long they last: a plate's all, else each.
fn banks(after: &Floor, solved: &Supply, unit: &str, together: bool) -> Vec<(u64, u64)> {
    let batteries = (0..after.devices.len()).filter(|placement| {
        after.build.placements[*placement].unit == unit
            && after.devices[*placement].is_some_and(|device| device.battery.is_some())
    });
    let each =
        batteries.map(|placement| (energy(after, placement), solved.draws[placement].typical));
    if together {
        let (count, holds, draws) = each
            .fold((0, 0.0, 0.0), |(count, holds, draws), (one, watts)| {
                (count + 1, holds + one, draws + watts)
            });
        engine::power::lasts(holds, draws)
            .map(|seconds| (count, seconds))
            .into_iter()
            .collect()
    } else {
        each.filter_map(|(holds, draws)| Some((1, engine::power::lasts(holds, draws)?)))
            .collect()
    }
}

/// The best at each: what needs no hire first. Each passes the whole check before it is offered.
fn chosen(
    production: &Production,
    before: &Report,
    catalogue: &Catalogue,
    tried: Vec<PowerProposal>,
) -> Vec<PowerProposal> {
    let passes = |proposal: &PowerProposal| {
        let Ok(edited) = production.edited(catalogue, &proposal.commands) else {
            return false;
        };
        let Some(after) = report(&edited.production, &before.build, catalogue) else {
            return false;
        };
        let stops = after
            .findings
            .iter()
            .filter(|finding| finding.severity == Severity::Stop);
        let mut new = stops.filter(|stop| !before.findings.iter().any(|known| known.id == stop.id));
        new.next().is_none()
    };
    type Rank = fn(&PowerProposal) -> (usize, u64, u64);
    let aims: [(&str, Rank); 3] = [
        ("least mass", |it| (it.hires, it.grams.into(), it.changes)),
        ("fewest changes", |it| {
            (it.hires, it.changes, it.grams.into())
        }),
        ("most reserve", |it| {
            (it.dies_together.len(), it.hires as u64, it.changes)
        }),
    ];
    let mut offered: Vec<PowerProposal> = Vec::new();
    for (aim, rank) in aims {
        let mut order: Vec<&PowerProposal> = tried
            .iter()
            .filter(|it| !offered.iter().any(|known| known.title == it.title))
            .collect();
        order.sort_by_key(|it| rank(it));
        // So many of the best are tried on everything.
        let found = order.into_iter().take(6).find(|it| passes(it));
        offered.extend(found.map(|found| PowerProposal {
            best_at: aim.into(),
            ..found.clone()
        }));
    }
    offered
}
