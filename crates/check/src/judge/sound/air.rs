//! Sound transmitters beside each other, and what batteries last.

use crate::codes::Code;
use crate::finding::At;
use crate::words::{list, list_of_many};
use crate::{Facts, Finding, Severity, fix};
use engine::day::Hours;
use engine::power::CHANGE;
use transport::intermodulation::{Clash, clashes};
use units::quantity::{ClockTime, Span};

/// Changes of one battery that are named.
const MOST_CHANGES: usize = 4;

/// Transmitters that are tuned by hand, against each other.
pub fn frequencies(facts: &Facts, found: &mut Vec<Finding>) {
    let tuned = fix::tuned(facts);
    let khz: Vec<u32> = tuned.iter().map(|(_, khz)| *khz).collect();
    let name = |number: &usize| {
        let placement = facts.floor.ports[tuned[*number].0].placement;
        facts.device(placement).to_string()
    };
    for clash in clashes(&khz) {
        let (code, severity, at, text, reason) = match &clash {
            Clash::Same { one, other, apart_khz } => (
                Code::SameFrequency,
                Severity::Stop,
                *other,
                format!(
                    "{} and {} are tuned {} kHz apart.",
                    name(one),
                    name(other),
                    apart_khz
                ),
                "Receivers don’t part them.".to_string(),
            ),
            Clash::Intermodulation { victim, of, product_khz } => (
                Code::Intermodulation,
                Severity::Caution,
                *victim,
                format!(
                    "{} make {} MHz together, on {}.",
                    list(&of.iter().map(name).collect::<Vec<_>>()),
                    f64::from(*product_khz) / 1_000.0,
                    name(victim)
                ),
                "Third-order intermodulation: where the transmitters come near each other, or near one receiver.".to_string(),
            ),
        };
        let placement = facts.floor.ports[tuned[at].0].placement;
        let finding = facts.finding(code, severity, At::Device(placement), text, reason);
        found.push(finding.with(facts, || fix::retune(facts, &tuned)));
    }
}

/// Batteries of microphones and transmitters against the day.
pub fn batteries(facts: &Facts, found: &mut Vec<Finding>) {
    let Some(hours) = Hours::of(&facts.floor.build.schedule) else {
        return;
    };
    let day = Span(hours.length());
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let Some(device) = device else {
            continue;
        };
        let sound = device.ports.iter();
        let microphone = sound
            .filter_map(|port| port.audio.as_ref()?.microphone.as_ref()?.battery)
            .min();
        let radio = device.radio.as_ref().and_then(|radio| radio.battery);
        let Some(lasts) = microphone.or(radio).filter(|lasts| *lasts < day) else {
            continue;
        };
        let turns = hours.turns(lasts.0, CHANGE, MOST_CHANGES);
        let dies = turns.iter().find(|turn| turn.in_break.is_none());
        let mut text = format!(
            "The battery of {} lasts {}, the day {}",
            facts.device(placement),
            lasts.label(),
            day.label()
        );
        match dies {
            Some(turn) => {
                let at = ClockTime::label_of(turn.at);
                text += &format!("; no break comes before {at}.");
            }
            None => {
                let times = turns.iter().map(|turn| ClockTime::label_of(turn.at));
                let times = list_of_many(times.collect(), MOST_CHANGES);
                text += &format!(": change it in a break, at {times}.");
            }
        }
        let severity = match dies {
            Some(_) => Severity::Caution,
            None => Severity::Note,
        };
        let reason = "The maker’s figure, with a new battery in the warm; in the cold it is less.";
        let finding = facts.finding(
            Code::SoundBattery,
            severity,
            At::Device(placement),
            text,
            reason,
        );
        found.push(finding.with(facts, || {
            dies.and_then(|_| fix::breaks_for(facts, &hours, (lasts, CHANGE), "change batteries"))
        }));
    }
}
