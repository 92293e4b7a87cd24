//! Commands that change what is inside one build.

use super::{Refusal, Strictness, bad_handle, catalogue_device, checked_name, missing};
use crate::catalogue::{Catalogue, Direction, Port};
use crate::document::names::is_handle;
use crate::document::{
    Build, Command, Connection, Handle, Kept, Limits, OutputSetting, Placement, PortRef,
    RecordingSetting, Settings, Unit, handle_from, misfit_of_output, misfits,
};

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

    pub(super) fn position(&self, handle: &str) -> Result<usize, Refusal> {
        self.placements
            .iter()
            .position(|placement| placement.id == handle)
            .ok_or_else(|| missing("device", handle))
    }

    pub(super) fn placement_mut(&mut self, handle: &str) -> Result<&mut Placement, Refusal> {
        let at = self.position(handle)?;
        Ok(&mut self.placements[at])
    }

    pub(super) fn unit_position(&self, id: &str) -> Result<usize, Refusal> {
        self.units
            .iter()
            .position(|unit| unit.id == id)
            .ok_or_else(|| missing("unit", id))
    }

    pub(super) fn connection_position(&self, id: &str) -> Result<usize, Refusal> {
        self.connections
            .iter()
            .position(|connection| connection.id == id)
            .ok_or_else(|| missing("connection", id))
    }

    pub(super) fn add_device(
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
    pub(super) fn connect(&mut self, wanted: Connection, air: bool) -> Result<Command, Refusal> {
        // Any number of receivers listen to one transmitter; a socket takes one plug.
        let occupied =
            |known: &&Connection| known.to == wanted.to || (!air && known.from == wanted.from);
        if let Some(known) = self.connections.iter().find(occupied) {
            let cable = format!("{} > {}", known.from, known.to);
            let port = if known.to == wanted.to {
                wanted.to
            } else {
                wanted.from
            };
            return Err(Refusal::Occupied { port, cable });
        }
        if self.connections.len() >= Limits::CONNECTIONS {
            return Err(Refusal::TooMany("build holds at most 20,000 connections"));
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

    pub(super) fn set_recording(
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
            let device = catalogue_device(catalogue, &placement.device)?;
            wanted.check().map_err(Refusal::Contradiction)?;
            if let Some(misfit) = misfits(catalogue, device, wanted).first() {
                return Err(Refusal::CannotDo {
                    device: placement.name.clone(),
                    why: misfit.to_string(),
                });
            }
            for id in &wanted.media {
                catalogue
                    .medium(id)
                    .ok_or_else(|| missing("card or drive in the catalogue", id))?;
            }
            if let Some(proxy) = &wanted.proxy {
                catalogue
                    .codec(proxy)
                    .ok_or_else(|| missing("codec in the catalogue", proxy))?;
            }
        }
        Ok(std::mem::replace(
            &mut placement.settings.recording,
            recording,
        ))
    }

    /// The commands that change only what is inside one build.
    pub(super) fn apply(
        &mut self,
        catalogue: &Catalogue,
        command: Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        use std::mem::replace;
        Ok(match command {
            Command::AddUnit { build, name } => {
                let name = checked_name("a unit", &name)?;
                if self.units.len() >= Limits::UNITS {
                    return Err(Refusal::TooMany("build holds at most 500 units"));
                }
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
            Command::SetCable {
                build,
                connection,
                cable,
                length,
            } => {
                if strictness == Strictness::Able && catalogue.cable(&cable).is_none() {
                    return Err(missing("cable in the catalogue", &cable));
                }
                let at = self.connection_position(&connection)?;
                let found = &mut self.connections[at];
                let (cable, length) = (
                    replace(&mut found.cable, cable),
                    replace(&mut found.length, length),
                );
                Command::SetCable {
                    build,
                    connection,
                    cable,
                    length,
                }
            }
            Command::SetOutput { build, at, setting } => {
                // What isn't there can be forgotten, not set.
                let port = match self.port(catalogue, &at, Direction::Out) {
                    Err(_)
                        if setting == OutputSetting::default()
                            || strictness == Strictness::There =>
                    {
                        None
                    }
                    port => Some(port?),
                };
                let placement = &self.placements[self.position(&at.device)?];
                let device = catalogue.device(&placement.device);
                let set = port.zip(device).filter(|_| strictness == Strictness::Able);
                if let Some((port, device)) = set
                    && let Some(why) = misfit_of_output(device, &at, port, &setting)
                {
                    return Err(Refusal::CannotDo {
                        device: at.to_string(),
                        why,
                    });
                }
                if let Some(format) = setting.format
                    && let Some((port, _)) = set
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
                if setting != OutputSetting::default() {
                    outputs.insert(at.port.clone(), setting);
                }
                Command::SetOutput {
                    build,
                    at,
                    setting: old,
                }
            }
            Command::SetSurroundings { .. }
            | Command::SetAdapters { .. }
            | Command::SetInput { .. }
            | Command::SetPlayback { .. }
            | Command::SetSqueeze { .. }
            | Command::SetScreen { .. } => self.apply_gear(catalogue, command, strictness)?,
            Command::ChooseInput {
                build,
                device,
                input,
            } => {
                if let Some(input) = input.as_ref().filter(|_| strictness == Strictness::Able) {
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
                if timecode.is_some()
                    && strictness == Strictness::Able
                    && !catalogue_device(catalogue, &placement.device)?.keeps_timecode
                {
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
                    if strictness == Strictness::Able
                        && !catalogue_device(catalogue, &placement.device)?.keeps_timecode
                    {
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
                // A need may outlive its device; it is only made for one that is there.
                if strictness == Strictness::Able {
                    self.position(&need.at)?;
                    if let Some(of) = &need.of {
                        self.position(of)?;
                    }
                }
                need.check().map_err(Refusal::Contradiction)?;
                let known = self.needs.iter().any(|known| known.id == need.id);
                if !known && self.needs.len() >= Limits::NEEDS {
                    return Err(Refusal::TooMany("build holds at most 5,000 needs"));
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
}
