//! What a device offers to choose from: its inputs, its codecs and media, a need to begin with.

use model::catalogue::{Catalogue, Codec, Device, DeviceKind, Direction};
use model::document::{Need, Placement, Purpose, handle_from, records_codec, slot_takes};
use rustc_hash::FxHashSet;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// What can be chosen on a device, wherever it stands.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Choosable {
    /// Inputs that it can show, pass on or record the picture of, in the order of its ports.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub inputs: Vec<String>,
    /// Codecs that it records, by id: its own, and the crew's custom ones.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub codecs: Vec<String>,
    /// Cards and drives that go into its slots, by id.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub media: Vec<String>,
}

/// What can be chosen on each device of a catalogue, by its id.
pub fn choosable(catalogue: &Catalogue) -> BTreeMap<String, Choosable> {
    let devices = catalogue.devices.iter();
    devices
        .map(|device| (device.id.clone(), Choosable::on(device, catalogue)))
        .collect()
}

impl Choosable {
    fn on(device: &Device, catalogue: &Catalogue) -> Self {
        let ability = device.records.as_ref();
        let codecs = catalogue.codecs.iter();
        let codecs = codecs.filter(|codec| ability.is_some_and(|can| records_codec(can, codec)));
        let media = catalogue.media.iter();
        let media = media.filter(|medium| ability.is_some_and(|can| slot_takes(can, medium)));
        Self {
            inputs: inputs(device),
            codecs: codecs.map(|Codec { id, .. }| id.clone()).collect(),
            media: media.map(|medium| medium.id.clone()).collect(),
        }
    }
}

fn inputs(device: &Device) -> Vec<String> {
    let recorded = device.records.iter().flat_map(|can| &can.inputs);
    let paths = device.paths.iter().filter(|path| path.carries_picture());
    let chosen: Vec<&String> = device
        .screen
        .iter()
        .chain(recorded)
        .chain(paths.flat_map(|path| &path.from))
        .collect();
    device
        .ports_facing(Direction::In)
        .filter(|port| chosen.contains(&&port.id))
        .map(|port| port.id.clone())
        .collect()
}

/// What somebody who adds a need here most likely means: that it records, or that it is watched.
pub(super) fn first_need(
    placement: &Placement,
    device: &Device,
    needs: &FxHashSet<&str>,
) -> Option<Need> {
    if device.screen.is_empty() && device.records.is_none() {
        return None;
    }
    let purpose = match device.kind {
        DeviceKind::Camera | DeviceKind::Recorder | DeviceKind::Mixer => Purpose::Record,
        _ => Purpose::Directing,
    };
    let id = handle_from(&format!("{}-need", placement.id), |id| needs.contains(id));
    let mut need = Need::at(&id, &placement.id, purpose);
    need.of = (device.kind == DeviceKind::Camera).then(|| placement.id.clone());
    Some(need)
}
