//! Sums over many samples, eight side by side: the compiler makes wide instructions of them, which it may
//! not of a sum in order.

const LANES: usize = 8;

/// What one look at a block gives.
#[derive(Debug, Clone, Copy, Default)]
pub struct Sums {
    /// The highest sample, whichever way.
    pub highest: f32,
    /// The sum of the squares.
    pub square: f32,
    /// The sum.
    pub sum: f32,
    /// How many are nothing at all.
    pub zeros: u32,
}

/// Highest, squares, sum and zeros of a block.
pub fn sums(block: &[f32]) -> Sums {
    let (mut highest, mut square, mut sum, mut zeros) =
        ([0f32; LANES], [0f32; LANES], [0f32; LANES], [0u32; LANES]);
    let whole = block.chunks_exact(LANES);
    let rest = whole.remainder();
    for eight in whole {
        for lane in 0..LANES {
            let sample = eight[lane];
            let size = sample.abs();
            highest[lane] = if size > highest[lane] {
                size
            } else {
                highest[lane]
            };
            square[lane] += sample * sample;
            sum[lane] += sample;
            zeros[lane] += u32::from(sample == 0.0);
        }
    }
    let mut all = Sums {
        highest: highest.into_iter().fold(0.0, f32::max),
        square: square.iter().sum(),
        sum: sum.iter().sum(),
        zeros: zeros.iter().sum(),
    };
    for sample in rest {
        all.highest = all.highest.max(sample.abs());
        all.square += sample * sample;
        all.sum += sample;
        all.zeros += u32::from(*sample == 0.0);
    }
    all
}

/// The products of two blocks, added.
pub fn products(one: &[f32], other: &[f32]) -> f32 {
    let mut sums = [0f32; LANES];
    let (ones, others) = (one.chunks_exact(LANES), other.chunks_exact(LANES));
    let rest = ones.remainder().iter().zip(others.remainder());
    let rest: f32 = rest.map(|(one, other)| one * other).sum();
    for (one, other) in ones.zip(others) {
        for lane in 0..LANES {
            sums[lane] += one[lane] * other[lane];
        }
    }
    sums.iter().sum::<f32>() + rest
}

/// The highest of a block, whichever way.
pub fn highest(block: &[f32]) -> f32 {
    let mut most = [0f32; LANES];
    let whole = block.chunks_exact(LANES);
    let rest = whole.remainder();
    for eight in whole {
        for lane in 0..LANES {
            let size = eight[lane].abs();
            most[lane] = if size > most[lane] { size } else { most[lane] };
        }
    }
    let rest = rest
        .iter()
        .fold(0f32, |most, sample| most.max(sample.abs()));
    most.into_iter().fold(rest, f32::max)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn eight_side_by_side_are_the_same_as_one_after_the_other() {
        for length in [0, 1, 7, 8, 9, 100] {
            let block: Vec<f32> = (0..length)
                .map(|n| (n as f32 * 0.7).sin() - 0.2 * (n % 3) as f32)
                .collect();
            let other: Vec<f32> = block.iter().map(|sample| sample * 0.5 + 0.1).collect();
            let all = sums(&block);
            let high = block
                .iter()
                .fold(0f32, |most, sample| most.max(sample.abs()));
            assert_eq!((all.highest, highest(&block)), (high, high));
            assert!(
                (all.square - block.iter().map(|sample| sample * sample).sum::<f32>()).abs() < 1e-4
            );
            assert!((all.sum - block.iter().sum::<f32>()).abs() < 1e-4);
            let both: f32 = block
                .iter()
                .zip(&other)
                .map(|(one, other)| one * other)
                .sum();
            assert!((products(&block, &other) - both).abs() < 1e-4);
        }
        assert_eq!(sums(&[0.0; 11]).zeros, 11);
    }
}
