//! House rules: choices between schools of practice, each for good reasons, and the usual limits.

use super::Purpose;
use difference::Difference;
use serde::{Deserialize, Serialize};
use units::quantity::{Amps, Decibels, Delay, Percent, Volts};
use utoipa::ToSchema;

/// Choices and limits that checks and plans follow.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema, Difference)]
#[serde(deny_unknown_fields, default)]
pub struct HouseRules {
    /// Where the picture of record is made.
    pub picture_of_record: PictureOfRecord,
    /// How the wireless transmitter is fed.
    pub transmitter_feed: TransmitterFeed,
    /// Which size of monitor goes on which rig.
    pub monitor_size: MonitorSize,
    /// How late a picture may be for operating.
    pub operating_within: Delay,
    /// How late a picture may be for pulling focus.
    pub focus_within: Delay,
    /// How late a live screen in sight of the stage may be.
    pub stage_within: Delay,
    /// How late a picture may be for directing.
    pub directing_within: Delay,
    /// When a card is changed.
    pub media_swap: MediaSwap,
    /// Whether several smaller cards or few large ones are planned with.
    pub card_size: CardSize,
    /// The fill at which a card is changed.
    pub swap_level: Percent,
    /// Verified copies that must exist before a card may be formatted.
    pub copies: u8,
    /// The air where it is shot, in whole degrees Celsius: heat limits follow it.
    pub air_celsius: i8,
    /// What the file system and the recorder keep back of a card.
    pub reserve: Percent,
    /// Which stage does the work of amplifying.
    pub gain: GainSchool,
    /// Where the sound of record is made.
    pub sound_of_record: SoundOfRecord,
    /// What timecode boxes are for.
    pub timecode: TimecodeSchool,
    /// What a rig hangs on.
    pub power: PowerSchool,
    /// What a wall socket gives where it is shot, and what its breaker holds.
    pub mains: Mains,
    /// When cards and inner batteries go into a rig that is built.
    pub media_loading: MediaLoading,
    /// Where the operator’s monitor is mounted.
    pub monitor_place: MonitorPlace,
    /// Where batteries and their plates are mounted.
    pub battery_place: BatteryPlace,
    /// Where the average of a source is to stand, against full scale.
    pub sound_reference: Decibels,
    /// What is kept between the peaks of a source and the first stage that clips.
    pub sound_headroom: Decibels,
}

impl Default for HouseRules {
    fn default() -> Self {
        Self {
            picture_of_record: PictureOfRecord::InCamera,
            transmitter_feed: TransmitterFeed::OwnOutput,
            monitor_size: MonitorSize::SmallHandheld,
            operating_within: Delay(60_000),
            focus_within: Delay(80_000),
            stage_within: Delay(100_000),
            directing_within: Delay(250_000),
            media_swap: MediaSwap::AtLevel,
            card_size: CardSize::SeveralSmaller,
            swap_level: Percent::whole(85),
            copies: 2,
            air_celsius: 20,
            reserve: Percent::whole(3),
            gain: GainSchool::HotSource,
            sound_of_record: SoundOfRecord::Separate,
            timecode: TimecodeSchool::BoxStaysOn,
            power: PowerSchool::OneWithReserve,
            mains: Mains::default(),
            media_loading: MediaLoading::First,
            monitor_place: MonitorPlace::Middle,
            battery_place: BatteryPlace::Behind,
            sound_reference: Decibels::whole(-20),
            sound_headroom: Decibels::whole(4),
        }
    }
}

/// Where the picture of record is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PictureOfRecord {
    #[default]
    /// On the cards of the body.
    InCamera,
    /// On a recorder that an output feeds.
    External,
    /// On a drive on the body’s data port.
    Drive,
    /// Inside and outside.
    Both,
}

/// How the wireless transmitter is fed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TransmitterFeed {
    #[default]
    /// By an output of the camera’s own.
    OwnOutput,
    /// Through the on-board monitor.
    Relayed,
}

