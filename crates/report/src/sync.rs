//! Time as it is shown: who gets it from whom, how far clocks run apart over the day, when to jam again.

use check::{Area, Facts, Finding, Severity};
use difference::Difference;
use engine::day::Hours;
use engine::path::{Floor, resolve};
use engine::power::forgets;
use engine::sync::{ClockAt, Jams, TimecodeSource, apart, at, clocks, plan};
use model::catalogue::{Catalogue, Device};
use model::document::{Command, Handle, Production};
use rustc_hash::FxHashMap;
use serde::Serialize;
use std::borrow::Cow;
use std::sync::Arc;
use units::quantity::{ClockTime, Ppm, Span};
use units::timecode::TOLERANCE_FRAMES;
use utoipa::ToSchema;

/// Clocks of which every pair is listed, at most.
const MOST_PAIRED: usize = 24;
/// A day that nobody has planned, in seconds since midnight.
const USUAL_DAY: (u64, u64) = (8 * 3_600, 20 * 3_600);

/// All that is shown of the time of a build.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema, Difference)]
pub struct TimeReport {
    /// The device whose time the others follow.
    pub master: Option<Handle>,
    /// Whether somebody said so; else it is taken for it.
    pub master_named: bool,
    /// Frames a second, as the project runs.
    pub rate: String,
    /// What two may be apart before it is seen, in frames.
    pub tolerance_frames: f64,
    /// When the day begins, in seconds since midnight, and when it ends.
    pub begins: u64,
    /// When it ends.
    pub ends: u64,
    /// Whether the day was planned; else these are usual hours.
    pub planned: bool,
    /// Breaks of the day.
    pub breaks: Vec<BreakReport>,
    /// Every clock, in the order of the build.
    #[difference(by(device))]
    pub clocks: Vec<ClockReport>,
    /// Every two of them.
    pub pairs: Vec<PairReport>,
    /// Times of the day at which something is jammed, the first first.
    pub jams: Vec<JamReport>,
}

/// A break of the day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct BreakReport {
    /// In seconds since midnight.
    pub starts: u64,
    /// When it ends.
    pub ends: u64,
    /// What the plan calls it.
    pub name: String,
}

/// One clock.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct ClockReport {
    /// The device.
    pub device: Handle,
    /// Its name.
    pub name: String,
    /// What it counts.
    pub counts: String,
    /// How it gets its time, for a choice: *master*, *cable*, *track*, *radio*, *jammed*, *free-run*,
    /// *record-run*.
    pub way: &'static str,
    /// The same in a sentence.
    #[schema(value_type = String)]
    pub says: Cow<'static, str>,
    /// Whose time it has.
    pub from: Option<Handle>,
    /// Whose reference its frames are locked to.
    pub locked_to: Option<Handle>,
    /// Whose clock it runs on in the end.
    pub runs_on: Handle,
    /// How true its own clock is.
    pub ppm: String,
    /// Where that was measured; none where it is its maker's figure.
    pub measured: Option<String>,
    /// Whether its crystal is compensated for temperature.
    pub compensated: bool,
    /// The offset that is entered in its menu, in frames.
    pub offset_frames: Option<i8>,
    /// The user bits that are set.
    pub user_bits: Option<String>,
    /// How far it is from what set it, over the day: each piece ends where it is set again.
    pub drift: Vec<DriftPiece>,
    /// The most of that, in frames.
    pub most_frames: f64,
    /// After how long it is half a frame off; none where it doesn't run apart.
    pub rejam_after: Option<String>,
    /// What becomes of it when what feeds it is unplugged, when it is switched on, when its battery is
    /// changed.
    #[schema(value_type = Vec<String>)]
    pub without: Vec<Cow<'static, str>>,
    /// The worst that is found at it.
    pub worst: Option<Severity>,
}

/// A straight piece of drift.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, ToSchema)]
pub struct DriftPiece {
    /// When it was set, in seconds since midnight.
    pub starts: u64,
    /// When it is set again, or the day ends.
    pub ends: u64,
    /// How far it may be off by then, in frames.
    pub frames: f64,
}

