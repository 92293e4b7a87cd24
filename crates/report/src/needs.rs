//! The needs: each answered, and the usual ones offered where none is said yet.

use super::arrivals::{ArrivalReport, Standing, asks};
use check::{Area, Facts, Finding, Severity};
use engine::record::Recording;
use model::catalogue::{Catalogue, DeviceKind};
use model::document::{Build, Handle, Need, Placement, Production, Purpose, handle_from};
use runtime::cores::each;
use rustc_hash::{FxHashMap, FxHashSet};
use serde::Serialize;
use units::quantity::{Delay, Span};
use utoipa::ToSchema;

/// One need, answered.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct NeedReport {
    /// Its id.
    pub id: Handle,
    /// The screen, recorder or camera that it is at.
    pub at: Handle,
    /// That device's name.
    pub name: String,
    /// What it asks for, in words.
    pub asks: String,
    /// Whether it is met.
    pub met: bool,
    /// The worst of what keeps it from being met; the same as in the findings.
    pub severity: Option<Severity>,
    /// The answer: *met*, or what falls short.
    pub says: String,
    /// Findings that keep it from being met.
    pub findings: Vec<String>,
    /// How much of its limit is used, where it has one and something is there.
    pub used: Option<LimitUse>,
}

/// How much of a limit is used: of the delay that a picture may have, or of the time that a recorder
/// lasts.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LimitUse {
    /// In words: *40 of 60 ms*, *1 h 10 min of 1 h 29 min*.
    pub label: String,
    /// In hundredths of the limit, rounded up: over 100, it is too much.
    pub percent: u32,
}

impl LimitUse {
    fn of(used: u64, limit: u64, label: String) -> Self {
        let percent = u128::from(used) * 100;
        let percent = percent.div_ceil(u128::from(limit.max(1)));
        Self {
            label,
            percent: u32::try_from(percent).unwrap_or(u32::MAX),
        }
    }

    /// What a need uses of its limit.
    fn by(
        facts: &Facts,
        need: &Need,
        row: Option<&ArrivalReport>,
        recording: Option<&Recording>,
    ) -> Option<Self> {
        if need.purpose == Purpose::Record {
            let wanted = need.length?;
            let lasts = Span(recording?.first_limit()?.after.0);
            let label = format!("{} of {}", wanted.label(), lasts.label());
            return Some(Self::of(wanted.0, lasts.0, label));
        }
        let rules = &facts.floor.production.house_rules;
        let limit = need.within.or_else(|| rules.within(need.purpose))?;
        let delay = Delay(row?.picture.as_ref()?.delay_us);
        let (used, most) = (delay.label(), limit.label());
        let used = used.strip_suffix(" ms").unwrap_or(&used);
        Some(Self::of(delay.0, limit.0, format!("{used} of {most}")))
    }
}

/// A need that is usual for a device and isn't said yet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct OfferedNeed {
    /// The need as it would be put.
    pub need: Need,
    /// In words: *Director: A camera to direct, within 250 ms*.
    pub words: String,
}

/// Every need of the build, answered from what arrives and what is recorded.
pub(super) fn list(
    facts: &Facts,
    findings: &[Finding],
    arrivals: &[ArrivalReport],
) -> Vec<NeedReport> {
    let floor = facts.floor;
    let mut by_need: FxHashMap<&str, Vec<(usize, &Finding)>> = FxHashMap::default();
    let mut by_device: FxHashMap<&str, Vec<(usize, &Finding)>> = FxHashMap::default();
    let stops = findings.iter().enumerate();
    for (place, finding) in stops.filter(|(_, finding)| finding.severity == Severity::Stop) {
        if let Some(need) = &finding.at.need {
            by_need.entry(need).or_default().push((place, finding));
        } else if let Some(device) = &finding.at.device {
            by_device.entry(device).or_default().push((place, finding));
        }
    }
    let rows: FxHashMap<&str, &ArrivalReport> = arrivals
        .iter()
        .map(|row| (row.device.as_str(), row))
        .collect();
    let one = |need: &Need| {
        let placement = floor.placement(&need.at);
        let on_need = by_need.get(need.id.as_str()).into_iter().flatten();
        let on_device = by_device.get(need.at.as_str()).into_iter().flatten();
        let mut unmet: Vec<(usize, &Finding)> = on_need
            .chain(on_device.filter(|(_, finding)| concerns(finding, need)))
            .copied()
            .collect();
        unmet.sort_by_key(|(place, _)| *place);
        let unmet: Vec<&Finding> = unmet.into_iter().map(|(_, finding)| finding).collect();
        let arrival = placement.and_then(|placement| facts.resolved.arrival_at(placement));
        let arrives = arrival
            .and_then(|arrival| arrival.input)
            .is_some_and(|input| facts.resolved.signals[input].picture.is_some());
        let recording = placement.and_then(|placement| facts.recording_at(placement));
        let recorded = recording.is_some_and(|recording| recording.time.is_some());
        let there = match need.purpose {
            Purpose::Record => recorded,
            _ => arrives,
        };
        // What stops the picture on its way stands in the way of the need too.
        let row = rows.get(need.at.as_str()).copied();
        let used = LimitUse::by(facts, need, row, recording);
        let row = row.filter(|row| unmet.is_empty() && row.standing == Standing::Stop);
        let says = match (unmet.first(), there, need.purpose) {
            (Some(finding), ..) => finding.text.clone(),
            _ if row.is_some() => row.map_or_else(String::new, |row| row.says.clone()),
            (None, true, _) => "Met.".into(),
            (None, false, Purpose::Record) => "Nothing is recorded there.".into(),
            (None, false, _) => "No picture arrives there.".into(),
        };
        NeedReport {
            id: need.id.clone(),
            at: need.at.clone(),
            name: placement.map_or(need.at.to_string(), |placement| {
                facts.device(placement).to_string()
            }),
            asks: asks(facts, need),
            met: there && unmet.is_empty() && row.is_none(),
            severity: if unmet.is_empty() && row.is_none() {
                None
            } else {
                Some(Severity::Stop)
            },
            says,
            findings: unmet
                .into_iter()
                .map(|finding| finding.id.clone())
                .chain(row.and_then(|row| row.finding.clone()))
                .collect(),
            used,
        }
    };
    let needs = &floor.build.needs;
    each(needs.len(), |number| one(&needs[number]))
}

