//! Which unit a device belongs to, and what it is called there: by unit and role.

use super::{Bench, Wanted, supply};
use model::catalogue::{Catalogue, Device, DeviceKind, Direction};
use model::document::{Command, Handle, Limits, Refusal, handle_from};
use transport::wire::Wire;

const VILLAGE: &str = "Village";
const SOUND: &str = "Sound";

/// Where a device belongs when nobody says.
#[derive(Clone, Copy, PartialEq, Eq)]
enum Spot {
    /// A camera begins a unit, or takes one that stands empty.
    OwnUnit,
    /// On a rig: the first camera's that has none of its kind.
    Rig,
    /// Where people watch and record.
    Village,
    /// With the mixer.
    Sound,
    /// On what it feeds.
    OnALoad,
}

/// Puts every wanted device on the floor.
pub(super) fn place(bench: &mut Bench, wanted: &Wanted) -> Result<(), Refusal> {
    let fixed = fixed_unit(bench, wanted)?;
    let catalogue = bench.catalogue.with(&bench.production.custom).into_owned();
    let mut devices: Vec<&Device> = Vec::new();
    for line in &wanted.devices {
        let device = catalogue
            .device(&line.device)
            .ok_or_else(|| Refusal::Missing {
                what: "device in the catalogue called",
                name: line.device.chars().take(60).collect(),
                hint: String::new(),
            })?;
        devices.extend((0..line.count).map(|_| device));
    }
    // Cameras first: what is carried on their rigs looks for them; the mixer before its clocks.
    devices.sort_by_key(|device| match (of(device), device.kind) {
        (Spot::OwnUnit, _) => 0,
        (_, DeviceKind::Mixer) => 1,
        // What feeds them looks for a place on them: plates, then the batteries for the plates.
        (Spot::OnALoad, DeviceKind::Battery) => 4,
        (Spot::OnALoad, _) => 3,
        _ => 2,
    });
    for device in devices {
        let unit = match &fixed {
            Some(unit) => unit.clone(),
            None => unit_for(bench, &catalogue, device)?,
        };
        let alone = wanted
            .devices
            .iter()
            .any(|line| line.device == device.id && line.count == 1);
        put(bench, device, &unit, alone)?;
        if wanted.connect && of(device) == Spot::OnALoad {
            supply::put_on(bench, device, &unit)?;
        }
    }
    Ok(())
}

/// The unit that was asked for, made where it is new.
fn fixed_unit(bench: &mut Bench, wanted: &Wanted) -> Result<Option<Handle>, Refusal> {
    match &wanted.new_unit {
        Some(name) => add_unit(bench, name).map(Some),
        None => Ok(wanted.unit.clone()),
    }
}

fn add_unit(bench: &mut Bench, name: &str) -> Result<Handle, Refusal> {
    bench.run(&[Command::AddUnit {
        build: bench.build.clone(),
        name: name.into(),
    }])?;
    let last = bench.build().units.last();
    Ok(last.map(|unit| unit.id.clone()).unwrap_or_default())
}

fn of(device: &Device) -> Spot {
    use DeviceKind as K;
    match device.kind {
        K::Camera => Spot::OwnUnit,
        K::Monitor | K::RecorderMonitor if device.stands() => Spot::Village,
        K::Monitor
        | K::Viewfinder
        | K::RecorderMonitor
        | K::TimecodeBox
        | K::PortBox
        | K::Part
        | K::Drive => Spot::Rig,
        K::Transmitter if sends_sound(device) => Spot::Sound,
        K::Receiver if takes_sound(device) => Spot::Rig,
        K::Transmitter => Spot::Rig,
        K::Microphone | K::Mixer => Spot::Sound,
        K::Battery => Spot::OnALoad,
        K::PowerBox if supply::is_put_on(device) => Spot::OnALoad,
        _ => Spot::Village,
    }
}

fn sends_sound(device: &Device) -> bool {
    let mut out = device.ports_facing(Direction::Out);
    out.any(|port| port.wire == Wire::RadioSound)
}

fn takes_sound(device: &Device) -> bool {
    let mut ins = device.ports_facing(Direction::In);
    ins.any(|port| port.wire == Wire::RadioSound)
}

