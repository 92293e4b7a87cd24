//! The whole report of a build.

use crate::air::{self, AirReport};
use crate::arrivals::{self, ArrivalReport};
use crate::connections::{self, ConnectionReport, PortReport};
use crate::facts::with_facts;
use crate::lines::{self, LineGroup};
use crate::needs::{self, NeedReport, OfferedNeed};
use crate::power::{self, PowerReport};
use crate::recordings::{self, RecordingReport};
use crate::sound::{self, SoundReport};
use crate::summary::{self, DeviceReport, StageMarks, Verdict};
use crate::sync::{self, TimeReport};
use check::{Facts, Finding, Proposals, findings};
use difference::Difference;
use model::catalogue::Catalogue;
use model::document::{Handle, Production};
use runtime::cores::both;
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
    /// Who is on which channel, and what is near.
    #[difference(by(device))]
    pub air: Vec<AirReport>,
    /// What the check has to say: stops first. Their fixes are looked for when they are asked for.
    #[difference(by(id))]
    pub findings: Vec<Finding>,
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
        needs::answer_needs(&mut arrivals, &needs);
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
        air: air::list(facts, &findings),
        findings,
    }
}
