//! Commands about units: what is carried together.

use super::{Refusal, checked_name, missing};
use crate::document::{Build, Limits, Unit, handle_from};

impl Build {
    pub(super) fn unit_position(&self, id: &str) -> Result<usize, Refusal> {
        self.units
            .iter()
            .position(|unit| unit.id == id)
            .ok_or_else(|| missing("unit", id))
    }

    pub(super) fn add_unit(&mut self, name: &str) -> Result<(), Refusal> {
        let name = checked_name("a unit", name)?;
        if self.units.len() >= Limits::UNITS {
            return Err(Refusal::TooMany("build holds at most 500 units"));
        }
        let id = handle_from(&name, |id| self.units.iter().any(|unit| unit.id == id));
        self.units.push(Unit { id, name });
        Ok(())
    }

    pub(super) fn rename_unit(&mut self, unit: &str, name: &str) -> Result<(), Refusal> {
        let at = self.unit_position(unit)?;
        self.units[at].name = checked_name("a unit", name)?;
        Ok(())
    }

    pub(super) fn remove_unit(&mut self, unit: &str) -> Result<(), Refusal> {
        let at = self.unit_position(unit)?;
        if self
            .placements
            .iter()
            .any(|placement| placement.unit == unit)
        {
            return Err(Refusal::NotEmpty(self.units[at].name.clone()));
        }
        self.units.remove(at);
        Ok(())
    }
}
