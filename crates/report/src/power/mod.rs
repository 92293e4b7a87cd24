//! The supply as it is shown: the tree with its joints, each battery's day, what hangs on what and until when.

pub(super) mod workings;

use check::{Area, Facts, Finding, Severity};
use difference::Difference;
use engine::day::Hours;
use engine::power::{
    Bank, Consequences, PoweredCable, Pulled, Rota, SwapKind, TakesOver, fills, spare_outlets,
};
use model::catalogue::Gauge;
use model::catalogue::cells::cold_factor;
use model::document::{Handle, Rolls};
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::collections::BTreeMap;
use units::quantity::{ClockTime, Span, Working};
use utoipa::ToSchema;

/// A day that nobody has planned, in seconds since midnight.
const USUAL_DAY: (u64, u64) = (8 * 3_600, 20 * 3_600);
/// What the usual rules of carriers call large, and what they usually refuse, in watt-hours.
const LARGE: f64 = 100.0;
const REFUSED: f64 = 160.0;

/// So many changes and charges of a day are listed: more is no plan.
const LISTED: usize = 300;

/// All that is shown of the power of a build.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema, Difference)]
pub struct PowerReport {
    /// The air that is reckoned with, in °C.
    pub celsius: i8,
    /// What cold leaves of a battery, in percent.
    pub cold_percent: f64,
    /// When the day begins, in seconds since midnight.
    pub begins: u64,
    /// When it ends.
    pub ends: u64,
    /// Whether the day was planned; else these are usual hours.
    pub planned: bool,
    /// Breaks of the day, as pairs of seconds since midnight.
    pub breaks: Vec<(u64, u64)>,
    /// What is planned, in the order of the plan.
    pub parts: Vec<PlannedPart>,
    /// Whatever gives or draws power, sources first, each before what hangs on it.
    #[difference(by(device))]
    pub nodes: Vec<PowerNode>,
    /// Batteries, each for itself or with those it is used with.
    #[difference(by(id))]
    pub sources: Vec<PowerSource>,
    /// Wall sockets that something hangs on.
    #[difference(by(device))]
    pub mains: Vec<MainsReport>,
    /// Changes of the day, the first first.
    pub swaps: Vec<BatteryChange>,
    /// Which battery is on which charger when.
    pub rota: Vec<ChargeReport>,
    /// Batteries that the day takes, by kind.
    pub batteries: Vec<BatteriesNeeded>,
}

/// Something that is planned.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct PlannedPart {
    /// Its name.
    pub name: String,
    /// When it begins, in seconds since midnight.
    pub starts: u64,
    /// When it ends.
    pub ends: u64,
    /// Whether anything is rolled in it; else it is a break.
    pub rolls: bool,
}

/// A device in the supply.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PowerNode {
    /// The device.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// What it is.
    pub kind: model::catalogue::DeviceKind,
    /// How deep it hangs below its source.
    pub depth: usize,
    /// Whether it has a battery built in.
    pub own_battery: bool,
    /// How that is filled while something feeds the device, in words; none where nothing does, or nobody says.
    pub own_filled: Option<String>,
    /// The cable that feeds it, where one does.
    pub joint: Option<JointReport>,
    /// What it draws itself, in watts.
    pub watts: f64,
    /// What its runs tell of that, from the least to the most, where it was measured.
    pub measured_watts: Option<(f64, f64)>,
    /// How that was reached.
    pub working: Option<Working>,
    /// With what hangs on it.
    pub with_behind: f64,
    /// At the most.
    pub peak: f64,
    /// What it hangs on and until when, in words.
    pub until: Option<String>,
    /// Outlets that nothing hangs on.
    pub spare_outlets: usize,
    /// The worst that is found at it.
    pub worst: Option<Severity>,
}

/// A cable that power goes through.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JointReport {
    /// The cable.
    pub connection: Handle,
    /// The outlet and the input: *D-tap of V98 > DC in of A monitor*.
    pub at: String,
    /// The device that it comes from.
    pub from: Handle,
    /// At the load, at the worst, in volts.
    pub volts_min: f64,
    /// At the best.
    pub volts_max: f64,
    /// At the most, in amperes.
    pub amps: f64,
    /// While everything works.
    pub watts: f64,
    /// At the most.
    pub peak_watts: f64,
    /// What it is made for, in watts at the lowest voltage.
    pub limit_watts: Option<f64>,
    /// Whether the input is in charge of its device; else it waits.
    pub in_charge: bool,
}

