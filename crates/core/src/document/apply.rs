//! Commands applied: each is checked, changes the document, and yields its inverse.

use super::names::is_handle;
use super::{
    Build, Command, Connection, Handle, Kept, KitLine, Placement, PortRef, Production,
    RecordingSetting, Settings, Unit, handle_from,
};
use crate::catalogue::{Catalogue, Device, Direction, Lead, Port};
use crate::format::{Depth, PictureFormat};
use crate::quantity::Length;

/// Why a command can't be carried out. The document stays as it was.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Refusal {
    /// Something named isn't there.
    #[error("there is no {what} “{name}” here{hint}")]
    Missing {
        what: &'static str,
        name: String,
        hint: String,
    },
    /// A name or handle is empty, too long or of the wrong letters.
    #[error("“{name}” can’t be the name of {what}: {expected}")]
    BadName {
        what: &'static str,
        name: String,
        expected: &'static str,
    },
    /// A handle is taken.
    #[error("“{0}” is taken; choose another handle")]
    Taken(String),
    /// A port faces the other way.
    #[error("{port} is an {is}, not an {wanted}: a lead runs from an output to an input")]
    WrongWay {
        port: PortRef,
        is: &'static str,
        wanted: &'static str,
    },
    /// A socket has its lead already.
    #[error("{port} already has a lead ({lead}); take that one out first, or use another socket")]
    Occupied { port: PortRef, lead: String },
    /// An output was asked for what it doesn't give.
    #[error("{at} doesn’t give {format}: it gives {gives}")]
    NotGiven {
        at: PortRef,
        format: PictureFormat,
        gives: String,
    },
    /// A device can't do what was asked.
    #[error("{device} can’t do that: {why}")]
    CannotDo { device: String, why: String },
    /// A unit still has devices.
    #[error("“{0}” still has devices; move or remove them first")]
    NotEmpty(String),
    /// A limit of the document.
    #[error("a {0}")]
    TooMany(&'static str),
}

/// Counts beyond which a document isn't taken: far above any floor.
pub struct Limits;

impl Limits {
    /// Devices in a build.
    pub const DEVICES: usize = 5_000;
    /// Letters in a name.
    pub const NAME: usize = 80;
    /// Commands in one edit.
    pub const COMMANDS: usize = 500;
    /// Things of one kind in the kit.
    pub const QUANTITY: u32 = 10_000;
}

/// An edit that went through.
#[derive(Debug, Clone, PartialEq)]
pub struct Edited {
    /// The production after it.
    pub production: Production,
    /// Commands that take it back.
    pub inverse: Vec<Command>,
}

/// How much a command is checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Strictness {
    /// That what it names is there, and that the gear can do it.
    Able,
    /// That what it names is there.
    There,
}

impl Production {
    /// The production after `commands`, all of them or none, and what takes them back.
    pub fn edited(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        if commands.len() > Limits::COMMANDS {
            return Err(Refusal::TooMany("single edit takes at most 500 commands"));
        }
        self.changed(catalogue, commands, Strictness::Able)
    }

    /// The production after commands of its own history, undone or redone. What was so once may be
    /// so again, even where the gear could not do it: the check says that.
    pub fn stepped(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        self.changed(catalogue, commands, Strictness::There)
    }

    fn changed(
        &self,
        catalogue: &Catalogue,
        commands: &[Command],
        strictness: Strictness,
    ) -> Result<Edited, Refusal> {
        let mut production = self.clone();
        let mut inverse = Vec::new();
        for command in commands {
            inverse.push(production.apply(catalogue, command, strictness)?);
        }
        inverse.reverse();
        Ok(Edited {
            production,
            inverse,
        })
    }

