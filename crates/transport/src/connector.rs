//! Connectors: what a plug is called, what goes into what, and how much room it takes. Those of the trade are rows of a
//! table; a maker’s own is any other name, and goes into itself.

use serde::de::Error;
use serde::{Deserialize, Deserializer, Serialize, Serializer};
use std::collections::HashMap;
use std::fmt;
use std::str::FromStr;
use std::sync::LazyLock;
utoipa::description! {
    use utoipa::openapi::{ObjectBuilder, RefOr, Schema};
}

/// The longest name of a connector, in bytes.
const LONGEST: usize = 23;

/// A socket, and the plug that fits it, by its name: `bnc`, `hdmi-a`. The sizes of HDMI look alike in a bag and don't fit
/// each other.
#[derive(Clone, Copy, PartialEq, Eq, Hash)]
pub struct Connector([u8; LONGEST]);

/// What is known of a connector.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, utoipa::ToSchema)]
pub struct ConnectorFacts {
    /// What it is called in files.
    #[schema(value_type = String)]
    pub id: Connector,
    /// What it is called in sentences.
    pub name: &'static str,
    /// What stands beside a socket in a drawing.
    pub short: &'static str,
    /// How far a straight plug sticks out with the stiff beginning of its cable, in millimetres, as a guide.
    pub straight_mm: f64,
    /// Its plug is long and stiff: a thin cable bends no nearer to it than a thick one.
    pub stiff: bool,
    /// A small jack: three contacts and four go into each other, and don’t work.
    pub small_jack: bool,
    /// A pull on the cable breaks it sooner than the cable.
    pub delicate: bool,
    /// It slips out of what is carried where nothing holds it.
    pub slips: bool,
    /// What goes on a run of coax: each adapter there costs level.
    pub coaxial: bool,
    /// How a battery sits on it, where one does.
    pub seat: Option<Seat>,
    /// Taps of a battery: one is made several by a splitter.
    pub tap: bool,
    /// The wall.
    pub mains: bool,
    /// An antenna, not a plug.
    pub air: bool,
    /// Nothing is plugged there.
    pub built_in: bool,
    /// Stands for a maker’s own at both ends of the cable that comes with it.
    pub any_own: bool,
}

/// How a battery sits on a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, utoipa::ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Seat {
    /// On a plate, which others are fed from as well.
    Plate,
    /// On the foot of a small device.
    Foot,
    /// In the slot of a body.
    Slot,
}

const fn row(id: &str, name: &'static str, short: &'static str) -> ConnectorFacts {
    ConnectorFacts {
        id: Connector::named(id),
        name,
        short,
        straight_mm: 40.0,
        stiff: false,
        small_jack: false,
        delicate: false,
        slips: false,
        coaxial: false,
        seat: None,
        tap: false,
        mains: false,
        air: false,
        built_in: false,
        any_own: false,
    }
}

const fn hdmi(id: &str, name: &'static str, short: &'static str) -> ConnectorFacts {
    ConnectorFacts {
        delicate: true,
        ..row(id, name, short)
    }
}

const fn xlr(id: &str, name: &'static str, short: &'static str) -> ConnectorFacts {
    ConnectorFacts {
        straight_mm: 65.0,
        stiff: true,
        ..row(id, name, short)
    }
}

const fn jack(id: &str, name: &'static str, short: &'static str) -> ConnectorFacts {
    ConnectorFacts {
        straight_mm: 35.0,
        small_jack: true,
        ..row(id, name, short)
    }
}

const fn seat(id: &str, name: &'static str, short: &'static str, seat: Seat) -> ConnectorFacts {
    ConnectorFacts {
        seat: Some(seat),
        ..row(id, name, short)
    }
}

