//! Gains set for the best signal to noise with the headroom asked for, and the two schools beside each
//! other.

use super::flow::{Tried, levels_before, ports_before};
use super::stage::{Levels, Part, StageKind};
use crate::path::{Floor, PortIx, Resolved};
use model::document::{GainSchool, SoundSetting};
use rustc_hash::FxHashSet;
use units::quantity::Decibels;

/// What a chain comes to with its gains set one way.
#[derive(Debug, Clone, PartialEq)]
pub struct School {
    /// Gains by port.
    pub gains: Vec<(PortIx, Decibels)>,
    /// Where the source stands at the end, against full scale.
    pub level_db: f64,
    /// From the noise of the gear up to it, the room left aside.
    pub gear_snr_db: f64,
    /// The same with the room's noise.
    pub snr_db: f64,
    /// The least room above the peaks, and the port that leaves it.
    pub headroom: Option<(PortIx, f64)>,
}

/// The two schools for one chain.
#[derive(Debug, Clone, PartialEq)]
pub struct Schools {
    /// A hot source, low gain behind it.
    pub hot: School,
    /// The last preamplifier doing the work.
    pub preamplifier: School,
}

/// Every port on the way of a part that has a gain to set, the first first.
pub fn gain_ports(levels: &Levels, part: &Part) -> Vec<PortIx> {
    let way = levels.way(part).into_iter();
    let stages = way.map(|stage| &levels.stages[stage]);
    stages
        .filter(|stage| stage.set_gain_db.is_some() && stage.kind != StageKind::Trim)
        .map(|stage| stage.port)
        .collect()
}

/// The gains that a port has, the most first: the steps of a microphone, or whole decibels.
fn gains_of(floor: &Floor, levels: &Levels, part: &Part, port: PortIx) -> Vec<f64> {
    let Some(audio) = floor.ports[port].port.audio.as_deref() else {
        return Vec::new();
    };
    if let Some(microphone) = audio.microphone.as_ref().filter(|_| audio.takes.is_empty()) {
        let mut steps = microphone.gain_steps_db.clone();
        steps.sort_by(|one, other| other.total_cmp(one));
        return steps;
    }
    let way = levels.way(part).into_iter();
    let mut stages = way.map(|stage| &levels.stages[stage]);
    let kind = stages
        .find(|stage| stage.port == port && stage.set_gain_db.is_some())
        .and_then(|stage| stage.level_kind);
    let takes = audio.takes.iter().map(|level| (level.kind, level.gain_db));
    let gives = audio.gives.iter().map(|level| (level.kind, level.gain_db));
    let mut ranges = takes.chain(gives).filter(|(of, _)| kind == Some(*of));
    let Some((_, [least, most])) = ranges.next() else {
        return Vec::new();
    };
    let steps = (most - least).floor().clamp(0.0, 200.0) as u32;
    (0..=steps)
        .rev()
        .map(|step| least + f64::from(step))
        .collect()
}

fn with_gain(floor: &Floor, port: PortIx, gain: Option<f64>) -> SoundSetting {
    let mut setting = floor.sound_setting(port).cloned().unwrap_or_default();
    setting.gain = gain.map(Decibels::of);
    setting
}

/// The part of the same source at the same place, in other levels.
fn same<'l>(levels: &'l Levels, (port, channel): (PortIx, u8), part: &Part) -> Option<&'l Part> {
    let parts = &levels.at(port).get(usize::from(channel))?.parts;
    parts
        .iter()
        .find(|other| (other.origin, other.channel) == (part.origin, part.channel))
}

fn school(
    floor: &Floor,
    resolved: &Resolved,
    at: (PortIx, u8),
    part: &Part,
    tried: &Tried,
) -> Option<School> {
    let levels = levels_before(floor, resolved, tried, at.0);
    let part = same(&levels, at, part)?;
    let last = &levels.stages[part.stage];
    let way = levels.way(part).into_iter();
    let gains = way.filter_map(|stage| {
        let stage = &levels.stages[stage];
        Some((stage.port, Decibels::of(stage.set_gain_db?)))
    });
    let clips = levels.clips_first(part);
    Some(School {
        gains: gains.collect(),
        level_db: last.level_db,
        gear_snr_db: last.level_db - last.noise_db,
        snr_db: last.snr_db(),
        headroom: clips.map(|(stage, room)| (levels.stages[stage].port, room)),
    })
}

/// More stages on one way, or ports behind it, than anybody builds.
const LONGEST_WAY: usize = 256;
/// More gains on one way than anybody sets for it alone.
const MOST_GAINS: usize = 32;

