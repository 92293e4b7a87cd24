//! The command about what the kit holds.

use super::{Refusal, Strictness, missing};
use crate::catalogue::Catalogue;
use crate::document::{Command, KitChange, KitLine, Production};

impl Production {
    pub(super) fn set_kit(
        &mut self,
        catalogue: &Catalogue,
        line: &KitChange,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        if catalogue.item_name(&line.item).is_none() {
            return Err(missing("item in the catalogue", &line.item));
        }
        let length = if catalogue.cable(&line.item).is_some() {
            line.length
        } else {
            None
        };
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