/// Two clocks.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct PairReport {
    /// The one.
    pub one: Handle,
    /// The other.
    pub other: Handle,
    /// In parts in a million.
    #[schema(value_type = String)]
    pub ppm: Arc<str>,
    /// Whether both were measured.
    pub measured: bool,
    /// In frames an hour.
    pub an_hour: f64,
    /// In frames at the end of the day, where nothing is set again.
    pub a_day: f64,
    /// After how long they are half a frame apart.
    #[schema(value_type = Option<String>)]
    pub after: Option<Arc<str>>,
}

/// A time of the day at which a clock is jammed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JamReport {
    /// In seconds since midnight.
    pub at: u64,
    /// As a clock shows it.
    pub label: String,
    /// The clocks.
    pub devices: Vec<Handle>,
    /// Their names.
    pub names: Vec<String>,
    /// The break that it falls into; none where no break comes in time.
    pub in_break: Option<String>,
}

/// What brings a floor into sync.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema)]
pub struct SyncPlan {
    /// The edit.
    pub commands: Vec<Command>,
    /// What it does, and why.
    pub says: Vec<String>,
    /// What it leaves.
    pub left: Vec<String>,
}

/// The time of a build.
pub(super) fn time(facts: &Facts, findings: &[Finding]) -> TimeReport {
    let floor = facts.floor;
    let all = clocks(floor, facts.resolved);
    let planned = Hours::of(&floor.build.schedule);
    let hours = planned.clone().unwrap_or(Hours {
        begin: USUAL_DAY.0,
        end: USUAL_DAY.1,
        breaks: Vec::new(),
    });
    let leads = all.iter().find(|clock| clock.way == TimecodeSource::Master);
    let break_name = |number: usize| {
        let name = hours.breaks[number].name.clone();
        name.unwrap_or_else(|| "a gap in the plan".into())
    };
    let mut times: std::collections::BTreeMap<u64, (Vec<usize>, Option<usize>)> =
        std::collections::BTreeMap::new();
    let mut jams = Jams::over(&hours, floor.production.format.rate.as_f64());
    if planned.is_some() {
        for clock in &all {
            for jam in jams.of(clock, &all) {
                let at = times.entry(jam.at).or_default();
                at.0.push(clock.placement);
                at.1 = at.1.or(jam.in_break);
            }
        }
    }
    // What forgets the time at a change of its battery is set again then.
    for forgets in forgets(floor, &all, &facts.power.day.banks) {
        for change in forgets.at {
            let at = times.entry(change.at).or_default();
            if !at.0.contains(&forgets.placement) {
                at.0.push(forgets.placement);
            }
            at.1 = at.1.or(change.in_break);
        }
    }
    let mut worst: FxHashMap<&str, Severity> = FxHashMap::default();
    for finding in findings
        .iter()
        .filter(|finding| finding.code.area() == Area::Time)
    {
        if let Some(device) = finding.at.device.as_deref() {
            let known = worst.entry(device).or_insert(finding.severity);
            *known = (*known).max(finding.severity);
        }
    }
    let id = |placement: usize| floor.build.placements[placement].id.clone();
    TimeReport {
        master: leads.map(|clock| id(clock.placement)),
        master_named: floor.build.timecode_master.is_some(),
        rate: floor.production.format.rate.to_string(),
        tolerance_frames: TOLERANCE_FRAMES,
        begins: hours.begin,
        ends: hours.end,
        planned: planned.is_some(),
        breaks: (0..hours.breaks.len())
            .map(|number| BreakReport {
                starts: hours.breaks[number].start,
                ends: hours.breaks[number].end,
                name: break_name(number),
            })
            .collect(),
        clocks: all
            .iter()
            .map(|clock| report_of(facts, clock, &all, &mut jams, &hours, &worst))
            .collect(),
        pairs: pairs(facts, &all, &hours),
        jams: times
            .into_iter()
            .map(|(at, (placements, in_break))| JamReport {
                at,
                label: ClockTime::label_of(at),
                names: placements
                    .iter()
                    .map(|placement| facts.device(*placement).to_string())
                    .collect(),
                devices: placements.into_iter().map(id).collect(),
                in_break: in_break.map(break_name),
            })
            .collect(),
    }
}

