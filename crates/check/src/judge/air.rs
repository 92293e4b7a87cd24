//! What goes wrong over the air.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, Severity, fix};
use engine::path::{AirProblem, ConnectionIx};
use model::catalogue::Radio;
use transport::radio::FADE_DB;
use units::quantity::Length;

pub fn of_air(facts: &Facts, problem: &AirProblem) -> Finding {
    match problem {
        AirProblem::OtherSystem { connection } => other_system(facts, *connection),
        AirProblem::TooManyListeners {
            connection,
            most,
            count,
        } => too_many_listeners(facts, *connection, most, count),
        AirProblem::WeakRadio {
            connection,
            margin_db,
            reach,
        } => weak_radio(facts, *connection, *margin_db, reach),
        AirProblem::SameChannel {
            placement,
            other,
            channel,
        } => same_channel(facts, *placement, *other, channel),
        AirProblem::NoChannel { placement } => no_channel(facts, *placement),
    }
}

fn radio<'f>(facts: &Facts<'_, 'f>, placement: usize) -> Option<&'f Radio> {
    facts.floor.devices[placement].and_then(|device| device.radio.as_ref())
}

fn other_system(facts: &Facts, connection: ConnectionIx) -> Finding {
    let link = facts.floor.link(connection);
    let [from, to] = [link.from, link.to].map(|port| facts.floor.ports[port].placement);
    let text = format!(
        "{} and {} aren’t of one radio system.",
        facts.device(from),
        facts.device(to)
    );
    let system = |placement| radio(facts, placement).map_or("none", |radio| radio.system.as_str());
    let reason = format!("One is {}, the other {}.", system(from), system(to));
    facts
        .stop(Code::OtherSystem, At::Cable(connection), text, reason)
        .with(facts, || fix::same_system(facts, connection))
}

fn too_many_listeners(
    facts: &Facts,
    connection: ConnectionIx,
    most: &usize,
    count: &usize,
) -> Finding {
    let link = facts.floor.link(connection);
    let from = facts.floor.ports[link.from].placement;
    let text = format!(
        "{count} listen to {}, which serves {most}.",
        facts.port(link.from)
    );
    let reason = format!(
        "The later ones are left out; {} is one of them.",
        facts.device(facts.floor.ports[link.to].placement)
    );
    let mut finding = facts.stop(Code::TooManyListeners, At::Cable(connection), text, reason);
    finding.at.device = Some(facts.floor.build.placements[from].id.clone());
    finding.with(facts, || [fix::disconnect(facts, connection)])
}

fn weak_radio(facts: &Facts, connection: ConnectionIx, margin_db: f64, reach: &Length) -> Finding {
    let cable = &facts.floor.build.connections[connection];
    let (from, to) = facts.ends(connection);
    let (severity, left) = if margin_db < 0.0 {
        (Severity::Stop, format!("{:.0} dB are missing", -margin_db))
    } else {
        (Severity::Caution, format!("{margin_db:.0} dB are left"))
    };
    let text = format!(
        "Over {} through {}, {left} from {from} to {to}.",
        cable.length, cable.surroundings
    );
    let reason = format!(
        "{FADE_DB:.0} dB are kept for fading, which allows about {:.0} m here. A guide: try it on the day.",
        reach.metres()
    );
    facts
        .finding(
            Code::WeakRadio,
            severity,
            At::Cable(connection),
            text,
            reason,
        )
        .with(facts, || fix::stronger_system(facts, connection))
}

fn same_channel(facts: &Facts, placement: usize, other: usize, channel: &u8) -> Finding {
    let text = format!(
        "{} and {} are both on channel {channel}.",
        facts.device(placement),
        facts.device(other)
    );
    let reason = "Transmitters of one band in one place each need a channel of their own.";
    facts
        .stop(Code::SameChannel, At::Device(placement), text, reason)
        .with(facts, || fix::free_channel(facts, placement))
}

fn no_channel(facts: &Facts, placement: usize) -> Finding {
    let (band, channels) = radio(facts, placement).map_or(("its band", 0), |radio| {
        (radio.band.as_str(), radio.channels)
    });
    let text = format!(
        "No channel of {band} is left for {}.",
        facts.device(placement)
    );
    let reason =
        format!("It has {channels} that don’t overlap, and the other transmitters here take them.");
    facts.stop(Code::SameChannel, At::Device(placement), text, reason)
}
