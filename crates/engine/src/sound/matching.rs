//! What doesn't match between a source and the input that takes it: levels, 48 V, plug-in power, load,
//! jacks that look alike, runs that hum.

use super::flow::{input_level, output_level, source_impedance};
use super::stage::{Levels, Part, StageIx, StageKind};
use crate::path::{ConnectionIx, Floor, Link, PortIx, Resolved};
use model::catalogue::{
    AdapterKind, AudioPort, InputLevel, LevelKind, Microphone, MicrophonePower,
};
use rustc_hash::{FxHashMap, FxHashSet};
use transport::wire::Wire;
use units::quantity::Length;

/// A load less than so many times the source costs level and changes the sound.
pub const LEAST_LOAD: f64 = 5.0;
/// An unbalanced run longer than this hums and loses treble.
pub const LONGEST_UNBALANCED: Length = Length(6_000);

/// Something that doesn't match. Indices are those of the floor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Mismatch {
    /// A line output into an input for microphones: its peaks against the most that it takes, in dBu.
    LineIntoMic {
        /// The cable into the input.
        connection: ConnectionIx,
        /// What comes at its peaks.
        peak_dbu: f64,
        /// What it takes.
        most_dbu: f64,
    },
    /// A microphone's level into an input for line: what is missing to the reference, in decibels.
    MicIntoLine {
        /// The cable into the input.
        connection: ConnectionIx,
        /// So much too soft at the most gain.
        short_db: f64,
    },
    /// A microphone that needs 48 V and gets none.
    PhantomMissing {
        /// The cable into the input.
        connection: ConnectionIx,
        /// The microphone's output.
        microphone: PortIx,
        /// Why it gets none.
        why: NoPhantom,
    },
    /// 48 V on what they harm.
    PhantomHarms {
        /// The cable into the input.
        connection: ConnectionIx,
        /// The output at the other end.
        source: PortIx,
        /// Why.
        why: Harm,
    },
    /// One microphone gets 48 V from two inputs, over a splitter.
    PhantomShared {
        /// The cable into the second input.
        connection: ConnectionIx,
        /// The microphone's output.
        microphone: PortIx,
        /// The first input.
        other: PortIx,
    },
    /// A microphone that needs plug-in power, at an input without it.
    PlugInMissing {
        /// The cable into the input.
        connection: ConnectionIx,
        /// The microphone's output.
        microphone: PortIx,
    },
    /// An input that loads its source too much, both in ohms.
    Loaded {
        /// The cable into the input.
        connection: ConnectionIx,
        /// The source.
        source_ohm: f64,
        /// The load: of all inputs that share it.
        load_ohm: f64,
    },
    /// A three-contact jack in a four-contact socket, or the other way round.
    WrongJack {
        /// The cable.
        connection: ConnectionIx,
        /// The end where it is.
        port: PortIx,
    },
    /// Balanced mono in a stereo socket: left as it is, right upside down.
    UpsideDown {
        /// The cable.
        connection: ConnectionIx,
        /// Whether both sides are put together behind it: then nothing is left.
        summed: bool,
    },
    /// An unbalanced run that is too long.
    LongUnbalanced {
        /// The cable.
        connection: ConnectionIx,
        /// How long it is.
        length: Length,
    },
}

/// Why a microphone gets no 48 V.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum NoPhantom {
    /// They are off.
    Off,
    /// The input is switched to a level at which it gives none.
    OtherLevel,
    /// The input has none, or they don't come through.
    NotThere,
}

/// Why 48 V harm.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Harm {
    /// A ribbon, or what its entry says can't take it.
    Microphone,
    /// An unbalanced adapter or cable puts them between signal and ground.
    Unbalanced,
    /// The output of a device that isn't made for it.
    Output,
}

/// A way from an output to an input over cables and passive boxes.
#[derive(Debug, Clone)]
struct Run {
    source: PortIx,
    /// The cable into the input.
    last: ConnectionIx,
    stops_phantom: bool,
    unbalanced: bool,
}

/// What both ends of a connection are switched to: what the output gives, and what the input takes.
pub fn switched_to(
    floor: &Floor,
    connection: ConnectionIx,
) -> (Option<LevelKind>, Option<LevelKind>) {
    let link = floor.link(connection);
    let audio = |port: PortIx| floor.ports[port].port.audio.as_deref();
    let gives = audio(link.from).and_then(|audio| {
        let setting = floor.sound_setting(link.from);
        output_level(floor, audio, setting, link.from).map(|level| level.kind)
    });
    let takes = audio(link.to).and_then(|audio| {
        let setting = floor.sound_setting(link.to);
        input_level(audio, setting, gives).map(|level| level.kind)
    });
    (gives, takes)
}

