//! Samples out of the bytes of frames.

use super::header::{Coding, WavFormat};

/// The samples of one channel out of whole frames, full scale being 1; what was there before goes.
pub fn channel(bytes: &[u8], format: WavFormat, number: usize, into: &mut Vec<f32>) {
    let size = usize::from(format.bits / 8);
    let from = number * size;
    let frames = bytes.chunks_exact(format.frame_bytes());
    into.clear();
    // One channel alone lies side by side: the compiler makes wide instructions of that.
    match (format.coding, format.bits, format.channels) {
        (Coding::Integer, 16, 1) => {
            let (samples, _) = bytes.as_chunks::<2>();
            into.extend(
                samples
                    .iter()
                    .map(|two| f32::from(i16::from_le_bytes(*two)) / 32_768.0),
            );
            return;
        }
        (Coding::Integer, 24, 1) => {
            let (samples, _) = bytes.as_chunks::<3>();
            into.extend(samples.iter().map(|[low, middle, high]| {
                (i32::from_le_bytes([0, *low, *middle, *high]) >> 8) as f32 / 8_388_608.0
            }));
            return;
        }
        _ => {}
    }
    match (format.coding, format.bits) {
        // Eight bits count from the bottom.
        (Coding::Integer, 8) => {
            into.extend(frames.map(|frame| (f32::from(frame[from]) - 128.0) / 128.0));
        }
        (Coding::Integer, 16) => {
            into.extend(frames.map(|frame| {
                f32::from(i16::from_le_bytes([frame[from], frame[from + 1]])) / 32_768.0
            }))
        }
        (Coding::Integer, 24) => into.extend(frames.map(|frame| {
            let bytes = [0, frame[from], frame[from + 1], frame[from + 2]];
            (i32::from_le_bytes(bytes) >> 8) as f32 / 8_388_608.0
        })),
        (Coding::Integer, _) => into.extend(
            frames.map(|frame| i32::from_le_bytes(four(&frame[from..])) as f32 / 2_147_483_648.0),
        ),
        (Coding::Float, 64) => into.extend(frames.map(|frame| {
            let mut bytes = [0; 8];
            bytes.copy_from_slice(&frame[from..from + 8]);
            whole(f64::from_le_bytes(bytes) as f32)
        })),
        (Coding::Float, _) => {
            into.extend(frames.map(|frame| whole(f32::from_le_bytes(four(&frame[from..])))))
        }
    }
}

fn four(bytes: &[u8]) -> [u8; 4] {
    [bytes[0], bytes[1], bytes[2], bytes[3]]
}

/// A sample that is a number: what isn't one is silence.
fn whole(sample: f32) -> f32 {
    // Far beyond full scale nothing is sound any more, and sums would have no end.
    if sample.is_finite() {
        sample.clamp(-1e6, 1e6)
    } else {
        0.0
    }
}
