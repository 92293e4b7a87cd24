use super::{Decimal, Unreadable, in_unit, split_unit};
use std::{fmt, str::FromStr};

/// A length of time in whole seconds: a record time, the length of a need.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Span(pub u64);

const SPAN: (&str, &str) = (
    "a length of time",
    "write it like 2 h 10 min, 2h10, 70 min or 1:10",
);
/// Ten years: longer than anything that is shot in one go.
const LONGEST: u64 = 10 * 365 * 86_400;

impl Span {
    /// Whole minutes, rounded down, as record times are shown: `2 h 29 min`.
    pub fn label(self) -> String {
        match (self.0 / 3600, self.0 / 60 % 60) {
            (0, minutes) => format!("{minutes} min"),
            (hours, minutes) => format!("{hours} h {minutes:02} min"),
        }
    }
}

impl fmt::Display for Span {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let parts = [
            (self.0 / 3600, "h"),
            (self.0 / 60 % 60, "min"),
            (self.0 % 60, "s"),
        ];
        let shown: Vec<String> = parts
            .iter()
            .filter(|(n, _)| *n > 0)
            .map(|(n, unit)| format!("{n} {unit}"))
            .collect();
        f.write_str(
            if shown.is_empty() {
                "0 min".into()
            } else {
                shown.join(" ")
            }
            .as_str(),
        )
    }
}

impl FromStr for Span {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, SPAN.0, SPAN.1);
        let seconds = if text.contains(':') {
            clock(text)
        } else {
            units(text)
        };
        let seconds = seconds.ok_or_else(refuse)?;
        if seconds > LONGEST {
            return Err(Unreadable::new(
                text,
                SPAN.0,
                "the longest taken is ten years",
            ));
        }
        Ok(Self(seconds))
    }
}

/// Reads `1:10` as hours and minutes, `1:10:05` with seconds.
fn clock(text: &str) -> Option<u64> {
    let parts: Vec<u64> = text
        .trim()
        .split(':')
        .map(|part| part.parse().ok())
        .collect::<Option<_>>()?;
    let (hours, minutes, seconds) = match parts[..] {
        [hours, minutes] => (hours, minutes, 0),
        [hours, minutes, seconds] => (hours, minutes, seconds),
        _ => return None,
    };
    if minutes >= 60 || seconds >= 60 {
        return None;
    }
    hours.checked_mul(3600)?.checked_add(minutes * 60 + seconds)
}

/// Reads `2 h 10 min`, `2h10`, `70 min`, `90s`: each part smaller than the one before.
fn units(text: &str) -> Option<u64> {
    let mut rest = text.trim();
    let (mut total, mut last) = (0u64, u64::MAX);
    while !rest.is_empty() {
        let (_, after) = split_unit(rest)?;
        let number = Decimal::read(rest[..rest.len() - after.len()].trim())?;
        let end = after
            .find(|c: char| !c.is_alphabetic())
            .unwrap_or(after.len());
        let each = match after[..end].to_lowercase().as_str() {
            "h" | "hr" | "hrs" | "hour" | "hours" => 3600,
            "min" | "m" | "mins" | "minute" | "minutes" => 60,
            "s" | "sec" | "secs" | "second" | "seconds" => 1,
            // `2h10`: what follows hours without a unit is minutes.
            "" if last == 3600 => 60,
            _ => return None,
        };
        if each >= last {
            return None;
        }
        total = total.checked_add(number.times(each, 1)?)?;
        last = each;
        rest = after[end..].trim();
    }
    (last != u64::MAX).then_some(total)
}

/// A delay in microseconds: what a device adds, what has added up since the lens.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Delay(pub u64);

impl Delay {
    /// The delay in milliseconds, rounded up to whole ones, as a person reads it: `62 ms`.
    pub fn label(self) -> String {
        format!("{} ms", self.0.div_ceil(1000))
    }
}

impl fmt::Display for Delay {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} ms", in_unit(self.0, 1000))
    }
}

impl FromStr for Delay {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || Unreadable::new(text, "a delay", "write it like 80 ms or 0.25 s");
        let (number, unit) = split_unit(text).ok_or_else(refuse)?;
        let each = match unit.to_lowercase().as_str() {
            "" | "ms" => 1_000,
            "s" => 1_000_000,
            "us" | "µs" => 1,
            _ => return Err(refuse()),
        };
        let delay = number.times(each, 1).ok_or_else(refuse)?;
        if delay > 3_600_000_000 {
            return Err(Unreadable::new(
                text,
                "a delay",
                "the longest taken is one hour",
            ));
        }
        Ok(Self(delay))
    }
}

crate::written_as_text!(Span, "Span", "1 h 10 min");
crate::written_as_text!(Delay, "Delay", "80 ms");
