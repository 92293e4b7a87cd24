//! Decimal numbers read exactly: a mantissa and a count of decimals, no floating point.

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

/// Prints `value / unit` exactly, without trailing zeros: 1 500 in units of 1 000 is `1.5`.
pub fn in_unit(value: u64, unit: u64) -> String {
    let (whole, rest) = (value / unit, value % unit);
    if rest == 0 {
        return whole.to_string();
    }
    let width = unit.ilog10() as usize;
    format!("{whole}.{rest:0width$}")
        .trim_end_matches('0')
        .to_string()
}

/// Prints `value / unit` with a fixed number of decimals, rounded to nearest: for people to read.
pub fn thousandths(value: u64, unit: u64, decimals: usize) -> String {
    format!("{:.decimals$}", value as f64 / unit as f64)
}
