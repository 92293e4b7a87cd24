//! How loud and how noisy each channel is at each port, from the microphone to the last input: one pass
//! in the order of the ports. What a channel went through is a chain of stages that share their beginning.

use super::level::{at_distance, coherent_sum, dbu, millivolts_at, power_sum};
use super::stage::{Channel, Levels, Limiting, Part, Stage, StageIx, StageKind, Unit, Why};
use crate::path::{ConnectionIx, Floor, PortIx, Resolved};
use model::catalogue::{AudioPort, Direction, InputLevel, LevelKind, Microphone, OutputLevel};
use model::document::{Position, SoundSetting};
use rustc_hash::{FxHashMap, FxHashSet};
use std::collections::BTreeMap;
use transport::wire::Wire;
use units::quantity::{Decibels, Length};

/// A quiet room, in dB SPL, A-weighted: where nobody has said how loud it is.
pub const QUIET_ROOM: Decibels = Decibels::whole(30);
/// How far a microphone is from what it hears, where neither the crew nor its entry says so.
pub const USUAL_DISTANCE: Length = Length(500);

/// So many sources are followed on one channel: more than any desk has inputs.
const MOST_HEARD: usize = 64;

/// Settings that are tried in the place of those of the document, by port.
pub type Tried = FxHashMap<PortIx, SoundSetting>;

/// Levels of the floor.
pub fn levels(floor: &Floor, resolved: &Resolved, tried: &Tried) -> Levels {
    levels_of(floor, resolved, tried, &resolved.order)
}

/// Levels at one port, and at those that feed it: what a question about one chain costs.
pub fn levels_before(floor: &Floor, resolved: &Resolved, tried: &Tried, port: PortIx) -> Levels {
    levels_of(
        floor,
        resolved,
        tried,
        &ports_before(resolved, port, usize::MAX),
    )
}

/// Every port that feeds the sound of a port, and itself: each after those that feed it. Looks at no more
/// than so many.
pub fn ports_before(resolved: &Resolved, port: PortIx, most: usize) -> Vec<PortIx> {
    let mut found = Vec::new();
    let mut seen = FxHashSet::default();
    // A port is left when all that feed it are done.
    let mut open = vec![(port, false)];
    while let Some((port, entered)) = open.pop() {
        if entered {
            found.push(port);
            continue;
        }
        if seen.len() == most || !seen.insert(port) {
            continue;
        }
        open.push((port, true));
        let came = resolved.signals[port].sound.iter();
        let came = came.filter_map(|sound| sound.came);
        let mixed = resolved.mixed.get(&port).into_iter().flatten().copied();
        open.extend(came.chain(mixed).map(|(before, _)| (before, false)));
    }
    found
}

fn levels_of(floor: &Floor, resolved: &Resolved, tried: &Tried, order: &[PortIx]) -> Levels {
    let mut pass = Pass {
        floor,
        resolved,
        tried,
        levels: Levels::default(),
    };
    for &port in order {
        let sound = &resolved.signals[port].sound;
        if sound.is_empty() {
            continue;
        }
        let channels = (0..sound.len()).map(|number| {
            let channel = pass.channel(port, number);
            pass.levels.follow(port, channel)
        });
        let channels: Vec<Channel> = channels.collect();
        pass.levels.channels.insert(port, channels);
    }
    pass.levels
}

struct Pass<'p, 'a> {
    floor: &'p Floor<'a>,
    resolved: &'p Resolved,
    tried: &'p Tried,
    levels: Levels,
}

