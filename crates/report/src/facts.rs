//! All that follows from one build, for whoever asks something of it.

use check::{Facts, Proposals};
use engine::path::{Floor, Resolved, resolve};
use engine::power::Powered;
use engine::record::{Recording, recordings};
use engine::rig::Rigged;
use engine::sound::{Heard, heard};
use model::catalogue::Catalogue;
use model::document::{Build, Production};
use runtime::cores::{both, sharing};

/// The sound of a floor with its recordings.
pub fn heard_by<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    recordings: &[Recording<'a>],
) -> Heard<'a> {
    let recorders = recordings.iter();
    let recorders =
        recorders.map(|recording| (recording.placement, recording.input, recording.tracks));
    heard(floor, resolved, recorders)
}

/// Asks something of all that follows from one build; `None` where the production has no such build.
pub fn with_facts<T: Send>(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    proposals: Proposals,
    question: impl FnOnce(&Facts) -> T + Send,
) -> Option<T> {
    let build = production.build(build)?;
    let answer = || ask(production, build, catalogue, proposals, question);
    Some(sharing(build.placements.len(), answer))
}

fn ask<T>(
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
    proposals: Proposals,
    question: impl FnOnce(&Facts) -> T,
) -> T {
    let catalogue = catalogue.with(&production.custom);
    let floor = Floor::new(production, build, &catalogue);
    let flows = || {
        let resolved = resolve(&floor);
        let recordings = recordings(&floor, &resolved);
        let (heard, powered) = both(
            || heard_by(&floor, &resolved, &recordings),
            || Powered::of(&floor, &resolved, &recordings),
        );
        (resolved, recordings, heard, powered)
    };
    let ((resolved, recordings, heard, powered), rigged) = both(flows, || Rigged::of(&floor));
    question(&Facts {
        heard: &heard,
        power: &powered,
        rig: &rigged,
        weighs: check::severities,
        floor: &floor,
        resolved: &resolved,
        recordings: &recordings,
        proposals,
    })
}
