//! What would mend a finding, out of what the kit holds: outputs set, leads chosen, converters put
//! in between, media swapped. Each is a list of commands.

use super::{Facts, Fix};
use crate::carriage::Margin;
use crate::carriage::connector::Wire;
use crate::catalogue::{
    DeviceKind, Direction, InternalPath, Lead, Medium, Port, SignalKind, Via, nearest_of,
};
use crate::document::{Command, KitLine, PortRef, RecordingSetting, handle_from};
use crate::format::{PictureFormat, Quality};
use crate::path::{ConnectionIx, PortIx, candidates, hops_to, lead_limits, port_takes_rate};
use crate::quantity::Length;
use crate::record::{AudioTracks, QuickSum, Recording, record_time, sustained_needed};
use crate::timecode::TimecodeRate;

/// At most so many fixes of one kind are offered: a list to choose from, not to search.
const MOST: usize = 2;

fn build(facts: &Facts) -> String {
    facts.floor.build.id.clone()
}

pub(super) fn remove_device(facts: &Facts, placement: usize) -> Fix {
    let device = facts.floor.build.placements[placement].id.clone();
    Fix {
        title: format!("Remove {}", facts.device(placement)),
        commands: vec![Command::RemoveDevice {
            build: build(facts),
            device,
        }],
    }
}

pub(super) fn disconnect(facts: &Facts, connection: ConnectionIx) -> Fix {
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
pub(super) fn open_loop(facts: &Facts, ports: &[PortIx]) -> Option<Fix> {
    let last = ports
        .iter()
        .filter_map(|port| facts.floor.into[*port])
        .max()?;
    Some(disconnect(facts, last))
}

/// The output upstream of a connection whose format can be set, with the ports from there to the
/// connection's input.
fn settable_upstream(facts: &Facts, connection: ConnectionIx) -> Option<(PortIx, Vec<PortIx>)> {
    let link = facts.floor.standing(connection);
    let mut ports = hops_to(facts.resolved, link.from);
    ports.push(link.to);
    let settable = |port: &PortIx| {
        let node = facts.floor.ports[*port];
        node.port.direction == Direction::Out && !node.port.formats.is_open()
    };
    let at = ports.iter().rposition(settable)?;
    Some((ports[at], ports.split_off(at)))
}

/// Whether a format comes through every lead between these ports, with the worst margin.
fn comes_through(facts: &Facts, ports: &[PortIx], format: PictureFormat) -> Option<Margin> {
    let mut worst = Margin::Ok;
    for port in ports {
        let node = facts.floor.ports[*port].port;
        if !port_takes_rate(node, format) {
            return None;
        }
        if node.direction == Direction::In {
            if !node.formats.hold(format) {
                return None;
            }
            let connection = facts.floor.into[*port]?;
            let (lead, length) = (
                facts.floor.standing(connection).lead,
                facts.floor.build.connections[connection].length,
            );
            worst = worst.max(lead_limits(lead, length, node.wire, format));
        }
    }
    (worst < Margin::Stop).then_some(worst)
}

fn set_format(facts: &Facts, output: PortIx, format: PictureFormat) -> Fix {
    let at = facts.floor.name(output);
    let set = facts
        .floor
        .placement_of(output)
        .settings
        .outputs
        .get(&at.port)
        .cloned()
        .unwrap_or_default();
    let setting = crate::document::OutputSetting {
        format: Some(format),
        ..set
    };
    Fix {
        title: format!("Set {} to {format}", facts.port(output)),
        commands: vec![Command::SetOutput {
            build: build(facts),
            at,
            setting,
        }],
    }
}

/// Sets the output upstream to the nearest format that comes all the way through, at its own
/// frame rate or else at the project's.
pub(super) fn output_format(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let (output, ports) = settable_upstream(facts, connection)?;
    let now = facts.resolved.signals[output].picture?.format;
    let known = &facts.floor.ports[output].port.formats;
    let current = comes_through(facts, &ports, now);
    // A run that is only near its reach is worth another format only if that one has room.
    let better = |format: &PictureFormat| {
        let margin = comes_through(facts, &ports, *format);
        *format != now
            && margin.is_some_and(|margin| current.is_none_or(|current| margin < current))
    };
    let at = |rate| nearest_of(known.formats_at(rate).into_iter().filter(better), now);
    at(now.rate)
        .or_else(|| at(facts.floor.production.format.rate))
        .map(|format| set_format(facts, output, format))
}

/// Another format or a converter. Where the output that can be set is further up, others may live
/// on it: then the converter comes first.
pub(super) fn format_or_converter(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let next_door = settable_upstream(facts, connection)
        .is_some_and(|(output, _)| output == facts.floor.standing(connection).from);
    let (format, converters) = (
        output_format(facts, connection),
        converter(facts, connection),
    );
    if next_door {
        format.into_iter().chain(converters).collect()
    } else {
        converters.into_iter().chain(format).collect()
    }
}

pub(super) fn follow_project(facts: &Facts, output: PortIx) -> Option<Fix> {
    let known = &facts.floor.ports[output].port.formats;
    known
        .nearest(facts.floor.production.format)
        .map(|format| set_format(facts, output, format))
}

/// Leads of the kit that aren't in use, at least as long as `length`, that join these sockets.
fn spare_leads<'a>(
    facts: &Facts<'_, 'a>,
    output: &Port,
    input: &Port,
    length: Length,
) -> Vec<(&'a Lead, Length)> {
    let floor = facts.floor;
    let spare = floor.production.kit.iter().filter_map(|line: &KitLine| {
        let (lead, own) = (floor.catalogue.lead(&line.item)?, line.length?);
        let fits =
            lead.joins(output.connector, input.connector) && lead.wires.contains(&output.wire);
        let left = line.quantity > floor.build.leads_used(&line.item, own);
        (fits && left && own >= length).then_some((lead, own))
    });
    spare.collect()
}

