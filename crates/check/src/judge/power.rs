//! The supply: what would be destroyed first, then what stops, what is too much, what ends too early.

use crate::codes::Code;
use crate::finding::At;
use crate::words::{list, list_of_many};
use crate::{Facts, Finding, Severity, fix};
use engine::day::Hours;
use engine::path::ConnectionIx;
use engine::power::{Bank, CHANGE, Filling, Over, PowerProblem, SwapKind, UsbShort, energy, lasts};
use model::catalogue::cells::{USABLE, cold_factor};
use model::catalogue::{DeviceKind, Direction, OwnBattery};
use model::document::PowerSchool;
use std::collections::{BTreeMap, BTreeSet};
use transport::wire::Wire;
use units::quantity::{ClockTime, Span, Volts, Watts};

/// From so many small batteries on it is said.
const MANY: usize = 3;
/// So many devices are named.
const NAMED: usize = 6;

pub fn judge(facts: &Facts, found: &mut Vec<Finding>) {
    let supply = &facts.power.supply;
    if supply.is_empty() {
        return;
    }
    for problem in &supply.problems {
        found.push(of_problem(facts, problem));
    }
    let fed = (0..facts.floor.devices.len()).filter(|at| !supply.in_charge[*at].is_empty());
    let mapped: BTreeSet<&str> = fed
        .map(|at| facts.floor.build.placements[at].unit.as_str())
        .collect();
    for placement in 0..facts.floor.devices.len() {
        found.extend(unfed(facts, placement, &mapped));
        found.extend(idle(facts, placement));
    }
    let hours = Hours::of(&facts.floor.build.schedule);
    for bank in &facts.power.day.banks {
        found.extend(behind_one(facts, bank));
        if let Some(hours) = &hours {
            found.extend(ends(facts, bank, hours));
        }
    }
    for connection in 0..facts.floor.links.len() {
        found.extend(two_mains(facts, connection));
    }
    for filling in &facts.power.fillings {
        found.extend(filled(facts, filling));
    }
    found.extend(each_its_own(facts));
    found.extend(short(facts));
    if let Some(hours) = &hours {
        found.extend(on_their_own(facts, hours));
    }
}

/// Tenths: *35.3 W*.
pub fn watts(watts: f64) -> String {
    Watts::of((watts * 10.0).round() / 10.0).to_string()
}

fn volts(volts: f64) -> String {
    Volts::of((volts * 100.0).round() / 100.0).to_string()
}

fn of_problem(facts: &Facts, problem: &PowerProblem) -> Finding {
    match problem {
        PowerProblem::TooHigh { connection, .. } | PowerProblem::OtherPins { connection, .. } => {
            destroyed(facts, *connection, problem)
        }
        PowerProblem::TooLow { connection, .. } => too_low(facts, *connection, problem),
        PowerProblem::Over {
            over,
            typical,
            peak,
            limit,
        } => too_much(facts, *over, (*typical, *peak, *limit)),
        PowerProblem::UsbShort { connection, .. } => usb(facts, *connection, problem),
        PowerProblem::Mixed {
            placement,
            connections,
            volts,
        } => {
            let name = |connection: ConnectionIx| {
                let from = facts.floor.link(connection).from;
                facts.device(facts.floor.ports[from].placement)
            };
            let text = format!(
                "{} ({}) and {} ({}) are on one plate, {}: take one off.",
                name(connections[0]),
                volts[0],
                name(connections[1]),
                volts[1],
                facts.device(*placement)
            );
            let reason = "Packs of different voltages don’t share a plate: the higher one drives current into the lower, or what hangs behind gets a voltage that it isn’t made for when the plate changes over. Its maker’s manual has the last word.";
            facts
                .stop(Code::MixedPacks, At::Device(*placement), text, reason)
                .with(facts, || fix::same_pack(facts, *connections))
        }
        PowerProblem::Sleeps { .. } => sleeps(facts, problem),
        PowerProblem::MustHold { placement, input } => {
            let name = facts.device(*placement);
            let text = format!("{name} wants a battery on {}.", facts.port(*input));
            let reason = "Without one it stays off, whatever else feeds it.";
            let code = Code::MustHoldBattery;
            facts
                .stop(code, At::Device(*placement), text, reason)
                .with(facts, || fix::feeds(facts, *input))
        }
        PowerProblem::Circle { placements } => {
            let names = placements.iter().map(|at| facts.device(*at).to_string());
            let text = format!(
                "{} feed each other in a circle.",
                list_of_many(names.collect(), NAMED)
            );
            let reason = "Nothing begins there: what hangs on it has no supply.";
            let code = Code::PowerCircle;
            facts
                .stop(code, At::Device(placements[0]), text, reason)
                .with(facts, || fix::open_power(facts, placements))
        }
    }
}

