//! Sound as it is shown: chains from the mouth to the track, what is on which track, sound against
//! picture.

use check::{Area, Facts, Finding, Severity};
use difference::Difference;
use engine::path::{Floor, PortIx};
use engine::sound::{
    ChannelAt, Levels, Limiting, NoFigures, Part, QUIET_ROOM, RecorderTracks, Stage, StageIx,
    StageKind, Track, Unit, Why, at_distance, made_of, phantom_is_on, position,
};
use model::catalogue::{Direction, LevelKind, SoundSource};
use model::document::{Handle, PortRef, Position, TrackKind};
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::collections::BTreeSet;
use units::quantity::{Decibels, Length, Working, signed};
use utoipa::ToSchema;

/// Full scale stands at this level on the one scale on which chains are drawn, in dBu: +4 dBu is
/// −20 dBFS, as mixers have it.
const FULL_SCALE_DRAWN_DBU: f64 = 24.0;

/// So many stages of chains are listed: those of some thousand chains, each of a few boxes.
const MOST_ROWS: usize = 20_000;
/// So many other recorders of a source are named.
const MOST_ALSO: usize = 8;

/// All that is shown of the sound of a build.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema, Difference)]
pub struct SoundReport {
    /// Each source on each track, in the order of the recorders and their tracks.
    #[difference(by(id))]
    pub chains: Vec<ChainReport>,
    /// So many more are judged and not listed.
    pub chains_left_out: usize,
    /// Each recorder that writes sound.
    #[difference(by(recorder))]
    pub sheets: Vec<TrackSheet>,
    /// Sound against picture, where both meet.
    pub apart: Vec<ApartReport>,
    /// The room's own noise.
    pub room: RoomReport,
    /// Where full scale stands on the one scale of the chains, in dBu.
    pub full_scale_dbu: f64,
}

/// How loud the room is by itself.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct RoomReport {
    /// In dB SPL, A-weighted.
    pub label: String,
    /// Whether somebody said so.
    pub set: bool,
}

/// One source on one track.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ChainReport {
    /// Source, recorder and track: stable while they are.
    pub id: String,
    /// The device where it begins.
    pub source: Handle,
    /// Its name.
    pub source_name: String,
    /// The output where it begins.
    #[schema(value_type = String)]
    pub from: PortRef,
    /// What it hears, and from how far; none where it is no microphone.
    pub position: Option<PositionReport>,
    /// The recorder.
    pub recorder: Handle,
    /// Its name.
    pub recorder_name: String,
    /// The track, from 1.
    pub track: usize,
    /// The track's name; empty where it has none.
    pub track_name: String,
    /// The average on the track, against full scale.
    pub dbfs: f64,
    /// Its peaks.
    pub peak_dbfs: f64,
    /// From the peaks to what clips first.
    pub headroom_db: Option<f64>,
    /// What clips first.
    pub clips_first: Option<String>,
    /// Which of the stages that is, by its number.
    pub clips_at: Option<usize>,
    /// The noise of the gear on the track.
    pub noise_dbfs: f64,
    /// The noise of the room on the track.
    pub room_dbfs: f64,
    /// From the noise of the gear up to the average.
    pub gear_snr_db: f64,
    /// From all noise up to the average.
    pub snr_db: f64,
    /// Which of the two is louder, in words: *the room is louder than the gear*.
    pub louder: &'static str,
    /// From the microphone to the recorder, in microseconds.
    pub delay_us: u64,
    /// Every stage, the first first.
    pub stages: Vec<StageReport>,
    /// The worst finding on its way.
    pub worst: Option<Severity>,
}

/// Where a microphone is.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PositionReport {
    /// What it hears.
    pub source: SoundSource,
    /// In words.
    pub word: String,
    /// From how far.
    #[schema(value_type = String)]
    pub distance: Length,
    /// How loud that is at the microphone, in dB SPL.
    pub spl_db: f64,
    /// Whether somebody said so.
    pub set: bool,
}

