//! Small wirings with an expected answer beside them: what is said of each.

mod rates;
mod recorder_settings;
mod rotation;
