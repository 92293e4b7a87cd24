//! Plugs on a rig: what they stick into, and what holds them.

use super::{millimetres, space};
use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, fix};
use engine::path::{ConnectionIx, PortIx};
use engine::rig::{Stuck, StuckIn, body_of, socket};
use model::catalogue::{AdapterKind, DeviceKind};
use transport::connector::{CONNECTORS, Connector};

/// A clamp of the rig holds the plugs that are so near to it, in millimetres.
const NEAR: f64 = 100.0;
/// Plugs that stick into something and are told one by one.
const STUCK: usize = 100;
const PUSHED: &str =
    "A plug that is pushed breaks its socket. One that goes round the corner lies flat.";

pub(super) fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let stuck = &facts.rig.stuck;
    let (each, rest) = stuck.split_at(stuck.len().min(STUCK));
    found.extend(each.iter().map(|stuck| sticks(facts, stuck)));
    if let Some(first) = rest.first() {
        let text = format!("{} more plugs stick into something.", rest.len());
        found.push(facts.caution(
            Code::PlugInTheWay,
            At::Cable(first.connection),
            text,
            PUSHED,
        ));
    }
    unclamped(facts, found);
}

fn sticks(facts: &Facts, stuck: &Stuck) -> Finding {
    let socket = facts.port(stuck.port);
    let into = match stuck.into {
        StuckIn::Part(part) => facts.device(part).to_string(),
        StuckIn::Space(part, what) => {
            let (name, _) = space(facts, part, what);
            format!("the {name} of {}", facts.device(part))
        }
    };
    let text = format!(
        "The plug in {socket} sticks {} into {into}.",
        millimetres(stuck.by)
    );
    facts
        .caution(
            Code::PlugInTheWay,
            At::Cable(stuck.connection),
            text,
            PUSHED,
        )
        .amounting(stuck.by)
        .with(facts, || fix::plug_out_of_the_way(facts, stuck))
}

/// Large HDMI and USB sockets of what records, on a rig that is carried: the small ones are said with the wiring.
fn unclamped(facts: &Facts, found: &mut Vec<Finding>) {
    let floor = facts.floor;
    for (connection, link) in floor.links.iter().enumerate() {
        let Some(link) = link.filter(|link| !link.cable.is_nothing_to_carry()) else {
            continue;
        };
        let slips = CONNECTORS.iter().filter(|facts| facts.slips);
        for plug in slips.map(|facts| facts.id) {
            let ends = [link.from, link.to].into_iter();
            let mut loose: Vec<PortIx> = ends
                .filter(|port| {
                    floor.ports[*port].port.connector == plug
                        && is_carried(facts, *port)
                        && !is_held(facts, *port, plug)
                })
                .collect();
            // A clamp on the cable holds one of its plugs.
            let clamps = floor.adapters(connection).into_iter();
            let clamps = clamps.filter(|one| one.kind == AdapterKind::Clamp && one.into == plug);
            loose.drain(..clamps.count().min(loose.len()));
            found.extend(loose_plugs(facts, connection, plug, &loose));
        }
    }
}

fn loose_plugs(
    facts: &Facts,
    connection: ConnectionIx,
    plug: Connector,
    loose: &[PortIx],
) -> Option<Finding> {
    let text = match loose {
        [] => return None,
        [one] => format!(
            "The plug in {} ({plug}) isn’t held by a clamp, and the rig is carried.",
            facts.port(*one)
        ),
        [one, other, ..] => format!(
            "The plugs in {} and {} ({plug}) aren’t held by clamps, and the rig is carried.",
            facts.port(*one),
            facts.port(*other)
        ),
    };
    let reason = "The cable should give before the socket does.";
    let finding = facts.caution(Code::PlugLoose, At::Cable(connection), text, reason);
    Some(finding.with(facts, || fix::clamps(facts, connection, plug, loose.len())))
}

/// Whether a socket is on something that records, on a rig in hands or on a shoulder.
fn is_carried(facts: &Facts, port: PortIx) -> bool {
    let placement = facts.floor.ports[port].placement;
    let records = facts.floor.devices[placement].is_some_and(|device| {
        matches!(
            device.kind,
            DeviceKind::Camera | DeviceKind::Recorder | DeviceKind::RecorderMonitor
        )
    });
    let rig = facts.rig.rig_of(placement);
    records && rig.is_some_and(|rig| rig.carriers.is_empty() && !rig.holds.is_empty())
}

/// Whether a clamp that is screwed to the rig beside its socket holds a plug.
fn is_held(facts: &Facts, port: PortIx, plug: Connector) -> bool {
    let (floor, mounted) = (facts.floor, &facts.rig.mounted);
    let Some((at, _)) = socket(floor, mounted, port) else {
        return false;
    };
    let rig = facts.rig.rig_of(floor.ports[port].placement);
    let mut parts = rig.map_or(&[][..], |rig| &rig.parts).iter();
    parts.any(|part| {
        let clamps = body_of(floor, *part).is_some_and(|body| body.clamps.contains(&plug));
        let place = mounted.places[*part];
        clamps && place.is_some_and(|place| (place.at - at).length() <= NEAR)
    })
}