/// What burns when it is plugged in: the loudest thing that is said.
fn destroyed(facts: &Facts, connection: ConnectionIx, problem: &PowerProblem) -> Finding {
    let (from, to) = facts.ends(connection);
    let victim = facts.device(facts.floor.ports[facts.floor.link(connection).to].placement);
    let (code, text, reason) = match problem {
        PowerProblem::TooHigh { comes, takes, .. } => (
            Code::OverVoltage,
            format!("Don’t plug it in: {victim} would be destroyed. {from} gives {comes}, {to} takes {takes}."),
            "More than a device takes burns it, at any state of charge above that. Its maker’s manual has the last word.".to_string(),
        ),
        PowerProblem::OtherPins { comes, wanted, .. } => (
            Code::OtherPins,
            format!("Don’t plug it in: {victim} would be destroyed. {from} gives {comes}, {to} wants {wanted}."),
            "The plugs fit, and plus comes where minus belongs. Measure before you plug in what isn’t its maker’s own.".to_string(),
        ),
        _ => unreachable!("only what destroys comes here"),
    };
    facts
        .stop(code, At::Cable(connection), text, reason)
        .with(facts, || {
            let mut fixes = fix::right_supply(facts, connection);
            fixes.push(fix::disconnect(facts, connection));
            fixes
        })
}

fn too_low(facts: &Facts, connection: ConnectionIx, problem: &PowerProblem) -> Finding {
    let PowerProblem::TooLow {
        least,
        lost,
        needs,
        charge,
        peak,
        ..
    } = problem
    else {
        unreachable!("only too few volts come here")
    };
    let (_, to) = facts.ends(connection);
    let never = charge.is_none_or(|charge| charge >= 1.0);
    let lost = if *lost > 0.005 {
        format!(", {} of it lost on the way", volts(*lost))
    } else {
        String::new()
    };
    let (severity, text) = match charge {
        Some(charge) if !never => (
            Severity::Caution,
            format!(
                "{to} goes off {}before the battery is empty: at {:.0} % of its charge.",
                if *peak { "at its peaks " } else { "" },
                charge * 100.0
            ),
        ),
        _ if *peak => (
            Severity::Caution,
            format!("{to} may go off at its peaks: too few volts arrive."),
        ),
        _ => (Severity::Stop, format!("{to} doesn’t run on what arrives.")),
    };
    let reason = format!(
        "{} at the end{lost}; it needs {needs}. A shorter or thicker cable loses less.",
        volts(*least)
    );
    facts
        .finding(
            Code::UnderVoltage,
            severity,
            At::Cable(connection),
            text,
            reason,
        )
        .amounting(charge.unwrap_or(1.0))
        .with(facts, || {
            let mut fixes = fix::thicker_cable(facts, connection);
            fixes.extend(fix::right_supply(facts, connection));
            fixes
        })
}

