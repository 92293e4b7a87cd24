//! Settings brought back to what a device can do.

use crate::fix::basics::build;
use crate::{Facts, Fix};
use model::catalogue::{Device, DeviceKind, Direction};
use model::document::{Change, Command, Handle, OutputSetting, PortRef, able_part};

/// Takes back everything, outputs aside, that a device can't do.
pub fn reset(facts: &Facts, placement: usize, device: &Device) -> Option<Fix> {
    let placed = &facts.floor.build.placements[placement];
    let settings = &placed.settings;
    let (build, handle) = (build(facts), placed.id.clone());
    let camera = device.kind == DeviceKind::Camera;
    let mut commands = Vec::new();
    if settings.playback && !camera {
        commands.push(Command::SetPlayback {
            build: build.clone(),
            device: handle.clone(),
            playback: false,
        });
    }
    if settings.squeeze.is_some() && !camera {
        commands.push(Command::SetSqueeze {
            build: build.clone(),
            device: handle.clone(),
            squeeze: None,
        });
    }
    if settings.desqueeze && !device.desqueezes || settings.look && !device.screen_look {
        commands.push(Command::SetScreen {
            build: build.clone(),
            device: handle.clone(),
            desqueeze: (!device.desqueezes).then_some(false),
            look: (!device.screen_look).then_some(false),
        });
    }
    if settings.timecode.is_some() && !device.keeps_timecode {
        commands.push(Command::SetTimecode {
            build: build.clone(),
            device: handle.clone(),
            timecode: None,
        });
    }
    if settings.recording.is_some() && device.records.is_none() {
        commands.push(Command::SetRecording {
            build: build.clone(),
            device: handle.clone(),
            change: None,
        });
    }
    let input = |id: &Handle| {
        device
            .port(id)
            .is_some_and(|port| port.direction == Direction::In)
    };
    if settings.input.as_ref().is_some_and(|id| !input(id)) {
        commands.push(Command::ChooseInput {
            build: build.clone(),
            device: handle.clone(),
            input: None,
        });
    }
    let lost = settings.inputs.keys().filter(|id| !input(id));
    commands.extend(lost.map(|id| Command::SetInput {
        build: build.clone(),
        at: PortRef::new(&handle, id),
        setting: None,
    }));
    let title = format!("Set {} to what it can do", placed.name);
    (!commands.is_empty()).then(|| Fix::new(title, commands))
}

/// Leaves of an output's setting what the output can do.
pub fn reset_output(facts: &Facts, placement: usize, port: &str) -> Fix {
    let placed = &facts.floor.build.placements[placement];
    let at = PortRef::new(&placed.id, port);
    let set = placed.settings.outputs.get(port).cloned();
    let set = set.unwrap_or_default();
    let device = facts.floor.devices[placement];
    let there = device.and_then(|device| Some((device, device.port(port)?)));
    let setting = match there.filter(|(_, port)| port.direction == Direction::Out) {
        Some((device, placed)) => able_part(device, &at, placed, set.clone()),
        None => OutputSetting::default(),
    };
    Fix::new(
        format!("Set {at} to what it can do"),
        vec![Command::SetOutput {
            build: build(facts),
            at,
            change: Change::between(&set, &setting),
        }],
    )
}
