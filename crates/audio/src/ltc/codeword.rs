//! The eighty bits of a frame (ST 12-1, 9.2): digits of the label, flags, user bits, sync word.

use units::timecode::{Label, TimecodeRate, UserBits};

/// The sync word in the order in which it is sent, the last bit lowest.
pub(super) const SYNC: u128 = 0b0011_1111_1111_1101;
/// The same as it comes when a recording is played backwards.
pub(super) const SYNC_BACKWARD: u128 = 0b1011_1111_1111_1100;

/// One frame of linear timecode. Bit `n` of ST 12-1 is bit `n` of the number.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Codeword(pub u128);

/// Where the digits of a label begin, and how many bits each has.
const FRAMES: (u32, u32, u32, u32) = (0, 4, 8, 2);
const SECONDS: (u32, u32, u32, u32) = (16, 4, 24, 3);
const MINUTES: (u32, u32, u32, u32) = (32, 4, 40, 3);
const HOURS: (u32, u32, u32, u32) = (48, 4, 56, 2);
const DROP_BIT: u32 = 10;
/// Groups of user bits begin here, four bits each.
const USER: [u32; 8] = [4, 12, 20, 28, 36, 44, 52, 60];

impl Codeword {
    /// The word of a label. `date` says that the user bits hold a date (the binary group flags).
    pub fn of(label: Label, rate: TimecodeRate, user: UserBits, date: bool) -> Self {
        let mut bits = SYNC_BITS;
        let mut set = |(units_at, _, tens_at, _): (u32, u32, u32, u32), number: u16| {
            bits |= u128::from(number % 10) << units_at | u128::from(number / 10) << tens_at;
        };
        set(FRAMES, label.frames);
        set(SECONDS, label.seconds.into());
        set(MINUTES, label.minutes.into());
        set(HOURS, label.hours.into());
        for (group, at) in USER.iter().enumerate() {
            bits |= u128::from(user.0 >> (4 * group) & 0xF) << at;
        }
        bits |= u128::from(rate.is_drop_frame()) << DROP_BIT;
        let twenty_five = rate.rate().nominal() == 25;
        // Date and time zone: the flag of binary group 2.
        bits |= u128::from(date) << if twenty_five { 43 } else { 59 };
        // Polarity correction: an even number of zeros in each frame.
        let zeros = super::BITS - bits.count_ones();
        let correction = if twenty_five { 59 } else { 27 };
        bits |= u128::from(!zeros.is_multiple_of(2)) << correction;
        Self(bits)
    }

    /// Bit `n`, in the order in which they are sent.
    pub fn bit(self, n: u32) -> bool {
        self.0 >> n & 1 == 1
    }

    /// The word out of eighty bits as they came, the last one lowest.
    pub(super) fn received(bits: u128, backward: bool) -> Self {
        // What came first is the highest of them; sent forward, that is bit 0.
        if backward {
            Self(bits)
        } else {
            Self(bits.reverse_bits() >> (128 - super::BITS))
        }
    }

    /// The label; none where the digits are no time.
    pub fn label(self) -> Option<Label> {
        let number = |(units_at, units, tens_at, tens): (u32, u32, u32, u32)| {
            let digit = |at: u32, bits: u32| (self.0 >> at) as u16 & ((1 << bits) - 1);
            let units = digit(units_at, units);
            (units <= 9).then(|| digit(tens_at, tens) * 10 + units)
        };
        let label = Label {
            hours: number(HOURS)? as u8,
            minutes: number(MINUTES)? as u8,
            seconds: number(SECONDS)? as u8,
            frames: number(FRAMES)?,
            drop_frame: self.bit(DROP_BIT),
        };
        let is_time = label.hours < 24 && label.minutes < 60 && label.seconds < 60;
        (is_time && label.frames < 30).then_some(label)
    }

    /// The user bits.
    pub fn user_bits(self) -> UserBits {
        let groups = USER.iter().enumerate();
        UserBits(groups.fold(0, |bits, (group, at)| {
            bits | ((self.0 >> at) as u32 & 0xF) << (4 * group)
        }))
    }

    /// Whether the number of zeros is even, as senders keep it that correct the polarity.
    pub fn is_even(self) -> bool {
        self.0.count_ones().is_multiple_of(2)
    }
}

/// The sync word as bits 64 to 79.
const SYNC_BITS: u128 = 0b1011_1111_1111_1100 << 64;

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_word_of_a_label_is_read_as_that_label() {
        for (rate, label) in [
            ("25", "10:59:48:24"),
            ("29.97 drop", "23:59:59;29"),
            ("24", "00:00:00:00"),
        ] {
            let rate: TimecodeRate = rate.parse().unwrap();
            let label: Label = label.parse().unwrap();
            let user: UserBits = "1234 ABCD".parse().unwrap();
            let word = Codeword::of(label, rate, user, false);
            assert_eq!((word.label(), word.user_bits()), (Some(label), user));
            assert!(word.is_even() && word.user_bits().to_string() == "1234ABCD");
            // As sent: the last sixteen bits are the sync word.
            let sent = (0..80).fold(0u128, |sent, n| sent << 1 | u128::from(word.bit(n)));
            assert_eq!(sent & 0xFFFF, SYNC);
            assert_eq!(Codeword::received(sent, false), word);
            let back = (0..80)
                .rev()
                .fold(0u128, |sent, n| sent << 1 | u128::from(word.bit(n)));
            assert_eq!(back >> 64, SYNC_BACKWARD);
            assert_eq!(Codeword::received(back, true), word);
        }
        assert_eq!(
            UserBits::of_date("2031-12-05".parse().unwrap()).to_string(),
            "00311205"
        );
        assert!("12345".parse::<UserBits>().is_err() && "1234567G".parse::<UserBits>().is_err());
    }

    #[test]
    fn the_bits_stand_where_the_standard_puts_them() {
        let word = Codeword::of(
            "12:34:56:17".parse().unwrap(),
            "25".parse().unwrap(),
            UserBits::default(),
            false,
        );
        let bits = |from: u32, count: u32| word.0 >> from & ((1 << count) - 1);
        assert_eq!([bits(0, 4), bits(8, 2)], [7, 1]);
        assert_eq!([bits(16, 4), bits(24, 3)], [6, 5]);
        assert_eq!([bits(32, 4), bits(40, 3)], [4, 3]);
        assert_eq!([bits(48, 4), bits(56, 2)], [2, 1]);
    }

    #[test]
    fn digits_that_are_no_time_are_none() {
        let wrong = [(0u32, 0xFu128), (16, 0xA), (24, 7), (40, 6), (56, 3)];
        for (at, bits) in wrong {
            let word = Codeword(SYNC_BITS | bits << at);
            assert_eq!(word.label(), None, "bits at {at}");
        }
    }
}
