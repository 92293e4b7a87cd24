//! USB power: both ends settle on the highest step that they and the cable know (USB PD).

use units::quantity::{Volts, Watts};

/// Steps in millivolts, with the current in milliamperes that goes with each: three amperes over any cable,
/// five over one that is marked for it. From 28 V on the extended range, over cables marked for that.
const STEPS: [(u32, u32, u32); 7] = [
    (5_000, 3_000, 3_000),
    (9_000, 3_000, 3_000),
    (15_000, 3_000, 3_000),
    (20_000, 3_000, 5_000),
    (28_000, 0, 5_000),
    (36_000, 0, 5_000),
    (48_000, 0, 5_000),
];

/// What two ends settle on.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct UsbStep {
    /// The voltage.
    pub volts: Volts,
    /// What can be drawn at it.
    pub watts: Watts,
}

/// The step that an outlet of so many watts, a load and a cable settle on. A cable that isn't marked does
/// 20 V at 3 A. The outlet's watts are never passed.
pub fn settle(
    (outlet_step, outlet_watts): (Volts, Watts),
    load_step: Volts,
    marked: Option<Volts>,
) -> UsbStep {
    let highest = outlet_step.min(load_step).max(Volts(5_000));
    let mut settled = UsbStep {
        volts: Volts(5_000),
        watts: Watts(15_000.min(outlet_watts.0)),
    };
    for (volts, plain, with_mark) in STEPS {
        let amps = if marked.is_some_and(|marked| marked.0 >= volts) {
            with_mark
        } else {
            plain
        };
        let watts = Watts((volts / 1_000 * amps).min(outlet_watts.0));
        // A step that gives no more than a lower one is offered all the same: less current does.
        if Volts(volts) <= highest && amps > 0 && watts >= settled.watts {
            settled = UsbStep {
                volts: Volts(volts),
                watts,
            };
        }
    }
    settled
}

#[cfg(test)]
mod tests {
    use super::*;

    fn settled(outlet: (u32, u32), load: u32, marked: Option<u32>) -> (u32, u32) {
        let volts = |volts: u32| Volts(volts * 1_000);
        let step = settle(
            (volts(outlet.0), Watts(outlet.1 * 1_000)),
            volts(load),
            marked.map(volts),
        );
        (step.volts.0 / 1_000, step.watts.0 / 1_000)
    }

    #[test]
    fn the_steps_of_the_page() {
        for (outlet, load, marked, step) in [
            ((5, 15), 20, None, (5, 15)),
            ((9, 27), 20, None, (9, 27)),
            ((15, 45), 20, None, (15, 45)),
            ((20, 60), 20, None, (20, 60)),
            ((20, 100), 20, None, (20, 60)),
            ((20, 100), 20, Some(20), (20, 100)),
            ((48, 240), 48, Some(48), (48, 240)),
            ((48, 240), 36, Some(48), (36, 180)),
            ((48, 240), 28, Some(48), (28, 140)),
            ((48, 240), 48, Some(20), (20, 100)),
            ((20, 60), 9, None, (9, 27)),
            ((20, 30), 20, None, (20, 30)),
        ] {
            assert_eq!(
                settled(outlet, load, marked),
                step,
                "{outlet:?} {load} {marked:?}"
            );
        }
    }
}
