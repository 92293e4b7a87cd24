//! The fixes of findings: each is tried on a copy, and only what mends without bringing another
//! stop is offered, least change first.

use crate::chosen::Edit;
use check::{
    Code, Effort, Finding, Fix, Proposals, Severity, findings, last_resorts, without_number,
};
use model::catalogue::Catalogue;
use model::document::{Command, Production};
use report::{Loss, Report, losses, report, with_facts};
use runtime::interrupt::{Interrupt, until};
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::collections::{BTreeSet, HashSet};
use utoipa::ToSchema;

/// So many fixes are offered for one finding: a list to choose from, not to search.
const OFFERED: usize = 4;
/// So many are tried for one finding.
const TRIED: usize = 12;
/// So many device reports are made when the fixes of all findings are asked for: on a floor of a
/// hundred devices, six hundred fixes are tried.
const EFFORT: usize = 60_000;

/// What there is to do about a finding.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema)]
pub struct Remedies {
    /// What mends it, least change first.
    pub fixes: Vec<Fix>,
    /// Where nothing does: why.
    pub stuck: Option<String>,
}

/// What there is to do about one finding of a build; `None` where there is no such build or finding. Interrupted, it
/// tries no more.
pub fn remedies_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    finding: &str,
    stop: &Interrupt,
) -> Option<Remedies> {
    let before = report(production, build, catalogue)?;
    let wanted = before.findings.iter().find(|other| other.id == finding)?;
    let bench = Bench::new(production, (build, catalogue), &before, stop);
    let proposed = bench.proposals(production, Proposals::Of(finding))?;
    let proposed = proposed.into_iter().find(|other| other.id == finding)?;
    Some(bench.offered(wanted, proposed.fixes, |_| true))
}

/// The fixes of one finding alone.
pub fn fixes_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    finding: &str,
    stop: &Interrupt,
) -> Option<Vec<Fix>> {
    remedies_of(production, build, catalogue, finding, stop).map(|remedies| remedies.fixes)
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
    for (finding, remedies) in report.findings.iter_mut().zip(offered) {
        finding.fixes = remedies.fixes;
        finding.stuck = remedies.stuck;
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
    /// Stops that only the finding itself had kept from being said.
    masked: Vec<Finding>,
    new_cautions: Vec<Finding>,
    /// Findings as bad as the one that it mends, and that go with it.
    gone: usize,
    losses: Vec<Loss>,
    /// What was chosen and isn't any more.
    gives_up: Vec<String>,
    hires: Vec<String>,
    /// How bad it is what it mends.
    finding: Severity,
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
    ) -> Remedies {
        let all_may = proposed.iter().take(TRIED).all(may);
        let found = self.good(finding, proposed, may);
        // Where something else was proposed, that is somebody's decision before a last resort is.
        let enough = !found.fixes.is_empty() || !all_may;
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
        let other = self.good(finding, ways.unwrap_or_default(), may);
        Remedies {
            // What was proposed for it says more than what was tried at last.
            stuck: other.stuck.and(found.stuck),
            fixes: other.fixes,
        }
    }

    fn good(&self, finding: &Finding, proposed: Vec<Fix>, may: fn(&Fix) -> bool) -> Remedies {
        let mut seen = HashSet::new();
        let proposed = proposed.into_iter().take(TRIED).filter(may);
        let new = proposed.filter(|fix| seen.insert(fix.id.clone()));
        let new = new.map(|fix| self.without_a_kit(fix));
        let wanted = new.take_while(|_| !self.stop.is_raised());
        let tried = wanted.filter_map(|fix| self.tried(finding, fix));
        let (mending, missing): (Vec<Trial>, Vec<Trial>) = tried.partition(|trial| trial.mends);
        let (mut good, bringing): (Vec<_>, Vec<_>) = mending
            .into_iter()
            .enumerate()
            .partition(|(_, trial)| trial.new_stops.is_empty() && trial.leads_on());
        let stuck = why_none(finding, bringing.iter().map(|(_, trial)| trial), &missing);
        if good.is_empty() {
            let completed = bringing
                .into_iter()
                .filter_map(|(place, trial)| Some((place, self.completed(finding, trial)?)));
            good.extend(completed);
        }
        good.sort_by_key(|(place, trial)| trial.rank(*place));
        let fixes = good.into_iter().map(|(_, trial)| trial.graded());
        let fixes: Vec<Fix> = fixes.filter(may).take(OFFERED).collect();
        // Who was interrupted hasn't looked at everything.
        let stuck = (fixes.is_empty() && !self.stop.is_raised()).then_some(stuck);
        Remedies { fixes, stuck }
    }

    /// Where nobody has written down a kit, a fix doesn’t begin one: all else would be short of it at once.
    fn without_a_kit(&self, mut fix: Fix) -> Fix {
        if self.production.kit.is_empty() {
            fix.commands
                .retain(|command| !matches!(command, Command::SetKit { .. }));
        }
        fix
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
        let (masked, new_stops) = come(Severity::Stop)
            .into_iter()
            .partition(|stop| self.was_masked(finding, stop, &after));
        let edit = Edit {
            before: self.production,
            after: &edited.production,
            build: self.build,
            catalogue: self.catalogue,
        };
        Some(Trial {
            mends,
            new_stops,
            masked,
            new_cautions: come(Severity::Caution),
            gone: self.gone(finding, &after),
            losses: losses(self.before, &after),
            gives_up: edit.gives_up(),
            hires: edit.hires(),
            more_media: self.uses_more_media(&edited.production),
            production: edited.production,
            finding: finding.severity,
            fix,
        })
    }

    /// How many findings that are as bad as one, or worse, are gone or less bad.
    fn gone(&self, finding: &Finding, after: &Report) -> usize {
        let left: FxHashMap<&str, Severity> = after
            .findings
            .iter()
            .map(|left| (left.id.as_str(), left.severity))
            .collect();
        let as_bad = self.before.findings.iter();
        let as_bad = as_bad.filter(|was| was.severity >= finding.severity);
        as_bad
            .filter(|was| {
                left.get(was.id.as_str())
                    .is_none_or(|now| *now < was.severity)
            })
            .count()
    }

    /// Whether a stop that comes was only hidden by the one that goes: nothing arrived there to judge.
    fn was_masked(&self, finding: &Finding, stop: &Finding, after: &Report) -> bool {
        if stop.code.destroys() {
            return false;
        }
        let same_cable =
            stop.at.connection.is_some() && stop.at.connection == finding.at.connection;
        if same_cable && matches!(finding.code, Code::WrongCable | Code::BadConnection) {
            return true;
        }
        let pictures = |report: &Report| {
            let device = stop.at.device.as_deref();
            let mut rows = report.arrivals.iter();
            let row = rows.find(|row| Some(row.device.as_str()) == device);
            row.map(|row| row.picture.is_some())
        };
        let times = |report: &Report| {
            let device = stop.at.device.as_deref();
            let mut rows = report.recordings.iter();
            let row = rows.find(|row| Some(row.device.as_str()) == device);
            row.map(|row| row.time.is_some())
        };
        let begins = |was: Option<bool>, now: Option<bool>| was == Some(false) && now == Some(true);
        begins(pictures(self.before), pictures(after)) || begins(times(self.before), times(after))
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

    /// A trial that brings a single stop, or a single caution too many, completed by what mends that.
    fn completed(&self, finding: &Finding, trial: Trial) -> Option<Trial> {
        let (([brought], _) | ([], [brought])) =
            (trial.new_stops.as_slice(), trial.new_cautions.as_slice())
        else {
            return None;
        };
        let proposed = self.proposals(&trial.production, Proposals::Of(&brought.id))?;
        let next = proposed.into_iter().find(|other| other.id == brought.id)?;
        let next = next.fixes.into_iter().take(3).filter_map(|next| {
            let both = trial.fix.clone().then(self.without_a_kit(next));
            let both = self.tried(finding, both)?;
            (both.mends && both.leads_on() && both.new_stops.is_empty()).then_some(both)
        });
        next.min_by_key(|both| both.rank(0))
    }
}

/// Why nothing mends a finding: what would brings something as bad, what was tried doesn't, or nothing was found.
fn why_none<'t>(
    finding: &Finding,
    mut bringing: impl Iterator<Item = &'t Trial>,
    missing: &[Trial],
) -> String {
    let todo = finding.code.page().todo;
    if let Some(trial) = bringing.next() {
        let mut brought = trial.new_stops.iter().chain(&trial.new_cautions);
        return match brought.next() {
            Some(brought) => format!(
                "“{}” would mend it, and brings: {} {todo}",
                trial.fix.title, brought.text
            ),
            None => format!(
                "“{}” would mend it, and leaves no less to mend. {todo}",
                trial.fix.title
            ),
        };
    }
    match missing.first() {
        Some(trial) => format!("“{}” isn’t enough by itself. {todo}", trial.fix.title),
        None => format!("Nothing in the kit or the catalogue mends it here. {todo}"),
    }
}

