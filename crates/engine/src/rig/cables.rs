//! Cables between sockets of one rig: what each needs, what it has. Millimetres.

use super::places::{Mounted, body_of};
use super::reach::needs;
use crate::path::{ConnectionIx, Floor, PortIx};
use model::catalogue::{AdapterKind, Cable};
use transport::connector::Connector;
use units::quantity::Point;

/// A bend behind a thin plug: HDMI, USB, jacks, thin power cables.
const THIN: f64 = 30.0;
/// Behind a coax or an XLR.
const STIFF: f64 = 60.0;
/// Behind a plug that goes round the corner.
const ELBOW: f64 = 20.0;

/// What a cable on a rig needs.
#[derive(Debug, Clone, PartialEq)]
pub struct CableReach {
    /// The cable.
    pub connection: ConnectionIx,
    /// The way along the rig.
    pub way: f64,
    /// What it needs.
    pub needs: f64,
    /// How long it is.
    pub has: f64,
    /// Where it begins and ends.
    pub ends: [Point; 2],
    /// The ways that its plugs point out.
    pub faces: [Point; 2],
}

impl CableReach {
    /// Whether it is too short.
    pub fn is_short(&self) -> bool {
        self.has + 0.5 < self.needs
    }

    /// Whether it is more than twice as long as it need be.
    pub fn is_long(&self) -> bool {
        self.has > 2.0 * self.needs
    }
}

/// Where a socket is, and the way that its plug points out.
pub fn socket(floor: &Floor, mounted: &Mounted, port: PortIx) -> Option<(Point, Point)> {
    let node = floor.ports[port];
    let place = mounted.places[node.placement]?;
    let body = body_of(floor, node.placement)?;
    let mut sockets = body.sockets.iter();
    let socket = sockets.find(|socket| socket.port == node.port.id)?;
    Some((place.of(socket.at), place.turn.of(socket.faces.way())))
}

fn bend(cable: &Cable, end: Connector, elbow: bool) -> f64 {
    if elbow {
        return ELBOW;
    }
    // A thin coax bends like a thin HDMI, but its plug is as long as any.
    if end.facts().stiff && cable.power.is_none() {
        STIFF
    } else {
        THIN
    }
}

/// How long a cable between two sockets of one rig must be, in millimetres; `None` where one of them isn't known.
pub fn needed(
    floor: &Floor,
    mounted: &Mounted,
    cable: &Cable,
    from: PortIx,
    to: PortIx,
) -> Option<f64> {
    // Where nothing is mounted on anything, nothing has a root.
    let root = |port: PortIx| *mounted.roots.get(floor.ports[port].placement)?;
    if root(from).is_none() || root(from) != root(to) {
        return None;
    }
    let (one, _) = socket(floor, mounted, from)?;
    let (other, _) = socket(floor, mounted, to)?;
    let bends = [from, to].map(|port| bend(cable, floor.ports[port].port.connector, false));
    Some(needs(way_between(one, other), bends))
}

/// Dressed along the rig: right, up and forward one after the other.
fn way_between(from: Point, to: Point) -> f64 {
    (to - from).0.into_iter().map(f64::abs).sum()
}

/// Cables whose two sockets are on one rig, and known.
pub fn cables(floor: &Floor, mounted: &Mounted) -> Vec<CableReach> {
    let mut found = Vec::new();
    for (connection, link) in floor.links.iter().enumerate() {
        let Some(link) = link.filter(|link| !link.cable.is_nothing_to_carry()) else {
            continue;
        };
        let of = |port: PortIx| mounted.roots[floor.ports[port].placement];
        if of(link.from).is_none() || of(link.from) != of(link.to) {
            continue;
        }
        let ends = (
            socket(floor, mounted, link.from),
            socket(floor, mounted, link.to),
        );
        let (Some((from, out)), Some((to, back))) = ends else {
            continue;
        };
        let way = way_between(from, to);
        let elbows = floor
            .adapters(connection)
            .into_iter()
            .filter(|adapter| adapter.kind == AdapterKind::Elbow);
        let elbows = elbows.count();
        let bends = [
            bend(
                link.cable,
                floor.ports[link.from].port.connector,
                elbows > 0,
            ),
            bend(link.cable, floor.ports[link.to].port.connector, elbows > 1),
        ];
        found.push(CableReach {
            connection,
            way,
            needs: needs(way, bends),
            has: floor.build.connections[connection].length.metres() * 1_000.0,
            ends: [from, to],
            faces: [out, back],
        });
    }
    found
}
