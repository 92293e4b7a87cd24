//! Commands as people type them: `a.sdi1 > dir.sdi rg6 70 m`, `cut dir.sdi`, `format UHD 50p`,
//! `add 2 ashgill-5 as Focus to a`, `record a mezzanine-high on cfx-b-512`. With completion.

mod complete;
mod connection;
mod device;
mod recording;
mod sound;

pub use complete::{Completion, complete};

use super::{Build, Command, Production};
use crate::catalogue::Catalogue;
use crate::document::Handle;

/// A typed line, understood.
#[derive(Debug, Clone, PartialEq)]
pub struct Typed {
    /// What it asks for.
    pub commands: Vec<Command>,
}

/// A typed line that wasn't understood, and what is accepted there.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{0}")]
pub struct Misread(pub String);

/// What a line is read against.
struct Known<'a> {
    production: &'a Production,
    build: &'a Build,
    catalogue: &'a Catalogue,
}

type Read = fn(&str, &Known) -> Result<Vec<Command>, Misread>;

/// A word that begins a line.
struct Verb {
    word: &'static str,
    /// How the whole line is written.
    usage: &'static str,
    /// What it does.
    does: &'static str,
    read: Read,
}

/// Every word that begins a line; a line without one is a connection.
const VERBS: &[Verb] = &[
    Verb {
        word: "cut",
        usage: "cut dir.sdi",
        does: "takes the cable out of a port",
        read: connection::cut,
    },
    Verb {
        word: "set",
        usage: "set a.sdi1 1080p25",
        does: "sets what an output gives",
        read: connection::set,
    },
    Verb {
        word: "format",
        usage: "format UHD 25p",
        does: "sets the project format",
        read: device::format,
    },
    Verb {
        word: "add",
        usage: "add 2 ashgill-5 as Monitor to a",
        does: "adds devices to a unit",
        read: device::add,
    },
    Verb {
        word: "rename",
        usage: "rename dir to Director",
        does: "gives a device, a unit, the build or the production another name",
        read: device::rename,
    },
    Verb {
        word: "move",
        usage: "move dir to village",
        does: "lets a device travel with another unit",
        read: device::move_to,
    },
    Verb {
        word: "remove",
        usage: "remove dir",
        does: "takes a device out with its cables",
        read: device::remove,
    },
    Verb {
        word: "unit",
        usage: "unit Balcony",
        does: "adds a unit",
        read: device::unit,
    },
    Verb {
        word: "build",
        usage: "build Daytime handheld",
        does: "adds an empty build",
        read: device::build,
    },
    Verb {
        word: "kit",
        usage: "kit 2 ashgill-5",
        does: "owns so many more of a thing",
        read: device::own,
    },
    Verb {
        word: "hire",
        usage: "hire 2 ashgill-5",
        does: "hires so many more of a thing",
        read: device::hire,
    },
    Verb {
        word: "record",
        usage: "record a mezzanine-high on cfx-b-512",
        does: "sets codec and card of a recorder",
        read: recording::record,
    },
    Verb {
        word: "stop",
        usage: "stop a",
        does: "lets a recorder record nothing",
        read: recording::stop,
    },
    Verb {
        word: "last",
        usage: "last a 2h10",
        does: "says how long a recorder, or all, must last",
        read: recording::last,
    },
    Verb {
        word: "part",
        usage: "part Interview 10:00 1h30",
        does: "adds a part of the day that rolls from end to end",
        read: recording::part,
    },
    Verb {
        word: "clock",
        usage: "clock b jammed",
        does: "sets how a device gets its time: wired, jammed, free-run or record-run",
        read: recording::clock,
    },
    Verb {
        word: "timecode",
        usage: "timecode a 25",
        does: "sets the timecode that a device counts",
        read: recording::timecode,
    },
    Verb {
        word: "master",
        usage: "master mix",
        does: "names the device whose timecode the others follow",
        read: recording::master,
    },
    Verb {
        word: "gain",
        usage: "gain mix.in1 40 dB",
        does: "sets the gain of an input, an output or a microphone",
        read: sound::gain,
    },
    Verb {
        word: "48v",
        usage: "48v mix.in1 off",
        does: "switches 48 V at an input",
        read: sound::phantom,
    },
    Verb {
        word: "hears",
        usage: "hears boom1 talk 50 cm",
        does: "says what a microphone hears, and from how far",
        read: sound::hears,
    },
    Verb {
        word: "room",
        usage: "room 35 dB",
        does: "says how loud the room is by itself",
        read: sound::room,
    },
];

/// What begins a line, for who has typed nothing that is known.
fn accepted() -> String {
    let words: Vec<&str> = VERBS.iter().map(|verb| verb.word).collect();
    format!(
        "type a connection (a.sdi1 > dir.sdi), or begin with one of {}",
        words.join(", ")
    )
}

/// Reads a line typed for a build.
pub fn read_line(
    line: &str,
    production: &Production,
    build: &Build,
    catalogue: &Catalogue,
) -> Result<Typed, Misread> {
    let line = line.trim();
    let known = Known {
        production,
        build,
        catalogue,
    };
    if let Some((from, to)) = line.split_once('>') {
        return connection::connect(from, to, &known).map(|commands| Typed { commands });
    }
    let (word, rest) = line.split_once(char::is_whitespace).unwrap_or((line, ""));
    if word.is_empty() {
        return Err(Misread(accepted()));
    }
    let verb = VERBS.iter().find(|verb| verb.word == word);
    let verb = verb.ok_or_else(|| {
        let line = shortened(line);
        Misread(format!(
            "“{line}” isn’t something to do here: {}",
            accepted()
        ))
    })?;
    let rest = rest.trim();
    if rest.is_empty() {
        return Err(Misread(format!(
            "write it like {}: it {}",
            verb.usage, verb.does
        )));
    }
    let commands = (verb.read)(rest, &known)?;
    Ok(Typed { commands })
}

fn shortened(text: &str) -> String {
    text.chars().take(60).collect()
}

/// A sentence of another room, as it is.
fn misread(error: impl std::fmt::Display) -> Misread {
    Misread(error.to_string())
}

impl Known<'_> {
    /// The handle of a device, by its handle or its name.
    fn device(&self, typed: &str) -> Result<Handle, Misread> {
        let typed = typed.trim();
        let found = self.build.placements.iter().find(|placement| {
            placement.id == typed.to_lowercase() || placement.name.eq_ignore_ascii_case(typed)
        });
        found.map(|placement| placement.id.clone()).ok_or_else(|| {
            let handles: Vec<&str> = self
                .build
                .placements
                .iter()
                .take(20)
                .map(|placement| placement.id.as_str())
                .collect();
            let there = match handles.as_slice() {
                [] => "the floor is empty".to_string(),
                handles => format!("there are {}", handles.join(", ")),
            };
            Misread(format!(
                "there is no device “{}” here; {there}",
                shortened(typed)
            ))
        })
    }

    /// The id of a unit, by its id or its name.
    fn unit(&self, typed: &str) -> Result<Handle, Misread> {
        let typed = typed.trim();
        let found = self
            .build
            .units
            .iter()
            .find(|unit| unit.id == typed || unit.name.eq_ignore_ascii_case(typed));
        found.map(|unit| unit.id.clone()).ok_or_else(|| {
            let names: Vec<&str> = self
                .build
                .units
                .iter()
                .map(|unit| unit.id.as_str())
                .collect();
            Misread(format!(
                "there is no such unit; there are {}",
                names.join(", ")
            ))
        })
    }
}