/// A battery, or several that are used together.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PowerSource {
    /// The first of them.
    pub id: Handle,
    /// All of them.
    pub devices: Vec<Handle>,
    /// As they are called.
    pub name: String,
    /// The kind: *Stannard V98 battery, V-mount, D-tap*.
    pub item: String,
    /// What can be used of them, in watt-hours.
    pub watt_hours: f64,
    /// What is drawn while everything works.
    pub watts: f64,
    /// While everything waits.
    pub standby_watts: f64,
    /// At the most.
    pub peak_watts: f64,
    /// How long they last, in seconds; none where nothing is drawn.
    pub runtime_seconds: Option<u64>,
    /// What reaches their cells while they give, of what fills them, in watts.
    pub filled_watts: f64,
    /// How they are filled, in words; none where nothing fills them.
    pub filled: Option<String>,
    /// What they take over, when and for how long, in words: the next in rank.
    pub takes_over: Option<String>,
    /// The same in words.
    pub runtime: String,
    /// How that was reached; none where nothing is drawn.
    pub working: Option<Working>,
    /// Health that is reckoned with, as a range where runs disagree, in percent; none where nothing is known.
    pub health_percent: Option<(f64, f64)>,
    /// When they end where nobody changes them, in seconds since midnight.
    pub ends: Option<u64>,
    /// Whether they last the day.
    pub through: bool,
    /// Devices that go off with them.
    pub dark: Vec<Handle>,
    /// Screens and recorders that get no picture any more.
    pub no_picture: Vec<Handle>,
    /// Recorders that lose sound.
    pub silent: Vec<Handle>,
    /// Clocks that nothing feeds any more.
    pub unlocked: Vec<Handle>,
    /// Recorders that still record.
    pub still: Vec<Handle>,
    /// All that in words.
    pub without: Vec<String>,
    /// How long what takes over lasts, in words.
    pub reserve: Option<String>,
    /// What a change breaks: *hot*, *warm*, *cold*.
    pub kind: &'static str,
    /// For so many seconds.
    pub gap_seconds: u64,
    /// The day in pieces: from when a fresh one is on it until it is changed or ends.
    pub pieces: Vec<PowerPiece>,
    /// What a carrier may say of it.
    pub carriage: Option<String>,
    /// The worst that is found at it.
    pub worst: Option<Severity>,
}

/// A piece of a battery's day.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct PowerPiece {
    /// From when on, in seconds since midnight.
    pub starts: u64,
    /// Until it is changed, or ends.
    pub ends: u64,
    /// Whether it ends there by itself.
    pub dies: bool,
}

/// Wall sockets, and what hangs on them.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct MainsReport {
    /// The sockets.
    pub device: Handle,
    /// As they are called.
    pub name: String,
    /// What is drawn from all of them, in watts.
    pub watts: f64,
    /// At the most.
    pub peak_watts: f64,
    /// What the breaker before them holds, in watts: a guide of the country.
    pub limit_watts: f64,
    /// The same in amperes, at what volts.
    pub breaker: String,
    /// What is lost with them, in words.
    pub without: Vec<String>,
    /// What goes on from a battery of its own, in words: *U400: 1 h 12 min*.
    pub bridged: Vec<String>,
}

/// A change of a battery.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BatteryChange {
    /// The battery.
    pub source: Handle,
    /// Its name.
    pub name: String,
    /// When, in seconds since midnight.
    pub at: u64,
    /// As a clock shows it.
    pub label: String,
    /// *hot*, *warm* or *cold*.
    pub kind: &'static str,
    /// How long something is off.
    pub gap_seconds: u64,
    /// Whether a break comes in time.
    pub in_break: bool,
}

/// A battery on a charger.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct ChargeReport {
    /// What is written on it, or what it is called.
    pub battery: String,
    /// Its kind.
    pub item: String,
    /// The charger.
    pub charger: String,
    /// Which place on it, or on the next of its kind.
    pub place: u32,
    /// From when on, in seconds since midnight.
    pub from: u64,
    /// When it is full.
    pub until: u64,
}

/// Batteries of one kind that a day takes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BatteriesNeeded {
    /// The catalogue's id.
    pub item: String,
    /// Its name.
    pub name: String,
    /// How many, with the kit’s chargers: one more than are used, for what nobody thought of.
    pub count: u32,
    /// How many the kit holds.
    pub owned: u32,
    /// What a carrier may say of them.
    pub carriage: Option<String>,
}