    /// Applies one command and returns its inverse.
    fn apply(
        &mut self,
        catalogue: &Catalogue,
        command: &Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        use std::mem::replace;
        Ok(match command.clone() {
            Command::RenameProduction { name } => {
                let name = replace(&mut self.name, checked_name("a production", &name)?);
                Command::RenameProduction { name }
            }
            Command::SetProjectFormat { format } => {
                if format.bits == Depth::SIXTEEN && strictness == Strictness::Able {
                    return Err(Refusal::CannotDo {
                        device: "The project".into(),
                        why: "16 bits don’t travel on SDI; choose 8, 10 or 12".into(),
                    });
                }
                Command::SetProjectFormat {
                    format: replace(&mut self.format, format),
                }
            }
            Command::SetDropFrame { drop_frame } => Command::SetDropFrame {
                drop_frame: replace(&mut self.drop_frame, drop_frame),
            },
            Command::SetHouseRules { rules } => Command::SetHouseRules {
                rules: replace(&mut self.house_rules, rules),
            },
            Command::SetKit { line } => self.set_kit(catalogue, line)?,
            Command::RenameBuild { build, name } => {
                let found = self.build_mut(&build)?;
                let name = replace(&mut found.name, checked_name("a build", &name)?);
                Command::RenameBuild { build, name }
            }
            Command::AddDevice {
                build,
                device,
                unit,
                name,
                handle,
            } => self
                .build_mut(&build)?
                .add_device(catalogue, &device, unit, name, handle)?,
            Command::Connect {
                build,
                from,
                to,
                lead,
                length,
            } => {
                let (lead, length) =
                    self.lead_for(catalogue, &build, (&from, &to), lead, length)?;
                let air = catalogue.lead(&lead).is_some_and(Lead::is_air);
                self.build_mut(&build)?.connect(
                    Connection {
                        id: String::new(),
                        from,
                        to,
                        lead,
                        length,
                    },
                    air,
                )?
            }
            Command::SetRecording {
                build,
                device,
                recording,
            } => {
                let old = self
                    .build_mut(&build)?
                    .set_recording(catalogue, &device, recording, strictness)?;
                Command::SetRecording {
                    build,
                    device,
                    recording: old,
                }
            }
            other => {
                let id = other.build().unwrap_or_default().to_string();
                self.build_mut(&id)?.apply(catalogue, other, strictness)?
            }
        })
    }

    fn build_mut(&mut self, id: &str) -> Result<&mut Build, Refusal> {
        self.builds
            .iter_mut()
            .find(|build| build.id == id)
            .ok_or_else(|| missing("build", id))
    }

    fn set_kit(&mut self, catalogue: &Catalogue, line: KitLine) -> Result<Command, Refusal> {
        if catalogue.item_name(&line.item).is_none() {
            return Err(missing("item in the catalogue", &line.item));
        }
        if line.quantity > Limits::QUANTITY {
            return Err(Refusal::TooMany("kit holds at most 10,000 of one thing"));
        }
        let length = if catalogue.lead(&line.item).is_some() {
            line.length
        } else {
            None
        };
        let at = self
            .kit
            .iter()
            .position(|known| known.item == line.item && known.length == length);
        let old = at.map_or(0, |at| self.kit[at].quantity);
        match at {
            // A line with none left goes only from the end, so that putting it back finds its place.
            Some(at) if line.quantity == 0 && at + 1 == self.kit.len() => {
                self.kit.pop();
            }
            Some(at) => self.kit[at].quantity = line.quantity,
            None if line.quantity == 0 => {}
            None => self.kit.push(KitLine {
                length,
                ..line.clone()
            }),
        }
        Ok(Command::SetKit {
            line: KitLine {
                quantity: old,
                length,
                ..line
            },
        })
    }

