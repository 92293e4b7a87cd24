//! The rules of the job, with no interface code: a pure function from what a crew chose (the
//! document) and what their gear can do (the catalogue) to what follows (the report).
//!
//! The folders are rooms; each opens with what it is for. Dependencies run one way, in this order:
//! nothing above imports what stands below it.

#![warn(missing_docs)]

pub mod cores;
pub mod interrupt;
mod lanes;
pub mod quantity;

pub mod format;

pub mod timecode;

pub mod carriage;
pub mod catalogue;
pub mod document;
pub mod kit;
pub mod path;
pub mod power;
pub mod rig;
pub mod route;
pub mod sound;
pub mod sync;

pub mod finding;
pub mod record;
pub mod report;

pub mod setup;

pub mod wav;

pub mod demo;
