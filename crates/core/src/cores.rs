//! Parts of a computation at once, on cores that have nothing to do. What is large has workers of its own:
//! what is small never waits behind it.

use rayon::iter::{IndexedParallelIterator, IntoParallelIterator, ParallelIterator};
use rayon::{ThreadPool, ThreadPoolBuilder};
use std::sync::LazyLock;

/// From so many devices on, more is saved than what handing work over costs.
const WORTH_IT: usize = 40;
/// From so many devices on, a floor is large.
const LARGE: usize = 500;

/// So many rows of a list are made by one worker at least.
const ROWS: usize = 64;

/// Workers for what is small and for what is large; none where the machine gives no threads.
static WORKERS: LazyLock<[Option<ThreadPool>; 2]> = LazyLock::new(|| {
    ["small floors", "large floors"].map(|name| {
        let named = move |number| format!("{name} {number}");
        ThreadPoolBuilder::new().thread_name(named).build().ok()
    })
});

/// Work on a floor of so many devices, which may share parts of it with [`both`].
pub fn sharing<T: Send>(devices: usize, work: impl FnOnce() -> T + Send) -> T {
    let workers = WORKERS[usize::from(devices >= LARGE)].as_ref();
    match workers.filter(|_| devices >= WORTH_IT) {
        Some(workers) => workers.install(work),
        None => work(),
    }
}

/// Both of what doesn't hang on each other.
pub fn both<A: Send, B: Send>(
    one: impl FnOnce() -> A + Send,
    other: impl FnOnce() -> B + Send,
) -> (A, B) {
    match rayon::current_thread_index() {
        Some(_) => rayon::join(one, other),
        None => (one(), other()),
    }
}

/// A list of so many rows, each made by itself.
pub fn each<R: Send>(rows: usize, row: impl Fn(usize) -> R + Send + Sync) -> Vec<R> {
    match rayon::current_thread_index() {
        Some(_) if rows > ROWS => {
            let rows = (0..rows).into_par_iter().with_min_len(ROWS);
            rows.map(row).collect()
        }
        _ => (0..rows).map(row).collect(),
    }
}
