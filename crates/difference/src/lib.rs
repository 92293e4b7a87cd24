//! What changed between two values of one type, as a JSON Patch (RFC 6902): an answer as small as the change.
//!
//! ```text
//! #[derive(Difference)]
//! struct Build {
//!     name: String,
//!     #[difference(by(id))]
//!     cables: Vec<Cable>,
//! }
//! let steps: Option<Vec<PatchStep>> = difference(&before, &after);
//! ```
//!
//! The same comparison gives changes that don't depend on what else there is ([`changes`]): what takes an edit back,
//! and what two edits have in common.

#![warn(missing_docs)]

// What the derive writes names this crate.
#[cfg(test)]
extern crate self as difference;

mod keyed;

pub use difference_derive::Difference;
pub use keyed::{Changed, Misplaced, changes, make, overlap};

use keyed::Key;
use serde::Serialize;
use serde_json::value::{RawValue, to_raw_value};
use std::collections::{BTreeMap, HashMap};
use std::fmt;
use std::hash::Hash;
use std::sync::Arc;
use utoipa::ToSchema;

/// More steps than this take longer than reading everything again.
const MOST_STEPS: usize = 256;

/// One step of a patch; paths are JSON Pointers (RFC 6901).
#[derive(Debug, Clone, Serialize, ToSchema)]
#[serde(tag = "op", rename_all = "lowercase")]
pub enum PatchStep {
    /// Puts a value where there was none, or before the entry of a list that is there.
    Add {
        /// Where.
        path: String,
        /// What.
        #[schema(value_type = serde_json::Value)]
        value: Box<RawValue>,
    },
    /// Puts a value in the place of another.
    Replace {
        /// Where.
        path: String,
        /// What.
        #[schema(value_type = serde_json::Value)]
        value: Box<RawValue>,
    },
    /// Takes a value out.
    Remove {
        /// Where.
        path: String,
    },
    /// Moves a value.
    Move {
        /// From where.
        from: String,
        /// To where.
        path: String,
    },
}

impl PatchStep {
    /// How much it holds, in bytes.
    pub fn size(&self) -> usize {
        match self {
            Self::Add { path, value } | Self::Replace { path, value } => {
                path.len() + value.get().len()
            }
            Self::Remove { path } => path.len(),
            Self::Move { from, path } => from.len() + path.len(),
        }
    }

    /// A value put somewhere, whatever stood there.
    pub fn put(path: &str, value: &impl Serialize) -> Self {
        Self::Add {
            path: path.into(),
            value: written(value),
        }
    }

    /// Whether it puts a value there.
    pub fn puts(&self, at: &str) -> bool {
        matches!(self, Self::Add { path, .. } if path == at)
    }
}

/// A value as JSON text: it is written once, and sent as it is.
fn written(value: &impl Serialize) -> Box<RawValue> {
    to_raw_value(value).expect("documents and reports are JSON")
}

/// The steps from one value to another; `None` where there would be more than are worth it.
pub fn difference<T: Difference>(old: &T, new: &T) -> Option<Vec<PatchStep>> {
    let mut steps = Steps::default();
    old.difference(new, &At::Root, &mut steps);
    (!steps.is_full()).then_some(steps.patch)
}

/// A value whose parts are compared. Derived: see `difference-derive`.
pub trait Difference {
    /// The steps from this value to another, both at one place.
    fn difference(&self, new: &Self, at: &At<'_>, steps: &mut Steps);

    /// What stands for this value where none is written, if anything does.
    fn when_absent(&self) -> Option<Self>
    where
        Self: Sized,
    {
        None
    }
}

impl<T: Difference + ?Sized> Difference for Arc<T> {
    fn difference(&self, new: &Self, at: &At<'_>, steps: &mut Steps) {
        if !Arc::ptr_eq(self, new) {
            T::difference(self, new, at, steps);
        }
    }
}

impl<T: Difference + Serialize + PartialEq> Difference for Option<T> {
    fn difference(&self, new: &Self, at: &At<'_>, steps: &mut Steps) {
        match (self, new) {
            (Some(old), Some(new)) => old.difference(new, at, steps),
            (old, new) => steps.value(at, old, new),
        }
    }
}

impl<K: AsRef<str> + Ord, T: Difference + Serialize + PartialEq> Difference for BTreeMap<K, T> {
    fn difference(&self, new: &Self, at: &At<'_>, steps: &mut Steps) {
        for (name, old) in self.iter().filter(|(name, _)| !new.contains_key(*name)) {
            let at = at.field(name.as_ref());
            match steps.absent(old) {
                Some(absent) => {
                    old.difference(&absent, &at, steps);
                    steps.remove_usual(&at, &absent);
                }
                None => steps.remove(&at),
            }
        }
        for (name, new) in new {
            let at = at.field(name.as_ref());
            match (self.get(name), steps.absent(new)) {
                (Some(old), _) => old.difference(new, &at, steps),
                (None, Some(absent)) => absent.difference(new, &at, steps),
                (None, None) => steps.add(&at, new),
            }
        }
    }
}

/// A place, written out only where something changed.
#[derive(Debug, Clone, Copy)]
pub enum At<'a> {
    /// The value itself.
    Root,
    /// A field of what is at a place.
    Field(&'a At<'a>, &'a str),
    /// An entry of the list at a place.
    Entry(&'a At<'a>, usize),
    /// The entry of the list at a place that has a key.
    Keyed(&'a At<'a>, &'a Key),
}

impl<'a> At<'a> {
    /// A field of what is here.
    pub fn field(&'a self, name: &'a str) -> Self {
        Self::Field(self, name)
    }

    fn entry(&'a self, number: usize) -> Self {
        Self::Entry(self, number)
    }
}

impl fmt::Display for At<'_> {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Root => Ok(()),
            Self::Field(before, name) => write!(f, "{before}/{}", keyed::escaped(name)),
            Self::Entry(before, number) => write!(f, "{before}/{number}"),
            Self::Keyed(before, key) => write!(f, "{before}/{key}"),
        }
    }
}

