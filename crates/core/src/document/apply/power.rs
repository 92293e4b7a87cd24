//! Commands about what a battery holds, and what was measured of it.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device};
use crate::document::{Build, Change, Command, Handle, PowerSetting};

impl Build {
    pub(super) fn set_power(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        change: &Change<PowerSetting>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let (setting, back) = change.made(&self.placement_mut(&device)?.settings.power)?;
        let usual = setting == PowerSetting::default();
        let able = |entry: &Device| usual || entry.battery.is_some();
        self.able(catalogue, &device, strictness, able, "it is no battery")?;
        if strictness == Strictness::Able {
            setting.check().map_err(Refusal::Contradiction)?;
        }
        self.placement_mut(&device)?.settings.power = setting;
        Ok(Command::SetPower {
            build: self.id.clone(),
            device,
            change: back,
        })
    }
}
