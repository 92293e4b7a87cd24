//! The fixes of findings: each is tried on a copy, and only what mends without bringing another
//! stop is offered, least change first.

use check::{Effort, Finding, Fix, Proposals, Severity, findings, last_resorts, without_number};
use model::catalogue::Catalogue;
use model::document::Production;
use report::{
    RecordingReport, Report, arrivals_by_device, recordings_by_device, report, with_facts,
};
use runtime::interrupt::{Interrupt, until};
use rustc_hash::FxHashMap;
use std::collections::{BTreeSet, HashSet};
use units::format::PictureFormat;

/// So many fixes are offered for one finding: a list to choose from, not to search.
const OFFERED: usize = 4;
/// A picture that comes later by no more than this, in microseconds, is no worse.
const OVERLOOKED_US: u64 = 20_000;
/// So many are tried for one finding.
const TRIED: usize = 12;
/// So many device reports are made when the fixes of all findings are asked for: on a floor of a
/// hundred devices, six hundred fixes are tried.
const EFFORT: usize = 60_000;

/// The fixes of one finding of a build, least change first; `None` where there is no such build or
/// finding. Interrupted, it tries no more.
pub fn fixes_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    finding: &str,
    stop: &Interrupt,
) -> Option<Vec<Fix>> {
    let before = report(production, build, catalogue)?;
    let wanted = before.findings.iter().find(|other| other.id == finding)?;
    let bench = Bench::new(production, (build, catalogue), &before, stop);
    let proposed = bench.proposals(production, Proposals::Of(finding))?;
    let proposed = proposed.into_iter().find(|other| other.id == finding)?;
    Some(bench.offered(wanted, proposed.fixes, |_| true))
}

/// Fixes are proposed for so many findings at once: what is looked up for one serves the others.
pub(super) const AT_ONCE: usize = 25;

/// The report of a build with the fixes of its findings: of the first ones, where a large floor has many.
pub fn report_with_fixes(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
) -> Option<Report> {
    let never = Interrupt::default();
    report_with_fixes_until(production, build, catalogue, &never).map(|(report, _)| report)
}

/// The same, and for how many findings no fixes were looked for. Interrupted, it looks for no more.
pub fn report_with_fixes_until(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    stop: &Interrupt,
) -> Option<(Report, usize)> {
    let before = report(production, build, catalogue)?;
    let bench = Bench::new(production, (build, catalogue), &before, stop);
    let devices = production.build(build)?.placements.len().max(1);
    let mut trials = (EFFORT / devices).max(TRIED);
    let mut offered = Vec::new();
    for some in before.findings.chunks(AT_ONCE) {
        let wanted = some.iter().map(|finding| without_number(&finding.id));
        let wanted = wanted.collect();
        // Proposing looks through the floor as well: it may take longer than anybody waits.
        let proposed = until(stop, || {
            bench.proposals(production, Proposals::Among(&wanted))
        });
        let Some(proposed) = proposed.flatten() else {
            break;
        };
        let known = offered.len();
        for (finding, proposed) in before
            .findings
            .iter()
            .zip(proposed)
            .skip(known)
            .take(some.len())
        {
            let cost = proposed.fixes.len().clamp(1, TRIED);
            if cost > trials || stop.is_raised() {
                break;
            }
            trials -= cost;
            offered.push(bench.offered(finding, proposed.fixes, |_| true));
        }
        if offered.len() < known + some.len() {
            break;
        }
    }
    let left = before.findings.len() - offered.len();
    let mut report = before.clone();
    for (finding, fixes) in report.findings.iter_mut().zip(offered) {
        finding.fixes = fixes;
    }
    Some((report, left))
}

/// A build, and what it is like now: what fixes are tried on.
pub(super) struct Bench<'b> {
    production: &'b Production,
    build: &'b str,
    catalogue: &'b Catalogue,
    before: &'b Report,
    /// How bad each finding is now, by its id.
    severities: FxHashMap<&'b str, Severity>,
    stop: &'b Interrupt,
}