/// What is found, as it is found.
#[derive(Debug, Default)]
pub struct Steps {
    patch: Vec<PatchStep>,
    /// Where changes by key are wanted rather than a patch.
    keyed: Option<Vec<Changed>>,
}

impl Steps {
    /// Whether there are more than are worth it.
    fn is_full(&self) -> bool {
        self.patch.len() > MOST_STEPS
    }

    /// What stands for an absent value, where changes by key are wanted: its fields change one by one then.
    fn absent<T: Difference>(&self, value: &T) -> Option<T> {
        self.keyed.as_ref().and_then(|_| value.when_absent())
    }

    fn add(&mut self, at: &At<'_>, value: &impl Serialize) {
        self.write(at, Some(value), |path, value| PatchStep::Add {
            path,
            value,
        });
    }

    fn remove(&mut self, at: &At<'_>) {
        let path = at.to_string();
        match &mut self.keyed {
            Some(changes) => changes.push(Changed::gone(path)),
            None => self.patch.push(PatchStep::Remove { path }),
        }
    }

    fn write(
        &mut self,
        at: &At<'_>,
        value: Option<&impl Serialize>,
        step: impl FnOnce(String, Box<RawValue>) -> PatchStep,
    ) {
        let (path, value) = (at.to_string(), written(&value));
        match &mut self.keyed {
            Some(changes) => changes.push(Changed::set(path, &value)),
            None => self.patch.push(step(path, value)),
        }
    }

    /// A value that is replaced where it changed.
    pub fn value<T: Serialize + PartialEq>(&mut self, at: &At<'_>, old: &T, new: &T) {
        if old != new {
            self.write(at, Some(new), |path, value| PatchStep::Replace {
                path,
                value,
            });
        }
    }

    /// A value that isn’t written where it is absent.
    pub fn if_any<T: Serialize + PartialEq>(
        &mut self,
        at: &At<'_>,
        old: &T,
        new: &T,
        absent: bool,
    ) {
        match (old == new, absent) {
            (true, _) => {}
            (false, true) => self.remove(at),
            (false, false) => self.add(at, new),
        }
    }

    /// The same, of which the parts are compared where it was and is written.
    pub fn within_if_any<T: Serialize + PartialEq>(
        &mut self,
        at: &At<'_>,
        (old, new): (&T, &T),
        absent: impl Fn(&T) -> bool,
        within: impl FnOnce(&mut Self),
    ) {
        if old == new {
        } else if self.keyed.is_some() || !absent(old) && !absent(new) {
            within(self);
        } else {
            self.if_any(at, old, new, absent(new));
        }
    }

    /// A value that is said whether it changed or not, and whether it is written or not.
    pub fn told(&mut self, at: &At<'_>, new: &impl Serialize) {
        self.add(at, new);
    }

    /// Both halves of a comparison at once, in order.
    pub fn side_by_side(
        &mut self,
        one: impl FnOnce(&mut Self) + Send,
        other: impl FnOnce(&mut Self) + Send,
    ) {
        let mut later = Self {
            patch: Vec::new(),
            keyed: self.keyed.as_ref().map(|_| Vec::new()),
        };
        runtime::cores::both(|| one(self), || other(&mut later));
        self.patch.append(&mut later.patch);
        if let (Some(changes), Some(later)) = (&mut self.keyed, &mut later.keyed) {
            changes.append(later);
        }
    }

