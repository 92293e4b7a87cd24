//! Problems of the path, as findings.

use super::air::of_air;
use super::gear::of_gear;
use super::links::of_links;
use super::time::frames;
use crate::carriage::Margin;
use crate::carriage::coax::budget_db;
use crate::carriage::hdmi::{Generation, Hdmi};
use crate::finding::codes::Code;
use crate::finding::words::list;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::format::Sampling;
use crate::path::{ConnectionIx, Load, PortIx, Problem, SdiLoad, giving};
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
                .with(facts, || [fix::remove_device(facts, *placement)])
        }
        Problem::NoSuchPort { connection } => bad_connection(
            facts,
            *connection,
            "names a port that isn’t there, or runs the wrong way",
        ),
        Problem::UnknownCable { connection } => {
            bad_connection(facts, *connection, "is a cable that isn’t in the catalogue")
        }
        Problem::SecondCable { connection } => {
            bad_connection(facts, *connection, "is the second cable in one socket")
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
            finding.with(facts, || fix::converter(facts, *connection))
        }
        Problem::WrongCable { connection } => {
            let link = facts.floor.standing(*connection);
            let (output, input) = (
                facts.floor.ports[link.from].port,
                facts.floor.ports[link.to].port,
            );
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "{} doesn’t go from {from} ({}) to {to} ({}).",
                link.cable.name, output.connector, input.connector
            );
            let reason = format!(
                "Its ends are {} and {}; the sizes aren’t interchangeable.",
                link.cable.ends[0], link.cable.ends[1]
            );
            stop_on(Code::WrongCable, *connection, text, reason)
                .with(facts, || fix::right_cable(facts, *connection))
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
            finding.with(facts, || fix::format_or_converter(facts, *connection))
        }
        Problem::NoCarriage { connection, why } => {
            let (from, to) = facts.ends(*connection);
            let text = format!("What {from} sends to {to} doesn’t travel: {why}.");
            let reason = "Rasters that no wire carries are recorded where they are made.";
            stop_on(Code::NoCarriage, *connection, text, reason.into())
                .with(facts, || fix::output_format(facts, *connection))
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
            finding.with(facts, || fix::format_or_converter(facts, *connection))
        }
        Problem::OverHdmiPort {
            connection,
            port,
            needs,
            has,
            format,
        } => {
            let text = format!(
                "{format} needs {}; {} is {}.",
                hdmi_need(needs),
                facts.port(*port),
                match (has.0, needs.frl_gbps) {
                    (Generation::V2_1, Some(_)) => format!("HDMI 2.1 to {} Gb/s", has.1),
                    (generation, _) => format!("HDMI {generation}"),
                }
            );
            let reason = match *has {
                (Generation::V2_1, frl) => format!("Its fixed-rate link ends at {frl} Gb/s."),
                (generation, _)
                    if needs.tmds_character_rate_hz <= generation.tmds_limit_hz()
                        && needs.frl_gbps.is_none() =>
                {
                    format!(
                        "The rate would do; {} came after HDMI {generation}.",
                        if needs.sampling == Sampling::Yuv420 {
                            "4:2:0"
                        } else {
                            "deep colour"
                        }
                    )
                }
                (generation, _) => format!(
                    "HDMI {generation} ends at a TMDS character rate of {} MHz; this takes {}.",
                    generation.tmds_limit_hz() / 1_000_000,
                    match needs.frl_gbps {
                        Some(gbps) => format!("a fixed-rate link of {gbps} Gb/s"),
                        None => format!(
                            "{} MHz",
                            thousandths(needs.tmds_character_rate_hz, 1_000_000, 0)
                        ),
                    }
                ),
            };
            let finding = stop_on(Code::RateOverPort, *connection, text, reason);
            finding.with(facts, || fix::format_or_converter(facts, *connection))
        }
        Problem::OverSdiCable {
            connection,
            sdi,
            class,
        } => {
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "The cable from {from} to {to} is made for {class}; the picture needs {}.",
                sdi.class
            );
            let reason = format!(
                "{} Gb/s on {}.",
                thousandths(sdi.line_rate_bps, 1_000_000_000, 3),
                facts.cable(*connection)
            );
            let finding = stop_on(Code::RateOverCable, *connection, text, reason);
            finding
                .with(facts, || fix::better_cable(facts, *connection))
                .with(facts, || fix::output_format(facts, *connection))
        }
        Problem::OverHdmiCable {
            connection,
            needs,
            has,
        } => {
            let (from, to) = facts.ends(*connection);
            let text = format!(
                "The cable from {from} to {to} is made for HDMI {has}; the picture needs {}.",
                hdmi_need(needs)
            );
            let finding = stop_on(
                Code::RateOverCable,
                *connection,
                text,
                format!("It is {}.", facts.cable(*connection)),
            );
            finding
                .with(facts, || fix::better_cable(facts, *connection))
                .with(facts, || fix::output_format(facts, *connection))
        }
        Problem::OtherLevel { connection, sent } => {
            let (from, to) = facts.ends(*connection);
            let text = format!("{from} sends level {sent} on 3G, which {to} doesn’t take.");
            let reason = "1080 lines on 3G have two mappings (SMPTE ST 425-1), and each looks like no signal to the other.";
            let finding = stop_on(Code::OtherLevel, *connection, text, reason.into());
            finding.with(facts, || fix::level(facts, *connection))
        }
        Problem::LongRun {
            connection,
            run,
            share,
        } => {
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
            let reach = run.reach.reach_label();
            let text = format!(
                "{} from {from} to {to} {verb} its reach of {reach}{}.",
                facts.cable(*connection),
                if facts.floor.standing(*connection).cable.reach.is_some() {
                    ""
                } else {
                    " for this picture"
                }
            );
            let reason = why_long(facts, *connection, *share);
            let finding =
                Finding::on_connection(facts, Code::LongRun, severity, *connection, text, reason);
            finding
                .with(facts, || fix::better_cable(facts, *connection))
                .with(facts, || fix::output_format(facts, *connection))
                .with(facts, || fix::reclock(facts, *connection))
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
            finding.with(facts, || fix::follow_project(facts, *port))
        }
        Problem::SwitchedOff { .. }
        | Problem::KeepsRate { .. }
        | Problem::FellBack { .. }
        | Problem::RawNotTaken { .. }
        | Problem::Strain { .. }
        | Problem::Deinterlaced { .. } => of_gear(facts, problem),
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
                .with(facts, || fix::open_loop(facts, ports))
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
            finding.with(facts, || fix::feed(facts, *placement))
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
                "{name} counts {counts}, {other} counts {expected}: they run {} apart in an hour.",
                frames(apart)
            );
            let reason =
                "Everything in a build that carries time must agree in rate and in drop mode.";
            Finding::on_device(facts, code, Stop, *placement, text, reason)
                .with(facts, || fix::timecode(facts, *placement, *from))
        }
    }
}

