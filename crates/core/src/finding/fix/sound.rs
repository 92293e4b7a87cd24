//! Sound put right: levels switched, 48 V, pads and transformers, gains, tracks, frequencies.

use super::build;
use crate::carriage::intermodulation::free_set;
use crate::catalogue::{AdapterKind, LevelKind};
use crate::document::{
    Change, Command, KitChange, PortRef, Position, SoundSetting, TrackSetting, TrackSource,
};
use crate::finding::{Facts, Fix};
use crate::path::{ConnectionIx, PortIx};
use crate::quantity::{Decibels, Length};
use crate::sound::{Part, RecorderTracks, Stage, StageKind, best_gains, position};

/// What sets something for sound at a port.
fn setting(facts: &Facts, port: PortIx, change: impl Fn(&mut SoundSetting)) -> Command {
    let before = facts.floor.sound_setting(port).cloned().unwrap_or_default();
    let mut after = before.clone();
    change(&mut after);
    Command::SetSound {
        build: build(facts),
        at: facts.floor.name(port),
        change: Change::between(&before, &after),
    }
}

fn set(facts: &Facts, port: PortIx, what: &str, change: impl Fn(&mut SoundSetting)) -> Fix {
    let title = format!("Set {} to {what}", facts.port(port));
    Fix::new(title, vec![setting(facts, port, change)])
}

/// Switches 48 V at an input.
pub fn phantom(facts: &Facts, input: PortIx, on: bool) -> Option<Fix> {
    let title = format!(
        "Switch 48 V {} at {}",
        if on { "on" } else { "off" },
        facts.port(input)
    );
    let command = setting(facts, input, |setting| setting.phantom = Some(on));
    Some(Fix::new(title, vec![command]))
}

/// Puts a limiter in.
pub fn limiter(facts: &Facts, port: PortIx) -> Option<Fix> {
    let title = format!("Switch the limiter on at {}", facts.port(port));
    let command = setting(facts, port, |setting| setting.limiter = Some(true));
    Some(Fix::new(title, vec![command]))
}

/// Gain by hand.
pub fn auto_gain_off(facts: &Facts, port: PortIx) -> Option<Fix> {
    let title = format!("Set the gain of {} by hand", facts.port(port));
    let command = setting(facts, port, |setting| setting.auto_gain = false);
    Some(Fix::new(title, vec![command]))
}

/// Brings the two ends of a connection to one level: the input switched, the output switched, a pad.
pub fn match_level(facts: &Facts, connection: ConnectionIx, pad_db: f64) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    let audio = |port: PortIx| facts.floor.ports[port].port.audio.as_deref();
    // A pad means that too much comes: the input goes to line, or the output down to microphone.
    let (input_to, output_to) = match pad_db > 0.0 {
        true => (LevelKind::Line, LevelKind::Mic),
        false => (LevelKind::Mic, LevelKind::Line),
    };
    let mut fixes = Vec::new();
    let takes =
        audio(link.to).is_some_and(|audio| audio.takes.iter().any(|level| level.kind == input_to));
    if takes {
        fixes.push(set(facts, link.to, &input_to.to_string(), |setting| {
            setting.level = Some(input_to);
            setting.gain = None;
        }));
    }
    let gives = audio(link.from)
        .is_some_and(|audio| audio.gives.iter().any(|level| level.kind == output_to));
    if gives {
        fixes.push(set(facts, link.from, &output_to.to_string(), |setting| {
            setting.level = Some(output_to);
            setting.gain = None;
        }));
    }
    if pad_db > 0.0 {
        fixes.extend(with_adapter(facts, connection, |kind, pad| {
            kind == AdapterKind::Pad && pad >= 25.0
        }));
    }
    fixes
}

/// An isolating transformer on a connection.
pub fn isolate(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    with_adapter(facts, connection, |kind, _| {
        kind == AdapterKind::Transformer
    })
}

/// A pad on a connection: the smallest that takes as much.
pub fn pad(facts: &Facts, connection: ConnectionIx, least_db: f64) -> Option<Fix> {
    with_adapter(facts, connection, |kind, pad| {
        kind == AdapterKind::Pad && pad >= least_db
    })
}