/// Which size of monitor goes on which rig.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MonitorSize {
    #[default]
    /// Small in the hand, large on legs.
    SmallHandheld,
    /// One for every build.
    OneSize,
}

/// What a rig hangs on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum PowerSchool {
    #[default]
    /// On one battery, with one that waits behind the body.
    OneWithReserve,
    /// On one battery.
    One,
    /// Each device on its own.
    EachItsOwn,
}

/// When cards and inner batteries go into a rig that is built. What would be covered goes in before that.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MediaLoading {
    #[default]
    /// As soon as a body stands.
    First,
    /// When all of it stands.
    Last,
}

/// Where the operator’s monitor is mounted on a rig.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MonitorPlace {
    #[default]
    /// In the middle.
    Middle,
    /// At the side.
    Side,
}

/// Where batteries and their plates are mounted on a rig.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum BatteryPlace {
    #[default]
    /// Behind the body.
    Behind,
    /// Below it.
    Below,
}

/// When a card is changed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MediaSwap {
    #[default]
    /// At the swap level.
    AtLevel,
    /// After the take in which the level is passed.
    EndOfTake,
    /// When it is full.
    RunToEnd,
}

/// Whether several smaller cards or few large ones are planned with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum CardSize {
    #[default]
    /// Several smaller ones.
    SeveralSmaller,
    /// Few large ones.
    FewLarge,
}

/// Which stage does the work of amplifying.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum GainSchool {
    #[default]
    /// The source as hot as it goes, little gain in the camera.
    HotSource,
    /// The source as it is, the camera's preamplifier doing the work.
    CameraPreamplifier,
}

/// The mains of a country: a guide, local codes win.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
pub enum Mains {
    /// 230 V behind breakers of 16 A.
    #[default]
    #[serde(rename = "230-v-16-a")]
    V230A16,
    /// 230 V, plugs with a fuse of 13 A.
    #[serde(rename = "230-v-13-a")]
    V230A13,
    /// 230 V behind breakers of 10 A.
    #[serde(rename = "230-v-10-a")]
    V230A10,
    /// 120 V behind breakers of 15 A.
    #[serde(rename = "120-v-15-a")]
    V120A15,
    /// 120 V behind breakers of 20 A.
    #[serde(rename = "120-v-20-a")]
    V120A20,
    /// 100 V behind breakers of 15 A.
    #[serde(rename = "100-v-15-a")]
    V100A15,
}

impl Mains {
    /// What a socket gives.
    pub fn volts(self) -> Volts {
        Volts(match self {
            Self::V230A16 | Self::V230A13 | Self::V230A10 => 230_000,
            Self::V120A15 | Self::V120A20 => 120_000,
            Self::V100A15 => 100_000,
        })
    }

    /// What its breaker or fuse holds.
    pub fn amps(self) -> Amps {
        Amps(match self {
            Self::V230A16 => 16_000,
            Self::V230A13 => 13_000,
            Self::V230A10 => 10_000,
            Self::V120A20 => 20_000,
            Self::V120A15 | Self::V100A15 => 15_000,
        })
    }
}

/// What timecode boxes are for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum TimecodeSchool {
    #[default]
    /// A box stays on each device all day, and feeds it.
    BoxStaysOn,
    /// A box jams a device and is unplugged.
    JamAndUnplug,
}

/// Where the sound of record is made.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum SoundOfRecord {
    #[default]
    /// On a recorder of its own, scratch to the camera.
    Separate,
    /// In the camera.
    InCamera,
    /// On both.
    Both,
}

/// What there is to say about a rule between schools.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RulePage {
    /// The field of the house rules: `transmitter_feed`.
    pub rule: &'static str,
    /// What it settles.
    pub title: &'static str,
    /// The choices, the usual one first.
    pub choices: &'static [RuleChoice],
}

/// One side of a rule.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct RuleChoice {
    /// As it stands in the document: `own-output`.
    pub value: &'static str,
    /// In words.
    pub name: &'static str,
    /// Why people do it that way.
    pub reason: &'static str,
}

