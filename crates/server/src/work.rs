//! Where computing happens: off the async threads, in lanes, so that what is large and what is searched
//! for never keep what is small waiting; for as long as somebody waits for it.

use crate::app::App;
use crate::problem::Problem;
use model::catalogue::Catalogue;
use runtime::cores::{at_hand, lower_priority};
use runtime::interrupt::{Interrupt, until};
use std::pin::pin;
use std::sync::Arc;
use std::sync::mpsc::sync_channel;
use std::thread;
use std::time::Duration;
use store::{Store, StoredProduction};
use tokio::sync::{Semaphore, oneshot};
use tokio::time::timeout;

/// A search that took so long ends.
const TIME_BUDGET: Duration = Duration::from_secs(20);
/// One that ends finishes what it is trying.
const GRACE: Duration = Duration::from_secs(5);

/// As much at once as there are cores, the rest waits its turn. What is large leaves a core to what
/// is small. A search tries a floor many times over: searches wait for each other alone, those on large
/// floors among themselves.
#[derive(Clone)]
pub struct Lanes {
    small: Arc<Semaphore>,
    searches: Arc<Semaphore>,
    large: Arc<Semaphore>,
    large_searches: Arc<Semaphore>,
    time_budget: Duration,
}

impl Default for Lanes {
    fn default() -> Self {
        let turns = |most: usize| Arc::new(Semaphore::new(most));
        Self {
            small: turns(at_hand()),
            searches: turns(at_hand()),
            large: turns(at_hand() - 1),
            large_searches: turns(at_hand() - 1),
            time_budget: TIME_BUDGET,
        }
    }
}

