//! The arrivals board: a row for each screen and recorder.

use super::RecordingReport;
use super::connections::{PictureReport, picture_report};
use check::{Area, Code, Facts, Finding, Severity};
use engine::path::{
    AirProblem, CarriageProblem, FlowProblem, LinksProblem, OutputProblem, TimecodeProblem,
    WiringProblem,
};
use engine::path::{Arrival, Picture, last_hops};
use model::document::{Handle, Need, PortRef, Purpose};
use runtime::cores::each;
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::fmt::{self, Write};
use units::quantity::{Delay, Working};
use utoipa::ToSchema;

/// How a destination stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum Standing {
    /// It gets what it needs.
    Ok,
    /// It does, until something ordinary happens.
    Caution,
    /// It doesn't.
    Stop,
}

/// One row of the board.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ArrivalReport {
    /// The destination.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// The input that it shows or records.
    #[schema(value_type = Option<String>)]
    pub at: Option<PortRef>,
    /// What it needs, a sentence for each need.
    pub needs: Vec<NeedAnswer>,
    /// The camera that it gets.
    pub source: Option<String>,
    /// The picture that arrives.
    pub picture: Option<PictureReport>,
    /// What is done to the picture so that it looks as it should: *look by the screen*.
    pub shown: Vec<String>,
    /// How late its picture may be: the least of what its needs say.
    pub within: Option<DelayLimit>,
    /// Sound channels that arrive.
    pub sound: usize,
    /// Timecode that arrives, in words.
    pub timecode: Option<String>,
    /// What it records, in one line.
    pub records: Option<String>,
    /// The verdict.
    pub standing: Standing,
    /// The verdict in words: *arrives*, or the worst finding's sentence.
    pub says: String,
    /// The finding that the verdict comes from.
    pub finding: Option<String>,
    /// Until when it has its picture before a battery on the way is empty, and which.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub power: Option<String>,
    /// Ports on its path, from the lens on.
    #[schema(value_type = Vec<String>)]
    pub hops: Vec<PortRef>,
    /// How the delay adds up.
    pub working: Option<Working>,
}

/// How late a picture may be.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DelayLimit {
    /// In microseconds.
    pub us: u64,
    /// In words: *250 ms*.
    pub label: String,
}

/// One need, in words.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct NeedAnswer {
    /// Its id.
    pub id: Handle,
    /// What it asks for: *A camera for directing, clean, within 250 ms*.
    pub asks: String,
    /// Whether it is met.
    pub met: bool,
}

/// Every destination of the floor, in the order of the build.
pub(super) fn list(
    facts: &Facts,
    findings: &[Finding],
    recordings: &[RecordingReport],
) -> Vec<ArrivalReport> {
    let concerning = Concerning::of(facts, findings);
    let recorders: FxHashMap<&str, &RecordingReport> = recordings
        .iter()
        .map(|recording| (recording.device.as_str(), recording))
        .collect();
    let arrivals = &facts.resolved.arrivals;
    each(arrivals.len(), |number| {
        let arrival = &arrivals[number];
        let handle = &facts.floor.build.placements[arrival.placement].id;
        let recording = recorders.get(handle.as_str()).copied();
        row(facts, arrival, recording, &concerning)
    })
}

/// Findings by where they are.
struct Concerning<'f> {
    /// For each port the worst on the cables of its picture's path.
    on_path: Vec<Option<&'f Finding>>,
    by_connection: FxHashMap<&'f str, Vec<&'f Finding>>,
    by_device: FxHashMap<&'f str, Vec<&'f Finding>>,
}