fn too_much(facts: &Facts, over: Over, (typical, peak, limit): (Watts, Watts, Watts)) -> Finding {
    let floor = facts.floor;
    let (name, placement, connection) = match over {
        Over::Outlet(port) => (facts.port(port), floor.ports[port].placement, None),
        Over::Cable(connection) => {
            let to = floor.link(connection).to;
            let name = format!("The cable to {}", facts.port(to));
            (name, floor.ports[to].placement, Some(connection))
        }
        Over::Device(placement) => (facts.device(placement).to_string(), placement, None),
        Over::Breaker(placement) => {
            let mains = floor.production.house_rules.mains;
            let name = format!(
                "The breaker of {} ({} at {})",
                facts.device(placement),
                mains.amps(),
                mains.volts()
            );
            (name, placement, None)
        }
        Over::Usb(placement) => (
            format!("USB of {}, shared by its outlets,", facts.device(placement)),
            placement,
            None,
        ),
    };
    let always = typical > limit;
    let (severity, text) = if always {
        let text = format!(
            "{name} carries {}, and is made for {}.",
            watts(typical.value()),
            watts(limit.value())
        );
        (Severity::Stop, text)
    } else {
        let text = format!(
            "{name} carries {} at the peak, and is made for {}.",
            watts(peak.value()),
            watts(limit.value())
        );
        (Severity::Caution, text)
    };
    let reason = if always {
        "It switches off or its fuse goes: everything behind it with it, and what is too hot may burn."
    } else {
        "Motors that start, screens at full and batteries that fill at once can switch it off."
    };
    let reason = match over {
        Over::Breaker(_) => {
            "It trips, and takes all of it along. Which sockets share a breaker is for who is licensed for them; local codes win."
        }
        _ => reason,
    };
    let code = Code::Overload;
    let finding = match connection {
        Some(connection) => facts.finding(code, severity, At::Cable(connection), text, reason),
        None => facts.finding(code, severity, At::Device(placement), text, reason),
    };
    let carries = if always { typical } else { peak };
    let finding = finding.amounting(carries.value());
    finding.with(facts, || fix::relieve(facts, over))
}

fn usb(facts: &Facts, connection: ConnectionIx, problem: &PowerProblem) -> Finding {
    let PowerProblem::UsbShort {
        step,
        gives,
        needs,
        so,
        cable,
        ..
    } = problem
    else {
        unreachable!("only USB comes here")
    };
    let (_, to) = facts.ends(connection);
    let (severity, what) = match so {
        UsbShort::StaysOff => (Severity::Stop, "stays off"),
        UsbShort::RunsDown => (Severity::Caution, "runs down although it is plugged in"),
        UsbShort::DoesNotFill => (Severity::Note, "runs, and doesn’t fill its battery"),
    };
    let text = format!(
        "{to} {what}: it wants {}, and gets {} at {step}.",
        watts(needs.value()),
        watts(gives.value())
    );
    let reason = if *cable {
        "The cable isn’t marked for more: both ends know a higher step."
    } else {
        "Outlet and load settle on the highest step that both know."
    };
    let reason = match runs_down(facts, connection, needs.value() - gives.value()) {
        Some(lasts) if *so == UsbShort::RunsDown => {
            format!(
                "Its own battery is empty after {}. {reason}",
                Span(lasts).label()
            )
        }
        _ => reason.to_string(),
    };
    facts
        .finding(
            Code::UsbShort,
            severity,
            At::Cable(connection),
            text,
            reason,
        )
        .amounting(needs.value() - gives.value())
        .with(facts, || {
            let mut fixes = fix::marked_cable(facts, connection);
            fixes.extend(fix::right_supply(facts, connection));
            fixes
        })
}

/// When the inner battery of what a cable feeds is empty, where so many watts are missing, in seconds.
fn runs_down(facts: &Facts, connection: ConnectionIx, missing: f64) -> Option<u64> {
    let floor = facts.floor;
    let placement = floor.ports[floor.link(connection).to].placement;
    let power = floor.devices[placement]?.power.as_deref()?;
    lasts(inner_energy(facts, power.own?), missing)
}

