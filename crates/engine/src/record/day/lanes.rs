//! Which card does what when.

use super::answer::Run;
use super::rotate::Copied;
use super::{Fill, Recorder};
use model::document::Handle;
use serde::Serialize;
use units::quantity::{Bytes, ClockTime};
use utoipa::ToSchema;

/// A card that is changed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Swap {
    /// The recorder's handle.
    pub recorder: Handle,
    /// Its name.
    pub name: String,
    /// When, on the clock.
    pub at: String,
    /// When, in seconds since midnight.
    pub seconds: u64,
    /// The card that goes in: *CFexpress B 512 GB, 2*; none where nothing follows.
    pub card: Option<String>,
}

/// One card's day.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Lane {
    /// Its name: *CFexpress B 512 GB, 1*.
    pub card: String,
    /// What it does when.
    pub stretches: Vec<LaneStretch>,
}

/// What a card does for a while.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LaneStretch {
    /// The recorder whose pictures are on the card then.
    pub recorder: Handle,
    /// What it does.
    pub state: LaneState,
    /// From when, in seconds since midnight.
    pub from: u64,
    /// Until when, in seconds since midnight.
    pub to: u64,
    /// In words, with the recorder: *shooting in A camera, 20:30 to 21:12*.
    pub says: String,
}

/// What a card does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum LaneState {
    /// In a recorder.
    Shooting,
    /// Full, on its way or waiting for a reader.
    Waiting,
    /// In a reader, until the first copy of all of it is there.
    Copying,
    /// Until every copy is verified.
    Verifying,
    /// Safe, formatted, on its way back.
    Returning,
}

/// Which card does what when: at each change the first that is ready goes in.
pub(super) fn lanes(run: &Run, name: &impl Fn(&str) -> String) -> (Vec<Lane>, Vec<Swap>) {
    struct Card<'p> {
        medium: &'p str,
        lane: Lane,
        ready: f64,
    }
    let mut cards: Vec<Card> = Vec::new();
    let mut order: Vec<usize> = (0..run.fills.len()).collect();
    order.sort_by(|one, other| {
        run.fills[*one]
            .loaded
            .total_cmp(&run.fills[*other].loaded)
            .then(one.cmp(other))
    });
    let mut put_in: Vec<(usize, f64, String)> = Vec::new();
    for number in order {
        let (fill, copied) = (run.fills[number], run.copied[number]);
        let recorder = &run.plan.recorders[fill.recorder];
        for _ in 0..recorder.together {
            let free = cards.iter().position(|card| {
                card.medium == recorder.medium && card.ready <= fill.loaded + 1e-9
            });
            let place = free.unwrap_or_else(|| {
                let alike = cards
                    .iter()
                    .filter(|card| card.medium == recorder.medium)
                    .count();
                cards.push(Card {
                    medium: &recorder.medium,
                    lane: Lane {
                        card: format!("{}, {}", name(&recorder.medium), alike + 1),
                        stretches: Vec::new(),
                    },
                    ready: 0.0,
                });
                cards.len() - 1
            });
            let card = &mut cards[place];
            card.ready = copied.ready;
            card.lane
                .stretches
                .extend(stretches(recorder, &fill, &copied));
            put_in.push((fill.recorder, fill.loaded, card.lane.card.clone()));
        }
    }
    let swaps = run.fills.iter().map(|fill| {
        let recorder = &run.plan.recorders[fill.recorder];
        // Two where they are mirrored.
        let next = put_in.iter().filter(|(other, loaded, _)| {
            *other == fill.recorder && (*loaded - fill.out).abs() < 1e-9
        });
        let next: Vec<&str> = next.map(|(.., card)| card.as_str()).collect();
        Swap {
            recorder: recorder.handle.clone(),
            name: recorder.name.clone(),
            at: ClockTime::label_of(fill.out as u64),
            seconds: fill.out as u64,
            card: (!next.is_empty()).then(|| next.join(" and ")),
        }
    });
    let swaps = swaps.collect();
    (cards.into_iter().map(|card| card.lane).collect(), swaps)
}

/// What one card goes through from when it is put in until it is ready again.
fn stretches<'a>(
    recorder: &'a Recorder,
    fill: &'a Fill,
    copied: &Copied,
) -> impl Iterator<Item = LaneStretch> + 'a {
    let all = [
        (LaneState::Shooting, fill.loaded, fill.out),
        (LaneState::Waiting, fill.out, copied.begun),
        (LaneState::Copying, copied.begun, copied.copied),
        (LaneState::Verifying, copied.copied, copied.safe),
        (LaneState::Returning, copied.safe, copied.ready),
    ];
    let some = all.into_iter().filter(|(_, from, to)| to > from);
    some.map(|(state, from, to)| {
        let (from, to) = (from.floor() as u64, to.ceil() as u64);
        let what = match state {
            LaneState::Shooting => format!("shooting in {}", recorder.name),
            LaneState::Waiting => "full, on its way or waiting".into(),
            LaneState::Copying => format!("copying {}", Bytes(fill.bytes).label()),
            LaneState::Verifying => "being verified".into(),
            LaneState::Returning => "safe, formatted, on its way back".into(),
        };
        let (begins, ends) = (ClockTime::label_of(from), ClockTime::label_of(to));
        LaneStretch {
            recorder: recorder.handle.clone(),
            state,
            from,
            to,
            says: format!("{what}, {begins} to {ends}"),
        }
    })
}
