//! Where computing happens: off the async threads, in lanes, so that what is large and what is searched
//! for never keep what is small waiting; for as long as somebody waits for it.

use crate::App;
use crate::problem::Problem;
use std::sync::Arc;
use std::thread;
use std::time::Duration;
use tokio::sync::{Semaphore, oneshot};
use west_rail_core::catalogue::Catalogue;
use west_rail_core::cores::{at_hand, stand_back};
use west_rail_core::interrupt::Interrupt;
use west_rail_store::{Kept, Store};

/// A search that took so long is given up.
const PATIENCE: Duration = Duration::from_secs(20);

/// As much at once as there are cores, the rest waits its turn. What is large leaves a core to what
/// is small. A search tries a floor many times over: on floors that aren't large, searches wait for each
/// other alone.
#[derive(Clone)]
pub struct Lanes {
    small: Arc<Semaphore>,
    searches: Arc<Semaphore>,
    large: Arc<Semaphore>,
}

impl Default for Lanes {
    fn default() -> Self {
        let turns = |most: usize| Arc::new(Semaphore::new(most));
        Self {
            small: turns(at_hand()),
            searches: turns(at_hand()),
            large: turns(at_hand() - 1),
        }
    }
}

/// Where work waits for its turn.
#[derive(Clone, Copy)]
enum Lane {
    Small,
    Search,
    Large,
}

/// Says that nobody waits any more when the request is dropped.
struct Waiting(Interrupt);

impl Drop for Waiting {
    fn drop(&mut self) {
        self.0.raise();
    }
}

impl App {
    /// Runs small work on the store.
    pub async fn with_store<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Store, &'static Catalogue) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_lane(Lane::Small, work).await
    }

    /// Runs work on one production: a large one stands in the lane of what is large.
    pub async fn on_production<T: Send + 'static>(
        &self,
        id: String,
        work: impl FnOnce(&Store, &'static Catalogue, &str) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let lane = self.lane_of(&id, Lane::Small);
        let work = move |store: &Store, catalogue| work(store, catalogue, &id);
        self.in_lane(lane, work).await
    }

    /// The lane of what is large, where a production is; else another.
    fn lane_of(&self, id: &str, small: Lane) -> Lane {
        match self.lately.is_large(id) {
            true => Lane::Large,
            false => small,
        }
    }

    /// Runs work that may be large, whatever it is on.
    pub async fn large<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Store, &'static Catalogue) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        self.in_lane(Lane::Large, work).await
    }

    /// Runs a search on one production: it is interrupted when who asked is gone, and given up after a
    /// while.
    pub async fn search<T: Send + 'static>(
        &self,
        id: String,
        work: impl FnOnce(&Kept, &'static Catalogue, &Interrupt) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let stop = Interrupt::default();
        let waiting = Waiting(stop.clone());
        let lane = self.lane_of(&id, Lane::Search);
        let searched = self.in_lane(lane, move |store, catalogue| {
            if stop.is_raised() {
                return Err(Problem::too_long("nobody waits for this any more"));
            }
            work(&store.get(&id)?, catalogue, &stop)
        });
        let answer = tokio::time::timeout(PATIENCE, searched).await;
        drop(waiting);
        answer.unwrap_or_else(|_| {
            Err(Problem::too_long(format!(
                "that was given up after {} s: the floor is large, or the machine is busy; ask for less at once, or again when it has time",
                PATIENCE.as_secs()
            )))
        })
    }

    async fn in_lane<T: Send + 'static>(
        &self,
        lane: Lane,
        work: impl FnOnce(&Store, &'static Catalogue) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let (store, catalogue) = (self.store.clone(), self.catalogue);
        let cut_short = || Problem::internal("the work was cut short; nothing was changed");
        let turns = match lane {
            Lane::Small => &self.lanes.small,
            Lane::Search => &self.lanes.searches,
            Lane::Large => &self.lanes.large,
        };
        let turn = turns.clone().acquire_owned().await;
        let turn = turn.map_err(|_| cut_short())?;
        let (tell, told) = oneshot::channel();
        let work = move || {
            let answer = work(&store, catalogue);
            drop(turn);
            // Who asked may be gone.
            let _ = tell.send(answer);
        };
        match lane {
            Lane::Small => drop(tokio::task::spawn_blocking(work)),
            // A thread of its own, since it can't come forward again; not one of the workers, who would
            // take it up in the middle of somebody else's report.
            Lane::Search | Lane::Large => {
                drop(
                    thread::Builder::new()
                        .name("unhurried work".into())
                        .spawn(|| {
                            stand_back();
                            work();
                        }),
                );
            }
        }
        told.await.unwrap_or_else(|_| {
            // The panic itself, with its trace, is in the log already.
            tracing::error!("work for a request was cut short");
            Err(cut_short())
        })
    }
}

#[cfg(test)]
mod tests {
    use crate::App;
    use crate::problem::Problem;
    use std::time::Duration;
    use west_rail_core::cores::sharing;
    use west_rail_store::Store;

    /// As many as more than one worker looks at.
    const DEVICES: usize = 100;

    /// The folder is gone with the first of them.
    fn app() -> (tempfile::TempDir, tokio::sync::watch::Sender<bool>, App) {
        let folder = tempfile::tempdir().unwrap();
        let store = Store::open(&folder.path().join("a.sqlite")).unwrap();
        let (stop, stopping) = tokio::sync::watch::channel(false);
        (folder, stop, App::new(store, stopping))
    }

    #[tokio::test]
    async fn work_that_panics_is_cut_short_and_leaves_its_turn() {
        let (_folder, _stop, app) = app();
        // More often than there are turns on any machine that tests run on.
        for _ in 0..200 {
            let done: Result<(), Problem> = app.large(|_, _| panic!("on purpose")).await;
            assert!(done.is_err());
            let done: Result<(), Problem> = app.with_store(|_, _| panic!("on purpose")).await;
            assert!(done.is_err());
        }
        assert_eq!(app.large(|_, _| Ok(1)).await.ok(), Some(1));
        assert_eq!(app.with_store(|_, _| Ok(2)).await.ok(), Some(2));
    }

    #[tokio::test]
    async fn searches_keep_nothing_else_waiting() {
        let (_folder, _stop, app) = app();
        let (_, production) = west_rail_core::demo::productions().remove(0);
        let id = app.store.create(&production).unwrap().id;
        // More than there are turns on any machine that tests run on; each holds a worker until it is let go.
        let (let_go, searches): (Vec<_>, Vec<_>) = (0..200)
            .map(|_| {
                let (app, id) = (app.clone(), id.clone());
                let (let_go, held) = std::sync::mpsc::channel::<()>();
                let search = async move {
                    let search = app.search(id, move |kept, _, _| {
                        let _ = sharing(DEVICES, move || held.recv());
                        Ok(kept.revision)
                    });
                    search.await.ok()
                };
                (let_go, tokio::spawn(search))
            })
            .unzip();
        for _ in 0..200 {
            tokio::task::yield_now().await;
            let small = app.on_production(id.clone(), |store, _, id| Ok(store.get(id)?.revision));
            let large = app.large(|_, _| Ok(sharing(DEVICES, || 1)));
            // Not how fast they are: only that they don't wait for what never ends.
            let both = async { (small.await.ok(), large.await.ok()) };
            let both = tokio::time::timeout(Duration::from_secs(10), both).await;
            assert_eq!(both.expect("one waits behind searches"), (Some(1), Some(1)));
        }
        drop(let_go);
        for search in searches {
            assert_eq!(search.await.unwrap(), Some(1));
        }
    }
}