    /// The lead for a new connection: as asked, or a spare one of the kit whose plugs fit, the
    /// shortest first, or any of the catalogue that fits, 2 m long.
    fn lead_for(
        &self,
        catalogue: &Catalogue,
        build: &str,
        (from, to): (&PortRef, &PortRef),
        lead: Option<String>,
        length: Option<Length>,
    ) -> Result<(String, Length), Refusal> {
        const USUAL: Length = Length(2_000);
        let build = self.build(build).ok_or_else(|| missing("build", build))?;
        let output = build.port(catalogue, from, Direction::Out)?;
        let input = build.port(catalogue, to, Direction::In)?;
        if let Some(lead) = lead {
            catalogue
                .lead(&lead)
                .ok_or_else(|| missing("lead in the catalogue", &lead))?;
            let own = self
                .kit
                .iter()
                .filter(|line| line.item == lead)
                .filter_map(|line| line.length)
                .min();
            return Ok((lead, length.or(own).unwrap_or(USUAL)));
        }
        let fits = |id: &str| {
            let found = catalogue.lead(id)?;
            (found.joins(output.connector, input.connector) && found.wires.contains(&output.wire))
                .then_some(())
        };
        let long_enough = |line: &&KitLine| {
            length.is_none_or(|length| line.length.is_some_and(|own| own >= length))
        };
        let spare = self
            .kit
            .iter()
            .filter(|line| fits(&line.item).is_some())
            .filter(long_enough)
            .filter(|line| {
                line.length
                    .is_some_and(|own| line.quantity > build.leads_used(&line.item, own))
            });
        if let Some(line) = spare.min_by_key(|line| line.length) {
            return Ok((line.item.clone(), length.or(line.length).unwrap_or(USUAL)));
        }
        let fitting = catalogue
            .leads
            .iter()
            .find(|found| fits(&found.id).is_some());
        // Where no single lead fits, one with the right plug at the output shows what is missing.
        let half = || {
            catalogue
                .leads
                .iter()
                .find(|found| found.ends.contains(&output.connector))
        };
        let lead = fitting
            .or_else(half)
            .ok_or_else(|| missing("lead in the catalogue for", &from.to_string()))?;
        Ok((lead.id.clone(), length.unwrap_or(USUAL)))
    }
}