fn tenth(figure: f64) -> f64 {
    (figure * 10.0).round() / 10.0
}

fn hundredth(figure: f64) -> f64 {
    (figure * 100.0).round() / 100.0
}

/// What a carrier may say of so many watt-hours: its current rules win.
fn carriage(watt_hours: f64) -> Option<String> {
    if watt_hours > REFUSED {
        Some(
            "above 160 Wh: usually refused as hand luggage; ask the carrier, its current rules win"
                .into(),
        )
    } else if watt_hours > LARGE {
        Some("above 100 Wh: the carrier must agree; its current rules win".into())
    } else {
        None
    }
}

/// The power of a build; nothing where no power stands on the floor.
pub(super) fn power(facts: &Facts, findings: &[Finding]) -> PowerReport {
    let floor = facts.floor;
    let celsius = floor.production.house_rules.air_celsius;
    let planned = Hours::of(&floor.build.schedule);
    let (begins, ends) = planned
        .as_ref()
        .map_or(USUAL_DAY, |hours| (hours.begin, hours.end));
    let mut report = PowerReport {
        celsius,
        cold_percent: tenth(cold_factor(celsius) * 100.0),
        begins,
        ends,
        planned: planned.is_some(),
        breaks: planned
            .iter()
            .flat_map(|hours| &hours.breaks)
            .map(|it| (it.start, it.end))
            .collect(),
        parts: parts(facts),
        ..PowerReport::default()
    };
    if facts.power.supply.is_empty() {
        return report;
    }
    let mut worst: FxHashMap<&str, Severity> = FxHashMap::default();
    for finding in findings
        .iter()
        .filter(|finding| finding.code.area() == Area::Power)
    {
        if let Some(device) = finding.at.device.as_deref() {
            let known = worst.entry(device).or_insert(finding.severity);
            *known = (*known).max(finding.severity);
        }
    }
    let worst_at = |placement: usize| {
        worst
            .get(floor.build.placements[placement].id.as_str())
            .copied()
    };
    report.nodes = nodes(facts, worst_at);
    for bank in &facts.power.day.banks {
        report.sources.push(source(facts, bank, &report, worst_at));
    }
    report.mains = mains(facts);
    report.swaps = swaps(facts);
    let rota = &facts.power.rota;
    report.batteries = batteries(facts, rota);
    let name = |item: &str| floor.catalogue.item_name(item).unwrap_or(item).to_string();
    report.rota = rota
        .charges
        .iter()
        .take(LISTED)
        .map(|charge| ChargeReport {
            battery: charge.battery.clone(),
            item: name(&charge.item),
            charger: name(&charge.charger),
            place: charge.place,
            from: charge.from,
            until: charge.until,
        })
        .collect();
    report
}

fn parts(facts: &Facts) -> Vec<PlannedPart> {
    let schedule = facts.floor.build.schedule.iter();
    let parts = schedule.map(|entry| {
        let starts = entry.start.seconds();
        PlannedPart {
            name: entry.name.clone(),
            starts,
            ends: starts.saturating_add(entry.length.0),
            rolls: entry.rolls != Rolls::Nothing,
        }
    });
    parts.collect()
}

