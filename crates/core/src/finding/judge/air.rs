//! What goes wrong over the air.

use crate::carriage::radio::FADE_DB;
use crate::finding::codes::Code;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::path::AirProblem;

pub fn of_air(facts: &Facts, problem: &AirProblem) -> Finding {
    use Severity::{Caution, Stop};
    let radio =
        |placement: usize| facts.floor.devices[placement].and_then(|device| device.radio.as_ref());
    match problem {
        AirProblem::OtherSystem { connection } => {
            let link = facts.floor.standing(*connection);
            let [from, to] = [link.from, link.to].map(|port| facts.floor.ports[port].placement);
            let text = format!(
                "{} and {} aren’t of one radio system.",
                facts.device(from),
                facts.device(to)
            );
            let system = |placement| radio(placement).map_or("none", |radio| radio.system.as_str());
            let reason = format!("One is {}, the other {}.", system(from), system(to));
            Finding::on_connection(facts, Code::OtherSystem, Stop, *connection, text, reason)
                .with(facts, || fix::same_system(facts, *connection))
        }
        AirProblem::TooManyListeners {
            connection,
            most,
            count,
        } => {
            let link = facts.floor.standing(*connection);
            let from = facts.floor.ports[link.from].placement;
            let text = format!(
                "{count} listen to {}, which serves {most}.",
                facts.port(link.from)
            );
            let reason = format!(
                "The later ones are left out; {} is one of them.",
                facts.device(facts.floor.ports[link.to].placement)
            );
            let mut finding = Finding::on_connection(
                facts,
                Code::TooManyListeners,
                Stop,
                *connection,
                text,
                reason,
            );
            finding.at.device = Some(facts.floor.build.placements[from].id.clone());
            finding.with(facts, || [fix::disconnect(facts, *connection)])
        }
        AirProblem::WeakRadio {
            connection,
            margin_db,
            reach,
        } => {
            let known = &facts.floor.build.connections[*connection];
            let (from, to) = facts.ends(*connection);
            let (severity, left) = if *margin_db < 0.0 {
                (Stop, format!("{:.0} dB are missing", -margin_db))
            } else {
                (Caution, format!("{margin_db:.0} dB are left"))
            };
            let text = format!(
                "Over {} through {}, {left} from {from} to {to}.",
                known.length, known.surroundings
            );
            let reason = format!(
                "{FADE_DB:.0} dB are kept for fading, which allows about {:.0} m here. A guide: try it on the day.",
                reach.metres()
            );
            Finding::on_connection(facts, Code::WeakRadio, severity, *connection, text, reason)
                .with(facts, || fix::stronger_system(facts, *connection))
        }
        AirProblem::SameChannel {
            placement,
            other,
            channel,
        } => {
            let text = format!(
                "{} and {} are both on channel {channel}.",
                facts.device(*placement),
                facts.device(*other)
            );
            let reason = "Transmitters of one band in one place each need a channel of their own.";
            Finding::on_device(facts, Code::SameChannel, Stop, *placement, text, reason)
                .with(facts, || fix::free_channel(facts, *placement))
        }
        AirProblem::NoChannel { placement } => {
            let (band, channels) = radio(*placement).map_or(("its band", 0), |radio| {
                (radio.band.as_str(), radio.channels)
            });
            let text = format!(
                "No channel of {band} is left for {}.",
                facts.device(*placement)
            );
            let reason = format!(
                "It has {channels} that don’t overlap, and the other transmitters here take them."
            );
            Finding::on_device(facts, Code::SameChannel, Stop, *placement, text, reason)
        }
    }
}
