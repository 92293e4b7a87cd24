//! Whether a long computation is still wanted. The core has no clock: whoever asked says when it has
//! waited long enough, or is gone.

use std::cell::RefCell;
use std::panic::{AssertUnwindSafe, catch_unwind, resume_unwind};
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

/// A word between who asked and what computes: copies are the same word.
#[derive(Debug, Clone, Default)]
pub struct Interrupt(Arc<AtomicBool>);

impl Interrupt {
    /// Says that nobody waits any more.
    pub fn raise(&self) {
        self.0.store(true, Ordering::Relaxed);
    }

    /// Whether to stop: what was found so far is answered.
    pub fn is_raised(&self) -> bool {
        self.0.load(Ordering::Relaxed)
    }
}

thread_local! {
    /// Who waits for what this thread computes.
    static WAITS: RefCell<Option<Interrupt>> = const { RefCell::new(None) };
}

/// What unwinds a thread whose work nobody waits for. It is caught by [`until`], and no fault.
struct NobodyWaits;

/// Takes the word back, however the work ends.
struct Waiting(Option<Interrupt>);

impl Drop for Waiting {
    fn drop(&mut self) {
        WAITS.with(|waits| waits.replace(self.0.take()));
    }
}

/// Works as long as somebody waits for it; `None` once nobody does. Work that tries floors over and over passes a
/// [`checkpoint`] with each, so that nothing of it needs to know. It must leave nothing half done behind: what is
/// unwound is dropped where it is.
pub fn until<T>(stop: &Interrupt, work: impl FnOnce() -> T) -> Option<T> {
    match catch_unwind(AssertUnwindSafe(|| within(Some(stop.clone()), work))) {
        Ok(answer) => Some(answer),
        Err(cause) if cause.is::<NobodyWaits>() => None,
        Err(fault) => resume_unwind(fault),
    }
}

/// Who waits for what this thread computes, for whoever hands parts of it to other threads.
pub(crate) fn current() -> Option<Interrupt> {
    WAITS.with(|waits| waits.borrow().clone())
}

/// Part of a work, on whichever thread: it ends when nobody waits for the whole.
pub(crate) fn within<T>(waits: Option<Interrupt>, work: impl FnOnce() -> T) -> T {
    let _before = Waiting(WAITS.with(|before| before.replace(waits)));
    work()
}

/// Ends the work of this thread where nobody waits for it any more: see [`until`].
pub fn checkpoint() {
    let over = WAITS.with(|waits| waits.borrow().as_ref().is_some_and(Interrupt::is_raised));
    if over {
        // Not a panic: nothing is said of it.
        resume_unwind(Box::new(NobodyWaits));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn work_that_nobody_waits_for_ends_at_the_next_checkpoint() {
        let stop = Interrupt::default();
        let mut rounds = 0;
        let done = until(&stop, || {
            loop {
                checkpoint();
                rounds += 1;
                if rounds == 3 {
                    stop.raise();
                }
            }
        });
        assert_eq!((done, rounds), (None::<()>, 3));
        // Others go on.
        checkpoint();
        assert_eq!(until(&Interrupt::default(), || 7), Some(7));
        let fault = catch_unwind(|| until(&Interrupt::default(), || resume_unwind(Box::new(1))));
        assert!(fault.is_err_and(|fault| fault.is::<i32>()));
    }
}