/// Each source with what hangs on it, below it; then what nothing feeds.
fn nodes(facts: &Facts, worst: impl Fn(usize) -> Option<Severity> + Copy) -> Vec<PowerNode> {
    let (floor, supply) = (facts.floor, &facts.power.supply);
    let joints: BTreeMap<usize, &PoweredCable> = supply
        .joints
        .iter()
        .map(|joint| (joint.connection, joint))
        .collect();
    let mut below: Vec<Vec<(usize, Option<usize>)>> = vec![Vec::new(); floor.devices.len()];
    let (mut roots, mut alone) = (Vec::new(), Vec::new());
    for &placement in &supply.order {
        let in_charge = supply.in_charge[placement].first();
        let feeds = in_charge.and_then(|input| floor.into[*input]);
        match feeds {
            Some(number) => {
                let from = floor.ports[floor.link(number).from].placement;
                below[from].push((placement, Some(number)));
            }
            None if gives(facts, placement) => roots.push(placement),
            None => alone.push(placement),
        }
    }
    // What hangs on nothing stands below what does.
    roots.append(&mut alone);
    let until = until(facts);
    let mut nodes = Vec::new();
    let mut next: Vec<(usize, usize, Option<usize>)> = roots
        .into_iter()
        .rev()
        .filter(|root| concerns(facts, *root))
        .map(|root| (root, 0, None))
        .collect();
    while let Some((placement, depth, number)) = next.pop() {
        let joint = number.map(|number| joint_report(facts, number, joints.get(&number).copied()));
        nodes.push(PowerNode {
            device: floor.build.placements[placement].id.clone(),
            name: facts.device(placement).to_string(),
            kind: floor.devices[placement]
                .map_or(model::catalogue::DeviceKind::PowerBox, |device| device.kind),
            depth,
            own_battery: floor.devices[placement]
                .and_then(|device| device.power.as_ref())
                .is_some_and(|power| power.own.is_some()),
            own_filled: own_filled(facts, placement),
            joint,
            watts: tenth(supply.own[placement].typical),
            measured_watts: floor.build.placements[placement]
                .settings
                .power
                .learned_draw()
                .map(|learned| (tenth(learned.least), tenth(learned.most))),
            working: workings::drawn(facts, placement),
            with_behind: tenth(supply.draws[placement].typical),
            peak: tenth(supply.draws[placement].peak),
            until: until.get(&placement).cloned(),
            spare_outlets: spare_outlets(floor, placement),
            worst: worst(placement),
        });
        for (placement, number) in below[placement].iter().rev() {
            next.push((*placement, depth + 1, *number));
        }
    }
    nodes
}

/// How the battery inside a device is filled by what feeds it: only while it is off, or meanwhile with what is left
/// beside its work, over USB as much as was settled on.
fn own_filled(facts: &Facts, placement: usize) -> Option<String> {
    let (floor, supply) = (facts.floor, &facts.power.supply);
    let own = floor.devices[placement]?.power.as_deref()?.own?;
    let input = *supply.in_charge[placement].first()?;
    let takes = own.fills?.value();
    let joint = supply
        .joints
        .iter()
        .find(|joint| floor.into[input] == Some(joint.connection));
    let limit = joint.and_then(|joint| joint.limit).unwrap_or(f64::INFINITY);
    if own.off_only {
        let full = fills(own.holds.value(), 0.0, takes.min(limit))?;
        return Some(format!(
            "Its own battery fills only while it is off: from empty in {}.",
            Span(full).label()
        ));
    }
    let spare = (limit - supply.draws[placement].typical).min(takes);
    let full = fills(own.holds.value(), 0.0, spare).filter(|_| spare > 0.0)?;
    Some(format!(
        "Its own battery fills while it works: from empty in {}.",
        Span(full).label()
    ))
}

/// Whether a device is a source.
fn gives(facts: &Facts, placement: usize) -> bool {
    let device = facts.floor.devices[placement];
    device.is_some_and(|device| {
        device.battery.is_some() || device.power.as_ref().is_some_and(|power| power.mains)
    })
}

/// Whether a device has anything to do with power.
fn concerns(facts: &Facts, placement: usize) -> bool {
    let device = facts.floor.devices[placement];
    device.is_some_and(|device| device.power.is_some() || device.battery.is_some())
}

fn joint_report(facts: &Facts, number: usize, joint: Option<&PoweredCable>) -> JointReport {
    let floor = facts.floor;
    let link = floor.link(number);
    let value = |figure: fn(&PoweredCable) -> f64| joint.map_or(0.0, figure);
    let placement = floor.ports[link.to].placement;
    JointReport {
        connection: floor.build.connections[number].id.clone(),
        at: format!("{} > {}", floor.spoken(link.from), floor.spoken(link.to)),
        from: floor.placement_of(link.from).id.clone(),
        volts_min: hundredth(value(|joint| joint.volts.least.value())),
        volts_max: hundredth(value(|joint| joint.volts.most.value())),
        amps: hundredth(value(|joint| joint.amps)),
        watts: tenth(value(|joint| joint.typical)),
        peak_watts: tenth(value(|joint| joint.peak)),
        limit_watts: joint.and_then(|joint| joint.limit).map(tenth),
        in_charge: facts.power.supply.in_charge[placement].contains(&link.to),
    }
}

