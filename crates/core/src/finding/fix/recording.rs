//! Recordings set otherwise: codec, media, tracks.

use super::lead::set_lead;
use super::output::quality;
use super::{build, connect};
use crate::carriage::connector::Wire;
use crate::catalogue::{Codec, Direction, Lead, Medium, RecordingAbility};
use crate::document::{CardSize, Command, RecordingSetting, SlotUse};
use crate::finding::{Facts, Fix};
use crate::format::Quality;
use crate::path::PortIx;
use crate::quantity::Bytes;
use crate::record::{Recording, record_time, recorder_sum, sustained_needed, video_rate};
use std::cmp::Reverse;

/// A better output upstream, where it fills the file; else the richest codec that holds no more
/// than the picture.
pub fn match_codec(
    facts: &Facts,
    recording: &Recording,
    picture: Quality,
    file: Quality,
) -> Vec<Fix> {
    let better = quality(facts, recording.placement, file);
    let ability = ability_of(facts, recording);
    let codecs = ability
        .iter()
        .flat_map(|ability| &ability.codecs)
        .filter_map(|id| facts.floor.catalogue.codec(id));
    let no_larger =
        codecs.filter(|codec| codec.bits <= picture.bits && codec.sampling <= picture.sampling);
    let rate = |codec: &Codec| {
        recording
            .format
            .map(|format| video_rate(codec, format.raster, format.rate).high_bps)
    };
    let codec = no_larger.max_by_key(|codec| (codec.sampling, codec.bits, rate(codec)));
    let codec = codec.map(|codec| record_codec(facts, recording, codec));
    better.into_iter().chain(codec).collect()
}

/// What the recorder can do.
fn ability_of<'a>(facts: &Facts<'_, 'a>, recording: &Recording) -> Option<&'a RecordingAbility> {
    facts.floor.devices[recording.placement]?.records.as_ref()
}

/// Records with another codec.
fn record_codec(facts: &Facts, recording: &Recording, codec: &Codec) -> Fix {
    let title = format!(
        "Record {} on {}",
        codec.name,
        facts.device(recording.placement)
    );
    set_recording(facts, recording, &title, |setting| {
        setting.codec = codec.id.clone()
    })
}

fn set_recording(
    facts: &Facts,
    recording: &Recording,
    title: &str,
    change: impl Fn(&mut RecordingSetting),
) -> Fix {
    let placement = &facts.floor.build.placements[recording.placement];
    let mut setting = placement
        .settings
        .recording
        .clone()
        .unwrap_or_else(|| RecordingSetting {
            codec: recording.codec.id.clone(),
            ..RecordingSetting::default()
        });
    change(&mut setting);
    let setting = within_ability(facts, recording.placement, setting);
    let command = Command::SetRecording {
        build: build(facts),
        device: placement.id.clone(),
        recording: Some(setting),
    };
    Fix {
        title: title.into(),
        commands: vec![command],
    }
}

/// A setting brought within what the recorder can do, so that a fix goes through.
pub(super) fn within_ability(
    facts: &Facts,
    placement: usize,
    mut setting: RecordingSetting,
) -> RecordingSetting {
    let device = facts.floor.devices[placement];
    let Some(ability) = device.and_then(|device| device.records.as_ref()) else {
        return setting;
    };
    let own = facts
        .floor
        .catalogue
        .codec(&setting.codec)
        .is_some_and(|codec| codec.own);
    if !ability.codecs.contains(&setting.codec) && !own {
        setting.codec = ability.codecs.first().cloned().unwrap_or_default();
    }
    let fits = |id: &String| {
        let medium = facts.floor.catalogue.medium(id);
        medium.is_some_and(|medium| ability.media.contains(&medium.kind))
    };
    setting.media.retain(fits);
    setting.media.truncate(ability.slots);
    setting.tracks = setting.tracks.min(ability.tracks);
    setting.to_drive &= ability.drive_port.is_some();
    setting.sound_bits = setting
        .sound_bits
        .filter(|bits| [16, 24, 32].contains(bits));
    setting.proxy = setting
        .proxy
        .filter(|id| facts.floor.catalogue.codec(id).is_some());
    setting.sensor_rate = setting
        .sensor_rate
        .filter(|rate| ability.sensor && !ability.formats.formats_at(*rate).is_empty());
    if ability.slots < 2 {
        setting.slots = SlotUse::Relay;
    }
    setting.format = setting
        .format
        .filter(|format| ability.sensor && ability.formats.hold(*format));
    setting
}