impl Build {
    /// The catalogue's port behind a reference, where it faces as wanted.
    pub fn port<'c>(
        &self,
        catalogue: &'c Catalogue,
        at: &PortRef,
        facing: Direction,
    ) -> Result<&'c Port, Refusal> {
        let placement = self
            .placement(&at.device)
            .ok_or_else(|| missing("device", &at.device))?;
        let device = catalogue_device(catalogue, &placement.device)?;
        let port = device.port(&at.port).ok_or_else(|| {
            let names: Vec<&str> = device
                .ports_facing(facing)
                .map(|port| port.id.as_str())
                .collect();
            let hint = format!("; {} has {}", placement.name, names.join(", "));
            Refusal::Missing {
                what: "port",
                name: at.to_string(),
                hint,
            }
        })?;
        match (port.direction, facing) {
            (Direction::In, Direction::Out) => Err(Refusal::WrongWay {
                port: at.clone(),
                is: "input",
                wanted: "output",
            }),
            (Direction::Out, Direction::In) => Err(Refusal::WrongWay {
                port: at.clone(),
                is: "output",
                wanted: "input",
            }),
            _ => Ok(port),
        }
    }

    fn position(&self, handle: &str) -> Result<usize, Refusal> {
        self.placements
            .iter()
            .position(|placement| placement.id == handle)
            .ok_or_else(|| missing("device", handle))
    }

    fn placement_mut(&mut self, handle: &str) -> Result<&mut Placement, Refusal> {
        let at = self.position(handle)?;
        Ok(&mut self.placements[at])
    }

    fn unit_position(&self, id: &str) -> Result<usize, Refusal> {
        self.units
            .iter()
            .position(|unit| unit.id == id)
            .ok_or_else(|| missing("unit", id))
    }

    fn connection_position(&self, id: &str) -> Result<usize, Refusal> {
        self.connections
            .iter()
            .position(|connection| connection.id == id)
            .ok_or_else(|| missing("connection", id))
    }

    fn add_device(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        unit: Handle,
        name: Option<String>,
        handle: Option<Handle>,
    ) -> Result<Command, Refusal> {
        let entry = catalogue_device(catalogue, device)?;
        self.unit_position(&unit)?;
        if self.placements.len() >= Limits::DEVICES {
            return Err(Refusal::TooMany("build holds at most 5,000 devices"));
        }
        let name = checked_name("a device", name.as_deref().unwrap_or(&entry.name))?;
        let taken = |handle: &str| self.placement(handle).is_some();
        let handle = match handle {
            Some(handle) if !is_handle(&handle) => return Err(bad_handle(handle)),
            Some(handle) if taken(&handle) => return Err(Refusal::Taken(handle)),
            Some(handle) => handle,
            None => handle_from(&name, taken),
        };
        let placement = Placement {
            id: handle.clone(),
            name,
            device: device.into(),
            unit,
            settings: Settings::default(),
        };
        self.placements.push(placement);
        Ok(Command::RemoveDevice {
            build: self.id.clone(),
            device: handle,
        })
    }

    /// Adds a connection under a free id.
    fn connect(&mut self, wanted: Connection, air: bool) -> Result<Command, Refusal> {
        // Any number of receivers listen to one transmitter; a socket takes one plug.
        let occupied =
            |known: &&Connection| known.to == wanted.to || (!air && known.from == wanted.from);
        if let Some(known) = self.connections.iter().find(occupied) {
            let lead = format!("{} > {}", known.from, known.to);
            let port = if known.to == wanted.to {
                wanted.to
            } else {
                wanted.from
            };
            return Err(Refusal::Occupied { port, lead });
        }
        let id = self.free_connection_id();
        self.connections.push(Connection {
            id: id.clone(),
            ..wanted
        });
        Ok(Command::Disconnect {
            build: self.id.clone(),
            connection: id,
        })
    }

    fn free_connection_id(&self) -> Handle {
        let numbers = self
            .connections
            .iter()
            .filter_map(|connection| connection.id.strip_prefix('l')?.parse::<u64>().ok());
        format!("l{}", numbers.max().unwrap_or(0).saturating_add(1))
    }

    fn set_recording(
        &mut self,
        catalogue: &Catalogue,
        handle: &str,
        recording: Option<RecordingSetting>,
        strictness: Strictness,
    ) -> Result<Option<RecordingSetting>, Refusal> {
        let placement = self.placement_mut(handle)?;
        if let Some(wanted) = recording
            .as_ref()
            .filter(|_| strictness == Strictness::Able)
        {
            let cannot = |why: String| Refusal::CannotDo {
                device: placement.name.clone(),
                why,
            };
            let device = catalogue_device(catalogue, &placement.device)?;
            let ability = device
                .records
                .as_ref()
                .ok_or_else(|| cannot("it doesn’t record".into()))?;
            if !ability.codecs.contains(&wanted.codec) {
                return Err(cannot(format!(
                    "it doesn’t record “{}”; it records {}",
                    wanted.codec,
                    ability.codecs.join(", ")
                )));
            }
            for id in &wanted.media {
                let medium = catalogue
                    .medium(id)
                    .ok_or_else(|| missing("card or drive in the catalogue", id))?;
                if !ability.media.contains(&medium.kind) {
                    return Err(cannot(format!("{} doesn’t fit its slot", medium.name)));
                }
            }
            if wanted.media.len() > ability.slots {
                let slots = if ability.slots == 1 {
                    "1 slot".into()
                } else {
                    format!("{} slots", ability.slots)
                };
                return Err(cannot(format!(
                    "it has {slots}, not {}",
                    wanted.media.len()
                )));
            }
            if wanted.tracks > ability.tracks {
                return Err(cannot(format!(
                    "it records at most {} sound tracks, not {}",
                    ability.tracks, wanted.tracks
                )));
            }
            if let Some(format) = wanted.format
                && !(ability.sensor && ability.formats.hold(format))
            {
                return Err(cannot(format!(
                    "it doesn’t record {format}; it records {}",
                    ability.formats.in_words()
                )));
            }
        }
        Ok(std::mem::replace(
            &mut placement.settings.recording,
            recording,
        ))
    }

    /// The commands that change only what is inside one build.
    fn apply(
        &mut self,
        catalogue: &Catalogue,
        command: Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        use std::mem::replace;
        Ok(match command {
            Command::AddUnit { build, name } => {
                let name = checked_name("a unit", &name)?;
                let id = handle_from(&name, |id| self.units.iter().any(|unit| unit.id == id));
                self.units.push(Unit {
                    id: id.clone(),
                    name,
                });
                Command::RemoveUnit { build, unit: id }
            }
            Command::RenameUnit { build, unit, name } => {
                let at = self.unit_position(&unit)?;
                let name = replace(&mut self.units[at].name, checked_name("a unit", &name)?);
                Command::RenameUnit { build, unit, name }
            }
            Command::RemoveUnit { build, unit } => {
                let at = self.unit_position(&unit)?;
                if self
                    .placements
                    .iter()
                    .any(|placement| placement.unit == unit)
                {
                    return Err(Refusal::NotEmpty(self.units[at].name.clone()));
                }
                let kept = Kept {
                    units: vec![(at, self.units.remove(at))],
                    ..Kept::default()
                };
                Command::PutBack {
                    build,
                    kept: Box::new(kept),
                }
            }
            Command::RemoveDevice { build, device } => Command::PutBack {
                build,
                kept: Box::new(self.take_out(&device)?),
            },
            Command::RenameDevice {
                build,
                device,
                name,
            } => {
                let name = replace(
                    &mut self.placement_mut(&device)?.name,
                    checked_name("a device", &name)?,
                );
                Command::RenameDevice {
                    build,
                    device,
                    name,
                }
            }
            Command::MoveDevice {
                build,
                device,
                unit,
            } => {
                self.unit_position(&unit)?;
                let unit = replace(&mut self.placement_mut(&device)?.unit, unit);
                Command::MoveDevice {
                    build,
                    device,
                    unit,
                }
            }
            Command::Disconnect { build, connection } => {
                let at = self.connection_position(&connection)?;
                let kept = Kept {
                    connections: vec![(at, self.connections.remove(at))],
                    ..Kept::default()
                };
                Command::PutBack {
                    build,
                    kept: Box::new(kept),
                }
            }
            Command::SetLead {
                build,
                connection,
                lead,
                length,
            } => {
                if strictness == Strictness::Able && catalogue.lead(&lead).is_none() {
                    return Err(missing("lead in the catalogue", &lead));
                }
                let at = self.connection_position(&connection)?;
                let found = &mut self.connections[at];
                let (lead, length) = (
                    replace(&mut found.lead, lead),
                    replace(&mut found.length, length),
                );
                Command::SetLead {
                    build,
                    connection,
                    lead,
                    length,
                }
            }
            Command::SetOutput { build, at, setting } => {
                let port = self.port(catalogue, &at, Direction::Out)?;
                if let Some(format) = setting.format
                    && strictness == Strictness::Able
                    && (port.formats.is_open() || !port.formats.hold(format))
                {
                    let gives = if port.formats.is_open() {
                        "what comes in, unchanged".into()
                    } else {
                        port.formats.in_words()
                    };
                    return Err(Refusal::NotGiven { at, format, gives });
                }
                let outputs = &mut self.placement_mut(&at.device)?.settings.outputs;
                let old = outputs.remove(&at.port).unwrap_or_default();
                if setting != super::OutputSetting::default() {
                    outputs.insert(at.port.clone(), setting);
                }
                Command::SetOutput {
                    build,
                    at,
                    setting: old,
                }
            }
            Command::ChooseInput {
                build,
                device,
                input,
            } => {
                if let Some(input) = &input {
                    self.port(catalogue, &PortRef::new(&device, input), Direction::In)?;
                }
                let input = replace(&mut self.placement_mut(&device)?.settings.input, input);
                Command::ChooseInput {
                    build,
                    device,
                    input,
                }
            }
            Command::SetTimecode {
                build,
                device,
                timecode,
            } => {
                let placement = self.placement_mut(&device)?;
                if !catalogue_device(catalogue, &placement.device)?.keeps_timecode {
                    return Err(Refusal::CannotDo {
                        device: placement.name.clone(),
                        why: "it keeps no timecode".into(),
                    });
                }
                let timecode = replace(&mut placement.settings.timecode, timecode);
                Command::SetTimecode {
                    build,
                    device,
                    timecode,
                }
            }
            Command::SetTimecodeMaster { build, device } => {
                if let Some(device) = &device {
                    let placement = self.placement_mut(device)?;
                    if !catalogue_device(catalogue, &placement.device)?.keeps_timecode {
                        return Err(Refusal::CannotDo {
                            device: placement.name.clone(),
                            why: "it keeps no timecode".into(),
                        });
                    }
                }
                Command::SetTimecodeMaster {
                    build,
                    device: replace(&mut self.timecode_master, device),
                }
            }
            Command::PutNeed { build, need } => {
                self.position(&need.at)?;
                if let Some(of) = &need.of {
                    self.position(of)?;
                }
                if !is_handle(&need.id) {
                    return Err(bad_handle(need.id));
                }
                match self.needs.iter().position(|known| known.id == need.id) {
                    Some(at) => Command::PutNeed {
                        build,
                        need: replace(&mut self.needs[at], need),
                    },
                    None => {
                        self.needs.push(need.clone());
                        Command::RemoveNeed {
                            build,
                            need: need.id,
                        }
                    }
                }
            }
            Command::RemoveNeed { build, need } => {
                let at = self.needs.iter().position(|known| known.id == need);
                let at = at.ok_or_else(|| missing("need", &need))?;
                let kept = Kept {
                    needs: vec![(at, self.needs.remove(at))],
                    ..Kept::default()
                };
                Command::PutBack {
                    build,
                    kept: Box::new(kept),
                }
            }
            Command::PutBack { build, kept } => self.put_back(build, *kept)?,
            other => unreachable!("{} is applied to the production", other.title()),
        })
    }

    fn take_out(&mut self, handle: &str) -> Result<Kept, Refusal> {
        let at = self.position(handle)?;
        let mut kept = Kept {
            placements: vec![(at, self.placements.remove(at))],
            ..Kept::default()
        };
        kept.connections = take_where(&mut self.connections, |connection| {
            connection.from.device == handle || connection.to.device == handle
        });
        kept.needs = take_where(&mut self.needs, |need| {
            need.at == handle || need.of.as_deref() == Some(handle)
        });
        if self.timecode_master.as_deref() == Some(handle) {
            kept.timecode_master = self.timecode_master.take();
        }
        Ok(kept)
    }

    /// Puts things back at their places. Its own inverse takes them out again, one by one; the
    /// store keeps the first command for redo, so this is reached by hand-written edits only.
    fn put_back(&mut self, build: Handle, kept: Kept) -> Result<Command, Refusal> {
        let inverse = if let Some((_, placement)) = kept.placements.first() {
            Command::RemoveDevice {
                build,
                device: placement.id.clone(),
            }
        } else if let Some((_, connection)) = kept.connections.first() {
            Command::Disconnect {
                build,
                connection: connection.id.clone(),
            }
        } else if let Some((_, need)) = kept.needs.first() {
            Command::RemoveNeed {
                build,
                need: need.id.clone(),
            }
        } else if let Some((_, unit)) = kept.units.first() {
            Command::RemoveUnit {
                build,
                unit: unit.id.clone(),
            }
        } else {
            Command::PutBack {
                build,
                kept: Box::default(),
            }
        };
        for (_, unit) in &kept.units {
            if self.unit_position(&unit.id).is_ok() {
                return Err(Refusal::Taken(unit.id.clone()));
            }
        }
        for (_, placement) in &kept.placements {
            if self.placement(&placement.id).is_some() {
                return Err(Refusal::Taken(placement.id.clone()));
            }
        }
        for (_, connection) in &kept.connections {
            if self
                .connections
                .iter()
                .any(|known| known.id == connection.id)
            {
                return Err(Refusal::Taken(connection.id.clone()));
            }
        }
        for (_, need) in &kept.needs {
            if self.needs.iter().any(|known| known.id == need.id) {
                return Err(Refusal::Taken(need.id.clone()));
            }
        }
        insert_all(&mut self.units, kept.units);
        insert_all(&mut self.placements, kept.placements);
        insert_all(&mut self.connections, kept.connections);
        insert_all(&mut self.needs, kept.needs);
        if kept.timecode_master.is_some() {
            self.timecode_master = kept.timecode_master;
        }
        Ok(inverse)
    }
}

