//! JSON as people hand it over: a byte order mark at its head, a name twice in one object; and values by way of
//! their text, so that what reads and writes each type is compiled for text alone.

use serde::Serialize;
use serde::de::{
    DeserializeOwned, DeserializeSeed, Deserializer, Error, MapAccess, SeqAccess, Visitor,
};
use serde_json::Value;
use std::collections::HashSet;
use std::fmt;

/// A value of a type from JSON that is in parts, with why it isn’t one.
pub fn read_value<T: DeserializeOwned>(value: &Value) -> Result<T, String> {
    serde_json::from_str(&value.to_string()).map_err(|error| reason(&error))
}

/// A value in parts.
pub fn value_of(value: &impl Serialize) -> Value {
    let text = serde_json::to_string(value).unwrap_or_default();
    serde_json::from_str(&text).unwrap_or_default()
}

/// Why something isn’t read, without the place, which serde_json says at the end of its sentence.
pub fn reason(error: &serde_json::Error) -> String {
    let sentence = error.to_string();
    let whole = sentence.rsplit_once(" at line ");
    whole.map_or(sentence.clone(), |(reason, _)| reason.into())
}

/// The same JSON with a line for each value, for people.
pub fn pretty(text: &str) -> String {
    let mut spread = Vec::with_capacity(2 * text.len());
    let mut writer = serde_json::Serializer::pretty(&mut spread);
    let written =
        serde_transcode::transcode(&mut serde_json::Deserializer::from_str(text), &mut writer);
    written.expect("it was JSON");
    spread.push(b'\n');
    String::from_utf8(spread).expect("JSON is text")
}

/// The text without the mark that some editors put before it.
pub fn without_mark(text: &str) -> &str {
    text.strip_prefix('\u{feff}').unwrap_or(text)
}

/// Refuses an object that has a name twice: one of both would be lost in silence.
pub fn once_each(text: &str) -> Result<(), serde_json::Error> {
    let mut reader = serde_json::Deserializer::from_str(text);
    Once.deserialize(&mut reader)
}

struct Once;

impl<'de> DeserializeSeed<'de> for Once {
    type Value = ();

    fn deserialize<D: Deserializer<'de>>(self, deserializer: D) -> Result<(), D::Error> {
        deserializer.deserialize_any(self)
    }
}

impl<'de> Visitor<'de> for Once {
    type Value = ();

    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str("JSON")
    }

    fn visit_map<A: MapAccess<'de>>(self, mut map: A) -> Result<(), A::Error> {
        let mut names = HashSet::new();
        while let Some(name) = map.next_key::<String>()? {
            if names.contains(&name) {
                return Err(A::Error::custom(format!("“{name}” stands there twice")));
            }
            names.insert(name);
            map.next_value_seed(Once)?;
        }
        Ok(())
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut items: A) -> Result<(), A::Error> {
        while items.next_element_seed(Once)?.is_some() {}
        Ok(())
    }

    fn visit_bool<E>(self, _: bool) -> Result<(), E> {
        Ok(())
    }

    fn visit_i64<E>(self, _: i64) -> Result<(), E> {
        Ok(())
    }

    fn visit_u64<E>(self, _: u64) -> Result<(), E> {
        Ok(())
    }

    fn visit_f64<E>(self, _: f64) -> Result<(), E> {
        Ok(())
    }

    fn visit_str<E>(self, _: &str) -> Result<(), E> {
        Ok(())
    }

    fn visit_unit<E>(self) -> Result<(), E> {
        Ok(())
    }
}
