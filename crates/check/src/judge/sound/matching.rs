//! What doesn’t match between a source and its input: levels, 48 V, load, jacks, long runs.

use crate::codes::Code;
use crate::finding::At;
use crate::{Facts, Finding, Severity, fix};
use engine::path::{ConnectionIx, PortIx};
use engine::sound::{Harm, Mismatch, NoPhantom};
use units::quantity::signed;

/// A mismatch that explains whatever the levels behind it say.
pub fn spoils_level(mismatch: &Mismatch) -> Option<ConnectionIx> {
    match mismatch {
        Mismatch::LineIntoMic { connection, .. } | Mismatch::MicIntoLine { connection, .. } => {
            Some(*connection)
        }
        _ => None,
    }
}

pub fn mismatched(facts: &Facts, mismatch: Mismatch) -> Finding {
    match mismatch {
        Mismatch::LineIntoMic {
            connection,
            peak_dbu,
            most_dbu,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{from} sends line level into {to}, which is set to microphone.");
            let reason = format!(
                "Its peaks come at {} dBu; it takes {} dBu at the most.",
                signed(peak_dbu, 0),
                signed(most_dbu, 0)
            );
            facts
                .stop(Code::LineIntoMic, At::Cable(connection), text, reason)
                .with(facts, || fix::match_level(facts, connection, 40.0))
        }
        Mismatch::MicIntoLine {
            connection,
            short_db,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{from} is a microphone’s level, and {to} is set to line.");
            let reason = format!(
                "At its most gain it still stands {short_db:.0} dB below the reference; brought up later, it is mostly noise."
            );
            caution(facts, Code::MicIntoLine, connection, text, reason)
                .with(facts, || fix::match_level(facts, connection, 0.0))
        }
        Mismatch::Loaded {
            connection,
            source_ohm,
            load_ohm,
        } => {
            let (from, to) = facts.ends(connection);
            let text = format!(
                "{to} loads {from} with {load_ohm:.0} Ω: {:.1} times its {source_ohm:.0} Ω.",
                load_ohm / source_ohm
            );
            let reason = format!(
                "Five times is the least; this costs {:.1} dB and changes the sound.",
                -20.0 * (load_ohm / (load_ohm + source_ohm)).log10()
            );
            caution(facts, Code::SoundLoaded, connection, text, reason).with(facts, || {
                let other = fix::lighter_load(facts, connection, source_ohm);
                other
                    .into_iter()
                    .chain(fix::other_microphone(facts, connection))
                    .collect::<Vec<_>>()
            })
        }
        Mismatch::WrongJack { connection, port } => {
            let text = format!(
                "The cable at {} has another number of contacts than its socket, {}.",
                facts.port(port),
                facts.floor.ports[port].port.connector
            );
            let reason = "The plug fits; with four contacts against three, the microphone’s contact meets the ground.";
            facts
                .stop(Code::WrongJack, At::Cable(connection), text, reason)
                .with(facts, || fix::right_cable(facts, connection))
        }
        Mismatch::UpsideDown { connection, summed } => upside_down(facts, connection, summed),
        Mismatch::LongUnbalanced { connection, length } => {
            let (from, to) = facts.ends(connection);
            let text = format!("{length} unbalanced from {from} to {to}.");
            let reason =
                "Beyond 6 m it takes up hum and radio, and the cable’s capacity takes the treble.";
            caution(facts, Code::LongUnbalanced, connection, text, reason)
                .with(facts, || fix::isolate(facts, connection))
        }
        powered => on_power(facts, powered),
    }
}

fn upside_down(facts: &Facts, connection: ConnectionIx, summed: bool) -> Finding {
    let (from, to) = facts.ends(connection);
    let text = format!(
        "{from} is one balanced channel; in the stereo socket {to} its two wires become left and right, one of them upside down."
    );
    let found = if summed {
        let reason = "Left and right are put on one track: they cancel, and the track is silent.";
        facts.stop(Code::UpsideDown, At::Cable(connection), text, reason)
    } else {
        let reason = "Each side alone sounds right. Whoever sums them to mono hears nothing.";
        caution(
            facts,
            Code::UpsideDown,
            connection,
            text,
            reason.to_string(),
        )
    };
    found.with(facts, || fix::unbalanced_cable(facts, connection))
}

