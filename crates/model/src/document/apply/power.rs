//! Commands about what a battery holds, what a load draws, and what was measured of them.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device};
use crate::document::{Build, Change, PowerSetting};

impl Build {
    pub(super) fn set_power(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        change: &Change<PowerSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let setting = change.made(&self.placement_mut(device)?.settings.power)?;
        let entry = catalogue.device(&self.placement_mut(device)?.device);
        let why = entry
            .and_then(|entry| setting.incompatibility(entry))
            .unwrap_or("");
        let able = |entry: &Device| setting.incompatibility(entry).is_none();
        self.able(catalogue, device, strictness, able, why)?;
        if strictness == Strictness::Able {
            setting.check().map_err(Refusal::Contradiction)?;
        }
        self.placement_mut(device)?.settings.power = setting;
        Ok(())
    }
}
