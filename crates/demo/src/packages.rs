//! Packages that a production can start from: each whole, with its needs, recordings and day.

use model::document::{Production, ProductionFile};
use serde::Serialize;
use utoipa::ToSchema;

/// Something to start from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct Package {
    /// Short id.
    pub id: &'static str,
    /// Its name.
    pub name: &'static str,
    /// What is in it, in a sentence.
    pub about: &'static str,
    /// Its production file.
    #[serde(skip)]
    pub text: &'static str,
}

/// Every package, the smallest first.
pub fn packages() -> &'static [Package] {
    &[
        Package {
            id: "documentary-handheld",
            name: "Documentary handheld",
            about: "One compact body with its monitor, a boom on the body, a timecode box; 2160p25.",
            text: include_str!("../../../demo/packages/documentary-handheld.json"),
        },
        Package {
            id: "two-camera-interview",
            name: "Two-camera interview",
            about: "Two bodies with monitors, the director by radio, two booms into a mixer; 2160p25.",
            text: include_str!("../../../demo/packages/two-camera-interview.json"),
        },
        Package {
            id: "drama-unit-with-village",
            name: "Drama unit with village",
            about: "Two bodies with monitors and viewfinders, director and client by radio, sound; 2160p25.",
            text: include_str!("../../../demo/packages/drama-unit-with-village.json"),
        },
        Package {
            id: "live-event-with-big-screens",
            name: "Live event with big screens",
            about: "Three bodies into a switcher, a wall, the director, a recorder of the mix; 1080p50.",
            text: include_str!("../../../demo/packages/live-event-with-big-screens.json"),
        },
    ]
}

impl Package {
    /// The production that begins with it.
    pub fn production(&self) -> Production {
        ProductionFile::read(self.text)
            .expect("the shipped packages are read by a test")
            .production
    }
}