/// One stage of a chain.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct StageReport {
    /// Where it is.
    #[schema(value_type = String)]
    pub at: PortRef,
    /// Its name, in a few words: *Input 1*.
    pub name: String,
    /// The device's name.
    pub device: String,
    /// What it is.
    #[schema(value_type = String)]
    pub kind: &'static str,
    /// What the levels are against.
    pub unit: &'static str,
    /// The average behind it.
    pub level_db: f64,
    /// The peaks behind it.
    pub peak_db: f64,
    /// The noise of the gear behind it.
    pub noise_db: f64,
    /// The noise of the room behind it.
    pub room_db: f64,
    /// The most before it clips.
    pub limit_db: Option<f64>,
    /// What ends it there, in words.
    pub limit_is: Option<&'static str>,
    /// What the gain is, and what it may be.
    pub gain: Option<GainReport>,
    /// Mic or line.
    pub level: Option<LevelKind>,
    /// What it can be switched to.
    pub levels: Vec<LevelKind>,
    /// Whether 48 V are on, where it could give them.
    pub phantom: Option<bool>,
    /// Whether its limiter is in, where it has one.
    pub limiter: Option<bool>,
    /// Whether its pad is in, where it has one.
    pub pad: Option<bool>,
    /// Whether its gain follows the level by itself, where it can.
    pub auto_gain: Option<bool>,
    /// What a transmitter is tuned to, where that is set by hand.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub tuned: Option<TunedReport>,
    /// Where its level was measured: the file and the channel.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub measured: Option<String>,
    /// What is added to its levels to draw them on one scale, in dB.
    pub drawn_db: f64,
}

/// What a transmitter is tuned to.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TunedReport {
    /// In megahertz; none where nobody has said.
    pub mhz: Option<f64>,
    /// The lowest that it can be tuned to, in megahertz.
    pub from_mhz: f64,
    /// The highest.
    pub to_mhz: f64,
}

/// A gain that can be set.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct GainReport {
    /// As it is.
    #[schema(value_type = String)]
    pub now: Decibels,
    /// In decibels.
    pub now_db: f64,
    /// Whether somebody set it; else it is planned.
    pub set: bool,
    /// The least.
    pub least_db: f64,
    /// The most.
    pub most_db: f64,
    /// The steps, where it has steps.
    pub steps_db: Vec<f64>,
}

/// The tracks of one recorder.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TrackSheet {
    /// The recorder.
    pub recorder: Handle,
    /// Its name.
    pub name: String,
    /// Tracks that it could record.
    pub most: usize,
    /// Whether somebody has said what is on which.
    pub set: bool,
    /// Tracks that are set to record.
    pub tracks: Vec<TrackReport>,
    /// What comes in and could be on a track.
    pub sources: Vec<SourceReport>,
}

/// One track.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TrackReport {
    /// From 1.
    pub number: usize,
    /// Its name; where nobody gave one, that of its sources.
    pub name: String,
    /// Whether somebody gave it.
    pub named: bool,
    /// What it is for.
    pub kind: TrackKind,
    /// How much louder or softer it is written.
    #[schema(value_type = Option<String>)]
    pub trim: Option<Decibels>,
    /// What is on it, by the places of the sources in the sheet.
    pub from: Vec<usize>,
    /// Whose timecode is on it, where it holds that in the place of sound.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub timecode: Option<String>,
    /// Sources that are set and don't arrive.
    pub missing: usize,
    /// The port whose figures aren't known, where the level isn't for want of them.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unknown: Option<String>,
    /// The average, against full scale, where it is known.
    pub dbfs: Option<f64>,
    /// Its peaks.
    pub peak_dbfs: Option<f64>,
}

/// A channel that comes into a recorder.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SourceReport {
    /// The input's id.
    pub input: String,
    /// Which of its channels, from 1.
    pub channel: u8,
    /// Where it comes in: *Input 1*.
    pub at: String,
    /// Who is heard on it: *Boom 1*, *Boom 1 and Boom 2*.
    pub heard: String,
    /// How late it is, in microseconds.
    pub delay_us: u64,
    /// Other recorders that write it.
    pub also: Vec<String>,
}

