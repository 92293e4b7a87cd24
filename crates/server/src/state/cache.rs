//! What was answered lately, and answers that are as small as what changed since.

use super::chain::{Chain, Link};
use crate::problem::Problem;
use crate::workspace::Workspace;
use axum::Json;
use axum::extract::FromRequestParts;
use axum::http::header;
use axum::http::request::Parts;
use axum::response::{IntoResponse, Response};
use difference::{PatchStep, difference};
use model::catalogue::Catalogue;
use report::report;
use runtime::cores::{LARGE, lower_priority};
use std::collections::VecDeque;
use std::convert::Infallible;
use std::sync::mpsc::{SyncSender, sync_channel};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::thread;
use std::time::Duration;
use store::StoredProduction;

/// The media type of a JSON Patch.
pub const PATCH: &str = "application/json-patch+json";

/// Ports of all workspaces that are remembered: about 20 MB.
const REMEMBERED_PORTS: usize = 20_000;
/// Workspaces that are remembered.
const REMEMBERED: usize = 16;

/// After so long an answer is out.
const ANSWERED: Duration = Duration::from_millis(30);

/// So many that are forgotten wait to be taken apart.
const WAITING: usize = 4;

/// So many entries of a list are freed at once: some ten microseconds.
const PIECE: usize = 64;

/// Workspaces that were answered lately, the newest last. They follow from their revision and build
/// alone, so one that is found is as good as one that is computed.
#[derive(Clone)]
pub struct WorkspaceCache {
    all: Arc<Mutex<VecDeque<Arc<Workspace>>>>,
    /// Those that are forgotten.
    gone: SyncSender<Vec<Arc<Workspace>>>,
    /// What each edit changed.
    chain: Arc<Chain>,
}

impl Default for WorkspaceCache {
    fn default() -> Self {
        Self {
            all: Arc::default(),
            gone: clearing(),
            chain: Arc::default(),
        }
    }
}

/// Takes workspaces apart on a thread of its own, once the answers are out that they gave way to: it
/// takes as long as comparing them. While the machine is busy with others that thread may not get far: of more
/// than a few that wait for it, whoever forgets one frees it.
fn clearing() -> SyncSender<Vec<Arc<Workspace>>> {
    let (gone, forgotten) = sync_channel::<Vec<Arc<Workspace>>>(WAITING);
    let clear = move || {
        lower_priority();
        while let Ok(old) = forgotten.recv() {
            thread::sleep(ANSWERED);
            // Who looks at one still takes it apart.
            let old = old.into_iter().filter_map(Arc::into_inner);
            old.for_each(take_apart);
        }
    };
    // Where the machine gives no thread, who sends one takes it apart.
    let _ = thread::Builder::new().name("clearing".into()).spawn(clear);
    gone
}

/// Frees a workspace piece by piece. One that is freed at once holds its core for a whole turn of the
/// scheduler, for which somebody’s edit would wait.
fn take_apart(workspace: Workspace) {
    let report = workspace.report;
    in_pieces(report.devices);
    in_pieces(report.lines);
    in_pieces(report.ports);
    in_pieces(report.connections);
    in_pieces(report.needs);
    in_pieces(report.arrivals);
    in_pieces(report.recordings);
    in_pieces(report.sound.chains);
    in_pieces(report.sound.sheets);
    in_pieces(report.time.clocks);
    in_pieces(report.power.nodes);
    in_pieces(report.power.sources);
    in_pieces(report.findings);
    let builds = Arc::into_inner(workspace.production).map(|production| production.builds);
    for build in builds.into_iter().flatten() {
        in_pieces(build.placements);
        in_pieces(build.connections);
        in_pieces(build.needs);
    }
}

/// Frees a list a few entries at a time, and lets others go first in between.
fn in_pieces<T>(mut list: Vec<T>) {
    while !list.is_empty() {
        list.truncate(list.len().saturating_sub(PIECE));
        thread::yield_now();
    }
}

impl WorkspaceCache {
    fn all(&self) -> MutexGuard<'_, VecDeque<Arc<Workspace>>> {
        // What was there before a panic is still true.
        self.all.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// The workspace of a build at a revision, where it was answered lately.
    pub fn at(&self, id: &str, build: &str, revision: u64) -> Option<Arc<Workspace>> {
        let all = self.all();
        let mut found = all.iter().rev().filter(|workspace| {
            workspace.revision == revision && workspace.report.build == build && workspace.id == id
        });
        found.next().cloned()
    }

    /// The workspace of a build of what is kept, computed where nobody asked for it before.
    pub fn workspace(
        &self,
        kept: StoredProduction,
        build: &str,
        catalogue: &Catalogue,
    ) -> Result<Arc<Workspace>, Problem> {
        if let Some(workspace) = self.at(&kept.id, build, kept.revision)
            && (Arc::ptr_eq(&workspace.production, &kept.production)
                || workspace.production == kept.production)
        {
            return Ok(workspace);
        }
        let report = report(&kept.production, build, catalogue);
        let report = report.ok_or_else(|| Problem::no_build(build))?;
        let workspace = Arc::new(Workspace::new(kept, report));
        self.remember(workspace.clone());
        Ok(workspace)
    }