impl<'p, 'a> Pass<'p, 'a> {
    fn setting(&self, port: PortIx) -> Option<&'p SoundSetting> {
        let tried: &'p Tried = self.tried;
        tried.get(&port).or_else(|| self.floor.sound_setting(port))
    }

    fn audio(&self, port: PortIx) -> Option<&'a AudioPort> {
        self.floor.ports[port].port.audio.as_deref()
    }

    fn channel(&mut self, port: PortIx, number: usize) -> Channel {
        let sound = self.resolved.signals[port].sound[number];
        if let Some((before, channel)) = sound.came {
            let came = self.levels.at(before).get(usize::from(channel)).cloned();
            return self.through(port, before, came.unwrap_or_default());
        }
        if let Some(mixed) = self.resolved.mixed.get(&port) {
            let mixed = self.mix(port, mixed);
            return self.out(port, mixed);
        }
        let audio = self.audio(port);
        let microphone = audio.and_then(|audio| audio.microphone.as_ref());
        match microphone {
            Some(microphone) => {
                let stage = self.source(port, microphone, number);
                let part = Part {
                    origin: port,
                    channel: sound.channel,
                    stage: self.keep(stage),
                };
                let heard = Channel {
                    parts: vec![part],
                    unknown: None,
                };
                // A body's own has its input behind it.
                match audio.filter(|audio| !audio.takes.is_empty()) {
                    Some(audio) => self.let_into(port, audio, heard, 0.0),
                    None => heard,
                }
            }
            None => unknown(port),
        }
    }

    fn keep(&mut self, stage: Stage) -> StageIx {
        self.levels.stages.push(stage);
        self.levels.stages.len() - 1
    }

    /// What a microphone gives of what it hears.
    fn source(&self, port: PortIx, microphone: &Microphone, number: usize) -> Stage {
        let heard = position(self.floor, port);
        let spl = at_distance(heard.source.spl_db(), heard.distance);
        let room = self.floor.build.room_noise.unwrap_or(QUIET_ROOM).db();
        // A body's own microphone has no gain but that of the input behind it.
        let set = self.setting(port).and_then(|setting| setting.gain);
        let set = set.filter(|_| !microphone.gain_steps_db.is_empty());
        let gain = set.map_or(0.0, Decibels::db);
        let softer = match number {
            0 => 0.0,
            _ => microphone.safety_db.map_or(0.0, f64::abs),
        };
        let gives = |spl_db| dbu(millivolts_at(microphone.sensitivity_mv, spl_db) / 1_000.0);
        let after = gain - softer;
        Stage {
            before: None,
            port,
            kind: StageKind::Source,
            unit: Unit::Dbu,
            gain_db: after,
            set_gain_db: (!microphone.gain_steps_db.is_empty()).then_some(gain),
            set: set.is_some(),
            measured: false,
            level_kind: None,
            level_db: gives(spl) + after,
            peaks_db: heard.source.peaks_db(),
            noise_db: gives(microphone.self_noise_db) + after,
            room_db: gives(room) + after,
            // A pad of the capsule's spares its amplifier: the most that comes out stays.
            limit: Some((gives(microphone.most_spl_db) - softer, Limiting::Microphone)),
        }
    }

    /// A channel from one port to the next.
    fn through(&mut self, port: PortIx, before: PortIx, came: Channel) -> Channel {
        match self.floor.ports[port].port.direction {
            Direction::In => self.arrive(port, before, came),
            Direction::Out => self.out(port, came),
        }
    }

    /// Over a cable, or the air, and into an input.
    fn arrive(&mut self, port: PortIx, before: PortIx, came: Channel) -> Channel {
        let wire = self.floor.ports[port].port.wire;
        if wire != Wire::Analogue || came.unknown.is_some() {
            return came;
        }
        let Some(audio) = self.audio(port) else {
            return unknown(port);
        };
        let louder = self.loudest_beside(before, &came);
        let came = self.on_cable(port, before, audio, came);
        if audio.passive {
            return self.each(came, |stage, pass| {
                let mut stage = pass.levels.behind(stage, port, StageKind::Passive);
                stage.change(-audio.loss_db);
                stage
            });
        }
        self.let_into(port, audio, came, louder)
    }

    /// By how much the loudest channel on a wire peaks above one of them: one knob turns them all.
    fn loudest_beside(&self, before: PortIx, came: &Channel) -> f64 {
        let peak = |channel: &Channel| {
            let stages = channel.parts.iter();
            let stages = stages.map(|part| &self.levels.stages[part.stage]);
            let peaks = stages.map(|stage| stage.level_db + stage.peaks_db);
            peaks.fold(f64::NEG_INFINITY, f64::max)
        };
        let loudest = self.levels.at(before).iter().map(peak);
        let louder = loudest.fold(f64::NEG_INFINITY, f64::max) - peak(came);
        if louder.is_finite() { louder } else { 0.0 }
    }

    /// Through an input's preamplifier and converter.
    /// What is planned is planned for the loudest on its wire, which peaks so much above this one.
    fn let_into(
        &mut self,
        port: PortIx,
        audio: &AudioPort,
        came: Channel,
        louder_db: f64,
    ) -> Channel {
        let loudest = came.parts.iter().map(|part| {
            let stage = &self.levels.stages[part.stage];
            (stage.level_db, stage.peaks_db)
        });
        let loudest = loudest.max_by(|one, other| (one.0 + one.1).total_cmp(&(other.0 + other.1)));
        let (Some((level, peaks)), setting) = (loudest, self.setting(port)) else {
            return came;
        };
        let comes = came.parts.first().map(|part| self.comes_as(part.stage));
        let Some(takes) = input_level(audio, setting, comes) else {
            return unknown(port);
        };
        let pad = setting
            .and_then(|setting| setting.pad)
            .unwrap_or(false)
            .then_some(audio.pad_db)
            .flatten()
            .unwrap_or(0.0);
        let set = setting.and_then(|setting| setting.gain).map(Decibels::db);
        let rules = &self.floor.production.house_rules;
        let gain = set.unwrap_or_else(|| {
            let asked = (rules.sound_reference.db(), rules.sound_headroom.db());
            planned_gain(takes, level + louder_db - pad, peaks, asked)
        });
        let float = audio.float && self.writes_float(port);
        self.each(came, |stage, pass| {
            let mut stage = pass.levels.behind(stage, port, StageKind::Input);
            stage.amplify(takes, (gain, pad), float);
            stage.set = set.is_some();
            if let Some(measured) = setting.and_then(|setting| setting.measured.as_ref()) {
                stage.as_measured(measured, gain);
            }
            stage
        })
    }

    /// What a channel comes as: what the last output gives, or a microphone's level.
    fn comes_as(&self, mut stage: StageIx) -> LevelKind {
        loop {
            let here = &self.levels.stages[stage];
            match (here.kind, here.before) {
                (StageKind::Output, _) => return here.level_kind.unwrap_or(LevelKind::Line),
                (StageKind::Cable | StageKind::Passive, Some(before)) => stage = before,
                _ => return LevelKind::Mic,
            }
        }
    }

    /// Whether the recorder behind an input writes floating point.
    fn writes_float(&self, port: PortIx) -> bool {
        let recording = &self.floor.placement_of(port).settings.recording;
        // What records nothing itself passes its samples on as it has them.
        recording
            .as_ref()
            .is_none_or(|recording| recording.sound_bits == Some(32))
    }

    /// What pads on the cable, and the load behind it, cost.
    fn on_cable(
        &mut self,
        port: PortIx,
        before: PortIx,
        audio: &AudioPort,
        came: Channel,
    ) -> Channel {
        let pads = self.floor.into[port].map_or(0.0, |connection| pads_db(self.floor, connection));
        let source = source_impedance(self.floor, self.setting(before), before);
        let load = self.setting(port).and_then(|setting| setting.level);
        let load = audio
            .takes
            .iter()
            .find(|level| load.is_none_or(|kind| kind == level.kind));
        let loading = match (source, load) {
            (Some(source), Some(load)) => {
                20.0 * (load.impedance_ohm / (load.impedance_ohm + source)).log10()
            }
            _ => 0.0,
        };
        let lost = loading - pads;
        if lost.abs() < 1e-9 {
            return came;
        }
        self.each(came, |stage, pass| {
            let mut stage = pass.levels.behind(stage, port, StageKind::Cable);
            stage.change(lost);
            stage.gain_db = lost;
            stage
        })
    }

    /// Out of a device.
    fn out(&mut self, port: PortIx, came: Channel) -> Channel {
        let node = self.floor.ports[port];
        if came.unknown.is_some() {
            return came;
        }
        if node.port.wire == Wire::RadioSound {
            return self.on_air(port, came);
        }
        if node.port.wire != Wire::Analogue {
            return came;
        }
        let Some(audio) = self.audio(port) else {
            return unknown(port);
        };
        if audio.passive {
            return came;
        }
        let setting = self.setting(port);
        let Some(gives) = output_level(self.floor, audio, setting, port) else {
            return unknown(port);
        };
        let set = setting.and_then(|setting| setting.gain).map(Decibels::db);
        let gain = set.unwrap_or_else(|| 0f64.min(gives.gain_db[1]).max(gives.gain_db[0]));
        self.each(came, |stage, pass| {
            let mut stage = pass.levels.behind(stage, port, StageKind::Output);
            stage.send(gives, gain);
            stage.set = set.is_some();
            stage
        })
    }

    /// Over the air: the link's own noise, under a ceiling at full scale.
    fn on_air(&mut self, port: PortIx, came: Channel) -> Channel {
        let device = self.floor.devices[self.floor.ports[port].placement];
        let range = device.and_then(|device| device.radio.as_ref()?.sound_range_db);
        let Some(range) = range else {
            return came;
        };
        self.each(came, |stage, pass| {
            let mut stage = pass.levels.behind(stage, port, StageKind::Air);
            stage.noise_db = power_sum([stage.noise_db, -range]);
            stage.limit = None;
            stage
        })
    }

    /// Several channels on one: each part keeps its level, and hears the noise of all.
    fn mix(&mut self, port: PortIx, mixed: &[(PortIx, u8)]) -> Channel {
        let came: Vec<Channel> = mixed
            .iter()
            .filter_map(|(input, channel)| {
                let channels = self.levels.at(*input);
                channels.get(usize::from(*channel)).cloned()
            })
            .collect();
        mixed_channels(&mut self.levels, port, &came, true)
    }

    /// The same step for every part of a channel.
    fn each(&mut self, came: Channel, step: impl Fn(StageIx, &Self) -> Stage) -> Channel {
        let parts = came.parts.into_iter().map(|part| {
            let stage = step(part.stage, self);
            Part {
                stage: self.keep(stage),
                ..part
            }
        });
        Channel {
            parts: parts.collect(),
            unknown: came.unknown,
        }
    }
}

