//! What an edit changed, put back place by place; and what removals took out, as older journals hold it.

use super::{Refusal, Strictness};
use crate::document::json::{read_value, value_of};
use crate::document::{Build, Production, TakenOut, Unfit};
use difference::{Changed, Misplaced};
use std::collections::HashSet;

impl Production {
    /// Puts places back to what they were. What was put since on what goes now, goes with it.
    pub(super) fn restore(
        &mut self,
        changes: &[Changed],
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let mut document = value_of(self);
        difference::make(&mut document, changes)?;
        let mut after: Self = read_value(&document).map_err(Refusal::Contradiction)?;
        for build in &mut after.builds {
            if let Some(before) = self.build(&build.id) {
                build.without_loose_ends_of(before);
            }
        }
        // What an older program let through may be so again.
        match strictness {
            Strictness::Able => after.check(),
            Strictness::There => after.holds_together(),
        }
        .map_err(|why| unfit(&self.name, why))?;
        *self = after;
        Ok(())
    }
}

impl Build {
    /// Takes out what hangs on devices that were there before and aren’t now.
    fn without_loose_ends_of(&mut self, before: &Self) {
        let stay: HashSet<_> = self.placements.iter().map(|one| one.id.clone()).collect();
        let gone = before
            .placements
            .iter()
            .filter(|one| !stay.contains(&one.id));
        for device in gone {
            self.detach(&device.id);
        }
    }

    /// Puts things back at their places.
    pub(super) fn put_back(&mut self, taken: TakenOut) -> Result<(), Refusal> {
        insert_all(&mut self.units, taken.units);
        insert_all(&mut self.placements, taken.placements);
        insert_all(&mut self.connections, taken.connections);
        insert_all(&mut self.needs, taken.needs);
        insert_all(&mut self.joints, taken.joints);
        if taken.timecode_master.is_some() {
            self.timecode_master = taken.timecode_master;
        }
        self.holds_together().map_err(|why| unfit(&self.name, why))
    }
}

fn unfit(entry: &str, why: Unfit) -> Refusal {
    Refusal::Unfit {
        entry: entry.into(),
        why: Box::new(why),
    }
}

impl From<Misplaced> for Refusal {
    fn from(why: Misplaced) -> Self {
        match why {
            Misplaced::Taken(key) => Self::Taken(key),
            why => Self::Contradiction(format!("it can’t be put back: {why}")),
        }
    }
}

/// Puts each at its place, lowest place first; a place past the end is the end.
fn insert_all<T>(list: &mut Vec<T>, items: Vec<(usize, T)>) {
    for (place, item) in items {
        list.insert(place.min(list.len()), item);
    }
}