/// What can be used of a battery that is built in, in watt-hours.
fn inner_energy(facts: &Facts, own: OwnBattery) -> f64 {
    let cold = cold_factor(facts.floor.production.house_rules.air_celsius);
    own.holds.value() * USABLE * cold
}

/// A power bank that switches its outlets off since too little is drawn.
fn sleeps(facts: &Facts, problem: &PowerProblem) -> Finding {
    let PowerProblem::Sleeps {
        placement,
        typical,
        standby,
        least,
    } = problem
    else {
        unreachable!("only what sleeps comes here")
    };
    let name = facts.device(*placement);
    let always = typical < least;
    let (severity, when, drawn) = if always {
        (Severity::Stop, "", typical)
    } else {
        (Severity::Caution, " while everything waits", standby)
    };
    let text = format!(
        "{name} goes to sleep{when}: {} hang on it, and less than {} don’t keep it awake.",
        watts(drawn.value()),
        watts(least.value())
    );
    let reason = if always {
        "It takes what hangs on it for nothing, and switches off after half a minute or so."
    } else {
        "What is off after a break has to be woken by hand, at the battery."
    };
    facts
        .finding(
            Code::FallsAsleep,
            severity,
            At::Device(*placement),
            text,
            reason,
        )
        .with(facts, || fix::awake(facts, *placement))
}

/// A battery that is filled while it gives: slower than it empties, or not at all.
fn filled(facts: &Facts, filling: &Filling) -> Option<Finding> {
    let name = facts.device(filling.placement);
    let code = Code::FilledInUse;
    let at = At::Device(filling.placement);
    if filling.rests {
        let text = format!(
            "{name} is plugged in, and isn’t filled: it fills only while nothing hangs on it."
        );
        let reason = "It empties as if nothing were plugged in.";
        return Some(
            facts
                .caution(code, at, text, reason)
                .with(facts, || [fix::unplug(facts, filling.connection)]),
        );
    }
    let draw = facts.power.supply.draws[filling.placement].typical;
    let lasts = filling.lasts?;
    let alone = lasts_alone(facts, filling.placement, draw)?;
    let text = format!(
        "{name} empties while it is filled: {} reach its cells, and {} are drawn. It lasts {} instead of {}.",
        watts(filling.working),
        watts(draw),
        Span(lasts).label(),
        Span(alone).label()
    );
    let reason = "What fills it gives less than what hangs on it takes.";
    Some(facts.note(code, at, text, reason))
}

/// How long a battery would last at a load with nothing that fills it.
fn lasts_alone(facts: &Facts, placement: usize, watts: f64) -> Option<u64> {
    lasts(energy(facts.floor, placement), watts)
}

/// A device that draws power, in a unit where others are fed, and that nothing feeds.
fn unfed(facts: &Facts, placement: usize, mapped: &BTreeSet<&str>) -> Option<Finding> {
    let (floor, supply) = (facts.floor, &facts.power.supply);
    let device = floor.devices[placement]?;
    let power = device.power.as_deref()?;
    let mut inputs = floor
        .ports_of(placement)
        .filter(|port| engine::power::is_power(floor, *port))
        .filter(|port| floor.ports[*port].port.direction == Direction::In);
    let first = inputs.next()?;
    let draws = supply.own[placement].typical > 0.0;
    if !draws || power.own.is_some() || !supply.in_charge[placement].is_empty() {
        return None;
    }
    let mut plugged = std::iter::once(first)
        .chain(inputs)
        .filter(|input| floor.into[*input].is_some());
    if let Some(input) = plugged.next() {
        let said = floor.ports[input].port.power.as_ref();
        let only = said.is_some_and(|port| port.fills_only) && plugged.next().is_none();
        // What was plugged in otherwise and never runs has been said.
        return (only && supply.feeds[input].is_some()).then(|| {
            let text = format!(
                "{} fills its battery only while it is off, and has none on it.",
                facts.port(input)
            );
            let reason = "It doesn’t run from there.";
            let code = Code::NoSupply;
            facts
                .stop(code, At::Device(placement), text, reason)
                .with(facts, || fix::feeds(facts, input))
        });
    }
    let unit = &floor.build.placements[placement].unit;
    mapped.contains(unit.as_str()).then(|| {
        let text = format!("Nothing feeds {}.", facts.device(placement));
        let reason = "What hangs beside it has its supply; this stays off.";
        let code = Code::NoSupply;
        facts
            .caution(code, At::Device(placement), text, reason)
            .with(facts, || fix::feeds(facts, first))
    })
}