fn unknown(port: PortIx) -> Channel {
    Channel::without_figures(port, Why::NotSaid)
}

/// Several channels on one, at a port: each part keeps its level, and hears the noise of all. Where the
/// sum has a ceiling, the room above it is that of all together.
pub fn mixed_channels(
    levels: &mut Levels,
    port: PortIx,
    came: &[Channel],
    ceiling: bool,
) -> Channel {
    let mut parts: Vec<Part> = came
        .iter()
        .flat_map(|channel| &channel.parts)
        .copied()
        .collect();
    let several = came.len() > 1 && parts.len() > 1;
    if parts.len() > MOST_HEARD {
        parts = by_source(levels, port, &parts);
    }
    if parts.len() > MOST_HEARD {
        return Channel::without_figures(port, Why::Crowd);
    }
    if several {
        // One channel's noise counts once, however many are heard on it.
        let first = came.iter().filter_map(|channel| channel.parts.first());
        let noise = power_sum(first.map(|part| levels.stages[part.stage].noise_db));
        let room = sum_of_rooms(levels, came);
        let (_, peak) = levels.together(&parts);
        let peak_of = |stage: &Stage| stage.level_db + stage.peaks_db;
        let loudest = parts.iter().map(|part| peak_of(&levels.stages[part.stage]));
        let loudest = loudest.fold(f64::NEG_INFINITY, f64::max);
        for part in &mut parts {
            let before = part.stage;
            let mut stage = levels.behind(before, port, StageKind::Mix);
            stage.noise_db = noise;
            stage.room_db = room;
            // What is left above this one, where full scale is reached by all together.
            let left = peak_of(&stage) - peak;
            // The loudest makes it clip; the others are only there.
            let makes = peak_of(&stage) >= loudest;
            stage.limit = (ceiling && makes).then_some((left, Limiting::Converter));
            levels.stages.push(stage);
            part.stage = levels.stages.len() - 1;
        }
    }
    Channel {
        parts,
        unknown: came.iter().find_map(|channel| channel.unknown),
    }
}