fn on_power(facts: &Facts, mismatch: Mismatch) -> Finding {
    match mismatch {
        Mismatch::PhantomHarms {
            connection,
            source,
            why,
        } => phantom_harms(facts, connection, source, why),
        Mismatch::PhantomShared {
            connection,
            microphone,
            other,
        } => {
            let input = facts.floor.link(connection).to;
            let text = format!(
                "{} and {} both give 48 V to {}.",
                facts.port(other),
                facts.port(input),
                facts.device(facts.floor.ports[microphone].placement)
            );
            let reason = "They are joined by a splitter: one of them is enough, the other comes over a transformer.";
            caution(facts, Code::PhantomShared, connection, text, reason)
                .with(facts, || fix::phantom(facts, input, false))
        }
        Mismatch::PlugInMissing {
            connection,
            microphone,
        } => {
            let (_, to) = facts.ends(connection);
            let text = format!(
                "{} works on plug-in power, and {to} gives none.",
                facts.device(facts.floor.ports[microphone].placement)
            );
            facts
                .stop(
                    Code::PlugInMissing,
                    At::Cable(connection),
                    text,
                    "It stays silent.",
                )
                .with(facts, || {
                    let other = fix::other_input_for(facts, connection);
                    other
                        .into_iter()
                        .chain(fix::other_microphone(facts, connection))
                        .collect::<Vec<_>>()
                })
        }
        Mismatch::PhantomMissing {
            connection,
            microphone,
            why,
        } => {
            let input = facts.floor.link(connection).to;
            let at = facts.port(input);
            let gives = match why {
                NoPhantom::Off => format!("{at} gives none: they are off"),
                NoPhantom::OtherLevel => format!("{at} is set to line, which gives none"),
                NoPhantom::NotThere => format!("{at} gives none that reach it"),
            };
            let text = format!(
                "{} works on 48 V, and {gives}.",
                facts.device(facts.floor.ports[microphone].placement)
            );
            let reason = "It stays silent, or thin and noisy.";
            let finding = facts.stop(Code::PhantomMissing, At::Cable(connection), text, reason);
            finding.with(facts, || match why {
                NoPhantom::Off => fix::phantom(facts, input, true).into_iter().collect(),
                NoPhantom::OtherLevel => fix::match_level(facts, connection, 0.0),
                NoPhantom::NotThere => fix::other_input_for(facts, connection)
                    .into_iter()
                    .chain(fix::powered_between(facts, connection))
                    .chain(fix::other_microphone(facts, connection))
                    .collect::<Vec<_>>(),
            })
        }
        _ => unreachable!("everything else is about levels and cables"),
    }
}

fn phantom_harms(facts: &Facts, connection: ConnectionIx, source: PortIx, why: Harm) -> Finding {
    let input = facts.floor.link(connection).to;
    let device = facts.device(facts.floor.ports[source].placement);
    let at = facts.port(input);
    let (severity, text, reason) = match why {
        Harm::Microphone => (
            Severity::Stop,
            format!("48 V are on at {at}, and they can destroy {device}."),
            "A ribbon is torn by a cable that isn’t sound, or by plugging in with 48 V on. The maker’s instructions decide.",
        ),
        Harm::Unbalanced => (
            Severity::Caution,
            format!("48 V are on at {at}, over an unbalanced adapter or cable from {device}."),
            "They stand between signal and ground: the source, or the input, can be damaged.",
        ),
        Harm::Output => (
            Severity::Caution,
            format!("48 V are on at {at}, into the output of {device}."),
            "An output that isn’t made for it distorts or is damaged; the maker’s instructions decide.",
        ),
    };
    facts
        .finding(
            Code::PhantomHarms,
            severity,
            At::Cable(connection),
            text,
            reason,
        )
        .with(facts, || {
            let off = fix::phantom(facts, input, false);
            off.into_iter()
                .chain(fix::isolate(facts, connection))
                .collect::<Vec<_>>()
        })
}

fn caution(
    facts: &Facts,
    code: Code,
    connection: ConnectionIx,
    text: String,
    reason: impl Into<String>,
) -> Finding {
    facts.caution(code, At::Cable(connection), text, reason)
}