/// Sound and picture where they meet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ApartReport {
    /// The device.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// How late the picture is, in milliseconds.
    pub picture_ms: f64,
    /// How late the latest sound is, in milliseconds.
    pub sound_ms: f64,
    /// From the sound to the picture, in milliseconds: above nothing, the picture is later.
    pub apart_ms: f64,
    /// The same in frames of the project.
    pub apart_frames: f64,
    /// What to slip, in words; empty where nothing needs it.
    pub slip: String,
}

fn tenth(figure: f64) -> f64 {
    // What has no floor, a noise of nothing, is drawn at the bottom.
    if figure.is_finite() {
        (figure * 10.0).round() / 10.0
    } else {
        -200.0
    }
}

/// The sound of the floor.
pub(super) fn sound(facts: &Facts, findings: &[Finding]) -> SoundReport {
    let room = facts.floor.build.room_noise;
    let room = RoomReport {
        label: format!("{} SPL", room.unwrap_or(QUIET_ROOM)),
        set: room.is_some(),
    };
    let recorders = &facts.heard.recorders;
    let (chains, chains_left_out) = chains(facts, &Worst::of(findings));
    let written = written(recorders);
    SoundReport {
        chains,
        chains_left_out,
        sheets: recorders
            .iter()
            .map(|recorder| sheet(facts, recorder, &written))
            .collect(),
        apart: apart(facts),
        room,
        full_scale_dbu: FULL_SCALE_DRAWN_DBU,
    }
}

/// The worst findings about sound, by device and by cable.
struct Worst<'f> {
    device: FxHashMap<&'f str, Severity>,
    connection: FxHashMap<&'f str, Severity>,
}

impl<'f> Worst<'f> {
    fn of(findings: &'f [Finding]) -> Self {
        let mut worst = Self {
            device: FxHashMap::default(),
            connection: FxHashMap::default(),
        };
        let sound = findings
            .iter()
            .filter(|finding| finding.area == Area::Sound);
        for finding in sound {
            let (map, at) = match (&finding.at.connection, &finding.at.device) {
                (Some(connection), _) => (&mut worst.connection, connection),
                (None, Some(device)) => (&mut worst.device, device),
                (None, None) => continue,
            };
            let here = map.entry(at.as_str()).or_insert(finding.severity);
            *here = finding.severity.max(*here);
        }
        worst
    }

    fn on(&self, floor: &Floor, way: &[PortIx]) -> Option<Severity> {
        let on_port = way.iter().flat_map(|port| {
            let device = self.device.get(floor.placement_of(*port).id.as_str());
            let cable = floor.into[*port].map(|number| &floor.build.connections[number].id);
            let cable = cable.and_then(|id| self.connection.get(id.as_str()));
            [device, cable].into_iter().flatten()
        });
        on_port.max().copied()
    }
}

/// Every source on every track, as long as there is room for their stages; and how many there wasn't room
/// for.
fn chains(facts: &Facts, worst: &Worst) -> (Vec<ChainReport>, usize) {
    let levels = &facts.heard.levels;
    let length = levels.along(|before, _| before.unwrap_or(0) + 1);
    let clip = levels.clip_first();
    let (mut listed, mut left_out, mut rows) = (Vec::new(), 0, 0);
    for recorder in &facts.heard.recorders {
        for track in &recorder.tracks {
            for part in &track.channel.parts {
                rows += length[part.stage];
                if rows > MOST_ROWS {
                    left_out += 1;
                } else {
                    let clip = clip[part.stage];
                    listed.push(chain(facts, (recorder, track), part, (clip, worst)));
                }
            }
        }
    }
    (listed, left_out)
}

