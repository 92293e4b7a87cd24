//! Commands about the shooting day: its entries, the copying station, the job.

use super::{Refusal, Strictness, bad_handle, checked_name, missing, put_at};
use crate::document::Bounded;
use crate::document::day::refuse_overlap;
use crate::document::names::is_handle;
use crate::document::{Build, Change, JobLine, Limits, Production, ScheduleEntry, Station};

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
