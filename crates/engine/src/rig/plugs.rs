//! Plugs that stick out of their sockets into what is beside them: a part, a hand, a door. Millimetres.

use super::cables::socket;
use super::near::Neighbours;
use super::obstruct::{CoveredKind, OrientedBoxes, space_of};
use super::places::{Mounted, body_of};
use super::space::{OrientedBox, Rotation};
use crate::path::{ConnectionIx, Floor, PortIx};
use model::catalogue::{AdapterKind, GripKind, ZoneKind};
use transport::connector::Connector;
use units::quantity::Point;

/// Half of a plug across.
const HALF: f64 = 8.0;
/// A plug that goes round the corner sticks out so far.
const ELBOW: f64 = 22.0;
/// Plugs differ, and rubber gives: so much into something is nothing.
const TOUCH: f64 = 3.0;

/// A plug that sticks into something.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stuck {
    /// The cable.
    pub connection: ConnectionIx,
    /// The socket that the plug is in.
    pub port: PortIx,
    /// What it sticks into.
    pub into: StuckIn,
    /// How far, in millimetres.
    pub by: f64,
}

/// What a plug sticks into.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum StuckIn {
    /// A part.
    Part(usize),
    /// The space of a hand or a door of a part.
    Space(usize, CoveredKind),
}

/// The space of a plug in a socket there.
fn plug(at: Point, out: Point, length: f64) -> OrientedBox {
    let half = Point([0, 1, 2].map(|axis| (out[axis].abs() * length / 2.0).max(HALF)));
    OrientedBox {
        middle: at + out * (length / 2.0 + 1.0),
        half,
        turn: Rotation::NONE,
        round: None,
    }
}

/// The space of a straight plug in a socket of a rig.
pub fn plug_of(floor: &Floor, mounted: &Mounted, port: PortIx) -> Option<OrientedBox> {
    let (at, out) = socket(floor, mounted, port)?;
    Some(plug(
        at,
        out,
        floor.ports[port].port.connector.facts().straight_mm,
    ))
}

/// All plugs of a floor that stick into something of the rig that they are on: of each what it sticks into most.
pub fn stuck(floor: &Floor, mounted: &Mounted, solids: &OrientedBoxes) -> Vec<Stuck> {
    let mut found = Vec::new();
    let spaces = Spaces::of(floor, mounted);
    for (connection, link) in floor.links.iter().enumerate() {
        let Some(link) = link.filter(|link| !link.cable.is_nothing_to_carry()) else {
            continue;
        };
        let mut elbows: Vec<Connector> = floor
            .adapters(connection)
            .into_iter()
            .filter(|adapter| adapter.kind == AdapterKind::Elbow)
            .map(|adapter| adapter.into)
            .collect();
        for port in [link.from, link.to] {
            let node = floor.ports[port];
            let (Some((at, out)), Some(root)) =
                (socket(floor, mounted, port), mounted.roots[node.placement])
            else {
                continue;
            };
            let length = node.port.connector.facts().straight_mm;
            let meets = |length| {
                let space = plug(at, out, length);
                met(mounted, solids, (root, &spaces), node.placement, &space)
            };
            let Some(straight) = meets(length) else {
                continue;
            };
            // An elbow is put where it is needed.
            let elbow = elbows.iter().position(|into| *into == node.port.connector);
            let met = match elbow {
                Some(number) => {
                    elbows.remove(number);
                    meets(ELBOW)
                }
                None => Some(straight),
            };
            found.extend(met.map(|(into, by)| Stuck {
                connection,
                port,
                into,
                by,
            }));
        }
    }
    found
}

/// Spaces of doors and hands, by the rig that they are on.
struct Spaces {
    all: Vec<(usize, CoveredKind, OrientedBox)>,
    near: Neighbours,
}

impl Spaces {
    fn of(floor: &Floor, mounted: &Mounted) -> Self {
        let mut all = Vec::new();
        for part in (0..floor.devices.len()).filter(|part| mounted.roots[*part].is_some()) {
            let body = body_of(floor, part);
            let zones = body.map_or(&[][..], |body| &body.zones).iter().enumerate();
            let doors = zones.filter(|(_, zone)| {
                matches!(zone.kind, ZoneKind::CardDoor | ZoneKind::BatteryDoor)
            });
            let doors = doors.map(|(number, zone)| CoveredKind::Zone(number, zone.kind));
            let grips = body.map_or(&[][..], |body| &body.grips).iter().enumerate();
            let hands = grips.filter(|(_, grip)| grip.kind != GripKind::Pad);
            let hands = hands.map(|(number, grip)| CoveredKind::Grip(number, grip.kind));
            all.extend(doors.chain(hands).filter_map(|what| {
                let space = space_of(floor, mounted, part, what)?;
                Some((part, what, space))
            }));
        }
        let roots: Vec<Option<usize>> = all.iter().map(|(part, ..)| mounted.roots[*part]).collect();
        let around: Vec<_> = all.iter().map(|(.., space)| Some(space.around())).collect();
        Self {
            near: Neighbours::new(&roots, &around),
            all,
        }
    }
}

fn met(
    mounted: &Mounted,
    solids: &OrientedBoxes,
    (root, spaces): (usize, &Spaces),
    own: usize,
    space: &OrientedBox,
) -> Option<(StuckIn, f64)> {
    // Cages and plates leave the sockets open of what they are made for.
    let carrier = mounted
        .by
        .get(&own)
        .map(|number| mounted.held[*number].onto);
    let near = solids.near(root, space);
    let others = near
        .iter()
        .filter(|part| **part != own && Some(**part) != carrier);
    let others = others.map(|part| (StuckIn::Part(*part), solids.reach_into(*part, space)));
    let near = spaces.near.of(root, space.around());
    let spaces = near.iter().filter_map(|number| {
        let (part, what, other) = &spaces.all[*number];
        let by = other.overlap(space);
        // What is in the way itself is said once, and not of its plugs as well.
        if by <= TOUCH || (*part != own && solids.reach_into(own, other) > TOUCH) {
            return None;
        }
        Some((StuckIn::Space(*part, *what), by))
    });
    others
        .chain(spaces)
        .filter(|(_, by)| *by > TOUCH)
        .max_by(|one, other| one.1.total_cmp(&other.1))
}