/// A chain's id: *boom1.out.1>mix.1*.
pub fn chain_id(floor: &Floor, part: &Part, recorder: &str, track: usize) -> String {
    let from = floor.name(part.origin);
    format!("{from}.{}>{recorder}.{track}", part.channel + 1)
}

fn chain(
    facts: &Facts,
    (recorder, track): (&RecorderTracks, &Track),
    part: &Part,
    (clips, worst): (Option<(StageIx, f64)>, &Worst),
) -> ChainReport {
    let floor = facts.floor;
    let levels = &facts.heard.levels;
    let way = levels.way(part);
    let last = &levels.stages[part.stage];
    let source = floor.placement_of(part.origin);
    let placed = &floor.build.placements[recorder.placement];
    let clips_at = clips.and_then(|(stage, _)| way.iter().position(|other| *other == stage));
    let ports: Vec<PortIx> = way.iter().map(|stage| levels.stages[*stage].port).collect();
    let gear = last.level_db - last.noise_db;
    let from = floor.name(part.origin);
    ChainReport {
        id: chain_id(floor, part, &placed.id, track.number),
        source: source.id.clone(),
        source_name: source.name.clone(),
        position: where_it_is(floor, part.origin),
        recorder: placed.id.clone(),
        recorder_name: placed.name.clone(),
        track: track.number,
        track_name: named(track).unwrap_or_default(),
        dbfs: tenth(last.level_db),
        peak_dbfs: tenth(last.level_db + last.peaks_db),
        headroom_db: clips.map(|(_, room)| tenth(room)),
        clips_first: clips.map(|(stage, _)| clipping(floor, &levels.stages[stage])),
        clips_at,
        noise_dbfs: tenth(last.noise_db),
        room_dbfs: tenth(last.room_db),
        gear_snr_db: tenth(gear),
        snr_db: tenth(last.snr_db()),
        louder: if last.room_db > last.noise_db {
            "the room is louder than the gear"
        } else {
            "the gear is louder than the room"
        },
        delay_us: delay(facts, track, part),
        stages: way
            .iter()
            .map(|stage| stage_report(facts, &levels.stages[*stage], part.origin))
            .collect(),
        worst: worst.on(floor, &ports),
        from,
    }
}

/// When it arrives: the latest of the channels of the track that it is heard on.
fn delay(facts: &Facts, track: &Track, part: &Part) -> u64 {
    let resolved = facts.resolved;
    let heard_on = track.from.iter().filter_map(|(port, channel)| {
        let sound = resolved.signals[*port].sound.get(usize::from(*channel))?;
        let heard = made_of(resolved, sound.origin).contains(&part.origin);
        heard.then_some(sound.delay.0)
    });
    heard_on.max().unwrap_or(0)
}

fn where_it_is(floor: &Floor, port: PortIx) -> Option<PositionReport> {
    let audio = floor.ports[port].port.audio.as_ref()?;
    audio.microphone.as_ref()?;
    let Position { source, distance } = position(floor, port);
    Some(PositionReport {
        source,
        word: source.to_string(),
        distance,
        spl_db: tenth(at_distance(source.spl_db(), distance)),
        set: floor.placement_of(port).settings.position.is_some(),
    })
}

fn limit_word(limit: Limiting) -> &'static str {
    match limit {
        Limiting::Microphone => "the microphone",
        Limiting::Preamplifier => "the preamplifier",
        Limiting::Converter => "the converter",
        Limiting::Output => "the output",
    }
}

/// *the preamplifier at Input 1 of Mixer*.
fn clipping(floor: &Floor, stage: &Stage) -> String {
    let what = match (stage.kind, stage.limit.map(|(_, limit)| limit)) {
        (StageKind::Mix, _) => "the mix",
        (StageKind::Trim, _) => "the track",
        (_, Some(limit)) => limit_word(limit),
        (_, None) => "nothing",
    };
    format!("{what} at {}", floor.spoken(stage.port))
}