fn set_lead(
    facts: &Facts,
    connection: ConnectionIx,
    lead: &Lead,
    length: Length,
    how: &str,
) -> Fix {
    let known = &facts.floor.build.connections[connection];
    let commands = vec![Command::SetLead {
        build: build(facts),
        connection: known.id.clone(),
        lead: lead.id.clone(),
        length,
    }];
    Fix {
        title: format!(
            "Use {length} of {}{how} from {} to {}",
            lead.name, known.from, known.to
        ),
        commands,
    }
}

/// A lead whose plugs fit: of the kit, else of the catalogue, to hire.
pub(super) fn right_lead(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.standing(connection);
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let own = spare_leads(facts, output, input, Length(0))
        .into_iter()
        .min_by_key(|(_, own)| (*own < length, own.0.abs_diff(length.0)));
    if let Some((lead, length)) = own {
        return Some(set_lead(facts, connection, lead, length, ""));
    }
    let mut catalogue = facts.floor.catalogue.leads.iter();
    let lead = catalogue.find(|lead| {
        lead.joins(output.connector, input.connector) && lead.wires.contains(&output.wire)
    })?;
    Some(set_lead(
        facts,
        connection,
        lead,
        length,
        " (to hire: none is left in the kit)",
    ))
}

/// A lead of the kit that carries the picture with more room than the one in use.
pub(super) fn better_lead(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.standing(connection);
    let format = facts.resolved.signals[link.from].picture?.format;
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let now = lead_limits(link.lead, length, output.wire, format);
    let judged = spare_leads(facts, output, input, length).into_iter();
    let judged = judged.map(|(lead, own)| (lead_limits(lead, own, output.wire, format), own, lead));
    let (_, own, lead) = judged
        .filter(|(margin, ..)| *margin < now)
        .min_by_key(|(margin, own, _)| (*margin, *own))?;
    Some(set_lead(facts, connection, lead, own, ""))
}

