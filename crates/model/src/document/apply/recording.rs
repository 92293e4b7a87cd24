//! The command about how a device records.

use super::{Refusal, Strictness, catalogue_device, missing};
use crate::catalogue::Catalogue;
use crate::document::Bounded;
use crate::document::{Build, Change, RecordingSetting, incompatibilities};

impl Build {
    pub(super) fn set_recording(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        change: Option<&Change<RecordingSetting>>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let placement = self.placement_mut(device)?;
        let before = placement.settings.recording.as_ref();
        let usual = RecordingSetting::default();
        let recording = change
            .map(|change| change.made(before.unwrap_or(&usual)))
            .transpose()?;
        if let Some(wanted) = recording
            .as_ref()
            .filter(|_| strictness == Strictness::Able)
        {
            let entry = catalogue_device(catalogue, &placement.device)?;
            let before = placement.settings.recording.as_ref();
            before
                .map_or_else(|| wanted.check(), |before| wanted.check_change(before))
                .map_err(Refusal::Contradiction)?;
            let was = before.map_or_else(Vec::new, |before| {
                incompatibilities(catalogue, entry, before)
            });
            let mut new = incompatibilities(catalogue, entry, wanted).into_iter();
            if let Some(incompatibility) =
                new.find(|incompatibility| !was.contains(incompatibility))
            {
                return Err(Refusal::CannotDo {
                    device: placement.name.clone(),
                    why: incompatibility.to_string(),
                });
            }
            for id in &wanted.media {
                catalogue
                    .medium(id)
                    .ok_or_else(|| missing("card or drive in the catalogue", id))?;
            }
            if let Some(proxy) = &wanted.proxy {
                catalogue
                    .codec(proxy)
                    .ok_or_else(|| missing("codec in the catalogue", proxy))?;
            }
        }
        placement.settings.recording = recording;
        Ok(())
    }
}
