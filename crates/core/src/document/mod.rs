//! The document: only what people chose. Everything else is derived from it and never stored.

mod apply;
mod command;
mod file;
mod names;
mod production;
mod typed;

pub use apply::{Edited, Limits, Refusal};
pub use command::{Command, Kept};
pub use file::{FORMAT, FORMAT_VERSION, FileError, ProductionFile};
pub use names::{PortRef, handle_from};
pub use production::{
    Build, Connection, Handle, HouseRules, KitLine, Need, OutputSetting, Placement, Production,
    Purpose, RecordingSetting, Settings, Unit,
};
pub use typed::{Completion, Misread, Typed, complete, read_line};
