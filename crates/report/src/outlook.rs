//! What an edit would change: two reports, compared.

use super::loss::{arrives_worse, beside_rows, records_worse};
use super::{ArrivalReport, RecordingReport, Report, Verdict};
use check::{Code, Finding, Severity};
use model::document::{Command, Production};
use rustc_hash::{FxHashMap, FxHashSet};
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
    /// Findings that would stay, and be less bad than they are.
    pub eased: Vec<Finding>,
    /// Findings that would stay, and be worse than they are.
    pub worsened: Vec<Finding>,
    /// Arrivals and recordings that would differ.
    pub shifts: Vec<Shift>,
    /// What else would be worse, in sentences: needs, tracks, supplies, clocks.
    pub losses: Vec<String>,
    /// Outputs with a cable that would be off.
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
        let those: FxHashSet<&str> = those.iter().map(|other| other.id.as_str()).collect();
        let gone = these.iter().filter(|finding| !those.contains(&*finding.id));
        gone.cloned().collect()
    };
    let was: FxHashMap<&str, Severity> = before
        .findings
        .iter()
        .map(|finding| (finding.id.as_str(), finding.severity))
        .collect();
    let changed = |order: std::cmp::Ordering| -> Vec<Finding> {
        let stays = after.findings.iter().filter(|finding| {
            let old = was.get(finding.id.as_str());
            old.is_some_and(|old| finding.severity.cmp(old) == order)
        });
        stays.cloned().collect()
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
    let (old_rows, new_rows) = (arrivals_by_device(before), arrivals_by_device(after));
    for row in &after.arrivals {
        let old = old_rows.get(&*row.device).copied();
        shift(
            &row.name,
            old.map_or_else(|| "not there".into(), picture_in_words),
            picture_in_words(row),
            old.is_some_and(|old| arrives_worse(old, row)),
        );
    }
    for old in &before.arrivals {
        if !new_rows.contains_key(&*old.device) {
            shift(&old.name, picture_in_words(old), "not there".into(), false);
        }
    }
    let (old_rows, new_rows) = (recordings_by_device(before), recordings_by_device(after));
    for row in &after.recordings {
        let old = old_rows.get(&*row.device).copied();
        shift(
            &row.name,
            old.map_or_else(|| "not recording".into(), recording_in_words),
            recording_in_words(row),
            old.is_some_and(|old| records_worse(old, row)),
        );
    }
    for old in &before.recordings {
        if !new_rows.contains_key(&*old.device) {
            shift(
                &old.name,
                recording_in_words(old),
                "not recording".into(),
                true,
            );
        }
    }
    Outlook {
        before: before.verdict.clone(),
        after: after.verdict.clone(),
        gone: missing_from(&before.findings, &after.findings),
        come: missing_from(&after.findings, &before.findings),
        eased: changed(std::cmp::Ordering::Less),
        worsened: changed(std::cmp::Ordering::Greater),
        shifts,
        losses: beside_rows(before, after),
        switched_off: switched_off(before, after),
    }
}

/// Outputs with a cable that are on before an edit and off after it, a sentence each.
pub fn switched_off(before: &Report, after: &Report) -> Vec<String> {
    fn off(report: &Report) -> impl Iterator<Item = (&str, &str)> {
        let findings = report.findings.iter();
        let off = findings.filter(|finding| finding.code == Code::SwitchedOff);
        off.map(|finding| (finding.id.as_str(), finding.text.as_str()))
    }
    let was_off: FxHashSet<_> = off(before).collect();
    let new = off(after).filter(|off| !was_off.contains(off));
    new.map(|(_, text)| text.to_string()).collect()
}

/// What arrives, by device.
pub fn arrivals_by_device(report: &Report) -> FxHashMap<&str, &ArrivalReport> {
    let rows = report.arrivals.iter();
    rows.map(|row| (row.device.as_str(), row)).collect()
}

/// What is recorded, by device.
pub fn recordings_by_device(report: &Report) -> FxHashMap<&str, &RecordingReport> {
    let rows = report.recordings.iter();
    rows.map(|row| (row.device.as_str(), row)).collect()
}

/// What an edit leaves behind that nobody would look for, in sentences: needs at a device that goes.
pub fn left_behind(production: &Production, commands: &[Command]) -> Vec<String> {
    let mut said = Vec::new();
    for command in commands {
        let Command::RemoveDevice { build, device } = command else {
            continue;
        };
        let Some(build) = production.build(build) else {
            continue;
        };
        let speak = build
            .needs
            .iter()
            .filter(|need| need.at == *device || need.of.as_ref() == Some(device))
            .count();
        let name = build
            .placement(device)
            .map_or(device.as_str(), |placement| &placement.name);
        match speak {
            0 => {}
            1 => said.push(format!(
                "A need speaks of {name}: it stays, unmet, until you remove it under Needs."
            )),
            n => said.push(format!(
                "{n} needs speak of {name}: they stay, unmet, until you remove them under Needs."
            )),
        }
    }
    said
}

impl Outlook {
    /// Whether it asks for a word before it is made: an output with a cable would go off.
    pub fn asks(&self) -> bool {
        !self.switched_off.is_empty()
    }

    /// The names of what would be worse than it is.
    pub fn worse(&self) -> Vec<String> {
        let worse = self.shifts.iter().filter(|shift| shift.worse);
        worse
            .map(|shift| format!("{}: {}", shift.name, shift.after))
            .collect()
    }
}

/// What ends a recording first, and its rate: *media full after 1 h 29 min at 92.79 MB/s · 742 Mb/s*.
fn recording_in_words(row: &RecordingReport) -> String {
    match (&row.time, &row.lasts) {
        (Some(time), Some(limit)) => {
            format!(
                "{} after {} at {}",
                limit.name, limit.label, time.rate_label
            )
        }
        _ => "no time".into(),
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
