//! A change of some fields of a setting: an edit can't put back what another one changed.

use super::json::{read_value, value_of};
use serde::de::DeserializeOwned;
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use std::marker::PhantomData;

/// The fields of a `T` that are to change, by the names that the file gives them. A field that it
/// names is replaced whole; `null` sets it back to the usual; one that it doesn't name stays.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(transparent)]
pub struct Change<T> {
    fields: Map<String, Value>,
    #[serde(skip)]
    of: PhantomData<T>,
}

/// Why a change can't be made: a field that there isn't, or a value that it doesn't take.
#[derive(Debug, thiserror::Error)]
#[error("it can’t be set so: {0}")]
pub struct BadChange(String);

impl<T: Serialize + DeserializeOwned> Change<T> {
    /// What makes `after` of `before`.
    pub fn between(before: &T, after: &T) -> Self {
        let mut old = fields_of(before);
        let mut fields = Map::new();
        for (name, value) in fields_of(after) {
            if old.remove(&name).as_ref() != Some(&value) {
                fields.insert(name, value);
            }
        }
        fields.extend(old.into_iter().map(|(name, _)| (name, Value::Null)));
        Self::from(fields)
    }

    /// `before` with the change made.
    pub fn made(&self, before: &T) -> Result<T, BadChange> {
        let mut fields = fields_of(before);
        for (name, value) in &self.fields {
            if value.is_null() {
                fields.remove(name);
            } else {
                fields.insert(name.clone(), value.clone());
            }
        }
        read_value(&Value::Object(fields)).map_err(BadChange)
    }
}

impl<T> From<Map<String, Value>> for Change<T> {
    fn from(fields: Map<String, Value>) -> Self {
        Self {
            fields,
            of: PhantomData,
        }
    }
}

/// A setting's fields as the file has them; what isn't an object has none.
fn fields_of(value: &impl Serialize) -> Map<String, Value> {
    match value_of(value) {
        Value::Object(fields) => fields,
        _ => Map::new(),
    }
}

utoipa::description! {
    use utoipa::PartialSchema;
    use utoipa::openapi::RefOr;
    use utoipa::openapi::schema::{ObjectBuilder, OneOfBuilder, Schema, SchemaType, Type};

/// The schema of a change of some fields of a `T`: those of `T`, none of them required.
pub fn change_of<T: PartialSchema>() -> RefOr<Schema> {
    let mut schema = T::schema();
    if let RefOr::T(Schema::Object(object)) = &mut schema {
        object.required.clear();
        for field in object.properties.values_mut() {
            // What isn't named stays as it is: no usual value takes its place.
            match field {
                RefOr::T(Schema::Object(field)) => field.default = None,
                RefOr::T(Schema::Array(field)) => field.default = None,
                RefOr::T(_) => {}
                RefOr::Ref(field) => field.default = None,
            }
        }
        object.description = Some("Only the fields that it names change.".into());
    }
    schema
}

/// The same, or `null`.
pub fn change_or_null<T: PartialSchema>() -> RefOr<Schema> {
    let null = ObjectBuilder::new().schema_type(SchemaType::Type(Type::Null));
    let either = OneOfBuilder::new().item(null).item(change_of::<T>());
    RefOr::T(Schema::OneOf(either.build()))
}
}