fn hundredth(figure: f64) -> f64 {
    (figure * 100.0).round() / 100.0
}

fn report_of(
    facts: &Facts,
    clock: &ClockAt,
    all: &[ClockAt],
    jams: &mut Jams,
    hours: &Hours,
    worst: &FxHashMap<&str, Severity>,
) -> ClockReport {
    let floor = facts.floor;
    let rate = floor.production.format.rate.as_f64();
    let placed = &floor.build.placements[clock.placement];
    let device = floor.devices[clock.placement];
    let id = |placement: usize| floor.build.placements[placement].id.clone();
    let from = clock.from.and_then(|from| at(all, from));
    let between = from.map(|from| apart(clock, from, all));
    let mut drift = Vec::new();
    if let (TimecodeSource::Jammed, Some(between)) = (clock.way, between) {
        let mut fresh = hours.begin;
        let turns = jams.of(clock, all);
        let ends = turns.iter().map(|turn| turn.at).chain([hours.end]);
        for ends in ends {
            drift.push(DriftPiece {
                starts: fresh,
                ends,
                frames: hundredth(between.frames(ends.saturating_sub(fresh) as f64, rate)),
            });
            fresh = ends;
        }
    }
    let measured = placed.settings.clock.measured.as_ref();
    let user_bits = placed.settings.clock.user_bits;
    ClockReport {
        device: placed.id.clone(),
        name: placed.name.clone(),
        counts: clock.counts.to_string(),
        way: word_of(clock.way),
        says: says(facts, clock),
        from: clock.from.map(id),
        locked_to: clock.locked_to.map(id),
        runs_on: id(clock.runs_on),
        ppm: clock.ppm.to_string(),
        measured: measured.map(|measured| measured.from.clone()),
        compensated: device
            .and_then(|device| device.clock.as_ref())
            .is_some_and(|clock| clock.compensated),
        offset_frames: placed.settings.clock.offset_frames,
        user_bits: user_bits.map(|bits| bits.to_string()),
        most_frames: drift
            .iter()
            .fold(0.0, |most, piece: &DriftPiece| most.max(piece.frames)),
        drift,
        rejam_after: between
            .and_then(|between| between.after(TOLERANCE_FRAMES, rate))
            .map(Span::label),
        without: without(facts, clock, all, device),
        worst: worst.get(placed.id.as_str()).copied(),
    }
}

fn word_of(way: TimecodeSource) -> &'static str {
    match way {
        TimecodeSource::Master => "master",
        TimecodeSource::Cable(_) => "cable",
        TimecodeSource::Track(_) => "track",
        TimecodeSource::Radio => "radio",
        TimecodeSource::Jammed => "jammed",
        TimecodeSource::Free => "free-run",
        TimecodeSource::RecordRun => "record-run",
    }
}

fn says(facts: &Facts, clock: &ClockAt) -> Cow<'static, str> {
    let other = clock.from.map_or("", |from| facts.device(from));
    let way: Cow<str> = match clock.way {
        TimecodeSource::Master => "The others follow it.".into(),
        TimecodeSource::Cable(port) => {
            let at = facts.floor.spoken(port);
            format!("Fed by {other} all day, at {at}.").into()
        }
        TimecodeSource::Track(port) => {
            let at = facts.floor.spoken(port);
            format!("Records the timecode of {other} as sound, at {at}.").into()
        }
        TimecodeSource::Radio => format!("Follows {other} by radio.").into(),
        TimecodeSource::Jammed => format!("Jammed from {other}, then on its own.").into(),
        TimecodeSource::Free => "On its own: free run.".into(),
        TimecodeSource::RecordRun => "Counts only while it records.".into(),
    };
    match clock.locked_to {
        Some(reference) => {
            let reference = facts.device(reference);
            format!("{way} Its frames are locked to the reference of {reference}.").into()
        }
        None => way,
    }
}

