//! What a device's modes allow together: a row a mode, a column an output.

use engine::path::{Floor, applies, giving};
use model::catalogue::Catalogue;
use model::document::{Handle, Production};
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

/// The modes of a device: `None` where there is no such device, or it has no modes.
pub fn modes(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    device: &str,
) -> Option<ModesReport> {
    let with_custom = catalogue.with(&production.custom);
    let floor = Floor::new(production, production.build(build)?, &with_custom);
    let placement = floor.placement(device)?;
    let device = floor.devices[placement].filter(|device| !device.modes.is_empty())?;
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
        applies: applies(&floor, placement, mode),
        gives: ports
            .iter()
            .map(|port| {
                let leaves = mode.leaves.iter();
                let mut named = leaves.filter(|leaves| leaves.ports.contains(&port.id));
                match named.next().map(|leaves| &leaves.formats) {
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
            .all(|mode| !applies(&floor, placement, mode)),
        gives: ports.iter().map(|port| port.formats.in_words()).collect(),
    };
    let now = ports
        .iter()
        .filter_map(|port| floor.port_of(placement, &port.id));
    Some(ModesReport {
        device: floor.build.placements[placement].id.clone(),
        outputs: ports.iter().map(|port| port.name.clone()).collect(),
        rows: std::iter::once(otherwise).chain(rows).collect(),
        now: now.map(|port| giving(&floor, port).in_words()).collect(),
    })
}
