//! Commands about the crew's custom devices and codecs, and whether one can stand.

use super::{Refusal, missing, put_at};
use crate::catalogue::{Catalogue, Codec, Device};
use crate::document::own::{check_codec, check_entry};
use crate::document::{Limits, Production};

impl Production {
    pub(super) fn put_entry(
        &mut self,
        catalogue: &Catalogue,
        entry: Device,
        at: Option<usize>,
    ) -> Result<(), Refusal> {
        check_entry(catalogue, &entry)?;
        if let Some(existing) = self
            .custom
            .devices
            .iter_mut()
            .find(|device| device.id == entry.id)
        {
            *existing = entry;
            return Ok(());
        }
        if self.custom.devices.len() >= Limits::ENTRIES {
            return Err(Refusal::TooMany(
                "production holds at most 500 descriptions of its own",
            ));
        }
        put_at(&mut self.custom.devices, at, entry);
        Ok(())
    }

    /// Takes a description out.
    pub(super) fn remove_entry(&mut self, id: &str) -> Result<(), Refusal> {
        let at = self
            .custom
            .devices
            .iter()
            .position(|device| device.id == id);
        let at = at.ok_or_else(|| missing("description of your own called", id))?;
        self.custom.devices.remove(at);
        Ok(())
    }

    pub(super) fn put_codec(
        &mut self,
        catalogue: &Catalogue,
        codec: Codec,
        at: Option<usize>,
    ) -> Result<(), Refusal> {
        let codec = Codec {
            custom: true,
            ..codec
        };
        check_codec(catalogue, &codec)?;
        if let Some(existing) = self
            .custom
            .codecs
            .iter_mut()
            .find(|other| other.id == codec.id)
        {
            *existing = codec;
            return Ok(());
        }
        if self.custom.codecs.len() >= Limits::ENTRIES {
            return Err(Refusal::TooMany(
                "production holds at most 500 codecs of its own",
            ));
        }
        put_at(&mut self.custom.codecs, at, codec);
        Ok(())
    }

    pub(super) fn remove_codec(&mut self, id: &str) -> Result<(), Refusal> {
        let at = self.custom.codecs.iter().position(|codec| codec.id == id);
        let at = at.ok_or_else(|| missing("codec of your own called", id))?;
        self.custom.codecs.remove(at);
        Ok(())
    }
}
