//! What a thing is as an object: boxes, mass and centre, fastenings, what must stay free around it, where its
//! sockets are. Millimetres to the right, up and forward along the lens axis, from an origin of its own; of a
//! camera the lens mount’s flange, on the lens axis.

use super::{CatalogueError, FasteningKind, Tool};
use serde::{Deserialize, Serialize};
use transport::connector::Connector;
use units::quantity::Point;
use utoipa::ToSchema;

/// Nothing of a rig is further from its own origin, in millimetres.
const FURTHEST: f64 = 5_000.0;
/// Nothing of a rig is heavier, in grams.
const HEAVIEST: u32 = 200_000;
/// Boxes, fastenings, zones and sockets of one thing.
const MOST: usize = 60;

/// A thing of a rig, as an object. What isn’t said leaves the answers open that need it.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct Body {
    /// What it weighs, in grams.
    pub grams: u32,
    /// What it fills.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub boxes: Vec<Block>,
    /// Its centre of mass; that of its boxes where not said.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub centre: Option<Point>,
    /// What it is fastened with, and what is fastened on it.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub fastenings: Vec<Fastening>,
    /// What must stay free: doors, controls, vents, screens.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub zones: Vec<Zone>,
    /// Where a hand goes.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub grips: Vec<Grip>,
    /// Where its sockets are.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub sockets: Vec<Socket>,
    /// What it stands on.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub feet: Vec<Point>,
    /// For a body: width and height of its sensor.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub sensor_mm: Option<[f64; 2]>,
    /// For a lens.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub lens: Option<Lens>,
    /// For a lens adapter: what it makes of the image circle and the angle; 1 where it has no glass.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub magnifies: Option<f64>,
    /// For a matte box: width of its clear opening, and where it is along the lens axis.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub matte: Option<Matte>,
    /// For a motor: where its gear is.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub gear: Option<Point>,
    /// For a head, a gimbal, legs, an arm: the most that it carries, in grams.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub payload_grams: Option<u32>,
    /// Plugs that it holds in their sockets, for a cable clamp.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub clamps: Vec<Connector>,
    /// Whether what is on it hangs above people.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub overhead: bool,
    /// Whether it holds what hangs should its fastening give: a safety cable.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub secures: bool,
    /// For a gimbal: the box that a rig must stay in. For a case: its inside.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub inside: Option<Block>,
}

/// What fills a space.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Block {
    /// The corner to the left, below, behind.
    pub from: Point,
    /// The corner to the right, above, in front.
    pub to: Point,
    /// The axis that it is round about, where it is a cylinder.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub round: Option<Axis>,
}

/// An axis of a thing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Axis {
    /// To the right.
    X,
    /// Up.
    Y,
    /// Forward.
    Z,
}

/// A way that something faces.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Facing {
    /// Up.
    Up,
    /// Down.
    Down,
    /// To the camera’s left.
    Left,
    /// To the camera’s right.
    Right,
    /// Along the lens axis.
    Forward,
    /// Against it.
    Back,
}

impl Facing {
    /// As a way of length one.
    pub const fn way(self) -> Point {
        match self {
            Self::Up => Point::new(0.0, 1.0, 0.0),
            Self::Down => Point::new(0.0, -1.0, 0.0),
            Self::Left => Point::new(-1.0, 0.0, 0.0),
            Self::Right => Point::new(1.0, 0.0, 0.0),
            Self::Forward => Point::new(0.0, 0.0, 1.0),
            Self::Back => Point::new(0.0, 0.0, -1.0),
        }
    }
}

/// Which part a fastening has in a joint.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Side {
    /// Something is put on it.
    Carries,
    /// It is put on something.
    Sits,
}

