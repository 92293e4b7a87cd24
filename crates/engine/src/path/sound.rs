//! Sound on the way: what goes along with a picture, what is put beside it, what is mixed.

use super::walk::Walk;
use super::{PortIx, Signal, Sound};
use model::catalogue::{InternalPath, SignalKind, Via};
use model::document::Limits;
use units::quantity::Delay;

/// Devices that split and join sound again double its channels each time: more than any recorder has tracks
/// go nowhere together.
const MOST_CHANNELS: usize = Limits::TRACKS;

impl Sound {
    /// A channel that begins at an output.
    pub(super) fn from(origin: PortIx, channel: u8) -> Self {
        Self {
            origin,
            channel,
            delay: Delay(0),
            came: None,
        }
    }

    fn later(self, added: Delay) -> Self {
        Self {
            delay: Delay(self.delay.0.saturating_add(added.0)),
            ..self
        }
    }
}

/// The channels of a port, each with the port and the number that it comes from.
pub(super) fn channels_of(port: PortIx, sound: &[Sound]) -> impl Iterator<Item = Sound> {
    let numbered = sound.iter().enumerate();
    // No wire carries more than 255 that anybody counts.
    numbered.map(move |(number, channel)| Sound {
        came: Some((port, number.min(255) as u8)),
        ..*channel
    })
}

impl Walk<'_, '_> {
    /// The channels that go through a device with a picture.
    pub(super) fn pass_sound(
        &self,
        input: PortIx,
        path: &InternalPath,
        added: Delay,
        signal: &mut Signal,
    ) {
        if !path.carries.contains(&SignalKind::Sound) {
            return;
        }
        let came = channels_of(input, &self.resolved.signals[input].sound);
        let most = path.sound_channels.unwrap_or(MOST_CHANNELS);
        let came = came.take(most).map(|channel| channel.later(added));
        signal.sound.extend(came);
        signal.sound.truncate(MOST_CHANNELS);
    }

    /// Channels put beside a picture. More than go along are mixed down: new channels begin here, made
    /// of what came.
    pub(super) fn embed_sound(
        &mut self,
        port: PortIx,
        path: &InternalPath,
        inputs: &[PortIx],
        signal: &mut Signal,
    ) {
        let picture = signal.picture.map(|picture| picture.format);
        let added = path
            .delay
            .at(picture.unwrap_or(self.floor.production.format));
        let came = inputs
            .iter()
            .flat_map(|input| channels_of(*input, &self.resolved.signals[*input].sound));
        let came: Vec<Sound> = came.map(|channel| channel.later(added)).collect();
        match path.sound_channels {
            Some(most) if path.via == Via::Embed && came.len() > most => {
                let made_of = came.iter().map(|channel| channel.origin);
                self.resolved.mixes.entry(port).or_default().extend(made_of);
                let mixed = came.iter().filter_map(|channel| channel.came);
                self.resolved.mixed.entry(port).or_default().extend(mixed);
                let delay = came.iter().map(|channel| channel.delay).max();
                let mixed = Sound::from(port, 0).later(delay.unwrap_or_default());
                signal.sound.extend(std::iter::repeat_n(mixed, most));
            }
            most => {
                let most = most.unwrap_or(MOST_CHANNELS);
                signal.sound.extend(came.into_iter().take(most));
            }
        }
        signal.sound.truncate(MOST_CHANNELS);
    }
}
