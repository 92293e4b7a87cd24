//! Commands about devices: put to use, named, moved, taken out.

use super::{Refusal, Strictness, bad_handle, catalogue_device, checked_name, missing};
use crate::catalogue::{Catalogue, Device, Direction, Port};
use crate::document::names::is_handle;
use crate::document::{
    Build, Command, Handle, Kept, Limits, Placement, PortRef, Settings, handle_from,
};
use std::mem::replace;

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

    /// Refuses, with `why`, what a device isn't able to do. What was so once may be so again.
    pub(super) fn able(
        &self,
        catalogue: &Catalogue,
        handle: &str,
        strictness: Strictness,
        able: impl Fn(&Device) -> bool,
        why: &str,
    ) -> Result<(), Refusal> {
        let placement = &self.placements[self.position(handle)?];
        let can = strictness == Strictness::There
            || able(catalogue_device(catalogue, &placement.device)?);
        can.then_some(()).ok_or_else(|| Refusal::CannotDo {
            device: placement.name.clone(),
            why: why.into(),
        })
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
            Some(handle) if !is_handle(&handle) => return Err(bad_handle(&handle)),
            Some(handle) if taken(&handle) => return Err(Refusal::Taken(handle.into())),
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

    pub(super) fn remove_device(&mut self, device: &str) -> Result<Command, Refusal> {
        let kept = self.take_out(device)?;
        Ok(self.putting_back(kept))
    }

    /// Takes a device and its cables out. Needs that speak of it stay, unmet, until somebody removes
    /// them: what was promised isn't forgotten with the gear.
    fn take_out(&mut self, handle: &str) -> Result<Kept, Refusal> {
        let at = self.position(handle)?;
        let mut kept = Kept {
            placements: vec![(at, self.placements.remove(at))],
            ..Kept::default()
        };
        kept.connections = take_where(&mut self.connections, |connection| {
            connection.from.device == handle || connection.to.device == handle
        });
        kept.joints = take_where(&mut self.joints, |joint| {
            joint.part.device == handle || joint.onto.device == handle
        });
        if self.timecode_master.as_deref() == Some(handle) {
            kept.timecode_master = self.timecode_master.take();
        }
        Ok(kept)
    }

    pub(super) fn rename_device(&mut self, device: Handle, name: &str) -> Result<Command, Refusal> {
        let placement = self.placement_mut(&device)?;
        let name = replace(&mut placement.name, checked_name("a device", name)?);
        Ok(Command::RenameDevice {
            build: self.id.clone(),
            device,
            name,
        })
    }

    pub(super) fn move_device(&mut self, device: Handle, unit: Handle) -> Result<Command, Refusal> {
        self.unit_position(&unit)?;
        let unit = replace(&mut self.placement_mut(&device)?.unit, unit);
        Ok(Command::MoveDevice {
            build: self.id.clone(),
            device,
            unit,
        })
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
