//! What findings are judged on.

use crate::finding::without_number;
use engine::path::{Floor, Resolved};
use engine::power::Powered;
use engine::record::Recording;
use engine::rig::{Judge, Rigged};
use engine::sound::Heard;
use rustc_hash::FxHashSet;

/// Whose fixes are proposed while findings are judged: proposing is more work than judging.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Proposals<'w> {
    /// Nobody's.
    #[default]
    None,
    /// Those of the finding with this id.
    Of(&'w str),
    /// Those of the findings with these ids.
    Among(&'w FxHashSet<&'w str>),
}

/// All that findings are judged on.
pub struct Facts<'f, 'a> {
    /// The floor.
    pub floor: &'f Floor<'a>,
    /// What runs where.
    pub resolved: &'f Resolved,
    /// What is recorded.
    pub recordings: &'f [Recording<'a>],
    /// The sound of it: levels, tracks, what doesn't match.
    pub heard: &'f Heard<'a>,
    /// What feeds what, and for how long.
    pub power: &'f Powered,
    /// What is mounted on what, and what follows from that.
    pub rig: &'f Rigged<'a>,
    /// What ways to mount a part are weighed by: what would be found of the rigs.
    pub weighs: Judge,
    /// Whose fixes are proposed.
    pub proposals: Proposals<'f>,
}

impl<'a> Facts<'_, 'a> {
    /// What is recorded at a placement.
    pub fn recording_at(&self, placement: usize) -> Option<&Recording<'a>> {
        let found = self
            .recordings
            .binary_search_by_key(&placement, |recording| recording.placement);
        found.ok().map(|at| &self.recordings[at])
    }

    /// Cameras whose picture a recorder records at one of its inputs.
    pub(crate) fn cameras_recorded_outside(&self) -> impl Iterator<Item = usize> {
        let inputs = self
            .recordings
            .iter()
            .filter_map(|recording| recording.input);
        let pictures = inputs.filter_map(|input| self.resolved.signals[input].picture);
        pictures.map(|picture| self.floor.ports[picture.origin].placement)
    }

    /// Whether the fixes of a finding are wanted, by its id without a number.
    pub(crate) fn proposes(&self, finding: &str) -> bool {
        match self.proposals {
            Proposals::None => false,
            Proposals::Of(id) => without_number(id) == finding,
            Proposals::Among(ids) => ids.contains(finding),
        }
    }
}