/// Every connector of the trade.
pub const CONNECTORS: &[ConnectorFacts] = &[
    // 75 Ω.
    ConnectorFacts {
        straight_mm: 45.0,
        stiff: true,
        coaxial: true,
        ..row("bnc", "BNC", "BNC")
    },
    ConnectorFacts {
        straight_mm: 45.0,
        slips: true,
        ..row("hdmi-a", "full-size HDMI, type A", "HDMI A")
    },
    hdmi("hdmi-c", "mini HDMI, type C", "HDMI C"),
    hdmi("hdmi-d", "micro HDMI, type D", "HDMI D"),
    xlr("xlr-3", "XLR-3", "XLR"),
    // Two channels.
    xlr("xlr-5", "XLR-5", "XLR-5"),
    row("mini-xlr-3", "mini-XLR-3", "mini-XLR"),
    row("mini-xlr-5", "mini-XLR-5", "mini-XLR-5"),
    jack("jack35", "3.5 mm jack", "3.5 mm"),
    // Four contacts: telephones. It looks like the other.
    jack("jack35-trrs", "3.5 mm TRRS jack", "3.5 mm TRRS"),
    row("jack635", "1/4\" jack", "1/4\""),
    // The hot shoe of a body, with contacts for sound.
    row("hot-shoe", "hot shoe", "hot shoe"),
    row("rca", "RCA", "RCA"),
    ConnectorFacts {
        straight_mm: 35.0,
        slips: true,
        ..row("usb-c", "USB-C", "USB-C")
    },
    // Timecode and control on a small screw connector.
    row("pin-5", "5-pin", "5-pin"),
    // The socket of a body for a flash, which some take timecode by.
    row("flash-sync", "flash sync", "flash sync"),
    row("fibre", "fibre, LC duplex", "LC"),
    // The V-shaped wedge of large batteries, and the other plate of them.
    seat("v-mount", "V-mount", "V-mount", Seat::Plate),
    seat(
        "three-stud",
        "three-stud plate",
        "three-stud plate",
        Seat::Plate,
    ),
    seat(
        "camcorder",
        "7.2 V camcorder battery",
        "7.2 V camcorder battery",
        Seat::Foot,
    ),
    seat(
        "cell-a",
        "cinema body’s battery slot",
        "cinema body’s battery",
        Seat::Slot,
    ),
    seat(
        "cell-b",
        "mirrorless body’s battery slot",
        "mirrorless body’s battery",
        Seat::Slot,
    ),
    // 12 V class, as the battery gives it.
    ConnectorFacts {
        tap: true,
        ..row("d-tap", "D-tap", "D-tap")
    },
    // A small round plug with two pins, with a lock.
    row("dc-2", "2-pin", "2-pin"),
    ConnectorFacts {
        stiff: true,
        ..row("dc-4", "4-pin XLR", "4-pin XLR")
    },
    // A round plug of a body.
    ConnectorFacts {
        stiff: true,
        ..row("dc-8", "8-pin", "8-pin")
    },
    row("barrel-21", "barrel 5.5 × 2.1 mm", "barrel 5.5 × 2.1 mm"),
    // It goes over the other’s pin, and wobbles.
    row("barrel-25", "barrel 5.5 × 2.5 mm", "barrel 5.5 × 2.5 mm"),
    row("usb-a", "USB-A", "USB-A"),
    ConnectorFacts {
        mains: true,
        ..row("mains", "mains", "mains")
    },
    ConnectorFacts {
        air: true,
        ..row("air", "radio", "antenna")
    },
    ConnectorFacts {
        built_in: true,
        ..row("built-in", "built in", "built in")
    },
    ConnectorFacts {
        any_own: true,
        ..row("own", "a maker’s own plug", "own")
    },
];

/// What is reckoned with of a maker’s own.
const OWN: ConnectorFacts = row("", "", "");

impl Connector {
    /// BNC, 75 Ω.
    pub const BNC: Self = Self::named("bnc");

    /// A connector of that name; what is beyond the longest is cut off.
    const fn named(id: &str) -> Self {
        let (bytes, mut text, mut at) = (id.as_bytes(), [0; LONGEST], 0);
        while at < bytes.len() && at < LONGEST {
            text[at] = bytes[at];
            at += 1;
        }
        Self(text)
    }