fn kind_word(kind: StageKind) -> &'static str {
    match kind {
        StageKind::Source => "source",
        StageKind::Cable => "cable",
        StageKind::Passive => "passive",
        StageKind::Input => "input",
        StageKind::Output => "output",
        StageKind::Air => "air",
        StageKind::Mix => "mix",
        StageKind::Trim => "trim",
    }
}

fn unit_word(unit: Unit) -> &'static str {
    match unit {
        Unit::Dbu => "dBu",
        Unit::Dbfs => "dBFS",
    }
}

fn stage_report(facts: &Facts, stage: &Stage, origin: PortIx) -> StageReport {
    let floor = facts.floor;
    let node = floor.ports[stage.port];
    let audio = node.port.audio.as_deref();
    let switch = matches!(stage.kind, StageKind::Input | StageKind::Output);
    let levels = audio.filter(|_| switch).map_or_else(Vec::new, |audio| {
        let takes = audio.takes.iter().map(|level| level.kind);
        takes
            .chain(audio.gives.iter().map(|level| level.kind))
            .collect()
    });
    let takes = audio.filter(|_| stage.kind == StageKind::Input);
    let takes = takes.and_then(|audio| {
        let mut takes = audio.takes.iter();
        takes.find(|level| Some(level.kind) == stage.level_kind)
    });
    // What stands before it: the microphone itself, behind passive boxes too, or an output.
    let fed = floor.into[stage.port].map_or(origin, |number| floor.link(number).from);
    let passive = floor.ports[fed].port.audio.as_deref();
    let fed = if passive.is_some_and(|audio| audio.passive) {
        origin
    } else {
        fed
    };
    let limiter = audio.is_some_and(|audio| audio.limiter) && stage.kind == StageKind::Input;
    let input = audio.filter(|_| stage.kind == StageKind::Input);
    let set = floor.sound_setting(stage.port);
    StageReport {
        at: floor.name(stage.port),
        name: match stage.kind {
            StageKind::Source => "microphone".into(),
            StageKind::Cable => "cable".into(),
            StageKind::Air => "radio".into(),
            StageKind::Mix => "mix".into(),
            StageKind::Trim => "trim".into(),
            StageKind::Passive | StageKind::Input | StageKind::Output => node.port.name.clone(),
        },
        device: floor.placement_of(stage.port).name.clone(),
        kind: kind_word(stage.kind),
        unit: unit_word(stage.unit),
        level_db: tenth(stage.level_db),
        peak_db: tenth(stage.level_db + stage.peaks_db),
        noise_db: tenth(stage.noise_db),
        room_db: tenth(stage.room_db),
        limit_db: stage.limit.map(|(limit, _)| tenth(limit)),
        limit_is: stage.limit.map(|(_, limit)| limit_word(limit)),
        gain: gain(facts, stage),
        level: stage.level_kind,
        levels,
        phantom: takes
            .filter(|takes| takes.phantom)
            .map(|takes| phantom_is_on(floor, stage.port, takes, fed)),
        limiter: limiter.then(|| set.and_then(|set| set.limiter).unwrap_or(false)),
        pad: input
            .filter(|audio| audio.pad_db.is_some())
            .map(|_| set.and_then(|set| set.pad).unwrap_or(false)),
        auto_gain: input
            .filter(|audio| audio.auto_gain)
            .map(|_| set.is_some_and(|set| set.auto_gain)),
        tuned: tuned(facts, stage),
        measured: set
            .and_then(|set| set.measured.as_ref())
            .filter(|_| stage.measured)
            .map(|measured| measured.from.clone()),
        drawn_db: match stage.unit {
            Unit::Dbu => 0.0,
            Unit::Dbfs => FULL_SCALE_DRAWN_DBU,
        },
    }
}

