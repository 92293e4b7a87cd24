//! The day and the job of a production, and recording choices side by side.

use super::NeedReport;
use engine::path::{Floor, resolve};
use engine::record::day::{DayAnswer, JobTotals, day, job};
use engine::record::{RecordTime, Recording, recordings};
use model::catalogue::Catalogue;
use model::document::{Change, Command, Production, RecordingSetting};
use model::kit::{self, Line};
use serde::Serialize;
use units::quantity::{Bytes, Span};
use utoipa::ToSchema;

/// The media of a build's day, and of the whole job.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct MediaPlan {
    /// The day; none where nothing is planned yet.
    pub day: Option<DayAnswer>,
    /// The job: every build's day as often as it is shot.
    pub job: JobTotals,
}

/// The kit against a build, with the cards that its day needs: what lies in the slots is what the
/// morning begins with.
pub fn kit_for_day(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<Vec<Line>> {
    let with_custom = catalogue.with(&production.custom);
    let mut lines = kit::lines(production, production.build(build)?, &with_custom);
    let day = day_of(production, build, catalogue)?;
    for pool in day.iter().flat_map(|day| &day.pools) {
        let mut all = lines.iter_mut();
        if let Some(line) = all.find(|line| line.item == pool.medium) {
            line.used = line.used.max(pool.needed);
        }
    }
    Some(lines)
}

/// Runs a build's recordings through something.
fn with_recordings<T>(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    then: impl FnOnce(&Floor, &[Recording]) -> T,
) -> Option<T> {
    let with_custom = catalogue.with(&production.custom);
    let floor = Floor::new(production, production.build(build)?, &with_custom);
    let resolved = resolve(&floor);
    let recordings = recordings(&floor, &resolved);
    Some(then(&floor, &recordings))
}

/// The day of a build; `None` where there is no such build.
pub fn day_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<Option<DayAnswer>> {
    with_recordings(production, build, catalogue, day)
}

/// The media plan of a build and of the job.
pub fn media_plan(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<MediaPlan> {
    let today = day_of(production, build, catalogue)?;
    let lines = production.job.iter().filter_map(|line| {
        let name = production.build(&line.build)?.name.clone();
        let bytes = if line.build == build {
            today.as_ref().map_or(0, |day| day.bytes)
        } else {
            day_of(production, &line.build, catalogue)?.map_or(0, |day| day.bytes)
        };
        Some((name, line.days, bytes))
    });
    let lines: Vec<(String, u32, u64)> = lines.collect();
    Some(MediaPlan {
        job: job(production, &lines),
        day: today,
    })
}

/// One way to record, beside others.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ChoiceReport {
    /// The codec's name.
    pub codec: String,
    /// The cards' names.
    pub media: Vec<String>,
    /// Rates and time, where something is recorded on something.
    pub time: Option<RecordTime>,
    /// What ends it first, and after how long.
    pub lasts: Option<String>,
    /// What the file really holds.
    pub keeps: Option<String>,
    /// Cards for the day.
    pub cards: Option<u32>,
    /// From wrap until the last copy is verified.
    pub copied: Option<String>,
    /// What the day writes.
    pub bytes: Option<String>,
    /// Why it can't be, where it can't.
    pub refusal: Option<String>,
    /// What takes it.
    pub take: Vec<Command>,
    /// Whether it is how the recorder is set now.
    pub is_now: bool,
    /// What the recorder must do, answered for this choice.
    pub needs: Vec<NeedReport>,
}

/// Recording choices of one recorder, each tried on a copy.
pub fn compare_choices(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    device: &str,
    choices: &[RecordingSetting],
) -> Option<Vec<ChoiceReport>> {
    let now = &production.build(build)?.placement(device)?.settings;
    let now = now.recording.clone().unwrap_or_default();
    let with_custom = catalogue.with(&production.custom);
    let name = |id: &str| with_custom.item_name(id).unwrap_or(id).to_string();
    let one = |choice: &RecordingSetting| {
        let codec = with_custom.codec(&choice.codec);
        let mut report = ChoiceReport {
            codec: codec.map_or(choice.codec.to_string(), |codec| codec.name.clone()),
            media: choice.media.iter().map(|id| name(id)).collect(),
            time: None,
            lasts: None,
            keeps: None,
            cards: None,
            copied: None,
            bytes: None,
            refusal: None,
            is_now: *choice == now,
            needs: Vec::new(),
            take: vec![Command::SetRecording {
                build: build.into(),
                device: device.into(),
                change: Some(Change::between(&now, choice)),
            }],
        };
        let edited = match production.edited(catalogue, &report.take) {
            Ok(edited) => edited.production,
            Err(refusal) => {
                report.refusal = Some(refusal.to_string());
                return report;
            }
        };
        let after = super::report(&edited, build, catalogue);
        let needs = after.map_or_else(Vec::new, |after| after.needs);
        report.needs = needs
            .into_iter()
            .filter(|need| need.at == *device)
            .collect();
        with_recordings(&edited, build, catalogue, |floor, recordings| {
            let placement = floor.placement(device);
            let recorded = recordings
                .iter()
                .find(|recording| Some(recording.placement) == placement);
            if let Some(recorded) = recorded {
                report.time = recorded.time.clone();
                report.lasts = recorded.first_limit().map(|limit| limit.after.label());
                report.keeps = recorded.effective.map(|quality| quality.to_string());
            }
            if let Some(day) = day(floor, recordings) {
                let pool = day.pools.iter().find(|pool| {
                    choice
                        .media
                        .first()
                        .is_some_and(|first| *first == pool.medium)
                });
                report.cards = pool.map(|pool| pool.needed);
                report.copied = Some(Span(day.last_copy_done_seconds).label());
                report.bytes = Some(Bytes(day.bytes).label());
            }
        });
        report
    };
    Some(choices.iter().map(one).collect())
}
