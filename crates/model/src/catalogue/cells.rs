//! Lithium-ion cells: their voltage as they empty, and what cold takes.

use super::Battery;
use units::quantity::{VoltRange, Volts};

/// Share of a pack that is used, unless somebody says otherwise.
pub const USABLE: f64 = 0.9;

/// A cell's voltage at shares of its charge, empty first: an ordinary cell under a light load. Between them
/// straight lines.
const VOLTS: [(f64, f64); 6] = [
    (0.0, 3.0),
    (0.1, 3.35),
    (0.2, 3.5),
    (0.5, 3.7),
    (0.8, 3.95),
    (1.0, 4.2),
];

/// What is left of the charge at °C, coldest first.
const COLD: [(f64, f64); 4] = [(-20.0, 0.6), (-10.0, 0.75), (0.0, 0.9), (20.0, 1.0)];

/// The second figure at a first, on straight lines; beyond the ends as at the ends.
fn between(points: &[(f64, f64)], at: f64) -> f64 {
    let after = points.partition_point(|(x, _)| *x < at);
    let Some((x1, y1)) = points.get(after) else {
        return points.last().map_or(0.0, |(_, y)| *y);
    };
    match after.checked_sub(1).map(|before| points[before]) {
        Some((x0, y0)) => y0 + (y1 - y0) * (at - x0) / (x1 - x0),
        None => *y1,
    }
}

/// What a pack can be used for at this temperature, as a share of what it holds at 20 °C and above.
pub fn cold_factor(celsius: i8) -> f64 {
    between(&COLD, f64::from(celsius))
}

/// A pack's voltage from empty to full.
pub fn range(battery: &Battery) -> VoltRange {
    let pack = |cell: f64| Volts::of(f64::from(battery.cells) * cell);
    VoltRange {
        least: pack(VOLTS[0].1),
        most: pack(VOLTS[VOLTS.len() - 1].1),
    }
}

/// The share of its charge at which a cell falls to this voltage: 1 where it is never higher.
pub fn charge_at(cell_volts: f64) -> f64 {
    let turned = VOLTS.map(|(charge, volts)| (volts, charge));
    between(&turned, cell_volts)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Gauge;
    use units::quantity::{Amps, WattHours};

    #[test]
    fn a_14_4_v_pack_swings_from_12_to_16_8_v() {
        let battery = Battery {
            holds: WattHours(98_000),
            cells: 4,
            amps: Amps(10_000),
            gauge: Gauge::Percent,
            fills: None,
            rest_only: false,
            least: None,
        };
        assert_eq!(range(&battery).to_string(), "12 to 16.8 V");
        assert_eq!(
            (charge_at(3.0), charge_at(4.2), charge_at(5.0)),
            (0.0, 1.0, 1.0)
        );
        assert!((charge_at(3.6) - 0.35).abs() < 1e-9);
    }

    #[test]
    fn cold_takes_its_share() {
        for (celsius, factor) in [
            (40, 1.0),
            (20, 1.0),
            (10, 0.95),
            (0, 0.9),
            (-10, 0.75),
            (-15, 0.675),
            (-20, 0.6),
            (-40, 0.6),
        ] {
            assert!((cold_factor(celsius) - factor).abs() < 1e-9, "{celsius}");
        }
    }
}
