//! Power cables that do better: thicker, shorter, marked for more, not crossed.

use super::long;
use crate::fix::cable::set_cable;
use crate::{Facts, Fix};
use engine::path::ConnectionIx;
use model::catalogue::Cable;
use transport::wire::Wire;

/// A lead between the same sockets that doesn't change plus and minus, or does.
pub(super) fn other_leads(facts: &Facts, connection: ConnectionIx, wanted: bool) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let crossed = |cable: &Cable| cable.power.is_some_and(|power| power.crossed);
    let others = floor.catalogue.cables.iter().filter(|cable| {
        cable.wires.contains(&Wire::Power)
            && cable.joins(from.connector, to.connector)
            && crossed(cable) == wanted
            && crossed(link.cable) != wanted
    });
    others
        .map(|cable| set_cable(facts, connection, cable, run.length, ""))
        .collect()
}

/// Cables that lose less, or carry more: of thicker wire, or shorter ones of the kit.
pub fn thicker_cable(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let Some(now) = link.cable.power else {
        return Vec::new();
    };
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let mut fixes: Vec<Fix> = floor
        .catalogue
        .cables
        .iter()
        .filter(|cable| cable.joins(from.connector, to.connector))
        .filter(|cable| {
            let other = cable.power;
            other.is_some_and(|other| {
                other.centi_mm2 > now.centi_mm2 && other.crossed == now.crossed
            })
        })
        .map(|cable| {
            let length = long(facts, &run.from, &run.to, cable);
            set_cable(facts, connection, cable, length, "")
        })
        .collect();
    let least = long(facts, &run.from, &run.to, link.cable);
    if run.length > least {
        fixes.push(set_cable(facts, connection, link.cable, least, ", shorter"));
    }
    fixes
}

/// A USB cable that is marked for more.
pub fn marked_cable(facts: &Facts, connection: ConnectionIx) -> Vec<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let run = &floor.build.connections[connection];
    let (from, to) = (floor.ports[link.from].port, floor.ports[link.to].port);
    let marked = |cable: &Cable| cable.power.and_then(|power| power.marked);
    let cables = floor.catalogue.cables.iter();
    let better = cables
        .filter(|cable| cable.joins(from.connector, to.connector))
        .filter(|cable| marked(cable) > marked(link.cable));
    better
        .map(|cable| {
            let length = long(facts, &run.from, &run.to, cable);
            set_cable(facts, connection, cable, length, "")
        })
        .collect()
}
