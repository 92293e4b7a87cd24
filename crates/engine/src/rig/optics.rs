//! In front of the sensor: angles, what a matte box must leave open. Millimetres, degrees.

/// Half the angle of view, in degrees, of a lens on a width of sensor.
pub fn half_angle(sensor_mm: f64, focal_mm: f64) -> f64 {
    (sensor_mm / 2.0 / focal_mm).atan().to_degrees()
}

/// Half the opening that a lens needs so far ahead of its entrance pupil, in millimetres. The pupil is as wide
/// as focal length over stop.
pub fn half_opening(sensor_mm: f64, focal_mm: f64, stop: f64, ahead_mm: f64) -> f64 {
    ahead_mm * (sensor_mm / 2.0 / focal_mm) + focal_mm / stop / 2.0
}

#[cfg(test)]
mod tests {
    use super::*;

    /// `design/rig.md`, *Reference figures*: a 16 mm lens at f/2.8, a sensor 24.9 mm wide, 60 mm ahead.
    #[test]
    fn a_wide_lens_wants_a_wide_opening() {
        assert!((half_angle(24.9, 16.0) - 37.9).abs() < 0.05);
        assert!((half_opening(24.9, 16.0, 2.8, 60.0) - 49.5).abs() < 0.1);
    }
}
