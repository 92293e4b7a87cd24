//! Small wirings with an expected answer beside them: what is said of each.

mod crowds;
mod laws;
mod mounting;
mod questions;
mod setup;
mod truth;
