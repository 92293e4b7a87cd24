//! The day's answer in figures and sentences.

use super::fill::{MOST_CARDS, fills, least_cards, plan, written};
use super::lanes::{Lane, Swap, lanes};
use super::rotate::{Bound, Copied, peak, rotate};
use super::{Fill, Plan};
use crate::path::Floor;
use crate::record::Recording;
use model::document::{Handle, Production, Rolls, Station};
use serde::Serialize;
use units::quantity::{BitRate, Bytes, ClockTime, Span};
use utoipa::ToSchema;

/// What follows from a day.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct DayAnswer {
    /// In sentences, the most important first.
    pub says: Vec<String>,
    /// Cards needed so that no camera ever waits.
    pub cards_needed: u32,
    /// Cards needed where none is used twice.
    pub cards_without_reuse: u32,
    /// By kind of card.
    pub pools: Vec<Pool>,
    /// Every change of a card.
    pub swaps: Vec<Swap>,
    /// The end of the last entry, in seconds since midnight.
    pub wrap_seconds: u64,
    /// From wrap until the last copy is verified, in seconds.
    pub last_copy_done_seconds: u64,
    /// The same on the clock.
    pub last_copy_done_at: String,
    /// What limits.
    pub limit: Bound,
    /// What is written in all, in bytes.
    pub bytes: u64,
    /// In words.
    pub bytes_label: String,
    /// The same as a computer may show it.
    pub binary_label: String,
    /// What one more of something would change.
    pub what_if: Vec<WhatIf>,
    /// Each card's day.
    pub lanes: Vec<Lane>,
    /// The first and the last second of the axis.
    pub axis: [u64; 2],
    /// What is shot when, and the breaks.
    pub parts: Vec<DayPart>,
}

/// A part of the day, on the axis of the cards.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct DayPart {
    /// Its id in the schedule.
    pub id: Handle,
    /// Its name.
    pub name: String,
    /// From when, in seconds since midnight.
    pub from: u64,
    /// Until when, in seconds since midnight.
    pub to: u64,
    /// Whether nothing rolls.
    pub is_break: bool,
}

/// The schedule of a build, in the order of the clock.
fn parts(floor: &Floor) -> Vec<DayPart> {
    let entries = floor.build.schedule.iter();
    let mut parts: Vec<DayPart> = entries
        .map(|entry| DayPart {
            id: entry.id.clone(),
            name: entry.name.clone(),
            from: entry.start.seconds(),
            to: entry.start.seconds().saturating_add(entry.length.0),
            is_break: entry.rolls == Rolls::Nothing,
        })
        .collect();
    parts.sort_by_key(|part| (part.from, part.to));
    parts
}

/// Cards of one kind.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Pool {
    /// The catalogue's id.
    pub medium: String,
    /// Its name.
    pub name: String,
    /// How many are needed.
    pub needed: u32,
    /// How many where none is used twice.
    pub without_reuse: u32,
    /// How many the kit has.
    pub owned: u32,
    /// What those that are short cost, where the catalogue knows a price.
    pub to_buy: Option<u32>,
}

/// What one more of something would change.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct WhatIf {
    /// One more what.
    pub what: String,
    /// What that changes, in a sentence.
    pub says: String,
}

/// Storage for the job.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobTotals {
    /// Shooting days.
    pub days: u32,
    /// What is written in all, in bytes.
    pub bytes: u64,
    /// With every copy and the margin for growth.
    pub storage_bytes: u64,
    /// Both in words, decimal, then binary as a computer may show it.
    pub bytes_label: String,
    /// The storage in decimal units, as sold.
    pub storage_label: String,
    /// The storage in binary units, as computers count.
    pub storage_binary: String,
    /// A line for each build.
    pub lines: Vec<String>,
}

/// A day run through: what filled, what was copied when.
pub(super) struct Run {
    pub(super) plan: Plan,
    pub(super) fills: Vec<Fill>,
    pub(super) copied: Vec<Copied>,
    limit: Bound,
}

impl Run {
    fn of(plan: &Plan, floor: &Floor, station: &Station) -> Self {
        let fills = fills(plan);
        let rates: Vec<f64> = plan
            .recorders
            .iter()
            .map(|recorder| {
                let medium = floor.catalogue.medium(&recorder.medium);
                // A drive that is plugged in itself is no slower than what reads it.
                medium.map_or(f64::INFINITY, |medium| {
                    (medium.read_rate.0 as f64 / 8.0).max(1.0)
                })
            })
            .collect();
        let copies = floor.production.house_rules.copies;
        let (copied, limit) = rotate(&fills, station, copies, &rates);
        Self {
            plan: plan.clone(),
            fills,
            copied,
            limit,
        }
    }