/// All the ways by which a source comes as one: the loudest of them, as loud as they are together. What is split
/// and mixed again comes by twice as many each time.
fn by_source(levels: &mut Levels, port: PortIx, parts: &[Part]) -> Vec<Part> {
    let mut ways: BTreeMap<(PortIx, u8), Vec<Part>> = BTreeMap::new();
    for part in parts {
        let of_source = ways.entry((part.origin, part.channel)).or_default();
        of_source.push(*part);
    }
    let joined = ways.into_values().filter_map(|ways| {
        let level = |part: &Part| levels.stages[part.stage].level_db;
        let together = coherent_sum(ways.iter().map(level));
        let loudest = ways
            .iter()
            .max_by(|one, other| level(one).total_cmp(&level(other)))?;
        let stage = levels.joined(loudest.stage, port, together);
        Some(Part { stage, ..*loudest })
    });
    joined.collect()
}

/// The room as all the microphones of a mix hear it: each at another place, so it adds as power.
fn sum_of_rooms(levels: &Levels, came: &[Channel]) -> f64 {
    let first = came.iter().filter_map(|channel| channel.parts.first());
    power_sum(first.map(|part| levels.stages[part.stage].room_db))
}

/// What the microphone behind an output hears: as set, else as usual.
pub fn position(floor: &Floor, port: PortIx) -> Position {
    let set = floor.placement_of(port).settings.position;
    set.unwrap_or_else(|| {
        let audio = floor.ports[port].port.audio.as_ref();
        let microphone = audio.and_then(|audio| audio.microphone.as_ref());
        let usual = microphone.and_then(|microphone| microphone.usual_distance);
        Position {
            source: Default::default(),
            distance: usual.unwrap_or(USUAL_DISTANCE),
        }
    })
}

/// What an input is switched to: as set, else what comes.
pub fn input_level<'i>(
    audio: &'i AudioPort,
    setting: Option<&SoundSetting>,
    comes: Option<LevelKind>,
) -> Option<&'i InputLevel> {
    let wanted = setting.and_then(|setting| setting.level).or(comes);
    let found = audio.takes.iter().find(|level| Some(level.kind) == wanted);
    found.or_else(|| audio.takes.first())
}

