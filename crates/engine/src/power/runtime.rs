//! Energy, time and voltage drop: the formulas. Watt-hours, watts, seconds, volts, amperes, ohms.

/// What comes out of a regulated outlet of what goes in, unless its maker says.
pub const EFFICIENCY: f64 = 0.9;
/// What of a charger's watts gets into a battery.
pub const CHARGING: f64 = 0.85;
/// A battery is changed so long before it ends, in seconds.
pub const MARGIN: u64 = 15 * 60;
/// Taking a battery off and putting the next on, in seconds, by a hand that knows it.
pub const CHANGE: u64 = 20;

/// Seconds that an energy lasts; none where nothing is drawn.
pub fn lasts(watt_hours: f64, watts: f64) -> Option<u64> {
    let seconds = watt_hours / watts * 3_600.0;
    // A year is as good as forever.
    (watts > 0.0 && seconds < 365.0 * 86_400.0).then_some(seconds.max(0.0) as u64)
}

/// Seconds until a battery is full from a share of its charge.
pub fn fills(watt_hours: f64, charge: f64, watts: f64) -> Option<u64> {
    lasts(watt_hours * (1.0 - charge), watts * CHARGING)
}

/// What is left of a voltage behind a resistance at a current.
pub fn volts_after(volts: f64, amps: f64, ohms: f64) -> f64 {
    (volts - amps * ohms).max(0.0)
}

/// The same at a load that draws its watts at whatever voltage it gets, as converters do; none where the
/// resistance lets no such load run.
pub fn volts_at(volts: f64, watts: f64, ohms: f64) -> Option<f64> {
    let square = volts * volts - 4.0 * watts * ohms;
    (square >= 0.0).then(|| (volts + square.sqrt()) / 2.0)
}

#[cfg(test)]
mod tests {
    use super::*;
    use model::catalogue::PowerCable;
    use model::catalogue::cells::{USABLE, cold_factor};
    use units::quantity::{Amps, Span};

    fn label(seconds: Option<u64>) -> String {
        Span(seconds.unwrap()).label()
    }

    /// `design/power.md`, *Reference figures*.
    #[test]
    fn reference_figures() {
        let watts = 22.0 + 12.0 / EFFICIENCY;
        assert!((watts - 35.333).abs() < 1e-3);
        assert_eq!(label(lasts(98.0 * USABLE, watts)), "2 h 29 min");
        let cold = 98.0 * USABLE * cold_factor(-10);
        assert_eq!(label(lasts(cold, watts)), "1 h 52 min");
        let health = 1.75 * watts / (98.0 * USABLE);
        assert!((health - 0.70).abs() < 0.005, "{health}");
        assert_eq!(label(fills(150.0, 0.0, 60.0)), "2 h 56 min");
        assert_eq!(label(lasts(2.0 * 98.0 * USABLE, 60.0)), "2 h 56 min");
        assert_eq!(label(lasts(47.0 * USABLE, 9.0)), "4 h 42 min");
        let cable = PowerCable {
            centi_mm2: 75,
            amps: Amps(10_000),
            marked: None,
            crossed: false,
        };
        assert!((5.0 * cable.ohms(1.5) - 0.35).abs() < 1e-9);
        assert!((volts_after(12.0, 3.0, 0.23) - 11.31).abs() < 1e-9);
    }

    #[test]
    fn a_load_of_constant_power_draws_more_as_the_voltage_falls() {
        let volts = volts_at(12.0, 36.0, 0.23).unwrap();
        assert!(((12.0 - volts) / 0.23 * volts - 36.0).abs() < 1e-9);
        assert!(volts < volts_after(12.0, 3.0, 0.23));
        assert_eq!(volts_at(12.0, 200.0, 0.23), None);
        assert_eq!(volts_at(12.0, 36.0, 0.0), Some(12.0));
    }

    #[test]
    fn nothing_drawn_never_ends() {
        assert_eq!((lasts(98.0, 0.0), lasts(98.0, 1e-9)), (None, None));
        assert_eq!(lasts(0.0, 10.0), Some(0));
    }
}