fn tuned(facts: &Facts, stage: &Stage) -> Option<TunedReport> {
    let floor = facts.floor;
    let device = floor.devices[floor.ports[stage.port].placement]?;
    let tuning = device.radio.as_ref()?.tuning?;
    let set = floor.sound_setting(stage.port);
    let mhz = |khz: u32| f64::from(khz) / 1_000.0;
    (stage.kind == StageKind::Air).then(|| TunedReport {
        mhz: set.and_then(|set| set.frequency_khz).map(mhz),
        from_mhz: mhz(tuning.from_khz),
        to_mhz: mhz(tuning.to_khz),
    })
}

fn gain(facts: &Facts, stage: &Stage) -> Option<GainReport> {
    let now_db = stage.set_gain_db?;
    let audio = facts.floor.ports[stage.port].port.audio.as_deref()?;
    let (range, steps_db) = match (&audio.microphone, stage.kind) {
        (_, StageKind::Trim | StageKind::Mix) => return None,
        (Some(microphone), StageKind::Source) => {
            let steps = microphone.gain_steps_db.clone();
            let least = steps.iter().copied().fold(0.0, f64::min);
            ([least, steps.iter().copied().fold(0.0, f64::max)], steps)
        }
        _ => {
            let takes = audio.takes.iter().map(|level| (level.kind, level.gain_db));
            let gives = audio.gives.iter().map(|level| (level.kind, level.gain_db));
            let mut ranges = takes.chain(gives);
            let range = ranges.find(|(kind, _)| Some(*kind) == stage.level_kind)?.1;
            (range, Vec::new())
        }
    };
    Some(GainReport {
        now: Decibels::of(now_db),
        now_db: tenth(now_db),
        set: stage.set,
        least_db: range[0],
        most_db: range[1],
        steps_db,
    })
}

/// How level and noise of a part come about, stage by stage.
pub fn chain_working_of(floor: &Floor, levels: &Levels, part: &Part) -> Working {
    let source = &floor.placement_of(part.origin).name;
    let mut working = Working::new(format!("Level and noise of {source}"));
    let way = levels.way(part);
    for stage in &way {
        let stage = &levels.stages[*stage];
        let unit = unit_word(stage.unit);
        let name = match stage.kind {
            StageKind::Source => "At the microphone’s output".to_string(),
            StageKind::Cable => format!("Into {}", floor.spoken(stage.port)),
            StageKind::Mix => "Mixed".to_string(),
            StageKind::Trim => "Trim of the track".to_string(),
            StageKind::Air => "Over the air".to_string(),
            _ => floor.spoken(stage.port),
        };
        let value = format!(
            "{} {unit}, noise {} {unit}",
            signed(stage.level_db, 1),
            signed(stage.noise_db, 1)
        );
        working = working.term(name, value, came_of(floor, stage));
    }
    let last = way.last().map(|stage| &levels.stages[*stage]);
    let result = last.map_or_else(String::new, |last| {
        format!(
            "{} dBFS, {} dB above the gear, {} dB above gear and room",
            signed(last.level_db, 1),
            signed(last.level_db - last.noise_db, 1),
            signed(last.snr_db(), 1)
        )
    });
    working.gives(result)
}

