//! What would mend a finding, out of what the kit holds: outputs set, cables chosen, converters put
//! in between, media swapped. Each is a list of commands.

mod air;
mod another_way;
mod cable;
mod converter;
mod day;
mod distribution;
mod gear;
mod hire;
mod links;
mod output;
mod power;
mod recording;
mod reference;
mod reset;
mod rig;
mod sound;
mod source;
mod time;

pub use air::{free_channel, same_system, stronger_system};
pub use another_way::last_resorts;
pub use cable::{better_cable, right_cable};
pub use converter::{converter, format_or_converter};
pub use day::breaks_for;
pub use distribution::{isolate_sdi, reclock};
pub use gear::{
    around, clamp, clamps, desqueeze, desqueeze_once, keep_rate, leave_mode, look, one_look,
    other_output, picture_not_raw,
};
pub use hire::{hire, hire_cards};
pub use links::{equal_links, links_in_order, missing_links, one_link, other_mapping};
pub use output::{clean, follow_project, level, output_format, quality};
pub use power::{
    feeds, hire_batteries, marked_cable, more_energy, open_power, put_on, relieve, reserve,
    right_supply, second_outlet, thicker_cable,
};
pub use recording::{
    bring_sound, data_cable, first_codec, fit_recorder, keep_quality, lighter_codec, match_codec,
    media, more_sound, proxy_beside, raw_or_picture, record_arriving, recordable, sound,
    start_recording, use_sound,
};
pub use reference::lock_to_one;
pub use reset::{reset, reset_output};
pub use rig::{
    apart, cable_that_reaches, centred, hang_level, longer_rods, mesh, nearer_to_lens,
    onto_a_tooth, pinned, plug_out_of_the_way, secured, supported, take_off, uncovered,
};
pub use sound::{
    auto_gain_off, clear_track, gains, headphone_socket, isolate, less_gain, lighter_load, limiter,
    listen, match_level, nearer, on_free_track, other_input_for, other_microphone, part_track,
    phantom, retune, sample_rate, second_recorder, set_gains, tuned, unmix,
};
pub use source::{feed, feed_box, other_camera};
pub use time::{
    at_project_rate, camera_at_project_rate, feed_clock, free_run, take_late, timecode,
    timecode_of_project,
};

use super::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use model::catalogue::Device;
use model::document::{Command, Handle};
use model::kit;

/// At most so many fixes of one kind are offered: a list to choose from, not to search.
const MOST: usize = 2;

/// What is said of something that must be hired, in the title of a fix.
fn hired_words(hired: bool) -> &'static str {
    if hired {
        " (to hire: none is left in the kit)"
    } else {
        ""
    }
}

/// Puts a device on the floor under a handle: of the kit, or hired where none is left.
fn put_there(
    facts: &Facts,
    (device, hired): (&Device, bool),
    unit: &str,
    (handle, name): (&str, Option<String>),
) -> Vec<Command> {
    let hire = hired.then(|| Command::SetKit {
        line: kit::hired(facts.floor.production, &device.id, None, 1),
    });
    let add = Command::AddDevice {
        build: build(facts),
        device: device.id.as_str().into(),
        unit: unit.into(),
        name,
        handle: Some(handle.into()),
    };
    hire.into_iter().chain([add]).collect()
}

/// Whether the kit has one that the build doesn't use.
fn is_left(facts: &Facts, device: &Device) -> bool {
    facts.floor.production.owned(&device.id, None) > facts.floor.build.devices_used(&device.id)
}

fn build(facts: &Facts) -> Handle {
    facts.floor.build.id.clone()
}

pub fn remove_device(facts: &Facts, placement: usize) -> Fix {
    let device = facts.floor.build.placements[placement].id.clone();
    Fix::new(
        format!("Remove {}", facts.device(placement)),
        vec![Command::RemoveDevice {
            build: build(facts),
            device,
        }],
    )
}

pub fn remove_need(facts: &Facts, number: usize) -> Fix {
    let need = facts.floor.build.needs[number].id.clone();
    Fix::new(
        "Remove the need",
        vec![Command::RemoveNeed {
            build: build(facts),
            need,
        }],
    )
}

pub fn disconnect(facts: &Facts, connection: ConnectionIx) -> Fix {
    let run = &facts.floor.build.connections[connection];
    let commands = vec![Command::Disconnect {
        build: build(facts),
        connection: run.id.clone(),
    }];
    Fix::new(
        format!("Remove the cable {} > {}", run.from, run.to),
        commands,
    )
}

/// Opens a circle at the cable that was run last.
pub fn open_loop(facts: &Facts, ports: &[PortIx]) -> Option<Fix> {
    let last = ports
        .iter()
        .filter_map(|port| facts.floor.into[*port])
        .max()?;
    Some(disconnect(facts, last))
}

fn connect(facts: &Facts, output: PortIx, input: PortIx) -> Fix {
    let (from, to) = (facts.floor.name(output), facts.floor.name(input));
    Fix::new(
        format!("Connect {} to {}", facts.port(output), facts.port(input)),
        vec![Command::Connect {
            build: build(facts),
            from,
            to,
            cable: None,
            length: None,
        }],
    )
}
