//! Findings: what the check has to say, each with a stable code, a severity, the numbers, the
//! reason, and fixes that the kit allows.

#![warn(missing_docs)]

mod codes;
mod fix;
mod judge;
mod needs;
pub mod words;

pub use codes::{Area, Code, CodePage, PAGES};
pub use fix::last_resorts;
pub use judge::{findings, left_open, meeting};

use engine::path::{Floor, Resolved};
use engine::power::Powered;
use engine::record::Recording;
use engine::rig::Rigged;
use engine::sound::Heard;
use model::document::{Command, Handle};
use rustc_hash::FxHashSet;
use serde::Serialize;
use utoipa::ToSchema;

/// How bad a finding is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Severity {
    /// Score knowing.
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
    /// What it is about.
    pub area: Area,
    /// How bad it is.
    pub severity: Severity,
    /// One plain sentence with the numbers in it.
    pub text: String,
    /// Why it is so.
    pub reason: String,
    /// Where it is.
    pub at: Location,
    /// What would mend it, best first.
    pub fixes: Vec<Fix>,
}

/// Where a finding is: what to select to see it.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct Location {
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
    /// The same as long as it does the same: made from what it does.
    pub id: String,
    /// What it does: *Set SDI 1 of A camera to 1920×1080p25 4:2:2 10-bit*.
    pub title: String,
    /// What it takes to do it.
    pub effort: Effort,
    /// The commands that do it.
    pub commands: Vec<Command>,
}

/// What it takes to carry a fix out, in the order in which a first assistant would try: a setting,
/// what lies unused in the kit, another cable, what costs something elsewhere, a hire, going without.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Effort {
    /// Something is set otherwise.
    Setting,
    /// Something of the kit that lies unused is put to use.
    Kit,
    /// A cable is run otherwise, or is another one.
    Cable,
    /// It makes something else worse: a picture poorer or later, a recording shorter.
    Compromise,
    /// Something is hired.
    Hire,
    /// Something is taken out.
    Removal,
}

impl Fix {
    /// A fix with its id and what it takes, both from what it does.
    pub fn new(title: impl Into<String>, commands: Vec<Command>) -> Self {
        let effort = Effort::of(&commands);
        Self {
            id: fix_id(&commands),
            title: title.into(),
            effort,
            commands,
        }
    }

    /// This one, and then another.
    pub fn then(self, next: Self) -> Self {
        let title = shortened(format!("{}; then {}", self.title, lower_first(&next.title)));
        let effort = self.effort.max(next.effort);
        let commands = [self.commands, next.commands].concat();
        Self {
            id: fix_id(&commands),
            title,
            effort,
            commands,
        }
    }
}

/// The id of a finding without the number that its namesakes are told apart by once all are there.
pub fn without_number(id: &str) -> &str {
    id.split_once('~').map_or(id, |(id, _)| id)
}

/// A short digest of what is done (64-bit FNV-1a over the commands' text).
fn fix_id(commands: &[Command]) -> String {
    let text = Command::stored(commands).unwrap_or_default();
    let digest = text.bytes().fold(0xcbf2_9ce4_8422_2325_u64, |hash, byte| {
        (hash ^ u64::from(byte)).wrapping_mul(0x0100_0000_01b3)
    });
    format!("fix-{digest:016x}")
}

/// A title that stays on a screen, in bytes, whatever it is written in.
fn shortened(mut title: String) -> String {
    const MOST: usize = 400;
    if title.len() > MOST {
        title.truncate(title.floor_char_boundary(MOST - '…'.len_utf8()));
        title.push('…');
    }
    title
}

fn lower_first(text: &str) -> String {
    let mut letters = text.chars();
    letters.next().map_or_else(String::new, |first| {
        first.to_lowercase().chain(letters).collect()
    })
}

impl Effort {
    fn of(commands: &[Command]) -> Self {
        let has = |is: fn(&Command) -> bool| commands.iter().any(is);
        let adds = has(|command| {
            matches!(
                command,
                Command::AddDevice { .. } | Command::Connect { .. } | Command::SetRecording { .. }
            )
        });
        if has(|command| matches!(command, Command::SetKit { .. } | Command::AddToKit { .. })) {
            Self::Hire
        } else if !adds
            && has(|command| {
                matches!(
                    command,
                    Command::RemoveDevice { .. }
                        | Command::Disconnect { .. }
                        | Command::RemoveNeed { .. }
                )
            })
        {
            Self::Removal
        } else if has(|command| {
            matches!(
                command,
                Command::Disconnect { .. } | Command::SetCable { .. } | Command::Connect { .. }
            )
        }) && !has(|command| matches!(command, Command::AddDevice { .. }))
        {
            Self::Cable
        } else if has(|command| {
            matches!(
                command,
                Command::AddDevice { .. } | Command::SetAdapters { .. }
            )
        }) {
            Self::Kit
        } else {
            Self::Setting
        }
    }
}

/// Whose fixes are proposed while findings are judged: proposing is more work than judging.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Proposals<'w> {
    /// Nobody's.
    #[default]
    None,
    /// Those of the finding with this id.
    Of(&'w str),
    /// Those of the findings with these ids.
    Among(&'w FxHashSet<&'w str>),
}

/// All that findings are judged on.
pub struct Facts<'f, 'a> {
    /// The floor.
    pub floor: &'f Floor<'a>,
    /// What runs where.
    pub resolved: &'f Resolved,
    /// What is recorded.
    pub recordings: &'f [Recording<'a>],
    /// The sound of it: levels, tracks, what doesn't match.
    pub heard: &'f Heard<'a>,
    /// What feeds what, and for how long.
    pub power: &'f Powered,
    /// What is mounted on what, and what follows from that.
    pub rig: &'f Rigged<'a>,
    /// Whose fixes are proposed.
    pub proposals: Proposals<'f>,
}

impl<'a> Facts<'_, 'a> {
    /// What is recorded at a placement.
    pub fn recording_at(&self, placement: usize) -> Option<&Recording<'a>> {
        let found = self
            .recordings
            .binary_search_by_key(&placement, |recording| recording.placement);
        found.ok().map(|at| &self.recordings[at])
    }

    /// Cameras whose picture a recorder records at one of its inputs.
    fn cameras_recorded_outside(&self) -> impl Iterator<Item = usize> {
        let inputs = self
            .recordings
            .iter()
            .filter_map(|recording| recording.input);
        let pictures = inputs.filter_map(|input| self.resolved.signals[input].picture);
        pictures.map(|picture| self.floor.ports[picture.origin].placement)
    }

    /// Whether the fixes of a finding are wanted, by its id without a number.
    fn proposes(&self, finding: &str) -> bool {
        match self.proposals {
            Proposals::None => false,
            Proposals::Of(id) => without_number(id) == finding,
            Proposals::Among(ids) => ids.contains(finding),
        }
    }
}
