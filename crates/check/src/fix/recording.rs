//! Recordings set otherwise: codec, media, tracks.

use super::cable::set_cable;
use super::output::{change_output, quality};
use crate::fix::basics::{build, connect};
use crate::{Facts, Fix};
use engine::path::PortIx;
use engine::record::{
    NoTrigger, Recording, Room, record_time, recorder_sum, sustained_needed, video_rate,
};
use engine::sound::track_feed;
use model::catalogue::{Cable, Codec, Direction, Medium, RecordingAbility};
use model::document::{
    CardSize, Change, Command, Handle, Limits, OutputSetting, RecordingSetting, SlotUse,
    slot_takes, without_incompatibilities,
};
use model::kit;
use std::cmp::Reverse;
use transport::wire::Wire;
use units::format::{PictureFormat, Quality};
use units::quantity::Bytes;

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
    let mut codecs: Vec<&Codec> = no_larger.collect();
    codecs.sort_by_key(|codec| Reverse((codec.sampling, codec.bits, codec_rate(recording, codec))));
    let codecs = codecs.into_iter().take(MOST_CODECS);
    let codecs = codecs.map(|codec| record_codec(facts, recording, codec));
    better.into_iter().chain(codecs).collect()
}

/// So many codecs are proposed, the richest first: a card may be too slow for that one.
const MOST_CODECS: usize = 4;

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
        setting.codec = codec.id.as_str().into()
    })
}

fn set_recording(
    facts: &Facts,
    recording: &Recording,
    title: &str,
    change: impl Fn(&mut RecordingSetting),
) -> Fix {
    change_recording(facts, recording.placement, title, change)
        .unwrap_or_else(|| Fix::new(title, Vec::new()))
}

/// Sets something of how a device records, and leaves the rest as it is; `None` where it doesn't.
pub(super) fn change_recording(
    facts: &Facts,
    placement: usize,
    title: &str,
    change: impl Fn(&mut RecordingSetting),
) -> Option<Fix> {
    let placed = &facts.floor.build.placements[placement];
    let before = placed.settings.recording.as_ref()?;
    let mut after = before.clone();
    change(&mut after);
    let after = within_ability(facts, placement, after);
    let command = Command::SetRecording {
        build: build(facts),
        device: placed.id.clone(),
        change: Some(Change::between(before, &after)),
    };
    Some(Fix::new(title, vec![command]))
}

/// A setting brought within what the recorder can do, so that a fix goes through.
fn within_ability(facts: &Facts, placement: usize, setting: RecordingSetting) -> RecordingSetting {
    match facts.floor.devices[placement] {
        Some(device) => without_incompatibilities(facts.floor.catalogue, device, setting),
        None => setting,
    }
}

/// A data cable that keeps up what is written over it, in the place of one that doesn't: of the
/// kit, or to hire.
pub fn data_cable(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    recording.drive?;
    let port = ability_of(facts, recording)?.drive_port.as_deref()?;
    let output = floor.port_of(recording.placement, port)?;
    let connection = *floor.out_of[output].first()?;
    let link = floor.link(connection);
    let needed = recording.time.as_ref().map_or(0, sustained_needed);
    let keeps_up = |cable: &&Cable| cable.data_rate.is_none_or(|rate| rate.0 >= needed);
    if keeps_up(&link.cable) {
        return None;
    }
    let sockets = [link.from, link.to].map(|port| floor.ports[port].port.connector);
    let mut cables = floor.catalogue.cables.iter().filter(|cable| {
        cable.wires.contains(&Wire::UsbData) && cable.joins(sockets[0], sockets[1])
    });
    let cable = cables.find(keeps_up)?;
    let length = cable
        .reach
        .map_or(floor.build.connections[connection].length, |reach| {
            reach.min(floor.build.connections[connection].length)
        });
    Some(set_cable(facts, connection, cable, length, ""))
}

/// What makes a recorder start: the trigger switched on where it is off, an input that obeys one, or a hand.
pub fn trigger(facts: &Facts, recording: &Recording, why: NoTrigger) -> Vec<Fix> {
    let on = match why {
        NoTrigger::Off { output } => {
            let change = |setting: &mut OutputSetting| setting.trigger_off = false;
            Some(change_output(
                facts,
                output,
                "send its record trigger",
                change,
            ))
        }
        _ => None,
    };
    let title = format!("Start {} by hand", facts.device(recording.placement));
    let by_hand = set_recording(facts, recording, &title, |setting| {
        setting.on_trigger = false
    });
    on.into_iter().chain([by_hand]).collect()
}