fn unit_for(bench: &mut Bench, catalogue: &Catalogue, device: &Device) -> Result<Handle, Refusal> {
    match of(device) {
        Spot::OwnUnit => camera_unit(bench, catalogue),
        Spot::Rig => match rig_for(bench, catalogue, device) {
            Some(unit) => Ok(unit),
            None if device.kind == DeviceKind::TimecodeBox => named_unit(bench, SOUND),
            None => first_rig(bench, catalogue).map_or_else(|| named_unit(bench, VILLAGE), Ok),
        },
        Spot::OnALoad => match supply::unit_of_its_load(bench, device) {
            Some(unit) => Ok(unit),
            None => first_rig(bench, catalogue).map_or_else(|| named_unit(bench, VILLAGE), Ok),
        },
        Spot::Village => named_unit(bench, VILLAGE),
        Spot::Sound => named_unit(bench, SOUND),
    }
}

/// The unit whose name begins so, or a new one.
fn named_unit(bench: &mut Bench, name: &str) -> Result<Handle, Refusal> {
    let begins = |other: &str| other.to_lowercase().starts_with(&name.to_lowercase());
    let found = bench.build().units.iter().find(|unit| begins(&unit.name));
    match found.map(|unit| unit.id.clone()) {
        Some(unit) => Ok(unit),
        None => add_unit(bench, name),
    }
}

/// A camera's unit that stands empty, or the next letter's.
fn camera_unit(bench: &mut Bench, catalogue: &Catalogue) -> Result<Handle, Refusal> {
    let build = bench.build();
    let empty = build.units.iter().find(|unit| {
        is_camera_name(&unit.name)
            && !build.placements.iter().any(|placement| {
                placement.unit == unit.id && is_camera(catalogue, &placement.device)
            })
    });
    if let Some(unit) = empty {
        return Ok(unit.id.clone());
    }
    let letters = ('A'..='Z').map(|letter| format!("{letter} camera"));
    let free = letters.into_iter().find(|name| {
        let letter = &name[..2];
        !build.units.iter().any(|unit| {
            unit.name
                .get(..2)
                .is_some_and(|begin| begin.eq_ignore_ascii_case(letter))
        })
    });
    let name = free.unwrap_or_else(|| format!("Camera {}", build.units.len() + 1));
    add_unit(bench, &name)
}

fn is_camera_name(name: &str) -> bool {
    name.to_lowercase().contains("camera")
}

fn is_camera(catalogue: &Catalogue, device: &str) -> bool {
    catalogue
        .device(device)
        .is_some_and(|device| device.kind == DeviceKind::Camera)
}

/// The units that hold a camera, in the order of the build.
fn rigs<'b>(bench: &'b Bench, catalogue: &'b Catalogue) -> impl Iterator<Item = &'b Handle> {
    let build = bench.build();
    let units = build.units.iter().filter(move |unit| {
        build
            .placements
            .iter()
            .any(|placement| placement.unit == unit.id && is_camera(catalogue, &placement.device))
    });
    units.map(|unit| &unit.id)
}

fn first_rig(bench: &Bench, catalogue: &Catalogue) -> Option<Handle> {
    rigs(bench, catalogue).next().cloned()
}

/// The first rig that has none of this kind, and can use one.
fn rig_for(bench: &Bench, catalogue: &Catalogue, device: &Device) -> Option<Handle> {
    let build = bench.build();
    let mut found = rigs(bench, catalogue).filter(|unit| {
        let mut inside = build
            .placements
            .iter()
            .filter(|placement| placement.unit == **unit)
            .filter_map(|placement| catalogue.device(&placement.device));
        let has = inside.clone().any(|other| other.kind == device.kind);
        // A clock goes where something takes its timecode.
        let uses = device.kind != DeviceKind::TimecodeBox
            || inside.any(|other| {
                other
                    .ports_facing(Direction::In)
                    .any(|port| port.wire == Wire::Ltc)
            });
        !has && uses
    });
    found.next().cloned()
}

