//! A shelf: the entries of one kind, in their order, found by id.

use rustc_hash::FxHashMap;
use serde::{Serialize, Serializer};
use std::ops::Deref;

/// What stands on a shelf.
pub trait Entry {
    /// Its id: no two of a catalogue share one.
    fn id(&self) -> &str;
    /// Its name in full.
    fn name(&self) -> &str;
}

/// Entries of one kind.
#[derive(Debug, Clone, PartialEq)]
pub struct Shelf<T> {
    entries: Vec<T>,
    index: FxHashMap<String, usize>,
}

impl<T: Entry> Shelf<T> {
    /// The entry with this id.
    pub fn get(&self, id: &str) -> Option<&T> {
        self.entries.get(*self.index.get(id)?)
    }

    /// Adds an entry at the end, or puts it in the place of the one with its id.
    pub(super) fn put(&mut self, entry: T) {
        match self.index.get(entry.id()) {
            Some(at) => self.entries[*at] = entry,
            None => {
                self.index.insert(entry.id().into(), self.entries.len());
                self.entries.push(entry);
            }
        }
    }
}

impl<T: Entry> From<Vec<T>> for Shelf<T> {
    /// Of two entries with one id the first is found.
    fn from(entries: Vec<T>) -> Self {
        let mut index = FxHashMap::default();
        for (at, entry) in entries.iter().enumerate() {
            index.entry(entry.id().to_string()).or_insert(at);
        }
        Self { entries, index }
    }
}

impl<T> Deref for Shelf<T> {
    type Target = [T];

    fn deref(&self) -> &[T] {
        &self.entries
    }
}

impl<'s, T> IntoIterator for &'s Shelf<T> {
    type Item = &'s T;
    type IntoIter = std::slice::Iter<'s, T>;

    fn into_iter(self) -> Self::IntoIter {
        self.entries.iter()
    }
}

impl<T: Serialize> Serialize for Shelf<T> {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        self.entries.serialize(serializer)
    }
}

macro_rules! stands_on_a_shelf {
    ($($entry:ty),*) => {$(
        impl Entry for $entry {
            fn id(&self) -> &str {
                &self.id
            }

            fn name(&self) -> &str {
                &self.name
            }
        }
    )*};
}

stands_on_a_shelf!(
    super::Device,
    super::Cable,
    super::Adapter,
    super::Codec,
    super::Medium
);
