//! Decimal numbers read exactly: a mantissa and a count of decimals, no floating point.

use std::fmt;

/// A non-negative decimal number, `mantissa / 10^decimals`.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Decimal {
    mantissa: u128,
    decimals: u32,
}

impl Decimal {
    /// Reads `35`, `1.5`, `1,000`; at most 24 digits.
    pub fn read(text: &str) -> Option<Self> {
        let text = text.trim();
        let (whole, fraction) = text.split_once('.').unwrap_or((text, ""));
        let whole: String = whole.split(',').collect();
        let digits = |part: &str| part.bytes().all(|byte| byte.is_ascii_digit());
        if whole.is_empty() && fraction.is_empty() || !digits(&whole) || !digits(fraction) {
            return None;
        }
        if whole.len() + fraction.len() > 24 {
            return None;
        }
        let mantissa = format!("{whole}{fraction}").parse().ok()?;
        Some(Self {
            mantissa,
            decimals: fraction.len() as u32,
        })
    }

    /// The number times `numerator / denominator`, to the nearest whole, where it fits.
    pub fn times(self, numerator: u64, denominator: u64) -> Option<u64> {
        let over = self.mantissa.checked_mul(u128::from(numerator))?;
        let under = 10u128
            .checked_pow(self.decimals)?
            .checked_mul(u128::from(denominator))?;
        u64::try_from((over + under / 2) / under).ok()
    }
}

/// Splits `12.5 MB/s` into its number and its unit.
pub fn split_unit(text: &str) -> Option<(Decimal, &str)> {
    let text = text.trim();
    let end = text
        .find(|c: char| !(c.is_ascii_digit() || c == '.' || c == ','))
        .unwrap_or(text.len());
    Some((Decimal::read(&text[..end])?, text[end..].trim()))
}

/// `value / unit` exactly, without trailing zeros: 1 500 in units of 1 000 is `1.5`. The unit is a power of
/// ten.
pub fn in_unit(value: u64, unit: u64) -> impl fmt::Display {
    let fixed = Fixed {
        whole: value / unit,
        rest: value % unit,
        decimals: unit.ilog10() as usize,
    };
    fixed.short()
}

/// `value / unit` with a fixed number of decimals, rounded to nearest, halves to even (ISO 80000-1):
/// for people to read.
pub fn thousandths(value: u64, unit: u64, decimals: usize) -> impl fmt::Display {
    Fixed::rounded(value, unit, decimals)
}

/// The same without trailing zeros.
pub fn thousandths_at_most(value: u64, unit: u64, decimals: usize) -> impl fmt::Display {
    Fixed::rounded(value, unit, decimals).short()
}

/// A number that is written with so many decimals.
struct Fixed {
    whole: u64,
    rest: u64,
    decimals: usize,
}

impl Fixed {
    fn rounded(value: u64, unit: u64, decimals: usize) -> Self {
        let (mut whole, unit) = (value / unit, u128::from(unit));
        let one = 10u128.pow(decimals as u32);
        let rest = u128::from(value) % unit * one;
        let (mut rest, left) = (rest / unit, rest % unit * 2);
        let last = if decimals == 0 { whole.into() } else { rest };
        if left > unit || left == unit && last % 2 == 1 {
            rest += 1;
        }
        if rest == one {
            (whole, rest) = (whole + 1, 0);
        }
        Self {
            whole,
            rest: rest as u64,
            decimals,
        }
    }

    fn short(mut self) -> Self {
        while self.decimals > 0 && self.rest.is_multiple_of(10) {
            self.rest /= 10;
            self.decimals -= 1;
        }
        self
    }
}

impl fmt::Display for Fixed {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let Self {
            whole,
            rest,
            decimals,
        } = self;
        match decimals {
            0 => write!(f, "{whole}"),
            _ => write!(f, "{whole}.{rest:0decimals$}"),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::{in_unit, thousandths, thousandths_at_most};

    #[test]
    fn figures_are_rounded_to_nearest_and_halves_to_even() {
        let shown = |value, unit, decimals| thousandths(value, unit, decimals).to_string();
        assert_eq!(shown(30_000, 1_001, 2), "29.97");
        assert_eq!(shown(5_939_999_500, 1_000_000_000, 3), "5.940");
        assert_eq!(shown(125, 1_000, 2), "0.12");
        assert_eq!(shown(135, 1_000, 2), "0.14");
        assert_eq!(shown(100_500, 1_000, 0), "100");
        assert_eq!(shown(101_500, 1_000, 0), "102");
        assert_eq!(shown(1_999, 1_000, 2), "2.00");
        assert_eq!(shown(1_499, 1_000, 0), "1");
        assert_eq!(shown(u64::MAX, 1, 3), "18446744073709551615.000");
    }

    #[test]
    fn zeros_at_the_end_are_left_out_where_they_say_nothing() {
        assert_eq!(in_unit(1_500, 1_000).to_string(), "1.5");
        assert_eq!(in_unit(1_050, 1_000).to_string(), "1.05");
        assert_eq!(in_unit(20_000, 1_000).to_string(), "20");
        assert_eq!(in_unit(100, 1).to_string(), "100");
        assert_eq!(thousandths_at_most(496_640, 1_000, 2).to_string(), "496.64");
        assert_eq!(thousandths_at_most(1_001, 1_000, 2).to_string(), "1");
        assert_eq!(thousandths_at_most(1_200, 1_000, 2).to_string(), "1.2");
    }
}