/// Lets the camera start it.
pub fn by_trigger(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let name = facts.device(recording.placement);
    let title = format!("Let the camera’s record trigger start {name}");
    change_recording(facts, recording.placement, &title, |setting| {
        setting.on_trigger = true
    })
}

/// What lets heat out of a body: its screen away from it. The rest is wiring.
pub fn cooler(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let name = facts.device(recording.placement);
    let setting = &facts.floor.build.placements[recording.placement].settings;
    let closed = !setting.recording.as_ref()?.screen_flipped_out;
    let title = format!("Let the screen of {name} stand away from the body");
    let fix = change_recording(facts, recording.placement, &title, |setting| {
        setting.screen_flipped_out = true
    });
    fix.filter(|_| closed)
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
pub fn first_codec(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = ability_of(facts, recording)?;
    let codec = facts.floor.catalogue.codec(ability.codecs.first()?)?;
    Some(record_codec(facts, recording, codec))
}

pub fn recordable(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = ability_of(facts, recording).filter(|ability| ability.sensor)?;
    let format = ability.formats.nearest(facts.floor.production.format)?;
    let title = format!(
        "Record {} in {}",
        ability.formats.beyond_in_words(format),
        facts.device(recording.placement)
    );
    Some(set_recording(facts, recording, &title, |setting| {
        setting.format = Some(format)
    }))
}

/// Raw from the source where both ends name the same; else a codec for pictures, the richest first.
pub fn raw_or_picture(facts: &Facts, recording: &Recording) -> Vec<Fix> {
    let floor = facts.floor;
    let mut fixes = Vec::new();
    let picture = recording.input.and_then(|input| {
        let origin = facts.resolved.signals[input].picture?.origin;
        Some((input, origin))
    });
    if let Some((input, origin)) = picture {
        let named = &floor.ports[origin].port.raw;
        let both = named
            .iter()
            .find(|raw| floor.ports[input].port.raw_named(&raw.name).is_some());
        fixes.extend(both.map(|raw| {
            change_output(facts, origin, &raw.name, |setting: &mut OutputSetting| {
                setting.raw = Some(raw.name.clone());
            })
        }));
    }
    let codecs = ability_of(facts, recording).map_or(&[][..], |ability| &ability.codecs);
    let codecs = codecs.iter().filter_map(|id| floor.catalogue.codec(id));
    let mut codecs: Vec<&Codec> = codecs.filter(|codec| !codec.raw).collect();
    codecs.sort_by_key(|codec| Reverse((codec.sampling, codec.bits, codec_rate(recording, codec))));
    let codecs = codecs.into_iter().take(MOST_CODECS);
    fixes.extend(codecs.map(|codec| record_codec(facts, recording, codec)));
    fixes
}

/// A codec's video rate for what a recorder records, in bits a second.
fn codec_rate(recording: &Recording, codec: &Codec) -> u64 {
    let format = recording.format;
    format.map_or(0, |format| {
        video_rate(codec, format.raster, format.rate).high_bps
    })
}

/// A card of the kit that fits; else the setting with what doesn't fit left out.
pub fn fit_recorder(facts: &Facts, recording: &Recording) -> Vec<Fix> {
    let title = format!(
        "Leave out what {} doesn’t have",
        facts.device(recording.placement)
    );
    let left = set_recording(facts, recording, &title, |_| {});
    media(facts, recording).into_iter().chain([left]).collect()
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

/// Cards that last as long and write as fast as must be, as the slots are used: of the kit, not in
/// use, else to hire. The least of those that do, or the fewest and largest, as the house rule says.
pub fn media(facts: &Facts, recording: &Recording) -> Vec<Fix> {
    let floor = facts.floor;
    let Some(ability) = ability_of(facts, recording) else {
        return Vec::new();
    };
    let inserted = |id: &str| {
        recording
            .media
            .iter()
            .filter(|inserted| **inserted == id)
            .count() as u32
    };
    let in_kit = |medium: &Medium| {
        let there = floor.production.owned(&medium.id, None);
        there
            .saturating_add(inserted(&medium.id))
            .saturating_sub(floor.build.media_used(&medium.id))
    };
    let fitting = |medium: &&Medium| slot_takes(ability, medium);
    let usable = floor.catalogue.media.iter().filter(fitting);
    let all: Vec<(&Medium, u32)> = usable.map(|medium| (medium, in_kit(medium))).collect();
    // A description of an earlier version may have more slots than there are anywhere.
    let slots = ability.slots.min(Limits::MEDIA);
    let best = |hired: bool| {
        let sets = all.iter().filter(|(_, left)| hired || *left > 0);
        let sets = sets.flat_map(|(medium, left)| {
            let most = if hired {
                slots
            } else {
                (*left as usize).min(slots)
            };
            (1..=most).filter_map(move |count| CardSet::of(facts, recording, medium, count))
        });
        match floor.production.house_rules.card_size {
            CardSize::SeveralSmaller => sets.min_by_key(|set| (set.usable, set.media.len())),
            CardSize::FewLarge => sets.min_by_key(|set| (set.media.len(), Reverse(set.usable))),
        }
    };
    let from_kit = best(false).map(|set| set.put_in(facts, recording, 0));
    let hired = best(true).and_then(|set| {
        let left = in_kit(set.medium) as usize;
        let lacks = set.count.saturating_sub(left);
        (lacks > 0).then(|| set.put_in(facts, recording, lacks as u32))
    });
    from_kit.into_iter().chain(hired).collect()
}

/// Cards for the slots of a recorder, as they are used, that do what must be done.
struct CardSet<'m> {
    medium: &'m Medium,
    count: usize,
    media: Vec<Handle>,
    usable: u64,
}

impl<'m> CardSet<'m> {
    /// So many of a medium, where they last long enough and write fast enough.
    fn of(facts: &Facts, recording: &Recording, medium: &'m Medium, count: usize) -> Option<Self> {
        let floor = facts.floor;
        let demand = demand(facts, recording);
        let setting = floor.build.placements[recording.placement]
            .settings
            .recording
            .as_ref();
        let slots = setting.map_or(SlotUse::Relay, |setting| setting.slots);
        let mut media = vec![medium; count];
        match slots {
            SlotUse::Relay => {}
            // Both slots write the same: one card is no mirror.
            SlotUse::Mirror if count < 2 => return None,
            SlotUse::Mirror => {}
            // The proxy keeps its card.
            SlotUse::Proxy if count > 1 => return None,
            SlotUse::Proxy => {
                let second = recording
                    .media
                    .get(1)
                    .and_then(|id| floor.catalogue.medium(id));
                media.extend(second);
            }
        }
        let room = Room::of(&media, slots, floor.production.house_rules.reserve);
        let bits = u128::from(room.usable) * 8;
        let lasts = bits >= u128::from(demand.seconds) * u128::from(demand.total_bps);
        let does = lasts
            && room
                .slowest
                .is_some_and(|(_, rate)| rate.0 >= demand.write_bps);
        does.then(|| Self {
            medium,
            count,
            media: media
                .iter()
                .map(|medium| Handle::from(&medium.id))
                .collect(),
            usable: room.usable,
        })
    }

    fn put_in(&self, facts: &Facts, recording: &Recording, hired: u32) -> Fix {
        let how_many = match self.count {
            1 => String::new(),
            count => format!("{count} × "),
        };
        let name = facts.device(recording.placement);
        let verb = if hired > 0 { "Hire and put" } else { "Put" };
        let title = format!("{verb} {how_many}{} in {name}", self.medium.name);
        let fix = set_recording(facts, recording, &title, |setting| {
            setting.media.clone_from(&self.media);
            setting.to_drive = false;
        });
        if hired == 0 {
            return fix;
        }
        let line = kit::hired(facts.floor.production, &self.medium.id, None, hired);
        let mut commands = vec![Command::SetKit { line }];
        commands.extend(fix.commands);
        Fix::new(title, commands)
    }
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
    let room = Room::of(&media, setting.slots, floor.production.house_rules.reserve);
    let slowest = room.slowest?.1;
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
        let fed = (format, recording.raw);
        let mut sum = recorder_sum(floor, ability, codec, fed, setting, Bytes(room.nominal));
        sum.usable = Some(Bytes(room.usable));
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
            && !node.audio.as_ref().is_some_and(|audio| audio.headphones)
            && floor.ports[*port].placement != placement
            && !facts.resolved.signals[*port].sound.is_empty()
    });
    let inputs: Vec<PortIx> = free.collect();
    let found = outputs.find_map(|output| {
        Some((
            output,
            *inputs
                .iter()
                .find(|input| joins_by_cable(facts, output, **input))?,
        ))
    });
    found.map(|(output, input)| connect(facts, output, input))
}

