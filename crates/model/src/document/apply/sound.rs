//! Commands about sound: gains and 48 V, where microphones are, what is on which track.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Device, Direction};
use crate::document::{
    Bounded, Build, Change, PortRef, Position, SoundSetting, TrackSetting, sound_incompatibility,
};
use units::quantity::Decibels;

impl Build {
    pub(super) fn set_sound(
        &mut self,
        catalogue: &Catalogue,
        at: &PortRef,
        change: &Change<SoundSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let placement = self.placement_mut(&at.device)?;
        let before = placement.settings.sound.get(&at.port).cloned();
        let before = before.unwrap_or_default();
        let setting = change.made(&before)?;
        // What isn't there can be forgotten, not set.
        if setting != SoundSetting::default() && strictness == Strictness::Able {
            setting
                .check_change(&before)
                .map_err(Refusal::Contradiction)?;
            let device = catalogue.device(&placement.device);
            let port = device.and_then(|device| device.port(&at.port));
            let Some((device, port)) = device.zip(port) else {
                self.port(catalogue, at, Direction::In)?;
                return Err(super::missing("port", &at.port));
            };
            if let Some(why) = sound_incompatibility(device, port, &setting) {
                return Err(Refusal::CannotDo {
                    device: at.to_string(),
                    why,
                });
            }
        }
        let sound = &mut self.placement_mut(&at.device)?.settings.sound;
        if setting == SoundSetting::default() {
            sound.remove(&at.port);
        } else {
            sound.insert(at.port.clone(), setting);
        }
        Ok(())
    }

    pub(super) fn set_position(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        position: Option<Position>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let able = |entry: &Device| position.is_none() || entry.is_microphone();
        self.able(
            catalogue,
            device,
            strictness,
            able,
            "it is no microphone whose figures are known",
        )?;
        if let Some(position) = position.filter(|_| strictness == Strictness::Able) {
            position.check().map_err(Refusal::Contradiction)?;
        }
        self.placement_mut(device)?.settings.position = position;
        Ok(())
    }

    pub(super) fn set_tracks(
        &mut self,
        catalogue: &Catalogue,
        device: &str,
        tracks: Vec<TrackSetting>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let most = |entry: &Device| entry.records.as_ref().map_or(0, |ability| ability.tracks);
        let able = |entry: &Device| tracks.is_empty() || tracks.len() <= most(entry);
        self.able(
            catalogue,
            device,
            strictness,
            able,
            "it doesn’t record as many sound tracks",
        )?;
        if strictness == Strictness::Able {
            let before = &self.placement_mut(device)?.settings.tracks;
            tracks[..]
                .check_change(&before[..])
                .map_err(Refusal::Contradiction)?;
            let entry = super::catalogue_device(catalogue, &self.placement_mut(device)?.device)?;
            for source in tracks.iter().flat_map(|track| &track.from) {
                let known = entry.ports_facing(Direction::In);
                if !known.into_iter().any(|port| port.id == source.input) {
                    return Err(super::missing("input", &source.input));
                }
                if source.channel == 0 {
                    return Err(Refusal::Contradiction("channels are counted from 1".into()));
                }
            }
        }
        self.placement_mut(device)?.settings.tracks = tracks;
        Ok(())
    }

    pub(super) fn set_room_noise(
        &mut self,
        noise: Option<Decibels>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let taken = Decibels::whole(0)..=Decibels::whole(130);
        if strictness == Strictness::Able && noise.is_some_and(|noise| !taken.contains(&noise)) {
            return Err(Refusal::Contradiction(
                "a room is from 0 to 130 dB SPL loud".into(),
            ));
        }
        self.room_noise = noise;
        Ok(())
    }
}
