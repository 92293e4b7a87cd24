//! Commands about the timecode that a device counts, and whose the others follow.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device};
use crate::document::{Build, Change, ClockSetting, Handle};
use units::timecode::TimecodeRate;

const KEEPS_NONE: &str = "it keeps no timecode";

impl Build {
    pub(super) fn set_timecode(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        timecode: Option<TimecodeRate>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let able = |entry: &Device| timecode.is_none() || entry.keeps_timecode;
        self.able(catalogue, device, strictness, able, KEEPS_NONE)?;
        self.placement_mut(device)?.settings.timecode = timecode;
        Ok(())
    }

    pub(super) fn set_clock(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        change: &Change<ClockSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let setting = change.made(&self.placement_mut(device)?.settings.clock)?;
        let usual = setting == ClockSetting::default();
        let able = |entry: &Device| usual || entry.keeps_timecode;
        self.able(catalogue, device, strictness, able, KEEPS_NONE)?;
        if strictness == Strictness::Able {
            setting.check().map_err(Refusal::Contradiction)?;
        }
        self.placement_mut(device)?.settings.clock = setting;
        Ok(())
    }

    pub(super) fn set_timecode_master(
        &mut self,
        catalogue: &Catalogue,
        device: Option<Handle>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if let Some(device) = &device {
            let able = |entry: &Device| entry.keeps_timecode;
            self.able(catalogue, device, strictness, able, KEEPS_NONE)?;
        }
        self.timecode_master = device;
        Ok(())
    }
}
