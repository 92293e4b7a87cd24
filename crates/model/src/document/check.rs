//! What a document must hold to be kept: names that can be said, no two of one name, nothing beyond
//! the limits that hold for edits.

use super::day::refuse_overlap;
use super::limits::Bounded;
use super::names::is_handle;
use super::own::{check_codec_figures, check_device};
use super::refusal::{Refusal, checked_name};
use super::{Beyond, Build, Handle, Limits, Production};
use std::collections::HashSet;

/// Why a document can't be kept.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Unfit {
    /// A production without a build.
    #[error("“{0}” has no build; a production has at least one")]
    NoBuild(String),
    /// An id that isn't a handle.
    #[error(
        "“{id}” can’t be the handle of a {what}: it is 1 to 40 small letters, digits and hyphens"
    )]
    Handle {
        /// What it is the id of.
        what: &'static str,
        /// The id, or the beginning of it.
        id: String,
    },
    /// Two things of one id.
    #[error("two {what}s are called “{id}”")]
    Twice {
        /// What they are.
        what: &'static str,
        /// The id.
        id: String,
    },
    /// A device in a unit that isn't there.
    #[error("device “{device}” travels with unit “{unit}”, which isn’t there")]
    LostUnit {
        /// The device.
        device: Handle,
        /// The unit.
        unit: Handle,
    },
    /// More of something than is taken.
    #[error("{place} has {found} {what}; at most {most} are taken")]
    TooMany {
        /// Where.
        place: String,
        /// What.
        what: &'static str,
        /// How many there are.
        found: usize,
        /// How many are taken.
        most: usize,
    },
    /// A quantity beyond its limit.
    #[error("{0}")]
    Beyond(Beyond),
    /// What an edit would refuse.
    #[error(transparent)]
    Refused(#[from] Refusal),
}

impl Production {
    /// Whether the document can be kept.
    pub fn check(&self) -> Result<(), Unfit> {
        checked_name("a production", &self.name)?;
        self.too_many()?;
        self.house_rules.check().map_err(Unfit::Beyond)?;
        self.station.check().map_err(Unfit::Beyond)?;
        for line in &self.kit {
            line.check().map_err(Unfit::Beyond)?;
        }
        if let Some(line) = self.job.iter().find(|line| line.days > Limits::DAYS) {
            return Err(Unfit::Beyond(format!(
                "the job has at most {} days of one build, not {}",
                Limits::DAYS,
                line.days
            )));
        }
        for assembly in &self.assemblies {
            assembly.check().map_err(Unfit::Beyond)?;
        }
        for device in &self.custom.devices {
            check_device(device)?;
        }
        for codec in &self.custom.codecs {
            check_codec_figures(codec)?;
        }
        self.holds_together()?;
        self.builds.iter().try_for_each(Build::check)
    }

    /// Whether everything in it can be told apart, and stands in something that is there.
    pub(super) fn holds_together(&self) -> Result<(), Unfit> {
        if self.builds.is_empty() {
            return Err(Unfit::NoBuild(self.name.clone()));
        }
        only_once("build", self.builds.iter().map(|build| build.id.as_str()))?;
        self.builds.iter().try_for_each(Build::holds_together)
    }
}

impl Production {
    /// What is beyond its limit in the production, and in one of its builds: a document of an older
    /// program, or of another hand, can hold it. Settings of devices aside.
    pub fn beyond(&self, build: &Build) -> Vec<String> {
        let mut found: Vec<String> = Vec::new();
        let mut name = |what, name: &str| {
            found.extend(checked_name(what, name).err().map(|bad| bad.to_string()));
        };
        name("a production", &self.name);
        name("a build", &build.name);
        for unit in &build.units {
            name("a unit", &unit.name);
        }
        for placement in &build.placements {
            name("a device", &placement.name);
        }
        for entry in &build.schedule {
            name("a part of the day", &entry.name);
        }
        let mut beyond = self.house_rules.beyond();
        beyond.extend(self.station.beyond());
        beyond.extend(self.kit.iter().flat_map(Bounded::beyond));
        beyond.extend(build.needs.iter().flat_map(Bounded::beyond));
        beyond.extend(build.schedule.iter().flat_map(Bounded::beyond));
        found.extend(beyond);
        found.extend(self.too_many().err().map(|unfit| unfit.to_string()));
        found.extend(build.too_many().err().map(|unfit| unfit.to_string()));
        found
    }

    fn too_many(&self) -> Result<(), Unfit> {
        let here = || format!("“{}”", self.name);
        at_most(here, "builds", self.builds.len(), Limits::BUILDS)?;
        at_most(here, "lines of kit", self.kit.len(), Limits::KIT)?;
        let (devices, codecs) = (&self.custom.devices, &self.custom.codecs);
        at_most(here, "devices of its own", devices.len(), Limits::ENTRIES)?;
        at_most(here, "codecs of its own", codecs.len(), Limits::ENTRIES)?;
        at_most(here, "lines of the job", self.job.len(), Limits::BUILDS)?;
        let timed = self.assemblies.len();
        at_most(here, "builds that were timed", timed, Limits::ASSEMBLIES)
    }
}

