//! Commands about what a camera or a screen does to its picture.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device, DeviceKind};
use crate::document::Build;
use units::format::Squeeze;

impl Build {
    pub(super) fn set_playback(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        playback: bool,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let able = |entry: &Device| !playback || entry.kind == DeviceKind::Camera;
        self.able(catalogue, device, strictness, able, "it doesn’t play back")?;
        self.placement_mut(device)?.settings.playback = playback;
        Ok(())
    }

    pub(super) fn set_squeeze(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        squeeze: Option<Squeeze>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let squeeze = squeeze.filter(|squeeze| squeeze.is_squeezed());
        let able = |entry: &Device| squeeze.is_none() || entry.kind == DeviceKind::Camera;
        self.able(catalogue, device, strictness, able, "it has no lens")?;
        self.placement_mut(device)?.settings.squeeze = squeeze;
        Ok(())
    }

    pub(super) fn set_screen(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        (desqueeze, look): (Option<bool>, Option<bool>),
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let able = |entry: &Device| {
            (entry.desqueezes || desqueeze != Some(true))
                && (entry.screen_look || look != Some(true))
        };
        let why = "its screen can’t take out a squeeze, or can’t apply a look";
        self.able(catalogue, device, strictness, able, why)?;
        let settings = &mut self.placement_mut(device)?.settings;
        settings.desqueeze = desqueeze.unwrap_or(settings.desqueeze);
        settings.look = look.unwrap_or(settings.look);
        Ok(())
    }
}