impl Command {
    /// The build that it changes, if it changes one.
    pub fn build(&self) -> Option<&str> {
        match self {
            Self::RenameProduction { .. }
            | Self::SetProjectFormat { .. }
            | Self::SetDropFrame { .. }
            | Self::SetHouseRules { .. }
            | Self::SetKit { .. } => None,
            Self::RenameBuild { build, .. }
            | Self::AddUnit { build, .. }
            | Self::RenameUnit { build, .. }
            | Self::RemoveUnit { build, .. }
            | Self::AddDevice { build, .. }
            | Self::RemoveDevice { build, .. }
            | Self::RenameDevice { build, .. }
            | Self::MoveDevice { build, .. }
            | Self::Connect { build, .. }
            | Self::Disconnect { build, .. }
            | Self::SetLead { build, .. }
            | Self::SetOutput { build, .. }
            | Self::ChooseInput { build, .. }
            | Self::SetTimecode { build, .. }
            | Self::SetTimecodeMaster { build, .. }
            | Self::SetRecording { build, .. }
            | Self::PutNeed { build, .. }
            | Self::RemoveNeed { build, .. }
            | Self::PutBack { build, .. } => Some(build),
        }
    }
}

/// Takes out what `matches`, with the places it had.
fn take_where<T>(list: &mut Vec<T>, matches: impl Fn(&T) -> bool) -> Vec<(usize, T)> {
    let (mut taken, mut left) = (Vec::new(), Vec::new());
    for (place, item) in std::mem::take(list).into_iter().enumerate() {
        if matches(&item) {
            taken.push((place, item))
        } else {
            left.push(item)
        }
    }
    *list = left;
    taken
}