/// Where a stage's figures come from.
fn came_of(floor: &Floor, stage: &Stage) -> String {
    let audio = floor.ports[stage.port].port.audio.as_deref();
    let set = if stage.set { "set" } else { "planned" };
    match stage.kind {
        StageKind::Source => {
            let heard = position(floor, stage.port);
            let microphone = audio.and_then(|audio| audio.microphone.as_ref());
            microphone.map_or_else(String::new, |microphone| {
                format!(
                    "{} at {}: {} dB SPL; {} mV/Pa, own noise {} dB SPL, own gain {} dB",
                    heard.source,
                    heard.distance,
                    signed(at_distance(heard.source.spl_db(), heard.distance), 1),
                    microphone.sensitivity_mv,
                    microphone.self_noise_db,
                    signed(stage.set_gain_db.unwrap_or(0.0), 0)
                )
            })
        }
        StageKind::Cable | StageKind::Passive => {
            format!(
                "{} dB: pads, boxes and the load of the input",
                signed(stage.gain_db, 1)
            )
        }
        StageKind::Input => {
            let takes = audio.and_then(|audio| {
                let mut takes = audio.takes.iter();
                takes.find(|level| Some(level.kind) == stage.level_kind)
            });
            takes.map_or_else(String::new, |takes| {
                let measured = if stage.measured { "measured; " } else { "" };
                format!(
                    "{measured}{}, gain {} dB ({set}); full scale {} dBu at 0 dB, EIN {} dBu, converter {} dBFS",
                    takes.kind,
                    signed(stage.set_gain_db.unwrap_or(0.0), 1),
                    signed(takes.full_scale_dbu, 0),
                    signed(takes.ein_dbu, 0),
                    signed(takes.floor_dbfs, 0)
                )
            })
        }
        StageKind::Output => {
            let kind = stage
                .level_kind
                .map_or_else(String::new, |kind| kind.to_string());
            format!("{kind} level, gain {} dB ({set})", signed(stage.gain_db, 1))
        }
        StageKind::Air => "the noise of the radio link".into(),
        StageKind::Mix => "every input’s noise adds as power".into(),
        StageKind::Trim => format!("{} dB", signed(stage.set_gain_db.unwrap_or(0.0), 1)),
    }
}

fn named(track: &Track) -> Option<String> {
    track.setting.and_then(|setting| setting.name.clone())
}

fn sheet(
    facts: &Facts,
    recorder: &RecorderTracks,
    written: &FxHashMap<PortIx, Vec<usize>>,
) -> TrackSheet {
    let floor = facts.floor;
    let placed = &floor.build.placements[recorder.placement];
    let picture = facts
        .recording_at(recorder.placement)
        .and_then(|recording| recording.input);
    let arriving = engine::sound::arriving(floor, facts.resolved, recorder.placement, picture);
    let sources: Vec<SourceReport> = arriving
        .iter()
        .map(|at| source(facts, recorder.placement, *at, written))
        .collect();
    let most = floor.devices[recorder.placement].and_then(|device| device.records.as_ref());
    let tracks = recorder.tracks.iter().map(|track| {
        let from: Vec<usize> = track
            .from
            .iter()
            .filter_map(|at| arriving.iter().position(|other| other == at))
            .collect();
        let heard = from.iter().map(|place| sources[*place].heard.clone());
        let heard: Vec<String> = heard.collect();
        let levels = &facts.heard.levels;
        let known = !track.channel.parts.is_empty() && track.channel.unknown.is_none();
        let (average, peak) = levels.together(&track.channel.parts);
        let own = named(track);
        TrackReport {
            number: track.number,
            named: own.is_some(),
            name: own.unwrap_or_else(|| match track.timecode {
                Some(input) => timecode_in_words(facts, input),
                None => heard.join(" + "),
            }),
            timecode: track.timecode.map(|input| timecode_in_words(facts, input)),
            kind: track
                .setting
                .map(|setting| setting.kind)
                .unwrap_or_default(),
            trim: track.setting.and_then(|setting| setting.trim),
            from,
            missing: track.missing,
            unknown: track.channel.unknown.map(|end| ends_at(facts.floor, end)),
            dbfs: known.then(|| tenth(average)),
            peak_dbfs: known.then(|| tenth(peak)),
        }
    });
    TrackSheet {
        recorder: placed.id.clone(),
        name: placed.name.clone(),
        most: most.map_or(0, |ability| ability.tracks),
        set: !placed.settings.tracks.is_empty(),
        tracks: tracks.collect(),
        sources,
    }
}

/// *Timecode of Box*.
fn timecode_in_words(facts: &Facts, input: PortIx) -> String {
    let timecode = facts.resolved.signals[input].timecode;
    timecode.map_or_else(String::new, |timecode| {
        format!("Timecode of {}", facts.device(timecode.origin))
    })
}

