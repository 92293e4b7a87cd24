use super::Unreadable;
use super::number::Decimal;
use std::{fmt, iter::Sum, str::FromStr};

/// An amount of money in hundredths, of whichever currency the production counts in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default)]
pub struct Money(pub u64);

impl Money {
    /// The most that is taken: ten million.
    pub const MOST: Self = Self(1_000_000_000);

    /// So many of it.
    pub fn times(self, count: u32) -> Self {
        Self(self.0.saturating_mul(u64::from(count)))
    }
}

impl Sum for Money {
    fn sum<I: Iterator<Item = Self>>(amounts: I) -> Self {
        amounts.fold(Self(0), |sum, one| Self(sum.0.saturating_add(one.0)))
    }
}

impl fmt::Display for Money {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let whole = (self.0 / 100).to_string();
        let first = whole.len() % 3;
        let mut parts: Vec<&str> = (first..whole.len())
            .step_by(3)
            .map(|at| &whole[at..at + 3])
            .collect();
        if first > 0 {
            parts.insert(0, &whole[..first]);
        }
        write!(f, "{}.{:02}", parts.join(","), self.0 % 100)
    }
}

impl FromStr for Money {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it like 35, 12.50 or 1,200, up to 10,000,000";
            Unreadable::new(text, "an amount of money", expected)
        };
        // 12,50 would be read as twelve hundred and fifty: a comma stands before three digits.
        let mut groups = text.trim().split('.').next().unwrap_or("").split(',');
        groups.next();
        if groups.any(|group| group.len() != 3) {
            return Err(refuse());
        }
        Decimal::read(text)
            .and_then(|number| number.times(100, 1))
            .map(Self)
            .filter(|amount| *amount <= Self::MOST)
            .ok_or_else(refuse)
    }
}

crate::written_as_text!(Money, "Money", "12.50");

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn amounts_are_read_as_they_are_typed_and_printed() {
        for (typed, printed) in [
            ("35", "35.00"),
            ("12.5", "12.50"),
            ("1,200", "1,200.00"),
            ("1234567.89", "1,234,567.89"),
            ("0", "0.00"),
        ] {
            let read: Money = typed.parse().unwrap();
            assert_eq!(read.to_string(), printed);
            assert_eq!(printed.parse::<Money>().unwrap(), read);
        }
        for wrong in ["", "12,50", "−3", "ten", "10,000,001", "1.2.3"] {
            let refused = wrong.parse::<Money>().unwrap_err().to_string();
            assert!(refused.contains("12.50"), "{wrong}: {refused}");
        }
    }
}
