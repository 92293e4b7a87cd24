//! The whole answer: one report from one document, for every view. Sees all other rooms; nothing
//! in them sees it.

#![warn(missing_docs)]

mod arrivals;
mod choosable;
mod columns;
mod compare;
mod connections;
mod day;
mod follow;
mod glance;
mod lines;
mod modes;
mod needs;
mod outlook;
mod power;
mod recorded;
mod recordings;
mod rig;
mod sound;
mod summary;
mod sync;
mod tracks;
mod workings;

pub use arrivals::{ArrivalReport, DelayLimit, NeedAnswer, Standing};
pub use choosable::{Choosable, choosable};
pub use compare::{BuildComparison, compare_builds};
pub use connections::{ConnectionReport, LoadReport, PictureReport, PortReport};
pub use day::{ChoiceReport, MediaPlan, compare_choices, day_of, kit_for_day, media_plan};
pub use follow::{Hop, follow};
pub use glance::{Glance, GlanceRow, glance};
pub use lines::{LineBranch, LineGroup, LineGroupKind, LineRow, LineStop};
pub use modes::{ModeRow, ModesReport, modes};
pub use needs::{LimitUse, NeedReport, OfferedNeed, usual_needs};
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
pub use workings::load_working;

use check::{Facts, Finding, Proposals, findings};
use difference::Difference;
use engine::path::{Floor, Resolved, resolve};
use engine::power::Powered;
use engine::record::{Recording, recordings};
use engine::rig::Rigged;
use engine::sound::{Heard, heard};
use model::catalogue::Catalogue;
use model::document::{Build, Handle, Production};
use runtime::cores::{both, sharing};
use serde::Serialize;
use utoipa::ToSchema;

/// What follows from one build of a production.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema, Difference)]
#[difference(side_by_side)]
pub struct Report {
    /// The build's id.
    pub build: Handle,
    /// The project's format in words.
    pub format: String,
    /// The project's timecode in words.
    pub timecode: String,
    /// How many findings of each severity, and in words.
    pub verdict: Verdict,
    /// The worst finding of each stage of the work.
    pub stages: StageMarks,
    /// Each device: where it stands on the map, and its worst finding.
    #[difference(by(id))]
    pub devices: Vec<DeviceReport>,
    /// The lines of the map, group by group.
    #[difference(by(source))]
    pub lines: Vec<LineGroup>,
    /// What runs through each port.
    #[difference(by(at))]
    pub ports: Vec<PortReport>,
    /// How full each cable is, and what it feeds.
    #[difference(by(id))]
    pub connections: Vec<ConnectionReport>,
    /// Each need, answered.
    #[difference(by(id))]
    pub needs: Vec<NeedReport>,
    /// Needs that are usual and aren't said yet.
    #[difference(by(words))]
    pub offered: Vec<OfferedNeed>,
    /// What arrives at each screen and recorder.
    #[difference(by(device, at))]
    pub arrivals: Vec<ArrivalReport>,
    /// What is recorded, how long, and what ends it.
    #[difference(by(device))]
    pub recordings: Vec<RecordingReport>,
    /// Levels from the mouth to the track, and what is on which.
    #[difference(within)]
    pub sound: SoundReport,
    /// Who gets the time from whom, and how far clocks run apart over the day.
    #[difference(within)]
    pub time: TimeReport,
    /// What feeds what, for how long, and what is lost with it.
    #[difference(within)]
    pub power: PowerReport,
    /// What the check has to say: stops first. Their fixes are looked for when they are asked for.
    #[difference(by(id))]
    pub findings: Vec<Finding>,
}

/// The sound of a floor with its recordings.
pub fn heard_by<'a>(
    floor: &Floor<'a>,
    resolved: &Resolved,
    recordings: &[Recording<'a>],
) -> Heard<'a> {
    let recorders = recordings.iter();
    let recorders =
        recorders.map(|recording| (recording.placement, recording.input, recording.tracks));
    heard(floor, resolved, recorders)
}

/// Asks something of all that follows from one build; `None` where the production has no such build.
pub fn with_facts<T: Send>(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    proposals: Proposals,
    question: impl FnOnce(&Facts) -> T + Send,
) -> Option<T> {
    let build = production.build(build)?;
    let answer = || ask(production, build, catalogue, proposals, question);
    Some(sharing(build.placements.len(), answer))
}

fn ask<T>(
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
    proposals: Proposals,
    question: impl FnOnce(&Facts) -> T,
) -> T {
    let catalogue = catalogue.with(&production.custom);
    let floor = Floor::new(production, build, &catalogue);
    let flows = || {
        let resolved = resolve(&floor);
        let recordings = recordings(&floor, &resolved);
        let (heard, powered) = both(
            || heard_by(&floor, &resolved, &recordings),
            || Powered::of(&floor, &resolved, &recordings),
        );
        (resolved, recordings, heard, powered)
    };
    let ((resolved, recordings, heard, powered), rigged) = both(flows, || Rigged::of(&floor));
    question(&Facts {
        heard: &heard,
        power: &powered,
        rig: &rigged,
        floor: &floor,
        resolved: &resolved,
        recordings: &recordings,
        proposals,
    })
}

/// The report of one build; `None` where the production has no such build. Pure, and total: any
/// document gives an answer.
pub fn report(production: &Production, build: &str, catalogue: &Catalogue) -> Option<Report> {
    with_facts(production, build, catalogue, Proposals::None, |facts| {
        whole(facts, production, build)
    })
}

fn whole(facts: &Facts, production: &Production, build: &str) -> Report {
    let (findings, (lines, ports, offered)) = both(
        || findings(facts),
        || {
            (
                lines::lines(facts),
                connections::ports(facts),
                needs::offered(facts),
            )
        },
    );
    let arrives = || {
        let recorded = recordings::list(facts, &findings);
        let mut arrivals = arrivals::list(facts, &findings, &recorded);
        let needs = needs::list(facts, &findings, &arrivals);
        arrivals::answer_needs(&mut arrivals, &needs);
        (recorded, arrivals, needs)
    };
    let follows = || {
        both(
            || {
                (
                    summary::devices(facts, &findings),
                    connections::list(facts, &findings),
                )
            },
            || {
                (
                    sound::sound(facts, &findings),
                    sync::time(facts, &findings),
                    power::power(facts, &findings),
                )
            },
        )
    };
    let ((recordings, arrivals, needs), ((devices, connections), (sound, time, power))) =
        both(arrives, follows);
    Report {
        build: build.into(),
        format: production.format.to_string(),
        timecode: production.timecode().to_string(),
        verdict: Verdict::of(&findings, !arrivals.is_empty() || !recordings.is_empty()),
        stages: StageMarks::of(&findings),
        devices,
        lines,
        ports,
        connections,
        needs,
        offered,
        arrivals,
        recordings,
        sound,
        time,
        power,
        findings,
    }
}