/// Where levels end, in words: *Input 1 of Mixer*.
fn ends_at(floor: &Floor, end: NoFigures) -> String {
    let port = floor.spoken(end.port);
    match end.why {
        Why::NotSaid => port,
        Why::Crowd => format!("{port}: more sources at once than are followed"),
    }
}

/// The recorders that write each source, in their order.
fn written(recorders: &[RecorderTracks]) -> FxHashMap<PortIx, Vec<usize>> {
    let mut written: FxHashMap<PortIx, Vec<usize>> = FxHashMap::default();
    for recorder in recorders {
        let parts = recorder
            .tracks
            .iter()
            .flat_map(|track| &track.channel.parts);
        for part in parts {
            let by = written.entry(part.origin).or_default();
            if by.last() != Some(&recorder.placement) {
                by.push(recorder.placement);
            }
        }
    }
    written
}

fn source(
    facts: &Facts,
    recorder: usize,
    (port, channel): ChannelAt,
    written: &FxHashMap<PortIx, Vec<usize>>,
) -> SourceReport {
    let floor = facts.floor;
    let resolved = facts.resolved;
    let sound = resolved.signals[port].sound[usize::from(channel)];
    let heard = made_of(resolved, sound.origin);
    let names = |ports: &[PortIx]| {
        let mut names: Vec<String> = ports
            .iter()
            .map(|port| floor.placement_of(*port).name.clone())
            .collect();
        names.dedup();
        names.join(" + ")
    };
    let second = sound.channel > 0 && heard.len() == 1;
    let by = heard.iter().filter_map(|origin| written.get(origin));
    // One more than are named tells whether there are more.
    let by = by.flat_map(|by| {
        by.iter()
            .filter(|other| **other != recorder)
            .take(MOST_ALSO + 1)
    });
    let also: BTreeSet<usize> = by.copied().collect();
    let more = also.len() > MOST_ALSO;
    let also = also.into_iter().take(MOST_ALSO);
    let also = also.map(|other| facts.device(other).to_string());
    SourceReport {
        input: floor.ports[port].port.id.clone(),
        channel: channel + 1,
        at: match (floor.ports[port].port.direction, channel) {
            (Direction::In, 0) => floor.ports[port].port.name.clone(),
            (_, more) => format!("{}, channel {}", floor.ports[port].port.name, more + 1),
        },
        heard: if second {
            format!("{}, channel {}", names(&heard), sound.channel + 1)
        } else {
            names(&heard)
        },
        delay_us: sound.delay.0,
        also: also.chain(more.then(|| "others".to_string())).collect(),
    }
}

/// Sound against picture, where both meet: at screens and at recorders of pictures.
fn apart(facts: &Facts) -> Vec<ApartReport> {
    let floor = facts.floor;
    let frame = floor.production.format.rate.microseconds(1).max(1) as f64;
    let placements = 0..floor.devices.len();
    let found = placements.filter_map(|placement| {
        let (picture, channels) = check::meeting(facts, placement)?;
        let sound = channels.iter().map(|channel| channel.delay.0).max()?;
        let apart_us = picture.0 as f64 - sound as f64;
        let placed = &floor.build.placements[placement];
        Some(ApartReport {
            device: placed.id.clone(),
            name: placed.name.clone(),
            picture_ms: tenth(picture.0 as f64 / 1_000.0),
            sound_ms: tenth(sound as f64 / 1_000.0),
            apart_ms: tenth(apart_us / 1_000.0),
            apart_frames: (apart_us / frame * 100.0).round() / 100.0,
            slip: if apart_us.abs() < frame / 2.0 {
                String::new()
            } else {
                let by = signed(apart_us.abs() / 1_000.0, 1);
                // A picture of record is never held back: its sound is moved in the edit.
                match (apart_us > 0.0, facts.recording_at(placement).is_some()) {
                    (true, _) => format!("slip the sound {by} ms later"),
                    (false, true) => format!("slip the sound {by} ms earlier, in the edit"),
                    (false, false) => format!("slip the picture {by} ms later"),
                }
            },
        })
    });
    found.collect()
}