/// Everything that doesn't match, in the order of the connections.
pub fn mismatches(floor: &Floor, resolved: &Resolved, levels: &Levels) -> Vec<Mismatch> {
    let mut found = Vec::new();
    let analogue = |link: &Link| floor.ports[link.to].port.wire == Wire::Analogue;
    let live = |link: &Link| resolved.signals[link.to].stopped_by.is_none();
    let links = floor.links.iter().enumerate();
    let links: Vec<(ConnectionIx, Link)> = links
        .filter_map(|(connection, link)| Some((connection, (*link)?)))
        .filter(|(_, link)| analogue(link) && live(link))
        .collect();
    let phantom = Phantom::of(floor, levels, &links);
    for &(connection, link) in &links {
        let before_it = found.len();
        on_cable(floor, connection, &mut found);
        found.extend(upside_down(floor, resolved, connection));
        let Some(audio) = floor.ports[link.to].port.audio.as_deref() else {
            continue;
        };
        if audio.passive {
            continue;
        }
        for run in runs(floor, connection) {
            // Timecode on an audio wire is no microphone.
            let origin = &resolved.signals[run.source];
            if origin.timecode.is_some() && origin.sound.is_empty() {
                continue;
            }
            power(floor, &run, audio, link.to, (levels, &phantom), &mut found);
            loading(floor, &run, audio, levels, &mut found);
        }
        level(floor, connection, audio, levels, (&mut found, before_it));
    }
    found
}

/// Where 48 V are on, and whom they reach: through a passive box both ways.
struct Phantom {
    /// Inputs where they are on.
    on: FxHashSet<PortIx>,
    /// The first input that feeds each source.
    fed: FxHashMap<PortIx, PortIx>,
}

impl Phantom {
    fn of(floor: &Floor, levels: &Levels, links: &[(ConnectionIx, Link)]) -> Self {
        let mut found = Self {
            on: FxHashSet::default(),
            fed: FxHashMap::default(),
        };
        for (connection, link) in links {
            let Some(audio) = floor.ports[link.to].port.audio.as_deref() else {
                continue;
            };
            let takes = switched(floor, link.to, audio, levels);
            let Some(takes) = takes.filter(|_| !audio.passive) else {
                continue;
            };
            let runs = runs(floor, *connection);
            // Planned where one of those that share the input needs them; then they reach the others as well.
            let on = |run: &Run| phantom_is_on(floor, link.to, takes, run.source);
            if !runs.iter().any(on) {
                continue;
            }
            found.on.insert(link.to);
            // Between signal and ground they feed nothing.
            let feeding = runs
                .iter()
                .filter(|run| !run.stops_phantom && !run.unbalanced);
            for run in feeding {
                found.fed.entry(run.source).or_insert(link.to);
            }
        }
        found
    }
}

/// What a cable does whatever is behind it.
fn on_cable(floor: &Floor, connection: ConnectionIx, found: &mut Vec<Mismatch>) {
    let link = floor.link(connection);
    let length = floor.build.connections[connection].length;
    let adapters = floor.adapters(connection);
    let isolated = adapters
        .iter()
        .any(|adapter| adapter.kind == AdapterKind::Transformer);
    let ends = [link.from, link.to].map(|port| floor.ports[port].port);
    let audio = ends.map(|port| port.audio.as_ref().is_some_and(|audio| audio.unbalanced));
    let unbalanced = link.cable.unbalanced || audio.contains(&true);
    if unbalanced && !isolated && length > LONGEST_UNBALANCED {
        found.push(Mismatch::LongUnbalanced { connection, length });
    }
    for port in [link.from, link.to] {
        let socket = floor.ports[port].port.connector;
        let plugged = link.cable.ends.contains(&socket)
            || adapters.iter().any(|adapter| adapter.into == socket);
        if socket.facts().small_jack && !plugged {
            found.push(Mismatch::WrongJack { connection, port });
        }
    }
}

