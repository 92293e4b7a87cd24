//! The hours of a day: from when to when, and the breaks in which something can be changed.

use model::document::{Rolls, ScheduleEntry};

/// A gap between two entries is a break from here on, in seconds.
const SHORTEST_BREAK: u64 = 5 * 60;

/// From the first to the last of a day, in seconds since midnight.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Hours {
    /// When it begins.
    pub begin: u64,
    /// When it ends.
    pub end: u64,
    /// When nothing is rolled, from the first on: entries that roll nothing, and gaps between entries.
    pub breaks: Vec<Break>,
}

/// A time in which nothing is rolled.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord)]
pub struct Break {
    /// When it begins, in seconds since midnight.
    pub start: u64,
    /// When it ends.
    pub end: u64,
    /// What the plan calls it; none where it is a gap.
    pub name: Option<String>,
}

/// Something changed: a battery, a clock set again.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct ChangeTime {
    /// When, in seconds since midnight.
    pub at: u64,
    /// Which of the breaks it falls into; none where no break comes in time.
    pub in_break: Option<usize>,
}

impl Hours {
    /// The hours of a schedule; none where nothing is planned.
    pub fn of(schedule: &[ScheduleEntry]) -> Option<Self> {
        let begins = |entry: &ScheduleEntry| entry.start.seconds();
        let ends = |entry: &ScheduleEntry| begins(entry).saturating_add(entry.length.0);
        let begin = schedule.iter().map(begins).min()?;
        let end = schedule.iter().map(ends).max()?;
        let (rests, rolling): (Vec<_>, Vec<_>) = schedule
            .iter()
            .partition(|entry| entry.rolls == Rolls::Nothing);
        let mut breaks: Vec<Break> = rests
            .iter()
            .map(|entry| Break {
                start: begins(entry),
                end: ends(entry),
                name: Some(entry.name.clone()),
            })
            .collect();
        let mut all: Vec<&ScheduleEntry> = rests.into_iter().chain(rolling).collect();
        all.sort_by_key(|entry| begins(entry));
        let mut reached = begin;
        for entry in all {
            if begins(entry) >= reached + SHORTEST_BREAK {
                breaks.push(Break {
                    start: reached,
                    end: begins(entry),
                    name: None,
                });
            }
            reached = reached.max(ends(entry));
        }
        breaks.sort();
        Some(Self { begin, end, breaks })
    }

    /// How long it is, in seconds.
    pub fn length(&self) -> u64 {
        self.end.saturating_sub(self.begin)
    }

    /// When something that was fresh at the beginning and lasts so many seconds is to be changed: as late as a
    /// break allows, else when it ends. At most so many. A change takes so many seconds, and ends before its break
    /// does.
    pub fn turns(&self, lasts: u64, takes: u64, most: usize) -> Vec<ChangeTime> {
        let over = |fresh: u64| fresh.saturating_add(lasts);
        self.changes(over, takes, most, u64::min)
    }

    /// The same of a battery that ends when `over` says, given when it was fresh. One that ends in a break is changed
    /// at the break's end: nobody needs it before, and the new one has all its time ahead.
    pub fn turns_by(&self, over: impl Fn(u64) -> u64, takes: u64, most: usize) -> Vec<ChangeTime> {
        self.changes(over, takes, most, |end, _| end)
    }

    /// `when` says when something is changed in a break, of the last time at which the change still ends with it, and
    /// of when it is over.
    fn changes(
        &self,
        over: impl Fn(u64) -> u64,
        takes: u64,
        most: usize,
        when: fn(u64, u64) -> u64,
    ) -> Vec<ChangeTime> {
        let mut turns: Vec<ChangeTime> = Vec::new();
        let mut fresh = self.begin;
        while turns.len() < most {
            let over = over(fresh);
            if over <= fresh || over >= self.end {
                break;
            }
            let in_time = self
                .breaks
                .iter()
                .enumerate()
                // Once in a break is enough.
                .filter(|(_, pause)| {
                    fresh == self.begin || !(pause.start..=pause.end).contains(&fresh)
                })
                .filter_map(|(number, pause)| {
                    let at = when(pause.end.checked_sub(takes)?, over);
                    (pause.start <= over && at >= pause.start && at > fresh).then_some((at, number))
                });
            let turn = match in_time.max() {
                Some((at, number)) => ChangeTime {
                    at,
                    in_break: Some(number),
                },
                None => ChangeTime {
                    at: over,
                    in_break: None,
                },
            };
            fresh = turn.at;
            turns.push(turn);
        }
        turns
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn entry(name: &str, start: &str, length: &str, rolls: Rolls) -> ScheduleEntry {
        ScheduleEntry {
            id: name.to_lowercase().into(),
            name: name.into(),
            recorders: Vec::new(),
            start: start.parse().unwrap(),
            length: length.parse().unwrap(),
            rolls,
        }
    }

    #[test]
    fn breaks_are_what_rolls_nothing_and_gaps() {
        let day = [
            entry("Two", "13:00", "3 h", Rolls::Continuous),
            entry("One", "8:00", "4 h", Rolls::Continuous),
            entry("Tea", "15:00", "15 min", Rolls::Nothing),
        ];
        let hours = Hours::of(&day).unwrap();
        assert_eq!((hours.begin, hours.end), (8 * 3600, 16 * 3600));
        let breaks: Vec<_> = hours
            .breaks
            .iter()
            .map(|pause| (pause.start / 60, pause.end / 60, pause.name.as_deref()))
            .collect();
        assert_eq!(
            breaks,
            [
                (12 * 60, 13 * 60, None),
                (15 * 60, 15 * 60 + 15, Some("Tea"))
            ]
        );
        let turns = |lasts: u64| -> Vec<(u64, Option<usize>)> {
            let turns = hours.turns(lasts, 120, 10);
            turns
                .iter()
                .map(|turn| (turn.at / 60, turn.in_break))
                .collect()
        };
        assert_eq!(turns(9 * 3600), []);
        // Two minutes before the break ends, so that the change ends with it.
        assert_eq!(turns(5 * 3600), [(12 * 60 + 58, Some(0))]);
        assert_eq!(
            turns(3 * 3600),
            [
                (11 * 60, None),
                (12 * 60 + 58, Some(0)),
                (15 * 60 + 13, Some(1))
            ]
        );
        // Over in a break: changed once; a battery at the end of the break.
        assert_eq!(turns(4 * 3600 + 1800), [(12 * 60 + 30, Some(0))]);
        let batteries = hours.turns_by(|fresh| fresh + 4 * 3600 + 1800, 120, 10);
        assert_eq!(batteries[0].at / 60, 12 * 60 + 58);
        assert_eq!(hours.turns(1, 0, 7).len(), 7, "bounded");
        assert_eq!(hours.turns(0, 0, 7), []);
        // What takes longer than a break isn’t done in it.
        assert_eq!(hours.turns(5 * 3600, 2 * 3600, 7)[0].in_break, None);
        assert!(Hours::of(&[]).is_none());
    }
}