/// What trials are ranked by, least first.
type Rank = (bool, bool, Effort, usize, usize, usize);

impl Trial {
    /// Whether there is less to mend after it: who takes the first fix over and over comes to an end.
    fn leads_on(&self) -> bool {
        match self.finding {
            Severity::Stop => true,
            Severity::Caution => self.new_cautions.len() < self.gone,
            Severity::Note => self.new_cautions.is_empty(),
        }
    }

    /// Least first: whether it takes back what was chosen, whether it brings what is as bad as what goes, what it
    /// takes, the cautions that it brings, how much it changes, and the order in which it was proposed.
    fn rank(&self, place: usize) -> Rank {
        let brings_as_bad = match self.finding {
            Severity::Stop => !self.masked.is_empty(),
            Severity::Caution | Severity::Note => !self.new_cautions.is_empty(),
        };
        (
            !self.gives_up.is_empty(),
            brings_as_bad,
            self.effort(),
            self.new_cautions.len(),
            self.fix.commands.len(),
            place,
        )
    }

    fn effort(&self) -> Effort {
        let mut effort = self.fix.effort;
        if effort == Effort::Setting && self.more_media {
            effort = Effort::Kit;
        }
        if !self.gives_up.is_empty() || self.losses.iter().any(|loss| !loss.slight) {
            effort = effort.max(Effort::Compromise);
        }
        if !self.hires.is_empty() {
            effort = effort.max(Effort::Hire);
        }
        effort
    }

    /// As it is offered: with what it takes and what it costs.
    fn graded(self) -> Fix {
        let effort = self.effort();
        let losses = self.losses.into_iter().map(|loss| loss.text);
        let brings = self.masked.into_iter().chain(self.new_cautions);
        let brings = brings.map(|finding| format!("Then: {}", finding.text));
        let costs = self.gives_up.into_iter().chain(losses).chain(self.hires);
        Fix {
            effort,
            costs: costs.chain(brings).collect(),
            ..self.fix
        }
    }
}