/// What becomes of a clock on its own, and when its battery is changed.
fn without(
    facts: &Facts,
    clock: &ClockAt,
    all: &[ClockAt],
    device: Option<&Device>,
) -> Vec<Cow<'static, str>> {
    let rate = facts.floor.production.format.rate.as_f64();
    let mut told = Vec::new();
    if let Some(from) = clock.driven_by().and_then(|from| at(all, from)) {
        let alone = engine::sync::Apart {
            ppm: clock.ppm.ppm().abs()
                + at(all, from.runs_on).map_or(0.0, |from| from.ppm.ppm().abs()),
            measured: false,
        };
        let name = facts.device(from.placement);
        let says = match (clock.way, alone.after(TOLERANCE_FRAMES, rate)) {
            (TimecodeSource::Track(_), _) => format!("Without {name} it has no timecode at all."),
            (_, Some(after)) => format!(
                "Without {name} it goes on by itself: half a frame off after {}.",
                after.label()
            ),
            (_, None) => format!("Without {name} it goes on by itself."),
        };
        told.push(says.into());
    }
    let described = device.and_then(|device| device.clock.as_ref());
    if let Some(warm_up) = described.and_then(|clock| clock.warm_up) {
        let warm_up = warm_up.label();
        let says = format!("It wants {warm_up} to warm up: jam it, or let it lead, after that.");
        told.push(says.into());
    }
    let holds = described.and_then(|clock| clock.holds);
    let fed = clock.way.is_fed();
    told.push(match holds {
        Some(holds) => format!("It counts on for {} without power.", holds.label()).into(),
        None if fed => {
            "Without power it loses the time, and gets it again from what feeds it.".into()
        }
        None if clock.way == TimecodeSource::Master => {
            "Without power it loses the time: jam everything again.".into()
        }
        None => "Without power it loses the time: jam it again after every battery.".into(),
    });
    told
}

fn pairs(facts: &Facts, all: &[ClockAt], hours: &Hours) -> Vec<PairReport> {
    let rate = facts.floor.production.format.rate.as_f64();
    let listed = &all[..all.len().min(MOST_PAIRED)];
    let id = |clock: &ClockAt| facts.floor.build.placements[clock.placement].id.clone();
    let mut pairs = Vec::with_capacity(listed.len().pow(2) / 2);
    // Most run apart as fast as others do.
    let mut said: FxHashMap<u64, (Arc<str>, Option<Arc<str>>)> = FxHashMap::default();
    for (number, one) in listed.iter().enumerate() {
        for other in &listed[number + 1..] {
            let between = apart(one, other, all);
            let (ppm, after) = said.entry(between.ppm.to_bits()).or_insert_with(|| {
                let after = between.after(TOLERANCE_FRAMES, rate).map(Span::label);
                (
                    Ppm::of(between.ppm).to_string().into(),
                    after.map(Arc::from),
                )
            });
            pairs.push(PairReport {
                one: id(one),
                other: id(other),
                ppm: ppm.clone(),
                measured: between.measured,
                an_hour: hundredth(between.frames(3_600.0, rate)),
                a_day: hundredth(between.frames(hours.length() as f64, rate)),
                after: after.clone(),
            });
        }
    }
    pairs
}

/// What would bring a build into sync; none where there is no such build.
pub fn sync_plan(production: &Production, build: &str, catalogue: &Catalogue) -> Option<SyncPlan> {
    let catalogue = catalogue.with(&production.custom);
    let floor = Floor::new(production, production.build(build)?, &catalogue);
    let resolved = resolve(&floor);
    let plan = plan(&floor, &resolved);
    Some(SyncPlan {
        commands: plan.commands,
        says: plan.says,
        left: plan.left,
    })
}
