//! A short name that people type: of devices, ports, cables, builds and catalogue entries.

use compact_str::CompactString;
use serde::{Deserialize, Serialize};
use std::borrow::Borrow;
use std::fmt;
use std::ops::Deref;

/// A short name that people type: small letters, digits and hyphens. A report names the same few
/// hundred over and over: up to 24 bytes stand in place, so that copying one asks for no memory.
#[derive(Clone, Default, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[serde(transparent)]
pub struct Handle(CompactString);

impl Handle {
    /// Its text.
    pub fn as_str(&self) -> &str {
        &self.0
    }
}

impl Deref for Handle {
    type Target = str;

    fn deref(&self) -> &str {
        &self.0
    }
}

impl AsRef<str> for Handle {
    fn as_ref(&self) -> &str {
        &self.0
    }
}

impl Borrow<str> for Handle {
    fn borrow(&self) -> &str {
        &self.0
    }
}

impl fmt::Display for Handle {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.pad(&self.0)
    }
}

impl fmt::Debug for Handle {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        fmt::Debug::fmt(self.as_str(), f)
    }
}

impl From<&str> for Handle {
    fn from(text: &str) -> Self {
        Self(text.into())
    }
}

impl From<&String> for Handle {
    fn from(text: &String) -> Self {
        Self(text.into())
    }
}

impl From<String> for Handle {
    fn from(text: String) -> Self {
        Self(text.into())
    }
}

impl From<&Handle> for Handle {
    fn from(handle: &Handle) -> Self {
        handle.clone()
    }
}

impl From<Handle> for String {
    fn from(handle: Handle) -> Self {
        handle.0.into()
    }
}

impl From<&Handle> for String {
    fn from(handle: &Handle) -> Self {
        handle.as_str().into()
    }
}

impl PartialEq<str> for Handle {
    fn eq(&self, text: &str) -> bool {
        self.as_str() == text
    }
}

impl PartialEq<&str> for Handle {
    fn eq(&self, text: &&str) -> bool {
        self.as_str() == *text
    }
}

impl PartialEq<String> for Handle {
    fn eq(&self, text: &String) -> bool {
        self.as_str() == text
    }
}

impl PartialEq<Handle> for str {
    fn eq(&self, handle: &Handle) -> bool {
        self == handle.as_str()
    }
}

impl PartialEq<Handle> for &str {
    fn eq(&self, handle: &Handle) -> bool {
        *self == handle.as_str()
    }
}

impl PartialEq<Handle> for String {
    fn eq(&self, handle: &Handle) -> bool {
        self == handle.as_str()
    }
}

// In the description of the API it is text like any other.
utoipa::description! {
impl utoipa::PartialSchema for Handle {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        String::schema()
    }
}

impl utoipa::ToSchema for Handle {
    fn name() -> std::borrow::Cow<'static, str> {
        <String as utoipa::ToSchema>::name()
    }
}
}
