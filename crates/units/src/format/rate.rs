use crate::quantity::{Unreadable, thousandths};
use std::{cmp::Ordering, fmt, str::FromStr};

/// A frame rate as an exact fraction: 25, or 24000/1001. Never a floating-point number.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct FrameRate {
    /// The whole number above the rate: 24 for both 24 and 23.976.
    nominal: u32,
    /// Whether it is divided by 1.001.
    ntsc: bool,
}

impl FrameRate {
    /// The rates that travel on wires (SMPTE ST 274, ST 2036, CTA-861), slowest first.
    pub const STANDARD: [Self; 13] = [
        Self::per_1001(24),
        Self::whole(24),
        Self::whole(25),
        Self::per_1001(30),
        Self::whole(30),
        Self::per_1001(48),
        Self::whole(48),
        Self::whole(50),
        Self::per_1001(60),
        Self::whole(60),
        Self::whole(100),
        Self::per_1001(120),
        Self::whole(120),
    ];

    /// `n` frames a second.
    pub const fn whole(n: u32) -> Self {
        Self {
            nominal: n,
            ntsc: false,
        }
    }

    /// `n` × 1000/1001 frames a second.
    pub const fn per_1001(n: u32) -> Self {
        Self {
            nominal: n,
            ntsc: true,
        }
    }

    /// The fraction's upper part.
    pub fn numerator(self) -> u64 {
        u64::from(self.nominal) * if self.ntsc { 1000 } else { 1 }
    }

    /// The fraction's lower part: 1 or 1001.
    pub fn denominator(self) -> u64 {
        if self.ntsc { 1001 } else { 1 }
    }

    /// The whole number at or above the rate, which timecode labels count to.
    pub fn nominal(self) -> u32 {
        self.nominal
    }

    /// Whether the rate is one of the 1000/1001 family.
    pub fn is_per_1001(self) -> bool {
        self.ntsc
    }

    /// `count` things a frame, as things a second, to the nearest whole.
    pub fn per_second(self, count: u64) -> u64 {
        let (over, under) = (u128::from(self.numerator()), u128::from(self.denominator()));
        u64::try_from((u128::from(count) * over + under / 2) / under).unwrap_or(u64::MAX)
    }

    /// The duration of `frames` frames, in microseconds, to the nearest whole.
    pub fn microseconds(self, frames: u64) -> u64 {
        let under = u128::from(self.numerator());
        let over = u128::from(frames) * 1_000_000 * u128::from(self.denominator());
        u64::try_from((over + under / 2) / under).unwrap_or(u64::MAX)
    }

    /// Frames a second as a floating-point number, for display and costs only.
    pub fn as_f64(self) -> f64 {
        self.numerator() as f64 / self.denominator() as f64
    }

    /// Twice the rate: the fields of an interlaced frame rate.
    pub fn doubled(self) -> Self {
        Self {
            nominal: self.nominal * 2,
            ..self
        }
    }

    /// The rate to which it halves at or below 30: what runs in step with it. 50 and 100 run in step
    /// with 25, 59.94 with 29.97.
    pub fn time_base(self) -> Self {
        let mut rate = self;
        while let (true, Some(half)) = (rate.nominal > 30, rate.halved()) {
            rate = half;
        }
        rate
    }

    /// Half the rate, where it is even.
    pub fn halved(self) -> Option<Self> {
        self.nominal.is_multiple_of(2).then_some(Self {
            nominal: self.nominal / 2,
            ..self
        })
    }
}

impl PartialOrd for FrameRate {
    fn partial_cmp(&self, other: &Self) -> Option<Ordering> {
        Some(self.cmp(other))
    }
}

impl Ord for FrameRate {
    fn cmp(&self, other: &Self) -> Ordering {
        let left = self.numerator() * other.denominator();
        left.cmp(&(other.numerator() * self.denominator()))
    }
}

impl fmt::Display for FrameRate {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        if self.ntsc {
            thousandths(self.numerator(), self.denominator(), 2).fmt(f)
        } else {
            write!(f, "{}", self.nominal)
        }
    }
}

impl FromStr for FrameRate {
    type Err = Unreadable;

    fn from_str(text: &str) -> Result<Self, Unreadable> {
        let refuse = || {
            let expected = "write it like 25, 23.98, 59.94 or 24000/1001, from 1 to 300";
            Unreadable::new(text, "a frame rate", expected)
        };
        let lower = text.trim().to_lowercase();
        let number = lower
            .trim_end_matches("fps")
            .trim_end_matches("hz")
            .trim_end_matches('p')
            .trim();
        let built = |n: u32| (1..=300).contains(&n);
        if let Some((over, under)) = number.split_once('/') {
            let over: u32 = over.trim().parse().map_err(|_| refuse())?;
            return match under.trim() {
                "1001" if over.is_multiple_of(1000) && built(over / 1000) => {
                    Ok(Self::per_1001(over / 1000))
                }
                "1" if built(over) => Ok(Self::whole(over)),
                _ => Err(refuse()),
            };
        }
        if number.is_empty()
            || !number
                .bytes()
                .all(|byte| byte.is_ascii_digit() || byte == b'.')
        {
            return Err(refuse());
        }
        let value: f64 = number.parse().map_err(|_| refuse())?;
        let nominal = (value * 1.001).round();
        if !(1.0..=300.0).contains(&nominal) {
            return Err(refuse());
        }
        let ntsc = Self::per_1001(nominal as u32);
        if number.contains('.') && (ntsc.as_f64() - value).abs() < 0.0051 {
            Ok(ntsc)
        } else if value.fract() == 0.0 && built(value as u32) {
            Ok(Self::whole(value as u32))
        } else {
            Err(refuse())
        }
    }
}

crate::written_as_text!(FrameRate, "FrameRate", "25");
