//! What mounts on what: kinds of fastening with what each keeps, slides and bears. `design/rig.md`.

use serde::{Deserialize, Serialize};
use std::fmt;
use utoipa::ToSchema;

/// A kind of fastening.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
#[serde(rename_all = "kebab-case")]
pub enum FasteningKind {
    /// A 1/4"-20 screw.
    Quarter,
    /// The same with anti-twist pins.
    QuarterPins,
    /// A 3/8"-16 screw.
    ThreeEighths,
    /// The same with anti-twist pins.
    ThreeEighthsPins,
    /// A cold shoe.
    ColdShoe,
    /// A cold shoe with a locking pin.
    ColdShoeLock,
    /// An accessory rail with end stops.
    Rail,
    /// A 38 mm dovetail plate.
    #[serde(rename = "dovetail-38")]
    Dovetail,
    /// A long camera dovetail with its bridge plate.
    BridgeDovetail,
    /// A rosette M6 of 60 teeth.
    Rosette,
    /// A pair of 15 mm rods, lightweight.
    #[serde(rename = "rods-15")]
    Rods15,
    /// A pair of 15 mm rods, studio.
    #[serde(rename = "rods-15-studio")]
    Rods15Studio,
    /// A pair of 19 mm rods, studio.
    #[serde(rename = "rods-19")]
    Rods19,
    /// One 15 mm rod.
    #[serde(rename = "rod-15")]
    Rod15,
    /// A V-mount battery plate.
    VMount,
    /// The three-stud kind of battery plate.
    ThreeStud,
    /// The rail of a 7.2 V camcorder battery.
    CamcorderRail,
    /// The slot of a body’s own battery.
    BatterySlot,
    /// A bayonet lens mount.
    Bayonet,
    /// A breech-lock lens mount.
    Breech,
    /// The front of a lens, that something is clipped around.
    LensFront,
    /// A stage of a matte box, for filters of one size.
    FilterTray,
    /// The thread in the front of a lens.
    FilterThread,
    /// A ball arm, clamped.
    Ball,
    /// The bowl or the flat top of legs.
    Bowl,
    /// A strap, a tie, hook-and-loop, a rubber clip.
    Soft,
}

/// What a fastening is made and undone with.
#[derive(
    Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize, ToSchema,
)]
pub enum Tool {
    /// No tool: a knob, a lever, a button.
    #[serde(rename = "hand")]
    Hand,
    /// A 2 mm hex key.
    #[serde(rename = "hex-2")]
    Hex2,
    /// A 2.5 mm hex key.
    #[serde(rename = "hex-2.5")]
    Hex25,
    /// A 3 mm hex key.
    #[serde(rename = "hex-3")]
    Hex3,
    /// A 4 mm hex key.
    #[serde(rename = "hex-4")]
    Hex4,
    /// A 5 mm hex key.
    #[serde(rename = "hex-5")]
    Hex5,
    /// A flat blade.
    #[serde(rename = "flat")]
    Flat,
}

/// What is known of a kind of fastening.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FasteningFacts {
    /// As it is said: *1/4"-20 screw*.
    pub name: &'static str,
    /// Whether one alone keeps from turning.
    pub keeps: bool,
    /// Whether it slides along.
    pub slides: bool,
    /// The moment that it bears, as a guide, in N·m. The maker’s figure wins.
    pub bears: f64,
    /// What it is usually made with.
    pub tool: Tool,
    /// How long making it takes a hand that knows it, as a guide, in seconds.
    pub seconds: u32,
    /// Whether it comes off without a tool: how a rig breaks down to travel.
    pub quick: bool,
}

impl FasteningKind {
    /// What is known of it. `design/rig.md`, *Kinds of fastening*.
    pub const fn facts(self) -> FasteningFacts {
        use Tool::{Flat, Hand, Hex3, Hex4, Hex5};
        const fn row(
            name: &'static str,
            (keeps, slides): (bool, bool),
            bears: f64,
            tool: Tool,
            seconds: u32,
            quick: bool,
        ) -> FasteningFacts {
            FasteningFacts {
                name,
                keeps,
                slides,
                bears,
                tool,
                seconds,
                quick,
            }
        }
        match self {
            Self::Quarter => row("1/4\"-20 screw", (false, false), 1.5, Flat, 25, false),
            Self::QuarterPins => row(
                "1/4\"-20 screw with pins",
                (true, false),
                3.0,
                Hex4,
                25,
                false,
            ),
            Self::ThreeEighths => row("3/8\"-16 screw", (false, false), 4.0, Flat, 25, false),
            Self::ThreeEighthsPins => row(
                "3/8\"-16 screw with pins",
                (true, false),
                6.0,
                Hex5,
                25,
                false,
            ),
            Self::ColdShoe => row("cold shoe", (true, true), 0.5, Hand, 10, true),
            Self::ColdShoeLock => row(
                "cold shoe with a locking pin",
                (true, false),
                1.0,
                Hand,
                10,
                true,
            ),
            Self::Rail => row("accessory rail", (true, true), 4.0, Hand, 10, true),
            Self::Dovetail => row("38 mm dovetail", (true, true), 6.0, Hand, 15, true),
            Self::BridgeDovetail => row("long dovetail", (true, true), 40.0, Hand, 20, true),
            Self::Rosette => row("rosette M6", (true, false), 8.0, Hand, 15, true),
            Self::Rods15 => row("15 mm rods", (true, true), 10.0, Hand, 20, false),
            Self::Rods15Studio => row("15 mm studio rods", (true, true), 20.0, Hand, 20, false),
            Self::Rods19 => row("19 mm studio rods", (true, true), 30.0, Hand, 20, false),
            Self::Rod15 => row("single 15 mm rod", (false, true), 2.0, Hand, 15, false),
            Self::VMount => row("V-mount", (true, false), 4.0, Hand, 5, true),
            Self::ThreeStud => row("three-stud plate", (true, false), 4.0, Hand, 5, true),
            Self::CamcorderRail => row("camcorder battery rail", (true, false), 0.7, Hand, 5, true),
            Self::BatterySlot => row("battery slot", (true, false), 1.0, Hand, 8, true),
            Self::Bayonet => row("bayonet mount", (true, false), 1.0, Hand, 15, true),
            Self::Breech => row("breech-lock mount", (true, false), 3.0, Hand, 20, true),
            Self::LensFront => row("clip around the lens", (true, false), 1.0, Hand, 10, true),
            Self::FilterTray => row("filter stage", (true, false), 0.5, Hand, 8, true),
            Self::FilterThread => row("filter thread", (true, false), 0.3, Hand, 12, true),
            Self::Ball => row("ball arm", (true, false), 1.0, Hand, 15, false),
            Self::Bowl => row("bowl or flat base", (true, false), 60.0, Hand, 20, true),
            Self::Soft => row("strap, tie or clip", (false, false), 0.2, Hex3, 20, false),
        }
    }