/// One balanced channel in a stereo socket: its two wires, each the other upside down, become left and right.
fn upside_down(floor: &Floor, resolved: &Resolved, connection: ConnectionIx) -> Option<Mismatch> {
    let link = floor.link(connection);
    let audio = |port: PortIx| floor.ports[port].port.audio.as_deref();
    let (gives, takes) = (audio(link.from)?, audio(link.to)?);
    let splits = !gives.unbalanced
        && gives.channels == 1
        && takes.unbalanced
        && takes.channels == 2
        && !link.cable.unbalanced;
    let adapters = floor.adapters(connection);
    let apart = adapters
        .iter()
        .any(|adapter| adapter.kind == AdapterKind::Transformer);
    if !splits || apart {
        return None;
    }
    let recording = &floor.placement_of(link.to).settings.recording;
    let one_track = recording
        .as_ref()
        .is_some_and(|recording| recording.tracks == 1);
    let mixed = resolved.mixed.iter().any(|(output, from)| {
        let mono = audio(*output).is_some_and(|audio| audio.channels == 1);
        mono && from.iter().any(|(input, _)| *input == link.to)
    });
    let summed = one_track || mixed;
    Some(Mismatch::UpsideDown { connection, summed })
}

/// Every way back from a connection to an output that is no passive box.
fn runs(floor: &Floor, into: ConnectionIx) -> Vec<Run> {
    let mut found = Vec::new();
    let mut open = vec![(into, false, false)];
    let mut steps = 0;
    while let Some((connection, stops, unbalanced)) = open.pop() {
        steps += 1;
        // Passive boxes that feed each other in a circle carry nothing.
        if steps > 64 {
            break;
        }
        let link = floor.link(connection);
        let adapters = floor.adapters(connection);
        let stops = stops
            || adapters
                .iter()
                .any(|adapter| adapter.kind == AdapterKind::Transformer);
        let node = floor.ports[link.from];
        let audio = node.port.audio.as_deref();
        let unbalanced =
            unbalanced || link.cable.unbalanced || audio.is_some_and(|audio| audio.unbalanced);
        let passive = audio.is_some_and(|audio| audio.passive);
        if !passive {
            found.push(Run {
                source: link.from,
                last: into,
                stops_phantom: stops,
                unbalanced,
            });
            continue;
        }
        let stops = stops || audio.is_some_and(|audio| audio.stops_phantom);
        let from = floor.paths_to(link.from).flat_map(|path| &path.from);
        let before = from.filter_map(|id| floor.into[floor.port_of(node.placement, id)?]);
        open.extend(before.map(|connection| (connection, stops, unbalanced)));
    }
    found
}

fn microphone<'a>(floor: &Floor<'a>, port: PortIx) -> Option<&'a Microphone> {
    floor.ports[port].port.audio.as_ref()?.microphone.as_ref()
}

/// The stage of an input on the way of a part that has just come through it.
fn through(levels: &Levels, part: &Part, input: PortIx) -> Option<StageIx> {
    let mut here = levels
        .back_from(part)
        .take_while(|stage| levels.stages[*stage].port == input);
    here.find(|stage| levels.stages[*stage].kind == StageKind::Input)
}

/// What an input is switched to, by what comes.
fn switched<'a>(
    floor: &Floor<'a>,
    input: PortIx,
    audio: &'a AudioPort,
    levels: &Levels,
) -> Option<&'a InputLevel> {
    let parts = levels.at(input).iter().flat_map(|channel| &channel.parts);
    let mut inputs = parts.filter_map(|part| through(levels, part, input));
    let at = inputs.next();
    let kind = at.and_then(|stage| levels.stages[stage].level_kind);
    kind.and_then(|kind| audio.takes.iter().find(|level| level.kind == kind))
        .or_else(|| input_level(audio, floor.sound_setting(input), None))
}

/// Whether 48 V are on at an input: as set, else where the microphone needs them.
pub fn phantom_is_on(floor: &Floor, input: PortIx, takes: &InputLevel, source: PortIx) -> bool {
    let set = floor
        .sound_setting(input)
        .and_then(|setting| setting.phantom);
    takes.phantom
        && set.unwrap_or_else(|| {
            microphone(floor, source)
                .is_some_and(|microphone| microphone.power == MicrophonePower::Phantom)
        })
}

