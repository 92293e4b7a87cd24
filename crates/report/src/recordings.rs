//! Recordings as they are shown: rates, times, limits on one axis.

use super::power::{first_to_end, workings};
use check::{Area, Facts, Finding, Severity};
use engine::record::{HeatLimit, Limit, LimitKind, RecordTime, Recording, fed_outside, heat_limit};
use model::document::{Handle, PortRef};
use runtime::cores::each;
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::sync::Arc;
use units::format::{PictureFormat, Quality};
use units::quantity::{Span, Working};
use utoipa::ToSchema;

/// What one recorder does.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct RecordingReport {
    /// The recorder.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// The input that it records; none for its own sensor or for sound alone.
    #[schema(value_type = Option<String>)]
    pub input: Option<PortRef>,
    /// The codec's name.
    pub codec: String,
    /// The file's format.
    #[schema(value_type = Option<String>)]
    pub format: Option<PictureFormat>,
    /// What the file really holds.
    #[schema(value_type = Option<String>)]
    pub effective: Option<Quality>,
    /// Both together: *10-bit 4:2:2 file of an 8-bit 4:2:0 picture*, where they differ.
    pub truth: Option<String>,
    /// Names of the cards and drives.
    pub media: Vec<String>,
    /// Rates and record time, where something is recorded on something.
    pub time: Option<RecordTime>,
    /// Time to the swap level of the house rules.
    pub change_at: Option<LimitReport>,
    /// What ends it, soonest first.
    pub limits: Vec<LimitReport>,
    /// What doesn't end it, though bodies of its kind stop for it, in words: *no limit for heat: fed from outside*.
    pub without_limit: Option<String>,
    /// The least of all limits: how long it records.
    pub lasts: Option<LimitReport>,
    /// How that was reached.
    #[schema(value_type = Option<Working>)]
    pub working: Option<Arc<Working>>,
    /// How long the longest need at it is.
    pub need: Option<LimitReport>,
    /// Sound tracks set, and channels that arrive.
    pub tracks: usize,
    /// As many of the tracks as a channel reaches.
    pub tracks_fed: usize,
    /// The longest of all times here, for one axis.
    pub axis_seconds: u64,
    /// In one sentence: *1 h 29 min on 512 GB; the card ends it first*.
    pub says: String,
    /// The worst finding on it.
    pub worst: Option<Severity>,
}

/// A point in time on a recording's axis.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LimitReport {
    /// What it is: *media full*.
    pub name: String,
    /// After so many seconds.
    pub seconds: u64,
    /// In whole minutes, rounded down.
    pub label: String,
    /// The far end of a band, where an easy picture makes it last longer.
    pub until: Option<BandEnd>,
}

/// The far end of a band.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BandEnd {
    /// After so many seconds.
    pub seconds: u64,
    /// In whole minutes, rounded down.
    pub label: String,
}

fn at(name: &str, after: Span) -> LimitReport {
    LimitReport {
        name: name.into(),
        seconds: after.0,
        label: after.label(),
        until: None,
    }
}

/// A limit; of full media, with the far end of its band.
fn limit_report(limit: &Limit, time: Option<&RecordTime>) -> LimitReport {
    let mut report = at(limit_name(limit.kind), limit.after);
    let band = time
        .filter(|_| limit.kind == LimitKind::Medium)
        .and_then(|time| time.band_seconds);
    report.until = band.and_then(|band| {
        let seconds = band.into_iter().max()?;
        (seconds > limit.after.0).then(|| BandEnd {
            seconds,
            label: Span(seconds).label(),
        })
    });
    report
}

/// What ends a recording, in two words.
fn limit_name(kind: LimitKind) -> &'static str {
    match kind {
        LimitKind::Medium => "media full",
        LimitKind::Clip => "clip limit",
        LimitKind::Heat => "overheat cutoff",
        LimitKind::ProxyMedium => "proxy card full",
    }
}

/// Every recording of the floor.
pub(super) fn list(facts: &Facts, findings: &[Finding]) -> Vec<RecordingReport> {
    let mut worst: FxHashMap<&str, Severity> = FxHashMap::default();
    for finding in findings {
        let area = finding.code.area();
        if let Some(device) = finding.at.device.as_deref()
            && matches!(area, Area::Recording | Area::Sound)
        {
            let here = worst.entry(device).or_insert(finding.severity);
            *here = finding.severity.max(*here);
        }
    }
    each(facts.recordings.len(), |number| {
        let recording = &facts.recordings[number];
        let handle = facts.floor.build.placements[recording.placement]
            .id
            .as_str();
        one(facts, worst.get(handle).copied(), recording)
    })
}