impl<'f> Concerning<'f> {
    fn of(facts: &Facts, findings: &'f [Finding]) -> Self {
        let mut by_connection: FxHashMap<&str, Vec<&Finding>> = FxHashMap::default();
        let mut by_device: FxHashMap<&str, Vec<&Finding>> = FxHashMap::default();
        for finding in findings {
            if let Some(connection) = &finding.at.connection {
                by_connection.entry(connection).or_default().push(finding);
            } else if let Some(device) = &finding.at.device {
                by_device.entry(device).or_default().push(finding);
            }
        }
        let floor = facts.floor;
        let on_path = facts
            .resolved
            .along(|before: Option<&Option<&Finding>>, port| {
                let cable =
                    floor.into[port].map(|number| floor.build.connections[number].id.as_str());
                let here = cable.and_then(|id| by_connection.get(id));
                let here = here.into_iter().flatten().copied();
                // What a device doesn’t take and its passive loop hands on all the same is its own matter.
                let shown = facts.resolved.signals[port].picture.is_some();
                let here = here.filter(|finding| shown || finding.severity != Severity::Stop);
                worst(before.copied().flatten().into_iter().chain(here))
            });
        Self {
            on_path,
            by_connection,
            by_device,
        }
    }

    /// The worst that concerns a row: on the cables of its path, on itself, and whatever keeps the
    /// picture away.
    fn worst(&self, facts: &Facts, arrival: &Arrival) -> Option<&'f Finding> {
        let floor = facts.floor;
        let on_path = arrival.input.and_then(|input| self.on_path[input]);
        let handle = floor.build.placements[arrival.placement].id.as_str();
        let on_self = self.by_device.get(handle).into_iter().flatten();
        let on_self = on_self.filter(|finding| finding.code.area() != Area::Time);
        let stopped = arrival.stopped_by;
        let cause = stopped.and_then(|problem| self.cause(facts, problem));
        worst(cause.into_iter().chain(on_path).chain(on_self.copied()))
    }

    /// The finding that a problem of the path became: they stand at the same place.
    fn cause(&self, facts: &Facts, problem: usize) -> Option<&'f Finding> {
        use engine::path::Problem;
        let floor = facts.floor;
        let on_connection = |number: usize| {
            let id = floor.build.connections[number].id.as_str();
            let mut here = self.by_connection.get(id)?.iter().copied();
            here.find(|finding| finding.severity == Severity::Stop)
        };
        let on_device = |placement: usize, codes: &[Code]| {
            let id = floor.build.placements[placement].id.as_str();
            let mut here = self.by_device.get(id)?.iter().copied();
            here.find(|finding| codes.contains(&finding.code))
        };
        match &facts.resolved.problems[problem] {
            Problem::Wiring(WiringProblem::NoSuchPort { connection })
            | Problem::Wiring(WiringProblem::SecondCable { connection })
            | Problem::Wiring(WiringProblem::SharedSocket { connection })
            | Problem::Wiring(WiringProblem::UnknownCable { connection })
            | Problem::Wiring(WiringProblem::OtherWire { connection })
            | Problem::Wiring(WiringProblem::WrongCable { connection })
            | Problem::Carriage(CarriageProblem::NotTaken { connection, .. })
            | Problem::Carriage(CarriageProblem::NoCarriage { connection, .. })
            | Problem::Carriage(CarriageProblem::OverSdiPort { connection, .. })
            | Problem::Carriage(CarriageProblem::OverHdmiPort { connection, .. })
            | Problem::Carriage(CarriageProblem::OverSdiCable { connection, .. })
            | Problem::Carriage(CarriageProblem::OverHdmiCable { connection, .. })
            | Problem::Carriage(CarriageProblem::OtherLevel { connection, .. })
            | Problem::Carriage(CarriageProblem::LongRun { connection, .. })
            | Problem::Carriage(CarriageProblem::FellBack { connection, .. })
            | Problem::Carriage(CarriageProblem::RawNotTaken { connection })
            | Problem::Links(LinksProblem::LoneLeg { connection, .. })
            | Problem::Links(LinksProblem::LegsMissing { connection, .. })
            | Problem::Links(LinksProblem::LegsOutOfOrder { connection, .. })
            | Problem::Links(LinksProblem::LegMapping { connection, .. })
            | Problem::Links(LinksProblem::LegLengths { connection, .. })
            | Problem::Air(AirProblem::OtherSystem { connection })
            | Problem::Air(AirProblem::TooManyListeners { connection, .. })
            | Problem::Air(AirProblem::WeakRadio { connection, .. })
            | Problem::Wiring(WiringProblem::Strain { connection, .. }) => {
                on_connection(*connection)
            }
            Problem::Output(OutputProblem::CannotGive { port, .. })
            | Problem::Output(OutputProblem::SwitchedOff { port, .. })
            | Problem::Output(OutputProblem::Deinterlaced { port, .. })
            | Problem::Output(OutputProblem::KeepsRate { port, .. }) => on_device(
                floor.ports[*port].placement,
                &[Code::CannotGive, Code::SwitchedOff, Code::KeepsRate],
            ),
            Problem::Flow(FlowProblem::Loop { ports }) => {
                on_device(floor.ports[ports[0]].placement, &[Code::Loop])
            }
            Problem::Flow(FlowProblem::NothingArrives { placement }) => {
                on_device(*placement, &[Code::NothingArrives])
            }
            Problem::Wiring(WiringProblem::UnknownDevice { .. })
            | Problem::Timecode(TimecodeProblem::OtherTimecode { .. })
            | Problem::Air(AirProblem::SameChannel { .. })
            | Problem::Air(AirProblem::NoChannel { .. }) => None,
        }
    }
}