fn power(
    floor: &Floor,
    run: &Run,
    audio: &AudioPort,
    input: PortIx,
    (levels, phantom): (&Levels, &Phantom),
    found: &mut Vec<Mismatch>,
) {
    let connection = run.last;
    let Some(takes) = switched(floor, input, audio, levels) else {
        return;
    };
    let microphone = microphone(floor, run.source);
    let arrives = phantom.on.contains(&input) && !run.stops_phantom;
    if arrives {
        let harm = if microphone.is_some_and(|microphone| microphone.phantom_harms) {
            Some(Harm::Microphone)
        } else if run.unbalanced {
            Some(Harm::Unbalanced)
        } else if microphone.is_none() {
            Some(Harm::Output)
        } else {
            None
        };
        found.extend(harm.map(|why| Mismatch::PhantomHarms {
            connection,
            source: run.source,
            why,
        }));
    }
    // Between signal and ground they feed nothing.
    let feeds = arrives && !run.unbalanced;
    let by = phantom.fed.get(&run.source).copied();
    if let Some(other) = by.filter(|other| feeds && *other != input) {
        found.push(Mismatch::PhantomShared {
            connection,
            microphone: run.source,
            other,
        });
    }
    let needs = microphone.map(|microphone| microphone.power);
    let shared = by.is_some();
    if needs == Some(MicrophonePower::Phantom) && !feeds && !shared {
        let comes_through = !run.stops_phantom && !run.unbalanced;
        let elsewhere = audio.takes.iter().any(|level| level.phantom);
        found.push(Mismatch::PhantomMissing {
            connection,
            microphone: run.source,
            why: match (comes_through, takes.phantom, elsewhere) {
                (true, true, _) => NoPhantom::Off,
                (true, false, true) => NoPhantom::OtherLevel,
                _ => NoPhantom::NotThere,
            },
        });
    }
    if needs == Some(MicrophonePower::PlugIn) && !takes.plug_in_power {
        found.push(Mismatch::PlugInMissing {
            connection,
            microphone: run.source,
        });
    }
}

fn loading(
    floor: &Floor,
    run: &Run,
    audio: &AudioPort,
    levels: &Levels,
    found: &mut Vec<Mismatch>,
) {
    let input = floor.link(run.last).to;
    let (Some(source_ohm), Some(takes)) = (
        source_impedance(floor, floor.sound_setting(run.source), run.source),
        switched(floor, input, audio, levels),
    ) else {
        return;
    };
    if takes.impedance_ohm < LEAST_LOAD * source_ohm {
        found.push(Mismatch::Loaded {
            connection: run.last,
            source_ohm,
            load_ohm: takes.impedance_ohm,
        });
    }
}

/// Whether the level that comes is one that the input is made for; what was found before this connection is
/// that of others.
fn level(
    floor: &Floor,
    connection: ConnectionIx,
    audio: &AudioPort,
    levels: &Levels,
    (found, before_it): (&mut Vec<Mismatch>, usize),
) {
    let input = floor.link(connection).to;
    let reference = floor.production.house_rules.sound_reference.db();
    for part in levels.at(input).iter().flat_map(|channel| &channel.parts) {
        let Some(stage) = through(levels, part, input).map(|at| &levels.stages[at]) else {
            continue;
        };
        let Some(before) = stage.before.map(|before| &levels.stages[before]) else {
            continue;
        };
        let kind = stage.level_kind;
        let takes = audio.takes.iter().find(|level| Some(level.kind) == kind);
        let Some(takes) = takes else { continue };
        let source = floor.link(connection).from;
        let line = floor.ports[source]
            .port
            .audio
            .as_deref()
            .is_some_and(|audio| {
                let setting = floor.sound_setting(source);
                let gives = output_level(floor, audio, setting, source);
                gives.is_some_and(|gives| gives.kind == LevelKind::Line)
            });
        let over = before.level_db - takes.most_dbu;
        if kind == Some(LevelKind::Mic) && line && over > -before.peaks_db {
            found.push(Mismatch::LineIntoMic {
                connection,
                peak_dbu: before.level_db + before.peaks_db,
                most_dbu: takes.most_dbu,
            });
            return;
        }
        let most = before.level_db + takes.gain_db[1] - takes.full_scale_dbu;
        let short_db = reference - most;
        // Where it is silent for want of 48 V, that says more.
        let mut of_this = found[before_it..].iter();
        let silent = of_this.any(|other| matches!(other, Mismatch::PhantomMissing { .. }));
        if !silent && kind == Some(LevelKind::Line) && !line && short_db > SHORT_DB {
            found.push(Mismatch::MicIntoLine {
                connection,
                short_db,
            });
            return;
        }
    }
}

/// So much below the reference at the most gain is softer than the grade makes up for without noise.
const SHORT_DB: f64 = 10.0;
