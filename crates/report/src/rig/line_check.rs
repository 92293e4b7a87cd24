//! The line check: what is looked at when everything stands, derived from the floor.

use crate::Report;
use serde::Serialize;
use utoipa::ToSchema;

/// Something to look at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct CheckItem {
    /// What it is known by while it is ticked off.
    pub id: String,
    /// Where: *Screens*, *Tracks*.
    pub group: &'static str,
    /// What should be so.
    pub text: String,
}

fn item(group: &'static str, id: impl Into<String>, text: String) -> CheckItem {
    CheckItem {
        id: format!("{group}-{}", id.into()),
        group,
        text,
    }
}

/// What there is to look at on a floor, and on its rigs where parts are mounted.
pub fn line_check(report: &Report, rigged: bool) -> Vec<CheckItem> {
    let mut items = Vec::new();
    for row in &report.arrivals {
        let (Some(picture), Some(source)) = (&row.picture, &row.source) else {
            continue;
        };
        let text = format!(
            "{} shows {source}, {:.0} ms after the lens.",
            row.name,
            picture.delay_us as f64 / 1_000.0
        );
        items.push(item("Screens", &row.device, text));
    }
    for row in &report.recordings {
        let tracks = match row.tracks {
            0 => String::new(),
            tracks => format!(", {} of {tracks} tracks fed", row.tracks_fed.min(tracks)),
        };
        let text = format!("{} records {}{tracks}.", row.name, row.codec);
        items.push(item("Recorders", &row.device, text));
        if !row.media.is_empty() {
            let text = format!(
                "{}: {} formatted, and the card before it is copied.",
                row.name,
                row.media.join(" and ")
            );
            items.push(item("Media", &row.device, text));
        }
        let text = format!(
            "{}: ten seconds recorded, and played back with sound.",
            row.name
        );
        items.push(item("Playback", &row.device, text));
    }
    for clock in &report.time.clocks {
        let text = format!(
            "{} counts {}, and agrees with the slate.",
            clock.name, clock.counts
        );
        items.push(item("Timecode", &clock.device, text));
    }
    if rigged {
        for (id, text) in [
            (
                "clamps",
                "Clamps tugged: the cable gives before the socket does.",
            ),
            ("joints", "Joints shaken: nothing turns, nothing slides."),
            ("doors", "Doors opened: a card and a battery come out."),
            (
                "grip",
                "Handle gripped, and the rig lifted a hand high over something soft.",
            ),
            ("secured", "What hangs above people has a second fixing."),
        ] {
            items.push(item("Rig", id, text.to_string()));
        }
    }
    items
}
