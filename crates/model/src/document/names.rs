//! Handles, and ports by name.

use super::Handle;
use deunicode::deunicode;
use std::{fmt, str::FromStr};
use units::quantity::Unreadable;

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

units::written_as_text!(PortRef, "PortRef", "a.sdi1");

/// Whether `text` can stand as a handle: 1 to 40 small letters, digits and hyphens.
pub(super) fn is_handle(text: &str) -> bool {
    let allowed = |byte: u8| byte.is_ascii_lowercase() || byte.is_ascii_digit() || byte == b'-';
    (1..=40).contains(&text.len()) && text.bytes().all(allowed)
}

/// Whether a text stands on one line and reads in the order in which it is written. What embeds or overrides a
/// direction (Unicode's bidirectional controls, UAX #9) turns the words around it, too.
pub(super) fn is_plain(text: &str) -> bool {
    let turns = |letter| matches!(letter, '\u{202a}'..='\u{202e}' | '\u{2066}'..='\u{2069}');
    let breaks = |letter| matches!(letter, '\u{2028}' | '\u{2029}');
    let plain = |letter: char| !letter.is_control() && !turns(letter) && !breaks(letter);
    text.chars().all(plain)
}

/// Whether anything of a text can be seen. What can't is white space, and what Unicode lets programs ignore
/// (`Default_Ignorable_Code_Point`, UAX #44), with the two fillers and the blank that are drawn as nothing.
pub(super) fn is_visible(text: &str) -> bool {
    let invisible = |letter: char| {
        letter.is_whitespace()
            || matches!(
                letter,
                '\u{00ad}' | '\u{034f}' | '\u{061c}' | '\u{115f}'..='\u{1160}' | '\u{17b4}'..='\u{17b5}'
                    | '\u{180b}'..='\u{180f}' | '\u{200b}'..='\u{200f}' | '\u{202a}'..='\u{202e}'
                    | '\u{2060}'..='\u{206f}' | '\u{2800}' | '\u{3164}' | '\u{fe00}'..='\u{fe0f}'
                    | '\u{feff}' | '\u{ffa0}' | '\u{fff0}'..='\u{fff8}' | '\u{1bca0}'..='\u{1bca3}'
                    | '\u{1d173}'..='\u{1d17a}' | '\u{e0000}'..='\u{e0fff}'
            )
    };
    !text.chars().all(invisible)
}

/// Letters that a handle made from a name keeps.
const HANDLE: usize = 32;

/// A handle made from a name that isn't taken yet: *A camera* becomes `a-camera`, then `a-camera-2`. Letters of
/// other scripts are spelled in Latin ones (*Камера Б* becomes `kamera-b`); what can't be spelled goes by its
/// numbers, so that two names can be told apart.
pub fn handle_from(name: &str, taken: impl Fn(&str) -> bool) -> Handle {
    let mut base = latin(&deunicode(name));
    if base.is_empty() {
        let letters = name.chars().filter(|letter| !letter.is_ascii());
        base = letters
            .map(|letter| format!("{:x}", u32::from(letter)))
            .collect();
        base.truncate(HANDLE);
    }
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

/// Small letters, digits, and a hyphen for whatever stands between.
fn latin(name: &str) -> String {
    let mut base = String::with_capacity(name.len());
    for letter in name.chars().flat_map(char::to_lowercase) {
        if letter.is_ascii_alphanumeric() {
            base.push(letter);
        } else if !base.is_empty() && !base.ends_with('-') {
            base.push('-');
        }
    }
    base.truncate(HANDLE);
    base.truncate(base.trim_end_matches('-').len());
    base
}

#[cfg(test)]
mod tests {
    use super::{handle_from, is_plain, is_visible};

    #[test]
    fn names_in_any_script_give_handles_that_can_be_told_apart() {
        let handle = |name: &str| handle_from(name, |_| false).to_string();
        assert_eq!(handle("A camera"), "a-camera");
        assert_eq!(handle("Камера Б"), "kamera-b");
        assert_eq!(handle("Kamera Süd (Öl)"), "kamera-sud-ol");
        let names = [
            "撮影",
            "カメラ",
            "摄影机",
            "كاميرا",
            "מצלמה",
            "กล้อง",
            "कैमरा",
            "📷",
            "🎥",
            "\u{e001}",
            "\u{e002}",
        ];
        let handles: std::collections::BTreeSet<String> =
            names.iter().map(|name| handle(name)).collect();
        assert_eq!(handles.len(), names.len(), "{handles:?}");
        assert!(!handles.contains("x"));
        for long in ["長".repeat(80), "Å".repeat(80), "\u{e001}".repeat(80)] {
            assert!((1..=32).contains(&handle(&long).len()));
        }
    }

    #[test]
    fn what_cannot_be_seen_or_turns_its_surroundings_is_known() {
        for nothing in [
            "",
            " ",
            "\u{200b}",
            "\u{feff}\u{200d}",
            "\u{3164}",
            "\u{2800} \u{00ad}",
        ] {
            assert!(!is_visible(nothing), "{nothing:?}");
        }
        for name in ["a", "é", "👩\u{200d}🚒", "שלום", "\u{200f}א"] {
            assert!(is_visible(name) && is_plain(name), "{name:?}");
        }
        for turned in ["a\u{202e}b", "\u{2066}a", "a\u{2028}b", "a\nb"] {
            assert!(!is_plain(turned), "{turned:?}");
        }
    }
}
