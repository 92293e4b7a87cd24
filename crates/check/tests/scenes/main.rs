//! Small wirings with an expected answer beside them: what is said of each.

mod figures;
mod gear;
mod hears;
mod picture;
mod power;
mod power_joined;
mod power_laws;
mod recording;
mod rig;
mod sound;
mod sound_and_time;
mod sync;
mod ways;
mod well;
mod wires;