/// A battery, a plate or an adapter that nothing hangs on.
fn idle(facts: &Facts, placement: usize) -> Option<Finding> {
    let floor = facts.floor;
    let device = floor.devices[placement]?;
    let is_supply = matches!(device.kind, DeviceKind::Battery | DeviceKind::PowerBox);
    let mut outlets = floor
        .ports_of(placement)
        .filter(|port| floor.ports[*port].port.direction == Direction::Out);
    if !is_supply || outlets.any(|port| !floor.out_of[port].is_empty()) {
        return None;
    }
    let text = format!("{} feeds nothing.", facts.device(placement));
    let reason = "It is carried for nothing, or what it was meant for is dark.";
    Some(
        facts
            .note(Code::IdleSupply, At::Device(placement), text, reason)
            .with(facts, || fix::put_on(facts, placement)),
    )
}

/// SDI whose braid joins two mains supplies that stand apart. A battery on one side floats: no current flows.
fn two_mains(facts: &Facts, connection: ConnectionIx) -> Option<Finding> {
    let (floor, supply) = (facts.floor, &facts.power.supply);
    let link = floor.links[connection]?;
    if floor.ports[link.from].port.wire != Wire::Sdi {
        return None;
    }
    let mains_of = |port: usize| {
        let roots = supply.roots(floor, floor.ports[port].placement);
        let mains = |root: &usize| {
            let device = floor.devices[*root];
            device.is_some_and(|device| device.power.as_ref().is_some_and(|power| power.mains))
        };
        roots.into_iter().find(mains)
    };
    let (one, other) = (mains_of(link.from)?, mains_of(link.to)?);
    let unit = |root: usize| &floor.build.placements[root].unit;
    if unit(one) == unit(other) {
        return None;
    }
    let (from, to) = facts.ends(connection);
    let text = format!(
        "{from} and {to} hang on two mains supplies: {} and {}.",
        facts.device(one),
        facts.device(other)
    );
    let reason = "The cable’s braid joins their earths: a hum bar at best, a burnt SDI input at worst. An isolator breaks the braid and lets the picture through.";
    Some(
        facts
            .note(Code::TwoMains, At::Cable(connection), text, reason)
            .with(facts, || fix::isolate_sdi(facts, connection)),
    )
}