/// Where work waits for its turn.
#[derive(Clone, Copy)]
enum Lane {
    Small,
    Search,
    Large,
    LargeSearch,
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
        let lane = self.lane_of(&id, Lane::Small, Lane::Large);
        let work = move |store: &Store, catalogue| work(store, catalogue, &id);
        self.in_lane(lane, work).await
    }

    fn lane_of(&self, id: &str, small: Lane, large: Lane) -> Lane {
        match self.cache.is_large(id) {
            true => large,
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
        work: impl FnOnce(&StoredProduction, &'static Catalogue, &Interrupt) -> Result<T, Problem>
        + Send
        + 'static,
    ) -> Result<T, Problem> {
        let work = move |kept: &StoredProduction, catalogue, stop: &Interrupt| {
            let found = until(stop, || work(kept, catalogue, stop));
            found.unwrap_or_else(|| Err(given_up()))
        };
        self.search_within(id, None, work).await
    }

    /// Runs a search whose answer says how far it came: after a while it looks no further.
    pub async fn search_so_far<T: Send + 'static>(
        &self,
        id: String,
        work: impl FnOnce(&StoredProduction, &'static Catalogue, &Interrupt) -> Result<T, Problem>
        + Send
        + 'static,
    ) -> Result<T, Problem> {
        self.search_within(id, Some(GRACE), work).await
    }

    async fn search_within<T: Send + 'static>(
        &self,
        id: String,
        grace: Option<Duration>,
        work: impl FnOnce(&StoredProduction, &'static Catalogue, &Interrupt) -> Result<T, Problem>
        + Send
        + 'static,
    ) -> Result<T, Problem> {
        let stop = Interrupt::default();
        let waiting = Waiting(stop.clone());
        let lane = self.lane_of(&id, Lane::Search, Lane::LargeSearch);
        let mut searched = pin!(self.in_lane(lane, move |store, catalogue| {
            if stop.is_raised() {
                return Err(given_up());
            }
            work(&store.get(&id)?, catalogue, &stop)
        }));
        if let Ok(answer) = timeout(self.lanes.time_budget, &mut searched).await {
            return answer;
        }
        drop(waiting);
        // What was cut short and doesn't say so is no answer.
        let so_far = timeout(grace.ok_or_else(given_up)?, searched).await;
        so_far.unwrap_or_else(|_| Err(given_up()))
    }

    async fn in_lane<T: Send + 'static>(
        &self,
        lane: Lane,
        work: impl FnOnce(&Store, &'static Catalogue) -> Result<T, Problem> + Send + 'static,
    ) -> Result<T, Problem> {
        let (store, catalogue) = (self.store.clone(), self.catalogue);
        let (tell, told) = sync_channel(1);
        let work = Box::new(move || {
            // Who asked may be gone.
            let _ = tell.send(work(&store, catalogue));
        });
        self.done_in(lane, work).await?;
        told.try_recv().map_err(|_| cut_short())?
    }

    /// Does work of any kind: compiled once for all of them.
    async fn done_in(&self, lane: Lane, work: Box<dyn FnOnce() + Send>) -> Result<(), Problem> {
        let turns = match lane {
            Lane::Small => &self.lanes.small,
            Lane::Search => &self.lanes.searches,
            Lane::Large => &self.lanes.large,
            Lane::LargeSearch => &self.lanes.large_searches,
        };
        let turn = turns.clone().acquire_owned().await;
        let turn = turn.map_err(|_| cut_short())?;
        let (tell, told) = oneshot::channel();
        let work = move || {
            work();
            drop(turn);
            let _ = tell.send(());
        };
        match lane {
            Lane::Small => drop(tokio::task::spawn_blocking(work)),
            // A thread of its own, since it can't come forward again; not one of the workers, who would
            // take it up in the middle of somebody else's report.
            Lane::Search | Lane::Large | Lane::LargeSearch => {
                drop(
                    thread::Builder::new()
                        .name("unhurried work".into())
                        .spawn(|| {
                            lower_priority();
                            work();
                        }),
                );
            }
        }
        told.await.map_err(|_| {
            // The panic itself, with its trace, is in the log already.
            tracing::error!("work for a request was cut short");
            cut_short()
        })
    }
}

fn cut_short() -> Problem {
    Problem::internal("the work was cut short; nothing was changed")
}

fn given_up() -> Problem {
    Problem::too_long(format!(
        "that was given up after {} s: the floor is large, or the machine is busy; ask for less at once, or again when it has time",
        TIME_BUDGET.as_secs()
    ))
}

#[cfg(test)]
mod tests {
    use crate::app::App;
    use crate::problem::Problem;
    use model::catalogue::Catalogue;
    use model::document::Production;
    use runtime::cores::sharing;
    use runtime::interrupt::Interrupt;
    use std::time::Duration;
    use store::{Store, StoredProduction};
    use tokio::time::timeout;

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
    async fn a_search_that_says_how_far_it_came_is_heard() {
        let (_folder, _stop, mut app) = app();
        app.lanes.time_budget = Duration::from_secs(1);
        let id = kept(&app, &demo::floor(3));
        let until_told = |_: &StoredProduction, _: &'static Catalogue, stop: &Interrupt| {
            while !stop.is_raised() {
                std::thread::sleep(Duration::from_millis(1));
            }
            Ok("so far")
        };
        let far = app.search_so_far(id.clone(), until_told).await;
        assert_eq!(far.ok(), Some("so far"));
        let given_up = app.search(id, until_told).await;
        assert!(given_up.is_err());
    }

    fn kept(app: &App, production: &Production) -> String {
        app.store.create(production).unwrap().id
    }

    #[tokio::test]
    async fn searches_keep_nothing_else_waiting() {
        searches_keep_waiting_none_of(&demo::productions().remove(0).1).await;
    }

    #[tokio::test]
    async fn searches_of_a_large_floor_keep_nothing_else_waiting() {
        searches_keep_waiting_none_of(&demo::floor(1_000)).await;
    }

    /// While they search one production, it is read, and so is a small one; a large one is computed.
    async fn searches_keep_waiting_none_of(production: &Production) {
        let (_folder, _stop, mut app) = app();
        // However slow the machine is, none is given up.
        app.lanes.time_budget = Duration::from_secs(3_600);
        let id = kept(&app, production);
        let small = kept(&app, &demo::floor(3));
        let opened = app.store.get(&id).unwrap();
        let build = &production.builds[0].id;
        let opened = app.cache.workspace(opened, build, Catalogue::shipped());
        assert!(opened.is_ok());
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
            let reads = [&small, &id].map(|id| {
                app.on_production(id.clone(), |store, _, id| Ok(store.get(id)?.revision))
            });
            let large = app.large(|_, _| Ok(sharing(DEVICES, || 1)));
            // Not how fast they are: only that they don't wait for what never ends.
            let all = async {
                for read in reads {
                    assert_eq!(read.await.ok(), Some(1));
                }
                large.await.ok()
            };
            let all = timeout(Duration::from_secs(120), all).await;
            assert_eq!(all.expect("one waits behind searches"), Some(1));
        }
        drop(let_go);
        for search in searches {
            assert_eq!(search.await.unwrap(), Some(1));
        }
    }
}
