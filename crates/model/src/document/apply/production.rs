//! Commands about the production itself.

use super::{Refusal, Strictness, checked_name};
use crate::document::Bounded;
use crate::document::{Change, HouseRules, Production};
use units::format::{Depth, PictureFormat};

impl Production {
    pub(super) fn rename(&mut self, name: &str) -> Result<(), Refusal> {
        self.name = checked_name("a production", name)?;
        Ok(())
    }

    pub(super) fn set_format(
        &mut self,
        format: PictureFormat,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if format.bits == Depth::SIXTEEN && strictness == Strictness::Able {
            return Err(Refusal::CannotDo {
                device: "The project".into(),
                why: "16 bits don’t travel on SDI; choose 8, 10 or 12".into(),
            });
        }
        self.format = format;
        Ok(())
    }

    pub(super) fn set_house_rules(
        &mut self,
        change: &Change<HouseRules>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let rules = change.made(&self.house_rules)?;
        if strictness == Strictness::Able {
            rules
                .check_change(&self.house_rules)
                .map_err(Refusal::Contradiction)?;
        }
        self.house_rules = rules;
        Ok(())
    }
}
