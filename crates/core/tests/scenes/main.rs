//! Small wirings with an expected answer beside them: what the check says of each, by code.

mod catalogue;
mod commands;
mod day;
mod demo;
mod edits;
mod files;
mod gear;
mod hostile;
mod laws;
mod lines;
mod ltc;
mod picture;
mod questions;
mod rates;
mod recorder_settings;
mod recording;
mod rotation;
mod setup;
mod sound;
mod sound_and_time;
mod stage;
mod sync;
mod truth;
mod typed;
mod ways;
mod wires;
