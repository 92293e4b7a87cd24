//! What removals took out, put back at its place.

use super::Refusal;
use crate::document::{Build, Command, Kept};

impl Build {
    /// The command that puts back what was taken out.
    pub(super) fn putting_back(&self, kept: Kept) -> Command {
        Command::PutBack {
            build: self.id.clone(),
            kept: Box::new(kept),
        }
    }

    /// Puts things back at their places. Its own inverse takes them out again, one by one; the
    /// store keeps the first command for redo, so this is reached by hand-written edits only.
    pub(super) fn put_back(&mut self, kept: Kept) -> Result<Command, Refusal> {
        let build = self.id.clone();
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
        } else if let Some((_, joint)) = kept.joints.first() {
            Command::RemoveJoint {
                build,
                part: joint.part.clone(),
            }
        } else if let Some((_, unit)) = kept.units.first() {
            Command::RemoveUnit {
                build,
                unit: unit.id.clone(),
            }
        } else {
            self.putting_back(Kept::default())
        };
        for (_, unit) in &kept.units {
            if self.unit_position(&unit.id).is_ok() {
                return Err(Refusal::Taken(unit.id.to_string()));
            }
        }
        for (_, placement) in &kept.placements {
            if self.placement(&placement.id).is_some() {
                return Err(Refusal::Taken(placement.id.to_string()));
            }
        }
        for (_, connection) in &kept.connections {
            if self
                .connections
                .iter()
                .any(|other| other.id == connection.id)
            {
                return Err(Refusal::Taken(connection.id.to_string()));
            }
        }
        for (_, need) in &kept.needs {
            if self.needs.iter().any(|other| other.id == need.id) {
                return Err(Refusal::Taken(need.id.to_string()));
            }
        }
        for (_, joint) in &kept.joints {
            if self.joints.iter().any(|other| other.part == joint.part) {
                return Err(Refusal::Taken(joint.part.to_string()));
            }
        }
        insert_all(&mut self.units, kept.units);
        insert_all(&mut self.placements, kept.placements);
        insert_all(&mut self.connections, kept.connections);
        insert_all(&mut self.needs, kept.needs);
        insert_all(&mut self.joints, kept.joints);
        if kept.timecode_master.is_some() {
            self.timecode_master = kept.timecode_master;
        }
        Ok(inverse)
    }
}

/// Puts each at its place, lowest place first; a place past the end is the end.
fn insert_all<T>(list: &mut Vec<T>, items: Vec<(usize, T)>) {
    for (place, item) in items {
        list.insert(place.min(list.len()), item);
    }
}
