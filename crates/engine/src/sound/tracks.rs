//! What is on each track of a recorder, and how loud.

use super::feed::{ChannelAt, arriving, timecode_tracks, track_channels};
use super::flow::{Tried, levels, mixed_channels};
use super::matching::{Mismatch, mismatches};
use super::stage::{Channel, Levels};
use crate::path::{Floor, PortIx, Resolved, Signal};
use model::document::{Limits, TrackSetting};
use transport::wire::Wire;

/// One track of a recorder.
#[derive(Debug, Clone, PartialEq)]
pub struct Track<'a> {
    /// Its number, from 1.
    pub number: usize,
    /// What is set on it, where anything is.
    pub setting: Option<&'a TrackSetting>,
    /// The channels on it: inputs of the recorder, with the channel there.
    pub from: Vec<ChannelAt>,
    /// Sources on it that are set and don't arrive.
    pub missing: usize,
    /// The input whose timecode is on it.
    pub timecode: Option<PortIx>,
    /// What is heard on it, with its trim.
    pub channel: Channel,
}

/// The first `count` tracks of the recorder at `placement`, whose picture comes in at `picture`, and the
/// channels that come in and are on none of them. Stages of mixes and trims are added to `levels`.
pub fn tracks<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    levels: &mut Levels,
    (placement, picture): (usize, Option<PortIx>),
    count: usize,
) -> (Vec<Track<'a>>, Vec<ChannelAt>) {
    let arriving = arriving(floor, resolved, placement, picture);
    let mut on_track = track_channels(floor, resolved, placement, &arriving);
    let timecode = timecode_tracks(floor, resolved, (placement, picture), arriving.len());
    // A stored document may ask for more than any recorder has.
    on_track.resize(count.min(Limits::TRACKS), Vec::new());
    let set = &floor.build.placements[placement].settings.tracks;
    let recording = &floor.build.placements[placement].settings.recording;
    let float = recording
        .as_ref()
        .is_some_and(|recording| recording.sound_bits == Some(32));
    let mut used = Vec::new();
    let mut found = Vec::new();
    for (number, from) in on_track.into_iter().enumerate() {
        let setting = set.get(number);
        let came: Vec<Channel> = from
            .iter()
            .filter_map(|(port, channel)| levels.at(*port).get(usize::from(*channel)).cloned())
            .collect();
        let at = from.first().map_or(0, |(port, _)| *port);
        let mixed = mixed_channels(levels, at, &came, !float);
        let mut channel = levels.follow(at, mixed);
        let trim = setting.and_then(|setting| setting.trim);
        if let Some(trim) = trim.filter(|trim| trim.0 != 0) {
            for part in &mut channel.parts {
                part.stage = levels.trimmed(part.stage, trim.db(), float);
            }
        }
        used.extend(&from);
        let wanted = setting.map_or(0, |setting| setting.from.len());
        let mut held = timecode.iter().filter(|(at, _)| *at == number);
        let timecode = held.next().map(|(_, input)| *input);
        found.push(Track {
            number: number + 1,
            setting,
            missing: wanted.saturating_sub(from.len() + usize::from(timecode.is_some())),
            timecode,
            from,
            channel,
        });
    }
    let spare = arriving.into_iter().filter(|at| !used.contains(at));
    (found, spare.collect())
}

/// The tracks of one recorder.
#[derive(Debug, Clone, PartialEq)]
pub struct RecorderTracks<'a> {
    /// The recorder.
    pub placement: usize,
    /// Its tracks that are set to record, the first first.
    pub tracks: Vec<Track<'a>>,
    /// Channels that come in and are on none of them.
    pub spare: Vec<ChannelAt>,
}

/// All that there is to say about the sound of a floor.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Heard<'a> {
    /// Levels of every channel at every port.
    pub levels: Levels,
    /// Recorders that write sound, in the order of the build.
    pub recorders: Vec<RecorderTracks<'a>>,
    /// What doesn't match, in the order of the connections.
    pub mismatches: Vec<Mismatch>,
}

/// The sound of a floor whose recorders each record a picture of an input and so many tracks.
pub fn heard<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    recorders: impl Iterator<Item = (usize, Option<PortIx>, usize)>,
) -> Heard<'a> {
    // Most floors that are only looked at for their picture have none.
    let heard = |(port, signal): (PortIx, &Signal)| {
        let written = signal.timecode.is_some() && floor.ports[port].port.wire == Wire::Analogue;
        !signal.sound.is_empty() || written
    };
    if !resolved.signals.iter().enumerate().any(heard) {
        return Heard::default();
    }
    let mut levels = levels(floor, resolved, &Tried::default());
    let recorders = recorders.filter_map(|(placement, picture, count)| {
        let (tracks, spare) = tracks(floor, resolved, &mut levels, (placement, picture), count);
        let holds = |track: &Track| !track.from.is_empty() || track.timecode.is_some();
        let some = !spare.is_empty() || tracks.iter().any(holds);
        let set = !floor.build.placements[placement].settings.tracks.is_empty();
        (some || set).then_some(RecorderTracks {
            placement,
            tracks,
            spare,
        })
    });
    let recorders = recorders.collect();
    let mismatches = mismatches(floor, resolved, &levels);
    Heard {
        levels,
        recorders,
        mismatches,
    }
}
