//! The channels that reach a recorder, and where they began.

use crate::path::{Floor, PortIx, Resolved, Sound};
use model::document::TrackSetting;
use rustc_hash::FxHashSet;
use transport::wire::Wire;

/// A channel at one port: the port, and its number there, from 0.
pub type ChannelAt = (PortIx, u8);

/// The sound that reaches a recorder.
#[derive(Debug, Clone, PartialEq)]
pub struct TrackFeed {
    /// Channels in the order of the tracks: those on the first track first; those on no track last.
    pub channels: Vec<Sound>,
    /// How many of them are on each track: one where nobody has said.
    pub on_track: Vec<usize>,
    /// Tracks that hold timecode, by their place.
    pub timecode_on: Vec<usize>,
    /// Where the picture's wire lost channels, and how many were left: the first such port.
    pub lost_at: Option<(PortIx, usize)>,
}

impl TrackFeed {
    /// How many channels are on the first so many tracks.
    pub fn written(&self, tracks: usize) -> usize {
        self.on_track.iter().take(tracks).sum()
    }

    /// How many of the first so many tracks a channel reaches.
    pub fn fed(&self, tracks: usize) -> usize {
        let on = self.on_track.iter().take(tracks);
        let timecode = self.timecode_on.iter().filter(|track| **track < tracks);
        on.filter(|on_it| **on_it > 0).count() + timecode.count()
    }
}

/// So many microphones of one channel are named, and so many mixes are looked into for them.
const MOST_NAMED: usize = 64;
const MOST_MIXES: usize = 256;

/// The outputs where a channel began, mixes taken apart: the microphones that are heard on it. Of a crowd,
/// some.
pub fn made_of(resolved: &Resolved, origin: PortIx) -> Vec<PortIx> {
    if !resolved.mixes.contains_key(&origin) {
        return vec![origin];
    }
    Apart::default().some_of(resolved, origin, (MOST_NAMED, MOST_MIXES))
}

/// Mixes that are taken apart once, however many channels they are heard on.
#[derive(Debug, Default)]
pub struct Apart(FxHashSet<PortIx>);

impl Apart {
    /// The outputs where a channel began, those left out that were told before.
    pub fn made_of(&mut self, resolved: &Resolved, origin: PortIx) -> Vec<PortIx> {
        self.some_of(resolved, origin, (usize::MAX, usize::MAX))
    }

    fn some_of(
        &mut self,
        resolved: &Resolved,
        origin: PortIx,
        (most, mixes): (usize, usize),
    ) -> Vec<PortIx> {
        let (mut found, mut looked) = (Vec::new(), 0);
        let mut open = vec![origin];
        while let Some(port) = open.pop().filter(|_| found.len() < most) {
            if !self.0.insert(port) {
                continue;
            }
            match resolved.mixes.get(&port) {
                None => found.push(port),
                Some(parts) if looked < mixes => {
                    looked += 1;
                    open.extend(parts);
                }
                Some(_) => {}
            }
        }
        found.sort_unstable();
        found
    }
}

/// The inputs whose sound a recorder can write: beside the picture first, then its own.
pub fn sound_inputs(floor: &Floor, placement: usize, picture: Option<PortIx>) -> Vec<PortIx> {
    let ability = floor.devices[placement].and_then(|device| device.records.as_ref());
    let own = ability.iter().flat_map(|ability| &ability.sound_inputs);
    let own = own.filter_map(|id| floor.port_of(placement, id));
    picture.into_iter().chain(own).collect()
}

/// Inputs for sound into which timecode comes: it is written on a track like a voice.
pub fn timecode_inputs(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    picture: Option<PortIx>,
) -> Vec<PortIx> {
    let mut inputs = sound_inputs(floor, placement, picture);
    inputs.retain(|input| {
        let signal = &resolved.signals[*input];
        let wire = floor.ports[*input].port.wire;
        wire == Wire::Analogue && signal.timecode.is_some() && signal.sound.is_empty()
    });
    inputs
}

/// The input whose timecode is on each of the tracks: as set; where nothing is, behind the channels that arrive.
pub fn timecode_tracks(
    floor: &Floor,
    resolved: &Resolved,
    (placement, picture): (usize, Option<PortIx>),
    arriving: usize,
) -> Vec<(usize, PortIx)> {
    let inputs = timecode_inputs(floor, resolved, placement, picture);
    let set = &floor.build.placements[placement].settings.tracks;
    if set.is_empty() {
        return (arriving..).zip(inputs).collect();
    }
    let tracks = set.iter().enumerate();
    let of = |track: &TrackSetting| {
        let mut sources = track.from.iter();
        sources.find_map(|source| {
            let input = floor.port_of(placement, &source.input)?;
            inputs.contains(&input).then_some(input)
        })
    };
    tracks
        .filter_map(|(number, track)| Some((number, of(track)?)))
        .collect()
}

/// Every channel that comes into a recorder, in its usual order.
pub fn arriving(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    picture: Option<PortIx>,
) -> Vec<ChannelAt> {
    let inputs = sound_inputs(floor, placement, picture).into_iter();
    let channels = inputs.flat_map(|input| {
        let count = resolved.signals[input].sound.len().min(255) as u8;
        (0..count).map(move |channel| (input, channel))
    });
    let mut channels: Vec<ChannelAt> = channels.collect();
    // What a body hears by itself is for finding the place: it comes after what somebody has placed.
    channels.sort_by_key(|(input, channel)| {
        let origin = resolved.signals[*input].sound[usize::from(*channel)].origin;
        floor.ports[origin].port.connector.facts().built_in
    });
    channels
}

/// The channels on each track: as set; where nothing is, what arrives, in its order.
pub fn track_channels(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    arriving: &[ChannelAt],
) -> Vec<Vec<ChannelAt>> {
    let set = &floor.build.placements[placement].settings.tracks;
    if set.is_empty() {
        return arriving.iter().map(|channel| vec![*channel]).collect();
    }
    let on_track = |track: &TrackSetting| {
        let sources = track.from.iter().filter_map(|source| {
            let input = floor.port_of(placement, &source.input)?;
            let channel = source.channel.checked_sub(1)?;
            let there = usize::from(channel) < resolved.signals[input].sound.len();
            (there && arriving.contains(&(input, channel))).then_some((input, channel))
        });
        sources.collect()
    };
    set.iter().map(on_track).collect()
}

/// The channels that reach a recorder at `placement`, whose picture comes in at `input`.
pub fn track_feed(
    floor: &Floor,
    resolved: &Resolved,
    placement: usize,
    input: Option<PortIx>,
) -> TrackFeed {
    let arriving = arriving(floor, resolved, placement, input);
    let tracks = track_channels(floor, resolved, placement, &arriving);
    let on_track = tracks.iter().map(Vec::len).collect();
    let on_tracks: Vec<ChannelAt> = tracks.into_iter().flatten().collect();
    let spare = arriving.iter().filter(|at| !on_tracks.contains(at));
    let sound = |(port, channel): &ChannelAt| resolved.signals[*port].sound[usize::from(*channel)];
    let channels = on_tracks.iter().chain(spare).map(sound).collect();
    let timecode = timecode_tracks(floor, resolved, (placement, input), arriving.len());
    let lost_at = input.and_then(|input| resolved.sound_lost[input]);
    let lost_at = lost_at.map(|port| (port, resolved.signals[port].sound.len()));
    TrackFeed {
        channels,
        on_track,
        timecode_on: timecode.into_iter().map(|(number, _)| number).collect(),
        lost_at,
    }
}