fn one(facts: &Facts, worst: Option<Severity>, recording: &Recording) -> RecordingReport {
    let floor = facts.floor;
    let placement = &floor.build.placements[recording.placement];
    let mut limits: Vec<LimitReport> = recording
        .limits
        .iter()
        .map(|limit| limit_report(limit, recording.time.as_ref()))
        .collect();
    // What it hangs on ends it too.
    let battery = first_to_end(facts, recording.placement, |without| &without.stops);
    let battery = battery.map(|(bank, lasts)| {
        let name = format!("{} empty", facts.device(bank.sources[0]));
        (at(&name, Span(lasts)), bank)
    });
    limits.extend(battery.as_ref().map(|(limit, _)| limit.clone()));
    limits.sort_by_key(|limit| limit.seconds);
    let working = match battery.filter(|(limit, _)| limits.first() == Some(limit)) {
        Some((limit, bank)) => {
            let title = format!("Until {}", limit.name);
            let working = workings::lasting(facts, bank, title, limit.label);
            Some(Arc::new(working))
        }
        None => lasting_working(facts, recording),
    };
    let needs = floor.needs_at(recording.placement);
    let need = needs
        .filter_map(|(_, need)| need.length)
        .max()
        .map(|length| at("must last", length));
    let media = recording
        .media
        .iter()
        .map(|id| floor.catalogue.item_name(id).unwrap_or(id).to_string());
    let file = recording.format.map(PictureFormat::quality);
    let truth = file
        .zip(recording.effective)
        .filter(|(file, effective)| !effective.reaches(*file));
    let says = match (limits.first(), &recording.time) {
        (Some(first), Some(time)) => format!(
            "{}: {} ends it first, {}",
            placement.name,
            first.name,
            lasting(first, time)
        ),
        _ => format!("{} records nothing", placement.name),
    };
    RecordingReport {
        device: placement.id.clone(),
        name: placement.name.clone(),
        input: recording.input.map(|input| floor.name(input)),
        codec: recording.codec.name.clone(),
        format: recording.format,
        effective: recording.effective,
        truth: truth.map(|(file, effective)| {
            format!(
                "{} {} file of {} {} picture",
                file.bits,
                file.sampling,
                with_article(&effective),
                effective.sampling
            )
        }),
        media: media.collect(),
        change_at: recording.change_at.map(|after| at("swap level", after)),
        axis_seconds: axis(limits.iter().chain(&need)),
        without_limit: (recording.heat == HeatLimit::NoLimit)
            .then(|| "no limit for heat: fed from outside".into()),
        lasts: recording.time.as_ref().and(limits.first()).cloned(),
        working,
        limits,
        need,
        tracks: recording.tracks,
        tracks_fed: recording.feed.fed(usize::MAX),
        time: recording.time.clone(),
        says,
        worst,
    }
}

/// How far the time axis reaches: to the last of the limits, and to what must be lasted.
fn axis<'l>(limits: impl Iterator<Item = &'l LimitReport>) -> u64 {
    let ends = limits.map(|limit| {
        let until = limit.until.as_ref();
        until.map_or(limit.seconds, |end| end.seconds)
    });
    ends.max().unwrap_or(0)
}

/// How the least of all limits was reached: the record time's own working, or the device's limit.
fn lasting_working(facts: &Facts, recording: &Recording) -> Option<Arc<Working>> {
    let time = recording.time.as_ref()?;
    let first = recording.first_limit()?;
    let device = facts.floor.devices[recording.placement]?;
    let name = limit_name(first.kind);
    Some(match first.kind {
        LimitKind::Medium => time.working.clone(),
        LimitKind::Heat => {
            let stated = device.records.as_ref()?.heat_limit?;
            let setting = &facts.floor.build.placements[recording.placement].settings;
            let air = facts.floor.production.house_rules.air_celsius;
            let setting = setting.recording.as_ref()?;
            let outside = fed_outside(facts.floor, recording.placement, setting);
            Arc::new(heat_limit(stated, air, &outside).1)
        }
        LimitKind::Clip | LimitKind::ProxyMedium => Arc::new(
            Working::new(format!("Until the {name}"))
                .term("Media", time.label.clone(), "would last longer")
                .term(
                    "Limit",
                    first.after.label(),
                    format!("{}, in the catalogue: {name}", device.name),
                )
                .gives(first.after.label()),
        ),
    })
}

fn lasting(first: &LimitReport, time: &RecordTime) -> String {
    format!("after {} at {}", first.label, time.rate_label)
}

fn with_article(quality: &Quality) -> String {
    let bits = quality.bits.to_string();
    format!("{} {bits}", if bits.starts_with('8') { "an" } else { "a" })
}
