//! Problems of the path and of recordings, as findings.

use super::codes::Code;
use super::words::list;
use super::{Facts, Finding, Fix, Place, Severity, fix};
use crate::carriage::Margin;
use crate::path::{ConnectionIx, PortIx, Problem};
use crate::quantity::{Delay, thousandths};
use crate::record::{LimitKind, RecordProblem, Recording};

/// Everything that the check has to say, in the order of the build: stops first.
pub fn findings(facts: &Facts) -> Vec<Finding> {
    let mut found = Vec::new();
    for problem in &facts.resolved.problems {
        found.push(of_path(facts, problem));
    }
    for recording in facts.recordings {
        found.extend(
            recording
                .problems
                .iter()
                .map(|problem| of_recording(facts, recording, problem)),
        );
    }
    found.extend(unknown_codecs(facts));
    super::needs::judge(facts, &mut found);
    found.sort_by_key(|finding| std::cmp::Reverse(finding.severity));
    found
}

impl Finding {
    fn new(
        code: Code,
        severity: Severity,
        place: Place,
        text: String,
        reason: impl Into<String>,
    ) -> Self {
        let spots = [&place.connection, &place.need, &place.device];
        let spot = spots
            .into_iter()
            .flatten()
            .next()
            .map_or("", String::as_str);
        Self {
            id: format!("{code}@{spot}"),
            code,
            severity,
            text,
            reason: reason.into(),
            at: place,
            fixes: Vec::new(),
        }
    }

    /// A finding about a device.
    pub(super) fn on_device(
        facts: &Facts,
        code: Code,
        severity: Severity,
        placement: usize,
        text: String,
        reason: impl Into<String>,
    ) -> Self {
        let device = Some(facts.floor.build.placements[placement].id.clone());
        Self::new(
            code,
            severity,
            Place {
                device,
                ..Place::default()
            },
            text,
            reason,
        )
    }

    /// A finding about a need at a device.
    pub(super) fn on_need(
        facts: &Facts,
        code: Code,
        need: usize,
        text: String,
        reason: impl Into<String>,
    ) -> Self {
        let need = &facts.floor.build.needs[need];
        let place = Place {
            device: Some(need.at.clone()),
            need: Some(need.id.clone()),
            connection: None,
        };
        Self::new(code, Severity::Stop, place, text, reason)
    }

    fn on_connection(
        facts: &Facts,
        code: Code,
        severity: Severity,
        connection: ConnectionIx,
        text: String,
        reason: impl Into<String>,
    ) -> Self {
        let connection = &facts.floor.build.connections[connection];
        let place = Place {
            device: Some(connection.to.device.clone()),
            connection: Some(connection.id.clone()),
            need: None,
        };
        Self::new(code, severity, place, text, reason)
    }

    pub(super) fn with(mut self, fixes: impl IntoIterator<Item = Fix>) -> Self {
        self.fixes.extend(fixes);
        self
    }
}

