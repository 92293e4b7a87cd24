//! Parts of a computation at once, on cores that have nothing to do. What is large has workers of its own,
//! and so has what nobody hurries for: what is small never waits behind them, and they give way to it.

use crate::interrupt::{current, within};
use rayon::iter::{IndexedParallelIterator, IntoParallelIterator, ParallelIterator};
use rayon::{ThreadPool, ThreadPoolBuilder};
use std::cell::Cell;
use std::sync::LazyLock;

/// From so many devices on, more is saved than what handing work over costs.
const WORTH_IT: usize = 40;
/// From so many devices on, a floor is large: what is computed of it takes its time.
pub const LARGE: usize = 500;

/// So many rows of a list are made by one worker at least.
const ROWS: usize = 64;

/// A worker that waits takes up other work meanwhile, on top of its own.
const STACK: usize = 8 << 20;

/// How far workers stand back where somebody else wants their core (`nice`): those for what is large, and
/// those for what nobody hurries for. A little: the machine's other programs go first, too, and while every
/// core transcodes the day, what stands far back never ends.
const LARGE_STANDS_BACK: i32 = 3;
const SEARCH_STANDS_BACK: i32 = 5;

/// Workers; none where the machine gives no threads.
static FOR_SMALL: LazyLock<Option<ThreadPool>> =
    LazyLock::new(|| workers("small floors", at_hand(), || ()));
static FOR_LARGE: LazyLock<Option<ThreadPool>> =
    LazyLock::new(|| workers("large floors", at_hand(), || give_way(LARGE_STANDS_BACK)));
/// A search has one of them for as long as it takes: with as many searches as there are cores, what is large
/// and not hurried for still finds one.
static FOR_SEARCHES: LazyLock<Option<ThreadPool>> =
    LazyLock::new(|| workers("searches", 2 * at_hand(), lower_priority));

thread_local! {
    static STANDS_BACK: Cell<bool> = const { Cell::new(false) };
}

/// As much is computed at once as there are cores: two at least, so that one edit finds a worker beside
/// another.
pub fn at_hand() -> usize {
    std::thread::available_parallelism().map_or(2, |cores| cores.get().max(2))
}

fn workers(name: &'static str, so_many: usize, begin: fn()) -> Option<ThreadPool> {
    let workers = ThreadPoolBuilder::new()
        .num_threads(so_many)
        .stack_size(STACK);
    let workers = workers.thread_name(move |number| format!("{name} {number}"));
    workers.start_handler(move |_| begin()).build().ok()
}

/// Lets everything else go first from now on: this thread, and whatever is shared from it.
pub fn lower_priority() {
    STANDS_BACK.set(true);
    give_way(SEARCH_STANDS_BACK);
}

/// Lets others have the core first; a machine that can't goes on as it was.
fn give_way(nice: i32) {
    // Only Linux keeps this by thread: elsewhere it would be the whole program.
    #[cfg(target_os = "linux")]
    if rustix::process::getpriority_process(None).is_ok_and(|now| now < nice) {
        let _ = rustix::process::setpriority_process(None, nice);
    }
    #[cfg(not(target_os = "linux"))]
    let _ = nice;
}

/// Work on a floor of so many devices, which may share parts of it with [`both`].
pub fn sharing<T: Send>(devices: usize, work: impl FnOnce() -> T + Send) -> T {
    let waits = current();
    match workers_for(devices) {
        Some(workers) => workers.install(|| within(waits, work)),
        None => work(),
    }
}

fn workers_for(devices: usize) -> Option<&'static ThreadPool> {
    match devices {
        ..WORTH_IT => None,
        _ if STANDS_BACK.get() => FOR_SEARCHES.as_ref(),
        WORTH_IT..LARGE => FOR_SMALL.as_ref(),
        LARGE.. => FOR_LARGE.as_ref(),
    }
}

