//! Changes by key: a place is named by the keys of the entries around it, so that what changed can be put back whatever
//! else has changed since.
//!
//! A path is a JSON Pointer in which an entry of a list stands by its key: `/builds/id="night"/needs/id="n1"/clean`.

use super::{At, Difference, Steps, put_in_place, written};
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use serde_json::{Map, Value};
use std::borrow::Cow;
use std::collections::HashMap;
use std::fmt;
use std::hash::Hash;
use utoipa::ToSchema;

/// One place that changed, with what is to be there.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Changed {
    /// Where.
    pub path: String,
    /// What is to be there; nothing where absent, what is there already where only a place is named.
    #[serde(
        default,
        skip_serializing_if = "Option::is_none",
        deserialize_with = "some"
    )]
    pub value: Option<Value>,
    /// For an entry that comes into a list, or moves in it: its place there.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<usize>,
    /// For what goes: only where it is this by then.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub only: Option<Value>,
}

/// `null` is a value.
fn some<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<Option<Value>, D::Error> {
    Value::deserialize(deserializer).map(Some)
}

impl Changed {
    pub(super) fn gone(path: String) -> Self {
        Self {
            path,
            value: None,
            place: None,
            only: None,
        }
    }

    pub(super) fn set(path: String, value: &RawValue) -> Self {
        Self {
            value: Some(parts(value)),
            ..Self::gone(path)
        }
    }

    /// What stands for nothing goes, where it does by then.
    pub(super) fn usual(path: String, usual: &RawValue) -> Self {
        Self {
            only: Some(parts(usual)),
            ..Self::gone(path)
        }
    }

    /// Whether it only takes out what says nothing.
    pub fn tidies(&self) -> bool {
        self.only.is_some()
    }

    fn lets_go_of(&self, value: &Value) -> bool {
        self.only.as_ref().is_none_or(|only| only == value)
    }
}

fn parts(value: &RawValue) -> Value {
    serde_json::from_str(value.get()).unwrap_or_default()
}

/// Why a change can't be made to a value.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Misplaced {
    /// What it is a part of is gone.
    #[error("“{0}” isn’t there any more")]
    Gone(String),
    /// Something else has its key.
    #[error("“{0}” is there already")]
    Taken(String),
    /// The path leads nowhere in such a value.
    #[error("“{0}” is no place in it")]
    Nowhere(String),
}

/// What makes the new value of the old one, place by place.
pub fn changes<T: Difference>(old: &T, new: &T) -> Vec<Changed> {
    let mut steps = Steps {
        patch: Vec::new(),
        keyed: Some(Vec::new()),
    };
    old.difference(new, &At::Root, &mut steps);
    steps.keyed.unwrap_or_default()
}

/// Whether two lists of changed places have one in common: the same, or one a part of the other.
pub fn overlap(one: &[String], other: &[String]) -> bool {
    let within = |part: &str, whole: &str| {
        let below = part.strip_prefix(whole);
        below.is_some_and(|below| below.is_empty() || below.starts_with('/'))
    };
    one.iter().any(|one| {
        other
            .iter()
            .any(|other| within(one, other) || within(other, one))
    })
}

/// No value that is compared is nested deeper: a longer path is nobody’s.
const DEEPEST: usize = 32;

/// Makes changes to a value, in their order.
pub fn make(value: &mut Value, changes: &[Changed]) -> Result<(), Misplaced> {
    for change in changes {
        if change.path.matches('/').count() > DEEPEST {
            let beginning = change.path.chars().take(60).collect();
            return Err(Misplaced::Nowhere(beginning));
        }
        put(value, &change.path, change)?;
    }
    Ok(())
}

fn put(within: &mut Value, rest: &str, change: &Changed) -> Result<(), Misplaced> {
    let nowhere = || Misplaced::Nowhere(change.path.clone());
    let (part, rest) = split(rest.strip_prefix('/').ok_or_else(nowhere)?);
    match part.split_once('=') {
        Some((fields, key)) => {
            if within.is_null() {
                *within = Value::Array(Vec::new());
            }
            let list = within.as_array_mut().ok_or_else(nowhere)?;
            let key = plain(key);
            let fields: Vec<&str> = fields.split(',').collect();
            let wanted: Value = serde_json::from_str(&key).map_err(|_| nowhere())?;
            let found = list
                .iter()
                .position(|entry| has_key(entry, &fields, &wanted));
            match (found, rest, &change.value, change.place) {
                (Some(at), Some(rest), ..) => put(&mut list[at], rest, change)?,
                (Some(_), None, Some(_), Some(_)) => {
                    return Err(Misplaced::Taken(key.into_owned()));
                }
                (Some(at), None, Some(value), None) => list[at] = value.clone(),
                (Some(at), None, None, None) if change.lets_go_of(&list[at]) => {
                    drop(list.remove(at))
                }
                (Some(_), None, None, None) => {}
                (Some(at), None, None, Some(place)) => {
                    let moved = list.remove(at);
                    list.insert(place.min(list.len()), moved);
                }
                (None, None, Some(value), Some(place)) => {
                    list.insert(place.min(list.len()), value.clone());
                }
                (None, ..) => return Err(Misplaced::Gone(key.into_owned())),
            }
        }
        None => {
            if within.is_null() {
                *within = Value::Object(Map::new());
            }
            let fields = within.as_object_mut().ok_or_else(nowhere)?;
            let name = plain(part).into_owned();
            match (rest, &change.value) {
                (Some(rest), _) => put(fields.entry(name).or_insert(Value::Null), rest, change)?,
                (None, Some(value)) => drop(fields.insert(name, value.clone())),
                (None, None) if fields.get(&name).is_some_and(|now| change.lets_go_of(now)) => {
                    fields.remove(&name);
                }
                (None, None) => {}
            }
        }
    }
    Ok(())
}

