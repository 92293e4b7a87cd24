//! Settings that a device doesn't have: refused as edits, met in files and behind descriptions that
//! were changed.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, fix};
use model::catalogue::{Device, DeviceKind, Direction};
use model::document::{Handle, OutputSetting, PortRef, Settings, output_incompatibility};

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    for (placement, placed) in facts.floor.build.placements.iter().enumerate() {
        let Some(device) = facts.floor.devices[placement] else {
            continue;
        };
        for why in beyond(device, &placed.settings) {
            found.push(
                set_beyond(facts, placement, why)
                    .with(facts, || fix::reset(facts, placement, device)),
            );
        }
        for (port, setting) in &placed.settings.outputs {
            if let Some(why) = output_beyond(facts, placement, device, (port, setting)) {
                found.push(
                    set_beyond(facts, placement, why)
                        .with(facts, || [fix::reset_output(facts, placement, port)]),
                );
            }
        }
    }
}

fn set_beyond(facts: &Facts, placement: usize, why: String) -> Finding {
    let text = format!(
        "{} is set to what it can’t do: {why}.",
        facts.device(placement)
    );
    let reason = "An edit would be refused; a file, or a description that was changed, can say so.";
    facts.caution(Code::SetBeyond, At::Device(placement), text, reason)
}

/// What is set on a device, outputs aside, and isn't there.
fn beyond(device: &Device, settings: &Settings) -> Vec<String> {
    let camera = device.kind == DeviceKind::Camera;
    let squeezed = settings
        .squeeze
        .is_some_and(|squeeze| squeeze.is_squeezed());
    let mut found = Vec::new();
    let mut say = |so: bool, why: &str| {
        if so {
            found.push(why.to_string());
        }
    };
    say(settings.playback && !camera, "it doesn’t play back");
    say(squeezed && !camera, "it has no lens");
    say(
        settings.desqueeze && !device.desqueezes,
        "its screen takes no squeeze out",
    );
    say(
        settings.look && !device.screen_look,
        "its screen applies no look",
    );
    say(
        settings.timecode.is_some() && !device.keeps_timecode,
        "it keeps no timecode",
    );
    say(
        settings.recording.is_some() && device.records.is_none(),
        "it doesn’t record",
    );
    let facing = |id: &Handle, direction| {
        device
            .port(id)
            .is_some_and(|port| port.direction == direction)
    };
    if let Some(input) = settings
        .input
        .as_ref()
        .filter(|id| !facing(id, Direction::In))
    {
        found.push(format!("it has no input “{input}”"));
    }
    let inputs = settings
        .inputs
        .keys()
        .filter(|id| !facing(id, Direction::In));
    found.extend(inputs.map(|id| format!("it has no input “{id}”")));
    found
}

fn output_beyond(
    facts: &Facts,
    placement: usize,
    device: &Device,
    (port, setting): (&Handle, &OutputSetting),
) -> Option<String> {
    if *setting == OutputSetting::default() {
        return None;
    }
    let output = device
        .port(port)
        .filter(|port| port.direction == Direction::Out);
    let Some(output) = output else {
        return Some(format!("it has no output “{port}”"));
    };
    let at = PortRef::new(&facts.floor.build.placements[placement].id, port);
    let why = output_incompatibility(device, &at, output, setting)?;
    Some(format!("{}: {why}", output.name))
}
