//! The production: the project, its kit, its builds.

use super::day::{JobLine, Station};
use super::rules::HouseRules;
use super::{Assembly, Build, KitLine};
use crate::catalogue::Custom;
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling};
use units::quantity::Length;
use units::timecode::TimecodeRate;
use utoipa::ToSchema;

/// The project: its format, its house rules, its kit and its builds.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields)]
pub struct Production {
    /// Its name.
    pub name: String,
    /// What outputs and recorders follow unless told otherwise.
    pub format: PictureFormat,
    /// Whether timecode drops frames (at 29.97 and 59.94 only).
    #[serde(default)]
    pub drop_frame: bool,
    /// Choices between the schools of practice, and the usual limits.
    #[serde(default)]
    #[difference(within)]
    pub house_rules: HouseRules,
    /// What is owned or hired.
    #[serde(default)]
    #[difference(by(item, length), within)]
    pub kit: Vec<KitLine>,
    /// The crew's custom devices of devices; they stand in the place of shipped ones of the
    /// same id.
    #[serde(default, skip_serializing_if = "Custom::is_empty")]
    #[difference(within)]
    pub custom: Custom,
    /// Where cards are offloaded.
    #[serde(default)]
    #[difference(within)]
    pub station: Station,
    /// How many days of which build the job is.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub job: Vec<JobLine>,
    /// How long rigs took that were built.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub assemblies: Vec<Assembly>,
    /// Complete wirings of the floor.
    #[difference(by(id), within)]
    pub builds: Vec<Build>,
}

impl Production {
    /// An empty production at 1080p25 with one build and one unit.
    pub fn named(name: &str) -> Self {
        let build = Build::empty("main", "Main");
        Self {
            name: name.into(),
            format: PictureFormat {
                raster: Raster::HD,
                rate: FrameRate::whole(25),
                scan: units::format::Scan::Progressive,
                sampling: Sampling::Yuv422,
                bits: Depth::TEN,
            },
            drop_frame: false,
            house_rules: HouseRules::default(),
            kit: Vec::new(),
            custom: Custom::default(),
            station: Station::default(),
            job: Vec::new(),
            assemblies: Vec::new(),
            builds: vec![build],
        }
    }

    /// The build with this id.
    pub fn build(&self, id: &str) -> Option<&Build> {
        self.builds.iter().find(|build| build.id == id)
    }

    /// The project's timecode: its frame rate, or pairs of frames above 30 (ST 12-1 counts no
    /// higher on a wire).
    pub fn timecode(&self) -> TimecodeRate {
        let rate = self.format.rate.time_base();
        TimecodeRate::new(rate, self.drop_frame).unwrap_or(TimecodeRate::non_drop(rate))
    }

    /// How many of an item (a cable: of this length) the kit holds, owned and hired.
    pub fn owned(&self, item: &str, length: Option<Length>) -> u32 {
        let lines = self
            .kit
            .iter()
            .filter(|line| line.item == item && line.length == length);
        lines.map(KitLine::there).fold(0, u32::saturating_add)
    }
}
