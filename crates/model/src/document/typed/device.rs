//! Lines about the production, its units, its devices and its kit.

use super::{Known, Misread, misread, shortened};
use crate::document::{Command, KitChange};
use units::quantity::Length;

/// The project format.
pub(super) fn format(rest: &str, _: &Known) -> Result<Vec<Command>, Misread> {
    let format = rest.parse().map_err(misread)?;
    Ok(vec![Command::SetProjectFormat { format }])
}

/// *2 ashgill-5*: how many, one where no number is said, and of what.
fn counted(rest: &str) -> (u32, &str) {
    match rest.split_once(char::is_whitespace) {
        Some((count, what)) => match count.parse() {
            Ok(count) => (count, what.trim()),
            Err(_) => (1, rest),
        },
        None => (1, rest),
    }
}

/// So many at most in one line.
const MOST: u32 = 60;

/// Devices, into the unit that is named or the first.
pub(super) fn add(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (production, build, catalogue) = (known.production, known.build, known.catalogue);
    let (count, rest) = counted(rest);
    if !(1..=MOST).contains(&count) {
        return Err(Misread(format!(
            "a line adds 1 to {MOST} devices, not {count}"
        )));
    }
    let (rest, unit) = match rest.rsplit_once(" to ") {
        Some((rest, unit)) => (rest, Some(unit.trim())),
        None => (rest, None),
    };
    let (id, name) = match rest.split_once(" as ") {
        Some((id, name)) => (id.trim(), Some(name.trim().to_string())),
        None => (rest.trim(), None),
    };
    let device = catalogue.device(id).ok_or_else(|| {
        let held: Vec<&str> = production
            .kit
            .iter()
            .map(|line| line.item.as_str())
            .filter(|id| catalogue.device(id).is_some())
            .collect();
        Misread(format!(
            "there is no device “{}” in the catalogue; the kit holds {}",
            shortened(id),
            held.join(", ")
        ))
    })?;
    let unit = match unit {
        Some(unit) => known.unit(unit)?,
        None => {
            let first = build.units.first();
            first
                .ok_or_else(|| Misread("the build has no unit yet: type unit and a name".into()))?
                .id
                .clone()
        }
    };
    let one = |number: u32| Command::AddDevice {
        build: build.id.clone(),
        device: device.id.as_str().into(),
        unit: unit.clone(),
        name: match (&name, count) {
            (Some(name), 2..) => Some(format!("{name} {number}")),
            (name, _) => name.clone(),
        },
        handle: None,
    };
    Ok((1..=count).map(one).collect())
}

/// Another name for a device, a unit, the build or the production.
pub(super) fn rename(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (what, name) = rest
        .split_once(" to ")
        .ok_or_else(|| Misread("write it like rename dir to Director".into()))?;
    let (what, name) = (what.trim(), name.trim().to_string());
    let build = known.build.id.clone();
    let command = match (what, known.device(what), known.unit(what)) {
        ("production", ..) => Command::RenameProduction { name },
        ("build", ..) => Command::RenameBuild { build, name },
        (_, Ok(device), _) => Command::RenameDevice {
            build,
            device,
            name,
        },
        (_, Err(_), Ok(unit)) => Command::RenameUnit { build, unit, name },
        (_, Err(none), Err(_)) => return Err(none),
    };
    Ok(vec![command])
}

/// Another unit for a device.
pub(super) fn move_to(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    let (device, unit) = rest
        .split_once(" to ")
        .ok_or_else(|| Misread("write it like move dir to village".into()))?;
    Ok(vec![Command::MoveDevice {
        build: known.build.id.clone(),
        device: known.device(device)?,
        unit: known.unit(unit)?,
    }])
}

/// A device, taken out with its cables.
pub(super) fn remove(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::RemoveDevice {
        build: known.build.id.clone(),
        device: known.device(rest)?,
    }])
}

/// A unit.
pub(super) fn unit(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::AddUnit {
        build: known.build.id.clone(),
        name: rest.into(),
    }])
}

/// An empty build.
pub(super) fn build(rest: &str, _: &Known) -> Result<Vec<Command>, Misread> {
    Ok(vec![Command::AddBuild {
        name: rest.into(),
        from: None,
        id: None,
    }])
}

/// So many more of a thing, owned.
pub(super) fn own(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    kit(rest, known, |count, line| KitChange {
        quantity: Some(count),
        ..line
    })
}

/// So many more of a thing, hired.
pub(super) fn hire(rest: &str, known: &Known) -> Result<Vec<Command>, Misread> {
    kit(rest, known, |count, line| KitChange {
        hired: Some(count),
        ..line
    })
}

/// *2 coax-rg6 70 m*: a count, the catalogue's id, and for a cable its length.
fn kit(
    rest: &str,
    known: &Known,
    line: impl Fn(u32, KitChange) -> KitChange,
) -> Result<Vec<Command>, Misread> {
    let (count, rest) = counted(rest);
    let (item, length) = rest.split_once(char::is_whitespace).unwrap_or((rest, ""));
    if known.catalogue.item_name(item).is_none() {
        return Err(Misread(format!(
            "the catalogue has no “{}”; write its id, like ashgill-5",
            shortened(item)
        )));
    }
    let length: Option<Length> = match length.trim() {
        "" => None,
        length => Some(length.parse().map_err(misread)?),
    };
    let change = line(count, KitChange::of(item, length));
    Ok(vec![Command::AddToKit { line: change }])
}