/// What a thing is fastened with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Fastening {
    /// Short id.
    pub id: String,
    /// The kind.
    pub kind: FasteningKind,
    /// Its part in a joint.
    pub side: Side,
    /// Where.
    pub at: Point,
    /// The way out of the thing.
    pub faces: Facing,
    /// The way of its rail, or its front; forward where not said, up where it faces along the lens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub along: Option<Facing>,
    /// How far what sits there can slide along, from where to where, in millimetres.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub travel: Option<[f64; 2]>,
    /// For what clamps on rods, or holds them: how far along it grips, behind and ahead of its place.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grips_mm: Option<[f64; 2]>,
    /// Whether what sits there is turned about the fastening.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub turns: bool,
    /// Whether it is tilted.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub tilts: bool,
    /// Screws of the kind side by side: two keep from turning.
    #[serde(default = "one", skip_serializing_if = "is_one")]
    pub screws: u8,
    /// The moment that its maker says it bears, in N·m.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bears: Option<f64>,
    /// What it takes of its kind, where there are several: a mount, a plate’s system, a diameter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fits: Option<String>,
    /// What it is made with, where not with the usual.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub tool: Option<Tool>,
    /// Whether its screw is driven from the side of what carries, through it.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub from_behind: bool,
}

fn one() -> u8 {
    1
}

// serde hands over a reference.
#[allow(clippy::trivially_copy_pass_by_ref)]
fn is_one(screws: &u8) -> bool {
    *screws == 1
}

impl Fastening {
    /// The way of its rail, or its front.
    pub fn way_along(&self) -> Point {
        let usual = match self.faces {
            Facing::Forward | Facing::Back => Facing::Up,
            Facing::Up | Facing::Down | Facing::Left | Facing::Right => Facing::Forward,
        };
        self.along.unwrap_or(usual).way()
    }

    /// Where it is, in words: *top*, *top, 55 mm left*, *underside*.
    pub fn place(&self) -> String {
        /// What is nearer to the middle is in the middle, in millimetres.
        const MIDDLE: f64 = 20.0;
        let side = match self.faces {
            Facing::Up => "top",
            Facing::Down => "underside",
            Facing::Left => "left",
            Facing::Right => "right",
            Facing::Forward => "front",
            Facing::Back => "back",
        };
        let across = self.at[0];
        let upright = !matches!(self.faces, Facing::Left | Facing::Right);
        if upright && across.abs() >= MIDDLE {
            let way = if across < 0.0 { "left" } else { "right" };
            format!("{side}, {:.0} mm {way}", across.abs())
        } else {
            side.into()
        }
    }

    /// Whether what is said of a kind with several agrees: a mount, a diameter.
    pub fn fits(&self, other: &Self) -> bool {
        self.fits == other.fits
    }
}

/// What a zone is kept free for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum ZoneKind {
    /// The door of the cards.
    CardDoor,
    /// The door, or the way out, of the inner battery.
    BatteryDoor,
    /// Fingers on buttons.
    Control,
    /// Warm air.
    Vent,
    /// Eyes on a screen.
    Screen,
    /// What a microphone hears.
    Microphone,
}

/// A space that must stay free.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Zone {
    /// What it is called: *card door*.
    pub name: String,
    /// What for.
    pub kind: ZoneKind,
    /// The corner to the left, below, behind.
    pub from: Point,
    /// The corner to the right, above, in front.
    pub to: Point,
}

/// How a thing is held there.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum GripKind {
    /// It hangs from a hand, or a sling.
    Top,
    /// A hand at the side or in front steadies it.
    Side,
    /// It lies on a shoulder.
    Pad,
}

/// Where a hand, or a shoulder, goes.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Grip {
    /// How.
    pub kind: GripKind,
    /// The middle of the hand, or of the shoulder.
    pub at: Point,
    /// The space that the hand needs: its corner to the left, below, behind.
    pub from: Point,
    /// Its corner to the right, above, in front.
    pub to: Point,
}

/// Where a socket is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Socket {
    /// The port.
    pub port: String,
    /// Where.
    pub at: Point,
    /// The way that the plug points out.
    pub faces: Facing,
}

/// A lens.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Lens {
    /// Its focal length; of a zoom the shortest and the longest, in millimetres.
    pub focal_mm: [f64; 2],
    /// Its widest stop, as T.
    pub t_stop: f64,
    /// The diameter of its image, in millimetres.
    pub circle_mm: f64,
    /// The outer diameter of its front, in millimetres.
    pub front_mm: f64,
    /// The thread of its front, in millimetres, where it has one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub filter_mm: Option<f64>,
    /// Whether its front moves or turns when it focuses.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub front_moves: bool,
    /// Where its entrance pupil is, forward of its flange, in millimetres.
    pub pupil_mm: f64,
    /// Its gears: how far forward of its flange, and the radius there, in millimetres.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gears: Vec<LensGear>,
    /// How much it squeezes, where it is anamorphic.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub squeezes: Option<f64>,
}

