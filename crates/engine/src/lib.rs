//! What follows from a document: a room a subject, each with facts and figures and how they are worked
//! out. No sentences for a screen, no judgement.

#![warn(missing_docs)]

pub mod day;
pub mod path;
pub mod power;
pub mod record;
pub mod rig;
pub mod route;
pub mod sound;
pub mod sync;