/// Runs a microphone's sound to a free input of what records.
pub fn use_sound(facts: &Facts, outputs: &[PortIx]) -> Vec<Fix> {
    let floor = facts.floor;
    let recorders = facts.recordings.iter().filter_map(|recording| {
        let ability = ability_of(facts, recording)?;
        let mut inputs = ability.sound_inputs.iter();
        let input = inputs.find_map(|id| {
            let port = floor.port_of(recording.placement, id)?;
            (!floor.occupied[port]).then_some(port)
        })?;
        Some((recording, input))
    });
    let mut fixes = Vec::new();
    for (recording, input) in recorders {
        let output = outputs
            .iter()
            .find(|output| !floor.occupied[**output] && joins_by_cable(facts, **output, input));
        if let Some(output) = output {
            let brought = connect(facts, *output, input);
            let fed = recording.feed.channels.len() + 1;
            fixes.push(if recording.tracks < fed {
                brought.then(tracks(facts, recording, fed))
            } else {
                brought
            });
        }
    }
    fixes
}

/// Whether a cable for sound goes from an output to an input.
fn joins_by_cable(facts: &Facts, output: PortIx, input: PortIx) -> bool {
    let (output, input) = (
        facts.floor.ports[output].port,
        facts.floor.ports[input].port,
    );
    facts.floor.catalogue.cables.iter().any(|cable| {
        cable.joins(output.connector, input.connector) && cable.wires.contains(&Wire::Analogue)
    })
}

