//! Two builds of one production, compared: what was added, removed, rewired and set otherwise, and
//! what that does.

use super::{Outlook, outlook, report};
use model::catalogue::Catalogue;
use model::document::{
    Build, Connection, Handle, Need, Placement, PortRef, Production, RecordingSetting,
};
use rustc_hash::FxHashMap;
use serde::Serialize;
use utoipa::ToSchema;

/// What is different in the second build.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct BuildComparison {
    /// Devices that it adds.
    pub added: Vec<String>,
    /// Devices that it hasn't.
    pub removed: Vec<String>,
    /// Devices that are others under the same handle, or set otherwise.
    pub changed: Vec<String>,
    /// Cables that it adds, hasn't, or has otherwise.
    pub rewired: Vec<String>,
    /// Needs that it adds, hasn't, or has otherwise.
    pub needs: Vec<String>,
    /// What that does to arrivals, recordings and findings.
    pub outlook: Outlook,
}

/// Compares two builds; `None` where one of them isn't there.
pub fn compare_builds(
    production: &Production,
    (before, after): (&str, &str),
    catalogue: &Catalogue,
) -> Option<BuildComparison> {
    let (old, new) = (production.build(before)?, production.build(after)?);
    let reports = (
        report(production, before, catalogue)?,
        report(production, after, catalogue)?,
    );
    let with_custom = catalogue.with(&production.custom);
    let in_words = |placement: &Placement| {
        let model = with_custom
            .item_name(&placement.device)
            .unwrap_or(&placement.device);
        if model == placement.name {
            placement.name.clone()
        } else {
            format!("{}, {model}", placement.name)
        }
    };
    let missing = |these: &Build, those: &Build| -> Vec<String> {
        let only = these
            .placements
            .iter()
            .filter(|placement| those.placement(&placement.id).is_none());
        only.map(&in_words).collect()
    };
    let kept = new
        .placements
        .iter()
        .filter_map(|placement| Some((old.placement(&placement.id)?, placement)));
    let changed = kept.flat_map(|(old, new)| changes(old, new, &with_custom));
    Some(BuildComparison {
        added: missing(new, old),
        removed: missing(old, new),
        changed: changed.collect(),
        rewired: rewired(old, new),
        needs: needs(old, new),
        outlook: outlook(&reports.0, &reports.1),
    })
}

fn changes(old: &Placement, new: &Placement, catalogue: &Catalogue) -> Vec<String> {
    let mut found = Vec::new();
    let model = |id: &str| catalogue.item_name(id).unwrap_or(id).to_string();
    if old.device != new.device {
        found.push(format!(
            "{}: {} in the place of {}",
            new.name,
            model(&new.device),
            model(&old.device)
        ));
    }
    if old.name != new.name {
        found.push(format!("{} is called {}", old.name, new.name));
    }
    let name = &new.name;
    let (before, after) = (&old.settings, &new.settings);
    if before.recording != after.recording {
        let what = |setting: &Option<RecordingSetting>| match setting {
            None => "nothing".to_string(),
            Some(recording) => {
                let codec = catalogue.codec(&recording.codec);
                let codec = codec.map_or(recording.codec.as_str(), |codec| codec.name.as_str());
                let media: Vec<String> = recording.media.iter().map(|id| model(id)).collect();
                format!(
                    "{codec} on {}",
                    if media.is_empty() {
                        "no card".into()
                    } else {
                        media.join(" and ")
                    }
                )
            }
        };
        found.push(format!(
            "{name} records {}, not {}",
            what(&after.recording),
            what(&before.recording)
        ));
    }
    let mut outputs: Vec<&Handle> = before.outputs.keys().chain(after.outputs.keys()).collect();
    outputs.sort();
    outputs.dedup();
    let otherwise = outputs
        .into_iter()
        .filter(|port| before.outputs.get(*port) != after.outputs.get(*port));
    found.extend(
        otherwise.map(|port| format!("{name}: {} is set otherwise", PortRef::new(&new.id, port))),
    );
    let rest = [
        (
            before.input != after.input,
            "gets its picture from another input",
        ),
        (before.inputs != after.inputs, "has another EDID"),
        (before.timecode != after.timecode, "counts another timecode"),
        (
            before.playback != after.playback,
            "plays back, or doesn’t any more",
        ),
        (
            before.squeeze != after.squeeze,
            "has a lens of another squeeze",
        ),
        (
            before.desqueeze != after.desqueeze || before.look != after.look,
            "shows its picture otherwise",
        ),
    ];
    found.extend(
        rest.into_iter()
            .filter(|(so, _)| *so)
            .map(|(_, what)| format!("{name} {what}")),
    );
    found
}

fn rewired(old: &Build, new: &Build) -> Vec<String> {
    let (was, is) = (by_ends(old), by_ends(new));
    let mut found = Vec::new();
    for cable in &new.connections {
        match was.get(&(&cable.from, &cable.to)) {
            None => found.push(format!("new: {} > {}", cable.from, cable.to)),
            Some(before) if before.cable != cable.cable || before.length != cable.length => {
                found.push(format!(
                    "{} > {}: {} of {} in the place of {} of {}",
                    cable.from, cable.to, cable.length, cable.cable, before.length, before.cable
                ));
            }
            Some(_) => {}
        }
    }
    for cable in &old.connections {
        if !is.contains_key(&(&cable.from, &cable.to)) {
            found.push(format!("gone: {} > {}", cable.from, cable.to));
        }
    }
    found
}

fn by_ends(build: &Build) -> FxHashMap<(&PortRef, &PortRef), &Connection> {
    let cables = build.connections.iter();
    cables
        .map(|cable| ((&cable.from, &cable.to), cable))
        .collect()
}

fn needs(old: &Build, new: &Build) -> Vec<String> {
    let name = |build: &Build, need: &Need| {
        build
            .placement(&need.at)
            .map_or(need.at.to_string(), |placement| placement.name.clone())
    };
    let by_id = |build: &'_ Build| -> FxHashMap<Handle, Need> {
        let needs = build.needs.iter();
        needs.map(|need| (need.id.clone(), need.clone())).collect()
    };
    let (was, is) = (by_id(old), by_id(new));
    let mut found = Vec::new();
    for need in &new.needs {
        match was.get(&need.id) {
            None => found.push(format!("new, at {}", name(new, need))),
            Some(before) if before != need => {
                found.push(format!("another, at {}", name(new, need)))
            }
            Some(_) => {}
        }
    }
    for need in &old.needs {
        if !is.contains_key(&need.id) {
            found.push(format!("gone, at {}", name(old, need)));
        }
    }
    found
}
