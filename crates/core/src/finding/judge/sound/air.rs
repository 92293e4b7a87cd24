//! Sound transmitters beside each other, and what batteries last.

use crate::carriage::intermodulation::{Clash, clashes};
use crate::finding::codes::Code;
use crate::finding::words::list;
use crate::finding::{Facts, Finding, Severity, fix};
use crate::quantity::Span;

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
        let finding = Finding::on_device(facts, code, severity, placement, text, reason);
        found.push(finding.with(facts, || fix::retune(facts, &tuned)));
    }
}

/// Batteries of microphones and transmitters against the day.
pub fn batteries(facts: &Facts, found: &mut Vec<Finding>) {
    let day = day_length(facts);
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let Some(device) = device.filter(|_| day.0 > 0) else {
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
        let text = format!(
            "The battery of {} lasts {}, the day {}.",
            facts.device(placement),
            lasts.label(),
            day.label()
        );
        let reason =
            "The maker’s figure, with a new battery in the warm. Plan a change in a break.";
        found.push(Finding::on_device(
            facts,
            Code::SoundBattery,
            Severity::Note,
            placement,
            text,
            reason,
        ));
    }
}

/// From the first to the last of the day.
fn day_length(facts: &Facts) -> Span {
    let schedule = &facts.floor.build.schedule;
    let begin = schedule.iter().map(|entry| entry.start.seconds()).min();
    let end = schedule
        .iter()
        .map(|entry| entry.start.seconds() + entry.length.0)
        .max();
    Span(end.unwrap_or(0).saturating_sub(begin.unwrap_or(0)))
}