/// A data lead that keeps up what is written over it, in the place of one that doesn't: of the
/// kit, or to hire.
pub fn data_lead(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    recording.drive?;
    let port = ability_of(facts, recording)?.drive_port.as_deref()?;
    let output = floor.port_of(recording.placement, port)?;
    let connection = *floor.out_of[output].first()?;
    let link = floor.standing(connection);
    let needed = recording.time.as_ref().map_or(0, sustained_needed);
    let keeps_up = |lead: &&Lead| lead.data_rate.is_none_or(|rate| rate.0 >= needed);
    if keeps_up(&link.lead) {
        return None;
    }
    let sockets = [link.from, link.to].map(|port| floor.ports[port].port.connector);
    let mut leads =
        floor.catalogue.leads.iter().filter(|lead| {
            lead.wires.contains(&Wire::UsbData) && lead.joins(sockets[0], sockets[1])
        });
    let lead = leads.find(keeps_up)?;
    let length = lead
        .reach
        .map_or(floor.build.connections[connection].length, |reach| {
            reach.min(floor.build.connections[connection].length)
        });
    Some(set_lead(facts, connection, lead, length, ""))
}

/// Keeps the proxy on the card of the picture of record.
pub fn proxy_beside(facts: &Facts, recording: &Recording) -> Fix {
    let title = format!(
        "Keep the proxy on the first card of {}",
        facts.device(recording.placement)
    );
    set_recording(facts, recording, &title, |setting| {
        setting.slots = SlotUse::Relay;
    })
}

/// The first codec that the recorder has.
pub fn own_codec(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = ability_of(facts, recording)?;
    let codec = facts.floor.catalogue.codec(ability.codecs.first()?)?;
    Some(record_codec(facts, recording, codec))
}

pub fn recordable(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = ability_of(facts, recording).filter(|ability| ability.sensor)?;
    let format = ability.formats.nearest(facts.floor.production.format)?;
    let title = format!(
        "Record {} in {}",
        format.frame(),
        facts.device(recording.placement)
    );
    Some(set_recording(facts, recording, &title, |setting| {
        setting.format = Some(format)
    }))
}

/// What a recording must last, and how fast its media must be, to have no finding.
struct Demand {
    seconds: u64,
    write_bps: u64,
    total_bps: u64,
}

fn demand(facts: &Facts, recording: &Recording) -> Demand {
    let handle = &facts.floor.build.placements[recording.placement].id;
    let needs = facts
        .floor
        .build
        .needs
        .iter()
        .filter(|need| need.at == *handle);
    let total_bps = recording.time.as_ref().map_or(0, |time| time.total_bps);
    Demand {
        seconds: needs
            .filter_map(|need| need.length)
            .map(|length| length.0)
            .max()
            .unwrap_or(0),
        write_bps: recording.time.as_ref().map_or(0, sustained_needed),
        total_bps,
    }
}

/// Media of the kit, not in use, that last as long and write as fast as must be, as many as there
/// are slots: the least of those that do, or the fewest and largest, as the house rule says.
pub fn media(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    let ability = ability_of(facts, recording)?;
    let demand = demand(facts, recording);
    let usable = |medium: &Medium| floor.production.house_rules.reserve.off(medium.capacity.0);
    let own = |id: &str| recording.media.iter().filter(|own| **own == id).count() as u32;
    let mut found: Vec<(u64, &Medium, usize)> = Vec::new();
    for line in &floor.production.kit {
        let Some(medium) = floor.catalogue.medium(&line.item) else {
            continue;
        };
        if !ability.media.contains(&medium.kind) || medium.sustained_write.0 < demand.write_bps {
            continue;
        }
        let left =
            (line.quantity + own(&medium.id)).saturating_sub(floor.build.media_used(&medium.id));
        for count in 1..=(left as usize).min(ability.slots) {
            let bits = u128::from(usable(medium)) * count as u128 * 8;
            if bits >= u128::from(demand.seconds) * u128::from(demand.total_bps) {
                found.push((usable(medium) * count as u64, medium, count));
            }
        }
    }
    let (_, medium, count) = match floor.production.house_rules.card_size {
        CardSize::SeveralSmaller => found
            .into_iter()
            .min_by_key(|(bytes, _, count)| (*bytes, *count)),
        CardSize::FewLarge => found
            .into_iter()
            .min_by_key(|(bytes, _, count)| (*count, Reverse(*bytes))),
    }?;
    let how_many = if count == 1 {
        String::new()
    } else {
        format!("{count} × ")
    };
    let title = format!(
        "Put {how_many}{} in {}",
        medium.name,
        facts.device(recording.placement)
    );
    Some(set_recording(facts, recording, &title, |setting| {
        setting.media = vec![medium.id.clone(); count];
        setting.to_drive = false;
    }))
}

