//! What an edit would change: two reports, compared.

use super::{ArrivalReport, Report, Verdict};
use crate::finding::Finding;
use serde::Serialize;
use utoipa::ToSchema;

/// What would be different after an edit.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Outlook {
    /// The verdict as it is.
    pub before: Verdict,
    /// The verdict as it would be.
    pub after: Verdict,
    /// Findings that would go.
    pub gone: Vec<Finding>,
    /// Findings that would come.
    pub come: Vec<Finding>,
    /// Arrivals and recordings that would differ.
    pub shifts: Vec<Shift>,
}

/// One row that would differ.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Shift {
    /// The destination or recorder.
    pub name: String,
    /// As it is.
    pub before: String,
    /// As it would be.
    pub after: String,
}

/// Compares two reports of one build.
pub fn outlook(before: &Report, after: &Report) -> Outlook {
    let missing_from = |these: &[Finding], those: &[Finding]| -> Vec<Finding> {
        these
            .iter()
            .filter(|finding| !those.iter().any(|other| other.id == finding.id))
            .cloned()
            .collect()
    };
    let mut shifts = Vec::new();
    let mut shift = |name: &str, before: String, after: String| {
        if before != after {
            shifts.push(Shift {
                name: name.into(),
                before,
                after,
            });
        }
    };
    for row in &after.arrivals {
        let old = before.arrivals.iter().find(|old| old.device == row.device);
        shift(
            &row.name,
            old.map_or_else(|| "not there".into(), picture_in_words),
            picture_in_words(row),
        );
    }
    for row in &after.recordings {
        let old = before
            .recordings
            .iter()
            .find(|old| old.device == row.device);
        let time = |row: &super::RecordingReport| {
            row.time.as_ref().map_or_else(
                || "no time".into(),
                |time| format!("{} at {}", time.label, time.rate_label),
            )
        };
        shift(
            &row.name,
            old.map_or_else(|| "not recording".into(), time),
            time(row),
        );
    }
    Outlook {
        before: before.verdict.clone(),
        after: after.verdict.clone(),
        gone: missing_from(&before.findings, &after.findings),
        come: missing_from(&after.findings, &before.findings),
        shifts,
    }
}

fn picture_in_words(row: &ArrivalReport) -> String {
    match &row.picture {
        Some(picture) if picture.inflated => format!(
            "{} of {}, {}",
            picture.format, picture.effective, picture.delay
        ),
        Some(picture) => format!("{}, {}", picture.format, picture.delay),
        None => "no picture".into(),
    }
}
