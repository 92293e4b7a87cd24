//! What was recorded against what was planned.

use crate::TrackSheet;
use audio::wav::WavReport;
use serde::Serialize;
use units::quantity::signed;
use utoipa::ToSchema;

/// One channel of a recording against the track that the plan has at its place.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Compared {
    /// The channel, from 1.
    pub channel: usize,
    /// The track's name; none where the plan has no such track.
    pub track: Option<String>,
    /// Where it was to stand, against full scale.
    pub planned_dbfs: Option<f64>,
    /// Where it stands.
    pub measured_dbfs: f64,
    /// So much louder than planned.
    pub louder_db: Option<f64>,
    /// In a sentence.
    pub says: String,
    /// The input that the track is fed from, and its channel, where there is one alone.
    pub input: Option<(String, u8)>,
}

/// Nearer than this is as planned, in decibels.
const AS_PLANNED: f64 = 2.0;
/// What is silent, against full scale.
const SILENT: f64 = -80.0;

/// Each channel against its track: a tone against the reference that it was sent at, else the average
/// against what the plan expects.
pub fn compare_with(
    report: &WavReport,
    sheet: &TrackSheet,
    tone_dbfs: Option<f64>,
) -> Vec<Compared> {
    let channels = report.channels.iter().enumerate();
    let compared = channels.map(|(number, levels)| {
        let track = sheet.tracks.get(number);
        let planned = track.and_then(|track| {
            let fed = !track.from.is_empty();
            let trim = track.trim.map_or(0.0, |trim| trim.db());
            fed.then(|| tone_dbfs.map(|tone| tone + trim).or(track.dbfs))?
        });
        let measured = levels.rms_dbfs;
        let louder = planned.map(|planned| measured - planned);
        let source = track.filter(|track| track.from.len() == 1);
        let source = source.map(|track| &sheet.sources[track.from[0]]);
        Compared {
            channel: number + 1,
            track: track.map(|track| track.name.clone()),
            planned_dbfs: planned,
            measured_dbfs: measured,
            louder_db: louder.map(|louder| (louder * 10.0).round() / 10.0),
            says: says(planned, measured, levels.clipped_runs, tone_dbfs.is_some()),
            input: source.map(|source| (source.input.clone(), source.channel)),
        }
    });
    compared.collect()
}

fn says(planned: Option<f64>, measured: f64, clipped: u64, tone: bool) -> String {
    let what = if tone { "tone" } else { "average" };
    let mut words = match planned {
        None if measured <= SILENT => "silent, as planned".into(),
        None => format!("{} dBFS where the plan has nothing", signed(measured, 1)),
        Some(planned) if measured <= SILENT => format!(
            "planned {} dBFS {what}, and it is silent: a cable, 48 V or a mute",
            signed(planned, 1)
        ),
        Some(planned) => {
            let apart = measured - planned;
            let figures = format!(
                "planned {} dBFS {what}, measured {}",
                signed(planned, 1),
                signed(measured, 1)
            );
            if apart.abs() <= AS_PLANNED {
                format!("{figures}: as planned")
            } else {
                format!("{figures}: {}", reason(apart))
            }
        }
    };
    if clipped > 0 {
        words.push_str(&format!("; clipped {clipped} times"));
    }
    words
}

/// What a difference often is.
fn reason(apart: f64) -> String {
    let near = |figure: f64| (apart - figure).abs() <= 1.5;
    let guess = if near(-6.0) || near(-10.0) || near(-20.0) {
        "a pad is on, or one leg of the cable is missing"
    } else if near(-40.0) {
        "a line pad is on, or the input is switched to line"
    } else if near(6.0) {
        "it is summed with itself, or a pad is out"
    } else if apart < -6.0 {
        "less gain than planned, or further away"
    } else if apart < 0.0 {
        "a little soft"
    } else if apart > 6.0 {
        "more gain than planned, or nearer"
    } else {
        "a little loud"
    };
    format!(
        "{} dB, {guess}",
        if apart > 0.0 {
            format!("+{apart:.1}")
        } else {
            signed(apart, 1)
        }
    )
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn differences_are_put_into_words() {
        insta::assert_snapshot!(says(Some(-20.0), -26.1, 0, true), @"planned −20.0 dBFS tone, measured −26.1: −6.1 dB, a pad is on, or one leg of the cable is missing");
        insta::assert_snapshot!(says(Some(-20.0), -21.0, 0, true), @"planned −20.0 dBFS tone, measured −21.0: as planned");
        insta::assert_snapshot!(says(Some(-20.0), -120.0, 0, false), @"planned −20.0 dBFS average, and it is silent: a cable, 48 V or a mute");
        insta::assert_snapshot!(says(Some(-20.0), -10.0, 3, false), @"planned −20.0 dBFS average, measured −10.0: +10.0 dB, more gain than planned, or nearer; clipped 3 times");
        insta::assert_snapshot!(says(None, -150.0, 0, false), @"silent, as planned");
    }
}
