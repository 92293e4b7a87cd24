//! What fills which card when.

use crate::path::Floor;
use crate::record::{Recording, usable_capacity};
use model::document::{Build, Handle, MediaSwap, Production, Rolls, ScheduleEntry, SlotUse};
use units::quantity::{Percent, Span};

/// Everything that the day's sums are made of, in bytes and seconds since midnight.
#[derive(Debug, Clone, PartialEq)]
pub struct Plan {
    /// Recorders that roll and record on cards.
    pub recorders: Vec<Recorder>,
    /// When a card is changed.
    pub change: MediaSwap,
    /// The fill at which it is.
    pub level: Percent,
}

/// A recorder's part of the day.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Recorder {
    /// Its name.
    pub name: String,
    /// Its handle.
    pub handle: Handle,
    /// The card that it takes, by id.
    pub medium: String,
    /// What a card holds, in bytes.
    pub card: u64,
    /// Cards that go together at each change: two where they are mirrored.
    pub together: u32,
    /// Cards that are in at once and follow each other: two where it relays.
    pub in_turn: usize,
    /// What it rolls, in order.
    pub stretches: Vec<Stretch>,
}

/// Something that a recorder rolls.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Stretch {
    /// In seconds since midnight.
    pub start: u64,
    /// In seconds since midnight.
    pub end: u64,
    /// What it writes in all, spread evenly.
    pub bytes: u64,
    /// What the longest take writes: the whole of it where it rolls from end to end.
    pub take: u64,
}

/// A card that left a recorder.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Fill {
    /// Which recorder.
    pub recorder: usize,
    /// When it was put in, in seconds.
    pub loaded: f64,
    /// When it was taken out.
    pub out: f64,
    /// What is on it.
    pub bytes: u64,
}

/// A take, where a crew rolls on and off: three minutes.
const TAKE_SECONDS: u64 = 180;

/// What is written of the day's parts at a rate, with what was kept from before each take.
fn stretches(parts: &[&ScheduleEntry], pre_record: Span, bps: u64) -> Vec<Stretch> {
    let written_in =
        |seconds: u64| u64::try_from(u128::from(bps) * u128::from(seconds) / 8).unwrap_or(u64::MAX);
    let mut found: Vec<Stretch> = parts
        .iter()
        .filter_map(|entry| {
            let rolled = entry.rolls.seconds(entry.length).min(entry.length.0);
            let take = match entry.rolls {
                Rolls::Continuous => rolled,
                _ => rolled.min(TAKE_SECONDS),
            };
            let takes = rolled.div_ceil(take.max(1));
            (rolled > 0).then_some(Stretch {
                start: entry.start.seconds(),
                end: entry.start.seconds().saturating_add(entry.length.0),
                bytes: written_in(rolled.saturating_add(takes.saturating_mul(pre_record.0))),
                take: written_in(take.saturating_add(pre_record.0)),
            })
        })
        .collect();
    found.sort_by_key(|stretch| stretch.start);
    found
}

/// What is on a card at the end of the take that brings it to its level: takes begin one after the
/// other, and the last of a stretch may be shorter.
fn end_of_take(stretch: &Stretch, written: u64, on_card: u64, level: u64) -> u64 {
    let reached = written.saturating_add(level.saturating_sub(on_card));
    if reached > stretch.bytes {
        return u64::MAX;
    }
    let take = stretch.take.max(1);
    let end = reached
        .div_ceil(take)
        .saturating_mul(take)
        .min(stretch.bytes);
    on_card.saturating_add(end.saturating_sub(written)).max(1)
}