/// The first battery that ends something when it is empty, by what it ends.
pub(super) fn first_to_end<'f>(
    facts: &'f Facts,
    placement: usize,
    ends: impl Fn(&Consequences) -> &[usize],
) -> Option<(&'f Bank, u64)> {
    let banks = facts.power.day.banks.iter();
    banks
        .filter(|bank| ends(&bank.without).contains(&placement))
        .filter_map(|bank| Some((bank, bank.lasts?)))
        .min_by_key(|(_, lasts)| *lasts)
}

/// Until when a destination has its picture, as far as batteries go: *until 20:01, A transmitter battery*.
pub(super) fn seen_until(facts: &Facts, placement: usize) -> Option<String> {
    let (bank, lasts) = first_to_end(facts, placement, |without| &without.dark)?;
    let name = facts.device(bank.sources[0]);
    Some(match bank.ends {
        Some(end) if !bank.through => format!("until {}, {name}", ClockTime::label_of(end)),
        Some(_) => return None,
        None => format!("for {}, {name}", Span(lasts).label()),
    })
}

/// What each device hangs on, and until when: the first of its batteries to end.
fn until(facts: &Facts) -> BTreeMap<usize, String> {
    let mut first: BTreeMap<usize, (u64, String)> = BTreeMap::new();
    for bank in &facts.power.day.banks {
        let Some(lasts) = bank.lasts else { continue };
        let name = facts.device(bank.sources[0]);
        let words = match bank.ends {
            Some(end) => format!("on {name} until {}", ClockTime::label_of(end)),
            None => format!("on {name} for {}", Span(lasts).label()),
        };
        let lost = &bank.without.lost;
        for placement in lost.off.iter().chain(&lost.on_reserve) {
            let known = first.entry(*placement).or_insert((lasts, words.clone()));
            if lasts < known.0 {
                *known = (lasts, words.clone());
            }
        }
    }
    for bank in &facts.power.day.banks {
        let lasts = bank.lasts.map_or_else(
            || "waits".into(),
            |lasts| format!("lasts {}", Span(lasts).label()),
        );
        for source in &bank.sources {
            let others = bank.sources.iter().filter(|other| *other != source);
            let others: Vec<&str> = others.map(|other| facts.device(*other)).collect();
            let words = if others.is_empty() {
                lasts.clone()
            } else {
                format!("{lasts}, with {}", others.join(", "))
            };
            first.insert(*source, (0, words));
        }
    }
    first
        .into_iter()
        .map(|(placement, (_, words))| (placement, words))
        .collect()
}

fn source(
    facts: &Facts,
    bank: &Bank,
    report: &PowerReport,
    worst: impl Fn(usize) -> Option<Severity>,
) -> PowerSource {
    let floor = facts.floor;
    let ids = |placements: &[usize]| -> Vec<Handle> {
        let ids = placements.iter();
        ids.map(|placement| floor.build.placements[*placement].id.clone())
            .collect()
    };
    let first = bank.sources[0];
    let device = floor.devices[first];
    let battery = device.and_then(|device| device.battery.as_ref());
    let health = battery.and_then(|battery| {
        let setting = &floor.build.placements[first].settings.power;
        setting.learned_health(battery)
    });
    let names = bank.sources.iter().map(|at| facts.device(*at).to_string());
    let names: Vec<String> = names.collect();
    let name = names.join(" and ");
    let holds = battery.map_or(0.0, |battery| battery.holds.value());
    let without = &bank.without;
    PowerSource {
        id: floor.build.placements[first].id.clone(),
        devices: ids(&bank.sources),
        name: name.clone(),
        item: device.map_or_else(String::new, |device| device.name.clone()),
        watt_hours: tenth(bank.energy),
        watts: tenth(bank.draw.typical),
        standby_watts: tenth(bank.draw.standby),
        peak_watts: tenth(bank.draw.peak),
        runtime_seconds: bank.lasts,
        filled_watts: tenth(bank.filled),
        filled: filled(facts, bank),
        takes_over: bank.takes_over.map(|next| taken_over(facts, next)),
        runtime: match bank.lasts {
            Some(lasts) => Span(lasts).label(),
            None if bank.draw.typical > 0.0 => "it never ends: it is filled meanwhile".into(),
            None => "nothing is drawn".into(),
        },
        working: bank.lasts.map(|lasts| {
            let title = if names.len() == 1 {
                format!("How long {name} lasts")
            } else {
                format!("How long {name} last")
            };
            workings::lasting(facts, bank, title, Span(lasts).label())
        }),
        health_percent: health
            .map(|health| (tenth(health.least * 100.0), tenth(health.most * 100.0))),
        ends: bank.ends,
        through: bank.through,
        dark: ids(&without.lost.off),
        no_picture: ids(&without.dark),
        silent: ids(&without.silent),
        unlocked: ids(&without.unlocked),
        still: ids(&without.still),
        without: in_words(facts, bank),
        reserve: bank.reserve.map(|seconds| Span(seconds).label()),
        kind: bank.kind.word(),
        gap_seconds: bank.gap,
        pieces: match bank.takes_over {
            Some(next) if bank.draw.typical == 0.0 => Vec::from_iter(waiting_piece(next, report)),
            _ => pieces(bank, report),
        },
        carriage: carriage(holds),
        worst: worst(first),
    }
}