/// A ring that a motor turns.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LensGear {
    /// What it turns: *focus*, *iris*, *zoom*.
    pub ring: String,
    /// How far forward of the flange, in millimetres.
    pub at_mm: f64,
    /// Its radius, in millimetres.
    pub radius_mm: f64,
}

/// What a matte box has in front of a lens.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Matte {
    /// The width of its clear opening, in millimetres.
    pub opening_mm: f64,
    /// The middle of that.
    pub at: Point,
    /// Filters at a time.
    pub stages: u8,
    /// The widest lens front that it goes over, in millimetres.
    pub lens_mm: f64,
}

impl Block {
    /// Its middle.
    pub fn middle(&self) -> Point {
        self.from.with(self.to, f64::midpoint)
    }

    /// What it holds, in cubic millimetres.
    pub fn volume(&self) -> f64 {
        let size = (self.to - self.from).map(|side| side.max(0.0));
        size.0.into_iter().product()
    }
}

impl Body {
    /// Its centre of mass, as said, else the middle of its boxes by what they hold; none without boxes.
    pub fn centre(&self) -> Option<Point> {
        self.centre.or_else(|| {
            let whole: f64 = self.boxes.iter().map(Block::volume).sum();
            (whole > 0.0).then(|| {
                let parts = self.boxes.iter();
                let sum = parts.fold(Point::default(), |sum, block| {
                    sum + block.middle() * block.volume()
                });
                sum * (1.0 / whole)
            })
        })
    }

    /// The fastening with this id.
    pub fn fastening(&self, id: &str) -> Option<&Fastening> {
        self.fastenings.iter().find(|fastening| fastening.id == id)
    }

    /// Every figure within what a rig has, every id once. A socket of a port that a crew took out says nothing.
    pub(super) fn check(&self, id: &str) -> Result<(), CatalogueError> {
        let wrong = |what: &str| {
            Err(CatalogueError::Body {
                entry: id.into(),
                what: what.into(),
            })
        };
        let corners = self.boxes.iter().flat_map(|block| [block.from, block.to]);
        let zones = self.zones.iter().flat_map(|zone| [zone.from, zone.to]);
        let grips = self
            .grips
            .iter()
            .flat_map(|grip| [grip.at, grip.from, grip.to]);
        let fastened = self.fastenings.iter().map(|fastening| fastening.at);
        let sockets = self.sockets.iter().map(|socket| socket.at);
        let points = corners
            .chain(zones)
            .chain(grips)
            .chain(fastened)
            .chain(sockets)
            .chain(self.feet.iter().copied())
            .chain(self.centre);
        if points
            .flat_map(|point| point.0)
            .any(|figure| figure.abs() > FURTHEST)
        {
            return wrong("a place further than 5 m from its origin");
        }
        if self.grams > HEAVIEST {
            return wrong("a mass above 200 kg");
        }
        let counts = [
            self.boxes.len(),
            self.fastenings.len(),
            self.zones.len(),
            self.grips.len(),
            self.sockets.len(),
            self.feet.len(),
        ];
        if counts.into_iter().any(|count| count > MOST) {
            return wrong("more than 60 boxes, fastenings, zones, grips, sockets or feet");
        }
        let turned = |from: &Point, to: &Point| (0..3).any(|axis| from[axis] > to[axis]);
        let inside_out = self
            .boxes
            .iter()
            .any(|block| turned(&block.from, &block.to))
            || self.zones.iter().any(|zone| turned(&zone.from, &zone.to))
            || self.grips.iter().any(|grip| turned(&grip.from, &grip.to));
        if inside_out {
            return wrong("a box whose first corner isn’t the one to the left, below and behind");
        }
        let mut ids: Vec<&str> = self.fastenings.iter().map(|it| it.id.as_str()).collect();
        ids.sort_unstable();
        if ids.windows(2).any(|pair| pair[0] == pair[1]) {
            return wrong("two fastenings of one id");
        }
        for fastening in &self.fastenings {
            if fastening.faces.way().dot(fastening.way_along()) != 0.0 {
                return wrong("a fastening whose rail runs the way that it faces");
            }
        }
        Ok(())
    }
}
