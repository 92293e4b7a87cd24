//! Commands about the shooting day: its entries, the copying station, the job.

use super::{Limits, Refusal, bad_handle, checked_name, missing};
use crate::document::names::is_handle;
use crate::document::{Build, Command, JobLine, Production, Rolls, ScheduleEntry, Station};
use crate::quantity::{ClockTime, Span};

/// An entry of the day is at most this long.
const LONGEST: Span = Span(48 * 3600);

impl Build {
    pub(super) fn put_schedule(
        &mut self,
        entry: ScheduleEntry,
        at: Option<usize>,
    ) -> Result<Command, Refusal> {
        if !is_handle(&entry.id) {
            return Err(bad_handle(entry.id));
        }
        checked_name("a part of the day", &entry.name)?;
        let refuse = |why: String| Err(Refusal::Contradiction(why));
        if entry.length.0 == 0 || entry.length > LONGEST {
            return refuse(format!("“{}” must last from 1 s to 48 h", entry.name));
        }
        if let Rolls::Ratio {
            centiratio,
            cameras,
            ..
        } = entry.rolls
            && (centiratio == 0 || cameras == 0)
        {
            return refuse(format!(
                "“{}” needs a ratio above zero and at least one camera",
                entry.name
            ));
        }
        let rolled = Span(entry.rolls.seconds(entry.length));
        if rolled > entry.length {
            return refuse(format!(
                "“{}” lasts {}; {} can’t be rolled in it",
                entry.name,
                entry.length.label(),
                rolled.label()
            ));
        }
        if let Some(gone) = entry
            .recorders
            .iter()
            .find(|at| self.placement(at).is_none())
        {
            return Err(missing("recorder", gone));
        }
        let others = self.schedule.iter().filter(|known| known.id != entry.id);
        if let Some(other) = others.into_iter().find(|other| overlap(other, &entry)) {
            return refuse(format!(
                "“{}” ({}) and “{}” ({}) overlap for the same recorder",
                other.name,
                from_to(other),
                entry.name,
                from_to(&entry)
            ));
        }
        let build = self.id.clone();
        if let Some(known) = self.schedule.iter_mut().find(|known| known.id == entry.id) {
            let entry = std::mem::replace(known, entry);
            return Ok(Command::PutScheduleEntry {
                build,
                entry,
                at: None,
            });
        }
        if self.schedule.len() >= Limits::SCHEDULE {
            return Err(Refusal::TooMany("day holds at most 200 entries"));
        }
        let id = entry.id.clone();
        let at = at.map_or(self.schedule.len(), |at| at.min(self.schedule.len()));
        self.schedule.insert(at, entry);
        Ok(Command::RemoveScheduleEntry { build, entry: id })
    }

    pub(super) fn remove_schedule(&mut self, id: &str) -> Result<Command, Refusal> {
        let at = self.schedule.iter().position(|known| known.id == id);
        let at = at.ok_or_else(|| missing("part of the day called", id))?;
        Ok(Command::PutScheduleEntry {
            build: self.id.clone(),
            entry: self.schedule.remove(at),
            at: Some(at),
        })
    }
}

fn from_to(entry: &ScheduleEntry) -> String {
    let end = entry.start.seconds() + entry.length.0;
    format!("{} to {}", entry.start, ClockTime::label_of(end))
}

/// Whether two entries want the same recorder at the same time. An entry that names none wants all.
fn overlap(one: &ScheduleEntry, other: &ScheduleEntry) -> bool {
    let ends = |entry: &ScheduleEntry| entry.start.seconds() + entry.length.0;
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
    pub(super) fn set_station(&mut self, station: Station) -> Result<Command, Refusal> {
        let refuse = |why: &str| Err(Refusal::Contradiction(why.into()));
        if !(1..=32).contains(&station.readers) {
            return refuse("the station has 1 to 32 readers");
        }
        if station.drives.is_empty() || station.drives.len() > 12 {
            return refuse("the station has 1 to 12 drives");
        }
        let rates = [&station.reader_rate, &station.bus_rate];
        if rates
            .into_iter()
            .chain(&station.drives)
            .any(|rate| rate.0 == 0)
        {
            return refuse("readers, bus and drives each carry more than 0 MB/s");
        }
        if station.way > LONGEST {
            return refuse("the way from the camera to the reader takes at most 48 h");
        }
        Ok(Command::SetStation {
            station: std::mem::replace(&mut self.station, station),
        })
    }

    pub(super) fn set_job(&mut self, job: Vec<JobLine>) -> Result<Command, Refusal> {
        if let Some(line) = job.iter().find(|line| self.build(&line.build).is_none()) {
            return Err(missing("build", &line.build));
        }
        if job.len() > Limits::BUILDS || job.iter().any(|line| line.days > 1000) {
            return Err(Refusal::TooMany(
                "job has at most 60 lines of at most 1,000 days",
            ));
        }
        Ok(Command::SetJob {
            job: std::mem::replace(&mut self.job, job),
        })
    }
}