/// Brings sound along; records the tracks that arrive, with it or as it is. Never none: a silent
/// recording is no answer to sound that is missing.
pub fn sound(facts: &Facts, recording: &Recording, arrive: usize) -> Vec<Fix> {
    let mut fixes = Vec::new();
    if let Some(brought) = bring_sound(facts, recording.placement, recording.input) {
        // What is free is a microphone or a mix: one channel.
        let with_it = arrive + 1;
        fixes.push(if with_it < recording.tracks {
            brought.then(tracks(facts, recording, with_it))
        } else {
            brought
        });
    }
    fixes.extend((arrive > 0).then(|| tracks(facts, recording, arrive)));
    fixes
}

/// Brings sound to what must have it, and writes it where that is what it is for.
pub fn more_sound(
    facts: &Facts,
    placement: usize,
    input: Option<PortIx>,
    recorded: Option<&Recording>,
    wanted: usize,
) -> Vec<Fix> {
    let Some(brought) = bring_sound(facts, placement, input) else {
        return Vec::new();
    };
    let written = recorded.filter(|recording| recording.tracks < wanted);
    let arrive = recorded.map_or(0, |recording| recording.feed.channels.len()) + 1;
    vec![match written {
        Some(recording) => brought.then(tracks(facts, recording, arrive)),
        None => brought,
    }]
}

/// Writes the tracks that arrive; off speed, runs at the project's speed.
pub fn record_arriving(facts: &Facts, recording: &Recording, arrive: usize) -> Vec<Fix> {
    let most = ability_of(facts, recording).map_or(0, |ability| ability.tracks);
    let count = arrive.min(most);
    if recording.tracks >= count {
        let title = format!(
            "Record at the project’s speed on {}",
            facts.device(recording.placement)
        );
        return vec![set_recording(facts, recording, &title, |setting| {
            setting.sensor_rate = None;
        })];
    }
    vec![tracks(facts, recording, count)]
}

/// Records as many tracks as arrive, as far as the recorder has them.
pub fn more_tracks(facts: &Facts, placement: usize) -> Option<Fix> {
    let recording = facts.recording_at(placement)?;
    let most = ability_of(facts, recording)?.tracks;
    let arrive = recording.feed.on_track.len() + recording.feed.timecode_on.len();
    let count = arrive.min(most);
    (count > recording.tracks).then(|| tracks(facts, recording, count))
}