impl Build {
    fn too_many(&self) -> Result<(), Unfit> {
        let here = || format!("build “{}”", self.name);
        at_most(here, "devices", self.placements.len(), Limits::DEVICES)?;
        let cables = self.connections.len();
        at_most(here, "connections", cables, Limits::CONNECTIONS)?;
        at_most(here, "needs", self.needs.len(), Limits::NEEDS)?;
        at_most(here, "units", self.units.len(), Limits::UNITS)?;
        let parts = self.schedule.len();
        at_most(here, "parts of its day", parts, Limits::SCHEDULE)
    }

    /// Whether everything in it can be told apart, and stands in something that is there.
    pub(super) fn holds_together(&self) -> Result<(), Unfit> {
        only_once(
            "device",
            self.placements
                .iter()
                .map(|placement| placement.id.as_str()),
        )?;
        only_once("unit", self.units.iter().map(|unit| unit.id.as_str()))?;
        only_once(
            "connection",
            self.connections
                .iter()
                .map(|connection| connection.id.as_str()),
        )?;
        only_once("need", self.needs.iter().map(|need| need.id.as_str()))?;
        only_once(
            "part of the day",
            self.schedule.iter().map(|entry| entry.id.as_str()),
        )?;
        let units: HashSet<&str> = self.units.iter().map(|unit| unit.id.as_str()).collect();
        let mut placements = self.placements.iter();
        if let Some(lost) = placements.find(|one| !units.contains(one.unit.as_str())) {
            return Err(Unfit::LostUnit {
                device: lost.id.clone(),
                unit: lost.unit.clone(),
            });
        }
        let mut sitting = HashSet::new();
        match self
            .joints
            .iter()
            .find(|joint| !sitting.insert(&joint.part))
        {
            None => Ok(()),
            Some(joint) => Err(Unfit::Twice {
                what: "joint",
                id: joint.part.to_string(),
            }),
        }
    }

    /// Whether the build can be kept.
    pub(super) fn check(&self) -> Result<(), Unfit> {
        checked_name("a build", &self.name)?;
        let here = || format!("build “{}”", self.name);
        self.too_many()?;
        self.holds_together()?;
        for unit in &self.units {
            checked_name("a unit", &unit.name)?;
        }
        for placement in &self.placements {
            checked_name("a device", &placement.name)?;
            let settings = &placement.settings;
            if let Some(recording) = &settings.recording {
                recording.check().map_err(Unfit::Beyond)?;
            }
            for output in settings.outputs.values() {
                output.check().map_err(Unfit::Beyond)?;
            }
            for sound in settings.sound.values() {
                sound.check().map_err(Unfit::Beyond)?;
            }
            if let Some(position) = settings.position {
                position.check().map_err(Unfit::Beyond)?;
            }
            settings.clock.check().map_err(Unfit::Beyond)?;
            settings.power.check().map_err(Unfit::Beyond)?;
            settings.tracks[..].check().map_err(Unfit::Beyond)?;
        }
        for connection in &self.connections {
            let on_it = connection.adapters.len();
            at_most(here, "adapters on one cable", on_it, Limits::ADAPTERS)?;
        }
        at_most(here, "joints", self.joints.len(), Limits::JOINTS)?;
        for joint in &self.joints {
            joint.check().map_err(Refusal::Contradiction)?;
        }
        for need in &self.needs {
            need.check().map_err(Unfit::Beyond)?;
        }
        for (number, entry) in self.schedule.iter().enumerate() {
            checked_name("a part of the day", &entry.name)?;
            entry.check().map_err(Unfit::Beyond)?;
            refuse_overlap(&self.schedule[..number], entry)?;
        }
        Ok(())
    }
}

fn at_most(
    place: impl Fn() -> String,
    what: &'static str,
    found: usize,
    most: usize,
) -> Result<(), Unfit> {
    if found <= most {
        return Ok(());
    }
    Err(Unfit::TooMany {
        place: place(),
        what,
        found,
        most,
    })
}

fn only_once<'a>(what: &'static str, ids: impl Iterator<Item = &'a str>) -> Result<(), Unfit> {
    let mut seen = HashSet::new();
    for id in ids {
        if !is_handle(id) {
            return Err(Unfit::Handle {
                what,
                id: id.chars().take(60).collect(),
            });
        }
        if !seen.insert(id) {
            return Err(Unfit::Twice {
                what,
                id: id.into(),
            });
        }
    }
    Ok(())
}
