//! Whether a long computation is still wanted. The core has no clock: whoever asked says when it has
//! waited long enough, or is gone.

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
