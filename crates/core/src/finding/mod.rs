//! Findings: what the check has to say, each with a stable code, a severity, the numbers, the
//! reason, and fixes that the kit allows.

mod codes;
mod fix;
mod judge;
mod needs;
mod words;

pub use codes::{Code, CodePage, PAGES};
pub use judge::findings;

use crate::document::{Command, Handle};
use crate::path::{Floor, Resolved};
use crate::record::Recording;
use serde::Serialize;
use utoipa::ToSchema;

/// How bad a finding is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Severity {
    /// Worth knowing.
    Note,
    /// It works until something ordinary happens.
    Caution,
    /// It will not work, or it will break something.
    Stop,
}

/// One thing that the check has to say.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Finding {
    /// Stable while its cause stays: the code and the place.
    pub id: String,
    /// The kind: `V-104`.
    pub code: Code,
    /// How bad it is.
    pub severity: Severity,
    /// One plain sentence with the numbers in it.
    pub text: String,
    /// Why it is so.
    pub reason: String,
    /// Where it is.
    pub at: Place,
    /// What would mend it, best first.
    pub fixes: Vec<Fix>,
}

/// Where a finding is: what to select to see it.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct Place {
    /// The device.
    pub device: Option<Handle>,
    /// The connection.
    pub connection: Option<Handle>,
    /// The need.
    pub need: Option<Handle>,
}

/// Something that would mend a finding: one undo.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Fix {
    /// What it does: *Set SDI 1 of A camera to 1920×1080p25 4:2:2 10-bit*.
    pub title: String,
    /// The commands that do it.
    pub commands: Vec<Command>,
}

/// All that findings are judged on.
pub struct Facts<'f, 'a> {
    /// The floor.
    pub floor: &'f Floor<'a>,
    /// What runs where.
    pub resolved: &'f Resolved,
    /// What is recorded.
    pub recordings: &'f [Recording<'a>],
}