/// A codec that keeps what is wanted, the lightest first, and the raster that goes with it.
pub fn keep_quality(facts: &Facts, recording: &Recording, wanted: Quality) -> Vec<Fix> {
    let Some(ability) = ability_of(facts, recording) else {
        return Vec::new();
    };
    let small = recording
        .format
        .filter(|format| !format.raster.holds(wanted.raster));
    let larger = small.filter(|_| ability.sensor).and_then(|format| {
        ability.formats.nearest(PictureFormat {
            raster: wanted.raster,
            ..format
        })
    });
    let codecs = ability
        .codecs
        .iter()
        .filter_map(|id| facts.floor.catalogue.codec(id));
    let mut codecs: Vec<&Codec> = codecs
        .filter(|codec| {
            codec.sampling >= wanted.sampling
                && codec.bits >= wanted.bits
                && codec
                    .largest
                    .is_none_or(|largest| largest.holds(wanted.raster))
        })
        .collect();
    codecs.sort_by_key(|codec| (codec.id != recording.codec.id, codec_rate(recording, codec)));
    let fixes = codecs.into_iter().take(MOST_CODECS).map(|codec| {
        let title = match larger {
            Some(format) => format!(
                "Record {} in {} on {}",
                codec.name,
                format.frame(),
                facts.device(recording.placement)
            ),
            None => format!(
                "Record {} on {}",
                codec.name,
                facts.device(recording.placement)
            ),
        };
        set_recording(facts, recording, &title, |setting| {
            setting.codec = Handle::from(&codec.id);
            if let Some(format) = larger {
                setting.format = Some(format);
            }
        })
    });
    fixes.collect()
}

/// Sets what isn't set to record: its codecs, the richest first, on cards of the kit, with the tracks
/// that arrive.
pub fn start_recording(facts: &Facts, placement: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let ability = floor.devices[placement].and_then(|device| device.records.as_ref());
    let Some(ability) = ability else {
        return Vec::new();
    };
    let input = floor.chosen_input(placement, &ability.inputs);
    let arrive = track_feed(floor, facts.resolved, placement, input)
        .channels
        .len();
    let free = floor.production.kit.iter().filter_map(|line| {
        let medium = floor.catalogue.medium(&line.item)?;
        let left = line.there() > floor.build.media_used(&medium.id);
        (left && slot_takes(ability, medium)).then_some(medium)
    });
    let mut media: Vec<&Medium> = free.collect();
    media.sort_by_key(|medium| Reverse((medium.sustained_write, medium.capacity)));
    media.truncate(2);
    let codecs = ability
        .codecs
        .iter()
        .filter_map(|id| floor.catalogue.codec(id));
    let picture = !ability.inputs.is_empty() || ability.sensor;
    let mut codecs: Vec<&Codec> = codecs.filter(|codec| !picture || !codec.raw).collect();
    codecs.sort_by_key(|codec| Reverse((codec.sampling, codec.bits)));
    let mut fixes = Vec::new();
    for medium in media {
        for codec in codecs.iter().take(MOST_CODECS) {
            let setting = RecordingSetting {
                codec: codec.id.as_str().into(),
                media: vec![medium.id.as_str().into()],
                tracks: arrive.min(ability.tracks),
                ..RecordingSetting::default()
            };
            let command = Command::SetRecording {
                build: build(facts),
                device: floor.build.placements[placement].id.clone(),
                change: Some(Change::between(&RecordingSetting::default(), &setting)),
            };
            let title = format!(
                "Record {} on {} in {}",
                codec.name,
                medium.name,
                facts.device(placement)
            );
            fixes.push(Fix::new(title, vec![command]));
        }
    }
    fixes
}

/// Records so many tracks: those that arrive.
fn tracks(facts: &Facts, recording: &Recording, count: usize) -> Fix {
    let title = format!(
        "Record the {} on {}",
        match count {
            1 => "1 sound track that arrives".into(),
            count => format!("{count} sound tracks that arrive"),
        },
        facts.device(recording.placement)
    );
    set_recording(facts, recording, &title, |setting| setting.tracks = count)
}