/// What HDMI a picture needs: *HDMI 2.0*, *HDMI 2.1 at 32 Gb/s*.
fn hdmi_need(hdmi: &Hdmi) -> String {
    match hdmi.frl_gbps {
        Some(gbps) => format!("HDMI {} at {gbps} Gb/s", hdmi.generation),
        None => format!("HDMI {}", hdmi.generation),
    }
}

/// A share in percent with one decimal, rounded up: what is beyond a limit never reads as at it.
fn in_percent(share: f64) -> String {
    // A hundred-thousandth is the sums' own noise.
    format!("{:.1} %", ((share - 1e-7) * 1000.0).ceil() / 10.0)
}

/// What makes a run long: its length, what is on it, what passive loops and boxes join to it.
fn why_long(facts: &Facts, connection: ConnectionIx, share: f64) -> String {
    let from_there = format!(
        "from {} % on, an ordinary bend or a warm day may end the picture",
        Margin::PLANNED_PERCENT
    );
    let used = in_percent(share);
    match facts.resolved.loads[connection] {
        Load::Sdi(SdiLoad {
            sdi,
            coax: Some(coax),
            ..
        }) if coax.before_db + coax.adapters_db > 0.0 => {
            let mut reason = format!(
                "{:.1} of the {:.0} dB that the equalizer covers are lost: {used}; {from_there}.",
                coax.loss_db,
                budget_db(sdi.class)
            );
            if coax.before_db > 0.0 {
                reason += &format!(
                    " A passive loop before it restores nothing: {:.1} dB are lost on the run up to it.",
                    coax.before_db
                );
            }
            if coax.adapters_db > 0.0 {
                reason += &format!(" Adapters cost {:.1} dB.", coax.adapters_db);
            }
            reason
        }
        Load::Hdmi(hdmi) if hdmi.before > 0.0 => format!(
            "A passive box before it restores nothing: the cables up to it use {} of the reach, with this one it is {used}; {from_there}.",
            in_percent(hdmi.before)
        ),
        _ => format!("The run is {used} of the reach; {from_there}."),
    }
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
    finding.with(facts, || [fix::disconnect(facts, connection)])
}

/// Where the path to a dark destination ends.
fn why_nothing(facts: &Facts, placement: usize) -> String {
    let floor = facts.floor;
    let Some(device) = floor.devices[placement] else {
        return String::new();
    };
    let inputs = device.destination_inputs();
    let Some(mut port) = floor.chosen_input(placement, inputs) else {
        return "No cable is in any of its picture inputs.".into();
    };
    let other = inputs.iter().filter_map(|id| floor.port_of(placement, id));
    let other = other
        .filter(|input| *input != port)
        .find(|input| facts.resolved.signals[*input].picture.is_some());
    if let Some(other) = other {
        return format!(
            "It is switched to {}; a picture comes in at {}.",
            floor.ports[port].port.name, floor.ports[other].port.name
        );
    }
    loop {
        let Some(connection) = floor.into[port] else {
            return format!(
                "The path to it ends at {}, which has no cable.",
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