/// Something of the catalogue that goes between the cable and its socket: of the kit where one is left,
/// else hired.
fn with_adapter(
    facts: &Facts,
    connection: ConnectionIx,
    wanted: impl Fn(AdapterKind, f64) -> bool,
) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let sockets = [link.from, link.to].map(|port| floor.ports[port].port.connector);
    let mut adapters: Vec<_> = floor
        .catalogue
        .adapters
        .iter()
        .filter(|adapter| {
            wanted(adapter.kind, adapter.pad_db)
                && sockets.contains(&adapter.into)
                && link.cable.ends.contains(&adapter.takes)
        })
        .collect();
    adapters.sort_by(|one, other| one.pad_db.total_cmp(&other.pad_db));
    let adapter = adapters.first()?;
    let run = &floor.build.connections[connection];
    let mut on_it = run.adapters.clone();
    on_it.push(adapter.id.clone());
    let there = floor
        .production
        .kit
        .iter()
        .find(|line| line.item == adapter.id);
    let left = there.is_some_and(|line| line.there() > floor.build.adapters_used(&adapter.id));
    let mut commands = Vec::new();
    if !left {
        commands.push(Command::SetKit {
            line: KitChange {
                item: adapter.id.clone(),
                length: None,
                quantity: None,
                hired: Some(there.map_or(0, |line| line.hired) + 1),
            },
        });
    }
    commands.push(Command::SetAdapters {
        build: build(facts),
        connection: run.id.clone(),
        adapters: on_it,
    });
    let hired = if left {
        ""
    } else {
        " (to hire: none is left in the kit)"
    };
    let title = format!(
        "Put the {}{hired} between {} and {}",
        adapter.name,
        facts.port(link.from),
        facts.port(link.to)
    );
    Some(Fix::new(title, commands))
}

/// Less gain at the stage that clips, or ahead of it; a pad, where it is the input itself.
pub fn less_gain(facts: &Facts, stage: &Stage, room: f64, origin: PortIx) -> Vec<Fix> {
    let floor = facts.floor;
    let wanted = floor.production.house_rules.sound_headroom.db();
    let too_much = (wanted - room).ceil();
    let mut fixes = Vec::new();
    let own = floor.ports[stage.port].port.audio.as_deref();
    let lowered = |port: PortIx, gain: f64| {
        let audio = floor.ports[port].port.audio.as_deref()?;
        let least = match audio.microphone.as_ref().filter(|_| audio.takes.is_empty()) {
            Some(microphone) => microphone.gain_steps_db.iter().copied().fold(0.0, f64::min),
            None => {
                audio
                    .takes
                    .iter()
                    .map(|level| (level.kind, level.gain_db[0]))
                    .chain(
                        audio
                            .gives
                            .iter()
                            .map(|level| (level.kind, level.gain_db[0])),
                    )
                    .find(|(kind, _)| stage.level_kind.is_none_or(|of| of == *kind))?
                    .1
            }
        };
        (gain - too_much >= least - 0.05).then_some(gain - too_much)
    };
    if let Some(gain) = stage.set_gain_db
        && stage.kind != StageKind::Source
        && let Some(gain) = lowered(stage.port, gain)
    {
        let gain = Decibels::of(gain);
        fixes.push(set(facts, stage.port, &gain.to_string(), |setting| {
            setting.gain = Some(gain);
        }));
    }
    if own.is_some_and(|audio| audio.pad_db.is_some()) && stage.kind == StageKind::Input {
        let command = setting(facts, stage.port, |setting| {
            setting.pad = Some(true);
            setting.gain = None;
        });
        let title = format!("Switch the pad on at {}", facts.port(stage.port));
        fixes.push(Fix::new(title, vec![command]));
    }
    if let Some(connection) = floor.into[stage.port].filter(|_| stage.kind == StageKind::Input) {
        fixes.extend(pad(facts, connection, too_much));
    }
    if stage.kind == StageKind::Source {
        fixes.extend(further_away(facts, origin, too_much));
    }
    let microphone = floor.ports[origin].port.audio.as_deref();
    if let Some(microphone) = microphone.and_then(|audio| audio.microphone.as_ref()) {
        let now = floor.sound_setting(origin).and_then(|setting| setting.gain);
        let now = now.map_or(0.0, Decibels::db);
        let mut steps = microphone.gain_steps_db.clone();
        steps.sort_by(|one, other| other.total_cmp(one));
        if let Some(step) = steps.into_iter().find(|step| *step <= now - too_much) {
            let step = Decibels::of(step);
            fixes.push(set(facts, origin, &step.to_string(), |setting| {
                setting.gain = Some(step);
            }));
        }
    }
    fixes
}

