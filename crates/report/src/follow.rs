//! One path from the lens to the eye, hop by hop.

use engine::path::{Floor, PortIx, hops_to, resolve};
use model::catalogue::{Catalogue, DeviceKind, Direction, Via};
use model::document::{PortRef, Production};
use serde::Serialize;
use units::format::{PictureFormat, Quality};
use utoipa::ToSchema;

/// A stop on the way.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Hop {
    /// The port.
    #[schema(value_type = String)]
    pub at: PortRef,
    /// Device and port: *SDI 1 of A camera*.
    pub name: String,
    /// The device's name.
    pub device: String,
    /// How the picture got here: the cable with its length, or what the device does.
    pub by: String,
    /// How it travels here.
    #[schema(value_type = String)]
    pub format: PictureFormat,
    /// What is left of it.
    #[schema(value_type = String)]
    pub effective: Quality,
    /// Since the lens.
    pub delay: String,
    /// What it depends on from here: the device's power, the cable, the air.
    pub depends: String,
}

/// The path to a destination: empty where no picture arrives, `None` where there is no such device.
pub fn follow(
    production: &Production,
    build: &str,
    catalogue: &Catalogue,
    device: &str,
) -> Option<Vec<Hop>> {
    let with_custom = catalogue.with(&production.custom);
    let floor = Floor::new(production, production.build(build)?, &with_custom);
    let placement = floor.placement(device)?;
    let resolved = resolve(&floor);
    let arrival = resolved
        .arrivals
        .iter()
        .find(|arrival| arrival.placement == placement);
    let Some(input) = arrival.and_then(|arrival| arrival.input) else {
        return Some(Vec::new());
    };
    if resolved.signals[input].picture.is_none() {
        return Some(Vec::new());
    }
    let hops = hops_to(&resolved, input);
    let hop = |port: &PortIx| {
        let picture = resolved.signals[*port].picture?;
        let (by, depends) = way(&floor, *port);
        Some(Hop {
            at: floor.name(*port),
            name: floor.spoken(*port),
            device: floor.placement_of(*port).name.clone(),
            by,
            format: picture.format,
            effective: picture.effective,
            delay: picture.delay.label(),
            depends,
        })
    };
    Some(hops.iter().filter_map(hop).collect())
}

/// How a picture gets to a port, and what that hangs on.
fn way(floor: &Floor, port: PortIx) -> (String, String) {
    let node = floor.ports[port];
    if node.port.direction == Direction::In {
        let Some(connection) = floor.into[port] else {
            return ("no cable".into(), String::new());
        };
        let link = floor.link(connection);
        let run = &floor.build.connections[connection];
        return if link.cable.is_air() {
            (
                format!("{} over the air, through {}", run.length, run.surroundings),
                "the air between the antennas".into(),
            )
        } else {
            let on_it = match run.adapters.len() {
                0 => String::new(),
                1 => ", with 1 thing on it".into(),
                n => format!(", with {n} things on it"),
            };
            (
                format!("{} of {}{on_it}", run.length, link.cable.name),
                "the cable".into(),
            )
        };
    }
    let name = &floor.placement_of(port).name;
    let device = floor.devices[node.placement];
    let path = device.and_then(|device| {
        let mut paths = device.paths.iter();
        paths.find(|path| path.carries_picture() && path.to.contains(&node.port.id))
    });
    let power = if device.is_some_and(|device| device.kind.has_a_battery()) {
        format!("the battery of {name}")
    } else {
        format!("the power of {name}")
    };
    match path.map(|path| path.via) {
        None if device.is_some_and(|device| device.kind == DeviceKind::Camera) => {
            ("made from the lens".into(), power)
        }
        None => ("begins here".into(), power),
        Some(Via::Loop) => (
            "a passive loop".into(),
            "nothing: it is alive without power".into(),
        ),
        Some(Via::Relay) => ("reclocked and passed on".into(), power),
        Some(Via::Convert) => ("converted".into(), power),
        Some(Via::Scale) => ("scaled".into(), power),
        Some(Via::FrameRate) => ("brought to another frame rate".into(), power),
        Some(Via::Radio) => ("compressed and sent".into(), power),
        Some(Via::Embed) => ("embedded".into(), power),
    }
}