/// The first part of a path, and the rest with its slash.
fn split(path: &str) -> (&str, Option<&str>) {
    path.find('/')
        .map_or((path, None), |at| (&path[..at], Some(&path[at..])))
}

/// Whether an entry has a key: the value of its field, or a list of those of several.
fn has_key(entry: &Value, fields: &[&str], key: &Value) -> bool {
    let of = |field: &str| entry.get(field).unwrap_or(&Value::Null);
    match (fields, key) {
        ([field], key) => of(field) == key,
        (fields, Value::Array(keys)) => fields.iter().map(|field| of(field)).eq(keys),
        _ => false,
    }
}

/// The key of an entry: the fields that make it, and what they are, as JSON.
#[derive(Debug, Clone)]
pub struct Key {
    fields: &'static [&'static str],
    values: String,
}

impl fmt::Display for Key {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}={}", self.fields.join(","), escaped(&self.values))
    }
}

/// As a part of a path (RFC 6901).
pub(super) fn escaped(part: &str) -> Cow<'_, str> {
    match part.contains(['~', '/']) {
        true => part.replace('~', "~0").replace('/', "~1").into(),
        false => part.into(),
    }
}

fn plain(part: &str) -> Cow<'_, str> {
    match part.contains('~') {
        true => part.replace("~1", "/").replace("~0", "~").into(),
        false => part.into(),
    }
}

