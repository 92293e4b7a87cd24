//! The command about what the kit holds.

use super::{Refusal, Strictness, missing};
use crate::catalogue::Catalogue;
use crate::document::Bounded;
use crate::document::{Command, KitChange, KitLine, Production};
use crate::quantity::Length;

impl Production {
    pub(super) fn add_to_kit(
        &mut self,
        catalogue: &Catalogue,
        more: KitChange,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
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
    ) -> Result<Command, Refusal> {
        if catalogue.item_name(&line.item).is_none() {
            return Err(missing("item in the catalogue", &line.item));
        }
        let length = length_of(catalogue, line);
        let at = self
            .kit
            .iter()
            .position(|other| other.item == line.item && other.length == length);
        let (quantity, hired) = at.map_or((0, 0), |at| (self.kit[at].quantity, self.kit[at].hired));
        let new = KitLine {
            item: line.item.clone(),
            length,
            quantity: line.quantity.unwrap_or(quantity),
            hired: line.hired.unwrap_or(hired),
        };
        if strictness == Strictness::Able {
            new.check().map_err(Refusal::Contradiction)?;
        }
        let none = new.there() == 0;
        match at {
            // A line with none left goes only from the end, so that putting it back finds its place.
            Some(at) if none && at + 1 == self.kit.len() => {
                self.kit.pop();
            }
            Some(at) => self.kit[at] = new,
            None if none => {}
            None => self.kit.push(new),
        }
        Ok(Command::SetKit {
            line: KitChange {
                item: line.item.clone(),
                length,
                quantity: line.quantity.map(|_| quantity),
                hired: line.hired.map(|_| hired),
            },
        })
    }
}

/// How long: a length means nothing for what is no cable.
fn length_of(catalogue: &Catalogue, line: &KitChange) -> Option<Length> {
    line.length
        .filter(|_| catalogue.cable(&line.item).is_some())
}
