//! Commands applied, in a file a subject: each is checked, changes the document, and yields its
//! inverse.

mod builds;
mod cables;
mod commands;
mod custom;
mod day;
mod devices;
mod joints;
mod kit;
mod needs;
mod picture;
mod ports;
mod power;
mod production;
mod put_back;
mod recording;
mod sound;
mod timecode;
mod units;

pub use commands::{Command, TakenOut};

use super::refusal::{Refusal, bad_handle, checked_name, missing};
use super::{Limits, Production};
use crate::catalogue::{Catalogue, Device};
use difference::changes;
use runtime::interrupt::checkpoint;

/// An edit that went through.
#[derive(Debug, Clone, PartialEq)]
pub struct Edited {
    /// The production after it.
    pub production: Production,
    /// What takes it back: what it changed, as it was.
    pub inverse: Vec<Command>,
    /// The places that it changed. Edits that have none in common can be made one after the other, whichever
    /// revision each was made on: see [`difference::overlap`].
    pub changed: Vec<String>,
}

/// How much a command is checked.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Strictness {
    /// That what it names is there, and that the gear can do it.
    Able,
    /// That what it names is there.
    There,
}

impl Production {
    /// The production after `commands`, all of them or none, and what takes them back.
    pub fn edited(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        checkpoint();
        if commands.len() > Limits::COMMANDS {
            return Err(Refusal::TooMany("single edit takes at most 500 commands"));
        }
        self.changed(catalogue, commands, Strictness::Able)
    }

    /// The production after commands of its own history, undone or redone. What was so once may be
    /// so again, even where the gear could not do it: the check says that.
    pub fn stepped(&self, catalogue: &Catalogue, commands: &[Command]) -> Result<Edited, Refusal> {
        self.changed(catalogue, commands, Strictness::There)
    }

    fn changed(
        &self,
        catalogue: &Catalogue,
        commands: &[Command],
        strictness: Strictness,
    ) -> Result<Edited, Refusal> {
        let mut production = self.clone();
        let mut with_custom = catalogue.with(&production.custom);
        let mut custom = production.custom.clone();
        for command in commands {
            command
                .clone()
                .apply(&mut production, &with_custom, strictness)?;
            if production.custom != custom {
                custom = production.custom.clone();
                with_custom = catalogue.with(&production.custom);
            }
        }
        let changes = changes(&production, self);
        Ok(Edited {
            production,
            changed: changes
                .iter()
                .filter(|change| !change.tidies())
                .map(|change| change.path.clone())
                .collect(),
            inverse: match changes.is_empty() {
                true => Vec::new(),
                false => vec![Command::Restore { changes }],
            },
        })
    }
}

/// Puts an entry at a place of a list; at the end where none is said.
fn put_at<T>(list: &mut Vec<T>, place: Option<usize>, entry: T) {
    list.insert(
        place.map_or(list.len(), |place| place.min(list.len())),
        entry,
    );
}

fn catalogue_device<'c>(catalogue: &'c Catalogue, id: &str) -> Result<&'c Device, Refusal> {
    catalogue
        .device(id)
        .ok_or_else(|| missing("device in the catalogue called", id))
}
