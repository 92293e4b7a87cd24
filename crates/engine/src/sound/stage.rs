//! What a channel goes through, and what stands behind each step of it.

use super::level::{coherent_sum, power_sum};
use crate::path::PortIx;
use model::catalogue::{InputLevel, LevelKind, OutputLevel};
use model::document::MeasuredLevel;
use rustc_hash::FxHashMap;
use std::collections::BTreeMap;
use units::quantity::Decibels;

/// A stage's place in the list of stages.
pub type StageIx = usize;

/// What a level is against.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Unit {
    /// 0.7746 V.
    Dbu,
    /// Full scale.
    Dbfs,
}

/// What kind of step a stage is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum StageKind {
    /// A microphone.
    Source,
    /// A cable with what is on it, and what the input's load costs.
    Cable,
    /// A passive box.
    Passive,
    /// An input's preamplifier and converter.
    Input,
    /// An output.
    Output,
    /// Over the air.
    Air,
    /// Several mixed.
    Mix,
    /// A track written louder or softer than its source.
    Trim,
}

/// What ends the room above the peaks at a stage.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Limiting {
    /// The loudest that the microphone takes.
    Microphone,
    /// The most that the preamplifier takes at its input.
    Preamplifier,
    /// Full scale.
    Converter,
    /// The most that the output gives.
    Output,
}

/// One step of a channel's way, with what stands behind it.
#[derive(Debug, Clone, PartialEq)]
pub struct Stage {
    /// The stage before it.
    pub before: Option<StageIx>,
    /// The port where it is.
    pub port: PortIx,
    /// What it is.
    pub kind: StageKind,
    /// What the level is against, behind it.
    pub unit: Unit,
    /// What it adds to the level, in the unit behind it.
    pub gain_db: f64,
    /// The gain that is set or planned on it, where it has one.
    pub set_gain_db: Option<f64>,
    /// Whether that gain was set by the crew.
    pub set: bool,
    /// Whether its level was measured, and not computed.
    pub measured: bool,
    /// Mic or line, where it is switched.
    pub level_kind: Option<LevelKind>,
    /// The average level behind it.
    pub level_db: f64,
    /// How far the peaks stand above the average.
    pub peaks_db: f64,
    /// The noise of the gear behind it.
    pub noise_db: f64,
    /// The noise of the room behind it.
    pub room_db: f64,
    /// The most behind it before something clips, and what does.
    pub limit: Option<(f64, Limiting)>,
}

impl Stage {
    /// From the peaks to where it clips; `None` where nothing ends.
    pub fn headroom_db(&self) -> Option<f64> {
        self.limit
            .map(|(limit, _)| limit - self.level_db - self.peaks_db)
    }

    /// From the noise, of gear and room together, up to the average level.
    pub fn snr_db(&self) -> f64 {
        self.level_db - power_sum([self.noise_db, self.room_db])
    }
}

/// One source in a channel.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Part {
    /// The output where it began.
    pub origin: PortIx,
    /// Which channel of that output.
    pub channel: u8,
    /// The last stage that it went through.
    pub stage: StageIx,
}

/// A channel at a port.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Channel {
    /// What is heard on it: one source, or those of a mix.
    pub parts: Vec<Part>,
    /// Where the levels end, and why.
    pub unknown: Option<NoFigures>,
}

impl Channel {
    /// A channel whose levels end at a port.
    pub(super) fn without_figures(port: PortIx, why: Why) -> Self {
        Self {
            parts: Vec::new(),
            unknown: Some(NoFigures { port, why }),
        }
    }
}

/// Where levels end.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct NoFigures {
    /// At which port.
    pub port: PortIx,
    /// Why.
    pub why: Why,
}

/// Why levels end.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Why {
    /// Nobody has said what the port does to a level.
    NotSaid,
    /// More is heard at once there, or on the whole floor, than is followed.
    Crowd,
}

/// Levels of every channel at every port.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Levels {
    /// Stages, each after the one before it.
    pub stages: Vec<Stage>,
    pub(super) channels: FxHashMap<PortIx, Vec<Channel>>,
    /// Sources on all channels so far, at each port again.
    followed: usize,
}

/// So many sources are followed on all channels of a floor together, at each port again.
const MOST_FOLLOWED: usize = 150_000;

impl Levels {
    /// A channel at a port, as long as there is room for more.
    pub(super) fn follow(&mut self, port: PortIx, channel: Channel) -> Channel {
        self.followed += channel.parts.len();
        if self.followed > MOST_FOLLOWED {
            return Channel::without_figures(port, Why::Crowd);
        }
        channel
    }