/// The richest codec, no better than the one in use, with which the media in the slots do.
pub fn lighter_codec(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    let ability = ability_of(facts, recording)?;
    let format = recording.format?;
    let setting = floor.build.placements[recording.placement]
        .settings
        .recording
        .as_ref()?;
    let media: Vec<&Medium> = recording
        .media
        .iter()
        .filter_map(|id| floor.catalogue.medium(id))
        .collect();
    let slowest = media.iter().map(|medium| medium.sustained_write).min()?;
    let capacity = Bytes(media.iter().map(|medium| medium.capacity.0).sum());
    let demand = demand(facts, recording);
    let handle = &floor.build.placements[recording.placement].id;
    let wanted = floor.build.needs.iter().find(|need| need.at == *handle);
    let codecs = ability
        .codecs
        .iter()
        .filter_map(|id| floor.catalogue.codec(id));
    let does = codecs.filter_map(|codec| {
        let short = wanted.is_some_and(|need| {
            need.bits.is_some_and(|bits| codec.bits < bits)
                || need
                    .sampling
                    .is_some_and(|sampling| codec.sampling < sampling)
        });
        let sum = recorder_sum(floor, ability, codec, format, setting, capacity);
        let time = record_time(&sum).ok()?;
        let write = sustained_needed(&time);
        let does = !short
            && time.seconds >= demand.seconds
            && slowest.0 >= write
            && time.total_bps < demand.total_bps;
        does.then_some((time.total_bps, codec))
    });
    let (_, codec) = does.max_by_key(|(bps, _)| *bps)?;
    Some(record_codec(facts, recording, codec))
}

/// Brings free sound to a free sound input, of the destination or of the camera that it gets.
pub fn bring_sound(facts: &Facts, placement: usize, input: Option<PortIx>) -> Option<Fix> {
    let floor = facts.floor;
    let camera = input
        .and_then(|input| facts.resolved.signals[input].picture)
        .map(|picture| floor.ports[picture.origin].placement);
    let takers = [Some(placement), camera].into_iter().flatten();
    let inputs = takers.flat_map(|placement| {
        let device = floor.devices[placement];
        device
            .into_iter()
            .flat_map(move |device| device.ports_facing(Direction::In))
            .filter_map(move |port| floor.port_of(placement, &port.id))
    });
    let free = inputs
        .filter(|port| floor.ports[*port].port.wire == Wire::Analogue && !floor.occupied[*port]);
    let mut outputs = (0..floor.ports.len()).filter(|port| {
        let node = floor.ports[*port].port;
        node.direction == Direction::Out
            && node.wire == Wire::Analogue
            && !floor.occupied[*port]
            && !facts.resolved.signals[*port].sound.is_empty()
    });
    let joins = |output: PortIx, input: PortIx| {
        let (output, input) = (floor.ports[output].port, floor.ports[input].port);
        floor.catalogue.leads.iter().any(|lead| {
            lead.joins(output.connector, input.connector) && lead.wires.contains(&Wire::Analogue)
        })
    };
    let inputs: Vec<PortIx> = free.collect();
    let found = outputs
        .find_map(|output| Some((output, *inputs.iter().find(|input| joins(output, **input))?)));
    found.map(|(output, input)| connect(facts, output, input))
}

/// Brings sound along, or records no more tracks than arrive.
pub fn sound(facts: &Facts, recording: &Recording, arrive: usize) -> Vec<Fix> {
    let mut fixes = Vec::from_iter(bring_sound(facts, recording.placement, recording.input));
    let title = match arrive {
        0 => format!("Record no sound on {}", facts.device(recording.placement)),
        n => format!(
            "Record only the {n} that arrive on {}",
            facts.device(recording.placement)
        ),
    };
    fixes.push(set_recording(facts, recording, &title, |setting| {
        setting.tracks = arrive
    }));
    fixes
}
