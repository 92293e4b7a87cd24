//! Commands about what is set on gear beside formats: screens, lenses, inputs, what is on a cable.

use super::{Refusal, Strictness, catalogue_device, missing};
use crate::carriage::wire::Wire;
use crate::catalogue::{Catalogue, Device, DeviceKind, Direction};
use crate::document::{Build, Command, Limits};
use std::mem::replace;

impl Build {
    /// Changes what is set on gear, and yields the way back.
    pub(super) fn apply_gear(
        &mut self,
        catalogue: &Catalogue,
        command: Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        Ok(match command {
            Command::SetSurroundings {
                build,
                connection,
                surroundings,
            } => {
                let at = self.connection_position(&connection)?;
                let surroundings = replace(&mut self.connections[at].surroundings, surroundings);
                Command::SetSurroundings {
                    build,
                    connection,
                    surroundings,
                }
            }
            Command::SetAdapters {
                build,
                connection,
                adapters,
            } => {
                let at = self.connection_position(&connection)?;
                if strictness == Strictness::Able {
                    if adapters.len() > Limits::ADAPTERS {
                        return Err(Refusal::TooMany("cable takes at most 12 adapters"));
                    }
                    let unknown = adapters.iter().find(|id| catalogue.adapter(id).is_none());
                    if let Some(id) = unknown {
                        return Err(missing("adapter in the catalogue", id));
                    }
                }
                let adapters = replace(&mut self.connections[at].adapters, adapters);
                Command::SetAdapters {
                    build,
                    connection,
                    adapters,
                }
            }
            Command::SetInput { build, at, setting } => {
                // What isn't there can be forgotten, not set.
                if setting.is_some()
                    && strictness == Strictness::Able
                    && self.port(catalogue, &at, Direction::In)?.wire != Wire::Hdmi
                {
                    return Err(Refusal::CannotDo {
                        device: at.to_string(),
                        why: "only HDMI inputs say what they take".into(),
                    });
                }
                let inputs = &mut self.placement_mut(&at.device)?.settings.inputs;
                let old = inputs.remove(&at.port);
                if let Some(setting) = setting {
                    inputs.insert(at.port.clone(), setting);
                }
                Command::SetInput {
                    build,
                    at,
                    setting: old,
                }
            }
            Command::SetPlayback {
                build,
                device,
                playback,
            } => {
                let camera = |entry: &Device| !playback || entry.kind == DeviceKind::Camera;
                self.able(
                    catalogue,
                    &device,
                    strictness,
                    camera,
                    "it doesn’t play back",
                )?;
                let settings = &mut self.placement_mut(&device)?.settings;
                let playback = replace(&mut settings.playback, playback);
                Command::SetPlayback {
                    build,
                    device,
                    playback,
                }
            }
            Command::SetSqueeze {
                build,
                device,
                squeeze,
            } => {
                let squeeze = squeeze.filter(|squeeze| squeeze.is_squeezed());
                let camera = |entry: &Device| squeeze.is_none() || entry.kind == DeviceKind::Camera;
                self.able(catalogue, &device, strictness, camera, "it has no lens")?;
                let settings = &mut self.placement_mut(&device)?.settings;
                let squeeze = replace(&mut settings.squeeze, squeeze);
                Command::SetSqueeze {
                    build,
                    device,
                    squeeze,
                }
            }
            Command::SetScreen {
                build,
                device,
                desqueeze,
                look,
            } => {
                let able = |entry: &Device| {
                    (entry.desqueezes || !desqueeze) && (entry.screen_look || !look)
                };
                let why = "its screen can’t take out a squeeze, or can’t apply a look";
                self.able(catalogue, &device, strictness, able, why)?;
                let settings = &mut self.placement_mut(&device)?.settings;
                Command::SetScreen {
                    build,
                    device,
                    desqueeze: replace(&mut settings.desqueeze, desqueeze),
                    look: replace(&mut settings.look, look),
                }
            }
            other => unreachable!("“{}” is another room’s", other.title()),
        })
    }

    fn able(
        &self,
        catalogue: &Catalogue,
        handle: &str,
        strictness: Strictness,
        able: impl Fn(&Device) -> bool,
        why: &str,
    ) -> Result<(), Refusal> {
        let placement = &self.placements[self.position(handle)?];
        let can = strictness == Strictness::There
            || able(catalogue_device(catalogue, &placement.device)?);
        can.then_some(()).ok_or_else(|| Refusal::CannotDo {
            device: placement.name.clone(),
            why: why.into(),
        })
    }
}
