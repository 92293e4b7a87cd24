//! Where a route can begin: outputs that carry the source's picture and are free, or can be split.

use super::Asked;
use crate::path::{ConnectionIx, Floor, PortIx, Resolved, giving};
use model::catalogue::{Direction, Via};
use units::format::{PictureFormat, Quality};
use units::quantity::Delay;

/// An output to begin at.
pub struct Tap {
    /// The output.
    pub port: PortIx,
    /// What it sends now.
    pub format: PictureFormat,
    /// What it could be set to instead.
    pub others: Vec<PictureFormat>,
    /// What its picture is made as, whatever the format holds.
    pub ceiling: Quality,
    /// Since the lens.
    pub delay: Delay,
    /// The cable in it, where it has to be split.
    pub splits: Option<ConnectionIx>,
}

/// Every output that carries the picture of the source: free ones and antennas with room first,
/// then taken ones that a distribution amplifier could split.
pub fn taps(floor: &Floor, resolved: &Resolved, asked: &Asked) -> Vec<Tap> {
    let mut free = Vec::new();
    let mut taken = Vec::new();
    for port in 0..floor.ports.len() {
        let node = floor.ports[port];
        if node.port.direction != Direction::Out || node.placement == asked.target {
            continue;
        }
        if asked.output.is_some_and(|output| output != port) {
            continue;
        }
        let Some(picture) = resolved.signals[port].picture else {
            continue;
        };
        let begins = floor.ports[picture.origin].placement;
        if begins != asked.source && node.placement != asked.source {
            continue;
        }
        // A part of a picture, or raw, goes where it was sent and nowhere else.
        if picture.leg.is_some() || picture.raw {
            continue;
        }
        let device = floor.devices[node.placement];
        let paths = device.map_or(&[][..], |device| &device.paths);
        let settable = node.port.origin.is_some()
            || paths.iter().any(|path| {
                path.to.contains(&node.port.id) && matches!(path.via, Via::Scale | Via::FrameRate)
            });
        let cables = &floor.out_of[port];
        let air = node.port.wire.is_air();
        let room = device
            .and_then(|device| device.radio.as_ref())
            .is_some_and(|radio| cables.len() < radio.receivers);
        let is_free = cables.is_empty() && !floor.occupied[port] || air && room;
        let others = if settable && cables.is_empty() {
            giving(floor, port).formats_at(picture.format.rate)
        } else {
            Vec::new()
        };
        let made = node
            .port
            .origin
            .as_ref()
            .map_or(picture.effective, |origin| {
                // A better setting of the camera's own output can give more than it gives now.
                origin.made_as.limit(Quality {
                    raster: units::format::Raster {
                        width: 16_384,
                        height: 16_384,
                    },
                    sampling: units::format::Sampling::Full444,
                    bits: units::format::Depth::SIXTEEN,
                })
            });
        let tap = Tap {
            port,
            format: picture.format,
            others,
            ceiling: made,
            delay: picture.delay,
            splits: if is_free {
                None
            } else {
                cables.first().copied()
            },
        };
        if is_free {
            free.push(tap);
        } else if !air && tap.splits.is_some() {
            taken.push(tap);
        }
    }
    free.extend(taken);
    free
}
