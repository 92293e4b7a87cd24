//! Sound on the way: what goes along with a picture, what is put beside it, what is mixed.

use super::walk::Walk;
use super::{PortIx, Signal, Sound};
use crate::catalogue::{InternalPath, SignalKind, Via};
use crate::quantity::Delay;

impl Sound {
    /// A channel that begins at an output.
    pub(super) fn from(origin: PortIx) -> Self {
        Self {
            origin,
            delay: Delay(0),
        }
    }

    fn later(self, added: Delay) -> Self {
        Self {
            delay: Delay(self.delay.0.saturating_add(added.0)),
            ..self
        }
    }
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
        let came = self.resolved.signals[input].sound.iter();
        let most = path.sound_channels.unwrap_or(usize::MAX);
        signal
            .sound
            .extend(came.take(most).map(|channel| channel.later(added)));
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
            .flat_map(|input| &self.resolved.signals[*input].sound);
        let came: Vec<Sound> = came.map(|channel| channel.later(added)).collect();
        match path.sound_channels {
            Some(most) if path.via == Via::Embed && came.len() > most => {
                let made_of = came.iter().map(|channel| channel.origin);
                self.resolved.mixes.entry(port).or_default().extend(made_of);
                let delay = came.iter().map(|channel| channel.delay).max();
                let mixed = Sound::from(port).later(delay.unwrap_or_default());
                signal.sound.extend(std::iter::repeat_n(mixed, most));
            }
            most => signal
                .sound
                .extend(came.into_iter().take(most.unwrap_or(usize::MAX))),
        }
    }
}
