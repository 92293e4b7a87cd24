//! How a task ends.

use std::process::ExitCode;

/// One line that says what was wrong.
pub struct Failure(pub String);

impl<E: std::error::Error> From<E> for Failure {
    fn from(error: E) -> Self {
        Self(error.to_string())
    }
}

pub type Outcome = Result<ExitCode, Failure>;
