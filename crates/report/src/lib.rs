//! The whole answer: one report from one document, for every view. Sees all other rooms; nothing
//! in them sees it.

#![warn(missing_docs)]

mod air;
mod arrivals;
mod choosable;
mod columns;
mod compare;
mod connections;
mod day;
mod facts;
mod follow;
mod glance;
mod lines;
mod loss;
mod modes;
mod needs;
mod offers;
mod outlook;
mod power;
mod recorded;
mod recordings;
mod rig;
mod sound;
mod summary;
mod sync;
mod tracks;
mod whole;
mod workings;

pub use air::AirReport;
pub use arrivals::{ArrivalReport, DelayLimit, NeedAnswer, Standing};
pub use choosable::{Choosable, choosable};
pub use compare::{BuildComparison, compare_builds};
pub use connections::{ConnectionReport, LoadReport, PictureReport, PortReport};
pub use day::{ChoiceReport, MediaPlan, compare_choices, day_of, kit_for_day, media_plan};
pub use facts::{heard_by, with_facts};
pub use follow::{Hop, follow};
pub use glance::{Glance, GlanceRow, glance};
pub use lines::{LineBranch, LineGroup, LineGroupKind, LineRow, LineStop};
pub use loss::{Loss, losses};
pub use modes::{ModeRow, ModesReport, modes};
pub use needs::{LimitUse, NeedReport, OfferedNeed, usual_needs};
pub use offers::{ConditionOffer, KindOffer, Offers, SocketOffer, offers};
pub use outlook::{
    Outlook, Shift, arrivals_by_device, left_behind, outlook, recordings_by_device, switched_off,
};
pub use power::{
    BatteriesNeeded, BatteryChange, ChargeReport, JointReport, PlannedPart, PowerNode, PowerPiece,
    PowerReport, PowerSource,
};
pub use recorded::{Compared, compare_with};
pub use recordings::{LimitReport, RecordingReport};
pub use rig::{
    Bags, BuildChange, CaseReport, CheckItem, Outlines, PackedPiece, PartSeats, RigFigures,
    RigReport, RigsReport, SlidRig, StepReport, bags, build_change, line_check, part_seats,
    rig_findings, rig_slid, rigs_report,
};
pub use sound::{
    ApartReport, ChainReport, GainReport, PositionReport, RoomReport, SoundReport, SourceReport,
    StageReport, TrackReport, TrackSheet, TunedReport, chain_id, chain_working_of,
};
pub use summary::{DeviceReport, StageMarks, Verdict};
pub use sync::{
    BreakReport, ClockReport, DriftPiece, JamReport, PairReport, SyncPlan, TimeReport, sync_plan,
};
pub use tracks::{TrackPreset, sheet_of, track_ixml, track_presets, track_rows};
pub use whole::{Report, report};
pub use workings::load_working;
