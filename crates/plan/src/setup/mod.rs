//! What an assistant does ten times, done at once: devices put where they belong and named by unit
//! and role, wired where there is one sensible way, recorders started on what they do best. The
//! answer is a list of commands: one edit, one undo.

mod belong;
mod kit;
mod mount;
mod power;
mod record;
mod supply;
mod wire;

pub use mount::{MountProposal, mount_part};
pub use power::{PowerProposal, power_unit};

use model::catalogue::{Catalogue, Device};
use model::document::{Build, Command, Handle, Limits, Placement, Production, Refusal};
use report::usual_needs;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use units::quantity::Length;
use utoipa::ToSchema;

/// Devices to be put on the floor of a build.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    /// The build.
    pub build: Handle,
    /// What, and how many of each.
    pub devices: Vec<WantedDevice>,
    /// The unit that all of them travel with; each where it belongs where not said.
    #[serde(default)]
    pub unit: Option<Handle>,
    /// The name of a unit that is made for them.
    #[serde(default)]
    pub new_unit: Option<String>,
    /// Whether they are wired where there is one sensible way, and recorders started.
    #[serde(default)]
    pub connect: bool,
    /// Whether screens and recorders get their usual needs.
    #[serde(default)]
    pub needs: bool,
    /// How far apart the antennas of a new pairing stand; 20 m where not said.
    #[serde(default)]
    pub distance: Option<Length>,
}

/// So many of a device.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WantedDevice {
    /// The catalogue's id.
    pub device: String,
    /// How many.
    pub count: u32,
}

/// What putting them there comes to.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Setup {
    /// The edit.
    pub commands: Vec<Command>,
    /// The new devices' handles.
    pub placed: Vec<Handle>,
    /// What was done, in words, and what is left to do by hand.
    pub says: Vec<String>,
}

/// So many devices are put there at once: an edit takes 500 commands.
const MOST: u32 = 60;

/// Plans the edit that puts devices on the floor of a build.
///
/// # Errors
/// What the first command that can't be carried out says, or that more is wanted than an edit takes.
pub fn set_up(
    production: &Production,
    catalogue: &Catalogue,
    wanted: &Wanted,
) -> Result<Setup, Refusal> {
    let all = wanted.devices.iter().map(|line| line.count);
    match all.fold(0, u32::saturating_add) {
        0 => return Err(Refusal::Contradiction("nothing is chosen to add".into())),
        1..=MOST => {}
        _ => {
            return Err(Refusal::TooMany(
                "single step adds at most 60 devices; add the others after it",
            ));
        }
    }
    let mut bench = Bench::new(production, catalogue, &wanted.build)?;
    belong::place(&mut bench, wanted)?;
    if wanted.connect {
        wire::connect(&mut bench, wanted.distance);
        record::start(&mut bench);
    }
    kit::hire(&mut bench)?;
    if wanted.needs {
        bench.add_needs()?;
    }
    bench.sum_up();
    Ok(bench.finish())
}

/// Plans the edit that joins two devices where there is one sensible way by one cable or pairing: the
/// picture, else sound, timecode, or radio.
///
/// # Errors
/// That there is no such device, or that nothing of the one goes straight into the other.
pub fn join(
    production: &Production,
    catalogue: &Catalogue,
    build: &str,
    (from, to): (&str, &str),
) -> Result<Setup, Refusal> {
    let mut bench = Bench::new(production, catalogue, build)?;
    bench.device(from)?;
    bench.device(to)?;
    if from == to || !wire::join_devices(&mut bench, from, to) {
        let why = format!(
            "nothing that it gives goes straight into {} as it is; a route may",
            bench.called(to)
        );
        return Err(Refusal::CannotDo {
            device: bench.called(from),
            why,
        });
    }
    Ok(bench.finish())
}

/// Plans the edit that starts a recorder on the best that it does with what the kit has.
///
/// # Errors
/// That there is no such device, or that nothing reaches it that it could record.
pub fn start_recording(
    production: &Production,
    catalogue: &Catalogue,
    build: &str,
    handle: &str,
) -> Result<Setup, Refusal> {
    let mut bench = Bench::new(production, catalogue, build)?;
    let device = bench.device(handle)?;
    let started = record::start_one(&mut bench, handle, &device, None);
    if started.is_none() {
        let why = "nothing arrives there that it can record, or no card of the catalogue does";
        return Err(Refusal::CannotDo {
            device: bench.called(handle),
            why: why.into(),
        });
    }
    kit::hire(&mut bench)?;
    Ok(bench.finish())
}