    fn needed(&self, medium: &str) -> u32 {
        let fills = self
            .fills
            .iter()
            .zip(&self.copied)
            .filter(|(fill, _)| self.plan.recorders[fill.recorder].medium == medium);
        peak(fills.map(|(fill, copied)| {
            (
                fill.loaded,
                copied.ready,
                self.plan.recorders[fill.recorder].together,
            )
        }))
    }

    fn media(&self) -> Vec<&str> {
        let mut media: Vec<&str> = Vec::new();
        for recorder in &self.plan.recorders {
            if !media.contains(&recorder.medium.as_str()) {
                media.push(&recorder.medium);
            }
        }
        media
    }

    fn cards(&self) -> u32 {
        self.media()
            .into_iter()
            .map(|medium| self.needed(medium))
            .sum()
    }

    fn wrap(&self) -> u64 {
        let ends = self
            .plan
            .recorders
            .iter()
            .flat_map(|recorder| &recorder.stretches);
        ends.map(|stretch| stretch.end).max().unwrap_or(0)
    }

    /// Whole seconds since midnight, rounded up: nothing is safe before it is.
    fn last_safe(&self) -> u64 {
        let last = self
            .copied
            .iter()
            .map(|copied| copied.safe)
            .fold(0.0, f64::max);
        last.ceil() as u64
    }

    fn after_wrap(&self) -> u64 {
        self.last_safe().saturating_sub(self.wrap())
    }
}

/// The answer to a day of more cards than are followed one by one: totals, and what to do.
fn beyond(plan: &Plan, floor: &Floor) -> DayAnswer {
    let bytes = plan
        .recorders
        .iter()
        .map(written)
        .fold(0, u64::saturating_add);
    let ends = plan
        .recorders
        .iter()
        .flat_map(|recorder| &recorder.stretches);
    let wrap = ends.clone().map(|stretch| stretch.end).max().unwrap_or(0);
    let first = ends.map(|stretch| stretch.start).min().unwrap_or(0);
    let cards = u32::try_from(least_cards(plan)).unwrap_or(u32::MAX);
    let mut media: Vec<&str> = plan
        .recorders
        .iter()
        .map(|recorder| recorder.medium.as_str())
        .collect();
    media.dedup();
    DayAnswer {
        says: vec![format!(
            "The day fills at least {} cards of {}: more than {MOST_CARDS} aren’t followed one by one. Use larger cards, a lighter codec or a higher swap level.",
            cards,
            media
                .iter()
                .map(|id| floor.catalogue.item_name(id).unwrap_or(id))
                .collect::<Vec<_>>()
                .join(", ")
        )],
        cards_needed: cards,
        cards_without_reuse: cards,
        pools: Vec::new(),
        swaps: Vec::new(),
        wrap_seconds: wrap,
        last_copy_done_seconds: 0,
        last_copy_done_at: ClockTime::label_of(wrap),
        limit: Bound::Card,
        bytes,
        bytes_label: Bytes(bytes).label(),
        binary_label: Bytes(bytes).binary_label(),
        what_if: Vec::new(),
        lanes: Vec::new(),
        axis: [first, wrap],
        parts: parts(floor),
    }
}

/// Kinds of card that the day wants more of than the kit has; none where nothing is planned.
pub fn short_pools(floor: &Floor, recordings: &[Recording]) -> Vec<Pool> {
    let plan = plan(floor, recordings);
    if plan.recorders.is_empty() || least_cards(&plan) > MOST_CARDS {
        return Vec::new();
    }
    let run = Run::of(&plan, floor, &floor.production.station);
    let mut pools = pools(floor, &run);
    pools.retain(|pool| pool.needed > pool.owned);
    pools
}

