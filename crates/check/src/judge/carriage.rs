//! What a wire, its ends and its cable make of a picture, as findings.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, Severity, fix};
use engine::path::{CableLoad, CarriageProblem, ConnectionIx, PortIx, RunLength, SdiLoad};
use transport::coax::budget_db;
use transport::hdmi::{Generation, Hdmi};
use transport::sdi::{Level, Sdi, SdiClass};
use transport::{Margin, NotCarried};
use units::format::{PictureFormat, Sampling};
use units::quantity::thousandths;

pub fn of_carriage(facts: &Facts, problem: &CarriageProblem) -> Finding {
    match problem {
        CarriageProblem::NotTaken { connection, format } => not_taken(facts, *connection, format),
        CarriageProblem::RawNotTaken { connection } => raw_not_taken(facts, *connection),
        CarriageProblem::FellBack {
            connection,
            wanted,
            given,
        } => fell_back(facts, *connection, wanted, given),
        CarriageProblem::NoCarriage { connection, why } => no_carriage(facts, *connection, *why),
        CarriageProblem::OverSdiPort {
            connection,
            port,
            sdi,
            class,
            format,
        } => over_sdi_port(facts, *connection, *port, sdi, class, format),
        CarriageProblem::OverHdmiPort {
            connection,
            port,
            needs,
            has,
            format,
        } => over_hdmi_port(facts, *connection, *port, needs, has, format),
        CarriageProblem::OverSdiCable {
            connection,
            sdi,
            class,
        } => over_sdi_cable(facts, *connection, sdi, class),
        CarriageProblem::OverHdmiCable {
            connection,
            needs,
            has,
        } => over_hdmi_cable(facts, *connection, needs, has),
        CarriageProblem::OtherLevel { connection, sent } => other_level(facts, *connection, sent),
        CarriageProblem::LongRun {
            connection,
            run,
            share,
        } => long_run(facts, *connection, run, *share),
    }
}

fn not_taken(facts: &Facts, connection: ConnectionIx, format: &PictureFormat) -> Finding {
    let link = facts.floor.link(connection);
    let (from, to) = facts.ends(connection);
    let takes = facts.floor.takes(link.to).in_words();
    let text = format!("{to} doesn’t take the {format} that {from} sends.");
    let finding = facts.stop(
        Code::FormatNotTaken,
        At::Cable(connection),
        text,
        format!("It takes {takes}."),
    );
    finding.with(facts, || fix::format_or_converter(facts, connection))
}

fn raw_not_taken(facts: &Facts, connection: ConnectionIx) -> Finding {
    let link = facts.floor.link(connection);
    let (from, to) = facts.ends(connection);
    let origin = facts.resolved.signals[link.from]
        .picture
        .map(|picture| picture.origin);
    let name = origin.and_then(|origin| facts.floor.output_setting(origin)?.raw.as_deref());
    let text = format!(
        "{from} sends “{}”, which {to} doesn’t name.",
        name.unwrap_or("raw")
    );
    let reason = "Sensor raw is a private protocol in a standard wire: both ends name the same one, or there is no picture.";
    facts
        .stop(Code::RawNotTaken, At::Cable(connection), text, reason)
        .with(facts, || {
            origin.map(|origin| fix::picture_not_raw(facts, origin))
        })
}

fn fell_back(
    facts: &Facts,
    connection: ConnectionIx,
    wanted: &PictureFormat,
    given: &PictureFormat,
) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!("{from} sends {given}, not {wanted}: {to} takes no more of that frame.");
    let reason = "An HDMI source reads what its sink takes and gives way in sampling and depth.";
    facts.note(Code::FellBack, At::Cable(connection), text, reason)
}

fn no_carriage(facts: &Facts, connection: ConnectionIx, why: NotCarried) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!("{from} can’t send that to {to}: {why}.");
    let reason = "Rasters that no wire carries are recorded where they are made.";
    facts
        .stop(Code::NoCarriage, At::Cable(connection), text, reason)
        .with(facts, || fix::output_format(facts, connection))
}

