//! Whether cables reach. Millimetres.

/// What a way along a rig takes more than its length.
pub const DRESSED: f64 = 1.15;

/// What a cable needs: the way along the rig, dressed, and a bend at each end.
pub fn needs(way_mm: f64, bends_mm: [f64; 2]) -> f64 {
    way_mm * DRESSED + bends_mm[0] + bends_mm[1]
}

/// The moment of a mass so far from what bears it, in N·m.
pub fn moment(grams: f64, away_mm: f64) -> f64 {
    grams / 1_000.0 * super::hold::GRAVITY * away_mm / 1_000.0
}

#[cfg(test)]
mod tests {
    use super::*;

    /// `design/rig.md`, *Reference figures*.
    #[test]
    fn a_thin_cable_needs_its_way_and_two_bends() {
        assert!((needs(180.0, [30.0, 30.0]) - 267.0).abs() < 1e-9);
        assert!((moment(1200.0, 90.0) - 1.06).abs() < 0.005);
    }
}
