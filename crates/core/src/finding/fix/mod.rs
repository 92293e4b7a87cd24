//! What would mend a finding, out of what the kit holds: outputs set, leads chosen, converters put
//! in between, media swapped. Each is a list of commands.

mod air;
mod another_way;
mod converter;
mod gear;
mod hire;
mod lead;
mod links;
mod output;
mod recording;

pub use air::{free_channel, same_system, stronger_system};
pub use another_way::last_resorts;
pub use converter::{converter, format_or_converter};
pub use gear::{
    around, clamp, keep_rate, leave_mode, look, one_look, other_output, picture_not_raw, unsqueeze,
};
pub use hire::hire;
pub use lead::{better_lead, right_lead};
pub use links::{equal_links, links_in_order, missing_links, one_link, other_mapping};
pub use output::{clean, follow_project, level, output_format, quality};
pub use recording::{
    bring_sound, data_lead, lighter_codec, match_codec, media, own_codec, proxy_beside, recordable,
    sound,
};

use super::{Facts, Fix};
use crate::document::Command;
use crate::path::{ConnectionIx, PortIx, candidates};
use crate::timecode::TimecodeRate;

/// At most so many fixes of one kind are offered: a list to choose from, not to search.
const MOST: usize = 2;

fn build(facts: &Facts) -> String {
    facts.floor.build.id.clone()
}

pub fn remove_device(facts: &Facts, placement: usize) -> Fix {
    let device = facts.floor.build.placements[placement].id.clone();
    Fix {
        title: format!("Remove {}", facts.device(placement)),
        commands: vec![Command::RemoveDevice {
            build: build(facts),
            device,
        }],
    }
}

pub fn disconnect(facts: &Facts, connection: ConnectionIx) -> Fix {
    let known = &facts.floor.build.connections[connection];
    let commands = vec![Command::Disconnect {
        build: build(facts),
        connection: known.id.clone(),
    }];
    Fix {
        title: format!("Take out the lead {} > {}", known.from, known.to),
        commands,
    }
}

/// Opens a circle at the lead that was run last.
pub fn open_loop(facts: &Facts, ports: &[PortIx]) -> Option<Fix> {
    let last = ports
        .iter()
        .filter_map(|port| facts.floor.into[*port])
        .max()?;
    Some(disconnect(facts, last))
}

/// Free outputs that carry a picture which the dark destination takes: those of its own unit first.
pub fn feed(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    if floor
        .chosen_input(placement, device.destination_inputs())
        .is_some()
    {
        return Vec::new();
    }
    let unit = &floor.build.placements[placement].unit;
    let free = (0..floor.ports.len()).filter(|port| {
        !floor.occupied[*port]
            && floor.ports[*port].placement != placement
            && facts.resolved.signals[*port].picture.is_some()
    });
    let mut free: Vec<PortIx> = free.collect();
    free.sort_by_key(|port| (floor.placement_of(*port).unit != *unit, *port));
    let mut fixes = Vec::new();
    for output in free {
        let fitting = candidates(floor, facts.resolved, output);
        let input = fitting.into_iter().find(|candidate| {
            let node = floor.ports[candidate.port];
            candidate.fits
                && node.placement == placement
                && device.destination_inputs().contains(&node.port.id)
        });
        if let Some(input) = input {
            fixes.push(connect(facts, output, input.port));
        }
        if fixes.len() == MOST {
            break;
        }
    }
    fixes
}

fn connect(facts: &Facts, output: PortIx, input: PortIx) -> Fix {
    let (from, to) = (facts.floor.name(output), facts.floor.name(input));
    Fix {
        title: format!("Connect {} to {}", facts.port(output), facts.port(input)),
        commands: vec![Command::Connect {
            build: build(facts),
            from,
            to,
            lead: None,
            length: None,
        }],
    }
}

pub fn timecode(facts: &Facts, placement: usize, expected: TimecodeRate) -> Option<Fix> {
    let device = facts.floor.build.placements[placement].id.clone();
    let timecode = (expected != facts.floor.production.timecode()).then_some(expected);
    let title = format!("Set {} to {expected}", facts.device(placement));
    Some(Fix {
        title,
        commands: vec![Command::SetTimecode {
            build: build(facts),
            device,
            timecode,
        }],
    })
}