/// A microphone so far away that what it hears is softer by so much.
fn further_away(facts: &Facts, origin: PortIx, softer_db: f64) -> Option<Fix> {
    let now = position(facts.floor, origin);
    let times = 10f64.powf(softer_db / 20.0);
    // To the next tenth of a metre.
    let metres = (now.distance.metres() * times * 10.0).ceil() / 10.0;
    let distance = Length((metres * 1_000.0) as u64);
    let placement = facts.floor.ports[origin].placement;
    (metres <= 20.0).then(|| {
        Fix::new(
            format!("Take {} to {distance} from it", facts.device(placement)),
            vec![Command::SetPosition {
                build: build(facts),
                device: facts.floor.build.placements[placement].id.clone(),
                position: Some(Position { distance, ..now }),
            }],
        )
    })
}

/// A microphone so much nearer that what it hears is louder by so much.
pub fn nearer(facts: &Facts, origin: PortIx, louder_db: f64) -> Option<Fix> {
    let audio = facts.floor.ports[origin].port.audio.as_deref()?;
    audio.microphone.as_ref()?;
    let now = position(facts.floor, origin);
    let times = 10f64.powf(-louder_db / 20.0);
    // To the whole centimetre; nearer than a hand nobody speaks.
    let centimetres = (now.distance.metres() * times * 100.0).floor();
    let distance = Length((centimetres * 10.0) as u64);
    let placement = facts.floor.ports[origin].placement;
    (centimetres >= 5.0).then(|| {
        Fix::new(
            format!("Take {} to {distance} from it", facts.device(placement)),
            vec![Command::SetPosition {
                build: build(facts),
                device: facts.floor.build.placements[placement].id.clone(),
                position: Some(Position { distance, ..now }),
            }],
        )
    })
}

/// Gains by port, as one fix.
pub fn gains(facts: &Facts, title: String, gains: &[(PortIx, Decibels)]) -> Option<Fix> {
    let commands = gains.iter().map(|(port, gain)| {
        setting(facts, *port, |setting| {
            setting.gain = Some(*gain);
        })
    });
    let commands: Vec<Command> = commands.collect();
    (!commands.is_empty()).then(|| Fix::new(title, commands))
}

/// The best gains on the way of a source to the first track that it is on.
pub fn set_gains(facts: &Facts, origin: PortIx) -> Option<Fix> {
    let (at, part) = first_end(facts, origin)?;
    let best = best_gains(facts.floor, facts.resolved, at, part, &[]);
    let placement = facts.floor.ports[origin].placement;
    let title = format!("Set the gains from {} on", facts.device(placement));
    gains(facts, title, &best)
}

/// Where a source first comes into a recorder that writes it.
fn first_end<'h>(facts: &'h Facts, origin: PortIx) -> Option<((PortIx, u8), &'h Part)> {
    let recorders = facts.heard.recorders.iter();
    let mut tracks = recorders.flat_map(|recorder| &recorder.tracks);
    tracks.find_map(|track| {
        let parts = &track.channel.parts;
        let part = parts.iter().find(|part| part.origin == origin)?;
        let at = track.from.iter().find(|(port, channel)| {
            let channels = facts.heard.levels.at(*port);
            let parts = channels
                .get(usize::from(*channel))
                .map(|channel| &channel.parts);
            parts.is_some_and(|parts| parts.iter().any(|part| part.origin == origin))
        })?;
        Some((*at, part))
    })
}

