//! Sound transmitters beside each other: two on one frequency, and what two or three make together.
//!
//! Third-order products fall beside the carriers they come from: 2·f₁ − f₂ of two, f₁ + f₂ − f₃ of three.
//! A guide: which frequencies may be used at all is local law.

/// Carriers nearer to each other than this aren't parted by receivers, in kilohertz.
pub const APART_KHZ: u32 = 300;
/// A product of two carriers nearer than this to another is heard there, in kilohertz.
pub const CLEAR_OF_TWO_KHZ: u32 = 100;
/// A product of three, which is weaker, in kilohertz.
pub const CLEAR_OF_THREE_KHZ: u32 = 50;
/// So many transmitters are looked at together: more than any set has.
pub const MOST: usize = 12;

/// Two or more transmitters in each other's way, by their place in the list.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Clash {
    /// Two on one frequency, or nearly.
    Same {
        /// The first.
        one: usize,
        /// The second.
        other: usize,
        /// How far apart they are.
        apart_khz: u32,
    },
    /// A product on the frequency of another.
    Intermodulation {
        /// Whose frequency it falls on.
        victim: usize,
        /// Which make it.
        of: Vec<usize>,
        /// Where it falls.
        product_khz: u32,
    },
}

/// What the first [`MOST`] of these carriers do to each other: one clash a victim, the worst first.
pub fn clashes(khz: &[u32]) -> Vec<Clash> {
    let khz = &khz[..khz.len().min(MOST)];
    let mut found = Vec::new();
    let mut spoilt = vec![false; khz.len()];
    for other in 1..khz.len() {
        let one = (0..other).find(|one| khz[*one].abs_diff(khz[other]) < APART_KHZ);
        if let Some(one) = one {
            spoilt[other] = true;
            found.push(Clash::Same {
                one,
                other,
                apart_khz: khz[one].abs_diff(khz[other]),
            });
        }
    }
    for (victim, is_spoilt) in spoilt.into_iter().enumerate() {
        if let Some((of, product_khz)) = product_on(khz, victim).filter(|_| !is_spoilt) {
            found.push(Clash::Intermodulation {
                victim,
                of,
                product_khz,
            });
        }
    }
    found
}

/// The first product of the others that falls on a carrier.
fn product_on(khz: &[u32], victim: usize) -> Option<(Vec<usize>, u32)> {
    let at = |number: usize| i64::from(khz[number]);
    let others: Vec<usize> = (0..khz.len()).filter(|other| *other != victim).collect();
    let falls =
        |product: i64, clear: u32| product > 0 && product.abs_diff(at(victim)) < u64::from(clear);
    for &one in &others {
        for &other in others.iter().filter(|other| **other != one) {
            let product = 2 * at(one) - at(other);
            if falls(product, CLEAR_OF_TWO_KHZ) {
                return Some((vec![one, other], product as u32));
            }
        }
    }
    for (place, &one) in others.iter().enumerate() {
        for &other in &others[place + 1..] {
            for &third in others
                .iter()
                .filter(|third| **third != one && **third != other)
            {
                let product = at(one) + at(other) - at(third);
                if falls(product, CLEAR_OF_THREE_KHZ) {
                    return Some((vec![one, other, third], product as u32));
                }
            }
        }
    }
    None
}

/// From where to where a transmitter is tuned, in which steps, in kilohertz.
pub type Range = (u32, u32, u32);

/// Frequencies for these transmitters that are free of clashes, each as near to what it has as it goes;
/// `None` where the ranges have no such set, or none is found among the first so many tries.
pub fn free_set(ranges: &[Range], now: &[u32]) -> Option<Vec<u32>> {
    let ranges = &ranges[..ranges.len().min(MOST)];
    let mut chosen: Vec<u32> = Vec::with_capacity(ranges.len());
    for (number, (from, to, step)) in ranges.iter().enumerate() {
        // Steps finer than this part nothing.
        let step = (*step).max(25);
        let wanted = now.get(number).copied().unwrap_or(*from).clamp(*from, *to);
        let wanted = from + (wanted - from) / step * step;
        let steps = (to - from) / step;
        let tries = (0..=steps).flat_map(|away| {
            let up = wanted.checked_add(away * step).filter(|khz| khz <= to);
            let down = wanted.checked_sub(away * step).filter(|khz| khz >= from);
            [up, down.filter(|_| away > 0)].into_iter().flatten()
        });
        let mut tried = chosen.clone();
        let free = tries.into_iter().find(|khz| {
            tried.truncate(number);
            tried.push(*khz);
            clashes(&tried).is_empty()
        });
        chosen.push(free?);
    }
    Some(chosen)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn two_on_one_frequency() {
        let clash = clashes(&[500_000, 510_000, 500_100]);
        assert_eq!(
            clash,
            [Clash::Same {
                one: 0,
                other: 2,
                apart_khz: 100
            }]
        );
    }

    #[test]
    fn equal_steps_are_the_classic_mistake() {
        // 500, 501, 502 MHz: 2·501 − 502 = 500, 2·501 − 500 = 502.
        let clash = clashes(&[500_000, 501_000, 502_000]);
        assert_eq!(
            clash,
            [
                Clash::Intermodulation {
                    victim: 0,
                    of: vec![1, 2],
                    product_khz: 500_000
                },
                Clash::Intermodulation {
                    victim: 2,
                    of: vec![1, 0],
                    product_khz: 502_000
                }
            ]
        );
        // Of three: 500 + 503 − 502.2 = 500.8.
        let three = clashes(&[500_000, 503_000, 502_200, 500_800]);
        assert!(matches!(&three[..], [Clash::Intermodulation { of, .. }, ..] if of.len() == 3));
        assert_eq!(clashes(&[500_000, 500_700, 502_300]), []);
    }

    #[test]
    fn twelve_find_a_free_set_in_a_usual_range() {
        let range = (470_000, 548_000, 25);
        let set = free_set(&[range; MOST], &[500_000; MOST]).unwrap();
        assert_eq!((set.len(), clashes(&set)), (MOST, vec![]));
        assert_eq!(free_set(&[(500_000, 500_100, 25); 2], &[]), None);
    }

    proptest! {
        #[test]
        fn a_free_set_is_within_its_ranges_and_clean(now in prop::collection::vec(470_000u32..548_000, 0..8)) {
            let ranges = vec![(470_000, 548_000, 25); now.len()];
            let set = free_set(&ranges, &now).unwrap();
            prop_assert!(set.iter().all(|khz| (470_000..=548_000).contains(khz) && (khz - 470_000) % 25 == 0));
            prop_assert!(clashes(&set).is_empty());
        }
    }
}
