//! A build at a glance: what the list of productions says of it.

use super::Report;
use check::Severity;
use engine::record::day::DayAnswer;
use model::document::Handle;
use rustc_hash::FxHashMap;
use serde::Serialize;
use utoipa::ToSchema;

/// So many rows are drawn in small: more can't be told apart.
const ROWS: usize = 24;

/// What the list says of a build.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Glance {
    /// The build.
    pub build: Handle,
    /// Its name.
    pub name: String,
    /// Its verdict.
    pub verdict: super::Verdict,
    /// The recorder of a picture that ends first, and after how long: *B camera, 30 min*.
    pub shortest: Option<String>,
    /// Cards that its day needs; none where no day is planned.
    pub cards_needed: Option<u32>,
    /// How many devices it has.
    pub devices: usize,
    /// Its line map in small.
    pub rows: Vec<GlanceRow>,
    /// How many rows more there are.
    pub more: usize,
}

/// A row of the line map in small.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct GlanceRow {
    /// Whether it begins a group.
    pub begins: bool,
    /// How many devices the line it leaves has passed before it leaves; 0 where it begins at the source.
    pub after: usize,
    /// How many devices stand on it.
    pub stops: usize,
    /// Whether it ends at a screen or recorder.
    pub ends: bool,
    /// The worst finding on it.
    pub worst: Option<Severity>,
}

/// A build at a glance, from its report and its day.
pub fn glance(name: &str, report: &Report, day: Option<&DayAnswer>) -> Glance {
    let worst: FxHashMap<&str, Severity> = report
        .devices
        .iter()
        .filter_map(|device| Some((device.id.as_str(), device.worst?)))
        .collect();
    let mut rows = Vec::new();
    for group in &report.lines {
        let mut reached: FxHashMap<&str, usize> = FxHashMap::default();
        for (number, row) in group.rows.iter().enumerate() {
            let after = row
                .from
                .as_deref()
                .and_then(|from| reached.get(from))
                .copied();
            let after = after.unwrap_or(0);
            let on_it = row.through.iter().chain(&row.end);
            let mut on_it = on_it.map(|stop| stop.device.as_str()).collect::<Vec<_>>();
            for (place, device) in on_it.iter().enumerate() {
                reached.insert(device, after + place + 1);
            }
            let source = group.source.as_deref().filter(|_| number == 0);
            on_it.extend(source);
            rows.push(GlanceRow {
                begins: number == 0,
                after,
                stops: row.through.len(),
                ends: row.end.is_some() || row.own,
                worst: on_it
                    .iter()
                    .filter_map(|device| worst.get(device))
                    .max()
                    .copied(),
            });
        }
    }
    let more = rows.len().saturating_sub(ROWS);
    rows.truncate(ROWS);
    let recordings = report.recordings.iter().filter(|row| row.format.is_some());
    let shortest = recordings
        .filter_map(|row| row.lasts.as_ref().map(|limit| (limit.seconds, row, limit)))
        .min_by_key(|(seconds, ..)| *seconds);
    Glance {
        build: report.build.clone(),
        name: name.into(),
        verdict: report.verdict.clone(),
        shortest: shortest.map(|(_, row, limit)| format!("{}, {}", row.name, limit.label)),
        cards_needed: day.map(|day| day.cards_needed),
        devices: report.devices.iter().filter(|device| !device.part).count(),
        rows,
        more,
    }
}