/// Converters of the kit, not in use, that take what the output gives and give what the input
/// takes.
pub(super) fn converter(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.standing(connection);
    let Some(picture) = facts.resolved.signals[link.from].picture else {
        return Vec::new();
    };
    let (output, input) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let spare = floor
        .production
        .kit
        .iter()
        .filter(|line| line.quantity > floor.build.devices_used(&line.item));
    let mut found = Vec::new();
    let devices = spare.filter_map(|line| floor.catalogue.device(&line.item));
    for device in devices.filter(|device| device.kind == DeviceKind::Converter) {
        let ways = device
            .paths
            .iter()
            .filter(|path| matches!(path.via, Via::Convert | Via::Scale) && carries_picture(path));
        let ways = ways.flat_map(|path| {
            path.from
                .iter()
                .flat_map(|from| path.to.iter().map(move |to| (from, to)))
        });
        let way = ways.filter_map(|(from, to)| {
            let (entry, exit) = (device.port(from)?, device.port(to)?);
            let format = converted(picture.format, (output, entry), (exit, input))?;
            Some((entry, exit, format))
        });
        if let Some((entry, exit, format)) = way.into_iter().next() {
            found.push(insert(
                facts,
                connection,
                (&device.id, &device.name),
                entry,
                exit,
                format,
            ));
        }
    }
    found.truncate(MOST);
    found
}

fn carries_picture(path: &InternalPath) -> bool {
    path.carries.contains(&SignalKind::Picture)
}

/// The format that a converter between two ports would give, where everything fits.
fn converted(
    format: PictureFormat,
    (output, entry): (&Port, &Port),
    (exit, input): (&Port, &Port),
) -> Option<PictureFormat> {
    let joined = output.wire == entry.wire && exit.wire == input.wire;
    if !joined || !port_takes_rate(entry, format) || !entry.formats.hold(format) {
        return None;
    }
    let given = if exit.formats.is_open() {
        vec![format]
    } else {
        exit.formats.formats_at(format.rate)
    };
    let taken = given.into_iter().filter(|format| {
        input.formats.hold(*format)
            && port_takes_rate(exit, *format)
            && port_takes_rate(input, *format)
    });
    nearest_of(taken, format)
}

fn insert(
    facts: &Facts,
    connection: ConnectionIx,
    (device, name): (&str, &str),
    entry: &Port,
    exit: &Port,
    format: PictureFormat,
) -> Fix {
    let floor = facts.floor;
    let known = &floor.build.connections[connection];
    let link = floor.standing(connection);
    let handle = handle_from(device, |handle| floor.build.placement(handle).is_some());
    // The lead that is there goes on to the converter where its plugs fit.
    let keeps = link
        .lead
        .joins(floor.ports[link.from].port.connector, entry.connector);
    let (lead, length) = if keeps {
        (Some(known.lead.clone()), Some(known.length))
    } else {
        (None, None)
    };
    let unit = floor.placement_of(link.to).unit.clone();
    let connect = |from: PortRef, to: PortRef, lead, length| Command::Connect {
        build: build(facts),
        from,
        to,
        lead,
        length,
    };
    let mut commands = vec![
        Command::AddDevice {
            build: build(facts),
            device: device.into(),
            unit,
            name: None,
            handle: Some(handle.clone()),
        },
        Command::Disconnect {
            build: build(facts),
            connection: known.id.clone(),
        },
        connect(
            known.from.clone(),
            PortRef::new(&handle, &entry.id),
            lead,
            length,
        ),
        connect(
            PortRef::new(&handle, &exit.id),
            known.to.clone(),
            None,
            None,
        ),
    ];
    if !exit.formats.is_open() {
        let setting = crate::document::OutputSetting {
            format: Some(format),
            ..Default::default()
        };
        commands.push(Command::SetOutput {
            build: build(facts),
            at: PortRef::new(&handle, &exit.id),
            setting,
        });
    }
    let title = format!(
        "Put the {name} between {} and {}, giving {format}",
        known.from, known.to
    );
    Fix { title, commands }
}

