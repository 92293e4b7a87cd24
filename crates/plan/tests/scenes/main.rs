//! Small wirings with an expected answer beside them: what is said of each.

mod chosen;
mod crowds;
mod laws;
mod mounting;
mod names;
mod patches;
mod questions;
mod setup;
mod truth;