    /// A list whose entries have keys: entries that went, came, moved and changed, each by itself.
    pub fn list<'w, T: Serialize + PartialEq, K: Hash + Eq + Serialize>(
        &mut self,
        at: &At<'_>,
        lists: (&'w [T], &'w [T]),
        key: (&'static [&'static str], impl Fn(&'w T) -> K),
    ) {
        let changed = |old: &T, new: &T, at: &At<'_>, steps: &mut Self| steps.value(at, old, new);
        self.entries(at, lists, key, (changed, |_| None));
    }

    /// The same, of whose entries the fields are compared.
    pub fn list_within<'w, T: Serialize + PartialEq + Difference, K: Hash + Eq + Serialize>(
        &mut self,
        at: &At<'_>,
        lists: (&'w [T], &'w [T]),
        key: (&'static [&'static str], impl Fn(&'w T) -> K),
    ) {
        let changed =
            |old: &T, new: &T, at: &At<'_>, steps: &mut Self| old.difference(new, at, steps);
        self.entries(at, lists, key, (changed, T::when_absent));
    }

    fn entries<'w, T: Serialize + PartialEq, K: Hash + Eq + Serialize>(
        &mut self,
        at: &At<'_>,
        (old, new): (&'w [T], &'w [T]),
        (fields, key): (&'static [&'static str], impl Fn(&'w T) -> K),
        (changed, absent): (
            impl Fn(&T, &T, &At<'_>, &mut Self),
            impl Fn(&T) -> Option<T>,
        ),
    ) {
        if self.keyed.is_some() {
            return self.by_key(at, (old, new), (fields, key), (changed, absent));
        }
        // Mostly the same entries in the same order: nothing has to be looked up.
        let pairs = || old.iter().zip(new);
        if old.len() == new.len() && pairs().all(|(old, new)| key(old) == key(new)) {
            for (number, (old, new)) in pairs().enumerate() {
                if self.is_full() {
                    return;
                }
                if old != new {
                    changed(old, new, &at.entry(number), self);
                }
            }
            return;
        }
        let before: HashMap<K, &T> = old.iter().map(|entry| (key(entry), entry)).collect();
        let after: HashMap<K, usize> = new.iter().map(&key).zip(0..).collect();
        if before.len() < old.len() || after.len() < new.len() {
            // Twice the same key: entries can’t be told apart.
            return self.value(at, &old, &new);
        }
        let mut now: Vec<K> = Vec::with_capacity(new.len());
        for entry in old {
            if after.contains_key(&key(entry)) {
                now.push(key(entry));
            } else {
                self.remove(&at.entry(now.len()));
            }
        }
        for (number, entry) in new.iter().enumerate() {
            if self.is_full() {
                return;
            }
            let wanted = key(entry);
            let Some(existing) = before.get(&wanted) else {
                self.add(&at.entry(number), entry);
                now.insert(number, wanted);
                continue;
            };
            if now[number] != wanted
                && let Some((from, to)) = put_in_place(&mut now, number, &wanted, &after)
            {
                self.patch.push(PatchStep::Move {
                    from: at.entry(from).to_string(),
                    path: at.entry(to).to_string(),
                });
            }
            if *existing != entry {
                changed(existing, entry, &at.entry(number), self);
            }
        }
    }
}

/// Moves the wanted entry to its place; where it comes next, what stands before it goes to its own instead, so that
/// one entry that went down the list is one move. From where to where it was.
fn put_in_place<K: Eq + Hash>(
    now: &mut Vec<K>,
    at: usize,
    wanted: &K,
    after: &HashMap<K, usize>,
) -> Option<(usize, usize)> {
    let found = at + now[at..].iter().position(|key| key == wanted)?;
    let (from, to) = if found == at + 1 {
        (at, after[&now[at]].min(now.len() - 1))
    } else {
        (found, at)
    };
    let moved = now.remove(from);
    now.insert(to, moved);
    Some((from, to))
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::{Value, json};

    /// An entry of a list: its key, and what it says.
    type Entry = (u8, char);

    fn steps(old: &[Entry], new: &[Entry]) -> Vec<PatchStep> {
        let mut steps = Steps::default();
        let key = |entry: &Entry| entry.0;
        steps.list(&At::Root.field("list"), (old, new), (&["0"], key));
        steps.patch
    }

    /// What a browser makes of it.
    fn applied(old: &[Entry], steps: &[PatchStep]) -> Value {
        let mut document = json!({ "list": old });
        let patch: json_patch::Patch = serde_json::from_value(json!(steps)).unwrap();
        json_patch::patch(&mut document, &patch).unwrap();
        document["list"].clone()
    }

    /// Every order of every choice of the entries.
    fn arrangements(entries: &[Entry]) -> Vec<Vec<Entry>> {
        let mut found = vec![Vec::new()];
        for (place, entry) in entries.iter().enumerate() {
            let mut rest = entries.to_vec();
            rest.remove(place);
            for mut more in arrangements(&rest) {
                more.insert(0, *entry);
                found.push(more);
            }
        }
        found
    }

    #[test]
    fn any_list_becomes_any_other() {
        let old = [(1, 'a'), (2, 'b'), (3, 'c'), (4, 'd')];
        // One that stays, two that change, two that are new.
        let all = arrangements(&[(1, 'a'), (2, 'B'), (4, 'D'), (5, 'e'), (6, 'f')]);
        assert!(all.len() > 300);
        for new in all {
            let steps = steps(&old, &new);
            assert_eq!(applied(&old, &steps), json!(new), "{steps:?}");
        }
    }

    #[test]
    fn what_stays_is_not_sent() {
        let old: Vec<Entry> = (0..50).map(|key| (key, 'a')).collect();
        assert!(steps(&old, &old).is_empty());
        let mut changed = old.clone();
        changed[7].1 = 'b';
        let [PatchStep::Replace { path, .. }] = &steps(&old, &changed)[..] else {
            panic!("one entry changed");
        };
        assert_eq!(path, "/list/7");
    }

    #[test]
    fn an_entry_that_goes_down_the_list_is_one_move() {
        let old: Vec<Entry> = (0..20).map(|key| (key, 'a')).collect();
        let mut new = old.clone();
        let first = new.remove(0);
        new.insert(15, first);
        assert_eq!(steps(&old, &new).len(), 1);
        // And one that goes up.
        assert_eq!(steps(&new, &old).len(), 1);
    }

    #[test]
    fn entries_of_one_key_are_sent_as_they_are() {
        let (old, new) = ([(1, 'a'), (1, 'b')], [(1, 'b')]);
        assert_eq!(applied(&old, &steps(&old, &new)), json!(new));
    }

    #[derive(Debug, Clone, PartialEq, Serialize, Difference)]
    struct Inner {
        #[difference(by(name, side))]
        plugs: Vec<Plug>,
        volts: f64,
    }

    #[derive(Debug, Clone, PartialEq, Serialize, Difference)]
    struct Plug {
        name: String,
        side: u8,
        note: Option<String>,
    }

    #[derive(Debug, Clone, PartialEq, Serialize, Difference)]
    #[difference(side_by_side)]
    struct Outer {
        #[difference(within)]
        inner: Inner,
        #[difference(by(name), within)]
        named: Vec<Plug>,
        #[serde(skip_serializing_if = "Option::is_none")]
        may: Option<u8>,
        #[serde(skip)]
        hidden: u8,
        #[serde(skip_serializing_if = "Vec::is_empty")]
        #[difference(always)]
        said: Vec<String>,
    }

    fn outer() -> Outer {
        let plug = |name: &str, side| Plug {
            name: name.into(),
            side,
            note: None,
        };
        Outer {
            inner: Inner {
                plugs: vec![plug("a", 1), plug("a", 2)],
                volts: 12.0,
            },
            named: vec![plug("x", 1), plug("y", 1)],
            may: Some(3),
            hidden: 1,
            said: Vec::new(),
        }
    }

    fn paths(old: &Outer, new: &Outer) -> Vec<String> {
        let steps = difference(old, new).unwrap();
        let mut document = json!(old);
        let patch: json_patch::Patch = serde_json::from_value(json!(steps)).unwrap();
        json_patch::patch(&mut document, &patch).unwrap();
        let mut wanted = json!(new);
        wanted["said"] = json!(new.said);
        assert_eq!(document, wanted);
        let steps = json!(steps);
        let steps = steps.as_array().unwrap().iter();
        steps
            .map(|step| format!("{} {}", step["op"], step["path"]).replace('"', ""))
            .collect()
    }

    #[test]
    fn every_field_is_compared_where_it_stands() {
        let old = outer();
        assert_eq!(paths(&old, &old), ["add /said"]);
        let mut new = outer();
        new.inner.volts = 14.4;
        new.inner.plugs[1].note = Some("bent".into());
        new.named[1].note = Some("new".into());
        new.may = None;
        new.hidden = 2;
        assert_eq!(
            paths(&old, &new),
            [
                "replace /inner/plugs/1",
                "replace /inner/volts",
                "replace /named/1/note",
                "remove /may",
                "add /said"
            ]
        );
        new.said.push("so it is".into());
        paths(&new, &old);
    }
}