    /// Whether a production, in all its builds, is so large that what is computed of it takes its time.
    pub fn is_large(&self, id: &str) -> bool {
        let all = self.all();
        let mut of_it = all.iter().rev().filter(|workspace| workspace.id == id);
        of_it.next().is_some_and(|workspace| {
            let builds = workspace.production.builds.iter();
            builds.map(|build| build.placements.len()).sum::<usize>() > LARGE
        })
    }

    /// Forgets everything: something else stands in the place of what is kept.
    pub fn forget(&self) {
        let gone = std::mem::take(&mut *self.all());
        self.chain.forget();
        self.clear(gone.into());
    }

    /// Keeps what follows from a revision.
    pub fn remember(&self, workspace: Arc<Workspace>) {
        self.link_to(&workspace);
        let mut all = self.all();
        all.push_back(workspace);
        let mut ports: usize = all.iter().map(|old| old.report.ports.len()).sum();
        let mut gone = Vec::new();
        while all.len() > 1 && (all.len() > REMEMBERED || ports > REMEMBERED_PORTS) {
            let Some(old) = all.pop_front() else { break };
            ports -= old.report.ports.len();
            gone.push(old);
        }
        drop(all);
        if !gone.is_empty() {
            self.clear(gone);
        }
    }

    /// Keeps what led to a workspace, where nobody did and the one before it is known.
    fn link_to(&self, now: &Arc<Workspace>) {
        let (id, build) = (now.id.as_str(), now.report.build.as_str());
        let before = now.revision.checked_sub(1);
        let before = before.and_then(|revision| self.at(id, build, revision));
        let Some(before) = before.filter(|_| !self.chain.knows((id, build), now.revision)) else {
            return;
        };
        if let Some(steps) = difference(&*before, &**now) {
            self.chain.keep(Link {
                id: id.into(),
                build: build.into(),
                to: now.revision,
                steps: Arc::new(steps),
            });
        }
    }

    fn clear(&self, gone: Vec<Arc<Workspace>>) {
        // What can't wait comes back, and is freed here.
        drop(self.gone.try_send(gone));
    }

    /// Keeps what an edit changed.
    pub fn link(&self, link: Link) {
        self.chain.keep(link);
    }

    /// What changed in a build from one revision to another, edit by edit.
    pub fn chain(&self, (id, build): (&str, &str), from: u64, to: u64) -> Option<Vec<PatchStep>> {
        self.chain.since((id, build), from, to)
    }
}

/// Whether the asker takes changes to what it has, or wants the whole: from `Accept`.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Wanted {
    Changes,
    Whole,
}

impl<S: Send + Sync> FromRequestParts<S> for Wanted {
    type Rejection = Infallible;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, Infallible> {
        let mut accepted = parts.headers.get_all(header::ACCEPT).into_iter();
        let changes = accepted.any(|value| value.to_str().is_ok_and(|text| text.contains(PATCH)));
        Ok(if changes { Self::Changes } else { Self::Whole })
    }
}

/// An answer: what changed, or the whole.
pub enum WorkspaceAnswer {
    Changes(Vec<PatchStep>),
    Whole(Arc<Workspace>),
}

impl WorkspaceAnswer {
    /// What changed since `base`, where it is wanted and known and worth it.
    pub fn since(wanted: Wanted, base: Option<&Workspace>, now: Arc<Workspace>) -> Self {
        let base = base.filter(|_| wanted == Wanted::Changes);
        let steps = base.and_then(|base| difference(base, &*now));
        steps.map_or(Self::Whole(now), Self::Changes)
    }

    /// The same after an edit, with what it left behind in sentences.
    pub fn whole_after_edit(now: Arc<Workspace>, said: &[String]) -> Self {
        if said.is_empty() {
            return Self::Whole(now);
        }
        Self::Whole(Arc::new(Workspace {
            said: said.to_vec(),
            ..Workspace::clone(&now)
        }))
    }
}

impl IntoResponse for WorkspaceAnswer {
    fn into_response(self) -> Response {
        match self {
            Self::Changes(steps) => ([(header::CONTENT_TYPE, PATCH)], Json(steps)).into_response(),
            Self::Whole(workspace) => Json(&*workspace).into_response(),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::{REMEMBERED, WorkspaceCache};
    use model::catalogue::Catalogue;
    use std::sync::Arc;
    use std::thread;
    use std::time::{Duration, Instant};
    use store::{History, StoredProduction};

    #[test]
    fn the_oldest_workspace_is_forgotten_and_taken_apart() {
        let production = Arc::new(demo::floor(3));
        let cache = WorkspaceCache::default();
        let answer = |revision| {
            let kept = StoredProduction {
                id: "floor".into(),
                revision,
                production: production.clone(),
                history: History::default(),
            };
            cache.workspace(kept, "main", Catalogue::shipped())
        };
        let first = Arc::downgrade(&answer(0).unwrap());
        for revision in 1..=REMEMBERED as u64 {
            assert!(cache.at("floor", "main", 0).is_some());
            answer(revision).unwrap();
        }
        assert!(cache.at("floor", "main", 0).is_none());
        assert!(cache.at("floor", "main", 1).is_some());
        let waiting = Instant::now();
        while first.upgrade().is_some() {
            assert!(
                waiting.elapsed() < Duration::from_secs(20),
                "it is still held"
            );
            thread::sleep(Duration::from_millis(5));
        }
    }
}