/// What a fix that was tried leaves.
struct Trial {
    fix: Fix,
    production: Production,
    /// Whether it puts cards to use that lay in the kit.
    more_media: bool,
    mends: bool,
    new_stops: Vec<Finding>,
    worse: usize,
    new_cautions: usize,
}

impl<'b> Bench<'b> {
    pub(super) fn new(
        production: &'b Production,
        (build, catalogue): (&'b str, &'b Catalogue),
        before: &'b Report,
        stop: &'b Interrupt,
    ) -> Self {
        let findings = before.findings.iter();
        Self {
            production,
            build,
            catalogue,
            before,
            severities: findings
                .map(|finding| (finding.id.as_str(), finding.severity))
                .collect(),
            stop,
        }
    }

    /// Findings with what may mend them, untried.
    fn proposals(&self, production: &Production, of: Proposals) -> Option<Vec<Finding>> {
        with_facts(production, self.build, self.catalogue, of, findings)
    }

    /// What may mend some findings, untried, by their ids.
    pub(super) fn proposed<'f>(
        &self,
        findings: impl Iterator<Item = &'f Finding>,
    ) -> Option<impl Iterator<Item = (String, Vec<Fix>)>> {
        let wanted: BTreeSet<&str> = findings.map(|finding| finding.id.as_str()).collect();
        let ids = wanted.iter().map(|id| without_number(id)).collect();
        let found = self.proposals(self.production, Proposals::Among(&ids))?;
        let found = found
            .into_iter()
            .filter(|found| wanted.contains(found.id.as_str()));
        let found: Vec<(String, Vec<Fix>)> =
            found.map(|finding| (finding.id, finding.fixes)).collect();
        Some(found.into_iter())
    }

    /// Those proposals that mend a finding and bring no stop; where none does, another way. Only those that may do are
    /// tried and offered.
    pub(super) fn offered(
        &self,
        finding: &Finding,
        proposed: Vec<Fix>,
        may: fn(&Fix) -> bool,
    ) -> Vec<Fix> {
        let all_may = proposed.iter().take(TRIED).all(may);
        let found = self.good(finding, proposed, may);
        // Where something else was proposed, that is somebody's decision before a last resort is.
        let enough = !found.is_empty() || !all_may;
        if enough || finding.severity == Severity::Note || self.stop.is_raised() {
            return found;
        }
        let (production, build) = (self.production, self.build);
        let ways = with_facts(
            production,
            build,
            self.catalogue,
            Proposals::None,
            |facts| last_resorts(facts, finding),
        );
        self.good(finding, ways.unwrap_or_default(), may)
    }

    fn good(&self, finding: &Finding, proposed: Vec<Fix>, may: fn(&Fix) -> bool) -> Vec<Fix> {
        let mut seen = HashSet::new();
        let proposed = proposed.into_iter().take(TRIED).filter(may);
        let new = proposed.filter(|fix| seen.insert(fix.id.clone()));
        let wanted = new.take_while(|_| !self.stop.is_raised());
        let tried = wanted.filter_map(|fix| self.tried(finding, fix));
        let mending = tried.filter(|trial| trial.mends).enumerate();
        let (mut good, bringing): (Vec<_>, Vec<_>) =
            mending.partition(|(_, trial)| trial.new_stops.is_empty());
        if good.is_empty() {
            let completed = bringing
                .into_iter()
                .filter_map(|(place, trial)| Some((place, self.completed(finding, trial)?)));
            good.extend(completed);
        }
        good.sort_by_key(|(place, trial)| trial.rank(*place));
        let fixes = good.into_iter().map(|(_, trial)| trial.graded());
        fixes.filter(may).take(OFFERED).collect()
    }

    /// A fix tried on a copy; `None` where it is refused.
    fn tried(&self, finding: &Finding, fix: Fix) -> Option<Trial> {
        let edited = self.production.edited(self.catalogue, &fix.commands).ok()?;
        let after = report(&edited.production, self.build, self.catalogue)?;
        let remains = after.findings.iter().find(|left| left.id == finding.id);
        let mends = remains.is_none_or(|left| left.severity < finding.severity);
        let come = |severity: Severity| {
            let new = after.findings.iter().filter(move |left| {
                let was = self.severities.get(left.id.as_str());
                left.severity == severity && was.is_none_or(|was| *was < severity)
            });
            new.cloned().collect::<Vec<Finding>>()
        };
        Some(Trial {
            mends,
            new_stops: come(Severity::Stop),
            new_cautions: come(Severity::Caution).len(),
            worse: self.poorer(&after) + self.coarser(&after),
            more_media: self.uses_more_media(&edited.production),
            production: edited.production,
            fix,
        })
    }

    /// Arrivals that would be gone, poorer, or later by more than anybody overlooks; recordings that
    /// would be gone or shorter.
    fn poorer(&self, after: &Report) -> usize {
        let rows = arrivals_by_device(after);
        let arrivals = self.before.arrivals.iter().filter(|was| {
            let row = rows.get(was.device.as_str()).copied();
            let picture = row.and_then(|row| row.picture.as_ref());
            match (&was.picture, row, picture) {
                (Some(was), Some(_), Some(now)) => {
                    !now.effective.reaches(was.effective)
                        || now.delay_us > was.delay_us.saturating_add(OVERLOOKED_US)
                }
                (Some(_), Some(_), None) => true,
                _ => false,
            }
        });
        let rows = recordings_by_device(after);
        let recordings = self.before.recordings.iter().filter(|was| {
            let row = rows.get(was.device.as_str());
            let lasts = |row: &RecordingReport| row.lasts.as_ref().map(|limit| limit.seconds);
            // What couldn’t record didn’t last either.
            was.worst != Some(Severity::Stop) && row.and_then(|row| lasts(row)) < lasts(was)
        });
        arrivals.count() + recordings.count()
    }

    /// Recordings that would be pressed harder: the same sampling and depth on a lower rate.
    fn coarser(&self, after: &Report) -> usize {
        let before = recordings_by_device(self.before);
        let pressed = after.recordings.iter().filter(|row| {
            let was = before.get(row.device.as_str());
            was.is_some_and(|was| {
                let quality = |row: &RecordingReport| row.format.map(PictureFormat::quality);
                let video = |row: &RecordingReport| row.time.as_ref().map(|time| time.video_bps);
                quality(was) == quality(row) && video(row) < video(was)
            })
        });
        pressed.count()
    }

    /// Whether an edit puts a card to use that isn't in a slot now.
    fn uses_more_media(&self, edited: &Production) -> bool {
        let builds = self
            .production
            .build(self.build)
            .zip(edited.build(self.build));
        builds.is_some_and(|(before, after)| {
            let slots = after
                .placements
                .iter()
                .filter_map(|placement| placement.settings.recording.as_ref());
            let mut media = slots.flat_map(|recording| &recording.media);
            media.any(|id| after.media_used(id) > before.media_used(id))
        })
    }

    /// A trial that brings a single stop, completed by what mends that.
    fn completed(&self, finding: &Finding, trial: Trial) -> Option<Trial> {
        let [stop] = trial.new_stops.as_slice() else {
            return None;
        };
        let proposed = self.proposals(&trial.production, Proposals::Of(&stop.id))?;
        let next = proposed.into_iter().find(|other| other.id == stop.id)?;
        let next = next.fixes.into_iter().take(3).filter_map(|next| {
            let both = self.tried(finding, trial.fix.clone().then(next))?;
            (both.mends && both.new_stops.is_empty()).then_some(both)
        });
        next.min_by_key(|both| both.rank(0))
    }
}

impl Trial {
    /// Least first: what it takes, the cautions that it brings, how much it changes, and the order in
    /// which it was proposed.
    fn rank(&self, place: usize) -> (Effort, usize, usize, usize) {
        (
            self.effort(),
            self.new_cautions,
            self.fix.commands.len(),
            place,
        )
    }

    fn effort(&self) -> Effort {
        if self.worse > 0 {
            self.fix.effort.max(Effort::Compromise)
        } else if self.fix.effort == Effort::Setting && self.more_media {
            Effort::Kit
        } else {
            self.fix.effort
        }
    }

    fn graded(self) -> Fix {
        Fix {
            effort: self.effort(),
            ..self.fix
        }
    }
}