    /// The channels at a port, in their order.
    pub fn at(&self, port: PortIx) -> &[Channel] {
        self.channels.get(&port).map_or(&[], Vec::as_slice)
    }

    /// Every stage on the way of a part, the first first.
    pub fn way(&self, part: &Part) -> Vec<StageIx> {
        let mut way = vec![part.stage];
        while let Some(before) = self.stages[way[way.len() - 1]].before {
            way.push(before);
        }
        way.reverse();
        way
    }

    /// The stages on the way of a part from its end backwards.
    pub fn back_from(&self, part: &Part) -> impl Iterator<Item = StageIx> {
        std::iter::successors(Some(part.stage), |stage| self.stages[*stage].before)
    }

    /// What is known at each stage from what was at the one before it: of all stages at once.
    pub fn along<T: Copy>(&self, step: impl Fn(Option<T>, StageIx) -> T) -> Vec<T> {
        let mut known: Vec<T> = Vec::with_capacity(self.stages.len());
        for (number, stage) in self.stages.iter().enumerate() {
            known.push(step(stage.before.map(|before| known[before]), number));
        }
        known
    }

    /// The first stage up to each that clips; where none does, the one with the least room.
    pub fn clip_first(&self) -> Vec<Option<(StageIx, f64)>> {
        self.along(|before, stage| self.tighter(before.flatten(), stage))
    }

    /// The first stage on the way of a part that clips; where none does, the one with the least room.
    pub fn clips_first(&self, part: &Part) -> Option<(StageIx, f64)> {
        let way = self.way(part).into_iter();
        way.fold(None, |least, stage| self.tighter(least, stage))
    }

    fn tighter(&self, least: Option<(StageIx, f64)>, stage: StageIx) -> Option<(StageIx, f64)> {
        let here = self.stages[stage].headroom_db().map(|room| (stage, room));
        match (least, here) {
            // What is behind a stage that clips can't mend it: the earlier is the cause.
            (Some(least), Some(here)) if least.1 < 0.0 || here.1 >= least.1 => Some(least),
            (least, here) => here.or(least),
        }
    }

    /// The average level of everything on a channel together, and its peaks: one sound that comes by two
    /// ways adds as voltage, different ones as power. The peaks are those of the loudest over the average
    /// of the others: not everybody shouts at once.
    pub fn together(&self, parts: &[Part]) -> (f64, f64) {
        let mut by_origin: BTreeMap<PortIx, (Vec<f64>, f64)> = BTreeMap::new();
        for part in parts {
            let stage = &self.stages[part.stage];
            let (levels, peaks) = by_origin.entry(part.origin).or_default();
            levels.push(stage.level_db);
            *peaks = stage.peaks_db;
        }
        let sources: Vec<(f64, f64)> = by_origin
            .into_values()
            .map(|(levels, peaks)| (coherent_sum(levels), peaks))
            .collect();
        let average = power_sum(sources.iter().map(|(level, _)| *level));
        let peak = |(level, peaks): &(f64, f64)| level + peaks;
        let loudest = (0..sources.len())
            .max_by(|one, other| peak(&sources[*one]).total_cmp(&peak(&sources[*other])));
        let at_peak = sources.iter().enumerate().map(|(number, source)| {
            if Some(number) == loudest {
                peak(source)
            } else {
                source.0
            }
        });
        (average, power_sum(at_peak))
    }
}

impl Levels {
    /// A stage behind `before` that changes nothing yet.
    pub(super) fn behind(&self, before: StageIx, port: PortIx, kind: StageKind) -> Stage {
        Stage {
            before: Some(before),
            port,
            kind,
            gain_db: 0.0,
            set_gain_db: None,
            set: false,
            measured: false,
            level_kind: None,
            limit: None,
            ..self.stages[before].clone()
        }
    }

    /// A stage behind `before` where other ways of the same source come to it: as loud as all together.
    pub(super) fn joined(&mut self, before: StageIx, port: PortIx, together_db: f64) -> StageIx {
        let mut stage = self.behind(before, port, StageKind::Mix);
        stage.gain_db = together_db - stage.level_db;
        stage.level_db = together_db;
        self.stages.push(stage);
        self.stages.len() - 1
    }