fn of_path(facts: &Facts, problem: &Problem) -> Finding {
    use Severity::{Caution, Stop};
    let stop_on = |code, connection, text, reason: String| {
        Finding::on_connection(facts, code, Stop, connection, text, reason)
    };
    match problem {
        Problem::UnknownDevice { placement } => {
            let entry = &facts.floor.build.placements[*placement].device;
            let text = format!(
                "{} is a “{entry}”, which isn’t in the catalogue.",
                facts.device(*placement)
            );
            let reason =
                "Without its description nothing can be said about what it takes or gives.";
            Finding::on_device(facts, Code::UnknownDevice, Stop, *placement, text, reason)
                .with([fix::remove_device(facts, *placement)])
        }
        Problem::NoSuchPort { connection } => bad_connection(
            facts,
            *connection,
            "names a port that isn’t there, or runs the wrong way",
        ),
        Problem::UnknownLead { connection } => {
            bad_connection(facts, *connection, "is a lead that isn’t in the catalogue")
        }
        Problem::SecondLead { connection } => {
            bad_connection(facts, *connection, "is the second lead in one socket")
        }
        Problem::OtherWire { connection } => {
            let link = facts.floor.standing(*connection);
            let (from, to) = facts.ends(*connection);
            let wire = |port: PortIx| facts.floor.ports[port].port.wire;
            let text = format!(
                "{from} sends {}, {to} takes {}.",
                wire(link.from),
                wire(link.to)
            );
            let finding = stop_on(
                Code::OtherWire,
                *connection,
                text,
                "Different wires need a converter, not an adapter.".into(),
            );
            finding.with(fix::converter(facts, *connection))
        }
        Problem::WrongLead { connection } => {
            let link = facts.floor.standing(*connection);
            let (output, input) = (
                facts.floor.ports[link.from].port,
                facts.floor.ports[link.to].port,
            );
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "{} doesn’t go from {from} ({}) to {to} ({}).",
                link.lead.name, output.connector, input.connector
            );
            let reason = format!(
                "Its ends are {} and {}; the sizes aren’t interchangeable.",
                link.lead.ends[0], link.lead.ends[1]
            );
            stop_on(Code::WrongLead, *connection, text, reason)
                .with(fix::right_lead(facts, *connection))
        }
        Problem::NotTaken { connection, format } => {
            let link = facts.floor.standing(*connection);
            let (from, to) = facts.ends(*connection);
            let takes = facts.floor.ports[link.to].port.formats.in_words();
            let text = format!("{to} doesn’t take the {format} that {from} sends.");
            let finding = stop_on(
                Code::FormatNotTaken,
                *connection,
                text,
                format!("It takes {takes}."),
            );
            finding.with(fix::format_or_converter(facts, *connection))
        }
        Problem::NoCarriage { connection, why } => {
            let (from, to) = facts.ends(*connection);
            let text = format!("What {from} sends to {to} doesn’t travel: {why}.");
            let reason = "Rasters that no wire carries are recorded where they are made.";
            stop_on(Code::NoCarriage, *connection, text, reason.into())
                .with(fix::output_format(facts, *connection))
        }
        Problem::OverSdiPort {
            connection,
            port,
            sdi,
            class,
            format,
        } => {
            let rate = thousandths(sdi.line_rate_bps, 1_000_000_000, 3);
            let wire = if sdi.links > 1 {
                format!("{} × {}", sdi.links, sdi.class)
            } else {
                sdi.class.to_string()
            };
            let text = format!(
                "{format} needs {wire} ({rate} Gb/s); {} is {class}.",
                facts.port(*port)
            );
            let reason = format!(
                "{} × {} pixels × {} frames × {} bits; {class} carries {} Gb/s ({}).",
                sdi.total_width,
                sdi.total_height,
                format.rate,
                sdi.container_bits,
                thousandths(class.line_rate_bps(), 1_000_000_000, 3),
                class.standard()
            );
            let finding = stop_on(Code::RateOverPort, *connection, text, reason);
            finding.with(fix::format_or_converter(facts, *connection))
        }
        Problem::OverHdmiPort {
            connection,
            port,
            needs,
            has,
            format,
        } => {
            let text = format!(
                "{format} needs HDMI {needs}; {} is HDMI {has}.",
                facts.port(*port)
            );
            let reason = format!(
                "HDMI {has} ends at a TMDS character rate of {} MHz.",
                has.tmds_limit_hz() / 1_000_000
            );
            let finding = stop_on(Code::RateOverPort, *connection, text, reason);
            finding.with(fix::format_or_converter(facts, *connection))
        }
        Problem::OverSdiLead {
            connection,
            sdi,
            class,
        } => {
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "The lead from {from} to {to} is made for {class}; the picture needs {}.",
                sdi.class
            );
            let reason = format!(
                "{} Gb/s on {}.",
                thousandths(sdi.line_rate_bps, 1_000_000_000, 3),
                facts.lead(*connection)
            );
            let finding = stop_on(Code::RateOverLead, *connection, text, reason);
            finding
                .with(fix::better_lead(facts, *connection))
                .with(fix::output_format(facts, *connection))
        }
        Problem::OverHdmiLead {
            connection,
            needs,
            has,
        } => {
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "The lead from {from} to {to} is made for HDMI {has}; the picture needs HDMI {needs}."
            );
            let finding = stop_on(
                Code::RateOverLead,
                *connection,
                text,
                format!("It is {}.", facts.lead(*connection)),
            );
            finding
                .with(fix::better_lead(facts, *connection))
                .with(fix::output_format(facts, *connection))
        }
        Problem::OtherLevel { connection, sent } => {
            let (from, to) = facts.ends(*connection);
            let text = format!("{from} sends level {sent} on 3G, which {to} doesn’t take.");
            let reason = "1080p at 47.95 to 60 frames has two mappings on 3G (SMPTE ST 425-1), and each looks like no signal to the other.";
            let finding = stop_on(Code::OtherLevel, *connection, text, reason.into());
            finding.with(fix::level(facts, *connection))
        }
        Problem::LongRun { connection, run } => {
            let (from, to) = facts.ends(*connection);
            let severity = if run.margin == Margin::Stop {
                Stop
            } else {
                Caution
            };
            let verb = if severity == Stop {
                "is beyond"
            } else {
                "is close to"
            };
            let metres = thousandths(run.reach.0, 1000, 0);
            let text = format!(
                "{} from {from} to {to} {verb} its reach of {metres} m for this picture.",
                facts.lead(*connection)
            );
            let share = run.length.0 * 100 / run.reach.0.max(1);
            let reason = format!(
                "The run is {share} % of the reach; runs are planned to {} % of it.",
                Margin::PLANNED_PERCENT
            );
            let finding =
                Finding::on_connection(facts, Code::LongRun, severity, *connection, text, reason);
            finding
                .with(fix::better_lead(facts, *connection))
                .with(fix::output_format(facts, *connection))
        }
        Problem::CannotGive { port, wanted } => {
            let placement = facts.floor.ports[*port].placement;
            let gives = facts.floor.ports[*port].port.formats.in_words();
            let text = format!("{} doesn’t give {wanted}.", facts.port(*port));
            let mut finding = Finding::on_device(
                facts,
                Code::CannotGive,
                Stop,
                placement,
                text,
                format!("It gives {gives}."),
            );
            finding.id = format!("{}@{}", Code::CannotGive, facts.floor.name(*port));
            finding.with(fix::follow_project(facts, *port))
        }
        Problem::Loop { ports } => {
            let names: Vec<String> = ports
                .iter()
                .map(|port| facts.floor.name(*port).to_string())
                .collect();
            let placement = facts.floor.ports[ports[0]].placement;
            let text = format!("These ports feed each other in a circle: {}.", list(&names));
            let reason = "A picture has to begin somewhere; in a circle there is none.";
            Finding::on_device(facts, Code::Loop, Stop, placement, text, reason)
                .with(fix::open_loop(facts, ports))
        }
        Problem::NothingArrives { placement } => {
            let text = format!("No picture arrives at {}.", facts.device(*placement));
            let finding = Finding::on_device(
                facts,
                Code::NothingArrives,
                Stop,
                *placement,
                text,
                why_nothing(facts, *placement),
            );
            finding.with(fix::feed(facts, *placement))
        }
        Problem::OtherTimecode {
            placement,
            counts,
            expected,
            from,
        } => {
            let (name, other) = (facts.device(*placement), facts.device(*from));
            let apart = counts.frames_apart_an_hour(*expected);
            let code = if counts.rate() == expected.rate() {
                Code::DropMode
            } else {
                Code::TimecodeRate
            };
            let text = format!(
                "{name} counts {counts}, {other} counts {expected}: they run {} frames apart in an hour.",
                if apart < 100.0 {
                    format!("{apart:.1}")
                } else {
                    format!("{apart:.0}")
                }
            );
            let reason =
                "Everything in a build that carries time must agree in rate and in drop mode.";
            Finding::on_device(facts, code, Stop, *placement, text, reason)
                .with(fix::timecode(facts, *placement, *expected))
        }
    }
}

