//! What a document may hold at most: the same for commands, files, imports and descriptions.
//! Everything here is far above any floor.

use super::names::{is_plain, is_visible};
use super::{
    HouseRules, KitLine, Need, OutputSetting, Position, RecordingSetting, Rolls, ScheduleEntry,
    SoundSetting, Station, TrackSetting,
};
use units::quantity::{Decibels, Length, Percent, Span};

/// Counts beyond which a document isn't taken.
pub struct Limits;

impl Limits {
    /// Devices in a build.
    pub const DEVICES: usize = 5_000;
    /// Cables and pairings in a build.
    pub const CONNECTIONS: usize = 20_000;
    /// Needs of a build.
    pub const NEEDS: usize = 5_000;
    /// Units of a build.
    pub const UNITS: usize = 500;
    /// Letters in a name.
    pub const NAME: usize = 80;
    /// Commands in one edit.
    pub const COMMANDS: usize = 500;
    /// Builds in a production.
    pub const BUILDS: usize = 60;
    /// Descriptions of the crew's own, of each kind.
    pub const ENTRIES: usize = 500;
    /// Entries of a day.
    pub const SCHEDULE: usize = 200;
    /// Ports of a described device.
    pub const PORTS: usize = 200;
    /// Ways inside a described device, from an input to an output: as many as its ports can have.
    pub const WAYS: usize = 40_000;
    /// Lines of the kit.
    pub const KIT: usize = 5_000;
    /// Things of one kind in the kit.
    pub const QUANTITY: u32 = 10_000;
    /// Builds whose times are kept.
    pub const ASSEMBLIES: usize = 200;
    /// Letters of an owner's name.
    pub const OWNER: usize = 60;
    /// Adapters, barrels and clamps on one cable.
    pub const ADAPTERS: usize = 12;
    /// Cards and drives in one recorder.
    pub const MEDIA: usize = 16;
    /// Sound tracks of a recorder, and channels of a need.
    pub const TRACKS: usize = 128;
    /// Letters in the name of a track.
    pub const TRACK_NAME: usize = 40;
    /// Sources mixed on one track.
    pub const TRACK_SOURCES: usize = 32;
    /// Joints of a build.
    pub const JOINTS: usize = 1_000;
    /// How far a part slides along another, in millimetres.
    pub const SLIDE: i32 = 3_000;
    /// Days of one build in the job.
    pub const DAYS: u32 = 1_000;
}

/// A card is changed at no less than this fill.
const LEAST_LEVEL: Percent = Percent::whole(5);
/// No more than this is kept back of a card.
const MOST_RESERVE: Percent = Percent::whole(50);
/// A part of the day, and the way to the reader, take at most this long.
const LONGEST_PART: Span = Span(48 * 3600);
/// The highest shooting ratio, in hundredths to one.
const HIGHEST_CENTIRATIO: u32 = 100_000;
/// The highest frequency that anything on a set is tuned to, in kilohertz.
const HIGHEST_KHZ: u32 = 10_000_000;
/// The most cameras that share a ratio.
const MOST_CAMERAS: u32 = 1_000;

/// A quantity beyond its limit: what it is, and what is accepted.
pub type Beyond = String;

/// What has limits of its own.
pub trait Bounded {
    /// Holds everything against its limits.
    fn gauge(&self, gauge: &mut Gauge);

    /// Every quantity that is beyond its limit.
    fn beyond(&self) -> Vec<Beyond> {
        let mut gauge = Gauge::default();
        self.gauge(&mut gauge);
        gauge.0
    }

    /// Whether everything is within its limits.
    fn check(&self) -> Result<(), Beyond> {
        self.beyond().into_iter().next().map_or(Ok(()), Err)
    }

    /// Whether a change brings nothing that is beyond its limit: what was so before, from an older
    /// program or a file, doesn't stand in the way of mending the rest.
    fn check_change(&self, before: &Self) -> Result<(), Beyond> {
        let was = before.beyond();
        let mut new = self.beyond().into_iter();
        new.find(|beyond| !was.contains(beyond)).map_or(Ok(()), Err)
    }
}

/// Gathers what is beyond its limit.
#[derive(Default)]
pub struct Gauge(Vec<Beyond>);

impl Gauge {
    fn within(&mut self, so: bool, why: impl FnOnce() -> String) {
        if !so {
            self.0.push(why());
        }
    }
}

impl Bounded for HouseRules {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within((1..=9).contains(&self.copies), || {
            format!(
                "a card is formatted after 1 to 9 verified copies, not {}",
                self.copies
            )
        });
        gauge.within((-40..=60).contains(&self.air_celsius), || {
            format!(
                "the air is taken from -40 to 60 °C, not {}",
                self.air_celsius
            )
        });
        let reference = Decibels::whole(-40)..=Decibels::whole(0);
        gauge.within(reference.contains(&self.sound_reference), || {
            format!(
                "the reference of sound stands from −40 to 0 dBFS, not at {}",
                self.sound_reference
            )
        });
        let headroom = Decibels::whole(0)..=Decibels::whole(40);
        gauge.within(headroom.contains(&self.sound_headroom), || {
            format!(
                "0 to 40 dB are kept above the peaks of sound, not {}",
                self.sound_headroom
            )
        });
        gauge.within(self.swap_level >= LEAST_LEVEL, || {
            format!(
                "cards are changed at {LEAST_LEVEL} to 100 % of what they hold, not at {}",
                self.swap_level
            )
        });
        gauge.within(self.reserve <= MOST_RESERVE, || {
            format!(
                "a reserve keeps 0 % to {MOST_RESERVE} of a card back, not {}",
                self.reserve
            )
        });
    }
}

