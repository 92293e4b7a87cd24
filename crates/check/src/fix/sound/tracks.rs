//! What is on the tracks of a recorder.

use super::super::recording::change_recording;
use crate::fix::basics::build;
use crate::{Facts, Fix};
use engine::path::PortIx;
use engine::sound::RecorderTracks;
use model::document::{Command, PortRef, TrackKind, TrackSetting, TrackSource};

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
        track.kind = TrackKind::Mix;
        let title = format!("Call track {number} of {} a mix", facts.device(placement));
        fixes.push(set_tracks(facts, placement, title, tracks));
    }
    fixes
}

/// Puts channels that are on no track on those that are free.
pub fn on_free_track(facts: &Facts, recorder: &RecorderTracks) -> Option<Fix> {
    let placement = recorder.placement;
    let source = |(port, channel): &(PortIx, u8)| {
        let PortRef { port, .. } = facts.floor.name(*port);
        TrackSource {
            input: port.to_string(),
            channel: channel + 1,
        }
    };
    let tracks = facts.floor.build.placements[placement]
        .settings
        .tracks
        .clone();
    let title = format!("Put them on free tracks of {}", facts.device(placement));
    on_free(
        facts,
        placement,
        title,
        tracks,
        recorder.spare.iter().map(source),
    )
}

/// Gives what is mixed on a track of a recorder tracks of their own, all but the first.
pub fn unmix(facts: &Facts, placement: usize, number: usize) -> Option<Fix> {
    let mut tracks = facts.floor.build.placements[placement]
        .settings
        .tracks
        .clone();
    let track = tracks.get_mut(number - 1)?;
    if track.from.len() < 2 {
        return None;
    }
    let more: Vec<TrackSource> = track.from.drain(1..).collect();
    track.kind = TrackKind::Iso;
    let room = facts.floor.devices[placement]?.records.as_ref()?.tracks;
    let free = tracks.iter().filter(|track| track.from.is_empty()).count();
    let title = format!(
        "Record them on tracks of their own of {}",
        facts.device(placement)
    );
    (free + room.saturating_sub(tracks.len()) >= more.len())
        .then(|| on_free(facts, placement, title, tracks, more.into_iter()))?
}

/// Puts sources on tracks that nothing is on, then on new ones, as many as the recorder has.
fn on_free(
    facts: &Facts,
    placement: usize,
    title: String,
    mut tracks: Vec<TrackSetting>,
    mut sources: impl Iterator<Item = TrackSource>,
) -> Option<Fix> {
    let ability = facts.floor.devices[placement]?.records.as_ref()?;
    for track in &mut tracks {
        if track.from.is_empty()
            && let Some(source) = sources.next()
        {
            track.from.push(source);
        }
    }
    for source in sources {
        if tracks.len() >= ability.tracks {
            break;
        }
        tracks.push(TrackSetting {
            from: vec![source],
            ..TrackSetting::default()
        });
    }
    let recording = facts.recording_at(placement)?.tracks;
    let mut commands = Vec::new();
    if tracks.len() > recording {
        let more = change_recording(facts, placement, "", |setting| {
            setting.tracks = tracks.len();
        });
        commands.extend(more.into_iter().flat_map(|fix| fix.commands));
    }
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
    change_recording(facts, placement, &what, |setting| {
        setting.sample_rate = (rate != 48_000).then_some(rate);
    })
}