/// One battery behind a recording and more: what dies together.
fn behind_one(facts: &Facts, bank: &Bank) -> Option<Finding> {
    let off = &bank.without.lost.off;
    let named = |placements: &[usize]| {
        let drawing = placements.iter().filter(|placement| {
            facts.floor.devices[**placement]
                .is_some_and(|device| !matches!(device.kind, DeviceKind::PowerBox))
        });
        let names: Vec<String> = drawing.map(|at| facts.device(*at).to_string()).collect();
        (names.len(), list_of_many(names, NAMED))
    };
    let source = bank.sources[0];
    let name = facts.device(source);
    let reason = "A plug that slips, or a battery that gives up, takes all of it at once.";
    if bank.sources.len() == 1 && !bank.without.stops.is_empty() {
        let (count, names) = named(off);
        return (count > 1).then(|| {
            let text = format!("{names} die together with {name}.");
            // Where the house hangs everything on one, it knows.
            let severity = match facts.floor.production.house_rules.power {
                PowerSchool::One => Severity::Note,
                PowerSchool::OneWithReserve | PowerSchool::EachItsOwn => Severity::Caution,
            };
            facts
                .finding(Code::OneBattery, severity, At::Device(source), text, reason)
                .with(facts, || fix::reserve(facts, off))
        });
    }
    let (reserve, recorders) = (bank.reserve?, &bank.without.still);
    let bridged = bank.without.lost.on_reserve.iter();
    let recording: Vec<usize> = bridged
        .filter(|placement| recorders.contains(placement))
        .copied()
        .collect();
    (!recording.is_empty()).then(|| {
        let text = format!(
            "Without {name}, {} goes on for {}.",
            named(&recording).1,
            Span(reserve).label()
        );
        let reason = "So long is there to put the next one on; what has no battery of its own is dark meanwhile.";
        facts.note(Code::Bridged, At::Device(source), text, reason)
    })
}

/// A battery that doesn't last the day.
fn ends(facts: &Facts, bank: &Bank, hours: &Hours) -> Option<Finding> {
    let end = bank.ends?;
    if bank.through {
        return None;
    }
    let source = bank.sources[0];
    let names: Vec<String> = bank
        .sources
        .iter()
        .map(|at| facts.device(*at).to_string())
        .collect();
    let name = list(&names);
    let word = if names.len() == 1 { "ends" } else { "end" };
    let at = ClockTime::label_of(end);
    let breaks = bank.turns.iter().all(|turn| turn.in_break.is_some());
    let lost = lost_in_words(facts, bank);
    let (severity, text) = if bank.kind == SwapKind::Hot || breaks {
        let times = bank.turns.iter().map(|turn| ClockTime::label_of(turn.at));
        let how = match bank.kind {
            SwapKind::Hot => "nothing stops for it",
            SwapKind::Warm | SwapKind::Cold => "in a break",
        };
        let times = list_of_many(times.collect(), NAMED);
        let it = if names.len() == 1 { "it" } else { "them" };
        let text = format!("{name} {word} at {at}: change {it} at {times}, {how}.");
        (Severity::Note, text)
    } else {
        let text =
            format!("{name} {word} at {at}, before the day does, and no break comes in time.");
        (Severity::Caution, text)
    };
    let reason = format!(
        "{} from {:.0} Wh{lost}. Fifteen minutes are left as a margin.",
        watts(bank.draw.typical),
        bank.energy
    );
    Some(
        facts
            .finding(
                Code::BatteryEnds,
                severity,
                At::Device(source),
                text,
                reason,
            )
            .with(facts, || {
                let mut fixes = fix::more_energy(facts, bank);
                if severity == Severity::Caution {
                    let lasts = Span(end.saturating_sub(hours.begin));
                    fixes.extend(fix::breaks_for(
                        facts,
                        hours,
                        (lasts, bank.gap.max(CHANGE)),
                        "change batteries",
                    ));
                }
                fixes
            }),
    )
}

fn lost_in_words(facts: &Facts, bank: &Bank) -> String {
    let named = |placements: &[usize]| {
        let names = placements.iter().map(|at| facts.device(*at).to_string());
        list_of_many(names.collect(), NAMED)
    };
    let without = &bank.without;
    let parts = [
        (&without.stops, "no recording at"),
        (&without.dark, "no picture at"),
        (&without.silent, "sound lost at"),
        (&without.unlocked, "no timecode into"),
    ];
    let told = parts.into_iter().filter(|(at, _)| !at.is_empty());
    let told: Vec<String> = told
        .map(|(at, what)| format!("{what} {}", named(at)))
        .collect();
    if told.is_empty() {
        String::new()
    } else {
        format!("; then {}", told.join("; "))
    }
}

