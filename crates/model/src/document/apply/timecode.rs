//! Commands about the timecode that a device counts, and whose the others follow.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device};
use crate::document::{Build, Change, ClockSetting, Command, Handle};
use std::mem::replace;
use units::timecode::TimecodeRate;

const KEEPS_NONE: &str = "it keeps no timecode";

impl Build {
    pub(super) fn set_timecode(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        timecode: Option<TimecodeRate>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let able = |entry: &Device| timecode.is_none() || entry.keeps_timecode;
        self.able(catalogue, &device, strictness, able, KEEPS_NONE)?;
        let settings = &mut self.placement_mut(&device)?.settings;
        let timecode = replace(&mut settings.timecode, timecode);
        Ok(Command::SetTimecode {
            build: self.id.clone(),
            device,
            timecode,
        })
    }

    pub(super) fn set_clock(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        change: &Change<ClockSetting>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let (setting, back) = change.made(&self.placement_mut(&device)?.settings.clock)?;
        let usual = setting == ClockSetting::default();
        let able = |entry: &Device| usual || entry.keeps_timecode;
        self.able(catalogue, &device, strictness, able, KEEPS_NONE)?;
        if strictness == Strictness::Able {
            setting.check().map_err(Refusal::Contradiction)?;
        }
        self.placement_mut(&device)?.settings.clock = setting;
        Ok(Command::SetClock {
            build: self.id.clone(),
            device,
            change: back,
        })
    }

    pub(super) fn set_timecode_master(
        &mut self,
        catalogue: &Catalogue,
        device: Option<Handle>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        if let Some(device) = &device {
            let able = |entry: &Device| entry.keeps_timecode;
            self.able(catalogue, device, strictness, able, KEEPS_NONE)?;
        }
        Ok(Command::SetTimecodeMaster {
            build: self.id.clone(),
            device: replace(&mut self.timecode_master, device),
        })
    }
}
