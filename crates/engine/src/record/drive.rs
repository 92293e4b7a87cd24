//! A drive on a body's data port: limited by the least of port, cable and drive.

use crate::path::Floor;
use model::catalogue::{Catalogue, Port};
use units::quantity::{BitRate, Bytes};

/// The drive behind a data port, with what the way to it keeps up.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DriveBehind<'a> {
    /// Its name on this floor.
    pub name: &'a str,
    /// Its device, by the catalogue's id.
    pub device: &'a str,
    /// What it holds.
    pub capacity: Bytes,
    /// The least of port, cable and drive.
    pub sustained: BitRate,
    /// Which of them that is.
    pub slowest: &'a str,
}

/// The drive that a cable from this port ends at.
pub(super) fn drive_behind<'a>(
    floor: &Floor<'a>,
    placement: usize,
    port: &str,
) -> Option<DriveBehind<'a>> {
    let output = floor.port_of(placement, port)?;
    let link = floor.link(*floor.out_of[output].first()?);
    let node = floor.ports[link.to];
    let drive = floor.devices[node.placement]?.drive?;
    let name = floor.build.placements[node.placement].name.as_str();
    let catalogue: &'a Catalogue = floor.catalogue;
    let cable = catalogue.cable(&link.cable.id)?;
    let port = floor.ports[output].port;
    let keeps_up = |port: &Port| port.data.as_ref().map(|data| data.keeps_up);
    let parts = [
        (Some(drive.sustained_write), name),
        (keeps_up(port), port.name.as_str()),
        (keeps_up(node.port), name),
        (cable.data_rate, cable.name.as_str()),
    ];
    let (sustained, slowest) = parts
        .into_iter()
        .filter_map(|(rate, name)| Some((rate?, name)))
        .min_by_key(|(rate, _)| *rate)?;
    let device = floor.build.placements[node.placement].device.as_str();
    Some(DriveBehind {
        name,
        device,
        capacity: drive.capacity,
        sustained,
        slowest,
    })
}
