//! Handles, and ports by name.

use super::Handle;
use crate::quantity::Unreadable;
use std::{fmt, str::FromStr};

/// A port of a placed device, as people type it: `a.sdi1`.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct PortRef {
    /// The device's handle in its build.
    pub device: Handle,
    /// The port's id.
    pub port: Handle,
}

impl PortRef {
    /// The port `port` of the device `device`.
    pub fn new(device: &str, port: &str) -> Self {
        Self {
            device: device.into(),
            port: port.into(),
        }
    }
}

impl fmt::Display for PortRef {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}.{}", self.device, self.port)
    }
}

impl FromStr for PortRef {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, "a port", "write it as device.port, like a.sdi1");
        let (device, port) = text.trim().split_once('.').ok_or_else(refuse)?;
        if !is_handle(device) || !is_handle(port) {
            return Err(refuse());
        }
        Ok(Self::new(device, port))
    }
}

crate::written_as_text!(PortRef, "PortRef", "a.sdi1");

/// Whether `text` can stand as a handle: 1 to 40 small letters, digits and hyphens.
pub(super) fn is_handle(text: &str) -> bool {
    let allowed = |byte: u8| byte.is_ascii_lowercase() || byte.is_ascii_digit() || byte == b'-';
    (1..=40).contains(&text.len()) && text.bytes().all(allowed)
}

/// A handle made from a name that isn't taken yet: *A camera* becomes `a-camera`, then `a-camera-2`.
pub fn handle_from(name: &str, taken: impl Fn(&str) -> bool) -> Handle {
    let mut base = String::with_capacity(name.len());
    for letter in name.chars().flat_map(char::to_lowercase) {
        if letter.is_ascii_alphanumeric() {
            base.push(letter);
        } else if !base.is_empty() && !base.ends_with('-') {
            base.push('-');
        }
    }
    if base.ends_with('-') {
        base.pop();
    }
    base.truncate(32);
    let base = if base.is_empty() {
        "x".to_string()
    } else {
        base
    };
    if !taken(&base) {
        return base.into();
    }
    let mut n = 2;
    loop {
        let candidate = format!("{base}-{n}");
        if !taken(&candidate) {
            return candidate.into();
        }
        n += 1;
    }
}
