//! What a device's modes allow together: a row a mode, a column an output.

use crate::document::Handle;
use crate::finding::Facts;
use crate::path::{applies, giving};
use serde::Serialize;
use utoipa::ToSchema;

/// The modes of one device.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ModesReport {
    /// The device.
    pub device: Handle,
    /// The outputs that any mode leaves less.
    pub outputs: Vec<String>,
    /// What they give otherwise, then in each mode.
    pub rows: Vec<ModeRow>,
    /// What they give now, with everything that applies.
    pub now: Vec<String>,
}

/// One mode.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ModeRow {
    /// Its name.
    pub name: String,
    /// When it applies, in words.
    pub when: Vec<String>,
    /// Whether it applies now.
    pub applies: bool,
    /// What each output gives in it: words, *off*, or *as ever*.
    pub gives: Vec<String>,
}

/// Every device of the floor that has modes.
pub(super) fn list(facts: &Facts) -> Vec<ModesReport> {
    let floor = facts.floor;
    let devices = floor.devices.iter().enumerate();
    let with_modes = devices.filter_map(|(placement, device)| Some((placement, (*device)?)));
    with_modes
        .filter(|(_, device)| !device.modes.is_empty())
        .map(|(placement, device)| {
            let ports: Vec<_> = device
                .ports
                .iter()
                .filter(|port| {
                    let mut leaves = device.modes.iter().flat_map(|mode| &mode.leaves);
                    leaves.any(|leaves| leaves.ports.contains(&port.id))
                })
                .collect();
            let rows = device.modes.iter().map(|mode| ModeRow {
                name: mode.name.clone(),
                when: mode.when.iter().map(ToString::to_string).collect(),
                applies: applies(floor, placement, mode),
                gives: ports
                    .iter()
                    .map(|port| {
                        let leaves = mode
                            .leaves
                            .iter()
                            .find(|leaves| leaves.ports.contains(&port.id));
                        match leaves.map(|leaves| &leaves.formats) {
                            None => "as ever".into(),
                            Some(None) => "off".into(),
                            Some(Some(formats)) => formats.in_words(),
                        }
                    })
                    .collect(),
            });
            let otherwise = ModeRow {
                name: "Otherwise".into(),
                when: Vec::new(),
                applies: device
                    .modes
                    .iter()
                    .all(|mode| !applies(floor, placement, mode)),
                gives: ports.iter().map(|port| port.formats.in_words()).collect(),
            };
            let now = ports
                .iter()
                .filter_map(|port| floor.port_of(placement, &port.id));
            ModesReport {
                device: floor.build.placements[placement].id.clone(),
                outputs: ports.iter().map(|port| port.name.clone()).collect(),
                rows: std::iter::once(otherwise).chain(rows).collect(),
                now: now.map(|port| giving(floor, port).in_words()).collect(),
            }
        })
        .collect()
}
