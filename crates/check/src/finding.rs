//! What a finding says, and what a fix does.

use crate::codes::{Area, Code};
use crate::facts::Facts;
use engine::path::{ConnectionIx, PortIx};
use model::document::{Command, Handle};
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
    /// For one that nothing mends, where fixes were looked for: why.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub stuck: Option<String>,
    /// How far it goes, where one of its kind can go further: of two with one id, the larger is the worse.
    #[serde(skip)]
    pub amount: Option<f64>,
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
    /// What it costs, in sentences: what was chosen and is given up, what is worse after it, what is to be hired.
    pub costs: Vec<String>,
    /// The commands that do it.
    pub commands: Vec<Command>,
    /// Where it slides one part along one rail: two of them are one.
    #[serde(skip)]
    pub slides: Option<Slide>,
}

/// A part slid along its rail.
#[derive(Debug, Clone, PartialEq)]
pub struct Slide {
    /// The part’s name.
    pub part: String,
    /// How far, in millimetres along the rail.
    pub by: f64,
    /// Which way that is on the rig: along the rail, and against it.
    pub ways: [&'static str; 2],
}

impl Slide {
    /// In words: *Slide A monitor 74 mm forward*.
    pub fn title(&self) -> String {
        let way = self.ways[usize::from(self.by < 0.0)];
        format!("Slide {} {:.0} mm {way}", self.part, self.by.abs())
    }
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
            costs: Vec::new(),
            commands,
            slides: None,
        }
    }

    /// A part slid, as one command does it.
    pub(crate) fn of_slide(slide: Slide, command: Command) -> Self {
        Self {
            slides: Some(slide.clone()),
            ..Self::new(slide.title(), vec![command])
        }
    }

    /// This one, and then another: two slides of one part are one.
    pub fn then(self, next: Self) -> Self {
        if let (Some(one), Some(other), [command]) =
            (&self.slides, &next.slides, &next.commands[..])
            && one.part == other.part
            && one.ways == other.ways
        {
            let slide = Slide {
                by: one.by + other.by,
                ..one.clone()
            };
            return Self::of_slide(slide, command.clone());
        }
        let title = shortened(format!("{}; then {}", self.title, lower_first(&next.title)));
        let effort = self.effort.max(next.effort);
        let commands = [self.commands, next.commands].concat();
        Self {
            id: fix_id(&commands),
            title,
            effort,
            costs: Vec::new(),
            commands,
            slides: None,
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

/// Where something is found.
#[derive(Debug, Clone, Copy)]
pub(crate) enum At {
    /// At a device.
    Device(usize),
    /// At a port: told apart from others of its device.
    Port(PortIx),
    /// On a cable.
    Cable(ConnectionIx),
    /// In a need.
    Need(usize),
    /// In the kit as a whole.
    Kit,
}

impl At {
    fn location(self, facts: &Facts) -> Location {
        let build = facts.floor.build;
        match self {
            Self::Device(placement) => Location {
                device: Some(build.placements[placement].id.clone()),
                ..Location::default()
            },
            Self::Port(port) => Self::Device(facts.floor.ports[port].placement).location(facts),
            Self::Cable(connection) => Location {
                device: Some(build.connections[connection].to.device.clone()),
                connection: Some(build.connections[connection].id.clone()),
                need: None,
            },
            Self::Need(need) => Location {
                device: Some(build.needs[need].at.clone()),
                need: Some(build.needs[need].id.clone()),
                connection: None,
            },
            Self::Kit => Location::default(),
        }
    }
}

impl Facts<'_, '_> {
    /// It will not work, or it will break something.
    pub(crate) fn stop(
        &self,
        code: Code,
        at: At,
        text: String,
        reason: impl Into<String>,
    ) -> Finding {
        self.finding(code, Severity::Stop, at, text, reason)
    }

    /// It works until something ordinary happens.
    pub(crate) fn caution(
        &self,
        code: Code,
        at: At,
        text: String,
        reason: impl Into<String>,
    ) -> Finding {
        self.finding(code, Severity::Caution, at, text, reason)
    }

    /// Worth knowing.
    pub(crate) fn note(
        &self,
        code: Code,
        at: At,
        text: String,
        reason: impl Into<String>,
    ) -> Finding {
        self.finding(code, Severity::Note, at, text, reason)
    }

    /// What is found, as bad as it is.
    pub(crate) fn finding(
        &self,
        code: Code,
        severity: Severity,
        at: At,
        text: String,
        reason: impl Into<String>,
    ) -> Finding {
        let place = at.location(self);
        let spots = [&place.connection, &place.need, &place.device];
        let spot = spots.into_iter().flatten().next();
        let spot = match at {
            At::Port(port) => self.floor.name(port).to_string(),
            _ => spot.map_or_else(String::new, Handle::to_string),
        };
        Finding {
            id: format!("{code}@{spot}"),
            code,
            area: code.area(),
            severity,
            text,
            reason: reason.into(),
            at: place,
            fixes: Vec::new(),
            stuck: None,
            amount: None,
        }
    }
}

impl Finding {
    /// How far it goes, in a unit that all of its id share.
    pub(crate) fn amounting(mut self, amount: f64) -> Self {
        self.amount = Some(amount);
        self
    }

    /// Adds what would mend it, where that is asked for.
    pub(crate) fn with<I: IntoIterator<Item = Fix>>(
        mut self,
        facts: &Facts,
        fixes: impl FnOnce() -> I,
    ) -> Self {
        if facts.proposes(&self.id) {
            self.fixes.extend(fixes());
        }
        self
    }
}