/// Every kind of card that a day uses.
fn pools(floor: &Floor, run: &Run) -> Vec<Pool> {
    let of = |medium: &str| {
        let fills = run
            .fills
            .iter()
            .filter(|fill| run.plan.recorders[fill.recorder].medium == medium);
        let (needed, owned) = (run.needed(medium), floor.production.owned(medium, None));
        let price = floor
            .catalogue
            .medium(medium)
            .and_then(|medium| medium.price);
        let short = needed.saturating_sub(owned);
        let together = fills.map(|fill| run.plan.recorders[fill.recorder].together);
        Pool {
            name: floor
                .catalogue
                .item_name(medium)
                .unwrap_or(medium)
                .to_string(),
            needed,
            without_reuse: together.fold(0, u32::saturating_add),
            owned,
            to_buy: price
                .filter(|_| short > 0)
                .map(|price| price.saturating_mul(short)),
            medium: medium.into(),
        }
    };
    run.media().into_iter().map(of).collect()
}

/// A list of more changes than this is read by nobody.
const MOST_LISTED: usize = 1_000;

/// The day of a build; `None` where nothing is planned or nothing records on cards.
pub fn day(floor: &Floor, recordings: &[Recording]) -> Option<DayAnswer> {
    let plan = plan(floor, recordings);
    if plan.recorders.is_empty() {
        return None;
    }
    if least_cards(&plan) > MOST_CARDS {
        return Some(beyond(&plan, floor));
    }
    let station = &floor.production.station;
    let run = Run::of(&plan, floor, station);
    let name = |medium: &str| {
        floor
            .catalogue
            .item_name(medium)
            .unwrap_or(medium)
            .to_string()
    };
    let pools = pools(floor, &run);
    let listed = run.fills.len() <= MOST_LISTED;
    let (lanes, swaps) = if listed {
        lanes(&run, &name)
    } else {
        Default::default()
    };
    let bytes = run
        .fills
        .iter()
        .map(|fill| fill.bytes)
        .fold(0, u64::saturating_add);
    let first = plan
        .recorders
        .iter()
        .flat_map(|recorder| &recorder.stretches)
        .map(|stretch| stretch.start)
        .min();
    let last = run
        .copied
        .iter()
        .map(|copied| copied.ready)
        .fold(run.wrap() as f64, f64::max);
    let cards_needed = pools.iter().map(|pool| pool.needed).sum();
    let mut answer = DayAnswer {
        says: Vec::new(),
        cards_needed,
        cards_without_reuse: pools.iter().map(|pool| pool.without_reuse).sum(),
        pools,
        swaps,
        wrap_seconds: run.wrap(),
        last_copy_done_seconds: run.after_wrap(),
        last_copy_done_at: ClockTime::label_of(run.last_safe()),
        limit: run.limit,
        bytes,
        bytes_label: Bytes(bytes).label(),
        binary_label: Bytes(bytes).binary_label(),
        what_if: what_if(&plan, floor, &run),
        lanes,
        axis: [first.unwrap_or(0), last.ceil() as u64],
        parts: parts(floor),
    };
    answer.says = sentences(&answer, floor.production);
    if !listed {
        answer.says.push(format!(
            "{} cards leave the recorders: so many changes aren’t listed one by one.",
            run.fills.len()
        ));
    }
    Some(answer)
}

fn count(n: u32, what: &str) -> String {
    format!("{n} {what}{}", if n == 1 { "" } else { "s" })
}

fn sentences(answer: &DayAnswer, production: &Production) -> Vec<String> {
    let mut sentences = Vec::new();
    let kinds: Vec<String> = answer
        .pools
        .iter()
        .map(|pool| format!("{} × {}", pool.needed, pool.name))
        .collect();
    sentences.push(format!(
        "{}: {}.",
        count(answer.cards_needed, "card"),
        kinds.join(", ")
    ));
    for pool in answer.pools.iter().filter(|pool| pool.owned < pool.needed) {
        sentences.push(format!(
            "The kit has {} of {}: {} short.",
            pool.owned,
            pool.name,
            pool.needed - pool.owned
        ));
    }
    let changes: Vec<&Swap> = answer
        .swaps
        .iter()
        .filter(|swap| swap.card.is_some())
        .collect();
    match changes.as_slice() {
        [] if answer.cards_without_reuse as usize > MOST_LISTED => {}
        [] => sentences.push("No card is changed before the wrap.".into()),
        [one] => sentences.push(format!("One change, at {} in {}.", one.at, one.name)),
        [first, .., last] => sentences.push(format!(
            "{} changes: the first at {} in {}, the last at {} in {}.",
            changes.len(),
            first.at,
            first.name,
            last.at,
            last.name
        )),
    }
    sentences.push(format!(
        "Wrap at {}; the last copy is verified at {}, {} later.",
        ClockTime::label_of(answer.wrap_seconds),
        answer.last_copy_done_at,
        Span(answer.last_copy_done_seconds).label()
    ));
    sentences.push(match answer.limit {
        Bound::Reader => "The reader is what limits.".into(),
        Bound::Bus => "The bus behind the readers is what limits.".into(),
        Bound::Drive => "The drives are what limits: the slowest gets every byte.".into(),
        Bound::Card => "The cards are what limits: they aren’t read faster.".into(),
        Bound::Nothing => "Nothing limits: there is nothing to copy.".into(),
    });
    let (copies, drives) = (
        usize::from(production.house_rules.copies),
        production.station.drives.len(),
    );
    if copies > drives {
        sentences.push(format!("The rule wants {copies} copies and the station has {drives} drives: each card is copied in {} rounds, the drives changed in between.", copies.div_ceil(drives.max(1))));
    }
    sentences
}