impl Bounded for Station {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within((1..=32).contains(&self.readers), || {
            "the station has 1 to 32 readers".into()
        });
        gauge.within((1..=12).contains(&self.drives.len()), || {
            "the station has 1 to 12 drives".into()
        });
        let rates = [&self.reader_rate, &self.bus_rate];
        let mut rates = rates.into_iter().chain(&self.drives);
        gauge.within(rates.all(|rate| rate.0 > 0), || {
            "readers, bus and drives each carry more than 0 MB/s".into()
        });
        gauge.within(self.way <= LONGEST_PART, || {
            "the way from the camera to the reader takes at most 48 h".into()
        });
    }
}

impl Bounded for ScheduleEntry {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within(self.length.0 > 0 && self.length <= LONGEST_PART, || {
            format!("“{}” must last from 1 s to 48 h", self.name)
        });
        if let Rolls::Ratio {
            centiratio,
            cameras,
            ..
        } = self.rolls
        {
            gauge.within(centiratio > 0 && cameras > 0, || {
                format!(
                    "“{}” needs a ratio above zero and at least one camera",
                    self.name
                )
            });
            gauge.within(
                centiratio <= HIGHEST_CENTIRATIO && cameras <= MOST_CAMERAS,
                || {
                    format!(
                        "“{}” is taken with a ratio of at most {} and at most {MOST_CAMERAS} cameras",
                        self.name,
                        HIGHEST_CENTIRATIO / 100
                    )
                },
            );
        }
        let rolled = Span(self.rolls.seconds(self.length));
        gauge.within(rolled <= self.length, || {
            format!(
                "“{}” lasts {}; {} can’t be rolled in it",
                self.name,
                self.length.label(),
                rolled.label()
            )
        });
    }
}

impl Bounded for KitLine {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within(
            self.quantity <= Limits::QUANTITY && self.hired <= Limits::QUANTITY,
            || "a kit holds at most 10,000 of one thing".into(),
        );
        gauge.within(
            self.owner.chars().count() <= Limits::OWNER && is_plain(&self.owner),
            || {
                format!(
                    "an owner has at most {} letters, on one line",
                    Limits::OWNER
                )
            },
        );
    }
}

impl Bounded for RecordingSetting {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within(self.tracks <= Limits::TRACKS, || {
            format!(
                "a recorder has at most {} sound tracks, not {}",
                Limits::TRACKS,
                self.tracks
            )
        });
        gauge.within(self.media.len() <= Limits::MEDIA, || {
            format!(
                "a recorder holds at most {} cards or drives, not {}",
                Limits::MEDIA,
                self.media.len()
            )
        });
        gauge.within(
            self.pre_record.unwrap_or_default() <= super::incompatibility::LONGEST_PRE_RECORD,
            || "a pre-record keeps at most 10 min".into(),
        );
    }
}

impl Bounded for SoundSetting {
    fn gauge(&self, gauge: &mut Gauge) {
        let measured = self.measured.as_ref();
        let measured = measured.map_or(0, |measured| measured.from.chars().count());
        gauge.within(measured <= Limits::NAME, || {
            "what a level was measured from has a name of at most 80 letters".into()
        });
        let tuned = self.frequency_khz.unwrap_or(HIGHEST_KHZ);
        gauge.within((1_000..=HIGHEST_KHZ).contains(&tuned), || {
            format!("a transmitter is tuned from 1 to 10,000 MHz, not to {tuned} kHz")
        });
    }
}

impl Bounded for Position {
    fn gauge(&self, gauge: &mut Gauge) {
        let near = Length(5)..=Length(500_000);
        gauge.within(near.contains(&self.distance), || {
            format!(
                "a microphone stands from 5 mm to 500 m from what it hears, not {}",
                self.distance
            )
        });
    }
}

/// The tracks of one recorder.
impl Bounded for [TrackSetting] {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within(self.len() <= Limits::TRACKS, || {
            format!(
                "a recorder has at most {} sound tracks, not {}",
                Limits::TRACKS,
                self.len()
            )
        });
        let names = self.iter().filter_map(|track| track.name.as_ref());
        for name in names {
            gauge.within(
                is_visible(name) && name.chars().count() <= Limits::TRACK_NAME && is_plain(name),
                || {
                    format!(
                        "a track’s name is 1 to {} letters on one line",
                        Limits::TRACK_NAME
                    )
                },
            );
        }
        let most = self.iter().map(|track| track.from.len()).max();
        gauge.within(most.unwrap_or(0) <= Limits::TRACK_SOURCES, || {
            format!("at most {} sources go on one track", Limits::TRACK_SOURCES)
        });
    }
}

impl Bounded for OutputSetting {
    fn gauge(&self, gauge: &mut Gauge) {
        let links = self.links.unwrap_or(1);
        gauge.within([1, 2, 4].contains(&links), || {
            format!("a picture is spread over 1, 2 or 4 links, not {links}")
        });
    }
}

impl Bounded for Need {
    fn gauge(&self, gauge: &mut Gauge) {
        gauge.within(self.sound <= Limits::TRACKS, || {
            format!(
                "a need asks for at most {} sound channels, not {}",
                Limits::TRACKS,
                self.sound
            )
        });
    }
}
