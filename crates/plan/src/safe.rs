//! The fixes that cost nothing anywhere else, one after the other, as one edit.

use crate::fixes::{AT_ONCE, Bench};
use check::{Effort, Finding, Fix, Severity};
use model::catalogue::Catalogue;
use model::document::{Command, Limits, Production};
use report::{Report, report};
use runtime::interrupt::Interrupt;
use serde::Serialize;
use std::collections::{BTreeSet, HashMap};
use utoipa::ToSchema;

/// So many are found at most: then there is more to look at than to apply.
const MOST: usize = 40;

/// What is mended without anything getting worse, being hired, or being taken out.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema)]
pub struct SafeFixes {
    /// The edit.
    pub commands: Vec<Command>,
    /// What each fix does, in order.
    pub titles: Vec<String>,
    /// Of the stops and cautions that these fixes leave: for so many nothing was looked for, since there was
    /// enough to look at or no more time.
    pub not_looked_at: usize,
}

/// The safe fixes of a build, each tried on what those before it leave; `None` where there is no such
/// build. Stops first, then cautions. Interrupted, it looks no further, and says so.
pub fn safe_fixes(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    stop: &Interrupt,
) -> Option<SafeFixes> {
    let mut found = SafeFixes::default();
    let mut now = production.clone();
    let mut stands = report(&now, build, catalogue)?;
    let mut looked: BTreeSet<String> = BTreeSet::new();
    // What is proposed holds until something is mended.
    let mut proposed: HashMap<String, Vec<Fix>> = HashMap::new();
    while found.titles.len() < MOST && !stop.is_raised() {
        let next = to_look_at(&stands, &looked).take(AT_ONCE);
        let next: Vec<Finding> = next.cloned().collect();
        let Some(finding) = next.first() else {
            break;
        };
        let bench = Bench::new(&now, (build, catalogue), &stands, stop);
        if !proposed.contains_key(&finding.id) {
            proposed.extend(bench.proposed(next.iter())?);
        }
        let fixes = proposed.remove(&finding.id).unwrap_or_default();
        // What isn't safe before it is tried isn't after.
        let fixes = bench.offered(finding, fixes, is_safe).fixes;
        let tried = fixes.into_iter().find_map(|fix| {
            let edited = now.edited(catalogue, &fix.commands).ok()?;
            let after = report(&edited.production, build, catalogue)?;
            (!brings_more(&stands, &after)).then_some((fix, edited.production, after))
        });
        let Some((fix, production, after)) = tried else {
            // Interrupted, it may have missed one.
            if !stop.is_raised() {
                looked.insert(finding.id.clone());
            }
            continue;
        };
        if found.commands.len() + fix.commands.len() > Limits::COMMANDS {
            break;
        }
        looked.insert(finding.id.clone());
        found.commands.extend(fix.commands);
        found.titles.push(fix.title);
        (now, stands) = (production, after);
        proposed.clear();
    }
    found.not_looked_at = to_look_at(&stands, &looked).count();
    Some(found)
}

/// Stops and cautions for which nothing was looked for.
fn to_look_at<'r>(
    report: &'r Report,
    looked: &'r BTreeSet<String>,
) -> impl Iterator<Item = &'r Finding> {
    let bad = |finding: &&Finding| finding.severity > Severity::Note;
    let findings = report.findings.iter().filter(bad);
    findings.filter(|finding| !looked.contains(&finding.id))
}

/// A setting, what the kit has left, a cable, and nothing that it costs: all else is somebody's decision.
fn is_safe(fix: &Fix) -> bool {
    matches!(fix.effort, Effort::Setting | Effort::Kit | Effort::Cable) && fix.costs.is_empty()
}

/// Whether there are stops or cautions that weren't there, or are worse than they were.
fn brings_more(before: &Report, after: &Report) -> bool {
    let was: HashMap<&str, Severity> = before
        .findings
        .iter()
        .map(|finding| (finding.id.as_str(), finding.severity))
        .collect();
    after.findings.iter().any(|finding| {
        let old = was.get(finding.id.as_str());
        finding.severity > Severity::Note && old.is_none_or(|old| *old < finding.severity)
    })
}
