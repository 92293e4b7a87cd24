//! Small wirings with an expected answer beside them: what is said of each.

mod catalogue;
mod commands;
mod edits;
mod files;
mod hostile;
mod typed;