/// Sets the level where it is made: at the last device that isn't a loop.
pub(super) fn level(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.standing(connection);
    let takes = facts.floor.ports[link.to]
        .port
        .sdi
        .as_ref()?
        .levels
        .first()
        .copied()?;
    let hops = hops_to(facts.resolved, link.from);
    let maker = hops.into_iter().rev().find(|port| {
        let node = facts.floor.ports[*port];
        let paths = facts.floor.devices[node.placement]
            .map(|device| device.paths.as_slice())
            .unwrap_or_default();
        let looped = paths.iter().any(|path| {
            path.to.contains(&node.port.id) && matches!(path.via, Via::Loop | Via::Relay)
        });
        node.port.direction == Direction::Out && node.port.wire == Wire::Sdi && !looped
    })?;
    facts.floor.ports[maker]
        .port
        .sdi
        .as_ref()
        .filter(|sdi| sdi.levels.contains(&takes))?;
    let at = facts.floor.name(maker);
    let set = facts
        .floor
        .placement_of(maker)
        .settings
        .outputs
        .get(&at.port)
        .cloned()
        .unwrap_or_default();
    let setting = crate::document::OutputSetting {
        level: Some(takes),
        ..set
    };
    let title = format!("Set {} to level {takes}", facts.port(maker));
    Some(Fix {
        title,
        commands: vec![Command::SetOutput {
            build: build(facts),
            at,
            setting,
        }],
    })
}

/// Free outputs that carry a picture which the dark destination takes: those of its own unit first.
pub(super) fn feed(facts: &Facts, placement: usize) -> Vec<Fix> {
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

pub(super) fn timecode(facts: &Facts, placement: usize, expected: TimecodeRate) -> Option<Fix> {
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

pub(super) fn clean(facts: &Facts, output: PortIx) -> Option<Fix> {
    let at = facts.floor.name(output);
    let set = facts
        .floor
        .placement_of(output)
        .settings
        .outputs
        .get(&at.port)
        .cloned()?;
    let setting = crate::document::OutputSetting {
        overlay: false,
        ..set
    };
    let title = format!("Set {} to clean", facts.port(output));
    Some(Fix {
        title,
        commands: vec![Command::SetOutput {
            build: build(facts),
            at,
            setting,
        }],
    })
}

/// Sets the camera's output to the nearest format with which `wanted` arrives.
pub(super) fn quality(facts: &Facts, placement: usize, wanted: Quality) -> Option<Fix> {
    let floor = facts.floor;
    let input = facts
        .resolved
        .arrivals
        .iter()
        .find(|arrival| arrival.placement == placement)?
        .input?;
    let now = facts.resolved.signals[input].picture?;
    let ports = hops_to(facts.resolved, input);
    // A scale or a radio link on the way sets its own ceiling: the output can't mend that.
    let scaled = ports[1..].iter().any(|port| {
        let node = floor.ports[*port].port;
        node.direction == Direction::Out && !node.formats.is_open()
    });
    if scaled {
        return None;
    }
    let origin = floor.ports[now.origin].port.origin.as_ref()?;
    let set = facts.resolved.signals[now.origin].picture?.format;
    let formats = floor.ports[now.origin]
        .port
        .formats
        .formats_at(set.rate)
        .into_iter();
    let reach = formats.filter(|format| origin.made_as.limit(format.quality()).reaches(wanted));
    let through = reach.filter(|format| comes_through(facts, &ports, *format).is_some());
    nearest_of(through, set).map(|format| set_format(facts, now.origin, format))
}

/// A better output upstream, where it fills the file; else the richest codec that holds no more
/// than the picture.
pub(super) fn match_codec(
    facts: &Facts,
    recording: &Recording,
    picture: Quality,
    file: Quality,
) -> Vec<Fix> {
    let better = quality(facts, recording.placement, file);
    let ability =
        facts.floor.devices[recording.placement].and_then(|device| device.records.as_ref());
    let codecs = ability
        .iter()
        .flat_map(|ability| &ability.codecs)
        .filter_map(|id| facts.floor.catalogue.codec(id));
    let no_larger =
        codecs.filter(|codec| codec.bits <= picture.bits && codec.sampling <= picture.sampling);
    let rate = |codec: &crate::catalogue::Codec| {
        recording
            .format
            .map(|format| crate::record::video_rate(codec, format.raster, format.rate).high_bps)
    };
    let codec = no_larger.max_by_key(|codec| (codec.sampling, codec.bits, rate(codec)));
    let codec = codec.map(|codec| {
        set_recording(
            facts,
            recording,
            &format!(
                "Record {} on {}",
                codec.name,
                facts.device(recording.placement)
            ),
            |setting| {
                setting.codec = codec.id.clone();
            },
        )
    });
    better.into_iter().chain(codec).collect()
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
            media: Vec::new(),
            format: None,
            tracks: 0,
        });
    change(&mut setting);
    // What else is set is brought within what the recorder can do, so that the fix goes through.
    if let Some(ability) =
        facts.floor.devices[recording.placement].and_then(|device| device.records.as_ref())
    {
        if !ability.codecs.contains(&setting.codec) {
            setting.codec = ability.codecs.first().cloned().unwrap_or_default();
        }
        let fits = |id: &String| {
            facts
                .floor
                .catalogue
                .medium(id)
                .is_some_and(|medium| ability.media.contains(&medium.kind))
        };
        setting.media.retain(fits);
        setting.media.truncate(ability.slots);
        setting.tracks = setting.tracks.min(ability.tracks);
        setting.format = setting
            .format
            .filter(|format| ability.sensor && ability.formats.hold(*format));
    }
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

/// The first codec that the recorder has.
pub(super) fn own_codec(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = facts.floor.devices[recording.placement]?.records.as_ref()?;
    let codec = facts.floor.catalogue.codec(ability.codecs.first()?)?;
    let title = format!(
        "Record {} on {}",
        codec.name,
        facts.device(recording.placement)
    );
    Some(set_recording(facts, recording, &title, |setting| {
        setting.codec = codec.id.clone()
    }))
}

pub(super) fn recordable(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let ability = facts.floor.devices[recording.placement]?
        .records
        .as_ref()
        .filter(|ability| ability.sensor)?;
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

/// Media of the kit, not in use, that last as long and write as fast as must be: the smallest that
/// do, as many as there are slots.
pub(super) fn media(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    let ability = floor.devices[recording.placement]?.records.as_ref()?;
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
    let (_, medium, count) = found
        .into_iter()
        .min_by_key(|(bytes, _, count)| (*count, *bytes))?;
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
        setting.media = vec![medium.id.clone(); count]
    }))
}

