//! The command about what the kit holds.

use super::{Refusal, Strictness, missing};
use crate::catalogue::Catalogue;
use crate::document::{Command, KitLine, Production};

impl Production {
    pub(super) fn set_kit(
        &mut self,
        catalogue: &Catalogue,
        line: KitLine,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        if strictness == Strictness::Able {
            line.check().map_err(Refusal::Contradiction)?;
        }
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
            .position(|known| known.item == line.item && known.length == length);
        let (quantity, hired) = at.map_or((0, 0), |at| (self.kit[at].quantity, self.kit[at].hired));
        let none = line.quantity == 0 && line.hired == 0;
        match at {
            // A line with none left goes only from the end, so that putting it back finds its place.
            Some(at) if none && at + 1 == self.kit.len() => {
                self.kit.pop();
            }
            Some(at) => {
                self.kit[at].quantity = line.quantity;
                self.kit[at].hired = line.hired;
            }
            None if none => {}
            None => self.kit.push(KitLine {
                length,
                ..line.clone()
            }),
        }
        Ok(Command::SetKit {
            line: KitLine {
                quantity,
                hired,
                length,
                ..line
            },
        })
    }
}