/// Recorders that are set to a codec which nobody knows.
fn unknown_codecs<'f>(facts: &'f Facts) -> impl Iterator<Item = Finding> + 'f {
    let placements = facts.floor.build.placements.iter().enumerate();
    placements.filter_map(|(placement, known)| {
        let codec = &known.settings.recording.as_ref()?.codec;
        let unknown = facts.floor.devices[placement].is_some()
            && facts.floor.catalogue.codec(codec).is_none();
        unknown.then(|| {
            let text = format!(
                "{} is set to record “{codec}”, which isn’t in the catalogue.",
                known.name
            );
            let reason = "Its data rate isn’t known; choose a codec in the Record view.";
            Finding::on_device(
                facts,
                Code::UnknownDevice,
                Severity::Stop,
                placement,
                text,
                reason,
            )
        })
    })
}

fn bad_connection(facts: &Facts, connection: ConnectionIx, what: &str) -> Finding {
    let known = &facts.floor.build.connections[connection];
    let text = format!("The connection {} > {} {what}.", known.from, known.to);
    let finding = Finding::on_connection(
        facts,
        Code::BadConnection,
        Severity::Stop,
        connection,
        text,
        "It carries nothing.",
    );
    finding.with([fix::disconnect(facts, connection)])
}

/// Where the path to a dark destination ends.
fn why_nothing(facts: &Facts, placement: usize) -> String {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return String::new();
    };
    let Some(mut port) = floor.chosen_input(placement, device.destination_inputs()) else {
        return "No lead is in any of its picture inputs.".into();
    };
    loop {
        let Some(connection) = floor.into[port] else {
            return format!(
                "The path to it ends at {}, which has no lead.",
                facts.port(port)
            );
        };
        let output = floor.standing(connection).from;
        let node = floor.ports[output];
        let paths = floor.devices[node.placement]
            .map(|device| device.paths.as_slice())
            .unwrap_or_default();
        let path = paths.iter().find(|path| path.to.contains(&node.port.id));
        match path.and_then(|path| floor.chosen_input(node.placement, &path.from)) {
            Some(input) => port = input,
            None => {
                return format!(
                    "The path to it ends at {}, which gets nothing to pass on.",
                    facts.device(node.placement)
                );
            }
        }
    }
}

