//! Tracks filled at once, and the track sheet in open formats.

use super::report;
use super::sound::{SoundReport, SourceReport, TrackSheet};
use model::catalogue::Catalogue;
use model::document::{Production, TrackKind, TrackSetting, TrackSource};
use serde::Serialize;
use units::quantity::Decibels;
use utoipa::ToSchema;

/// A way to fill the tracks of a recorder.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TrackPreset {
    /// What it does: *boom on 1, safety −12 dB on 2, the others from 3 on*.
    pub name: String,
    /// The tracks.
    pub tracks: Vec<TrackSetting>,
}

/// How much softer a safety track is written.
const SAFETY: Decibels = Decibels::whole(-12);

fn on(source: &SourceReport) -> TrackSource {
    TrackSource {
        input: source.input.clone(),
        channel: source.channel,
    }
}

fn track(
    name: &str,
    from: Vec<TrackSource>,
    kind: TrackKind,
    trim: Option<Decibels>,
) -> TrackSetting {
    let name: String = name.chars().take(40).collect();
    TrackSetting {
        name: (!name.is_empty()).then_some(name),
        from,
        kind,
        trim,
    }
}

/// What the tracks of a recorder can be filled with at once; none where nothing comes in.
pub fn track_presets(sheet: &TrackSheet) -> Vec<TrackPreset> {
    let sources = &sheet.sources;
    let Some((first, rest)) = sources.split_first() else {
        return Vec::new();
    };
    let iso = |source: &SourceReport| track(&source.heard, vec![on(source)], TrackKind::Iso, None);
    let mut presets = Vec::new();
    let mut add = |name: String, tracks: Vec<TrackSetting>| {
        if tracks.len() <= sheet.most {
            presets.push(TrackPreset { name, tracks });
        }
    };
    add(
        "each source on a track of its own".into(),
        sources.iter().map(iso).collect(),
    );
    let boom = sources
        .iter()
        .position(|source| source.heard.to_lowercase().contains("boom"))
        .unwrap_or(0);
    let mut others = sources.clone();
    let boom = others.remove(boom);
    let mut tracks = vec![
        iso(&boom),
        track(
            &format!("{} safety", boom.heard),
            vec![on(&boom)],
            TrackKind::Safety,
            Some(SAFETY),
        ),
    ];
    tracks.extend(others.iter().map(iso));
    let name = match others.len() {
        0 => format!("{} on 1, safety {SAFETY} on 2", boom.heard),
        _ => format!(
            "{} on 1, safety {SAFETY} on 2, the others from 3 on",
            boom.heard
        ),
    };
    add(name, tracks);
    if !rest.is_empty() {
        let mut tracks = vec![track(
            "Mix",
            sources.iter().map(on).collect(),
            TrackKind::Mix,
            None,
        )];
        tracks.extend(sources.iter().map(iso));
        add("a mix on 1, every source from 2 on".into(), tracks);
    }
    let scratch = track(
        "Scratch",
        sources.iter().map(on).collect(),
        TrackKind::Scratch,
        None,
    );
    add("everything on 1, as scratch".into(), vec![scratch]);
    if let [mid, side, ..] = &sources[..] {
        let pair = vec![
            track("Mid", vec![on(mid)], TrackKind::Mid, None),
            track("Side", vec![on(side)], TrackKind::Side, None),
        ];
        add(
            format!("mid on 1, side on 2: {} and {}", first.heard, side.heard),
            pair,
        );
    }
    presets
}

/// The track sheet as rows for a spreadsheet: a head, then a row a track.
pub fn track_rows(sound: &SoundReport) -> Vec<Vec<String>> {
    let head = [
        "Recorder", "Track", "Name", "For", "Sources", "Trim", "Level", "Peaks", "Also on",
    ];
    let mut rows = vec![head.map(String::from).to_vec()];
    for sheet in &sound.sheets {
        for track in &sheet.tracks {
            let from = track.from.iter().map(|place| &sheet.sources[*place]);
            let sources: Vec<String> = from
                .clone()
                .map(|source| format!("{} ({})", source.heard, source.at))
                .collect();
            let mut also: Vec<String> = from.flat_map(|source| source.also.clone()).collect();
            also.dedup();
            let level = |level: Option<f64>| {
                level.map_or_else(String::new, |level| {
                    format!("{} dBFS", units::quantity::signed(level, 1))
                })
            };
            rows.push(vec![
                sheet.name.clone(),
                track.number.to_string(),
                track.name.clone(),
                track.kind.word().into(),
                sources.join(", "),
                track.trim.map_or_else(String::new, |trim| trim.to_string()),
                level(track.dbfs),
                level(track.peak_dbfs),
                also.join(", "),
            ]);
        }
    }
    rows
}

/// The names of a recorder's tracks as iXML: the open chunk of metadata that production recorders read and
/// write in their files (*iXML specification*, `TRACK_LIST`).
pub fn track_ixml(production: &str, sheet: &TrackSheet) -> String {
    let escaped = |text: &str| {
        text.chars()
            .map(|letter| match letter {
                '&' => "&amp;".into(),
                '<' => "&lt;".into(),
                '>' => "&gt;".into(),
                '"' => "&quot;".into(),
                letter => letter.to_string(),
            })
            .collect::<String>()
    };
    let function = |kind: TrackKind| match kind {
        TrackKind::Mid => "M-MID_SIDE",
        TrackKind::Side => "S-MID_SIDE",
        TrackKind::Mix => "MIX",
        TrackKind::Iso | TrackKind::Scratch | TrackKind::Safety => "",
    };
    let mut text = format!(
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<BWFXML>\n  <IXML_VERSION>1.61</IXML_VERSION>\n  <PROJECT>{}</PROJECT>\n  <TRACK_LIST>\n    <TRACK_COUNT>{}</TRACK_COUNT>\n",
        escaped(production),
        sheet.tracks.len()
    );
    for track in &sheet.tracks {
        text.push_str(&format!(
            "    <TRACK>\n      <CHANNEL_INDEX>{0}</CHANNEL_INDEX>\n      <INTERLEAVE_INDEX>{0}</INTERLEAVE_INDEX>\n      <NAME>{1}</NAME>\n      <FUNCTION>{2}</FUNCTION>\n    </TRACK>\n",
            track.number,
            escaped(&track.name),
            function(track.kind)
        ));
    }
    text.push_str("  </TRACK_LIST>\n</BWFXML>\n");
    text
}

/// The sheet of one recorder of a build.
pub fn sheet_of(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    recorder: &str,
) -> Option<TrackSheet> {
    let sheets = report(production, build, catalogue)?.sound.sheets;
    sheets.into_iter().find(|sheet| sheet.recorder == *recorder)
}
