//! What an edit would change: two reports, compared.

use super::{ArrivalReport, Report, Verdict};
use crate::finding::{Code, Finding};
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
    /// Outputs with a lead that would be off.
    pub switched_off: Vec<String>,
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
    /// Whether that is worse: no picture, a poorer one, a later one, a shorter time.
    pub worse: bool,
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
    let mut shift = |name: &str, before: String, after: String, worse: bool| {
        if before != after {
            shifts.push(Shift {
                name: name.into(),
                before,
                after,
                worse,
            });
        }
    };
    for row in &after.arrivals {
        let old = before.arrivals.iter().find(|old| old.device == row.device);
        shift(
            &row.name,
            old.map_or_else(|| "not there".into(), picture_in_words),
            picture_in_words(row),
            old.is_some_and(|old| is_worse(old, row)),
        );
    }
    for old in &before.arrivals {
        if !after.arrivals.iter().any(|row| row.device == old.device) {
            shift(&old.name, picture_in_words(old), "not there".into(), false);
        }
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
        let seconds =
            |row: &super::RecordingReport| row.time.as_ref().map_or(0, |time| time.seconds);
        shift(
            &row.name,
            old.map_or_else(|| "not recording".into(), time),
            time(row),
            old.is_some_and(|old| seconds(old) > seconds(row)),
        );
    }
    let off = |report: &Report| -> Vec<(String, String)> {
        let findings = report
            .findings
            .iter()
            .filter(|finding| finding.code == Code::SwitchedOff);
        findings
            .map(|finding| (finding.id.clone(), finding.text.clone()))
            .collect()
    };
    let was_off = off(before);
    let switched_off = off(after).into_iter().filter(|off| !was_off.contains(off));
    let switched_off = switched_off.map(|(_, text)| text).collect();
    Outlook {
        before: before.verdict.clone(),
        after: after.verdict.clone(),
        gone: missing_from(&before.findings, &after.findings),
        come: missing_from(&after.findings, &before.findings),
        shifts,
        switched_off,
    }
}

impl Outlook {
    /// The names of what would be worse than it is.
    pub fn worse(&self) -> Vec<String> {
        let worse = self.shifts.iter().filter(|shift| shift.worse);
        worse
            .map(|shift| format!("{}: {}", shift.name, shift.after))
            .collect()
    }
}

/// Whether what arrives would be worse: gone, poorer in any respect, or later.
fn is_worse(old: &ArrivalReport, new: &ArrivalReport) -> bool {
    match (&old.picture, &new.picture) {
        (Some(_), None) => true,
        (Some(old), Some(new)) => {
            !new.effective.reaches(old.effective) || new.delay_us > old.delay_us
        }
        (None, _) => false,
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