/// Whether a finding about a need's device keeps the need from being met: it is about its recording,
/// and the need is to record; or about its sound, and sound is asked for.
fn concerns(finding: &Finding, need: &Need) -> bool {
    match finding.code.area() {
        Area::Recording => need.purpose == Purpose::Record,
        Area::Sound => need.sound > 0,
        _ => false,
    }
}

/// So many are offered at once: what is left comes when these are taken.
const OFFERED: usize = 12;

/// The needs that are usual for screens and recorders that have none yet.
pub(super) fn offered(facts: &Facts) -> Vec<OfferedNeed> {
    let floor = facts.floor;
    usual_needs(floor.production, floor.build, floor.catalogue, OFFERED)
        .into_iter()
        .map(|need| {
            let placement = floor.placement(&need.at);
            let name = placement.map_or("", |placement| facts.device(placement));
            OfferedNeed {
                words: format!("{name}: {}", asks(facts, &need)),
                need,
            }
        })
        .collect()
}

/// The usual need for each screen and recorder of a build that has none: the first so many.
pub fn usual_needs(
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
    most: usize,
) -> Vec<Need> {
    let mut cameras: FxHashMap<&str, &Placement> = FxHashMap::default();
    let mut first_camera = None;
    for placement in &build.placements {
        let device = catalogue.device(&placement.device);
        if device.is_some_and(|device| device.kind == DeviceKind::Camera) {
            cameras.entry(&placement.unit).or_insert(placement);
            first_camera.get_or_insert(placement);
        }
    }
    let camera = |unit: &str| {
        let camera = cameras.get(unit).copied().or(first_camera);
        camera.map(|placement| placement.id.clone())
    };
    let said: FxHashMap<&str, Purpose> = build
        .needs
        .iter()
        .map(|need| (need.at.as_str(), need.purpose))
        .collect();
    let mut needs: Vec<Need> = Vec::new();
    let (mut directed, mut operated) = (false, FxHashSet::default());
    let needs_said = build.needs.iter();
    let mut taken: FxHashSet<Handle> = needs_said.map(|need| need.id.clone()).collect();
    for placement in &build.placements {
        let Some(device) = catalogue.device(&placement.device) else {
            continue;
        };
        if needs.len() == most {
            break;
        }
        if let Some(purpose) = said.get(placement.id.as_str()) {
            directed |= *purpose == Purpose::Directing;
            operated.insert(placement.unit.as_str());
            continue;
        }
        let recording = placement.settings.recording.is_some();
        let purpose = match device.kind {
            DeviceKind::Camera if recording => Purpose::Record,
            DeviceKind::Recorder | DeviceKind::RecorderMonitor if recording => Purpose::Record,
            DeviceKind::Viewfinder => Purpose::Operating,
            DeviceKind::Projector => Purpose::Stage,
            DeviceKind::Viewer | DeviceKind::Encoder => Purpose::Client,
            DeviceKind::Monitor | DeviceKind::RecorderMonitor if device.stands() && !directed => {
                Purpose::Directing
            }
            DeviceKind::Monitor | DeviceKind::RecorderMonitor if device.stands() => Purpose::Client,
            DeviceKind::Monitor | DeviceKind::RecorderMonitor
                if operated.contains(&placement.unit.as_str()) =>
            {
                Purpose::Focus
            }
            DeviceKind::Monitor | DeviceKind::RecorderMonitor => Purpose::Operating,
            _ => continue,
        };
        directed |= purpose == Purpose::Directing;
        if purpose == Purpose::Operating {
            operated.insert(&placement.unit);
        }
        let id = handle_from(&format!("{}-need", placement.id), |id| taken.contains(id));
        taken.insert(id.clone());
        let mut need = Need::at(&id, &placement.id, purpose);
        need.of = if device.kind == DeviceKind::Camera {
            Some(placement.id.clone())
        } else {
            camera(&placement.unit)
        };
        if purpose == Purpose::Record {
            need.clean = true;
            need.raster = Some(production.format.raster);
        }
        needs.push(need);
    }
    needs
}

/// Writes into each row which of its needs are met.
pub(super) fn answer_needs(rows: &mut [ArrivalReport], needs: &[NeedReport]) {
    let met: FxHashMap<&str, bool> = needs
        .iter()
        .map(|need| (need.id.as_str(), need.met))
        .collect();
    for answer in rows.iter_mut().flat_map(|row| &mut row.needs) {
        answer.met = met.get(answer.id.as_str()).copied().unwrap_or(false);
    }
}
