//! Levels, 48 V, matching, tracks: what a sound recordist would say of it, a file a subject.

mod air;
mod levels;
mod listening;
mod matching;
mod tracks;

use crate::{Facts, Finding};
use engine::path::ConnectionIx;
use engine::sound::{Part, RecorderTracks, Track};
use std::collections::BTreeSet;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let heard = facts.heard;
    for mismatch in &heard.mismatches {
        found.push(matching::mismatched(facts, *mismatch));
    }
    let told: BTreeSet<ConnectionIx> = heard
        .mismatches
        .iter()
        .filter_map(matching::spoils_level)
        .collect();
    levels::stages(facts, &told, found);
    levels::auto_gain(facts, found);
    for recorder in &heard.recorders {
        tracks::on_tracks(facts, recorder, found);
    }
    levels::quieter_ways(facts, found);
    tracks::safety_copies(facts, found);
    tracks::sample_rates(facts, found);
    listening::headphones(facts, found);
    air::frequencies(facts, found);
    air::batteries(facts, found);
}

/// Every part that is heard at the end of something: on a track, or at an input that writes nothing.
fn ends<'h>(
    facts: &'h Facts,
) -> impl Iterator<Item = (&'h RecorderTracks<'h>, &'h Track<'h>, &'h Part)> {
    let recorders = facts.heard.recorders.iter();
    recorders.flat_map(|recorder| {
        recorder.tracks.iter().flat_map(move |track| {
            let parts = track.channel.parts.iter();
            parts.map(move |part| (recorder, track, part))
        })
    })
}