/// What it takes to compare the schools for a part of a track, in channels that are looked at; and whether it
/// is worth it: nobody sets gains along a way without end.
pub fn effort(resolved: &Resolved, levels: &Levels, at: PortIx, part: &Part) -> (usize, bool) {
    let behind = ports_before(resolved, at, LONGEST_WAY).len();
    let stages = levels.back_from(part).take(LONGEST_WAY);
    let (stages, gains) = stages.fold((0, 0), |(stages, gains), stage| {
        let gain = levels.stages[stage].set_gain_db.is_some();
        (stages + 1, gains + usize::from(gain))
    });
    // Each gain is found by halves, of some two hundred steps at most.
    let tries = 8 * gains;
    (
        behind * (tries + 1),
        behind < LONGEST_WAY && stages < LONGEST_WAY && gains <= MOST_GAINS,
    )
}

/// Both schools for what reaches a recorder's input, where the chain has a gain ahead of its last, and not
/// gains without end.
pub fn schools(
    floor: &Floor,
    resolved: &Resolved,
    at: (PortIx, u8),
    part: &Part,
) -> Option<Schools> {
    let now = levels_before(floor, resolved, &Tried::default(), at.0);
    let part = same(&now, at, part)?;
    let ports = gain_ports(&now, part);
    let (last, ahead) = ports.split_last()?;
    if ahead.is_empty() || ports.len() > MOST_GAINS {
        return None;
    }
    let hot = hottest(floor, resolved, at, part, &ports);
    let mut low = Tried::default();
    for port in ahead {
        let gains = gains_of(floor, &now, part, *port);
        // A microphone at its usual setting; a preamplifier at the least that it has.
        let usual = gains.contains(&0.0).then_some(0.0);
        let least = usual.or(gains.last().copied());
        low.insert(*port, with_gain(floor, *port, least));
    }
    low.insert(*last, with_gain(floor, *last, None));
    Some(Schools {
        hot: school(floor, resolved, at, part, &hot)?,
        preamplifier: school(floor, resolved, at, part, &low)?,
    })
}

/// The most gain as early as it goes, stage by stage, as long as the headroom asked for is left everywhere
/// behind it; the last stage at the reference.
fn hottest(
    floor: &Floor,
    resolved: &Resolved,
    at: (PortIx, u8),
    part: &Part,
    ports: &[PortIx],
) -> Tried {
    let asked = floor.production.house_rules.sound_headroom.db();
    let now = levels_before(floor, resolved, &Tried::default(), at.0);
    let mut tried = Tried::default();
    // What isn't decided yet is planned behind what is.
    for port in ports {
        tried.insert(*port, with_gain(floor, *port, None));
    }
    let (_, ahead) = ports.split_last().unwrap_or((&0, &[]));
    for port in ahead {
        let gains = gains_of(floor, &now, part, *port);
        let leaves = |gain: f64, tried: &Tried| {
            let mut tried = tried.clone();
            tried.insert(*port, with_gain(floor, *port, Some(gain)));
            let levels = levels_before(floor, resolved, &tried, at.0);
            let room = same(&levels, at, part).and_then(|part| levels.clips_first(part));
            room.is_none_or(|(_, room)| room >= asked)
        };
        // More gain never leaves more room: the first of the falling gains that leaves enough is found
        // by halves.
        let (mut low, mut high) = (0, gains.len());
        while low < high {
            let middle = (low + high) / 2;
            if leaves(gains[middle], &tried) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        let best = gains.get(low).or(gains.last());
        tried.insert(*port, with_gain(floor, *port, best.copied()));
    }
    tried
}

/// The gains of the best signal to noise with the headroom asked for, after the school of the house, for
/// what reaches `at`: by port. Ports that `decided` names stay as they are there.
pub fn best_gains(
    floor: &Floor,
    resolved: &Resolved,
    at: (PortIx, u8),
    part: &Part,
    decided: &FxHashSet<PortIx>,
) -> Vec<(PortIx, Decibels)> {
    let now = levels_before(floor, resolved, &Tried::default(), at.0);
    let Some(part) = same(&now, at, part) else {
        return Vec::new();
    };
    let ports: Vec<PortIx> = gain_ports(&now, part)
        .into_iter()
        .filter(|port| !decided.contains(port))
        .collect();
    if ports.is_empty() {
        return Vec::new();
    }
    let chosen = match (
        floor.production.house_rules.gain,
        schools(floor, resolved, at, part),
    ) {
        (GainSchool::CameraPreamplifier, Some(schools)) => Some(schools.preamplifier),
        (GainSchool::HotSource, Some(schools)) => Some(schools.hot),
        (_, None) => {
            let tried = ports
                .iter()
                .map(|port| (*port, with_gain(floor, *port, None)));
            school(floor, resolved, at, part, &tried.collect())
        }
    };
    let gains = chosen.map_or_else(Vec::new, |school| school.gains);
    gains
        .into_iter()
        .filter(|(port, _)| ports.contains(port))
        .collect()
}
