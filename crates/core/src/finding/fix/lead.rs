//! Leads of the kit, or to hire, in the place of one that doesn't do.

use super::build;
use crate::catalogue::{Lead, Port};
use crate::document::{Command, KitLine};
use crate::finding::{Facts, Fix};
use crate::path::{ConnectionIx, lead_limits};
use crate::quantity::Length;

/// Leads of the kit that aren't in use, at least as long as `length`, that join these sockets.
fn spare_leads<'a>(
    facts: &Facts<'_, 'a>,
    output: &Port,
    input: &Port,
    length: Length,
) -> Vec<(&'a Lead, Length)> {
    let floor = facts.floor;
    let spare = floor.production.kit.iter().filter_map(|line: &KitLine| {
        let (lead, own) = (floor.catalogue.lead(&line.item)?, line.length?);
        let fits =
            lead.joins(output.connector, input.connector) && lead.wires.contains(&output.wire);
        let left = line.there() > floor.build.leads_used(&line.item, own);
        (fits && left && own >= length).then_some((lead, own))
    });
    spare.collect()
}

pub(super) fn set_lead(
    facts: &Facts,
    connection: ConnectionIx,
    lead: &Lead,
    length: Length,
    how: &str,
) -> Fix {
    let known = &facts.floor.build.connections[connection];
    let commands = vec![Command::SetLead {
        build: build(facts),
        connection: known.id.clone(),
        lead: lead.id.clone(),
        length,
    }];
    Fix::new(
        format!(
            "Use {length} of {}{how} from {} to {}",
            lead.name, known.from, known.to
        ),
        commands,
    )
}

/// A lead whose plugs fit: of the kit, else of the catalogue, to hire.
pub fn right_lead(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.standing(connection);
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let own = spare_leads(facts, output, input, Length(0))
        .into_iter()
        .min_by_key(|(_, own)| (*own < length, own.0.abs_diff(length.0)));
    if let Some((lead, length)) = own {
        return Some(set_lead(facts, connection, lead, length, ""));
    }
    let mut catalogue = facts.floor.catalogue.leads.iter();
    let lead = catalogue.find(|lead| {
        lead.joins(output.connector, input.connector) && lead.wires.contains(&output.wire)
    })?;
    Some(set_lead(
        facts,
        connection,
        lead,
        length,
        " (to hire: none is left in the kit)",
    ))
}

/// A lead of the kit that carries the picture with more room than the one in use.
pub fn better_lead(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    let link = facts.floor.standing(connection);
    let format = facts.resolved.signals[link.from].picture?.format;
    let (output, input) = (
        facts.floor.ports[link.from].port,
        facts.floor.ports[link.to].port,
    );
    let length = facts.floor.build.connections[connection].length;
    let now = lead_limits(link.lead, length, output.wire, format);
    let judged = spare_leads(facts, output, input, length).into_iter();
    let judged = judged.map(|(lead, own)| (lead_limits(lead, own, output.wire, format), own, lead));
    let (_, own, lead) = judged
        .filter(|(margin, ..)| *margin < now)
        .min_by_key(|(margin, own, _)| (*margin, *own))?;
    Some(set_lead(facts, connection, lead, own, ""))
}