/// The richest codec, no better than the one in use, with which the media in the slots do.
pub(super) fn lighter_codec(facts: &Facts, recording: &Recording) -> Option<Fix> {
    let floor = facts.floor;
    let ability = floor.devices[recording.placement]?.records.as_ref()?;
    let format = recording.format?;
    let media: Vec<&Medium> = recording
        .media
        .iter()
        .filter_map(|id| floor.catalogue.medium(id))
        .collect();
    let slowest = media.iter().map(|medium| medium.sustained_write).min()?;
    let capacity = crate::quantity::Bytes(media.iter().map(|medium| medium.capacity.0).sum());
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
        let raster = if codec.raw {
            ability.sensor_raster.unwrap_or(format.raster)
        } else {
            format.raster
        };
        let sum = QuickSum {
            video: Ok((codec, raster)),
            rate: Some(format.rate),
            audio: AudioTracks::usual(recording.tracks),
            container: None,
            media: capacity,
            reserve: floor.production.house_rules.reserve,
        };
        let time = record_time(&sum).ok()?;
        let write = sustained_needed(&time);
        let does = !short
            && time.seconds >= demand.seconds
            && slowest.0 >= write
            && time.total_bps < demand.total_bps;
        does.then_some((time.total_bps, codec))
    });
    let (_, codec) = does.max_by_key(|(bps, _)| *bps)?;
    let title = format!(
        "Record {} on {}",
        codec.name,
        facts.device(recording.placement)
    );
    Some(set_recording(facts, recording, &title, |setting| {
        setting.codec = codec.id.clone()
    }))
}

/// Brings free sound to a free sound input, of the recorder or of the camera that it records; or
/// records no more tracks than arrive.
pub(super) fn sound(facts: &Facts, recording: &Recording, arrive: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let camera = recording
        .input
        .and_then(|input| facts.resolved.signals[input].picture)
        .map(|picture| floor.ports[picture.origin].placement);
    let takers = [Some(recording.placement), camera].into_iter().flatten();
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
    let mut fixes: Vec<Fix> = found
        .map(|(output, input)| connect(facts, output, input))
        .into_iter()
        .collect();
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