fn worst<'f>(findings: impl Iterator<Item = &'f Finding>) -> Option<&'f Finding> {
    findings.max_by_key(|finding| (finding.severity, std::cmp::Reverse(finding.id.as_str())))
}

fn row(
    facts: &Facts,
    arrival: &Arrival,
    recording: Option<&RecordingReport>,
    concerning: &Concerning,
) -> ArrivalReport {
    let floor = facts.floor;
    let placement = &floor.build.placements[arrival.placement];
    let signal = arrival.input.map(|input| &facts.resolved.signals[input]);
    let input = arrival.input;
    let hops = input.map_or_else(Vec::new, |input| last_hops(facts.resolved, input));
    let worst = concerning.worst(facts, arrival);
    let picture = signal.and_then(|signal| signal.picture);
    let needs = floor.needs_at(arrival.placement).map(|(_, need)| need);
    let answer = |need: &Need| NeedAnswer {
        id: need.id.clone(),
        asks: asks(facts, need),
        met: false,
    };
    ArrivalReport {
        device: placement.id.clone(),
        name: placement.name.clone(),
        at: arrival.input.map(|input| floor.name(input)),
        needs: needs.map(answer).collect(),
        source: picture.map(|picture| floor.placement_of(picture.origin).name.clone()),
        picture: picture
            .as_ref()
            .map(|picture| picture_report(floor, picture)),
        shown: picture.map_or_else(Vec::new, |picture| {
            shown(facts, arrival.placement, &picture)
        }),
        within: within(facts, arrival.placement),
        sound: signal.map_or(0, |signal| signal.sound.len()),
        timecode: signal
            .and_then(|signal| signal.timecode)
            .map(|timecode| timecode.rate.to_string()),
        records: recording.map(records),
        standing: match worst.map(|finding| finding.severity) {
            Some(Severity::Stop) => Standing::Stop,
            Some(Severity::Caution) => Standing::Caution,
            Some(Severity::Note) | None => Standing::Ok,
        },
        says: worst.map_or_else(|| "Arrives".into(), |finding| finding.text.clone()),
        finding: worst.map(|finding| finding.id.clone()),
        working: picture.map(|picture| delay_working(facts, &hops, picture.delay)),
        power: super::power::seen_until(facts, arrival.placement),
        hops: hops.iter().map(|port| floor.name(*port)).collect(),
    }
}

/// The least delay that the needs at a destination allow.
fn within(facts: &Facts, placement: usize) -> Option<DelayLimit> {
    let rules = &facts.floor.production.house_rules;
    let needs = facts.floor.needs_at(placement);
    let limits = needs.filter_map(|(_, need)| need.within.or_else(|| rules.within(need.purpose)));
    limits.min().map(|least| DelayLimit {
        us: least.0,
        label: least.label(),
    })
}