/// A free input of the same device that gives what the microphone at the other end needs.
pub fn other_microphone_input(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let now = floor.ports[link.to];
    let needs = floor.ports[link.from].port.audio.as_deref()?;
    let microphone = needs.microphone.as_ref()?;
    let gives = |port: PortIx| {
        let audio = floor.ports[port].port.audio.as_deref();
        audio.is_some_and(|audio| {
            audio.takes.iter().any(|level| match microphone.power {
                crate::catalogue::MicrophonePower::PlugIn => level.plug_in_power,
                _ => level.phantom,
            })
        })
    };
    let run = &floor.build.connections[connection];
    let free = floor.ports_of(now.placement).find(|port| {
        *port != link.to
            && !floor.occupied[*port]
            && gives(*port)
            && link.cable.joins(
                floor.ports[link.from].port.connector,
                floor.ports[*port].port.connector,
            )
    })?;
    let title = format!("Connect {} to {}", facts.port(link.from), facts.port(free));
    Some(Fix::new(
        title,
        vec![
            Command::Disconnect {
                build: build(facts),
                connection: run.id.clone(),
            },
            Command::Connect {
                build: build(facts),
                from: run.from.clone(),
                to: floor.name(free),
                cable: Some(run.cable.clone()),
                length: Some(run.length),
            },
        ],
    ))
}

fn set_tracks(facts: &Facts, placement: usize, title: String, tracks: Vec<TrackSetting>) -> Fix {
    let command = Command::SetTracks {
        build: build(facts),
        device: facts.floor.build.placements[placement].id.clone(),
        tracks,
    };
    Fix::new(title, vec![command])
}

/// Takes what doesn't arrive off a track.
pub fn clear_track(facts: &Facts, placement: usize, number: usize) -> Option<Fix> {
    let mut tracks = facts.floor.build.placements[placement]
        .settings
        .tracks
        .clone();
    let track = tracks.get_mut(number - 1)?;
    if track.from.is_empty() {
        return None;
    }
    track.from.clear();
    let title = format!("Leave track {number} of {} empty", facts.device(placement));
    Some(set_tracks(facts, placement, title, tracks))
}

/// Gives every source of a track after the first a free track of its own.
pub fn part_track(facts: &Facts, placement: usize, number: usize) -> Vec<Fix> {
    let before = &facts.floor.build.placements[placement].settings.tracks;
    let mut fixes = Vec::new();
    let mut tracks = before.clone();
    if let Some(track) = tracks.get_mut(number - 1) {
        let more: Vec<TrackSource> = track.from.drain(1..).collect();
        let mut free = tracks.iter_mut().filter(|track| track.from.is_empty());
        let placed = more.into_iter().all(|source| match free.next() {
            Some(track) => {
                track.from.push(source);
                true
            }
            None => false,
        });
        if placed {
            let title = format!("Give the sources of track {number} tracks of their own");
            fixes.push(set_tracks(facts, placement, title, tracks));
        }
    }
    let mut tracks = before.clone();
    if let Some(track) = tracks.get_mut(number - 1) {
        track.kind = crate::document::TrackKind::Mix;
        let title = format!("Call track {number} of {} a mix", facts.device(placement));
        fixes.push(set_tracks(facts, placement, title, tracks));
    }
    fixes
}

/// Puts channels that are on no track on those that are free.
pub fn on_free_track(facts: &Facts, recorder: &RecorderTracks) -> Option<Fix> {
    let placement = recorder.placement;
    let ability = facts.floor.devices[placement]?.records.as_ref()?;
    let mut tracks = facts.floor.build.placements[placement]
        .settings
        .tracks
        .clone();
    let mut spare = recorder.spare.iter();
    let source = |(port, channel): &(PortIx, u8)| {
        let PortRef { port, .. } = facts.floor.name(*port);
        TrackSource {
            input: port.to_string(),
            channel: channel + 1,
        }
    };
    for track in &mut tracks {
        if track.from.is_empty()
            && let Some(at) = spare.next()
        {
            track.from.push(source(at));
        }
    }
    for at in spare {
        if tracks.len() >= ability.tracks {
            break;
        }
        tracks.push(TrackSetting {
            from: vec![source(at)],
            ..TrackSetting::default()
        });
    }
    let recording = facts.recording_at(placement)?.tracks;
    let mut commands = Vec::new();
    if tracks.len() > recording {
        let more = super::recording::change_recording(facts, placement, "", |setting| {
            setting.tracks = tracks.len();
        });
        commands.extend(more.into_iter().flat_map(|fix| fix.commands));
    }
    let title = format!("Put them on free tracks of {}", facts.device(placement));
    let mut fix = set_tracks(facts, placement, title, tracks);
    commands.append(&mut fix.commands);
    Some(Fix::new(fix.title, commands))
}

