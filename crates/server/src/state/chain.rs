//! What each edit changed, kept a while: whoever is some edits behind is told those, though the workspace that they
//! have is forgotten.

use difference::PatchStep;
use std::collections::{HashMap, HashSet, VecDeque};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

/// Bytes of all changes that are kept.
const BYTES: usize = 4_000_000;
/// Changes that are kept.
const LINKS: usize = 1_000;
/// Whoever is told more is told the whole sooner: steps, and bytes.
const MOST_STEPS: usize = 1_000;
const MOST_BYTES: usize = 200_000;

/// What changed in the workspace of a build from one revision to the next.
#[derive(Clone)]
pub struct Link {
    /// The production.
    pub id: String,
    /// The build that is reported on.
    pub build: String,
    /// The revision that it led to.
    pub to: u64,
    /// The change.
    pub steps: Arc<Vec<PatchStep>>,
}

/// Where a workspace says what an edit left behind.
pub const SAID: &str = "/said";

/// The changes that were made lately, the newest last.
#[derive(Default)]
pub struct Chain(Mutex<(VecDeque<Link>, usize)>);

fn size(link: &Link) -> usize {
    link.steps.iter().map(PatchStep::size).sum()
}

impl Chain {
    fn all(&self) -> MutexGuard<'_, (VecDeque<Link>, usize)> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Keeps what an edit changed.
    pub fn keep(&self, link: Link) {
        let mut all = self.all();
        let (links, bytes) = &mut *all;
        *bytes += size(&link);
        links.push_back(link);
        while *bytes > BYTES || links.len() > LINKS {
            let Some(old) = links.pop_front() else { break };
            *bytes -= size(&old);
        }
    }

    /// Whether what led to a revision is kept.
    pub fn knows(&self, (id, build): (&str, &str), to: u64) -> bool {
        let all = self.all();
        let mut links = all.0.iter().rev();
        links.any(|link| link.to == to && link.id == id && link.build == build)
    }

    /// Forgets everything.
    pub fn forget(&self) {
        *self.all() = Default::default();
    }

    /// All that changed after a revision up to another; `None` where some of it isn’t known any more, or it is too
    /// much.
    pub fn since(&self, (id, build): (&str, &str), from: u64, to: u64) -> Option<Vec<PatchStep>> {
        if from >= to {
            return None;
        }
        let all = self.all();
        let of_it = all
            .0
            .iter()
            .filter(|link| link.id == id && link.build == build);
        let links: HashMap<u64, &Link> = of_it.map(|link| (link.to, link)).collect();
        let mut steps = Vec::new();
        for revision in from + 1..=to {
            // What one was told after their edit isn't for the others.
            let changes = links.get(&revision)?.steps.iter();
            steps.extend(changes.filter(|step| !step.puts(SAID)));
        }
        let steps = newest(steps);
        let bytes: usize = steps.iter().map(|step| step.size()).sum();
        (steps.len() <= MOST_STEPS && bytes <= MOST_BYTES).then(|| {
            let steps = steps.into_iter().cloned();
            steps.chain([PatchStep::put(SAID, &[""; 0])]).collect()
        })
    }
}

/// Steps without the values that are replaced again later: places stay the same from one step that adds, removes or
/// moves something to the next.
fn newest(steps: Vec<&PatchStep>) -> Vec<&PatchStep> {
    let mut later: HashSet<&str> = HashSet::new();
    let mut kept: Vec<&PatchStep> = Vec::new();
    for step in steps.into_iter().rev() {
        match step {
            PatchStep::Replace { path, .. } if !later.insert(path) => continue,
            PatchStep::Replace { .. } => {}
            _ => later.clear(),
        }
        kept.push(step);
    }
    kept.reverse();
    kept
}