/// What one more card, reader or drive, or faster drives, would change.
fn what_if(plan: &Plan, floor: &Floor, now: &Run) -> Vec<WhatIf> {
    let station = &floor.production.station;
    let compare = |what: &str, then: &Station| {
        let run = Run::of(plan, floor, then);
        let cards = match now.cards().cmp(&run.cards()) {
            std::cmp::Ordering::Greater => Some(format!(
                "{} instead of {}",
                count(run.cards(), "card"),
                now.cards()
            )),
            std::cmp::Ordering::Less => Some(format!(
                "{}, not {}",
                count(run.cards(), "card"),
                now.cards()
            )),
            std::cmp::Ordering::Equal => None,
        };
        let earlier = now.last_safe().saturating_sub(run.last_safe());
        let copies =
            (earlier >= 60).then(|| format!("the last copy {} earlier", Span(earlier).label()));
        let parts: Vec<String> = cards.into_iter().chain(copies).collect();
        WhatIf {
            what: what.into(),
            says: if parts.is_empty() {
                "changes nothing".into()
            } else {
                parts.join(", ")
            },
        }
    };
    let more_readers = Station {
        readers: station.readers.saturating_add(1),
        ..station.clone()
    };
    let mut drives = station.drives.clone();
    drives.extend(station.drives.first().copied());
    let more_drives = Station {
        drives,
        ..station.clone()
    };
    let faster = Station {
        drives: station
            .drives
            .iter()
            .map(|rate| BitRate(rate.0.saturating_mul(2)))
            .collect(),
        ..station.clone()
    };
    vec![
        WhatIf {
            what: "One more card".into(),
            says: one_more_card(floor.production, now),
        },
        compare("One more reader", &more_readers),
        compare("One more drive", &more_drives),
        compare("Drives twice as fast", &faster),
    ]
}

/// What one more card is good for: where the kit is short, it is the way to what is needed.
fn one_more_card(production: &Production, now: &Run) -> String {
    let short = now.media().into_iter().map(|medium| {
        now.needed(medium)
            .saturating_sub(production.owned(medium, None))
    });
    match short.sum::<u32>() {
        0 => "is one that may fail: nobody waits without it".into(),
        1 => "of the kind that is short, and nobody waits".into(),
        more => format!("leaves {} to find: {more} are short", more - 1),
    }
}

/// Storage for so many days of builds whose day writes so many bytes.
pub fn job(production: &Production, days: &[(String, u32, u64)]) -> JobTotals {
    let bytes: u64 = days
        .iter()
        .map(|(_, count, bytes)| bytes.saturating_mul(u64::from(*count)))
        .fold(0, u64::saturating_add);
    let copies = u64::from(production.house_rules.copies);
    let all = bytes.saturating_mul(copies);
    let storage = all.saturating_add(production.station.margin.of_nearest(all));
    JobTotals {
        days: days
            .iter()
            .map(|(_, count, _)| *count)
            .fold(0, u32::saturating_add),
        bytes,
        storage_bytes: storage,
        bytes_label: Bytes(bytes).label(),
        storage_label: Bytes(storage).label(),
        storage_binary: Bytes(storage).binary_label(),
        lines: days
            .iter()
            .map(|(name, count, bytes)| {
                format!(
                    "{} of {name} at {} a day",
                    self::count(*count, "day"),
                    Bytes(*bytes).label()
                )
            })
            .collect(),
    }
}
