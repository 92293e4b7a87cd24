//! The verdict in the head, the marks of the stages, the state of each device.

use super::choosable::first_need;
use super::columns::columns;
use check::{Area, Code, Facts, Finding, Severity};
use model::document::{Handle, Need};
use rustc_hash::{FxHashMap, FxHashSet};
use serde::Serialize;
use utoipa::ToSchema;

/// How many findings of each severity.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Verdict {
    /// Stops.
    pub stops: usize,
    /// Cautions.
    pub cautions: usize,
    /// Notes.
    pub notes: usize,
    /// In words: *2 stops, 3 cautions*.
    pub text: String,
}

impl Verdict {
    /// Counts findings. A floor where nothing arrives anywhere and nothing records isn't good: there is
    /// nothing to check yet.
    pub fn of(findings: &[Finding], checked: bool) -> Self {
        let count = |severity| {
            findings
                .iter()
                .filter(|finding| finding.severity == severity)
                .count()
        };
        let (stops, cautions, notes) = (
            count(Severity::Stop),
            count(Severity::Caution),
            count(Severity::Note),
        );
        let named = [(stops, "stop"), (cautions, "caution"), (notes, "note")];
        let words = named.into_iter().filter(|(n, _)| *n > 0);
        let words: Vec<String> = words
            .map(|(n, name)| format!("{n} {name}{}", if n == 1 { "" } else { "s" }))
            .collect();
        let text = if words.is_empty() {
            if checked {
                "Nothing to mend"
            } else {
                "Nothing to check yet"
            }
            .into()
        } else {
            words.join(", ")
        };
        Self {
            stops,
            cautions,
            notes,
            text,
        }
    }
}

/// The worst finding of each stage of the work that exists so far.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct StageMarks {
    /// What somebody must get and doesn't: the Needs view.
    pub needs: Option<Severity>,
    /// What is short: the Kit view.
    pub kit: Option<Severity>,
    /// Picture: the Path view.
    pub path: Option<Severity>,
    /// Levels, 48 V, tracks: the Sound view.
    pub sound: Option<Severity>,
    /// Timecode and rates: the Time view.
    pub time: Option<Severity>,
    /// What feeds what, and until when: the Power view.
    pub power: Option<Severity>,
    /// What mounts on what: the Build view.
    pub build: Option<Severity>,
    /// The Record view.
    pub record: Option<Severity>,
    /// Cards for the day: the Media view.
    pub media: Option<Severity>,
}

impl StageMarks {
    /// Sorts findings by the stage where they are mended: unmet needs and house rules in Needs, the
    /// kit's in Kit, sound in Sound, clocks in Time, supplies in Power, recordings in Record, the day's cards in Media, everything else in Path.
    pub fn of(findings: &[Finding]) -> Self {
        let worst = |stage: Stage| {
            let of_stage = findings
                .iter()
                .filter(|finding| Stage::of(finding) == stage);
            of_stage.map(|finding| finding.severity).max()
        };
        Self {
            needs: worst(Stage::Needs),
            kit: worst(Stage::Kit),
            path: worst(Stage::Path),
            sound: worst(Stage::Sound),
            time: worst(Stage::Time),
            power: worst(Stage::Power),
            build: worst(Stage::Build),
            record: worst(Stage::Record),
            media: worst(Stage::Media),
        }
    }
}

#[derive(PartialEq, Eq)]
enum Stage {
    Needs,
    Kit,
    Path,
    Sound,
    Time,
    Power,
    Build,
    Record,
    Media,
}

impl Stage {
    fn of(finding: &Finding) -> Self {
        match finding.code.area() {
            _ if finding.code == Code::CardsShort => Self::Media,
            Area::Recording => Self::Record,
            _ if finding.at.need.is_some() => Self::Needs,
            Area::House => Self::Needs,
            Area::Kit => Self::Kit,
            Area::Sound => Self::Sound,
            Area::Time => Self::Time,
            Area::Power => Self::Power,
            Area::Build => Self::Build,
            Area::Picture => Self::Path,
        }
    }
}

/// A device on the map.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct DeviceReport {
    /// Its handle.
    pub id: Handle,
    /// Its column: how far it stands from the lens; sources that feed cameras stand in column 0.
    pub column: usize,
    /// Its worst finding.
    pub worst: Option<Severity>,
    /// A need to begin with, for a device that shows or records.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub need: Option<Need>,
    /// Whether it is a part of a rig: no device that is plugged into anything.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub part: bool,
}

/// Every device of the floor, in the order of the build.
pub(super) fn devices(facts: &Facts, findings: &[Finding]) -> Vec<DeviceReport> {
    let mut worst: FxHashMap<&str, Severity> = FxHashMap::default();
    for finding in findings {
        if let Some(device) = &finding.at.device {
            let severity = worst.entry(device).or_insert(finding.severity);
            *severity = finding.severity.max(*severity);
        }
    }
    let needs = facts.floor.build.needs.iter();
    let needs: FxHashSet<&str> = needs.map(|need| need.id.as_str()).collect();
    let placements = facts
        .floor
        .build
        .placements
        .iter()
        .zip(columns(facts.floor))
        .enumerate();
    placements
        .map(|(ix, (placement, column))| DeviceReport {
            id: placement.id.clone(),
            column,
            worst: worst.get(placement.id.as_str()).copied(),
            need: facts.floor.devices[ix].and_then(|device| first_need(placement, device, &needs)),
            part: facts.floor.devices[ix]
                .is_some_and(|device| device.kind == model::catalogue::DeviceKind::Part),
        })
        .collect()
}