    /// Its name in files.
    pub fn id(&self) -> &str {
        let end = self.0.iter().position(|byte| *byte == 0);
        std::str::from_utf8(&self.0[..end.unwrap_or(LONGEST)]).unwrap_or_default()
    }

    /// What is known of it; of a maker’s own what is usual.
    pub fn facts(self) -> &'static ConnectorFacts {
        self.known().unwrap_or(&OWN)
    }

    fn known(self) -> Option<&'static ConnectorFacts> {
        static BY_ID: LazyLock<HashMap<Connector, &ConnectorFacts>> =
            LazyLock::new(|| CONNECTORS.iter().map(|facts| (facts.id, facts)).collect());
        BY_ID.get(&self).copied()
    }

    /// Whether it is a maker’s own: none of the trade’s.
    pub fn is_own(self) -> bool {
        self.known().is_none_or(|facts| facts.any_own)
    }

    /// Whether a plug goes into a socket by hand. Three and four contacts of a small jack do, and
    /// don't work: that is another question.
    pub fn goes_into(self, socket: Self) -> bool {
        self == socket || (self.facts().small_jack && socket.facts().small_jack)
    }
}

impl fmt::Display for Connector {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.known().map_or(self.id(), |facts| facts.name))
    }
}

impl fmt::Debug for Connector {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(self.id())
    }
}

impl Serialize for Connector {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.serialize_str(self.id())
    }
}

/// Why something names no connector.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error(
    "“{0}” can’t be a connector: it is named in 1 to {LONGEST} small letters, digits and hyphens, like bnc or hdmi-a"
)]
pub struct NoConnector(String);

impl FromStr for Connector {
    type Err = NoConnector;

    fn from_str(id: &str) -> Result<Self, NoConnector> {
        let plain = |letter: char| matches!(letter, 'a'..='z' | '0'..='9' | '-');
        match !id.is_empty() && id.len() <= LONGEST && id.chars().all(plain) {
            true => Ok(Self::named(id)),
            false => Err(NoConnector(id.chars().take(60).collect())),
        }
    }
}

impl<'de> Deserialize<'de> for Connector {
    fn deserialize<D: Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        let id = String::deserialize(deserializer)?;
        id.parse().map_err(D::Error::custom)
    }
}

utoipa::description! {
impl utoipa::PartialSchema for Connector {
    fn schema() -> RefOr<Schema> {
        let known = CONNECTORS.iter().map(|facts| facts.id.id());
        let about = format!(
            "A socket, and the plug that fits it: {}; or a maker’s own, by any other name.",
            known.collect::<Vec<_>>().join(", ")
        );
        let text = ObjectBuilder::new()
            .schema_type(utoipa::openapi::schema::Type::String)
            .pattern(Some("^[a-z0-9-]{1,23}$"))
            .description(Some(about));
        RefOr::T(Schema::Object(text.build()))
    }
}

impl utoipa::ToSchema for Connector {}
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn those_of_the_trade_and_a_makers_own_are_named() {
        for facts in CONNECTORS {
            let again = facts.id.id().parse::<Connector>().unwrap();
            assert_eq!((again, again.is_own()), (facts.id, facts.any_own));
            assert_eq!(again.to_string(), facts.name);
        }
        let own: Connector = "kestle-7".parse().unwrap();
        assert_eq!((own.to_string().as_str(), own.is_own()), ("kestle-7", true));
        assert!(own.goes_into(own) && !own.goes_into(Connector::BNC));
        for bad in ["", "BNC", "a b", "12345678901234567890123x"] {
            assert!(bad.parse::<Connector>().is_err(), "{bad}");
        }
    }

    #[test]
    fn small_jacks_go_into_each_other() {
        let [three, four, large] =
            ["jack35", "jack35-trrs", "jack635"].map(|id| id.parse::<Connector>().unwrap());
        assert!(three.goes_into(four) && four.goes_into(three) && !three.goes_into(large));
    }
}
