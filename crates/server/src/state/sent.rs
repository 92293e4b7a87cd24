//! Edits that may be sent twice: whoever had no answer doesn’t know whether the edit was made, and sends it again.

use axum::extract::FromRequestParts;
use axum::http::request::Parts;
use std::collections::VecDeque;
use std::convert::Infallible;
use std::sync::{Mutex, MutexGuard, PoisonError};

/// Edits that are remembered: more than any window sends before it has an answer.
const REMEMBERED: usize = 1_000;
/// Letters of a key.
const LONGEST: usize = 100;

/// What an edit is known by, from `Idempotency-Key`; nothing where who sends it doesn’t care.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Key(Option<String>);

impl<S: Send + Sync> FromRequestParts<S> for Key {
    type Rejection = Infallible;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, Infallible> {
        let value = parts.headers.get("idempotency-key");
        let text = value.and_then(|value| value.to_str().ok());
        Ok(Self(
            text.filter(|text| text.len() <= LONGEST).map(Into::into),
        ))
    }
}

/// Edits that were made lately, by the production and what they are known by.
#[derive(Default)]
pub struct Sent(Mutex<VecDeque<(String, String)>>);

impl Sent {
    fn all(&self) -> MutexGuard<'_, VecDeque<(String, String)>> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Whether an edit of a production was made already.
    pub fn was_made(&self, production: &str, Key(key): &Key) -> bool {
        let Some(key) = key else { return false };
        let all = self.all();
        let mut all = all.iter().rev();
        all.any(|(of, made)| of == production && made == key)
    }

    /// Remembers that an edit was made.
    pub fn made(&self, production: &str, Key(key): Key) {
        let Some(key) = key else { return };
        let mut all = self.all();
        all.push_back((production.into(), key));
        if all.len() > REMEMBERED {
            all.pop_front();
        }
    }
}