/// Puts each at its place, lowest place first; a place past the end is the end.
fn insert_all<T>(list: &mut Vec<T>, items: Vec<(usize, T)>) {
    for (place, item) in items {
        list.insert(place.min(list.len()), item);
    }
}

fn missing(what: &'static str, name: &str) -> Refusal {
    Refusal::Missing {
        what,
        name: name.chars().take(60).collect(),
        hint: String::new(),
    }
}

fn bad_handle(name: Handle) -> Refusal {
    let expected = "a handle is 1 to 40 small letters, digits and hyphens";
    Refusal::BadName {
        what: "a handle",
        name: name.chars().take(60).collect(),
        expected,
    }
}

fn checked_name(what: &'static str, name: &str) -> Result<String, Refusal> {
    let trimmed = name.trim();
    if trimmed.is_empty()
        || trimmed.chars().count() > Limits::NAME
        || trimmed.chars().any(char::is_control)
    {
        let name = trimmed.chars().take(60).collect();
        return Err(Refusal::BadName {
            what,
            name,
            expected: "a name is 1 to 80 letters on one line",
        });
    }
    Ok(trimmed.to_string())
}

fn catalogue_device<'c>(catalogue: &'c Catalogue, id: &str) -> Result<&'c Device, Refusal> {
    catalogue
        .device(id)
        .ok_or_else(|| missing("device in the catalogue called", id))
}
