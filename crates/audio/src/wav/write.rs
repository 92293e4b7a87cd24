//! The head of a WAV file that is written as it is made, and samples as its bytes.

use super::header::Coding;
use super::notes::{Notes, bext};

/// How the samples of a new file are written.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum SampleBits {
    /// Sixteen bits, whole numbers.
    Sixteen,
    /// Twenty-four bits, whole numbers.
    TwentyFour,
    /// Thirty-two bits, floating point.
    Float,
}

impl SampleBits {
    /// Bytes of a sample.
    pub fn bytes(self) -> usize {
        match self {
            Self::Sixteen => 2,
            Self::TwentyFour => 3,
            Self::Float => 4,
        }
    }

    fn coding(self) -> Coding {
        match self {
            Self::Float => Coding::Float,
            _ => Coding::Integer,
        }
    }

    /// Samples as bytes, full scale being 1.
    pub fn write(self, samples: &[f32], into: &mut Vec<u8>) {
        let whole = |sample: f32, most: f32| (sample.clamp(-1.0, 1.0) * most).round() as i32;
        into.reserve(samples.len() * self.bytes());
        for sample in samples {
            match self {
                Self::Sixteen => {
                    into.extend_from_slice(&(whole(*sample, 32_767.0) as i16).to_le_bytes());
                }
                Self::TwentyFour => {
                    into.extend_from_slice(&whole(*sample, 8_388_607.0).to_le_bytes()[..3]);
                }
                Self::Float => into.extend_from_slice(&sample.to_le_bytes()),
            }
        }
    }
}

/// The bytes before the sound of a file of one channel with so many samples: RF64 where it is longer than
/// four gigabytes (EBU Tech 3306).
pub fn head(sample_rate: u32, bits: SampleBits, samples: u64, notes: &Notes) -> Vec<u8> {
    let data = samples.saturating_mul(bits.bytes() as u64);
    let bext = bext(notes);
    // The chunks behind the first twelve bytes, with the place that a long file's lengths take.
    let riff = 4 + (8 + 28) + (8 + bext.len() as u64) + (8 + 16) + 8 + data + data % 2;
    let long = riff > u64::from(u32::MAX);
    let mut head = Vec::new();
    let four = |number: u64| (number.min(u64::from(u32::MAX)) as u32).to_le_bytes();
    head.extend_from_slice(if long { b"RF64" } else { b"RIFF" });
    head.extend_from_slice(&if long { [0xFF; 4] } else { four(riff) });
    head.extend_from_slice(b"WAVE");
    head.extend_from_slice(if long { b"ds64" } else { b"JUNK" });
    head.extend_from_slice(&four(28));
    let lengths = [riff, data, samples];
    for length in lengths {
        head.extend_from_slice(&if long { length } else { 0 }.to_le_bytes());
    }
    head.extend_from_slice(&[0; 4]);
    head.extend_from_slice(b"bext");
    head.extend_from_slice(&four(bext.len() as u64));
    head.extend_from_slice(&bext);
    head.extend_from_slice(b"fmt ");
    head.extend_from_slice(&four(16));
    let size = bits.bytes() as u16;
    let tag: u16 = match bits.coding() {
        Coding::Integer => 1,
        Coding::Float => 3,
    };
    head.extend_from_slice(&tag.to_le_bytes());
    head.extend_from_slice(&1u16.to_le_bytes());
    head.extend_from_slice(&sample_rate.to_le_bytes());
    head.extend_from_slice(&sample_rate.saturating_mul(size.into()).to_le_bytes());
    head.extend_from_slice(&size.to_le_bytes());
    head.extend_from_slice(&(size * 8).to_le_bytes());
    head.extend_from_slice(b"data");
    head.extend_from_slice(&if long { [0xFF; 4] } else { four(data) });
    head
}

#[cfg(test)]
mod tests {
    use super::super::stream::WavStream;
    use super::*;

    #[test]
    fn a_head_is_read_as_it_was_meant() {
        let notes = Notes {
            time_reference: Some(77),
            ..Notes::default()
        };
        for (samples, bits) in [
            (100, SampleBits::Sixteen),
            (101, SampleBits::TwentyFour),
            (3_000_000_000, SampleBits::Float),
        ] {
            let mut stream = WavStream::default();
            stream
                .feed(&head(96_000, bits, samples, &notes), &mut |_, _| ())
                .unwrap();
            let format = stream.format().unwrap();
            assert_eq!(format.data_bytes, Some(samples * bits.bytes() as u64));
            assert_eq!(usize::from(format.bits), bits.bytes() * 8);
            assert_eq!((format.sample_rate, format.channels), (96_000, 1));
            assert_eq!(stream.notes().time_reference, Some(77));
        }
    }

    #[test]
    fn samples_are_written_to_the_nearest_step() {
        let bytes = |bits: SampleBits, samples: &[f32]| {
            let mut into = Vec::new();
            bits.write(samples, &mut into);
            into
        };
        assert_eq!(
            bytes(SampleBits::Sixteen, &[1.0, -2.0]),
            [0xFF, 0x7F, 0x01, 0x80]
        );
        assert_eq!(bytes(SampleBits::TwentyFour, &[-1.0]), [0x01, 0x00, 0x80]);
        assert_eq!(bytes(SampleBits::Float, &[0.5]), 0.5f32.to_le_bytes());
    }
}
