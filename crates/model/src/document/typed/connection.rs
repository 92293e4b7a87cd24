//! Lines about ports: cables run, taken out, outputs set.

use super::{Known, Misread, misread, shortened};
use crate::catalogue::{Catalogue, Direction};
use crate::document::{Change, Command, Connection, Handle, OutputSetting, PortRef};
use units::quantity::Length;

/// A port as typed.
pub(super) fn port_ref(text: &str) -> Result<PortRef, Misread> {
    text.trim().to_lowercase().parse().map_err(misread)
}

/// A cable or pairing: `a.sdi1 > dir.sdi rg6 70 m`.
pub(super) fn connect(from: &str, to: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (build, catalogue) = (known.build, known.catalogue);
    let from = port_ref(from)?;
    let mut words = to.split_whitespace();
    let Some(to) = words.next() else {
        return Err(Misread(format!(
            "name the input that {from} goes to, like dir.sdi"
        )));
    };
    let to = port_ref(to)?;
    let port = |at: &PortRef, facing| build.port(catalogue, at, facing).map_err(misread);
    port(&from, Direction::Out)?;
    port(&to, Direction::In)?;
    let rest: Vec<&str> = words.collect();
    let (cable, rest) = match rest.split_first() {
        Some((first, rest)) if !first.starts_with(|c: char| c.is_ascii_digit()) => {
            (Some(cable(first, catalogue)?), rest)
        }
        _ => (None, rest.as_slice()),
    };
    let length: Option<Length> = match rest.join(" ") {
        text if text.is_empty() => None,
        text => Some(text.parse().map_err(misread)?),
    };
    Ok(vec![Command::Connect {
        build: build.id.clone(),
        from,
        to,
        cable,
        length,
    }])
}

/// A cable by its id, or by the end of it: `rg6` for `coax-rg6`.
fn cable(word: &str, catalogue: &Catalogue) -> Result<Handle, Misread> {
    let found = catalogue.cables.iter().find(|cable| {
        cable.id == word || cable.id.split_once('-').is_some_and(|(_, end)| end == word)
    });
    found.map(|cable| Handle::from(&cable.id)).ok_or_else(|| {
        let names: Vec<&str> = catalogue
            .cables
            .iter()
            .map(|cable| cable.id.as_str())
            .collect();
        Misread(format!(
            "there is no cable “{}”; there are {}",
            shortened(word),
            names.join(", ")
        ))
    })
}

/// The cable in a port, taken out.
pub(super) fn cut(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let build = known.build;
    let at = port_ref(rest)?;
    let touching = |other: &&Connection| other.to == at || other.from == at;
    let connection = build.connections.iter().find(touching);
    let connection = connection.ok_or_else(|| Misread(format!("no cable is in {at}")))?;
    Ok(vec![Command::Disconnect {
        build: build.id.clone(),
        connection: connection.id.clone(),
    }])
}

/// What an output gives.
pub(super) fn set(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (at, format) = rest.split_once(char::is_whitespace).unwrap_or((rest, ""));
    let at = port_ref(at)?;
    known
        .build
        .port(known.catalogue, &at, Direction::Out)
        .map_err(misread)?;
    let wanted = OutputSetting {
        format: Some(format.trim().parse().map_err(misread)?),
        ..OutputSetting::default()
    };
    Ok(vec![Command::SetOutput {
        build: known.build.id.clone(),
        at,
        change: Change::between(&OutputSetting::default(), &wanted),
    }])
}
