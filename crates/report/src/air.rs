//! The air: which link is on which channel, and what is near it.

use check::{Facts, Finding, Severity};
use engine::path::channels;
use model::catalogue::Direction;
use model::document::Handle;
use rustc_hash::FxHashMap;
use serde::Serialize;
use utoipa::ToSchema;

/// A transmitter that somebody listens to.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct AirReport {
    /// The transmitter.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// Who listens, by name.
    pub receivers: Vec<String>,
    /// The band, in words.
    pub band: String,
    /// Its channel; none where it is tuned by hand, or none is left.
    pub channel: Option<u8>,
    /// Whether somebody chose it; else it was handed out.
    pub chosen: bool,
    /// In megahertz, where that is known.
    pub mhz: Option<f64>,
    /// Others that are next to it or on it, with how far away, in words.
    pub near: Vec<String>,
    /// The worst that is found at it.
    pub worst: Option<Severity>,
}

/// Links so many of their own steps apart are near each other.
const NEAR_STEPS: f64 = 1.0;
/// What is tuned by hand is near within this, in megahertz.
const NEAR_MHZ: f64 = 1.0;

/// Every link of the floor, band by band.
pub(super) fn list(facts: &Facts, findings: &[Finding]) -> Vec<AirReport> {
    let floor = facts.floor;
    let given = channels(floor);
    let mut worst: FxHashMap<&str, Severity> = FxHashMap::default();
    for finding in findings {
        if let Some(device) = finding.at.device.as_deref() {
            let known = worst.entry(device).or_insert(finding.severity);
            *known = (*known).max(finding.severity);
        }
    }
    let mut found: Vec<(AirReport, f64)> = Vec::new();
    for (placement, channel) in given {
        let Some(radio) = floor.devices[placement].and_then(|device| device.radio.as_ref()) else {
            continue;
        };
        let placed = &floor.build.placements[placement];
        let antennas = floor.ports_of(placement).filter(|port| {
            let node = floor.ports[*port].port;
            node.direction == Direction::Out && node.wire.is_air()
        });
        let listeners = antennas.flat_map(|port| &floor.out_of[port]);
        let receivers = listeners.map(|number| floor.ports[floor.link(*number).to].placement);
        let settings = &placed.settings;
        let tuned = settings
            .sound
            .values()
            .find_map(|setting| setting.frequency_khz);
        let by_hand = radio.tuning.is_some();
        let channel = channel.filter(|_| !by_hand);
        let mhz = tuned
            .map(|khz| f64::from(khz) / 1_000.0)
            .or_else(|| radio.channel_mhz(channel?));
        let step = match radio.step_mhz.filter(|_| !by_hand) {
            Some(step) => f64::from(step) * NEAR_STEPS,
            None => NEAR_MHZ,
        };
        let report = AirReport {
            device: placed.id.clone(),
            name: placed.name.clone(),
            receivers: receivers.map(|at| facts.device(at).to_string()).collect(),
            band: radio.band.clone(),
            channel,
            chosen: tuned.is_some() || settings.outputs.values().any(|it| it.channel.is_some()),
            mhz,
            near: Vec::new(),
            worst: worst.get(placed.id.as_str()).copied(),
        };
        found.push((report, step));
    }
    let rows: Vec<(String, Option<f64>)> = found
        .iter()
        .map(|(row, _)| (row.name.clone(), row.mhz))
        .collect();
    for (place, (row, step)) in found.iter_mut().enumerate() {
        let Some(mhz) = row.mhz else { continue };
        let others = rows.iter().enumerate().filter(|(other, _)| *other != place);
        let near = others.filter_map(|(_, (name, other))| {
            let apart = ((*other)? - mhz).abs();
            (apart <= *step + 1e-6).then(|| format!("{name}, {apart} MHz away"))
        });
        row.near = near.collect();
    }
    let mut found: Vec<AirReport> = found.into_iter().map(|(row, _)| row).collect();
    found.sort_by(|one, other| {
        let key = |row: &AirReport| (row.band.clone(), row.mhz.unwrap_or(f64::MAX));
        let (one, other) = (key(one), key(other));
        one.0.cmp(&other.0).then(one.1.total_cmp(&other.1))
    });
    found
}
