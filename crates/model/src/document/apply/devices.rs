//! Commands about devices: put to use, named, moved, taken out.

use super::{Refusal, Strictness, bad_handle, catalogue_device, checked_name, missing};
use crate::catalogue::{Catalogue, Device, Direction, Port};
use crate::document::names::is_handle;
use crate::document::{Build, Handle, Limits, Placement, PortRef, Settings, handle_from};

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
    ) -> Result<(), Refusal> {
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
            id: handle,
            name,
            device: device.into(),
            unit,
            settings: Settings::default(),
        };
        self.placements.push(placement);
        Ok(())
    }

    /// Takes a device and its cables out. Needs that speak of it stay, unmet, until somebody removes
    /// them: what was promised isn't forgotten with the gear.
    pub(super) fn remove_device(&mut self, device: &str) -> Result<(), Refusal> {
        let at = self.position(device)?;
        self.placements.remove(at);
        self.detach(device);
        Ok(())
    }

    /// Takes out what hangs on a device.
    pub(super) fn detach(&mut self, device: &str) {
        self.connections
            .retain(|cable| cable.from.device != device && cable.to.device != device);
        self.joints
            .retain(|joint| joint.part.device != device && joint.onto.device != device);
        self.timecode_master.take_if(|master| master == device);
    }

    pub(super) fn rename_device(&mut self, device: &str, name: &str) -> Result<(), Refusal> {
        self.placement_mut(device)?.name = checked_name("a device", name)?;
        Ok(())
    }

    pub(super) fn move_device(&mut self, device: &str, unit: Handle) -> Result<(), Refusal> {
        self.unit_position(&unit)?;
        self.placement_mut(device)?.unit = unit;
        Ok(())
    }
}
