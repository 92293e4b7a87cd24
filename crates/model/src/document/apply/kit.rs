//! The command about what the kit holds.

use super::{Refusal, Strictness, missing};
use crate::catalogue::Catalogue;
use crate::document::Bounded;
use crate::document::{KitChange, KitLine, Production};
use units::quantity::{Length, Money};

impl Production {
    pub(super) fn add_to_kit(
        &mut self,
        catalogue: &Catalogue,
        more: KitChange,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let length = length_of(catalogue, &more);
        let mut lines = self.kit.iter();
        let now = lines.find(|line| line.item == more.item && line.length == length);
        let (quantity, hired) = now.map_or((0, 0), |line| (line.quantity, line.hired));
        let line = KitChange {
            quantity: more.quantity.map(|more| quantity.saturating_add(more)),
            hired: more.hired.map(|more| hired.saturating_add(more)),
            ..more
        };
        self.set_kit(catalogue, &line, strictness)
    }

    pub(super) fn set_kit(
        &mut self,
        catalogue: &Catalogue,
        line: &KitChange,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if catalogue.item_name(&line.item).is_none() {
            return Err(missing("item in the catalogue", &line.item));
        }
        let length = length_of(catalogue, line);
        let at = self
            .kit
            .iter()
            .position(|other| other.item == line.item && other.length == length);
        let now = at.map_or_else(KitLine::default, |at| self.kit[at].clone());
        let known = |amount: Money| (amount > Money(0)).then_some(amount);
        let new = KitLine {
            item: line.item.clone(),
            length,
            quantity: line.quantity.unwrap_or(now.quantity),
            hired: line.hired.unwrap_or(now.hired),
            price: line.price.map_or(now.price, known),
            day_rate: line.day_rate.map_or(now.day_rate, known),
            owner: match &line.owner {
                Some(owner) => owner.trim().to_string(),
                None => now.owner,
            },
        };
        if strictness == Strictness::Able {
            new.check().map_err(Refusal::Contradiction)?;
        }
        let none = !new.says_something();
        match at {
            Some(at) if none => drop(self.kit.remove(at)),
            Some(at) => self.kit[at] = new,
            None if none => {}
            None => self.kit.push(new),
        }
        Ok(())
    }
}

/// How long: a length means nothing for what is no cable.
fn length_of(catalogue: &Catalogue, line: &KitChange) -> Option<Length> {
    line.length
        .filter(|_| catalogue.cable(&line.item).is_some())
}
