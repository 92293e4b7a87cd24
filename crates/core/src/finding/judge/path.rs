//! Problems of the path, as findings.

use super::air::of_air;
use super::gear::of_gear;
use super::links::of_links;
use crate::carriage::Margin;
use crate::carriage::coax::budget_db;
use crate::carriage::hdmi::Generation;
use crate::finding::codes::Code;
use crate::finding::words::list;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::{ConnectionIx, Load, PortIx, Problem, RunLength, giving};
use crate::quantity::thousandths;

pub fn of_path(facts: &Facts, problem: &Problem) -> Finding {
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
            let takes = facts.floor.takes(link.to).in_words();
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
            let reason = match facts.floor.hdmi(*port) {
                Some((Generation::V2_1, frl)) => {
                    format!("Its fixed-rate link ends at {frl} Gb/s.")
                }
                _ => format!(
                    "HDMI {has} ends at a TMDS character rate of {} MHz.",
                    has.tmds_limit_hz() / 1_000_000
                ),
            };
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
                "{} from {from} to {to} {verb} its reach of {metres} m{}.",
                facts.lead(*connection),
                if facts.floor.standing(*connection).lead.reach.is_some() {
                    ""
                } else {
                    " for this picture"
                }
            );
            let reason = why_long(facts, *connection, run);
            let finding =
                Finding::on_connection(facts, Code::LongRun, severity, *connection, text, reason);
            finding
                .with(fix::better_lead(facts, *connection))
                .with(fix::output_format(facts, *connection))
        }
        Problem::CannotGive { port, wanted } => {
            let placement = facts.floor.ports[*port].placement;
            let gives = giving(facts.floor, *port).in_words();
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
        Problem::SwitchedOff { .. }
        | Problem::KeepsRate { .. }
        | Problem::FellBack { .. }
        | Problem::RawNotTaken { .. }
        | Problem::Strain { .. } => of_gear(facts, problem),
        Problem::LoneLeg { .. }
        | Problem::LegsMissing { .. }
        | Problem::LegsOutOfOrder { .. }
        | Problem::LegMapping { .. }
        | Problem::LegLengths { .. } => of_links(facts, problem),
        Problem::OtherSystem { .. }
        | Problem::TooManyListeners { .. }
        | Problem::WeakRadio { .. }
        | Problem::SameChannel { .. }
        | Problem::NoChannel { .. } => of_air(facts, problem),
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

/// What makes a run long: its length, what is on it, what a passive loop joins to it.
fn why_long(facts: &Facts, connection: ConnectionIx, run: &RunLength) -> String {
    let coax = match facts.resolved.loads[connection] {
        Load::Sdi(sdi) => sdi.coax.map(|coax| (coax, budget_db(sdi.sdi.class))),
        _ => None,
    };
    let share = match coax {
        // With what is lost before it, the reach that is left says little: the loss does.
        Some((coax, covered)) => (coax.loss_db * 100.0 / covered) as u64,
        None => run.length.0 * 100 / run.reach.0.max(1),
    };
    let mut reason = format!(
        "The run is {share} % of the reach; runs are planned to {} % of it.",
        Margin::PLANNED_PERCENT
    );
    if let Some((coax, covered)) = coax {
        if coax.before_db + coax.adapters_db > 0.0 {
            reason = format!(
                "{:.1} of the {covered:.0} dB that the equalizer covers are lost: {share} %; runs are planned to {} %.",
                coax.loss_db,
                Margin::PLANNED_PERCENT
            );
        }
        if coax.before_db > 0.0 {
            reason += &format!(
                " A passive loop before it restores nothing: {:.1} dB are lost on the run up to it.",
                coax.before_db
            );
        }
        if coax.adapters_db > 0.0 {
            reason += &format!(" Adapters cost {:.1} dB.", coax.adapters_db);
        }
    }
    reason
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
        match path.and_then(|path| floor.input_for(output, path)) {
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
