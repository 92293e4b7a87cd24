//! Commands about what a camera or a screen does to its picture.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device, DeviceKind};
use crate::document::{Build, Command, Handle};
use std::mem::replace;
use units::format::Squeeze;

impl Build {
    pub(super) fn set_playback(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        playback: bool,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let able = |entry: &Device| !playback || entry.kind == DeviceKind::Camera;
        self.able(catalogue, &device, strictness, able, "it doesn’t play back")?;
        let settings = &mut self.placement_mut(&device)?.settings;
        let playback = replace(&mut settings.playback, playback);
        Ok(Command::SetPlayback {
            build: self.id.clone(),
            device,
            playback,
        })
    }

    pub(super) fn set_squeeze(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        squeeze: Option<Squeeze>,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let squeeze = squeeze.filter(|squeeze| squeeze.is_squeezed());
        let able = |entry: &Device| squeeze.is_none() || entry.kind == DeviceKind::Camera;
        self.able(catalogue, &device, strictness, able, "it has no lens")?;
        let settings = &mut self.placement_mut(&device)?.settings;
        let squeeze = replace(&mut settings.squeeze, squeeze);
        Ok(Command::SetSqueeze {
            build: self.id.clone(),
            device,
            squeeze,
        })
    }

    pub(super) fn set_screen(
        &mut self,
        catalogue: &Catalogue,
        device: Handle,
        (desqueeze, look): (Option<bool>, Option<bool>),
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        let able = |entry: &Device| {
            (entry.desqueezes || desqueeze != Some(true))
                && (entry.screen_look || look != Some(true))
        };
        let why = "its screen can’t take out a squeeze, or can’t apply a look";
        self.able(catalogue, &device, strictness, able, why)?;
        let settings = &mut self.placement_mut(&device)?.settings;
        let desqueeze = desqueeze.map(|new| replace(&mut settings.desqueeze, new));
        let look = look.map(|new| replace(&mut settings.look, new));
        Ok(Command::SetScreen {
            build: self.id.clone(),
            device,
            desqueeze,
            look,
        })
    }
}
