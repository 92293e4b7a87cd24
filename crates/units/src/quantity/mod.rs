//! Quantities with their units: bit rates, bytes, lengths, spans of time, delays, levels.
//!
//! Each is a newtype over an integer in the base unit (bits a second, bytes, millimetres, seconds,
//! microseconds), reads what people type, and prints so that what it prints can be read again.

mod bytes;
mod clock;
mod decibels;
mod electric;
mod length;
mod money;
mod number;
mod percent;
mod point;
mod ppm;
mod rate;
mod span;
mod working;

pub use bytes::Bytes;
pub use clock::ClockTime;
pub use decibels::{Decibels, signed};
pub use electric::{Amps, VoltRange, Volts, WattHours, Watts};
pub use length::Length;
pub use money::Money;
pub use number::{in_unit, thousandths};
pub use percent::Percent;
pub use point::Point;
pub use ppm::Ppm;
pub use rate::BitRate;
pub use span::{Delay, Span};
pub use working::{Term, Working};

use number::{Decimal, split_unit, thousandths_at_most};

/// What was typed isn't what was asked for: both are said, so that a person can mend it.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("“{typed}” isn’t {what}: {expected}")]
pub struct Unreadable {
    /// What was typed, shortened where it is very long.
    pub typed: String,
    /// What was asked for, with its article: *a length*.
    pub what: &'static str,
    /// What is accepted, with examples.
    pub expected: &'static str,
}

impl Unreadable {
    /// The refusal of `typed` as `what`; `expected` gives examples of what is accepted.
    pub fn new(typed: &str, what: &'static str, expected: &'static str) -> Self {
        let short: String = typed.chars().take(60).collect();
        let typed = if short.len() < typed.len() {
            format!("{short}…")
        } else {
            short
        };
        Self {
            typed,
            what,
            expected,
        }
    }
}

/// Gives a type that reads (`FromStr`) and prints (`Display`) itself the same form in JSON and in
/// the API's description: a string.
#[macro_export]
macro_rules! written_as_text {
    ($type:ty, $name:expr, $example:literal) => {
        impl serde::Serialize for $type {
            fn serialize<S: serde::Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
                serializer.collect_str(self)
            }
        }
        impl<'de> serde::Deserialize<'de> for $type {
            fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
                let text = <std::borrow::Cow<'de, str>>::deserialize(deserializer)?;
                text.parse().map_err(serde::de::Error::custom)
            }
        }
        utoipa::description! {
        impl utoipa::PartialSchema for $type {
            fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
                utoipa::openapi::ObjectBuilder::new()
                    .schema_type(utoipa::openapi::schema::Type::String)
                    .examples([$example])
                    .into()
            }
        }
        impl utoipa::ToSchema for $type {
            fn name() -> std::borrow::Cow<'static, str> {
                $name.into()
            }
        }
        }
    };
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn reads_what_people_type() {
        for (typed, bytes) in [
            ("512 GB", 512_000_000_000),
            ("512gb", 512_000_000_000),
            ("1.5tb", 1_500_000_000_000),
            ("4 GiB", 4_294_967_296),
            ("1,000 MB", 1_000_000_000),
            ("900", 900),
        ] {
            assert_eq!(typed.parse::<Bytes>().unwrap(), Bytes(bytes), "{typed}");
        }
        for (typed, millimetres) in [
            ("35 m", 35_000),
            ("115 ft", 35_052),
            ("115'", 35_052),
            ("70m", 70_000),
            ("45 cm", 450),
            ("1.5", 1_500),
        ] {
            assert_eq!(
                typed.parse::<Length>().unwrap(),
                Length(millimetres),
                "{typed}"
            );
        }
        for (typed, bps) in [
            ("100Mb/s", 100_000_000),
            ("100 Mbit/s", 100_000_000),
            ("100 mbps", 100_000_000),
            ("12.5 MB/s", 100_000_000),
            ("1.106 Gb/s", 1_106_000_000),
        ] {
            assert_eq!(typed.parse::<BitRate>().unwrap(), BitRate(bps), "{typed}");
        }
        for (typed, seconds) in [
            ("2h10", 7_800),
            ("2 h 10 min", 7_800),
            ("70 min", 4_200),
            ("90s", 90),
            ("1:30", 5_400),
            ("1:30:05", 5_405),
            ("1.5 h", 5_400),
        ] {
            assert_eq!(typed.parse::<Span>().unwrap(), Span(seconds), "{typed}");
        }
    }

    #[test]
    fn megabits_are_never_megabytes() {
        assert_eq!("8 Mb/s".parse::<BitRate>(), "1 MB/s".parse::<BitRate>());
        assert_ne!("8 Mb/s".parse::<BitRate>(), "8 MB/s".parse::<BitRate>());
        assert_eq!(BitRate(742_355_712).label(), "92.79 MB/s · 742 Mb/s");
    }

    #[test]
    fn a_refusal_says_what_was_typed_and_what_is_accepted() {
        insta::assert_snapshot!("twelve".parse::<Length>().unwrap_err(), @"“twelve” isn’t a length: write it like 35 m, 45 cm or 115 ft");
        insta::assert_snapshot!("-3 GB".parse::<Bytes>().unwrap_err(), @"“-3 GB” isn’t a size: write it like 512 GB, 1.5 TB or 4 GiB");
        insta::assert_snapshot!("10000000000000000000000000000000 GB".parse::<Bytes>().unwrap_err(), @"“10000000000000000000000000000000 GB” isn’t a size: write it like 512 GB, 1.5 TB or 4 GiB");
        insta::assert_snapshot!("0 m".parse::<Length>().unwrap(), @"0 m");
        insta::assert_snapshot!("".parse::<Span>().unwrap_err(), @"“” isn’t a length of time: write it like 2 h 10 min, 2h10, 70 min or 1:10");
        assert!("120%".parse::<Percent>().is_err());
    }

    #[test]
    fn times_are_shown_in_whole_minutes_rounded_down() {
        assert_eq!(Span(5_399).label(), "1 h 29 min");
        assert_eq!(Span(59).label(), "0 min");
        assert_eq!(Span(3_600).label(), "1 h 00 min");
    }

    proptest! {
        #[test]
        fn what_is_printed_can_be_read_again(n in 0u64..1_000_000_000_000_000) {
            prop_assert_eq!(Bytes(n).to_string().parse::<Bytes>().unwrap(), Bytes(n));
            prop_assert_eq!(BitRate(n).to_string().parse::<BitRate>().unwrap(), BitRate(n));
            let (length, span) = (Length(n % 100_000_000), Span(n % 10_000_000));
            prop_assert_eq!(length.to_string().parse::<Length>().unwrap(), length);
            prop_assert_eq!(span.to_string().parse::<Span>().unwrap(), span);
            let delay = Delay(n % 1_000_000_000);
            prop_assert_eq!(delay.to_string().parse::<Delay>().unwrap(), delay);
            let percent = Percent::from_millis((n % 100_001) as u32).unwrap();
            prop_assert_eq!(percent.to_string().parse::<Percent>().unwrap(), percent);
        }

        #[test]
        fn nothing_typed_makes_a_reader_fall_over(text in "\\PC{0,40}") {
            let _ = (text.parse::<Bytes>(), text.parse::<BitRate>(), text.parse::<Length>());
            let _ = (text.parse::<Span>(), text.parse::<Delay>(), text.parse::<Percent>());
        }
    }
}