    /// A stage behind `before` that makes it louder or softer, under full scale unless it is floating
    /// point.
    pub(super) fn trimmed(&mut self, before: StageIx, decibels: f64, float: bool) -> StageIx {
        let port = self.stages[before].port;
        let mut stage = self.behind(before, port, StageKind::Trim);
        stage.set_gain_db = Some(decibels);
        stage.set = true;
        stage.change(decibels);
        stage.limit = (!float).then_some((0.0, Limiting::Converter));
        self.stages.push(stage);
        self.stages.len() - 1
    }
}

impl Stage {
    /// Everything louder or softer by so much.
    pub(super) fn change(&mut self, decibels: f64) {
        self.gain_db += decibels;
        self.level_db += decibels;
        self.noise_db += decibels;
        self.room_db += decibels;
    }

    /// From dBu at an input to full scale behind its converter.
    pub(super) fn amplify(&mut self, takes: &InputLevel, (gain, pad): (f64, f64), float: bool) {
        self.change(-pad);
        self.noise_db = power_sum([self.noise_db, takes.ein_dbu]);
        self.change(gain - takes.full_scale_dbu);
        self.noise_db = power_sum([self.noise_db, takes.floor_dbfs]);
        self.unit = Unit::Dbfs;
        self.set_gain_db = Some(gain);
        self.level_kind = Some(takes.kind);
        let preamplifier = takes.most_dbu + gain - takes.full_scale_dbu;
        self.limit = Some(if float || preamplifier < 0.0 {
            (preamplifier, Limiting::Preamplifier)
        } else {
            (0.0, Limiting::Converter)
        });
        self.gain_db = gain - pad;
    }

    /// What was measured at an input, in the place of what is computed: at the gain that was set then.
    pub(super) fn as_measured(&mut self, measured: &MeasuredLevel, gain: f64) {
        let louder = gain - measured.gain.map_or(gain, Decibels::db);
        let shift = measured.level.db() + louder - self.level_db;
        self.level_db += shift;
        self.noise_db += shift;
        self.room_db += shift;
        if let Some(noise) = measured.noise {
            // What was heard between words was gear and room together.
            self.noise_db = noise.db() + louder;
            self.room_db = f64::NEG_INFINITY;
        }
        self.measured = true;
    }

    /// From full scale to dBu behind an output.
    pub(super) fn send(&mut self, gives: &OutputLevel, gain: f64) {
        self.change(gain + gives.full_scale_dbu);
        self.noise_db = power_sum([self.noise_db, gives.noise_dbu]);
        self.unit = Unit::Dbu;
        self.set_gain_db = (gives.gain_db[0] < gives.gain_db[1]).then_some(gain);
        self.level_kind = Some(gives.kind);
        self.limit = Some((gives.full_scale_dbu, Limiting::Output));
        self.gain_db = gain;
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Averages and peaks of sources on one channel, and both of all together, worked by hand: the average adds as power,
    /// and one source peaks over the average of the others.
    #[test]
    fn not_everybody_peaks_at_once() {
        for (sources, together) in [
            (&[(-20.0, 15.0)][..], (-20.0, -5.0)),
            // Twice the power: 3.0 dB more; a peak of −5 over an average of −20.
            (&[(-20.0, 15.0), (-20.0, 15.0)], (-16.99, -4.86)),
            // The softer one peaks higher: −30 + 28 = −2, over −20.
            (&[(-20.0, 12.0), (-30.0, 28.0)], (-19.59, -1.93)),
            (&[(-20.0, 10.0); 10], (-10.0, -7.21)),
        ] {
            let mut levels = Levels::default();
            let mut parts = Vec::new();
            for (number, (level_db, peaks_db)) in sources.iter().enumerate() {
                levels.stages.push(heard(number, *level_db, *peaks_db));
                parts.push(Part {
                    origin: number,
                    channel: 0,
                    stage: number,
                });
            }
            let (average, peak) = levels.together(&parts);
            assert!(
                (average - together.0).abs() < 0.006,
                "{sources:?}: {average}"
            );
            assert!((peak - together.1).abs() < 0.006, "{sources:?}: {peak}");
        }
    }

    fn heard(port: PortIx, level_db: f64, peaks_db: f64) -> Stage {
        Stage {
            before: None,
            port,
            kind: StageKind::Source,
            unit: Unit::Dbfs,
            gain_db: 0.0,
            set_gain_db: None,
            set: false,
            measured: false,
            level_kind: None,
            level_db,
            peaks_db,
            noise_db: -100.0,
            room_db: -60.0,
            limit: None,
        }
    }
}
