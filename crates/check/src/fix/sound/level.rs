//! The two ends of a connection brought to one level: switches, pads, transformers.

use super::set;
use crate::fix::basics::{build, hired_words};
use crate::{Facts, Fix};
use engine::path::{ConnectionIx, PortIx};
use model::catalogue::{AdapterKind, LevelKind};
use model::document::{Command, KitChange};

/// Brings the two ends of a connection to one level: the input switched, the output switched, a pad.
pub fn match_level(facts: &Facts, connection: ConnectionIx, pad_db: f64) -> Vec<Fix> {
    let link = facts.floor.link(connection);
    let audio = |port: PortIx| facts.floor.ports[port].port.audio.as_deref();
    // A pad means that too much comes: the input goes to line, or the output down to microphone.
    let (input_to, output_to) = match pad_db > 0.0 {
        true => (LevelKind::Line, LevelKind::Mic),
        false => (LevelKind::Mic, LevelKind::Line),
    };
    let mut fixes = Vec::new();
    let takes =
        audio(link.to).is_some_and(|audio| audio.takes.iter().any(|level| level.kind == input_to));
    if takes {
        fixes.push(set(facts, link.to, &input_to.to_string(), |setting| {
            setting.level = Some(input_to);
            setting.gain = None;
        }));
    }
    let gives = audio(link.from)
        .is_some_and(|audio| audio.gives.iter().any(|level| level.kind == output_to));
    if gives {
        fixes.push(set(facts, link.from, &output_to.to_string(), |setting| {
            setting.level = Some(output_to);
            setting.gain = None;
        }));
    }
    if pad_db > 0.0 {
        fixes.extend(with_adapter(facts, connection, |kind, pad| {
            kind == AdapterKind::Pad && pad >= 25.0
        }));
    }
    fixes
}

/// An isolating transformer on a connection.
pub fn isolate(facts: &Facts, connection: ConnectionIx) -> Option<Fix> {
    with_adapter(facts, connection, |kind, _| {
        kind == AdapterKind::Transformer
    })
}

/// A pad on a connection: the smallest that takes as much.
pub fn pad(facts: &Facts, connection: ConnectionIx, least_db: f64) -> Option<Fix> {
    with_adapter(facts, connection, |kind, pad| {
        kind == AdapterKind::Pad && pad >= least_db
    })
}

/// Something of the catalogue that goes between the cable and its socket: of the kit where one is left,
/// else hired.
fn with_adapter(
    facts: &Facts,
    connection: ConnectionIx,
    wanted: impl Fn(AdapterKind, f64) -> bool,
) -> Option<Fix> {
    let floor = facts.floor;
    let link = floor.link(connection);
    let sockets = [link.from, link.to].map(|port| floor.ports[port].port.connector);
    let mut adapters: Vec<_> = floor
        .catalogue
        .adapters
        .iter()
        .filter(|adapter| {
            wanted(adapter.kind, adapter.pad_db)
                && sockets.contains(&adapter.into)
                && link.cable.ends.contains(&adapter.takes)
        })
        .collect();
    adapters.sort_by(|one, other| one.pad_db.total_cmp(&other.pad_db));
    let adapter = adapters.first()?;
    let run = &floor.build.connections[connection];
    let mut on_it = run.adapters.clone();
    on_it.push(adapter.id.as_str().into());
    let there = floor
        .production
        .kit
        .iter()
        .find(|line| line.item == adapter.id);
    let left = there.is_some_and(|line| line.there() > floor.build.adapters_used(&adapter.id));
    let mut commands = Vec::new();
    if !left {
        commands.push(Command::SetKit {
            line: KitChange {
                hired: Some(there.map_or(0, |line| line.hired) + 1),
                ..KitChange::of(&adapter.id, None)
            },
        });
    }
    commands.push(Command::SetAdapters {
        build: build(facts),
        connection: run.id.clone(),
        adapters: on_it,
    });
    let hired = hired_words(!left);
    let title = format!(
        "Put the {}{hired} between {} and {}",
        adapter.name,
        facts.port(link.from),
        facts.port(link.to)
    );
    Some(Fix::new(title, commands))
}