fn over_sdi_port(
    facts: &Facts,
    connection: ConnectionIx,
    port: PortIx,
    sdi: &Sdi,
    class: &SdiClass,
    format: &PictureFormat,
) -> Finding {
    let rate = thousandths(sdi.line_rate_bps, 1_000_000_000, 3);
    let wire = if sdi.links > 1 {
        format!("{} × {}", sdi.links, sdi.class)
    } else {
        sdi.class.to_string()
    };
    let text = format!(
        "{format} needs {wire} ({rate} Gb/s); {} is {class}.",
        facts.port(port)
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
    let finding = facts.stop(Code::RateOverPort, At::Cable(connection), text, reason);
    finding.with(facts, || fix::format_or_converter(facts, connection))
}

fn over_hdmi_port(
    facts: &Facts,
    connection: ConnectionIx,
    port: PortIx,
    needs: &Hdmi,
    has: &(Generation, u8),
    format: &PictureFormat,
) -> Finding {
    let text = format!(
        "{format} needs {}; {} is {}.",
        hdmi_need(needs),
        facts.port(port),
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
    let finding = facts.stop(Code::RateOverPort, At::Cable(connection), text, reason);
    finding.with(facts, || fix::format_or_converter(facts, connection))
}

fn over_sdi_cable(facts: &Facts, connection: ConnectionIx, sdi: &Sdi, class: &SdiClass) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!(
        "The cable from {from} to {to} is made for {class}; the picture needs {}.",
        sdi.class
    );
    let reason = format!(
        "{} Gb/s on {}.",
        thousandths(sdi.line_rate_bps, 1_000_000_000, 3),
        facts.cable(connection)
    );
    let finding = facts.stop(Code::RateOverCable, At::Cable(connection), text, reason);
    finding
        .with(facts, || fix::better_cable(facts, connection))
        .with(facts, || fix::output_format(facts, connection))
}

fn over_hdmi_cable(
    facts: &Facts,
    connection: ConnectionIx,
    needs: &Hdmi,
    has: &Generation,
) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!(
        "The cable from {from} to {to} is made for HDMI {has}; the picture needs {}.",
        hdmi_need(needs)
    );
    let finding = facts.stop(
        Code::RateOverCable,
        At::Cable(connection),
        text,
        format!("It is {}.", facts.cable(connection)),
    );
    finding
        .with(facts, || fix::better_cable(facts, connection))
        .with(facts, || fix::output_format(facts, connection))
}

fn other_level(facts: &Facts, connection: ConnectionIx, sent: &Level) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!("{from} sends level {sent} on 3G, which {to} doesn’t take.");
    let reason = "1080 lines on 3G have two mappings (SMPTE ST 425-1), and each looks like no signal to the other.";
    let finding = facts.stop(Code::OtherLevel, At::Cable(connection), text, reason);
    finding.with(facts, || fix::level(facts, connection))
}

fn long_run(facts: &Facts, connection: ConnectionIx, run: &RunLength, share: f64) -> Finding {
    let (from, to) = facts.ends(connection);
    let severity = if run.margin == Margin::Stop {
        Severity::Stop
    } else {
        Severity::Caution
    };
    let verb = if severity == Severity::Stop {
        "is beyond"
    } else {
        "is close to"
    };
    let reach = run.reach.reach_label();
    let text = format!(
        "{} from {from} to {to} {verb} its reach of {reach}{}.",
        facts.cable(connection),
        if facts.floor.link(connection).cable.reach.is_some() {
            ""
        } else {
            " for this picture"
        }
    );
    let reason = why_long(facts, connection, share);
    let finding = facts.finding(Code::LongRun, severity, At::Cable(connection), text, reason);
    finding
        .with(facts, || fix::better_cable(facts, connection))
        .with(facts, || fix::output_format(facts, connection))
        .with(facts, || fix::reclock(facts, connection))
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
        CableLoad::Sdi(SdiLoad {
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
        CableLoad::Hdmi(hdmi) if hdmi.before > 0.0 => format!(
            "A passive box before it restores nothing: the cables up to it use {} of the reach, with this one it is {used}; {from_there}.",
            in_percent(hdmi.before)
        ),
        _ => format!("The run is {used} of the reach; {from_there}."),
    }
}