/// Work on a floor of so many devices, while something else is done here: what can't leave its thread, or
/// waits for a disk.
pub fn beside<A: Send, B>(
    devices: usize,
    work: impl FnOnce() -> A + Send,
    here: impl FnOnce() -> B,
) -> (A, B) {
    let Some(workers) = workers_for(devices) else {
        return (work(), here());
    };
    let mut done = None;
    let waits = current();
    let other = workers.in_place_scope(|scope| {
        scope.spawn(|_| done = Some(within(waits, work)));
        here()
    });
    // The scope waits for it, and hands its panic on.
    (done.expect("what a scope began is done"), other)
}

/// Both of what doesn't hang on each other.
pub fn both<A: Send, B: Send>(
    one: impl FnOnce() -> A + Send,
    other: impl FnOnce() -> B + Send,
) -> (A, B) {
    match rayon::current_thread_index() {
        // A worker takes up what others began: it ends with those who wait for that.
        Some(_) => {
            let waits = current();
            let also = waits.clone();
            rayon::join(|| within(waits, one), || within(also, other))
        }
        None => (one(), other()),
    }
}

/// A list of so many rows, each made by itself.
pub fn each<R: Send>(rows: usize, row: impl Fn(usize) -> R + Send + Sync) -> Vec<R> {
    match rayon::current_thread_index() {
        Some(_) if rows > ROWS => {
            let rows = (0..rows).into_par_iter().with_min_len(ROWS);
            let waits = current();
            let row = |number| within(waits.clone(), || row(number));
            rows.map(row).collect()
        }
        _ => (0..rows).map(row).collect(),
    }
}

#[cfg(test)]
mod tests {
    use super::{at_hand, beside, both, each, lower_priority, sharing};

    #[test]
    fn lists_keep_their_order_however_they_are_shared() {
        let all = || both(|| each(1_000, |row| row * 2), || each(10, |row| row));
        let (long, short) = sharing(1_000, all);
        assert!(long.iter().copied().eq((0..1_000).map(|row| row * 2)));
        assert_eq!(short, (0..10).collect::<Vec<usize>>());
        assert_eq!(sharing(3, all), (long, short));
    }

    #[test]
    fn what_is_large_finds_a_worker_beside_as_many_searches_as_there_are_cores() {
        let workers = standing_back(|| sharing(100, rayon::current_num_threads));
        assert!(workers >= at_hand() + (at_hand() - 1));
        assert!(at_hand() > 1);
    }

    fn standing_back<T: Send + 'static>(work: impl FnOnce() -> T + Send + 'static) -> T {
        let thread = std::thread::spawn(|| {
            lower_priority();
            work()
        });
        thread.join().unwrap()
    }

    #[test]
    fn what_is_done_here_stays_on_its_thread() {
        let here = || std::thread::current().id();
        for devices in [3, 100, 5_000] {
            let (there, kept) = beside(devices, here, here);
            assert_eq!(kept, here());
            assert_eq!(there == here(), devices < super::WORTH_IT);
        }
    }

    #[test]
    fn what_is_large_what_is_small_and_searches_have_workers_of_their_own() {
        let name = || std::thread::current().name().map(String::from);
        let [here, small, large] = [3, 100, 5_000].map(|devices| sharing(devices, name));
        assert_eq!(here, name());
        assert!(small.is_some_and(|name| name.starts_with("small")));
        assert!(large.is_some_and(|name| name.starts_with("large")));
        // However deep: a search tries what it proposes.
        let tried = move |devices| move || sharing(devices, || sharing(devices, name));
        let searched = [100, 5_000].map(|devices| standing_back(tried(devices)));
        let of_searches = |name: Option<String>| name.is_some_and(|it| it.starts_with("searches"));
        assert!(searched.into_iter().all(of_searches));
    }

    #[test]
    #[cfg(target_os = "linux")]
    fn workers_for_what_is_large_stand_back_and_those_of_searches_further() {
        let nice = || rustix::process::getpriority_process(None).unwrap();
        let [small, large] = [100, 5_000].map(|devices| sharing(devices, nice));
        let searched = standing_back(move || sharing(100, nice));
        assert_eq!(small, nice());
        assert_eq!(large, small.max(super::LARGE_STANDS_BACK));
        assert_eq!(searched, small.max(super::SEARCH_STANDS_BACK));
    }
}
