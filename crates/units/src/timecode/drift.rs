//! How far clocks run apart, and when they are to be set again.

use crate::format::FrameRate;
use crate::quantity::Working;

/// What two recordings may be apart before it is seen, in frames.
pub const TOLERANCE_FRAMES: f64 = 0.5;

/// What two clocks run apart at the most.
#[derive(Debug, Clone, PartialEq)]
pub struct Drift {
    /// In milliseconds.
    pub ms: f64,
    /// In frames.
    pub frames: f64,
    /// After how many seconds the tolerance is used up; none where the clocks don't run apart at all.
    pub rejam_seconds: Option<f64>,
    /// How it comes to that.
    pub working: Working,
}

/// Clocks that are each so many parts in a million off, either way, after so many seconds: at worst one runs
/// fast and the other slow. The tolerance is in frames.
///
/// ```
/// use units::timecode::drift;
/// let apart = drift(&[25.0, 0.5], "24".parse().unwrap(), 4.0 * 3600.0, 0.5);
/// assert_eq!(format!("{:.0} ms, {:.1} frames", apart.ms, apart.frames), "367 ms, 8.8 frames");
/// assert_eq!(format!("{:.1} min", apart.rejam_seconds.unwrap() / 60.0), "13.6 min");
/// ```
pub fn drift(ppm: &[f64], rate: FrameRate, seconds: f64, tolerance_frames: f64) -> Drift {
    let worst: f64 = ppm.iter().map(|ppm| ppm.abs()).sum();
    let apart = worst * 1e-6 * seconds;
    let frames = apart * rate.as_f64();
    let rejam = (worst > 0.0).then(|| tolerance_frames / rate.as_f64() / (worst * 1e-6));
    let each: Vec<String> = ppm.iter().map(|ppm| format!("{} ppm", ppm.abs())).collect();
    let result = format!("{:.1} ms, {frames:.2} frames", apart * 1_000.0);
    let working = Working::new("Drift")
        .term(
            "Apart at worst",
            format!("{} = {worst} ppm", each.join(" + ")),
            "one fast, the other slow",
        )
        .term("Time", format!("{seconds:.0} s"), "as entered")
        .term("Frames", format!("{rate} a second"), "as entered")
        .term(
            "Tolerance",
            format!("{tolerance_frames} frame"),
            "half a frame where nothing else is said",
        )
        .gives(result);
    Drift {
        ms: apart * 1_000.0,
        frames,
        rejam_seconds: rejam,
        working,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn reference_figures() {
        let good = drift(&[0.2, 0.2], "25".parse().unwrap(), 12.0 * 3600.0, 0.5);
        assert_eq!(
            format!("{:.1} ms, {:.2} frame", good.ms, good.frames),
            "17.3 ms, 0.43 frame"
        );
        let perfect = drift(&[0.0, 0.0], "25".parse().unwrap(), 3600.0, 0.5);
        assert_eq!((perfect.ms, perfect.rejam_seconds), (0.0, None));
    }
}
