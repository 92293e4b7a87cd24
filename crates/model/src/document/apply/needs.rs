//! Commands about what people need.

use super::{Refusal, Strictness, bad_handle, missing};
use crate::document::Bounded;
use crate::document::names::is_handle;
use crate::document::{Build, Change, Limits, Need, Purpose, handle_from};
use units::quantity::Span;

impl Build {
    pub(super) fn put_need(&mut self, need: Need, strictness: Strictness) -> Result<(), Refusal> {
        // A need may outlive its device; it is only made for one that is there.
        if strictness == Strictness::Able {
            self.position(&need.at)?;
            if let Some(of) = &need.of {
                self.position(of)?;
            }
        }
        let before = self.needs.iter().find(|other| other.id == need.id);
        before
            .map_or_else(|| need.check(), |before| need.check_change(before))
            .map_err(Refusal::Contradiction)?;
        if !is_handle(&need.id) {
            return Err(bad_handle(&need.id));
        }
        if let Some(existing) = self.needs.iter_mut().find(|other| other.id == need.id) {
            *existing = need;
            return Ok(());
        }
        if self.needs.len() >= Limits::NEEDS {
            return Err(Refusal::TooMany("build holds at most 5,000 needs"));
        }
        self.needs.push(need);
        Ok(())
    }

    pub(super) fn set_need(
        &mut self,
        id: &str,
        change: &Change<Need>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let need = self.needs.iter().find(|need| need.id == id);
        let need = change.made(need.ok_or_else(|| missing("need", id))?)?;
        if need.id != id {
            return Err(Refusal::Contradiction("an id stays as it is".into()));
        }
        self.put_need(need, strictness)
    }

    pub(super) fn must_record(
        &mut self,
        device: &str,
        length: Option<Span>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let mut needs = self.needs.iter();
        let there = needs.find(|need| need.at == device && need.purpose == Purpose::Record);
        let taken = |id: &str| self.needs.iter().any(|need| need.id == id);
        let need = there.cloned().unwrap_or_else(|| {
            let id = handle_from(&format!("{device}-record"), taken);
            Need::at(&id, device, Purpose::Record)
        });
        self.put_need(Need { length, ..need }, strictness)
    }

    pub(super) fn remove_need(&mut self, need: &str) -> Result<(), Refusal> {
        let at = self.needs.iter().position(|other| other.id == need);
        let at = at.ok_or_else(|| missing("need", need))?;
        self.needs.remove(at);
        Ok(())
    }
}