fn of_recording(facts: &Facts, recording: &Recording, problem: &RecordProblem) -> Finding {
    let placement = recording.placement;
    let name = facts.device(placement);
    let on = |code, severity, text, reason: String| {
        Finding::on_device(facts, code, severity, placement, text, reason)
    };
    match problem {
        RecordProblem::HoldsMore { file, picture } => {
            let parts =
                |quality: &crate::format::Quality| format!("{} {}", quality.bits, quality.sampling);
            let article = |bits: &str| if bits.starts_with('8') { "an" } else { "a" };
            let (file_says, picture_says) = if file.raster == picture.raster {
                (parts(file), parts(picture))
            } else {
                (
                    format!("{} {}", file.raster, parts(file)),
                    format!("{} {}", picture.raster, parts(picture)),
                )
            };
            let text = format!(
                "{name} makes {} {file_says} file of {} {picture_says} picture.",
                article(&file_says),
                article(&picture_says)
            );
            let reason = "A container never restores what was lost before it.".into();
            on(Code::HoldsMore, Severity::Caution, text, reason)
                .with(fix::match_codec(facts, recording, *picture, *file))
        }
        RecordProblem::FormatNotRecorded { format } => {
            let ability = facts.floor.devices[placement].and_then(|device| device.records.as_ref());
            let records = ability.map_or_else(String::new, |ability| ability.formats.in_words());
            let text = format!("{name} doesn’t record {}.", format.frame());
            on(
                Code::FormatNotRecorded,
                Severity::Stop,
                text,
                format!("It records {records}."),
            )
            .with(fix::recordable(facts, recording))
        }
        RecordProblem::CodecNotRecorded => {
            let text = format!("{name} doesn’t record {}.", recording.codec.name);
            let ability = facts.floor.devices[placement].and_then(|device| device.records.as_ref());
            let known = ability.map_or_else(String::new, |ability| list(&ability.codecs));
            on(
                Code::FormatNotRecorded,
                Severity::Stop,
                text,
                format!("It records {known}."),
            )
            .with(fix::own_codec(facts, recording))
        }
        RecordProblem::NoMedium => {
            let text = format!("{name} has nothing to record on.");
            on(
                Code::NoMedium,
                Severity::Stop,
                text,
                "No card or drive is in its slots.".into(),
            )
            .with(fix::media(facts, recording))
        }
        RecordProblem::NotInCatalogue { id } => {
            let text = format!("{name} holds “{id}”, which isn’t in the catalogue.");
            on(
                Code::UnknownDevice,
                Severity::Stop,
                text,
                "Its size and speed aren’t known.".into(),
            )
            .with(fix::media(facts, recording))
        }
        RecordProblem::TooSlow {
            medium,
            needed,
            sustained,
        } => {
            let megabytes = |rate: u64| thousandths(rate, 8_000_000, 1);
            let text = format!(
                "{medium} in {name} keeps up {} MB/s; the recording needs {} MB/s.",
                megabytes(sustained.0),
                megabytes(needed.0)
            );
            let reason = "The data rate and a quarter more must be kept up all the time (a tenth more than a band’s high end).".into();
            on(Code::TooSlow, Severity::Stop, text, reason)
                .with(fix::media(facts, recording))
                .with(fix::lighter_codec(facts, recording))
        }
        RecordProblem::EndsEarly {
            limit,
            need,
            length,
        } => {
            let need = &facts.floor.build.needs[*need];
            let cause = match limit.kind {
                LimitKind::Medium => "its media are full",
                LimitKind::Clip => "it ends a clip by itself",
                LimitKind::Heat => "it is expected to stop for heat",
            };
            let text = format!(
                "{name} must record {}; after {} {cause}.",
                length.label(),
                limit.after.label()
            );
            let reason = match limit.kind {
                LimitKind::Medium => recording.time.as_ref().map_or_else(String::new, |time| {
                    format!("{} on {}.", time.rate_label, crate::quantity::Bytes(time.usable_bytes).label())
                }),
                _ => "It is a limit of the device, whatever the card; recording outside it isn’t limited so.".into(),
            };
            let mut finding = on(Code::EndsEarly, Severity::Stop, text, reason);
            finding.at.need = Some(need.id.clone());
            if limit.kind == LimitKind::Medium {
                finding = finding
                    .with(fix::media(facts, recording))
                    .with(fix::lighter_codec(facts, recording));
            }
            finding
        }
        RecordProblem::SoundLost { tracks, arrive } => {
            let reason = match recording.feed.lost_at {
                Some((port, left)) => format!("{} passes on {left}.", facts.port(port)),
                None => "None was lost on the way: no more is sent.".into(),
            };
            let plural = |n: usize, one: &str, more: &str| {
                if n == 1 {
                    format!("{n} {one}")
                } else {
                    format!("{n} {more}")
                }
            };
            let comes = if *arrive == 0 {
                "none arrives".into()
            } else {
                plural(*arrive, "arrives", "arrive")
            };
            let text = format!(
                "{name} is set to record {}; {comes}.",
                plural(*tracks, "sound track", "sound tracks")
            );
            on(Code::SoundLost, Severity::Caution, text, reason)
                .with(fix::sound(facts, recording, *arrive))
        }
    }
}

/// A delay against its limit, in words.
pub(super) fn late(delay: Delay, within: Delay) -> String {
    format!(
        "{} after the lens; {} is what it may be",
        delay.label(),
        within.label()
    )
}
