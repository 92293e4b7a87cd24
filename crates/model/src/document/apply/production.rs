//! Commands about the production itself.

use super::{Refusal, Strictness, checked_name};
use crate::document::Bounded;
use crate::document::{Change, Command, HouseRules, Production};
use std::mem::replace;
use units::format::{Depth, PictureFormat};

impl Production {
    pub(super) fn rename(&mut self, name: &str) -> Result<Command, Refusal> {
        let name = replace(&mut self.name, checked_name("a production", name)?);
        Ok(Command::RenameProduction { name })
    }

    pub(super) fn set_format(
        &mut self,
        format: PictureFormat,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        if format.bits == Depth::SIXTEEN && strictness == Strictness::Able {
            return Err(Refusal::CannotDo {
                device: "The project".into(),
                why: "16 bits don’t travel on SDI; choose 8, 10 or 12".into(),
            });
        }
        Ok(Command::SetProjectFormat {
            format: replace(&mut self.format, format),
        })
    }

    pub(super) fn set_drop_frame(&mut self, drop_frame: bool) -> Command {
        Command::SetDropFrame {
            drop_frame: replace(&mut self.drop_frame, drop_frame),
        }
    }

    pub(super) fn set_house_rules(
        &mut self,
        change: &Change<HouseRules>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let (rules, back) = change.made(&self.house_rules)?;
        if strictness == Strictness::Able {
            rules
                .check_change(&self.house_rules)
                .map_err(Refusal::Contradiction)?;
        }
        self.house_rules = rules;
        Ok(Command::SetHouseRules { change: back })
    }
}
