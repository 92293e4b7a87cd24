//! Levels and how they add.

use units::quantity::{Length, Working, signed};

/// 0 dBu: the voltage that gives 1 mW in 600 Ω, √0.6 V.
const VOLTS_AT_0_DBU: f64 = 0.774_596_669_241_483_4;
/// 1 Pa, at which sensitivities are given, in dB SPL.
const SPL_AT_1_PASCAL: f64 = 94.0;

/// A voltage as a level.
pub fn dbu(volts: f64) -> f64 {
    20.0 * (volts / VOLTS_AT_0_DBU).log10()
}

/// A level as a voltage, in millivolts.
pub fn millivolts(dbu: f64) -> f64 {
    VOLTS_AT_0_DBU * 10f64.powf(dbu / 20.0) * 1_000.0
}

/// What a microphone of some sensitivity, in mV/Pa, gives at a sound pressure level: in millivolts.
///
/// ```
/// # use engine::sound::{dbu, millivolts_at};
/// let volts = millivolts_at(20.0, 70.0);
/// assert_eq!(format!("{volts:.3} mV, {:.1} dBu", dbu(volts / 1000.0)), "1.262 mV, -55.8 dBu");
/// ```
pub fn millivolts_at(sensitivity_mv: f64, spl_db: f64) -> f64 {
    sensitivity_mv * 10f64.powf((spl_db - SPL_AT_1_PASCAL) / 20.0)
}

/// What is left of a level at one metre, at a distance in the open: 6 dB less for each doubling.
pub fn at_distance(spl_db: f64, distance: Length) -> f64 {
    // Nearer than a few millimetres nothing is heard as from a point.
    spl_db - 20.0 * distance.metres().max(0.005).log10()
}

/// Levels of what has nothing to do with each other, together: they add as power. Nothing: −∞.
pub fn power_sum(levels: impl IntoIterator<Item = f64>) -> f64 {
    let powers = levels.into_iter().map(|level| 10f64.powf(level / 10.0));
    10.0 * powers.sum::<f64>().log10()
}

/// Levels of one and the same sound, in step: they add as voltages. Nothing: −∞.
pub fn coherent_sum(levels: impl IntoIterator<Item = f64>) -> f64 {
    let volts = levels.into_iter().map(|level| 10f64.powf(level / 20.0));
    20.0 * volts.sum::<f64>().log10()
}

/// Where a source stands at one input: the sum that needs no production.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LevelSum {
    /// What the microphone gives at 1 Pa, in millivolts.
    pub sensitivity_mv: f64,
    /// How loud it is at the microphone, in dB SPL.
    pub spl_db: f64,
    /// The gain of the input; that which brings it to the reference where not said.
    pub gain_db: Option<f64>,
    /// What gives 0 dBFS at 0 dB of gain, in dBu.
    pub full_scale_dbu: f64,
    /// The input's noise as it would be at its input, in dBu.
    pub ein_dbu: f64,
    /// Where it is to stand, against full scale.
    pub reference_dbfs: f64,
}

/// What a [`LevelSum`] comes to.
#[derive(Debug, Clone, PartialEq)]
pub struct ReferenceLevel {
    /// What the microphone gives, in millivolts.
    pub mv: f64,
    /// The same as a level.
    pub dbu: f64,
    /// The gain, set or found.
    pub gain_db: f64,
    /// Where it stands, against full scale.
    pub dbfs: f64,
    /// The input's noise, against full scale.
    pub noise_dbfs: f64,
    /// From the one to the other.
    pub snr_db: f64,
    /// How it was reached.
    pub working: Working,
}

impl LevelSum {
    /// The level, the gain and the noise.
    pub fn answer(self) -> ReferenceLevel {
        let mv = millivolts_at(self.sensitivity_mv, self.spl_db);
        let level = dbu(mv / 1_000.0);
        let found = self.reference_dbfs - (level - self.full_scale_dbu);
        let gain_db = self.gain_db.unwrap_or(found);
        let dbfs = level + gain_db - self.full_scale_dbu;
        let noise_dbfs = self.ein_dbu + gain_db - self.full_scale_dbu;
        let working = Working::new("Level at the input")
            .term(
                "Sensitivity",
                format!("{} mV/Pa", self.sensitivity_mv),
                "the microphone",
            )
            .term(
                "At the microphone",
                format!("{} dB SPL", self.spl_db),
                "as given; 94 dB SPL is 1 Pa",
            )
            .term("Output", format!("{mv:.3} mV"), "sensitivity × pressure")
            .term(
                "As a level",
                format!("{} dBu", signed(level, 1)),
                "20·log(V ÷ 0.7746 V)",
            )
            .term(
                "Gain",
                format!("{gain_db:.1} dB"),
                if self.gain_db.is_some() {
                    "as given".to_string()
                } else {
                    format!("to {} dBFS", signed(self.reference_dbfs, 0))
                },
            )
            .term(
                "0 dBFS at 0 dB of gain",
                format!("{} dBu", self.full_scale_dbu),
                "the input",
            )
            .term(
                "Noise",
                format!("{} dBFS", signed(noise_dbfs, 1)),
                "EIN + gain − full scale",
            )
            .gives(format!(
                "{dbfs:.1} dBFS, {:.1} dB above the noise",
                dbfs - noise_dbfs
            ));
        ReferenceLevel {
            mv,
            dbu: level,
            gain_db,
            dbfs,
            noise_dbfs,
            snr_db: dbfs - noise_dbfs,
            working,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_reference_figures() {
        let sum = LevelSum {
            sensitivity_mv: 20.0,
            spl_db: 70.0,
            gain_db: None,
            full_scale_dbu: 24.0,
            ein_dbu: -128.0,
            reference_dbfs: -20.0,
        };
        let answer = sum.answer();
        let figures = format!(
            "{:.3} mV, {:.1} dBu, {:.1} dB",
            answer.mv, answer.dbu, answer.gain_db
        );
        assert_eq!(figures, "1.262 mV, -55.8 dBu, 59.8 dB");
        assert!((answer.dbfs + 20.0).abs() < 1e-9);
        // EIN −128 dBu, 59.8 dB up, against +24 dBu.
        assert!(
            (answer.noise_dbfs + 92.2).abs() < 0.05,
            "{}",
            answer.noise_dbfs
        );
    }

    #[test]
    fn the_voltage_of_a_level_and_back() {
        assert!((millivolts(0.0) - 774.6).abs() < 0.01);
        assert!((dbu(1.0) - 2.218).abs() < 0.001, "0 dBV is 2.2 dBu");
        assert!((dbu(millivolts(-37.3) / 1_000.0) + 37.3).abs() < 1e-9);
    }

    #[test]
    fn twice_as_far_is_6_db_less() {
        let far = at_distance(62.0, Length(1_000)) - at_distance(62.0, Length(2_000));
        assert!((far - 6.02).abs() < 0.01);
    }

    #[test]
    fn noise_adds_as_power_and_one_sound_as_voltage() {
        assert!((power_sum([-60.0, -60.0]) + 56.99).abs() < 0.01);
        assert!((coherent_sum([-60.0, -60.0]) + 53.98).abs() < 0.01);
        assert_eq!(power_sum([]), f64::NEG_INFINITY);
    }
}
