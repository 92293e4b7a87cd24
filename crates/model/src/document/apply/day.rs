//! Commands about the shooting day: its entries, the copying station, the job.

use super::{Refusal, Strictness, bad_handle, checked_name, missing, put_at};
use crate::document::Bounded;
use crate::document::names::is_handle;
use crate::document::{Build, Change, JobLine, Limits, Production, Rolls, ScheduleEntry, Station};
use units::quantity::ClockTime;

impl Build {
    pub(super) fn put_schedule(
        &mut self,
        entry: ScheduleEntry,
        at: Option<usize>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if !is_handle(&entry.id) {
            return Err(bad_handle(&entry.id));
        }
        checked_name("a part of the day", &entry.name)?;
        if strictness == Strictness::Able {
            self.able_to_plan(&entry)?;
        }
        if let Some(existing) = self.schedule.iter_mut().find(|other| other.id == entry.id) {
            *existing = entry;
            return Ok(());
        }
        if self.schedule.len() >= Limits::SCHEDULE {
            return Err(Refusal::TooMany("day holds at most 200 entries"));
        }
        put_at(&mut self.schedule, at, entry);
        Ok(())
    }

    pub(super) fn set_schedule(
        &mut self,
        id: &str,
        change: &Change<ScheduleEntry>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let at = self.schedule.iter().position(|entry| entry.id == id);
        let at = at.ok_or_else(|| missing("part of the day called", id))?;
        let entry = change.made(&self.schedule[at])?;
        if entry.id != id {
            return Err(Refusal::Contradiction("an id stays as it is".into()));
        }
        self.put_schedule(entry, None, strictness)
    }

    /// Whether a part of the day can be as it says: its length, its recorders, no two at once.
    fn able_to_plan(&self, entry: &ScheduleEntry) -> Result<(), Refusal> {
        let before = self.schedule.iter().find(|other| other.id == entry.id);
        before
            .map_or_else(|| entry.check(), |before| entry.check_change(before))
            .map_err(Refusal::Contradiction)?;
        if let Some(gone) = entry
            .recorders
            .iter()
            .find(|at| self.placement(at).is_none())
        {
            return Err(missing("recorder", gone));
        }
        let others = self.schedule.iter().filter(|other| other.id != entry.id);
        refuse_overlap(others, entry)?;
        Ok(())
    }

    pub(super) fn remove_schedule(&mut self, id: &str) -> Result<(), Refusal> {
        let at = self.schedule.iter().position(|entry| entry.id == id);
        let at = at.ok_or_else(|| missing("part of the day called", id))?;
        self.schedule.remove(at);
        Ok(())
    }
}

/// A part of the day that wants a recorder which another has at that time.
pub fn refuse_overlap<'e>(
    others: impl IntoIterator<Item = &'e ScheduleEntry>,
    entry: &ScheduleEntry,
) -> Result<(), Refusal> {
    match others.into_iter().find(|other| overlap(other, entry)) {
        None => Ok(()),
        Some(other) => Err(Refusal::Contradiction(format!(
            "“{}” ({}) and “{}” ({}) overlap for the same recorder",
            other.name,
            from_to(other),
            entry.name,
            from_to(entry)
        ))),
    }
}

fn from_to(entry: &ScheduleEntry) -> String {
    let end = entry.start.seconds().saturating_add(entry.length.0);
    format!("{} to {}", entry.start, ClockTime::label_of(end))
}

/// Whether two entries want the same recorder at the same time. An entry that names none wants all.
fn overlap(one: &ScheduleEntry, other: &ScheduleEntry) -> bool {
    let ends = |entry: &ScheduleEntry| entry.start.seconds().saturating_add(entry.length.0);
    let together = one.start.seconds() < ends(other) && other.start.seconds() < ends(one);
    let shared = one.recorders.is_empty()
        || other.recorders.is_empty()
        || one
            .recorders
            .iter()
            .any(|recorder| other.recorders.contains(recorder));
    let rolls = |entry: &ScheduleEntry| entry.rolls != Rolls::Nothing;
    together && shared && rolls(one) && rolls(other)
}

impl Production {
    pub(super) fn set_station(
        &mut self,
        change: &Change<Station>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let station = change.made(&self.station)?;
        if strictness == Strictness::Able {
            station
                .check_change(&self.station)
                .map_err(Refusal::Contradiction)?;
        }
        self.station = station;
        Ok(())
    }

    pub(super) fn set_job(&mut self, job: Vec<JobLine>) -> Result<(), Refusal> {
        if let Some(line) = job.iter().find(|line| self.build(&line.build).is_none()) {
            return Err(missing("build", &line.build));
        }
        if job.len() > Limits::BUILDS || job.iter().any(|line| line.days > Limits::DAYS) {
            return Err(Refusal::TooMany(
                "job has at most 60 lines of at most 1,000 days",
            ));
        }
        self.job = job;
        Ok(())
    }
}
