//! Commands about what is set on gear beside formats: screens, lenses, inputs, what is on a lead.

use super::{Refusal, Strictness, catalogue_device, missing};
use crate::carriage::connector::Wire;
use crate::catalogue::{Catalogue, Device, DeviceKind, Direction, Port};
use crate::document::{Build, Command, OutputSetting, PortRef};
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
                const MOST: usize = 12;
                let at = self.connection_position(&connection)?;
                if strictness == Strictness::Able {
                    if adapters.len() > MOST {
                        return Err(Refusal::TooMany("lead takes at most 12 adapters"));
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
                let port = self.port(catalogue, &at, Direction::In)?;
                if setting.is_some() && port.wire != Wire::Hdmi {
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
                let camera = |entry: &Device| entry.kind == DeviceKind::Camera;
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
                let camera = |entry: &Device| entry.kind == DeviceKind::Camera;
                self.able(catalogue, &device, strictness, camera, "it has no lens")?;
                let squeeze = squeeze.filter(|squeeze| squeeze.is_squeezed());
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
                unsqueeze,
                look,
            } => {
                let able = |entry: &Device| {
                    (entry.unsqueezes || !unsqueeze) && (entry.screen_look || !look)
                };
                let why = "its screen can’t take out a squeeze, or can’t apply a look";
                self.able(catalogue, &device, strictness, able, why)?;
                let settings = &mut self.placement_mut(&device)?.settings;
                Command::SetScreen {
                    build,
                    device,
                    unsqueeze: replace(&mut settings.unsqueeze, unsqueeze),
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

    /// Whether an output is able to what is set, formats aside.
    pub(super) fn output_able(
        &self,
        catalogue: &Catalogue,
        at: &PortRef,
        port: &Port,
        setting: &OutputSetting,
    ) -> Result<(), Refusal> {
        let placement = &self.placements[self.position(&at.device)?];
        let device = catalogue_device(catalogue, &placement.device)?;
        let cannot = |why: String| Refusal::CannotDo {
            device: at.to_string(),
            why,
        };
        if let Some(raw) = setting
            .raw
            .as_ref()
            .filter(|raw| port.raw_named(raw).is_none())
        {
            return Err(cannot(format!("it doesn’t send raw called “{raw}”")));
        }
        if let Some(links) = setting.links.filter(|links| *links != 1) {
            let group = device
                .links
                .iter()
                .find(|group| group.ports.first() == Some(&at.port));
            let most = group.map_or(1, |group| group.ports.len());
            if ![2, 4].contains(&links) || usize::from(links) > most {
                return Err(cannot(match most {
                    1 => "it isn’t the first of a group of links".into(),
                    most => format!("a picture is spread over 1, 2 or 4 links; it has {most}"),
                }));
            }
            if let (Some(mapping), Some(group)) = (setting.mapping, group)
                && !group.mappings.contains(&mapping)
            {
                return Err(cannot(format!("it doesn’t send {mapping}")));
            }
        }
        if let Some(source) = &setting.source {
            let ways = device
                .paths
                .iter()
                .filter(|path| path.to.contains(&at.port));
            let known = ways.into_iter().any(|path| path.from.contains(source));
            if !known {
                return Err(cannot(format!("“{source}” doesn’t go to it")));
            }
        }
        if let Some(channel) = setting.channel {
            let channels = device.radio.as_ref().map_or(0, |radio| radio.channels);
            if channel == 0 || channel > channels {
                return Err(cannot(match channels {
                    0 => "it has no channels".into(),
                    channels => format!("its channels are 1 to {channels}"),
                }));
            }
        }
        Ok(())
    }

    /// What of a setting an output is able to, formats aside: the rest, as a description that was
    /// changed leaves behind, falls away.
    pub(crate) fn able_part(
        &self,
        catalogue: &Catalogue,
        at: &PortRef,
        port: &Port,
        mut setting: OutputSetting,
    ) -> OutputSetting {
        let able = |part: OutputSetting| self.output_able(catalogue, at, port, &part).is_ok();
        let none = OutputSetting::default;
        setting.raw = setting.raw.filter(|raw| {
            let raw = Some(raw.clone());
            able(OutputSetting { raw, ..none() })
        });
        setting.links = setting.links.filter(|links| {
            let links = Some(*links);
            able(OutputSetting { links, ..none() })
        });
        setting.mapping = setting.mapping.filter(|mapping| {
            let mapping = Some(*mapping);
            let links = setting.links;
            able(OutputSetting {
                mapping,
                links,
                ..none()
            })
        });
        setting.source = setting.source.filter(|source| {
            let source = Some(source.clone());
            able(OutputSetting { source, ..none() })
        });
        setting.channel = setting.channel.filter(|channel| {
            let channel = Some(*channel);
            able(OutputSetting { channel, ..none() })
        });
        setting
    }
}