/// What an output is switched to: as set, else what the input behind it is made for.
pub fn output_level<'o>(
    floor: &Floor,
    audio: &'o AudioPort,
    setting: Option<&SoundSetting>,
    port: PortIx,
) -> Option<&'o OutputLevel> {
    let of = |kind: LevelKind| audio.gives.iter().find(|level| level.kind == kind);
    if let Some(set) = setting.and_then(|setting| setting.level) {
        return of(set).or_else(|| audio.gives.first());
    }
    let into = floor.out_of[port].first();
    let input = into.map(|connection| floor.link(*connection).to);
    let behind = input.and_then(|input| {
        let set = floor.sound_setting(input).and_then(|setting| setting.level);
        let takes = &floor.ports[input].port.audio.as_ref()?.takes;
        let kinds = takes.iter().map(|level| level.kind);
        set.or_else(|| {
            let kinds: Vec<LevelKind> = kinds.collect();
            [LevelKind::Line, LevelKind::Mic]
                .into_iter()
                .find(|kind| kinds.contains(kind))
        })
    });
    behind.and_then(of).or_else(|| audio.gives.first())
}

/// The gain that brings a source to the reference with the headroom asked for, in whole decibels: within
/// what the input has.
pub fn planned_gain(
    takes: &InputLevel,
    level_dbu: f64,
    peaks_db: f64,
    (reference, headroom): (f64, f64),
) -> f64 {
    let at_0_db = level_dbu - takes.full_scale_dbu;
    let to_reference = reference - at_0_db;
    let under_ceiling = -headroom - (at_0_db + peaks_db);
    let [least, most] = takes.gain_db;
    let wanted = to_reference.min(under_ceiling).floor();
    // A description of another hand may have them the wrong way round.
    wanted.min(most).max(least)
}

/// What the pads on a connection take, in decibels.
pub fn pads_db(floor: &Floor, connection: ConnectionIx) -> f64 {
    let adapters = floor.adapters(connection);
    adapters.iter().map(|adapter| adapter.pad_db).sum()
}

/// The source impedance at an output, in ohms, where it is known.
pub fn source_impedance(
    floor: &Floor,
    setting: Option<&SoundSetting>,
    output: PortIx,
) -> Option<f64> {
    let audio = floor.ports[output].port.audio.as_deref()?;
    match &audio.microphone {
        Some(microphone) => Some(microphone.impedance_ohm),
        None => Some(output_level(floor, audio, setting, output)?.impedance_ohm),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn input(gain_db: [f64; 2]) -> InputLevel {
        InputLevel {
            kind: LevelKind::Mic,
            gain_db,
            full_scale_dbu: 24.0,
            most_dbu: 8.0,
            ein_dbu: -128.0,
            floor_dbfs: -116.0,
            impedance_ohm: 4_000.0,
            phantom: true,
            plug_in_power: false,
        }
    }

    #[test]
    fn a_gain_is_planned_to_the_reference_or_under_the_ceiling() {
        let planned = |level, peaks| planned_gain(&input([0.0, 76.0]), level, peaks, (-20.0, 4.0));
        // −55.8 dBu to −20 dBFS wants 59.8 dB; 15 dB of peaks want 64.8 under 4 dB of headroom.
        assert_eq!(planned(-55.8, 15.0), 59.0);
        // 20 dB of peaks leave 4 dB only with 55.8.
        assert_eq!(planned(-55.8, 20.0), 55.0);
        // What is too soft, or too loud, gets the most, or the least.
        assert_eq!((planned(-110.0, 15.0), planned(10.0, 15.0)), (76.0, 0.0));
    }

    #[test]
    fn a_range_the_wrong_way_round_is_no_panic() {
        assert_eq!(
            planned_gain(&input([50.0, 10.0]), -55.0, 15.0, (-20.0, 4.0)),
            50.0
        );
    }

    proptest! {
        #[test]
        fn a_planned_gain_is_a_whole_one_of_its_range(level in -150.0f64..40.0, peaks in 0.0f64..30.0) {
            let gain = planned_gain(&input([0.0, 76.0]), level, peaks, (-20.0, 4.0));
            prop_assert!((0.0..=76.0).contains(&gain) && gain.fract() == 0.0);
            let peak = level + gain - 24.0 + peaks;
            // More than the least leaves the headroom that was asked for.
            prop_assert!(gain == 0.0 || peak <= -4.0 + 1e-9);
        }
    }
}