impl Steps {
    /// The entries of a list that went, came and changed.
    pub(super) fn by_key<'w, T: Serialize + PartialEq, K: Hash + Eq + Serialize>(
        &mut self,
        at: &At<'_>,
        (old, new): (&'w [T], &'w [T]),
        (fields, key): (&'static [&'static str], impl Fn(&'w T) -> K),
        (changed, absent): (
            impl Fn(&T, &T, &At<'_>, &mut Self),
            impl Fn(&T) -> Option<T>,
        ),
    ) {
        if old == new {
            return;
        }
        let before: HashMap<K, &T> = old.iter().map(|entry| (key(entry), entry)).collect();
        let after: HashMap<K, usize> = new.iter().map(&key).zip(0..).collect();
        if before.len() < old.len() || after.len() < new.len() {
            // Twice the same key: entries can’t be told apart.
            return self.value(at, &old, &new);
        }
        let keyed = |key: &K| Key {
            fields,
            values: written(key).get().into(),
        };
        let mut now: Vec<K> = Vec::with_capacity(new.len());
        for entry in old {
            let key = key(entry);
            if after.contains_key(&key) {
                now.push(key);
                continue;
            }
            let key = keyed(&key);
            let at = At::Keyed(at, &key);
            match absent(entry) {
                Some(absent) => {
                    changed(entry, &absent, &at, self);
                    self.remove_usual(&at, &absent);
                }
                None => self.remove(&at),
            }
        }
        for (number, entry) in new.iter().enumerate() {
            let wanted = key(entry);
            let Some(existing) = before.get(&wanted) else {
                self.add(&At::Keyed(at, &keyed(&wanted)), entry);
                self.at_place(number);
                now.insert(number, wanted);
                continue;
            };
            if now[number] != wanted
                && let Some((_, to)) = put_in_place(&mut now, number, &wanted, &after)
            {
                self.remove(&At::Keyed(at, &keyed(&now[to])));
                self.at_place(to);
            }
            if *existing != entry {
                changed(existing, entry, &At::Keyed(at, &keyed(&wanted)), self);
            }
        }
    }

    /// Takes out what stands for nothing.
    pub(super) fn remove_usual(&mut self, at: &At<'_>, usual: &impl Serialize) {
        let usual = Changed::usual(at.to_string(), &written(usual));
        self.keyed
            .iter_mut()
            .for_each(|changes| changes.push(usual.clone()));
    }

    /// The place of the entry that was said last.
    fn at_place(&mut self, place: usize) {
        let last = self.keyed.as_mut().and_then(|changes| changes.last_mut());
        last.into_iter().for_each(|last| last.place = Some(place));
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::json;
    use std::collections::BTreeMap;

    #[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, Difference)]
    #[difference(absent(item))]
    struct Line {
        item: String,
        owned: u8,
        hired: u8,
    }

    #[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, Difference)]
    #[difference(absent)]
    struct Set {
        look: bool,
        overlay: bool,
    }

    #[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, Difference)]
    struct Part {
        id: String,
        name: String,
        #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
        #[difference(within)]
        outputs: BTreeMap<String, Set>,
    }

    #[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, Difference)]
    struct Whole {
        #[difference(by(item), within)]
        lines: Vec<Line>,
        #[serde(default, skip_serializing_if = "Vec::is_empty")]
        #[difference(by(id, name))]
        parts: Vec<Part>,
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[difference(within)]
        only: Option<Part>,
    }

    fn part(id: &str) -> Part {
        Part {
            id: id.into(),
            name: id.into(),
            ..Part::default()
        }
    }

    fn made(value: &Whole, changes: &[Changed]) -> Result<Whole, Misplaced> {
        let mut value = json!(value);
        make(&mut value, changes)?;
        Ok(serde_json::from_value(value).unwrap())
    }

    /// Every order of every choice of some parts, one of them with a name that a path has to escape.
    fn arrangements(parts: &[Part]) -> Vec<Vec<Part>> {
        let mut found = vec![Vec::new()];
        for (place, part) in parts.iter().enumerate() {
            let mut rest = parts.to_vec();
            rest.remove(place);
            for mut more in arrangements(&rest) {
                more.insert(0, part.clone());
                found.push(more);
            }
        }
        found
    }

    #[test]
    fn any_list_becomes_any_other_and_back() {
        let whole = |parts: &[Part]| Whole {
            parts: parts.to_vec(),
            ..Whole::default()
        };
        let before = whole(&["a", "b", "c/~1=,d", "e"].map(part));
        for parts in arrangements(&["a", "c/~1=,d", "e", "new"].map(part)) {
            let after = whole(&parts);
            assert_eq!(made(&before, &changes(&before, &after)).unwrap(), after);
            assert_eq!(made(&after, &changes(&after, &before)).unwrap(), before);
        }
    }

    #[test]
    fn what_is_put_back_leaves_what_changed_since() {
        let set = |look, overlay| Part {
            outputs: BTreeMap::from([("sdi1".into(), Set { look, overlay })]),
            ..part("a")
        };
        let of = |only| Whole {
            only: Some(only),
            ..Whole::default()
        };
        let (before, first, second) = (of(part("a")), of(set(true, false)), of(set(true, true)));
        assert_eq!(
            made(&second, &changes(&first, &before)).unwrap(),
            of(set(false, true))
        );

        let held = |owned, hired| Whole {
            lines: vec![Line {
                item: "x".into(),
                owned,
                hired,
            }],
            ..Whole::default()
        };
        let back = changes(&held(4, 0), &Whole::default());
        assert_eq!(made(&held(4, 2), &back).unwrap(), held(0, 2));
        assert_eq!(made(&held(4, 0), &back).unwrap(), Whole::default());
    }

    #[test]
    fn what_is_gone_or_taken_is_said() {
        let parts = |ids: &[&str]| Whole {
            parts: ids.iter().map(|id| part(id)).collect(),
            ..Whole::default()
        };
        let (with, without) = (parts(&["a"]), parts(&[]));
        let taken = made(&with, &changes(&without, &with));
        assert_eq!(taken, Err(Misplaced::Taken(r#"["a","a"]"#.into())));
        let gone = made(&without, &changes(&with, &without));
        assert_eq!(gone, Err(Misplaced::Gone(r#"["a","a"]"#.into())));
        // However deep a path leads, nothing falls over.
        let deep = Changed::gone("/a".repeat(500_000));
        assert!(matches!(made(&with, &[deep]), Err(Misplaced::Nowhere(_))));
        let nowhere = Changed::gone("parts/0".into());
        assert_eq!(
            made(&with, &[nowhere]),
            Err(Misplaced::Nowhere("parts/0".into()))
        );
    }

    #[test]
    fn a_part_and_its_whole_overlap_and_neighbours_dont() {
        let places = |place: &str| vec![place.to_string()];
        assert!(overlap(&places("/a/b"), &places("/a")));
        assert!(overlap(&places("/a"), &places("/a/b/c")));
        assert!(!overlap(&places("/a/b"), &places("/a/bc")));
    }
}