/// The codec, and how long it lasts: *Mezzanine High, 1 h 29 min*.
fn records(recording: &RecordingReport) -> String {
    let Some(time) = &recording.time else {
        return recording.codec.clone();
    };
    let first = recording.limits.first();
    let lasts = first.map_or(&time.label, |limit| &limit.label);
    format!("{}, {lasts}", recording.codec)
}

/// Who applies the look, and who takes the squeeze of the lens out.
fn shown(facts: &Facts, placement: usize, picture: &Picture) -> Vec<String> {
    let floor = facts.floor;
    let settings = &floor.build.placements[placement].settings;
    let Some(device) = floor.devices[placement] else {
        return Vec::new();
    };
    let mut shown = Vec::new();
    if settings.look && device.screen_look {
        shown.push("look by the screen".to_string());
    }
    let lens = floor.placement_of(picture.origin).settings.squeeze;
    if let Some(squeeze) = lens.filter(|squeeze| squeeze.is_squeezed()) {
        if !picture.squeeze.is_squeezed() {
            shown.push(format!(
                "{squeeze} taken out by {}",
                floor.spoken(picture.origin)
            ));
        } else if settings.desqueeze && device.desqueezes {
            shown.push(format!("{squeeze} taken out by the screen"));
        }
    }
    shown
}

/// A need as a sentence would have it: *A camera for directing, 1920×1080 or better, clean, within
/// 250 ms*.
pub(super) fn asks(facts: &Facts, need: &Need) -> String {
    let floor = facts.floor;
    let of = need.of.as_deref().and_then(|of| floor.placement(of));
    let of = of.map(|placement| &floor.build.placements[placement]);
    let purpose = match need.purpose {
        Purpose::Operating => "to operate",
        Purpose::Focus => "to pull focus",
        Purpose::Directing => "to direct",
        Purpose::Client => "to follow",
        Purpose::Stage => "live, in sight of the stage",
        Purpose::Record => "to record",
    };
    let who = of.map_or("Any camera", |placement| placement.name.as_str());
    let mut asks = String::with_capacity(80);
    let mut say = |words: fmt::Arguments| asks.write_fmt(words).expect("a text takes more");
    say(format_args!("{who} {purpose}"));
    let mut before = ", ";
    let least: [Option<&dyn fmt::Display>; 3] = [
        need.raster.as_ref().map(|raster| raster as _),
        need.bits.as_ref().map(|bits| bits as _),
        need.sampling.as_ref().map(|sampling| sampling as _),
    ];
    for least in least.into_iter().flatten() {
        say(format_args!("{before}{least}"));
        before = " ";
    }
    if before == " " {
        say(format_args!(" or better"));
    }
    if need.clean {
        say(format_args!(", clean"));
    }
    if let Some(look) = need.look {
        let with = if look { "with the" } else { "without a" };
        say(format_args!(", {with} look"));
    }
    if let Some(within) = need
        .within
        .or_else(|| floor.production.house_rules.within(need.purpose))
    {
        say(format_args!(", within {}", within.label()));
    }
    if need.sound > 0 {
        say(format_args!(", with {} ch of sound", need.sound));
    }
    if let Some(length) = need.length {
        say(format_args!(", {}", length.label()));
    }
    asks
}

/// How the delay adds up, device by device.
fn delay_working(facts: &Facts, hops: &[usize], total: Delay) -> Working {
    let floor = facts.floor;
    let mut working = Working::new("Delay from the lens");
    let mut before = Delay(0);
    for port in hops {
        let Some(picture) = facts.resolved.signals[*port].picture else {
            continue;
        };
        let added = Delay(picture.delay.0 - before.0.min(picture.delay.0));
        if added.0 > 0 {
            let what = format!(
                "{} in {}",
                floor.ports[*port].port.name,
                floor.placement_of(*port).name
            );
            working = working.term(
                floor.placement_of(*port).name.clone(),
                added.to_string(),
                what,
            );
        }
        before = picture.delay;
    }
    working.gives(total.label())
}