/// How batteries are filled while they give, in words.
fn filled(facts: &Facts, bank: &Bank) -> Option<String> {
    let mut fillings = facts.power.fillings.iter();
    let filling = fillings.find(|filling| bank.sources.contains(&filling.placement))?;
    let from = facts.floor.link(filling.connection).from;
    let from = facts.port(from);
    if filling.rests {
        return Some(format!(
            "{from} fills it only while nothing hangs on it: not now."
        ));
    }
    let full = filling.full_after.map_or_else(String::new, |seconds| {
        format!(
            "; from empty it is full after {} where nothing is drawn",
            Span(seconds).label()
        )
    });
    Some(format!(
        "{from} fills it with {} W, {} W of that reach its cells{full}.",
        tenth(filling.offered),
        tenth(filling.working)
    ))
}

/// When a battery that waits takes over, in words.
fn taken_over(facts: &Facts, next: TakesOver) -> String {
    let (load, before) = (facts.device(next.load), facts.device(next.after));
    let when = next.from.map_or_else(
        || format!("where {before} is pulled or ends"),
        |at| {
            format!(
                "at {} where nobody changes {before}",
                ClockTime::label_of(at)
            )
        },
    );
    let lasts = next.lasts.map_or_else(String::new, |seconds| {
        format!(", and lasts {}", Span(seconds).label())
    });
    format!("Waits: it takes over {load} {when}{lasts}.")
}

/// The day of batteries in pieces, from one change to the next.
fn pieces(bank: &Bank, report: &PowerReport) -> Vec<PowerPiece> {
    let mut pieces = Vec::new();
    let mut fresh = report.begins;
    for turn in &bank.turns {
        pieces.push(PowerPiece {
            starts: fresh,
            ends: turn.at,
            dies: false,
        });
        fresh = turn.at;
    }
    let lasts = bank
        .lasts
        .map_or(u64::MAX, |lasts| fresh.saturating_add(lasts));
    pieces.push(PowerPiece {
        starts: fresh,
        ends: lasts.min(report.ends.max(fresh)),
        dies: lasts < report.ends,
    });
    pieces
}

/// What a battery that waits gives of the day: nothing as long as the one before it lasts.
fn waiting_piece(next: TakesOver, report: &PowerReport) -> Option<PowerPiece> {
    let starts = next.from?;
    let ends = next
        .lasts
        .map_or(u64::MAX, |lasts| starts.saturating_add(lasts));
    Some(PowerPiece {
        starts,
        ends: ends.min(report.ends),
        dies: ends < report.ends,
    })
}

/// Wall sockets with what hangs on them.
fn mains(facts: &Facts) -> Vec<MainsReport> {
    let country = facts.floor.production.house_rules.mains;
    let walls = facts.power.day.walls.iter();
    let walls = walls.map(|wall| {
        let bridged = wall
            .bridged
            .iter()
            .map(|(at, seconds)| format!("{}: {}", facts.device(*at), Span(*seconds).label()));
        MainsReport {
            device: facts.floor.build.placements[wall.placement].id.clone(),
            name: facts.device(wall.placement).to_string(),
            watts: tenth(wall.draw.typical),
            peak_watts: tenth(wall.draw.peak),
            limit_watts: tenth(country.volts().value() * country.amps().value()),
            breaker: format!("{} at {}", country.amps(), country.volts()),
            without: lost_in_words(facts, &wall.without),
            bridged: bridged.collect(),
        }
    });
    walls.collect()
}

