//! What would bring a plug out of the way, and what holds a rig that hangs.

use super::{elsewhere, onto_joint, out_of, uncovered};
use crate::fix::basics::{hired_words, is_left, put_there};
use crate::fix::gear::elbow;
use crate::{Facts, Fix};
use engine::rig::{Covered, OrientedBox, Seats, Stuck, StuckIn, plug_of};
use model::catalogue::{DeviceKind, Side};
use model::document::{PortRef, handle_from};

/// A plug that goes round the corner; else what it sticks into moved.
pub fn plug_out_of_the_way(facts: &Facts, stuck: &Stuck) -> Vec<Fix> {
    let node = facts.floor.ports[stuck.port];
    let plug = node.port.connector;
    let mut fixes: Vec<Fix> = elbow(facts, stuck.connection, plug).into_iter().collect();
    match stuck.into {
        StuckIn::Part(part) => {
            let stays = plug_of(facts.floor, &facts.rig.mounted, stuck.port);
            let stays: Vec<OrientedBox> = stays.into_iter().collect();
            fixes.extend(out_of(facts, part, &stays, node.placement));
            fixes.extend(elsewhere(facts, node.placement));
            fixes.extend(elsewhere(facts, part));
        }
        StuckIn::Space(part, what) => fixes.extend(uncovered(
            facts,
            &Covered {
                part,
                what,
                by: node.placement,
                into: stuck.by,
                of: stuck.by,
            },
        )),
    }
    fixes
}

/// A safety cable from what hangs to what it hangs on.
pub fn secured(facts: &Facts, carrier: usize) -> Vec<Fix> {
    let floor = facts.floor;
    let unit = &floor.build.placements[carrier].unit;
    let cables = floor.catalogue.devices.iter().filter(|device| {
        let body = device.body.as_deref();
        device.kind == DeviceKind::Part && body.is_some_and(|body| body.secures)
    });
    let mut cables: Vec<_> = cables
        .map(|device| (!is_left(facts, device), device))
        .collect();
    cables.sort_by_key(|(hired, _)| *hired);
    let seats = Seats::of(floor);
    let fixes = cables.into_iter().filter_map(|(hired, device)| {
        let mut ties = device.body.as_deref()?.fastenings.iter();
        let tie = ties.find(|it| it.side == Side::Sits)?;
        let eye = *seats.free(carrier, tie).first()?;
        let handle = handle_from("safety-cable", |handle| floor.placement(handle).is_some());
        let name = format!("{} safety cable", facts.device(carrier));
        let mut commands = put_there(facts, (device, hired), unit, (&handle, Some(name)));
        let eye = PortRef::new(&floor.build.placements[carrier].id, &eye.id);
        commands.push(onto_joint(facts, PortRef::new(&handle, &tie.id), eye, 0));
        let title = format!("Hold it with the {}{} too", device.name, hired_words(hired));
        Some(Fix::new(title, commands))
    });
    fixes.collect()
}