/// The plan of a build's day.
pub fn plan(floor: &Floor, recordings: &[Recording]) -> Plan {
    let (production, build): (&Production, &Build) = (floor.production, floor.build);
    let recorders = recordings.iter().flat_map(|recording| {
        let placement = &build.placements[recording.placement];
        let setting = placement.settings.recording.as_ref();
        let time = recording.time.as_ref();
        let (Some(setting), Some(time)) = (setting, time) else {
            return Vec::new();
        };
        let entries: Vec<&ScheduleEntry> = build
            .schedule
            .iter()
            .filter(|entry| entry.recorders.is_empty() || entry.recorders.contains(&placement.id))
            .collect();
        let recorder = |name: String, medium: &str, card: u64, bps: u64| Recorder {
            name,
            handle: placement.id.clone(),
            medium: medium.into(),
            card,
            together: 1,
            in_turn: 1,
            stretches: stretches(&entries, setting.pre_record.unwrap_or_default(), bps),
        };
        let card = |id: &str| {
            let medium = floor.catalogue.medium(id)?;
            Some(usable_capacity(medium, production.house_rules.reserve))
        };
        let mut found = Vec::new();
        let name = placement.name.clone();
        if let Some(drive) = recording.drive {
            let holds = production.house_rules.reserve.off(drive.capacity.0);
            found.push(recorder(name, drive.device, holds, time.total_bps));
        } else if let Some((first, holds)) = recording
            .media
            .first()
            .and_then(|id| Some((*id, card(id)?)))
        {
            let mut main = recorder(name.clone(), first, holds, time.total_bps);
            match setting.slots {
                SlotUse::Mirror if recording.media.len() > 1 => main.together = 2,
                SlotUse::Relay => main.in_turn = recording.media.len(),
                SlotUse::Mirror | SlotUse::Proxy => {}
            }
            found.push(main);
            let second = recording
                .media
                .get(1)
                .filter(|_| recording.proxy_bps > 0)
                .and_then(|id| Some((*id, card(id)?)));
            if let Some((second, holds)) = second {
                let name = format!("{name}, proxy");
                found.push(recorder(name, second, holds, recording.proxy_bps));
            }
        }
        found
    });
    Plan {
        recorders: recorders
            .filter(|recorder| !recorder.stretches.is_empty())
            .collect(),
        change: production.house_rules.media_swap,
        level: production.house_rules.swap_level,
    }
}

/// So many cards are followed one by one through a day. Beyond that there is nothing to plan: the
/// answer gives totals and says so.
pub const MOST_CARDS: u64 = 10_000;

/// How many cards leave the recorders at the least, by what is written and what each takes.
pub fn least_cards(plan: &Plan) -> u64 {
    let of = |recorder: &Recorder| {
        let bytes = written(recorder);
        let each = level_of(plan, recorder).max(1);
        bytes
            .div_ceil(each)
            .saturating_mul(u64::from(recorder.together))
    };
    let used = plan.recorders.iter().filter(|recorder| recorder.card > 0);
    used.map(of).fold(0, u64::saturating_add)
}

/// What a recorder writes in its day, in bytes.
pub fn written(recorder: &Recorder) -> u64 {
    let stretches = recorder.stretches.iter().map(|stretch| stretch.bytes);
    stretches.fold(0, u64::saturating_add)
}

/// The fill at which a recorder's card is changed, in bytes.
fn level_of(plan: &Plan, recorder: &Recorder) -> u64 {
    match plan.change {
        MediaSwap::RunToEnd => recorder.card,
        MediaSwap::AtLevel | MediaSwap::EndOfTake => plan.level.of(recorder.card).max(1),
    }
}

/// Every card of the day in the order in which they leave the recorders. Conserves bytes: what a
/// recorder writes is what its cards hold.
pub fn fills(plan: &Plan) -> Vec<Fill> {
    let mut found = Vec::new();
    for (recorder, planned) in plan.recorders.iter().enumerate() {
        // A card that holds nothing would be changed for ever.
        if planned.card == 0 {
            continue;
        }
        let level = level_of(plan, planned);
        let begins = planned.stretches.first().map_or(0, |first| first.start) as f64;
        let first_of_it = found.len();
        let mut on_card = 0u64;
        let mut out = |on_card: &mut u64, at: f64| {
            found.push(Fill {
                recorder,
                loaded: begins,
                out: at,
                bytes: *on_card,
            });
            *on_card = 0;
        };
        for stretch in &planned.stretches {
            let length = (stretch.end - stretch.start) as f64;
            let mut written = 0u64;
            while written < stretch.bytes {
                let left = stretch.bytes - written;
                let most = match plan.change {
                    MediaSwap::EndOfTake => end_of_take(stretch, written, on_card, level),
                    MediaSwap::AtLevel | MediaSwap::RunToEnd => level,
                };
                let most = most.min(planned.card);
                let now = most.saturating_sub(on_card).min(left);
                on_card += now;
                written += now;
                if on_card >= most {
                    let at =
                        stretch.start as f64 + length * (written as f64 / stretch.bytes as f64);
                    out(&mut on_card, at);
                }
            }
        }
        if on_card > 0 {
            let wrap = planned.stretches.last().map_or(0, |last| last.end);
            out(&mut on_card, wrap as f64);
        }
        // A card goes in as the one before it comes out, or as the slot that it takes is free.
        for number in first_of_it + planned.in_turn..found.len() {
            found[number].loaded = found[number - planned.in_turn].out;
        }
    }
    found.sort_by(|one, other| {
        one.out
            .total_cmp(&other.out)
            .then(one.recorder.cmp(&other.recorder))
    });
    found
}
