//! Floors of one shape, as large as one likes: what a floor costs must not depend on how it is wired.

use model::document::{Build, Connection, Placement, PortRef, Production, Settings};
use units::quantity::Length;

/// How the devices of a generated floor are wired.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Shape {
    /// Half of them cameras, half screens, and no cable yet: a floor that is being built.
    Unwired,
    /// One transmitter, and receivers that all listen to it.
    Fan,
    /// A camera, and screens that each loop on to the next.
    Chain,
    /// Screens that loop on to the next, the last to the first.
    Circle,
    /// A camera, and amplifiers that each feed four.
    Tree,
    /// A battery, and splitters that each feed the next.
    Splitters,
    /// A microphone, and mixers that each take the mix of the one before.
    Mixers,
}

impl Shape {
    /// Every shape.
    pub const ALL: [Self; 7] = [
        Self::Unwired,
        Self::Fan,
        Self::Chain,
        Self::Circle,
        Self::Tree,
        Self::Splitters,
        Self::Mixers,
    ];

    /// What stands at a place, counted from 0.
    fn device(self, number: usize) -> &'static str {
        match (self, number) {
            (Self::Unwired, number) if number.is_multiple_of(2) => "orrell-c4",
            (Self::Unwired, _) => "ashgill-5",
            (Self::Fan, 0) | (Self::Chain, 0) | (Self::Tree, 0) => "orrell-c4",
            (Self::Fan, 1) => "pellow-w1t",
            (Self::Fan, _) => "pellow-w1r",
            (Self::Chain | Self::Circle, _) => "ashgill-7",
            (Self::Tree, _) => "merrin-d4",
            (Self::Splitters, 0) => "stannard-v150",
            (Self::Splitters, _) => "stannard-y4",
            (Self::Mixers, 0) => "dunmore-b1",
            (Self::Mixers, _) => "dunmore-x6",
        }
    }

    /// What feeds it: the feeder’s place and output, its own input, the cable.
    fn fed(
        self,
        number: usize,
        count: usize,
    ) -> Option<(usize, String, &'static str, &'static str)> {
        match (self, number) {
            (Self::Unwired, _) => None,
            (Self::Circle, 0) => Some((count - 1, "sdi-loop".into(), "sdi", "coax-mini")),
            (_, 0) => None,
            (Self::Fan, 1) | (Self::Chain | Self::Tree, 1) => {
                Some((0, "sdi1".into(), "sdi", "coax-mini"))
            }
            (Self::Fan, _) => Some((1, "air".into(), "air", "radio-pairing")),
            (Self::Splitters, 1) => Some((0, "dtap".into(), "dc", "dtap-dtap")),
            (Self::Splitters, _) => Some((number - 1, "dtap1".into(), "dc", "dtap-dtap")),
            (Self::Mixers, 1) => Some((0, "out".into(), "in1", "xlr")),
            (Self::Mixers, _) => Some((number - 1, "mix".into(), "in1", "xlr")),
            (Self::Chain | Self::Circle, _) => {
                Some((number - 1, "sdi-loop".into(), "sdi", "coax-mini"))
            }
            (Self::Tree, _) => {
                let (feeder, branch) = ((number - 2) / 4 + 1, (number - 2) % 4 + 1);
                Some((feeder, format!("out{branch}"), "sdi", "coax-mini"))
            }
        }
    }

    /// A production with one build of so many devices in this shape.
    pub fn floor(self, devices: usize) -> Production {
        let mut build = Build::empty("main", &format!("{self:?} of {devices}"));
        let unit = build.units[0].id.clone();
        let handle = |number: usize| format!("d{}", number + 1);
        for number in 0..devices {
            build.placements.push(Placement {
                id: handle(number).into(),
                name: format!("Device {}", number + 1),
                device: self.device(number).into(),
                unit: unit.clone(),
                settings: Settings::default(),
            });
            if let Some((feeder, output, input, cable)) = self.fed(number, devices) {
                let id = format!("l{}", build.connections.len() + 1);
                let from = PortRef::new(&handle(feeder), &output);
                let to = PortRef::new(&handle(number), input);
                let connection = Connection::between(&id, from, to, cable, Length(2_000));
                build.connections.push(connection);
            }
        }
        Production {
            builds: vec![build],
            ..Production::named(&format!("{self:?} of {devices}"))
        }
    }
}
