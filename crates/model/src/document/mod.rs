//! The document: only what people chose. Everything else is derived from it and never stored.

mod apply;
mod assembly;
mod build;
mod change;
mod check;
mod connection;
mod day;
mod entries;
mod file;
mod handle;
mod incompatibility;
mod joint;
mod json;
mod kit;
mod limits;
mod names;
mod need;
mod own;
mod production;
mod refusal;
mod rules;
mod settings;
mod typed;
mod upgrade;

pub use apply::{Command, Edited, TakenOut};
pub use assembly::Assembly;
pub use build::{Build, Placement, Unit};
pub use change::{BadChange, Change};
pub use check::Unfit;
pub use connection::Connection;
pub use day::{JobLine, Rolls, ScheduleEntry, Station, Verify};
pub use entries::{ENTRIES_FORMAT, EntriesFile};
pub use file::{FORMAT, FileError, NotRead, ProductionFile};
pub use handle::Handle;
pub use incompatibility::{
    Incompatibility, SAMPLE_RATES, SOUND_BITS, able_part, incompatibilities,
    output_incompatibility, records_codec, slot_takes, sound_incompatibility,
    without_incompatibilities,
};
pub use joint::Joint;
pub use kit::{KitChange, KitLine};
pub use limits::{Beyond, Bounded, Limits};
pub use names::{PortRef, handle_from};
pub use need::{Need, Purpose};
pub use own::check_entry;
pub use production::Production;
pub use refusal::{Refusal, checked_name};
pub use rules::{
    BatteryPlace, CardSize, GainSchool, HouseRules, Mains, MediaLoading, MediaSwap, MonitorPlace,
    MonitorSize, PictureOfRecord, PowerSchool, RULES, RuleChoice, RulePage, SoundOfRecord,
    TimecodeSchool, TransmitterFeed,
};
pub use settings::{
    ClockSetting, ClockWay, InputSetting, MeasuredClock, MeasuredDraw, MeasuredLevel, MeasuredRun,
    OutputSetting, Position, PowerSetting, RecordingSetting, Settings, SlotUse, SoundSetting,
    TrackKind, TrackSetting, TrackSource,
};
pub use typed::{Completion, Misread, Typed, complete, read_line};
pub use upgrade::{FORMAT_VERSION, upgraded};
