//! How work is done: parts of it side by side, behind what is more urgent, and only as long as somebody
//! waits for it.

#![warn(missing_docs)]

pub mod cores;
pub mod interrupt;