/// Units whose devices each hang on a battery of their own: the first to end, and what that makes of the day.
fn each_its_own(facts: &Facts) -> Vec<Finding> {
    let floor = facts.floor;
    let mut units: BTreeMap<&str, Vec<&Bank>> = BTreeMap::new();
    for bank in &facts.power.day.banks {
        let alone = bank.sources.len() == 1 && bank.lasts.is_some();
        let one = bank.without.lost.off.len() + bank.without.lost.on_reserve.len() == 1;
        if alone && one {
            let unit = &floor.build.placements[bank.sources[0]].unit;
            units.entry(unit).or_default().push(bank);
        }
    }
    let many = units.into_values().filter(|banks| banks.len() >= MANY);
    many.filter_map(|banks| {
        let first = banks.iter().min_by_key(|bank| bank.lasts)?;
        let source = first.sources[0];
        let changes: usize = banks.iter().map(|bank| bank.turns.len()).sum();
        let text = format!(
            "{} devices each run on a battery of their own: {} ends first, after {}.",
            banks.len(),
            facts.device(source),
            Span(first.lasts?).label()
        );
        let reason = format!(
            "{changes} changes in the day as it is planned. One battery for all is changed once."
        );
        Some(facts.note(Code::EachItsOwn, At::Device(source), text, reason))
    })
    .collect()
}

/// More batteries than the kit holds: what is put on, and what it takes in the place of those that are empty.
fn short(facts: &Facts) -> Vec<Finding> {
    let floor = facts.floor;
    let used = facts.power.rota.used.iter();
    let short = used.filter_map(|(item, used)| {
        let used = *used;
        let owned = floor.production.owned(item, None);
        // What isn't in the kit at all is the kit's finding.
        let on_floor = floor.build.devices_used(item);
        let source = floor.build.placements.iter().position(|it| it.device == *item)?;
        (used > owned && owned >= on_floor).then(|| {
            let name = floor.catalogue.item_name(item).unwrap_or(item);
            let text = format!("The day takes {used} of {name}, and the kit has {owned}.");
            let reason = "The kit’s chargers are counted: what is full again is used again. One more is for what nobody thought of.";
            facts.caution(Code::BatteriesShort, At::Device(source), text, reason)
                .with(facts, || [fix::hire_batteries(facts, item, used - owned)])
        })
    });
    short.collect()
}

/// Devices that run on a battery of their own alone, shorter than the day.
fn on_their_own(facts: &Facts, hours: &Hours) -> Option<Finding> {
    let supply = &facts.power.supply;
    let mut all: Vec<(u64, usize)> = Vec::new();
    for (placement, device) in facts.floor.devices.iter().enumerate() {
        let power = device.and_then(|device| device.power.as_deref());
        let Some(own) = power.and_then(|power| power.own) else {
            continue;
        };
        if !supply.in_charge[placement].is_empty() {
            continue;
        }
        let lasts = lasts(inner_energy(facts, own), supply.own[placement].typical);
        all.extend(
            lasts
                .filter(|lasts| *lasts < hours.length())
                .map(|lasts| (lasts, placement)),
        );
    }
    let (first, placement) = all.iter().min().copied()?;
    let text = format!(
        "{} ends first of what runs on its own battery: after {}.",
        facts.device(placement),
        Span(first).label()
    );
    let reason = match all.len() {
        1 => "It is built in: fill it in a break, or feed it.".to_string(),
        many => format!(
            "{many} devices end before the day does. Built-in batteries are filled in a break, or fed."
        ),
    };
    let input = facts
        .floor
        .ports_of(placement)
        .find(|port| engine::power::is_power(facts.floor, *port));
    Some(
        facts
            .caution(Code::OwnBatteryEnds, At::Device(placement), text, reason)
            .with(facts, || {
                input.map_or_else(Vec::new, |input| fix::feeds(facts, input))
            }),
    )
}