/// What a device is on a floor, in the words of the crew.
fn role(device: &Device, bench: &Bench) -> &'static str {
    use DeviceKind as K;
    let named = |word: &str| {
        let mut all = bench.build().placements.iter();
        all.any(|placement| placement.name.to_lowercase().starts_with(word))
    };
    match device.kind {
        K::Camera => "camera",
        K::Monitor | K::RecorderMonitor if device.stands() => {
            if !named("director") {
                "director"
            } else if !named("client") {
                "client"
            } else {
                "monitor"
            }
        }
        K::Monitor => "monitor",
        K::RecorderMonitor | K::Recorder => "recorder",
        K::Viewfinder => "viewfinder",
        K::Projector => "projector",
        K::Encoder => "encoder",
        K::Drive => "drive",
        K::Transmitter if sends_sound(device) => "sound transmitter",
        K::Receiver if takes_sound(device) => "sound receiver",
        K::Transmitter => "transmitter",
        K::Receiver => "receiver",
        K::Viewer => "viewer",
        K::Converter => "converter",
        K::Distribution => "splitter",
        K::Switcher => "switcher",
        K::Isolator => "isolator",
        K::Extender => "extender",
        K::PortBox => "port box",
        K::Microphone if device.name.to_lowercase().contains("boom") => "boom",
        K::Microphone => "microphone",
        K::Mixer => "mixer",
        K::SoundBox => "sound box",
        K::Headphones => "headphones",
        K::TimecodeBox => "timecode box",
        K::Battery => "battery",
        K::PowerBox => supply::role(device),
        K::Charger => "charger",
        K::Accessory => "accessory",
        K::Part => "part",
    }
}

/// Puts a device into a unit: *B monitor* on a rig, *Receiver* in the village, *Boom 1* and *Boom 2*
/// where several come at once.
fn put(bench: &mut Bench, device: &Device, unit: &str, alone: bool) -> Result<(), Refusal> {
    let build = bench.build();
    let unit_name = build
        .units
        .iter()
        .find(|other| other.id == unit)
        .map_or("", |unit| unit.name.as_str());
    let role = role(device, bench);
    let holder = |name: &str| {
        let mut all = build.placements.iter();
        all.find(|placement| placement.name.eq_ignore_ascii_case(name))
    };
    let prefix = prefix(unit_name);
    let on_rig = is_camera_name(unit_name) || prefix.len() == 1;
    let plain = capital(role);
    // Another unit's has the plain name: this one is told by its own unit.
    let elsewhere = holder(&plain).is_some_and(|other| other.unit != unit);
    let base = if on_rig || elsewhere {
        name(&format!("{prefix} {role}"))
    } else {
        plain
    };
    let numbered = |from: u32| (from..).map(|number| name(&format!("{base} {number}")));
    let together = matches!(
        device.kind,
        DeviceKind::Microphone | DeviceKind::Recorder | DeviceKind::Receiver | DeviceKind::Drive
    );
    let several = !alone && !on_rig && together;
    let first = (!several).then(|| base.clone());
    let called = first
        .into_iter()
        .chain(numbered(if several { 1 } else { 2 }))
        .find(|name| holder(name).is_none())
        .unwrap_or(base);
    let in_use = |handle: &str| build.placement(handle).is_some();
    // A camera is typed most: it goes by its letter alone.
    let letter = prefix.to_ascii_lowercase();
    let is_letter = letter.len() == 1 && letter.bytes().all(|byte| byte.is_ascii_lowercase());
    let handle = match device.kind {
        DeviceKind::Camera if is_letter && !in_use(&letter) => letter.into(),
        _ => handle_from(&called, in_use),
    };
    let command = Command::AddDevice {
        build: bench.build.clone(),
        device: device.id.as_str().into(),
        unit: unit.into(),
        name: Some(called),
        handle: Some(handle.clone()),
    };
    bench.run(&[command])?;
    bench.placed.push(handle);
    Ok(())
}

/// A name cut to what a name may hold.
fn name(text: &str) -> String {
    text.chars().take(Limits::NAME).collect()
}

/// *A* of *A camera*, *B* of *B camera, gantry*; else the whole name.
fn prefix(unit: &str) -> &str {
    match unit.to_lowercase().find(" camera") {
        // Small letters may have another length than capitals in some scripts.
        Some(at) if unit.is_char_boundary(at) && at > 0 => &unit[..at],
        _ => unit,
    }
}

fn capital(word: &str) -> String {
    let mut letters = word.chars();
    letters
        .next()
        .map(|first| first.to_uppercase().chain(letters).collect())
        .unwrap_or_default()
}
