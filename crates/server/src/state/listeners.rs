//! Timecode that is heard live, by the name that a window gave it.

use audio::ltc::{Heard, Live};
use std::collections::HashMap;
use std::sync::{Mutex, PoisonError};
use std::time::{Duration, Instant};

/// Windows that listen at once, at most; and how long one is kept that says nothing more.
const MOST: usize = 32;
const KEPT: Duration = Duration::from_secs(60);

/// What each window hears, and when it was heard last.
#[derive(Default)]
pub struct Listeners(Mutex<HashMap<String, (Live, Instant)>>);

impl Listeners {
    /// The next samples of a window, and what they say; none where too many listen.
    pub fn hear(&self, name: &str, sample_rate: u32, samples: &mut [f32]) -> Option<Option<Heard>> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        let now = Instant::now();
        all.retain(|_, (_, last)| now.duration_since(*last) < KEPT);
        if all.len() >= MOST && !all.contains_key(name) {
            return None;
        }
        let fresh = || (Live::new(sample_rate), now);
        let (live, last) = all.entry(name.into()).or_insert_with(fresh);
        if live.sample_rate() != sample_rate {
            *live = Live::new(sample_rate);
        }
        *last = now;
        live.feed(samples);
        Some(live.now())
    }
}
