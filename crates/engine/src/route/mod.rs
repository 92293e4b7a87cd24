//! Routes: the ways that the kit allows from a source to a destination. Each is a list of commands
//! with what it adds; the search works on what devices can do, without trying each on the floor.

mod commands;
mod idle;
mod search;
mod taps;

use crate::path::{ConnectionIx, PortIx};
use model::document::Command;
use units::format::{PictureFormat, Quality};
use units::quantity::Delay;

pub use commands::USUAL_DISTANCE;
pub use search::routes;

/// Where a route may begin and must end.
#[derive(Debug, Clone, Copy)]
pub struct Asked {
    /// The camera, or whichever device the picture begins at.
    pub source: usize,
    /// Only this output, where one was named.
    pub output: Option<PortIx>,
    /// The destination.
    pub target: usize,
    /// Only this input, where one was named.
    pub input: Option<PortIx>,
    /// Whether things that the kit doesn't hold may be hired from the catalogue.
    pub hire: bool,
}

/// A way from the source to the destination.
#[derive(Debug, Clone, PartialEq)]
pub struct Route {
    /// The output where it leaves what is there.
    pub tap: PortIx,
    /// The output's setting, where it has to change.
    pub set: Option<PictureFormat>,
    /// What is put in between, in order.
    pub boxes: Vec<Placed>,
    /// The input where it ends.
    pub input: PortIx,
    /// The cable that has to go from the input.
    pub replaces: Option<ConnectionIx>,
    /// The cable that goes on to a distribution amplifier at the tap.
    pub splits: Option<ConnectionIx>,
    /// What is left of the picture.
    pub quality: Quality,
    /// How late it is.
    pub delay: Delay,
    /// The commands that make it: one undo.
    pub commands: Vec<Command>,
}

/// A device put in between.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Placed {
    /// The catalogue's id.
    pub device: String,
    /// The port where the picture comes in.
    pub entry: String,
    /// The port where it goes out.
    pub exit: String,
    /// What its output has to be set to, where it can be set.
    pub format: Option<PictureFormat>,
    /// Whether it has to be hired.
    pub hired: bool,
    /// Where it stands on the floor already, idle: its place among the placements.
    pub standing: Option<usize>,
}

/// Why there is no route: the nearest that the search came.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum NoRoute {
    /// The source has no picture to give.
    #[error("{0} gives no picture now")]
    NoPicture(String),
    /// Every output that carries its picture is taken, and nothing splits one.
    #[error(
        "every output that carries the picture of {0} is taken, and the kit holds no distribution amplifier for it"
    )]
    NoOutput(String),
    /// The destination takes no picture.
    #[error("{0} takes no picture")]
    NoInput(String),
    /// Nothing in the kit turns what is sent into what is taken.
    #[error("nothing in the kit turns {sent} into what {target} takes ({takes})")]
    NothingBetween {
        /// What the source sends.
        sent: String,
        /// The destination’s name.
        target: String,
        /// What it takes.
        takes: String,
    },
}