/// What becomes of the floor without a supply.
fn lost_in_words(facts: &Facts, without: &Consequences) -> Vec<String> {
    let named = |placements: &[usize]| {
        let names = placements.iter().map(|at| facts.device(*at));
        names.collect::<Vec<_>>().join(", ")
    };
    let told = [
        ("Off", &without.lost.off),
        ("No picture", &without.dark),
        ("Silent", &without.silent),
        ("No timecode fed", &without.unlocked),
        ("Stops recording", &without.stops),
        ("Goes on from another battery", &without.lost.on_reserve),
        ("Starts anew", &without.lost.restarts),
        ("Still records", &without.still),
    ];
    let told = told
        .into_iter()
        .filter(|(_, placements)| !placements.is_empty());
    told.map(|(word, placements)| format!("{word}: {}.", named(placements)))
        .collect()
}

/// What becomes of what hangs on a plate while one of its batteries is pulled.
fn pulled_in_words(pulled: Pulled) -> String {
    let limit = tenth(pulled.limit);
    let (typical, peak) = (tenth(pulled.typical), tenth(pulled.peak));
    if pulled.typical > pulled.limit {
        format!(
            "Don’t pull one while it works: the other gives {limit} W at the most, {typical} W hang on it, and it switches off."
        )
    } else if pulled.peak > pulled.limit {
        format!(
            "Pull one only while nothing starts or fills: the other gives {limit} W at the most, and the peak is {peak} W."
        )
    } else {
        format!("One may be pulled: the other carries {typical} W of its {limit} W.")
    }
}

/// What becomes of the floor without a battery.
fn in_words(facts: &Facts, bank: &Bank) -> Vec<String> {
    let named = |placements: &[usize]| {
        let names: Vec<String> = placements
            .iter()
            .map(|at| facts.device(*at).to_string())
            .collect();
        names.join(", ")
    };
    let without = &bank.without;
    let mut told = lost_in_words(facts, without);
    told.extend(bank.pulled.map(pulled_in_words));
    let battery = facts.floor.devices[bank.sources[0]].and_then(|device| device.battery.as_ref());
    match battery.map(|battery| battery.gauge) {
        Some(Gauge::FourSteps) => told.push("Its gauge has four steps: it warns late.".into()),
        Some(Gauge::Nothing) => told.push("It has no gauge: note when it was put on.".into()),
        Some(Gauge::Percent | Gauge::Minutes) | None => {}
    }
    told.push(match bank.kind {
        SwapKind::Hot => "A change breaks nothing.".into(),
        SwapKind::Warm if without.still.is_empty() => format!(
            "A change is warm: nothing records on it; what hangs on it is off for {} s.",
            bank.gap
        ),
        SwapKind::Warm => format!(
            "A change is warm: {} records on; what hangs on it is off for {} s.",
            named(&without.still),
            bank.gap
        ),
        SwapKind::Cold => format!(
            "A change is cold: {} s until it records again, in a new clip.",
            bank.gap
        ),
    });
    told
}

fn swaps(facts: &Facts) -> Vec<BatteryChange> {
    let floor = facts.floor;
    let banks = facts.power.day.banks.iter();
    let mut swaps: Vec<BatteryChange> = banks
        .flat_map(|bank| {
            let source = bank.sources[0];
            bank.turns.iter().map(move |turn| BatteryChange {
                source: floor.build.placements[source].id.clone(),
                name: facts.device(source).to_string(),
                at: turn.at,
                label: ClockTime::label_of(turn.at),
                kind: bank.kind.word(),
                gap_seconds: bank.gap,
                in_break: turn.in_break.is_some(),
            })
        })
        .collect();
    swaps.sort_by(|one, other| (one.at, &one.source).cmp(&(other.at, &other.source)));
    swaps.truncate(LISTED);
    swaps
}

fn batteries(facts: &Facts, rota: &Rota) -> Vec<BatteriesNeeded> {
    let floor = facts.floor;
    let used = rota
        .used
        .iter()
        .map(|(item, count)| (item.as_str(), *count));
    let needed = used.map(|(item, count)| {
        let device = floor.catalogue.device(item);
        let battery = device.and_then(|device| device.battery.as_ref());
        BatteriesNeeded {
            item: item.into(),
            name: device.map_or_else(|| item.into(), |device| device.name.clone()),
            count: count.saturating_add(1),
            owned: floor.production.owned(item, None),
            carriage: battery.and_then(|battery| carriage(battery.holds.value())),
        }
    });
    needed.collect()
}