    /// What becomes of it where this carries and `sits` is put on it; none where they don’t go together. The
    /// weaker of two of one family counts.
    pub fn joined(self, sits: Self) -> Option<Self> {
        use FasteningKind as K;
        match (self, sits) {
            (one, other) if one == other => Some(one),
            (K::Quarter, K::QuarterPins) | (K::QuarterPins, K::Quarter) => Some(K::Quarter),
            (K::ThreeEighths, K::ThreeEighthsPins) | (K::ThreeEighthsPins, K::ThreeEighths) => {
                Some(K::ThreeEighths)
            }
            (K::ColdShoe, K::ColdShoeLock) | (K::ColdShoeLock, K::ColdShoe) => Some(K::ColdShoe),
            _ => None,
        }
    }

    /// What it turns in steps of, in degrees, where teeth say so: 60 of them on a rosette.
    pub fn steps(self) -> Option<i32> {
        (self == Self::Rosette).then_some(360 / 60)
    }

    /// Whether it holds a lens.
    pub fn is_lens_mount(self) -> bool {
        matches!(self, Self::Bayonet | Self::Breech)
    }

    /// Whether it is a pair of rods, or one.
    pub fn is_rods(self) -> bool {
        matches!(
            self,
            Self::Rods15 | Self::Rods15Studio | Self::Rods19 | Self::Rod15
        )
    }
}

impl fmt::Display for FasteningKind {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.facts().name)
    }
}

impl fmt::Display for Tool {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::Hand => "by hand",
            Self::Hex2 => "hex 2",
            Self::Hex25 => "hex 2.5",
            Self::Hex3 => "hex 3",
            Self::Hex4 => "hex 4",
            Self::Hex5 => "hex 5",
            Self::Flat => "flat blade",
        })
    }
}

#[cfg(test)]
mod tests {
    use super::FasteningKind as K;

    /// `design/rig.md`, *Kinds of fastening*: name, keeps from turning, slides, N·m.
    #[test]
    fn what_each_keeps_slides_and_bears() {
        for (kind, keeps, slides, bears) in [
            (K::Quarter, false, false, 1.5),
            (K::QuarterPins, true, false, 3.0),
            (K::ThreeEighths, false, false, 4.0),
            (K::ThreeEighthsPins, true, false, 6.0),
            (K::ColdShoe, true, true, 0.5),
            (K::ColdShoeLock, true, false, 1.0),
            (K::Rail, true, true, 4.0),
            (K::Dovetail, true, true, 6.0),
            (K::BridgeDovetail, true, true, 40.0),
            (K::Rosette, true, false, 8.0),
            (K::Rods15, true, true, 10.0),
            (K::Rods15Studio, true, true, 20.0),
            (K::Rods19, true, true, 30.0),
            (K::Rod15, false, true, 2.0),
            (K::VMount, true, false, 4.0),
            (K::CamcorderRail, true, false, 0.7),
            (K::Bayonet, true, false, 1.0),
            (K::Breech, true, false, 3.0),
            (K::Ball, true, false, 1.0),
            (K::Soft, false, false, 0.2),
        ] {
            let facts = kind.facts();
            assert_eq!(
                (facts.keeps, facts.slides, facts.bears),
                (keeps, slides, bears),
                "{kind}"
            );
        }
    }

    #[test]
    fn the_weaker_of_two_counts_and_others_do_not_join() {
        assert_eq!(K::QuarterPins.joined(K::Quarter), Some(K::Quarter));
        assert_eq!(K::QuarterPins.joined(K::QuarterPins), Some(K::QuarterPins));
        assert_eq!(K::ColdShoeLock.joined(K::ColdShoe), Some(K::ColdShoe));
        assert_eq!(K::Quarter.joined(K::ThreeEighths), None);
        assert_eq!(K::Rods15.joined(K::Rods19), None);
    }
}