/// Plans the edit that sets every other recorder of pictures as one is set, as far as it is able to.
///
/// # Errors
/// That there is no such device, or that it doesn't record.
pub fn record_like(
    production: &Production,
    catalogue: &Catalogue,
    build: &str,
    handle: &str,
) -> Result<Setup, Refusal> {
    let mut bench = Bench::new(production, catalogue, build)?;
    let model = bench.device(handle)?;
    let setting = bench
        .placement(handle)
        .and_then(|placement| placement.settings.recording.clone());
    let Some(setting) = setting else {
        return Err(Refusal::CannotDo {
            device: bench.called(handle),
            why: "it doesn’t record: the others can’t be set like it".into(),
        });
    };
    // A recorder of sound isn't set as a camera is.
    let shows = |device: &Device| {
        let records = device.records.as_ref();
        records.is_some_and(|ability| ability.sensor || !ability.inputs.is_empty())
    };
    let others = bench.build().placements.iter();
    let others = others.filter(|other| other.id != handle && other.settings.recording.is_some());
    let others: Vec<Handle> = others.map(|other| other.id.clone()).collect();
    let alike = others.into_iter().filter(|other| {
        let device = bench.device(other);
        device.is_ok_and(|device| shows(&device) == shows(&model))
    });
    let alike: Vec<Handle> = alike.collect();
    record::like(&mut bench, &setting, &alike);
    bench.says.insert(
        0,
        match bench.placed.len() {
            0 => format!(
                "Nothing else had to change to be set like {}.",
                bench.called(handle)
            ),
            _ => {
                let names: Vec<String> = bench
                    .placed
                    .iter()
                    .map(|other| bench.called(other))
                    .collect();
                format!(
                    "Set like {}: {}.",
                    bench.called(handle),
                    listed(&names, "and")
                )
            }
        },
    );
    Ok(bench.finish())
}

/// A copy of the production on which every step is made, and the steps.
struct Bench<'c> {
    catalogue: &'c Catalogue,
    production: Production,
    build: Handle,
    commands: Vec<Command>,
    placed: Vec<Handle>,
    /// How many cables and pairings were made.
    cables: usize,
    says: Vec<String>,
    /// What was short of each thing before the first step.
    short: BTreeMap<(String, Option<Length>), u32>,
}

impl<'c> Bench<'c> {
    fn new(
        production: &Production,
        catalogue: &'c Catalogue,
        build: &str,
    ) -> Result<Self, Refusal> {
        let Some(found) = production.build(build) else {
            return Err(Refusal::Missing {
                what: "build",
                name: build.chars().take(60).collect(),
                hint: String::new(),
            });
        };
        let short = model::kit::lines(production, found, &catalogue.with(&production.custom))
            .into_iter()
            .map(|line| (line.short(), (line.item, line.length)))
            .map(|(short, key)| (key, short));
        Ok(Self {
            short: short.collect(),
            catalogue,
            production: production.clone(),
            build: build.into(),
            commands: Vec::new(),
            placed: Vec::new(),
            cables: 0,
            says: Vec::new(),
        })
    }

    fn build(&self) -> &Build {
        // It was there when the bench was made, and no step of a setup removes one.
        self.production
            .build(&self.build)
            .unwrap_or(&self.production.builds[0])
    }

    /// Makes a step, or leaves everything as it was.
    fn run(&mut self, commands: &[Command]) -> Result<(), Refusal> {
        self.production = self.production.edited(self.catalogue, commands)?.production;
        self.commands.extend_from_slice(commands);
        Ok(())
    }

    fn placement(&self, handle: &str) -> Option<&Placement> {
        self.build().placement(handle)
    }

    fn called(&self, handle: &str) -> String {
        let placement = self.placement(handle);
        placement.map_or_else(|| handle.into(), |placement| placement.name.clone())
    }

    /// What the catalogue says of a device on the floor.
    fn device(&self, handle: &str) -> Result<Device, Refusal> {
        let catalogue = self.catalogue.with(&self.production.custom);
        let device = self
            .placement(handle)
            .and_then(|placement| catalogue.device(&placement.device));
        device.cloned().ok_or_else(|| Refusal::Missing {
            what: "device",
            name: handle.chars().take(60).collect(),
            hint: String::new(),
        })
    }

    /// What is new and known to the catalogue, in the order in which it was put there.
    fn new_devices(&self) -> Vec<(Handle, Device)> {
        let catalogue = self.catalogue.with(&self.production.custom);
        let known = self.placed.iter().filter_map(|handle| {
            let device = catalogue.device(&self.placement(handle)?.device)?;
            Some((handle.clone(), device.clone()))
        });
        known.collect()
    }

    fn is_new(&self, handle: &str) -> bool {
        self.placed.iter().any(|placed| placed == handle)
    }

    /// The usual needs of what is new.
    fn add_needs(&mut self) -> Result<(), Refusal> {
        let catalogue = self.catalogue.with(&self.production.custom);
        let all = usual_needs(&self.production, self.build(), &catalogue, Limits::DEVICES);
        let put = all
            .into_iter()
            .filter(|need| self.is_new(&need.at))
            .map(|need| Command::PutNeed {
                build: self.build.clone(),
                need,
            });
        let put: Vec<Command> = put.collect();
        self.run(&put)
    }

    /// What was put there and wired, in words, before anything else that was said.
    fn sum_up(&mut self) {
        let mut first = format!("{} added", counted(self.placed.len(), "device", "devices"));
        if self.cables > 0 {
            let made = counted(self.cables, "connection", "connections");
            first += &format!(", {made} made");
        }
        self.says.insert(0, first + ".");
    }

    fn finish(self) -> Setup {
        Setup {
            commands: self.commands,
            placed: self.placed,
            says: self.says,
        }
    }
}

fn counted(count: usize, one: &str, many: &str) -> String {
    match count {
        1 => format!("1 {one}"),
        count => format!("{count} {many}"),
    }
}

/// *a, b and c*, with the last word as given.
fn listed(parts: &[String], last_word: &str) -> String {
    match parts.split_last() {
        Some((last, [])) => last.clone(),
        Some((last, others)) => format!("{} {last_word} {last}", others.join(", ")),
        None => String::new(),
    }
}