const fn choice(value: &'static str, name: &'static str, reason: &'static str) -> RuleChoice {
    RuleChoice {
        value,
        name,
        reason,
    }
}

/// Both sides of every rule between schools.
pub const RULES: &[RulePage] = &[
    RulePage {
        rule: "picture_of_record",
        title: "The picture of record is made",
        choices: &[
            choice(
                "in-camera",
                "in the camera",
                "Nothing between sensor and file can come loose, and the card is the lightest recorder there is.",
            ),
            choice(
                "external",
                "on an external recorder",
                "Larger codecs, cheaper media, no record limit of the body; but the recorder can only keep what the output sends.",
            ),
            choice(
                "drive",
                "on a drive on the data port",
                "The body’s own best codec on media that cost little; but the cable is a part of the recorder, and may switch outputs off.",
            ),
            choice(
                "both",
                "in the camera and outside it",
                "Two recordings of every take; two sets of media to pay for and copy.",
            ),
        ],
    },
    RulePage {
        rule: "transmitter_feed",
        title: "The wireless transmitter is fed",
        choices: &[
            choice(
                "own-output",
                "by an output of the camera’s own",
                "Nothing but the cable stands between: no added delay, and no other battery to go.",
            ),
            choice(
                "relayed",
                "through the on-board monitor",
                "It leaves the camera’s second output free and sends what the operator sees; but the picture goes with the monitor’s battery.",
            ),
        ],
    },
    RulePage {
        rule: "monitor_size",
        title: "On-board monitors are",
        choices: &[
            choice(
                "small-handheld",
                "small handheld, large on legs",
                "Weight in the hand tires; on legs the larger picture shows focus.",
            ),
            choice(
                "one-size",
                "of one size",
                "One mount, one cable, one battery for every build.",
            ),
        ],
    },
    RulePage {
        rule: "media_swap",
        title: "A card is changed",
        choices: &[
            choice(
                "at-level",
                "at the swap level",
                "Nobody is caught by a full card, and copying starts early; part of every card stays empty.",
            ),
            choice(
                "end-of-take",
                "after the take in which the level is passed",
                "No take is cut in two; a long take may fill the card to its end.",
            ),
            choice(
                "run-to-end",
                "when it is full",
                "Every card is used whole, and fewer are needed; it ends when it ends, in the middle of a take.",
            ),
        ],
    },
    RulePage {
        rule: "card_size",
        title: "Cards are",
        choices: &[
            choice(
                "several-smaller",
                "several smaller ones",
                "What is lost with one card is little, and copies begin early in the day.",
            ),
            choice(
                "few-large",
                "few large ones",
                "Fewer changes, and fewer chances to mix cards up; but more is on each when it fails.",
            ),
        ],
    },
    RulePage {
        rule: "gain",
        title: "Amplifying is done",
        choices: &[
            choice(
                "hot-source",
                "by the source, little gain in the camera",
                "A good preamplifier early keeps every later noise small; but what clips early stays clipped.",
            ),
            choice(
                "camera-preamplifier",
                "by the camera’s preamplifier",
                "One gain to set, and headroom before it; but the camera’s own noise is amplified with the voice.",
            ),
        ],
    },
    RulePage {
        rule: "sound_of_record",
        title: "The sound of record is made",
        choices: &[
            choice(
                "separate",
                "on a recorder of its own, scratch to the camera",
                "Better preamplifiers, every microphone on a track of its own, somebody who listens; but it has to be synced.",
            ),
            choice(
                "in-camera",
                "in the camera",
                "Nothing to sync and nothing to copy twice; but few tracks, and nobody at the gain.",
            ),
            choice(
                "both",
                "on both",
                "Each is the other’s safety copy; two sets of levels to watch.",
            ),
        ],
    },
    RulePage {
        rule: "timecode",
        title: "A timecode box",
        choices: &[
            choice(
                "box-stays-on",
                "stays on the device all day",
                "The device follows the box’s better clock and needn’t be jammed again; but a box, its cable and its battery for each.",
            ),
            choice(
                "jam-and-unplug",
                "jams the device and goes on",
                "One box for all, nothing hanging on the rig; but each device runs on its own clock, and is jammed again in the breaks.",
            ),
        ],
    },
    RulePage {
        rule: "power",
        title: "A rig hangs on",
        choices: &[
            choice(
                "one-with-reserve",
                "one battery, the body’s own as a reserve",
                "Everything ends at one time, and a change doesn’t end the take; but two batteries to carry and to fill.",
            ),
            choice(
                "one",
                "one battery",
                "One to change, one to charge, the least on the rig; but one plug that slips ends all of it.",
            ),
            choice(
                "each-its-own",
                "each device on its own",
                "Nothing takes another with it; but many small batteries, each with an end of its own.",
            ),
        ],
    },
    RulePage {
        rule: "mains",
        title: "Wall sockets give",
        choices: &[
            choice(
                "230-v-16-a",
                "230 V, breakers of 16 A",
                "Ordinary sockets: all behind one breaker share it.",
            ),
            choice(
                "230-v-13-a",
                "230 V, plugs with a fuse of 13 A",
                "The fuse is in the plug: all that hangs on one strip shares it.",
            ),
            choice(
                "230-v-10-a",
                "230 V, breakers of 10 A",
                "Old houses, and sockets that share their breaker with the light.",
            ),
            choice(
                "120-v-15-a",
                "120 V, breakers of 15 A",
                "Ordinary sockets: everything draws twice the current that it draws at 230 V.",
            ),
            choice(
                "120-v-20-a",
                "120 V, breakers of 20 A",
                "Sockets for kitchens and workshops, and what a house electrician runs.",
            ),
            choice(
                "100-v-15-a",
                "100 V, breakers of 15 A",
                "Ordinary sockets; what is made for 120 V alone may not run on them.",
            ),
        ],
    },
    RulePage {
        rule: "media_loading",
        title: "Cards and inner batteries go in",
        choices: &[
            choice(
                "first",
                "as soon as a body stands",
                "Every door is free then, and nothing is forgotten; but they are in it while screws are driven.",
            ),
            choice(
                "last",
                "when the rig stands",
                "Nothing is written or drawn before it is wanted; but every door must stay free. What would be covered goes in before.",
            ),
        ],
    },
    RulePage {
        rule: "monitor_place",
        title: "The operator’s monitor is mounted",
        choices: &[
            choice(
                "middle",
                "in the middle",
                "It leans nothing, and both eyes find it; but it stands where the handle and the microphone want to be.",
            ),
            choice(
                "side",
                "at the side",
                "The view over the camera stays free, and it swings out of the way; but it leans the rig, and catches on doors.",
            ),
        ],
    },
    RulePage {
        rule: "battery_place",
        title: "Batteries are mounted",
        choices: &[
            choice(
                "behind",
                "behind the body",
                "They balance the lens, and come off without a tool; but the rig is longer, and the card door may be behind them.",
            ),
            choice(
                "below",
                "below the body",
                "The rig stays short, and its mass low; but nothing balances the lens, and they are in the way of plate and shoulder.",
            ),
        ],
    },
];

impl TransmitterFeed {
    /// Whether it is to be fed through a monitor.
    pub fn is_relayed(self) -> bool {
        self == Self::Relayed
    }
}

impl HouseRules {
    /// How late a picture for this purpose may be; `None`: as late as it likes.
    pub fn within(&self, purpose: Purpose) -> Option<Delay> {
        match purpose {
            Purpose::Operating => Some(self.operating_within),
            Purpose::Focus => Some(self.focus_within),
            Purpose::Directing => Some(self.directing_within),
            Purpose::Stage => Some(self.stage_within),
            Purpose::Client | Purpose::Record => None,
        }
    }
}
