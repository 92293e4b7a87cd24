//! Pictures over several SDI links.

use crate::codes::Code;
use crate::finding::At;
use crate::words::list;
use crate::{Facts, Finding, fix};
use engine::path::{ConnectionIx, Leg, LinksProblem};
use units::quantity::Length;

/// Links as people count them, from 1: *link 2*, *links 2 and 4*.
fn named(numbers: &[u8]) -> String {
    let words: Vec<String> = numbers
        .iter()
        .map(|number| (number + 1).to_string())
        .collect();
    let plural = if numbers.len() == 1 { "link" } else { "links" };
    format!("{plural} {}", list(&words))
}

pub fn of_links(facts: &Facts, problem: &LinksProblem) -> Finding {
    match problem {
        LinksProblem::LoneLeg { connection, leg } => lone_leg(facts, *connection, leg),
        LinksProblem::LegsMissing {
            connection,
            of,
            missing,
        } => legs_missing(facts, *connection, of, missing),
        LinksProblem::LegsOutOfOrder { connection, found } => {
            legs_out_of_order(facts, *connection, found)
        }
        LinksProblem::LegMapping { connection, leg } => leg_mapping(facts, *connection, leg),
        LinksProblem::LegLengths {
            connection,
            shortest,
            longest,
        } => leg_lengths(facts, *connection, shortest, *longest),
    }
}

fn lone_leg(facts: &Facts, connection: ConnectionIx, leg: &Leg) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!(
        "{from} sends {} of {}; {to} takes a whole picture on one.",
        named(&[leg.number]),
        leg.of
    );
    facts
        .stop(
            Code::LinksMissing,
            At::Cable(connection),
            text,
            "A picture over several links needs an input for each of them.",
        )
        .with(facts, || fix::one_link(facts, connection))
}

fn legs_missing(facts: &Facts, connection: ConnectionIx, of: &u8, missing: &[u8]) -> Finding {
    let (_, to) = facts.ends(connection);
    let verb = if missing.len() == 1 {
        "doesn’t"
    } else {
        "don’t"
    };
    let text = format!(
        "{} of {of} {verb} arrive beside {to}.",
        capital(&named(missing))
    );
    facts
        .stop(
            Code::LinksMissing,
            At::Cable(connection),
            text,
            "Each link carries a part of every picture (ST 372, ST 425-5).",
        )
        .with(facts, || fix::missing_links(facts, connection, missing))
        .with(facts, || fix::one_link(facts, connection))
}

fn legs_out_of_order(facts: &Facts, connection: ConnectionIx, found: &[u8]) -> Finding {
    let (_, to) = facts.ends(connection);
    let order: Vec<String> = found
        .iter()
        .map(|number| (number + 1).to_string())
        .collect();
    let text = format!(
        "The links arrive at {to} and its neighbours in the order {}.",
        list(&order)
    );
    facts
        .stop(
            Code::LinksMixed,
            At::Cable(connection),
            text,
            "Each input expects the link of its own number.",
        )
        .with(facts, || fix::links_in_order(facts, connection))
}

fn leg_mapping(facts: &Facts, connection: ConnectionIx, leg: &Leg) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!(
        "{from} spreads the picture by {}, which {to} doesn’t take.",
        leg.mapping
    );
    facts
        .stop(
            Code::LinksMixed,
            At::Cable(connection),
            text,
            "Square division and two-sample interleave look alike on the wire and don’t mix.",
        )
        .with(facts, || fix::other_mapping(facts, connection))
}

fn leg_lengths(
    facts: &Facts,
    connection: ConnectionIx,
    shortest: &Length,
    longest: Length,
) -> Finding {
    let (_, to) = facts.ends(connection);
    let text = format!("The links to {to} run over cables of {shortest} to {longest}.");
    let reason = "The parts of a picture must arrive together: equal cables, of one class.";
    facts
        .caution(Code::LinkLengths, At::Cable(connection), text, reason)
        .with(facts, || fix::equal_links(facts, connection, longest))
}

fn capital(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| {
        first.to_uppercase().chain(letters).collect()
    })
}