/// Sets the samples a second of a recorder.
pub fn sample_rate(facts: &Facts, placement: usize, rate: u32) -> Option<Fix> {
    let what = format!(
        "Set {} to {rate} samples of sound a second",
        facts.device(placement)
    );
    super::recording::change_recording(facts, placement, &what, |setting| {
        setting.sample_rate = (rate != 48_000).then_some(rate);
    })
}

/// The free socket for headphones of a device.
pub fn headphone_socket(facts: &Facts, placement: usize) -> Option<PortIx> {
    let floor = facts.floor;
    floor.ports_of(placement).find(|port| {
        let port_is = floor.ports[*port].port;
        let audio = port_is.audio.as_deref();
        port_is.direction == crate::catalogue::Direction::Out
            && audio.is_some_and(|audio| audio.headphones)
            && !floor.occupied[*port]
    })
}

/// Puts headphones of the kit, or hired ones, where a recorder has a socket for them.
pub fn listen(facts: &Facts, placement: usize) -> Option<Fix> {
    use crate::catalogue::DeviceKind;
    let floor = facts.floor;
    let socket = headphone_socket(facts, placement)?;
    let connector = floor.ports[socket].port.connector;
    let mut all = floor.catalogue.devices.iter();
    let device = all.find(|device| {
        let mut ports = device.ports.iter();
        device.kind == DeviceKind::Headphones && ports.any(|port| port.connector == connector)
    })?;
    let unit = &floor.build.placements[placement];
    let handle =
        crate::document::handle_from("headphones", |handle| floor.placement(handle).is_some());
    let input = device.ports.first()?;
    let cable = floor.catalogue.cables.iter().find(|cable| {
        cable.joins(connector, input.connector)
            && cable.wires.contains(&crate::carriage::wire::Wire::Analogue)
    })?;
    let title = format!("Connect headphones to {}", facts.port(socket));
    Some(Fix::new(
        title,
        vec![
            Command::AddDevice {
                build: build(facts),
                device: device.id.clone(),
                unit: unit.unit.clone(),
                name: Some("Headphones".into()),
                handle: Some(handle.clone()),
            },
            Command::Connect {
                build: build(facts),
                from: floor.name(socket),
                to: PortRef::new(&handle, &input.id),
                cable: Some(cable.id.clone()),
                length: Some(crate::quantity::Length(1_000)),
            },
        ],
    ))
}

/// Transmitters that somebody has tuned by hand: their antennas and where they are, in kilohertz.
pub fn tuned(facts: &Facts) -> Vec<(PortIx, u32)> {
    let floor = facts.floor;
    let placements = floor.build.placements.iter().enumerate();
    let all = placements.flat_map(|(placement, placed)| {
        let set = placed.settings.sound.iter();
        set.filter_map(move |(id, setting)| {
            Some((floor.port_of(placement, id)?, setting.frequency_khz?))
        })
    });
    all.collect()
}

/// Tunes all of them to a set that is free of each other.
pub fn retune(facts: &Facts, tuned: &[(PortIx, u32)]) -> Option<Fix> {
    let floor = facts.floor;
    let range = |(port, _): &(PortIx, u32)| {
        let device = floor.devices[floor.ports[*port].placement]?;
        let tuning = device.radio.as_ref()?.tuning?;
        Some((tuning.from_khz, tuning.to_khz, tuning.step_khz))
    };
    let ranges: Option<Vec<_>> = tuned.iter().map(range).collect();
    let now: Vec<u32> = tuned.iter().map(|(_, khz)| *khz).collect();
    let free = free_set(&ranges?, &now)?;
    let moved = tuned
        .iter()
        .zip(&free)
        .filter(|((_, now), free)| now != *free);
    let commands = moved.map(|((port, _), khz)| {
        setting(facts, *port, |setting| {
            setting.frequency_khz = Some(*khz);
        })
    });
    let mhz: Vec<String> = free
        .iter()
        .map(|khz| format!("{:.3}", f64::from(*khz) / 1_000.0))
        .collect();
    let title = format!("Tune them to {} MHz", super::super::words::list(&mhz));
    Some(Fix::new(title, commands.collect()))
}
